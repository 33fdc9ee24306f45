import { editOf } from '../../account/edits.ts'
import type { Account } from '../../account/account.ts'
import type { Id, PersonRow, PersonalField, PersonalValue, RowEdit, Rows, TableName } from '../../account/rows.ts'
import type { Judgement, Mark } from '../../access/entitlement.ts'
import type { Level } from '../../account/level.ts'
import { Sight } from '../../access/sight.ts'
import type { OwnArea } from '../../products/own.ts'
import { problem, type Problem } from '../../checks/problem.ts'
import { rightTo } from '../../products/own.ts'
import type { Need } from './needs.ts'
import type { Nested } from './nested.ts'
import { addDays, dateOf, isDate, isInstantText, readWhen, type Edge, type Instant } from '../../time/instants.ts'
import { say } from '../../words/say.ts'

/** Who makes a change: a person of the account, time itself, a product that reports, or the person who loads a book. */
export type Actor =
  { kind: 'person'; personId: Id } | { kind: 'schedule' } | { kind: 'product'; product: string } | { kind: 'founding' }

/** What the server does besides writing rows, once the commit is made (model C1; named by ids, never by content). */
export type Effect =
  | { kind: 'invitation-mail'; offerId: Id; personId: Id; resendNumber: number; expiresAt: Instant }
  /** The same link once more, with a word that it still waits. */
  | { kind: 'reminder-mail'; offerId: Id; personId: Id; resendNumber: number }
  /** Someone is told by mail of what became of someone they invited. */
  | { kind: 'tell'; template: 'declined' | 'refused'; toPersonId: Id; aboutPersonId: Id }
  /** The same of someone who took an invitation up, also on the Desk; by mail as they wish (model I11). */
  | { kind: 'tell-taken'; taken: 'accepted' | 'waits'; toPersonId: Id; aboutPersonId: Id }
  /** Something waits for an instant. */
  | { kind: 'due'; at: Instant }
  /** Every way in is shut for this person in this account: sessions and tokens end (model X4). */
  | { kind: 'shut-doors'; personId: Id; departureId?: Id }
  /** Something is left to do for a departure once its doors are shut. */
  | { kind: 'go-on-leaving'; departureId: Id }
  /** Someone who looks after a product and has no login is asked by mail to close an account there (model B6). */
  | { kind: 'ask-keeper'; personId: Id }
  /** Whatever else is kept about someone who is erased is destroyed: messages, events, records (model X7). */
  | { kind: 'forget'; personId: Id; loginId: Id | null }
  /** Someone is away from now on: their sessions end, as they would for the person who leaves (model X1). */
  | { kind: 'shut-for-now'; personId: Id }

/** What changes came to, to be taken over by one that does them. */
interface Decided {
  edits: readonly RowEdit[]
  values: readonly PersonalValue[]
  effects: readonly Effect[]
  marks: readonly Mark[]
  isGrave: boolean
  after: Account
}

/** A change at work: it reads the account as it is so far, collects edits, or refuses. */
export class Draft {
  readonly problems: Problem[] = []
  readonly edits: RowEdit[] = []
  readonly values: PersonalValue[] = []
  readonly effects: Effect[] = []
  readonly marks = new Set<Mark>()
  /** Part of it needs a fresh proof of who the actor is, even if it happens only on a later day. */
  isGrave = false
  /** By whose rights what it gives is judged, where that is not the actor: who let them make it (model T8). */
  judgedAs: PersonRow | undefined
  /** The account with the edits so far. */
  account: Account
  readonly sight: Sight

  constructor(
    readonly start: Account,
    readonly actor: Actor,
    readonly now: Instant,
    private readonly within?: Nested,
  ) {
    this.account = start
    this.sight = new Sight(start, this.actorId ?? '', now)
  }

  /** How changes within this one are decided. @throws Error in a trial, which holds no others. */
  get nested(): Nested {
    if (!this.within) throw new Error('A trial decides no changes within it.')
    return this.within
  }

  get actorId(): Id | null {
    return this.actor.kind === 'person' ? this.actor.personId : null
  }

  get actorPerson(): PersonRow | undefined {
    return this.start.get('person', this.actorId)
  }

  /** Takes over what an entitlement check found (model D1, D2). */
  judged({ problems, marks }: Judgement): void {
    this.problems.push(...problems)
    for (const mark of marks) this.marks.add(mark)
  }

  refuse(code: string, sentence: string, path?: string): void {
    this.problems.push(problem(code, sentence, path))
  }

  insert<T extends TableName>(table: T, row: Rows[T]): void {
    if (this.account.get(table, row.id)) {
      return this.refuse('id-taken', say('engine.this-was-already-done-the-id-is-taken'))
    }
    this.record(table, row.id, null, row)
  }

  /** Many rows at once, which costs what one does. */
  insertAll<T extends TableName>(table: T, rows: readonly Rows[T][]): void {
    if (rows.some((row) => this.account.get(table, row.id))) {
      return this.refuse('id-taken', say('engine.this-was-already-done-the-id-is-taken'))
    }
    const edits = rows.map((row) => editOf(table, row.id, null, row))
    this.edits.push(...edits)
    this.account = this.account.with(edits)
  }

  update<T extends TableName>(table: T, id: Id, patch: Partial<Rows[T]>): void {
    const before = this.account.get(table, id)
    if (!before) throw new Error(`There is no ${table} ${id} to alter.`)
    this.record(table, id, before, { ...before, ...patch })
  }

  remove(table: TableName, id: Id): void {
    const before = this.account.get(table, id)
    if (before) this.record(table, id, before, null)
  }

  set(personId: Id, field: PersonalField, value: string | null): void {
    const entry = { personId, field, value }
    this.values.push(entry)
    this.account = this.account.with([], [entry])
  }

  /** Many edits and values at once, which costs what one does. */
  putAll(edits: readonly RowEdit[], values: readonly PersonalValue[]): void {
    this.edits.push(...edits)
    this.values.push(...values)
    this.account = this.account.with(edits, values)
  }

  /** Takes over what others changes decided came to. */
  takeOver({ edits, values, effects, marks, isGrave, after }: Decided): void {
    this.edits.push(...edits)
    this.values.push(...values)
    this.effects.push(...effects)
    for (const mark of marks) this.marks.add(mark)
    this.isGrave ||= isGrave
    this.account = after
  }

  private record<T extends TableName>(table: T, key: Id, before: Rows[T] | null, after: Rows[T] | null): void {
    const edit = editOf(table, key, before, after)
    this.edits.push(edit)
    this.account = this.account.with([edit])
  }

  /** Refuses unless the actor reaches a level of our own areas at a place (or at the root); says who could. */
  need(area: OwnArea, level: Level, placeId: Id, todo: string): boolean {
    if (this.actor.kind !== 'person' || this.sight.can(area, level, placeId)) return true
    const sentence = say('engine.to-you-need-the-right-to-there', {
      todo,
      right: rightTo(area, level),
      where: placeId === this.start.root.id ? 'everywhere' : 'there',
    })
    this.refuse('not-allowed', `${sentence} ${this.whoCould(area, level, placeId)}`)
    return false
  }

  /** Refuses unless the actor has all of these rights; the first that is missing is said. */
  needAll(needs: readonly Need[]): boolean {
    return needs.every(({ area, level, placeId, to }) => this.need(area, level, placeId, to))
  }

  /** `Oriel Thistlewick or Tamsin Roake could.`, of those the actor sees. */
  whoCould(area: OwnArea, level: Level, placeId: Id): string {
    const names: string[] = []
    for (const person of this.sight.visiblePeople()) {
      if (names.length === 2) break
      if (new Sight(this.start, person.id, this.now).can(area, level, placeId)) {
        names.push(this.start.nameOf(person.id))
      }
    }
    return names.length > 0
      ? say('engine.can-do-it', { list: names.join(say('engine.or')) })
      : say('engine.ask-the-office')
  }

  /** Something named in a change that the actor may not see answers as one that does not exist (model D5). */
  seen<T extends 'person' | 'place' | 'role' | 'grant' | 'offer'>(table: T, id: Id, word: string): Rows[T] | undefined {
    const row = this.account.get(table, id)
    const made = row !== undefined && this.start.get(table, id) === undefined
    const visible = made || this.actor.kind !== 'person' || this.isVisible(table, id)
    if (row && visible) return row
    this.refuse('not-found', say('engine.there-is-no-such-here-it-may-have', { word }))
    return undefined
  }

  private isVisible(table: string, id: Id): boolean {
    if (table === 'place') return this.sight.seesPlace(id)
    if (table === 'person') return this.sight.seesPerson(id)
    if (table === 'grant') {
      const grant = this.start.get('grant', id)
      return grant !== undefined && this.sight.seesGrant(grant)
    }
    if (table === 'offer') {
      const offer = this.start.get('offer', id)
      return offer !== undefined && this.sight.seesPerson(offer.personId)
    }
    return true
  }

  /**
   * Reads the dates of a period. No `from`, or today's date, is now; an earlier one is refused, and so is an end
   * before the beginning (model Z1, Z3).
   */
  period(from: string | null | undefined, until: string | null | undefined): { from: Instant; until: Instant | null } {
    const begin = from ? (this.when(from, 'beginning', 'from') ?? this.now) : this.now
    const end = until ? this.when(until, 'end', 'until') : null
    if (end !== null && end <= begin) {
      this.refuse('dates-backwards', say('engine.the-last-day-is-before-the-first-choose'), '/until')
    }
    return { from: begin, until: end }
  }

  /** Reads a new end of something that began before; `null` is open. */
  endFrom(text: string | null, from: Instant | null, path: string): Instant | null {
    const end = text === null ? null : this.when(text, 'end', path.slice(1))
    if (end !== null && from !== null && end <= from) {
      this.refuse('dates-backwards', say('engine.the-last-day-is-before-the-first-choose'), path)
    }
    return end
  }

  private when(text: string, edge: Edge, field: string): Instant | null {
    const zone = this.account.zone
    const isToday = isDate(text) && text === dateOf(this.now, zone)
    if (isToday && edge === 'beginning') return this.now
    if (!isDate(text) && !isInstantText(text)) {
      this.refuse(
        'bad-date',
        say('engine.is-not-a-date-write-it-as', { text, addDays: addDays(dateOf(this.now, zone), 14) }),
        `/${field}`,
      )
      return null
    }
    const instant = readWhen(text, zone, edge)
    if (instant < this.now) {
      this.refuse('date-past', say('engine.has-passed-choose-today-or-later', { text }), `/${field}`)
      return null
    }
    return instant
  }
}
