import { request as httpRequest } from 'node:http'
import supertest from 'supertest'
import { v7 as uuidv7 } from 'uuid'
import { provenOffer } from '../../src/store/tokens.ts'
import { PASSWORD, until, type Browser } from '../harness.ts'
import { besiege, commit, type Besieged, type Siege } from './siege.ts'

let siege: Siege
let house: Besieged
beforeAll(async () => {
  siege = await besiege()
})
afterAll(() => siege.lift())
beforeEach(async () => {
  house = await siege.found()
})

const stranger = (process: 0 | 1 = 0) => supertest.agent(siege.urls[process])

/** The newest link that was mailed to an address, without what is before its `#`. */
async function mailed(address: string, page: string, after = 0): Promise<string> {
  return until(async () => {
    const found = siege.mailbox.to(address).flatMap(({ text }) => [...text.matchAll(/\/([a-z-]+)#([\w.-]+)/g)])
    return found
      .filter(([, where]) => where === page)
      .slice(after)
      .at(-1)?.[2]
  })
}

async function inviteAdministrator(
  more: object = {},
): Promise<{ owner: Browser; offerId: string; resendNumber: number }> {
  const owner = await house.as('Oriel')
  const invite = {
    type: 'invite',
    name: 'Sorrel Chief',
    email: `sorrel@${house.domain}`,
    kind: 'staff',
    standing: 'administrator',
    grants: [],
    seats: [],
    ...more,
  }
  expect(await commit(house, owner, [invite])).toEqual({ status: 200, codes: [''] })
  const offer = [...(await house.read()).all('offer')].find(({ state }) => state === 'live')!
  return { owner, offerId: offer.id, resendNumber: offer.resendNumber }
}

/** A role of Jolly Porter's own areas, held at the root. */
async function office(who: string, areas: Record<string, string>): Promise<void> {
  const owner = await house.as('Oriel')
  const name = `Office ${who}`
  const list = Object.entries(areas).map(([area, level]) => ({ area: `porter/${area}`, level }))
  expect((await commit(house, owner, [{ type: 'make-role', name, areas: list }])).status).toBe(200)
  const account = await house.read()
  const roleId = [...account.all('role')].find((role) => role.name === name)!.id
  const give = { type: 'give', subjectKind: 'person', subjectId: house.idOf(who), roleId, placeId: account.root.id }
  expect((await commit(house, owner, [give])).status).toBe(200)
}

/** What a browser would send from then on. */
function cookieOf(answer: { headers: Record<string, unknown> }): string {
  return (answer.headers['set-cookie'] as string[]).map((one) => one.split(';')[0]!).join('; ')
}

describe('anyone gets in as someone else', () => {
  test.each(['\u00f3riel@', 'Oriel@\u00e1', 'oriel\u200b@', 'orie\u217c@'])(
    'not by an address that looks alike: %s',
    async (begins) => {
      const typed = begins.includes('\u00e1') ? `oriel@s\u00ede${house.domain.slice(3)}` : `${begins}${house.domain}`
      const before = siege.mailbox.to('').length
      const forgotten = await stranger().post('/api/forgotten').send({ email: typed })
      expect([204, 400]).toContain(forgotten.status)
      const signIn = await stranger(1).post('/api/session').send({ email: typed, password: PASSWORD })
      expect(signIn.status).toBe(401)
      // Another reset that is asked for after it arrives, and nothing of the first ever did.
      await stranger()
        .post('/api/forgotten')
        .send({ email: `ORIEL@${house.domain.toUpperCase()}` })
        .expect(204)
      await mailed(`oriel@${house.domain}`, 'new-password')
      expect(siege.mailbox.to('').length).toBe(before + 1)
    },
  )

  test('not by an id of one’s choice: rows are made under issued ids alone, and no proof is shared', async () => {
    const other = await siege.found()
    const [owner, thief] = [await house.as('Oriel'), await other.as('Oriel', 1)]
    const { offerId, resendNumber } = await inviteAdministrator()
    const invite = {
      type: 'invite',
      name: 'Mine',
      email: `mine@${other.domain}`,
      kind: 'staff',
      standing: 'member',
      grants: [],
      seats: [],
    }
    expect(await commit(other, thief, [{ ...invite, offerId }])).toEqual({ status: 400, codes: ['bad-change'] })
    // An id that was issued, but to someone else, is as foreign.
    const preview = await owner
      .post(house.path('/previews'))
      .send({ changes: [{ ...invite, email: `two@${house.domain}` }] })
    const [issued] = preview.body.changes as [{ offerId: string }]
    expect((await commit(other, thief, [{ ...invite, offerId: issued.offerId }])).status).toBe(400)
    const tamsin = await house.as('Tamsin')
    expect((await commit(house, tamsin, [{ ...invite, offerId: issued.offerId }])).status).toBe(400)
    const tokens = [house.id, other.id].map((id) => siege.keyRing.tokenFor(provenOffer(id, offerId, resendNumber)))
    await stranger().post('/api/invitations/look').send({ token: tokens[0] }).expect(200)
    await stranger().post('/api/invitations/look').send({ token: tokens[1] }).expect(404)
  })

  test('not by redirecting an administrator’s invitation: address, telephone, slip, sending again', async () => {
    const { offerId } = await inviteAdministrator()
    await office('Rafe', { people: 'change', seats: 'add' })
    const rafe = await house.as('Rafe', 1)
    const personId = (await house.read()).get('offer', offerId)!.personId
    for (const change of [
      { type: 'correct-address', offerId, email: `rafe.two@${house.domain}` },
      { type: 'change-person', personId, phone: '+353 1 555 0100' },
      { type: 'resend', offerId },
      { type: 'withdraw', offerId },
    ]) {
      expect([change.type, await commit(house, rafe, [change])]).toEqual([
        change.type,
        { status: 422, codes: ['administrators-only'] },
      ])
    }
    await rafe.post(house.path(`/people/${personId}/first-slip`)).expect(403)
  })

  test('not by opening another’s invitation while signed in: it waits, also for whoever is here already', async () => {
    const main = [...(await house.read()).all('place')].find(({ name }) => name === 'Harbour')!
    const roleId = [...(await house.read()).all('role')].find(({ name }) => name === 'Gardener')!.id
    const { offerId, resendNumber } = await inviteAdministrator({
      standing: 'member',
      grants: [{ roleId, placeId: main.id }],
    })
    const token = siege.keyRing.tokenFor(provenOffer(house.id, offerId, resendNumber))
    const rafe = await house.as('Rafe', 1)
    const taken = await rafe.post('/api/invitations/accept').send({ token, as: 'signed-in' }).expect(200)
    expect(taken.body.waiting).toBe(true)
    const account = await house.read()
    expect(account.by('grant', 'person', house.idOf('Rafe')).filter(({ placeId }) => placeId === main.id)).toEqual([])
    expect(account.get('offer', offerId)).toMatchObject({ state: 'live', personId: house.idOf('Rafe') })
    // The session goes on as Rafe's.
    await rafe.get(house.path('/my-keys')).expect(200)
    const owner = await house.as('Oriel')
    // It was taken up at the other process; this one hears of it a moment later.
    await until(async () => {
      const { body } = await owner.get(house.path('/desk')).expect(200)
      return JSON.stringify(body.needs).includes('Gardener at Harbour')
    })
    expect((await commit(house, owner, [{ type: 'admit', personId: house.idOf('Rafe') }])).status).toBe(200)
  })

  test('not by a proof that is out of date: links, tickets and known browsers end with a password', async () => {
    const rafe = await house.as('Rafe')
    await rafe
      .post('/api/sign-in/email')
      .send({ email: `rafe.new@${house.domain}` })
      .expect(204)
    const link = await mailed(`rafe.new@${house.domain}`, 'prove-address')
    await stranger()
      .post('/api/forgotten')
      .send({ email: `rafe@${house.domain}` })
      .expect(204)
    const first = await mailed(`rafe@${house.domain}`, 'new-password')
    await stranger(1)
      .post('/api/forgotten')
      .send({ email: `rafe@${house.domain}` })
      .expect(204)
    const second = await mailed(`rafe@${house.domain}`, 'new-password', 1)
    const password = 'another long enough password'
    await stranger().post('/api/forgotten/password').send({ token: first, password }).expect(404)
    await stranger().post('/api/forgotten/password').send({ token: second, password }).expect(200)
    await stranger().post('/api/email/prove').send({ token: link }).expect(404)
    await rafe.get('/api/session').expect(401)
    const { 0: account } = [await house.read()]
    expect(account.personal(house.idOf('Rafe'), 'email')).toBe(`rafe@${house.domain}`)
  })

  test('not by a link that outlives the session that asked for it', async () => {
    const rafe = await house.as('Rafe')
    await rafe
      .post('/api/sign-in/email')
      .send({ email: `rafe.late@${house.domain}` })
      .expect(204)
    const link = await mailed(`rafe.late@${house.domain}`, 'prove-address')
    await rafe.delete('/api/session').expect(204)
    await stranger(1).post('/api/email/prove').send({ token: link }).expect(404)
  })

  test('signing in anew ends the session the browser had', async () => {
    const rafe = supertest.agent(siege.urls[0])
    const sign = () =>
      rafe
        .post('/api/session')
        .send({ email: `rafe@${house.domain}`, password: PASSWORD })
        .expect(200)
    const before = cookieOf(await sign())
    await sign()
    await stranger(1).get('/api/session').set('Cookie', before).expect(401)
  })
})

describe('around the doors', () => {
  test('a slip’s session reads no export and ends nobody’s session', async () => {
    const [owner, rafe] = [await house.as('Oriel'), await house.as('Rafe')]
    const { body } = await owner
      .post(house.path(`/people/${house.idOf('Rafe')}/slip`))
      .send({ recognised: true })
      .expect(200)
    const narrow = stranger(1)
    await narrow.post('/api/slip').send({ code: body.code }).expect(200)
    await narrow.get(house.path('/my-keys')).expect(200)
    await narrow.get(house.path(`/people/${house.idOf('Rafe')}/export`)).expect(403)
    await narrow.delete('/api/sessions').expect(403)
    await rafe.get('/api/session').expect(200)
  })

  test('a stream ends when its session ends at another process', async () => {
    const signedIn = await stranger()
      .post('/api/session')
      .send({ email: `rafe@${house.domain}`, password: PASSWORD })
    const cookie = cookieOf(signedIn)
    let opened = () => {}
    const isOpen = new Promise<void>((resolve) => (opened = resolve))
    const ended = new Promise<string>((resolve, reject) => {
      const call = httpRequest(
        `${siege.urls[0]}${house.path('/events')}`,
        { headers: { Cookie: cookie } },
        (answer) => {
          opened()
          let heard = ''
          answer.on('data', (data: Buffer) => (heard += data.toString()))
          answer.on('end', () => resolve(heard))
          answer.on('error', reject)
        },
      )
      call.on('error', reject)
      call.end()
    })
    // It is there before it is ended.
    await isOpen
    await supertest(siege.urls[1]).delete('/api/session').set('Cookie', cookie).expect(204)
    expect(await ended).toContain('signed-out')
  })

  test('whole accounts and product tokens are for whoever has just shown who they are', async () => {
    const owner = await house.as('Oriel')
    await siege.pools.work.query('UPDATE session SET proved_at_us = 0')
    expect((await owner.get(house.path('/export')).expect(403)).body.code).toBe('sign-in-again')
    expect(
      (
        await owner
          .put(house.path(`/connections/${uuidv7()}/secret`))
          .send({ token: 'x' })
          .expect(403)
      ).body.code,
    ).toBe('sign-in-again')
    expect(
      await commit(house, owner, [{ type: 'change-person', personId: house.idOf('Rafe'), standing: 'owner' }]),
    ).toEqual({ status: 403, codes: ['sign-in-again'] })
    await owner.post('/api/session/again').send({ password: PASSWORD }).expect(204)
    await owner.get(house.path('/export')).expect(200)
  })

  test('names with line ends, direction marks or nothing to see, and accounts in no currency, are refused', async () => {
    const owner = await house.as('Oriel')
    for (const name of ['Two\u2028lines', 'Left\u200eright', '\u200b\u200b', '\u00ad', 'Turned\u202eback', '  ']) {
      expect([
        name,
        (
          await commit(house, owner, [
            { type: 'make-place', parentId: (await house.read()).root.id, name, kind: 'client' },
          ])
        ).status,
      ]).toEqual([name, 400])
    }
    await stranger()
      .post('/api/sign-up')
      .send({ email: `founder@${house.domain}` })
      .expect(204)
    const token = await mailed(`founder@${house.domain}`, 'open-account')
    const whole = {
      token,
      name: 'Founder',
      accountName: 'New',
      zone: 'Europe/Dublin',
      currency: 'EUR',
      agreed: true,
      password: PASSWORD,
    }
    for (const wrong of [
      { currency: 'XX\u20ac' },
      { currency: 'XQZ' },
      { locale: '__proto__' },
      { zone: '__proto__' },
      { name: '\u200e' },
      { accountName: ' ' },
    ]) {
      const { status } = await stranger()
        .post('/api/sign-up/open')
        .send({ ...whole, ...wrong })
      expect([wrong, status >= 400 && status < 500]).toEqual([wrong, true])
    }
    await stranger().post('/api/sign-up/open').send(whole).expect(200)
  })

  test('a link that was asked for is kept nowhere', async () => {
    const owner = await house.as('Oriel')
    const link = {
      type: 'make-link',
      name: 'Autumn',
      kind: 'contractor',
      standing: 'guest',
      grants: [],
      seats: [],
      groupIds: [],
      maximumUses: 2,
      until: '2026-07-20',
    }
    expect((await commit(house, owner, [link])).status).toBe(200)
    const { id } = [...(await house.read()).all('link')][0]!
    const { body } = await owner.get(house.path(`/links/${id}/address`)).expect(200)
    const token = String(body.address).split('#')[1]!
    await stranger()
      .post('/api/come')
      .send({ token, name: 'Comer', email: `comer@${house.domain}` })
      .expect(200)
    const [rows] = await siege.pools.work.query('SELECT detail FROM login_token')
    expect(JSON.stringify(rows)).not.toContain(token.split('.')[2])
  })

  test('figures are for this machine, whoever forwards what', async () => {
    await supertest(siege.urls[0]).get('/metrics').expect(200)
    await supertest(siege.urls[0]).get('/metrics').set('X-Forwarded-For', '203.0.113.7').expect(404)
  })
})
