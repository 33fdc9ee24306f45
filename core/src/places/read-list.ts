import { problem, type Problem } from '../checks/problem.ts'
import { bracketedAtEnd, trimmedOf } from '../people/scan.ts'
import { entryAt, must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** A place as a pasted list names it. */
export interface ListedPlace {
  name: string
  kind: string | null
  reference: string | null
  walled: boolean
  /** The number of the listed place it is in, or null for the top. */
  within: number | null
  /** The line of the list, counted from 1. */
  line: number
}

export type PlaceListRead = { places: ListedPlace[]; problems: Problem[] }

/** So many places are laid out at once: what one commit holds (model C2). */
export const MAXIMUM_LISTED = 1_500
const MAXIMUM_PROBLEMS = 20
const TAB = 4
const BULLET = /^(?:[-*•–]|\d{1,6}[.)])\s+/
const WALLED = 'walled'
const BEFORE_WORD = new Set(' \t\u00a0,')
const NOTHING = new Set<string>()

/**
 * Reads an indented list, a place a line: whatever is indented more than the line above is in it; tabs count as four
 * blanks, bullets are left out. After the name may stand its reference in square brackets, its kind in round ones, and
 * `walled`: `Helipad roof [PH-7] (location) walled`. Empty lines are skipped. Every problem names its line.
 */
export function readPlaceList(text: string): PlaceListRead {
  const lines = text.split(/\r\n|\r|\n/)
  const filled = lines.flatMap((line, at) => (line.trim() === '' ? [] : [{ line, number: at + 1 }]))
  const tooMany = checkCount(filled.length)
  if (tooMany) return { places: [], problems: [tooMany] }
  const problems: Problem[] = []
  const places: ListedPlace[] = []
  const open: { indent: number; at: number }[] = []
  for (const { line, number } of filled) {
    const indent = indentOf(line)
    while (open.length > 0 && must(open.at(-1), 'last of open').indent >= indent) open.pop()
    const read = readLine(line.trim().replace(BULLET, ''))
    const found = { ...read, within: open.at(-1)?.at ?? null, line: number }
    open.push({ indent, at: places.length })
    places.push(found)
    problems.push(...problemsOf(found))
  }
  problems.push(...twins(places))
  return { places, problems: problems.slice(0, MAXIMUM_PROBLEMS) }
}

/**
 * The same from a table whose first row names its columns, in any order: `place` (a path such as `Client / Site`), or
 * one column a level, and `reference`, `kind`, `walled`.
 */
export function readPlaceTable(rows: readonly (readonly string[])[]): PlaceListRead {
  const header = (rows[0] ?? []).map((cell) => cell.trim().toLowerCase())
  const at = (names: readonly string[]) => header.findIndex((name) => names.includes(name))
  const [path, reference, kind, walled] = [
    at(['place', 'path']),
    // eslint-disable-next-line words/no-literal-text -- headings that others wrote are looked for in English
    at(['reference', 'code', 'cost code']),
    at(['kind']),
    at(['walled', 'wall']),
  ]
  const levels =
    path >= 0 ? [path] : header.flatMap((_name, index) => ([reference, kind, walled].includes(index) ? [] : [index]))
  const body = rows.slice(1)
  const tooMany = checkCount(body.length)
  if (tooMany) return { places: [], problems: [tooMany] }
  const problems: Problem[] = []
  const places: ListedPlace[] = []
  const known = new Map<string, number>()
  body.forEach((row, index) => {
    const line = index + 2
    const cells = levels.map((level) => (row[level] ?? '').trim())
    const names = (path >= 0 ? entryAt(cells, 0).split('/') : cells).map((name) => name.trim()).filter(Boolean)
    if (names.length === 0)
      return void problems.push(problem('no-name', say('places.line-it-names-no-place', { line })))
    let within: number | null = null
    names.forEach((name, depth) => {
      const key = names
        .slice(0, depth + 1)
        .join('/')
        .toLowerCase()
      const last = depth === names.length - 1
      const seen = known.get(key)
      if (seen !== undefined && last) {
        const twin = say('places.line-is-in-the-list-twice-first-in', { line, name, line2: entryAt(places, seen).line })
        return void problems.push(problem('name-twice', twin))
      }
      if (seen === undefined) {
        const word = (column: number) => (last && column >= 0 ? (row[column] ?? '').trim() : '')
        const found = {
          name,
          kind: word(kind) || null,
          reference: word(reference) || null,
          walled: /^(yes|y|true|1|x|walled)$/i.test(word(walled)),
          within,
          line,
        }
        known.set(key, places.length)
        places.push(found)
        problems.push(...problemsOf(found))
      }
      within = must(known.get(key), 'entry of known')
    })
  })
  return { places, problems: problems.slice(0, MAXIMUM_PROBLEMS) }
}

function checkCount(count: number): Problem | undefined {
  if (count === 0) return problem('empty-list', say('places.there-is-no-place-in-the-list-write'))
  if (count <= MAXIMUM_LISTED) return undefined
  const [many, most] = [count.toLocaleString('en'), MAXIMUM_LISTED.toLocaleString('en')]
  return problem('too-long', say('places.the-list-has-lines-add-at-most-places', { many, most }))
}

function indentOf(line: string): number {
  let indent = 0
  for (const character of line) {
    if (character === '\t') indent += TAB - (indent % TAB)
    else if (/\s/.test(character)) indent += 1
    else break
  }
  return indent
}

function readLine(text: string): Pick<ListedPlace, 'name' | 'kind' | 'reference' | 'walled'> {
  let rest = text
  const take = (open: string, close: string): string | null => {
    const found = bracketedAtEnd(rest, open, close)
    if (!found) return null
    rest = found.before
    return found.inside.trim()
  }
  const takeWord = (): boolean => {
    const head = rest.slice(0, -WALLED.length)
    if (rest.slice(-WALLED.length).toLowerCase() !== WALLED || head === trimmedOf(head, NOTHING, BEFORE_WORD))
      return false
    rest = trimmedOf(head, NOTHING, BEFORE_WORD)
    return true
  }
  let [kind, reference, walled]: [string | null, string | null, boolean] = [null, null, false]
  // They may stand in any order behind the name.
  for (let round = 0; round < 3; round += 1) {
    walled = takeWord() || walled
    reference = take('[', ']') ?? reference
    kind = take('(', ')') ?? kind
  }
  return { name: rest, kind: kind || null, reference: reference || null, walled }
}

function problemsOf({ name, kind, reference, line }: ListedPlace): Problem[] {
  const complain = (code: string, sentence: string) => problem(code, say('places.line', { line, sentence }))
  if (name === '') return [complain('no-name', say('places.it-has-no-name-before-its-brackets'))]
  return [
    ...(name.length > 80 ? [complain('too-long', say('places.a-name-has-at-most-80-characters'))] : []),
    ...(name.includes('/')
      ? [complain('slash-in-name', say('places.contains-which-separates-places-write-it', { name }))]
      : []),
    ...((kind?.length ?? 0) > 40 ? [complain('too-long', say('places.a-kind-has-at-most-40-characters'))] : []),
    ...((reference?.length ?? 0) > 40
      ? [complain('too-long', say('places.a-reference-has-at-most-40-characters'))]
      : []),
  ]
}

/** Names side by side and references differ. */
function twins(places: readonly ListedPlace[]): Problem[] {
  const problems: Problem[] = []
  const seen = new Map<string, number>()
  for (const { name, reference, within, line } of places) {
    for (const [key, word] of [
      [`${within} ${name.toLowerCase()}`, name],
      [reference ? `[${reference.toLowerCase()}` : '', say('places.the-reference', { reference: reference ?? '' })],
    ] as const) {
      if (!key) continue
      const first = seen.get(key)
      if (first === undefined) seen.set(key, line)
      else problems.push(problem('name-twice', say('places.line-is-already-there-in-line', { line, word, first })))
    }
  }
  return problems
}
