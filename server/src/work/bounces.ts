import type { ParsedMail, SimpleParserOptions } from 'mailparser'
import type { Lodge } from '../lodge.ts'
import { LodgeError } from '../errors.ts'
import { workById } from '../store/work.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { must } from '@lodge/core/must'

const PAUSE_SECONDS = 30
/** So many messages are read at a time; the rest waits for the next look. */
const MESSAGES_AT_ONCE = 200
/** A report of what came back is small; what is larger is not one, and is left out unread. */
const LARGEST_BYTES = 1_000_000

/** What a delivery status notification says came back (RFC 3464). */
export interface Bounce {
  /** The work whose message it was, from the address it was sent from. */
  workId: string
  reason: string
}

/**
 * Reads the mailbox to which messages come back (POP3, RFC 1939), notes each at the invitation it was, and takes it
 * away; a message that is no report is taken away as well, since nobody reads this mailbox.
 */
export function bounceWorker(
  lodge: Pick<Lodge, 'configuration' | 'pools' | 'committer' | 'log'>,
  mailbox: () => Promise<Mailbox> = () => openMailbox(must(lodge.configuration.bounceUrl, 'bounceUrl')),
): Worker {
  return async (): Promise<Outcome> => {
    if (!lodge.configuration.bounceUrl) return { againInSeconds: 3600 }
    const box = await mailbox()
    try {
      for (const { number, bytes } of (await box.list()).slice(0, MESSAGES_AT_ONCE)) {
        const bounce = bytes <= LARGEST_BYTES ? bounceOf(await readReport(await box.read(number))) : undefined
        if (bounce) await noteBounce(lodge, bounce)
        await box.remove(number)
      }
    } finally {
      // What was taken away is gone once the connection is closed properly.
      await box.close().catch(() => undefined)
    }
    return { againInSeconds: PAUSE_SECONDS }
  }
}

/** A mailbox as it is read. */
export interface Mailbox {
  list(): Promise<{ number: number; bytes: number }[]>
  read(number: number): Promise<string>
  remove(number: number): Promise<void>
  close(): Promise<void>
}

async function openMailbox(url: string): Promise<Mailbox> {
  const { default: Pop3Command } = await import('node-pop3')
  const { hostname, port, username, password, protocol } = new URL(url)
  const tls = protocol === 'pop3s:'
  const pop3 = new Pop3Command({
    ...{ host: hostname, port: Number(port) || (tls ? 995 : 110), tls, timeout: 10_000 },
    ...{ user: decodeURIComponent(username), password: decodeURIComponent(password) },
  })
  return {
    async list() {
      const found = (await pop3.LIST()) as string[][]
      return found.map(([number, bytes]) => ({ number: Number(number), bytes: Number(bytes) }))
    },
    read: (number) => pop3.RETR(number),
    async remove(number) {
      await pop3.command('DELE', number)
    },
    async close() {
      await pop3.QUIT()
    },
  }
}

/** A message with its report of delivery as a part of its own. */
export async function readReport(raw: string): Promise<ParsedMail> {
  // A large library, for those who read such a mailbox.
  const { simpleParser } = await import('mailparser')
  return simpleParser(raw, { keepDeliveryStatus: true } as SimpleParserOptions)
}

/** What came back, if the message is a report that something failed for good (RFC 3464 §2.3). */
export function bounceOf(mail: ParsedMail): Bounce | undefined {
  const to = [mail.to].flat().flatMap((one) => one?.value ?? [])
  const workId = to.flatMap(({ address }) => /\+([0-9a-f-]{36})@/.exec(address ?? '')?.[1] ?? [])[0]
  const part = mail.attachments.find((one) => one.contentType === 'message/delivery-status')
  if (!workId || !part) return undefined
  const status = part.content.toString('utf8')
  const field = (name: string) => new RegExp(`^${name}:\\s*(.+)$`, 'im').exec(status)?.[1]?.trim()
  // Delayed, relayed and delivered are no failure.
  if (field('Action')?.toLowerCase() !== 'failed') return undefined
  const said = field('Diagnostic-Code')?.replace(/^smtp;\s*/i, '') ?? field('Status') ?? ''
  return { workId, reason: said.slice(0, 300) }
}

/** Notes it at the invitation; what was about something else, or does not matter any more, is dropped. */
export async function noteBounce(lodge: Pick<Lodge, 'pools' | 'committer'>, { workId, reason }: Bounce): Promise<void> {
  const work = await workById(lodge.pools.work, workId)
  if (work?.kind !== 'invitation' && work?.kind !== 'invitation-reminder') return
  const { offerId, resendNumber } = work.ids
  const change = { type: 'note-bounce' as const, offerId: String(offerId), resendNumber: Number(resendNumber), reason }
  try {
    const from = { actor: { kind: 'schedule' as const }, via: { kind: 'schedule' as const } }
    await lodge.committer.commit({ accountId: work.accountId, changes: [change], ...from })
  } catch (error) {
    if (!(error instanceof LodgeError && [404, 422].includes(error.status))) throw error
  }
}
