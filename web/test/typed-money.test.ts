import { fieldMinor, typedMinor } from '../src/logic/typed-money.ts'

test.each([
  ['45', 4500],
  ['45.00', 4500],
  ['45,5', 4550],
  ['€ 45', 4500],
  ['1.234,50', 123450],
  ['1,234.50', 123450],
  ['1 234.5', 123450],
  ['1.234', 123400],
  ['0', 0],
  ['45.001', 4500100],
  ['45.0012', null],
  ['4 for 5', null],
  ['', null],
  ['-3', null],
])('%s as euros is %s', (text, minor) => {
  expect(typedMinor(text, 'EUR')).toBe(minor)
})

test('in the minor units of other currencies', () => {
  expect([typedMinor('1400', 'JPY'), typedMinor('1.5', 'KWD'), typedMinor('14.5', 'JPY')]).toEqual([1400, 1500, null])
  expect([fieldMinor(4500, 'EUR'), fieldMinor(1400, 'JPY'), fieldMinor(1500, 'KWD')]).toEqual([
    '45.00',
    '1400',
    '1.500',
  ])
})
