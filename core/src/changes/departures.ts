import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Account } from '../account/account.ts'
import type { DepartureRow, Ended, Handover, Id, StepRow, Taker } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import type { HangKind } from '../departures/hangs.ts'
import { passingOn, TAKERS } from '../departures/pass-on.ts'
import { connectedProducts, openDeparture, takerWhenDue, thingsToPass, type PlannedThing } from '../departures/plan.ts'
import { isPresent } from '../people/presence.ts'
import { momentInWords, readMoment, type Instant } from '../time/instants.ts'
import type { Draft } from './draft.ts'
import { decide, readChange, type Change } from './index.ts'
import type { ChangeKind } from './kind.ts'
import { mayEnd, shut } from './leave.ts'
import { idFrom, Moment, RowId } from './shapes.ts'

/** Who takes one thing over, as chosen; without a taker it is let go. */
export class HandoverWanted {
  @IsIn(Object.keys(TAKERS)) what!: string
  @IsString() @MaxLength(200) id!: string
  @IsOptional() @IsIn(['person', 'group', 'place']) takerKind?: Taker['kind'] | null
  @IsOptional() @RowId() takerId?: Id | null
  /** By when the taker has to accept. */
  @Moment() acceptBy?: string | null
}

function Handovers(): PropertyDecorator {
  return (target, key) => {
    for (const rule of [IsOptional(), IsArray(), ArrayMaxSize(2000), ValidateNested({ each: true })])
      rule(target, key as string)
    Type(() => HandoverWanted)(target, key as string)
  }
}

export class PlanDeparture {
  @Equals('plan-departure') type!: 'plan-departure'
  @RowId() departureId!: Id
  @RowId() personId!: Id
  /** When the doors shut: a date is its end; left out, now. */
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/**
 * Plans somebody's leaving, or has it happen now (model X2–X4). Their engagement ends with it, so that nothing holds
 * beyond that instant in any answer or bill, whoever is awake (model Z3).
 */
export const planDeparture: ChangeKind<PlanDeparture> = {
  type: 'plan-departure',
  shape: PlanDeparture,
  onlyEnds: true,
  fill: (change, makeId) => ({ ...change, departureId: change.departureId ?? makeId() }),
  decide(draft, change) {
    const person = mayEnd(draft, change.personId)
    if (!person) return
    const name = draft.account.nameOf(person.id)
    if (openDeparture(draft.account, person.id)) {
      return draft.refuse('planned-already', `${name}’s leaving is planned already; change that plan instead.`)
    }
    const at = instantOf(draft, change.at)
    if (at === undefined) return
    if (person.engagementFrom !== null && at <= person.engagementFrom && at > draft.now) {
      return draft.refuse('dates-backwards', `${name} starts only after that; choose a later time.`, '/at')
    }
    const handovers = handoversOf(draft, person.id, change.handovers ?? [])
    if (draft.problems.length > 0) return
    const planned = { plannerId: draft.actorId, plannedAt: draft.now, at, handovers }
    const before = { engagementBefore: person.engagementUntil, ended: null }
    draft.insert('departure', { id: change.departureId, personId: person.id, ...planned, ...before, state: 'planned' })
    setEnd(draft, person.id, at, person.engagementUntil)
    if (at <= draft.now) run(draft, change.departureId)
    else draft.effects.push({ kind: 'due', at })
  },
  sentence(change, sight, verb) {
    const name = sight.personName(change.personId)
    const at = change.at ? readMoment(change.at, sight.named.zone, 'end') : undefined
    if (at === undefined) return `${verb('ended', 'end')} ${name}’s time here`
    return `${verb('planned', 'plan')} that ${name} leaves: ${momentInWords(at, sight.named.zone, sight.now)}`
  },
  record: (change) => change,
}

export class ChangeDeparture {
  @Equals('change-departure') type!: 'change-departure'
  @RowId() departureId!: Id
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/** Another time, or other takers, for a departure that is planned; what is left out stays. */
export const changeDeparture: ChangeKind<ChangeDeparture> = {
  type: 'change-departure',
  shape: ChangeDeparture,
  onlyEnds: true,
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
  sentence: (change, sight, verb) =>
    `${verb('changed', 'change')} the plan of ${leaverOf(change.departureId, sight)} leaving`,
  record: (change) => change,
}

export class PutDownDeparture {
  @Equals('put-down-departure') type!: 'put-down-departure'
  @RowId() departureId!: Id
}

/** They stay: the plan is put down, and their engagement ends when it would have. */
export const putDownDeparture: ChangeKind<PutDownDeparture> = {
  type: 'put-down-departure',
  shape: PutDownDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    const row = plannedRow(draft, departureId)
    if (!row) return
    draft.update('departure', row.id, { state: 'put-down' })
    setEnd(draft, row.personId, null, row.engagementBefore)
  },
  sentence: (change, sight, verb) =>
    `${verb('put down', 'put down')} that ${leaverOf(change.departureId, sight)} leaves`,
  record: (change) => change,
}

export class RunDeparture {
  @Equals('run-departure') type!: 'run-departure'
  @RowId() departureId!: Id
}

/** The doors of a planned departure shut: done by time itself when it has come, or by hand before (model X4). */
export const runDeparture: ChangeKind<RunDeparture> = {
  type: 'run-departure',
  shape: RunDeparture,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, { departureId }) {
    const row = draft.account.get('departure', departureId)
    if (row?.state !== 'planned') {
      return draft.refuse('not-found', 'There is no such departure to go on with; it may be under way already.')
    }
    if (draft.actor.kind === 'person') {
      if (!mayEnd(draft, row.personId)) return
    } else if (row.at > draft.now) return draft.refuse('not-due', 'This departure is not due yet.')
    run(draft, departureId)
  },
  sentence: (change, sight, verb) => `${verb('shut', 'shut')} every door for ${leaverOf(change.departureId, sight)}`,
  record: (change) => change,
}

export class AnswerHandover {
  @Equals('answer-handover') type!: 'answer-handover'
  @RowId() departureId!: Id
  @IsString() @MaxLength(40) what!: string
  @IsString() @MaxLength(200) id!: string
  @IsBoolean() accept!: boolean
}

/** A taker says whether they take something over; refused, it rests with whoever proposed them (model X3). */
export const answerHandover: ChangeKind<AnswerHandover> = {
  type: 'answer-handover',
  shape: AnswerHandover,
  onlyEnds: true,
  fill: (change) => change,
  decide(draft, { departureId, what, id, accept }) {
    const row = draft.account.get('departure', departureId)
    const found = row?.handovers.find((one) => one.what === what && one.id === id)
    const isTheirs = found?.taker?.kind === 'person' && found.taker.id === draft.actorId
    if (row?.state !== 'planned' || !found || !isTheirs) {
      return draft.refuse(
        'not-found',
        'There is nothing here for you to take over; it may have been changed meanwhile.',
      )
    }
    const proposer = row.plannerId ? { kind: 'person' as const, id: row.plannerId } : null
    const answered: Handover = accept ? { ...found, accepted: true } : { ...found, taker: proposer, acceptBy: null }
    draft.update('departure', row.id, { handovers: row.handovers.map((one) => (one === found ? answered : one)) })
  },
  sentence: (change, sight, verb) =>
    `${change.accept ? verb('took', 'take') : verb('refused to take', 'refuse to take')} over what is ${leaverOf(change.departureId, sight)}’s`,
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
  if (at === undefined) draft.refuse('bad-date', `“${text}” is no time; write it as 2026-06-19T17:00.`, '/at')
  else if (at < draft.now) draft.refuse('date-past', `${text} has passed; choose a later time, or now.`, '/at')
  else return at
  return undefined
}

function plannedRow(draft: Draft, departureId: Id): DepartureRow | undefined {
  const row = draft.account.get('departure', departureId)
  if (row?.state === 'planned' && draft.sight.depthOf(row.personId) === 'record') {
    if (!draft.need('people', 'change', draft.account.root.id, 'change a departure')) return undefined
    return mayEnd(draft, row.personId) ? row : undefined
  }
  draft.refuse('not-found', 'There is no such departure planned here; it may be under way or put down meanwhile.')
  return undefined
}

/** The engagement ends with the departure, or when it would have without one. */
function setEnd(draft: Draft, personId: Id, at: Instant | null, before: Instant | null): void {
  const engagementUntil = at === null ? before : before === null ? at : Math.min(at, before)
  const person = draft.account.get('person', personId)!
  if (engagementUntil !== person.engagementUntil) draft.update('person', personId, { engagementUntil })
}

function handoversOf(draft: Draft, personId: Id, wanted: readonly HandoverWanted[]): Handover[] {
  return wanted.flatMap((one, at): Handover[] => {
    const path = `/handovers/${at}`
    if (!one.takerId) return [{ what: one.what, id: one.id, taker: null, acceptBy: null, accepted: false }]
    const taker = takerOf(draft, one.what, one, path)
    if (!taker) return []
    if (taker.id === personId) {
      draft.refuse('themselves', 'Whoever leaves cannot take it over; choose somebody else.', path)
      return []
    }
    const acceptBy = one.acceptBy ? (readMoment(one.acceptBy, draft.account.zone, 'end') ?? null) : null
    if (acceptBy !== null && acceptBy <= draft.now)
      draft.refuse('date-past', 'That has passed; choose a later time.', path)
    return [{ what: one.what, id: one.id, taker, acceptBy, accepted: false }]
  })
}

/** A taker as named: of a kind that can take such things, seen by the actor, and in. */
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
  if (!takerId) return refuse('no-taker', 'Choose who takes it over.')
  if (!TAKERS[what]?.by.includes(kind))
    return refuse('wrong-taker', `A ${kind} cannot take this over; choose a person.`)
  if (kind === 'group') {
    return draft.account.get('group', takerId)
      ? { kind, id: takerId }
      : refuse('not-found', 'There is no such group here.')
  }
  if (kind === 'place') {
    const place = draft.seen('place', takerId, 'place')
    return place && { kind, id: takerId }
  }
  const person = draft.seen('person', takerId, 'person')
  if (!person) return undefined
  if (!isPresent(person, draft.now)) {
    return refuse('not-in', `${draft.account.nameOf(takerId)} is not in; choose somebody who is.`)
  }
  return { kind, id: takerId }
}

/**
 * The doors shut, whatever else (model X4): what can be handed over is, by the rights of whoever planned it, before
 * their own end; what cannot waits as a step, and rests with nobody meanwhile that acts.
 */
function run(draft: Draft, departureId: Id): void {
  const row = draft.account.get('departure', departureId)!
  const { personId } = row
  const things = thingsToPass(draft.account, personId, row.handovers, draft.now)
  const steps: Omit<StepRow, 'id' | 'departureId' | 'position'>[] = []
  for (const thing of things.filter(({ what }) => what !== 'things' && what !== 'line')) {
    const taker = takerWhenDue(thing, row)
    const note = taker === null ? null : passWithin(draft, thing, row, taker)
    const state = taker === null ? 'let-go' : note === null ? 'done' : 'blocked'
    const about = { kind: 'handover' as const, what: thing.what, subject: thing.id, taker }
    steps.push({ ...about, state, note, doneAt: state === 'blocked' ? null : draft.now })
  }
  const ended = endedBy(draft.account, personId, row, draft.now)
  shut(draft, personId, departureId)
  const nothing = { taker: null, note: null, doneAt: null }
  const doors = { kind: 'doors' as const, what: 'doors', subject: personId, ...nothing, state: 'done' as const }
  steps.unshift({ ...doors, doneAt: draft.now })
  for (const { product, things: hasThings } of connectedProducts(draft.account)) {
    const found = things.find(({ what, id }) => what === 'things' && id === product)
    const taker = found ? takerWhenDue(found, row) : null
    const about = { what: 'things', subject: product, ...nothing, state: 'waiting' as const }
    if (hasThings) steps.push({ ...about, kind: 'things', taker })
    steps.push({ ...about, kind: 'close', what: 'close' })
  }
  for (const line of things.filter(({ what }) => what === 'line')) {
    steps.push({ kind: 'line', what: 'line', subject: line.id, ...nothing, taker: line.taker, state: 'waiting' })
  }
  steps.push({ kind: 'record', what: 'record', subject: personId, ...nothing, state: 'waiting' })
  draft.insertAll(
    'step',
    steps.map((step, position) => ({ ...step, id: idFrom(departureId, position + 1), departureId, position })),
  )
  draft.update('departure', departureId, { state: 'running', at: Math.min(row.at, draft.now), ended })
  draft.effects.push({ kind: 'go-on-leaving', departureId })
}

/** Hands one thing over inside the departure; why it could not be, or null once it is. */
function passWithin(draft: Draft, thing: PlannedThing, row: DepartureRow, taker: Taker): string | null {
  if (thing.what === 'approver') return passApproval(draft, thing.id, row.personId, taker)
  const hang = { kind: thing.what as HangKind, id: thing.id }
  const changes = passingOn(draft.account, hang, row.personId, taker, draft.now)
  const planner = row.plannerId ?? draft.actorId
  const actor = planner ? { kind: 'person' as const, personId: planner } : draft.actor
  return takeOverChanges(draft, changes, row.id, actor)
}

function takeOverChanges(
  draft: Draft,
  plain: readonly object[],
  departureId: Id,
  actor: Draft['actor'],
): string | null {
  const changes: Change[] = []
  for (const [at, one] of plain.entries()) {
    // Ids count on from the departure's, so that preview and commit make the same rows and two departures never do.
    const read = readChange(one, () => idFrom(departureId, AFTER_STEPS + draft.edits.length * MOST_CHANGES + at))
    if (read.problems) return read.problems[0]!.sentence
    changes.push(read.value)
  }
  const decision = decide(draft.account, changes, actor, draft.now)
  const [problem] = decision.problems.filter(({ code }) => code !== 'given-already')
  if (problem) return BLOCKED[problem.code] ?? BLOCKED.other!
  if (decision.problems.length === 0) draft.takeOver({ ...decision, marks: [...decision.marks] })
  return null
}

/** Ids of steps count on from the departure's first; further rows from here. */
export const AFTER_STEPS = 100_000
/** One thing passes on by fewer changes than this. */
const MOST_CHANGES = 500

/** Why a step is blocked, in words that name nobody: whoever looks may not see who it is about (model D5). */
const BLOCKED: Readonly<Record<string, string>> = {
  'not-in': 'Whoever was to take it over is not in any more.',
  'not-active': 'Whoever planned it is not in any more.',
  other: 'It could not be passed on by the rights of whoever planned it.',
}

function passApproval(draft: Draft, roleId: Id, personId: Id, taker: Taker): string | null {
  const role = draft.account.get('role', roleId)
  const person = draft.account.get('person', taker.id)
  if (role?.approvers?.kind !== 'named') return null
  if (!person || !isPresent(person, draft.now)) return BLOCKED['not-in']!
  const personIds = [...new Set(role.approvers.personIds.map((id) => (id === personId ? taker.id : id)))]
  draft.update('role', roleId, { approvers: { kind: 'named', personIds } })
  return null
}

/** What ends with it, as offered back on return (model X6). */
function endedBy(account: Account, personId: Id, row: DepartureRow, now: Instant): Ended {
  const person = account.get('person', personId)!
  const holds = (until: Instant | null) => until === null || until > now
  return {
    standing: person.standing,
    managerId: person.managerId,
    engagementUntil: row.engagementBefore,
    groupIds: account.by('membership', 'person', personId).map(({ groupId }) => groupId),
    seats: account
      .by('holding', 'person', personId)
      .filter((one) => one.origin === 'given' && holds(one.until))
      .map(({ product, seatType, own, until }) => ({ product, seatType, own, until })),
    grants: account
      .by('grant', 'subject', `person ${personId}`)
      .filter((one) => holds(one.until))
      .map(({ roleId, placeId, until }) => ({ roleId, placeId, until })),
  }
}
