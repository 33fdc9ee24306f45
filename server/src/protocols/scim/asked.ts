import type { AccountBefore, Occasion, ProductAccount, ProductGroup } from '@lodge/core'
import { say } from '@lodge/core/say'
import { attributesOf, type Found, foundFrom, heldFrom, member, type Resource, USER, writtenOver } from './resources.ts'
import { must } from '@lodge/core/must'

/** What a client is told besides what is wanted. */
export interface Following {
  /** The id the account had there when it was last read. */
  remoteId: string | null
  before: AccountBefore | undefined
  occasion: Occasion
  /** Does what nobody else may do beside it with this product. */
  alone<T>(work: () => Promise<T>): Promise<T>
}

export const stillOpen = () => say('protocols.the-product-answered-that-the-account-was')

export const doesNotSay = () => say('protocols.the-product-does-not-say-whether-the-account')

/** What an account is opened with. */
export function openingOf(wanted: ProductAccount): Resource {
  const attributes = attributesOf(wanted, ['externalId', 'active', 'userName', 'displayName', 'seats'])
  const email = wanted.email === null ? {} : attributesOf(wanted, ['email'])
  return { schemas: [USER], ...attributes, ...email }
}

/** Whether a resource says what was written to it; what a service keeps no place for is not asked of it. */
export function saysSo(after: Found, values: Record<string, unknown>): boolean {
  const wanted = foundFrom(writtenOver(after.resource, values))
  const { externalId: _one, ...left } = heldFrom(wanted)
  const { externalId: _other, ...right } = heldFrom(after)
  return JSON.stringify(left) === JSON.stringify(right)
}

type GroupBody = { displayName: string; members: { value: string }[] }

export function groupBody({ displayName, memberIds }: ProductGroup, remoteIds: ReadonlyMap<string, string>): GroupBody {
  return {
    displayName,
    members: memberIds.flatMap((id) =>
      remoteIds.has(id) ? [{ value: must(remoteIds.get(id), 'entry of remoteIds') }] : [],
    ),
  }
}

export function sameGroup(old: Resource, wanted: GroupBody): boolean {
  const members = member(old, 'members')
  const ids = Array.isArray(members) ? members.map((one) => String(member(one, 'value'))) : []
  const same = JSON.stringify(ids.sort()) === JSON.stringify(wanted.members.map(({ value }) => value).sort())
  return member(old, 'displayName') === wanted.displayName && same
}
