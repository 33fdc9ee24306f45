import { v7 as uuidv7 } from 'uuid'
import type { Running } from '../src/start.ts'
import { apply, invitation, openHouse, openLodge, ownDatabase, until, type Browser, type House } from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

let mailbox: Mailbox
let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  mailbox = await startMailbox()
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  running = await openLodge({ LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, LODGE_WORK: 'on', ...database })
})
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})
afterAll(async () => {
  await running.stop()
  await mailbox.stop()
})

const defaults = (more: object = {}) => ({
  kind: 'contractor',
  standing: 'guest',
  grants: [{ roleId: house.roleId('Rope access'), placeId: house.placeId('Main') }],
  seats: [{ product: 'log', seatType: 'reader' }],
  groupIds: [],
  engagementUntil: '2026-09-30',
  ...more,
})
const listPath = (what: string) => house.path(`/arrival-lists/${what}`)
const email = (name: string) => `${name}@${house.domain}`

interface Row {
  line: number
  name: string
  email: string
  cells: Record<string, string>
  verdict: string
  sentence: string | null
}

async function readList(browser: Browser, text: string): Promise<Row[]> {
  const { body } = await browser.post(listPath('read')).send({ text }).expect(200)
  return body.people
}

describe('many at once (model I2)', () => {
  test('every row has its verdict, by what the asker sees', async () => {
    await apply(house, owner, [invitation(house)])
    await apply(house, owner, [{ type: 'leave', personId: house.idOf('Corin') }])
    const text = [
      `Wren New <${email('wren')}>`,
      `Rafe <${email('RAFE').toUpperCase()}>`,
      `Corin <${email('corin')}>`,
      `Sorrel <${email('sorrel')}>`,
      `Wren again, ${email('wren')}`,
      'nobody at all',
    ].join('\n')
    const rows = await readList(owner, text)
    expect(rows.map((one) => one.verdict)).toEqual(['new', 'here', 'here-before', 'invited', 'twice', 'unreadable'])
    expect(rows[1]!.sentence).toBe('Rafe Gardener is here already, active.')
    expect(rows[4]!.sentence).toBe('The same address stands in line 1; this row is left out.')
    expect(rows[5]!.sentence).toBe('No address stands in “nobody at all”.')
    // A guest of another client sees none of them, and reads no more than that they are new.
    const client = await openHouse(running)
    const stranger = await client.as('Oriel')
    const { body } = await stranger.post(client.path('/arrival-lists/read')).send({ text }).expect(200)
    expect(body.people.slice(0, 4).map((one: Row) => [one.verdict, one.sentence])).toEqual(Array(4).fill(['new', null]))
    await (await house.as('Rafe')).post(listPath('read')).send({ text: '' }).expect(200)
  })

  test('are previewed as one and sent as a run, each by its own cells; mail goes to everybody once', async () => {
    const table = [
      'Email,Name,Kind,Role,Place,Seat,Until',
      `ash@${house.domain},Ash Stone,,,,,`,
      `bay@${house.domain},Bay Reed,staff,Gardener,COR-1,log/reader,2026-12-31`,
      `fen@${house.domain},Fen Low,neither,,,,`,
      `gale@${house.domain},Gale Hill,,Nothing,,,`,
    ].join('\n')
    const rows = await readList(owner, table)
    const runId = uuidv7()
    const asked = { rows: sendable(rows), defaults: defaults(), runId }
    const { body: shown } = await owner.post(listPath('preview')).send(asked).expect(200)
    expect(shown.people.map((one: Row) => one.sentence)).toEqual([
      null,
      null,
      '“neither” is no kind; write staff, contractor or client.',
      'There is no role “Nothing”.',
    ])
    expect(shown.preview.problems).toEqual([])
    expect(shown.preview.access.people.gained).toBe(2)
    expect(shown.preview.access.effects.map((one: { placeName: string }) => one.placeName).sort()).toEqual([
      'Harbour',
      'Main',
    ])
    const body = { ...asked, digest: shown.preview.digest }
    await owner
      .post(listPath('send'))
      .send({ ...body, digest: 'x'.repeat(43) })
      .expect(409)
    const [one, other] = await Promise.all([1, 2].map(() => owner.post(listPath('send')).send(body)))
    expect([one!.status, other!.status]).toContain(202)
    await owner.post(listPath('send')).send(body).expect(202)
    const run = await until(async () => {
      const { body: state } = await owner.get(house.path(`/runs/${runId}`)).expect(200)
      return state.state === 'done' && state
    })
    expect(run).toMatchObject({ total: 2, done: 2, refused: [] })
    await mailbox.next(email('ash'))
    await mailbox.next(email('bay'))
    expect([mailbox.to(email('ash')).length, mailbox.to(email('fen')).length]).toEqual([1, 0])
    const again = await readList(owner, table)
    expect(again.map((row) => row.verdict)).toEqual(['invited', 'invited', 'new', 'new'])
    const { body: people } = await owner.get(house.path('/people')).expect(200)
    const bay = people.people.find((person: { name: string }) => person.name === 'Bay Reed')
    expect(bay).toMatchObject({ kind: 'staff', state: 'invited', until: '2026-12-31' })
  })

  test('the list of people as a file comes back in unchanged, and no cell of it is run as a formula', async () => {
    await apply(house, owner, [invitation(house, { name: '=HYPERLINK("x")' })])
    const { text } = await owner.get(house.path('/people/file.csv')).expect(200)
    expect(text).toContain('"\'=HYPERLINK(""x"")"')
    const rows = await readList(owner, text)
    const { body } = await owner.get(house.path('/people')).expect(200)
    expect(rows.map((one) => one.name)).toEqual(body.people.map((one: Row) => one.name))
    expect(rows.map((one) => one.verdict).sort()).toEqual(['here', 'here', 'here', 'here', 'here', 'invited'])
    const guest = await (await house.as('Corin')).get(house.path('/people/file.csv')).expect(200)
    expect(guest.text).not.toContain('mirren@')
  })

  test('whoever may not invite is told so in the preview, row by row nothing is sent', async () => {
    const member = await house.as('Rafe')
    const runId = uuidv7()
    const rows = sendable(await readList(owner, `ash@${house.domain}`))
    const { body } = await member.post(listPath('preview')).send({ rows, defaults: defaults(), runId }).expect(200)
    expect(body.people[0].verdict).toBe('refused')
    expect(body.people[0].sentence).toMatch(/To invite people to Main you need people: add there/)
    const run = { rows, defaults: defaults(), runId, digest: body.preview.digest }
    const answer = await member.post(listPath('send')).send(run).expect(422)
    expect(answer.body.code).toBe('nobody')
  })

  test('where seats run out, the rows beyond say so and the others are sent', async () => {
    const text = [1, 2, 3].map((at) => `Person ${at} <p${at}@${house.domain}>`).join('\n')
    const seats = [{ product: 'log', seatType: 'field' }]
    const body = { rows: sendable(await readList(owner, text)), defaults: defaults({ seats }), runId: uuidv7() }
    const { body: shown } = await owner.post(listPath('preview')).send(body).expect(200)
    // A seat that counts from admission is not taken by inviting: each row alone could have the last one.
    expect(shown.people.map((one: Row) => one.verdict)).toEqual(['new', 'new', 'new'])
    expect(shown.preview.watchOut[0].sentence).toMatch(/^2 of them would wait at the door/)
    await apply(house, owner, [
      { type: 'give-seat', personId: house.idOf('Tamsin'), product: 'log', seatType: 'field' },
    ])
    const { body: full } = await owner.post(listPath('preview')).send(body).expect(200)
    expect(full.people.map((one: Row) => one.verdict)).toEqual(['refused', 'refused', 'refused'])
    expect(full.people[0].sentence).toMatch(/No Field seat of Garden Log is empty/)
  })
})

function sendable(rows: readonly Row[]): object[] {
  return rows.map(({ line, name, email: address, cells }) => ({ line, name, email: address, cells }))
}

describe('an invitation’s life (model I3, P3)', () => {
  const change = async (type: string, more: object = {}) => {
    const { account } = (await running.lodge.accounts.get(house.account.id))!
    return { type, offerId: [...account.all('offer')].find((offer) => offer.state === 'live')!.id, ...more }
  }
  const tokenIn = (text: string) => /invitation#([\w-]+)/.exec(text)![1]!
  const look = async (token: string) => (await owner.post('/api/invitations/look').send({ token })).status

  beforeEach(async () => {
    await apply(house, owner, [invitation(house)])
  })

  test('sent again, the old link is dead and the new one opens; corrected, it goes to the right address', async () => {
    const first = tokenIn((await mailbox.next(email('sorrel'))).text)
    expect(await look(first)).toBe(200)
    expect((await apply(house, owner, [await change('resend')])).status).toBe(200)
    await until(async () => mailbox.to(email('sorrel')).length === 2)
    const second = tokenIn(mailbox.to(email('sorrel'))[1]!.text)
    expect([await look(first), await look(second)]).toEqual([404, 200])
    const taken = await apply(house, owner, [await change('correct-address', { email: email('rafe') })])
    expect(taken.body.problems[0].sentence).toBe('Rafe Gardener has this address already; look there first.')
    expect((await apply(house, owner, [await change('correct-address', { email: email('new') })])).status).toBe(200)
    const third = tokenIn((await mailbox.next(email('new'))).text)
    expect([await look(second), await look(third)]).toEqual([404, 200])
    const admin = await house.as('Tamsin')
    expect((await apply(house, admin, [await change('resend')])).status).toBe(200)
    const member = await house.as('Rafe')
    expect((await apply(house, member, [await change('resend')])).status).toBe(422)
  })

  test('declined with a word, its sender is told; nothing opens it again', async () => {
    const token = tokenIn((await mailbox.next(email('sorrel'))).text)
    const decline = { token, word: 'My ropes are worn.\r\nBcc: everybody@else.example' }
    await owner.post('/api/invitations/decline').send(decline).expect(204)
    await owner.post('/api/invitations/decline').send(decline).expect(404)
    expect(await look(token)).toBe(404)
    const told = await mailbox.next(email('oriel'))
    expect(told.text).toContain('Sorrel Climber declined your invitation.')
    // What somebody types stays in the message and never becomes a header of it.
    expect(told.text.split(/\r?\n\r?\n/)[0]).not.toContain('everybody@else.example')
    const { body } = await owner.get(house.path('/people')).expect(200)
    expect(body.people.find((one: Row) => one.name === 'Sorrel Climber')).toMatchObject({ state: 'declined' })
    expect((await apply(house, owner, [invitation(house)])).status).toBe(200)
  })
})
