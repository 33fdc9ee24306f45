// Writes what each message of the catalogues names, as types: `say` takes nothing else.
import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
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

const nameOf = (room: string) => `${identifier(room).replace(/^./, (letter) => letter.toUpperCase())}Messages`

/** What each message of a room names, as an interface. */
function namedOf(room: string): string {
  const messages = JSON.parse(readFileSync(join(words, 'en', `${room}.json`), 'utf8')) as Record<string, string>
  const lines = Object.entries(messages).map(([name, text]) => {
    const values = [...namedIn(parse(text, { ignoreTag: true }))].map(([key, type]) => `${key}: ${type}`)
    return `  '${room}.${name}': ${values.length > 0 ? `{ ${values.join('; ')} }` : 'null'}`
  })
  return `// Written by \`npm run generated\` from ../en/${room}.json.\nexport interface ${nameOf(room)} {\n${lines.join('\n')}\n}\n`
}

rmSync(join(words, 'named'), { recursive: true, force: true })
mkdirSync(join(words, 'named'))
for (const room of rooms) writeFileSync(join(words, 'named', `${room}.ts`), namedOf(room))
writeFileSync(
  join(words, 'messages.ts'),
  `// Written by \`npm run generated\` from the catalogues beside it.
${rooms.map((room) => `import type { ${nameOf(room)} } from './named/${room}.ts'`).join('\n')}

/** What each message names; null where it names nothing. */
export interface Messages
  extends ${rooms.map(nameOf).join(',\n    ')} {}
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
