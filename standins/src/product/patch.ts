import { answers, FilterError, member, readPath, type Filter, type Path } from './filter.ts'

/** One operation of PATCH (RFC 7644 §3.5.2). */
export interface Operation {
  op?: unknown
  path?: unknown
  value?: unknown
}

/** What cannot be done to a resource, with the word of RFC 7644 §3.12. */
export class PatchError extends Error {
  constructor(
    readonly scimType: 'invalidSyntax' | 'invalidPath' | 'noTarget' | 'mutability' | 'invalidValue',
    message: string,
  ) {
    super(message)
  }
}

type Resource = Record<string, unknown>

/** Attributes the service alone sets (RFC 7643 §3.1). */
const READ_ONLY = new Set(['id', 'meta', 'schemas'])
/** Names that would reach into every object. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype'])
/** Attributes with many values (RFC 7643 §4). */
const MANY = new Set(['emails', 'phonenumbers', 'entitlements', 'roles', 'members', 'groups', 'addresses'])

/**
 * A resource after operations, all of them or none; the one given stays as it is (RFC 7644 §3.5.2).
 * @throws PatchError
 */
export function patched(resource: Resource, operations: unknown): Resource {
  if (!Array.isArray(operations) || operations.length === 0 || operations.length > 1000) {
    throw new PatchError('invalidSyntax', 'Operations must be a list of one to a thousand.')
  }
  return operations.reduce<Resource>((now, one) => apply(now, one as Operation), structuredClone(resource))
}

function apply(resource: Resource, operation: Operation): Resource {
  const op = typeof operation?.op === 'string' ? operation.op.toLowerCase() : ''
  if (op !== 'add' && op !== 'replace' && op !== 'remove') {
    throw new PatchError('invalidSyntax', 'op must be add, replace or remove.')
  }
  const { path, value } = operation
  if (path === undefined || path === null) return whole(resource, op, value)
  if (typeof path !== 'string') throw new PatchError('invalidPath', 'path must be a text.')
  const target = readTarget(path)
  const [first] = target.path as [string]
  if (READ_ONLY.has(first.toLowerCase())) throw new PatchError('mutability', `${first} is set by the service alone.`)
  if (op === 'remove') return removed(resource, target)
  if (value === undefined) throw new PatchError('invalidValue', `${op} needs a value.`)
  return written(resource, target, op, value)
}

/** Without a path the value holds attributes, each as if named (RFC 7644 §3.5.2.1, §3.5.2.3). */
function whole(resource: Resource, op: 'add' | 'replace' | 'remove', value: unknown): Resource {
  if (op === 'remove') throw new PatchError('noTarget', 'remove needs a path.')
  if (value === null || typeof value !== 'object' || Array.isArray(value)) {
    throw new PatchError('invalidValue', 'Without a path the value must hold attributes.')
  }
  return Object.keys(value).reduce<Resource>((now, name) => {
    return apply(now, { op, path: name, value: (value as Resource)[name] })
  }, resource)
}

interface Target {
  path: Path
  filter: Filter | null
  beneath: string | null
}

function readTarget(path: string): Target {
  let target: Target
  try {
    target = readPath(path)
  } catch (error) {
    if (error instanceof FilterError) throw new PatchError('invalidPath', error.message)
    throw error
  }
  const names = [...target.path, ...(target.beneath ? [target.beneath] : [])]
  if (names.some((name) => FORBIDDEN.has(name))) throw new PatchError('invalidPath', `“${path}” is no path.`)
  return target
}

/** The name a resource has for an attribute, in whatever case it was asked for. */
function keyOf(resource: Resource, name: string): string {
  const wanted = name.toLowerCase()
  return Object.keys(resource).find((one) => one.toLowerCase() === wanted) ?? name
}

function removed(resource: Resource, { path, filter, beneath }: Target): Resource {
  const [first, second] = path as [string, string?]
  const key = keyOf(resource, first)
  if (!Object.hasOwn(resource, key)) return resource
  const value = resource[key]
  if (filter) {
    const list = Array.isArray(value) ? value : []
    const kept = list.flatMap((one) => {
      if (!answers(filter, one)) return [one]
      return beneath ? [without(one as Resource, beneath)] : []
    })
    return with_(resource, key, kept.length > 0 ? kept : undefined)
  }
  if (second === undefined) return with_(resource, key, undefined)
  const from = (one: unknown) => (one !== null && typeof one === 'object' ? without(one as Resource, second) : one)
  return with_(resource, key, Array.isArray(value) ? value.map(from) : from(value))
}

function written(resource: Resource, target: Target, op: 'add' | 'replace', value: unknown): Resource {
  const { path, filter, beneath } = target
  const [first, second] = path as [string, string?]
  const key = keyOf(resource, first)
  const old = resource[key]
  if (filter) return with_(resource, key, writtenInto(old, filter, beneath, op, value))
  if (second !== undefined) {
    const into = (one: unknown) => with_((one ?? {}) as Resource, keyOf((one ?? {}) as Resource, second), value)
    return with_(resource, key, Array.isArray(old) ? old.map(into) : into(old))
  }
  if (MANY.has(key.toLowerCase())) {
    const list = Array.isArray(value) ? value : [value]
    return with_(resource, key, op === 'add' ? together(Array.isArray(old) ? old : [], list) : list)
  }
  const isBoth = isObject(old) && isObject(value)
  return with_(resource, key, isBoth ? { ...old, ...copyOf(value) } : value)
}

/** Values of a list that a filter picks; none picked is an error for `replace` (RFC 7644 §3.5.2.3). */
function writtenInto(
  old: unknown,
  filter: Filter,
  beneath: string | null,
  op: 'add' | 'replace',
  value: unknown,
): unknown[] {
  const list = Array.isArray(old) ? old : []
  let picked = 0
  const after = list.map((one) => {
    if (!answers(filter, one)) return one
    picked += 1
    if (beneath) return with_(one as Resource, keyOf(one as Resource, beneath), value)
    return isObject(value) ? { ...(one as Resource), ...copyOf(value) } : value
  })
  if (picked === 0 && op === 'replace') throw new PatchError('noTarget', 'The filter picks nothing.')
  if (picked === 0) throw new PatchError('noTarget', 'The filter picks nothing to add to.')
  return after
}

/** Added values that are there already are not there twice (RFC 7644 §3.5.2.1). */
function together(old: readonly unknown[], added: readonly unknown[]): unknown[] {
  const keyFor = (one: unknown) => {
    const value = member(one, 'value')
    return value === undefined ? JSON.stringify(one) : `value ${String(value)}`
  }
  const found = new Map(old.map((one) => [keyFor(one), one]))
  for (const one of added) found.set(keyFor(one), one)
  return [...found.values()]
}

function isObject(value: unknown): value is Resource {
  return value !== null && typeof value === 'object' && !Array.isArray(value)
}

/** The members of a value but those that would reach into every object. */
function copyOf(value: Resource): Resource {
  return Object.fromEntries(Object.entries(value).filter(([name]) => !FORBIDDEN.has(name)))
}

function without(value: Resource, name: string): Resource {
  const { [keyOf(value, name)]: _gone, ...rest } = value
  return rest
}

/** Null takes an attribute away, as an absent one (RFC 7643 §2.5). */
function with_(resource: Resource, key: string, value: unknown): Resource {
  if (FORBIDDEN.has(key)) throw new PatchError('invalidPath', `“${key}” is no attribute.`)
  if (value === undefined || value === null) return without(resource, key)
  return { ...resource, [key]: value }
}
