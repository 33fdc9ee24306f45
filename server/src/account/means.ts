import { IsObject, IsOptional, IsString, MaxLength } from 'class-validator'
import type { RegistrationResponseJSON } from '@simplewebauthn/server'
import { v7 as uuidv7 } from 'uuid'
import { Email, Line, type Instant } from '@lodge/core'
import { entryAt, must } from '@lodge/core/must'
import { LodgeError, notFound, refused } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { newBackupCodes, newCodes, stepOf } from '../signin/codes.ts'
import { knowDevice } from '../signin/cookies.ts'
import { mustBeFresh, mustNotBeNarrow } from '../signin/enter.ts'
import { finishPasskey, startPasskey } from '../signin/passkeys.ts'
import { passwordProblem } from '../signin/password-rules.ts'
import { insertEvent } from '../store/events.ts'
import { findLogin, setPassword, type Login } from '../store/logins.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import { insertMeans, meansOfLogin, removeMeans, removeMeansOfKind } from '../store/means.ts'
import { endOtherSessions, endSession, proveSession, sessionsOfLogin, type Session } from '../store/sessions.ts'
import { mailLink } from '../door/login-links.ts'
import { route, type SignedInAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

export class NewPassword {
  @IsString() @MaxLength(200) password!: string
}

export class NewPasskey {
  @IsOptional() @Line(80) name?: string
  /** What the browser answered (WebAuthn level 3, RegistrationResponseJSON). */
  @IsObject() answer!: RegistrationResponseJSON
}

export class NewCodes {
  @IsString() @MaxLength(64) secret!: string
  /** What the authenticator shows now, which proves that it has the secret. */
  @IsString() @MaxLength(10) code!: string
}

export class NewEmail {
  @Email() email!: string
}

/**
 * The login of a session that may change its own sign-in methods: someone who proved who they are a moment ago. A sign-in slip
 * gives no means before it is countersigned, since those would open everything without the second person; and since it
 * renews entry to one account alone (model I9), then only where the login opens no other.
 */
async function ownLogin({ lodge, session, now }: SignedInAsk<object>): Promise<Login> {
  const isCountersigned = session.strength === 'countersigned'
  const opens = isCountersigned ? await accountsOfLogin(lodge.pools.requests, session.loginId) : []
  if (opens.length !== 1) mustBeFresh(session, now)
  const login = await findLogin(lodge.pools.requests, session.loginId)
  if (!login) throw notFound()
  return login
}

/** Who has just added a second sign-in step has shown it: the session counts as opened with it. */
async function strengthened(lodge: Lodge, session: Session, now: Instant): Promise<void> {
  const strength = session.strength === 'password' ? 'two' : session.strength
  await proveSession(lodge.pools.requests, session.id, strength, now)
}

async function noteMeans(ask: SignedInAsk<object>, what: string): Promise<void> {
  const { loginId, accountId, personId } = ask.session
  const event = { kind: 'means-changed' as const, loginId, accountId, personId, detail: { what } }
  await insertEvent(ask.lodge.pools.requests, event, ask.now)
}

export const meansRoutes = [
  route({
    audience: 'signed-in',
    method: 'get',
    path: '/api/sign-in',
    summary: 'Your sign-in methods, and the devices where you are signed in.',
    async answer({ lodge, session, now }) {
      const { requests } = lodge.pools
      const [login, means, sessions] = await Promise.all([
        findLogin(requests, session.loginId),
        meansOfLogin(requests, session.loginId),
        sessionsOfLogin(requests, session.loginId, now),
      ])
      const at = (instant: Instant | null) => (instant === null ? null : new Date(instant / 1000).toISOString())
      return {
        email: login?.email ?? '',
        hasPassword: login?.passwordHash !== null,
        means: means
          .filter((one) => one.kind !== 'backup')
          .map(({ id, kind, name, createdAt, lastUsedAt }) => {
            return { id, kind, name, created: at(createdAt), lastUsed: at(lastUsedAt) }
          }),
        backupCodesLeft: means.filter((one) => one.kind === 'backup').length,
        sessions: sessions.map(({ id, createdAt, device, strength }) => {
          return { id, created: at(createdAt), device, strength, isThis: id === session.id }
        }),
      }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'put',
    path: '/api/sign-in/password',
    summary: 'Sets a new password. All other sessions of the login end.',
    body: NewPassword,
    async answer(ask) {
      const { lodge, session, body, now } = ask
      const login = await ownLogin(ask)
      const wrong = passwordProblem(body.password, login.email)
      if (wrong) throw refused([wrong])
      await setPassword(lodge.pools.requests, login.id, await lodge.passwords.hash(body.password))
      const ended = await endOtherSessions(lodge.pools.requests, login.id, session.id, now, 'password-changed')
      for (const id of ended) lodge.hub.endSession(id)
      knowDevice(lodge, ask.ctx, { id: login.id, generation: login.generation + 1 })
      await noteMeans(ask, 'password')
      return { ended: ended.length }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/passkeys/options',
    summary: 'What a browser needs to make a passkey.',
    answer: async (ask) => startPasskey(ask.lodge, await ownLogin(ask), ask.now),
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/passkeys',
    summary: 'Saves a passkey the browser made.',
    body: NewPasskey,
    async answer(ask) {
      const { lodge, body, now, session } = ask
      const login = await ownLogin(ask)
      const name = body.name?.trim() || session.device || 'Passkey'
      const means = await finishPasskey(lodge, login, body.answer, name, now)
      if (!means) throw new LodgeError(422, 'bad-passkey', say('requests.this-passkey-cannot-be-read-make-it-again'))
      await insertMeans(lodge.pools.requests, [means])
      await strengthened(lodge, session, now)
      await noteMeans(ask, say('requests.passkey-added'))
      return { id: means.id }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/codes/new',
    summary: 'A new secret for an authenticator app, as text and code to scan. Nothing is saved yet.',
    async answer(ask) {
      const login = await ownLogin(ask)
      return newCodes(login.email)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/codes',
    summary: 'Saves an authenticator app when it shows the right code. Answers backup codes for the first one.',
    body: NewCodes,
    async answer(ask) {
      const { lodge, session, body, now } = ask
      const login = await ownLogin(ask)
      const step = /^[A-Z2-7]{32}$/.test(body.secret) ? stepOf(body.secret, body.code, now) : undefined
      if (step === undefined) {
        const sentence = say('requests.this-is-not-the-code-the-authenticator-app')
        throw new LodgeError(422, 'wrong-code', sentence)
      }
      const secret = lodge.configuration.keyRing.seal('codes', body.secret)
      const kept = { id: uuidv7(), loginId: login.id, kind: 'codes' as const, name: '', lookupHash: null, secret }
      const known = await meansOfLogin(lodge.pools.requests, login.id)
      const backup = known.some((one) => one.kind === 'backup') ? undefined : newBackupCodes(login.id, now)
      const means = { ...kept, usedStep: step, createdAt: now, lastUsedAt: null }
      await insertMeans(lodge.pools.requests, [means, ...(backup?.means ?? [])])
      await strengthened(lodge, session, now)
      await noteMeans(ask, say('requests.one-time-codes-added'))
      return { id: kept.id, backupCodes: backup?.codes ?? null }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/backup-codes',
    summary: 'Ten new backup codes. The old ones stop working.',
    async answer(ask) {
      const login = await ownLogin(ask)
      const { codes, means } = newBackupCodes(login.id, ask.now)
      await removeMeansOfKind(ask.lodge.pools.requests, login.id, 'backup')
      await insertMeans(ask.lodge.pools.requests, means)
      await noteMeans(ask, say('requests.backup-codes-made-anew'))
      return { backupCodes: codes }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'delete',
    path: '/api/sign-in/means/{meansId}',
    answers: ['nothing'],
    summary: 'Removes a passkey or an authenticator app.',
    async answer(ask) {
      const { lodge, params } = ask
      const login = await ownLogin(ask)
      const keys = (await meansOfLogin(lodge.pools.requests, login.id)).filter((one) => one.kind === 'passkey')
      if (login.passwordHash === null && keys.length === 1 && entryAt(keys, 0).id === params.meansId) {
        throw new LodgeError(409, 'last-means', say('requests.this-passkey-is-your-only-way-to-sign'))
      }
      if (!(await removeMeans(lodge.pools.requests, login.id, must(params.meansId, 'meansId')))) throw notFound()
      const left = await meansOfLogin(lodge.pools.requests, login.id)
      // Codes on paper stand in for something; alone they would be a second sign-in step nobody renews.
      if (left.every((one) => one.kind === 'backup')) await removeMeansOfKind(lodge.pools.requests, login.id, 'backup')
      await noteMeans(ask, say('requests.means-taken-away'))
      return undefined
    },
  }),
  route({
    audience: 'signed-in',
    method: 'post',
    path: '/api/sign-in/email',
    answers: ['nothing'],
    summary: 'Starts a change of email address: a link is sent to the new one.',
    body: NewEmail,
    async answer(ask) {
      const login = await ownLogin(ask)
      const { lodge, body, now } = ask
      await lodge.limits.countToken(ask.ctx.ip)
      await mailLink(
        lodge,
        { purpose: 'new-email', login, email: body.email, detail: { sessionId: ask.session.id } },
        now,
      )
      return undefined
    },
  }),
  route({
    audience: 'signed-in',
    method: 'delete',
    path: '/api/sessions',
    summary: 'Signs out all your other devices.',
    async answer({ lodge, session, now }) {
      mustNotBeNarrow(session)
      const ended = await endOtherSessions(lodge.pools.requests, session.loginId, session.id, now, 'ended-by-self')
      for (const id of ended) lodge.hub.endSession(id)
      return { ended: ended.length }
    },
  }),
  route({
    audience: 'signed-in',
    method: 'delete',
    path: '/api/sessions/{sessionId}',
    answers: ['nothing'],
    summary: 'Signs out one of your devices.',
    async answer({ lodge, session, params, now }) {
      if (params.sessionId !== session.id) mustNotBeNarrow(session)
      const own = await sessionsOfLogin(lodge.pools.requests, session.loginId, now)
      if (!own.some((one) => one.id === params.sessionId)) throw notFound()
      await endSession(lodge.pools.requests, must(params.sessionId, 'sessionId'), now, 'ended-by-self')
      lodge.hub.endSession(must(params.sessionId, 'sessionId'))
      return undefined
    },
  }),
]
