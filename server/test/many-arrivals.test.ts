import { once } from 'node:events'
import { v7 as uuidv7 } from 'uuid'
import type { Running } from '../src/start.ts'
import { IS_WHOLE, openHouse, openLodge, ownDatabase, spawnLodge, until, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

const MANY = IS_WHOLE ? 240 : 60

let mailbox: Mailbox
let running: Running
let house: House

beforeAll(async () => {
  mailbox = await startMailbox()
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  // It takes the requests and does no work: that is the other process's.
  running = await openLodge({ ...database })
  house = await openHouse(running)
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

test('many are invited while the process that does it is killed half-way: everybody hears, twice only with one link', async () => {
  const work = {
    LODGE_DATABASE_URL: running.lodge.configuration.databaseUrl,
    LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`,
    LODGE_WORK: 'on',
  }
  const first = await spawnLodge(work)
  const owner = await house.as('Oriel')
  const address = (at: number) => `crew${at}@${house.domain}`
  const text = Array.from({ length: MANY }, (_, at) => `Crew ${at} <${address(at)}>`).join('\n')
  const { body: read } = await owner.post(house.path('/arrival-lists/read')).send({ text }).expect(200)
  const rows = read.people.map((one: Record<string, unknown>) => {
    return { line: one.line, name: one.name, email: one.email, cells: one.cells }
  })
  const defaults = { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [] }
  const asked = { rows, defaults, runId: uuidv7() }
  const { body: shown } = await owner.post(house.path('/arrival-lists/preview')).send(asked).expect(200)
  await owner
    .post(house.path('/arrival-lists/send'))
    .send({ ...asked, digest: shown.preview.digest })
    .expect(202)

  const heard = () => Array.from({ length: MANY }, (_, at) => mailbox.to(address(at)))
  await until(async () => heard().filter((messages) => messages.length > 0).length > MANY / 3)
  const gone = once(first.child, 'exit')
  first.child.kill('SIGKILL')
  await gone
  const before = heard().filter((messages) => messages.length > 0).length
  expect(before).toBeLessThan(MANY)

  const second = await spawnLodge(work)
  try {
    await until(async () => heard().every((messages) => messages.length > 0))
    const run = await until(async () => {
      const { body } = await owner.get(house.path(`/runs/${asked.runId}`)).expect(200)
      return body.state === 'done' && body
    })
    expect([run.done, run.refused]).toEqual([MANY, []])
    const twice = heard().filter((messages) => messages.length > 1)
    // One message was on its way when the process died, and no more than that.
    expect(twice.length).toBeLessThanOrEqual(1)
    for (const messages of twice) {
      const links = messages.map((one) => /invitation#([\w-]+)/.exec(one.text)![1])
      expect(new Set(links).size).toBe(1)
      expect(new Set(messages.map((one) => one.messageId)).size).toBe(1)
    }
    const { body: people } = await owner.get(house.path('/people?find=crew&count=1')).expect(200)
    expect(people.matching).toBe(MANY)
  } finally {
    const ended = once(second.child, 'exit')
    second.child.kill('SIGKILL')
    await ended
  }
})
