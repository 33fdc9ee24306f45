import {
  placeSheetView,
  preview,
  sharedOutsiders,
  Sight,
  statementSize,
  statementTable,
  statementView,
} from '../src/index.ts'
import { House } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const statement = (house: House, who: string, place: string) =>
  statementView(sightOf(house, who), house.place(place), house.now)

describe('a statement', () => {
  test('names everyone who gets in, what they can do where, and until when', () => {
    const house = House.open((book) => {
      book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
      book.people[4]!.employer = 'Highfast'
      book.people[4]!.engagement = { from: '2025-01-01', until: '2026-09-30' }
    })
    house.give('Corin', 'Rope access', 'Helipad', { until: '2026-12-31' })
    house.give('Corin', 'Rope access', 'Main', { until: '2026-07-31' })
    const { rows, places, place } = statement(house, 'Oriel', 'Pellworth')!
    expect([place, places]).toEqual(['Pellworth', 3])
    expect(rows.map(({ name, can, until }) => ({ name, can, until }))).toEqual([
      {
        name: 'Mirren Steward',
        can: ['change photos, look at drawings (Pellworth, Main)'],
        until: null,
      },
      {
        name: 'Rafe Gardener',
        can: ['change photos, look at drawings (Pellworth, Main)'],
        until: null,
      },
      // The engagement ends before the last key does; the seat allows looking only.
      {
        name: 'Corin Client',
        can: ['look at photos, look at drawings (Helipad, Main)'],
        until: '2026-09-30',
      },
    ])
    expect(rows[2]!.employer).toBe('Highfast')
    // Anyone who is from outside and has no firm has none: the account's own name is its staff's alone.
    const alone = House.open((book) => {
      Object.assign(book.people[4]!, { kind: 'contractor', seats: [{ seat: 'log/reader', from: '2026-01-01' }] })
    })
    alone.give('Corin', 'Rope access', 'Main', {})
    const firms = statement(alone, 'Oriel', 'Pellworth')!.rows.map(({ name, employer }) => [name, employer])
    expect(firms).toEqual([
      ['Mirren Steward', 'Gardens of house.example'],
      ['Rafe Gardener', 'Gardens of house.example'],
      ['Corin Client', ''],
    ])
    const table = statementTable(statement(house, 'Oriel', 'Main')!)
    expect(table.rows.map((row) => row.slice(0, 2).concat(row[4]!))).toContainEqual([
      'Corin Client',
      'Highfast',
      '2026-07-31',
    ])
  })

  test('says plainly who passes walls, and who will be in once they take it up', () => {
    const house = House.open((book) => {
      book.people[0]!.seats = [{ seat: 'log/lead', from: '2026-01-01' }]
    })
    house.do('Oriel', house.invitation())
    const { rows, onceIn } = statement(house, 'Oriel', 'Helipad')!
    expect(rows.map(({ name, passesWalls, until }) => [name, passesWalls, until])).toEqual([
      ['Oriel Owner', true, null],
    ])
    expect(onceIn).toEqual([])
    expect(statement(house, 'Oriel', 'Main')!.onceIn).toMatchObject([{ name: 'Sorrel Climber', role: 'Rope access' }])
  })

  test('is as large as whoever may get in times the places, so that nobody asks for too much at once', () => {
    const house = House.open()
    // Owner, administrator, steward and gardener; the client and its two sites.
    expect(statementSize(house.account, house.place('Pellworth'))).toBe(4 * 3)
    expect(statementSize(house.account, house.place('Harbour'))).toBe(3)
  })

  test('is for whoever sees the keys there, with the people they see', () => {
    const house = House.open()
    expect(statement(house, 'Mirren', 'Main')!.rows.map((row) => row.name)).toEqual(['Mirren Steward', 'Rafe Gardener'])
    expect(statement(house, 'Rafe', 'Main')).toBeUndefined()
    expect(statement(house, 'Mirren', 'Harbour')).toBeUndefined()
  })

  test('is shared until a day by whoever gives access there, and cut by them or its maker', () => {
    const house = House.open()
    const share = (until: string, place = 'Main') => ({ type: 'share-statement', placeId: house.place(place), until })
    expect(house.refusals('Mirren', share('2026-06-15'))).toEqual(['past'])
    expect(house.refusals('Mirren', share('2026-02-31'))).toEqual(['bad-date'])
    expect(house.refusals('Mirren', share('2028-01-01'))).toEqual(['too-long'])
    expect(house.refusals('Rafe', share('2026-06-30'))).toEqual(['not-allowed'])
    house.do('Mirren', share('2026-06-30'))
    const [row] = [...house.account.all('share')]
    const cut = { type: 'cut-share', shareId: row!.id }
    expect(house.refusals('Corin', cut)).toEqual(['not-found'])
    expect(house.refusals('Rafe', cut)).toEqual(['not-allowed'])
    house.do('Oriel', cut)
    expect(house.refusals('Oriel', cut)).toEqual(['not-found'])
  })
})

describe('two clients kept apart', () => {
  const keep = (house: House, one = 'Pellworth', other = 'Corvane') => ({
    type: 'keep-apart',
    oneId: house.place(one),
    otherId: house.place(other),
  })
  const seated = () =>
    House.open((book) => {
      book.people[4]!.seats = [{ seat: 'log/field', from: '2026-01-01' }]
    })

  test('name every outsider who gets in at both, and nobody of the staff', () => {
    const house = seated()
    house.do('Oriel', keep(house))
    const [row] = [...house.account.all('separation')]
    expect(sharedOutsiders(house.account, row!, house.now)).toEqual([])
    house.give('Corin', 'Rope access', 'Main').give('Rafe', 'Gardener', 'Corvane')
    expect(sharedOutsiders(house.account, row!, house.now)).toEqual([house.person('Corin')])
    const sheet = placeSheetView(sightOf(house, 'Oriel'), house.place('Corvane'))!
    expect(sheet.apart).toMatchObject([{ place: 'Pellworth', shared: [{ name: 'Corin Client' }] }])
    // A grant too high up is the usual leak.
    house.do('Oriel', { type: 'stop-apart', separationId: row!.id })
    expect(placeSheetView(sightOf(house, 'Oriel'), house.place('Corvane'))!.apart).toEqual([])
  })

  test('are told of in the preview of whatever would join them', () => {
    const house = seated()
    house.do('Oriel', keep(house))
    const give = {
      type: 'give',
      subjectKind: 'person',
      subjectId: house.person('Corin'),
      roleId: house.role('Rope access'),
      placeId: house.account.root.id,
    }
    const actor = { kind: 'person', personId: house.person('Oriel') } as const
    const { watchOut } = preview(house.account, [house.read(give)], actor, house.now)
    expect(watchOut.map((warning) => warning.sentence)).toContain(
      'Corin Client would have access at both Pellworth and Corvane, which are kept apart.',
    )
    const calm = preview(house.account, [house.read({ ...give, placeId: house.place('Harbour') })], actor, house.now)
    expect(calm.watchOut.map((warning) => warning.code)).not.toContain('not-apart')
  })

  test('stand side by side, and once', () => {
    const house = House.open()
    expect(house.refusals('Oriel', keep(house, 'Pellworth', 'Main'))).toEqual(['one-within'])
    expect(house.refusals('Mirren', keep(house, 'Pellworth', 'Main'))).toEqual(['not-allowed'])
    house.do('Oriel', keep(house))
    expect(house.refusals('Oriel', keep(house, 'Corvane', 'Pellworth'))).toEqual(['no-change'])
  })
})
