import { Equals, IsBoolean, IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import type { AreaKey, Id, RequestRow } from '../../account/rows.ts'
import { LEVELS, type Level } from '../../account/level.ts'
import type { Sight } from '../../access/sight.ts'
import { Line } from '../../checks/shape.ts'
import { isPresent } from '../../people/presence.ts'
import { areaAt } from '../../products/catalogue.ts'
import { addDays, dateOf, instantOfLocal } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import { periodText } from './grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { say } from '../../words/say.ts'

/** So many days a request waits before it runs out. */
export const REQUEST_DAYS = 14
/** So many requests of one person wait at a time. */
const MAXIMUM_OPEN = 20

export class AskFor {
  @Equals('ask-for') type!: 'ask-for'
  @RowId() requestId!: MadeId
  /** For whom; left out, for oneself. */
  @IsOptional() @RowId() personId?: Id | null
  @IsString() @MaxLength(121) area!: AreaKey
  @IsIn(LEVELS.filter((level) => level !== 'none')) level!: Level
  @RowId() placeId!: Id
  @When() until?: string | null
  /** In the asker's words, for the person who decides. */
  @IsOptional() @Line(500, 0) reason?: string | null
}

/**
 * Asks anyone who may give it for a level of an area at a place, for oneself or someone else; gives nothing by itself.
 */
export const askFor: ChangeKind<AskFor> = {
  type: 'ask-for',
  confirm: 'confirm.ask-for',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'access.withdraw-the-request-instead' },
  preview: 'plain',
  shape: AskFor,
  fill: (change, newId) => ({ ...change, requestId: newId(change.requestId) }),
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const actorId = draft.actorId
    if (!place) return
    if (!actorId || !draft.actorPerson || !isPresent(draft.actorPerson, draft.now)) {
      return draft.refuse('not-active', say('access.you-can-ask-for-more-access-only-while'))
    }
    const personId = change.personId ?? actorId
    if (!draft.seen('person', personId, 'person')) return
    const area = areaAt(draft.account, change.area, draft.now)
    if (!area?.area.levels.some((one) => one.level === change.level)) {
      const what = area
        ? say('access.has-no-level', { area: area.area.name, level: change.level })
        : say('access.there-is-no-area-here', { area: change.area })
      return draft.refuse('unknown-area', what, '/area')
    }
    const open = draft.account.by('request', 'asker', actorId).filter((one) => isOpenRequest(one, draft.now))
    if (open.length >= MAXIMUM_OPEN) {
      return draft.refuse(
        'too-many',
        say('access.of-your-requests-are-already-waiting-withdraw', { maximumOpen: MAXIMUM_OPEN }),
      )
    }
    const { until } = draft.period(null, change.until)
    const same = open.some(
      (one) =>
        one.personId === personId && one.placeId === place.id && one.area === change.area && one.level === change.level,
    )
    if (same) return draft.refuse('asked-already', say('access.you-have-already-asked-for-this-the-request'))
    const { zone } = draft.account
    const lastDay = addDays(dateOf(draft.now, zone), REQUEST_DAYS)
    draft.insert('request', {
      id: change.requestId,
      askerId: actorId,
      personId,
      area: change.area,
      level: change.level,
      placeId: place.id,
      until,
      state: 'open',
      askedAt: draft.now,
      expiresAt: instantOfLocal(`${addDays(lastDay, 1)}T00:00`, zone, 'beginning'),
      decidedById: null,
    })
    const reason = change.reason?.trim()
    if (reason) draft.set(actorId, reasonField(change.requestId), reason)
  },
  sentence(change, sight, tense) {
    const request = sight.named.get('request', change.requestId)
    const personId = change.personId ?? request?.askerId
    const forWhom =
      personId && personId !== request?.askerId ? say('access.for', { person: sight.personName(personId) }) : ''
    const what = say('access.at-2', {
      areaName: areaName(change.area, sight),
      level: change.level,
      place: sight.placeName(change.placeId),
    })
    return say('access.asked-for', { tense, what, forWhom, period: periodText(null, change.until, sight) })
  },
  record: ({ reason, ...change }) =>
    reason ? { ...change, reason: { field: reasonField(change.requestId) } } : change,
}

export class SettleRequest {
  @Equals('settle-request') type!: 'settle-request'
  @RowId() requestId!: Id
  /** Whether it was given, by another change of the same docket or before; else it is declined. */
  @IsBoolean() granted!: boolean
}

/** Decides a request: anyone who gives access at its place, and never for oneself (model R4, D2). */
export const settleRequest: ChangeKind<SettleRequest> = {
  type: 'settle-request',
  confirm: 'confirm.settle-request',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { requestId }) {
    const request = openRequest(draft, requestId)
    const place = request && draft.seen('place', request.placeId, 'request')
    if (!place) return []
    return [
      {
        area: 'access',
        level: 'change',
        placeId: place.id,
        to: say('access.decide-what-is-asked-for-at', { place: place.name }),
      },
    ]
  },
  undo: { never: 'access.a-request-stays-as-it-was-decided-give' },
  preview: 'plain',
  shape: SettleRequest,
  fill: (change) => change,
  decide(draft, change) {
    const request = openRequest(draft, change.requestId)
    if (!request) return
    if (request.personId === draft.actorId && change.granted) {
      return draft.refuse('own-request', say('access.you-cannot-grant-your-own-request-someone'))
    }
    close(draft, request, change.granted ? 'granted' : 'declined')
  },
  sentence: (change, sight, tense) =>
    change.granted
      ? say('access.granted', { tense, what: requestText(change.requestId, sight) })
      : say('access.declined', { tense, what: requestText(change.requestId, sight) }),
  record: (change) => change,
}

export class WithdrawRequest {
  @Equals('withdraw-request') type!: 'withdraw-request'
  @RowId() requestId!: Id
}

/** Takes back what one asked for. */
export const withdrawRequest: ChangeKind<WithdrawRequest> = {
  type: 'withdraw-request',
  confirm: 'confirm.withdraw-request',
  category: 'access',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'access.ask-again-instead' },
  preview: 'plain',
  shape: WithdrawRequest,
  fill: (change) => change,
  decide(draft, change) {
    const request = openRequest(draft, change.requestId)
    if (!request) return
    if (request.askerId !== draft.actorId) return draft.refuse('not-found', notFound())
    close(draft, request, 'withdrawn')
  },
  sentence: (change, sight, tense) => say('access.withdrew', { tense, what: requestText(change.requestId, sight) }),
  record: (change) => change,
}

const notFound = () => say('access.this-request-is-no-longer-open-it-may')

/** The reason is the asker's, and kept with what else is personal (model C6). */
export function reasonField(requestId: Id): `request ${Id}` {
  return `request ${requestId}`
}

/** A request waits until it is decided, withdrawn or has run out, which needs no write (model Z3). */
export function isOpenRequest(request: RequestRow, now: number): boolean {
  return request.state === 'open' && request.expiresAt > now
}

function openRequest(draft: Draft, requestId: Id): RequestRow | undefined {
  const request = draft.account.get('request', requestId)
  if (request && isOpenRequest(request, draft.now)) return request
  draft.refuse('not-found', notFound())
  return undefined
}

function close(draft: Draft, request: RequestRow, state: RequestRow['state']): void {
  draft.update('request', request.id, { state, decidedById: draft.actorId })
  if (draft.account.personal(request.askerId, reasonField(request.id)) !== undefined) {
    draft.set(request.askerId, reasonField(request.id), null)
  }
}

function areaName(key: AreaKey, sight: Sight): string {
  return areaAt(sight.account, key, sight.now)?.area.name ?? key
}

function requestText(requestId: Id, sight: Sight): string {
  const request = sight.named.get('request', requestId)
  if (!request) return say('access.a-request')
  const what = say('access.at-2', {
    areaName: areaName(request.area, sight),
    level: request.level,
    place: sight.placeName(request.placeId),
  })
  return say('access.the-request-of-for', { person: sight.personName(request.askerId), what })
}
