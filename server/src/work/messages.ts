import { messageText, Sight } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { readMessage } from '../store/messages.ts'
import type { Mailer } from './mail.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

/** Sends what the office wrote, to one person, at least once under one Message-ID; noted at that person (model C8). */
export function messageWorker(
  { accounts, clock, pools }: Pick<Lodge, 'accounts' | 'clock' | 'pools'>,
  mailer: Mailer,
): Worker {
  return async ({ id, accountId, ids }): Promise<Outcome> => {
    const loaded = await accounts.current(accountId)
    const message = await readMessage(pools.work, accountId, String(ids.messageId))
    const person = loaded?.account.get('person', String(ids.personId))
    const address = person && loaded?.account.personal(person.id, 'email')
    if (!loaded || !message || !person || !address) return { dropped: 'There is nobody to write to any more.' }
    const now = instantFor(loaded, clock)
    const sight = new Sight(loaded.account, message.senderId, now)
    const { account } = loaded
    const foot = [
      '',
      '--',
      say('work.by-jolly-porter', { name: account.nameOf(message.senderId), account: account.settings.name }),
    ]
    await mailer.send(id, {
      to: { name: account.nameOf(person.id), address },
      subject: messageText(sight, person, message.subject),
      text: [messageText(sight, person, message.text), ...foot].join('\n'),
    })
    const detail = { template: 'message', messageId: message.id, senderId: message.senderId }
    await insertEvent(pools.work, { kind: 'message-sent', accountId, personId: person.id, detail }, now)
    return 'done'
  }
}
