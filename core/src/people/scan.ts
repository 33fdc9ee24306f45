import { must } from '../checks/must.ts'
/** Reading by hand, character by character: what a pattern would do in time that grows with the square, this does in one pass. */

/** A text without the characters of a set at its ends. */
export function trimmedOf(text: string, start: ReadonlySet<string>, end: ReadonlySet<string>): string {
  let [from, until] = [0, text.length]
  while (from < until && start.has(must(text[from], 'entry of text'))) from += 1
  while (until > from && end.has(must(text[until - 1], 'entry of text'))) until -= 1
  return text.slice(from, until)
}

/** What is never part of an address within other text: blanks, quotes, brackets, separators (RFC 5321 §4.1.2, unquoted). */
const OUTSIDE = new Set('<>()[]{}"\',;:|\\/@')
const isInside = (character: string | undefined) =>
  character !== undefined && !OUTSIDE.has(character) && character.trim() !== ''

/** So many characters an address has on either side of its sign at most (RFC 5321 §4.5.3.1). */
const LONGEST_SIDE = 255

/** An address within other text. */
export interface Spotted {
  index: number
  text: string
}

/** What looks like addresses: a sign between what may stand in one, with a dot behind it and letters after that. */
export function spotAddresses(text: string): Spotted[] {
  const found: Spotted[] = []
  let after = 0
  for (let at = text.indexOf('@'); at >= 0; at = text.indexOf('@', at + 1)) {
    const spotted = spotAt(text, at, after)
    const domain = spotted?.text.slice(spotted.text.indexOf('@') + 1) ?? ''
    const dot = domain.lastIndexOf('.', domain.length - 3)
    if (!spotted || spotted.index === at || dot < 1) continue
    found.push(spotted)
    after = spotted.index + spotted.text.length
  }
  return found
}

/** The text around a sign without a blank between, be it an address or not. */
export function spotAt(text: string, at: number, after = 0): Spotted | undefined {
  let [from, until] = [at, at + 1]
  while (from > after && at - from < LONGEST_SIDE && isInside(text[from - 1])) from -= 1
  while (until - at < LONGEST_SIDE && isInside(text[until])) until += 1
  return { index: from, text: text.slice(from, until) }
}

/** The first and last character of the word that a place in a text is in. */
export function wordAround(text: string, at: number): Spotted {
  let [from, until] = [at, at]
  while (from > 0 && must(text[from - 1], 'entry of text').trim() !== '') from -= 1
  while (until < text.length && must(text[until], 'entry of text').trim() !== '') until += 1
  return { index: from, text: text.slice(from, until) }
}

/** The text in the brackets at the end of a text, and the text before them; undefined where it ends otherwise. */
export function bracketedAtEnd(
  text: string,
  open: string,
  close: string,
): { inside: string; before: string } | undefined {
  if (!text.endsWith(close)) return undefined
  const from = text.lastIndexOf(open)
  const inside = text.slice(from + 1, -1)
  return from < 0 || inside.includes(close) ? undefined : { inside, before: text.slice(0, from).trimEnd() }
}
