import type { PlainMessageId } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { loginTokenById, type LoginToken } from '../store/login-tokens.ts'
import type { Mailer, Message } from './mail.ts'
import type { Outcome, Worker } from './job-queue.ts'
import { say } from '@lodge/core/say'

const TEXTS: Record<string, { subject: PlainMessageId; page: string; line: PlainMessageId; after: PlainMessageId }> = {
  forgotten: {
    subject: 'work.a-new-password-for-jolly-porter',
    page: 'new-password',
    line: 'work.someone-perhaps-you-asked-for-a-new-password',
    after: 'work.the-link-works-once-for-half-an-hour',
  },
  'new-email': {
    subject: 'work.is-this-your-new-email-address',
    page: 'prove-address',
    line: 'work.you-asked-to-sign-in-to-jolly-porter',
    after: 'work.the-link-works-once-for-a-day-if',
  },
  come: {
    subject: 'work.is-this-your-email-address',
    page: 'come-in',
    line: 'work.you-asked-to-join-by-a-link-to',
    after: 'work.the-link-works-once-for-a-day-if',
  },
  'sign-up': {
    subject: 'work.open-your-account-with-jolly-porter',
    page: 'open-account',
    line: 'work.you-asked-to-open-an-account-to-go',
    after: 'work.the-link-works-once-for-a-day-if-2',
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
      say('work.your-login-at-jolly-porter-now-has-the', { newEmail }),
      '',
      say('work.if-this-was-not-you-tell-the-office'),
    ]
    return { to, subject: say('work.your-email-address-was-changed'), text: lines.join('\n') }
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
  const text = [
    say('work.hello-nobody'),
    '',
    say(known.line),
    link,
    '',
    say(known.after),
    '',
    say('work.jolly-porter'),
  ].join('\n')
  return { to, subject: say(known.subject), text }
}
