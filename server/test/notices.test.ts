import supertest from 'supertest'
import type { Running } from '../src/start.ts'
import { needsOf, whoMayBeNeeded } from '@lodge/core'
import { digestWorker } from '../src/work/digest.ts'
import type { WorkRow } from '../src/store/work.ts'
import { apply, goesOn, invitation, openHouse, openLodge, ownDatabase, until, type House } from './harness.ts'
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
  running.lodge.jobs.wake()
  const message = await mailbox.next(`oriel@${house.domain}`)
  expect(message.text).toMatch(/One thing needs you:\s+- Corin Client has their last day, 23 June/)
  const head = (await running.lodge.accounts.get(house.account.id))!.headHash
  expect(message.text).toContain(head)
  await look()
  running.lodge.jobs.wake()
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

describe('whoever invited hears of it (model I11)', () => {
  const address = (name: string) => `${name}@${house.domain}`
  async function accepted(by: supertest.Agent, name: string): Promise<void> {
    const content = { email: address(name), name: `${name} Reed`, seats: [] }
    expect((await apply(house, by, [invitation(house, content)])).status).toBe(200)
    running.lodge.jobs.wake()
    const token = /invitation#([\w-]+)/.exec((await mailbox.next(address(name))).text)![1]!
    await anyone().post('/api/invitations/accept').send({ token, password: 'seven quiet garden gnomes' }).expect(200)
  }
  /** Waits for a message that says something. */
  const told = (name: string, words: string) =>
    until(async () => mailbox.to(address(name)).some(({ text }) => text.includes(words)))
  const newsOf = async (browser: supertest.Agent) => (await browser.get(house.path('/notices/desk')).expect(200)).body

  test('on the Desk at once, and by mail at once, in the morning or not at all, as they wish', async () => {
    const [owner, steward] = [await house.as('Oriel'), await house.as('Mirren')]
    await accepted(steward, 'alder')
    expect((await newsOf(steward)).taken).toMatchObject([{ kind: 'accepted', name: 'alder Reed' }])
    expect((await newsOf(owner)).taken).toEqual([])
    // It waits for the morning, as nobody wished otherwise.
    await running.lodge.pools.work.query("UPDATE notice_setting SET digest_on = '2026-06-15'")
    await look()
    running.lodge.jobs.wake()
    await told('mirren', 'alder Reed accepted your invitation.')
    await steward.put(house.path('/notices')).send({ accepted: 'now' }).expect(204)
    await accepted(steward, 'birch')
    await told('mirren', 'birch Reed accepted your invitation.')
    await steward.put(house.path('/notices')).send({ accepted: 'not' }).expect(204)
    await accepted(steward, 'cedar')
    expect((await newsOf(steward)).taken.length).toBe(3)
    await steward.post(house.path('/notices/desk/seen')).send({}).expect(204)
    expect((await newsOf(steward)).taken).toEqual([])
    await steward.put(house.path('/notices')).send({ accepted: 'often' }).expect(400)
    const [sent] = (await running.lodge.pools.work.query(
      "SELECT ids FROM durable_work WHERE kind = 'tell' AND account_id = ? AND ids LIKE '%accepted%'",
      [house.account.id],
    )) as unknown as [object[]]
    expect([sent.length, mailbox.to(address('mirren')).filter(({ text }) => text.includes('cedar')).length]).toEqual([
      1, 0,
    ])
  })

  test('somebody who came in by a slip stands on the Desk of those who may confirm them, and is written of', async () => {
    const [owner, admin, member] = [await house.as('Oriel'), await house.as('Tamsin'), await house.as('Corin')]
    for (const browser of [owner, admin, member]) {
      await browser.put(house.path('/notices')).send({ helpMail: true }).expect(204)
    }
    const slipPath = house.path(`/people/${house.idOf('Mirren')}/slip`)
    const { code } = (await admin.post(slipPath).send({ recognised: true }).expect(200)).body
    expect((await newsOf(owner)).atTheDoor).toEqual([])
    const mirren = supertest.agent(running.server)
    await mirren.post('/api/slip').send({ code }).expect(200)
    const waits = { personId: house.idOf('Mirren'), name: 'Mirren Steward', issuer: 'Tamsin Admin' }
    expect((await newsOf(owner)).atTheDoor).toEqual([{ ...waits, mayCountersign: true }])
    expect((await newsOf(admin)).atTheDoor).toEqual([{ ...waits, mayCountersign: false }])
    expect((await newsOf(member)).atTheDoor).toEqual([])
    await mirren.get(house.path('/notices/desk')).expect(403)
    await told('oriel', 'Mirren Steward signed in with a sign-in slip')
    await owner
      .post(house.path(`/people/${house.idOf('Mirren')}/countersign`))
      .send({})
      .expect(200)
    expect((await newsOf(owner)).atTheDoor).toEqual([])
    // Not to the person who made the sign-in slip, nor to anyone who may not confirm it.
    const about = (name: string) =>
      mailbox.to(address(name)).filter(({ text }) => text.includes('with a sign-in slip')).length
    expect([about('oriel'), about('tamsin'), about('corin')]).toEqual([1, 0, 0])
  })
})
