import type { Context, Next } from 'koa'
import { databaseAway } from './errors.ts'
import type { Accounts } from './store/accounts.ts'

const LOOKED_AT_EVERY_MILLISECONDS = 1_000
/**
 * The database is silent when so many looks in a row find that it did not answer lately: after this process was busy with
 * itself for long, the first look comes before any answer could be taken in.
 */
const LOOKS = 3

/** Nobody is left without an answer: while the database is silent, what waits for it is told so (architecture, staleness). */
export function neverSilent(accounts: Pick<Accounts, 'fresh'>, everyMilliseconds = LOOKED_AT_EVERY_MILLISECONDS) {
  return async (_ctx: Context, next: Next): Promise<void> => {
    let timer: NodeJS.Timeout | undefined
    const silent = new Promise<never>((_resolve, reject) => {
      let stale = 0
      timer = setInterval(() => {
        stale = accounts.fresh ? 0 : stale + 1
        if (stale >= LOOKS) reject(databaseAway())
      }, everyMilliseconds)
    })
    const work = next()
    // Nobody waits for the answer any more; a commit that was made answers the same request again.
    work.catch(() => undefined)
    try {
      await Promise.race([work, silent])
    } finally {
      clearInterval(timer)
    }
  }
}
