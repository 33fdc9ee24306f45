import fc from 'fast-check'

// Values made from a JSON Schema as ours are: what it allows, now and then a little beside it.

type Schema = Record<string, unknown>

/** Texts that may mean something where they stand, and texts that were never meant to. */
export interface Words {
  texts: readonly string[]
  dates: readonly string[]
}

/** How deep values are made; what is deeper is left out or empty. */
const DEEPEST = 7

/** Any value a schema allows, with texts from a list, so that names often lead to what they name. */
export function allowedBy(schema: Schema, words: Words): fc.Arbitrary<unknown> {
  const defs = (schema.$defs ?? {}) as Record<string, Schema>
  const texts = fc.constantFrom(...words.texts)
  const dates = fc.constantFrom(...words.dates)

  const of = (one: Schema, depth: number): fc.Arbitrary<unknown> => {
    if (typeof one.$ref === 'string') return of(defs[one.$ref.replace('#/$defs/', '')] ?? {}, depth)
    if (Array.isArray(one.enum)) return fc.constantFrom(...(one.enum as unknown[]))
    if (Array.isArray(one.anyOf)) return fc.oneof(...(one.anyOf as Schema[]).map((each) => of(each, depth)))
    switch (one.type) {
      case 'null':
        return fc.constant(null)
      case 'boolean':
        return fc.boolean()
      case 'integer':
      case 'number':
        return fc.integer({ min: Number(one.minimum ?? -5), max: Math.min(Number(one.maximum ?? 5000), 1_000_000) })
      case 'string':
        return typeof one.pattern === 'string' && one.pattern.includes('\\d{4}-\\d{2}-\\d{2}') ? dates : texts
      case 'array':
        return depth > DEEPEST
          ? fc.constant([])
          : fc.array(of((one.items ?? {}) as Schema, depth + 1), { maxLength: Math.min(3, Number(one.maxItems ?? 3)) })
      default:
        return one.properties || one.type === 'object' ? objectOf(one, depth) : fc.oneof(texts, fc.constant(null))
    }
  }

  const objectOf = (one: Schema, depth: number): fc.Arbitrary<unknown> => {
    const required = new Set((one.required ?? []) as string[])
    const properties = Object.entries((one.properties ?? {}) as Record<string, Schema>)
    if (properties.length === 0) return fc.dictionary(texts, texts, { maxKeys: 2 })
    const kept = properties.filter(([name]) => required.has(name) || depth <= DEEPEST)
    const values = Object.fromEntries(kept.map(([name, each]) => [name, of(each, depth + 1)]))
    return fc.record(values, { requiredKeys: kept.flatMap(([name]) => (required.has(name) ? [name] : [])) })
  }

  return of(schema, 0)
}
