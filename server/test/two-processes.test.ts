import { once } from 'node:events'
import { setTimeout as sleep } from 'node:timers/promises'
import supertest from 'supertest'
import { v7 as uuidv7 } from 'uuid'
import { checkAccount, foundingEdits, readChange, type ProductSheet } from '@lodge/core'
import { smallBook } from '../../core/test/small-book.ts'
import { makeProductToken } from '../src/command-line/token-command.ts'
import type { Running } from '../src/start.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { readAccount } from '../src/store/read-account.ts'
import { startMailbox } from './mailbox.ts'
import {
  apply,
  invitation,
  openHouse,
  openLodge,
  ownDatabase,
  PASSWORD,
  previewOf,
  spawnLodge,
  until,
  type Browser,
  type House,
  IS_WHOLE,
} from './harness.ts'

let database: string
let running: Running
let house: House

beforeAll(async () => {
  // What waits in the shared database is everyone's: who works has a database of their own.
  database = await ownDatabase()
  running = await openLodge({ LODGE_DATABASE_URL: database })
})
afterAll(() => running.stop())

interface Process {
  url: string
  browser: Browser
  stop(): Promise<void>
  kill(): Promise<void>
}

/** A lodge in a process of its own, and a browser in which the owner signed in there. */
async function open(more: Record<string, string> = {}): Promise<Process> {
  const { child, url } = await spawnLodge({ LODGE_DATABASE_URL: database, ...more })
  const browser = supertest.agent(url)
  await browser
    .post('/api/session')
    .send({ email: `oriel@${house.domain}`, password: PASSWORD })
    .expect(200)
  const end = (signal: NodeJS.Signals) => async () => {
    if (child.exitCode !== null || child.signalCode !== null) return
    const exit = once(child, 'exit')
    child.kill(signal)
    await exit
  }
  return { url, browser, stop: end('SIGTERM'), kill: end('SIGKILL') }
}

/** Tries as a person would: looks again when something moved, and gives up only when refused. */
async function insist(browser: Browser, change: object): Promise<'done' | 'refused'> {
  return until(async () => {
    const { status } = await apply(house, browser, [change]).catch(() => ({ status: 0 }))
    return status === 200 ? 'done' : status === 422 ? 'refused' : undefined
  })
}

/** What every process must come to: the account as it is read anew, sound, with a ledger that verifies. */
async function expectAgreement(processes: readonly Process[]): Promise<void> {
  const { account, guard } = (await readAccount(running.lodge.pools.work, house.account.id))!
  expect(checkAccount(account, guard.committedAt + 1)).toEqual([])
  expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({
    ok: true,
    entries: guard.version,
  })
  running.lodge.accounts.forget(house.account.id)
  const reader = await house.as('Oriel')
  for (const path of ['/people', '/places', '/desk']) {
    const { body } = await reader.get(house.path(path)).expect(200)
    for (const { browser } of processes) {
      await until(async () => {
        const answer = await browser.get(house.path(path))
        return JSON.stringify(answer.body) === JSON.stringify(body)
      })
    }
  }
}

test('fifty admissions at once for five seats, spread over two processes: exactly five are in', async () => {
  house = await openHouse(running, (domain) => {
    const book = smallBook(domain)
    book.products[0]!.stock[0]!.number = 7
    for (let at = 0; at < 50; at += 1) {
      const email = `wait${at}@${domain}`
      const person = { email, name: `Waiting ${at}`, kind: 'contractor' as const, standing: 'guest' as const }
      book.people.push({ ...person, state: 'waiting', engagement: { from: '2025-01-01', until: '2026-12-31' } })
      book.offers.push({
        to: email,
        sponsor: `oriel@${domain}`,
        state: 'live',
        sent: '2026-06-10',
        expires: '2026-06-30',
        grants: [{ role: 'Rope access', place: 'Pellworth/Main' }],
        seats: ['log/field'],
      })
    }
    return book
  })
  const [one, other] = await Promise.all([open(), open()])
  const waiting = [...house.account.all('person')].filter((person) => person.state === 'waiting')
  const outcomes = await Promise.all(
    waiting.map((person, at) => insist((at % 2 ? one : other).browser, { type: 'admit', personId: person.id })),
  )
  expect(outcomes.filter((outcome) => outcome === 'done')).toHaveLength(5)
  const { account } = (await readAccount(running.lodge.pools.work, house.account.id))!
  expect(waiting.filter((person) => account.get('person', person.id)!.state === 'active')).toHaveLength(5)
  expect(account.by('holding', 'type', 'log/field')).toHaveLength(7)
  await expectAgreement([one, other])
  await Promise.all([one.stop(), other.stop()])
}, 300_000)

/** Things two owners might do in no order; each names what it makes, so that it can be found again. */
function writing(at: number): object {
  const subject = { subjectKind: 'person', subjectId: house.idOf(at % 2 ? 'Rafe' : 'Corin') }
  switch (at % 4) {
    case 0:
      return { type: 'make-place', parentId: house.placeId('Corvane'), name: `Yard ${at}`, kind: 'site' }
    case 1: {
      const dates = { until: `2026-${String(7 + (at % 5)).padStart(2, '0')}-${10 + (at % 15)}` }
      return { type: 'give', ...subject, roleId: house.roleId('Steward'), placeId: house.placeId('Harbour'), ...dates }
    }
    case 2:
      return { type: 'wall-place', placeId: house.placeId('Main'), walled: at % 8 === 2 }
    default:
      return { type: 'make-group', name: `Crew ${at}`, rule: [{ allOf: [{ field: 'kind', value: 'contractor' }] }] }
  }
}

test('whoever takes long to decide is not overtaken for ever: doors shut once, and the commit stands', async () => {
  house = await openHouse(running)
  const accountId = house.account.id
  const other = await openLodge({ LODGE_DATABASE_URL: database })
  const owner = { kind: 'person' as const, personId: house.idOf('Oriel') }
  const rename = (at: number) => readChange({ type: 'change-settings', name: `Name ${at}` }, uuidv7).value!
  const leave = readChange({ type: 'plan-departure', personId: house.idOf('Rafe') }, uuidv7).value!
  let slow = true
  // The other process commits as fast as it can, all the while.
  const hurrying = (async () => {
    let done = 0
    for (; slow; done += 1) {
      const changes = [rename(done)]
      await other.lodge.committer.commit({ accountId, changes, actor: owner, via: { kind: 'schedule' } })
    }
    return done
  })()
  let looks = 0
  const check = async () => {
    looks += 1
    await sleep(150)
  }
  const request = { accountId, changes: [leave], actor: owner, via: { kind: 'schedule' as const }, check }
  const result = await running.lodge.committer.commit(request).finally(() => (slow = false))
  expect(result.version).toBeGreaterThan(2)
  expect(await hurrying).toBeGreaterThan(2)
  // However often it was overtaken, the third look is its turn.
  expect(looks).toBeLessThanOrEqual(3)
  const { work } = running.lodge.pools
  const count = async (sql: string) => ((await work.query(sql, [accountId])) as unknown as [[{ n: number }]])[0][0].n
  expect(await count("SELECT COUNT(*) AS n FROM event WHERE account_id = ? AND kind = 'doors-shut'")).toBe(1)
  const finishing = "SELECT COUNT(*) AS n FROM durable_work WHERE account_id = ? AND kind = 'finish-departure'"
  expect(await count(finishing)).toBe(0)
  expect(await verifyLedger(work, accountId)).toMatchObject({ ok: true })
  await other.stop()
})

test('an urgent cut-off is done at once, beside four who write without pause: never refused as moved (model C3)', async () => {
  house = await openHouse(running)
  const [one, other] = await Promise.all([open(), open()])
  let goesOn = true
  let written = 0
  const commit = async (browser: Browser, change: object) => {
    const shown = await previewOf(house, browser, [change])
    const { changes, version, digest } = shown
    const { status } = await browser.post(house.path('/commits')).send({ changes, version, digest })
    if (status === 200) written += 1
    return status === 200 ? (changes[0] as { grantId?: string }).grantId : undefined
  }
  // Each of what they write alters what a cut-off would end; once it is done, they go on with places.
  const keys = [
    ['Rafe', 'Harbour'],
    ['Mirren', 'Harbour'],
    ['Corin', 'Main'],
    ['Rafe', 'Helipad'],
  ] as const
  const write = async (browser: Browser, at: number) => {
    const [name, place] = keys[at]!
    const who = { type: 'give', subjectKind: 'person', subjectId: house.idOf(name) }
    while (goesOn) {
      const key = { ...who, roleId: house.roleId('Rope access'), placeId: house.placeId(place) }
      const grantId = await commit(browser, key)
      const another = {
        type: 'make-place',
        parentId: house.placeId('Corvane'),
        name: `Yard ${at} ${written}`,
        kind: 'site',
      }
      await commit(browser, grantId ? { type: 'take', grantId } : another)
    }
  }
  const writers = [one.browser, one.browser, other.browser, other.browser].map(write)
  try {
    await until(async () => written > 8, 20)
    const [cutter, owner] = [await house.as('Tamsin'), await house.as('Oriel')]
    for (const name of ['Rafe', 'Mirren', 'Corin']) {
      const leave = { type: 'leave', personId: house.idOf(name) }
      const shown = await previewOf(house, cutter, [leave])
      // One key more for them since, whatever the others write.
      const placeId = house.placeId(name === 'Corin' ? 'Main' : 'Harbour')
      const more = { type: 'give', subjectKind: 'person', subjectId: house.idOf(name), placeId }
      const give = { ...more, roleId: house.roleId('Steward') }
      await until(async () => (await apply(house, owner, [give])).status === 200, 20)
      const { status, body } = await cutter
        .post(house.path('/commits'))
        .send({ changes: shown.changes, version: shown.version, digest: shown.digest })
      expect([name, status, body.code]).toEqual([name, 200, undefined])
      // What came between what was shown and what was done is told.
      expect(body.movedBy.length).toBeGreaterThan(0)
      expect((await cutter.get(house.path(`/people/${house.idOf(name)}`)).expect(200)).body.state).toBe('left')
    }
  } finally {
    goesOn = false
    await Promise.all(writers)
  }
  await Promise.all([one.stop(), other.stop()])
})

const EACH_ROUND = IS_WHOLE ? 16 : 6

test('two processes that write at random agree with a fresh load afterwards, one killed with -9 in between', async () => {
  house = await openHouse(running)
  const one = await open()
  let other = await open()
  const kept: string[] = []
  const points = ['guard', 'rows', 'ledger', 'committed', 'none', ...(IS_WHOLE ? ['none', 'rows', 'none'] : [])]
  for (const [round, point] of points.entries()) {
    await other.kill()
    other = await open(point === 'none' ? {} : { LODGE_CRASH_AT: point })
    const writings = Array.from({ length: EACH_ROUND }, (_, at) => ({
      at: round * EACH_ROUND + at,
      mine: at % 2 === 0,
    }))
    await Promise.all(
      writings.map(async ({ at, mine }) => {
        const change = writing(at)
        const outcome = await (mine
          ? insist(one.browser, change)
          : apply(house, other.browser, [change]).then(
              (answer) => answer.status === 200 && 'done',
              () => false,
            ))
        if (outcome === 'done' && 'name' in change) kept.push(String(change.name))
      }),
    )
  }
  const { account } = (await readAccount(running.lodge.pools.work, house.account.id))!
  const names = [...account.all('place'), ...account.all('group')].map((row) => row.name)
  expect(kept.length).toBeGreaterThan(EACH_ROUND)
  expect(kept.filter((name) => !names.includes(name))).toEqual([])
  await expectAgreement([one, other])
  await Promise.all([one.stop(), other.stop()])
}, 300_000)

test('what one process commits the other decides by, names included, without reading the account anew', async () => {
  house = await openHouse(running)
  const [one, other] = await Promise.all([open(), open()])
  const token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
  const decided = async (place: string) => {
    const answer = await supertest(other.url)
      .post('/access/v1/evaluation')
      .set('Authorization', `Bearer ${token}`)
      .send({
        subject: { type: 'user', id: house.idOf('Rafe') },
        action: { name: 'add' },
        resource: { type: 'photos', id: place },
      })
      .expect(200)
    return answer.body.decision as boolean
  }
  expect(await decided('PEL-2')).toBe(false)
  const subject = { subjectKind: 'person', subjectId: house.idOf('Rafe') }
  const give = { type: 'give', ...subject, roleId: house.roleId('Rope access'), placeId: house.placeId('Helipad') }
  await apply(house, one.browser, [give])
  await until(() => decided('PEL-2'))
  await apply(house, one.browser, [invitation(house)])
  await until(async () => {
    const { body } = await other.browser.get(house.path('/people'))
    return body.people.some((person: { name: string }) => person.name === 'Sorrel Climber')
  })
  await Promise.all([one.stop(), other.stop()])
})

test('an index that caught up equals the account read anew, row by row', async () => {
  house = await openHouse(running)
  const second = await openLodge({ LODGE_DATABASE_URL: database })
  const there = supertest.agent(second.server)
  await there
    .post('/api/session')
    .send({ email: `oriel@${house.domain}`, password: PASSWORD })
    .expect(200)
  await there.get(house.path('/people')).expect(200)
  const owner = await house.as('Oriel')
  for (let at = 0; at < 8; at += 1) await insist(owner, writing(at))
  await apply(house, owner, [{ type: 'leave', personId: house.idOf('Corin') }])
  await second.lodge.accounts.catchUp(house.account.id)
  const followed = (await second.lodge.accounts.get(house.account.id))!.account
  const { account: fresh } = (await readAccount(running.lodge.pools.work, house.account.id))!
  const rows = (account: typeof fresh) => {
    const { edits, values } = foundingEdits(account)
    const sorted = <T>(list: T[]) => list.map((one) => JSON.stringify(one)).sort()
    return {
      edits: sorted(edits.map(({ key, after }) => [key, Object.entries(after!).sort()])),
      values: sorted(values),
    }
  }
  expect(followed.version).toBe(fresh.version)
  expect(rows(followed)).toEqual(rows(fresh))
  await second.stop()
})

test('work is done once, whoever of two processes does it', async () => {
  const mailbox = await startMailbox()
  house = await openHouse(running)
  const working = { LODGE_WORK: 'on', LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}` }
  const [one, other] = await Promise.all([open(working), open(working)])
  const names = Array.from({ length: 10 }, (_, at) => `guest${at}`)
  for (const [at, name] of names.entries()) {
    const change = invitation(house, { name, email: `${name}@${house.domain}`, seats: [] })
    expect(await insist((at % 2 ? one : other).browser, change)).toBe('done')
  }
  for (const name of names) await mailbox.next(`${name}@${house.domain}`)
  await until(async () => {
    const sql =
      "SELECT COUNT(*) AS waiting FROM durable_work WHERE account_id = ? AND state = 'waiting' AND kind NOT IN ('month-ends', 'digest', 'dates', 'invitation-reminder')"
    const [[row]] = (await running.lodge.pools.work.query(sql, [house.account.id])) as unknown as [
      [{ waiting: number }],
    ]
    return row.waiting === 0
  })
  for (const name of names) expect(mailbox.to(`${name}@${house.domain}`)).toHaveLength(1)
  await Promise.all([one.stop(), other.stop()])
  await mailbox.stop()
})

test('the next person of a band given a seat by ten at once: one change of price, which the others are shown first', async () => {
  house = await openHouse(running, (domain) => {
    const book = smallBook(domain)
    const log = book.products[0]!.sheets[0]!.sheet as ProductSheet
    const type = { ...log.seatTypes[0]!, code: 'user', name: 'User', priceMinor: 0, inBand: true, caps: {} }
    const bands = [
      { upTo: 1, priceMinor: 4500 },
      { upTo: 20, priceMinor: 9500 },
    ]
    const charging = { ...log.charging, rule: 'banded' as const, bands }
    const sheet = { ...log, code: 'quotes', name: 'Quotes', seatTypes: [type], charging }
    const subscriptions = [{ from: '2025-01-01', on: true }]
    book.products.push({ code: 'quotes', subscriptions, sheets: [{ from: '2025-01-01', sheet }], stock: [] })
    book.people[0]!.seats = [{ seat: 'quotes/user', from: '2026-01-01' }]
    for (let at = 0; at < 10; at += 1) {
      const person = {
        email: `one${at}@${domain}`,
        name: `One ${at}`,
        kind: 'staff' as const,
        standing: 'member' as const,
      }
      book.people.push({ ...person, state: 'active', engagement: { from: '2025-01-01' } })
    }
    return book
  })
  const [one, other] = await Promise.all([open(), open()])
  const tries = await Promise.all(
    Array.from({ length: 10 }, async (_one, at) => {
      const { browser } = at % 2 ? one : other
      const personId = house.idOf(`one${at}`)
      const change = { type: 'give-seat', personId, product: 'quotes', seatType: 'user' }
      const shown = await previewOf(house, browser, [change])
      expect(shown.money.sums!.thisMonth).toMatchObject({ before: 7300, after: 12_300 })
      return { browser, shown }
    }),
  )
  const outcomes = await Promise.all(
    tries.map(async ({ browser, shown: { changes, version, digest } }) => {
      const body = { changes, version, digest }
      const commit = () => browser.post(house.path('/commits')).send(body)
      return until(async () => {
        const answer = await commit()
        return answer.status === 503 ? undefined : answer
      })
    }),
  )
  expect(outcomes.filter((one) => one.status === 200)).toHaveLength(1)
  const moved = outcomes.filter((answer) => answer.status === 409)
  expect(moved).toHaveLength(9)
  for (const { body } of moved) {
    expect(body.preview.money.sums.thisMonth).toMatchObject({ before: 12_300, after: 12_300 })
    expect(body.movedBy.join()).toContain('Oriel Owner')
  }
  await Promise.all([one.stop(), other.stop()])
}, 300_000)
