import type { Running } from '../src/start.ts'
import { apply, openHouse, openLodge, ownDatabase, until, type Browser, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

let mailbox: Mailbox
let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  mailbox = await startMailbox()
  const mail = { LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, LODGE_WORK: 'on' }
  running = await openLodge({ ...mail, LODGE_DATABASE_URL: await ownDatabase() })
})
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const email = (name: string) => `${name}@${house.domain}`

describe('looks of the list of people', () => {
  const view = {
    name: 'Ends soon',
    find: 'contractor',
    sort: 'until',
    columns: ['reach', 'cost'],
    filters: 'presence=before',
  }

  test('are one’s own, are replaced by name, and are let go', async () => {
    await owner.post(house.path('/people-views')).send(view).expect(204)
    await owner
      .post(house.path('/people-views'))
      .send({ ...view, find: 'client' })
      .expect(204)
    expect((await owner.get(house.path('/people-views')).expect(200)).body.views).toEqual([{ ...view, find: 'client' }])
    const admin = await house.as('Tamsin')
    expect((await admin.get(house.path('/people-views')).expect(200)).body.views).toEqual([])
    await owner.post(house.path('/people-views/dropped')).send({ name: 'Ends soon' }).expect(204)
    expect((await owner.get(house.path('/people-views')).expect(200)).body.views).toEqual([])
    await owner
      .post(house.path('/people-views'))
      .send({ ...view, name: '' })
      .expect(400)
  })

  test('tell what each costs and when they came in last, to whoever may know', async () => {
    const rafe = await house.as('Rafe')
    await rafe.get('/api/session').expect(200)
    const ids = [house.idOf('Rafe'), house.idOf('Corin')]
    const { seen } = (await owner.post(house.path('/people-seen')).send({ ids }).expect(200)).body
    expect(Object.keys(seen)).toEqual([house.idOf('Rafe')])
    expect((await rafe.post(house.path('/people-seen')).send({ ids }).expect(200)).body.seen).toHaveProperty(ids[0]!)
    const list = (await owner.get(house.path('/people?costs=1&find=rafe')).expect(200)).body.people
    expect(list).toMatchObject([{ monthMinor: expect.any(Number), lastUse: null }])
    expect((await owner.get(house.path('/people?find=rafe')).expect(200)).body.people[0]).not.toHaveProperty(
      'monthMinor',
    )
  })
})

describe('messages to people', () => {
  const text = 'Hello {name},\nthe van is at {account} until {until}. {else}'
  const send = (browser: Browser, names: string[], more: object = {}) =>
    browser
      .post(house.path('/messages'))
      .send({ ids: names.map(house.idOf), subject: 'The van, {name}', text, ...more })

  test('go to each by themselves, with what is theirs in them, and are noted at the person', async () => {
    expect((await send(owner, ['Rafe', 'Mirren']).expect(200)).body).toEqual({ sent: 2, left: 0 })
    const mail = await mailbox.next(email('rafe'))
    expect(mail.text).toContain('Hello Rafe Gardener,')
    expect(mail.text).toMatch(/Subject: The van, Rafe Gardener/)
    expect(mail.text).toContain('{else}')
    expect(mailbox.to(email('rafe'))).toHaveLength(1)
    // Noted once it was sent, which its reader may be quicker than.
    const events = await until(async () => {
      const [found] = (await running.lodge.pools.work.query(
        "SELECT detail FROM event WHERE account_id = ? AND person_id = ? AND kind = 'message-sent'",
        [house.account.id, house.idOf('Rafe')],
      )) as unknown as [{ detail: unknown }[]]
      return found.length > 0 && found
    })
    expect(JSON.stringify(events)).not.toContain('van')
    expect(events).toHaveLength(1)
  })

  test('are for the office and for managers; nobody writes a header, or to whoever they may not', async () => {
    const rafe = await house.as('Rafe')
    await send(rafe, ['Oriel']).expect(400)
    await apply(house, owner, [{ type: 'change-person', personId: house.idOf('Corin'), managerId: house.idOf('Rafe') }])
    expect((await send(rafe, ['Corin', 'Oriel']).expect(200)).body).toEqual({ sent: 1, left: 1 })
    await send(owner, ['Rafe'], { subject: 'Hello\r\nBcc: all@else.example' }).expect(400)
    await send(owner, ['Rafe'], { text: '' }).expect(400)
  })

  test('go once, however often and however many at once the same request comes', async () => {
    const again = (subject: string) =>
      send(owner, ['Rafe', 'Mirren', 'Rafe'], { subject }).set('Idempotency-Key', 'the-van-of-june')
    const both = await Promise.all([again('Once'), again('Once')])
    const third = await again('Once')
    expect([...both, third].map(({ status, body }) => [status, body])).toEqual(
      Array.from({ length: 3 }, () => [200, { sent: 2, left: 0 }]),
    )
    const [[{ kept }]] = (await running.lodge.pools.work.query(
      'SELECT COUNT(*) AS kept FROM message WHERE account_id = ? AND subject = ?',
      [house.account.id, 'Once'],
    )) as unknown as [[{ kept: number }]]
    expect(kept).toBe(1)
    const other = await again('Another')
    expect([other.status, other.body.code]).toEqual([422, 'key-reused'])
  })

  test('are kept for the next time by the office', async () => {
    const kept = { name: 'Van', subject: 'The van', text }
    await owner.post(house.path('/message-templates')).send(kept).expect(204)
    expect((await owner.get(house.path('/message-templates')).expect(200)).body.templates).toEqual([kept])
    const rafe = await house.as('Rafe')
    await rafe.post(house.path('/message-templates')).send(kept).expect(403)
    expect((await rafe.get(house.path('/message-templates')).expect(200)).body.templates).toEqual([])
  })
})

describe('telling those whom a change concerns (model I8)', () => {
  const give = () => ({
    type: 'give',
    subjectKind: 'person',
    subjectId: house.idOf('Rafe'),
    roleId: house.roleId('Rope access'),
    placeId: house.placeId('Helipad'),
  })
  const commit = async (tell?: string) => {
    const { changes, version, digest } = (
      await owner
        .post(house.path('/previews'))
        .send({ changes: [give()] })
        .expect(200)
    ).body
    return owner.post(house.path('/commits')).send({ changes, version, digest, ...(tell ? { tell } : {}) })
  }
  const notices = async (browser: Browser) => (await browser.get(house.path('/notices/mine')).expect(200)).body.notices

  test('by mail now: they find it in the application too, until they have looked', async () => {
    expect((await commit('now')).status).toBe(200)
    const rafe = await house.as('Rafe')
    expect(await notices(rafe)).toMatchObject([{ by: expect.any(String), on: '2026-06-16' }])
    expect((await mailbox.next(email('rafe'))).text).toContain('/my-keys')
    await rafe.post(house.path('/notices/mine/seen')).send({}).expect(204)
    expect(await notices(rafe)).toEqual([])
    expect(await notices(owner)).toEqual([])
  })

  test('in the morning’s mail, or not at all', async () => {
    expect((await commit('loudly')).status).toBe(400)
    expect((await commit('digest')).status).toBe(200)
    await running.lodge.pools.work.query(
      "UPDATE durable_work SET due_at_us = 0 WHERE kind = 'digest' AND account_id = ?",
      [house.account.id],
    )
    const { text } = await mailbox.next(email('rafe'))
    expect(text).toMatch(/Your access was changed by Oriel Owner\./)
    expect(text).not.toContain('/desk')
  })
})
