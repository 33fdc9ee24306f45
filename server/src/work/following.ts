import { productAccountOf, productGroup, type ConnectionRow, type Occasion } from '@lodge/core'
import { wallClock } from '../clock.ts'
import { member, text } from '../protocols/scim/resources.ts'
import {
  forgetGroup,
  noteAccounts,
  noteGroup,
  remoteGroupsOf,
  remoteIdsOf,
  seenAccountOf,
  seenAccounts,
  type SeenAccount,
} from '../store/connections.ts'
import { endProblem } from '../store/product-readings.ts'
import { connected } from './products.ts'
import { locked, newest, productWorker, seenNow, toldIfNot, type Following, type Scene } from './product-scene.ts'
import type { Worker } from './job-queue.ts'

/**
 * One person's account in a connected product follows what the account here says of them now: opened, altered, closed,
 * and read back. Each product has its own work for it, so that one that is down keeps only itself waiting.
 */
export function followPersonWorker(lodge: Following): Worker {
  return productWorker(lodge, async (scene, { ids }) => {
    const personId = String(ids.personId)
    await toldIfNot(scene, 'person', personId, () => bring(scene, personId, 'changed'))
    return 'done'
  })
}

/**
 * Brings one account to what it should be now, alone, and notes how it was read back; undefined where there is none.
 * @param found the id it has there, where it was just read in a list.
 */
export async function bring(
  scene: Scene,
  personId: string,
  occasion: Occasion,
  found?: string,
): Promise<SeenAccount | undefined> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const { work } = lodge.pools
  return locked(scene, personId, async () => {
    const current = await newest(scene)
    if (!current) return undefined
    const { account, now } = current
    const seen = await seenAccountOf(work, accountId, row.id, personId)
    const before = seen?.difference === 'foreign' ? undefined : seen
    const remoteId = found ?? before?.remoteId ?? null
    if (account.get('person', personId)?.state === 'erased') {
      await scim.remove({ externalId: personId, userName: null, remoteId })
      return undefined
    }
    const wanted = productAccountOf(account, personId, row.product, now)
    if (!wanted) return undefined
    const opensAlone = <T>(opening: () => Promise<T>) => locked(scene, row.id, opening)
    const held = await scim.follow(wanted, { remoteId, before, occasion, alone: opensAlone })
    await endProblem(work, accountId, row.id, personId)
    if (!held) return undefined
    const noted = seenNow(held, personId, wallClock(), wanted)
    await noteAccounts(work, accountId, row.id, [noted])
    return noted
  })
}

/** One group of a product follows who is in it here; their accounts there are those last seen. */
export function followGroupWorker(lodge: Following): Worker {
  return productWorker(lodge, async (scene, { ids }) => {
    const groupId = String(ids.groupId)
    await toldIfNot(scene, 'group', groupId, () => bringGroup(scene, groupId))
    return 'done'
  })
}

/** Brings one group to what it should be now, alone; one of ours that should not be is taken away. */
export async function bringGroup(scene: Scene, groupId: string): Promise<void> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const { work } = lodge.pools
  await locked(scene, groupId, async () => {
    const current = await newest(scene)
    if (!current) return
    const wanted = productGroup(current.account, groupId, row.product, current.now)
    const known = (await remoteGroupsOf(work, accountId, row.id)).get(groupId) ?? null
    const old = await scim.groupOf(groupId, wanted?.displayName ?? null, known)
    if (old === 'no-groups') return
    if (wanted) {
      const remoteIds = await remoteIdsOf(work, accountId, row.id, wanted.memberIds)
      await noteGroup(work, accountId, row.id, groupId, await scim.bringGroup(old, wanted, remoteIds))
    } else {
      if (old) await scim.removeGroup(text(member(old, 'id')) ?? '')
      await forgetGroup(work, accountId, row.id, groupId)
    }
    await endProblem(work, accountId, row.id, groupId)
  })
}

/**
 * Mends one difference: the product's account is made what the account says, or closed where it says nothing.
 * @throws ProductError also where another program keeps it.
 */
export async function mend(lodge: Following, accountId: string, row: ConnectionRow, remoteId: string): Promise<void> {
  const known = (await seenAccounts(lodge.pools.work, accountId, row.id)).find((one) => one.remoteId === remoteId)
  if (!known) return
  const scene = { lodge, accountId, product: await connected(lodge, accountId, row) }
  const { personId } = known
  const current = await newest(scene)
  if (!current) return
  if (personId !== null && productAccountOf(current.account, personId, row.product, current.now)) {
    await toldIfNot(scene, 'person', personId, () => bring(scene, personId, 'chosen'))
    return
  }
  const isOurs = (externalId: string) => current.account.get('person', externalId) !== undefined
  const held = await scene.product.scim.closeRemote(remoteId, isOurs)
  if (held) await noteAccounts(lodge.pools.work, accountId, row.id, [seenNow(held, personId, wallClock(), undefined)])
}
