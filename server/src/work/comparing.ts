import { setImmediate } from 'node:timers/promises'
import {
  attributesToWrite,
  closingDoneBefore,
  emailKey,
  instantText,
  nextAccountDate,
  productAccounts,
  productGroups,
  type Account,
  type HeldAccount,
  type ProductAccount,
} from '@lodge/core'
import { wallClock } from '../clock.ts'
import { ProductError } from '../protocols/product-http.ts'
import { isNobodys } from '../protocols/scim/finding.ts'
import { member, text, type Resource } from '../protocols/scim/resources.ts'
import {
  forgetUnseen,
  noteAccounts,
  remoteGroupsOf,
  remoteIdsOf,
  seenAccounts,
  type SeenAccount,
} from '../store/connections.ts'
import { noteUnread, noteWhole, readingOf } from '../store/product-readings.ts'
import { standWorkFor } from '../store/work.ts'
import { bring, bringGroup } from './following.ts'
import { openMany } from './opening.ts'
import {
  bySchedule,
  newest,
  productWorker,
  seenNow,
  SOONEST_AGAIN_SECONDS,
  toldIfNot,
  type Following,
  type Scene,
} from './product-scene.ts'
import type { Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

const COMPARED_EVERY_SECONDS = 600
/** So many accounts are compared at a stretch. */
const BETWEEN = 500
/** So long a product is tried in silence before the Desk says that it does not answer. */
const SILENT_MICROSECONDS = 3_600_000_000
/** So many in a row that get no answer, and the product is away, not they odd. */
const AWAY_IN_A_ROW = 3

/**
 * Compares what a product holds with what the account says, at once when it is connected and every ten minutes from then
 * on, and whenever something begins or ends by date. What the account itself altered since is made so in the product; what
 * was altered in the product is noted as a difference, each for someone to mend.
 */
export function compareProductWorker(lodge: Following): Worker {
  return productWorker(lodge, async (scene, { ids }, isStopping) => {
    try {
      await compare(scene, () => {
        if (isStopping()) throw new LeftOff()
      })
    } catch (error) {
      if (error instanceof LeftOff) return 'more'
      if (!(error instanceof ProductError) || error.failure === 'busy') throw error
      return { againInSeconds: await notRead(scene, error) }
    }
    if (ids.follow) return 'done'
    const current = await newest(scene)
    const next = current && nextAccountDate(current.account, current.now)
    const wait = current && next != null ? (next - current.now) / 1_000_000 + 1 : Infinity
    return { againInSeconds: Math.min(COMPARED_EVERY_SECONDS, wait) }
  })
}

/** It could not be read whole: noted with why, and after an hour said on the Desk. @returns when it is tried again. */
async function notRead(scene: Scene, error: ProductError): Promise<number> {
  const { lodge, accountId, product } = scene
  const { id: connectionId, trouble } = product.row
  const at = wallClock()
  const { failingSince } = await readingOf(lodge.pools.work, accountId, connectionId)
  const sinceMicroseconds = at - (failingSince ?? at)
  const halfAgain = sinceMicroseconds / 2_000_000
  const waitSeconds = Math.min(
    Math.max(error.more.retryAfterSeconds ?? 0, halfAgain, SOONEST_AGAIN_SECONDS),
    COMPARED_EVERY_SECONDS,
  )
  const next = at + Math.round(waitSeconds * 1_000_000)
  await noteUnread(lodge.pools.work, accountId, connectionId, { why: error.whole, at, nextTryAt: next })
  lodge.log.warn({ connection: connectionId, waitSeconds, err: error }, 'a connected product could not be read whole')
  if (trouble === null && sinceMicroseconds >= SILENT_MICROSECONDS) {
    const since = instantText(lodge.clock.now() - sinceMicroseconds)
    await bySchedule(scene, { type: 'note-connection', connectionId, trouble: error.message.slice(0, 300), since })
  }
  return waitSeconds
}

/** Tried again by itself, sooner than everything is compared again. */
async function againSoon({ lodge, accountId, product }: Scene, kind: 'person' | 'group', id: string): Promise<void> {
  const ids = { connectionId: product.row.id, [`${kind}Id`]: id }
  const work = { accountId, kind: `follow-${kind}`, ids }
  await standWorkFor(lodge.pools.work, work, wallClock() + SOONEST_AGAIN_SECONDS * 1_000_000)
}

/** What one person or group is refused keeps nobody else waiting; a product that is away or asks for patience does. */
function beside(
  scene: Scene,
  leaveOff: () => void,
): (kind: 'person' | 'group', id: string, work: () => Promise<unknown>) => Promise<void> {
  let awayInARow = 0
  return async (kind, id, work) => {
    leaveOff()
    try {
      await toldIfNot(scene, kind, id, work)
      awayInARow = 0
    } catch (error) {
      if (!(error instanceof ProductError) || error.failure === 'busy' || error.failure === 'denied') throw error
      awayInARow = error.failure === 'away' ? awayInARow + 1 : 0
      if (awayInARow >= AWAY_IN_A_ROW) throw error
      await againSoon(scene, kind, id)
    }
  }
}

/** The process is about to end: another begins the comparison anew, and finds done what was done. */
class LeftOff extends Error {}

/** One comparison: people first, then groups; only when all of it was read does it count as a whole reading. */
async function compare(scene: Scene, leaveOff: () => void): Promise<void> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const { work } = lodge.pools
  const current = await newest(scene)
  if (!current) return
  const { account, now } = current
  const each = beside(scene, leaveOff)
  const before = new Map((await seenAccounts(work, accountId, row.id)).map((one) => [one.remoteId, one]))
  const wanted = new Map(productAccounts(account, row.product, now).map((one) => [one.externalId, one]))
  // By the machine's clock: what is read of one account meanwhile is the later, and stays.
  const readAt = wallClock()
  const held = await scim.all()
  const owners = ownersOf(account, held, wanted, before)
  const noted: SeenAccount[] = []
  const there = new Set(owners.values())
  for (const [at, one] of held.entries()) {
    // Anyone who asks something meanwhile is answered in between.
    if (at % BETWEEN === 0) await setImmediate()
    const personId = owners.get(one) ?? null
    const whose = personId === null ? undefined : wanted.get(personId)
    const last = before.get(one.remoteId)
    if (!whose || !isToBeBrought(whose, one, last)) {
      noted.push(seenNow(one, personId, readAt, whose))
      continue
    }
    // Noted as it is read back; where that fails, what was last known of it is kept.
    if (last) noted.push({ ...last, seenAt: readAt })
    await noteAccounts(work, accountId, row.id, noted.splice(0))
    await each('person', whose.externalId, async () =>
      reopened(scene, await bring(scene, whose.externalId, 'compared', one.remoteId)),
    )
  }
  await noteAccounts(work, accountId, row.id, noted)
  const missing = [...wanted.values()].filter((one) => one.active && !there.has(one.externalId))
  const ids = missing.map((one) => one.externalId)
  const atOnce = await openMany(scene, ids, leaveOff)
  let openedCount = 0
  for (const personId of ids) {
    await each('person', personId, async () => {
      const opened = atOnce.get(personId) ?? (await bring(scene, personId, 'compared'))
      if (opened instanceof ProductError) throw opened
      if (opened) openedCount += 1
    })
  }
  await forgetUnseen(work, accountId, row.id, readAt)
  const groups = await compareGroups(scene, each)
  await noteWhole(work, accountId, row.id, { readAt: now, accounts: held.length + openedCount, groups })
  if (row.trouble !== null) await bySchedule(scene, { type: 'note-connection', connectionId: row.id, trouble: null })
}

/**
 * Whose each account is: by our id first; one that is nobody's by how it was read before, then by its name. One that
 * another program keeps is only known to have someone's name.
 */
function ownersOf(
  account: Account,
  held: readonly HeldAccount[],
  wanted: ReadonlyMap<string, ProductAccount>,
  before: ReadonlyMap<string, SeenAccount>,
): Map<HeldAccount, string> {
  const owners = new Map<HeldAccount, string>()
  const taken = new Set<string>()
  const own = (one: HeldAccount, personId: string | null | undefined) => {
    if (personId == null || taken.has(personId)) return
    owners.set(one, personId)
    taken.add(personId)
  }
  const byName = new Map<string, string>()
  for (const { userName, externalId, active } of wanted.values()) {
    if (active || !byName.has(emailKey(userName))) byName.set(emailKey(userName), externalId)
  }
  for (const one of held) own(one, account.get('person', one.externalId)?.id)
  const rest = held.filter((one) => !owners.has(one) && !account.get('person', one.externalId))
  for (const one of rest) if (one.externalId === null) own(one, before.get(one.remoteId)?.personId)
  for (const one of rest) if (!owners.has(one)) own(one, byName.get(emailKey(one.userName)))
  return owners
}

/** Whether anything is to be written, or what is open is to be looked at once more before someone is alarmed. */
function isToBeBrought(wanted: ProductAccount, held: HeldAccount, before: SeenAccount | undefined): boolean {
  if (held.externalId !== null && held.externalId !== wanted.externalId) return false
  if (attributesToWrite(wanted, held, before, 'compared').length > 0) return true
  const isTakenOver = wanted.active && held.externalId === null && before === undefined
  return isTakenOver || (!wanted.active && held.active !== false)
}

/** An account that should be closed and is open: a departure that counted it as closed is opened again (model X5). */
async function reopened(scene: Scene, seen: SeenAccount | undefined): Promise<void> {
  if (seen?.difference !== 'not-closed' || seen.personId === null) return
  const current = await newest(scene)
  const done = current && closingDoneBefore(current.account, seen.personId, scene.product.row.product)
  if (!done) return
  const note = seen.active
    ? say('work.the-account-is-open-again-close-it-or')
    : say('work.the-product-no-longer-says-whether-the')
  await bySchedule(scene, {
    type: 'reopen-departure',
    departureId: done.departureId,
    steps: [{ stepId: done.stepId, note }],
  })
}

/** Groups as they should be; ones of ours that are no more are taken away. @returns how many there are; null: it has none. */
async function compareGroups(scene: Scene, each: ReturnType<typeof beside>): Promise<number | null> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const held = await scim.groups()
  const current = await newest(scene)
  if (!held || !current) return null
  const known = await remoteGroupsOf(lodge.pools.work, accountId, row.id)
  const wanted = productGroups(current.account, row.product, current.now)
  const ids = new Set(wanted.map(({ externalId }) => externalId))
  const groupThere = (groupId: string): Resource | undefined =>
    held.find((one) => text(member(one, 'externalId')) === groupId) ??
    held.find((one) => isNobodys(one) && text(member(one, 'id')) === known.get(groupId))
  let count = held.length
  for (const group of wanted) {
    const old = groupThere(group.externalId)
    const remoteIds = await remoteIdsOf(lodge.pools.work, accountId, row.id, group.memberIds)
    if (old && known.has(group.externalId) && scim.isAsWanted(old, group, remoteIds)) continue
    await each('group', group.externalId, () => bringGroup(scene, group.externalId))
    if (!old) count += 1
  }
  const ours = [...known.keys(), ...[...current.account.all('group')].map(({ id }) => id)]
  for (const groupId of new Set(ours)) {
    if (ids.has(groupId) || !groupThere(groupId)) continue
    await each('group', groupId, () => bringGroup(scene, groupId))
    count -= 1
  }
  return count
}
