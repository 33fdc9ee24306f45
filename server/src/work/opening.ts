import { productAccountOf, type HeldAccount } from '@lodge/core'
import { wallClock } from '../clock.ts'
import { ProductError } from '../protocols/product-http.ts'
import { noteAccounts } from '../store/connections.ts'
import { endProblem } from '../store/product-readings.ts'
import { locked, newest, seenNow, type Scene } from './product-scene.ts'

/**
 * Opens those who have no account many at a time, where the service takes them so (RFC 7644 §3.7), each held by its lock
 * and noted as read back. Anyone who is left is opened alone.
 * @param leaveOff throws where the work is to be left off.
 * @returns who has one now, and why it is not known of anyone who was opened and is not shown as one account.
 */
export async function openMany(
  scene: Scene,
  personIds: readonly string[],
  leaveOff: () => void,
): Promise<ReadonlyMap<string, HeldAccount | ProductError>> {
  const { lodge, accountId, product } = scene
  const { row, scim } = product
  const { work } = lodge.pools
  const opened = new Map<string, HeldAccount | ProductError>()
  // All processes lock in the same order, so that none waits for another that waits for it.
  const waiting = [...personIds].sort()
  for (let at = 0; waiting.length - at > 1;) {
    const size = await scim.opensAtOnce()
    if (size < 2) break
    leaveOff()
    const some = waiting.slice(at, at + size)
    at += size
    await lockedAll(scene, [...some, row.id], async () => {
      const current = await newest(scene)
      if (!current) return
      const { account, now } = current
      const wanted = some.flatMap((personId) => {
        const one = productAccountOf(account, personId, row.product, now)
        return one?.active && account.get('person', personId)?.state !== 'erased' ? [one] : []
      })
      const held = await scim.openMany(wanted)
      const noted = wanted.flatMap((one) => {
        const found = held.get(one.externalId)
        return found && !(found instanceof ProductError) ? [seenNow(found, one.externalId, wallClock(), one)] : []
      })
      await noteAccounts(work, accountId, row.id, noted)
      for (const [personId, found] of held) {
        opened.set(personId, found)
        if (!(found instanceof ProductError)) await endProblem(work, accountId, row.id, personId)
      }
    })
  }
  return opened
}

function lockedAll(scene: Scene, [first, ...rest]: readonly string[], work: () => Promise<void>): Promise<void> {
  return first === undefined ? work() : locked(scene, first, () => lockedAll(scene, rest, work))
}
