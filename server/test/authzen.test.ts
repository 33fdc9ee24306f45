import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import { hashToken } from '../src/signin/key-ring.ts'
import type { Running } from '../src/start.ts'
import { smallBook } from '../../core/test/small-book.ts'
import { openHouse, openLodge, until, type House } from './harness.ts'

let running: Running
let house: House
let token: string
beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running, (domain) => {
    const book = smallBook(domain)
    book.roles.push({
      name: 'Drafter',
      areas: { 'log/photos': { level: 'change', withheld: ['export'], approval: ['change'], scope: 'own' } },
      approvers: [`mirren@${domain}`],
    })
    book.people[4]!.seats = [{ seat: 'log/field', from: '2026-01-01' }]
    book.people[4]!.grants = [{ role: 'Drafter', place: 'Corvane', from: '2026-01-01' }]
    book.people[2]!.grants!.push({ role: 'Rope access', place: 'Corvane', from: '2026-01-01' })
    return book
  })
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
  expect(answer.headers['www-authenticate']).toBe('Bearer error="invalid_token"')
  const without = await supertest(running.server).post('/access/v1/evaluation').send({}).expect(401)
  expect(without.headers['www-authenticate']).toBe('Bearer')
  const foreign = await makeProductToken(running.lodge.pools, house.account.id, 'other')
  expect((await ask({}, foreign).expect(200)).body).toEqual({ decision: false })
  for (const path of ['/access/v1/evaluation', '/access/v1/search/subject', '/products/v1/use']) {
    const other = await supertest(running.server).get(path).expect(405)
    expect(other.headers.allow).toBe('POST')
  }
})

test('what others send in their own way is taken: schemes in any case, ids of requests, members nobody here knows', async () => {
  const body = {
    ...{ subject: { ...rafe(), clearance: 7 }, action: { name: 'add', why: 'x' }, resource: main },
    ...{ tenant: 'ours', context: { ip: '192.0.2.7' } },
  }
  const asked = (scheme: string, id: string) =>
    supertest(running.server)
      .post('/access/v1/evaluation')
      .set('Authorization', `${scheme} ${token}`)
      .set('X-Request-ID', id)
      .send(body)
  for (const scheme of ['Bearer', 'bearer', 'BEARER']) {
    const id = `trace/7 (${scheme}) {x} ${'y'.repeat(170)}`
    const answer = await asked(scheme, id).expect(200)
    expect([answer.body, answer.headers['x-request-id']]).toEqual([{ decision: true }, id])
  }
  expect((await asked('Bearer', 'z'.repeat(201)).expect(200)).headers['x-request-id']).toBeUndefined()
  const several = await post('/access/v1/evaluations', {
    ...{ subject: rafe(), resource: main, options: { evaluations_semantic: 'execute_all', trace: true } },
    evaluations: [
      { action: { name: 'add' }, note: 1 },
      { action: { name: 7 } },
      'nonsense',
      null,
      { action: { name: 'see' } },
    ],
  }).expect(200)
  const answers = several.body.evaluations as {
    decision: boolean
    context?: { error: { status: number; message: string } }
  }[]
  expect(answers.map(({ decision, context }) => [decision, context?.error.status])).toEqual([
    [true, undefined],
    [false, 400],
    [false, 400],
    [false, 400],
    [true, undefined],
  ])
  expect(answers[1]!.context!.error.message).toContain('/action/name')
})

test('unknown paths for programs are told so in their terms, never with a page', async () => {
  for (const path of ['/.well-known/nothing', '/scim/v2/Users', '/api/nothing', '/access/v1/nothing', '/products/v2']) {
    const answer = await supertest(running.server).get(path).expect(404)
    expect(answer.headers['content-type']).toContain('application/problem+json')
  }
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

function post(path: string, body: object, bearer = token) {
  return supertest(running.server).post(path).set('Authorization', `Bearer ${bearer}`).send(body)
}

const rafe = () => ({ type: 'user', id: house.idOf('Rafe') })
const corin = () => ({ type: 'user', id: house.idOf('Corin') })
const main = { type: 'photos', id: 'PEL-1' }
const harbour = () => ({ type: 'photos', id: 'COR-1', properties: { owner: house.idOf('Corin') } })

test('an own-scope role counts for items of one’s own only, and what needs approval names who could give it', async () => {
  const asked = (action: string, resource: object) =>
    ask({ subject: corin(), action: { name: action }, resource }).then((answer) => answer.body as object)
  expect(await asked('add', harbour())).toEqual({ decision: true })
  expect(await asked('add', { type: 'photos', id: 'COR-1' })).toEqual({ decision: false })
  expect(await asked('add', { ...harbour(), properties: { owner: house.idOf('Rafe') } })).toEqual({ decision: false })
  expect(await asked('export', harbour())).toEqual({ decision: false })
  expect(await asked('change', harbour())).toEqual({
    decision: false,
    context: { approval: { required: true, approvers: [{ type: 'user', id: house.idOf('Mirren') }] } },
  })
})

test('reasons and limits come when asked for, and name nobody', async () => {
  const answer = await post('/access/v1/evaluation', {
    subject: rafe(),
    action: { name: 'change' },
    resource: main,
    context: { reasons: true, limits: true },
  }).expect(200)
  expect(answer.body).toEqual({
    decision: true,
    context: {
      reason_user: { en: 'Their roles give change here.' },
      reasons: [{ counts: true, level: 'change', role: 'Gardener', obstacle: null }],
      limits: {},
    },
  })
  expect(JSON.stringify(answer.body)).not.toMatch(/Oriel|Mirren/)
})

describe('evaluations (§7)', () => {
  test('take what they leave out from around them, and each is answered', async () => {
    const evaluations = [
      { resource: main },
      { resource: { type: 'photos', id: 'COR-1' } },
      { action: { name: 'see' }, resource: { type: 'drawings', id: 'PEL-1' } },
      { resource: main, subject: { type: 'user', id: 'nobody@nowhere.example' } },
    ]
    const answer = await post('/access/v1/evaluations', { subject: rafe(), action: { name: 'change' }, evaluations })
    expect(answer.body.evaluations.map((one: { decision: boolean }) => one.decision)).toEqual([
      true,
      false,
      true,
      false,
    ])
  })

  test('stop at the first no or yes where that is asked for', async () => {
    const evaluations = [{ resource: main }, { resource: { type: 'photos', id: 'COR-1' } }, { resource: main }]
    const decisions = async (evaluations_semantic: string) => {
      const options = { evaluations_semantic }
      const body = { subject: rafe(), action: { name: 'change' }, evaluations, options }
      const answer = await post('/access/v1/evaluations', body).expect(200)
      return answer.body.evaluations.map((one: { decision: boolean }) => one.decision)
    }
    expect(await decisions('execute_all')).toEqual([true, false, true])
    expect(await decisions('deny_on_first_deny')).toEqual([true, false])
    expect(await decisions('permit_on_first_permit')).toEqual([true])
  })

  test('without any is one evaluation; one that lacks a part says so and harms no other', async () => {
    const single = { subject: rafe(), action: { name: 'change' }, resource: main }
    expect((await post('/access/v1/evaluations', single).expect(200)).body).toEqual({ decision: true })
    const answer = await post('/access/v1/evaluations', { subject: rafe(), evaluations: [{ resource: main }, single] })
    expect(answer.body.evaluations).toMatchObject([
      { decision: false, context: { error: { status: 400 } } },
      { decision: true },
    ])
    const many = { ...single, evaluations: Array.from({ length: 501 }, () => ({})) }
    await post('/access/v1/evaluations', many).expect(400)
  })
})

describe('searches (§8)', () => {
  test('find subjects, resources and actions that an evaluation would allow, and no others', async () => {
    const subjects = await post('/access/v1/search/subject', {
      subject: { type: 'user' },
      action: { name: 'change' },
      resource: main,
    }).expect(200)
    const expected = [house.idOf('Rafe'), house.idOf('Mirren')].sort()
    expect(subjects.body).toEqual({
      results: expected.map((id) => ({ type: 'user', id })),
      page: { next_token: '', count: 2, total: 2 },
    })
    const resources = await post('/access/v1/search/resource', {
      subject: rafe(),
      action: { name: 'change' },
      resource: { type: 'photos' },
    }).expect(200)
    const places = [house.placeId('Pellworth'), house.placeId('Main')].sort()
    expect(resources.body.results).toEqual(places.map((id) => ({ type: 'photos', id })))
    const actions = await post('/access/v1/search/action', { subject: corin(), resource: harbour() }).expect(200)
    expect(actions.body.results).toEqual([{ name: 'see' }, { name: 'add' }])
  })

  test('page by a token that goes on after the last, whatever came or went', async () => {
    const page = async (token?: string) => {
      const search = { subject: { type: 'user' }, action: { name: 'change' }, resource: main }
      const answer = await post('/access/v1/search/subject', {
        ...search,
        page: { limit: 1, ...(token ? { token } : {}) },
      })
      return answer.body as { results: { id: string }[]; page: { next_token: string; total: number } }
    }
    const first = await page()
    const second = await page(first.page.next_token)
    expect([first.page.total, second.page.next_token]).toEqual([2, ''])
    expect([first.results[0]!.id, second.results[0]!.id]).toEqual([house.idOf('Rafe'), house.idOf('Mirren')].sort())
  })

  test('a page token that is none of ours is refused', async () => {
    const search = { subject: rafe(), action: { name: 'add' }, resource: { type: 'photos' } }
    for (const token of ['nonsense', '!!', Buffer.from('Main', 'utf8').toString('base64url')]) {
      const answer = await post('/access/v1/search/resource', { ...search, page: { token } }).expect(400)
      expect(answer.body.code).toBe('bad-page')
    }
  })

  test('of what is unknown are empty, like of what is not allowed', async () => {
    const search = {
      subject: { type: 'user' },
      action: { name: 'change' },
      resource: { type: 'photos', id: 'NOWHERE' },
    }
    expect((await post('/access/v1/search/subject', search).expect(200)).body.results).toEqual([])
    const other = { ...search, subject: { type: 'robot' }, resource: main }
    expect((await post('/access/v1/search/subject', other).expect(200)).body.results).toEqual([])
  })
})

test('the metadata names every endpoint (§9), and each answers', async () => {
  const { body } = await supertest(running.server).get('/.well-known/authzen-configuration').expect(200)
  expect(Object.keys(body)).toEqual([
    'policy_decision_point',
    'access_evaluation_endpoint',
    'access_evaluations_endpoint',
    'search_subject_endpoint',
    'search_resource_endpoint',
    'search_action_endpoint',
  ])
  for (const [name, url] of Object.entries(body as Record<string, string>)) {
    if (name === 'policy_decision_point') continue
    await supertest(running.server).post(new URL(url).pathname).send({}).expect(401)
  }
})

describe('tokens of products', () => {
  const evaluate = (bearer: string) =>
    post('/access/v1/evaluation', { subject: rafe(), action: { name: 'change' }, resource: main }, bearer)
  const make = (options: object) => makeProductToken(running.lodge.pools, house.account.id, 'log', options)

  test('may ask what their scopes say', async () => {
    const only = await make({ scopes: ['evaluate'] })
    await evaluate(only).expect(200)
    const answer = await post('/access/v1/search/action', { subject: rafe(), resource: main }, only).expect(403)
    expect(answer.headers['www-authenticate']).toContain('insufficient_scope')
  })

  test('run out, give way to the next, and one that was ended is refused within a poll', async () => {
    const old = await make({})
    await evaluate(old).expect(200)
    const [ended] = (await running.lodge.pools.work.query(
      'UPDATE product_token SET ended_at_us = 1 WHERE token_hash = ?',
      [hashToken(old)],
    )) as unknown as [{ affectedRows: number }]
    expect(ended.affectedRows).toBe(1)
    await until(async () => (await evaluate(old)).status === 401)
    const first = await make({})
    await evaluate(first).expect(200)
    await make({ rotateHours: 0 })
    // The lodge's clock stands still before the rotation's instant; a later one refuses the old token.
    const runOut = await make({ days: 0 })
    const later = await openLodge({ LODGE_NOW: new Date(Date.now() + 3_600_000).toISOString() })
    await until(async () => (await supertest(later.server).get('/readyz')).status === 200)
    const answers = [first, runOut].map((bearer) =>
      supertest(later.server).post('/access/v1/evaluation').set('Authorization', `Bearer ${bearer}`).send({}),
    )
    const statuses = (await Promise.all(answers)).map((answer) => answer.status)
    await later.stop()
    expect(statuses).toEqual([401, 401])
  })

  test('note when they were last used, and are slowed down with a time to try again', async () => {
    const strict = await openLodge({ LODGE_TOKEN_REQUESTS_PER_SECOND: '2' })
    const own = await make({})
    const once = () =>
      supertest(strict.server)
        .post('/access/v1/evaluation')
        .set('Authorization', `Bearer ${own}`)
        .send({ subject: rafe(), action: { name: 'change' }, resource: main })
    const answers = await Promise.all(Array.from({ length: 12 }, once))
    const slowed = answers.filter((answer) => answer.status === 429)
    expect(slowed.length).toBeGreaterThan(0)
    expect(slowed[0]!.headers['retry-after']).toBe('1')
    await strict.stop()
    const [rows] = (await running.lodge.pools.work.query(
      'SELECT last_used_at_us FROM product_token WHERE token_hash = ?',
      [hashToken(own)],
    )) as unknown as [{ last_used_at_us: number | null }[]]
    expect(rows[0]!.last_used_at_us).toBeGreaterThan(0)
  })
})
