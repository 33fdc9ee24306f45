import { answerQuestion, findQuestion, limitsFor, reasonsFor, type Question } from '@lodge/core'
import type { Asked } from './door.ts'
import { EvaluationRequest, reader } from './shapes.ts'

const read = reader(EvaluationRequest)

/** A decision with what belongs to it (§6.2). */
export interface Decision {
  decision: boolean
  context?: Record<string, unknown>
}

/**
 * The Access Evaluation endpoint (OpenID AuthZEN Authorization API 1.0, §6): may this subject do this at that place in
 * an area of the asking product?
 */
export function evaluation(asked: Asked): Decision {
  return decisionOn(asked, read(asked.body))
}

/** What needs approval is not allowed yet: the context says so, and who could give it (model R4). */
export function decisionOn({ account, product, now }: Asked, request: EvaluationRequest): Decision {
  if (request.subject.type !== 'user') return { decision: false }
  const question = questionOf(product, request)
  const found = findQuestion(account, question, now)
  const { answer, approvers } = answerQuestion(account, question, now, found)
  const wanted = (request.context ?? {}) as { reasons?: unknown; limits?: unknown }
  const context: Record<string, unknown> = {}
  if (answer === 'with-approval') {
    context.approval = { required: true, approvers: approvers.map((id) => ({ type: 'user', id })) }
  }
  if (wanted.reasons === true) {
    const { sentence, reasons } = reasonsFor(account, found, now)
    context.reason_user = { en: sentence }
    context.reasons = reasons
  }
  if (wanted.limits === true) context.limits = limitsFor(account, product, question.subject, now)
  const decision = answer === 'yes'
  return Object.keys(context).length > 0 ? { decision, context } : { decision }
}

export function questionOf(
  product: string,
  { subject, action, resource }: Pick<EvaluationRequest, 'subject' | 'action' | 'resource'>,
): Question {
  const owner = (resource.properties as { owner?: unknown } | undefined)?.owner
  const whose = typeof owner === 'string' ? { owner } : {}
  return { product, subject: subject.id, action: action.name, area: resource.type, place: resource.id, ...whose }
}
