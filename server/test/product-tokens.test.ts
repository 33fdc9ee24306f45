import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { isWithin } from '../src/protocols/authzen/door.ts'
import { apply, openHouse, openLodge, until, type Browser, type House } from './harness.ts'

let running: Running
let house: House
beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running)
})
afterAll(() => running.stop())

const tokens = (rest = '', product = 'log') => house.path(`/products/${product}/tokens${rest}`)
const content = (more: object = {}) => {
  return { name: 'Site tablet', responsibleId: house.idOf('Mirren'), scopes: ['evaluate'], ...more }
}
const listed = async (browser: Browser) => (await browser.get(tokens()).expect(200)).body.tokens
const decide = (token: string) =>
  supertest(running.server)
    .post('/access/v1/evaluation')
    .set('Authorization', `Bearer ${token}`)
    .send({ subject: { type: 'user', id: 'x' }, action: { name: 'see' }, resource: { type: 'photos', id: 'PEL-1' } })

describe('tokens for programs (model E4)', () => {
  test('are made for what they may, shown once, looked after, and cut at once', async () => {
    const owner = await house.as('Oriel')
    const { body: made } = await owner.post(tokens()).send(content()).expect(200)
    await decide(made.token).expect(200)
    const [token] = await listed(owner)
    expect(token).toMatchObject({
      name: 'Site tablet',
      scopes: ['evaluate'],
      responsible: 'Mirren Steward',
      lastDay: null,
    })
    expect(JSON.stringify(await listed(owner))).not.toContain(made.token)
    const search = supertest(running.server)
      .post('/access/v1/search/subject')
      .set('Authorization', `Bearer ${made.token}`)
    await search.send({}).expect(403)
    await running.lodge.productTokens.note()
    expect((await listed(owner))[0].lastUsedAt).not.toBeNull()
    // Taken from the networks named alone, and until the last day.
    await owner
      .put(tokens(`/${token.id}`))
      .send(content({ networks: ['192.0.2.0/24'] }))
      .expect(204)
    await until(async () => (await decide(made.token)).body.code === 'wrong-network')
    await owner
      .put(tokens(`/${token.id}`))
      .send(content({ lastDay: '2026-06-15' }))
      .expect(204)
    await until(async () => (await decide(made.token)).status === 401)
    expect((await listed(owner))[0]).toMatchObject({ over: true, lastDay: '2026-06-15' })
    await owner
      .put(tokens(`/${token.id}`))
      .send(content())
      .expect(204)
    await until(async () => (await decide(made.token)).status === 200)
    await owner
      .post(tokens(`/${token.id}/cut`))
      .send({})
      .expect(204)
    await until(async () => (await decide(made.token)).status === 401)
    expect(await listed(owner)).toEqual([])
    await owner
      .post(tokens(`/${token.id}/cut`))
      .send({})
      .expect(404)
  })

  test('one is renewed with an overlap, in which both are taken', async () => {
    const owner = await house.as('Oriel')
    const { body: first } = await owner
      .post(tokens())
      .send(content({ name: 'Old' }))
      .expect(200)
    const [{ id }] = await listed(owner)
    const { body: second } = await owner
      .post(tokens(`/${id}/rotate`))
      .send({ overlapHours: 24 })
      .expect(200)
    await decide(first.token).expect(200)
    await decide(second.token).expect(200)
    const old = (await listed(owner)).find((one: { id: string }) => one.id === id)
    expect(old.lastDay).toBe('2026-06-17')
    await owner
      .post(tokens(`/${id}/rotate`))
      .send({ overlapHours: 0 })
      .expect(200)
    await until(async () => (await decide(first.token)).status === 401)
    await owner
      .post(tokens(`/${id}/rotate`))
      .send({ overlapHours: -1 })
      .expect(400)
  })

  test('are for whoever connects products; others see none, and nothing of another account', async () => {
    const [owner, admin, member] = [await house.as('Oriel'), await house.as('Tamsin'), await house.as('Mirren')]
    expect((await admin.get(tokens()).expect(200)).body.control.enabled).toBe(true)
    await member.get(tokens()).expect(404)
    await member.post(tokens()).send(content()).expect(404)
    await owner.get(tokens('', 'nothing')).expect(404)
    const elsewhere = await openHouse(running)
    const stranger = await elsewhere.as('Oriel')
    await stranger.get(tokens()).expect(404)
    const [{ id }] = await listed(owner)
    await stranger
      .post(elsewhere.path(`/products/log/tokens/${id}/cut`))
      .send({})
      .expect(404)
    // Somebody who is in is responsible, and networks are networks.
    await owner
      .post(tokens())
      .send(content({ responsibleId: elsewhere.idOf('Rafe') }))
      .expect(400)
    for (const networks of [['nowhere'], ['192.0.2.0/99'], ['::/129']]) {
      await owner.post(tokens()).send(content({ networks })).expect(400)
    }
    await owner
      .post(tokens())
      .send(content({ scopes: [] }))
      .expect(400)
  })

  test('stand on the Desk when nobody is responsible any more, or the last day is near', async () => {
    const owner = await house.as('Oriel')
    const names = async (browser: Browser) =>
      (await browser.get(house.path('/notices/desk')).expect(200)).body.tokens.map((one: { name: string }) => one.name)
    await owner
      .post(tokens())
      .send(content({ name: 'Ends', lastDay: '2026-06-20' }))
      .expect(200)
    await owner
      .post(tokens())
      .send(content({ name: 'Rafe’s', responsibleId: house.idOf('Rafe') }))
      .expect(200)
    expect(await names(owner)).toContain('Ends')
    expect(await names(owner)).not.toContain('Rafe’s')
    expect(await names(await house.as('Mirren'))).toContain('Ends')
    expect(await names(await house.as('Corin'))).toEqual([])
    await apply(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
    expect(await names(owner)).toContain('Rafe’s')
  })

  test('a network holds its own addresses of its own kind', () => {
    expect(isWithin('192.0.2.7', ['192.0.2.0/24'])).toBe(true)
    expect(isWithin('::ffff:192.0.2.7', ['192.0.2.0/24'])).toBe(true)
    expect([isWithin('192.0.3.7', ['192.0.2.0/24']), isWithin('2001:db8::1', ['192.0.2.0/24'])]).toEqual([false, false])
    expect([isWithin('2001:db8::1', ['2001:db8::/32']), isWithin('nobody', ['0.0.0.0/0'])]).toEqual([true, false])
  })
})
