import { createHash } from 'node:crypto'
import type { Context } from 'koa'
import { badRequest, LodgeError } from '../errors.ts'
import { findAnswer, type IdempotencyKey } from '../store/idempotency.ts'
import { canonicalize } from '../store/ledger.ts'
import type { Queryable } from '../store/pools.ts'
import { say } from '@lodge/core/say'

/**
 * The `Idempotency-Key` of a request that may come twice, bound to who asks, where and for what; undefined without one.
 * @throws LodgeError 400 for what is no key.
 */
export function idempotencyOf(
  ctx: Context,
  accountId: string,
  actorId: string,
  body: unknown,
): IdempotencyKey | undefined {
  const key = ctx.get('Idempotency-Key')
  if (!key) return undefined
  if (!/^[\w.-]{8,100}$/.test(key)) throw badRequest('bad-key', say('http.idempotency-key-must-be-8-to-100-letters'))
  const requestHash = createHash('sha256')
    .update(`${ctx.path}\n${canonicalize(body)}`)
    .digest('hex')
  return { accountId, actorId, key, requestHash }
}

/** What the same request was answered before, if it was. @throws LodgeError 422 if the key was another request's. */
export async function answeredBefore(
  connection: Queryable,
  key: IdempotencyKey | undefined,
): Promise<object | undefined> {
  const earlier = key && (await findAnswer(connection, key))
  if (!earlier) return undefined
  if (earlier.requestHash === key.requestHash) return earlier.answer as object
  throw new LodgeError(422, 'key-reused', say('http.this-idempotency-key-was-used-for-another'))
}
