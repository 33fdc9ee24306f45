import type { DepartureThingView } from '@lodge/core'
import { countsOf } from '../src/logic/in-products.ts'
import { handoversOf, planParts, SEVERAL, takerKey, together } from '../src/logic/leaving.ts'

const thing = (id: string, more: Partial<DepartureThingView> = {}): DepartureThingView => ({
  ...{ what: 'report', id, text: id, taker: { kind: 'person', id: 'owner', name: 'Owner' }, takers: ['person'] },
  ...{ chosen: false, acceptBy: null, accepted: false, ...more },
})

describe('the handovers of a plan', () => {
  test('hold what is chosen now; what was chosen before stays as it is, what is only proposed is counted again on its day', () => {
    const chosen = new Map([['report b', { what: 'report', id: 'b', taker: { kind: 'group' as const, id: 'g' } }]])
    const handovers = handoversOf([thing('a'), thing('b'), thing('c', { chosen: true })], chosen)
    expect(handovers).toEqual([{ what: 'report', id: 'b', takerKind: 'group', takerId: 'g' }])
  })

  test('name every person who is asked by a time, but not whoever plans, nor what is handed back', () => {
    const by = '2026-06-18T12:00'
    const mirren = { kind: 'person' as const, id: 'mirren', name: 'Mirren' }
    const things = [thing('a', { taker: mirren }), thing('b'), thing('c', { what: 'line', taker: mirren })]
    expect(handoversOf(things, new Map(), by, 'owner')).toEqual([
      { what: 'report', id: 'a', takerKind: 'person', takerId: 'mirren', acceptBy: by },
    ])
  })

  test('say of what is let go that nobody takes it, also where somebody was chosen before', () => {
    const chosen = new Map([['report a', { what: 'report', id: 'a', taker: null }]])
    expect(handoversOf([thing('a', { chosen: true })], chosen)).toEqual([{ what: 'report', id: 'a' }])
    expect(takerKey(null)).toBe('')
    expect(takerKey({ kind: 'place', id: 'p' })).toBe('place p')
  })
})

test('things that go the same way are told together, in the order of the first of each', () => {
  const ways = together(
    [
      { text: 'Wren', to: 'Mirren' },
      { text: 'Kit', to: 'Oriel' },
      { text: 'Dara', to: 'Mirren' },
    ],
    ({ to }) => ({ to }),
  )
  expect(ways.map(({ to, texts }) => `${to}: ${texts.join(', ')}`)).toEqual(['Mirren: Wren, Dara', 'Oriel: Kit'])
})

test('things in a product are counted by kind, in one order, none that there are none of', () => {
  const things = (['link', 'item', 'item'] as const).map((kind) => ({ kind }))
  expect(countsOf(things)).toEqual([
    { kind: 'item', count: 2 },
    { kind: 'link', count: 1 },
  ])
  expect(countsOf([])).toEqual([])
})

describe('the rows of a plan', () => {
  const owner = thing('a').taker
  const things = [
    thing('a'),
    thing('b', { what: 'steward', taker: null }),
    ...['c', 'd', 'e'].map((id) => thing(id, { chosen: true, what: 'steward' })),
  ]

  test('begin with what nobody takes over, then what was chosen; what is only proposed comes last', () => {
    const parts = planParts(things, ({ taker }) => taker, new Set())
    expect(parts.map(({ part, groups }) => [part, groups.map(({ things: all }) => all.map(({ id }) => id))])).toEqual([
      ['unassigned', [['b']]],
      ['chosen', [['c', 'd', 'e']]],
      ['proposed', [['a']]],
    ])
  })

  test('stay where they stood while someone else is chosen, and fold where there are many of a kind', () => {
    const takerOf = ({ id, taker }: DepartureThingView) => (id === 'b' ? owner : id === 'd' ? null : taker)
    const groupOf = (unfolded: string[]) => planParts(things, takerOf, new Set(unfolded))[1]!.groups[0]!
    expect(planParts(things, takerOf, new Set())[0]).toMatchObject({ part: 'unassigned' })
    expect(groupOf([])).toMatchObject({ folds: true, shown: [], taker: SEVERAL })
    expect(groupOf(['chosen steward']).shown).toHaveLength(3)
  })
})
