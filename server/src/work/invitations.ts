import type { Lodge } from '../lodge.ts'
import { insertEvent } from '../store/events.ts'
import { offerTokenToSend } from '../store/tokens.ts'
import { idIn, type WorkRow } from '../store/work.ts'
import { noteBounce } from './bounces.ts'
import type { Mailer } from './mail.ts'
import { render } from './mail.ts'
import type { Outcome, Worker } from './job-queue.ts'

/** What a message's row names. */
export interface InvitationIds {
  offerId: string
  personId: string
  resendNumber: number
}

/** What an invitation’s piece of work is about. */
export function invitationIdsOf(ids: WorkRow['ids']): InvitationIds {
  return {
    offerId: idIn(ids, 'offerId'),
    personId: idIn(ids, 'personId'),
    resendNumber: Number(idIn(ids, 'resendNumber')),
  }
}

/** Sends invitations, at least once; a repeated delivery carries the same Message-ID and link. */
export function invitationWorker(
  lodge: Pick<Lodge, 'configuration' | 'accounts' | 'committer' | 'pools' | 'clock' | 'limits'>,
  mailer: Mailer,
): Worker {
  const { configuration, accounts, pools, clock, limits } = lodge
  return async (row: WorkRow): Promise<Outcome> => {
    // Another process may have committed what this row is about a moment ago.
    const loaded = await accounts.current(row.accountId)
    if (!loaded) return { dropped: 'The account is gone.' }
    const ids = invitationIdsOf(row.ids)
    const { keyRing, publicOrigin } = configuration
    const token = await offerTokenToSend(pools.work, keyRing, { accountId: row.accountId, ...ids })
    // The token is behind #, so that no server or proxy ever logs it.
    const link = `${publicOrigin}/invitation#${token}`
    const message = render(loaded.account, ids, link, row.kind === 'invitation-reminder')
    if ('dropped' in message) return message
    if (row.attempts <= 1 && !(await limits.mayMail(message.to.address))) return { againInSeconds: 3600 }
    try {
      await mailer.send(row.id, message)
    } catch (error) {
      // Refused for good (RFC 5321 §4.2.1) is as if it had come back; anything else is tried again.
      const { responseCode = 0, response = '' } = error as { responseCode?: number; response?: string }
      if (responseCode < 500) throw error
      await noteBounce(lodge, { workId: row.id, reason: response.slice(0, 300) })
      return { dropped: `The mail server of this address refused it: ${responseCode}.` }
    }
    const about = { accountId: row.accountId, personId: ids.personId, detail: { template: row.kind } }
    await insertEvent(pools.work, { kind: 'message-sent', ...about }, clock.now())
    return 'done'
  }
}
