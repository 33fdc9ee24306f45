import type { Id, KnownRow, KnownState } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { productAt, productsAt } from '../products/catalogue.ts'
import { keepingOf } from '../account/kept.ts'
import {
  keepersByMail,
  keepersOf,
  knownOf,
  latestOf,
  looksAfter,
  nobodysToClose,
  passwordsToChange,
  tasksIn,
  wantedOf,
  wayOf,
  type KeptBy,
  type Wanted,
} from '../products/keeping.ts'
import { peopleIn } from './client-products.ts'
import { knownWords, taskViewsIn, type TaskView } from '../products/task-words.ts'
import { dateOf, lastDateBefore, type LocalDate } from '../time/instants.ts'
import { isOpen } from '../time/lasting.ts'

/** Someone's account in a product: what it is to be, and what it is known to be. */
export interface AccountThere {
  personId: Id
  name: string
  here: Wanted['state']
  seats: string[]
  there: KnownState | 'unknown'
  seatThere: string | null
  /** How it is known, in words. */
  known: string
  /** Something has to be done about it. */
  differs: boolean
}

/** An account in a product that is nobody's here. */
export interface NobodysAccount {
  knownId: Id
  name: string
  address: string
  state: KnownState
  known: string
  /** It is to be closed there. */
  isClosing: boolean
}

/** A login that several people use (model B4). */
export interface SharedLoginView {
  sharedId: Id
  name: string
  address: string
  responsibleId: Id
  responsible: string
  users: { id: Id; name: string }[]
  seatType: string | null
  seat: string | null
  until: LocalDate | null
  reviewOn: LocalDate | null
  known: string
}

/** The tab *Accounts there* of a product (model B1). */
export interface ProductAccountsView {
  product: string
  name: string
  way: KeptBy
  keeper: { kind: 'person' | 'group'; id: Id } | null
  keepers: { id: Id; name: string }[]
  /** The client whose own product it is (model B6). */
  client: string | null
  /** They have no login, and are asked by mail. */
  byMail: boolean
  since: LocalDate | null
  /** What the product calls roles and places of ours. */
  words: { id: Id; name: string; word: string }[]
  tasks: TaskView[]
  accounts: AccountThere[]
  nobodys: NobodysAccount[]
  seatTypes: { code: string; name: string }[]
  /** Logins that several people use (model B4). */
  shared: SharedLoginView[]
  lists: { asOf: LocalDate; appliedAt: LocalDate; by: string; count: number }[]
  controls: { keep: Control }
}

/** Products the asker looks after, with how much there is to do in each. */
export interface KeptProduct {
  code: string
  name: string
  way: KeptBy
  keepers: string[]
  tasks: number
  overdue: number
}

/** Undefined for anyone who does not look after the product (model B1, D5). */
export function productAccountsView(sight: Sight, product: string): ProductAccountsView | undefined {
  const { account, now } = sight
  const found = productAt(account, product, now)
  if (!found || !looksAfter(sight, product)) return undefined
  const { zone } = account
  const keeping = keepingOf(account, product)
  const tasks = tasksIn(account, product, now)
  const typeName = (code: string) => found.sheet.seatTypes.find((type) => type.code === code)?.name ?? code
  const differs = new Set(tasks.map(({ personId }) => personId))
  return {
    product,
    name: found.sheet.name,
    way: wayOf(account, product),
    keeper: keeping?.keeperKind && keeping.keeperId ? { kind: keeping.keeperKind, id: keeping.keeperId } : null,
    keepers: keepersOf(account, product, now).map((id) => ({ id, name: account.nameOf(id) })),
    client: keeping?.placeId ? sight.placeName(keeping.placeId) : null,
    byMail: keepersByMail(account, product, now).length > 0,
    since: keeping ? dateOf(keeping.since, zone) : null,
    words: Object.entries(keeping?.words ?? {}).flatMap(([id, word]) => {
      const name = account.get('role', id)?.name ?? account.get('place', id)?.name
      return name === undefined ? [] : [{ id, name, word }]
    }),
    tasks: taskViewsIn(account, product, now),
    accounts: peopleIn(account, product, now).map((personId) => {
      const wanted = wantedOf(account, product, personId, now)
      const known = knownOf(account, product, personId)
      return {
        ...{ personId, name: account.nameOf(personId), here: wanted.state, seats: wanted.seats.map(typeName) },
        there: known.state,
        seatThere: known.row?.seatType ? typeName(known.row.seatType) : null,
        known: knownWords(account, known, now),
        differs: differs.has(personId),
      }
    }),
    nobodys: nobodysIn(sight, product),
    seatTypes: found.sheet.seatTypes.map(({ code, name }) => ({ code, name })),
    shared: sharedIn(sight, product),
    lists: [...account.by('memberList', 'product', product)]
      .sort((one, other) => other.appliedAt - one.appliedAt)
      .map(({ asOf, appliedAt, byId, count }) => ({
        asOf: dateOf(asOf, zone),
        appliedAt: dateOf(appliedAt, zone),
        by: byId ? account.nameOf(byId) : '',
        count,
      })),
    controls: { keep: controlOf(sight, 'connections', 'run') },
  }
}

function sharedIn({ account, now }: Sight, product: string): SharedLoginView[] {
  const { zone } = account
  const types = productAt(account, product, now)?.sheet.seatTypes ?? []
  return account
    .by('sharedLogin', 'product', product)
    .filter(({ until }) => isOpen(until, now))
    .map(({ id, responsibleId, userIds, seatType, until, reviewAt }) => ({
      ...{ sharedId: id, name: account.nameOf(id), address: account.personal(id, 'accountAddress') ?? '' },
      ...{ responsibleId, responsible: account.nameOf(responsibleId) },
      users: userIds.map((user) => ({ id: user, name: account.nameOf(user) })),
      ...{ seatType, seat: types.find(({ code }) => code === seatType)?.name ?? null },
      until: until === null ? null : lastDateBefore(until, zone),
      reviewOn: reviewAt === null ? null : dateOf(reviewAt, zone),
      known: knownWords(account, knownOf(account, product, id), now),
    }))
}

function nobodysIn({ account, now }: Sight, product: string): NobodysAccount[] {
  const latest = new Map<string, KnownRow[]>()
  for (const row of account.by('known', 'nobody', product)) {
    const key = row.remoteId ?? account.personal(row.id, 'accountAddress') ?? row.id
    latest.set(key, [...(latest.get(key) ?? []), row])
  }
  return [...latest.values()].flatMap((rows) => {
    const known = latestOf(rows)
    if (!known.row || known.state === 'closed') return []
    const { id } = known.row
    const address = account.personal(id, 'accountAddress') ?? ''
    const name = account.personal(id, 'accountName') ?? address
    return [
      {
        knownId: id,
        name,
        address,
        state: known.state,
        known: knownWords(account, known, now),
        isClosing: known.row.closingSince !== null,
      },
    ]
  })
}

/** Products the asker looks after; empty for anyone who looks after none. */
export function keptProducts(sight: Sight): KeptProduct[] {
  const { account, now } = sight
  return productsAt(account, now).flatMap(({ sheet }) => {
    if (!looksAfter(sight, sheet.code)) return []
    // Counted, not written out: there may be thousands.
    const tasks = tasksIn(account, sheet.code, now)
    const others = nobodysToClose(account, sheet.code).length + passwordsToChange(account, sheet.code, now).length
    return [
      {
        ...{ code: sheet.code, name: sheet.name, way: wayOf(account, sheet.code) },
        keepers: keepersOf(account, sheet.code, now).map((id) => account.nameOf(id)),
        ...{ tasks: tasks.length + others, overdue: tasks.filter(({ overdue }) => overdue).length },
      },
    ]
  })
}
