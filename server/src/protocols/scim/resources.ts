import type { AccountAttribute, HeldAccount, ProductAccount } from '@lodge/core'
import { ProductError } from '../product-http.ts'
import { say } from '@lodge/core/say'

// SCIM resources as products really send them (RFC 7643): names of attributes in any case, what is missing missing.

export const TYPE = 'application/scim+json'
export const USER = 'urn:ietf:params:scim:schemas:core:2.0:User'
export const GROUP = 'urn:ietf:params:scim:schemas:core:2.0:Group'
export const PATCH = 'urn:ietf:params:scim:api:messages:2.0:PatchOp'
export const BULK = 'urn:ietf:params:scim:api:messages:2.0:BulkRequest'

export type Resource = Record<string, unknown>

/** An account as a product showed it, with all that it shows besides. */
export interface Found extends HeldAccount {
  resource: Resource
  etag: string | null
}

/** The name a resource has for an attribute, in whatever case (RFC 7643 §2.1). */
function keyOf(resource: Resource, name: string): string {
  const wanted = name.toLowerCase()
  return Object.keys(resource).find((one) => one.toLowerCase() === wanted) ?? name
}

/** An attribute by its name in any case. */
export function member(of: unknown, name: string): unknown {
  if (of === null || typeof of !== 'object' || Array.isArray(of)) return undefined
  const resource = of as Resource
  const key = keyOf(resource, name)
  return Object.hasOwn(resource, key) ? resource[key] : undefined
}

export function text(value: unknown): string | null {
  return typeof value === 'string' && value !== '' ? value : null
}

/** @throws ProductError where it is no resource. */
export function resourceFrom(value: unknown): Resource {
  if (value !== null && typeof value === 'object' && !Array.isArray(value)) return value as Resource
  throw new ProductError(say('protocols.the-products-answer-is-no-resource'), 'away')
}

/** The resources of a list and how many there are in all (RFC 7644 §3.4.2). @throws ProductError */
export function listFrom(body: unknown): { resources: Resource[]; total: number } {
  const list = resourceFrom(body)
  const resources = member(list, 'Resources') ?? []
  const total = member(list, 'totalResults')
  if (!Array.isArray(resources)) throw new ProductError(say('protocols.the-products-list-holds-no-resources'), 'away')
  if (typeof total !== 'number' || total < 0)
    throw new ProductError(say('protocols.the-products-list-does-not-say-how-long'), 'away')
  return { resources: resources.map(resourceFrom), total }
}

/** How much a service says it takes in one request of many operations (RFC 7643 §5); null for none. */
export function bulkFrom(configuration: unknown): { operations: number; bytes: number } | null {
  const bulk = member(configuration, 'bulk')
  const [operations, bytes] = [member(bulk, 'maxOperations'), member(bulk, 'maxPayloadSize')]
  if (member(bulk, 'supported') !== true || typeof operations !== 'number' || typeof bytes !== 'number') return null
  return operations >= 1 && bytes >= 1 ? { operations, bytes } : null
}

/** How each operation of many went, by the name it was given (RFC 7644 §3.7.3); its status is a text or a number. */
export function statusesFrom(body: unknown): Map<string, number> {
  const operations = member(resourceFrom(body), 'Operations')
  if (!Array.isArray(operations))
    throw new ProductError(say('protocols.the-product-does-not-say-how-each-change'), 'away')
  return new Map(
    operations.flatMap((one): [string, number][] => {
      const bulkId = text(member(one, 'bulkId'))
      const status = member(one, 'status')
      return bulkId ? [[bulkId, Number(member(status, 'code') ?? status)]] : []
    }),
  )
}

export function foundFrom(resource: Resource, etag: string | null = null): Found {
  const remoteId = text(member(resource, 'id'))
  if (!remoteId) throw new ProductError(say('protocols.the-products-account-has-no-id'), 'away')
  const active = member(resource, 'active')
  return {
    remoteId,
    externalId: text(member(resource, 'externalId')),
    userName: text(member(resource, 'userName')) ?? '',
    displayName: text(member(resource, 'displayName')) ?? '',
    email: addressFrom(member(resource, 'emails')),
    active: typeof active === 'boolean' ? active : null,
    seats: listed(member(resource, 'entitlements')).flatMap((one) => text(member(one, 'value')) ?? []).sort(), // prettier-ignore
    resource,
    etag: etag ?? text(member(member(resource, 'meta'), 'version')),
  }
}

/** Without what is the client’s own. */
export function heldFrom({ resource: _resource, etag: _etag, ...held }: Found): HeldAccount {
  return held
}

function listed(value: unknown): unknown[] {
  return Array.isArray(value) ? value : []
}

/** The primary address, or the first (RFC 7643 §4.1.2). */
function addressFrom(emails: unknown): string | null {
  const all = listed(emails)
  const chosen = all.find((one) => member(one, 'primary') === true) ?? all[0]
  return text(member(chosen, 'value'))
}

/** What an account’s attributes are called and how they are written there. */
export function attributesOf(
  wanted: ProductAccount,
  which: readonly (AccountAttribute | 'externalId')[],
): Record<string, unknown> {
  const written: Record<AccountAttribute | 'externalId', [string, unknown]> = {
    externalId: ['externalId', wanted.externalId],
    active: ['active', wanted.active],
    userName: ['userName', wanted.userName],
    displayName: ['displayName', wanted.displayName],
    email: ['emails', wanted.email === null ? [] : [{ value: wanted.email, type: 'work', primary: true }]],
    seats: ['entitlements', wanted.seats.map((value) => ({ value }))],
  }
  return Object.fromEntries(which.map((one) => written[one]))
}

/** A whole resource with some attributes written over, as PUT wants it (RFC 7644 §3.5.1). */
export function writtenOver(resource: Resource, values: Record<string, unknown>): Resource {
  const { [keyOf(resource, 'meta')]: _meta, ...whole } = resource
  for (const [name, value] of Object.entries(values)) whole[keyOf(whole, name)] = value
  return whole
}
