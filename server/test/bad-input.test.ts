import { setTimeout as sleep } from 'node:timers/promises'
import supertest from 'supertest'
import { untilDate } from '@lodge/core'
import { smallBook } from '../../core/test/small-book.ts'
import type { Running } from '../src/start.ts'
import { hashToken } from '../src/signin/key-ring.ts'
import { provenOffer } from '../src/store/tokens.ts'
import { apply, invitation, openHouse, openLodge, PASSWORD, previewOf, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})

const previews = () => owner.post(house.path('/previews'))

describe('what is sent wrongly', () => {
  test('malformed JSON, lists for objects and too much are told apart', async () => {
    const malformed = await previews().set('Content-Type', 'application/json').send('{"changes": [').expect(400)
    expect(malformed.body).toMatchObject({ code: 'bad-json', status: 400 })
    expect(malformed.headers['content-type']).toContain('application/problem+json')
    await previews()
      .send([] as never)
      .expect(400)
    const large = await previews()
      .send({ changes: [{ type: 'x'.repeat(1_200_000) }] })
      .expect(413)
    expect(large.body.detail).toBe('A request has at most 1 MiB.')
  })

  test('unknown fields and kinds, over-long names and control characters come with their path', async () => {
    const problemsOf = async (more: object) => {
      const answer = await previews()
        .send({ changes: [{ ...invitation(house), ...more }] })
        .expect(400)
      return answer.body.problems.map((one: { path: string; code: string }) => `${one.path} ${one.code}`)
    }
    expect(await problemsOf({ nickname: 'S' })).toEqual(['/changes/0/nickname unknown-field'])
    expect(await problemsOf({ type: 'fire' })).toEqual(['/changes/0/type unknown-change'])
    expect(await problemsOf({ name: 'S'.repeat(121) })).toEqual(['/changes/0/name bad-value'])
    expect(await problemsOf({ name: 'Sor\u0000rel' })).toEqual(['/changes/0/name bad-value'])
    expect(await problemsOf({ name: 'Sorrel\u202Egro' })).toEqual(['/changes/0/name bad-value'])
    expect(await problemsOf({ email: 'sorrel at firm' })).toEqual(['/changes/0/email bad-value'])
    expect(await problemsOf({ grants: [{ roleId: 'x', placeId: house.placeId('Main') }] })).toEqual([
      '/changes/0/grants/0/roleId bad-value',
    ])
    const prototype = JSON.parse('{"__proto__": {"isAdmin": true}}') as object
    expect(({} as { isAdmin?: boolean }).isAdmin).toBeUndefined()
    await previews()
      .send({ changes: [{ ...invitation(house), extra: prototype }] })
      .expect(400)
  })

  test('dates that do not exist are refused in words, not with an error', async () => {
    const shown = await previewOf(house, owner, [invitation(house, { engagementUntil: '2026-02-31' })])
    expect(shown.problems).toMatchObject([{ code: 'bad-date', path: '/until' }])
  })

  test('emails in odd case are the same address', async () => {
    await owner.delete('/api/session').expect(204)
    await owner
      .post('/api/session')
      .send({ email: ` ORIEL@${house.domain.toUpperCase()}`.trim(), password: PASSWORD })
      .expect(200)
    const shown = await previewOf(house, owner, [invitation(house, { email: `RaFe@${house.domain}` })])
    expect(shown.problems).toMatchObject([{ code: 'here-already' }])
  })

  test('an invitation cannot be taken up by the way of the office', async () => {
    const change = { type: 'accept', offerId: house.account.id, loginId: house.account.id, proven: true }
    await previews()
      .send({ changes: [change] })
      .expect(400)
  })
})

describe('tokens', () => {
  const tokenOf = async () => {
    const [rows] = await running.lodge.pools.work.query('SELECT ids FROM durable_work WHERE account_id = ?', [
      house.account.id,
    ])
    const ids = (rows as { ids: string | { offerId: string } }[]).map(({ ids: one }) =>
      typeof one === 'string' ? JSON.parse(one) : one,
    )
    return running.lodge.configuration.keyRing.tokenFor(provenOffer(house.account.id, ids.at(-1).offerId as string, 0))
  }
  const look = (token: string) => supertest(running.server).post('/api/invitations/look').send({ token })

  test('used twice, invented, withdrawn or expired get the same plain page', async () => {
    const answers: object[] = []
    const plain = async (token: string) => {
      const { requestId: _id, ...body } = (await look(token).expect(404)).body
      answers.push(body)
    }
    await apply(house, owner, [invitation(house)])
    const used = await tokenOf()
    await supertest(running.server)
      .post('/api/invitations/accept')
      .send({ token: used, password: PASSWORD })
      .expect(200)
    await plain(used)
    await plain('invented-by-someone')
    const answer = await apply(house, owner, [invitation(house, { email: `anwen@${house.domain}`, seats: [] })])
    expect(answer.status).toBe(200)
    const withdrawn = await tokenOf()
    const people = await owner.get(house.path('/people'))
    const { id } = people.body.people.find((one: { state: string }) => one.state === 'invited')
    const { offer } = (await owner.get(house.path(`/people/${id}`))).body
    await apply(house, owner, [{ type: 'withdraw', offerId: offer.id }])
    await plain(withdrawn)
    await apply(house, owner, [invitation(house, { email: `idris@${house.domain}`, seats: [] })])
    const late = await tokenOf()
    await look(late).expect(200)
    const after = untilDate('2026-06-30', 'Europe/Dublin')
    const later = await openLodge({ LODGE_NOW: new Date(after / 1000).toISOString() })
    const { requestId: _id, ...body } = (
      await supertest(later.server).post('/api/invitations/look').send({ token: late }).expect(404)
    ).body
    await later.stop()
    answers.push(body)
    expect(new Set(answers.map((one) => JSON.stringify(one))).size).toBe(1)
    expect(answers).toHaveLength(4)
  })

  test('cannot be guessed at for long', async () => {
    const strict = await openLodge({ LODGE_SIGN_IN_ATTEMPTS: '1' })
    const guess = () => supertest(strict.server).post('/api/invitations/look').send({ token: 'guess' })
    const statuses: number[] = []
    for (let tries = 0; tries < 40; tries += 1) {
      statuses.push((await guess()).status)
      if (statuses.at(-1) === 429) break
    }
    expect(statuses.at(-1)).toBe(429)
    await look('guess').expect(404)
    expect(Number((await guess()).headers['retry-after'])).toBeGreaterThan(0)
    await strict.lodge.pools.work.query('DELETE FROM rate_limit')
    await strict.stop()
  })

  test('are kept only as hashes', async () => {
    await apply(house, owner, [invitation(house)])
    const token = await tokenOf()
    const [rows] = await running.lodge.pools.work.query('SELECT token_hash FROM offer_token WHERE account_id = ?', [
      house.account.id,
    ])
    expect((rows as { token_hash: Buffer }[])[0]!.token_hash.equals(hashToken(token))).toBe(true)
  })

  test('a double click on Take it up makes one login and one person', async () => {
    await apply(house, owner, [invitation(house)])
    const token = await tokenOf()
    const take = () => supertest(running.server).post('/api/invitations/accept').send({ token, password: PASSWORD })
    const statuses = (await Promise.all([take(), take()])).map((answer) => answer.status).sort()
    expect(statuses[0]).toBe(200)
    expect([404, 409]).toContain(statuses[1])
    const people = await owner.get(house.path('/people'))
    expect(people.body.people.filter((one: { name: string }) => one.name === 'Sorrel Climber')).toMatchObject([
      { state: 'active' },
    ])
  })

  test('someone signed in with another address waits for admission, and both are shown', async () => {
    await apply(house, owner, [invitation(house)])
    const token = await tokenOf()
    const other = await house.as('Corin')
    const looked = await other.post('/api/invitations/look').send({ token }).expect(200)
    expect(looked.body).toMatchObject({ email: `sorrel@${house.domain}`, signedInAs: `corin@${house.domain}` })
    await other.post('/api/invitations/accept').send({ token, password: 'short' }).expect(422)
  })
})

describe('doing things twice and at once', () => {
  test('a double click on Apply changes things once', async () => {
    const shown = await previewOf(house, owner, [invitation(house)])
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const send = () => owner.post(house.path('/commits')).set('Idempotency-Key', 'one-click-0001').send(body)
    const [first, second] = await Promise.all([send(), send()])
    expect([first.status, second.status]).toEqual([200, 200])
    expect(second.body).toEqual(first.body)
    const third = await send()
    expect(third.status).toBe(200)
    expect(third.body).toEqual({ version: shown.version + 1 })
    const verified = await owner.get(house.path('/ledger/verification'))
    expect(verified.body.entries).toBe(shown.version + 1)
    const other = { ...body, digest: 'x'.repeat(43) }
    const reused = await owner.post(house.path('/commits')).set('Idempotency-Key', 'one-click-0001').send(other)
    expect(reused.body.code).toBe('key-reused')
  })

  test('two people changing the same person: the later one sees what moved it and by whom (model C3)', async () => {
    const admin = await house.as('Tamsin')
    const who = { subjectKind: 'person', subjectId: house.idOf('Rafe'), roleId: house.roleId('Gardener') }
    const shown = await previewOf(house, owner, [{ type: 'give', ...who, placeId: house.placeId('Corvane') }])
    // Beneath it the other gave the same meanwhile: there nothing more is gained.
    const beneath = { type: 'give', ...who, placeId: house.placeId('Harbour') }
    await apply(house, admin, [beneath]).then((answer) => expect(answer.status).toBe(200))
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const answer = await owner.post(house.path('/commits')).send(body).expect(409)
    expect(answer.body).toMatchObject({
      code: 'moved',
      movedBy: [expect.stringMatching(/^Tamsin Admin gave Rafe Gardener .*Harbour/)],
    })
    expect(answer.body.preview.version).toBe(shown.version + 1)
    const { version, digest, changes } = answer.body.preview
    await owner.post(house.path('/commits')).send({ version, digest, changes }).expect(200)
  })

  test('who only ends access is not kept waiting: it is done on what is there now, and they are told what moved (model C3)', async () => {
    const admin = await house.as('Tamsin')
    const shown = await previewOf(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
    const grant = house.account.by('grant', 'subject', `person ${house.idOf('Rafe')}`)[0]!
    await apply(house, admin, [{ type: 'take', grantId: grant.id }]).then((answer) => expect(answer.status).toBe(200))
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const answer = await owner.post(house.path('/commits')).send(body).expect(200)
    expect(answer.body).toEqual({
      version: shown.version + 2,
      movedBy: ['Tamsin Admin took Gardener at Pellworth from Rafe Gardener'],
    })
  })

  test('what someone else did elsewhere does not stand in the way', async () => {
    const admin = await house.as('Tamsin')
    const shown = await previewOf(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
    await apply(house, admin, [{ type: 'make-place', parentId: house.placeId('Corvane'), name: 'Hill', kind: 'site' }])
    await owner
      .post(house.path('/commits'))
      .send({ changes: shown.changes, version: shown.version, digest: shown.digest })
      .expect(200)
  })

  test('two at once who take the last seat: one is in, the other waits', async () => {
    await apply(house, owner, [invitation(house)])
    await apply(house, owner, [invitation(house, { email: `anwen@${house.domain}`, name: 'Anwen' })])
    const [rows] = await running.lodge.pools.work.query('SELECT offer_id FROM offer_token WHERE account_id = ?', [
      house.account.id,
    ])
    const tokens = (rows as { offer_id: string }[]).map((row) =>
      running.lodge.configuration.keyRing.tokenFor(provenOffer(house.account.id, row.offer_id, 0)),
    )
    const take = (token: string) =>
      supertest(running.server).post('/api/invitations/accept').send({ token, password: PASSWORD }).expect(200)
    const answers = await Promise.all(tokens.map(take))
    expect(answers.map((answer) => answer.body.waiting as boolean).sort()).toEqual([false, true])
  })
})

describe('signing in', () => {
  test('tells nothing of who exists, and slows down whoever guesses', async () => {
    const strict = await openLodge({ LODGE_SIGN_IN_ATTEMPTS: '3' })
    const guess = (email: string) => supertest(strict.server).post('/api/session').send({ email, password: 'wrong' })
    const known = await guess(`oriel@${house.domain}`).expect(401)
    const unknown = await guess(`nobody@${house.domain}`).expect(401)
    expect({ ...known.body, requestId: '' }).toEqual({ ...unknown.body, requestId: '' })
    await guess(`oriel@${house.domain}`).expect(401)
    await guess(`oriel@${house.domain}`).expect(401)
    const stopped = await guess(`oriel@${house.domain}`).expect(429)
    expect(Number(stopped.headers['retry-after'])).toBeGreaterThan(0)
    const [rows] = await strict.lodge.pools.work.query('SELECT `key` FROM rate_limit')
    expect(JSON.stringify(rows)).not.toContain(house.domain)
    await strict.stop()
  })

  test('the cookie is opaque, out of reach of scripts and of other sites', async () => {
    const answer = await supertest(running.server)
      .post('/api/session')
      .send({ email: `oriel@${house.domain}`, password: PASSWORD })
    const [cookie = ''] = answer.headers['set-cookie'] as unknown as string[]
    expect(cookie).toMatch(/^lodge_session=[\w-]{43};/)
    expect(cookie.toLowerCase()).toContain('httponly')
    expect(cookie.toLowerCase()).toContain('samesite=strict')
    const secure = await openLodge({ LODGE_PUBLIC_ORIGIN: 'https://porter.example' })
    const behind = await supertest(secure.server)
      .post('/api/session')
      .send({ email: `oriel@${house.domain}`, password: PASSWORD })
    expect((behind.headers['set-cookie'] as unknown as string[])[0]!.toLowerCase()).toContain('secure')
    await secure.stop()
  })

  test('another site cannot make a browser do things', async () => {
    const forged = await owner.delete('/api/session').set('Origin', 'https://evil.example').expect(403)
    expect(forged.body.code).toBe('foreign-origin')
    await owner.delete('/api/session').set('Sec-Fetch-Site', 'cross-site').expect(403)
    await owner.get('/api/session').expect(200)
    const page = await supertest(running.server).get('/api/openapi.json')
    expect(page.headers['content-security-policy']).toContain("script-src 'self'")
    expect(page.headers['content-security-policy']).not.toContain('unsafe')
  })

  test('signing out ends the session for good', async () => {
    await owner.delete('/api/session').expect(204)
    await owner.get(house.path('/people')).expect(401)
  })

  test('someone whose engagement is over finds the doors shut, whatever session they hold', async () => {
    const later = await openLodge({ LODGE_NOW: '2026-10-01T00:00:00Z' })
    const guest = await openHouse(running, (domain) => {
      const book = smallBook(domain)
      book.people[3]!.engagement = { from: '2025-01-01', until: '2026-09-30' }
      return book
    })
    const browser = supertest.agent(later.server)
    await browser
      .post('/api/session')
      .send({ email: `rafe@${guest.domain}`, password: PASSWORD })
      .expect(200)
    const shut = await browser.get(guest.path('/people')).expect(401)
    expect(shut.body.code).toBe('doors-shut')
    await later.stop()
  })
})

test('a leaver’s browsers hear that they are signed out, and their streams end', async () => {
  const { port } = running
  const rafe = await house.as('Rafe')
  const cookie = (rafe as unknown as { jar: { getCookies(info: object): { toValueString(): string }[] } }).jar
    .getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false })
    .map((one) => one.toValueString())
    .join('; ')
  const stream = await fetch(`http://127.0.0.1:${port}${house.path('/events')}`, { headers: { cookie } })
  expect(stream.headers.get('content-type')).toBe('text/event-stream')
  const reader = stream.body!.pipeThrough(new TextDecoderStream()).getReader()
  let heard = ''
  const listening = (async () => {
    for (let part = await reader.read(); !part.done; part = await reader.read()) heard += part.value
  })()
  await apply(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }]).then((answer) =>
    expect(answer.status).toBe(200),
  )
  await Promise.race([listening, sleep(60_000, undefined, { ref: false })])
  expect(heard).toContain('event: doors-shut')
  await rafe.get('/api/session').expect(401)
})
