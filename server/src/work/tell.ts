import type { Lodge } from '../lodge.ts'
import type { Mailer, Message } from './mail.ts'
import { Sight, type Account, type Instant } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

/** Tells someone by mail what became of someone else (model I8, I9, I11); at least once, under one Message-ID. */
export function tellWorker(
  { accounts, configuration, clock }: Pick<Lodge, 'accounts' | 'configuration' | 'clock'>,
  mailer: Mailer,
): Worker {
  return async (row): Promise<Outcome> => {
    const account = (await accounts.current(row.accountId))?.account
    const message = account && render(account, row.ids, configuration.publicOrigin, clock.now())
    if (!message) return { dropped: 'There is nobody to tell any more.' }
    await mailer.send(row.id, message)
    return 'done'
  }
}

/** What became of someone, by the template's name. */
const SENTENCES: Readonly<Record<string, (name: string) => string>> = {
  declined: (name) => say('work.declined-your-invitation', { name }),
  refused: (name) => say('work.whom-you-invited-was-not-admitted', { name }),
  accepted: (name) => say('work.accepted-your-invitation', { name }),
  waits: (name) => say('work.accepted-your-invitation-and-waits-to-be', { name }),
  'at-the-door': (name) => say('work.signed-in-with-a-slip-and-waits-for', { name }),
}

function render(
  account: Account,
  ids: Record<string, string | number>,
  origin: string,
  now: Instant,
): Message | undefined {
  const [to, about] = [String(ids.toPersonId), String(ids.aboutPersonId)]
  const address = account.personal(to, 'email')
  if (!address || account.get('person', to)?.state !== 'active') return undefined
  const name = account.nameOf(about)
  const word = account.personal(about, 'word')
  if (ids.template === 'changed') {
    // Named as far as they see them (model D5).
    const by = new Sight(account, to, now).personName(about)
    const text = [
      say('work.hello', { name: account.nameOf(to) }),
      '',
      say('work.your-access-at-was-changed-by-your-access', { account: account.settings.name, by }),
      `${origin}/my-keys`,
      '',
      say('work.jolly-porter-for', { account: account.settings.name }),
    ]
    const subject = say('work.your-access-at-has-changed', { account: account.settings.name })
    return { to: { name: account.nameOf(to), address }, subject, text: text.join('\n') }
  }
  const template = String(ids.template)
  const isOfOffer = template === 'declined' || template === 'refused'
  // Of people who are in, as far as the reader sees them (model D5).
  const what = must(
    SENTENCES[template],
    'entry of SENTENCES',
  )(isOfOffer ? name : new Sight(account, to, now).personName(about))
  const text = [
    say('work.hello', { name: account.nameOf(to) }),
    '',
    what,
    ...(word && isOfOffer ? ['', `“${word}”`] : []),
    '',
    `${origin}/people/${about}`,
    '',
    say('work.jolly-porter-for', { account: account.settings.name }),
  ]
  return { to: { name: account.nameOf(to), address }, subject: what.replace(/\.$/, ''), text: text.join('\n') }
}
