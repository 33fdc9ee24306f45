import { ArrayMaxSize, IsArray, IsIn, IsInt, IsObject, IsOptional, IsString, Matches, Min } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import {
  endsAccessOnly,
  shutsDoorsOnly,
  fillDocket,
  isNewcomers,
  MAXIMUM_CHANGES,
  readChange,
  readFilling,
  sentenceOf,
  withIssuedIds,
  Sight,
  type Change,
  type Instant,
  type Problem,
} from '@lodge/core'
import { entryAt, must } from '@lodge/core/must'
import { answeredBefore, idempotencyOf } from '../http/idempotency.ts'
import { badRequest, movedMeanwhile, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { mustBeFresh, mustHaveMeans } from '../signin/enter.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import type { Queryable } from '../store/pools.ts'
import { readDocket, saveDocket } from '../store/dockets.ts'
import { TooManyEdits } from '../store/commit-request.ts'
import { readEntries, readEntry, type LedgerChange } from '../store/ledger.ts'
import { insertRun, readRunState } from '../store/runs.ts'
import { insertNotices, type Told } from '../store/notices.ts'
import { insertAllWork, insertWork } from '../store/work.ts'
import { show } from '../work/shown.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/** One commit holds at most so many edits; what is larger runs in batches (model C2). */
const MAXIMUM_EDITS = 2_000

export class Changes {
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
}

export class CommitBody {
  @IsArray() @ArrayMaxSize(MAXIMUM_CHANGES) changes!: object[]
  /** The version whose preview was shown. */
  @IsInt() @Min(1) version!: number
  /** The digest of that preview (model C3). */
  @IsString()
  @Matches(/^[\w-]{43}$/, { message: () => say('requests.digest-must-be-the-one-a-preview-gave') })
  digest!: string
  /** How those whose access moves are told besides seeing it; left out, not (model I8). */
  @IsOptional() @IsIn(['now', 'digest']) tell?: Told
}

export class FillingBody {
  /** What to fill the docket with, by its kind (core, `changes/fillings.ts`). */
  @IsObject() filling!: object
}

export const changeRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/docket`,
    summary: 'Your own docket, the same on every device.',
    async answer({ lodge, accountId, personId }) {
      const kept = await readDocket(lodge.pools.requests, accountId, personId)
      const ids = new IssuedIds(lodge.configuration.keyRing, accountId, personId)
      return { changes: withIssuedIds(kept, ids) }
    },
  }),
  route({
    audience: 'account',
    method: 'put',
    path: `${ACCOUNT}/docket`,
    summary: 'Saves your own docket. Rows to be made are given ids.',
    body: Changes,
    async answer(ask) {
      const { lodge, accountId, personId, now } = ask
      const changes = (await readChanges(ask)).map(withoutEdits)
      await saveDocket(lodge.pools.requests, accountId, personId, changes, now)
      return { changes }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/previews`,
    summary: 'The preview of changes: people, places and money. Nothing is changed.',
    body: Changes,
    async answer(ask) {
      const { lodge, account, accountId, personId, now } = ask
      const changes = await readChanges(ask)
      const task = { kind: 'preview' as const, accountId, version: account.version, personId, now, changes }
      return lodge.workers.run(task, account)
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/commits`,
    answers: ['json', 'run'],
    summary: 'Applies changes whose preview was shown: all or none.',
    body: CommitBody,
    answer: commitShown,
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/fillings`,
    heavy: true,
    summary: 'What copying, tidying or moving someone’s access, or replacing a role, would add to your docket.',
    body: FillingBody,
    async answer({ lodge, account, accountId, personId, body, now }) {
      const ids = new IssuedIds(lodge.configuration.keyRing, accountId, personId)
      const read = readFilling(body.filling)
      if (read.problems) throw badRequest('bad-filling', entryAt(read.problems, 0).sentence, read.problems)
      return fillDocket(account, read.value, personId, now, () => ids.issue())
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/runs/{runId}`,
    summary: 'The progress of a docket applied in batches, and what was refused.',
    async answer({ lodge, accountId, personId, params }) {
      const run = await readRunState(lodge.pools.requests, accountId, must(params.runId, 'runId'))
      if (!run || run.actorId !== personId) throw notFound()
      // Anyone who reads that it is done and then reads the account finds it so, whichever process did the last batch.
      if (run.state === 'done') await lodge.accounts.catchUp(accountId)
      const { total, nextChange, state, report, lines } = run
      const refused = report.map((one) => ({ ...one, line: lines?.[one.at] ?? null }))
      return { state, total, done: nextChange, refused }
    },
  }),
]

/** What an undone docket altered is the ledger's to say; it is read again each time and kept nowhere else. */
function withoutEdits(change: Change): Change {
  return change.type === 'undo' ? { ...change, edits: [], changes: [] } : change
}

/** Reads changes as sent, with ids for the rows they make; what an undo puts back is read from the ledger. */
async function readChanges(ask: AccountAsk<Changes>): Promise<Change[]> {
  const problems: Problem[] = []
  const changes: Change[] = []
  const ids = new IssuedIds(ask.lodge.configuration.keyRing, ask.accountId, ask.personId)
  for (const [at, one] of ask.body.changes.entries()) {
    const read = readChange(await withLedgerEdits(ask, one), ids)
    if (!read.problems) changes.push(read.value)
    else problems.push(...read.problems.map((found) => ({ ...found, path: `/changes/${at}${found.path ?? ''}` })))
  }
  if (problems.length > 0) throw badRequest('bad-change', entryAt(problems, 0).sentence, problems)
  if (changes.some(isNewcomers)) {
    throw badRequest('bad-change', say('requests.this-has-a-page-of-its-own-and'))
  }
  return changes
}

/**
 * Anyone who reads the ledger, or made that entry themselves, may ask to undo it; to anyone else it is not there (D5).
 */
async function withLedgerEdits(
  { lodge, accountId, personId, sight }: AccountAsk<Changes>,
  plain: object,
): Promise<object> {
  const { type, version } = plain as { type?: unknown; version?: unknown }
  if (type !== 'undo') return plain
  const entry = Number.isInteger(version) && (await readEntry(lodge.pools.requests, accountId, Number(version)))
  const { actor } = (entry || undefined)?.header ?? {}
  const own = actor?.kind === 'person' && actor.personId === personId
  if (!entry || !(own || sight.can('ledger', 'see'))) throw notFound()
  return { ...plain, edits: entry.edits, changes: await changesOf(lodge, accountId, entry.changes) }
}

/** What an entry was made of; of one that undid another, what that one was made of (model C4). */
async function changesOf(lodge: Lodge, accountId: string, changes: LedgerChange[]): Promise<LedgerChange[]> {
  const whole: LedgerChange[] = []
  for (const change of changes) {
    const undone = change.type === 'undo' && (await readEntry(lodge.pools.requests, accountId, Number(change.version)))
    whole.push(...(undone ? await changesOf(lodge, accountId, undone.changes) : [change]))
  }
  return whole
}

async function commitShown(ask: AccountAsk<CommitBody>): Promise<object> {
  const { lodge, accountId, personId, session, body } = ask
  const changes = await readChanges(ask)
  if (changes.length === 0) throw badRequest('nothing-to-do', say('requests.there-is-nothing-to-apply'))
  const idempotency = idempotencyOf(ask.ctx, accountId, personId, body)
  const earlier = await answeredBefore(lodge.pools.requests, idempotency)
  if (earlier) return earlier
  let moved: string[] = []
  let differs = false
  const commit = lodge.committer.commit({
    accountId,
    changes,
    actor: { kind: 'person', personId },
    via: { kind: 'session', id: session.id },
    idempotency,
    maximumEdits: MAXIMUM_EDITS,
    async allow({ isGrave }) {
      if (!isGrave) return
      mustBeFresh(session, lodge.clock.now())
      await mustHaveMeans(lodge, session)
    },
    async alongside(connection, now, version) {
      if (body.tell)
        await tellOf(connection, { accountId, people: moved, actorId: personId, version, told: body.tell }, now)
    },
    async check(account, now) {
      // Who is shown out is agreed to without the bill, which takes as long to work out as all the rest.
      const shown = show(account, changes, personId, now, !shutsDoorsOnly(changes))
      moved = [...new Set(shown.access.effects.map((effect) => effect.personId))].filter((id) => id !== personId)
      differs = shown.digest !== body.digest
      // Who is to lose access loses it on the newest state, and is told of what came between (model C3).
      if (differs && !endsAccessOnly(changes)) {
        const whole = show(account, changes, personId, now)
        throw movedMeanwhile(whole, await movers(lodge, accountId, body.version, new Sight(account, personId, now)))
      }
    },
  })
  try {
    const { version } = await commit
    if (!differs) return { version }
    // It is committed, whether or not what came between is known.
    const movedBy = await movers(lodge, accountId, body.version, ask.sight, version).catch(() => [])
    return { version, movedBy }
  } catch (error) {
    if (error instanceof TooManyEdits) return startRun(ask, changes)
    // The same request came twice at once: the second is refused since the first was done, and answers as the first.
    const answered = await answeredBefore(lodge.pools.requests, idempotency).catch(() => undefined)
    if (answered) return answered
    throw error
  }
}

/** Those a change moved are told of it with the commit: in the application, and by mail at once or in the morning. */
async function tellOf(
  connection: Queryable,
  told: { accountId: string; people: readonly string[]; actorId: string; version: number; told: Told },
  now: Instant,
): Promise<void> {
  const { accountId } = told
  const made = await insertNotices(connection, accountId, told, now)
  if (told.told !== 'now') return
  const work = made.map(({ personId }) => {
    return { accountId, kind: 'tell', ids: { template: 'changed', toPersonId: personId, aboutPersonId: told.actorId } }
  })
  await insertAllWork(connection, work, now)
}

/**
 * A docket too large for one commit goes on as a run of batches, which the asker follows (model C2).
 * @param more the id it goes by, and the lines of a list its changes came from, for the report.
 */
export async function startRun(
  { lodge, accountId, personId, ctx, now }: AccountAsk<object>,
  changes: readonly Change[],
  more: { id?: string; lines?: number[] } = {},
): Promise<object> {
  const { id = uuidv7(), lines = null } = more
  const connection = await lodge.pools.requests.getConnection()
  try {
    await connection.beginTransaction()
    await insertRun(connection, { id, accountId, actorId: personId, changes, lines }, now)
    await insertWork(connection, { accountId, kind: 'docket-run', ids: { runId: id } }, now)
    await connection.commit()
  } finally {
    await connection.rollback().catch(() => undefined)
    connection.release()
  }
  if (lodge.configuration.work) lodge.jobs.wake()
  ctx.status = 202
  return { run: id }
}

/** Who changed what after the version shown and before another, as far as the asker sees them (model C3, D5). */
async function movers(
  lodge: Lodge,
  accountId: string,
  since: number,
  sight: Sight,
  before?: number,
): Promise<string[]> {
  const entries = await readEntries(lodge.pools.requests, accountId, 20, { ...(before ? { before } : {}) })
  return entries
    .filter(({ header }) => header.version > since)
    .flatMap(({ header, items }) => {
      const who =
        header.actor.kind === 'person' ? sight.personName(header.actor.personId) : say('requests.the-schedule')
      const visible = header.actor.kind !== 'person' || sight.can('ledger', 'see')
      if (!visible) return [say('requests.changed-something', { who })]
      return items.flatMap((item) =>
        item.payload ? [`${who} ${sentenceOf(JSON.parse(item.payload) as LedgerChange, sight)}`] : [],
      )
    })
    .slice(0, 3)
}
