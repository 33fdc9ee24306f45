import type { Lodge } from '../lodge.ts'
import type { Mailer, Message } from './mail.ts'
import { Sight, type Account, type Instant } from '@lodge/core'
import { must } from '@lodge/core/must'
import type { Outcome, Worker } from './job-queue.ts'

/** Tells someone by mail what became of someone else (model I8, I9, I11); at least once, under one Message-ID. */
export function tellWorker(
  { accounts, configuration, clock }: Pick<Lodge, 'accounts' | 'configuration' | 'clock'>,
  mailer: Mailer,
): Worker {
  return async (row): Promise<Outcome> => {
    await accounts.catchUp(row.accountId)
    const account = (await accounts.get(row.accountId))?.account
    const message = account && render(account, row.ids, configuration.publicOrigin, clock.now())
    if (!message) return { dropped: 'There is nobody to tell any more.' }
    await mailer.send(row.id, message)
    return 'done'
  }
}

/** What became of someone, by the template's name. */
const SENTENCES: Readonly<Record<string, (name: string) => string>> = {
  declined: (name) => `${name} declined your invitation.`,
  refused: (name) => `${name}, whom you invited, was not admitted.`,
  accepted: (name) => `${name} accepted your invitation.`,
  waits: (name) => `${name} accepted your invitation and waits to be admitted.`,
  'at-the-door': (name) => `${name} signed in with a slip and waits for a second person to confirm it is them.`,
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
      `Hello ${account.nameOf(to)},`,
      '',
      `Your access at ${account.settings.name} was changed by ${by}. Your access now, and why:`,
      `${origin}/my-keys`,
      '',
      `Jolly Porter, for ${account.settings.name}`,
    ]
    const subject = `Your access at ${account.settings.name} has changed`
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
    `Hello ${account.nameOf(to)},`,
    '',
    what,
    ...(word && isOfOffer ? ['', `“${word}”`] : []),
    '',
    `${origin}/people/${about}`,
    '',
    `Jolly Porter, for ${account.settings.name}`,
  ]
  return { to: { name: account.nameOf(to), address }, subject: what.replace(/\.$/, ''), text: text.join('\n') }
}
