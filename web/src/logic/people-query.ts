/** What of an address says which people the list shows and how: kept while a person is opened and closed. */
export const PEOPLE_FILTER_WORDS = ['role', 'group', 'firm', 'seat', 'place', 'invitedBy', 'unusedDays'] as const
export type PeopleFilterWord = (typeof PEOPLE_FILTER_WORDS)[number]
const LIST_WORDS = ['find', 'sort', 'columns', 'presence', ...PEOPLE_FILTER_WORDS] as const

type Query = Readonly<Record<string, unknown>>

/** The part of an address's query that is of the list. */
export function listQuery(query: Query): Record<string, string> {
  return pick(query, LIST_WORDS)
}

/** Filters and presence as one text, as a saved view keeps them. */
export function filtersText(query: Query): string {
  return new URLSearchParams(pick(query, ['presence', ...PEOPLE_FILTER_WORDS])).toString()
}

/** What a saved view keeps, for an address: every filter, those that are not set as nothing. */
export function filtersOf(text: string): Record<string, string | undefined> {
  const kept = new URLSearchParams(text)
  const words = ['presence', ...PEOPLE_FILTER_WORDS]
  return Object.fromEntries(words.map((word) => [word, kept.get(word) || undefined]))
}

/** How many filters are set. */
export function filtersSet(query: Query): number {
  return Object.keys(pick(query, PEOPLE_FILTER_WORDS)).length
}

function pick(query: Query, words: readonly string[]): Record<string, string> {
  const set = words.map((word) => [word, String(query[word] ?? '')] as const)
  return Object.fromEntries(set.filter(([, value]) => value !== ''))
}
