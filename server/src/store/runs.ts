import type { Change, Instant, Problem } from '@lodge/core'
import type { PoolConnection, Queryable } from './pools.ts'
import { integer, json, orNull, select, text, textAs } from './select.ts'

/** A change of a large docket that was refused when its turn came. */
export interface Refused {
  at: number
  problems: Problem[]
}

/** A docket applied in batches under one id (model C2). */
export interface Run {
  id: string
  accountId: string
  actorId: string
  changes: readonly Change[]
  /** The lines of a list they came from. */
  lines: number[] | null
  total: number
  nextChange: number
  state: 'running' | 'done'
  report: Refused[]
}

export async function insertRun(
  connection: Queryable,
  run: Pick<Run, 'id' | 'accountId' | 'actorId' | 'changes' | 'lines'>,
  now: Instant,
): Promise<void> {
  await connection.execute(
    `INSERT INTO docket_run (account_id, id, actor_id, changes, source_lines, total, next_change, state, report, created_at_us)
     VALUES (?, ?, ?, ?, ?, ?, 0, 'running', '[]', ?)`,
    [
      run.accountId,
      run.id,
      run.actorId,
      JSON.stringify(run.changes),
      run.lines && JSON.stringify(run.lines),
      run.changes.length,
      now,
    ],
  )
}

/** How far a run is, without its changes, which may be megabytes. */
export type RunState = Omit<Run, 'changes'>

export async function readRunState(
  connection: Queryable,
  accountId: string,
  id: string,
): Promise<RunState | undefined> {
  const [run] = await select(
    connection,
    {
      ...{ actorId: text, sourceLines: orNull(json<number[]>()), total: integer, nextChange: integer },
      ...{ state: textAs<Run['state']>(), report: json<Refused[]>() },
    },
    `SELECT actor_id, source_lines, total, next_change, state, report FROM docket_run
     WHERE account_id = ? AND id = ?`,
    [accountId, id],
  )
  if (!run) return undefined
  const { sourceLines: lines, ...rest } = run
  return { id, accountId, lines, ...rest }
}

/** The changes of a run; none once it is done. */
export async function readRunChanges(connection: Queryable, accountId: string, id: string): Promise<Change[]> {
  const [run] = await select(
    connection,
    { changes: json<Change[]>() },
    'SELECT changes FROM docket_run WHERE account_id = ? AND id = ?',
    [accountId, id],
  )
  return run?.changes ?? []
}

/**
 * Moves a run on past a batch, in the transaction of that batch. Once done the changes themselves, which may hold names,
 * are deleted; what was made of them is in the ledger.
 * @throws Error if another worker moved it on meanwhile; the batch is then rolled back with this.
 */
export async function advanceRun(
  connection: Queryable | PoolConnection,
  run: RunState,
  nextChange: number,
  report: readonly Refused[],
): Promise<void> {
  const done = nextChange >= run.total
  const [result] = await connection.execute(
    `UPDATE docket_run SET next_change = ?, state = ?, report = ?, changes = COALESCE(?, changes)
     WHERE account_id = ? AND id = ? AND next_change = ?`,
    [
      nextChange,
      done ? 'done' : 'running',
      JSON.stringify(report),
      done ? '[]' : null,
      run.accountId,
      run.id,
      run.nextChange,
    ],
  )
  if ((result as { affectedRows: number }).affectedRows !== 1) throw new RunMovedOn()
}

/** Another worker has applied this batch already. */
export class RunMovedOn extends Error {}
