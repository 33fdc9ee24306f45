import { badRequest } from '../errors.ts'
import { say } from '@lodge/core/say'

/** Nothing we take is nested deeper. */
const DEEPEST = 24
/** Names that mean something to objects themselves; no shape of ours has them. */
const OF_OBJECTS: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype'])

/**
 * Refuses what no shape of ours could hold, before any code reads it: nested beyond bounds, lists with nothing in a
 * place, fields named like what every object has. Goes through it without recursion.
 * @throws LodgeError 400 with the place of what is wrong.
 */
export function checkJson(body: unknown): void {
  const left: { value: unknown; path: string; depth: number }[] = [{ value: body, path: '', depth: 0 }]
  for (let one = left.pop(); one; one = left.pop()) {
    const { value, path, depth } = one
    if (typeof value !== 'object' || value === null) continue
    if (depth >= DEEPEST) throw badJson(say('http.the-request-is-nested-too-deeply-send-it'), path)
    if (Array.isArray(value)) {
      value.forEach((entry: unknown, at) => {
        if (entry === null) throw badJson(say('http.the-list-has-an-empty-entry-null-here'), `${path}/${at}`)
        left.push({ value: entry, path: `${path}/${at}`, depth: depth + 1 })
      })
      continue
    }
    for (const [name, entry] of Object.entries(value)) {
      if (OF_OBJECTS.has(name)) throw badJson(say('http.there-is-no-field-here', { name }), path)
      left.push({ value: entry, path: `${path}/${name.slice(0, 80)}`, depth: depth + 1 })
    }
  }
}

function badJson(sentence: string, path: string) {
  return badRequest('bad-json', sentence, [{ code: 'bad-json', sentence, path: path.slice(0, 200) }])
}
