import { spawn, execFile, type ChildProcess } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { createServer } from 'node:net'
import { setTimeout as sleep } from 'node:timers/promises'
import { promisify } from 'node:util'
import mysql from 'mysql2/promise'

const run = promisify(execFile)
const isRoot = process.getuid?.() === 0

/** A MariaDB of our own on loopback. */
export interface PrivateDatabase {
  port: number
  /** For the application user of the database `lodge`. */
  url: string
  /** For the administrator of the instance; tests make databases with it. */
  rootUrl: string
  process: ChildProcess
  stop(): Promise<void>
  kill(): Promise<void>
}

export interface PrivateDatabaseOptions {
  directory: string
  port?: number
  /** For tests only: gives up durability for speed. */
  throwaway?: boolean
}

/** Where a database for tests is best kept: in memory, where laying out tables waits for no disk. */
export function throwawayDirectory(name: string): string {
  return mkdtempSync(join(existsSync(IN_MEMORY) ? IN_MEMORY : tmpdir(), name))
}

const IN_MEMORY = '/dev/shm'

/** A port nobody listens on. */
export async function unusedPort(wanted = 0): Promise<number> {
  const server = createServer()
  return new Promise((resolve, reject) => {
    server.once('error', () => (wanted === 0 ? reject(new Error('No port is to be had.')) : resolve(unusedPort())))
    server.listen(wanted, '127.0.0.1', () => {
      const { port } = server.address() as { port: number }
      server.close(() => resolve(port))
    })
  })
}

/**
 * Starts MariaDB from Debian's packages on loopback with its data in a directory of ours, making it the first time.
 * The instance is a child: it ends with {@link PrivateDatabase.stop}, and nothing else's database is touched.
 */
export async function startPrivateDatabase(options: PrivateDatabaseOptions): Promise<PrivateDatabase> {
  const directory = options.directory
  const data = join(directory, 'data')
  // A server that starts clears its directory for temporary tables: another's must not lie in the same one.
  const temporary = join(directory, 'tmp')
  mkdirSync(temporary, { recursive: true })
  const user = isRoot ? ['--user=root'] : []
  const fresh = !existsSync(join(data, 'mysql'))
  if (fresh) {
    const where = [`--datadir=${data}`, `--tmpdir=${temporary}`]
    const how = ['--auth-root-authentication-method=normal', '--skip-test-db']
    await run('mariadb-install-db', ['--no-defaults', ...where, ...how, ...user])
  }
  await endLeftover(directory, data)
  const port = await unusedPort(options.port)
  const { socket, forget } = shortSocket(directory)
  const speed = options.throwaway
    ? ['--innodb-flush-log-at-trx-commit=0', '--innodb-doublewrite=0', '--innodb-log-file-size=16M', '--sync-frm=OFF']
    : []
  const args = [
    '--no-defaults',
    `--datadir=${data}`,
    `--tmpdir=${temporary}`,
    `--socket=${socket}`,
    `--port=${port}`,
    `--log-error=${join(directory, 'mariadb.log')}`,
    `--pid-file=${join(directory, 'mariadb.pid')}`,
    '--bind-address=127.0.0.1',
    '--skip-name-resolve',
    '--character-set-server=utf8mb4',
    '--default-time-zone=+00:00',
    '--max-connections=200',
    '--innodb-buffer-pool-size=256M',
  ]
  // A group of its own: Ctrl C in the terminal reaches us first, and the database only when we stop it.
  const child = spawn('mariadbd', [...args, ...speed, ...user], { stdio: 'ignore', detached: true })
  const rootUrl = `mysql://root@127.0.0.1:${port}/mysql`
  await waitUntilUp(rootUrl, child)
  await makeDatabase(rootUrl)
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  const end = (signal: NodeJS.Signals) => async () => {
    if (child.exitCode === null && child.signalCode === null) child.kill(signal)
    await ended
    forget()
  }
  const url = `mysql://lodge@127.0.0.1:${port}/lodge`
  return { port, url, rootUrl, process: child, stop: end('SIGTERM'), kill: end('SIGKILL') }
}

/** Ends an instance of ours that was left running when its starter was killed; nobody else's is touched. */
async function endLeftover(directory: string, data: string): Promise<void> {
  const file = join(directory, 'mariadb.pid')
  if (!existsSync(file)) return
  const pid = Number(readFileSync(file, 'utf8').trim())
  const ours = () => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--datadir=${data}\0`)
    } catch {
      return false
    }
  }
  if (!pid || !ours()) return
  process.kill(pid, 'SIGTERM')
  for (let tries = 0; tries < 200 && ours(); tries += 1) await sleep(100)
}

/** A socket path has at most 107 characters; a deep directory is reached through a short link. */
function shortSocket(directory: string): { socket: string; forget(): void } {
  const socket = join(directory, 'mariadb.sock')
  if (socket.length <= 100) return { socket, forget: () => undefined }
  const link = mkdtempSync(join(tmpdir(), 'lodge-'))
  symlinkSync(directory, join(link, 'd'))
  return { socket: join(link, 'd', 'mariadb.sock'), forget: () => rmSync(link, { recursive: true, force: true }) }
}

async function waitUntilUp(rootUrl: string, child: ChildProcess): Promise<void> {
  for (let tries = 0; tries < 300; tries += 1) {
    if (child.exitCode !== null) throw new Error('MariaDB ended at once; its log lies beside its data.')
    try {
      const connection = await mysql.createConnection(rootUrl)
      await connection.end()
      return
    } catch {
      await sleep(100)
    }
  }
  throw new Error('MariaDB did not answer within half a minute; its log lies beside its data.')
}

async function makeDatabase(rootUrl: string): Promise<void> {
  const connection = await mysql.createConnection({ uri: rootUrl, multipleStatements: true })
  await connection.query(`
    CREATE DATABASE IF NOT EXISTS lodge CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci;
    CREATE USER IF NOT EXISTS 'lodge'@'127.0.0.1';
    GRANT ALL ON lodge.* TO 'lodge'@'127.0.0.1';
  `)
  await connection.end()
}
