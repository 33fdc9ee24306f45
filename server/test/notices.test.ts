import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { needsOf, whoMayBeNeeded } from '@lodge/core'
import { digestWorker } from '../src/work/digest.ts'
import type { WorkRow } from '../src/store/work.ts'
import { apply, goesOn, openHouse, openLodge, ownDatabase, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

let mailbox: Mailbox
let running: Running
let house: House

beforeAll(async () => {
  mailbox = await startMailbox()
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  running = await openLodge({ LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, LODGE_WORK: 'on', ...database })
  house = await openHouse(running)
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const anyone = () => supertest(running.server)
const look = () => {
  const row = { id: 'x', accountId: house.account.id, kind: 'digest', ids: {}, attempts: 1, leaseId: 'x' } as WorkRow
  return digestWorker(running.lodge)(row, goesOn)
}

async function digestsToSend(): Promise<{ ids: string }[]> {
  const [found] = (await running.lodge.pools.work.query(
    "SELECT ids FROM durable_work WHERE kind = 'digest-mail' AND account_id = ? ORDER BY created_at_us",
    [house.account.id],
  )) as unknown as [{ ids: string }[]]
  return found
}

test('the morning’s message says what needs whom, once a day, to those it needs alone, and can be stopped', async () => {
  // Nothing needs anybody: nobody hears anything.
  expect(await look()).toEqual({ againInSeconds: expect.any(Number) })
  const owner = await house.as('Oriel')
  await apply(house, owner, [{ type: 'change-person', personId: house.idOf('Corin'), engagementUntil: '2026-06-20' }])
  // It was said a week before, and will be the day before.
  await look()
  expect(await digestsToSend()).toEqual([])
  await apply(house, owner, [{ type: 'change-person', personId: house.idOf('Corin'), engagementUntil: '2026-06-23' }])
  const { account } = (await running.lodge.accounts.get(house.account.id))!
  const now = running.lodge.clock.now()
  const needed = [...account.all('person')].filter((person) => needsOf(account, person.id, now).length > 0)
  // Anyone who is needed is among those looked at.
  const looked = whoMayBeNeeded(account, now)
  expect(needed.every((person) => looked.includes(person.id))).toBe(true)
  expect(looked).not.toContain(house.idOf('Rafe'))
  expect(needed.map((person) => account.nameOf(person.id)).sort()).toEqual(['Oriel Owner', 'Tamsin Admin'])
  await look()
  running.lodge.workshop.wake()
  const message = await mailbox.next(`oriel@${house.domain}`)
  expect(message.text).toMatch(/One thing needs you:\s+- Corin Client has their last day, 23 June/)
  const head = (await running.lodge.accounts.get(house.account.id))!.headHash
  expect(message.text).toContain(head)
  await look()
  running.lodge.workshop.wake()
  await mailbox.next(`tamsin@${house.domain}`)
  expect([mailbox.to(`oriel@${house.domain}`).length, mailbox.to(`rafe@${house.domain}`).length]).toEqual([1, 0])

  const token = /no-digest#([\w.-]+)/.exec(message.text)![1]!
  await anyone()
    .post('/api/digest/stop')
    .send({ token: `${token}x` })
    .expect(404)
  await anyone().post('/api/digest/stop').send({ token }).expect(204)
  expect((await owner.get(house.path('/notices')).expect(200)).body.digest).toBe(false)
  await running.lodge.pools.work.query("UPDATE notice_setting SET digest_on = '2026-06-15'")
  await look()
  const waiting = await digestsToSend()
  const third = waiting.map((one) => JSON.stringify(one.ids)).slice(2)
  expect(third.length).toBe(1)
  expect(third[0]).toContain(house.idOf('Tamsin'))
  await owner.put(house.path('/notices')).send({ digest: true }).expect(204)
})

test('the calendar stands behind an address that can be cut, shows what its owner sees, and shuts with their doors', async () => {
  const admin = await house.as('Tamsin')
  expect((await admin.get(house.path('/notices')).expect(200)).body.calendar).toBeNull()
  const { body } = await admin.post(house.path('/notices/calendar')).send({}).expect(200)
  const path = new URL(body.calendar).pathname
  const { text, headers } = await anyone().get(path).expect(200)
  expect(headers['content-type']).toContain('text/calendar')
  expect(text).toMatch(/^BEGIN:VCALENDAR\r\nVERSION:2.0\r\n/)
  expect(text).toContain('SUMMARY:Corin Client ends')
  expect(text).toMatch(/DTSTART;VALUE=DATE:20260623/)
  const member = await house.as('Rafe')
  const theirs = new URL((await member.post(house.path('/notices/calendar')).send({}).expect(200)).body.calendar)
    .pathname
  expect((await anyone().get(theirs).expect(200)).text).not.toContain('Corin')
  await anyone()
    .get(path.replace(house.idOf('Tamsin'), house.idOf('Oriel')))
    .expect(404)
  await anyone().get('/api/calendar/nothing.ics').expect(404)
  const { body: next } = await admin.post(house.path('/notices/calendar')).send({}).expect(200)
  await anyone().get(path).expect(404)
  await anyone().get(new URL(next.calendar).pathname).expect(200)
  const owner = await house.as('Oriel')
  await apply(house, owner, [{ type: 'leave', personId: house.idOf('Rafe') }])
  await anyone().get(theirs).expect(404)
})
