import 'reflect-metadata'
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import Koa from 'koa'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { openPools, readTable, type Pools } from '@lodge/server'
import { median, report, timed, type Yardstick } from './yardsticks.ts'

// Many people: the list of them, a pasted list classed, and thousands invited at once. `--hundredth` runs a hundredth.
const root = resolve(import.meta.dirname, '../..')
const small = process.argv.includes('--hundredth')
const PEOPLE = small ? 500 : 50_000
const LISTED = small ? 100 : 10_000
const ROUNDS = small ? 3 : 30
/** A filter that was not asked for before is answered within this, scaled. */
const ANEW_MILLISECONDS = 250
const ASSUMED_MILLISECONDS = 1200
const ASSUMED_GRANTS = 200_000

const TABLES = ['person', 'offer', 'personal_value', 'offer_token', 'durable_work', 'ledger_entry', 'ledger_item']

const directory = mkdtempSync(join(tmpdir(), 'lodge-arrivals-'))
const start = join(root, 'demo/dist/start.js')
const options = ['--directory', directory, '--port', '8792', '--people', String(PEOPLE), '--reset']
const demo = spawn(process.execPath, ['--max-old-space-size=4000', start, ...options], {
  env: { ...process.env, LODGE_NOW: '2026-06-16T09:00:00+01:00', LODGE_SIGN_IN_ATTEMPTS: '1000' },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
})
const [{ origin }] = (await once(demo, 'message')) as [{ origin: string }]
const { databaseUrl, accountId } = JSON.parse(readFileSync(join(directory, 'running.json'), 'utf8')) as Record<
  string,
  string
>
const pools = openPools(databaseUrl!)
let cookie = ''

async function ask(method: string, path: string, body?: object, as = cookie): Promise<Response> {
  const answer = await fetch(`${origin}${path.startsWith('/api/s') ? path : `/api/accounts/${accountId}${path}`}`, {
    method,
    // Bytes as they are: packing them is not what is measured.
    headers: { 'Content-Type': 'application/json', 'Accept-Encoding': 'identity', Cookie: as },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
  if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`)
  return answer
}

try {
  const signedIn = await ask('POST', '/api/session', { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD })
  cookie = signedIn.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
  const scale = await readingScale(pools)
  const measured = [
    async () => await peopleList(scale),
    // Before the lists: what a list of 20,000 rows leaves to be tidied up would be measured with it.
    async () => [await signIns(scale)],
    async () => [await classed(scale)],
    async () => await memberList(scale),
    async () => [await invited(pools)],
  ]
  for (const measure of measured) for (const row of await measure()) if (!report(row, small)) process.exitCode = 1
} finally {
  const gone = once(demo, 'exit')
  await pools.end()
  demo.kill('SIGINT')
  await gone
  rmSync(directory, { recursive: true, force: true })
}

/** How much slower than assumed this machine reads, as in the other yardsticks. */
async function readingScale(of: Pools): Promise<number> {
  const readings: number[] = []
  let grants = 0
  for (let round = 0; round < 3; round += 1) {
    readings.push(await timed(async () => (grants = (await readTable(of.work, accountId!, 'grant', new Map())).length)))
  }
  return median(readings) / ((ASSUMED_MILLISECONDS * grants) / ASSUMED_GRANTS)
}

/** Each filter of the list by itself, with something of the account that finds many. */
async function filters(): Promise<(readonly [string, string])[]> {
  const read = async (path: string) => (await ask('GET', path)).json() as Promise<Record<string, { id: string }[]>>
  const [{ places = [] }, choices] = [await read('/places'), await read('/choices')]
  const seat = (choices.seats as unknown as { product: string; seatType: string }[])[0]!
  const me = (await read('/people?count=1')).people![0]!.id
  const asked = {
    ...{ role: choices.roles![0]!.id, firm: choices.employers![0]!.id, group: choices.groups![0]?.id },
    ...{ seat: `${seat.product}/${seat.seatType}`, place: places[1]!.id, invitedBy: me, unusedDays: '30' },
  }
  return Object.entries(asked).flatMap(([name, value]) => {
    return value ? [[`by ${name}`, `count=200&${name}=${encodeURIComponent(value)}`] as const] : []
  })
}

/** The list's first rows, and rows found by a word, against a bare Koa that sends the same bytes. */
async function peopleList(scale: number): Promise<Yardstick[]> {
  const found: Yardstick[] = []
  /** How long each took when nothing of it was remembered yet; the first rows make the list and its words. */
  const anew: (readonly [name: string, milliseconds: number])[] = []
  for (const [name, query] of [
    ['first rows', 'count=200'],
    ['a filter', 'count=200&find=contractor'],
    ...(await filters()),
  ] as const) {
    const path = `/people?${query}`
    let text = ''
    anew.push([name, await timed(async () => void (text = await (await ask('GET', path)).text()))])
    const bare = await bareKoa(text)
    const address = `http://127.0.0.1:${(bare.address() as AddressInfo).port}/`
    const [ours, theirs]: [number[], number[]] = [[], []]
    for (let round = 0; round < ROUNDS; round += 1) {
      ours.push(await timed(async () => (await ask('GET', path)).text()))
      theirs.push(await timed(async () => (await fetch(address)).text()))
    }
    bare.close()
    const [value, against] = [median(ours), median(theirs)]
    found.push({ name: `People of ${PEOPLE}, ${name}`, value, against, unit: 'ms', limit: 3, bound: 'most' })
  }
  const [slowestName, slowest] = anew.slice(1).reduce((most, one) => (one[1] > most[1] ? one : most))
  const name = `The slowest of the filters asked for the first time, ${slowestName}`
  found.push({ name, value: slowest, against: ANEW_MILLISECONDS * scale, unit: 'ms', limit: 1, bound: 'most' })
  return found
}

function bareKoa(text: string): Promise<Server> {
  const app = new Koa()
  app.use((ctx) => {
    ctx.type = 'application/json'
    ctx.body = text
  })
  const server = createServer(app.callback())
  return new Promise((done) => server.listen(0, '127.0.0.1', () => done(server)))
}

function list(): string {
  return Array.from({ length: LISTED }, (_, at) => `Newcomer ${at} <newcomer.${at}@arrivals.example>`).join('\n')
}

/** The slowest answer that the process is alive while many sign in at once, each with a password to be proven. */
async function signIns(scale: number): Promise<Yardstick> {
  const many = small ? 5 : 50
  let [busy, slowest] = [true, 0]
  const watching = (async () => {
    while (busy) {
      slowest = Math.max(slowest, await timed(async () => (await fetch(`${origin}/healthz`)).text()))
      await sleep(5)
    }
  })()
  // Each in a browser of their own: one that is signed in would end its own session.
  const one = () => ask('POST', '/api/session', { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD }, '')
  await Promise.all(Array.from({ length: many }, one)).finally(() => (busy = false))
  await watching
  const name = `${many} sign in at once: the slowest answer of /healthz meanwhile`
  return { name, value: slowest, against: 50 * scale, unit: 'ms', limit: 1, bound: 'most' }
}

/** A product's member list judged in the worker (model B3), with the slowest answer of the process meanwhile. */
async function memberList(scale: number): Promise<Yardstick[]> {
  const rows = small ? 200 : 20_000
  const cells = Array.from({ length: rows }, (_, at) => [
    `Listed ${at}`,
    `listed.${at}@arrivals.example`,
    'Reader',
    'active',
  ])
  const list = {
    cells: [['Name', 'Email', 'Type', 'Status'], ...cells],
    ...{ headingAt: 0, columns: { name: 0, email: 1, seatType: 2, state: 3 }, asOf: '2026-06-16' },
    ...{ choices: {}, kind: 'contractor', runId: randomUUID() },
  }
  const path = '/products/bedding-log/member-lists/judge'
  // The worker has caught up once it has answered.
  await ask('POST', path, { ...list, cells: list.cells.slice(0, 3) })
  let [busy, slowest] = [true, 0]
  const watching = (async () => {
    while (busy) {
      slowest = Math.max(slowest, await timed(async () => (await fetch(`${origin}/healthz`)).text()))
      await sleep(20)
    }
  })()
  const value = await timed(async () => (await ask('POST', path, list)).arrayBuffer()).finally(() => (busy = false))
  await watching
  const against = 1500 * scale * (small ? 0.1 : 1)
  return [
    { name: `A member list of ${rows} rows judged`, value, against, unit: 'ms', limit: 1, bound: 'most' },
    { name: 'The slowest answer meanwhile', value: slowest, against: 250 * scale, unit: 'ms', limit: 1, bound: 'most' },
  ]
}

/** A pasted list classed in the worker, with the slowest answer of a page meanwhile beside it. */
async function classed(scale: number): Promise<Yardstick> {
  await ask('POST', '/arrival-lists/read', { text: 'One <one@arrivals.example>' })
  let slowest = 0
  let busy = true
  const watching = (async () => {
    while (busy) {
      slowest = Math.max(slowest, await timed(async () => (await fetch(`${origin}/healthz`)).text()))
      await sleep(20)
    }
  })()
  const value = await timed(async () => (await ask('POST', '/arrival-lists/read', { text: list() })).text()).finally(
    () => (busy = false),
  )
  await watching.catch(() => undefined)
  const name = `${LISTED} pasted rows classed; the page answers meanwhile within ${slowest.toFixed(0)} ms`
  return { name, value, against: 1000 * scale, unit: 'ms', limit: 1, bound: 'most' }
}

/** Thousands invited as a run, against bare inserts of as many rows into tables of the same shape. */
async function invited(of: Pools): Promise<Yardstick> {
  const runId = randomUUID()
  const rows = (await (await ask('POST', '/arrival-lists/read', { text: list() })).json()) as {
    people: { line: number; name: string; email: string; cells: object }[]
  }
  const defaults = { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [] }
  const body = {
    rows: rows.people.map(({ line, name, email, cells }) => ({ line, name, email, cells })),
    defaults,
    runId,
  }
  const shown = (await (await ask('POST', '/arrival-lists/preview', body)).json()) as { preview: { digest: string } }
  const before = await counts(of)
  await ask('POST', '/arrival-lists/send', { ...body, digest: shown.preview.digest })
  const took = await timed(async () => {
    for (;;) {
      const run = (await (await ask('GET', `/runs/${runId}`)).json()) as { state: string }
      if (run.state === 'done') return
      await sleep(25)
    }
  })
  const after = await counts(of)
  const bare = await bareInserts(of, before, after)
  const name = `${LISTED} people invited: rows a second, against bare inserts of the same rows`
  return { name, value: 1000 / took, against: 1000 / bare, unit: 'runs a second', limit: 0.3, bound: 'least' }
}

async function counts(of: Pools): Promise<Map<string, number>> {
  const found = new Map<string, number>()
  for (const table of TABLES) {
    const [rows] = (await of.work.query(`SELECT COUNT(*) AS n FROM ${table}`).catch(() => [[{ n: 0 }]])) as unknown as [
      { n: number }[],
    ]
    found.set(table, rows[0]!.n)
  }
  return found
}

/** As many rows of the same tables, read beforehand, put into empty tables of the same shape in statements of 500 rows. */
async function bareInserts(of: Pools, before: Map<string, number>, after: Map<string, number>): Promise<number> {
  let milliseconds = 0
  for (const table of TABLES) {
    const number = after.get(table)! - before.get(table)!
    if (number <= 0) continue
    const [rows] = (await of.work.query({
      // Those just written: the first entries of a ledger hold the whole account.
      sql: `SELECT * FROM ${table} ${table.startsWith('ledger') ? 'ORDER BY version DESC' : ''} LIMIT ${number}`,
      rowsAsArray: true,
    })) as unknown as [unknown[][]]
    await of.work.query(`CREATE TABLE bare_${table} LIKE ${table}`)
    for (let at = 0; at < rows.length; at += 500) {
      const some = rows.slice(at, at + 500).map((row) => row.map(asStored))
      milliseconds += await timed(() => of.work.query(`INSERT INTO bare_${table} VALUES ?`, [some]))
    }
  }
  return milliseconds
}

/** JSON comes parsed; it is stored as text. */
function asStored(value: unknown): unknown {
  return value !== null && typeof value === 'object' && !Buffer.isBuffer(value) ? JSON.stringify(value) : value
}
