import {
  judgeMembers,
  knownOf,
  listChanges,
  proposeSpreadsheet,
  readSpreadsheet,
  Sight,
  type MemberChoice,
  type SheetScene,
} from '../src/index.ts'
import { House, nextId } from './house.ts'

const SCENE: SheetScene = {
  products: [
    {
      ...{ code: 'log', name: 'Garden Log' },
      seatTypes: [
        { code: 'field', name: 'Field' },
        { code: 'reader', name: 'Reader' },
      ],
    },
    { code: 'board', name: 'Shed Board', seatTypes: [{ code: 'team', name: 'Team' }] },
  ],
  places: [
    { id: 'pellworth', name: 'Pellworth' },
    { id: 'corvane', name: 'Corvane' },
    { id: 'east', name: 'Yard' },
    { id: 'west', name: 'Yard' },
  ],
  zone: 'Europe/Dublin',
}

const CELLS = [
  ['Who has what, spring', '', '', '', ''],
  ['', '', '', '', ''],
  ['Person', 'E-mail', 'Company', 'Garden Log', 'Shed-Board', 'Notes'],
  ['Gardener, Rafe', ' RAFE@house.example ', '', 'x', '–', 'since spring'],
  ['Ada Marsh', 'ada@marsh.example', 'Marsh Climbers', 'Reader', 'Pellworth', 'ropes'],
  ['Bay Stone', 'bay@stone.example', '', '3/4/2025', 'no', ''],
  ['Corin Irrigation', 'corin@house', '', 'X', 'n/a', ''],
  ['', '', '', '', '', ''],
  ['Dell Wick', '', 'Marsh climbers', '', 'yes', ''],
]

describe('the usual spreadsheet (model B7)', () => {
  test('columns and marks are proposed: people, products by their names, marks, seat types, dates and clients', () => {
    const sheet = proposeSpreadsheet(CELLS, SCENE)
    expect(sheet.headingAt).toBe(2)
    expect(sheet.columns.map(({ as, product }) => product ?? as)).toEqual([
      ...['name', 'email', 'firm', 'log', 'board', 'other'],
    ])
    expect(sheet.columns[3]!.marks).toEqual([
      { text: 'x', count: 2, meaning: 'yes', looksLike: 'mark' },
      { text: 'Reader', count: 1, meaning: { seatType: 'reader' }, looksLike: 'seat' },
      { text: null, count: 1, meaning: 'yes', looksLike: 'date' },
    ])
    expect(sheet.columns[4]!.marks.map(({ text, meaning, looksLike }) => [text, meaning, looksLike])).toEqual([
      ['–', 'no', 'mark'],
      [null, 'yes', 'place'],
      ['no', 'no', 'mark'],
      ['n/a', 'no', 'mark'],
      ['yes', 'yes', 'mark'],
    ])
  })

  test('each product has the list its own member list would be; a cell that says no is a person who is missing', () => {
    const lists = readSpreadsheet(CELLS, proposeSpreadsheet(CELLS, SCENE), SCENE)
    const of = (product: string) => lists.get(product)!.map(({ line, name, seatType }) => [line, name, seatType])
    expect(of('log')).toEqual([
      [4, 'Rafe Gardener', null],
      [5, 'Ada Marsh', 'reader'],
      [6, 'Bay Stone', null],
      [7, 'Corin Irrigation', null],
    ])
    expect(of('board')).toEqual([
      [5, 'Ada Marsh', null],
      [9, 'Dell Wick', null],
    ])
    expect(lists.get('log')![3]!.problem).toContain('corin@house')
  })

  test('a person in several columns is recorded once, with a seat in each; the weakest source', () => {
    const house = House.open()
    house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand' })
    const sight = new Sight(house.account, house.person('Oriel'), house.now)
    const members = readSpreadsheet(CELLS, proposeSpreadsheet(CELLS, SCENE), SCENE).get('log')!
    const judged = judgeMembers(sight, 'log', members)
    expect(judged.filter(({ line }) => line !== null).map(({ verdict }) => verdict)).toEqual([
      ...['agrees', 'new', 'new', 'unreadable'],
    ])
    const choices = new Map<string, MemberChoice>([['line 5', 'record']])
    const list = { product: 'log', judged, choices, hash: 'h', columns: [] }
    const applied = { asOf: '2026-06-16', source: 'spreadsheet', kind: 'contractor' } as const
    const changes = listChanges(sight, [list, { ...list, product: 'board' }], applied, nextId)
    expect(changes.filter((one) => 'type' in one && one.type === 'record-person')).toMatchObject([
      {
        name: 'Ada Marsh',
        seats: [
          { product: 'log', seatType: 'reader' },
          { product: 'board', seatType: 'reader' },
        ],
      },
    ])
    house.do('Oriel', ...listChanges(sight, [list], applied, nextId))
    const ada = house.account.peopleByEmail('ada@marsh.example')[0]!
    expect(knownOf(house.account, 'log', ada)).toMatchObject({ state: 'open', row: { source: 'spreadsheet' } })
    // Anything read on the same day counts more.
    house.do('Oriel', { type: 'confirm-account', product: 'log', personId: ada, state: 'closed' })
    expect(knownOf(house.account, 'log', ada).state).toBe('closed')
  })

  test('a cell that names clients gives keys there only where that was chosen, and each once', () => {
    const house = House.open()
    house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand' })
    const sight = new Sight(house.account, house.person('Oriel'), house.now)
    const places = ['Pellworth', 'Corvane'].map((name) => ({ id: house.place(name), name }))
    const scene = { ...SCENE, places: [...places, { id: 'twice', name: 'Yard' }, { id: 'again', name: 'Yard' }] }
    const cells = [
      ['Person', 'E-mail', 'Garden Log'],
      ['Rafe Gardener', 'rafe@house.example', 'Pellworth'],
      ['Ada Marsh', 'ada@marsh.example', 'CORVANE / pellworth'],
      ['Bay Stone', 'bay@stone.example', 'Yard'],
    ]
    const sheet = proposeSpreadsheet(cells, scene)
    expect(sheet.columns[2]!.marks.map(({ text, count, looksLike }) => [text, count, looksLike])).toEqual([
      [null, 2, 'place'],
      ['Yard', 1, 'mark'],
    ])
    const judged = judgeMembers(sight, 'log', readSpreadsheet(cells, sheet, scene).get('log')!)
    const list = { product: 'log', judged, choices: new Map([['line 3', 'record' as const]]), hash: 'h', columns: [] }
    const applied = { asOf: '2026-06-16', source: 'spreadsheet', kind: 'contractor' } as const
    const keysOf = (changes: object[]) =>
      (changes as { type: string; grants?: unknown[] }[]).flatMap(({ type, grants = [] }) => [
        ...(type === 'give' ? ['give'] : []),
        ...grants.map(() => 'recorded with'),
      ])
    expect(keysOf(listChanges(sight, [list], applied, nextId))).toEqual([])
    const giving = { ...list, keyRoleId: house.role('Rope access') }
    expect(keysOf(listChanges(sight, [giving], applied, nextId))).toEqual(['recorded with', 'recorded with', 'give'])
    house.do('Oriel', ...listChanges(sight, [giving], applied, nextId))
    const after = new Sight(house.account, house.person('Oriel'), house.now)
    const again = { ...giving, judged: judgeMembers(after, 'log', readSpreadsheet(cells, sheet, scene).get('log')!) }
    expect(keysOf(listChanges(after, [again], applied, nextId))).toEqual([])
  })
})
