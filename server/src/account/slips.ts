import { Equals, IsString, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { absenceAt, helpControl, mayPrintFirstSlip, Sight, whyNotIn, type Account, type Instant } from '@lodge/core'
import { must } from '@lodge/core/must'
import { wallClock } from '../clock.ts'
import { LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { plainCode, spokenCode } from '../signin/codes.ts'
import { changeSession, openSession } from '../signin/cookies.ts'
import { deviceOf, isSignInName } from '../signin/enter.ts'
import { hashToken } from '../signin/key-ring.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent, lastEventsOf } from '../store/events.ts'
import {
  findLoginToken,
  insertLoginToken,
  loginOfToken,
  loginTokenById,
  useLoginToken,
  type LoginToken,
} from '../store/login-tokens.ts'
import { findLogin } from '../store/logins.ts'
import { meansOfLogin } from '../store/means.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import { wishingHelpMail } from '../store/notice-settings.ts'
import { allSlipSessions, proveSession, slipSessionsOf } from '../store/sessions.ts'
import { insertAllWork } from '../store/work.ts'
import { lookAtFirst } from '../door/first-slips.ts'
import { meOf } from './me.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

const SLIP_MICROSECONDS = 10 * 60_000_000
const PERSON = '/api/accounts/{accountId}/people/{personId}'

export class IssueSlip {
  /** That the person who issues it recognised the caller, by calling the number the office knows. */
  @Equals(true, { message: () => say('requests.recognised-must-be-true-call-the-number-you') }) recognised!: true
}

export class UseSlip {
  @IsString() @MaxLength(40) code!: string
}

const slipHash = (code: string) => hashToken(`slip|${plainCode(code)}`)

/** Someone the asker may help in. @throws LodgeError 403 with the reason, or 404. */
function mayHelp(sight: Sight, personId: string): void {
  if (!sight.seesPerson(personId)) throw notFound()
  const control = helpControl(sight, personId)
  if (!control.enabled)
    throw new LodgeError(403, 'not-allowed', control.reason ?? say('requests.you-do-not-have-the-right-to-do'))
}

/** Those who signed in with a slip and wait to be confirmed, for those who may confirm them (model I9). */
export async function waitingAtTheDoor(
  lodge: Lodge,
  accountId: string,
  sight: Sight,
  now: Instant,
): Promise<{ personId: string; name: string; issuer: string; mayCountersign: boolean }[]> {
  if (!sight.canSomewhere('help', 'change')) return []
  const sessions = await allSlipSessions(lodge.pools.requests, accountId, now)
  const mine = sessions.filter(({ personId }) => personId && helpControl(sight, personId).enabled)
  const tokens = await Promise.all(mine.map((one) => loginTokenById(lodge.pools.requests, one.slipId ?? '')))
  return mine.flatMap(({ personId }, at) => {
    const issuerId = tokens[at]?.detail.issuerId
    if (!personId || !issuerId) return []
    const who = { personId, name: sight.personName(personId), issuer: sight.personName(issuerId) }
    return [{ ...who, mayCountersign: issuerId !== sight.personId }]
  })
}

/** Those who wish it hear by mail that someone waits to be confirmed, as far as they may confirm it. */
async function tellHelpers(lodge: Lodge, account: Account, token: LoginToken, now: Instant): Promise<void> {
  const { accountId, personId } = token
  const work = (await wishingHelpMail(lodge.pools.requests, must(accountId, 'accountId'))).flatMap((toPersonId) => {
    const mayConfirm = helpControl(new Sight(account, toPersonId, now), must(personId, 'personId')).enabled
    const ids = { template: 'at-the-door', toPersonId, aboutPersonId: must(personId, 'personId') }
    return mayConfirm && toPersonId !== token.detail.issuerId
      ? [{ accountId: must(accountId, 'accountId'), kind: 'tell', ids }]
      : []
  })
  if (work.length === 0) return
  await insertAllWork(lodge.pools.requests, work, wallClock())
  if (lodge.configuration.work) lodge.jobs.wake()
}

export const slipRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${PERSON}/way-in`,
    summary: 'Why someone cannot sign in, when they last did, and whether a sign-in slip needs a second person.',
    async answer({ lodge, account, accountId, sight, params, now }) {
      const personId = must(params.personId, 'personId')
      const person = account.get('person', personId)
      if (!person || sight.depthOf(personId) !== 'record') throw notFound()
      const login = person.loginId ? await findLogin(lodge.pools.requests, person.loginId) : undefined
      const means = login ? await meansOfLogin(lodge.pools.requests, login.id) : []
      const slips = await slipSessionsOf(lodge.pools.requests, accountId, personId, now)
      const issued = await Promise.all(slips.map((one) => loginTokenById(lodge.pools.requests, one.slipId ?? '')))
      const events = await lastEventsOf(lodge.pools.requests, accountId, personId, ['signed-in'])
      const reasons = whyNotIn(sight, personId)
      return {
        reasons,
        // A login's own state is told to anyone who may help with it.
        hasLogin: person.loginId !== null,
        signInName: login && isSignInName(login.email) ? login.email : null,
        mayPrint: mayPrintFirstSlip(sight, person),
        secondMeans: means.some((one) => one.kind !== 'backup'),
        lastSignedIn: events[0] ? new Date(events[0].at / 1000).toISOString() : null,
        waiting: issued.flatMap((token) => {
          return token
            ? [
                {
                  issuer: sight.personName(token.detail.issuerId),
                  mayCountersign: token.detail.issuerId !== sight.personId,
                },
              ]
            : []
        }),
        control: helpControl(sight, personId),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${PERSON}/slip`,
    summary: 'Makes a sign-in slip, spoken or printed: ten minutes, one use (model I9).',
    body: IssueSlip,
    async answer({ lodge, account, accountId, personId: issuerId, sight, params, now }) {
      const personId = must(params.personId, 'personId')
      mayHelp(sight, personId)
      const code = spokenCode(3)
      const loginId = account.get('person', personId)?.loginId
      const login = loginId ? await findLogin(lodge.pools.requests, loginId) : undefined
      if (!login) throw notFound()
      await insertLoginToken(lodge.pools.requests, {
        id: uuidv7(),
        purpose: 'slip',
        tokenHash: slipHash(code),
        loginId: login.id,
        accountId,
        personId,
        detail: { issuerId, generation: String(login.generation) },
        createdAt: now,
        expiresAt: now + SLIP_MICROSECONDS,
      })
      const detail = { issuerId }
      await insertEvent(lodge.pools.requests, { kind: 'slip-issued', accountId, personId, detail }, now)
      return { code, expires: new Date((now + SLIP_MICROSECONDS) / 1000).toISOString() }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/slip',
    summary: 'Sign in with a slip: to your own page and sign-in methods.',
    body: UseSlip,
    async answer({ lodge, ctx, body, now }) {
      await lodge.limits.countToken(ctx.ip)
      const token = await findLoginToken(lodge.pools.requests, slipHash(body.code), 'slip', now)
      const loaded = token?.accountId ? await lodge.accounts.get(token.accountId) : undefined
      if (!token) {
        const first = await lookAtFirst(lodge, body.code, now)
        if (first) return { first }
      }
      const person = loaded?.account.get('person', token?.personId)
      const login = token && (await loginOfToken(lodge.pools.requests, token))
      const inside = person && loaded && absenceAt(person, instantFor(loaded, lodge.clock)) === undefined
      if (!token || !login || !inside || !(await useLoginToken(lodge.pools.requests, token.id, now))) {
        throw new LodgeError(404, 'slip-dead', say('requests.this-sign-in-slip-does-not-work-ask'))
      }
      const who = { loginId: login.id, accountId: token.accountId, personId: token.personId }
      const how = { strength: 'slip' as const, device: deviceOf(ctx), slipId: token.id }
      const { cookie, session } = await openSession(lodge.pools.requests, { ...who, ...how }, now)
      await insertEvent(lodge.pools.requests, { kind: 'signed-in', ...who, detail: { by: 'slip' } }, now)
      await changeSession(lodge, ctx, cookie, now)
      await tellHelpers(lodge, loaded.account, token, now)
      return meOf(lodge, session, login.email, await accountsOfLogin(lodge.pools.requests, login.id))
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${PERSON}/countersign`,
    summary: 'Confirms someone who signed in with another person’s slip. They have all their access from then on.',
    async answer({ lodge, accountId, personId: signerId, sight, params, now }) {
      const personId = must(params.personId, 'personId')
      mayHelp(sight, personId)
      let opened = 0
      for (const session of await slipSessionsOf(lodge.pools.requests, accountId, personId, now)) {
        const token = await loginTokenById(lodge.pools.requests, session.slipId ?? '')
        if (!token || token.detail.issuerId === signerId) continue
        await proveSession(lodge.pools.requests, session.id, 'countersigned', 0)
        opened += 1
      }
      if (opened === 0) {
        const sentence = say('requests.there-is-nobody-for-you-to-confirm-no')
        throw new LodgeError(409, 'nothing-waits', sentence)
      }
      const detail = { signerId }
      await insertEvent(lodge.pools.requests, { kind: 'slip-countersigned', accountId, personId, detail }, now)
      return { opened }
    },
  }),
]
