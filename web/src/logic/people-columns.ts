/** What can be shown beside a name in the list of people, and how wide it is. */
export const PEOPLE_COLUMNS = {
  reach: 'minmax(174px, 1fr)',
  seats: 'minmax(0, 88px)',
  manager: 'minmax(0, 130px)',
  standing: '104px',
  from: '84px',
  until: '92px',
  cost: '86px',
  lastUse: '84px',
  seen: '84px',
} as const
export type PeopleColumn = keyof typeof PEOPLE_COLUMNS

const USUAL: readonly PeopleColumn[] = ['reach', 'seats', 'until']

/** The columns an address asks for, in their fixed order; the usual ones where it asks for none. */
export function columnsIn(text: string): PeopleColumn[] {
  const asked = new Set(text.split(','))
  const found = (Object.keys(PEOPLE_COLUMNS) as PeopleColumn[]).filter((one) => asked.has(one))
  return found.length > 0 ? found : [...USUAL]
}

/** How an address names some columns; nothing for the usual ones. */
export function columnsText(columns: readonly PeopleColumn[]): string | undefined {
  const same = columns.length === USUAL.length && USUAL.every((one) => columns.includes(one))
  return same ? undefined : columns.join(',')
}

/** How a row's cells lie: what picks it, the door, the name, and the columns. */
export function gridOf(columns: readonly PeopleColumn[]): string {
  return ['18px 26px minmax(130px, 1.6fr)', ...columns.map((one) => PEOPLE_COLUMNS[one])].join(' ')
}
