import supertest from 'supertest'
import { FIRST_STEPS } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { Authenticator } from './authenticator.ts'
import { apply, invitation, openHouse, openLodge, ownDatabase, type Browser } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

const ORIGIN = 'http://localhost:8700'
const OPENING = { name: 'Wren Alder', accountName: 'Alder Roofs', zone: 'Europe/Dublin', currency: 'EUR', agreed: true }
const PASSWORD = 'seven quiet garden gnomes'

let mailbox: Mailbox
let running: Running
let count = 0

beforeAll(async () => {
  mailbox = await startMailbox()
  const mail = { LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, LODGE_WORK: 'on' }
  running = await openLodge({ ...mail, LODGE_DATABASE_URL: await ownDatabase(), LODGE_PUBLIC_ORIGIN: ORIGIN })
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const agent = () => supertest.agent(running.server)

async function linkFor(browser: Browser, email = `wren${(count += 1)}@alder.example`): Promise<string> {
  await browser.post('/api/sign-up').send({ email }).expect(204)
  const { text } = await mailbox.next(email)
  return /\/open-account#([\w-]+)/.exec(text)![1]!
}

describe('opening an account', () => {
  test('by a proven mailbox, once: its founder is owner and signatory, and its ledger holds', async () => {
    const browser = agent()
    const token = await linkFor(browser)
    const looked = (await browser.post('/api/sign-up/look').send({ token }).expect(200)).body
    expect(looked).toMatchObject({ email: `wren${count}@alder.example`, hasLogin: false, signedIn: false })
    expect(looked.terms).toMatch(/you are responsible for it/)
    const me = (
      await browser
        .post('/api/sign-up/open')
        .send({ token, ...OPENING, password: PASSWORD })
        .expect(200)
    ).body
    expect(me.current).toMatchObject({ accountName: 'Alder Roofs', name: 'Wren Alder', isOwner: true, currency: 'EUR' })
    const path = `/api/accounts/${me.current.accountId}`
    const desk = (await browser.get(`${path}/desk`).expect(200)).body
    expect(desk.first.map((one: { done: boolean }) => one.done)).toEqual(FIRST_STEPS.map(() => false))
    const settings = (await browser.get(`${path}/settings`).expect(200)).body
    expect(settings.owners).toMatchObject([{ name: 'Wren Alder', signatory: true }])
    expect(await verifyLedger(running.lodge.pools.work, me.current.accountId)).toMatchObject({ ok: true })
    await browser
      .post('/api/sign-up/open')
      .send({ token, ...OPENING, password: PASSWORD })
      .expect(404)
    const again = agent()
    await again
      .post('/api/session')
      .send({ email: `wren${count}@alder.example`, password: PASSWORD })
      .expect(200)
  })

  test('needs agreement, a zone and a currency there are, and means that hold; what was typed wrong keeps the link', async () => {
    const browser = agent()
    const token = await linkFor(browser)
    const open = (more: object) =>
      browser.post('/api/sign-up/open').send({ token, ...OPENING, password: PASSWORD, ...more })
    expect((await open({ agreed: false }).expect(400)).body.detail).toMatch(/agree to the terms/)
    expect((await open({ zone: 'Europe/Nowhere' }).expect(422)).body.detail).toMatch(/not a time zone/)
    await open({ password: 'short' }).expect(422)
    await open({ password: undefined }).expect(422)
    await open({ passkey: { response: { clientDataJSON: '' } }, loginId: crypto.randomUUID() }).expect(400)
    await open({}).expect(200)
  })

  test('is the same for every address, and asks whoever has a login to sign in with it', async () => {
    const house = await openHouse(running)
    const email = `oriel@${house.domain}`
    const stranger = agent()
    const token = await linkFor(stranger, email)
    expect((await stranger.post('/api/sign-up/look').send({ token }).expect(200)).body.hasLogin).toBe(true)
    await stranger
      .post('/api/sign-up/open')
      .send({ token, ...OPENING, password: PASSWORD })
      .expect(409)
    const owner = await house.as('Oriel')
    const me = (
      await owner
        .post('/api/sign-up/open')
        .send({ token, ...OPENING })
        .expect(200)
    ).body
    expect(me.accounts.map((one: { name: string }) => one.name).sort()).toEqual([
      'Alder Roofs',
      house.account.settings.name,
    ])
    await agent()
      .post('/api/sign-up/look')
      .send({ token: 'x'.repeat(43) })
      .expect(404)
  })
})

describe('a passkey instead of a password', () => {
  test('opens an account, and takes up an invitation; one offered for another login is refused', async () => {
    const browser = agent()
    const token = await linkFor(browser)
    const key = new Authenticator(ORIGIN)
    const { loginId, options } = (await browser.post('/api/sign-up/passkey').send({ token }).expect(200)).body
    const passkey = key.register(options)
    const open = (id: string) => browser.post('/api/sign-up/open').send({ token, ...OPENING, passkey, loginId: id })
    await open(crypto.randomUUID()).expect(400)
    const offered = (await browser.post('/api/sign-up/passkey').send({ token }).expect(200)).body
    expect(offered.loginId).not.toBe(loginId)
    const other = new Authenticator(ORIGIN)
    const answer = { passkey: other.register(offered.options), loginId: offered.loginId }
    await browser
      .post('/api/sign-up/open')
      .send({ token, ...OPENING, ...answer })
      .expect(200)
    const own = (await browser.get('/api/sign-in').expect(200)).body
    expect(own.means.map((one: { kind: string }) => one.kind)).toEqual(['passkey'])

    // Anyone who has nothing else cannot take it away.
    await browser.delete(`/api/sign-in/means/${own.means[0].id}`).expect(409)

    const house = await openHouse(running)
    const email = `sorrel@${house.domain}`
    await apply(house, await house.as('Oriel'), [invitation(house, { email })])
    const { text } = await mailbox.next(email)
    const invited = { token: /invitation#([\w-]+)/.exec(text)![1]! }
    const guest = agent()
    const made = (await guest.post('/api/invitations/passkey').send(invited).expect(200)).body
    const means = { passkey: new Authenticator(ORIGIN).register(made.options), loginId: made.loginId }
    const taken = (
      await guest
        .post('/api/invitations/accept')
        .send({ ...invited, ...means })
        .expect(200)
    ).body
    expect(taken.me.current.accountName).toBe(house.account.settings.name)
  })
})
