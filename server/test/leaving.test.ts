import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { once } from 'node:events'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { compactVerify, createLocalJWKSet } from 'jose'
import type { RowDataPacket } from 'mysql2'
import supertest from 'supertest'
import { v7 as uuidv7 } from 'uuid'
import { readBook, readInstant, writeBook, type StepRow } from '@lodge/core'
import { startProduct, type RunningProduct } from '@lodge/standins/product'
import { smallBook } from '../../core/test/small-book.ts'
import { bringForward } from '../src/store/dates.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import type { Running } from '../src/start.ts'
import {
  apply,
  openHouse,
  openLodge,
  ownDatabase,
  PASSWORD,
  spawnLodge,
  until,
  type Browser,
  type House,
} from './harness.ts'

let product: RunningProduct
let running: Running
let house: House
let owner: Browser
let settings: Record<string, string>
const allowed: string[] = []

beforeAll(async () => {
  settings = { LODGE_DATABASE_URL: await ownDatabase() }
  running = await openLodge({ LODGE_WORK: 'on', ...settings })
})
afterAll(() => running.stop())

/** A product of its own, connected, with everyone's account in it open. */
beforeEach(async () => {
  product = await startProduct()
  settings.LODGE_PRODUCT_ORIGINS = `http://127.0.0.1:${product.port}`
  await moveIn()
})
afterEach(() => product.stop())

async function moveIn(): Promise<void> {
  allowed.push(settings.LODGE_PRODUCT_ORIGINS!)
  running.lodge.configuration.productOrigins = allowed
  house = await openHouse(running)
  owner = await house.as('Oriel')
  await connect({ scimAddress: product.scimAddress, thingsAddress: product.thingsAddress })
}

async function connect(addresses: object): Promise<string> {
  const done = await apply(house, owner, [{ type: 'connect-product', product: 'log', ...addresses }])
  expect(done.body.problems ?? []).toEqual([])
  const { body } = await owner.get(house.path('/connections')).expect(200)
  const { id } = body.connections[0]
  await owner
    .put(house.path(`/connections/${id}/secret`))
    .send({ token: product.token })
    .expect(204)
  await until(async () => remote('Mirren') && remote('Rafe')?.attributes.active === true)
  return id
}

/** The owner signs in at the lodge that runs now. */
async function comeBackIn(): Promise<void> {
  running.lodge.configuration.productOrigins = allowed
  owner = supertest.agent(running.server)
  const by = { email: `oriel@${house.domain}`, password: PASSWORD }
  await owner.post('/api/session').send(by).expect(200)
}

const remote = (who: string) =>
  product.store.users().find(({ attributes }) => attributes.externalId === house.idOf(who))
const leaving = (who: string, more: object = {}) => ({ type: 'plan-departure', personId: house.idOf(who), ...more })
const account = async () => {
  await running.lodge.accounts.catchUp(house.account.id)
  return (await running.lodge.accounts.get(house.account.id))!.account
}

async function departureOf(who: string) {
  const [row] = (await account()).by('departure', 'person', house.idOf(who))
  return row!
}

async function stepsOf(who: string): Promise<StepRow[]> {
  const now = await account()
  return [...now.by('step', 'departure', (await departureOf(who)).id)].sort(
    (one, other) => one.position - other.position,
  )
}

const isDone = (who: string) => until(async () => (await departureOf(who)).state === 'done')

describe('accounts in a product follow the account (RFC 7644)', () => {
  test('opened with their seat and name, altered and closed as it is here, groups with them', async () => {
    expect(remote('Rafe')!.attributes).toMatchObject({
      userName: `rafe@${house.domain}`,
      displayName: 'Rafe Gardener',
      entitlements: [{ value: 'field' }],
    })
    // Nobody without a seat of it is told of.
    expect(remote('Tamsin')).toBeUndefined()
    await apply(house, owner, [
      { type: 'give-seat', personId: house.idOf('Tamsin'), product: 'log', seatType: 'reader' },
    ])
    await until(async () => remote('Tamsin')?.attributes.active === true)
    const tamsin = (await account()).by('holding', 'person', house.idOf('Tamsin'))[0]!
    await apply(house, owner, [{ type: 'end-seat', holdingId: tamsin.id }])
    await until(async () => remote('Tamsin')?.attributes.active === false)
    await apply(house, owner, [{ type: 'make-group', name: 'Ropes' }])
    const group = [...(await account()).all('group')][0]!
    await apply(house, owner, [{ type: 'join-group', groupId: group.id, personId: house.idOf('Rafe') }])
    const inGroup = (...who: string[]) =>
      until(async () => {
        const kept = [...product.store.resources.values()].find(({ kind }) => kind === 'Group')
        const members = (kept?.attributes.members ?? []) as { value: string }[]
        const wanted = who.map((name) => remote(name)!.id)
        return JSON.stringify(members.map(({ value }) => value).sort()) === JSON.stringify(wanted.sort())
      })
    await inGroup('Rafe')
    // In the group already, given a seat only now: in the product's group as soon as the account there is open.
    await apply(house, owner, [{ type: 'join-group', groupId: group.id, personId: house.idOf('Corin') }])
    await apply(house, owner, [
      { type: 'give-seat', personId: house.idOf('Corin'), product: 'log', seatType: 'reader' },
    ])
    await until(async () => remote('Corin')?.attributes.active === true)
    await inGroup('Rafe', 'Corin')
    await apply(house, owner, [leaving('Corin')])
    await inGroup('Rafe')
  })

  test('a lost answer opens nobody’s account twice, and a product that is down is asked again', async () => {
    product.faults.losesAnswers = 1
    await apply(house, owner, [
      { type: 'give-seat', personId: house.idOf('Tamsin'), product: 'log', seatType: 'reader' },
    ])
    await until(async () => remote('Tamsin')?.attributes.active === true)
    product.faults.down = true
    const holding = (await account()).by('holding', 'person', house.idOf('Tamsin'))[0]!
    await apply(house, owner, [{ type: 'end-seat', holdingId: holding.id }])
    product.faults.down = false
    await until(async () => remote('Tamsin')?.attributes.active === false)
    expect(
      product.store.users().filter(({ attributes }) => attributes.externalId === house.idOf('Tamsin')),
    ).toHaveLength(1)
  })

  test('the token is kept sealed and not shown, an address that is not allowed is refused', async () => {
    const [rows] = await running.lodge.pools.work.query<RowDataPacket[]>('SELECT sealed FROM connection_secret')
    expect(rows[0]!.sealed).not.toContain(product.token)
    const { body } = await owner.get(house.path('/connections')).expect(200)
    expect(JSON.stringify(body)).not.toContain(product.token)
    const { id } = body.connections[0]
    await apply(house, owner, [{ type: 'disconnect-product', connectionId: id }])
    await apply(house, owner, [{ type: 'connect-product', product: 'log', scimAddress: 'http://10.0.0.1/scim' }])
    const again = (await owner.get(house.path('/connections'))).body.connections[0].id
    const refused = await owner
      .put(house.path(`/connections/${again}/secret`))
      .send({ token: 'x' })
      .expect(422)
    expect(refused.body.code).toBe('address-not-allowed')
    const steward = await house.as('Mirren')
    await steward.get(house.path('/connections')).expect(404)
  })
})

describe('drift', () => {
  const compared = async () => {
    const { id } = (await owner.get(house.path('/connections'))).body.connections[0]
    await owner.post(house.path(`/connections/${id}/compare`)).expect(204)
    return id as string
  }
  const differences = async (id: string) =>
    (await owner.get(house.path(`/connections/${id}/accounts`)).expect(200)).body.differences

  test('what was made or raised in the product is found, and each difference mended', async () => {
    product.store.make('User', { userName: 'stranger@elsewhere.example', displayName: 'A Stranger', active: true })
    const rafe = remote('Rafe')!
    product.store.alter(rafe, { ...rafe.attributes, entitlements: [{ value: 'field' }, { value: 'lead' }] })
    const id = await compared()
    const found = await until(async () => {
      const all = await differences(id)
      return all.length === 2 && all
    })
    expect(found.map(({ difference }: { difference: string }) => difference).sort()).toEqual(['raised', 'unknown'])
    for (const { remoteId } of found)
      await owner
        .post(house.path(`/connections/${id}/mend`))
        .send({ remoteId })
        .expect(204)
    expect(remote('Rafe')!.attributes.entitlements).toEqual([{ value: 'field' }])
    expect(
      product.store.users().find(({ attributes }) => attributes.displayName === 'A Stranger')!.attributes.active,
    ).toBe(false)
    await compared()
    expect(await until(async () => (await differences(id)).length === 0)).toBe(true)
  })

  test('accounts that were there before are taken over at the first connection', async () => {
    const { id } = (await owner.get(house.path('/connections'))).body.connections[0]
    await apply(house, owner, [{ type: 'disconnect-product', connectionId: id }])
    const rafe = remote('Rafe')!
    const { externalId: _gone, ...without } = rafe.attributes
    product.store.alter(rafe, { ...without, displayName: 'R. G.' })
    const addresses = { scimAddress: product.scimAddress, thingsAddress: product.thingsAddress }
    await connect(addresses)
    await until(async () => remote('Rafe')?.attributes.externalId === house.idOf('Rafe'))
    expect(remote('Rafe')!.id).toBe(rafe.id)
    // What they are called there stays until someone chooses.
    const again = (await owner.get(house.path('/connections'))).body.connections[0].id
    const [renamed] = await until(async () => {
      const found = await differences(again)
      return found.length === 1 && found
    })
    expect([renamed.difference, remote('Rafe')!.attributes.displayName]).toEqual(['renamed', 'R. G.'])
    await owner
      .post(house.path(`/connections/${again}/mend`))
      .send({ remoteId: renamed.remoteId })
      .expect(204)
    expect(remote('Rafe')!.attributes.displayName).toBe('Rafe Gardener')
  })

  test.each(['wrong', 'huge', 'endless'] as const)(
    'an answer that is %s is not believed and holds nobody else up',
    async (nonsense) => {
      product.faults.nonsense = nonsense
      await compared()
      await until(async () => {
        const [rows] = await running.lodge.pools.work.query<RowDataPacket[]>(
          'SELECT last_error FROM product_reading WHERE last_error IS NOT NULL',
        )
        return rows.length > 0
      })
      await apply(house, owner, [{ type: 'change-settings', name: 'Still here' }]).then((done) =>
        expect(done.status).toBe(200),
      )
    },
  )
})

async function addThings(): Promise<void> {
  await apply(house, owner, [{ type: 'change-settings', leaverLines: [{ name: 'Van key', kinds: ['staff'] }] }])
  for (let n = 0; n < 5; n += 1) {
    product.store.addThing({ kind: n === 4 ? 'link' : 'item', title: `Photo ${n}`, owner: house.idOf('Rafe') })
  }
}

async function tickOff(): Promise<void> {
  const line = (await stepsOf('Rafe')).find(({ kind }) => kind === 'line')!
  const done = await apply(house, owner, [{ type: 'settle-step', stepId: line.id, how: 'done' }])
  expect(done.status).toBe(200)
}

const handovers = () => [{ what: 'things', id: 'log', takerId: house.idOf('Mirren') }]

describe('a departure (model X4)', () => {
  beforeEach(addThings)

  test('shuts the doors here and there, passes on what hangs on them, and is signed', async () => {
    const rafe = await house.as('Rafe')
    await apply(house, owner, [leaving('Rafe', { handovers: handovers() })]).then((done) =>
      expect(done.status).toBe(200),
    )
    await rafe.get(house.path('/my-keys')).expect(401)
    await until(async () => remote('Rafe')?.attributes.active === false)
    await until(async () => [...product.store.things.values()].every((one) => one.owner === house.idOf('Mirren')))
    await tickOff()
    await isDone('Rafe')
    const { id } = await departureOf('Rafe')
    const { body } = await owner.get(house.path(`/departures/${id}`)).expect(200)
    expect(body).toMatchObject({ state: 'done', record: { person: { name: 'Rafe Gardener' }, reappeared: [] } })
    expect(body.inProducts).toHaveLength(5)
    expect(body.record.lines.map(({ kind }: { kind: string }) => kind)).toEqual(
      expect.arrayContaining(['Doors', 'Account in', 'To hand back', 'item in Garden Log', 'link in Garden Log']),
    )
    // Anybody can prove it by the published key, and the chain vouches for it.
    const { jws } = (await owner.get(house.path(`/departures/${id}/record.json`)).expect(200)).body
    const keys = createLocalJWKSet((await owner.get('/.well-known/jwks.json').expect(200)).body)
    const { payload, protectedHeader } = await compactVerify(jws, keys)
    expect(protectedHeader).toMatchObject({ alg: 'EdDSA', typ: 'leavers-record+jws' })
    expect(JSON.parse(new TextDecoder().decode(payload))).toMatchObject({ departureId: id })
    expect(fitsSchema(JSON.parse(new TextDecoder().decode(payload)) as object)).toEqual([])
    const [header, , signature] = jws.split('.')
    const forged = `${header}.${Buffer.from('{}').toString('base64url')}.${signature}`
    await expect(compactVerify(forged, keys)).rejects.toThrow()
    const pdf = await owner.get(house.path(`/departures/${id}/record.pdf`)).expect(200)
    expect(pdf.headers['content-type']).toBe('application/pdf')
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
    // Anyone who does not see the record of them finds no departure.
    const client = await house.as('Corin')
    await client.get(house.path(`/departures/${id}`)).expect(404)
  })

  test('a later check says what has reappeared', async () => {
    await apply(house, owner, [leaving('Rafe', { handovers: handovers() })])
    await tickOff()
    await isDone('Rafe')
    const { id } = await departureOf('Rafe')
    const check = async () => (await owner.post(house.path(`/departures/${id}/check`)).expect(200)).body.reappeared
    expect(await check()).toEqual([])
    const rafe = remote('Rafe')!
    product.store.alter(rafe, { ...rafe.attributes, active: true })
    product.store.addThing({ kind: 'hold', title: 'A report', owner: house.idOf('Rafe') })
    expect(await check()).toEqual(['Their account in Garden Log is open.', '1 things in Garden Log are theirs.'])
    product.faults.down = true
    expect((await check())[0]).toContain('could not be asked')
  })

  test('a product that is down delays only its own; the doors here are shut meanwhile', async () => {
    product.faults.down = true
    const rafe = await house.as('Rafe')
    await apply(house, owner, [leaving('Rafe')])
    await rafe.get(house.path('/my-keys')).expect(401)
    await until(async () => (await stepsOf('Rafe')).some(({ kind, note }) => kind === 'close' && note !== null))
    expect(remote('Rafe')!.attributes.active).toBe(true)
    product.faults.down = false
    // It would be left alone for half a minute more.
    await running.lodge.pools.work.query('DELETE FROM product_health')
    await running.lodge.pools.work.query("UPDATE durable_work SET due_at_us = 0 WHERE kind = 'departure-steps'")
    await until(async () => (await stepsOf('Rafe')).find(({ kind }) => kind === 'close')!.state === 'done')
    expect(remote('Rafe')!.attributes.active).toBe(false)
  })

  test('a product that answers late holds no other one up', async () => {
    const other = await startProduct()
    allowed.push(`http://127.0.0.1:${other.port}`)
    house = await openHouse(running, (domain) => {
      const book = smallBook(domain)
      const [log] = book.products
      const sheets = log!.sheets.map((one) => ({ ...one, sheet: { ...one.sheet, code: 'map', name: 'Garden Map' } }))
      const rafe = book.people.find(({ name }) => name?.startsWith('Rafe'))!
      rafe.seats = [...(rafe.seats ?? []), { seat: 'map/field', from: '2026-06-01' }]
      return { ...book, products: [...book.products, { ...log!, code: 'map', sheets, stock: [] }] }
    })
    owner = await house.as('Oriel')
    await connect({ scimAddress: product.scimAddress })
    const there = () => other.store.users().find(({ attributes }) => attributes.externalId === house.idOf('Rafe'))
    await apply(house, owner, [{ type: 'connect-product', product: 'map', scimAddress: other.scimAddress }])
    const { connections } = (await owner.get(house.path('/connections')).expect(200)).body
    const { id } = connections.find((one: { product: string }) => one.product === 'map')
    const secret = { token: other.token }
    await owner
      .put(house.path(`/connections/${id}/secret`))
      .send(secret)
      .expect(204)
    await until(async () => there()?.attributes.active === true)
    product.faults.slowMilliseconds = 3000
    await apply(house, owner, [leaving('Rafe')])
    await until(async () => there()!.attributes.active === false)
    expect(remote('Rafe')!.attributes.active).toBe(true)
    product.faults.slowMilliseconds = 0
    await until(async () => remote('Rafe')!.attributes.active === false)
    await other.stop()
  })

  test('a thing the product will not pass on blocks its own step and waits for somebody', async () => {
    const [first] = product.store.things.values()
    product.faults.refuses.add(first!.id)
    await apply(house, owner, [leaving('Rafe', { handovers: handovers() })])
    const step = await until(async () =>
      (await stepsOf('Rafe')).find(({ kind, state }) => kind === 'things' && state === 'blocked'),
    )
    expect(step.note).toContain('1 of 5 were not handed over')
    const { body: desk } = await owner.get(house.path('/desk')).expect(200)
    expect(desk.needs).toContainEqual(expect.objectContaining({ kind: 'step-blocked', name: 'Rafe Gardener' }))
    product.faults.refuses.clear()
    await apply(house, owner, [{ type: 'settle-step', stepId: step.id, how: 'again' }])
    await until(async () => product.store.things.get(first!.id)!.owner === house.idOf('Mirren'))
    await tickOff()
    await isDone('Rafe')
  })

  test('answers that are lost make nothing happen twice', async () => {
    product.faults.losesAnswers = 2
    await apply(house, owner, [leaving('Rafe', { handovers: handovers() })])
    await tickOff()
    await isDone('Rafe')
    const passed = product.store.effects.filter((one) => one.startsWith('pass '))
    expect([passed.length, new Set(passed).size]).toEqual([5, 5])
  })

  test('two who start the same departure start one', async () => {
    const tamsin = await house.as('Tamsin')
    const done = await Promise.all([apply(house, owner, [leaving('Rafe')]), apply(house, tamsin, [leaving('Rafe')])])
    expect(done.map(({ status }) => status).sort()).toEqual([200, expect.any(Number)])
    expect((await account()).by('departure', 'person', house.idOf('Rafe'))).toHaveLength(1)
  })
})

/** Each test of these has a database to itself. */
function alone(): void {
  let shared: [Running, Record<string, string>]
  beforeEach(async () => {
    shared = [running, settings]
    settings = { ...settings, LODGE_DATABASE_URL: await ownDatabase() }
    running = await openLodge({ LODGE_WORK: 'on', ...settings })
    await moveIn()
  })
  afterEach(async () => {
    await running.stop()
    ;[running, settings] = shared
  })
}

describe('a departure over the end of processes', () => {
  alone()
  beforeEach(addThings)

  test('is done at its time though nobody was awake then (model Z3)', async () => {
    const at = '2026-06-19T17:00'
    await apply(house, owner, [leaving('Rafe', { at, handovers: handovers() })]).then((done) =>
      expect(done.status).toBe(200),
    )
    expect(remote('Rafe')!.attributes.active).toBe(true)
    await running.stop()
    // Three days later the server comes back.
    running = await openLodge({ LODGE_WORK: 'on', ...settings, LODGE_NOW: '2026-06-22T08:00:00Z' })
    await comeBackIn()
    await until(async () => (await departureOf('Rafe')).state === 'running')
    expect((await departureOf('Rafe')).at).toBe(readInstant('2026-06-19T16:00:00Z'))
    expect((await account()).get('person', house.idOf('Rafe'))!.engagementUntil).toBe(
      readInstant('2026-06-19T16:00:00Z'),
    )
    await until(async () => remote('Rafe')!.attributes.active === false)
  })

  test.each(['found', 'after-close', 'after-things', 'steps', 'signed'])(
    'killed with -9 at “%s” and gone on with: the same end, each effect once',
    async (point) => {
      await running.stop()
      running = await openLodge(settings)
      await comeBackIn()
      await apply(house, owner, [leaving('Rafe', { handovers: handovers() })])
      await tickOff()
      const { child } = await spawnLodge({ LODGE_WORK: 'on', LODGE_CRASH_AT: point, ...settings })
      expect((await once(child, 'exit'))[1]).toBe('SIGKILL')
      // The lease of a process that died runs out; here it is put to an end.
      await running.lodge.pools.work.query("UPDATE durable_work SET due_at_us = 0 WHERE kind = 'departure-steps'")
      const other = await openLodge({ LODGE_WORK: 'on', ...settings })
      await isDone('Rafe')
      await other.stop()
      expect(remote('Rafe')!.attributes.active).toBe(false)
      const passed = product.store.effects.filter((one) => one.startsWith('pass '))
      expect([passed.length, new Set(passed).size]).toEqual([5, 5])
      const closings = product.store.effects.filter((one) => one === `alter User ${house.idOf('Rafe')}`)
      expect(closings).toHaveLength(1)
      expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
    },
  )
})

describe('away, over the product too (model X1)', () => {
  test('begins and ends by itself, the account there closed and open with it', async () => {
    const rafe = await house.as('Rafe')
    const change = { type: 'go-away', personId: house.idOf('Rafe'), until: '2026-06-30', reason: 'A private matter' }
    await apply(house, owner, [change]).then((done) => expect(done.status).toBe(200))
    await rafe.get(house.path('/my-keys')).expect(401)
    await until(async () => remote('Rafe')!.attributes.active === false)
    const seen = (await owner.get(house.path('/departures')).expect(200)).body.absences
    expect(seen).toMatchObject([{ name: 'Rafe Gardener', reason: 'A private matter' }])
    running.lodge.clock.now = () => readInstant('2026-07-01T08:00:00Z')
    await bringForward(running.lodge.pools.work, house.account.id, 0)
    await until(async () => (await account()).get('person', house.idOf('Rafe'))!.state === 'active')
    await until(async () => remote('Rafe')!.attributes.active === true)
    // Back in, they are told what changed of what they reach, and nobody else is.
    const again = await house.as('Rafe')
    expect((await again.get(house.path('/my-keys')).expect(200)).body.back).toBe(true)
    const { body } = await again.get(house.path('/my-keys/meanwhile')).expect(200)
    expect(body.meanwhile).toMatchObject({ from: '2026-06-16', until: '2026-06-30', withoutSeats: false, lines: [] })
    const steward = await house.as('Mirren')
    expect((await steward.get(house.path('/my-keys/meanwhile')).expect(200)).body).toEqual({ meanwhile: null })
  })
})

describe('a plan', () => {
  test('says what takers would gain, to whoever sees the leaver’s record alone', async () => {
    const path = house.path(`/people/${house.idOf('Mirren')}/gains`)
    const { body } = await owner.post(path).send({ handovers: [] }).expect(200)
    const steward = body.gains.find(({ what }: { what: string }) => what === 'steward')
    expect(steward).toMatchObject({ gains: [expect.stringMatching(/^Steward at /)], waits: null })
    const things = body.gains.find(({ what }: { what: string }) => what === 'things')
    expect(things.waits).toBe('No account in Garden Log yet.')
    await owner
      .post(path)
      .send({ handovers: [{ what: 'moon', id: 'x' }] })
      .expect(400)
    await (await house.as('Corin')).post(path).send({ handovers: [] }).expect(404)
  })

  test('single things of someone who stays are passed on or released at once, by whoever may plan that they leave', async () => {
    const [rafe, corin] = [house.idOf('Rafe'), house.idOf('Corin')]
    const path = house.path(`/people/${rafe}/things`)
    const made = ['Bed plan', 'Seed list', 'Old link'].map((title) =>
      product.store.addThing({ kind: 'item', title, owner: rafe }),
    )
    const wanted = (at: number, takerId: string | null) => {
      return { product: 'log', ids: [`log/${made[at]!.id}`], takerId, requestId: uuidv7() }
    }
    // Without an account there nobody takes anything over.
    const refused = await owner.post(path).send(wanted(0, corin)).expect(400)
    expect(refused.body).toMatchObject({ code: 'no-account', detail: expect.stringContaining('Corin Client') })
    await apply(house, owner, [{ type: 'give-seat', personId: corin, product: 'log', seatType: 'field' }])
    await until(async () => remote('Corin')?.attributes.active === true)
    expect((await owner.post(path).send(wanted(0, corin)).expect(200)).body).toEqual({ passed: 1, refused: [] })
    expect(product.store.things.get(made[0]!.id)!.owner).toBe(corin)
    expect(product.store.things.get(made[1]!.id)!.owner).toBe(rafe)
    expect((await owner.post(path).send(wanted(1, null)).expect(200)).body.passed).toBe(1)
    // What is no longer theirs is said so, and nothing is done twice.
    const { body } = await owner.post(path).send(wanted(0, corin)).expect(200)
    expect(body).toMatchObject({ passed: 0, refused: [{ reason: 'It is no longer theirs.' }] })
    for (const who of ['Mirren', 'Corin']) {
      expect([403, 404]).toContain((await (await house.as(who)).post(path).send(wanted(2, corin))).status)
    }
    expect(product.store.things.get(made[2]!.id)!.owner).toBe(rafe)
    const lately = (await owner.get(house.path(`/people/${rafe}/lately?kind=sign-in`)).expect(200)).body.lately
    expect(lately.filter(({ event }: { event: string }) => event === 'things-passed').length).toBeGreaterThan(1)
    product.store.things.delete(made[2]!.id)
    await apply(house, owner, [
      { type: 'end-seat', holdingId: (await owner.get(house.path(`/people/${corin}`))).body.holdings[0].holdingId },
    ])
  })

  test('lists what each product says is theirs now, and a single thing goes to a taker of its own', async () => {
    const rafe = house.idOf('Rafe')
    await apply(house, owner, [{ type: 'give-seat', personId: house.idOf('Corin'), product: 'log', seatType: 'field' }])
    await until(async () => remote('Corin')?.attributes.active === true)
    for (const title of ['First draft', 'Second draft']) product.store.addThing({ kind: 'item', title, owner: rafe })
    product.store.addThing({ kind: 'link', title: 'Photo link', owner: rafe })
    const path = house.path(`/people/${rafe}/in-products`)
    const { body } = await owner.get(path).expect(200)
    expect(body.products).toMatchObject([{ product: 'log', name: 'Garden Log', problem: null }])
    const [things] = body.products.map((one: { things: object[] }) => one.things)
    expect(things.map(({ kind, text, chosen }: Record<string, unknown>) => [kind, text, chosen])).toEqual([
      ['item', 'First draft', false],
      ['item', 'Second draft', false],
      ['link', 'Photo link', false],
    ])
    await (await house.as('Corin')).get(path).expect(404)
    // One draft goes to someone of its own, the link is cut, the rest goes with the product's things.
    const [first, , link] = things
    const [mirren, corin] = [house.idOf('Mirren'), house.idOf('Corin')]
    const handovers = [
      { what: 'things', id: 'log', takerId: mirren },
      { what: 'things', id: first.id, takerId: corin },
      { what: 'things', id: link.id },
    ]
    const at = '2026-09-18T17:00'
    await apply(house, owner, [leaving('Rafe', { at, handovers })]).then(({ status }) => expect(status).toBe(200))
    const planned = (await owner.get(path).expect(200)).body.products[0].things
    expect(planned.map(({ chosen, taker }: { chosen: boolean; taker: { id: string } }) => [chosen, taker?.id])).toEqual(
      [
        [true, corin],
        [false, undefined],
        [true, undefined],
      ],
    )
    const { departureId } = (await owner.get(house.path(`/people/${rafe}/leaving`)).expect(200)).body
    await apply(house, owner, [{ type: 'run-departure', departureId }])
    await isDone('Rafe')
    const owners = new Map([...product.store.things.values()].map((one) => [one.title, one.owner]))
    expect(owners).toEqual(new Map([['First draft', corin], ['Second draft', mirren], ['Photo link', null]])) // prettier-ignore
  })

  test('a product that is away says so, and keeps nothing else from being seen', async () => {
    product.faults.down = true
    const { body } = await owner.get(house.path(`/people/${house.idOf('Rafe')}/in-products`)).expect(200)
    expect(body.products).toMatchObject([{ product: 'log', things: [], problem: 'The product answers with 503.' }])
  })
})

describe('erasing (model X7)', () => {
  alone()

  test('nothing of the person is left anywhere, the product is told, and the certificate names nobody', async () => {
    await apply(house, owner, [leaving('Rafe')])
    await isDone('Rafe')
    const before = await dump()
    const held = (text: string) => ['Rafe Gardener', `rafe@${house.domain}`].filter((one) => text.includes(one))
    expect(held(before)).toHaveLength(2)
    const done = await apply(house, owner, [{ type: 'erase', personId: house.idOf('Rafe') }])
    expect(done.status).toBe(200)
    await until(async () => remote('Rafe') === undefined)
    const after = await dump()
    expect(held(after)).toEqual([])
    expect(JSON.stringify(writeBook(await account(), running.lodge.clock.now()))).not.toContain('Rafe')
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
    const { body } = await owner.get(house.path(`/people/${house.idOf('Rafe')}/erasure`)).expect(200)
    expect(body.certificate).toMatchObject({ pseudonym: expect.stringMatching(/^Former person/) })
    expect(JSON.stringify(body)).not.toContain('Rafe')
    await supertest(running.server)
      .post('/api/session')
      .send({ email: `rafe@${house.domain}`, password: PASSWORD })
      .expect(401)
  })
})

/** What in a record the published schema does not allow. */
function fitsSchema(record: object): unknown[] {
  const ajv = new Ajv2020({ allErrors: true, strict: false, validateFormats: false })
  const schema = readFileSync(join(import.meta.dirname, '../../docs/schema/leavers-record.schema.json'), 'utf8')
  const validate = ajv.compile(JSON.parse(schema) as object)
  return validate(record) ? [] : (validate.errors ?? [])
}

/** Everything the database holds, in text: present and past rows of every table. */
async function dump(): Promise<string> {
  const { work } = running.lodge.pools
  const [tables] = await work.query<RowDataPacket[]>(
    `SELECT TABLE_NAME AS name, TABLE_TYPE AS kind FROM information_schema.TABLES WHERE TABLE_SCHEMA = DATABASE()`,
  )
  const parts: string[] = []
  for (const { name, kind } of tables) {
    const past = kind === 'SYSTEM VERSIONED' ? ' FOR SYSTEM_TIME ALL' : ''
    const [rows] = await work.query<RowDataPacket[]>(`SELECT * FROM \`${name}\`${past}`)
    parts.push(
      JSON.stringify(rows, (_key, value: unknown) => (Buffer.isBuffer(value) ? value.toString('latin1') : value)),
    )
  }
  return parts.join('\n')
}

describe('exports and closing (model X7)', () => {
  alone()

  test('one person’s data is theirs to have, and the office’s; nobody else’s', async () => {
    const rafe = await house.as('Rafe')
    const path = house.path(`/people/${house.idOf('Rafe')}/export`)
    const own = (await rafe.get(path).expect(200)).body
    expect(own).toMatchObject({ personal: { name: 'Rafe Gardener' }, record: { kind: 'staff' } })
    expect(own.keys).toEqual([expect.objectContaining({ role: 'Gardener', place: 'Pellworth' })])
    expect((await owner.get(path).expect(200)).body.ledger.length).toBeGreaterThan(0)
    await (await house.as('Corin')).get(path).expect(404)
    await (await house.as('Mirren')).get(house.path('/export')).expect(403)
  })

  test('the account is exported as a book, closed by an owner who signs in again, and nothing of it is left', async () => {
    const book = (await owner.get(house.path('/export')).expect(200)).body
    expect(readBook(book, uuidv7).problems ?? []).toEqual([])
    await owner.post(house.path('/close')).send({ confirm: 'yes' }).expect(400)
    await (await house.as('Tamsin')).post(house.path('/close')).send({ confirm: 'close' }).expect(403)
    running.lodge.clock.now = () => readInstant('2026-06-16T14:00:00Z')
    await owner.post(house.path('/close')).send({ confirm: 'close' }).expect(403)
    await comeBackIn()
    const { certificate, jws } = (await owner.post(house.path('/close')).send({ confirm: 'close' }).expect(200)).body
    expect(certificate).toMatchObject({
      accountId: house.account.id,
      ledgerHead: expect.stringMatching(/^[0-9a-f]{64}$/),
    })
    const keys = createLocalJWKSet((await supertest(running.server).get('/.well-known/jwks.json').expect(200)).body)
    await expect(compactVerify(jws, keys)).resolves.toBeDefined()
    const text = await dump()
    expect(['Rafe Gardener', `@${house.domain}`].filter((one) => text.includes(one))).toEqual([])
    await supertest(running.server)
      .post('/api/session')
      .send({ email: `oriel@${house.domain}`, password: PASSWORD })
      .expect(401)
  })
})
