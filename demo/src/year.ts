import { v7 as uuidv7 } from 'uuid'
import {
  addDays,
  closingOf,
  instantOfLocal,
  instantText,
  monthsToClose,
  placeByPath,
  readChange,
  readWhen,
  type Account,
  type AccountBook,
  type Actor,
  type BookPlace,
  type Change,
  type Instant,
  type LocalDate,
} from '@lodge/core'
import { Accounts, ClockWatch, Committer, type KeyRing, type Pools, type Via } from '@lodge/server'
import { DEMO_ZONE } from './book.ts'
import { DEMO_OWNER_EMAIL } from './sign-in.ts'
import { entryAt, must } from '@lodge/core/must'

const TAMSIN = 'tamsin.roake@thistlewick.example'
const ORIEL = DEMO_OWNER_EMAIL
/** So many days back the demo's account was opened. */
const DAYS = 365

/** Something that happened during the demo's year: when, by whom, and the changes as that account's ids have them. */
interface Happening {
  date: LocalDate
  time: string
  by: string | 'time' | { product: string }
  changes(account: Account): object[]
}

/** The scenario's book as it was a year before: what came since is left out, to be done again by {@link liveTheYear}. */
export function yearOldBook(book: AccountBook, today: LocalDate): AccountBook {
  const then = addDays(today, -DAYS)
  const earlier = <R extends { from: string }>(rows: readonly R[]) => rows.filter((row) => row.from <= then)
  return {
    ...book,
    asOf: instantText(readWhen(then, DEMO_ZONE, 'beginning')),
    places: book.places.map((client) => movedBack(client)),
    products: book.products.map(({ use: _use, fittings = [], ...product }) => ({
      ...product,
      sheets: earlier(product.sheets),
      stock: earlier(product.stock),
      fittings: earlier(fittings),
    })),
    people: book.people.map((person) => {
      const seats = (person.seats ?? []).filter((seat) => seat.from <= then)
      const seatsThen = seats.map(({ until: _until, ...seat }) => seat)
      if (person.state === 'away') return { ...person, state: 'active' as const, seats: seatsThen }
      if (person.state !== 'left') {
        const standing = person.name === 'Piran Thistlewick' ? 'administrator' : person.standing
        return { ...person, standing, seats: seatsThen }
      }
      const { until: _until, ...engagement } = person.engagement ?? {}
      const grants = person.grants?.map(({ until: _end, ...grant }) => grant)
      return { ...person, state: 'active' as const, engagement, grants, seats: seatsThen }
    }),
  }
}

/** The Jetty planters lay at Corvane Hill by mistake until autumn. */
function movedBack(client: BookPlace): BookPlace {
  if (client.name !== 'Corvane Hotels') return client
  const sites = client.places ?? []
  const jetty = must(
    sites.flatMap((site) => site.places ?? []).find((place) => place.name === 'Jetty planters'),
    'entry that is sought',
  )
  const places = sites.map((site) => {
    const kept = (site.places ?? []).filter((place) => place !== jetty)
    return { ...site, places: site.name === 'Corvane Hill' ? [...kept, jetty] : kept }
  })
  return { ...client, places }
}

/** What happened, in order, so that the account comes out as the scenario's book. */
function happenings(book: AccountBook, today: LocalDate): Happening[] {
  const then = addDays(today, -DAYS)
  const found: Happening[] = [...seatsGiven(book, then), ...productsMoved(book, then), ...useReported(book)]
  const at = (offset: number, time: string, by: Happening['by'], changes: Happening['changes']) =>
    found.push({ date: addDays(today, offset), time, by, changes })
  const person = (account: Account, email: string) => entryAt(account.peopleByEmail(email), 0)
  for (const one of book.people.filter((someone) => someone.state === 'left' && someone.email)) {
    const date = must(must(one.engagement, 'engagement').until, 'until')
    const changes = (account: Account) => [
      { type: 'plan-departure', personId: person(account, must(one.email, 'email')) },
    ]
    found.push({ date, time: '17:30', by: TAMSIN, changes })
  }
  at(-260, '09:20', ORIEL, (account) => [
    { type: 'change-person', personId: person(account, 'piran.thistlewick@thistlewick.example'), standing: 'owner' },
  ])
  at(-250, '11:05', TAMSIN, (account) => [
    {
      type: 'move-place',
      placeId: must(placeByPath(account, 'Corvane Hotels/Corvane Hill/Jetty planters'), 'place').id,
      parentId: must(placeByPath(account, 'Corvane Hotels/Corvane Lakeside'), 'place').id,
    },
  ])
  at(-140, '10:15', TAMSIN, (account) => [ropeAccess(account, 'change')])
  at(-126, '16:40', TAMSIN, (account) => [ropeAccess(account, 'add')])
  const wrong = { email: 'corin.vane@pellworth.example', name: 'Corin Vane', kind: 'client', standing: 'guest' }
  at(-91, '14:02', TAMSIN, (account) => {
    const placeId = must(placeByPath(account, 'Pellworth Hospital Trust'), 'place').id
    const roleId = must(
      [...account.all('role')].find((role) => role.name === 'Client view'),
      'entry that is sought',
    ).id
    return [{ type: 'invite', ...wrong, grants: [{ roleId, placeId }], seats: [] }]
  })
  at(-91, '14:09', TAMSIN, (account) => {
    const offer = must(
      [...account.all('offer')].find((one) => account.personal(one.personId, 'email') === wrong.email),
      'entry that is sought',
    )
    return [{ type: 'withdraw', offerId: offer.id }]
  })
  return found.filter((one) => one.date >= then && one.date <= today)
}

function ropeAccess(account: Account, level: string): object {
  const role = must(
    [...account.all('role')].find((one) => one.name === 'Rope access'),
    'entry that is sought',
  )
  const areas = Object.entries(role.areas).map(([area, entry]) => {
    return { area, ...entry, level: area === 'bedding-log/photos' ? level : entry.level }
  })
  return { type: 'change-role', roleId: role.id, name: role.name, areas }
}

/** Seats given during the year, by the day. */
function seatsGiven(book: AccountBook, then: LocalDate): Happening[] {
  const byDate = new Map<LocalDate, { email: string; product: string; seatType: string }[]>()
  for (const { email, seats = [] } of book.people) {
    for (const { seat, from } of seats.filter((one) => one.from > then)) {
      const [product = '', seatType = ''] = seat.split('/')
      byDate.set(from, [...(byDate.get(from) ?? []), { email: must(email, 'email'), product, seatType }])
    }
  }
  return [...byDate].map(([date, given]) => ({
    date,
    time: '09:00',
    by: TAMSIN,
    changes: (account) =>
      given.map(({ email, product, seatType }) => {
        return { type: 'give-seat', personId: entryAt(account.peopleByEmail(email), 0), product, seatType }
      }),
  }))
}

/** New prices, told two weeks before; seats ordered; sensors switched on. */
function productsMoved(book: AccountBook, then: LocalDate): Happening[] {
  return book.products.flatMap(({ code, sheets, stock, fittings = [] }): Happening[] => [
    ...sheets
      .filter((one) => one.from > then)
      .map(({ from, sheet }) => ({
        date: addDays(from, -14),
        time: '08:50',
        by: ORIEL,
        changes: () => [{ type: 'import-sheet', sheet, from }],
      })),
    ...stock
      .filter((one) => one.from > then)
      .map(({ seatType, number, from, source }) => ({
        date: from,
        time: '08:30',
        by: ORIEL,
        changes: () => [{ type: 'enter-stock', product: code, seatType, number, source: must(source, 'source') }],
      })),
    ...fittings
      .filter((one) => one.from > then)
      .map(({ place, from }) => ({
        date: from,
        time: '12:10',
        by: TAMSIN,
        changes: (account: Account) => [
          { type: 'fit-place', product: code, placeId: must(placeByPath(account, place), 'place').id },
        ],
      })),
  ])
}

function useReported(book: AccountBook): Happening[] {
  return book.products.flatMap(({ code, use = [] }) =>
    use.map(({ allowance, at, amount }) => ({
      date: at.slice(0, 10),
      time: '20:00',
      by: { product: code },
      changes: () => [{ type: 'report-use', uses: [{ allowance, at, amount }] }],
    })),
  )
}

/** An account that takes changes as of an instant. */
export interface World {
  current(): Promise<Account>
  commit(changes: Change[], actor: Actor, at: Instant): Promise<void>
}

/**
 * Lives the demo's year: every happening is a commit of its own at its instant, and the months close in between, so that
 * ledger, past bills and history are what they would be.
 */
export async function liveTheYear(world: World, book: AccountBook, today: LocalDate, until: Instant): Promise<void> {
  const commit = (plain: object[], actor: Actor, at: Instant) => world.commit(plain.map(readWhole), actor, at)
  const closeMonths = async (before: Instant) => {
    for (;;) {
      const account = await world.current()
      const month = monthsToClose(account, before)[0]
      if (month === undefined) return
      await commit([{ type: 'close-month', month }], { kind: 'schedule' }, closingOf(month, account.zone))
    }
  }
  const inOrder = happenings(book, today)
    .map((one) => ({ ...one, at: instantOfLocal(`${one.date}T${one.time}`, DEMO_ZONE, 'beginning') }))
    .filter((one) => one.at < until)
    .sort((one, other) => one.at - other.at)
  for (const one of inOrder) {
    await closeMonths(one.at)
    const account = await world.current()
    await commit(one.changes(account), actorOf(account, one.by), one.at)
  }
  await closeMonths(until)
}

function readWhole(plain: object): Change {
  const { value, problems } = readChange(plain, uuidv7)
  if (!value) throw new Error(`The demo's year: ${problems?.[0]?.sentence}`)
  return value
}

/** A founded account in its database, under a clock that each commit moves on. */
export function worldOf(pools: Pools, keyRing: KeyRing, accountId: string): World {
  let now: Instant = 0
  const clock = { now: () => now }
  const accounts = new Accounts(pools, clock, 1_000_000_000, () => undefined)
  const nobody = { committed: () => undefined, doorsShut: () => undefined }
  const committer = new Committer({ pools, accounts, clock, clockWatch: new ClockWatch() }, keyRing, nobody, undefined)
  return {
    current: async () => must(await accounts.get(accountId), 'account').account,
    async commit(changes, actor, at) {
      now = at
      const via: Via = actor.kind === 'person' ? { kind: 'session', id: uuidv7() } : { kind: viaOf(actor) }
      await committer.commit({ accountId, changes, actor, via })
    },
  }
}

function viaOf({ kind }: Actor): 'product' | 'schedule' {
  return kind === 'product' ? 'product' : 'schedule'
}

function actorOf(account: Account, by: Happening['by']): Actor {
  if (typeof by === 'object') return { kind: 'product', product: by.product }
  return by === 'time' ? { kind: 'schedule' } : { kind: 'person', personId: entryAt(account.peopleByEmail(by), 0) }
}
