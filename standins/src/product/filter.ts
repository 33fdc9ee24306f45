/**
 * Filters of SCIM as RFC 7644 §3.4.2.2 has them: read into a tree, and answered against a resource. Names of attributes
 * and operators mean the same in any case; nothing of a resource is reached but its own members.
 */
export type Filter =
  | { op: 'pr'; path: Path }
  | { op: Comparison; path: Path; value: Value }
  | { op: 'and' | 'or'; left: Filter; right: Filter }
  | { op: 'not'; of: Filter }
  /** `emails[type eq "work"]`: some value of the attribute answers the filter inside. */
  | { op: 'some'; path: Path; of: Filter }

export type Comparison = 'eq' | 'ne' | 'co' | 'sw' | 'ew' | 'gt' | 'ge' | 'lt' | 'le'
export type Value = string | number | boolean | null
/** An attribute and perhaps one beneath it, as `name.familyName`; a schema's URI before it is dropped. */
export type Path = readonly string[]

/** What is no filter: where it goes wrong, in words (RFC 7644 §3.12, invalidFilter). */
export class FilterError extends Error {}

const COMPARISONS = new Set(['eq', 'ne', 'co', 'sw', 'ew', 'gt', 'ge', 'lt', 'le'])
const MAXIMUM_LENGTH = 4_000
const MAXIMUM_DEPTH = 40
// A string of JSON has no control characters in it (RFC 8259 §7).
const TOKEN =
  // eslint-disable-next-line no-control-regex
  /\s*(?:(\()|(\))|(\[)|(\])|("(?:[^"\\\u0000-\u001f]|\\(?:["\\/bfnrt]|u[0-9a-fA-F]{4}))*")|(-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?)(?![\w.:$-])|([A-Za-z][\w.:$-]*))/y

interface Token {
  kind: '(' | ')' | '[' | ']' | 'string' | 'number' | 'word'
  text: string
  at: number
}

function tokensOf(text: string): Token[] {
  if (text.length > MAXIMUM_LENGTH) throw new FilterError(`A filter has at most ${MAXIMUM_LENGTH} characters.`)
  const tokens: Token[] = []
  const kinds = ['(', ')', '[', ']', 'string', 'number', 'word'] as const
  TOKEN.lastIndex = 0
  while (TOKEN.lastIndex < text.length) {
    const at = TOKEN.lastIndex
    if (text.slice(at).trim() === '') break
    const match = TOKEN.exec(text)
    if (!match) throw new FilterError(`Nothing of a filter stands at character ${at + 1}.`)
    for (const [which, kind] of kinds.entries()) {
      const text = match[which + 1]
      if (text !== undefined) tokens.push({ kind, text, at })
    }
  }
  return tokens
}

/** @throws FilterError */
export function readFilter(text: string): Filter {
  const reader = new Reader(tokensOf(text))
  const filter = reader.either(0)
  reader.end()
  return filter
}

/** A path as PATCH has it (RFC 7644 §3.5.2): `members[value eq "x"].display`. @throws FilterError */
export function readPath(text: string): { path: Path; filter: Filter | null; beneath: string | null } {
  const open = text.indexOf('[')
  if (open < 0) return { path: pathOf(text), filter: null, beneath: null }
  const close = text.lastIndexOf(']')
  const after = text.slice(close + 1)
  if (close < open || !/^(\.[A-Za-z][\w$-]*)?$/.test(after)) throw new FilterError(`“${text}” is no path.`)
  return {
    path: pathOf(text.slice(0, open)),
    filter: readFilter(text.slice(open + 1, close)),
    beneath: after === '' ? null : after.slice(1),
  }
}

function pathOf(text: string): Path {
  const plain = text.trim()
  // A URI before the attribute names its schema: urn:ietf:params:scim:schemas:core:2.0:User:name.givenName
  const attribute = plain.startsWith('urn:') ? plain.slice(plain.lastIndexOf(':') + 1) : plain
  if (!/^[A-Za-z][\w$-]*(\.[A-Za-z$][\w$-]*)?$/.test(attribute)) throw new FilterError(`“${plain}” is no attribute.`)
  return attribute.split('.')
}

class Reader {
  private at = 0

  constructor(private readonly tokens: readonly Token[]) {}

  end(): void {
    const token = this.tokens[this.at]
    if (token) throw new FilterError(`“${token.text}” at character ${token.at + 1} is one too many.`)
  }

  /** `or` binds least, then `and`, then `not` (RFC 7644 §3.4.2.2, precedence). */
  either(depth: number): Filter {
    if (depth > MAXIMUM_DEPTH) throw new FilterError(`A filter is at most ${MAXIMUM_DEPTH} deep.`)
    let left = this.both(depth)
    while (this.word('or')) left = { op: 'or', left, right: this.both(depth) }
    return left
  }

  private both(depth: number): Filter {
    let left = this.one(depth)
    while (this.word('and')) left = { op: 'and', left, right: this.one(depth) }
    return left
  }

  private one(depth: number): Filter {
    if (this.word('not')) {
      this.take('(')
      const of = this.either(depth + 1)
      this.take(')')
      return { op: 'not', of }
    }
    if (this.tokens[this.at]?.kind === '(') {
      this.at += 1
      const inside = this.either(depth + 1)
      this.take(')')
      return inside
    }
    return this.about(pathOf(this.take('word').text), depth)
  }

  private about(path: Path, depth: number): Filter {
    if (this.tokens[this.at]?.kind === '[') {
      this.at += 1
      const of = this.either(depth + 1)
      this.take(']')
      return { op: 'some', path, of }
    }
    const token = this.take('word')
    const op = token.text.toLowerCase()
    if (op === 'pr') return { op, path }
    if (!COMPARISONS.has(op)) throw new FilterError(`“${token.text}” at character ${token.at + 1} is no operator.`)
    return { op: op as Comparison, path, value: this.value() }
  }

  private value(): Value {
    const token = this.tokens[this.at++]
    if (token?.kind === 'string') return JSON.parse(token.text) as string
    if (token?.kind === 'number') return Number(token.text)
    const words = new Map<string, Value>([
      ['true', true],
      ['false', false],
      ['null', null],
    ])
    const word = token?.kind === 'word' ? words.get(token.text) : undefined
    if (word !== undefined) return word
    throw new FilterError(token ? `“${token.text}” at character ${token.at + 1} is no value.` : 'A value is missing.')
  }

  private word(word: string): boolean {
    const token = this.tokens[this.at]
    if (token?.kind !== 'word' || token.text.toLowerCase() !== word) return false
    this.at += 1
    return true
  }

  private take(kind: Token['kind']): Token {
    const token = this.tokens[this.at++]
    if (token?.kind === kind) return token
    throw new FilterError(
      token ? `“${token.text}” stands where ${kind} should.` : `The filter ends where ${kind} should stand.`,
    )
  }
}

/** A member of an object by its name in any case; only its own, never what every object has. */
export function member(of: unknown, name: string): unknown {
  if (of === null || typeof of !== 'object' || Array.isArray(of)) return undefined
  const wanted = name.toLowerCase()
  const key = Object.keys(of).find((one) => one.toLowerCase() === wanted)
  return key === undefined ? undefined : (of as Record<string, unknown>)[key]
}

/** Whether a resource answers a filter. */
export function answers(filter: Filter, resource: unknown): boolean {
  switch (filter.op) {
    case 'and':
      return answers(filter.left, resource) && answers(filter.right, resource)
    case 'or':
      return answers(filter.left, resource) || answers(filter.right, resource)
    case 'not':
      return !answers(filter.of, resource)
    case 'some':
      return valuesAt(resource, filter.path).some((one) => answers(filter.of, one))
    case 'pr':
      return valuesAt(resource, filter.path).some(isThere)
    default:
      return compares(valuesAt(resource, filter.path), filter)
  }
}

/** All values an attribute has; of a complex one without more said, its `value` (RFC 7643 §2.4). */
function valuesAt(resource: unknown, path: Path): unknown[] {
  let values: unknown[] = [resource]
  for (const name of path) {
    values = values.flatMap((one) => {
      const found = member(one, name)
      return Array.isArray(found) ? found : [found]
    })
  }
  return values
}

function isThere(value: unknown): boolean {
  if (value === undefined || value === null || value === '') return false
  return typeof value !== 'object' || Object.keys(value).length > 0
}

function compares(values: readonly unknown[], { op, value, path }: Extract<Filter, { op: Comparison }>): boolean {
  const plain = values.map((one) => (one !== null && typeof one === 'object' ? member(one, 'value') : one))
  const exact = EXACT.has(path.at(-1)?.toLowerCase() ?? '')
  if (op === 'ne') return !plain.some((one) => holds('eq', one, value, exact))
  return plain.some((one) => holds(op, one, value, exact))
}

/** Attributes whose case counts (RFC 7643 §3.1: id, externalId; §7: caseExact). */
const EXACT = new Set(['id', 'externalid', 'value'])

function holds(op: Comparison, have: unknown, want: Value, exact: boolean): boolean {
  if (want === null || have === undefined || have === null) return op === 'eq' && (have ?? null) === want
  if (typeof have !== typeof want) return false
  if (typeof have === 'string' && typeof want === 'string') {
    const [left, right] = exact ? [have, want] : [have.toLowerCase(), want.toLowerCase()]
    return stringHolds(op, left, right)
  }
  // A yes or no has no order, and a number has no beginning (RFC 7644 §3.4.2.2).
  if (op === 'eq') return have === want
  if (typeof have !== 'number' || typeof want !== 'number') return false
  return ORDER[op]?.(have, want) ?? false
}

const ORDER: Partial<Record<Comparison, (left: number | string, right: number | string) => boolean>> = {
  gt: (left, right) => left > right,
  ge: (left, right) => left >= right,
  lt: (left, right) => left < right,
  le: (left, right) => left <= right,
}

function stringHolds(op: Comparison, left: string, right: string): boolean {
  if (op === 'eq') return left === right
  if (op === 'co') return left.includes(right)
  if (op === 'sw') return left.startsWith(right)
  if (op === 'ew') return left.endsWith(right)
  return ORDER[op]?.(left, right) ?? false
}
