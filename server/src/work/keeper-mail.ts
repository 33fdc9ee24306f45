import { addDays, dateOf, isDate, keeperTasks, type Account, type Instant, type KeeperTasks } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { Lodge } from '../lodge.ts'
import type { KeyRing } from '../signin/key-ring.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import type { Mailer, Message } from './mail.ts'
import { taskText } from './task-text.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

/** The link in a keeper's message works for so many days (model B6). */
export const KEEPER_LINK_DAYS = 30

/** What a keeper's link proves: the person, in the account, as of the day on which it was sent (model I6). */
const provenKeeper = (accountId: string, personId: string, day: string) => ({
  ...{ purpose: 'keeper', accountId, id: personId },
  number: Number(day.replaceAll('-', '')),
})

export function keeperLink(keyRing: KeyRing, accountId: string, personId: string, day: string): string {
  return `/tasks#${accountId}.${personId}.${day}.${keyRing.tokenFor(provenKeeper(accountId, personId, day))}`
}

/** Whose link it is; undefined for one that is wrong or too old. */
export function readKeeperLink(
  { configuration, clock }: Pick<Lodge, 'configuration' | 'clock'>,
  token: string,
): { accountId: string; personId: string } | undefined {
  const [accountId = '', personId = '', day = '', proof = ''] = token.split('.')
  if (!/^[0-9a-f-]{36}$/.test(accountId) || !/^[0-9a-f-]{36}$/.test(personId) || !isDate(day)) return undefined
  if (!configuration.keyRing.isToken(proof, provenKeeper(accountId, personId, day))) return undefined
  const today = dateOf(clock.now(), 'UTC')
  return addDays(day, KEEPER_LINK_DAYS) >= today ? { accountId, personId } : undefined
}

/** Asks a keeper without a login by mail: one message with all that is to be done, at least once, under one Message-ID. */
export function keeperMailWorker(
  lodge: Pick<Lodge, 'accounts' | 'configuration' | 'pools' | 'clock'>,
  mailer: Mailer,
): Worker {
  return async (row): Promise<Outcome> => {
    const loaded = await lodge.accounts.current(row.accountId)
    const personId = String(row.ids.personId)
    const now = loaded && instantFor(loaded, lodge.clock)
    const message = loaded && keeperMessage(lodge, loaded.account, row.accountId, personId, must(now, 'now'))
    if (!message) return { dropped: 'There is nothing to ask any more.' }
    await mailer.send(row.id, message)
    const about = { accountId: row.accountId, personId, detail: { template: 'keeper' } }
    await insertEvent(lodge.pools.work, { kind: 'message-sent', ...about }, lodge.clock.now())
    return 'done'
  }
}

/** The message with all of the person’s tasks, by client and product; undefined where nothing is to be done. */
export function keeperMessage(
  { configuration }: Pick<Lodge, 'configuration'>,
  account: Account,
  accountId: string,
  personId: string,
  now: Instant,
): Message | undefined {
  const address = account.personal(personId, 'email')
  const asked = keeperTasks(account, personId, now)
  const products = asked?.products.filter(({ tasks }) => tasks.length > 0) ?? []
  if (!asked || !address || products.length === 0) return undefined
  const count = products.reduce((all, { tasks }) => all + tasks.length, 0)
  const what = say('work.things', { count })
  const day = dateOf(now, 'UTC')
  const text = [
    say('work.hello-2', { asked: asked.name }),
    '',
    say('work.asks-you-to-do-in-products-you-look', { account: asked.account, what }),
    ...products.flatMap((one) => ['', headingOf(one), ...one.tasks.map((task) => `  - ${taskText(task, false)}`)]),
    '',
    say('work.open-this-page-to-say-what-you-have'),
    configuration.publicOrigin + keeperLink(configuration.keyRing, accountId, personId, day),
    '',
    say('work.the-link-works-for-days-and-needs-no', { keeperLinkDays: KEEPER_LINK_DAYS }),
    '',
    say('work.jolly-porter-for-2', { account: asked.account }),
  ]
  const subject = say('work.asks-you-to-do-in', {
    account: asked.account,
    what,
    list: products.map(({ name }) => name).join(say('work.and')),
  })
  return { to: { name: asked.name, address }, subject: subject.slice(0, 200), text: text.join('\n') }
}

function headingOf({ name, client }: KeeperTasks['products'][number]): string {
  return client === null ? `${name}:` : say('work.at', { name, client })
}
