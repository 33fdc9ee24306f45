import type { Id, KnownState } from '../account/rows.ts'
import type { Instant } from '../time/instants.ts'
import { entryAt } from '../checks/must.ts'
import { dateReader, plainest, stateOf } from './member-cells.ts'
import { normalEmail } from '../people/email.ts'
import type { SheetSeatType } from '../account/sheet-shape.ts'
import { say } from '../words/say.ts'

/** What a column of a product's member list can say (model B3). */
export const LIST_FIELDS = ['email', 'name', 'first', 'last', 'id', 'seatType', 'state', 'lastUsed', 'firm'] as const

export type ListField = (typeof LIST_FIELDS)[number]

/** Which column says what, by its number from 0. */
export type ListColumns = Partial<Record<ListField, number>>

/** A list as read from a file: rows of cells, the heading row among them if it has one. */
export interface ListTable {
  /** The row that holds the headings; −1: there are none. */
  headingAt: number
  headings: string[]
  columns: ListColumns
}

/** One account of the list, as it is written there. */
export interface ListedMember {
  /** Counted from 1, as a spreadsheet does. */
  line: number
  /** In its normal form. */
  email: string | null
  name: string
  id: string | null
  /** Code of the seat type; null where the list does not say, or says one that there is not. */
  seatType: string | null
  /** As written, where it is no seat type of the product. */
  unknownSeat: string | null
  state: KnownState
  lastUsedAt: Instant | null
  firm: string
  /** Why the row cannot be read. */
  problem: string | null
  /** Places of ours that are named for it; only a spreadsheet names any (model B7). */
  placeIds?: readonly Id[]
}

/** Words of headings by what they represent, in their plainest form. */
/* eslint-disable words/no-literal-text -- headings of lists that others wrote are looked for in English */
export const LIST_HEADINGS: Readonly<Record<ListField, readonly string[]>> = {
  email: ['email', 'email address', 'mail', 'user email', 'login email', 'primary email', 'e mail', 'address'],
  name: ['name', 'full name', 'display name', 'user', 'person', 'member', 'employee', 'user name'],
  first: ['first name', 'given name', 'forename', 'first'],
  last: ['last name', 'family name', 'surname', 'last'],
  id: ['id', 'user id', 'member id', 'account id', 'number', 'user no', 'external id', 'login'],
  seatType: [
    'seat',
    'seat type',
    'user type',
    'license',
    'licence',
    'license type',
    'licence type',
    'plan',
    'role',
    'type',
    'access',
  ],
  state: ['status', 'state', 'active', 'enabled', 'account status', 'suspended', 'disabled'],
  lastUsed: ['last active', 'last login', 'last sign in', 'last seen', 'last used', 'last activity', 'last access'],
  firm: ['company', 'firm', 'organisation', 'organization', 'employer'],
}

/* eslint-enable words/no-literal-text */

const MAXIMUM_HEADING_ROWS = 20

const SAMPLED = 200

/**
 * Proposes which row holds the headings and what each column says: by how it was read last, by its heading, and by what
 * is in it. A list may begin with a title, or have no headings.
 * @param remembered the heading by the field, as the last list of the product was read.
 */
export function proposeColumns(
  cells: readonly (readonly string[])[],
  remembered: Readonly<Record<string, string>> = {},
): ListTable {
  const headingAt = headingRow(cells)
  const width = cells.reduce((most, row) => Math.max(most, row.length), 0)
  const heading = headingAt < 0 ? [] : entryAt(cells, headingAt)
  const headings = Array.from({ length: width }, (_, at) => heading[at]?.trim() || `Column ${at + 1}`)
  const columns: ListColumns = {}
  const taken = new Set<number>()
  const take = (field: ListField, at: number) => {
    if (at < 0 || taken.has(at) || columns[field] !== undefined) return
    columns[field] = at
    taken.add(at)
  }
  for (const field of LIST_FIELDS) {
    const text = remembered[field]
    if (text !== undefined)
      take(
        field,
        headings.findIndex((one) => plainest(one) === plainest(text)),
      )
  }
  if (headingAt >= 0) {
    const plain = headings.map(plainest)
    for (const field of LIST_FIELDS) {
      for (const word of LIST_HEADINGS[field])
        take(
          field,
          plain.findIndex((one, at) => one === word && !taken.has(at)),
        )
    }
  }
  const body = cells.slice(headingAt + 1, headingAt + 1 + SAMPLED)
  if (columns.email === undefined)
    take(
      'email',
      fullestColumn(body, width, taken, (text) => normalEmail(text) !== null),
    )
  if (columns.name === undefined && columns.last === undefined) {
    take(
      'name',
      fullestColumn(body, width, taken, (text) => /^\p{Lu}[\p{L}'’.-]+(?:[ ,]+[\p{L}'’.-]+)+$/u.test(text)),
    )
  }
  return { headingAt, headings, columns }
}

/** The first row of at least two cells most of which are heading words; a row with an email address is none. */
function headingRow(cells: readonly (readonly string[])[]): number {
  const words = new Set(Object.values(LIST_HEADINGS).flat())
  for (let at = 0; at < Math.min(cells.length, MAXIMUM_HEADING_ROWS); at += 1) {
    const row = entryAt(cells, at).map(plainest).filter(Boolean)
    if (entryAt(cells, at).some((text) => normalEmail(text) !== null)) return -1
    if (row.some((text) => words.has(text)) && row.length > 1) return at
    if (row.length === 1 && words.has(entryAt(row, 0)) && cells.length > at + 1) return at
  }
  return -1
}

export function fullestColumn(
  rows: readonly (readonly string[])[],
  width: number,
  taken: ReadonlySet<number>,
  fits: (text: string) => boolean,
): number {
  let best = -1
  let most = rows.length / 3
  for (let at = 0; at < width; at += 1) {
    if (taken.has(at)) continue
    const count = rows.filter((row) => fits((row[at] ?? '').trim())).length
    if (count > most) [best, most] = [at, count]
  }
  return best
}

/** Reads the rows of a list, each for itself; empty ones are passed over. */
export function readMembers(
  cells: readonly (readonly string[])[],
  { headingAt, headings, columns }: ListTable,
  seatTypes: readonly Pick<SheetSeatType, 'code' | 'name'>[],
  zone: string,
): ListedMember[] {
  const types = new Map(
    seatTypes.flatMap(({ code, name }) => [[plainest(code), code] as const, [plainest(name), code] as const]),
  )
  const dates = dateReader(
    cells.slice(headingAt + 1).map((row) => row[columns.lastUsed ?? -1] ?? ''),
    zone,
  )
  const found: ListedMember[] = []
  for (let at = headingAt + 1; at < cells.length; at += 1) {
    const row = entryAt(cells, at)
    if (row.every((text) => text.trim() === '')) continue
    const cell = (field: ListField) => {
      const column = columns[field]
      return column === undefined ? '' : (row[column] ?? '').trim()
    }
    const written = cell('email')
    const email = written === '' ? null : normalEmail(written)
    const name = nameFrom(cell('name'), cell('first'), cell('last'))
    const id = cell('id') || null
    const seat = cell('seatType')
    const seatType = types.get(plainest(seat)) ?? null
    const state = stateOf(cell('state'), headings[columns.state ?? -1] ?? '')
    const problem = whyUnreadable(written, email, name, id, cell('state'), state)
    found.push({
      line: at + 1,
      email,
      name,
      id,
      seatType,
      unknownSeat: seatType === null && seat !== '' ? seat : null,
      state: state ?? 'open',
      lastUsedAt: dates(cell('lastUsed')),
      firm: cell('firm'),
      problem,
    })
  }
  return found
}

/** `Roake, Tamsin` is Tamsin Roake. */
export function nameFrom(name: string, first: string, last: string): string {
  if (name === '') return [first, last].filter(Boolean).join(' ').slice(0, 120)
  const [family, given, more] = name.split(',').map((part) => part.trim())
  return (family && given && more === undefined ? `${given} ${family}` : name).slice(0, 120)
}

function whyUnreadable(
  written: string,
  email: string | null,
  name: string,
  id: string | null,
  stateText: string,
  state: KnownState | null,
): string | null {
  if (written !== '' && email === null)
    return say('products.is-not-an-email-address', { written: written.slice(0, 80) })
  if (email === null && name === '' && id === null) return say('products.the-row-has-no-email-address-name-or')
  if (state === null)
    return say('products.is-not-a-state-write-active-suspended-or', { stateText: stateText.slice(0, 40) })
  return null
}
