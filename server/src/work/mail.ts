import nodemailer, { type Transporter } from 'nodemailer'
import { dateInWords, lastDateBefore, type Account } from '@lodge/core'
import type { Configuration } from '../configuration.ts'
import type { InvitationIds } from './invitations.ts'
import { say } from '@lodge/core/say'

/** A message as it leaves; the same each time it is tried (architecture, durable work). */
export interface Message {
  to: { name: string; address: string }
  subject: string
  text: string
}

/** Renders an invitation, or says why it needs no sending any more. */
export function render(
  account: Account,
  { offerId, personId, resendNumber }: InvitationIds,
  link: string,
  isReminder = false,
): Message | { dropped: string } {
  const offer = account.get('offer', offerId)
  const address = account.personal(personId, 'email')
  if (!offer || !address || offer.state !== 'live') return { dropped: 'The invitation is not open any more.' }
  const isOpen = account.get('person', personId)?.state === 'invited'
  if (isReminder && (!isOpen || offer.bounced)) return { dropped: 'It was accepted, or the message came back.' }
  if (offer.resendNumber !== resendNumber) return { dropped: 'A later message replaced this one.' }
  const { name } = account.settings
  const inviter = account.nameOf(offer.sponsorId)
  const line = account.personal(personId, 'invitationLine')
  const expires = dateInWords(lastDateBefore(offer.expiresAt, account.zone))
  const gives = offer.grants.map((grant) => {
    const role = account.get('role', grant.roleId)?.name ?? ''
    return say('work.at-3', { role, place: account.get('place', grant.placeId)?.name ?? '' })
  })
  const text = [
    say('work.hello', { name: account.nameOf(personId) }),
    '',
    isReminder
      ? say('work.invited-you-to-work-with-the-invitation-is', { inviter, name })
      : say('work.invites-you-to-work-with', { inviter, name }),
    ...(line ? ['', `“${line}”`] : []),
    ...(gives.length > 0 ? ['', say('work.after-you-accept-you-have'), ...gives] : []),
    '',
    say('work.to-see-the-invitation-and-accept-it-open'),
    link,
    '',
    say('work.the-link-works-once-until-if-you-did', { expires }),
    '',
    say('work.jolly-porter-for-3', { name }),
  ].join('\n')
  const subject = isReminder
    ? say('work.your-invitation-to-is-still-waiting', { name })
    : say('work.invites-you-to-2', { inviter, name })
  return { to: { name: account.nameOf(personId), address }, subject, text }
}

export class Mailer {
  private readonly transport: Transporter
  private readonly host: string

  constructor(private readonly configuration: Configuration) {
    this.transport = nodemailer.createTransport({
      url: configuration.smtpUrl,
      connectionTimeout: 4_000,
      greetingTimeout: 4_000,
    })
    this.host = new URL(configuration.publicOrigin).hostname
  }

  /** @throws if the mailbox's server does not take it; the same work carries the same Message-ID each time. */
  async send(workId: string, message: Message): Promise<void> {
    const messageId = `<${workId}@${this.host}>`
    // What comes back names the work whose message it was.
    const envelope = { from: this.returnPath(workId), to: message.to.address }
    await this.transport.sendMail({ from: this.configuration.mailFrom, messageId, envelope, ...message })
  }

  private returnPath(workId: string): string {
    const address = /<([^<>]+)>/.exec(this.configuration.mailFrom)?.[1] ?? this.configuration.mailFrom
    return address.replace('@', `+${workId}@`)
  }

  close(): void {
    this.transport.close()
  }
}
