import { say } from '../../words/say.ts'
import type { AreaKey, Id, RequestRow } from '../../account/rows.ts'
import type { Draft } from '../engine/draft.ts'
import type { Sight } from '../../access/sight.ts'
import { areaAt } from '../../products/catalogue.ts'

/** So many days a request waits before it runs out. */
export const REQUEST_DAYS = 14

export const notFound = () => say('access.this-request-is-no-longer-open-it-may')

/** The reason is the asker's, and kept with what else is personal (model C6). */
export function reasonField(requestId: Id): `request ${Id}` {
  return `request ${requestId}`
}

/** A request waits until it is decided, withdrawn or has run out, which needs no write (model Z3). */
export function isOpenRequest(request: RequestRow, now: number): boolean {
  return request.state === 'open' && request.expiresAt > now
}

export function openRequest(draft: Draft, requestId: Id): RequestRow | undefined {
  const request = draft.account.get('request', requestId)
  if (request && isOpenRequest(request, draft.now)) return request
  draft.refuse('not-found', notFound())
  return undefined
}

export function close(draft: Draft, request: RequestRow, state: RequestRow['state']): void {
  draft.update('request', request.id, { state, decidedById: draft.actorId })
  if (draft.account.personal(request.askerId, reasonField(request.id)) !== undefined) {
    draft.set(request.askerId, reasonField(request.id), null)
  }
}

export function areaName(key: AreaKey, sight: Sight): string {
  return areaAt(sight.account, key, sight.now)?.area.name ?? key
}

export function requestText(requestId: Id, sight: Sight): string {
  const request = sight.named.get('request', requestId)
  if (!request) return say('access.a-request')
  const what = say('access.at-2', {
    areaName: areaName(request.area, sight),
    level: request.level,
    place: sight.placeName(request.placeId),
  })
  return say('access.the-request-of-for', { person: sight.personName(request.askerId), what })
}
