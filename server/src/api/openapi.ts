import { schemaOf } from '@lodge/core'
import type { Route } from './route.ts'

const PROBLEM = {
  type: 'object',
  required: ['type', 'title', 'status', 'detail', 'code', 'requestId'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string', description: 'A sentence one can act on.' },
    code: { type: 'string' },
    requestId: { type: 'string' },
    problems: { type: 'array', items: { type: 'object' } },
  },
}

/** The OpenAPI 3.1 document of our own API, derived from the routes' declarations. */
export function openApiOf(routes: readonly Route[], version: string): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const one of routes) {
    const operation = (paths[one.path] ??= {})
    operation[one.method] = operationOf(one)
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Jolly Porter', version, license: { name: 'MIT', identifier: 'MIT' } },
    paths,
    components: {
      schemas: { Problem: PROBLEM },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'lodge_session' } },
    },
  }
}

function operationOf(one: Route): object {
  const inPath = [...one.path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }))
  const inQuery = Object.entries(one.query ?? {}).map(([name, description]) => ({
    name,
    in: 'query',
    description,
    schema: { type: 'string' },
  }))
  const body = one.body && {
    requestBody: { required: true, content: { 'application/json': { schema: schemaOf(one.body) } } },
  }
  return {
    operationId: `${one.method}-${one.path.replaceAll(/[^a-zA-Z]+/g, '-').replaceAll(/^-|-$/g, '')}`,
    summary: one.summary,
    parameters: [...inPath, ...inQuery],
    ...(one.audience === 'anyone' ? {} : { security: [{ session: [] }] }),
    ...body,
    responses: {
      200: { description: 'Done.' },
      default: {
        description: 'Why not (RFC 9457).',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  }
}
