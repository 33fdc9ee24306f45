import fc from 'fast-check'
import {
  AccessIndex,
  areasAt,
  cellView,
  gridTable,
  gridTile,
  gridView,
  isOwnArea,
  readBook,
  readGridQuery,
  SharedSight,
  Sight,
  TILE,
  UNSEEN,
  type GridQuery,
} from '../src/index.ts'
import { CELL, cellReader, cellWords } from '../src/views/grid-cells.ts'
import { House, nextId } from './house.ts'
import { randomBook } from './random-book.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)
const ALL = readGridQuery({ area: 'log/photos', open: 'all' })
const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)

/** Every cell of the first tile in words, by `person at place`. */
function cellsOf(house: House, who: string, query: GridQuery = ALL): Map<string, string> {
  const sight = sightOf(house, who)
  const { columns } = gridView(sight, query)
  const { rows, cells } = gridTile(sight, query, 0, 0)
  const found = new Map<string, string>()
  rows.forEach((row, at) => {
    columns.forEach((column, index) => {
      found.set(`${row.name.split(' ')[0]} at ${column.name}`, cellWords(cells[at * TILE + index]!))
    })
  })
  return found
}

describe('the grid', () => {
  test('tells each level, what the seat holds back, and where a wall stops it', () => {
    const house = House.open((book) => {
      book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
    })
    const cells = cellsOf(house, 'Oriel')
    expect(cells.get('Rafe at Main')).toBe('change')
    expect(cells.get('Rafe at Helipad')).toBe('')
    expect(cells.get('Rafe at Harbour')).toBe('')
    expect(cells.get('Corin at Harbour')).toBe('see (held back by the seat)')
    // Owners run everything, and their seats cap them like anyone.
    expect(cells.get('Oriel at Helipad')).toBe('none (needs a seat that allows it)')
  })

  test('tells what an invitation gives once it is taken up, and finds people by the list’s words', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ engagementFrom: '2026-07-01' }))
    const cells = cellsOf(house, 'Oriel')
    expect([cells.get('Sorrel at Main'), cells.get('Sorrel at Harbour')]).toEqual(['add (after they accept)', ''])
    const highest = cellsOf(house, 'Oriel', readGridQuery({ open: 'all', find: 'contractor invited' }))
    expect([...highest.keys()].every((key) => key.startsWith('Sorrel'))).toBe(true)
    const sheet = cellView(sightOf(house, 'Oriel'), house.place('Main'), house.person('Sorrel'))!
    expect([sheet.keys, sheet.onceIn.map((key) => `${key.name} ${key.level}`)]).toEqual([
      [],
      ['Photos add', 'Drawings see'],
    ])
    const { people } = gridView(sightOf(house, 'Mirren'), readGridQuery({ find: '"my reports"' }))
    const reports = [...house.account.all('person')].filter((one) => one.managerId === house.person('Mirren'))
    expect(people).toBe(reports.length)
  })

  test('tells own items, approval and whoever is not in now', () => {
    const house = House.open((book) => {
      book.roles[0]!.areas['log/photos'] = { level: 'change', scope: 'own' }
      book.roles[1]!.areas['log/photos'] = { level: 'change', approval: ['change'] }
      book.people[2]!.grants = [{ role: 'Rope access', place: 'Pellworth', from: '2026-01-01' }]
      Object.assign(book.people[2]!, { state: 'away', away: { from: '2026-06-01', keepSeats: true } })
    })
    const cells = cellsOf(house, 'Oriel')
    expect(cells.get('Rafe at Main')).toBe('change (own only)')
    expect(cells.get('Mirren at Main')).toBe('add (more with approval, no access at the moment)')
  })

  test('shows a steward their own places and people, and nothing else', () => {
    const house = House.open()
    const view = gridView(sightOf(house, 'Mirren'), ALL)
    expect(view.columns.map((column) => column.name)).toEqual(['Pellworth', 'Main'])
    const cells = cellsOf(house, 'Mirren')
    expect(cells.get('Rafe at Main')).toBe('change')
    expect(cells.has('Rafe at Helipad')).toBe(false)
    // A client meets the owner at their own place, and is not told what the owner holds there.
    expect(cellsOf(house, 'Corin').get('Oriel at Harbour')).toBe('the office knows')
    expect(gridView(sightOf(house, 'Corin'), ALL).columns.map((column) => column.name)).toEqual(['Corvane', 'Harbour'])
  })

  test('seeing as somebody shows what both see', () => {
    const house = House.open()
    const shared = new SharedSight(house.account, house.person('Mirren'), house.person('Corin'), house.now)
    expect(gridView(shared, ALL).columns).toEqual([])
    // One asker's view is never answered from another's.
    expect(gridView(sightOf(house, 'Corin'), ALL).columns).toHaveLength(2)
  })

  test('folds places, keeps to some of them, and puts people together', () => {
    const house = House.open((book) => {
      book.people[4]!.employer = 'Highfast'
    })
    const oriel = sightOf(house, 'Oriel')
    const columns = (words: Record<string, string>) =>
      gridView(oriel, readGridQuery(words)).columns.map(({ name, depth, open }) => [name, depth, open])
    expect(columns({ open: '' })).toEqual([
      ['Corvane', 0, false],
      ['Pellworth', 0, false],
    ])
    expect(columns({ open: house.place('Corvane') })).toEqual([
      ['Corvane', 0, true],
      ['Harbour', 1, null],
      ['Pellworth', 0, false],
    ])
    expect(columns({ under: house.place('Helipad') })).toEqual([['Helipad', 0, null]])
    // All of it fits at first.
    expect(columns({})).toHaveLength(5)
    const groups = (words: Record<string, string>) =>
      gridView(oriel, readGridQuery(words)).groups.map(({ label, start, count }) => [label, start, count])
    expect(groups({})).toEqual([
      ['Staff', 0, 4],
      ['Client contacts', 4, 1],
    ])
    expect(groups({ group: 'employer' })).toEqual([
      ['Highfast', 0, 1],
      [house.account.settings.name, 1, 4],
    ])
    expect(groups({ find: 'rafe' })).toEqual([['Staff', 0, 1]])
    expect(groups({ group: 'nonsense', find: 'nobody' })).toEqual([])
  })

  test('writes itself out with the highest level of any area, unless it is too large', () => {
    const house = House.open()
    const { header, rows } = gridTable(sightOf(house, 'Oriel'), readGridQuery({ find: 'rafe' }))
    expect(header).toEqual([
      '',
      'name',
      'Corvane',
      'Corvane / Harbour',
      'Pellworth',
      'Pellworth / Helipad',
      'Pellworth / Main',
    ])
    expect(rows).toEqual([['Staff', 'Rafe Gardener', '', '', 'change', '', 'change']])
  })

  test('a cell opens to the areas behind it, for whoever sees it', () => {
    const house = House.open()
    const [main, rafe] = [house.place('Main'), house.person('Rafe')]
    const cell = cellView(sightOf(house, 'Oriel'), main, rafe)!
    expect(cell.keys.map((key) => `${key.name} ${key.level}`)).toEqual(['Photos change', 'Drawings see'])
    expect(cell.path).toEqual(['Pellworth', 'Main'])
    expect(cellView(sightOf(house, 'Corin'), main, rafe)).toBeUndefined()
  })

  test('the index fills cells as the literal walk does, for every area and for the highest', () => {
    fc.assert(
      fc.property(randomBook, (book) => {
        const read = readBook(book, nextId)
        const account = read.account!
        const [owner] = account.by('person', 'standing', 'owner')
        const sight = new Sight(account, owner!.id, read.asOf!)
        const areas = [
          null,
          ...areasAt(account, read.asOf!)
            .map(({ key }) => key)
            .filter((key) => !isOwnArea(key)),
        ]
        const cells = () =>
          areas.flatMap((area) => {
            const cell = cellReader(sight, area)
            return [...account.all('person')].flatMap((person) =>
              [...account.all('place')].map((place) => cell(person, place.id)),
            )
          })
        const walked = cells()
        account.attach(AccessIndex.of(account, read.asOf!))
        expect(cells()).toEqual(walked)
      }),
      { numRuns: Math.min(RUNS, 400) },
    )
  })

  test('words say every mark a cell can hold', () => {
    expect(cellWords(0)).toBe('')
    expect(cellWords(UNSEEN)).toBe('the office knows')
    expect(cellWords(4 | CELL.heldBack | CELL.absent)).toBe('run (held back by the seat, no access at the moment)')
  })
})
