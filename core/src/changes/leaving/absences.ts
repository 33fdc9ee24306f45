import { Equals, IsBoolean, IsOptional } from 'class-validator'
import type { AbsenceRow, Id, PersonRow } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import { Line } from '../../checks/shape.ts'
import { instantText, momentInWords, readMoment } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { absenceOf } from './away-wanted.ts'
import { LeftOut, RowId, type MadeId } from '../engine/shapes.ts'
import { Moment } from '../../checks/dates.ts'
import { aboutPerson, atRoot, type Need } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

const DECIDES = atRoot('people', 'change', 'leaving.decide-who-is-away')

export class GoAway {
  @Equals('go-away') type!: 'go-away'
  @RowId() absenceId!: MadeId
  @RowId() personId!: Id
  /** The first day away; left out, now. */
  @Moment() from?: string | null
  /** The last day away; left out, until they are had back. */
  @Moment() until?: string | null
  /** Whether seats are kept, and paid for. */
  @LeftOut() @IsBoolean() keepSeats?: boolean
  @IsOptional() @RowId() substituteId?: Id | null
  /** Private to the office. */
  @IsOptional() @Line(400, 0) reason?: string | null
}

/**
 * Someone is away for a time (model X1): no entry, and their seats end unless they are kept; keys, groups and history
 * stay and go on changing. Set by anyone who may, asked for by the person themselves.
 */
export const goAway: ChangeKind<GoAway> = {
  type: 'go-away',
  confirm: 'confirm.go-away',
  category: 'away',
  effect: 'sets-away',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: aboutPerson('people', 'change', (name) => say('leaving.set-away', { name })),
  undo: 'by-its-right',
  preview: 'plain',
  shape: GoAway,
  fill: (change, newId) => ({ ...change, absenceId: newId(change.absenceId) }),
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person || !maySet(draft, person)) return
    const wanted = absenceOf(draft, change, person)
    if (!wanted) return
    const row = { ...wanted, state: 'set' as const, decidedById: draft.actorId }
    draft.insert('absence', row)
    if (change.reason) draft.set(person.id, `absence ${row.id}`, change.reason.trim())
    begin(draft, person, row)
  },
  sentence(change, sight, tense) {
    const dates = datesText(change.from, change.until, sight)
    return say('leaving.set-that-is-away-seats-kept', {
      tense,
      person: sight.personName(change.personId),
      dates,
      hasKeepSeats: Boolean(change.keepSeats),
    })
  },
  record: withoutReason,
}

export class AskAway {
  @Equals('ask-away') type!: 'ask-away'
  @RowId() absenceId!: MadeId
  @RowId() personId!: Id
  @Moment() from?: string | null
  @Moment() until?: string | null
  @IsOptional() @RowId() substituteId?: Id | null
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Asks for a time away; seen by the manager, decided by anyone who runs people (model X1). */
export const askAway: ChangeKind<AskAway> = {
  type: 'ask-away',
  confirm: 'confirm.ask-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { needs: (draft, { absenceId }) => mayDecide(draft, absenceId) },
  preview: 'plain',
  shape: AskAway,
  fill: (change, newId) => ({ ...change, absenceId: newId(change.absenceId) }),
  decide(draft, change) {
    if (change.personId !== draft.actorId)
      return draft.refuse('not-yours', say('leaving.you-can-ask-only-for-yourself-the-office'))
    const person = must(draft.account.get('person', change.personId), 'person')
    const row = absenceOf(draft, change, person)
    if (!row) return
    draft.insert('absence', { ...row, seats: [], state: 'asked', askedById: person.id })
    if (change.reason) draft.set(person.id, `absence ${row.id}`, change.reason.trim())
  },
  sentence: (change, sight, tense) =>
    say('leaving.asked-to-be-away', { tense, dates: datesText(change.from, change.until, sight) }),
  record: withoutReason,
}

export class GrantAway {
  @Equals('grant-away') type!: 'grant-away'
  @RowId() absenceId!: Id
  @LeftOut() @IsBoolean() keepSeats?: boolean
}

/** Grants a time away as it was asked for. */
export const grantAway: ChangeKind<GrantAway> = {
  type: 'grant-away',
  confirm: 'confirm.grant-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: (draft, { absenceId }) => (seenAbsence(draft, absenceId) ? DECIDES(draft) : []),
  undo: 'by-its-right',
  preview: 'plain',
  shape: GrantAway,
  fill: (change) => change,
  decide(draft, { absenceId, keepSeats = false }) {
    const asked = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', asked?.personId)
    if (asked?.state !== 'asked' || !person) {
      return draft.refuse('not-found', say('leaving.this-request-for-time-away-is-no-longer'))
    }
    if (!maySet(draft, person)) return
    const dates = {
      ...(asked.from > draft.now ? { from: instantText(asked.from) } : {}),
      ...(asked.until === null ? {} : { until: instantText(asked.until) }),
    }
    const { substituteId, personId } = asked
    const wanted = absenceOf(draft, { type: 'go-away', absenceId, personId, substituteId, keepSeats, ...dates }, person)
    if (!wanted) return
    const row = { ...wanted, state: 'set' as const, askedById: asked.askedById, decidedById: draft.actorId }
    draft.update('absence', absenceId, row)
    begin(draft, person, row)
  },
  sentence: (change, sight, tense) =>
    say('leaving.granted-the-time-away', {
      tense,
      person: sight.personName(sight.named.get('absence', change.absenceId)?.personId),
    }),
  record: (change) => change,
}

export class PutDownAway {
  @Equals('put-down-away') type!: 'put-down-away'
  @RowId() absenceId!: Id
}

/** A time away is declined, taken back by the person who asked, or cancelled before it begins. */
export const putDownAway: ChangeKind<PutDownAway> = {
  type: 'put-down-away',
  confirm: 'confirm.put-down-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: (draft, { absenceId }) => mayDecide(draft, absenceId),
  undo: { needs: DECIDES },
  preview: 'plain',
  shape: PutDownAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const isOpen = row?.state === 'asked' || (row?.state === 'set' && row.from > draft.now)
    if (!row || !isOpen) return draft.refuse('not-found', noAbsence())
    const takesBack = row.personId === draft.actorId && row.state === 'asked'
    draft.update('absence', row.id, {
      state: takesBack || row.state === 'set' ? 'put-down' : 'declined',
      decidedById: draft.actorId,
    })
    if (row.state !== 'set') return
    draft.update('person', row.personId, { awayFrom: null, awayUntil: null })
    for (const holding of draft.account.by('holding', 'person', row.personId)) {
      if (holding.until === row.from && row.seats.some((seat) => seat.product === holding.product)) {
        draft.update('holding', holding.id, { until: null, endedById: null })
      }
    }
  },
  sentence: (_change, _sight, tense) => say('leaving.cancel-a-time-away', { tense }),
  record: (change) => change,
}

export class BeginAway {
  @Equals('begin-away') type!: 'begin-away'
  @RowId() absenceId!: Id
}

/** A time away that was set begins: what the dates have said since then is written, and every session ends (model Z3). */
export const beginAway: ChangeKind<BeginAway> = {
  type: 'begin-away',
  confirm: 'confirm.apply',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { needs: DECIDES },
  preview: 'plain',
  shape: BeginAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', row?.personId)
    if (draft.actor.kind === 'person' || row?.state !== 'set' || person?.state !== 'active' || row.from > draft.now) {
      return draft.refuse('not-due', say('leaving.no-time-away-begins-now'))
    }
    enter(draft, row)
    if (row.until !== null) draft.effects.push({ kind: 'due', at: row.until })
  },
  sentence: (change, sight, tense) =>
    say('leaving.began-the-time-away-of', {
      tense,
      person: sight.personName(sight.named.get('absence', change.absenceId)?.personId),
    }),
  record: (change) => change,
}

/** One's own time away, or that of someone whose record one sees (model D5). */
function seenAbsence(draft: Draft, absenceId: Id): AbsenceRow | undefined {
  const row = draft.account.get('absence', absenceId)
  if (row && (row.personId === draft.actorId || draft.sight.depthOf(row.personId) === 'record')) return row
  draft.refuse('not-found', noAbsence())
  return undefined
}

const noAbsence = () => say('leaving.this-time-away-is-no-longer-there-it')

/** Deciding about a time away needs the right to change people; what one asked for oneself is one's own to take back. */
function mayDecide(draft: Draft, absenceId: Id): readonly Need[] {
  const row = seenAbsence(draft, absenceId)
  const takesBack = row?.personId === draft.actorId && row?.state === 'asked'
  return !row || takesBack ? [] : DECIDES(draft)
}

/** Going away needs what leaving needs, but for the last owner, whom the account checks at every instant (model D3, P5). */
function maySet(draft: Draft, person: PersonRow): boolean {
  const name = draft.account.nameOf(person.id)
  const byOwner = draft.actor.kind !== 'person' || draft.actorPerson?.standing === 'owner'
  if (person.standing === 'owner' && !byOwner) {
    draft.refuse('owners-only', say('leaving.is-an-owner-only-an-owner-can-set', { name }))
    return false
  }
  if (!person.signatory) return true
  draft.refuse('signatory', say('leaving.is-the-signatory-make-another-owner-signatory', { name }))
  return false
}

function begin(draft: Draft, person: PersonRow, row: AbsenceRow): void {
  draft.update('person', person.id, { awayFrom: row.from, awayUntil: row.until })
  for (const { holdingId } of row.seats) {
    draft.update('holding', holdingId, { until: row.from, endedById: draft.actorId })
  }
  if (row.from <= draft.now) enter(draft, row)
  else draft.effects.push({ kind: 'due', at: row.from })
  if (row.from <= draft.now && row.until !== null) draft.effects.push({ kind: 'due', at: row.until })
}

function enter(draft: Draft, { id, personId }: AbsenceRow): void {
  draft.update('person', personId, { state: 'away' })
  draft.update('absence', id, { state: 'running' })
  draft.effects.push({ kind: 'shut-for-now', personId })
}

function withoutReason<C extends { reason?: string | null; personId: Id }>({ reason, ...rest }: C): object {
  return reason ? { ...rest, personal: ['reason'] } : rest
}

function datesText(from: string | null | undefined, until: string | null | undefined, sight: Sight): string {
  const zone = sight.named.zone
  const begins = from ? readMoment(from, zone, 'beginning') : undefined
  const ends = until ? readMoment(until, zone, 'end') : undefined
  const first =
    begins === undefined || begins <= sight.now
      ? ''
      : say('leaving.from', { day: momentInWords(begins + 1, zone, sight.now).split(',')[0] ?? '' })
  return first + (ends === undefined ? '' : say('leaving.until', { moment: momentInWords(ends, zone, sight.now) }))
}
