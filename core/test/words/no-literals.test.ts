import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { CHANGE_TYPES, inLanguage, TABLE_NAMES } from '../../src/index.ts'
import { changeTried, EXAMPLES, house, numbersIn } from '../recorded.ts'
import { textsOf } from '../told.ts'

/** What people called something, and dates and codes that are the same in any language. */
function isValue(): RegExp {
  const { account } = house
  const rows = TABLE_NAMES.flatMap((table) => [...account.all(table)].map((row) => (row as { name?: string }).name))
  const people = [...account.all('person')].map(({ id }) => account.nameOf(id))
  const sheets = [...account.all('sheet')].flatMap(({ sheet }) => [
    sheet.name,
    ...[
      ...sheet.areas,
      ...sheet.seatTypes,
      ...sheet.areas.flatMap(({ actions, levels }) => [...actions, ...levels]),
    ].flatMap((one) => Object.values(one).filter((value): value is string => typeof value === 'string')),
  ])
  const drawn = ['Yard', 'Depot', 'North', 'Season', 'Summer', 'Winter', 'Quotes', 'Bids', 'Una Known', 'Office tablet']
  const months = ['May', 'June', 'July', 'August', 'September', 'October', 'December']
  const names = [...rows, ...people, ...sheets, ...drawn, ...months].filter((name) => name)
  const longestFirst = [...new Set(names)].sort((one, other) => other!.length - one!.length)
  return new RegExp(longestFirst.map((name) => name!.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')).join('|'), 'gi')
}

test('everything said of a change is from the catalogue: in a longer language no English word is left', () => {
  const values = isValue()
  const left = new Map<string, string>()
  let texts = 0
  for (const type of CHANGE_TYPES.filter((one) => one !== 'undo')) {
    for (const number of numbersIn(readFileSync(join(EXAMPLES, `${type}.txt`), 'utf8'))) {
      for (const text of inLanguage('en-x-long', () => textsOf(changeTried(type, number)!))) {
        texts += 1
        const english = text.replace(values, '').match(/\b[a-z]+\b/gi) ?? []
        for (const word of english)
          if (word.length > 2 && /[aeiou]/i.test(word)) left.set(word, `${type} ${number}: ${text}`)
      }
    }
  }
  expect(texts).toBeGreaterThan(1000)
  expect([...left]).toEqual([])
})
