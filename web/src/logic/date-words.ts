import type { DateWords } from './typed-date.ts'

/** The catalogue's words for dates, each a list of spellings between commas. */
export function dateWordsOf(t: (key: string) => string): DateWords {
  const read = (name: string) =>
    t(`date.word.${name}`)
      .split(',')
      .map((word) => word.trim().toLowerCase())
  return {
    ...{ today: read('today'), tomorrow: read('tomorrow'), yesterday: read('yesterday') },
    ...{ in: read('in'), ago: read('ago'), next: read('next'), endOf: read('endOf') },
    ...{ day: read('day'), week: read('week'), month: read('month'), year: read('year') },
    numbers: read('numbers'),
  }
}
