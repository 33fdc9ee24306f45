import { setImmediate } from 'node:timers/promises'
import {
  attributesApart,
  attributesToWrite,
  closingDoneBefore,
  differenceOf,
  emailKey,
  instantText,
  nextAccountDate,
  productAccountOf,
  productAccounts,
  productGroup,
  productGroups,
  type Account,
  type Change,
  type ConnectionRow,
  type HeldAccount,
  type Instant,
  type Occasion,
  type ProductAccount,
} from '@lodge/core'
import { wallClock } from '../clock.ts'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { ProductError } from '../protocols/product-http.ts'
import { isNobodys } from '../protocols/scim/client.ts'
import { member, text, type Resource } from '../protocols/scim/resources.ts'
import { instantFor } from '../store/accounts.ts'
import {
  forgetGroup,
  forgetUnseen,
  noteAccounts,
  noteGroup,
  remoteGroupsOf,
  remoteIdsOf,
  seenAccountOf,
  seenAccounts,
  type SeenAccount,
} from '../store/connections.ts'
import { endProblem, noteProblem, noteUnread, noteWhole, readingOf } from '../store/product-readings.ts'
import { endSameWork, standWorkFor, type WorkRow } from '../store/work.ts'
import { alone, connected, type ConnectedProduct } from './products.ts'
import type { Outcome, Worker } from './workshop.ts'

const COMPARED_EVERY_SECONDS = 600
/** So many accounts are compared at a stretch. */
const BETWEEN = 500
/** So long a product may ask for patience in one request before the work is put off. */
const PATIENCE_SECONDS = 60
const SOONEST_AGAIN_SECONDS = 5
/** So long a product is tried in silence before the Desk says that it does not answer. */
const SILENT_MICROSECONDS = 3_600_000_000
/** So many in a row that get no answer, and the product is away, not they odd. */
const AWAY_IN_A_ROW = 3

type Following = Pick<Lodge, 'accounts' | 'committer' | 'configuration' | 'pools' | 'clock' | 'log'>

/** Which product of which account is written to. */
interface Scene {
  lodge: Following
  accountId: string
  product: ConnectedProduct
}

/** The account as it is now, which is what a product is to follow, however long ago its work was begun. */
async function newest({ lodge, accountId, product }: Scene): Promise<{ account: Account; now: Instant } | undefined> {
  await lodge.accounts.catchUp(accountId)
  const loaded = await lodge.accounts.get(accountId)
  if (!loaded?.account.get('connection', product.row.id)?.on) return undefined
  return { account: loaded.account, now: instantFor(loaded, lodge.clock) }
}

function locked<T>({ lodge, accountId, product }: Scene, subjectId: string, work: () => Promise<T>): Promise<T> {
  return alone(lodge.pools.work, { accountId, connectionId: product.row.id, subjectId }, work)
}

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
async function bring(
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
    const noted = seenNow(held, personId, now, wanted)
    await noteAccounts(work, accountId, row.id, [noted])
    return noted
  })
}

function seenNow(
  held: HeldAccount,
  personId: string | null,
  seenAt: Instant,
  wanted: ProductAccount | undefined,
): SeenAccount {
  const { externalId: _theirs, ...all } = held
  // Of whoever is nobody here only what tells one account from another is kept.
  const rest = personId === null ? { ...all, displayName: '', email: null } : all
  const differs = wanted ? attributesApart(wanted, held) : []
  return { ...rest, personId, seenAt, differs, difference: differenceOf(wanted, held) }
}

/** What a product would not do for one person or group is noted for whoever runs connections, and thrown on. */
async function toldIfNot<T>(
  { lodge, accountId, product }: Scene,
  kind: 'person' | 'group',
  subjectId: string,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ProductError && error.failure !== 'busy') {
      const problem = { kind, subjectId, sentence: error.whole, at: wallClock() }
      await noteProblem(lodge.pools.work, accountId, product.row.id, problem)
    }
    throw error
  }
}

/** Work with one connected product, what waits for the same done with it. */
function productWorker(lodge: Following, work: (scene: Scene, row: WorkRow) => Promise<Outcome>): Worker {
  return async (row): Promise<Outcome> => {
    const { accountId, ids } = row
    await endSameWork(lodge.pools.work, row)
    await lodge.accounts.catchUp(accountId)
    const connection = (await lodge.accounts.get(accountId))?.account.get('connection', String(ids.connectionId))
    if (!connection?.on) return { dropped: 'The connection is cut.' }
    try {
      const product = await connected(lodge, accountId, connection, PATIENCE_SECONDS)
      return await work({ lodge, accountId, product }, row)
    } catch (error) {
      // It said when to come again, and is taken at its word.
      if (!(error instanceof ProductError) || error.failure !== 'busy') throw error
      return { againInSeconds: error.more.retryAfterSeconds ?? SOONEST_AGAIN_SECONDS }
    }
  }
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
async function bringGroup(scene: Scene, groupId: string): Promise<void> {
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
 * Compares what a product holds with what the account says, at once when it is connected and every ten minutes from then
 * on, and whenever something begins or ends by date. What the account itself altered since is made so in the product; what
 * was altered in the product is noted as a difference, each for somebody to mend.
 */
export function compareProductWorker(lodge: Following): Worker {
  return productWorker(lodge, async (scene, { ids }) => {
    try {
      await compare(scene)
    } catch (error) {
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

async function bySchedule({ lodge, accountId }: Scene, change: Change): Promise<void> {
  try {
    await lodge.committer.commit({
      ...{ accountId, changes: [change], actor: { kind: 'schedule' }, via: { kind: 'schedule' } },
    })
  } catch (error) {
    // Another process did it first.
    if (!(error instanceof LodgeError && error.status === 422)) throw error
  }
}

/** Tried again by itself, sooner than everything is compared again. */
async function againSoon({ lodge, accountId, product }: Scene, kind: 'person' | 'group', id: string): Promise<void> {
  const ids = { connectionId: product.row.id, [`${kind}Id`]: id }
  const work = { accountId, kind: `follow-${kind}`, ids }
  await standWorkFor(lodge.pools.work, work, wallClock() + SOONEST_AGAIN_SECONDS * 1_000_000)
}

/** What one person or group is refused keeps nobody else waiting; a product that is away or asks for patience does. */
function beside(scene: Scene): (kind: 'person' | 'group', id: string, work: () => Promise<unknown>) => Promise<void> {
  let awayInARow = 0
  return async (kind, id, work) => {
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

/** One comparison: people first, then groups; only when all of it was read does it count as a whole reading. */
async function compare(scene: Scene): Promise<void> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const { work } = lodge.pools
  const current = await newest(scene)
  if (!current) return
  const { account, now } = current
  const each = beside(scene)
  const before = new Map((await seenAccounts(work, accountId, row.id)).map((one) => [one.remoteId, one]))
  const wanted = new Map(productAccounts(account, row.product, now).map((one) => [one.externalId, one]))
  const held = await scim.all()
  const owners = ownersOf(account, held, wanted, before)
  const noted: SeenAccount[] = []
  const there = new Set(owners.values())
  for (const [at, one] of held.entries()) {
    // Whoever asks something meanwhile is answered in between.
    if (at % BETWEEN === 0) await setImmediate()
    const personId = owners.get(one) ?? null
    const whose = personId === null ? undefined : wanted.get(personId)
    const last = before.get(one.remoteId)
    if (!whose || !isToBeBrought(whose, one, last)) {
      noted.push(seenNow(one, personId, now, whose))
      continue
    }
    // Noted as it is read back; where that fails, what was last known of it stands.
    if (last) noted.push({ ...last, seenAt: now })
    await noteAccounts(work, accountId, row.id, noted.splice(0))
    await each('person', whose.externalId, async () =>
      reopened(scene, await bring(scene, whose.externalId, 'compared', one.remoteId)),
    )
  }
  await noteAccounts(work, accountId, row.id, noted)
  let opened = 0
  for (const one of wanted.values()) {
    if (!one.active || there.has(one.externalId)) continue
    await each('person', one.externalId, async () => {
      if (await bring(scene, one.externalId, 'compared')) opened += 1
    })
  }
  await forgetUnseen(work, accountId, row.id, now)
  const groups = await compareGroups(scene, each)
  await noteWhole(work, accountId, row.id, { readAt: now, accounts: held.length + opened, groups })
  if (row.trouble !== null) await bySchedule(scene, { type: 'note-connection', connectionId: row.id, trouble: null })
}

/**
 * Whose each account is: by our id first; one that is nobody's by how it was read before, then by its name. One that
 * another program keeps is only known to have somebody's name.
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

/** Whether anything is to be written, or what stands open is to be looked at once more before somebody is alarmed. */
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
    ? 'The account is open again. Close it, or find out who opened it.'
    : 'The product no longer says whether the account is open. Look there.'
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
  if (held) await noteAccounts(lodge.pools.work, accountId, row.id, [seenNow(held, personId, current.now, undefined)])
}
