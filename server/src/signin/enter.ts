import type { Context } from 'koa'
import { absenceAt, type Instant, type Me } from '@lodge/core'
import { meOf } from '../account/me.ts'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { findLogin, type Login } from '../store/logins.ts'
import { meansOfLogin } from '../store/means.ts'
import { accountsOfLogin, type PersonOfLogin } from '../store/read-account.ts'
import type { Session, Strength } from '../store/sessions.ts'
import { changeSession, isKnownDevice, knowDevice, openSession } from './cookies.ts'
import { say } from '@lodge/core/say'

/** Opens a session for someone who proved who they are, with the first account whose doors are open to them. */
export async function enter(
  lodge: Lodge,
  ctx: Context,
  login: Login,
  strength: Strength,
  now: Instant,
  known?: readonly PersonOfLogin[],
): Promise<Me> {
  const people = known ?? (await accountsOfLogin(lodge.pools.requests, login.id))
  const who = { loginId: login.id, ...(await firstDoor(lodge, people)) }
  const [opened] = await Promise.all([
    openSession(lodge.pools.requests, { ...who, strength, device: deviceOf(ctx) }, now),
    insertEvent(lodge.pools.requests, { kind: 'signed-in', ...who, detail: { by: strength } }, now),
    lodge.limits.signedIn(login.email, ctx.ip, isKnownDevice(lodge, ctx, login)),
  ])
  await changeSession(lodge, ctx, opened.cookie, now)
  knowDevice(lodge, ctx, login)
  return meOf(lodge, opened.session, login.email, people)
}

/** The account a login enters first: one where its doors are open. */
async function firstDoor(
  lodge: Lodge,
  people: readonly PersonOfLogin[],
): Promise<{ accountId: string | null; personId: string | null }> {
  for (const { accountId, personId } of people) {
    const loaded = await lodge.accounts.get(accountId)
    const person = loaded?.account.get('person', personId)
    const absence = loaded && person && absenceAt(person, instantFor(loaded, lodge.clock))
    if (person && (!absence || absence === 'engagement-not-begun')) return { accountId, personId }
  }
  return { accountId: null, personId: null }
}

const BROWSERS = ['Firefox', 'Edg', 'Chrome', 'Safari'] as const
const SYSTEMS = ['Android', 'iPhone', 'iPad', 'Windows', 'Mac OS', 'Linux'] as const

/** `Firefox, Windows`, as far as a browser says; nothing finer is kept. */
export function deviceOf(ctx: Context): string {
  const agent = ctx.get('User-Agent')
  const found = [BROWSERS, SYSTEMS].map((names) => names.find((name) => agent.includes(name)))
  return found.filter(Boolean).join(', ').replace('Edg', 'Edge')
}

/** How long a proof of who one is lasts for grave acts. */
const PROOF_MICROSECONDS = 15 * 60_000_000

/** A login by name alone does nothing that has to be confirmed before a second sign-in step is added to it (model P1). @throws LodgeError 403. */
export async function mustHaveMeans(lodge: Lodge, session: Session): Promise<void> {
  const login = await findLogin(lodge.pools.requests, session.loginId)
  if (!login || !isSignInName(login.email)) return
  if ((await meansOfLogin(lodge.pools.requests, login.id)).length > 0) return
  const sentence = say('sign-in.your-login-has-no-email-address-add-a')
  throw new LodgeError(403, 'second-means-first', sentence)
}

/** Whether a login goes by a short name, not an address. */
export function isSignInName(email: string): boolean {
  return !email.includes('@')
}

/** A session from a sign-in slip opens the person's own page and sign-in methods; it cannot end other sessions. @throws LodgeError 403 */
export function mustNotBeNarrow({ strength }: Pick<Session, 'strength'>): void {
  if (strength !== 'slip') return
  throw new LodgeError(403, 'narrow', say('sign-in.you-signed-in-with-a-slip-first-ask'))
}

/** What has to be confirmed is for someone who signed in again a moment ago. @throws LodgeError 403 `sign-in-again`. */
export function mustBeFresh(session: Session, now: Instant): void {
  if (session.strength !== 'slip' && now - session.provedAt < PROOF_MICROSECONDS) return
  const sentence =
    session.strength === 'slip'
      ? say('sign-in.you-signed-in-with-a-slip-first-ask')
      : say('sign-in.confirm-it-is-you-sign-in-again-first')
  throw new LodgeError(403, session.strength === 'slip' ? 'narrow' : 'sign-in-again', sentence)
}
