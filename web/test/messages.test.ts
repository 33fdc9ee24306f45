import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { pseudo } from '../src/state/language.ts'

const source = join(import.meta.dirname, '../src')
const catalogue = readFileSync(join(source, '../../core/src/words/en/web.json'), 'utf8')

/** What a message names. */
function namesIn(text: string): string[] {
  const named = (elements: readonly MessageFormatElement[]): string[] =>
    elements.flatMap((element) => {
      if (element.type === TYPE.literal || element.type === TYPE.pound || element.type === TYPE.tag) return []
      const chosen = 'options' in element ? Object.values(element.options).flatMap(({ value }) => named(value)) : []
      return [element.value, ...chosen]
    })
  return [...new Set(named(parse(text, { ignoreTag: true })))]
}

/** All files that may speak, as text. */
function files(): string[] {
  return readdirSync(source, { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(vue|ts)$/.test(name))
    .map((name) => readFileSync(join(source, name), 'utf8'))
}

/** Every message by its whole key; of a key that comes twice, both. */
function messages(): [string, string][] {
  const found: [string, string][] = []
  const path: string[] = []
  for (const line of catalogue.split('\n')) {
    const [, key, value] = /^\s*"([^"]+)": (.*)$/.exec(line) ?? []
    if (key !== undefined && value === '{') path.push(key)
    else if (key !== undefined) found.push([[...path, key].join('.'), value!])
    else if (/^\s*\}/.test(line)) path.pop()
  }
  return found
}

test('no message stands twice', () => {
  const keys = messages().map(([key]) => key)
  expect(keys.length).toBeGreaterThan(800)
  expect(keys.filter((key, at) => keys.indexOf(key) !== at)).toEqual([])
})

test('every message that is asked for by its whole key is there', () => {
  const keys = new Set(messages().map(([key]) => key))
  const asked = files().flatMap((text) => [...text.matchAll(/\bt\(\s*'([\w.-]+)'/g)].map(([, key]) => key!))
  expect(asked.length).toBeGreaterThan(500)
  expect([...new Set(asked)].filter((key) => !keys.has(key))).toEqual([])
})

test('what a message names is given where it is asked for with values of its own', () => {
  const texts = new Map(messages().map(([key, value]) => [key, JSON.parse(value.replace(/,$/, '')) as string]))
  const calls = files().flatMap((text) => [...text.matchAll(/\bt\(\s*'([\w.-]+)'(?:\)|,\s*(\{[^{}]*\})\s*[,)])/g)])
  const lacking = calls.flatMap(([, key, values = '']) => {
    if (values.includes('...')) return []
    return namesIn(texts.get(key!) ?? '').flatMap((name) =>
      new RegExp(`\\b${name}\\b\\s*[:,}]`).test(values) ? [] : [`${key}: ${name}`],
    )
  })
  expect(calls.length).toBeGreaterThan(1_000)
  expect([...new Set(lacking)]).toEqual([])
})

test('the pseudo-language is longer, accented and bracketed', () => {
  expect(pseudo('Discard')).toBe('[Dísçárd ~ ~]')
  expect(pseudo('A word with a name').length).toBeGreaterThan('A word with a name'.length * 1.3)
})
