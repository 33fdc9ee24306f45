import { say } from '../words/say.ts'
import { entryAt, must } from '../checks/must.ts'
import { lookup } from '../checks/lookup.ts'
import { parse } from 'csv-parse/sync'
import { spotAddresses, trimmedOf, wordAround } from './scan.ts'
import { FULL_STOPS, nameIn, NOTHING } from './list-names.ts'
import { MAXIMUM_EMAIL, normalEmail } from './email.ts'

/** What a column of a list can say of a newcomer besides name and address. */
export const LIST_COLUMNS = [
  'kind',
  'standing',
  'employer',
  'packet',
  'role',
  'place',
  'seat',
  'from',
  'until',
  'line',
  'manager',
  'group',
  'phone',
  'reference',
] as const

/** A column we know, or one of the account's own fields: `field` and its name. */
export type ListColumn = (typeof LIST_COLUMNS)[number] | `field ${string}`

/** One person as a pasted list names them (model I2). */
export interface ListedPerson {
  /** The line of the list, counted from 1. */
  line: number
  name: string
  email: string
  cells: Partial<Record<ListColumn, string>>
  /** Why the row cannot be read, with what stood there; null if it can. */
  unreadable: string | null
}

export interface PeopleListRead {
  people: ListedPerson[]
  /** What is wrong with the list as a whole; null if it can be read. */
  problem: string | null
}

/** So many people are invited by one list. */
export const MAXIMUM_PEOPLE_LISTED = 10_000

const MAXIMUM_NAME = 120

const SHOWN_TEXT = 60

/** The words columns go by, lower case. */
type Heading = ListColumn | 'name' | 'first' | 'last' | 'email'

const HEADERS: Readonly<Record<string, Heading>> = {
  name: 'name',
  'full name': 'name',
  person: 'name',
  'first name': 'first',
  firstname: 'first',
  'given name': 'first',
  first: 'first',
  'last name': 'last',
  lastname: 'last',
  surname: 'last',
  'family name': 'last',
  last: 'last',
  email: 'email',
  'e-mail': 'email',
  mail: 'email',
  address: 'email',
  'email address': 'email',
  'e-mail address': 'email',
  kind: 'kind',
  standing: 'standing',
  employer: 'employer',
  company: 'employer',
  firm: 'employer',
  packet: 'packet',
  role: 'role',
  place: 'place',
  site: 'place',
  seat: 'seat',
  from: 'from',
  start: 'from',
  begins: 'from',
  until: 'until',
  end: 'until',
  ends: 'until',
  line: 'line',
  message: 'line',
  membership: 'standing',
  'welcome packet': 'packet',
  'seat type': 'seat',
  'first day': 'from',
  'last day': 'until',
  manager: 'manager',
  'reports to': 'manager',
  group: 'group',
  groups: 'group',
  phone: 'phone',
  telephone: 'phone',
  mobile: 'phone',
  'cost centre': 'reference',
  'cost center': 'reference',
  reference: 'reference',
}

/**
 * Reads a list of people in the forms people have it (model I2): a table with a header in any order, cells of a
 * spreadsheet, vCards, or name and address in any usual order and separator, several on a line too.
 * @param ownFields the names of the account's own fields, which columns can go by.
 */
export function readPeopleList(text: string, ownFields: readonly string[] = []): PeopleListRead {
  const clean = plainText(text)
  if (clean.trim() === '') return { people: [], problem: say('people.there-is-nobody-in-the-list-write-one') }
  const people = /^[ \t]*BEGIN:VCARD/im.test(clean)
    ? readCards(clean)
    : (readTable(clean, ownFields) ?? readLines(clean))
  if (people.length > MAXIMUM_PEOPLE_LISTED) {
    const [many, most] = [people.length.toLocaleString('en'), MAXIMUM_PEOPLE_LISTED.toLocaleString('en')]
    return { people: [], problem: say('people.the-list-names-people-invite-at-most-at', { many, most }) }
  }
  return { people, problem: null }
}

/** Without byte order mark, zero-width and direction marks; one kind of line end, blank, quotation mark. */
function plainText(text: string): string {
  return text
    .replaceAll(/[\uFEFF\u200B-\u200F\u202A-\u202E\u2060\u2066-\u2069]/g, '')
    .replaceAll(/\r\n|\r|\u2028|\u2029|\u0085/g, '\n')
    .replaceAll(/[\u00A0\u2007\u202F\u3000]/g, ' ')
    .replaceAll(/[“”„«»]/g, '"')
    .replaceAll('＠', '@')
}

/** A cell that was kept from being read as a formula comes back as it was. */
function cellText(cell: string | undefined): string {
  return (cell ?? '').trim().replace(/^'(?=[=+\-@\t])/, '')
}

function readTable(text: string, ownFields: readonly string[]): ListedPerson[] | undefined {
  const first = entryAt(text.trimStart().split('\n', 1), 0)
  const delimiter = ['\t', ';', ',', '|'].find((one) => first.includes(one))
  if (!delimiter) return undefined
  const names = first.split(delimiter).map((name) => name.trim().replaceAll('"', '').toLowerCase())
  const own = new Map(ownFields.map((name) => [name.trim().toLowerCase(), `field ${name}` as const]))
  const columns = names.map((name): Heading | undefined => lookup(HEADERS, name) ?? own.get(name))
  if (first.includes('@') || !columns.includes('email')) return undefined
  const rows = parseRows(text.trimStart(), delimiter)
  return rows.slice(1).flatMap(({ record, info }) => {
    const cell = (column: string) => cellText(record[columns.findIndex((one) => one === column)])
    if (record.every((one) => one.trim() === '')) return []
    const name = cell('name') || [cell('first'), cell('last')].filter(Boolean).join(' ')
    const cells = Object.fromEntries(
      [...LIST_COLUMNS, ...own.values()].flatMap((column) => (cell(column) === '' ? [] : [[column, cell(column)]])),
    )
    return [person(info.lines, name, cell('email'), record.join(delimiter), cells)]
  })
}

/** Rows with the line each began on; where quotation marks are not in pairs they are letters like others. */
function parseRows(text: string, delimiter: string): { record: string[]; info: { lines: number } }[] {
  const options = { delimiter, relax_column_count: true, relax_quotes: true, skip_empty_lines: true, info: true }
  let rows: unknown
  try {
    rows = parse(text, options)
  } catch {
    rows = parse(text, { ...options, quote: false })
  }
  return rows as { record: string[]; info: { lines: number } }[]
}

/** vCard 3 and 4 (RFC 6350): FN or N for the name, the preferred or first EMAIL for the address. */
function readCards(text: string): ListedPerson[] {
  const people: ListedPerson[] = []
  let card: { line: number; name: string; parts: string; emails: { value: string; preferred: boolean }[] } | undefined
  const lines = text.split('\n')
  for (let at = 0; at < lines.length; at += 1) {
    let line = entryAt(lines, at)
    // A line that begins with a blank goes on the one before (RFC 6350 §3.2).
    while (/^[ \t]/.test(lines[at + 1] ?? '')) line += entryAt(lines, (at += 1)).slice(1)
    const colon = line.indexOf(':')
    const [key = '', ...parameters] = line.slice(0, colon).toUpperCase().split(';')
    const value = unescape(line.slice(colon + 1))
    if (key === 'BEGIN') card = { line: at + 1, name: '', parts: '', emails: [] }
    else if (!card) continue
    else if (key === 'FN') card.name = value
    else if (key === 'N') card.parts = [value.split(';')[1], value.split(';')[0]].filter(Boolean).join(' ')
    else if (key === 'EMAIL' || key.endsWith('.EMAIL')) {
      card.emails.push({ value, preferred: parameters.some((one) => /PREF/.test(one)) })
    } else if (key === 'END') {
      const email = card.emails.find((one) => one.preferred) ?? card.emails[0]
      people.push(person(card.line, card.name || card.parts, email?.value ?? '', card.name || card.parts))
      card = undefined
    }
  }
  return people
}

function unescape(value: string): string {
  return value
    .replaceAll(/\\([,;\\])/g, '$1')
    .replaceAll(/\\n/gi, ' ')
    .trim()
}

function readLines(text: string): ListedPerson[] {
  return text.split('\n').flatMap((line, at) => (line.trim() === '' ? [] : readLine(line.trim(), at + 1)))
}

/** One line: names and addresses take turns, the name before its address or, where the line begins with one, after. */
function readLine(line: string, number: number): ListedPerson[] {
  const plain = line.replaceAll(/mailto:/gi, '')
  const found = spotAddresses(plain)
  if (found.length === 0) return [almost(number, plain)]
  const gaps = found.map(({ index }, at) => {
    const before = found[at - 1]
    return plain.slice(before ? before.index + before.text.length : 0, index)
  })
  const rest = plain.slice(must(found.at(-1), 'last of found').index + must(found.at(-1), 'last of found').text.length)
  const namesFollow = nameIn(entryAt(gaps, 0)) === '' && (found.length > 1 ? nameIn(rest) !== '' : true)
  return found.map(({ text: address }, at) => {
    const name = namesFollow ? (gaps[at + 1] ?? rest) : entryAt(gaps, at)
    return person(number, nameIn(name), trimmedOf(address, NOTHING, FULL_STOPS), line)
  })
}

/** A line without a whole address, as it can be mended: what comes nearest to one apart, the rest as the name. */
function almost(number: number, line: string): ListedPerson {
  const sign = line.indexOf('@')
  const near = sign < 0 ? { index: 0, text: '' } : wordAround(line, sign)
  const rest = `${line.slice(0, near.index)} ${line.slice(near.index + near.text.length)}`
  return person(number, nameIn(rest), near.text.replaceAll(/[<>()"',;]/g, ''), line)
}

/** A row as it is now after someone mended it by hand. */
export function mendedRow({
  line,
  name,
  email,
  cells,
}: Pick<ListedPerson, 'line' | 'name' | 'email' | 'cells'>): ListedPerson {
  return person(line, name, email, `${name} ${email}`.trim(), cells)
}

function person(
  line: number,
  name: string,
  email: string,
  text: string,
  cells: ListedPerson['cells'] = {},
): ListedPerson {
  // Of a line as long as a book nobody reads more than this.
  const shown = text
    .trimStart()
    .slice(0, SHOWN_TEXT)
    .replaceAll(/\p{Cc}+/gu, ' ')
    .trim()
  const plain = name
    .slice(0, 2 * MAXIMUM_NAME)
    .replaceAll(/\p{Cc}+/gu, ' ')
    .trim()
  const typed = email.trim().slice(0, 2 * MAXIMUM_EMAIL)
  const address = normalEmail(typed) ?? typed
  const unreadable =
    address === ''
      ? say('people.there-is-no-email-address-in', { shown })
      : normalEmail(typed) === null
        ? say('people.is-not-a-complete-email-address', { address: address.slice(0, SHOWN_TEXT) })
        : plain.length > MAXIMUM_NAME
          ? say('people.the-name-is-longer-than-characters', { maximumName: MAXIMUM_NAME })
          : null
  return {
    line,
    name: plain.slice(0, MAXIMUM_NAME) || nameFrom(address),
    email: address.slice(0, MAXIMUM_EMAIL),
    cells,
    unreadable,
  }
}

/** Where no name is written, one is read out of the address, to be mended: `jo.reed@…` is Jo Reed. */
function nameFrom(address: string): string {
  const words = entryAt(address.split('@'), 0)
    .split(/[._+\d-]+/)
    .filter(Boolean)
  return words.map((word) => word.charAt(0).toUpperCase() + word.slice(1)).join(' ')
}
