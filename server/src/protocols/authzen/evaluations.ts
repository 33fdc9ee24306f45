import { badRequest, LodgeError } from '../../errors.ts'
import type { Asked } from './door.ts'
import { decisionOn, type Decision } from './evaluation.ts'
import { EvaluationPart, EvaluationRequest, EvaluationsRequest, reader } from './shapes.ts'
import { say } from '@lodge/core/say'

const read = reader(EvaluationsRequest)
const readOne = reader(EvaluationRequest)
const readPart = reader(EvaluationPart)

/**
 * The Access Evaluations endpoint (OpenID AuthZEN Authorization API 1.0, §7): several questions in one request. What one
 * leaves out is in the request around it; without any it is a single evaluation. One that cannot be read is answered no, with why.
 */
export function evaluations(asked: Asked): Decision | { evaluations: Decision[] } {
  const request = read(asked.body)
  const { evaluations: parts, options } = request
  if (!parts || parts.length === 0) return decisionOn(asked, readOne(whole(request, {})))
  const semantic = options?.evaluations_semantic ?? 'execute_all'
  const answers: Decision[] = []
  for (const part of parts) {
    const answer = answerOne(asked, request, part)
    answers.push(answer)
    if (semantic === 'deny_on_first_deny' && !answer.decision) break
    if (semantic === 'permit_on_first_permit' && answer.decision) break
  }
  return { evaluations: answers }
}

function answerOne(asked: Asked, around: EvaluationsRequest, part: unknown): Decision {
  try {
    const request = whole(around, readPart(part))
    if (request.subject && request.action && request.resource) return decisionOn(asked, request as EvaluationRequest)
    throw badRequest('bad-request', say('protocols.it-lacks-a-subject-an-action-or-a'))
  } catch (error) {
    if (!(error instanceof LodgeError) || error.status !== 400) throw error
    return { decision: false, context: { error: { status: 400, message: error.message } } }
  }
}

function whole(around: EvaluationPart, part: EvaluationPart): Partial<EvaluationRequest> {
  const of = { subject: around.subject, action: around.action, resource: around.resource, context: around.context }
  const given = Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined && value !== null))
  const request = { ...of, ...given }
  return Object.fromEntries(Object.entries(request).filter(([, value]) => value !== undefined && value !== null))
}
