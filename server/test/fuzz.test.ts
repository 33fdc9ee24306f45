import supertest from 'supertest'
import { schemaOf } from '@lodge/core'
import { ROUTES } from '../src/app.ts'
import type { Running } from '../src/start.ts'
import { openHouse, openLodge, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser
beforeAll(async () => {
  running = await openLodge()
  house = await openHouse(running)
  owner = await house.as('Oriel')
})
afterAll(() => running.stop())

type Schema = Record<string, unknown>

/** A generator of its own, so that what failed can be asked again. */
function randomOf(seed: number) {
  let state = seed
  return (below: number) => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0
    return Math.floor((state / 2 ** 32) * below)
  }
}

const HOSTILE: readonly unknown[] = [
  ...[
    null,
    true,
    0,
    -1,
    1e308,
    2 ** 53,
    '',
    ' ',
    '\u0000',
    '\ud800',
    'toString',
    'constructor',
    '__proto__',
    'hasOwnProperty',
  ],
  ...[
    '2026-06-31',
    '0000-00-00',
    '9999-12-31',
    '2026-06-16T25:00Z',
    '2026-06-16T09:00:00+99:00',
    '-271821-04-20',
    '2026-13',
    'null',
  ],
  ...[
    'a'.repeat(5_000),
    '\u202e',
    '%00',
    '../../x',
    "' OR 1=1 --",
    '{}',
    [],
    {},
    [null],
    [[]],
    [[[[]]]],
    { toString: 1 },
    { length: -1 },
  ],
  ...[JSON.parse('{"__proto__": {"x": 1}}'), JSON.parse('{"constructor": {"prototype": 1}}')],
]

/** What fits a schema, with something hostile in a place of it now and then. */
function valueFor(schema: Schema, defs: Record<string, Schema>, random: (below: number) => number, depth = 0): unknown {
  if (random(6) === 0 || depth > 6) return HOSTILE[random(HOSTILE.length)]
  if (typeof schema.$ref === 'string')
    return valueFor(defs[schema.$ref.split('/').at(-1)!] ?? {}, defs, random, depth + 1)
  if (Array.isArray(schema.anyOf)) return valueFor(schema.anyOf[random(schema.anyOf.length)], defs, random, depth + 1)
  if (Array.isArray(schema.oneOf)) {
    const kinds = Object.entries((schema.discriminator as { mapping: Record<string, string> }).mapping)
    const [type, $ref] = kinds[random(kinds.length)]!
    const value = valueFor({ $ref }, defs, random, depth + 1)
    return typeof value === 'object' && value !== null && !Array.isArray(value) ? { ...value, type } : value
  }
  if (Array.isArray(schema.enum)) return schema.enum[random(schema.enum.length)]
  if (schema.type === 'object' || schema.properties) {
    const entries = Object.entries((schema.properties ?? {}) as Record<string, Schema>)
    return Object.fromEntries(entries.map(([name, one]) => [name, valueFor(one, defs, random, depth + 1)]))
  }
  if (schema.type === 'array') {
    return Array.from({ length: random(3) }, () => valueFor((schema.items ?? {}) as Schema, defs, random, depth + 1))
  }
  if (schema.type === 'integer' || schema.type === 'number') return random(100)
  if (schema.type === 'boolean') return random(2) === 0
  if (schema.format === 'uuid') return someId(random)
  return ['name', 'someone@firm.example', '2026-07-01', 'see', 'log', '+353 1 555'][random(6)]
}

function someId(random: (below: number) => number): string {
  const account = house.account
  const ids = [account.root.id, house.idOf('Rafe'), house.roleId('Gardener'), [...account.all('grant')][0]!.id]
  return [...ids, '01900000-0000-7000-8000-000000000000'][random(5)]!
}

/** What would end the account, the session or the test itself is asked by nobody who means it. */
const LEFT_OUT = /\/close$|\/api\/session$|\/api\/sessions|events$/
const TRIES = Number(process.env.LODGE_FUZZ_TRIES ?? 5)

test('no operation answers 5xx, whatever is sent to it, signed in or not', async () => {
  const random = randomOf(20_261_130)
  const stranger = supertest.agent(running.server)
  const failed: string[] = []
  let asked = 0
  for (const route of ROUTES) {
    if (LEFT_OUT.test(route.path)) continue
    const schema = route.body && (schemaOf(route.body) as Schema)
    for (let at = 0; at < TRIES; at += 1) {
      const path = route.path
        .replace('{accountId}', random(8) === 0 ? 'toString' : house.account.id)
        .replaceAll(/\{\w+\}/g, () =>
          encodeURIComponent(random(3) === 0 ? ['%00', 'x', '..', '__proto__'][random(4)]! : someId(random)),
        )
      const query = Object.keys(route.query ?? {}).map(
        (name) =>
          `${name}=${encodeURIComponent(String(random(2) ? someId(random) : HOSTILE[random(20)]).replaceAll('\ud800', '?'))}`,
      )
      const browser = random(5) === 0 ? stranger : owner
      const request = browser[route.method](query.length > 0 ? `${path}?${query.join('&')}` : path)
      const body = schema && valueFor(schema, (schema.$defs ?? {}) as Record<string, Schema>, random)
      const answer = await (body === undefined
        ? request
        : request.set('Content-Type', 'application/json').send(JSON.stringify(body)))
      asked += 1
      if (answer.status >= 500)
        failed.push(
          `${route.method} ${path}?${query.join('&')} ${JSON.stringify(body)?.slice(0, 300)} → ${answer.status}`,
        )
    }
  }
  expect([...new Set(failed.map((one) => one.slice(0, 160)))].slice(0, 30)).toEqual([])
  expect(asked).toBeGreaterThan(75 * TRIES)
})

test('no change of any kind answers 5xx in a preview or a docket', async () => {
  const { CHANGE_TYPES, shapeOfChange } = await import('@lodge/core')
  const random = randomOf(7)
  const failed: string[] = []
  for (const type of CHANGE_TYPES) {
    const schema = schemaOf(shapeOfChange(type)!) as Schema
    for (let at = 0; at < TRIES; at += 1) {
      const change = valueFor(schema, (schema.$defs ?? {}) as Record<string, Schema>, random)
      const whole =
        typeof change === 'object' && change !== null && !Array.isArray(change) ? { ...change, type } : change
      for (const [method, path] of [
        ['post', '/previews'],
        ['put', '/docket'],
      ] as const) {
        const answer = await owner[method](house.path(path))
          .set('Content-Type', 'application/json')
          .send(JSON.stringify({ changes: [whole] }))
        if (answer.status >= 500) failed.push(`${method} ${JSON.stringify(whole).slice(0, 400)} → ${answer.status}`)
      }
    }
  }
  await owner.put(house.path('/docket')).send({ changes: [] })
  expect(failed).toEqual([])
})

test('deep, broken and foreign bodies are refused by one reader', async () => {
  const deep = '['.repeat(100_000) + ']'.repeat(100_000)
  for (const body of [
    deep,
    `{"changes": ${deep}}`,
    '{"changes":[null]}',
    '{"changes":[{"__proto__":{}}]}',
    '{',
    'null',
    '"x"',
    '[]',
  ]) {
    const answer = await owner.post(house.path('/previews')).set('Content-Type', 'application/json').send(body)
    expect([body.slice(0, 40), answer.status]).toEqual([body.slice(0, 40), 400])
  }
})
