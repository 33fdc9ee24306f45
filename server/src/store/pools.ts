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

export function openPools(databaseUrl: string): Pools {
  const open = (connectionLimit: number, queueLimit: number) => {
    const pool = mysql.createPool({ ...COMMON, uri: databaseUrl, connectionLimit, queueLimit })
    pool.on('connection', (connection) => {
      connection.query("SET SESSION innodb_lock_wait_timeout = 5, max_statement_time = 20, time_zone = '+00:00'")
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

/** The database cannot be reached, is stopping, or refuses connections for now. */
export function isUnreachable(error: unknown): boolean {
  const { code, errno } = (error ?? {}) as { code?: string; errno?: number }
  const codes = [
    'ECONNREFUSED',
    'ECONNRESET',
    'ETIMEDOUT',
    'PROTOCOL_CONNECTION_LOST',
    'ENOENT',
    'EPIPE',
    'POOL_CLOSED',
  ]
  return codes.includes(code ?? '') || errno === 1053 || errno === 1927 || errno === 4031 || errno === 1047
}
