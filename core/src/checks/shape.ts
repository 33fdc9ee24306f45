import 'reflect-metadata'
import { plainToInstance } from 'class-transformer'
// @ts-expect-error class-transformer keeps its metadata storage without a declaration file
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'
import {
  getMetadataStorage,
  Matches,
  MaxLength,
  MinLength,
  IsString,
  validateSync,
  type ValidationError,
} from 'class-validator'
import { problem, type Problem } from './problem.ts'
import { must } from './must.ts'
import { say } from '../words/say.ts'

type Class<T> = new () => T
export type Read<T> = { value: T; problems?: undefined } | { value?: undefined; problems: Problem[] }

/** So many problems are told at once; anyone who mends them is told of the next. */
export const MAXIMUM_PROBLEMS = 1_000
/** Nothing there is a shape for is deeper than this. */
const MAXIMUM_DEPTH = 200
/** Long lists are read so many entries at a stretch, so that the first mistakes are told soon. */
const STRETCH = 500

/**
 * Reads a plain value as one of the core's shapes: unknown fields, wrong types and values out of bounds become
 * problems with their place, the first thousand of them; nothing is guessed or dropped.
 */
export function readShape<T extends object>(shape: Class<T>, given: unknown, how: ReadingOptions = {}): Read<T> {
  if (typeof given !== 'object' || given === null || Array.isArray(given)) {
    return { problems: [problem('not-an-object', say('checks.an-object-was-expected-here'), '')] }
  }
  const strange = strangenessOf(given)
  if (strange) return { problems: [strange] }
  const plain = how.nullIsLeftOut ? (withoutNulls(given, how.butIn ?? new Set()) as object) : given
  const lists = longListsOf(shape, plain)
  const firsts = Object.fromEntries(lists.map(({ name, entries }) => [name, entries.slice(0, STRETCH)]))
  const whole = instanceOf(shape, lists.length === 0 ? plain : { ...plain, ...firsts })
  const problems = whole.problems
  for (const { name, of, entries } of lists) {
    const read = must((whole.value as Record<string, unknown>)[name] as object[] | undefined, 'entry of value')
    for (let from = STRETCH; from < entries.length && problems.length < MAXIMUM_PROBLEMS; from += STRETCH) {
      for (const [at, entry] of entries.slice(from, from + STRETCH).entries()) {
        const path = `/${pointer(name)}/${from + at}`
        if (typeof entry !== 'object' || entry === null || Array.isArray(entry)) {
          problems.push(problem('bad-value', say('checks.an-object-was-expected-here'), path))
          continue
        }
        const one = instanceOf(of, entry, path)
        problems.push(...one.problems)
        read.push(one.value)
      }
    }
  }
  return problems.length === 0 ? { value: whole.value } : { problems: problems.slice(0, MAXIMUM_PROBLEMS) }
}

/** How a value is read besides its shape. */
export interface ReadingOptions {
  /** A member that is null is as one that is left out. */
  nullIsLeftOut?: boolean
  /** Members in which it is not, nor in anything beneath. */
  butIn?: ReadonlySet<string>
}

/** A value without its members that are null; it is not nested without end. */
function withoutNulls(value: unknown, butIn: ReadonlySet<string>): unknown {
  if (typeof value !== 'object' || value === null) return value
  if (Array.isArray(value)) return value.map((one) => withoutNulls(one, butIn))
  const kept = Object.entries(value).filter(([, one]) => one !== null)
  return Object.fromEntries(kept.map(([name, one]) => [name, butIn.has(name) ? one : withoutNulls(one, butIn)]))
}

function instanceOf<T extends object>(shape: Class<T>, plain: object, above = ''): { value: T; problems: Problem[] } {
  const value = plainToInstance(shape, plain)
  const errors = validateSync(value, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    validationError: { target: false, value: false },
  })
  const problems = errors.flatMap((error) => describe(error, above))
  // The library takes a list of objects for an object.
  if (problems.length === 0) findListsForObjects(shape, value, above, problems)
  return { value, problems }
}

/** What class-transformer was told a member is made of. */
function typeOf(shape: Class<object>, name: string): { typeFunction(): Class<object> } | undefined {
  return (defaultMetadataStorage as TransformerStorage).findTypeMetadata(shape, name)
}

/** Of its metadata storage, which has no declaration file, what is used here. */
interface TransformerStorage {
  findTypeMetadata(shape: Class<object>, name: string): { typeFunction(): Class<object> } | undefined
}

interface NestedShape {
  name: string
  of: Class<object>
  isList: boolean
}

const nestedShapes = new Map<Class<object>, readonly NestedShape[]>()

/** Which members of a shape are shapes themselves, or lists of them. */
function nestedOf(shape: Class<object>): readonly NestedShape[] {
  let found = nestedShapes.get(shape)
  if (!found) {
    const rules = getMetadataStorage().getTargetValidationMetadatas(shape, '', true, false)
    const nested = rules.filter(({ type }) => type === 'nestedValidation').map(({ propertyName }) => propertyName)
    found = [...new Set(nested)].flatMap((name): NestedShape[] => {
      const type = typeOf(shape, name)
      const isList = rules.some((rule) => rule.propertyName === name && rule.name === 'isArray')
      return type ? [{ name, of: type.typeFunction(), isList }] : []
    })
    nestedShapes.set(shape, found)
  }
  return found
}

function findListsForObjects(shape: Class<object>, value: object, above: string, problems: Problem[]): void {
  const isOne = (one: unknown, path: string, of: Class<object>) => {
    if (typeof one !== 'object' || one === null) return
    if (Array.isArray(one))
      problems.push(problem('bad-value', say('checks.an-object-was-expected-here-not-a-list'), path))
    else findListsForObjects(of, one, path, problems)
  }
  for (const { name, of, isList } of nestedOf(shape)) {
    const one = (value as Record<string, unknown>)[name]
    const path = `${above}/${pointer(name)}`
    if (isList && Array.isArray(one)) one.forEach((each, at) => isOne(each, `${path}/${at}`, of))
    else isOne(one, path, of)
  }
}

/** What no reader looks into: a value nested so deep that reading it would not end, or a name that reaches every object. */
function strangenessOf(plain: object): Problem | undefined {
  const waiting: { value: object; path: readonly (string | number)[] }[] = [{ value: plain, path: [] }]
  for (let one = waiting.pop(); one; one = waiting.pop()) {
    const { value, path } = one
    if (path.length > MAXIMUM_DEPTH) {
      const sentence = say('checks.this-is-nested-more-than-deep-that-is', { maximumDepth: MAXIMUM_DEPTH })
      return problem('too-deep', sentence, `/${path.map(pointer).join('/')}`)
    }
    for (const key of Array.isArray(value) ? value.keys() : Object.keys(value)) {
      // Every object answers to these by itself.
      if (key in Object.prototype && !Array.isArray(value)) {
        const sentence = say('checks.cannot-be-used-as-a-name-here-choose', { key })
        return problem('unknown-field', sentence, `/${[...path, key].map(pointer).join('/')}`)
      }
      const next = (value as Record<string | number, unknown>)[key]
      if (typeof next === 'object' && next !== null) waiting.push({ value: next, path: [...path, key] })
    }
  }
  return undefined
}

interface LongList {
  name: string
  of: Class<object>
  entries: unknown[]
}

/** Lists of objects that are long and may be: how long one may be is judged with the whole. */
function longListsOf(shape: Class<object>, plain: object): LongList[] {
  const rules = getMetadataStorage().getTargetValidationMetadatas(shape, '', true, false)
  return Object.entries(plain).flatMap(([name, entries]): LongList[] => {
    if (!Array.isArray(entries) || entries.length <= STRETCH) return []
    const isBounded = rules.some((rule) => rule.propertyName === name && rule.name === 'arrayMaxSize')
    const type = typeOf(shape, name)
    return isBounded || !type ? [] : [{ name, of: type.typeFunction(), entries }]
  })
}

/** A name as a part of a path (RFC 6901). */
function pointer(name: string | number): string {
  return String(name).replaceAll('~', '~0').replaceAll('/', '~1')
}

function describe(error: ValidationError, above: string): Problem[] {
  const path = `${above}/${pointer(error.property)}`
  const own = Object.entries(error.constraints ?? {}).map(([constraint, message]) =>
    constraint === 'whitelistValidation'
      ? problem(
          'unknown-field',
          say('checks.there-is-no-field-here-check-its-spelling', { property: error.property }),
          path,
        )
      : problem('bad-value', `${message.charAt(0).toUpperCase()}${message.slice(1)}.`, path),
  )
  return [...own, ...(error.children ?? []).flatMap((child) => describe(child, path))]
}

// Control characters, line and paragraph ends, direction marks, invisible ones and lone surrogates: none of them belongs
// into a name or a line. The two that join or part letters do, in the scripts that need them.

const CLEAN =
  // eslint-disable-next-line no-control-regex
  /^[^\u0000-\u001f\u007f-\u009f\u00ad\u061c\u180e\u200b\u200e\u200f\u2028-\u202e\u2060-\u206f\ufeff\ud800-\udfff]*$/u

/** Something one can see. */
const VISIBLE = /[\p{L}\p{N}\p{P}\p{S}]/u

/**
 * One line of text a person wrote: without control characters, of at most `maximum` characters.
 * @param each the property is a list of such lines.
 */
export function Line(maximum: number, minimum = 1, each = false): PropertyDecorator {
  const complain = (message: () => string) => ({ message: () => say('checks.property', { message: message() }), each })
  const rules = [
    IsString(complain(() => say('checks.must-be-text'))),
    MinLength(
      minimum,
      complain(() => say('checks.must-not-be-empty')),
    ),
    MaxLength(
      maximum,
      complain(() => say('checks.must-have-at-most-characters', { maximum })),
    ),
    Matches(
      CLEAN,
      complain(() => say('checks.must-not-hold-line-breaks')),
    ),
    ...(minimum > 0
      ? [
          Matches(
            VISIBLE,
            complain(() => say('checks.must-not-be-blank')),
          ),
        ]
      : []),
  ]
  return (target, key) => {
    for (const rule of rules) rule(target, key as string)
  }
}

/** A code: lower-case words joined by hyphens, as `site-notes`. */
export function Code(each = false): PropertyDecorator {
  const message = () => say('checks.property-must-be-lower-case-words-joined-by')
  const rule = Matches(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/, { message, each })
  return (target, key) => {
    Line(60, 1, each)(target, key)
    rule(target, key as string)
  }
}
