import { once } from 'node:events'
import supertest from 'supertest'
import { readInstant, type Account, type AccountBook, type Id } from '@lodge/core'
import { KeyRing } from '../../src/signin/key-ring.ts'
import { loadBook } from '../../src/store/load-book.ts'
import { openPools, type Pools } from '../../src/store/pools.ts'
import { readAccount } from '../../src/store/read-account.ts'
import { AS_OF, smallBook } from '../../../core/test/small-book.ts'
import { environment, ownDatabase, PASSWORD, spawnLodge, type Browser } from '../harness.ts'
import { startMailbox, type Mailbox } from '../mailbox.ts'

/** Two processes on one database of their own, and a mailbox: what is attacked. */
export interface Siege {
  urls: readonly [string, string]
  pools: Pools
  mailbox: Mailbox
  keyRing: KeyRing
  /** An account of its own, with people of partial rights. */
  found(book?: (domain: string) => AccountBook): Promise<Besieged>
  lift(): Promise<void>
}

export interface Besieged {
  id: Id
  domain: string
  path(rest: string): string
  /** The account as the database has it now, read anew. */
  read(): Promise<Account>
  idOf(firstName: string): Id
  /** Someone's browser at one of the processes, signed in. */
  as(firstName: string, process?: 0 | 1): Promise<Browser>
}

let houses = 0

export async function besiege(more: Record<string, string> = {}): Promise<Siege> {
  const database = await ownDatabase()
  const mailbox = await startMailbox()
  const settings = { LODGE_DATABASE_URL: database, LODGE_SMTP_URL: `smtp://127.0.0.1:${mailbox.port}`, ...more }
  // One of them does the work that waits as well.
  const lodges = await Promise.all([spawnLodge({ ...settings, LODGE_WORK: 'on' }), spawnLodge(settings)])
  const pools = openPools(database)
  const urls = lodges.map(({ url }) => url) as [string, string]
  return {
    urls,
    pools,
    mailbox,
    keyRing: KeyRing.read(environment().LODGE_KEY!),
    async found(book = smallBook) {
      const domain = `siege-${process.pid}-${(houses += 1)}.example`
      const account = await loadBook(pools, book(domain), PASSWORD, 8, readInstant(AS_OF))
      const idOf = (firstName: string) => account.peopleByEmail(`${firstName.toLowerCase()}@${domain}`)[0]!
      return {
        id: account.id,
        domain,
        idOf,
        path: (rest) => `/api/accounts/${account.id}${rest}`,
        read: async () => (await readAccount(pools.work, account.id))!.account,
        async as(firstName, at = 0) {
          const browser = supertest.agent(urls[at])
          await browser
            .post('/api/session')
            .send({ email: `${firstName}@${domain}`, password: PASSWORD })
            .expect(200)
          return browser
        },
      }
    },
    async lift() {
      await pools.end()
      for (const { child } of lodges) {
        if (child.exitCode !== null || child.signalCode !== null) continue
        const exit = once(child, 'exit')
        child.kill('SIGTERM')
        await exit
      }
      await mailbox.stop()
    },
  }
}

/** Previews changes and applies them as shown; answers the status, and what was refused. */
export async function commit(
  house: Besieged,
  browser: Browser,
  changes: object[],
): Promise<{ status: number; codes: string[] }> {
  const shown = await browser.post(house.path('/previews')).send({ changes })
  if (shown.status !== 200) return { status: shown.status, codes: [shown.body.code as string] }
  const { version, digest } = shown.body as { version: number; digest: string }
  const answer = await browser
    .post(house.path('/commits'))
    .send({ changes: shown.body.changes as object[], version, digest })
  const codes = ((answer.body.problems ?? []) as { code: string }[]).map(({ code }) => code)
  return { status: answer.status, codes: codes.length > 0 ? codes : [String(answer.body.code ?? '')] }
}
