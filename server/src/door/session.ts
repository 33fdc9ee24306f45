import { IsObject, IsOptional, IsString, MaxLength, MinLength } from 'class-validator'
import type { AuthenticationResponseJSON } from '@simplewebauthn/server'
import { v7 as uuidv7 } from 'uuid'
import { LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { takeCode } from '../signin/codes.ts'
import { changeSession, isKnownDevice } from '../signin/cookies.ts'
import { enter } from '../signin/enter.ts'
import { hashToken, newToken } from '../signin/key-ring.ts'
import { networkOf } from '../signin/limits.ts'
import { askForPasskey, checkPasskey } from '../signin/passkeys.ts'
import { insertEvent } from '../store/events.ts'
import { findLoginToken, insertLoginToken, loginOfToken, useLoginToken } from '../store/login-tokens.ts'
import { findLogin, findLoginByEmail, type Login } from '../store/logins.ts'
import { meansOfLogin } from '../store/means.ts'
import { NO_ACCOUNT } from '../store/no-account.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import { chooseAccount, proveSession } from '../store/sessions.ts'
import { meOf } from '../account/me.ts'
import { route } from '../http/route.ts'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

export class SignIn {
  /** An address, or the short name of a login without a mailbox (model P1). */
  @IsString() @MinLength(1, { message: () => say('door.email-must-not-be-empty') }) @MaxLength(200) email!: string
  @IsString() @MinLength(1, { message: () => say('door.password-must-not-be-empty') }) @MaxLength(200) password!: string
}

export class SecondStep {
  @IsString() @MaxLength(100) ticket!: string
  /** Six digits of an authenticator, or a backup code. */
  @IsString() @MaxLength(40) code!: string
}

export class SignInByPasskey {
  /** What the browser answered (WebAuthn level 3, AuthenticationResponseJSON). */
  @IsObject() answer!: AuthenticationResponseJSON
}

export class SignInAgain {
  @IsOptional() @IsString() @MaxLength(200) password?: string
  @IsOptional() @IsString() @MaxLength(40) code?: string
}

export class EnterAccount {
  @IsString() @MaxLength(36) accountId!: string
}

const TICKET_MICROSECONDS = 5 * 60_000_000

function wrong(sentence = say('door.this-email-address-and-password-do-not-match')): LodgeError {
  return new LodgeError(401, 'wrong-sign-in', sentence)
}

/** After the password, who has a second sign-in step is asked for it; the ticket proves the first step and is good once. */
async function askSecond(lodge: Lodge, login: Login, now: number): Promise<object | undefined> {
  const means = await meansOfLogin(lodge.pools.requests, login.id)
  if (means.length === 0) return undefined
  const ticket = newToken()
  await insertLoginToken(lodge.pools.requests, {
    id: uuidv7(),
    purpose: 'second',
    tokenHash: hashToken(ticket),
    loginId: login.id,
    accountId: null,
    personId: null,
    detail: { generation: String(login.generation) },
    createdAt: now,
    expiresAt: now + TICKET_MICROSECONDS,
  })
  return { second: [...new Set(means.map((one) => one.kind))], ticket }
}

export const sessionRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/session',
    summary: 'Sign in with email address and password. A second sign-in step comes next if there is one.',
    body: SignIn,
    async answer({ lodge, ctx, body, now }) {
      const login = await findLoginByEmail(lodge.pools.requests, body.email)
      const isKnown = isKnownDevice(lodge, ctx, login)
      // Counted before anything is hashed, so that a flood costs nothing and learns nothing.
      await lodge.limits.countSignIn(body.email, ctx.ip, isKnown)
      // What does not depend on the password is done while it is hashed.
      const [matches, people] = await Promise.all([
        lodge.passwords.matches(
          login?.passwordHash,
          body.password,
          isKnown ? must(login, 'login').id : networkOf(ctx.ip),
        ),
        accountsOfLogin(lodge.pools.requests, login?.id ?? NO_ACCOUNT),
      ])
      if (!matches || !login) {
        await insertEvent(lodge.pools.requests, { kind: 'sign-in-refused', loginId: login?.id }, now)
        throw wrong()
      }
      return (await askSecond(lodge, login, now)) ?? enter(lodge, ctx, login, 'password', now, people)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/session/second',
    summary: 'The second sign-in step: a code from an authenticator app, or a backup code.',
    body: SecondStep,
    async answer({ lodge, ctx, body, now }) {
      const token = await findLoginToken(lodge.pools.requests, hashToken(body.ticket), 'second', now)
      const login = token && (await loginOfToken(lodge.pools.requests, token))
      if (!token || !login) throw wrong(say('door.this-took-too-long-start-signing-in-again'))
      await lodge.limits.countSecond(login.id)
      if (!(await takeCode(lodge.pools.requests, lodge.configuration.keyRing, login.id, body.code, now))) {
        await insertEvent(lodge.pools.requests, { kind: 'sign-in-refused', loginId: login.id }, now)
        throw wrong(say('door.this-code-is-wrong-or-was-already-used'))
      }
      if (!(await useLoginToken(lodge.pools.requests, token.id, now))) throw wrong()
      await lodge.limits.secondPassed(login.id)
      return enter(lodge, ctx, login, 'two', now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/session/passkey/options',
    summary: 'What a browser needs to sign in with a passkey.',
    async answer({ lodge, ctx, now }) {
      await lodge.limits.countChallenge(ctx.ip)
      return askForPasskey(lodge, now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/session/passkey',
    summary: 'Sign in with a passkey. It counts as both steps.',
    body: SignInByPasskey,
    async answer({ lodge, ctx, body, now }) {
      const loginId = await checkPasskey(lodge, body.answer, now)
      const login = loginId && (await findLogin(lodge.pools.requests, loginId))
      if (!login) throw wrong(say('door.this-passkey-does-not-belong-to-any-login'))
      return enter(lodge, ctx, login, 'passkey', now)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/session/again',
    answers: ['nothing'],
    summary: 'Confirm it is you, for important changes.',
    body: SignInAgain,
    async answer({ lodge, ctx, session, body, now }) {
      if (session.strength === 'slip') throw notFound()
      const login = await findLogin(lodge.pools.requests, session.loginId)
      if (!login) throw notFound()
      await lodge.limits.countSignIn(login.email, ctx.ip, isKnownDevice(lodge, ctx, login))
      const proven = body.code
        ? await takeCode(lodge.pools.requests, lodge.configuration.keyRing, login.id, body.code, now)
        : await lodge.passwords.matches(login.passwordHash, body.password ?? '', login.id)
      if (!proven)
        throw wrong(
          body.code ? say('door.this-code-is-wrong-or-was-already-used-2') : say('door.this-is-not-your-password'),
        )
      await lodge.limits.signedIn(login.email, ctx.ip, isKnownDevice(lodge, ctx, login))
      await proveSession(lodge.pools.requests, session.id, session.strength, now)
      return undefined
    },
  }),
  route({
    audience: 'signed-in',
    method: 'get',
    path: '/api/session',
    summary: 'Who is signed in, and to which accounts.',
    async answer({ lodge, session }) {
      const [login, people] = await Promise.all([
        findLogin(lodge.pools.requests, session.loginId),
        accountsOfLogin(lodge.pools.requests, session.loginId),
      ])
      return meOf(lodge, session, login?.email ?? '', people)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'put',
    path: '/api/session/account',
    summary: 'Switch to another account of the same login.',
    body: EnterAccount,
    async answer({ lodge, session, body }) {
      const people = await accountsOfLogin(lodge.pools.requests, session.loginId)
      const there = people.find((one) => one.accountId === body.accountId)
      const login = await findLogin(lodge.pools.requests, session.loginId)
      // What a sign-in slip renews is entry to the account that gave it, countersigned or not (model I9).
      if (!there || !login || session.slipId !== null) throw notFound()
      await chooseAccount(lodge.pools.requests, session.id, there.accountId, there.personId)
      return meOf(lodge, { ...session, ...there }, login.email, people)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'delete',
    path: '/api/session',
    answers: ['nothing'],
    summary: 'Sign out.',
    async answer({ lodge, ctx, session, now }) {
      await insertEvent(lodge.pools.requests, { kind: 'signed-out', ...session }, now)
      await changeSession(lodge, ctx, null, now)
      return undefined
    },
  }),
]
