import { createHash } from 'node:crypto'
import canonicalizeModule from 'canonicalize'
import { ArrayMaxSize, IsArray, IsInt, IsString, Matches, Min } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import {
  effectOfPreview,
  MAXIMUM_CHANGES,
  preview,
  readChange,
  sentenceOf,
  Sight,
  type Account,
  type Change,
  type Instant,
  type Preview,
  type Problem,
} from '@lodge/core'
import { badRequest, LodgeError, movedMeanwhile } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { readDocket, saveDocket } from '../store/dockets.ts'
import { findAnswer, type IdempotencyKey } from '../store/idempotency.ts'
import { readEntries } from '../store/ledger.ts'
import { route, type AccountAsk } from './route.ts'

const canonicalize = canonicalizeModule as unknown as (value: unknown) => string
const ACCOUNT = '/api/accounts/{accountId}'

export class Changes {
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
}

export class CommitBody {
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
  /** The version whose preview was shown. */
  @IsInt() @Min(1) version!: number
  /** The digest of that preview (model C3). */
  @IsString() @Matches(/^[\w-]{43}$/, { message: 'digest must be the one a preview gave' }) digest!: string
}

/** What a preview answers: the effect, the changes with their ids, and what a commit must name. */
export interface ShownPreview extends Preview {
  changes: Change[]
  version: number
  digest: string
}

export const changeRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/docket`,
    summary: 'One’s own docket, the same on every device.',
    answer: async ({ lodge, accountId, personId }) => ({
      changes: await readDocket(lodge.pools.requests, accountId, personId),
    }),
  }),
  route({
    audience: 'account',
    method: 'put',
    path: `${ACCOUNT}/docket`,
    summary: 'Saves one’s own docket; rows to be made are given ids.',
    body: Changes,
    async answer({ lodge, accountId, personId, body, now }) {
      const changes = readChanges(body.changes)
      await saveDocket(lodge.pools.requests, accountId, personId, changes, now)
      return { changes }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/previews`,
    summary: 'Shows what changes would do to people, places and money; nothing is changed.',
    body: Changes,
    answer: async ({ account, personId, body, now }) => show(account, readChanges(body.changes), personId, now),
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/commits`,
    summary: 'Applies changes whose preview was shown, all or none.',
    body: CommitBody,
    answer: commitShown,
  }),
]

function readChanges(plain: readonly object[]): Change[] {
  const problems: Problem[] = []
  const changes = plain.flatMap((one, at) => {
    const read = readChange(one, uuidv7)
    if (!read.problems) return [read.value]
    problems.push(...read.problems.map((found) => ({ ...found, path: `/changes/${at}${found.path ?? ''}` })))
    return []
  })
  if (problems.length > 0) throw badRequest('bad-change', problems[0]!.sentence, problems)
  if (changes.some((change) => change.type === 'accept')) {
    throw badRequest('bad-change', 'An invitation is taken up on its own page, not here.')
  }
  return changes
}

/** The effect of changes as their actor may see it, with its digest (model C3). */
export function show(account: Account, changes: Change[], personId: string, now: Instant): ShownPreview {
  const shown = preview(account, changes, { kind: 'person', personId }, now)
  const digest = createHash('sha256')
    .update(canonicalize(effectOfPreview(shown)))
    .digest('base64url')
  return { ...shown, changes, version: account.version, digest }
}

async function commitShown(ask: AccountAsk<CommitBody>): Promise<object> {
  const { lodge, accountId, personId, session, body } = ask
  const changes = readChanges(body.changes)
  if (changes.length === 0) throw badRequest('nothing-to-do', 'There is nothing to apply.')
  const idempotency = keyOf(ask)
  const earlier = await answerOf(lodge, idempotency)
  if (earlier) return earlier
  const commit = lodge.committer.commit({
    accountId,
    changes,
    actor: { kind: 'person', personId },
    via: { kind: 'session', id: session.id },
    idempotency,
    async check(account, now) {
      const shown = show(account, changes, personId, now)
      if (shown.digest !== body.digest) {
        throw movedMeanwhile(shown, await movers(lodge, accountId, body.version, new Sight(account, personId, now)))
      }
    },
  })
  try {
    return { version: (await commit).version }
  } catch (error) {
    // The same request came twice at once: the second is refused since the first was done, and answers as the first.
    const answered = await answerOf(lodge, idempotency).catch(() => undefined)
    if (answered) return answered
    throw error
  }
}

/** What the same request was answered before, if it was. @throws LodgeError 422 if the key was another request's. */
async function answerOf(lodge: Lodge, idempotency: IdempotencyKey | undefined): Promise<object | undefined> {
  const earlier = idempotency && (await findAnswer(lodge.pools.requests, idempotency))
  if (!earlier) return undefined
  if (earlier.requestHash === idempotency.requestHash) return earlier.answer as object
  throw new LodgeError(422, 'key-reused', 'This Idempotency-Key was used for another request; take a new one.')
}

function keyOf(ask: AccountAsk<CommitBody>): IdempotencyKey | undefined {
  const key = ask.ctx.get('Idempotency-Key')
  if (!key) return undefined
  if (!/^[\w.-]{8,100}$/.test(key)) throw badRequest('bad-key', 'Idempotency-Key must be 8 to 100 letters or digits.')
  const requestHash = createHash('sha256').update(canonicalize(ask.body)).digest('hex')
  return { accountId: ask.accountId, actorId: ask.personId, key, requestHash }
}

/** Who changed what since the version shown, as far as the asker sees them (model C3, D5). */
async function movers(lodge: Lodge, accountId: string, since: number, sight: Sight): Promise<string[]> {
  const entries = await readEntries(lodge.pools.requests, accountId, undefined, 20)
  return entries
    .filter((entry) => entry.header.version > since)
    .flatMap(({ header, items }) => {
      const who = header.actor.kind === 'person' ? sight.personName(header.actor.personId) : 'The schedule'
      const visible = header.actor.kind !== 'person' || sight.can('ledger', 'see')
      if (!visible) return [`${who} changed something`]
      return items.flatMap((item) => (item.payload ? [`${who} ${sentenceOf(JSON.parse(item.payload), sight)}`] : []))
    })
    .slice(0, 3)
}
