import 'reflect-metadata'
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { productAt, type Account, type PersonRow } from '@lodge/core'
import { openPools, readAccount, readAccountAsOf, readTable } from '@lodge/server'
import { askingOf } from './asking.ts'
import { cutOffs, type Ground } from './cut-offs.ts'
import { addThings, connectProducts, fillAccounts, startProducts, thingsOf } from './products.ts'
import { median, report, timed, type Yardstick } from './yardsticks.ts'

// A departure of someone with much, three products connected: planned, doors shut, done in the products, many at once; and
// the account read as of a date. `--hundredth` runs a hundredth.
const root = resolve(import.meta.dirname, '../..')
const small = process.argv.includes('--hundredth')
const PEOPLE = small ? 500 : 50_000
const GRANTS = small ? 5 : 500
const REPORTS = small ? 2 : 20
const THINGS = small ? 6 : 200
const MANY = small ? 2 : 200
/** So many people lose access while a list is imported, each with so many sessions, half of them in another process. */
const CUT_OFF = small ? 2 : 10
const SESSIONS_EACH = small ? 2 : 20
const IMPORTED = small ? 100 : 10_000
const ROUNDS = small ? 1 : 3
const SECOND_PORT = 8797
const ASSUMED_MILLISECONDS = 1200
const ASSUMED_GRANTS = 200_000
/** A docket is applied in parts of so many changes here. */
const DOCKET = 250

const products = await startProducts()
process.env.LODGE_PRODUCT_ORIGINS = products.map(({ running }) => new URL(running.scimAddress).origin).join(' ')
const directory = mkdtempSync(join(tmpdir(), 'lodge-departures-'))
const options = ['--directory', directory, '--port', '8794', '--people', String(PEOPLE), '--reset']
const demo = spawn(process.execPath, ['--max-old-space-size=4000', join(root, 'demo/dist/start.js'), ...options], {
  env: { ...process.env, LODGE_NOW: '2026-06-16T09:00:00+01:00', LODGE_SIGN_IN_ATTEMPTS: '1000' },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
})
const [{ origin }] = (await once(demo, 'message')) as [{ origin: string }]
const { databaseUrl, accountId } = JSON.parse(readFileSync(join(directory, 'running.json'), 'utf8')) as {
  databaseUrl: string
  accountId: string
}
const pools = openPools(databaseUrl)
const ask = askingOf(origin, accountId)

interface Shown {
  changes: object[]
  version: number
  digest: string
  problems: { sentence: string }[]
}

const previewOf = (changes: object[]) => ask<Shown>('POST', '/previews', { changes })

async function commit({ changes, version, digest, problems }: Shown): Promise<void> {
  if (problems[0]) throw new Error(problems[0].sentence)
  const { run } = await ask<{ run?: string }>('POST', '/commits', { changes, version, digest })
  while (run && (await ask<{ state: string }>('GET', `/runs/${run}`)).state !== 'done')
    await new Promise((done) => setTimeout(done, 20))
}

async function apply(changes: object[]): Promise<void> {
  for (let from = 0; from < changes.length; from += DOCKET)
    await commit(await previewOf(changes.slice(from, from + DOCKET)))
}

try {
  await ask('POST', '/api/session', { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD })
  const scale = await readingScale()
  const { account } = (await readAccount(pools.work, accountId))!
  const staff = [...account.all('person')].filter((one) => one.state === 'active' && one.standing === 'member')
  const role = [...account.all('role')].find(({ retired }) => !retired)!
  const places = [...account.all('place')].filter(({ parentId, archived }) => parentId !== null && !archived)
  const leavers = staff.slice(0, ROUNDS)
  const owner = [...account.all('person')].find(({ signatory }) => signatory)!
  await apply(seatsFor(account, [owner, ...leavers]))
  const seated = (await readAccount(pools.work, accountId))!
  fillAccounts(products, seated.account, seated.guard.committedAt)
  const connecting = performance.now()
  const held = await connectProducts(products, ask, apply)
  console.log(`Three products with ${held} accounts connected and compared in ${seconds(connecting)} s.`)
  for (const { id } of leavers) addThings(products, id, THINGS)
  for (const [at, { id }] of leavers.entries()) {
    const own = new Set(account.by('grant', 'person', id).map((grant) => `${grant.roleId} ${grant.placeId}`))
    const free = places.filter((place) => !own.has(`${role.id} ${place.id}`)).slice(0, GRANTS)
    await apply(
      free.map((place) => ({ type: 'give', subjectKind: 'person', subjectId: id, roleId: role.id, placeId: place.id })),
    )
    const reports = staff.slice(ROUNDS + at * REPORTS, ROUNDS + (at + 1) * REPORTS)
    await apply(reports.map((one) => ({ type: 'change-person', personId: one.id, managerId: id })))
  }
  const measured = [
    await oneDeparture(
      leavers.map(({ id }) => id),
      owner.id,
      scale,
    ),
    await manyAtOnce(
      staff.slice(-MANY).map(({ id }) => id),
      scale,
    ),
    [await cutOffs(ground(account, staff.slice(-MANY - CUT_OFF, -MANY), scale))],
    await asOfDate(),
  ]
  for (const row of measured.flat()) if (!report(row, small)) process.exitCode = 1
} finally {
  const gone = once(demo, 'exit')
  await pools.end()
  demo.kill('SIGINT')
  await gone
  for (const { running } of products) await running.stop()
  rmSync(directory, { recursive: true, force: true })
}

/** The demo, a second process on its database, and those who lose access. */
function ground(account: Account, leavers: readonly PersonRow[], scale: number): Ground {
  const notes = JSON.parse(readFileSync(join(directory, 'notes.json'), 'utf8')) as { key: string; smtpPort: number }
  const environment = {
    ...process.env,
    LODGE_DATABASE_URL: databaseUrl,
    LODGE_KEY: notes.key,
    LODGE_PORT: String(SECOND_PORT),
    LODGE_SMTP_URL: `smtp://127.0.0.1:${notes.smtpPort}`,
    LODGE_NOW: '2026-06-16T09:00:00+01:00',
    LODGE_SIGN_IN_ATTEMPTS: '1000',
    LODGE_LOG_LEVEL: 'silent',
  }
  const flags = (process.env.LODGE_SERVER_FLAGS ?? '').split(' ').filter(Boolean)
  const command = [process.execPath, ...flags, join(root, 'server/dist/main.js')]
  return {
    ...{ origin, accountId, ask, scale, password: DEMO_PASSWORD, sessionsEach: SESSIONS_EACH, rows: IMPORTED },
    second: { command, environment, port: SECOND_PORT },
    leavers: leavers.map(({ id }) => ({ id, email: account.personal(id, 'email')! })),
  }
}

/** How much slower than assumed this machine reads, as in the other yardsticks. */
async function readingScale(): Promise<number> {
  const readings: number[] = []
  let grants = 0
  for (let round = 0; round < 3; round += 1) {
    readings.push(
      await timed(async () => (grants = (await readTable(pools.work, accountId, 'grant', new Map())).length)),
    )
  }
  return median(readings) / ((ASSUMED_MILLISECONDS * grants) / ASSUMED_GRANTS)
}

function seconds(since: number): string {
  return ((performance.now() - since) / 1000).toFixed(1)
}

/** A seat of each product for those who have none there, of a type there is. */
function seatsFor(account: Account, people: readonly PersonRow[]): object[] {
  return products.flatMap(({ code }) => {
    const seatType = productAt(account, code, Infinity)!.sheet.seatTypes[0]!.code
    const without = people.filter(({ id }) => !account.by('holding', 'person', id).some((one) => one.product === code))
    return without.map(({ id }) => ({ type: 'give-seat', personId: id, product: code, seatType }))
  })
}

/** Planned ahead with what is in the products, and previewed; then the doors, and all of it in the products. */
async function oneDeparture(ids: readonly string[], takerId: string, scale: number): Promise<Yardstick[]> {
  const [planned, shut, done]: [number[], number[], number[]] = [[], [], []]
  for (const personId of ids) {
    const handovers = products.map(({ code }) => ({ what: 'things', id: code, takerId }))
    const plan = { type: 'plan-departure', personId, handovers }
    const lying = async () => {
      const { products: all } = await ask<{ products: { things: object[] }[] }>(
        'GET',
        `/people/${personId}/in-products`,
      )
      const found = all.reduce((sum, one) => sum + one.things.length, 0)
      if (found !== THINGS) throw new Error(`${found} of ${THINGS} things were found.`)
    }
    planned.push(await timed(() => Promise.all([lying(), previewOf([{ ...plan, at: '2026-06-30T17:00' }])])))
    const now = await previewOf([plan])
    const begun = performance.now()
    shut.push(await timed(() => commit(now)))
    await untilInProducts(personId)
    done.push(performance.now() - begun)
    if (thingsOf(products, personId) > 0) throw new Error('Things are theirs still.')
  }
  const who = `${GRANTS} keys, ${THINGS} things in three products, ${REPORTS} reports`
  const unit = { unit: 'ms', limit: 1, bound: 'most' as const }
  return [
    { name: `A departure planned (${who})`, value: median(planned), against: 300 * scale, ...unit },
    { name: `Its doors shut (${who})`, value: median(shut), against: 1000 * scale, ...unit },
    {
      name: `Its accounts closed and things passed on, read back`,
      value: median(done),
      against: 2000 * scale,
      ...unit,
    },
  ]
}

/** Until every step in a product is done; one that is blocked is an error. */
async function untilInProducts(personId: string): Promise<void> {
  const { departures } = await ask<{ departures: { id: string; personId: string }[] }>('GET', '/departures')
  const { id } = departures.find((one) => one.personId === personId)!
  for (;;) {
    const { steps } = await ask<{ steps: { kind: string; state: string; note: string }[] }>('GET', `/departures/${id}`)
    const there = steps.filter(({ kind }) => kind === 'close' || kind === 'things')
    const blocked = there.find(({ state }) => state === 'blocked')
    if (blocked) throw new Error(`A step in a product is blocked: ${blocked.note}`)
    if (there.length === 2 * products.length && there.every(({ state }) => state === 'done')) return
    await sleep(50)
  }
}

/** As at a client's end: all in one docket. */
async function manyAtOnce(ids: readonly string[], scale: number): Promise<Yardstick[]> {
  const changes = ids.map((personId) => ({ type: 'plan-departure', personId }))
  const shown = await previewOf(changes)
  const value = await timed(() => commit(shown))
  return [{ name: `${MANY} leave at once`, value, against: 50 * MANY * scale, unit: 'ms', limit: 1, bound: 'most' }]
}

async function asOfDate(): Promise<Yardstick[]> {
  const [then, now]: [number[], number[]] = [[], []]
  const instant = Date.parse('2026-06-16T07:59:00Z') * 1000
  const latest = (await readAccount(pools.work, accountId))!.guard.committedAt
  for (let round = 0; round < 3; round += 1) {
    now.push(await timed(() => readAccount(pools.work, accountId)))
    then.push(await timed(() => readAccountAsOf(pools.work, accountId, Math.max(instant, latest - 1))))
  }
  const [value, against] = [median(then), median(now)]
  return [{ name: 'The account read as of a date, against now', value, against, unit: 'ms', limit: 2, bound: 'most' }]
}
