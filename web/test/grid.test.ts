import type { GridGroup, GridRow } from '@lodge/core'
import { CELL as CELLS, TILE as TILES, UNSEEN as UNSEEN_CELL } from '@lodge/core'
import { ref } from 'vue'
import { blockBetween, bytesOf, CELL, Lines, marksOf, TILE, TileStore, UNSEEN, type Tile } from '../src/logic/grid.ts'
import { COLUMN_PIXELS, columnOfHead, HEAD_PIXELS, ROW_PIXELS, under } from '../src/logic/grid-scene.ts'
import { cellWords } from '../src/logic/grid-words.ts'
import { changeOfDraft, differ, draftOf, emptyDraft, entryWords, levelUpTo } from '../src/logic/roles.ts'
import { useGridBrush } from '../src/state/grid-brush.ts'
import type { NewOf } from '../src/api/types.ts'

const group = (key: string, start: number, count: number): GridGroup => ({ key, label: key, start, count })

test('cells and tiles are read as the core writes them', () => {
  expect([CELL.heldBack, CELL.approval, CELL.ownOnly, CELL.absent, CELL.onceIn]).toEqual(Object.values(CELLS))
  expect([TILE, UNSEEN]).toEqual([TILES, UNSEEN_CELL])
  expect([...bytesOf('AAH/')]).toEqual([0, 1, 255])
})

describe('the lines of the grid', () => {
  const groups = [group('staff', 0, 2), group('crew', 2, 50_000), group('clients', 50_002, 1)]

  test('are the heads of groups and the people in them', () => {
    const lines = new Lines(groups, new Set())
    expect(lines.count).toBe(50_006)
    const words = [0, 1, 2, 3, 4, 50_003, 50_004, 50_005].map((at) => {
      const line = lines.at(at)!
      return line.row === null ? line.group.key : line.row
    })
    expect(words).toEqual(['staff', 0, 1, 'crew', 2, 50_001, 'clients', 50_002])
    expect([lines.at(-1), lines.at(50_006)]).toEqual([undefined, undefined])
  })

  test('leave out what is folded, and find a row where it stands', () => {
    const lines = new Lines(groups, new Set(['crew']))
    expect(lines.count).toBe(6)
    expect(lines.at(4)).toEqual({ group: groups[2], row: null })
    expect([lines.lineOf(1), lines.lineOf(50_002), lines.lineOf(3)]).toEqual([2, 5, -1])
    expect(new Lines([], new Set()).at(0)).toBeUndefined()
  })
})

describe('tiles', () => {
  /** A server that answers when it is let. */
  function slowly() {
    const asked: string[] = []
    const waiting: (() => void)[] = []
    const fetchTile = (row: number, column: number) => {
      asked.push(`${row} ${column}`)
      return new Promise<Tile>((resolve) =>
        waiting.push(() => resolve({ rows: [], cells: new Uint8Array([row, column]) })),
      )
    }
    const answer = async () => {
      waiting.shift()!()
      await new Promise((resolve) => setTimeout(resolve))
    }
    return { asked, answer, fetchTile, waiting }
  }
  const tiles = (...rows: number[]) => rows.map((row) => ({ row, column: 0 }))

  test('are asked for two at a time, and those out of sight no more', async () => {
    const server = slowly()
    let arrived = 0
    const store = new TileStore(server.fetchTile, () => (arrived += 1))
    store.want(tiles(0, 1, 2, 3))
    expect(server.asked).toEqual(['0 0', '1 0'])
    store.want(tiles(3, 8))
    store.want(tiles(1, 3, 8))
    await server.answer()
    expect(server.asked).toEqual(['0 0', '1 0', '3 0'])
    await server.answer()
    expect(server.asked.at(-1)).toBe('8 0')
    await server.answer()
    await server.answer()
    expect(arrived).toBe(4)
    expect(store.get(3, 0)!.cells[0]).toBe(3)
    store.want(tiles(3, 8))
    expect(server.asked).toHaveLength(4)
  })

  test('are let go in the order they were last seen, so that a long scroll keeps its memory', async () => {
    const store = new TileStore(
      (row) => Promise.resolve({ rows: [], cells: new Uint8Array([row]) }),
      () => undefined,
    )
    for (let row = 0; row < 400; row += 1) {
      store.want([
        { row: 0, column: 0 },
        { row, column: 0 },
      ])
      await new Promise((resolve) => setTimeout(resolve))
    }
    expect(store.size).toBe(96)
    expect(store.get(0, 0)).toBeDefined()
    expect(store.get(1, 0)).toBeUndefined()
  })

  test('what comes after the question changed is not kept, and one that fails is asked for again', async () => {
    const server = slowly()
    const store = new TileStore(server.fetchTile, () => undefined)
    store.want(tiles(0))
    const next = store.renew()
    await server.answer()
    expect([store.size, next.size]).toEqual([0, 0])
    let tries = 0
    const failing = new TileStore(
      () =>
        ++tries === 1 ? Promise.reject(new Error('away')) : Promise.resolve({ rows: [], cells: new Uint8Array(1) }),
      () => undefined,
    )
    failing.want(tiles(5))
    await new Promise((resolve) => setTimeout(resolve))
    failing.want(tiles(5))
    await new Promise((resolve) => setTimeout(resolve))
    expect([tries, failing.size]).toEqual([2, 1])
  })
})

test('a block is the same from whichever corner', () => {
  const [one, other] = [
    { line: 5, column: 2 },
    { line: 3, column: 7 },
  ]
  expect(blockBetween(one, other)).toEqual({ fromLine: 3, toLine: 5, fromColumn: 2, toColumn: 7 })
  expect(blockBetween(other, one)).toEqual(blockBetween(one, other))
})

describe('a block drawn', () => {
  function brush() {
    const at = ref({ line: 4, column: 4 })
    const drawn: unknown[] = []
    return { at, drawn, ...useGridBrush(at, (block) => drawn.push(block)) }
  }

  test('by pointer reaches from where it was pressed to where it is let go, and is told of once', () => {
    const { press, drag, block, drawn, at, ...brushed } = brush()
    drag({ line: 9, column: 9 })
    expect(block.value).toBeNull()
    press({ line: 2, column: 3 })
    drag({ line: 4, column: 1 })
    expect(at.value).toEqual({ line: 2, column: 3 })
    brushed.release()
    brushed.release()
    expect(drawn).toEqual([{ fromLine: 2, toLine: 4, fromColumn: 1, toColumn: 3 }])
    expect(block.value).toBeNull()
  })

  test('by keys grows from where one began; nothing drawn is the one cell', () => {
    const { extend, finish, drop, drawn, at } = brush()
    for (const line of [5, 6]) {
      const before = at.value
      at.value = { line, column: 4 }
      extend(before)
    }
    finish()
    finish()
    extend({ line: 0, column: 0 })
    drop()
    finish()
    const one = { fromLine: 6, toLine: 6, fromColumn: 4, toColumn: 4 }
    expect(drawn).toEqual([{ fromLine: 4, toLine: 6, fromColumn: 4, toColumn: 4 }, one, one])
  })
})

test('a point of the grid is found under what is scrolled, and a leaning name by its foot', () => {
  const scrolled = {
    view: { columns: Array(30).fill({}) } as never,
    side: 190,
    left: 3 * COLUMN_PIXELS,
    top: 10 * ROW_PIXELS,
  }
  const at = (x: number, y: number) => under({ ...scrolled, x, y })
  expect(at(191, HEAD_PIXELS + 1)).toEqual({ line: 10, column: 3 })
  expect(at(10, HEAD_PIXELS + 2 * ROW_PIXELS)).toEqual({ line: 12, column: -1 })
  expect(at(190 + COLUMN_PIXELS, 5)).toEqual({ line: -1, column: 4 })
  expect(at(190 + 40 * COLUMN_PIXELS, HEAD_PIXELS)).toEqual({ line: 10, column: -1 })
  expect(columnOfHead({ ...scrolled, x: 191, y: HEAD_PIXELS - 10 })).toBe(3)
  // A hundred pixels further up, the name has leant by a column.
  expect(columnOfHead({ ...scrolled, x: 191 + COLUMN_PIXELS, y: HEAD_PIXELS - 112 })).toBe(3)
})

test('a cell in words says the level, what holds it back, and what the docket would do', () => {
  const said = (key: string, named: Record<string, unknown> = {}) => [key, ...Object.values(named)].join(' ')
  const person = { id: 'rafe', name: 'Rafe' } as GridRow
  const words = (cell: number, mark?: { kind: 'gives' | 'takes'; level: number }) =>
    cellWords(person, 'Orchard', cell, mark, said)
  expect(words(3)).toBe('grid.cell Rafe Orchard level.change')
  expect(words(2 | CELL.approval | CELL.absent)).toContain('level.add, grid.approval, grid.absent')
  expect(words(CELL.heldBack)).toContain('level.none, effect.needsSeat')
  expect(words(1 | CELL.heldBack)).toContain('level.see, effect.heldBack')
  expect(words(UNSEEN)).toBe('grid.cell Rafe Orchard grid.unseen')
  expect(words(0, { kind: 'gives', level: 4 })).toContain('level.none, grid.gives level.run')
})

test('the docket’s marks stand at the place and at what lies beneath, in the area looked at', () => {
  const effect = (kind: 'gained' | 'lost', area: string, after: string) => ({
    kind,
    personId: 'rafe',
    placeId: kind,
    beneathIds: [`${kind}-below`],
    areas: [{ area, after }],
  })
  const effects = [
    effect('gained', 'log/photos', 'change'),
    effect('lost', 'log/photos', 'none'),
    effect('gained', 'porter/access', 'run'),
  ]
  expect(marksOf(effects.slice(0, 2), 'log/photos')).toEqual(
    new Map([
      ['rafe gained', { kind: 'gives', level: 3 }],
      ['rafe gained-below', { kind: 'gives', level: 3 }],
      ['rafe lost', { kind: 'takes', level: 0 }],
      ['rafe lost-below', { kind: 'takes', level: 0 }],
    ]),
  )
  expect(marksOf(effects, 'log/drawings').size).toBe(0)
  // Jolly Porter's own areas are no key to a product.
  expect(marksOf(effects.slice(2), null).size).toBe(0)
})

describe('a role’s form', () => {
  const area = (key: string, levels: ('see' | 'add' | 'change' | 'run')[]) => ({
    key,
    name: key,
    product: 'Log',
    sensitive: false,
    account: false,
    own: false,
    levels,
    actions: [],
  })
  const areas = [area('log/photos', ['see', 'add', 'change']), area('log/reports', ['see', 'run'])]
  const entry = (more: object = {}) => ({
    level: 'change' as const,
    free: 'change' as const,
    approval: 'change' as const,
    withheld: [],
    needsApproval: [],
    scope: 'all' as const,
    fromBase: false,
    ...more,
  })
  const role = (entries: Record<string, ReturnType<typeof entry>>) => ({
    id: 'r',
    name: 'Gardener',
    baseId: null,
    base: null,
    wallPassing: false,
    retired: false,
    given: 0,
    entries,
  })

  test('says nothing until it has a name and an area, then a change', () => {
    const draft = emptyDraft(areas)
    expect(changeOfDraft(draft)).toBeNull()
    draft.name = ' Planner '
    expect(changeOfDraft(draft)).toBeNull()
    draft.areas['log/photos']!.level = 'see'
    expect(changeOfDraft(draft)).toEqual({
      type: 'make-role',
      name: 'Planner',
      areas: [{ area: 'log/photos', level: 'see', withheld: [], approval: [], scope: 'all' }],
      baseId: null,
      wallPassing: false,
      approvers: null,
    })
  })

  test('of a follower holds only what it says itself', () => {
    const draft = draftOf(
      areas,
      role({ 'log/photos': entry({ fromBase: true }), 'log/reports': entry({ scope: 'own' }) }),
    )
    expect([draft.areas['log/photos']!.level, draft.areas['log/reports']]).toEqual([
      '',
      { level: 'change', withheld: [], approval: [], scope: 'own' },
    ])
    expect(changeOfDraft(draft)).toMatchObject({ type: 'change-role', roleId: 'r' })
    const step = (kind: 'manager' | 'named' | 'group', personIds: string[] = []) => ({ kind, personIds, groupId: '' })
    const asked = (...steps: ReturnType<typeof step>[]) =>
      (changeOfDraft({ ...draft, approvers: { order: 'all', steps } }) as NewOf<'change-role'>).approvers
    expect([asked(), asked(step('manager'))]).toEqual([null, { kind: 'manager' }])
    expect(asked(step('named', ['p']))).toEqual({ kind: 'named', personIds: ['p'] })
    expect(asked(step('named', ['p']), step('manager'))).toEqual({
      ...{ kind: 'steps', order: 'all' },
      steps: [{ kind: 'named', personIds: ['p'] }, { kind: 'manager' }],
    })
    // Nobody is named yet: it says nothing.
    expect([asked(step('named')), asked(step('group'))]).toEqual([null, null])
  })

  test('one level for a whole product is in each area the highest it knows up to that', () => {
    expect(areas.map((one) => levelUpTo(one, 'change'))).toEqual(['change', 'see'])
    expect(levelUpTo(area('x', ['run']), 'see')).toBe('')
  })

  test('side by side, roles differ where they say something else, wherever it comes from', () => {
    const [one, other] = [role({ 'log/photos': entry() }), role({ 'log/photos': entry({ fromBase: true }) })]
    expect(differ([one, other], 'log/photos')).toBe(false)
    expect(differ([one, role({})], 'log/photos')).toBe(true)
    expect(entryWords(entry({ free: 'add', needsApproval: ['change'], withheld: ['export'], scope: 'own' }))).toEqual({
      level: 'add',
      notes: ['approval', 'less', 'own'],
    })
    expect(entryWords(undefined)).toEqual({ level: 'none', notes: [] })
  })
})
