import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator'
import { TAKERS } from '../../departures/pass-on.ts'
import type { DepartureRow, Handover, Id, Taker } from '../../account/rows.ts'
import { type MadeId, RowId } from '../engine/shapes.ts'
import { Moment } from '../../checks/dates.ts'
import { Type } from 'class-transformer'
import { atRoot } from '../engine/needs.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { ENDS_ACCESS, mayEnd, signedOut } from './leave.ts'
import { givenLater } from './shut-doors.ts'
import { openDeparture } from '../../departures/plan.ts'
import { say } from '../../words/say.ts'
import { shutDoors } from './shut-doors.ts'
import { type Instant, momentInWords, readMoment } from '../../time/instants.ts'
import type { Sight } from '../../access/sight.ts'
import type { Draft } from '../engine/draft.ts'
import { must } from '../../checks/must.ts'
import { lookup } from '../../checks/lookup.ts'
import { isPresent } from '../../people/presence.ts'

/** Who takes one thing over, as chosen; where nobody does, it is left unassigned. */
export class HandoverWanted {
  @IsIn(Object.keys(TAKERS)) what!: string
  @IsString() @MaxLength(200) id!: string
  @IsOptional() @IsIn(['person', 'group', 'place']) takerKind?: Taker['kind'] | null
  @IsOptional() @RowId() takerId?: Id | null
  /** By when they have to accept. */
  @Moment() acceptBy?: string | null
}

function Handovers(): PropertyDecorator {
  return (target, key) => {
    for (const rule of [IsOptional(), IsArray(), ArrayMaxSize(2000), ValidateNested({ each: true })])
      rule(target, key as string)
    Type(() => HandoverWanted)(target, key as string)
  }
}

/** Who takes what over, as far as it is chosen. */
export class HandoversWanted {
  @Handovers() handovers?: HandoverWanted[]
}

export const CHANGES_DEPARTURE = atRoot('people', 'change', 'leaving.change-a-departure')

export class PlanDeparture {
  @Equals('plan-departure') type!: 'plan-departure'
  @RowId() departureId!: MadeId
  @RowId() personId!: Id
  /** When the doors shut: a date is its end; left out, now. */
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/**
 * Plans someone's leaving, or has it happen now (model X2–X4). Their engagement ends with it, so that nothing holds
 * beyond that instant in any answer or bill, whether or not a process is awake (model Z3).
 */
export const planDeparture: ChangeKind<PlanDeparture> = {
  type: 'plan-departure',
  confirm: ({ at }) => (at ? 'confirm.plan-departure-later' : 'confirm.plan-departure-now'),
  category: 'leaving',
  effect: 'shuts-doors',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: ENDS_ACCESS,
  undo: 'by-its-right',
  preview: {
    later: { kind: 'on-its-day', edits: givenLater },
    lasting: ({ personId, at }, { sight }) => (at ? [] : signedOut(personId, sight)),
  },
  shape: PlanDeparture,
  fill: (change, newId) => ({ ...change, departureId: newId(change.departureId) }),
  decide(draft, change) {
    const person = mayEnd(draft, change.personId)
    if (!person) return
    const name = draft.account.nameOf(person.id)
    if (openDeparture(draft.account, person.id)) {
      return draft.refuse('planned-already', say('leaving.s-departure-is-already-planned-change-that', { name }))
    }
    const at = instantOf(draft, change.at)
    if (at === undefined) return
    if (person.engagementFrom !== null && at <= person.engagementFrom && at > draft.now) {
      return draft.refuse('dates-backwards', say('leaving.starts-only-after-that-choose-a-later-time', { name }), '/at')
    }
    const handovers = handoversOf(draft, person.id, change.handovers ?? [])
    if (draft.problems.length > 0) return
    const planned = { plannerId: draft.actorId, plannedAt: draft.now, at, handovers }
    const before = { engagementBefore: person.engagementUntil, ended: null }
    draft.insert('departure', { id: change.departureId, personId: person.id, ...planned, ...before, state: 'planned' })
    setEnd(draft, person.id, at, person.engagementUntil)
    if (at <= draft.now) shutDoors(draft, change.departureId)
    else draft.effects.push({ kind: 'due', at })
  },
  sentence(change, sight, tense) {
    const name = sight.personName(change.personId)
    const at = change.at ? readMoment(change.at, sight.named.zone, 'end') : undefined
    if (at === undefined) return say('leaving.ended-the-access-of-2', { tense, name })
    return say('leaving.planned-the-departure-of', {
      tense,
      name,
      moment: momentInWords(at, sight.named.zone, sight.now),
    })
  },
  record: (change) => change,
}

export class ChangeDeparture {
  @Equals('change-departure') type!: 'change-departure'
  @RowId() departureId!: Id
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/** Another time, or other people to take over, for a departure that is planned; what is left out stays. */
export const changeDeparture: ChangeKind<ChangeDeparture> = {
  type: 'change-departure',
  confirm: 'confirm.change-departure',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: CHANGES_DEPARTURE,
  undo: 'by-its-right',
  preview: { later: { kind: 'on-its-day', edits: givenLater } },
  shape: ChangeDeparture,
  fill: (change) => change,
  decide(draft, change) {
    const row = plannedRow(draft, change.departureId)
    if (!row) return
    const at = change.at ? instantOf(draft, change.at) : row.at
    if (at === undefined) return
    const changed = handoversOf(draft, row.personId, change.handovers ?? [])
    if (draft.problems.length > 0) return
    const kept = row.handovers.filter((one) => !changed.some(({ what, id }) => what === one.what && id === one.id))
    draft.update('departure', row.id, { at, handovers: [...kept, ...changed] })
    setEnd(draft, row.personId, at, row.engagementBefore)
    draft.effects.push({ kind: 'due', at })
  },
  sentence: (change, sight, tense) =>
    say('leaving.changed-the-plan-of-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}

export class PutDownDeparture {
  @Equals('put-down-departure') type!: 'put-down-departure'
  @RowId() departureId!: Id
}

/** They stay: the plan is cancelled, and their engagement ends when it would have. */
export const putDownDeparture: ChangeKind<PutDownDeparture> = {
  type: 'put-down-departure',
  confirm: 'confirm.put-down-departure',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_DEPARTURE,
  undo: 'by-its-right',
  preview: 'plain',
  shape: PutDownDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    const row = plannedRow(draft, departureId)
    if (!row) return
    draft.update('departure', row.id, { state: 'put-down' })
    setEnd(draft, row.personId, null, row.engagementBefore)
  },
  sentence: (change, sight, tense) =>
    say('leaving.cancelled-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}

/** Whose departure it is, as far as the reader sees them. */
export function leaverOf(departureId: Id | undefined, sight: Sight): string {
  return sight.personName(sight.named.get('departure', departureId)?.personId)
}

/** The instant a departure is set for; now where nothing is said. */
function instantOf(draft: Draft, text: string | null | undefined): Instant | undefined {
  if (!text) return draft.now
  const at = readMoment(text, draft.account.zone, 'end')
  if (at === undefined) draft.refuse('bad-date', say('leaving.is-not-a-time-write-it-as-2026', { text }), '/at')
  else if (at < draft.now)
    draft.refuse('date-past', say('leaving.has-passed-choose-a-later-time-or-now', { text }), '/at')
  else return at
  return undefined
}

function plannedRow(draft: Draft, departureId: Id): DepartureRow | undefined {
  const row = draft.account.get('departure', departureId)
  if (row?.state === 'planned' && draft.sight.depthOf(row.personId) === 'record') {
    return mayEnd(draft, row.personId) ? row : undefined
  }
  draft.refuse('not-found', say('leaving.this-departure-is-no-longer-planned-it-may'))
  return undefined
}

/** The engagement ends with the departure, or when it would have without one. */
function setEnd(draft: Draft, personId: Id, at: Instant | null, before: Instant | null): void {
  const engagementUntil = at === null ? before : before === null ? at : Math.min(at, before)
  const person = must(draft.account.get('person', personId), 'person')
  if (engagementUntil !== person.engagementUntil) draft.update('person', personId, { engagementUntil })
}

function handoversOf(draft: Draft, personId: Id, wanted: readonly HandoverWanted[]): Handover[] {
  return wanted.flatMap((one, at): Handover[] => {
    const path = `/handovers/${at}`
    if (!one.takerId) return [{ what: one.what, id: one.id, taker: null, acceptBy: null, accepted: false }]
    const taker = takerOf(draft, one.what, one, path)
    if (!taker) return []
    if (taker.id === personId) {
      draft.refuse('themselves', say('leaving.the-person-who-leaves-cannot-take-it-over'), path)
      return []
    }
    const acceptBy = one.acceptBy ? (readMoment(one.acceptBy, draft.account.zone, 'end') ?? null) : null
    if (acceptBy !== null && acceptBy <= draft.now)
      draft.refuse('date-past', say('leaving.that-time-has-passed-choose-a-later-one'), path)
    return [{ what: one.what, id: one.id, taker, acceptBy, accepted: false }]
  })
}

/** Who takes over, as named: of a kind that can take such things, seen by the actor, and in. */
export function takerOf(
  draft: Draft,
  what: string,
  { takerKind, takerId }: { takerKind?: Taker['kind'] | null; takerId?: Id | null },
  path?: string,
): Taker | undefined {
  const kind = takerKind ?? 'person'
  const refuse = (code: string, sentence: string) => {
    draft.refuse(code, sentence, path)
    return undefined
  }
  if (!takerId) return refuse('no-taker', say('leaving.choose-who-takes-it-over'))
  if (!lookup(TAKERS, what)?.by.includes(kind))
    return refuse('wrong-taker', say('leaving.a-cannot-take-this-over-choose-a-person', { kind }))
  if (kind === 'group') {
    return draft.account.get('group', takerId)
      ? { kind, id: takerId }
      : refuse('not-found', say('leaving.there-is-no-such-group-here'))
  }
  if (kind === 'place') {
    const place = draft.seen('place', takerId, 'place')
    return place && { kind, id: takerId }
  }
  const person = draft.seen('person', takerId, 'person')
  if (!person) return undefined
  if (!isPresent(person, draft.now)) {
    return refuse('not-in', say('leaving.is-not-active-choose-someone-who-is', { name: draft.account.nameOf(takerId) }))
  }
  return { kind, id: takerId }
}
