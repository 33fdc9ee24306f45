import { parse, TYPE } from '@formatjs/icu-messageformat-parser'
import type { Plugin } from 'vite'

type Messages = { [key: string]: string | Messages }

const CATALOGUE = /\/core\/src\/words\/\w+\/web\.json$/
const SAYER = new URL('./src/logic/icu.ts', import.meta.url).pathname

/** Makes a catalogue of ICU messages a module: a text where a message names no values, else what vue-i18n calls with them. */
export function icuMessages(): Plugin {
  return {
    name: 'icu-messages',
    enforce: 'pre',
    transform(code, id) {
      if (!CATALOGUE.test(id)) return undefined
      const messages = JSON.parse(code) as Messages
      return {
        code: `import { sayer } from ${JSON.stringify(SAYER)}\nexport default ${moduleOf(messages)}\n`,
        map: null,
        moduleType: 'js',
      }
    },
  }
}

function moduleOf(messages: Messages): string {
  const members = Object.entries(messages).map(([key, value]) => `${JSON.stringify(key)}: ${memberOf(value)}`)
  return `{ ${members.join(',\n')} }`
}

function memberOf(value: string | Messages): string {
  if (typeof value !== 'string') return moduleOf(value)
  const elements = parse(value, { ignoreTag: true, captureLocation: false })
  const [only] = elements
  if (elements.length === 0) return '""'
  if (elements.length === 1 && only?.type === TYPE.literal) return JSON.stringify(only.value)
  return `sayer(${JSON.stringify(elements)})`
}
