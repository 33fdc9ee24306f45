import mysql, { type Pool, type PoolConnection, type PoolOptions } from 'mysql2/promise'

/** A connection or a pool: what plain queries need. */
export type Queryable = Pick<PoolConnection, 'query' | 'execute'>
export type { PoolConnection } from 'mysql2/promise'

/** Separate pools, so that a flood of requests never starves commits, nor work either (architecture, pools). */
export interface Pools {
  requests: Pool
  commits: Pool
  work: Pool
  end(): Promise<void>
}

const COMMON: PoolOptions = {
  timezone: 'Z',
  dateStrings: true,
  supportBigNumbers: true,
  namedPlaceholders: false,
  waitForConnections: true,
  connectTimeout: 4_000,
  enableKeepAlive: true,
}

/** Longer than the database itself lets a statement take: what is silent for so long has been lost on the way. */
const SILENT_MILLISECONDS = 30_000

interface Command {
  onResult?(error: object | null, ...rest: unknown[]): void
}
/** The driver's own connection, beneath the one with promises. */
/** What mysql2 keeps to itself of a pool: the pool of callbacks beneath that of promises, and who waits for it. */
interface BeneathPool {
  pool: { _connectionQueue: { length: number } }
}

/** The pool beneath a pool of promises. */
export function beneath(pool: Pool): BeneathPool['pool'] {
  // eslint-disable-next-line no-restricted-syntax -- mysql2 declares neither
  return (pool as unknown as BeneathPool).pool
}

interface Driven {
  addCommand(command: Command): Command
  destroy(): void
}

/**
 * Gives everything that is asked an end, preparing a statement too, which the driver's own time limit leaves out; a
 * connection on which something stays unanswered is not used again.
 */
function neverSilent(connection: Driven): void {
  const addCommand = connection.addCommand.bind(connection)
  connection.addCommand = (command) => {
    const { onResult } = command
    if (onResult) {
      let isAnswered = false
      const answer = (error: object | null, ...rest: unknown[]) => {
        clearTimeout(timer)
        if (isAnswered) return
        isAnswered = true
        onResult.call(command, error, ...rest)
      }
      const timer = setTimeout(() => {
        connection.destroy()
        answer(Object.assign(new Error('The database did not answer.'), { code: 'PROTOCOL_SEQUENCE_TIMEOUT' }))
      }, SILENT_MILLISECONDS).unref()
      command.onResult = answer
    }
    return addCommand(command)
  }
}

export function openPools(databaseUrl: string): Pools {
  const open = (connectionLimit: number, queueLimit: number) => {
    const pool = mysql.createPool({ ...COMMON, uri: databaseUrl, connectionLimit, queueLimit })
    pool.on('connection', (connection) => {
      // eslint-disable-next-line no-restricted-syntax -- mysql2 does not declare how a command is queued
      neverSilent(connection as unknown as Driven)
      void connection.query("SET SESSION innodb_lock_wait_timeout = 5, max_statement_time = 20, time_zone = '+00:00'")
    })
    return pool
  }
  const [requests, commits, work] = [open(8, 400), open(4, 200), open(3, 50)]
  const end = async () => {
    await Promise.allSettled([requests.end(), commits.end(), work.end()])
  }
  return { requests, commits, work, end }
}

/** MariaDB: the transaction may be tried again as a whole (deadlock, lock wait timeout). */
export function isTransient(error: unknown): boolean {
  const errno = (error as { errno?: number } | null)?.errno
  return errno === 1213 || errno === 1205
}

/** A row of the same unique key is there already. */
export function isDuplicate(error: unknown): boolean {
  return (error as { errno?: number } | null)?.errno === 1062
}

/** What the network says, or the driver of it, when the database cannot be asked. */
const AWAY_CODES = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ECONNABORTED',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ETIMEDOUT',
  'ENOTFOUND',
  'EAI_AGAIN',
  'ENOENT',
  'EPIPE',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_ENQUEUE_AFTER_FATAL_ERROR',
  'PROTOCOL_PACKETS_OUT_OF_ORDER',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'POOL_CLOSED',
])

/**
 * MariaDB for now neither reads nor writes for us: too many connections (1040, 1203, 1226), full disk or table (1021,
 * 1114), lost packets (1153 to 1161), stopping or killed (1053, 1317, 1927, 4031), read only (1290, 1792, 1836), not in
 * its cluster (1047), a statement that took too long (1969).
 */
const AWAY_NUMBERS = new Set([
  1021, 1040, 1047, 1053, 1114, 1153, 1154, 1155, 1156, 1157, 1158, 1159, 1160, 1161, 1203, 1226, 1290, 1317, 1792,
  1836, 1927, 1969, 4031,
])

/** What the driver says of its pools and connections without a code. */
const AWAY_WORDS = /^(Queue limit reached|Pool is closed|No connections available|Can't (add new command|write))/

/** The database cannot be reached, is stopping, or does nothing for us for now: nobody's fault who asks. */
export function isUnreachable(error: unknown): boolean {
  const { code, errno, message } = (error ?? {}) as { code?: string; errno?: number; message?: string }
  return AWAY_CODES.has(code ?? '') || AWAY_NUMBERS.has(errno ?? 0) || AWAY_WORDS.test(message ?? '')
}
