import { setTimeout as sleep } from 'node:timers/promises'
import { readInstant, type AccountBook, type StepRow } from '@lodge/core'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { smallBook } from '../../core/test/small-book.ts'
import type { Lodge } from '../src/lodge.ts'
import type { Running } from '../src/start.ts'
import { bringForward } from '../src/store/dates.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import type { WorkRow } from '../src/store/work.ts'
import { leavingWorker } from '../src/work/leaving.ts'
import { apply, goesOn, openHouse, openLodge, ownDatabase, until, type Browser, type House } from './harness.ts'

// What a departure does with the world outside, boundary by boundary, and with people who change their minds meanwhile.
const LEAVERS = 60
const THINGS = 3

let product: RunningProduct
let running: Running
let house: House
let owner: Browser
let settings: Record<string, string>

/** The small account with many more gardeners, each with a seat, to leave one after the other. */
function crowd(domain: string): AccountBook {
  const book = smallBook(domain)
  const like = book.people.find(({ name }) => name === 'Rafe Gardener')!
  for (let n = 1; n <= LEAVERS; n += 1) {
    book.people.push({ ...like, name: `Leaver${n} Gardener`, email: `leaver${n}@${domain}` })
  }
  for (const one of book.products ?? []) for (const stock of one.stock ?? []) stock.number += LEAVERS
  return book
}

beforeAll(async () => {
  product = await startProduct()
  settings = {
    LODGE_DATABASE_URL: await ownDatabase(),
    LODGE_PRODUCT_ORIGINS: `http://127.0.0.1:${product.port}`,
  }
  running = await openLodge({ LODGE_WORK: 'on', ...settings })
  house = await openHouse(running, crowd)
  owner = await house.as('Oriel')
  const { scimAddress, thingsAddress } = product
  await apply(house, owner, [{ type: 'connect-product', product: 'log', scimAddress, thingsAddress }])
  const { body } = await owner.get(house.path('/connections')).expect(200)
  await owner
    .put(house.path(`/connections/${body.connections[0].id}/secret`))
    .send({ token: product.token })
    .expect(204)
  await until(async () => remote(`Leaver${LEAVERS}`)?.attributes.active === true && remote('Mirren') !== undefined)
})
afterAll(async () => {
  await running.stop()
  await product.stop()
})

const remote = (who: string) =>
  product.store.users().find(({ attributes }) => attributes.externalId === house.idOf(who))
const leaving = (who: string, more: object = {}) => ({ type: 'plan-departure', personId: house.idOf(who), ...more })
const account = async (lodge: Lodge = running.lodge) => {
  await lodge.accounts.catchUp(house.account.id)
  return (await lodge.accounts.get(house.account.id))!.account
}
const departureOf = async (who: string) => (await account()).by('departure', 'person', house.idOf(who))[0]!
async function stepsOf(who: string): Promise<StepRow[]> {
  const now = await account()
  return [...now.by('step', 'departure', (await departureOf(who)).id)].sort(
    (one, other) => one.position - other.position,
  )
}
const thingsOf = (who: string) => [...product.store.things.values()].filter(({ owner: id }) => id === house.idOf(who))

/** Whatever runs is dead from here on: nothing it still tries comes about. */
class Dead extends Error {}

/**
 * The lodge as a process that dies at one of its boundaries with the world: before or after a statement, a commit or a
 * request to a product, counted from 0.
 */
function mortal(lodge: Lodge, diesAt: number): { lodge: Lodge; revive(): void; seen(): number } {
  let count = 0
  let isDead = false
  const pass = () => {
    if (isDead || count++ === diesAt) {
      isDead = true
      throw new Dead()
    }
  }
  const guarded = <T extends object>(target: T, names: readonly string[]): T =>
    new Proxy(target, {
      get(of, name) {
        const value = Reflect.get(of, name) as unknown
        if (typeof value !== 'function') return value
        if (!names.includes(String(name))) return value.bind(of) as unknown
        return async (...given: unknown[]) => {
          pass()
          const answer: unknown = await (value as (...all: unknown[]) => unknown).apply(of, given)
          pass()
          return answer
        }
      },
    })
  const real = globalThis.fetch
  globalThis.fetch = async (...given: Parameters<typeof fetch>) => {
    pass()
    const answer = await real(...given)
    pass()
    return answer
  }
  return {
    lodge: {
      ...lodge,
      committer: guarded(lodge.committer, ['commit']),
      pools: { ...lodge.pools, work: guarded(lodge.pools.work, ['execute', 'query']) },
    },
    revive: () => void (globalThis.fetch = real),
    seen: () => count,
  }
}

describe('dead at every boundary in turn, and gone on with (model X4)', () => {
  test('the same end each time, each effect once', async () => {
    // Nobody else does the work meanwhile.
    await running.stop()
    running = await openLodge(settings)
    owner = await house.as('Oriel').catch(() => owner)
    house = { ...house, running }
    owner = await signIn('Oriel')
    const handovers = [{ what: 'things', id: 'log', takerId: house.idOf('Mirren') }]
    const names = Array.from({ length: LEAVERS }, (_, n) => `Leaver${n + 1}`)
    for (const who of names)
      for (let n = 0; n < THINGS; n += 1)
        product.store.addThing({ kind: 'item', title: `Photo ${n} of ${who}`, owner: house.idOf(who) })
    const done = await apply(
      house,
      owner,
      names.map((who) => leaving(who, { handovers })),
    )
    expect(done.status).toBe(200)

    let boundaries = 0
    for (const [diesAt, who] of names.entries()) {
      const row = await workOf(who)
      const first = mortal(running.lodge, diesAt)
      const death = await leavingWorker(first.lodge)(row, goesOn).catch((error: unknown) => error)
      first.revive()
      if (!(death instanceof Dead)) {
        // It came to its end before: there are no more boundaries than this.
        boundaries = first.seen()
        break
      }
      // What the dead held on to runs out; here it is put to an end.
      await running.lodge.pools.work.query('DELETE FROM product_lock')
      await leavingWorker(running.lodge)(row, goesOn)
      expect({ diesAt, state: (await departureOf(who)).state }).toEqual({ diesAt, state: 'done' })
      expect((await stepsOf(who)).map(({ state }) => state)).toEqual((await stepsOf(who)).map(() => 'done'))
      expect(remote(who)!.attributes.active).toBe(false)
      expect(thingsOf(who)).toEqual([])
      const closings = product.store.effects.filter((one) => one === `alter User ${house.idOf(who)}`)
      expect({ diesAt, closings: closings.length }).toEqual({ diesAt, closings: 1 })
      const { body } = await owner.get(house.path(`/departures/${(await departureOf(who)).id}`)).expect(200)
      expect(body.inProducts.map(({ state }: { state: string }) => state)).toEqual(['passed', 'passed', 'passed'])
    }
    expect(boundaries).toBeGreaterThan(20)
    const passed = product.store.effects.filter((one) => one.startsWith('pass '))
    expect(new Set(passed).size).toBe(passed.length)
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
  })
})

async function signIn(who: string): Promise<Browser> {
  const { default: supertest } = await import('supertest')
  const browser = supertest.agent(running.server)
  const by = { email: `${who.toLowerCase()}@${house.domain}`, password: 'a long enough password' }
  await browser.post('/api/session').send(by).expect(200)
  return browser
}

/** The work a departure left to be done, as a worker takes it. */
async function workOf(who: string): Promise<WorkRow> {
  const { id } = await departureOf(who)
  const base = { id: `work ${id}`, accountId: house.account.id, attempts: 1, leaseId: 'x' }
  return { ...base, kind: 'departure-steps', ids: { departureId: id } } as unknown as WorkRow
}

describe('people who change meanwhile', () => {
  beforeAll(async () => {
    await running.stop()
    running = await openLodge({ LODGE_WORK: 'on', ...settings })
    house = { ...house, running }
    owner = await signIn('Oriel')
  })

  test('a taker who leaves before the day leaves what was theirs to take waiting for somebody, and nothing is lost', async () => {
    await apply(house, owner, [{ type: 'change-person', personId: house.idOf('Corin'), managerId: house.idOf('Rafe') }])
    product.store.addThing({ kind: 'item', title: 'A drawing', owner: house.idOf('Rafe') })
    const taken = [
      { what: 'report', id: house.idOf('Corin'), takerId: house.idOf('Mirren') },
      { what: 'things', id: 'log', takerId: house.idOf('Mirren') },
    ]
    const plan = await apply(house, owner, [leaving('Rafe', { at: '2026-06-19T17:00', handovers: taken })])
    expect(plan.status).toBe(200)
    await apply(house, owner, [leaving('Mirren')])
    const clock = running.lodge.clock.now
    running.lodge.clock.now = () => readInstant('2026-06-19T17:00:00Z')
    await bringForward(running.lodge.pools.work, house.account.id, 0)
    const blocked = await until(async () => {
      const found = (await stepsOf('Rafe').catch(() => [])).filter(({ state }) => state === 'blocked')
      return found.length === 2 && found
    })
    expect(blocked.map(({ what, note }) => `${what}: ${note}`)).toEqual([
      'report: The person who was to take it over is no longer active.',
      'things: 1 of 1 were not handed over. The person who was to take it over is no longer active.',
    ])
    // The doors are shut all the same, and it stays where it was until someone else takes it.
    expect(remote('Rafe')!.attributes.active).toBe(false)
    expect(thingsOf('Rafe')).toHaveLength(1)
    owner = await signIn('Oriel')
    const others = blocked.map(({ id: stepId }) => {
      return { type: 'settle-step', stepId, how: 'pass', takerKind: 'person', takerId: house.idOf('Oriel') }
    })
    await apply(house, owner, [others[0]!]).then((done) => expect(done.status).toBe(200))
    expect((await account()).get('person', house.idOf('Corin'))!.managerId).toBe(house.idOf('Oriel'))
    running.lodge.clock.now = clock
  })
})

describe('what the day brings by itself', () => {
  test('whoever left long enough ago is erased where the account says so, and nobody else', async () => {
    const leaver = 'Leaver1'
    await apply(house, owner, [{ type: 'change-settings', erasedAfterDays: 30, erasedByItself: true }])
    await bringForward(running.lodge.pools.work, house.account.id, 0)
    await sleep(300)
    expect((await account()).get('person', house.idOf(leaver))!.state).toBe('left')
    const ids = [leaver, 'Leaver2'].map((who) => house.idOf(who))
    const clock = running.lodge.clock.now
    running.lodge.clock.now = () => readInstant('2026-08-01T08:00:00Z')
    await bringForward(running.lodge.pools.work, house.account.id, 0)
    await until(async () => {
      const now = await account()
      return ids.every((id) => now.get('person', id)!.state === 'erased')
    }, 40)
    expect((await account()).get('person', house.idOf('Tamsin'))!.state).toBe('active')
    running.lodge.clock.now = clock
  })
})
