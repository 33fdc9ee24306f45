import supertest from 'supertest'
import { readInstant, type Preview } from '@lodge/core'
import { smallBook } from '../../core/test/small-book.ts'
import type { Running } from '../src/start.ts'
import { bringForward, nextDate } from '../src/store/dates.ts'
import { verifyLedger } from '../src/store/verify-ledger.ts'
import { saveDocket } from '../src/store/dockets.ts'
import {
  apply,
  openHouse,
  openLodge,
  ownDatabase,
  PASSWORD,
  previewOf,
  until,
  type Browser,
  type House,
} from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge({ LODGE_WORK: 'on', LODGE_DATABASE_URL: await ownDatabase() })
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})

const give = (who: string, role: string, place: string, more: object = {}) => ({
  type: 'give',
  subjectKind: 'person',
  subjectId: house.idOf(who),
  roleId: house.roleId(role),
  placeId: house.placeId(place),
  ...more,
})

describe('undo (model C4)', () => {
  test('puts back what an entry of the ledger altered, and can itself be undone', async () => {
    const { body: given } = await apply(house, owner, [give('Rafe', 'Rope access', 'Helipad')])
    const shown = await previewOf(house, owner, [{ type: 'undo', version: given.version }])
    expect(shown.access.effects).toMatchObject([{ kind: 'lost', personName: 'Rafe Gardener', placeName: 'Helipad' }])
    expect(shown.changes).toMatchObject([{ type: 'undo', version: given.version, edits: [] }])
    const { body: undone } = await apply(house, owner, [{ type: 'undo', version: given.version }])
    const again = await previewOf(house, owner, [{ type: 'undo', version: undone.version }])
    expect(again.access.effects).toMatchObject([{ kind: 'gained', placeName: 'Helipad' }])
    const { body: ledger } = await owner.get(house.path('/ledger')).expect(200)
    expect(ledger.entries[0].sentences).toEqual([`undid what was done in entry ${given.version}`])
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
  })

  test('is refused once what it altered was changed again, and does not know invented or foreign entries', async () => {
    const wall = (walled: boolean) => ({ type: 'wall-place', placeId: house.placeId('Main'), walled })
    const { body: first } = await apply(house, owner, [wall(true)])
    await apply(house, owner, [wall(false)])
    const shown = await previewOf(house, owner, [{ type: 'undo', version: first.version }])
    expect(shown.problems).toMatchObject([{ code: 'moved-on' }])
    const ask = (browser: Browser, version: unknown) =>
      browser.post(house.path('/previews')).send({ changes: [{ type: 'undo', version }] })
    await ask(owner, 99).expect(404)
    await ask(owner, 'first').expect(404)
    // The person who reads no ledger and did not make the entry learns nothing of it, not even that it is there.
    const member = await house.as('Rafe')
    const { requestId: _one, ...hidden } = (await ask(member, first.version).expect(404)).body
    const { requestId: _other, ...missing } = (await ask(member, 99).expect(404)).body
    expect(hidden).toEqual(missing)
  })

  test('takes what it puts back from the ledger, never from whoever asks', async () => {
    const { body: given } = await apply(house, owner, [give('Rafe', 'Rope access', 'Helipad')])
    const person = house.account.get('person', house.idOf('Rafe'))!
    const edits = [{ table: 'person', key: person.id, before: { ...person, standing: 'owner' }, after: person }]
    const shown = await previewOf(house, owner, [{ type: 'undo', version: given.version, edits }])
    expect(shown.access.effects).toMatchObject([{ kind: 'lost', placeName: 'Helipad' }])
  })
})

describe('fillings (model G2)', () => {
  const fill = async (browser: Browser, filling: object) => {
    const answer = await browser.post(house.path('/fillings')).send({ filling }).expect(200)
    return answer.body as { changes: object[]; rest: string | null }
  }

  test('copy somebody’s access into a docket of ordinary changes', async () => {
    const filling = { kind: 'copy-access', fromId: house.idOf('Rafe'), toId: house.idOf('Corin'), replace: true }
    const { changes, rest } = await fill(owner, filling)
    expect(changes).toMatchObject([
      { type: 'give', subjectId: house.idOf('Corin'), placeId: house.placeId('Pellworth') },
      { type: 'take' },
    ])
    expect(rest).toBeNull()
    expect((await apply(house, owner, changes)).status).toBe(200)
  })

  test('leave out what the actor does not see or hold, with one fixed phrase', async () => {
    await apply(house, owner, [give('Rafe', 'Rope access', 'Harbour')])
    const steward = await house.as('Mirren')
    const filling = { kind: 'copy-access', fromId: house.idOf('Rafe'), toId: house.idOf('Corin'), replace: false }
    const { changes, rest } = await fill(steward, filling)
    expect(changes).toMatchObject([{ type: 'give', placeId: house.placeId('Pellworth') }])
    expect(rest).toBe('Some of it was left out, because you do not have the right to give it.')
  })

  test('move from one place to another on a day, and tidy what changes nothing', async () => {
    const move = {
      kind: 'move-access',
      personId: house.idOf('Rafe'),
      fromPlaceId: house.placeId('Pellworth'),
      toPlaceId: house.placeId('Corvane'),
      on: '2026-07-01',
    }
    const { changes } = await fill(owner, move)
    const shown = await previewOf(house, owner, changes)
    expect(shown.access.effects.map((one) => [one.kind, one.placeName, one.from])).toEqual([
      ['gained', 'Corvane', '2026-07-01'],
      ['lost', 'Pellworth', '2026-07-01'],
    ])
    await apply(house, owner, [give('Rafe', 'Rope access', 'Main')])
    const tidy = await fill(owner, { kind: 'tidy-access', personId: house.idOf('Rafe') })
    expect(tidy.changes).toHaveLength(1)
    const effect = (await previewOf(house, owner, tidy.changes)) as Preview
    expect(effect.access.effects).toEqual([])
  })

  test('replace a role for everyone, after which it can be retired', async () => {
    const [roleId, replacementId] = [house.roleId('Gardener'), house.roleId('Rope access')]
    const { changes } = await fill(owner, { kind: 'replace-role', roleId, replacementId })
    expect(changes.map((one) => (one as { type: string }).type)).toEqual(['give', 'take', 'give', 'take'])
    const all = [...changes, { type: 'retire-role', roleId }]
    expect((await apply(house, owner, all)).status).toBe(200)
    const { body } = await owner.get(house.path('/choices')).expect(200)
    expect(body.roles.map((role: { name: string }) => role.name)).not.toContain('Gardener')
  })

  test('of a kind there is not say which there are', async () => {
    const answer = await owner
      .post(house.path('/fillings'))
      .send({ filling: { kind: 'clone' } })
      .expect(400)
    expect(answer.body.problems).toMatchObject([{ code: 'unknown-filling', path: '/kind' }])
  })
})

describe('a docket too large for one commit (model C2)', () => {
  const crowd = 300
  const keysEach = 8

  /** A house with a crowd, each with several keys and a seat. */
  const crowded = () =>
    openHouse(running, (domain) => {
      const book = smallBook(domain)
      book.products[0]!.stock = []
      for (let at = 0; at < crowd; at += 1) {
        const grants = Array.from({ length: keysEach }, (_, one) => {
          return { role: 'Gardener', place: one % 2 ? 'Pellworth/Main' : 'Corvane', from: `2026-01-${10 + one}` }
        })
        const dates = { from: '2025-01-01' }
        const person = { email: `p${at}@${domain}`, name: `Person ${at}`, kind: 'staff' as const, grants }
        book.people.push({ ...person, standing: 'member', state: 'active', engagement: dates, seats: [] })
      }
      return book
    })

  test('runs in batches under one id, tells how far it is, and reports what was refused', async () => {
    house = await crowded()
    owner = await house.as('Oriel')
    const people = [...house.account.all('person')].filter((one) => house.account.nameOf(one.id).startsWith('Person'))
    // The last one leaves twice: the second time is refused when its turn comes, and harms nothing.
    const changes: object[] = people.map((person) => ({ type: 'leave', personId: person.id }))
    const shown = await previewOf(house, owner, changes)
    expect(shown.problems).toEqual([])
    expect(shown.access.people.lost).toBe(0)
    const body = { changes: shown.changes, version: shown.version, digest: shown.digest }
    const started = await owner.post(house.path('/commits')).send(body).expect(202)
    const last = people.at(-1)!.id
    await apply(house, owner, [{ type: 'leave', personId: last }]).then((answer) => {
      expect([200, 409, 422]).toContain(answer.status)
    })
    const run = await until(async () => {
      const { body: state } = await owner.get(house.path(`/runs/${started.body.run}`)).expect(200)
      return state.state === 'done' && (state as { total: number; done: number; refused: { at: number }[] })
    })
    expect([run.total, run.done]).toEqual([crowd, crowd])
    expect(run.refused.every((one) => one.at === crowd - 1)).toBe(true)
    const loaded = (await running.lodge.accounts.get(house.account.id))!
    expect(people.every((person) => loaded.account.get('person', person.id)!.state === 'left')).toBe(true)
    const [entries] = (await running.lodge.pools.work.query(
      'SELECT version, header FROM ledger_entry WHERE account_id = ? AND version > ? ORDER BY version',
      [house.account.id, shown.version],
    )) as unknown as [{ header: string }[]]
    const batches = entries.map((one) => JSON.parse(one.header).via as { kind: string; id: string })
    const ofRun = batches.filter((via) => via.kind === 'run')
    expect(ofRun.length).toBeGreaterThan(3)
    expect(new Set(ofRun.map((via) => via.id))).toEqual(new Set([started.body.run]))
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
    // What was asked for may hold names: it is let go once done.
    const [rows] = (await running.lodge.pools.work.query('SELECT changes FROM docket_run WHERE id = ?', [
      started.body.run,
    ])) as unknown as [{ changes: string }[]]
    expect(rows).toEqual([{ changes: '[]' }])
    const other = await house.as('Tamsin')
    await other.get(house.path(`/runs/${started.body.run}`)).expect(404)
  })
})

describe('seeing as somebody (model D5)', () => {
  test('shows what both reach, is noted, and is for who sees their record', async () => {
    const { body: people } = await owner.get(house.path(`/people?as=${house.idOf('Corin')}`)).expect(200)
    const names = people.people.map((one: { name: string }) => one.name)
    expect(names).toEqual(['Corin Client', 'Oriel Owner', 'Tamsin Admin'])
    const { body: keys } = await owner.get(house.path(`/my-keys?as=${house.idOf('Rafe')}`)).expect(200)
    expect(keys.name).toBe('Rafe Gardener')
    expect(keys.keys.map((place: { name: string }) => place.name)).toEqual(['Pellworth'])
    const [events] = (await running.lodge.pools.work.query(
      "SELECT person_id, detail FROM event WHERE account_id = ? AND kind = 'seen-as'",
      [house.account.id],
    )) as unknown as [{ person_id: string; detail: { as: string } }[]]
    expect(events.map((one) => [one.person_id, one.detail.as])).toEqual([
      [house.idOf('Oriel'), house.idOf('Corin')],
      [house.idOf('Oriel'), house.idOf('Rafe')],
    ])
    const member = await house.as('Rafe')
    await member.get(house.path(`/people?as=${house.idOf('Mirren')}`)).expect(404)
    await member.get(house.path(`/people?as=${house.account.id}`)).expect(404)
  })
})

describe('the worker thread', () => {
  test('answers previews and lists of large accounts as this thread would, at the version asked for or later', async () => {
    const large = await openLodge({ LODGE_WORKER_FROM_PEOPLE: '1' })
    const small = await openLodge({ LODGE_WORKER_FROM_PEOPLE: '1000000' })
    const there = await openHouse(large)
    const here = { ...there, running: small }
    const [one, other] = [await there.as('Oriel'), await openBrowser(small, there)]
    const change = {
      type: 'give',
      subjectKind: 'person',
      subjectId: there.idOf('Rafe'),
      roleId: there.roleId('Rope access'),
      placeId: there.placeId('Helipad'),
    }
    const mine = await previewOf(there, one, [change])
    expect(await previewOf(here, other, mine.changes)).toEqual(mine)
    for (const path of ['/people', '/places', '/desk', '/choices', `/people/${there.idOf('Rafe')}`]) {
      const [mine, theirs] = [await one.get(there.path(path)), await other.get(here.path(path))]
      expect(mine.body).toEqual(theirs.body)
    }
    await one.get(there.path(`/people/${there.account.id}`)).expect(404)
    // What was committed a moment ago is in the thread's next answer.
    await apply(there, one, [change])
    const { body } = await one.get(there.path(`/people/${there.idOf('Rafe')}`))
    expect(JSON.stringify(body.keys)).toContain('Helipad')
    // Two days compared, and what cannot be, are told alike.
    await small.lodge.accounts.catchUp(there.account.id)
    for (const [days, status] of [
      ['from=2026-06-16', 200],
      ['from=2026-06-15', 400],
    ] as const) {
      const path = there.path(`/between?${days}`)
      const [mine, theirs] = [await one.get(path).expect(status), await other.get(path).expect(status)]
      expect({ ...mine.body, requestId: '' }).toEqual({ ...theirs.body, requestId: '' })
    }
    await large.stop()
    await small.stop()
  })
})

async function openBrowser(lodge: Running, of: House): Promise<Browser> {
  const browser = supertest.agent(lodge.server)
  await browser
    .post('/api/session')
    .send({ email: `oriel@${of.domain}`, password: PASSWORD })
    .expect(200)
  return browser
}

describe('a docket planned for a day (model Z4)', () => {
  const planned = async () => (await owner.get(house.path('/planned')).expect(200)).body.planned
  const wall = () => ({ type: 'wall-place', placeId: house.placeId('Main'), walled: true })

  test('is done on its day by the schedule, in the ledger, and stands until then', async () => {
    await apply(house, owner, [{ type: 'plan-docket', at: '2026-07-01', changes: [wall()] }])
    expect(await planned()).toMatchObject([{ sentences: [expect.stringMatching(/^Wall/)], refused: false }])
    const steward = await house.as('Rafe')
    expect((await steward.get(house.path('/planned')).expect(200)).body.planned).toEqual([])
    const { clock, pools } = running.lodge
    const { now } = clock
    try {
      clock.now = () => readInstant('2026-07-01T09:00:00+01:00')
      await bringForward(pools.work, house.account.id, 0)
      await until(async () => (await nextDate(pools.work, house.account.id)) === null)
    } finally {
      clock.now = now
    }
    const { body: ledger } = await owner.get(house.path('/ledger')).expect(200)
    expect(ledger.entries[0].sentences).toEqual(['did what was planned for the day'])
    const { body: sheet } = await owner.get(house.path(`/places/${house.placeId('Main')}`)).expect(200)
    expect(sheet.walled).toBe(true)
    expect(await verifyLedger(running.lodge.pools.work, house.account.id)).toMatchObject({ ok: true })
  })

  test('cannot be done before its day by whoever asks, and is put down by its planner', async () => {
    await apply(house, owner, [{ type: 'plan-docket', at: '2026-07-01', changes: [wall()] }])
    const [plan] = await planned()
    const run = { changes: [{ type: 'run-planned', plannedId: plan.id }] }
    const { problems } = await previewOf(house, owner, run.changes)
    expect(problems.map(({ code }) => code)).toEqual(['not-yours'])
    await owner
      .post(house.path('/commits'))
      .send({ ...run, version: 1, digest: 'x'.repeat(43) })
      .expect(422)
    await apply(house, owner, [{ type: 'put-down-planned', plannedId: plan.id }])
    expect(await planned()).toEqual([])
  })
})

test('a docket kept from before has ids that are good now, the same wherever a row is named', async () => {
  const there = await openHouse(running)
  const owner = await there.as('Oriel')
  const old = '01900000-0000-7000-8000-00000000abcd'
  const kept = [
    { type: 'make-place', placeId: old, parentId: there.account.root.id, name: 'Annexe', kind: 'client' },
    { type: 'wall-place', placeId: old, walled: true },
  ]
  await saveDocket(running.lodge.pools.requests, there.account.id, there.idOf('Oriel'), kept, 0)
  const { body } = await owner.get(there.path('/docket')).expect(200)
  const [made, walled] = body.changes as [{ placeId: string }, { placeId: string }]
  expect(made.placeId).not.toBe(old)
  expect(walled.placeId).toBe(made.placeId)
  expect((await apply(there, owner, body.changes as object[])).status).toBe(200)
})
