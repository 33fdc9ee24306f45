import { IsString, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { Email, type Instant } from '@lodge/core'
import { LodgeError, refused } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { enter } from '../signin/enter.ts'
import { hashToken } from '../signin/key-ring.ts'
import { passwordProblem } from '../signin/password-rules.ts'
import { insertEvent } from '../store/events.ts'
import {
  endLinksOf,
  findLoginToken,
  insertLoginToken,
  loginOfToken,
  useLoginToken,
  type LoginToken,
} from '../store/login-tokens.ts'
import { findLoginByEmail, proveEmail, setEmail, setPassword, type Login } from '../store/logins.ts'
import { meansOfLogin } from '../store/means.ts'
import { NO_ACCOUNT } from '../store/no-account.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import { endOtherSessions } from '../store/sessions.ts'
import { insertWork } from '../store/work.ts'
import { wallClock } from '../clock.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

export class Forgotten {
  @Email() email!: string
}

export class ResetPassword {
  @IsString() @MaxLength(100) token!: string
  @IsString() @MaxLength(200) password!: string
}

export class ProveEmail {
  @IsString() @MaxLength(100) token!: string
}

type LinkPurpose = 'forgotten' | 'new-email' | 'sign-up' | 'come'
const LASTS_MICROSECONDS: Record<LinkPurpose, number> = {
  forgotten: 30 * 60_000_000,
  'new-email': 24 * 3_600_000_000,
  'sign-up': 24 * 3_600_000_000,
  come: 24 * 3_600_000_000,
}

/**
 * Has a link sent to a mailbox, by the work that waits. Known and unknown addresses do the same and take the same time;
 * for nobody's the row is dropped when its turn comes.
 */
export async function mailLink(
  lodge: Lodge,
  link: { purpose: LinkPurpose; login: Login | null; email: string; detail?: Record<string, string> },
  now: Instant,
): Promise<void> {
  const id = uuidv7()
  const { purpose, login, email } = link
  // The newest link alone is good; for nobody's the same is done, so that time tells nothing.
  await endLinksOf(lodge.pools.requests, purpose, login?.id ?? NO_ACCOUNT, now)
  await insertLoginToken(lodge.pools.requests, {
    id,
    purpose,
    tokenHash: hashToken(lodge.configuration.keyRing.tokenFor({ purpose, accountId: null, id, number: 0 })),
    loginId: login?.id ?? null,
    accountId: null,
    personId: null,
    detail: {
      ...link.detail,
      ...(login ? { generation: String(login.generation) } : {}),
      email,
      keyId: lodge.configuration.keyRing.currentId,
    },
    createdAt: now,
    expiresAt: now + LASTS_MICROSECONDS[purpose],
  })
  // Strangers fill nobody's mailbox: what is too much is not sent, and the answer is the same.
  if (!(await lodge.limits.mayMail(email))) return
  await insertWork(
    lodge.pools.requests,
    { accountId: NO_ACCOUNT, kind: 'login-mail', ids: { tokenId: id, template: purpose } },
    wallClock(),
  )
  if (lodge.configuration.work) lodge.jobs.wake()
}

/** Wrong, used and expired links get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'link-dead', say('door.this-link-does-not-work-ask-for-a'))
}

async function find({ lodge, ctx, body, now }: Ask<{ token: string }>, purpose: LinkPurpose): Promise<LoginToken> {
  const token = await findLoginToken(lodge.pools.requests, hashToken(body.token), purpose, now)
  if (token) return token
  await lodge.limits.countToken(ctx.ip)
  throw dead()
}

export const loginLinkRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/forgotten',
    answers: ['nothing'],
    summary: 'Sends a link to set a new password. The answer is the same whether or not there is such a login.',
    body: Forgotten,
    async answer({ lodge, ctx, body, now }) {
      await lodge.limits.countToken(ctx.ip)
      const login = await findLoginByEmail(lodge.pools.requests, body.email)
      const email = login?.email ?? body.email
      await mailLink(lodge, { purpose: 'forgotten', login: login ?? null, email }, now)
      return undefined
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/forgotten/password',
    summary: 'Sets a new password with the link sent by email. All sessions of the login end.',
    body: ResetPassword,
    async answer(ask) {
      const { lodge, ctx, body, now } = ask
      const token = await find(ask, 'forgotten')
      const login = await loginOfToken(lodge.pools.requests, token)
      if (!login) throw dead()
      const wrong = passwordProblem(body.password, login.email)
      if (wrong) throw refused([wrong])
      if (!(await useLoginToken(lodge.pools.requests, token.id, now))) throw dead()
      await setPassword(lodge.pools.requests, login.id, await lodge.passwords.hash(body.password))
      await proveEmail(lodge.pools.requests, login.id)
      const ended = await endOtherSessions(lodge.pools.requests, login.id, null, now, 'password-changed')
      for (const id of ended) lodge.hub.endSession(id)
      await insertEvent(
        lodge.pools.requests,
        { kind: 'means-changed', loginId: login.id, detail: { what: 'password' } },
        now,
      )
      // A mailbox is one means; who has a second one shows it when they sign in.
      const second = (await meansOfLogin(lodge.pools.requests, login.id)).length > 0
      if (second) return { signInNext: true }
      return enter(lodge, ctx, { ...login, generation: login.generation + 1 }, 'password', now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/email/prove',
    summary: 'Changes the email address with the link sent to it. The old address is told.',
    body: ProveEmail,
    async answer(ask) {
      const { lodge, now } = ask
      const token = await find(ask, 'new-email')
      const login = await loginOfToken(lodge.pools.requests, token)
      const email = token.detail.email ?? ''
      if (!login || !(await useLoginToken(lodge.pools.requests, token.id, now))) throw dead()
      const other = await findLoginByEmail(lodge.pools.requests, email)
      if (other && other.id !== login.id) {
        throw new LodgeError(409, 'address-taken', say('door.already-has-another-login-sign-in-with-that', { email }))
      }
      await setEmail(lodge.pools.requests, login.id, email)
      for (const { accountId, personId } of await accountsOfLogin(lodge.pools.requests, login.id)) {
        await lodge.committer
          .commit({
            accountId,
            changes: [{ type: 'own-email', personId, email }],
            actor: { kind: 'person', personId },
            via: { kind: 'invitation' },
          })
          .catch((error: unknown) => lodge.log.warn({ err: error, accountId }, 'address not taken over in an account'))
      }
      const old = { loginId: login.id, detail: { email: login.email, newEmail: email } }
      const id = uuidv7()
      await insertLoginToken(lodge.pools.requests, {
        ...{ id, purpose: 'new-email', tokenHash: hashToken(`told|${id}`), accountId: null, personId: null },
        ...{ ...old, createdAt: now, expiresAt: now },
      })
      const work = { accountId: NO_ACCOUNT, kind: 'login-mail', ids: { tokenId: id, template: 'email-changed' } }
      await insertWork(lodge.pools.requests, work, wallClock())
      if (lodge.configuration.work) lodge.jobs.wake()
      await insertEvent(
        lodge.pools.requests,
        { kind: 'means-changed', loginId: login.id, detail: { what: 'email' } },
        now,
      )
      return { email }
    },
  }),
]
