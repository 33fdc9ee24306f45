import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { close, notFound, openRequest, requestText } from './requests.ts'
import { say } from '../../words/say.ts'

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
