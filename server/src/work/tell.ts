import type { Lodge } from '../lodge.ts'
import type { Mailer, Message } from './mail.ts'
import type { Account } from '@lodge/core'
import type { Outcome, Worker } from './workshop.ts'

/** Tells somebody by mail what became of somebody they invited (model I8); at least once, under one Message-ID. */
export function tellWorker(
  { accounts, configuration }: Pick<Lodge, 'accounts' | 'configuration'>,
  mailer: Mailer,
): Worker {
  return async (row): Promise<Outcome> => {
    await accounts.catchUp(row.accountId)
    const account = (await accounts.get(row.accountId))?.account
    const message = account && render(account, row.ids, configuration.publicOrigin)
    if (!message) return { dropped: 'There is nobody to tell any more.' }
    await mailer.send(row.id, message)
    return 'done'
  }
}

function render(account: Account, ids: Record<string, string | number>, origin: string): Message | undefined {
  const [to, about] = [String(ids.toPersonId), String(ids.aboutPersonId)]
  const address = account.personal(to, 'email')
  if (!address || account.get('person', to)?.state !== 'active') return undefined
  const name = account.nameOf(about)
  const word = account.personal(about, 'word')
  const what =
    ids.template === 'declined' ? `${name} declined your invitation.` : `${name}, whom you invited, was not let in.`
  const text = [
    `Hello ${account.nameOf(to)},`,
    '',
    what,
    ...(word ? ['', `“${word}”`] : []),
    '',
    `${origin}/people/${about}`,
    '',
    `Jolly Porter, for ${account.settings.name}`,
  ]
  return { to: { name: account.nameOf(to), address }, subject: what.replace(/\.$/, ''), text: text.join('\n') }
}
