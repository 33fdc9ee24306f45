import { CHANGE_TYPES, kindNamed, schemaOf } from '@lodge/core'
import { must } from '@lodge/core/must'
import { ANSWERS, type Route } from './route.ts'
import { say } from '@lodge/core/say'

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'code', 'requestId'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'What is wrong, where, and what to do.' },
    code: { type: 'string' },
    requestId: { type: 'string' },
    problems: { type: 'array', items: { type: 'object' } },
  },
}

const CHANGE = { $ref: '#/components/schemas/Change' }

/** The OpenAPI 3.1 document of our own API, derived from the routes' declarations. */
export function openApiOf(routes: readonly Route[], version: string): object {
  const paths: Record<string, Record<string, object>> = {}
  const schemas: Record<string, unknown> = { Problem: PROBLEM }
  schemas.Change = changeSchema(schemas)
  for (const one of routes) {
    const operation = (paths[one.path] ??= {})
    operation[one.method] = operationOf(one, schemas)
  }
  return {
    openapi: '3.1.0',
    info: { title: say('http.jolly-porter'), version, license: { name: 'MIT', identifier: 'MIT' } },
    paths,
    components: {
      schemas,
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'lodge_session' } },
    },
  }
}

/** What a parameter of a path holds, by its name: ids are UUIDs, the rest is words. */
function parameterSchema(name: string): object {
  if (name.endsWith('Id')) return { type: 'string', format: 'uuid' }
  if (name === 'month') return { type: 'string', pattern: '^\\d{4}-\\d{2}$', examples: ['2026-06'] }
  return { type: 'string' }
}

/** A change is one of the kinds that people make; its `type` says which. */
function changeSchema(schemas: Record<string, unknown>): object {
  const mapping: Record<string, string> = {}
  for (const type of CHANGE_TYPES) {
    const { actor, shape } = must(kindNamed(type), 'kind')
    if (actor === 'machine') continue
    const name = type.replace(/(?:^|-)(\w)/g, (_whole, letter: string) => letter.toUpperCase())
    schemas[name] = hoisted(shape, schemas)
    mapping[type] = `#/components/schemas/${name}`
  }
  const oneOf = Object.values(mapping).map(($ref) => ({ $ref }))
  return { oneOf, discriminator: { propertyName: 'type', mapping } }
}

/** A shape's schema with what it is made of moved to the document's components, where its references lead. */
function hoisted(shape: new () => object, schemas: Record<string, unknown>): object {
  const { $defs = {}, ...root } = atComponents(schemaOf(shape)) as { $defs?: Record<string, unknown> }
  Object.assign(schemas, $defs)
  return root
}

function atComponents(schema: unknown): unknown {
  if (Array.isArray(schema)) return schema.map(atComponents)
  if (schema === null || typeof schema !== 'object') return schema
  return Object.fromEntries(
    Object.entries(schema).map(([name, value]) => {
      if (name === '$ref' && typeof value === 'string')
        return [name, value.replace('#/$defs/', '#/components/schemas/')]
      const isChanges = name === 'changes' && (value as { type?: unknown } | null)?.type === 'array'
      return [name, isChanges ? { ...(value as object), items: CHANGE } : atComponents(value)]
    }),
  )
}

/** What it answers with, by status; of one that may be asked for again, that nothing is new (RFC 9110 §15.4.5). */
function answersOf({ answers = ['json'], cacheable }: Route): object {
  const declared = answers.map((kind) => ANSWERS[kind])
  const byStatus = declared.map(({ status, type, description }) => {
    return [status, { description, ...(type ? { content: { [type]: {} } } : {}) }] as const
  })
  return { ...Object.fromEntries(byStatus), ...(cacheable ? { 304: { description: 'Nothing is new since.' } } : {}) }
}

function operationOf(one: Route, schemas: Record<string, unknown>): object {
  const inPath = [...one.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: parameterSchema(must(name, 'name')),
  }))
  const inQuery = Object.entries(one.query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }))
  const body = one.body && {
    requestBody: { required: true, content: { 'application/json': { schema: hoisted(one.body, schemas) } } },
  }
  return {
    operationId: `${one.method}-${one.path.replaceAll(/[^a-zA-Z]+/g, '-').replaceAll(/^-|-$/g, '')}`,
    summary: one.summary,
    parameters: [...inPath, ...inQuery],
    ...(one.audience === 'anyone' ? {} : { security: [{ session: [] }] }),
    ...body,
    responses: {
      ...answersOf(one),
      default: {
        description: 'Why not (RFC 9457).',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  }
}
