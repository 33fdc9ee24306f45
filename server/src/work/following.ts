import { setImmediate } from 'node:timers/promises'
import {
  emailKey,
  differenceOf,
  nextAccountDate,
  openProductAccounts,
  productAccountOf,
  productGroup,
  productGroups,
  type Account,
  type ConnectionRow,
  type HeldAccount,
  type Instant,
} from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { forgetUnseen, noteAccounts, remoteIdsOf, seenAccounts, type SeenAccount } from '../store/connections.ts'
import { endSameWork, type WorkRow } from '../store/work.ts'
import { connected, type ConnectedProduct } from './products.ts'
import type { Outcome, Worker } from './workshop.ts'

const COMPARED_EVERY_SECONDS = 600
/** So many accounts are compared at a stretch. */
const BETWEEN = 500

type Following = Pick<Lodge, 'accounts' | 'configuration' | 'pools' | 'clock' | 'log'>

/**
 * One person's account in a connected product follows what the account here says of them now: opened, altered, closed,
 * and read back. Each product has its own work for it, so that one that is down keeps only itself waiting.
 */
export function followPersonWorker(lodge: Following): Worker {
  return productWorker(lodge, async (product, account, now, ids) => {
    await followOne(lodge, account.id, account, product, String(ids.personId), now)
    return 'done'
  })
}

async function followOne(
  { pools }: Following,
  accountId: string,
  account: Account,
  { row, scim }: ConnectedProduct,
  personId: string,
  now: Instant,
): Promise<void> {
  if (account.get('person', personId)?.state === 'erased') return scim.remove(personId)
  const wanted = productAccountOf(account, personId, row.product, now)
  if (!wanted) return
  const held = await scim.follow(wanted)
  if (held) await noteAccounts(pools.work, accountId, row.id, [seen(held, personId, now, differenceOf(wanted, held))])
}

function seen(
  held: HeldAccount,
  personId: string | null,
  seenAt: Instant,
  difference: SeenAccount['difference'],
): SeenAccount {
  const { remoteId, userName, active, seats } = held
  return { remoteId, personId, userName, active, seats, seenAt, difference }
}

/** Work with one connected product, what waits for the same done with it. */
function productWorker(
  lodge: Following,
  work: (product: ConnectedProduct, account: Account, now: Instant, ids: WorkRow['ids']) => Promise<Outcome>,
): Worker {
  return async (row): Promise<Outcome> => {
    const { accountId, ids } = row
    await endSameWork(lodge.pools.work, row)
    await lodge.accounts.catchUp(accountId)
    const loaded = await lodge.accounts.get(accountId)
    const connection = loaded?.account.get('connection', String(ids.connectionId))
    if (!loaded || !connection?.on) return { dropped: 'The connection is cut.' }
    const product = await connected(lodge, accountId, connection)
    return work(product, loaded.account, instantFor(loaded, lodge.clock), ids)
  }
}

/** One group of a product follows who is in it here; their accounts there are those last seen. */
export function followGroupWorker(lodge: Following): Worker {
  return productWorker(lodge, async ({ row, scim }, account, now, ids) => {
    const groupId = String(ids.groupId)
    const wanted = productGroup(account, groupId, row.product, now)
    const remoteIds = await remoteIdsOf(lodge.pools.work, account.id, row.id, wanted?.memberIds ?? [])
    await scim.followGroup(groupId, wanted, remoteIds)
    return 'done'
  })
}

/**
 * Compares what a product holds with what the account says, at once when it is connected and every ten minutes from then
 * on, and whenever something begins or ends by date. What the account itself altered since is made so in the product; what
 * was altered in the product is noted as a difference, each for somebody to mend.
 */
export function compareProductWorker(lodge: Following): Worker {
  return productWorker(lodge, async (product, account, now, ids) => {
    await compare(lodge, account.id, account, product, now)
    if (ids.follow) return 'done'
    const next = nextAccountDate(account, now)
    const wait = next === null ? Infinity : (next - now) / 1_000_000 + 1
    return { againInSeconds: Math.min(COMPARED_EVERY_SECONDS, wait) }
  })
}

/** One comparison: people first, then groups, and what was seen is noted. */
async function compare(
  lodge: Following,
  accountId: string,
  account: Account,
  product: ConnectedProduct,
  now: Instant,
): Promise<void> {
  const { row, scim } = product
  const before = new Map((await seenAccounts(lodge.pools.work, accountId, row.id)).map((one) => [one.remoteId, one]))
  const held = await scim.all()
  const noted: SeenAccount[] = []
  const remoteIds = new Map<string, string>()
  const open = openProductAccounts(account, row.product, now)
  const names = new Map(open.map((one) => [one.userName, one.externalId]))
  const there = new Set<string>()
  for (const [at, one] of held.entries()) {
    // Whoever asks something meanwhile is answered in between.
    if (at % BETWEEN === 0) await setImmediate()
    const personId = ownerOf(account, one) ?? names.get(emailKey(one.userName)) ?? null
    if (personId) there.add(personId)
    const settled = await settle(account, product, one, personId, before.get(one.remoteId), now)
    if (personId) remoteIds.set(personId, settled.remoteId)
    noted.push(settled)
  }
  for (const wanted of open) {
    if (there.has(wanted.externalId)) continue
    const made = await scim.follow(wanted)
    if (!made) continue
    remoteIds.set(wanted.externalId, made.remoteId)
    noted.push(seen(made, wanted.externalId, now, differenceOf(wanted, made)))
  }
  await scim.followGroups(productGroups(account, row.product, now), remoteIds)
  await noteAccounts(lodge.pools.work, accountId, row.id, noted)
  await forgetUnseen(lodge.pools.work, accountId, row.id, now)
}

function ownerOf(account: Account, { externalId }: HeldAccount): string | undefined {
  return account.get('person', externalId)?.id
}

/** One account there: made so if it is as it was last seen, or is to be adopted; otherwise noted as it differs. */
async function settle(
  account: Account,
  { row, scim }: ConnectedProduct,
  held: HeldAccount,
  personId: string | null,
  before: SeenAccount | undefined,
  now: Instant,
): Promise<SeenAccount> {
  const wanted = personId ? productAccountOf(account, personId, row.product, now) : undefined
  const difference = differenceOf(wanted, held)
  const isAsSeen = before && before.active === held.active && before.seats.join(' ') === held.seats.join(' ')
  const ours = wanted && difference !== null && isAsSeen && before.difference === null
  const adopts = wanted?.active && held.externalId === null
  if (!ours && !adopts) return seen(held, personId, now, difference)
  const after = (await scim.follow(wanted)) ?? held
  return seen(after, personId, now, differenceOf(wanted, after))
}

/** Mends one difference: the product's account is made what the account says, or closed where it says nothing. */
export async function mend(lodge: Following, accountId: string, row: ConnectionRow, remoteId: string): Promise<void> {
  const loaded = await lodge.accounts.get(accountId)
  const known = (await seenAccounts(lodge.pools.work, accountId, row.id)).find((one) => one.remoteId === remoteId)
  if (!loaded || !known) return
  const product = await connected(lodge, accountId, row)
  const now = instantFor(loaded, lodge.clock)
  const wanted = known.personId ? productAccountOf(loaded.account, known.personId, row.product, now) : undefined
  if (wanted) {
    const after = await product.scim.follow(wanted)
    if (after)
      await noteAccounts(lodge.pools.work, accountId, row.id, [
        seen(after, known.personId, now, differenceOf(wanted, after)),
      ])
    return
  }
  await product.scim.closeRemote(remoteId)
  await noteAccounts(lodge.pools.work, accountId, row.id, [{ ...known, active: false, difference: null, seenAt: now }])
}
