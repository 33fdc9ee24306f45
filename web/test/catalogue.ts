import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { IntlMessageFormat } from 'intl-messageformat'
import type { Translate } from '../src/logic/effects.ts'

const path = join(import.meta.dirname, '../../core/src/words/en/web.json')
const messages = JSON.parse(readFileSync(path, 'utf8')) as Record<string, unknown>

/** The messages as people read them; one that is not there is its key. */
export const say: Translate = (key, values) => {
  const message = key
    .split('.')
    .reduce<unknown>((at, one) => (at as Record<string, unknown> | undefined)?.[one], messages)
  if (typeof message !== 'string') return key
  return new IntlMessageFormat(message, 'en', {}, { ignoreTag: true }).format(
    values as Record<string, string>,
  ) as string
}
