import { Equals, IsBoolean } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { close, openRequest, requestText } from './requests.ts'
import { say } from '../../words/say.ts'

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
