// Writes what each message of the catalogues names, as types: `say` takes nothing else.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { isPluralElement, isSelectElement, isArgumentElement, parse } from '@formatjs/icu-messageformat-parser'
import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser'

const words = join(import.meta.dirname, '../../core/src/words')
const PLAIN = 'string | number'

/** What a message names, each with its type in TypeScript. */
function namedIn(elements: readonly MessageFormatElement[], named = new Map<string, string>()): Map<string, string> {
  for (const element of elements) {
    if (isArgumentElement(element) && !named.has(element.value)) named.set(element.value, PLAIN)
    if (!isSelectElement(element) && !isPluralElement(element)) continue
    named.set(element.value, isPluralElement(element) ? 'number' : choiceOf(Object.keys(element.options)))
    for (const { value } of Object.values(element.options)) namedIn(value, named)
  }
  return named
}

/** Of two forms, *other* is the second; of more, whatever the others are not. */
function choiceOf(options: readonly string[]): string {
  if (options.join() === 'true,other') return 'boolean'
  if (options.join() === 'done,other') return "'done' | 'to-do'"
  return 'string'
}

const lines = readdirSync(join(words, 'en'))
  .sort()
  .flatMap((file) => {
    const messages = JSON.parse(readFileSync(join(words, 'en', file), 'utf8')) as Record<string, string>
    return Object.entries(messages).map(([name, text]) => {
      const values = [...namedIn(parse(text, { ignoreTag: true }))].map(([key, type]) => `${key}: ${type}`)
      return `  '${file.replace('.json', '')}.${name}': ${values.length > 0 ? `{ ${values.join('; ')} }` : 'null'}`
    })
  })
writeFileSync(
  join(words, 'messages.ts'),
  `// Written by \`npm run generated\` from the catalogues beside it.
/** What each message names; null where it names nothing. */
export interface Messages {
${lines.join('\n')}
}
`,
)
