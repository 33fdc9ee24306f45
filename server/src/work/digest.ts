import { setImmediate } from 'node:timers/promises'
import {
  addDays,
  dateInWords,
  dateOf,
  instantOfLocal,
  isKeeperToAsk,
  isWorthAMessage,
  needsOf,
  Sight,
  whoMayBeNeeded,
  type Account,
  type Need,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { wallClock } from '../clock.ts'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { takeDigestDay } from '../store/notice-settings.ts'
import { noticesMailed, peopleToTell, unseenNotices, type Notice } from '../store/notices.ts'
import { insertWork } from '../store/work.ts'
import type { Mailer, Message } from './mail.ts'
import { taskText } from './task-text.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'
import type { PlainMessageId } from '@lodge/core'

const MORNING = '07:00:00'
const LONGEST_WAIT_SECONDS = 24 * 3600

/**
 * Looks each morning, in the account's zone, for whom something waits, and has a message sent to each; nobody hears
 * anything on a day on which nothing needs them.
 */
export function digestWorker({ accounts, pools, clock }: Pick<Lodge, 'accounts' | 'pools' | 'clock'>): Worker {
  return async ({ accountId }): Promise<Outcome> => {
    const loaded = await accounts.current(accountId)
    if (!loaded) return { dropped: 'The account is gone.' }
    const { account } = loaded
    const now = instantFor(loaded, clock)
    const today = dateOf(now, account.zone)
    if (now >= instantOfLocal(`${today}T${MORNING}`, account.zone, 'beginning')) {
      for (const personId of whoMayBeNeeded(account, now)) {
        // One Desk at a time, each of the account as it is by then: anyone who asks something meanwhile is answered.
        await setImmediate()
        const current = (await accounts.get(accountId))?.account
        if (!current) continue
        // Someone without a login cannot open the Desk: they answer behind a link (model B6).
        const hasLogin = current.get('person', personId)?.loginId != null
        const isWorth = hasLogin
          ? isWorthAMessage(current, needsOf(current, personId, now), now)
          : isKeeperToAsk(current, personId, now)
        if (!isWorth || !(await takeDigestDay(pools.work, accountId, personId, today))) continue
        const kind = hasLogin ? 'digest-mail' : 'keeper-mail'
        await insertWork(pools.work, { accountId, kind, ids: { personId, day: today } }, wallClock())
      }
    }
    if (now >= instantOfLocal(`${today}T${MORNING}`, account.zone, 'beginning')) {
      for (const personId of await peopleToTell(pools.work, accountId)) {
        if (!(await takeDigestDay(pools.work, accountId, personId, today))) continue
        await insertWork(pools.work, { accountId, kind: 'digest-mail', ids: { personId, day: today } }, wallClock())
      }
    }
    const next = must(
      [today, addDays(today, 1)]
        .map((day) => instantOfLocal(`${day}T${MORNING}`, account.zone, 'beginning'))
        .find((at) => at > now),
      'such entry of map',
    )
    return { againInSeconds: Math.min(LONGEST_WAIT_SECONDS, Math.max(60, (next - now) / 1_000_000)) }
  }
}

/** Sends one digest, at least once, under one Message-ID. */
export function digestMailWorker(
  lodge: Pick<Lodge, 'accounts' | 'configuration' | 'pools' | 'clock'>,
  mailer: Mailer,
): Worker {
  return async (row): Promise<Outcome> => {
    const loaded = await lodge.accounts.get(row.accountId)
    const personId = String(row.ids.personId)
    const unseen = await unseenNotices(lodge.pools.work, row.accountId, personId)
    // That an invitation was accepted is told as its sender wishes.
    const notices = unseen.filter(({ kind, told }) => kind === 'changed' || told === 'digest')
    const message = loaded && renderDigest(lodge, loaded.account, row.accountId, personId, loaded.headHash, notices)
    if (!message) return { dropped: 'Nothing needs them any more.' }
    await mailer.send(row.id, message)
    await noticesMailed(lodge.pools.work, row.accountId, personId)
    const about = { accountId: row.accountId, personId: String(row.ids.personId), detail: { template: 'digest' } }
    await insertEvent(lodge.pools.work, { kind: 'message-sent', ...about }, lodge.clock.now())
    return 'done'
  }
}

/** So many lines of a digest; the rest is counted. */
const LINES = 20

/** What someone or something is there for; a task says itself what is to be done. */
const WORDS: Partial<Record<Need['kind'], PlainMessageId>> = {
  waiting: 'work.is-waiting-to-be-admitted',
  request: 'work.asks',
  'engagement-over': 'work.has-had-their-last-day-access-has-ended',
  'invitation-expiring': 'work.has-not-accepted-their-invitation-which-runs',
  'invitation-bounced': 'work.is-invited-but-the-message-came-back',
  'invitation-expired': 'work.did-not-accept-their-invitation-in-time',
  'closing-overdue': 'work.has-left-but-one-of-their-accounts-may',
  'product-away': 'work.could-not-be-read-as-a-connected-product',
  'step-blocked': 'work.has-left-but-one-step-of-the-departure',
  'to-hand-back': 'work.has-something-to-hand-back',
  'away-asked': 'work.asks-for-time-away',
  'to-erase': 'work.left-long-enough-ago-to-be-erased',
  'back-without-seats': 'work.is-back-but-not-all-their-seats-could',
  'planned-refused': 'work.planned-a-change-that-could-not-be-made',
  'ends-soon': 'work.has-their-last-day',
  tasks: 'work.has-more-to-do-in-it',
  'nobody-keeps': 'work.is-a-product-that-nobody-looks-after',
  twin: 'work.may-have-two-records-here',
  'record-asked': 'work.asks-you-to-record-people',
  'no-role': 'work.is-a-product-that-no-role-opens',
  'shared-review': 'work.is-a-shared-login-to-look-at-again',
}

function renderDigest(
  { configuration, clock }: Pick<Lodge, 'configuration' | 'clock'>,
  account: Account,
  accountId: string,
  personId: string,
  headHash: string,
  notices: readonly Notice[],
): Message | undefined {
  const now = clock.now()
  const address = account.personal(personId, 'email')
  const needs = needsOf(account, personId, now)
  if (!address || needs.length + notices.length === 0) return undefined
  const isChanged = notices.some(({ kind }) => kind === 'changed')
  const today = dateOf(now, account.zone)
  const nameAnd = (name: string, kind: Need['kind']) =>
    [name, WORDS[kind] && say(WORDS[kind])].filter(Boolean).join(' ')
  const line = ({ kind, name, date, detail, task }: Need) =>
    task
      ? `  - ${taskText(task)}`
      : `  - ${[nameAnd(name, kind), kind === 'request' ? detail : '', date ? dateInWords(date, today) : ''].filter(Boolean).join(', ')}`
  const stop = configuration.keyRing.tokenFor({ purpose: 'digest', accountId, id: personId, number: 0 })
  const text = [
    say('work.good-morning', { name: account.nameOf(personId) }),
    '',
    ...(needs.length > 0 ? [say('work.things-need-you', { count: needs.length })] : []),
    ...needs.slice(0, LINES).map(line),
    ...(needs.length > LINES ? [say('work.and-more', { count: needs.length - LINES })] : []),
    ...(needs.length > 0 ? ['', `${configuration.publicOrigin}/desk`] : []),
    ...(notices.length > 0
      ? [...taken(new Sight(account, personId, now), notices), ...changed(new Sight(account, personId, now), notices)]
      : []),
    ...(isChanged ? ['', `${configuration.publicOrigin}/my-keys`] : []),
    '',
    say('work.state-of-the-ledger', { headHash }),
    '',
    say('work.to-stop-these-emails-open'),
    `${configuration.publicOrigin}/no-digest#${accountId}.${personId}.${stop}`,
    '',
    say('work.jolly-porter-for', { account: account.settings.name }),
  ]
  const many = say('work.things-need-you-2', { count: needs.length })
  const subject =
    needs.length > 0 ? many : isChanged ? say('work.your-access-has-changed') : say('work.your-invitation-was-accepted')
  return {
    to: { name: account.nameOf(personId), address },
    subject: say('work.at-2', { subject, account: account.settings.name }),
    text: text.join('\n'),
  }
}

/** Who changed what they reach; the details are on their own page, cut to what they see then. */
function changed(sight: Sight, notices: readonly Notice[]): string[] {
  const names = [
    ...new Set(notices.filter(({ kind }) => kind === 'changed').map(({ actorId }) => sight.personName(actorId))),
  ]
  return names.length === 0 ? [] : ['', say('work.your-access-was-changed-by', { list: names.join(', ') })]
}

/** Who took one's invitations up. */
function taken(sight: Sight, notices: readonly Notice[]): string[] {
  return notices.flatMap(({ kind, actorId }) => {
    if (kind === 'changed') return []
    const name = sight.personName(actorId)
    return ['', say('work.accepted-your-invitation-and-waits-to-be-2', { name, waits: kind === 'waits' })]
  })
}
