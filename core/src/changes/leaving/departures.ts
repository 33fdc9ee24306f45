import { ArrayMaxSize, IsArray, IsIn, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator'
import { TAKERS } from '../../departures/pass-on.ts'
import type { DepartureRow, Handover, Id, Taker } from '../../account/rows.ts'
import { RowId } from '../engine/shapes.ts'
import { Moment } from '../../checks/dates.ts'
import { Type } from 'class-transformer'
import { atRoot } from '../engine/needs.ts'
import type { Sight } from '../../access/sight.ts'
import type { Draft } from '../engine/draft.ts'
import { type Instant, readMoment } from '../../time/instants.ts'
import { say } from '../../words/say.ts'
import { mayEnd } from './leave.ts'
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

export function Handovers(): PropertyDecorator {
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

/** Whose departure it is, as far as the reader sees them. */
export function leaverOf(departureId: Id | undefined, sight: Sight): string {
  return sight.personName(sight.named.get('departure', departureId)?.personId)
}

/** The instant a departure is set for; now where nothing is said. */
export function instantOf(draft: Draft, text: string | null | undefined): Instant | undefined {
  if (!text) return draft.now
  const at = readMoment(text, draft.account.zone, 'end')
  if (at === undefined) draft.refuse('bad-date', say('leaving.is-not-a-time-write-it-as-2026', { text }), '/at')
  else if (at < draft.now)
    draft.refuse('date-past', say('leaving.has-passed-choose-a-later-time-or-now', { text }), '/at')
  else return at
  return undefined
}

export function plannedRow(draft: Draft, departureId: Id): DepartureRow | undefined {
  const row = draft.account.get('departure', departureId)
  if (row?.state === 'planned' && draft.sight.depthOf(row.personId) === 'record') {
    return mayEnd(draft, row.personId) ? row : undefined
  }
  draft.refuse('not-found', say('leaving.this-departure-is-no-longer-planned-it-may'))
  return undefined
}

/** The engagement ends with the departure, or when it would have without one. */
export function setEnd(draft: Draft, personId: Id, at: Instant | null, before: Instant | null): void {
  const engagementUntil = at === null ? before : before === null ? at : Math.min(at, before)
  const person = must(draft.account.get('person', personId), 'person')
  if (engagementUntil !== person.engagementUntil) draft.update('person', personId, { engagementUntil })
}

export function handoversOf(draft: Draft, personId: Id, wanted: readonly HandoverWanted[]): Handover[] {
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
