import type { KeyRing } from '../signin/key-ring.ts'
import type { Queryable } from './pools.ts'
import { selectOnce, text } from './select.ts'

/** Everything kept sealed: where, and what for. */
// every account: the key is the lodge's
const SEALED = [
  {
    purpose: 'signing-key',
    read: 'SELECT id, sealed FROM signing_key',
    write: 'UPDATE signing_key SET sealed = ? WHERE id = ? AND sealed = ?',
  },
  {
    purpose: 'connection-secret',
    // every account: the key is the lodge's
    read: 'SELECT connection_id AS id, sealed FROM connection_secret',
    write: 'UPDATE connection_secret SET sealed = ? WHERE connection_id = ? AND sealed = ?',
  },
  {
    purpose: 'codes',
    read: "SELECT id, secret AS sealed FROM login_means WHERE kind = 'codes'",
    write: 'UPDATE login_means SET secret = ? WHERE id = ? AND secret = ?',
  },
] as const

/**
 * Seals everything that is kept sealed anew under the current key, so that the older ones can be taken out of
 * `LODGE_KEY`. It may be repeated, and run beside a lodge at work that has both keys.
 * @throws Error if something was sealed by a key that is not there any more; what was done stays done.
 */
export async function resealAll(connection: Queryable, keyRing: KeyRing): Promise<number> {
  let done = 0
  for (const { purpose, read, write } of SEALED) {
    // every account: the key is the lodge's
    for (const { id, sealed } of await selectOnce(connection, { id: text, sealed: text }, read)) {
      if (sealed.startsWith(`${keyRing.currentId}:`)) continue
      await connection.execute(write, [keyRing.seal(purpose, keyRing.unseal(purpose, sealed)), id, sealed])
      done += 1
    }
  }
  return done
}
