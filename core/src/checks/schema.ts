import 'reflect-metadata'
import { getMetadataStorage } from 'class-validator'
import { validationMetadatasToSchemas, targetConstructorToSchema } from 'class-validator-jsonschema'
// @ts-expect-error class-transformer keeps its metadata storage without a declaration file
import { defaultMetadataStorage } from 'class-transformer/cjs/storage.js'

type SchemaObject = Record<string, unknown>

/** The JSON Schema (draft 2020-12) of one of the core's shapes, derived from its decorators. */
export function schemaOf(shape: new () => object, id?: string): SchemaObject {
  const schemas = validationMetadatasToSchemas({
    classValidatorMetadataStorage: getMetadataStorage(),
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
  }) as Record<string, SchemaObject>
  const root = targetConstructorToSchema(shape, {
    classValidatorMetadataStorage: getMetadataStorage(),
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix: '#/$defs/',
  }) as SchemaObject
  const used = new Set<string>()
  collect(root, schemas, used)
  const defs = Object.fromEntries([...used].sort().map((name) => [name, closed(schemas[name] ?? {})]))
  const head = id ? { $schema: 'https://json-schema.org/draft/2020-12/schema', $id: id } : {}
  return { ...head, title: shape.name, ...closed(root), ...(used.size > 0 ? { $defs: defs } : {}) }
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
