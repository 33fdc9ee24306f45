import type { Preview, Problem } from '@lodge/core'
import { say } from '@lodge/core/say'

/** An answer other than success: a stable code, an HTTP status and a sentence one can act on (RFC 9457). */
export class LodgeError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    readonly more: { problems?: Problem[]; preview?: unknown; retryAfterSeconds?: number; movedBy?: string[] } = {},
  ) {
    super(sentence)
  }
}

/** What one may not see and what does not exist answer alike (model D5). */
export const notFound = () => new LodgeError(404, 'not-found', say('server.there-is-nothing-here-or-nothing-you-have'))
export const notSignedIn = () => new LodgeError(401, 'not-signed-in', say('server.sign-in-first'))

export function badRequest(code: string, sentence: string, problems?: Problem[]): LodgeError {
  return new LodgeError(400, code, sentence, problems ? { problems } : {})
}

/** The changes as asked cannot be made. */
export function refused(problems: Problem[]): LodgeError {
  return new LodgeError(422, 'refused', problems[0]?.sentence ?? say('server.this-cannot-be-done'), { problems })
}

/** Someone else's commit came first and the effect is another now (model C3). */
export function movedMeanwhile(preview: Preview & { digest: string; version: number }, movedBy: string[]): LodgeError {
  const sentence = say('server.the-effect-has-changed-in-the-meantime-check', {
    list: movedBy.join('; ') || say('server.time-has-passed'),
  })
  return new LodgeError(409, 'moved', sentence, { preview, movedBy })
}

export const databaseAway = () =>
  new LodgeError(503, 'database-away', say('server.the-server-cannot-reach-its-database-nothing'), {
    retryAfterSeconds: 2,
  })

export const tooBusy = () =>
  new LodgeError(503, 'busy', say('server.too-much-is-changing-at-once-nothing-was'), {
    retryAfterSeconds: 1,
  })
