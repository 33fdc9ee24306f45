import type { Account } from '../account/account.ts'
import type { Id, KnownSource } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { firmNamed } from '../people/firms.ts'
import { instantText } from '../time/instants.ts'
import { productAt } from './catalogue.ts'
import type { JudgedMember, MemberChoice } from './judge-members.ts'
import { isOpen } from '../time/lasting.ts'

/** One product's rows as judged, and what is to become of them. */
export interface AppliedList {
  product: string
  judged: readonly JudgedMember[]
  /** What was chosen for rows, by their keys; the rest is left to the tasks. */
  choices: ReadonlyMap<string, MemberChoice>
  /** SHA-256 of what was read, base64url. */
  hash: string
  /** Which heading said what, for the next list. */
  columns: readonly { field: string; heading: string }[]
  /** The role that people are given at the places the list names for them; null: nobody is given a key (model B7). */
  keyRoleId?: Id | null
}

/** What holds for all lists that are applied together. */
export interface ListsApplied {
  /** A local date; at the latest now (model B1). */
  asOf: string
  source: Exclude<KnownSource, 'confirmed'>
  /** What those who are recorded are. */
  kind: 'staff' | 'contractor' | 'client'
}

/** So many accounts are noted by one change. */
const NOTED_AT_ONCE = 400

/**
 * The changes that apply lists: people recorded first, then what is known of every row and of all who are missing, then
 * seats given, changed and ended, and keys given. A list gives nobody access by itself: only what was chosen does
 * (model B3). Lists that
 * come from one spreadsheet have a person in one row, who is recorded once, with all their seats (model B7).
 * @param newId ids for the rows that are made.
 */
export function listChanges(
  sight: Sight,
  lists: readonly AppliedList[],
  applied: ListsApplied,
  newId: () => Id,
): object[] {
  const applying = new Applying(sight, applied, newId)
  for (const list of lists) applying.record(list)
  const known = lists.flatMap((list) => applying.apply(list))
  return [...applying.people, ...known, ...applying.seats, ...applying.keys, ...applying.asked()]
}

const isAmong = (grant: { roleId: Id; placeId: Id }, all: readonly { roleId: Id; placeId: Id }[] = []) =>
  all.some(({ roleId, placeId }) => roleId === grant.roleId && placeId === grant.placeId)

interface RecordChange {
  personId: Id
  seats?: { product: string; seatType: string }[]
  grants?: { roleId: Id; placeId: Id }[]
}

class Applying {
  /** Firms and people that are new. */
  readonly people: object[] = []
  readonly seats: object[] = []
  readonly keys: object[] = []
  private readonly firms = new Map<string, Id>()
  private readonly asking = new Map<string, object[]>()
  private readonly mayRecord: boolean
  /** Who was recorded, by their row. */
  private readonly recorded = new Map<string, RecordChange>()

  constructor(
    private readonly sight: Sight,
    private readonly applied: ListsApplied,
    private readonly newId: () => Id,
  ) {
    this.mayRecord = sight.can('people', 'add')
  }

  /** Records the people that were chosen. */
  record({ product, judged, choices, keyRoleId = null }: AppliedList): void {
    const { applied, sight, people, newId } = this
    for (const one of judged) {
      if (one.verdict !== 'new' || one.name === '' || choices.get(one.key) !== 'record') continue
      if (!this.mayRecord) {
        this.ask(product, one)
        continue
      }
      const known = this.recorded.get(one.key)
      const seatType = one.state === 'closed' ? undefined : this.seatTypeOf(product, one)
      const seats = seatType ? [{ product, seatType }] : []
      const grants = one.placeIds.flatMap((placeId) => (keyRoleId === null ? [] : [{ roleId: keyRoleId, placeId }]))
      if (known) {
        known.seats = [...(known.seats ?? []), ...seats]
        known.grants = [...(known.grants ?? []), ...grants.filter((grant) => !isAmong(grant, known.grants))]
        continue
      }
      const employerId = applied.kind === 'staff' ? null : firmOf(sight.account, one.firm, this.firms, people, newId)
      const change = {
        ...{ type: 'record-person', personId: newId(), name: one.name, kind: applied.kind },
        ...(one.address ? { email: one.address } : {}),
        standing: applied.kind === 'staff' ? 'member' : 'guest',
        ...(employerId ? { employerId } : {}),
        ...(seats.length > 0 ? { seats } : {}),
        ...(grants.length > 0 ? { grants } : {}),
      }
      people.push(change)
      this.recorded.set(one.key, change)
    }
  }

  /** Someone who may not record people asks the office to, of each product's people (model B3). */
  asked(): object[] {
    return [...this.asking].flatMap(([product, rows]) =>
      Array.from({ length: Math.ceil(rows.length / NOTED_AT_ONCE) }, (_, at) => ({
        ...{ type: 'ask-to-record', product, kind: this.applied.kind },
        rows: rows.slice(at * NOTED_AT_ONCE, (at + 1) * NOTED_AT_ONCE),
      })),
    )
  }

  private ask(product: string, one: JudgedMember): void {
    const seatType = one.state === 'closed' ? undefined : this.seatTypeOf(product, one)
    const row = {
      ...{ name: one.name, ...(one.address ? { email: one.address } : {}), ...(seatType ? { seatType } : {}) },
      firm: this.applied.kind === 'staff' ? '' : one.firm,
    }
    this.asking.set(product, [...(this.asking.get(product) ?? []), row])
  }

  /** What is known of a product's accounts from now on; seats are collected for later. */
  apply(list: AppliedList): object[] {
    const { sight, applied, newId } = this
    const { product, judged, choices, hash, columns } = list
    const { asOf, source } = applied
    const listId = newId()
    const known: object[] = []
    for (const one of judged) {
      if (one.verdict === 'unreadable' || one.verdict === 'twice') continue
      const choice = choices.get(one.key)
      const isStranger = one.verdict === 'by-name' && choice !== 'confirm'
      const recordedId = one.verdict === 'new' ? this.recorded.get(one.key)?.personId : undefined
      const personId = isStranger ? null : (recordedId ?? one.personId)
      this.chooseSeat(product, one, personId, choice)
      if (!recordedId && personId !== null) this.giveKeys(list, one, personId)
      known.push({
        ...(personId === null ? { address: one.address || null, name: one.name || null } : { personId }),
        ...(one.remoteId ? { remoteId: one.remoteId } : {}),
        ...{ state: one.state, ...(one.seatType ? { seatType: one.seatType } : {}) },
        ...(one.lastUsedAt === null ? {} : { lastUsed: instantText(one.lastUsedAt) }),
      })
    }
    known.push(...nobodysGone(sight, list, source))
    const noted = Array.from({ length: Math.ceil(known.length / NOTED_AT_ONCE) }, (_, at) => ({
      ...{ type: 'note-accounts', product, listId, asOf, source },
      accounts: known.slice(at * NOTED_AT_ONCE, (at + 1) * NOTED_AT_ONCE),
    }))
    const count = judged.filter(({ line }) => line !== null).length
    return [...noted, { type: 'note-list', listId, product, asOf, hash, count, columns }]
  }

  private chooseSeat(product: string, one: JudgedMember, personId: Id | null, choice?: MemberChoice): void {
    const held = personId === null ? undefined : heldIn(this.sight, product, personId)
    const seatType = this.seatTypeOf(product, one)
    if (choice === 'give-seat' && one.verdict === 'no-seat' && seatType) {
      this.seats.push({ type: 'give-seat', personId, product, seatType })
    }
    if (choice === 'change-seat' && held && one.seatType) {
      this.seats.push({ type: 'change-seat', holdingId: held, seatType: one.seatType })
    }
    if (choice === 'end-seat' && held) this.seats.push({ type: 'end-seat', holdingId: held })
  }

  /** Keys for someone who was here before; one they hold already is left as it is. */
  private giveKeys({ keyRoleId: roleId = null }: AppliedList, { placeIds }: JudgedMember, personId: Id): void {
    const { account, now } = this.sight
    const person = account.get('person', personId)
    if (roleId === null || !person || !['active', 'away', 'waiting'].includes(person.state)) return
    const held = account.by('grant', 'subject', `person ${personId}`).filter(({ until }) => isOpen(until, now))
    for (const placeId of placeIds) {
      if (isAmong({ roleId, placeId }, held)) continue
      this.keys.push({ type: 'give', subjectKind: 'person', subjectId: personId, roleId, placeId })
    }
  }

  private seatTypeOf(product: string, { seatType }: JudgedMember): string | undefined {
    const { account, now } = this.sight
    return seatType ?? productAt(account, product, now)?.sheet.seatTypes[0]?.code
  }
}

/** Accounts that were nobody's here and are not in the list any more, or are someone's from now on. */
export function nobodysGone(
  { account }: Sight,
  { product, judged, choices }: Pick<AppliedList, 'product' | 'judged' | 'choices'>,
  source: KnownSource,
): { address: string | null; name: string | null; remoteId?: string; state: 'closed' }[] {
  const still = new Set<string>()
  for (const { key, line, personId, verdict, address, remoteId } of judged) {
    const isNobodys = personId === null || (verdict === 'by-name' && choices.get(key) !== 'confirm')
    if (line === null || !isNobodys || choices.get(key) === 'record') continue
    for (const one of [address, remoteId]) if (one) still.add(one)
  }
  return account.by('known', 'nobody', product).flatMap((row) => {
    const address = account.personal(row.id, 'accountAddress') ?? null
    const isStill = (address !== null && still.has(address)) || (row.remoteId !== null && still.has(row.remoteId))
    if (row.state === 'closed' || row.source !== source || isStill) return []
    const name = account.personal(row.id, 'accountName') ?? null
    return [{ address, name, ...(row.remoteId ? { remoteId: row.remoteId } : {}), state: 'closed' as const }]
  })
}

/** A firm by its name as shown in the list; one that is new is added first. */
function firmOf(account: Account, name: string, made: Map<string, Id>, changes: object[], newId: () => Id): Id | null {
  if (name.trim() === '') return null
  const present = firmNamed(account, name)?.id ?? made.get(name)
  if (present) return present
  const firmId = newId()
  made.set(name, firmId)
  changes.push({ type: 'make-firm', firmId, name })
  return firmId
}

function heldIn({ account, now }: Sight, product: string, personId: Id): Id | undefined {
  return account
    .by('holding', 'person', personId)
    .find((one) => one.product === product && one.givenFrom <= now && isOpen(one.until, now))?.id
}
