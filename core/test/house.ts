import {
  decide,
  preview,
  readBook,
  readChange,
  readInstant,
  type Account,
  type AccountBook,
  type Change,
  type Id,
  type Instant,
  type RowEdit,
} from '../src/index.ts'
import { AS_OF, smallBook } from './small-book.ts'

export const NOW = readInstant(AS_OF)
export const DOMAIN = 'house.example'

let count = 0
/** Ids in the order they were made, far enough apart for those that are counted on from them. */
export function nextId(): Id {
  count += 1
  const [time, rest] = [count, (count * 2_654_435_761) % 2 ** 48].map((part) => part.toString(16).padStart(12, '0'))
  return `${time!.slice(0, 8)}-${time!.slice(8)}-7000-8000-${rest}`
}

/** An account under test, its people by first name and its places by name. */
export class House {
  /** What the docket applied last altered. */
  /** What was applied last, as the ledger has it. */
  last: { edits: readonly RowEdit[]; changes: readonly object[] } = { edits: [], changes: [] }

  constructor(
    public account: Account,
    public now: Instant = NOW,
  ) {}

  static open(change: (book: AccountBook) => void = () => undefined): House {
    const book = smallBook(DOMAIN)
    change(book)
    const read = readBook(book, nextId)
    if (!read.account) throw new Error(JSON.stringify(read.problems))
    return new House(read.account, read.asOf)
  }

  person(firstName: string): Id {
    const id = this.account.peopleByEmail(`${firstName.toLowerCase()}@${DOMAIN}`)[0]
    if (!id) throw new Error(`Nobody is called ${firstName}.`)
    return id
  }

  place(name: string): Id {
    return named(this.account.all('place'), name)
  }

  role(name: string): Id {
    return named(this.account.all('role'), name)
  }

  read(plain: object): Change {
    const read = readChange(plain, nextId)
    if (read.problems) throw new Error(JSON.stringify(read.problems))
    return read.value
  }

  /** Decides as someone; nothing is kept. */
  try(actor: string, ...changes: object[]) {
    const read = changes.map((change) => this.read(change))
    return decide(this.account, read, { kind: 'person', personId: this.person(actor) }, this.now)
  }

  /** The codes of what stands in the way; empty if nothing does. */
  refusals(actor: string, ...changes: object[]): string[] {
    return this.try(actor, ...changes).problems.map((problem) => problem.code)
  }

  /** Decides as someone and keeps the result. @throws if it is refused. */
  do(actor: string, ...changes: object[]): this {
    const read = changes.map((change) => this.read(change))
    const decision = decide(this.account, read, { kind: 'person', personId: this.person(actor) }, this.now)
    if (decision.problems.length > 0) throw new Error(JSON.stringify(decision.problems))
    this.account = decision.after
    this.last = { edits: decision.edits, changes: read }
    this.now += 1
    return this
  }

  /** What undoing the docket applied last is. */
  undoing(): object {
    return { type: 'undo', version: 1, ...this.last }
  }

  /** Time passes. */
  later(seconds: number): this {
    this.now += seconds * 1_000_000
    return this
  }

  show(actor: string, ...changes: object[]) {
    const read = changes.map((change) => this.read(change))
    return preview(this.account, read, { kind: 'person', personId: this.person(actor) }, this.now)
  }

  /** Gives a role at a place, as the owner. */
  give(to: string, role: string, place: string, more: object = {}): this {
    const subject = { subjectKind: 'person', subjectId: this.person(to) }
    return this.do('Oriel', { type: 'give', ...subject, roleId: this.role(role), placeId: this.place(place), ...more })
  }

  invitation(more: object = {}): object {
    return {
      type: 'invite',
      name: 'Sorrel Climber',
      email: `sorrel@${DOMAIN}`,
      kind: 'contractor',
      standing: 'guest',
      engagementUntil: '2026-09-30',
      grants: [{ roleId: this.role('Rope access'), placeId: this.place('Main') }],
      seats: [{ product: 'log', seatType: 'field' }],
      ...more,
    }
  }

  /** The open offer of someone invited. */
  offerOf(firstName: string): Id {
    return this.account.by('offer', 'person', this.person(firstName)).find((offer) => offer.state === 'live')!.id
  }

  accept(firstName: string, proven = true): this {
    return this.acceptAs(firstName, nextId(), proven)
  }

  /** Takes an invitation up with a login of one's own. */
  acceptAs(firstName: string, loginId: Id, proven: boolean): this {
    const change = this.read({ type: 'accept', offerId: this.offerOf(firstName), loginId, proven })
    const actor = { kind: 'person', personId: this.person(firstName) } as const
    const decision = decide(this.account, [change], actor, this.now)
    if (decision.problems.length > 0) throw new Error(JSON.stringify(decision.problems))
    this.account = decision.after
    this.now += 1
    return this
  }

  /** Does what time does by itself at an instant, which is now from then on. @throws if it is refused. */
  bySchedule(at: Instant, change: object): this {
    this.now = at
    const decision = decide(this.account, [this.read(change)], { kind: 'schedule' }, at)
    if (decision.problems.length > 0) throw new Error(JSON.stringify(decision.problems))
    this.account = decision.after
    return this
  }

  stateOf(firstName: string): string {
    return this.account.get('person', this.person(firstName))!.state
  }
}

function named(rows: Iterable<{ id: Id; name: string }>, name: string): Id {
  for (const row of rows) if (row.name === name) return row.id
  throw new Error(`There is no ${name}.`)
}
