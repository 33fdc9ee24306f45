import { Secret, TOTP } from 'otpauth'
import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { Authenticator } from './authenticator.ts'
import { apply, openHouse, openLodge, ownDatabase, PASSWORD, previewOf, type Browser, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

const ORIGIN = 'http://localhost:8700'
const NEW_PASSWORD = 'seven quiet garden gnomes'

let mailbox: Mailbox
let running: Running
let house: House

beforeAll(async () => {
  mailbox = await startMailbox()
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  const mail = { LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, LODGE_WORK: 'on' }
  running = await openLodge({ ...mail, ...database, LODGE_PUBLIC_ORIGIN: ORIGIN, LODGE_SIGN_IN_ATTEMPTS: '12' })
})
beforeEach(async () => {
  house = await openHouse(running)
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const agent = () => supertest.agent(running.server)
const address = (who: string) => `${who.toLowerCase()}@${house.domain}`
const password = (browser: Browser, who: string, word = PASSWORD) =>
  browser.post('/api/session').send({ email: address(who), password: word })
const nowMilliseconds = () => running.lodge.clock.now() / 1000
const codeOf = (secret: string, step = 0) =>
  new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: nowMilliseconds() + step * 30_000 })

/** Adds one-time codes to someone's login; answers the secret and the backup codes. */
async function addCodes(browser: Browser, step = 0): Promise<{ secret: string; backupCodes: string[] }> {
  const { secret, uri, picture } = (await browser.post('/api/sign-in/codes/new').send({}).expect(200)).body
  expect(uri).toMatch(/^otpauth:\/\/totp\/Jolly%20Porter:/)
  expect(picture).toContain('<svg')
  const { backupCodes } = (
    await browser
      .post('/api/sign-in/codes')
      .send({ secret, code: codeOf(secret, step) })
      .expect(200)
  ).body
  return { secret, backupCodes }
}

async function linkTo(email: string, page: string, at = -1): Promise<string> {
  await mailbox.next(email)
  const found = mailbox.to(email).flatMap((one) => new RegExp(`/${page}#([\\w-]+)`).exec(one.text)?.[1] ?? [])
  return found.at(at) ?? ''
}

describe('one-time codes (RFC 6238)', () => {
  test('are asked for after the password, are good once, and backup codes stand in for them', async () => {
    const owner = await house.as('Oriel')
    const { secret, backupCodes } = await addCodes(owner, -1)
    expect(new Set(backupCodes).size).toBe(10)
    const kept = await running.lodge.pools.work.query('SELECT secret FROM login_means')
    expect(JSON.stringify(kept[0])).not.toContain(secret)

    const browser = agent()
    const { body: asked } = await password(browser, 'Oriel').expect(200)
    expect(asked.second.sort()).toEqual(['backup', 'codes'])
    await browser.get(house.path('/people')).expect(401)
    const code = codeOf(secret)
    const second = (ticket: string, word: string) => agent().post('/api/session/second').send({ ticket, code: word })
    await second(asked.ticket, '000000').expect(401)
    await second('no such ticket', code).expect(401)
    const entered = await browser.post('/api/session/second').send({ ticket: asked.ticket, code }).expect(200)
    expect(entered.body.current.name).toBe('Oriel Owner')
    await browser.get(house.path('/people')).expect(200)
    // A replay of the code, of the ticket, and of the code that was used to add it.
    const { body: again } = await password(agent(), 'Oriel').expect(200)
    await second(again.ticket, code).expect(401)
    await second(again.ticket, codeOf(secret, -1)).expect(401)
    await second(asked.ticket, backupCodes[0]!).expect(401)
    await second(again.ticket, backupCodes[0]!.toUpperCase().replaceAll('-', ' ')).expect(200)
    const { body: third } = await password(agent(), 'Oriel').expect(200)
    await second(third.ticket, backupCodes[0]!).expect(401)
    const { body: own } = await owner.get('/api/sign-in').expect(200)
    expect([own.backupCodesLeft, own.means.map((one: { kind: string }) => one.kind)]).toEqual([9, ['codes']])

    await owner.post('/api/sign-in/backup-codes').send({}).expect(200)
    await second(third.ticket, backupCodes[1]!).expect(401)
    await owner.delete(`/api/sign-in/means/${own.means[0].id}`).expect(204)
    expect((await password(agent(), 'Oriel').expect(200)).body.current.name).toBe('Oriel Owner')
  })

  test('guesses at them are slowed, and the ticket of one login is none of another', async () => {
    const owner = await house.as('Oriel')
    await addCodes(owner)
    const { body } = await password(agent(), 'Oriel').expect(200)
    const statuses: number[] = []
    for (let guess = 0; guess < 14; guess += 1) {
      const answer = await agent()
        .post('/api/session/second')
        .send({ ticket: body.ticket, code: String(100_000 + guess) })
      statuses.push(answer.status)
    }
    expect(statuses.filter((status) => status === 401).length).toBe(12)
    expect(statuses.at(-1)).toBe(429)
    expect((await house.as('Tamsin')).get).toBeDefined()
  })
})

describe('passkeys (WebAuthn)', () => {
  test('open by themselves, once for each challenge; a replay, a copy and another’s key do not', async () => {
    const owner = await house.as('Oriel')
    const key = new Authenticator(ORIGIN)
    const { body: options } = await owner.post('/api/sign-in/passkeys/options').send({}).expect(200)
    expect(options.rp).toEqual({ name: 'Jolly Porter', id: 'localhost' })
    const made = key.register(options)
    await (await house.as('Tamsin')).post('/api/sign-in/passkeys').send({ answer: made }).expect(422)
    await owner.post('/api/sign-in/passkeys').send({ answer: made, name: 'Office key' }).expect(200)
    await owner.post('/api/sign-in/passkeys').send({ answer: made }).expect(422)

    const ask = async () => (await agent().post('/api/session/passkey/options').send({}).expect(200)).body
    const browser = agent()
    const answer = key.signIn(await ask())
    const { body: me } = await browser.post('/api/session/passkey').send({ answer }).expect(200)
    expect(me.current.name).toBe('Oriel Owner')
    await browser.get(house.path('/people')).expect(200)
    await agent().post('/api/session/passkey').send({ answer }).expect(401)
    const copy = key.signIn(await ask())
    key.counter = 0
    await agent()
      .post('/api/session/passkey')
      .send({ answer: key.signIn(await ask()) })
      .expect(401)
    await agent().post('/api/session/passkey').send({ answer: copy }).expect(200)
    const other = new Authenticator(ORIGIN)
    await agent()
      .post('/api/session/passkey')
      .send({ answer: other.signIn(await ask()) })
      .expect(401)
    await agent()
      .post('/api/session/passkey')
      .send({ answer: { response: { clientDataJSON: 'bm9uc2Vuc2U' } } })
      .expect(401)
    const { body: own } = await owner.get('/api/sign-in').expect(200)
    expect(own.means).toMatchObject([{ kind: 'passkey', name: 'Office key', lastUsed: expect.any(String) }])
    // With a passkey there is a second means, so that the password alone does not open any more.
    expect((await password(agent(), 'Oriel').expect(200)).body.second).toEqual(['passkey'])
  })
})

describe('the account’s rule on second means', () => {
  test('asks whom it names for one before anything else opens, and is a grave act to change', async () => {
    const owner = await house.as('Oriel')
    const rule = [{ type: 'change-settings', secondMeansFor: ['owner', 'administrator'] }]
    const shown = await previewOf(house, owner, rule)
    // The proof of a moment ago is long past.
    await running.lodge.pools.work.query('UPDATE session SET proved_at_us = 1')
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const late = await owner.post(house.path('/commits')).send(body).expect(403)
    expect(late.body.code).toBe('sign-in-again')
    await owner.post('/api/session/again').send({ password: 'not this one' }).expect(401)
    await owner.post('/api/session/again').send({ password: PASSWORD }).expect(204)
    await owner.post(house.path('/commits')).send(body).expect(200)

    const admin = await house.as('Tamsin')
    expect((await admin.get(house.path('/people')).expect(403)).body.code).toBe('second-means-needed')
    await admin.get(house.path('/my-keys')).expect(200)
    await addCodes(admin)
    await admin.get(house.path('/people')).expect(200)
    const member = await house.as('Rafe')
    await member.get(house.path('/people')).expect(200)
  })
})

describe('a forgotten password', () => {
  test('is set anew by a mailed link, once; the answer tells nobody whether there is such a login', async () => {
    const rafe = await house.as('Rafe')
    const known = await agent()
      .post('/api/forgotten')
      .send({ email: address('Rafe') })
    const unknown = await agent()
      .post('/api/forgotten')
      .send({ email: `nobody@${house.domain}` })
    expect([known.status, known.body]).toEqual([unknown.status, unknown.body])
    const token = await linkTo(address('Rafe'), 'new-password')
    const set = (word: string) => agent().post('/api/forgotten/password').send({ token, password: word })
    const short = await set('short').expect(422)
    expect(short.body.detail).toMatch(/at least 10 characters/)
    expect((await set('password123').expect(422)).body.detail).toMatch(/Many people use this password/)
    expect((await set('aaaaaaaaaaaa').expect(422)).body.code).toBe('refused')
    expect((await set(NEW_PASSWORD).expect(200)).body.current.name).toBe('Rafe Gardener')
    await set(NEW_PASSWORD).expect(404)
    await rafe.get(house.path('/my-keys')).expect(401)
    await password(agent(), 'Rafe').expect(401)
    await password(agent(), 'Rafe', NEW_PASSWORD).expect(200)
    expect(mailbox.to(`nobody@${house.domain}`)).toEqual([])
  })

  test('still asks for the second means of who has one', async () => {
    const mirren = await house.as('Mirren')
    await addCodes(mirren)
    await agent()
      .post('/api/forgotten')
      .send({ email: address('Mirren') })
      .expect(204)
    const token = await linkTo(address('Mirren'), 'new-password')
    const answer = await agent().post('/api/forgotten/password').send({ token, password: NEW_PASSWORD }).expect(200)
    expect(answer.body).toEqual({ signInNext: true })
    expect(answer.headers['set-cookie']).toBeUndefined()
    expect((await password(agent(), 'Mirren', NEW_PASSWORD).expect(200)).body.second).toContain('codes')
  })
})

describe('one’s own sign-in', () => {
  test('shows where one is signed in and ends it there', async () => {
    const [one, other] = [await house.as('Rafe'), await house.as('Rafe')]
    const { body } = await one.get('/api/sign-in').expect(200)
    expect(body.sessions.length).toBe(2)
    const theirs = body.sessions.find((session: { isThis: boolean }) => !session.isThis)
    const stranger = await house.as('Tamsin')
    await stranger.delete(`/api/sessions/${theirs.id}`).expect(404)
    await one.delete(`/api/sessions/${theirs.id}`).expect(204)
    await other.get(house.path('/my-keys')).expect(401)
    const third = await house.as('Rafe')
    expect((await one.delete('/api/sessions').expect(200)).body.ended).toBe(1)
    await third.get(house.path('/my-keys')).expect(401)
    await one.put('/api/sign-in/password').send({ password: 'qwertyuiop' }).expect(422)
    await one.put('/api/sign-in/password').send({ password: NEW_PASSWORD }).expect(200)
    await one.get(house.path('/my-keys')).expect(200)
  })

  test('takes a new address once its mailbox is proven; the old one is told, and products know the new', async () => {
    const rafe = await house.as('Rafe')
    const wanted = `rafe.new@${house.domain}`
    await rafe.post('/api/sign-in/email').send({ email: wanted }).expect(204)
    await password(agent(), 'Rafe').expect(200)
    const token = await linkTo(wanted, 'prove-address')
    expect((await agent().post('/api/email/prove').send({ token }).expect(200)).body).toEqual({ email: wanted })
    await agent().post('/api/email/prove').send({ token }).expect(404)
    await password(agent(), 'Rafe').expect(401)
    await agent().post('/api/session').send({ email: wanted, password: PASSWORD }).expect(200)
    const told = await mailbox.next(address('Rafe'))
    expect(told.text).toContain(wanted)
    const owner = await house.as('Oriel')
    const { body: sheet } = await owner.get(house.path(`/people/${house.idOf('Rafe')}`)).expect(200)
    expect(sheet.email).toBe(wanted)
    await rafe
      .post('/api/sign-in/email')
      .send({ email: address('Tamsin') })
      .expect(204)
    const taken = await linkTo(address('Tamsin'), 'prove-address')
    expect((await agent().post('/api/email/prove').send({ token: taken }).expect(409)).body.code).toBe('address-taken')
  })
})

describe('re-entry slips (model I9)', () => {
  const slipFor = (browser: Browser, who: string, recognised = true) =>
    browser.post(house.path(`/people/${house.idOf(who)}/slip`)).send({ recognised })

  test('open one’s own page, once, and everything when a second person countersigns', async () => {
    const [owner, admin] = [await house.as('Oriel'), await house.as('Tamsin')]
    await slipFor(admin, 'Rafe', false).expect(400)
    const { body: slip } = await slipFor(admin, 'Rafe').expect(200)
    expect(slip.code).toMatch(/^[a-z2-9]{4}-[a-z2-9]{4}-[a-z2-9]{4}$/)
    const rafe = agent()
    const { body: me } = await rafe
      .post('/api/slip')
      .send({ code: ` ${slip.code.toUpperCase().replaceAll('-', '')}` })
      .expect(200)
    expect(me.current).toMatchObject({ name: 'Rafe Gardener', narrow: true, rooms: [] })
    await agent().post('/api/slip').send({ code: slip.code }).expect(404)
    await rafe.get(house.path('/my-keys')).expect(200)
    expect((await rafe.get(house.path('/people')).expect(403)).body.code).toBe('narrow')
    await rafe.post('/api/session/again').send({ password: PASSWORD }).expect(404)
    // A means set now would open everything without the second person.
    await rafe.put('/api/sign-in/password').send({ password: NEW_PASSWORD }).expect(403)
    await rafe
      .post('/api/sign-in/email')
      .send({ email: `else@${house.domain}` })
      .expect(403)

    const countersign = (browser: Browser) => browser.post(house.path(`/people/${house.idOf('Rafe')}/countersign`))
    expect((await countersign(admin).send({}).expect(409)).body.code).toBe('nothing-waits')
    const { body: wayIn } = await owner.get(house.path(`/people/${house.idOf('Rafe')}/way-in`)).expect(200)
    expect(wayIn).toMatchObject({ reasons: [], waiting: [{ issuer: 'Tamsin Admin', mayCountersign: true }] })
    expect((await countersign(owner).send({}).expect(200)).body).toEqual({ opened: 1 })
    await rafe.get(house.path('/people')).expect(200)
    await countersign(owner).send({}).expect(409)
    // Countersigned, and the login opens this account alone: now its password may be set.
    await rafe.put('/api/sign-in/password').send({ password: NEW_PASSWORD }).expect(200)
    await password(agent(), 'Rafe', NEW_PASSWORD).expect(200)
  })

  test('owners only by owners, nobody oneself, nobody who is not in, and no stranger at all', async () => {
    const [owner, admin, member] = [await house.as('Oriel'), await house.as('Tamsin'), await house.as('Rafe')]
    expect((await slipFor(admin, 'Oriel').expect(403)).body.detail).toBe('Only an owner can help an owner sign in.')
    await slipFor(admin, 'Tamsin').expect(403)
    await slipFor(member, 'Mirren').expect(403)
    await apply(house, owner, [{ type: 'leave', personId: house.idOf('Corin') }])
    expect((await slipFor(admin, 'Corin').expect(403)).body.detail).toMatch(/someone who is active/)
    const { body } = await admin.get(house.path(`/people/${house.idOf('Corin')}/way-in`)).expect(200)
    expect(body.reasons).toEqual(['They have left and cannot open anything here.'])
    await member.get(house.path(`/people/${house.idOf('Corin')}/way-in`)).expect(404)
  })

  test('renew entry to one account only', async () => {
    const elsewhere = await openHouse(running)
    await running.lodge.pools.work.query(
      'UPDATE person SET login_id = (SELECT id FROM login WHERE email = ?) WHERE account_id = ? AND id = ?',
      [address('Rafe'), elsewhere.account.id, elsewhere.idOf('Rafe')],
    )
    running.lodge.accounts.forget(elsewhere.account.id)
    const admin = await house.as('Tamsin')
    const { body: slip } = await slipFor(admin, 'Rafe').expect(200)
    const rafe = agent()
    await rafe.post('/api/slip').send({ code: slip.code }).expect(200)
    await rafe.get(elsewhere.path('/my-keys')).expect(404)
    await rafe.put('/api/session/account').send({ accountId: elsewhere.account.id }).expect(404)
    const refusal = await rafe.put('/api/sign-in/password').send({ password: NEW_PASSWORD }).expect(403)
    expect(refusal.body.code).toBe('narrow')
    // Countersigned it is full here, and nothing anywhere else.
    const owner = await house.as('Oriel')
    await owner
      .post(house.path(`/people/${house.idOf('Rafe')}/countersign`))
      .send({})
      .expect(200)
    await rafe.get(house.path('/people')).expect(200)
    await rafe.put('/api/session/account').send({ accountId: elsewhere.account.id }).expect(404)
    await rafe.get(elsewhere.path('/my-keys')).expect(404)
    await rafe.put('/api/sign-in/password').send({ password: NEW_PASSWORD }).expect(403)
    // With the password one goes over without signing in again (model P1).
    const both = await house.as('Rafe')
    expect((await both.get('/api/session').expect(200)).body.accounts.length).toBe(2)
    const { body: over } = await both.put('/api/session/account').send({ accountId: elsewhere.account.id }).expect(200)
    expect(over.current.accountId).toBe(elsewhere.account.id)
    await both.get(elsewhere.path('/my-keys')).expect(200)
  })
})

describe('guessing at passwords', () => {
  test('slows strangers, and not a browser in which its owner signed in before', async () => {
    const rafe = await house.as('Rafe')
    const statuses: number[] = []
    for (let guess = 0; guess < 14; guess += 1) {
      statuses.push((await password(agent(), 'Rafe', `guess ${guess}`)).status)
    }
    expect(statuses.at(-1)).toBe(429)
    await password(agent(), 'Rafe').expect(429)
    await rafe.delete('/api/session').expect(204)
    await password(rafe, 'Rafe').expect(200)
    const { body: cookie } = await password(agent().set('Cookie', 'lodge_device=forged') as Browser, 'Rafe')
    expect(cookie.code).toBe('too-many-tries')
  })

  test('a session’s cookie given beforehand is worth nothing', async () => {
    const fixed = supertest.agent(running.server)
    const answer = await fixed
      .post('/api/session')
      .set('Cookie', 'lodge_session=chosen-by-a-stranger')
      .send({ email: address('Rafe'), password: PASSWORD })
      .expect(200)
    expect(String(answer.headers['set-cookie'])).not.toContain('chosen-by-a-stranger')
    await supertest(running.server)
      .get(house.path('/my-keys'))
      .set('Cookie', 'lodge_session=chosen-by-a-stranger')
      .expect(401)
  })
})

test('many who sign in at once, in two processes, are all let in: counters that cross are nobody’s refusal', async () => {
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  const both = [await openLodge(database), await openLodge(database)]
  const there = await openHouse(both[0]!)
  const tries = Array.from({ length: 40 }, (_, at) =>
    supertest(both[at % 2]!.server)
      .post('/api/session')
      .send({ email: `rafe@${there.domain}`, password: PASSWORD }),
  )
  const answers = await Promise.all(tries)
  expect(answers.map(({ status }) => status)).toEqual(answers.map(() => 200))
  for (const one of both) await one.stop()
})
