import supertest from 'supertest'
import { v7 as uuidv7 } from 'uuid'
import type { Running } from '../src/start.ts'
import {
  apply,
  invitation,
  openHouse,
  openLodge,
  ownDatabase,
  previewOf,
  until,
  type Browser,
  type House,
} from './harness.ts'
import { startMailbox, type Mailbox } from './mailbox.ts'

let mailbox: Mailbox
let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  mailbox = await startMailbox()
  const database = { LODGE_DATABASE_URL: await ownDatabase() }
  running = await openLodge({
    LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`,
    LODGE_WORK: 'on',
    LODGE_SIGN_IN_ATTEMPTS: '1000',
    ...database,
  })
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
    expect(rows[1]!.sentence).toBe('Rafe Gardener is already here, active.')
    expect(rows[4]!.sentence).toBe('Line 1 has the same email address. This row is left out.')
    expect(rows[5]!.sentence).toBe('There is no email address in “nobody at all”.')
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
      '“neither” is not a kind. Write staff, contractor or client.',
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
    // Those who match, with the columns that are shown.
    const some = await owner.get(house.path('/people/file.csv?find=rafe&columns=reach,until,__proto__')).expect(200)
    const [header, ...found] = some.text.trim().split('\r\n')
    expect([header, found.length]).toEqual(['name,email,kind,employer,state,access,until', 1])
    const guest = await (await house.as('Corin')).get(house.path('/people/file.csv')).expect(200)
    expect(guest.text).not.toContain('mirren@')
  })

  test('whoever may not invite is told so in the preview, row by row nothing is sent', async () => {
    const member = await house.as('Rafe')
    const runId = uuidv7()
    const rows = sendable(await readList(owner, `ash@${house.domain}`))
    const { body } = await member.post(listPath('preview')).send({ rows, defaults: defaults(), runId }).expect(200)
    expect(body.people[0].verdict).toBe('refused')
    expect(body.people[0].sentence).toMatch(/To invite people to Main you need the right to invite people there/)
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
    expect(shown.preview.watchOut[0].sentence).toMatch(/^2 of them would have to wait/)
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
    expect(taken.body.problems[0].sentence).toBe('Rafe Gardener already has this email address. Look there first.')
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
    // What someone types stays in the message and never becomes a header of it.
    expect(told.text.split(/\r?\n\r?\n/)[0]).not.toContain('everybody@else.example')
    const { body } = await owner.get(house.path('/people?presence=before')).expect(200)
    expect(body.people.find((one: Row) => one.name === 'Sorrel Climber')).toMatchObject({ state: 'declined' })
    expect((await apply(house, owner, [invitation(house)])).status).toBe(200)
  })
})

describe('mailboxes as they are', () => {
  const invite = (name: string) =>
    apply(house, owner, [invitation(house, { email: email(name), name: `${name} Reed` })])
  const stateOf = async (name: string) =>
    (await owner.get(house.path(`/people?find=${encodeURIComponent(email(name))}`)).expect(200)).body.people[0]

  test('one that is busy at first is tried again; one that refuses for good is as if the message had come back', async () => {
    await invite('grey')
    await invite('gone')
    expect((await mailbox.next(email('grey'))).text).toContain('/invitation#')
    await until(async () => (await stateOf('gone')).bounced)
    expect((await stateOf('grey')).bounced).toBe(false)
    expect(mailbox.to(email('gone'))).toEqual([])
  })

  test('two who take the same invitation up at once make one login and one person', async () => {
    await invite('twin')
    const token = /invitation#([\w-]+)/.exec((await mailbox.next(email('twin'))).text)![1]!
    const take = (word: string) =>
      supertest(running.server)
        .post('/api/invitations/accept')
        .send({ token, password: `${word} quiet garden gnomes` })
    const answers = await Promise.all(['seven', 'eleven', 'thirteen'].map(take))
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 404, 404])
    const [logins] = (await running.lodge.pools.work.query('SELECT COUNT(*) AS n FROM login WHERE email = ?', [
      email('twin'),
    ])) as unknown as [{ n: number }[]]
    expect([logins[0]!.n, (await stateOf('twin')).state]).toEqual([1, 'active'])
  })

  test('known and unknown addresses take the same time to be refused, and to be sent a link', async () => {
    const took = async (path: string, body: object) => {
      const started = performance.now()
      await supertest(running.server).post(path).send(body)
      return performance.now() - started
    }
    const compare = async (path: string, body: (address: string) => object) => {
      const [known, unknown]: [number[], number[]] = [[], []]
      // Turn by turn, so that whatever else the machine does falls on both.
      for (let round = 0; round < 15; round += 1) {
        known.push(await took(path, body(email('Rafe'))))
        unknown.push(await took(path, body(email(`stranger${round}`))))
      }
      const middle = (all: number[]) => all.sort((one, other) => one - other)[7]!
      return middle(known) / middle(unknown)
    }
    // Both hash a password and write the same rows: what differs is noise, a forgotten step would be a multiple.
    for (const ratio of [
      await compare('/api/session', (address) => ({ email: address, password: 'not this one at all' })),
      await compare('/api/forgotten', (address) => ({ email: address })),
    ]) {
      expect(ratio).toBeGreaterThan(0.4)
      expect(ratio).toBeLessThan(2.5)
    }
  })

  test('a stranger who opens an account with the victim’s address, unproven, gets nothing of it', async () => {
    const stranger = supertest.agent(running.server)
    await stranger
      .post('/api/sign-up')
      .send({ email: email('victim') })
      .expect(204)
    // The link is in the victim’s mailbox, not in the answer; without it nothing is made that could be waiting there.
    await stranger
      .post('/api/sign-up/open')
      .send({ token: 'guessed', ...{ name: 'S', accountName: 'S', zone: 'UTC' }, currency: 'EUR', agreed: true })
      .expect(404)
    await invite('victim')
    await mailbox.next(email('victim'))
    const token = await until(async () => {
      const found = mailbox.to(email('victim')).flatMap((one) => /invitation#([\w-]+)/.exec(one.text)?.[1] ?? [])
      return found[0]
    })
    const { body } = await supertest(running.server).post('/api/invitations/look').send({ token }).expect(200)
    expect(body.hasLogin).toBe(false)
  })
})

describe('links to come by (model I4)', () => {
  const anyone = () => supertest.agent(running.server)
  const linkOf = async (more: object = {}) => {
    const grants = [{ roleId: house.roleId('Gardener'), placeId: house.placeId('Harbour') }]
    const who = { name: 'Open day', kind: 'contractor', standing: 'guest' }
    const what = { grants, seats: [{ product: 'log', seatType: 'reader' }], groupIds: [] }
    const made = { type: 'make-link', ...who, ...what, maximumUses: 5, until: '2026-07-01', ...more }
    expect((await apply(house, owner, [made])).status).toBe(200)
    const { body } = await owner.get(house.path('/links')).expect(200)
    const { id } = body.arrivals.at(-1)
    const { body: shown } = await owner.get(house.path(`/links/${id}/address`)).expect(200)
    return { id: id as string, token: shown.address.split('#')[1] as string, picture: shown.picture as string }
  }
  /** Someone new, up to the message that proves their mailbox. */
  const proof = async (token: string, who: string) => {
    await anyone()
      .post('/api/come')
      .send({ token, name: who, email: email(who) })
      .expect(200)
    return /come-in#([\w-]+)/.exec((await mailbox.next(email(who))).text)![1]!
  }
  const proved = (token: string) => ({ token, password: 'seven quiet garden gnomes' })

  test('are looked at, proven by mail, waited with, and admitted with what they give', async () => {
    const { token, picture, id } = await linkOf()
    expect(picture).toContain('<svg')
    const { body: looked } = await anyone().post('/api/come/look').send({ token }).expect(200)
    expect(looked).toMatchObject({
      inviter: 'Oriel Owner',
      gives: [{ role: 'Gardener', place: 'Harbour' }],
      waits: true,
    })
    const browser = anyone()
    const mailed = await proof(token, 'wren')
    expect((await browser.post('/api/come/prove').send({ token: mailed }).expect(200)).body.needsPassword).toBe(true)
    expect((await browser.post('/api/come/prove').send(proved(mailed)).expect(200)).body.waiting).toBe(true)
    await browser.post('/api/come/prove').send(proved(mailed)).expect(404)
    await browser.get(house.path('/my-keys')).expect(403)
    const { body } = await owner.get(house.path('/people?find=wren')).expect(200)
    expect(body.people[0]).toMatchObject({ name: 'wren', state: 'waiting' })
    expect((await apply(house, owner, [{ type: 'admit', personId: body.people[0].id }])).status).toBe(200)
    const { body: keys } = await browser.get(house.path('/my-keys')).expect(200)
    expect(keys.keys.map((place: { name: string }) => place.name)).toEqual(['Harbour'])
    await apply(house, owner, [{ type: 'cut-link', linkId: id }])
    await anyone().post('/api/come/look').send({ token }).expect(404)
    await anyone()
      .post('/api/come/look')
      .send({ token: token.slice(0, -1) })
      .expect(404)
  })

  test('used by twenty at once they let in as many as they may', async () => {
    const { token } = await linkOf({ waits: false, maximumUses: 5 })
    const tokens = await Promise.all(Array.from({ length: 20 }, (_, at) => proof(token, `guest${at}`)))
    const answers = await Promise.all(tokens.map((one) => anyone().post('/api/come/prove').send(proved(one))))
    const came = answers.filter((one) => one.status === 200)
    expect(came.length).toBe(5)
    expect(came.every((one) => one.body.waiting === false && one.body.me.current.name)).toBe(true)
    const { body } = await owner.get(house.path('/people?find=guest active')).expect(200)
    expect(body.people.filter((one: Row) => one.name.startsWith('guest')).length).toBe(5)
    await anyone().post('/api/come/look').send({ token }).expect(404)
  })

  test('keep to their domain, and a login that is known shows its own means before anything opens', async () => {
    const { token } = await linkOf({ domain: house.domain, waits: false })
    const outside = { token, name: 'Far', email: 'far@away.example' }
    await anyone().post('/api/come').send(outside).expect(200)
    const mailed = /come-in#([\w-]+)/.exec((await mailbox.next('far@away.example')).text)![1]!
    const refusal = await anyone().post('/api/come/prove').send(proved(mailed)).expect(422)
    expect(refusal.body.problems[0].sentence).toBe(`This link is for email addresses at ${house.domain}.`)
    const known = await anyone()
      .post('/api/come/prove')
      .send({ token: await proof(token, 'rafe') })
    expect(known.body).toMatchObject({ signInNext: true })
    expect(known.headers['set-cookie']).toBeUndefined()
    const rafe = await house.as('Rafe')
    const { body: keys } = await rafe.get(house.path('/my-keys')).expect(200)
    expect(keys.keys.map((place: { name: string }) => place.name)).toContain('Harbour')
  })

  test('give nothing their maker could not give, and no rights to admit unseen', async () => {
    const mirren = await house.as('Mirren')
    const grants = [{ roleId: house.roleId('Gardener'), placeId: house.placeId('Harbour') }]
    const made = { type: 'make-link', name: 'Mine', kind: 'contractor', standing: 'guest', seats: [], groupIds: [] }
    const more = { maximumUses: 2, until: '2026-07-01' }
    const beyond = await previewOf(house, mirren, [{ ...made, ...more, grants }])
    expect(beyond.problems.map((one) => one.code)).toEqual(['not-found'])
    const own = [{ roleId: house.roleId('Gardener'), placeId: house.placeId('Main') }]
    expect((await previewOf(house, mirren, [{ ...made, ...more, grants: own }])).problems).toEqual([])
    const open = await previewOf(house, mirren, [{ ...made, ...more, grants: own, waits: false }])
    expect(open.problems[0]!.sentence).toMatch(
      /To let people in without admitting them you need the right to change people’s details/,
    )
    for (const until of ['2026-06-01', '2027-06-01', '2026-02-30']) {
      const wrong = await previewOf(house, owner, [{ ...made, ...more, grants: own, until }])
      expect(wrong.problems[0]!.code).toMatch(/^(past|too-long|bad-date)$/)
    }
  })
})
