import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { Authenticator } from './authenticator.ts'
import { apply, invitation, openHouse, openLodge, type Browser, type House } from './harness.ts'

const ORIGIN = 'http://localhost:8700'
const PASSWORD = 'seven quiet garden gnomes'
let running: Running
let house: House
let owner: Browser
let personId: string

beforeAll(async () => {
  running = await openLodge({ LODGE_PUBLIC_ORIGIN: ORIGIN })
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
  await apply(house, owner, [invitation(house, { email: null, name: 'Sørli Climber', standing: 'member' })])
  const { body } = await owner.get(house.path('/people?find=climber')).expect(200)
  personId = body.people[0].id
})

const agent = () => supertest.agent(running.server)
const issue = async (browser = owner) =>
  (
    await browser
      .post(house.path(`/people/${personId}/first-slip`))
      .send({})
      .expect(200)
  ).body
const accept = (code: string, more: object = { password: PASSWORD }) =>
  agent()
    .post('/api/first-slip/accept')
    .send({ code, ...more })

describe('somebody without a mailbox (model P1)', () => {
  test('takes up their invitation by a printed slip, once, and signs in by a short name', async () => {
    const { code, signInName } = await issue()
    expect(signInName).toMatch(/^s.*\.\d{3}$/)
    const { first } = (await agent().post('/api/slip').send({ code }).expect(200)).body
    expect(first).toMatchObject({ inviter: 'Oriel Owner', signInName, gives: [{ role: 'Rope access' }] })
    await accept(code, { password: 'short' }).expect(422)
    const { body } = await accept(code.toUpperCase().replaceAll('-', ' ')).expect(200)
    expect(body).toMatchObject({ waiting: false, me: { email: signInName } })
    await accept(code).expect(404)
    const again = agent()
    await again.post('/api/session').send({ email: signInName, password: PASSWORD }).expect(200)
    await again.post('/api/forgotten').send({ email: signInName }).expect(400)
    const way = (await owner.get(house.path(`/people/${personId}/way-in`)).expect(200)).body
    expect(way).toMatchObject({ signInName, mayPrint: false, hasLogin: true })
  })

  test('is given a slip by whoever invited or the office alone; the one before is dead', async () => {
    const before = await issue()
    const after = await issue(await house.as('Tamsin'))
    await accept(before.code).expect(404)
    const rafe = await house.as('Rafe')
    expect([403, 404]).toContain((await rafe.post(house.path(`/people/${personId}/first-slip`)).send({})).status)
    await owner
      .post(house.path(`/people/${house.idOf('Rafe')}/first-slip`))
      .send({})
      .expect(403)
    await accept(after.code).expect(200)
  })

  test('does nothing grave before a second means is added', async () => {
    const { code, signInName } = await issue()
    await accept(code).expect(200)
    await apply(house, owner, [{ type: 'change-person', personId, standing: 'owner' }])
    const browser = agent()
    await browser.post('/api/session').send({ email: signInName, password: PASSWORD }).expect(200)
    const grave = [{ type: 'change-person', personId: house.idOf('Rafe'), standing: 'owner' }]
    const refused = await apply(house, browser, grave)
    expect([refused.status, refused.body.code]).toEqual([403, 'second-means-first'])
    const options = (await browser.post('/api/sign-in/passkeys/options').send({}).expect(200)).body
    const answer = new Authenticator(ORIGIN).register(options)
    await browser.post('/api/sign-in/passkeys').send({ answer })
    expect((await apply(house, browser, grave)).status).toBe(200)
  })

  test('may take a passkey on the first day', async () => {
    const { code } = await issue()
    const { loginId, options } = (await agent().post('/api/first-slip/passkey').send({ code }).expect(200)).body
    await accept(code, { loginId, passkey: new Authenticator(ORIGIN).register(options) }).expect(200)
  })
})
