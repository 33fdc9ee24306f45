import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import type { Running } from '../src/start.ts'
import { openHouse, openLodge, type House } from './harness.ts'

let running: Running
let house: House
let token: string
beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running)
  token = await makeProductToken(running.lodge.pools, house.account.id, 'log')
})
afterAll(() => running.stop())

function ask(more: { subject?: object; action?: object; resource?: object } = {}, bearer = token) {
  return supertest(running.server)
    .post('/access/v1/evaluation')
    .set('Authorization', `Bearer ${bearer}`)
    .send({
      subject: { type: 'user', id: house.idOf('Rafe') },
      action: { name: 'change' },
      resource: { type: 'photos', id: 'PEL-1', properties: { owner: house.idOf('Rafe') } },
      ...more,
    })
}

test('answers by person id or email, place id or reference, level or action of the sheet', async () => {
  const decide = async (more: object) => (await ask(more).expect(200)).body
  expect(await decide({})).toEqual({ decision: true })
  expect(await decide({ subject: { type: 'user', id: `rafe@${house.domain}` } })).toEqual({ decision: true })
  expect(await decide({ resource: { type: 'photos', id: house.placeId('Main') } })).toEqual({ decision: true })
  expect(await decide({ action: { name: 'export' } })).toEqual({ decision: true })
  expect(await decide({ action: { name: 'run' } })).toEqual({ decision: false })
  expect(await decide({ resource: { type: 'drawings', id: 'PEL-1' } })).toEqual({ decision: false })
  expect(await decide({ resource: { type: 'photos', id: 'COR-1' } })).toEqual({ decision: false })
})

test('what is unknown gets no, like what is not allowed', async () => {
  const no = { decision: false }
  expect((await ask({ subject: { type: 'user', id: 'nobody@nowhere.example' } })).body).toEqual(no)
  expect((await ask({ subject: { type: 'robot', id: house.idOf('Rafe') } })).body).toEqual(no)
  expect((await ask({ action: { name: 'fly' } })).body).toEqual(no)
  expect((await ask({ resource: { type: 'porter/people', id: 'PEL-1' } })).body).toEqual(no)
  const other = await openHouse(running)
  expect((await ask({ subject: { type: 'user', id: other.idOf('Rafe') } })).body).toEqual(no)
})

test('a token is asked for, and one of another product answers for that product only', async () => {
  const answer = await ask({}, 'lodge_invented_token_of_nobody').expect(401)
  expect(answer.headers['www-authenticate']).toBe('Bearer')
  const foreign = await makeProductToken(running.lodge.pools, house.account.id, 'other')
  expect((await ask({}, foreign).expect(200)).body).toEqual({ decision: false })
  await supertest(running.server).get('/access/v1/evaluation').expect(405)
})

test('requests that do not fit are said to be so, and the request id comes back', async () => {
  const answer = await ask({ subject: { type: 'user' } })
    .set('X-Request-ID', 'abc-123')
    .expect(400)
  expect(answer.body.detail).toContain('/subject')
  expect(answer.headers['x-request-id']).toBe('abc-123')
  await supertest(running.server)
    .post('/access/v1/evaluation')
    .set('Authorization', `Bearer ${token}`)
    .set('Content-Type', 'application/json')
    .send('{')
    .expect(400)
  await ask({ action: { name: 'x'.repeat(600_000) } }).expect(413)
})
