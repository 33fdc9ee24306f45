import { decide, nothingDecided, type Account, type Actor, type Change, type Decision, type Instant } from '@lodge/core'
import { entryAt } from '@lodge/core/must'
import type { Lodge } from '../lodge.ts'
import { LodgeError } from '../errors.ts'
import { instantFor } from '../store/accounts.ts'
import { advanceRun, readRunChanges, readRunState, RunMovedOn, type Refused, type Run } from '../store/runs.ts'
import type { WorkRow } from '../store/work.ts'
import type { Outcome, Worker } from './job-queue.ts'

/** A batch has at most so many edits, so that it holds the guard for a quarter of a second at most (model C2). */
const BATCH_EDITS = 500

/** A run goes on for so long before other work has its turn: what it makes, messages say, must not hold it up. */
const TURN_MILLISECONDS = 5_000

/**
 * Applies dockets too large for one commit, batch by batch under one id; each batch is decided afresh with the
 * planner's rights then and moves the run on in its own transaction. A change refused when its turn comes is reported.
 */
export function docketRunWorker({
  accounts,
  committer,
  pools,
  clock,
}: Pick<Lodge, 'accounts' | 'committer' | 'pools' | 'clock'>): Worker {
  let read: Pick<Run, 'id' | 'changes'> | undefined
  const batch = async ({ accountId, ids }: WorkRow): Promise<Outcome> => {
    const run = await readRunState(pools.work, accountId, String(ids.runId))
    if (!run || run.state === 'done') return 'done'
    // Read once: ten thousand changes are megabytes, and stay as they are until the run is done.
    if (read?.id !== run.id) read = { id: run.id, changes: await readRunChanges(pools.work, accountId, run.id) }
    const { changes } = read
    const loaded = await accounts.current(accountId)
    if (!loaded) return { dropped: 'The account is gone.' }
    const { account } = loaded
    const now = instantFor(loaded, clock)
    const wanted = nextBatch(account, { ...run, changes }, now)
    const next = run.nextChange + wanted.changes.length + wanted.refused.length
    const report = [...run.report, ...wanted.refused]
    try {
      if (wanted.changes.length === 0) await advanceRun(pools.work, run, next, report)
      else {
        await committer.commit({
          accountId,
          changes: wanted.changes,
          decided: { account, now, decision: wanted.decision },
          actor: { kind: 'person', personId: run.actorId },
          via: { kind: 'run', id: run.id },
          alongside: (connection) => advanceRun(connection, run, next, report),
        })
      }
    } catch (error) {
      // Someone's commit came between deciding and committing, or another worker did this batch: look anew.
      if (!(error instanceof RunMovedOn) && !(error instanceof LodgeError && error.status === 422)) throw error
    }
    return next >= run.total ? 'done' : 'more'
  }
  return async (row) => {
    const turnEnds = performance.now() + TURN_MILLISECONDS
    let outcome = await batch(row)
    while (outcome === 'more' && performance.now() < turnEnds) outcome = await batch(row)
    return outcome
  }
}

interface Batch {
  changes: Change[]
  refused: Refused[]
  /** What the changes come to together. */
  decision: Decision
}

/** As many of the next changes as fit one batch, those refused now left out and reported. */
function nextBatch(account: Account, run: Run, now: Instant): Batch {
  const actor: Actor = { kind: 'person', personId: run.actorId }
  const decision: Decision = nothingDecided(account)
  const batch: Batch = { changes: [], refused: [], decision }
  for (let at = run.nextChange; at < run.total; at += 1) {
    const change = entryAt(run.changes, at)
    const next = decide(decision.after, [change], actor, now)
    if (next.problems.length > 0) {
      batch.refused.push({ at, problems: next.problems })
      continue
    }
    if (batch.changes.length > 0 && decision.edits.length + next.edits.length > BATCH_EDITS) break
    batch.changes.push(change)
    decision.edits.push(...next.edits)
    decision.values.push(...next.values)
    decision.effects.push(...next.effects)
    decision.marks.push(...next.marks)
    decision.after = next.after
  }
  return batch
}
