import supertest from 'supertest'
import { makeProductToken } from '../src/command-line/token-command.ts'
import { hashToken } from '../src/signin/key-ring.ts'
import { unusedPort } from '../src/store/private-database.ts'
import type { Running } from '../src/start.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'
import { apply, invitation, openHouse, openLodge, ownDatabase, previewOf, until, type House } from './harness.ts'

let mailbox: Mailbox
let running: Running
let house: House

describe('the journey', () => {
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

  async function ask(token: string, place: string, action: string) {
    const answer = await supertest(running.server)
      .post('/access/v1/evaluation')
      .set('Authorization', `Bearer ${token}`)
      .send({
        subject: { type: 'user', id: `SORREL@${house.domain}` },
        action: { name: action },
        resource: { type: 'photos', id: place },
      })
      .expect(200)
    return answer.body.decision as boolean
  }

  test('one person in and out again', async () => {
    const owner = await house.as('Oriel')
    const token = await makeProductToken(running.lodge.pools, house.account.id, 'log')

    const shown = await previewOf(house, owner, [invitation(house)])
    expect(shown.problems).toEqual([])
    expect(shown.access.onceIn).toBe(true)
    expect(shown.access.effects).toMatchObject([{ kind: 'gained', personName: 'Sorrel Climber', placeName: 'Main' }])
    expect(shown.money.sums).toMatchObject({
      thisMonth: { before: 2800, after: 4200 },
      next: { before: 2800, after: 4200 },
    })
    expect(shown.money.seats).toMatchObject([
      { seatType: 'field', taken: { before: 2, after: 3 }, empty: { before: 1, after: 0 } },
    ])
    expect(shown.watchOut.map((one) => one.code)).toEqual(['mail'])

    await apply(house, owner, [invitation(house)]).then((answer) => expect(answer.status).toBe(200))
    const message = await mailbox.next(`sorrel@${house.domain}`)
    expect(message.text).toContain('Oriel Owner invites you to work with')
    const [, secret = ''] = /invitation#([\w-]+)/.exec(message.text) ?? []
    const kept = await running.lodge.pools.work.query(
      'SELECT ids FROM durable_work WHERE account_id = ? AND kind = "invitation"',
      [house.account.id],
    )
    expect(JSON.stringify(kept[0])).not.toContain(secret)

    const contractor = supertest.agent(running.server)
    const looked = await contractor.post('/api/invitations/look').send({ token: secret }).expect(200)
    expect(looked.body).toMatchObject({
      inviter: 'Oriel Owner',
      until: '2026-09-30',
      seats: ['Field seat in Garden Log'],
    })
    expect(await ask(token, 'PEL-1', 'add')).toBe(false)
    await contractor
      .post('/api/invitations/accept')
      .send({ token: secret, password: 'ropes and more ropes' })
      .expect(200)
    const keys = await contractor.get(house.path('/my-keys')).expect(200)
    expect(keys.body.keys).toMatchObject([{ name: 'Main', path: ['Pellworth', 'Main'] }])
    expect(keys.body.keys[0].keys[0].why.routes).toMatchObject([{ counts: true, role: 'Rope access', place: 'Main' }])

    await supertest(running.server).post('/api/invitations/look').send({ token: secret }).expect(404)
    expect(await ask(token, 'PEL-1', 'add')).toBe(true)
    expect(await ask(token, house.placeId('Main'), 'add')).toBe(true)
    expect(await ask(token, 'PEL-1', 'change')).toBe(false)
    expect(await ask(token, 'COR-1', 'add')).toBe(false)

    const sheet = await owner.get(house.path(`/places/${house.placeId('Main')}`)).expect(200)
    expect(sheet.body.insiders.map((one: { name: string }) => one.name)).toContain('Sorrel Climber')
    const people = await owner.get(house.path('/people')).expect(200)
    const sorrel = people.body.people.find((one: { name: string }) => one.name === 'Sorrel Climber')
    expect(sorrel).toMatchObject({ state: 'active', seats: ['Field'], reach: { level: 'add', places: 1 } })

    const left = await apply(house, owner, [{ type: 'leave', personId: sorrel.id }])
    expect(left.status).toBe(200)
    await contractor.get(house.path('/my-keys')).expect(401)
    expect(await ask(token, 'PEL-1', 'add')).toBe(false)
    const after = await previewOf(house, owner, [
      invitation(house, { email: `next@${house.domain}`, name: 'Next Climber' }),
    ])
    expect(after.money.seats[0]).toMatchObject({ taken: { before: 2, after: 3 } })
    expect(after.watchOut.map((one) => one.code)).toContain('charged-twice')

    const ledger = await owner.get(house.path('/ledger')).expect(200)
    const told = ledger.body.entries.map(
      (one: { actor: string; sentences: string[] }) => `${one.actor} ${one.sentences.join()}`,
    )
    expect(told).toEqual([
      'Oriel Owner ended the access of Sorrel Climber',
      'Sorrel Climber accepted their invitation',
      'Oriel Owner invited Sorrel Climber as a guest, offering Rope access at Main and a Field seat in Garden Log, until 30 September',
      expect.stringContaining('opened the account'),
    ])
    const verified = await owner.get(house.path('/ledger/verification')).expect(200)
    expect(verified.body).toMatchObject({ ok: true, entries: 4 })
    expect(hashToken(secret)).toHaveLength(32)
  })
})

interface WorkState {
  id: string
  attempts: number
  state: string
  last_error: string | null
}

async function workRow({ lodge }: Running, house: House): Promise<WorkState> {
  const sql = "SELECT id, attempts, state, last_error FROM durable_work WHERE account_id = ? AND kind = 'invitation'"
  const [[row]] = (await lodge.pools.work.query(sql, [house.account.id])) as unknown as [[WorkState]]
  return row
}

describe('the mail server away', () => {
  test('the message waits and comes once it is back, with one Message-ID and one link', async () => {
    const port = await unusedPort()
    const running = await openLodge({ LODGE_SMTP_URL: `smtp://127.0.0.1:${port}`, LODGE_WORK: 'on' })
    const house = await openHouse(running)
    const owner = await house.as('Oriel')
    await apply(house, owner, [invitation(house)])
    const row = await until(async () => {
      const found = await workRow(running, house)
      return found.attempts > 0 && found.last_error !== null && found
    })
    expect(row.state).toBe('waiting')
    const mailbox = await startMailbox(port)
    const address = `sorrel@${house.domain}`
    const message = await mailbox.next(address)
    expect(message.messageId).toBe(`<${row.id}@localhost>`)
    await until(async () => (await workRow(running, house)).state === 'done')
    // Delivered once more, as after a crash between sending and noting it: the same Message-ID and link.
    await running.lodge.pools.work.query("UPDATE durable_work SET state = 'waiting', due_at_us = 0 WHERE id = ?", [
      row.id,
    ])
    await until(async () => mailbox.to(address).length === 2)
    const [first, second] = mailbox.to(address)
    expect(second!.messageId).toBe(first!.messageId)
    expect(/invitation#[\w-]{40,}/.exec(second!.text)?.[0]).toBe(/invitation#[\w-]{40,}/.exec(first!.text)![0])
    await running.stop()
    await mailbox.stop()
  })
})
