import 'reflect-metadata'
import { plainToInstance } from 'class-transformer'
import { Matches, MaxLength, MinLength, IsString, validateSync, type ValidationError } from 'class-validator'
import { problem, type Problem } from './problem.ts'

type Class<T> = new () => T
export type Read<T> = { value: T; problems?: undefined } | { value?: undefined; problems: Problem[] }

/**
 * Reads a plain value as one of the core's shapes: unknown fields, wrong types and values out of bounds become
 * problems with their place; nothing is guessed or dropped.
 */
export function readShape<T extends object>(shape: Class<T>, plain: unknown): Read<T> {
  if (typeof plain !== 'object' || plain === null || Array.isArray(plain)) {
    return { problems: [problem('not-an-object', 'An object was expected here.', '')] }
  }
  const value = plainToInstance(shape, plain)
  const errors = validateSync(value, {
    whitelist: true,
    forbidNonWhitelisted: true,
    forbidUnknownValues: true,
    validationError: { target: false, value: false },
  })
  return errors.length === 0 ? { value } : { problems: errors.flatMap((error) => describe(error, '')) }
}

function describe(error: ValidationError, above: string): Problem[] {
  const path = `${above}/${error.property.replaceAll('~', '~0').replaceAll('/', '~1')}`
  const own = Object.entries(error.constraints ?? {}).map(([constraint, message]) =>
    constraint === 'whitelistValidation'
      ? problem(
          'unknown-field',
          `There is no field “${error.property}” here; check its spelling or leave it out.`,
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
  const say = (message: string) => ({ message: `$property ${message}`, each })
  const rules = [
    IsString(say('must be text')),
    MinLength(minimum, say('must not be empty')),
    MaxLength(maximum, say(`must have at most ${maximum} characters`)),
    Matches(CLEAN, say('must not hold line breaks, invisible characters or direction marks')),
    ...(minimum > 0 ? [Matches(VISIBLE, say('must not be blank'))] : []),
  ]
  return (target, key) => {
    for (const rule of rules) rule(target, key as string)
  }
}

/** A code: lower-case words joined by hyphens, as `site-notes`. */
export function Code(each = false): PropertyDecorator {
  const message = '$property must be lower-case words joined by hyphens, as site-notes'
  const rule = Matches(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/, { message, each })
  return (target, key) => {
    Line(60, 1, each)(target, key)
    rule(target, key as string)
  }
}
