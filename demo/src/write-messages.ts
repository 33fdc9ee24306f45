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

/** The interface’s own catalogue lies with the others; it asks for its messages through vue-i18n. */
const rooms = readdirSync(join(words, 'en'))
  .filter((file) => file !== 'web.json')
  .map((file) => file.replace('.json', ''))
  .sort()

const identifier = (room: string) => room.replace(/-(.)/g, (_whole, letter: string) => letter.toUpperCase())

const lines = rooms.flatMap((room) => {
  const messages = JSON.parse(readFileSync(join(words, 'en', `${room}.json`), 'utf8')) as Record<string, string>
  return Object.entries(messages).map(([name, text]) => {
    const values = [...namedIn(parse(text, { ignoreTag: true }))].map(([key, type]) => `${key}: ${type}`)
    return `  '${room}.${name}': ${values.length > 0 ? `{ ${values.join('; ')} }` : 'null'}`
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
writeFileSync(
  join(words, 'english.ts'),
  `// Written by \`npm run generated\` from the catalogues beside it.
${rooms.map((room) => `import ${identifier(room)} from './en/${room}.json' with { type: 'json' }`).join('\n')}
import type { Messages } from './messages.ts'

/** The messages of a room by their codes. */
function codes(room: string, messages: object): [string, string][] {
  return Object.entries(messages).map(([name, text]: [string, string]) => [\`\${room}.\${name}\`, text])
}

/** Every message in English. */
export const english = Object.fromEntries([
${rooms.map((room) => `  ...codes('${room}', ${identifier(room)}),`).join('\n')}
]) as Readonly<Record<keyof Messages, string>>
`,
)
