import { Equals, IsBoolean, IsOptional } from 'class-validator'
import type { Account } from '../../account/account.ts'
import type { AbsenceRow, HoldingRow, Id, PersonRow } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import { Line } from '../../checks/shape.ts'
import { openDeparture } from '../../departures/plan.ts'
import { isPresent } from '../../people/presence.ts'
import { billOf } from '../../seats/bill.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import {
  addMonths,
  dateOf,
  instantText,
  momentInWords,
  monthOf,
  readMoment,
  type Instant,
} from '../../time/instants.ts'
import { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { holdSeat } from '../rules/seat-rules.ts'
import { idFrom, Moment, RowId } from '../engine/shapes.ts'

export class GoAway {
  @Equals('go-away') type!: 'go-away'
  @RowId() absenceId!: Id
  @RowId() personId!: Id
  /** The first day away; left out, now. */
  @Moment() from?: string | null
  /** The last day away; left out, until they are had back. */
  @Moment() until?: string | null
  /** Whether seats are kept, and paid for. */
  @IsOptional() @IsBoolean() keepSeats?: boolean
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
  category: 'away',
  effect: 'sets-away',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
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
  sentence(change, sight, verb) {
    const dates = datesText(change.from, change.until, sight)
    return `${verb('set', 'set')} that ${sight.personName(change.personId)} is away${dates}${change.keepSeats ? ', seats kept' : ''}`
  },
  record: withoutReason,
}

export class AskAway {
  @Equals('ask-away') type!: 'ask-away'
  @RowId() absenceId!: Id
  @RowId() personId!: Id
  @Moment() from?: string | null
  @Moment() until?: string | null
  @IsOptional() @RowId() substituteId?: Id | null
  @IsOptional() @Line(400, 0) reason?: string | null
}

/** Asks for a time away; seen by the manager, decided by anyone who runs people (model X1). */
export const askAway: ChangeKind<AskAway> = {
  type: 'ask-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: AskAway,
  fill: (change, newId) => ({ ...change, absenceId: newId(change.absenceId) }),
  decide(draft, change) {
    if (change.personId !== draft.actorId)
      return draft.refuse('not-yours', 'You can ask only for yourself. The office sets other people away.')
    const person = draft.account.get('person', change.personId)!
    const row = absenceOf(draft, change, person)
    if (!row) return
    draft.insert('absence', { ...row, seats: [], state: 'asked', askedById: person.id })
    if (change.reason) draft.set(person.id, `absence ${row.id}`, change.reason.trim())
  },
  sentence: (change, sight, verb) => `${verb('asked', 'ask')} to be away${datesText(change.from, change.until, sight)}`,
  record: withoutReason,
}

export class GrantAway {
  @Equals('grant-away') type!: 'grant-away'
  @RowId() absenceId!: Id
  @IsOptional() @IsBoolean() keepSeats?: boolean
}

/** Grants a time away as it was asked for. */
export const grantAway: ChangeKind<GrantAway> = {
  type: 'grant-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: GrantAway,
  fill: (change) => change,
  decide(draft, { absenceId, keepSeats = false }) {
    const asked = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', asked?.personId)
    if (asked?.state !== 'asked' || !person || draft.sight.depthOf(person.id) !== 'record') {
      return draft.refuse(
        'not-found',
        'This request for time away is no longer open; it may have been decided in the meantime.',
      )
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
  sentence: (change, sight, verb) =>
    `${verb('granted', 'grant')} ${sight.personName(sight.named.get('absence', change.absenceId)?.personId)} the time away`,
  record: (change) => change,
}

export class PutDownAway {
  @Equals('put-down-away') type!: 'put-down-away'
  @RowId() absenceId!: Id
}

/** A time away is declined, taken back by the person who asked, or cancelled before it begins. */
export const putDownAway: ChangeKind<PutDownAway> = {
  type: 'put-down-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: PutDownAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const isOpen = row?.state === 'asked' || (row?.state === 'set' && row.from > draft.now)
    const isOwn = row?.personId === draft.actorId
    if (!row || !isOpen || (!isOwn && draft.sight.depthOf(row.personId) !== 'record')) {
      return draft.refuse(
        'not-found',
        'This time away is no longer there; it may have begun or been decided in the meantime.',
      )
    }
    const takesBack = isOwn && row.state === 'asked'
    if (!takesBack && !draft.need('people', 'change', draft.account.root.id, 'decide who is away')) return
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
  sentence: (_change, _sight, verb) => verb('cancel a time away', 'cancel a time away'),
  record: (change) => change,
}

export class BeginAway {
  @Equals('begin-away') type!: 'begin-away'
  @RowId() absenceId!: Id
}

/** A time away that was set begins: what the dates have said since then is written, and every session ends (model Z3). */
export const beginAway: ChangeKind<BeginAway> = {
  type: 'begin-away',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: BeginAway,
  fill: (change) => change,
  decide(draft, { absenceId }) {
    const row = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', row?.personId)
    if (draft.actor.kind === 'person' || row?.state !== 'set' || person?.state !== 'active' || row.from > draft.now) {
      return draft.refuse('not-due', 'No time away begins now.')
    }
    enter(draft, row)
    if (row.until !== null) draft.effects.push({ kind: 'due', at: row.until })
  },
  sentence: (change, sight, verb) =>
    `${verb('began', 'begin')} the time away of ${sight.personName(sight.named.get('absence', change.absenceId)?.personId)}`,
  record: (change) => change,
}

export class ComeBack {
  @Equals('come-back') type!: 'come-back'
  @RowId() absenceId!: Id
  /** From which the ids of seats given again are counted on. */
  @RowId() seedId!: Id
}

/**
 * Someone is back: at their date by itself, or earlier by hand. Their seats come back where they are to be had within
 * the cost agreed; otherwise they are back without, and the Desk asks (model X1, Z4).
 */
export const comeBack: ChangeKind<ComeBack> = {
  type: 'come-back',
  category: 'away',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  preview: 'plain',
  shape: ComeBack,
  fill: (change, newId) => ({ ...change, seedId: newId(change.seedId) }),
  decide(draft, { absenceId, seedId }) {
    const row = draft.account.get('absence', absenceId)
    const person = draft.account.get('person', row?.personId)
    if (!row || !person || !OPEN.has(row.state) || row.state === 'asked' || row.from > draft.now) {
      return draft.refuse('not-away', 'They are not away; they may have come back already.')
    }
    if (draft.actor.kind === 'person') {
      if (!draft.seen('person', person.id, 'person')) return
      if (!draft.need('people', 'change', draft.account.root.id, 'record that someone came back')) return
    } else if (row.until === null || row.until > draft.now) return draft.refuse('not-due', 'Nobody is due back now.')
    draft.update('person', person.id, { state: 'active', awayFrom: null, awayUntil: null })
    const withoutSeats = !giveBack(draft, row, seedId)
    draft.update('absence', row.id, { state: 'over', withoutSeats, until: Math.min(row.until ?? draft.now, draft.now) })
  },
  sentence: (change, sight, verb) =>
    `${verb('had', 'have')} ${sight.personName(sight.named.get('absence', change.absenceId)?.personId)} back`,
  record: (change) => change,
}

/** A time away that is to come, under way, or asked for. */
const OPEN: ReadonlySet<AbsenceRow['state']> = new Set(['asked', 'set', 'running'])

/** Going away needs what leaving needs, but for the last owner, whom the account checks at every instant (model D3, P5). */
function maySet(draft: Draft, person: PersonRow): boolean {
  const name = draft.account.nameOf(person.id)
  if (!draft.need('people', 'change', draft.account.root.id, `set ${name} away`)) return false
  const byOwner = draft.actor.kind !== 'person' || draft.actorPerson?.standing === 'owner'
  if (person.standing === 'owner' && !byOwner) {
    draft.refuse('owners-only', `${name} is an owner; only an owner can set an owner away.`)
    return false
  }
  if (!person.signatory) return true
  draft.refuse('signatory', `${name} is the signatory. Make another owner signatory first.`)
  return false
}

/** The time away as wanted: in order, ahead, and the only one. */
function absenceOf(draft: Draft, change: GoAway | AskAway, person: PersonRow): AbsenceRow | undefined {
  const { account, now } = draft
  const name = account.nameOf(person.id)
  if (person.state !== 'active') return refused(draft, 'not-here', `${name} is not active, so cannot be set away.`)
  const from = momentOf(draft, change.from, 'from') ?? now
  const until = momentOf(draft, change.until, 'until') ?? null
  if (draft.problems.length > 0) return undefined
  if (until !== null && until <= from) {
    return refused(draft, 'dates-backwards', 'The last day is before the first. Choose a later one.', '/until')
  }
  const other = account
    .by('absence', 'person', person.id)
    .some((one) => one.id !== change.absenceId && OPEN.has(one.state))
  if (other) return refused(draft, 'away-already', `${name} already has a time away. Cancel that one first.`)
  if ((openDeparture(account, person.id)?.at ?? Infinity) <= from) {
    return refused(draft, 'leaves-first', `${name} leaves before that. Choose earlier days.`)
  }
  const substituteId = substituteOf(draft, change.substituteId ?? null, person.id)
  if (draft.problems.length > 0) return undefined
  const keepSeats = change.type === 'go-away' && (change.keepSeats ?? false)
  const held = keepSeats ? [] : seatsEnding(account, person.id, from)
  const seats = held.map(({ id, product, seatType }) => ({ holdingId: id, product, seatType }))
  const agreedMinor = monthsCost(account, held, now)
  return {
    ...{ id: change.absenceId, personId: person.id, from, until, keepSeats, seats, substituteId, agreedMinor },
    ...{ state: 'asked', askedById: null, decidedById: null, withoutSeats: false },
  }
}

function refused(draft: Draft, code: string, sentence: string, path?: string): undefined {
  draft.refuse(code, sentence, path)
  return undefined
}

function momentOf(draft: Draft, text: string | null | undefined, field: 'from' | 'until'): Instant | undefined {
  if (!text) return undefined
  const at = readMoment(text, draft.account.zone, field === 'from' ? 'beginning' : 'end')
  if (at === undefined)
    return refused(draft, 'bad-date', `“${text}” is not a date. Write it as 2026-06-19.`, `/${field}`)
  // Today as a first day is now, however many hours the day has (model Z1).
  const today = field === 'from' && text === dateOf(draft.now, draft.account.zone)
  if (at < draft.now && !today)
    return refused(draft, 'date-past', `${text} has passed. Choose a later day.`, `/${field}`)
  return Math.max(at, draft.now)
}

function substituteOf(draft: Draft, id: Id | null, personId: Id): Id | null {
  if (!id) return null
  const person = draft.seen('person', id, 'person')
  if (!person) return null
  if (id === personId)
    draft.refuse('themselves', 'People cannot stand in for themselves. Choose someone else.', '/substituteId')
  else if (!isPresent(person, draft.now)) {
    draft.refuse('not-in', `${draft.account.nameOf(id)} is not active. Choose someone who is.`, '/substituteId')
  }
  return id
}

/** Seats that end with going away: paid for here and held beyond that day (model S4). */
function seatsEnding(account: Account, personId: Id, from: Instant): HoldingRow[] {
  return account.by('holding', 'person', personId).filter((one) => {
    const until = holdingUntil(account, one)
    return !one.own && one.origin === 'given' && one.givenFrom < from && (until === null || until > from)
  })
}

/** What the seats cost in a month, which their coming back may cost again. */
function monthsCost(account: Account, held: readonly HoldingRow[], now: Instant): number {
  if (held.length === 0) return 0
  const month = addMonths(monthOf(now, account.zone), 1)
  const without = account.with(
    held.map((row) => ({ table: 'holding', key: row.id, before: row, after: null }) as const),
  )
  return billOf(account, month).totalMinor - billOf(without, month).totalMinor
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

/** Whether all seats came back: each where one is empty, together within the cost agreed. */
function giveBack(draft: Draft, row: AbsenceRow, seedId: Id): boolean {
  if (row.seats.length === 0) return true
  const tried = new Draft(draft.account, { kind: 'schedule' }, draft.now)
  row.seats.forEach(({ product, seatType }, at) => {
    const seat = { personId: row.personId, product, seatType, from: draft.now, until: null }
    holdSeat(tried, { holdingId: idFrom(seedId, at), ...seat })
  })
  if (tried.problems.length > 0) return false
  const month = addMonths(monthOf(draft.now, draft.account.zone), 1)
  const added = billOf(tried.account, month).totalMinor - billOf(draft.account, month).totalMinor
  if (added > row.agreedMinor) return false
  draft.takeOver({ edits: tried.edits, values: [], effects: [], marks: [], isGrave: false, after: tried.account })
  return true
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
      : ` from ${momentInWords(begins + 1, zone, sight.now).split(',')[0]}`
  return first + (ends === undefined ? '' : ` until ${momentInWords(ends, zone, sight.now)}`)
}
