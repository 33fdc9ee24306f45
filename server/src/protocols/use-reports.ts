import type { Context, Next } from 'koa'
import { v7 as uuidv7 } from 'uuid'
import { findPeople, problem, readChange, type Account, type Problem } from '@lodge/core'
import { entryAt } from '@lodge/core/must'
import { badRequest } from '../errors.ts'
import { answeredBefore, idempotencyOf } from '../http/idempotency.ts'
import type { Lodge } from '../lodge.ts'
import { mustBeReady } from '../readiness.ts'
import { authorize, postOnly, readBody, unauthorized } from './authzen/door.ts'
import { say } from '@lodge/core/say'

const PATH = '/products/v1/use'

/**
 * The door at which products report what was used: seats first used, and pooled allowances. No standard has it; what it
 * speaks is described in docs/use-reports.md. A repeated Idempotency-Key repeats the answer.
 */
export function useReportsDoor(lodge: Lodge) {
  return (ctx: Context, next: Next): Promise<void> => (ctx.path === PATH ? take(lodge, ctx) : next())
}

async function take(lodge: Lodge, ctx: Context): Promise<void> {
  if (ctx.method !== 'POST') throw postOnly(ctx)
  mustBeReady(lodge)
  const { id, accountId, product } = await authorize(lodge, ctx, 'report')
  const body = (await readBody(ctx.req)) as { uses?: unknown } | null
  const loaded = await lodge.accounts.get(accountId)
  if (!loaded) throw unauthorized()
  const idempotency = idempotencyOf(ctx, accountId, id, body)
  const earlier = await answeredBefore(lodge.pools.requests, idempotency)
  if (earlier) {
    ctx.body = earlier
    return
  }
  const { uses, problems } = usesIn(loaded.account, body?.uses)
  const read = problems.length > 0 ? { problems } : readChange({ type: 'report-use', uses }, OWN_IDS)
  if (read.problems) throw badRequest('bad-report', entryAt(read.problems, 0).sentence, read.problems)
  const { version } = await lodge.committer.commit({
    accountId,
    changes: [read.value],
    actor: { kind: 'product', product },
    via: { kind: 'product' },
    idempotency,
  })
  ctx.body = { version }
}

/** A product names no rows: whatever ids it sends are not its to choose. */
const OWN_IDS = { issue: () => uuidv7(), isIssued: () => false }

/** People are named by id or address, as in questions; each use by its place in the list. */
function usesIn(account: Account, plain: unknown): { uses: object[]; problems: Problem[] } {
  const problems: Problem[] = []
  if (!Array.isArray(plain) || plain.length === 0) {
    return {
      uses: [],
      problems: [problem('no-uses', say('protocols.uses-must-list-what-was-used-one-entry'), '/uses')],
    }
  }
  const uses = plain.map((one: unknown, at) => {
    const { person, ...use } = (one ?? {}) as { person?: unknown } & Record<string, unknown>
    if (person === undefined || person === null) return use
    const found = typeof person === 'string' ? findPeople(account, person) : []
    if (found.length === 1) return { ...use, personId: found[0] }
    const sentence =
      found.length === 0
        ? say('protocols.there-is-no-such-person-here')
        : say('protocols.several-people-have-this-email-address-name')
    problems.push(problem('not-found', sentence, `/uses/${at}/person`))
    return use
  })
  return { uses, problems }
}
