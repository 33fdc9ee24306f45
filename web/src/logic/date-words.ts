import type { DateWords } from './typed-date.ts'

const NAMES = [
  'today',
  'tomorrow',
  'yesterday',
  'in',
  'ago',
  'day',
  'week',
  'month',
  'year',
  'endOf',
  'next',
  'numbers',
] as const

/** The catalogue's words for dates, each a list of spellings between commas. */
export function dateWordsOf(t: (key: string) => string): DateWords {
  const read = (name: string) =>
    t(`date.word.${name}`)
      .split(',')
      .map((word) => word.trim().toLowerCase())
  return Object.fromEntries(NAMES.map((name) => [name, read(name)])) as unknown as DateWords
}
