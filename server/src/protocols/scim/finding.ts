import { emailKey, type HeldAccount, type ProductAccount } from '@lodge/core'
import { ProductError } from '../product-http.ts'
import { foundFrom, heldFrom, member, text, type Found, type Resource } from './resources.ts'
import { say } from '@lodge/core/say'

export const notShown = () => say('protocols.the-product-opened-an-account-and-does-not')
const ignoresFilter = () => say('protocols.the-product-was-asked-for-one-account-and')
export const anothers = () => say('protocols.another-program-manages-the-account-with-this')

/** Whose account is looked for: by the id it has there if one is known, by ours, and by its name. */
export interface Sought {
  externalId: string
  userName: string | null
  remoteId: string | null
}

/** What was found of someone: their account, or one of their name that another program keeps. */
export interface Looked {
  found: Found | undefined
  foreign: Found | undefined
  /** Whether absence is certain: the service answered what it was asked, or showed all it holds. */
  certain: boolean
}

/** Whose account it is, or that there is none. @throws ProductError where that cannot be told. */
export function foundIn({ found, foreign, certain }: Looked): Found | undefined {
  if (found) return found
  if (foreign) throw new ProductError(anothers(), 'untrue')
  if (!certain) throw new ProductError(ignoresFilter(), 'untrue')
  return undefined
}

/** Of those of one name: whose is nobody's is theirs, whose is another's is not. */
export function named(all: readonly Resource[], externalId: string, certain: boolean): Looked {
  const found = all.map((one) => foundFrom(one))
  const free = found.filter((one) => one.externalId === null || one.externalId === externalId)
  if (free.length > 1) throw new ProductError(say('protocols.the-product-holds-two-accounts-of-one'), 'untrue')
  return { found: free[0], foreign: free[0] ? undefined : found[0], certain: certain || free.length > 0 }
}

/** Those of one name, in whatever letters. */
export function namedAs(all: readonly Resource[], userName: string): Resource[] {
  const key = emailKey(userName)
  return all.filter((one) => emailKey(text(member(one, 'userName')) ?? '') === key)
}

/** Whether someone has an account there, or another program keeps one of their name. */
export function isAmong(all: readonly Resource[], { externalId, userName }: ProductAccount): boolean {
  const isTheirs = all.some((one) => text(member(one, 'externalId')) === externalId)
  return isTheirs || namedAs(all, userName).length > 0
}

/** Someone's account as the service shows it, or why it cannot be told. */
export function shownAmong(
  all: readonly Resource[],
  { externalId, userName }: ProductAccount,
): HeldAccount | ProductError {
  try {
    const found = mineOf(all, externalId) ?? named(namedAs(all, userName), externalId, true).found
    return found ? heldFrom(found) : new ProductError(notShown(), 'untrue')
  } catch (error) {
    if (error instanceof ProductError) return error
    throw error
  }
}

export function mineOf(all: readonly Resource[], externalId: string): Found | undefined {
  const mine = all.filter((one) => text(member(one, 'externalId')) === externalId)
  if (mine.length > 1) throw new ProductError(say('protocols.the-product-holds-two-accounts-of-one-2'), 'untrue')
  return mine[0] && foundFrom(mine[0])
}

export function isNobodys(resource: Resource): boolean {
  return text(member(resource, 'externalId')) === null
}
