import type { AccountBook } from './book-shape.ts'
import type { Approvers, Id, LeaverLine, PersonalValue, PersonRow, PlaceRow, Rows, TableName } from './rows.ts'
import type { HoldingRow } from './product-rows.ts'
import { entryAt } from '../checks/must.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { MAXIMUM_PROBLEMS } from '../checks/shape.ts'
import { placeByPath, upwards } from '../places/tree.ts'
import type { SheetCharging } from './sheet-shape.ts'
import { readWhen, type Edge, type Instant } from '../time/instants.ts'
import { Account } from './account.ts'
import { perTable } from './indexes.ts'
import { say } from '../words/say.ts'

export type Lists = { [T in TableName]: Rows[T][] }

/** So many problems are told, and no more are looked for. */
export class EnoughProblems extends Error {
  constructor(readonly problems: Problem[]) {
    super(say('account.there-are-more-problems-than-are-told-at'))
  }
}

/** A book while it is read: the rows made so far, what its names stand for, and what is wrong with it. */
export class BookScene {
  readonly problems: Problem[] = []
  readonly rows = perTable<Lists>(() => [])
  readonly values: PersonalValue[] = []
  readonly people = new Map<string, Id>()
  readonly employers = new Map<string, Id>()
  readonly roles = new Map<string, Id>()
  readonly fields = new Map<string, Id>()
  readonly groups = new Map<string, Id>()
  /** Where a row is in the account export. */
  readonly paths = new Map<Id, string>()
  /** Rows that say who approves: read once everyone and every group has a name. */
  readonly approved: { row: { approvers: Approvers | null }; from: unknown; path: string }[] = []
  /** The instant the book represents. */
  readonly asOf: Instant
  private readonly placeByText = new Map<string, PlaceRow>()
  private places: Account | undefined
  private types: Set<string> | undefined
  private byId: Map<Id, PersonRow> | undefined
  private held: Map<Id, HoldingRow[]> | undefined

  constructor(
    readonly book: AccountBook,
    readonly makeId: () => Id,
  ) {
    this.asOf = this.when(book.asOf, 'beginning')
  }

  /** What people may have to hand back, of which a leaving names some. */
  get lines(): readonly LeaverLine[] {
    return entryAt(this.rows.settings, 0).leaverLines
  }

  /** A row by its name, of which there are no two. */
  named<T extends 'employer' | 'field' | 'role' | 'group'>(
    known: Map<string, Id>,
    table: T,
    row: Rows[T],
    path: string,
  ): void {
    const key = row.name.toLowerCase()
    if (known.has(key)) this.problem('name-twice', say('account.there-are-two-of-the-name', { row: row.name }), path)
    known.set(key, row.id)
    this.paths.set(row.id, path.replace(/\/name$/, ''))
    ;(this.rows[table] as Rows[T][]).push(row)
  }

  /** The place of a path; a problem where there is none. */
  place(text: string, path: string): Id | undefined {
    let place = this.placeByText.get(text)
    if (!place && (place = placeByPath(this.forest, text))) this.placeByText.set(text, place)
    if (!place) this.problem('unknown-place', say('account.there-is-no-place', { text }), path)
    return place?.id
  }

  /** What goes by a name; a problem where nothing does. */
  find(known: Map<string, Id>, name: string | undefined, word: string, path: string): Id | null {
    if (name === undefined) return null
    const id = known.get(name.toLowerCase())
    if (!id) this.problem(`unknown-${word}`, say('account.there-is-no-in-this-book', { word, name }), path)
    return id ?? null
  }

  when(text: string, edge: Edge): Instant {
    return readWhen(text, this.book.account.zone, edge)
  }

  /** Whether a place, or one above it, is archived. */
  sleeps(placeId: Id): boolean {
    return upwards(this.forest, placeId).some((place) => place.archived)
  }

  /** Whether a product of the book ever had a seat type, `product/seat-type`; once the products are read. */
  hasType(seat: string): boolean {
    const known = (this.types ??= new Set(
      this.rows.sheet.flatMap(({ sheet }) => sheet.seatTypes.map((type) => `${sheet.code}/${type.code}`)),
    ))
    // Of a sheet that could not be read nothing is known; that is told already.
    const [product = ''] = seat.split('/')
    const isUnread = !this.rows.sheet.some(({ sheet }) => sheet.code === product)
    return known.has(seat) || (isUnread && this.rows.product.some(({ code }) => code === product))
  }

  /** A person of the book. */
  personOf(personId: Id): PersonRow | undefined {
    this.byId ??= new Map(this.rows.person.map((row) => [row.id, row]))
    return this.byId.get(personId)
  }

  /** What a person of the book holds. */
  holdingsOf(personId: Id): HoldingRow[] {
    if (!this.held) {
      this.held = new Map()
      for (const row of this.rows.holding) this.held.set(row.personId, [...(this.held.get(row.personId) ?? []), row])
    }
    return this.held.get(personId) ?? []
  }

  /** Whom a product counts by its sheet of an instant. */
  countsAt(product: string, instant: Instant): SheetCharging['counts'] | undefined {
    const sheets = this.rows.sheet.filter(({ sheet }) => sheet.code === product)
    const begun = sheets.filter(({ from }) => from <= instant).sort((one, other) => one.from - other.from)
    return (begun.at(-1) ?? sheets[0])?.sheet.charging.counts
  }

  problem(code: string, sentence: string, path: string): void {
    this.problems.push(problem(code, sentence, path))
    if (this.problems.length >= MAXIMUM_PROBLEMS) throw new EnoughProblems(this.problems)
  }

  /** The places, once all of them are read. */
  private get forest(): Account {
    return (this.places ??= Account.of('', 0, { place: this.rows.place }))
  }
}
