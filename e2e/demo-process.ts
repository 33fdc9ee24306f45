import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'

const start = resolve(import.meta.dirname, '../demo/dist/start.js')
/** The demo's day in tests and pictures: Tuesday 16 June 2026, nine o'clock in Dublin. */
export const DEMO_NOW = '2026-06-16T09:00:00+01:00'

/** A running demo, with what it said at its start. */
export interface Demo {
  origin: string
  mailbox: string
  token: string
  accountId: string
  /** The products’ pages, by code. */
  products: Record<string, string>
  directory: string
  /** As Ctrl C does; waits until everything is put away. */
  interrupt(): Promise<void>
}

export function newDirectory(): string {
  // In memory where that is to be had: laying out a database waits for no disk there.
  return mkdtempSync(join(existsSync('/dev/shm') ? '/dev/shm' : tmpdir(), 'lodge-e2e-'))
}

export function forget(directory: string): void {
  rmSync(directory, { recursive: true, force: true })
}

async function unusedPort(): Promise<number> {
  for (;;) {
    // Below those the system hands out by itself: what is empty now is so still when the demo has been laid out.
    const port = 20_000 + Math.floor(Math.random() * 12_000)
    const server = createServer()
    const isEmpty = await new Promise<boolean>((resolve) => {
      server.once('error', () => resolve(false))
      server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)))
    })
    if (isEmpty) return port
  }
}

/** Starts the demo as its users do, as a process of its own, with the clock fixed and the cheapest password hash. */
export async function startDemo(directory: string, more: Record<string, string> = {}): Promise<Demo> {
  // Two demos start side by side in the tests: the first time each is told a port of its own.
  const port = existsSync(join(directory, 'notes.json')) ? [] : ['--port', String(await unusedPort())]
  const args = ['--enable-source-maps', start, '--directory', directory, ...port]
  const child: ChildProcess = spawn(process.execPath, args, {
    env: {
      ...process.env,
      LODGE_NOW: DEMO_NOW,
      LODGE_PASSWORD_MEMORY_KIB: '8',
      LODGE_SIGN_IN_ATTEMPTS: '500',
      ...more,
    },
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  })
  const exit = once(child, 'exit')
  const said = await Promise.race([once(child, 'message'), exit])
  const message = said[0] as Omit<Demo, 'directory' | 'interrupt'> | number | null
  if (typeof message !== 'object' || message === null) throw new Error('The demo did not start.')
  const interrupt = async () => {
    child.kill('SIGINT')
    const [code] = (await exit) as [number]
    if (code !== 0) throw new Error(`The demo ended with ${code}.`)
  }
  return { ...message, directory, interrupt }
}
