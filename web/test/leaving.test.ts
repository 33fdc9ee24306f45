import type { DepartureThingView } from '@lodge/core'
import { countsOf } from '../src/logic/in-products.ts'
import { handoversOf, takerKey, together } from '../src/logic/leaving.ts'

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
