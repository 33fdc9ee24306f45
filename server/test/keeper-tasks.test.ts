import supertest from 'supertest'
import { v7 as uuidv7 } from 'uuid'
import { addDays, knownOf } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { instantFor } from '../src/store/accounts.ts'
import { keeperLink, keeperMessage } from '../src/work/keeper-mail.ts'
import { apply, openHouse, openLodge, ownDatabase, type Browser, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

let mailbox: Mailbox
let running: Running
let house: House
let owner: Browser
let keeperId: string

beforeAll(async () => {
  mailbox = await startMailbox()
  running = await openLodge({
    LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`,
    LODGE_WORK: 'on',
    LODGE_SIGN_IN_ATTEMPTS: '1000',
    LODGE_DATABASE_URL: await ownDatabase(),
  })
})
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
  keeperId = await record(house, owner, 'Alba Renfrew')
  await apply(house, owner, [{ type: 'keep-product', product: 'log', way: 'hand', keeperKind: 'person', keeperId }])
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const emailOf = (name: string) => `${name.split(' ')[0]!.toLowerCase()}@client.${house.domain}`
async function record(where: House, as: Browser, name: string): Promise<string> {
  const person = { name, email: emailOf(name), kind: 'client', standing: 'guest' }
  await apply(where, as, [{ type: 'record-person', ...person }])
  return (await account()).peopleByEmail(emailOf(name))[0]!
}
const account = async () => {
  await running.lodge.accounts.catchUp(house.account.id)
  return (await running.lodge.accounts.get(house.account.id))!.account
}
const today = () => new Date(running.lodge.clock.now() / 1000).toISOString().slice(0, 10)
const token = (personId = keeperId, day = today(), accountId = house.account.id) =>
  keeperLink(running.lodge.configuration.keyRing, accountId, personId, day).split('#')[1]!
const visitor = () => supertest.agent(running.server)
const look = (value: string) => visitor().post('/api/tasks').send({ token: value })
const answer = (value: string, body: object) =>
  visitor()
    .post('/api/tasks/answer')
    .send({ token: value, ...body })

test('a keeper without a login is asked by mail when someone leaves, and answers behind its link', async () => {
  for (const who of ['Mirren', 'Rafe']) {
    const personId = house.idOf(who)
    await apply(house, owner, [{ type: 'confirm-account', product: 'log', personId, state: 'open' }])
  }
  await apply(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
  const message = await mailbox.next(emailOf('Alba Renfrew'))
  expect(message.text).toContain('asks you to do one thing in')
  expect(message.text).toContain('Close the account of Rafe Gardener')
  expect(message.text).not.toContain('Mirren')
  const link = /\/tasks#(\S+)/.exec(message.text)![1]!
  const { body } = await look(link).expect(200)
  expect(body).toMatchObject({ name: 'Alba Renfrew', products: [{ code: 'log', tasks: [{ kind: 'close' }] }] })
  expect(JSON.stringify(body)).not.toContain('Mirren')
  const { body: left } = await answer(link, { product: 'log', personId: house.idOf('Rafe'), state: 'closed' }).expect(
    200,
  )
  expect(left.products[0].tasks).toEqual([])
  const known = knownOf(await account(), 'log', house.idOf('Rafe'))
  expect(known).toMatchObject({ state: 'closed', row: { source: 'confirmed', byId: keeperId } })
  // Answered twice, it is said plainly.
  await answer(link, { product: 'log', personId: house.idOf('Rafe'), state: 'closed' }).expect(409)
  const { body: entries } = await owner.get(house.path('/ledger')).expect(200)
  expect(JSON.stringify(entries)).toContain('task-link')
})

test('what is different is said as well, and only of what was asked', async () => {
  const value = token()
  const { body } = await look(value).expect(200)
  expect(body.products[0].tasks.map(({ kind }: { kind: string }) => kind)).toEqual(['open', 'open'])
  await answer(value, { product: 'log', personId: house.idOf('Rafe'), state: 'suspended' }).expect(200)
  expect(knownOf(await account(), 'log', house.idOf('Rafe')).state).toBe('suspended')
  // Nobody else, no other product, no account that was not asked about.
  await answer(value, { product: 'log', personId: house.idOf('Oriel'), state: 'open' }).expect(409)
  await answer(value, { product: 'other', personId: house.idOf('Rafe'), state: 'open' }).expect(409)
  await answer(value, { product: 'log', knownId: uuidv7(), state: 'closed' }).expect(409)
})

test('a link opens for thirty days, for that person of that account alone, and not once they have left', async () => {
  const other = await openHouse(running)
  await look(token(keeperId, addDays(today(), -30))).expect(200)
  for (const wrong of [
    token(keeperId, addDays(today(), -31)),
    token(house.idOf('Rafe')),
    token(keeperId, today(), other.account.id),
    token().replace(keeperId, house.idOf('Oriel')),
    token().replace(today(), addDays(today(), 5)),
    `${token()}x`,
    'x',
    '',
  ]) {
    const { body } = await look(wrong).expect(404)
    expect(body.code).toBe('link-dead')
  }
  const value = token()
  await apply(house, owner, [{ type: 'leave', personId: keeperId }])
  await look(value).expect(404)
  await answer(value, { product: 'log', personId: house.idOf('Rafe'), state: 'open' }).expect(404)
})

test('a client’s own product is asked about under the client’s name', async () => {
  const { lodge } = running
  await apply(house, owner, [
    { type: 'make-place', parentId: house.account.root.id, name: 'Quay House', kind: 'client' },
  ])
  const placeId = [...(await account()).all('place')].find(({ name }) => name === 'Quay House')!.id
  const { body: made } = await owner
    .post(house.path('/products/describe'))
    .send({
      description: {
        ...{ name: 'Quay Register', pattern: 'nothing', counts: 'admitted', bands: [] },
        types: [{ name: 'Visitor', priceMinor: 0 }],
      },
      keeper: { kind: 'person', id: keeperId },
      placeId,
    })
    .expect(200)
  await apply(house, owner, made.changes)
  const rafe = house.idOf('Rafe')
  await apply(house, owner, [{ type: 'give-seat', personId: rafe, product: 'quay-register', seatType: 'visitor' }])
  await account()
  const loaded = (await lodge.accounts.get(house.account.id))!
  const now = instantFor(loaded, lodge.clock)
  const message = keeperMessage(lodge, loaded.account, house.account.id, keeperId, now)!
  expect(message.text).toContain('Quay Register, at Quay House:')
  expect(message.text).toContain('Open an account for Rafe Gardener')
  const { body: place } = await owner.get(house.path(`/places/${placeId}`)).expect(200)
  expect(place.theirProducts).toMatchObject([{ name: 'Quay Register', people: [{ name: 'Rafe Gardener' }] }])
  const { body: report } = await owner.get(house.path(`/places/${placeId}/statement`)).expect(200)
  expect(report.theirProducts[0].people).toHaveLength(1)
  // It costs nothing here, and cannot be made to.
  const priced = { type: 'keep-product', product: 'log', way: 'hand', placeId }
  const { body } = await owner.post(house.path('/previews')).send({ changes: [priced] })
  expect(JSON.stringify(body)).toContain('costs nothing here')
})
