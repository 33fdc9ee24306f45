import { TILE } from '@lodge/core'
import type { Running } from '../src/start.ts'
import { apply, openHouse, openLodge, type Browser, type House } from './harness.ts'

let running: Running
let house: House
let owner: Browser

beforeAll(async () => {
  running = await openLodge()
})
afterAll(() => running.stop())
beforeEach(async () => {
  house = await openHouse(running)
  owner = await house.as('Oriel')
})

describe('the grid', () => {
  const tile = async (browser: Browser, query: string) => {
    const { body } = await browser.get(house.path(`/grid/tiles/0/0?${query}`)).expect(200)
    return { rows: body.rows as { id: string; name: string }[], cells: Buffer.from(body.cells, 'base64') }
  }
  const query = 'area=log/photos&open=all'
  const cellOf = async (browser: Browser, who: string, place: string) => {
    const { body } = await browser.get(house.path(`/grid?${query}`)).expect(200)
    const { rows, cells } = await tile(browser, query)
    const row = rows.findIndex((one) => one.id === house.idOf(who))
    const column = (body.columns as { id: string }[]).findIndex((one) => one.id === house.placeId(place))
    return row < 0 || column < 0 ? undefined : cells[row * TILE + column]! & 7
  }

  test('comes in tiles that follow each commit, and are not sent again while nothing changed', async () => {
    expect(await cellOf(owner, 'Rafe', 'Helipad')).toBe(0)
    const asked = await owner.get(house.path(`/grid/tiles/0/0?${query}`)).expect(200)
    const etag = asked.headers.etag as string
    await owner
      .get(house.path(`/grid/tiles/0/0?${query}`))
      .set('If-None-Match', etag)
      .expect(304)
    const give = { type: 'give', subjectKind: 'person', subjectId: house.idOf('Rafe') }
    await apply(house, owner, [{ ...give, roleId: house.roleId('Gardener'), placeId: house.placeId('Helipad') }])
    await owner
      .get(house.path(`/grid/tiles/0/0?${query}`))
      .set('If-None-Match', etag)
      .expect(200)
    expect(await cellOf(owner, 'Rafe', 'Helipad')).toBe(3)
  })

  test('is cut to whoever asks, as a file too', async () => {
    const steward = await house.as('Mirren')
    expect(await cellOf(steward, 'Rafe', 'Main')).toBe(3)
    expect(await cellOf(steward, 'Corin', 'Harbour')).toBeUndefined()
    const file = await steward.get(house.path('/grid/file.csv?open=all')).expect(200)
    expect(file.text.split('\r\n')[0]).toBe(',name,Pellworth,Pellworth / Main')
    expect(file.text).toContain('Staff,Rafe Gardener,change,change')
    const guest = await house.as('Corin')
    const theirs = await guest.get(house.path('/grid/file.csv?open=all')).expect(200)
    expect(theirs.text).toContain('Corin Client')
    expect(theirs.text).not.toMatch(/Rafe|Main/)
  })

  test('says what cannot be asked', async () => {
    const refused = async (path: string) => (await owner.get(house.path(path)).expect(400)).body.code
    expect(await refused('/grid?area=log/nonsense')).toBe('unknown-area')
    expect(await refused('/grid/tiles/x/0')).toBe('bad-tile')
    // Beyond the last tile there is nothing.
    const { body } = await owner.get(house.path('/grid/tiles/99/99')).expect(200)
    expect(body).toEqual({ rows: [], cells: '' })
  })
})

describe('a pasted list of places', () => {
  const read = (text: string, more: object = {}) =>
    owner.post(house.path('/place-lists')).send({ text, parentId: house.account.root.id, ...more })

  test('is read as a list or a table, previewed and laid out', async () => {
    const { body } = await read('Marlow Baths [MB]\n\tDeck\n\t\tSauna walled').expect(200)
    expect(body.problems).toEqual([])
    const { body: laid } = await apply(house, owner, [body.change])
    expect(laid.version).toBeGreaterThan(1)
    const { body: tree } = await owner.get(house.path('/places')).expect(200)
    const names = (tree.places as { name: string; walled: boolean }[]).map((one) => one.name)
    expect(names).toEqual(expect.arrayContaining(['Marlow Baths', 'Deck', 'Sauna']))
    const table = await read('\uFEFFplace;reference\r\n"Baths; old / Roof";B-1\r\n').expect(200)
    expect(table.body.change.places).toMatchObject([{ name: 'Baths; old' }, { name: 'Roof', reference: 'B-1' }])
  })

  test('says every problem by its line, and lays out nothing', async () => {
    const { body } = await read('Baths\n  A/B\n  Deck\n  deck').expect(200)
    expect(body.change).toBeNull()
    expect(body.problems.map((one: { sentence: string }) => one.sentence)).toEqual([
      'Line 2: “A/B” contains “/”, which separates places. Write it differently.',
      'Line 4: deck is already there, in line 3.',
    ])
    const broken = await read('place,reference\n"unclosed').expect(400)
    expect(broken.body.code).toBe('bad-table')
    const guest = await house.as('Corin')
    await guest
      .post(house.path('/place-lists'))
      .send({ text: 'X', parentId: house.placeId('Main') })
      .expect(404)
  })

  test('a place can be had as the pattern for another', async () => {
    const { body } = await owner.get(house.path(`/places/${house.placeId('Pellworth')}/list`)).expect(200)
    expect(body.text).toBe('Pellworth (client)\n  Helipad (site) walled\n  Main (site)')
  })
})

describe('the top field', () => {
  test('answers questions and finds what the ledger tells', async () => {
    await apply(house, owner, [{ type: 'wall-place', placeId: house.placeId('Main'), walled: true }])
    const ask = async (text: string) =>
      (await owner.get(house.path(`/ask?text=${encodeURIComponent(text)}`)).expect(200)).body
    expect((await ask('who change photos at pellworth')).answer.question).toBe('Who can change photos at Pellworth: 2')
    const walled = await ask('walled main')
    expect(walled.ledger.map((entry: { sentences: string[] }) => entry.sentences[0])).toEqual(['walled off Main'])
    const guest = await house.as('Corin')
    const { body } = await guest.get(house.path('/ask?text=walled')).expect(200)
    expect(body).toEqual({ answer: null, found: [], ledger: [] })
  })
})

describe('the ledger about one thing', () => {
  test('tells what was done to it and nothing else', async () => {
    const [main, helipad] = [house.placeId('Main'), house.placeId('Helipad')]
    await apply(house, owner, [{ type: 'wall-place', placeId: main, walled: true }])
    await apply(house, owner, [{ type: 'wall-place', placeId: helipad, walled: false }])
    const about = async (id: string) => {
      const { body } = await owner.get(house.path(`/ledger?about=${id}`)).expect(200)
      return (body.entries as { sentences: string[] }[]).map((entry) => entry.sentences[0])
    }
    expect((await about(main))[0]).toBe('walled off Main')
    expect((await about(helipad))[0]).toBe('removed the wall of Helipad')
    await owner.get(house.path('/ledger?about=%25')).expect(400)
  })
})

describe('seeing as somebody', () => {
  test('gives the rooms and views they have, cut to what the looker sees, and is noted', async () => {
    const rafe = house.idOf('Rafe')
    const { body: frame } = await owner.get(house.path(`/frame?as=${rafe}`)).expect(200)
    expect(frame).toMatchObject({ personId: rafe, name: 'Rafe Gardener', rooms: ['people', 'places', 'keys'] })
    const { body: tree } = await owner.get(house.path(`/places?as=${rafe}`)).expect(200)
    expect((tree.places as { name: string }[]).map((one) => one.name)).toEqual(['Pellworth', 'Main'])
    await owner.get(house.path(`/roles?as=${rafe}`)).expect(404)
    // A steward sees no records, and so nobody's view.
    const steward = await house.as('Mirren')
    await steward.get(house.path(`/frame?as=${house.idOf('Corin')}`)).expect(404)
    const [events] = await running.lodge.pools.work.query(
      "SELECT COUNT(*) AS seen FROM event WHERE account_id = ? AND kind = 'seen-as'",
      [house.account.id],
    )
    expect((events as { seen: number }[])[0]!.seen).toBe(3)
  })
})

describe('roles and groups', () => {
  test('are read by whoever gives access, and by nobody else', async () => {
    const { body: roles } = await owner.get(house.path('/roles')).expect(200)
    expect(roles.roles.map((role: { name: string }) => role.name)).toEqual(['Gardener', 'Rope access', 'Steward'])
    const { body: role } = await owner.get(house.path(`/roles/${house.roleId('Gardener')}`)).expect(200)
    expect(role.given).toBe(2)
    await owner.get(house.path(`/roles/${house.idOf('Rafe')}`)).expect(404)
    const guest = await house.as('Corin')
    for (const path of ['/roles', `/roles/${house.roleId('Gardener')}`, '/groups']) {
      await guest.get(house.path(path)).expect(404)
    }
    await owner.get(house.path('/groups')).expect(200)
  })
})
