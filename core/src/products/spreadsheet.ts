import { normalEmail } from '../people/email.ts'
import type { Id } from '../account/rows.ts'
import { fullestColumn, LIST_HEADINGS, nameFrom, type ListedMember } from './member-list.ts'
import { plainest } from './member-cells.ts'
import { dateReader } from './member-cells.ts'
import type { SheetSeatType } from '../account/sheet-shape.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

// The usual spreadsheet: people in rows, products in columns, in the cell a mark, a seat type, a date or a client (B7).

/** What a column that says who someone is can say. */
export const WHO_FIELDS = ['email', 'name', 'first', 'last', 'firm'] as const
export type WhoField = (typeof WHO_FIELDS)[number]

/** `yes`: they have it; `no`: they do not; else the code of the seat type they have. */
export type MarkMeaning = 'yes' | 'no' | { seatType: string }

/** What the cells hold of a product's column, and what it means there. */
export interface SheetMark {
  /** As written; null for all dates, or all that name places, together. */
  text: string | null
  count: number
  meaning: MarkMeaning
  /** Dates and names of places are told as such. */
  looksLike: 'mark' | 'seat' | 'date' | 'place'
}

/** A column of the spreadsheet: who someone is, a product, or nothing that is needed. */
export interface SheetColumn {
  heading: string
  as: WhoField | 'product' | 'other'
  /** Code of the product. */
  product: string | null
  /** Of any column whose cells are few different ones: what each would mean. */
  marks: SheetMark[]
  /** The first cells that are not empty. */
  samples: string[]
}

export interface Spreadsheet {
  /** The row that holds the headings; −1: there are none. */
  headingAt: number
  columns: SheetColumn[]
}

/** What is there to be found in a spreadsheet. */
export interface SheetScene {
  products: readonly { code: string; name: string; seatTypes: readonly Pick<SheetSeatType, 'code' | 'name'>[] }[]
  places: readonly { id: Id; name: string }[]
  zone: string
}

const MAXIMUM_HEADING_ROWS = 20
/** A column with more different cells than this says something else. */
const MAXIMUM_MARKS = 40
const SAMPLES = 3

const NO = new Set(['', 'no', 'n', 'n a', 'na', 'none', 'false', '0', 'nein', 'not', 'never', 'left', 'removed'])
const NO_SIGNS = /^[-–—/]+$/

/** Proposes what each column is and what each mark means; the reader confirms each once (model B7). */
export function proposeSpreadsheet(cells: readonly (readonly string[])[], scene: SheetScene): Spreadsheet {
  const headingAt = headingRow(cells, scene)
  const width = cells.reduce((most, row) => Math.max(most, row.length), 0)
  const body = cells.slice(headingAt + 1)
  const headings = Array.from(
    { length: width },
    (_, at) => cells[headingAt]?.[at]?.trim() || say('products.column', { at: at + 1 }),
  )
  const who = whoColumns(headings, body, headingAt >= 0)
  const taken = new Set<string>()
  const columns = headings.map((heading, at): SheetColumn => {
    const texts = body.map((row) => (row[at] ?? '').trim())
    const samples = texts.filter(Boolean).slice(0, SAMPLES)
    const field = who.get(at)
    if (field) return { heading, as: field, product: null, marks: [], samples }
    const product = productOf(heading, scene, taken)
    if (product) taken.add(product.code)
    const marks = marksOf(texts, product?.seatTypes ?? [], scene)
    return { heading, as: product ? 'product' : 'other', product: product?.code ?? null, marks, samples }
  })
  return { headingAt, columns }
}

/** The marks of a column anew, as when another product was chosen for it. */
export function proposeMarks(
  cells: readonly (readonly string[])[],
  headingAt: number,
  column: number,
  product: string,
  scene: SheetScene,
): SheetMark[] {
  const found = scene.products.find(({ code }) => code === product)
  const texts = cells.slice(headingAt + 1).map((row) => (row[column] ?? '').trim())
  return marksOf(texts, found?.seatTypes ?? [], scene)
}

/** The first row that names a product or a field of people, and holds no email address. */
function headingRow(cells: readonly (readonly string[])[], scene: SheetScene): number {
  const words = new Set(WHO_FIELDS.flatMap((field) => LIST_HEADINGS[field]))
  for (let at = 0; at < Math.min(cells.length, MAXIMUM_HEADING_ROWS); at += 1) {
    const row = entryAt(cells, at)
      .map((text) => text.trim())
      .filter(Boolean)
    if (row.some((text) => normalEmail(text) !== null)) return at - 1
    const known = row.filter((text) => words.has(plainest(text)) || productOf(text, scene, new Set()) !== undefined)
    if (row.length > 1 && known.length > 0 && known.length * 4 >= row.length) return at
  }
  return -1
}

function whoColumns(headings: readonly string[], body: readonly (readonly string[])[], named: boolean) {
  const found = new Map<number, WhoField>()
  const has = (field: WhoField) => [...found.values()].includes(field)
  const plain = headings.map(plainest)
  for (const field of named ? WHO_FIELDS : []) {
    const words = LIST_HEADINGS[field]
    const at = plain.findIndex((one, index) => !found.has(index) && words.includes(one))
    if (at >= 0) found.set(at, field)
  }
  const sampled = body.slice(0, 200)
  const fill = (field: WhoField, fits: (text: string) => boolean) => {
    const at = fullestColumn(sampled, headings.length, new Set(found.keys()), fits)
    if (at >= 0) found.set(at, field)
  }
  if (!has('email')) fill('email', (text) => normalEmail(text) !== null)
  if (!has('name') && !has('last')) fill('name', (text) => /^\p{Lu}[\p{L}'’.-]+(?:[ ,]+[\p{L}'’.-]+)+$/u.test(text))
  return found
}

/** `quotes` is `quote`; short words are only themselves. */
function isSameWord(one: string, other: string): boolean {
  const [short, long] = one.length <= other.length ? [one, other] : [other, one]
  return one === other || (short.length >= 4 && long.length - short.length <= 2 && long.startsWith(short))
}

/** A product by its name: the same words, or all of the one in the other. */
function productOf(heading: string, { products }: SheetScene, taken: ReadonlySet<string>) {
  const words = new Set(plainest(heading).split(' ').filter(Boolean))
  if (words.size === 0) return undefined
  return products.find(({ code, name }) => {
    if (taken.has(code)) return false
    const own = plainest(name).split(' ')
    const has = (all: Iterable<string>, word: string) => [...all].some((one) => isSameWord(one, word))
    return own.every((word) => has(words, word)) || [...words].every((word) => has(own, word))
  })
}

function marksOf(
  texts: readonly string[],
  seatTypes: SheetScene['products'][number]['seatTypes'],
  { places, zone }: SheetScene,
): SheetMark[] {
  const readDate = dateReader(texts, zone)
  const named = placesBy(places)
  const found = new Map<string, SheetMark>()
  for (const text of texts) {
    if (text === '') continue
    const key = markKey(text, readDate, named)
    const known = found.get(key)
    if (known) {
      known.count += 1
      continue
    }
    if (found.size === MAXIMUM_MARKS) return []
    const seat = seatTypes.find(({ code, name }) => [plainest(code), plainest(name)].includes(plainest(text)))
    const isTogether = key === DATES || key === PLACES
    found.set(key, {
      text: isTogether ? null : text,
      count: 1,
      meaning: isTogether ? 'yes' : seat ? { seatType: seat.code } : isNo(text) ? 'no' : 'yes',
      looksLike: key === DATES ? 'date' : key === PLACES ? 'place' : seat ? 'seat' : 'mark',
    })
  }
  return [...found.values()].sort((one, other) => other.count - one.count)
}

/** What no cell can say: cells hold no control characters. */
const DATES = '\u0000 dates'
const PLACES = '\u0000 places'

/** Cells with the same key mean the same: those of one writing, all dates, and all that name places. */
function markKey(text: string, readDate: (text: string) => unknown, named: ReadonlyMap<string, Id | null>): string {
  if (!/^\d{1,4}$/.test(text) && readDate(text) !== null) return DATES
  return placesIn(text, named).length > 0 ? PLACES : plainMark(text)
}

/** The key of the cells that a mark names. */
export function keyOfMark({ text, looksLike }: Pick<SheetMark, 'text' | 'looksLike'>): string {
  if (text !== null) return plainMark(text)
  return looksLike === 'place' ? PLACES : DATES
}

const plainMark = (text: string) => text.toLowerCase().replace(/\s+/g, ' ').trim()

/** Places by their names in plain writing; a name that two of them have names neither. */
function placesBy(places: SheetScene['places']): ReadonlyMap<string, Id | null> {
  const found = new Map<string, Id | null>()
  for (const { id, name } of places) found.set(plainest(name), found.has(plainest(name)) ? null : id)
  return found
}

/** The places that a cell names, one or several of them. */
function placesIn(text: string, named: ReadonlyMap<string, Id | null>): Id[] {
  const found = [text, ...text.split(/[,;/\n]/)].flatMap((part) => named.get(plainest(part)) ?? [])
  return [...new Set(found)]
}

const isNo = (text: string) =>
  NO.has(plainest(text)) && !/^[x✓✔•*+]$/iu.test(text) && (plainest(text) !== '' || NO_SIGNS.test(text))

/**
 * Each product's rows as its member list would have them: everyone whose cell says they have it. Someone whose cell is
 * empty or says no is missing in that list.
 */
export function readSpreadsheet(
  cells: readonly (readonly string[])[],
  { headingAt, columns }: Spreadsheet,
  scene: SheetScene,
): Map<string, ListedMember[]> {
  const at = (field: WhoField) => columns.findIndex(({ as }) => as === field)
  const where = Object.fromEntries(WHO_FIELDS.map((field) => [field, at(field)])) as Record<WhoField, number>
  const lists = new Map<string, ListedMember[]>()
  const named = placesBy(scene.places)
  columns.forEach((column, index) => {
    if (column.as !== 'product' || !column.product) return
    const meanings = new Map(column.marks.map((mark) => [keyOfMark(mark), mark.meaning]))
    const readDate = dateReader(
      cells.slice(headingAt + 1).map((row) => row[index] ?? ''),
      scene.zone,
    )
    const members = lists.get(column.product) ?? []
    lists.set(column.product, members)
    for (let line = headingAt + 1; line < cells.length; line += 1) {
      const row = entryAt(cells, line)
      const text = (row[index] ?? '').trim()
      if (text === '') continue
      const meaning = meanings.get(markKey(text, readDate, named)) ?? 'no'
      if (meaning === 'no') continue
      members.push({ ...memberOf(row, line, where, meaning), placeIds: placesIn(text, named) })
    }
  })
  return lists
}

function memberOf(
  row: readonly string[],
  line: number,
  where: Record<WhoField, number>,
  meaning: Exclude<MarkMeaning, 'no'>,
): ListedMember {
  const cell = (field: WhoField) => (where[field] < 0 ? '' : (row[where[field]] ?? '').trim())
  const written = cell('email')
  const email = written === '' ? null : normalEmail(written)
  const name = nameFrom(cell('name'), cell('first'), cell('last'))
  const isEmpty = written === '' && name === ''
  const problem =
    written !== '' && email === null
      ? say('products.is-not-an-email-address', { written: written.slice(0, 80) })
      : isEmpty
        ? say('products.the-row-has-no-email-address-or-name')
        : null
  return {
    ...{ line: line + 1, email, name, id: null, seatType: meaning === 'yes' ? null : meaning.seatType },
    ...{ unknownSeat: null, state: 'open', lastUsedAt: null, firm: cell('firm'), problem },
  }
}
