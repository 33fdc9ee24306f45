import 'reflect-metadata'
import { getMetadataStorage } from 'class-validator'
import { validationMetadatasToSchemas } from 'class-validator-jsonschema'
// @ts-expect-error class-transformer keeps its metadata storage without a declaration file
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'

type SchemaObject = Record<string, unknown>

/** The JSON Schema (draft 2020-12) of one of the core's shapes, derived from its decorators. */
export function schemaOf(shape: new () => object, id?: string): SchemaObject {
  const { schemas, twice } = allSchemas()
  const root = schemas[shape.name] ?? {}
  const used = new Set<string>()
  collect(root, schemas, used)
  for (const name of [shape.name, ...used]) {
    if (twice.has(name)) throw new Error(`Two shapes are called ${name}; a schema could not tell them apart.`)
  }
  const defs = Object.fromEntries([...used].sort().map((name) => [name, closed(schemas[name] ?? {})]))
  const head = id ? { $schema: 'https://json-schema.org/draft/2020-12/schema', $id: id } : {}
  return { ...head, title: shape.name, ...closed(root), ...(used.size > 0 ? { $defs: defs } : {}) }
}

interface AllSchemas {
  /** How many shapes there were: more may be declared later. */
  shapes: number
  schemas: Record<string, SchemaObject>
  twice: ReadonlySet<string>
}

let known: AllSchemas | undefined

/** The schemas of all shapes by name, worked out once: each shape's own would work out all the others again. */
function allSchemas(): AllSchemas {
  const storage = getMetadataStorage()
  const shapes = declared().size
  if (known?.shapes === shapes) return known
  const schemas = validationMetadatasToSchemas({
    classValidatorMetadataStorage: storage,
    // eslint-disable-next-line no-restricted-syntax -- imported without a declaration, see above
    classTransformerMetadataStorage: defaultMetadataStorage as never,
    refPointerPrefix: '#/$defs/',
  }) as Record<string, SchemaObject>
  return (known = { shapes, schemas, twice: namedTwice() })
}

/** All classes whose decorators say what is well-formed. */
function declared(): ReadonlyMap<object, unknown> {
  // eslint-disable-next-line no-restricted-syntax -- class-validator keeps them private, and tells of one class at a time
  return (getMetadataStorage() as unknown as { validationMetadatas: ReadonlyMap<object, unknown> }).validationMetadatas
}

/** Names that more than one shape has: a reference goes by the name alone. */
function namedTwice(): Set<string> {
  const seen = new Set<string>()
  const twice = new Set<string>()
  for (const target of declared().keys()) {
    if (typeof target !== 'function') continue
    if (seen.has(target.name)) twice.add(target.name)
    seen.add(target.name)
  }
  return twice
}

/** No field but those named: what is unknown is a mistake. What may be left out may also be null, as it is read. */
function closed(schema: SchemaObject): SchemaObject {
  const required = new Set((schema.required ?? []) as string[])
  const properties = Object.entries((schema.properties ?? {}) as Record<string, SchemaObject>).map(
    ([name, property]) => [name, required.has(name) ? property : { anyOf: [property, { type: 'null' }] }],
  )
  return { ...schema, properties: Object.fromEntries(properties), additionalProperties: false }
}

function collect(schema: unknown, schemas: Record<string, SchemaObject>, used: Set<string>): void {
  if (Array.isArray(schema)) return schema.forEach((one) => collect(one, schemas, used))
  if (typeof schema !== 'object' || schema === null) return
  for (const [key, value] of Object.entries(schema)) {
    if (key === '$ref' && typeof value === 'string') {
      const name = value.replace('#/$defs/', '')
      if (!used.has(name)) {
        used.add(name)
        collect(schemas[name], schemas, used)
      }
    } else collect(value, schemas, used)
  }
}
