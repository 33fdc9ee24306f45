import { dateInWords, dateOf } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { loginTokenById, type LoginToken } from '../store/login-tokens.ts'
import type { Mailer, Message } from './mail.ts'
import type { Outcome, Worker } from './job-queue.ts'

const TEXTS: Record<string, { subject: string; page: string; lines: (until: string) => string[]; after: string }> = {
  forgotten: {
    subject: 'A new password for Jolly Porter',
    page: 'new-password',
    lines: () => ['Someone, perhaps you, asked for a new password. To set one, open:'],
    after: 'The link works once, for half an hour. If you did not ask, do nothing; your password stays as it is.',
  },
  'new-email': {
    subject: 'Is this your new email address?',
    page: 'prove-address',
    lines: () => ['You asked to sign in to Jolly Porter with this email address from now on. To confirm it, open:'],
    after: 'The link works once, for a day. If you did not ask, do nothing.',
  },
  come: {
    subject: 'Is this your email address?',
    page: 'come-in',
    lines: () => ['You asked to join by a link. To go on, open:'],
    after: 'The link works once, for a day. If you did not ask, do nothing.',
  },
  'sign-up': {
    subject: 'Open your account with Jolly Porter',
    page: 'open-account',
    lines: () => ['You asked to open an account. To go on, open:'],
    after: 'The link works once, for a day. If you did not ask, do nothing; no account is opened.',
  },
}

/** Sends mail around signing in, at least once; a repeated delivery carries the same Message-ID and link. */
export function loginMailWorker(lodge: Pick<Lodge, 'configuration' | 'pools' | 'clock'>, mailer: Mailer): Worker {
  return async (row): Promise<Outcome> => {
    const token = await loginTokenById(lodge.pools.work, String(row.ids.tokenId))
    if (!token) return { dropped: 'The token is gone.' }
    const message = render(lodge, token, String(row.ids.template))
    if (!message) return { dropped: 'There is no login with this address, or it is too late.' }
    await mailer.send(row.id, message)
    return 'done'
  }
}

function render(
  { configuration, clock }: Pick<Lodge, 'configuration' | 'clock'>,
  token: LoginToken,
  template: string,
): Message | undefined {
  const { email = '', newEmail = '', keyId } = token.detail
  const to = { name: '', address: email }
  if (template === 'email-changed') {
    const lines = [
      `Your login at Jolly Porter now has the email address ${newEmail} instead of this one.`,
      '',
      'If this was not you, tell the office of the business you work with at once. They can end access.',
    ]
    return { to, subject: 'Your email address was changed', text: lines.join('\n') }
  }
  const known = TEXTS[template]
  const isForSomebody = token.loginId !== null || token.purpose === 'sign-up' || token.purpose === 'come'
  if (!known || !isForSomebody || token.expiresAt <= clock.now()) return undefined
  // The token is behind #, so that no server or proxy ever logs it.
  const secret = configuration.keyRing.tokenFor(
    { purpose: token.purpose, accountId: null, id: token.id, number: 0 },
    keyId,
  )
  const link = `${configuration.publicOrigin}/${known.page}#${secret}`
  const until = dateInWords(dateOf(token.expiresAt, 'UTC'))
  const text = ['Hello,', '', ...known.lines(until), link, '', known.after, '', 'Jolly Porter'].join('\n')
  return { to, subject: known.subject, text }
}
