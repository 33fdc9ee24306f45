import { spawn, type ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { setTimeout as sleep } from 'node:timers/promises'
import type { Yardstick } from './yardsticks.ts'

/** What cutting people off is measured on: a running demo, and a second process beside it. */
export interface Ground {
  origin: string
  accountId: string
  /** How to start a second process on the same account, and the port it is to have. */
  second: { command: string[]; environment: NodeJS.ProcessEnv; port: number }
  ask<T>(method: string, path: string, body?: object): Promise<T>
  leavers: readonly { id: string; email: string }[]
  password: string
  sessionsEach: number
  rows: number
  scale: number
}

interface Shown {
  changes: object[]
  version: number
  digest: string
}

/**
 * How long a session stays open after its person’s access ended: from the button to the first refusal, over every one of
 * its sessions in two processes, while a list of thousands is being imported.
 */
export async function cutOffs(ground: Ground): Promise<Yardstick> {
  const { origin, ask, leavers, sessionsEach, rows, scale } = ground
  const { child, url } = await startSecond(ground)
  try {
    const sessions = new Map<string, Session[]>()
    for (const { id, email } of leavers) {
      const open = Array.from({ length: sessionsEach }, (_, at) =>
        signIn(at % 2 ? url : origin, email, ground.password),
      )
      sessions.set(id, await Promise.all(open))
    }
    const shown = new Map<string, Shown>()
    for (const { id } of leavers) {
      shown.set(id, await ask<Shown>('POST', '/previews', { changes: [{ type: 'plan-departure', personId: id }] }))
    }
    const runId = await startImport(ground)
    const waited: number[] = []
    for (const { id } of leavers) {
      const start = performance.now()
      const { changes, version, digest } = shown.get(id)!
      const shut = sessions.get(id)!.map(async (one) => waited.push(await untilShut(ground, one, start)))
      await Promise.all([ask('POST', '/commits', { changes, version, digest }), ...shut])
    }
    const { total, done } = await ask<{ total: number; done: number }>('GET', `/runs/${runId}`)
    const name = `${waited.length} sessions in two processes shut while ${rows} rows are imported, p99 (${total - done} to come at the end)`
    return { name, value: percentile(waited, 0.99), against: 1000 * scale, unit: 'ms', limit: 1, bound: 'most' }
  } finally {
    const gone = once(child, 'exit')
    child.kill('SIGTERM')
    await gone
  }
}

interface Session {
  url: string
  cookie: string
}

async function startSecond({ second }: Ground): Promise<{ child: ChildProcess; url: string }> {
  const [command = '', ...words] = second.command
  const child = spawn(command, words, { env: second.environment, stdio: ['ignore', 'ignore', 'inherit', 'ipc'] })
  await once(child, 'message')
  return { child, url: `http://127.0.0.1:${second.port}` }
}

async function signIn(url: string, email: string, password: string): Promise<Session> {
  const headers = { 'Content-Type': 'application/json' }
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ email, password }),
  })
  if (!answer.ok) throw new Error(`${email} could not sign in: ${answer.status} ${await answer.text()}`)
  const cookie = answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
  return { url, cookie }
}

const LOOKS_EVERY_MILLISECONDS = 20

/** Asks with a session again and again until it is refused; how long that took since the button. */
async function untilShut({ accountId }: Ground, { url, cookie }: Session, start: number): Promise<number> {
  for (;;) {
    const { status } = await fetch(`${url}/api/accounts/${accountId}/notices`, { headers: { Cookie: cookie } })
    if (status === 401) return performance.now() - start
    if (status !== 200) throw new Error(`A session was answered with ${status}.`)
    await sleep(LOOKS_EVERY_MILLISECONDS)
  }
}

/** Has a list imported as a run, which goes on by itself. */
async function startImport({ ask, rows }: Ground): Promise<string> {
  const text = Array.from({ length: rows }, (_, at) => `Import ${at} <import.${at}@bench.example>`).join('\n')
  const { people } = await ask<{ people: { line: number; name: string; email: string; cells: object }[] }>(
    'POST',
    '/arrival-lists/read',
    { text },
  )
  const runId = randomUUID()
  const defaults = { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [] }
  const body = { rows: people.map(({ line, name, email, cells }) => ({ line, name, email, cells })), defaults, runId }
  const { preview } = await ask<{ preview: { digest: string } }>('POST', '/arrival-lists/preview', body)
  await ask('POST', '/arrival-lists/send', { ...body, digest: preview.digest })
  return runId
}

function percentile(values: readonly number[], share: number): number {
  const ordered = [...values].sort((one, other) => one - other)
  return ordered[Math.min(ordered.length - 1, Math.ceil(ordered.length * share) - 1)]!
}
