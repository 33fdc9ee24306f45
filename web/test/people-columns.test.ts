import { columnsIn, columnsText, gridOf } from '../src/logic/people-columns.ts'

test('columns stand in a fixed order, the usual ones without a word in the address', () => {
  expect(columnsIn('')).toEqual(['reach', 'seats', 'until'])
  expect(columnsIn('cost,nonsense,reach')).toEqual(['reach', 'cost'])
  expect(columnsText(['until', 'seats', 'reach'])).toBeUndefined()
  expect(columnsText(['reach', 'cost'])).toBe('reach,cost')
  expect(gridOf(['until'])).toBe('18px 26px minmax(130px, 1.6fr) 92px')
})
