import type { Context } from 'koa'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import type { Login } from '../store/logins.ts'
import type { Queryable } from '../store/pools.ts'
import { endSession, findSession, insertSession, type Session } from '../store/sessions.ts'
import { hashToken, newToken } from './key-ring.ts'

const SESSION_COOKIE = 'lodge_session'
const SESSION_DAYS = 14
/** Marks a browser in which someone signed in before: it is slowed less when strangers guess at their password. */
const DEVICE_COOKIE = 'lodge_device'
const DEVICE_DAYS = 180

/** Opens a session and answers the cookie's value; only its hash is stored. */
export async function openSession(
  connection: Queryable,
  who: Pick<Session, 'loginId' | 'accountId' | 'personId'> & Partial<Session>,
  now: Instant,
): Promise<{ cookie: string; session: Session }> {
  const cookie = newToken()
  const how = { strength: 'password' as const, provedAt: now, device: '', slipId: null }
  const session = { id: uuidv7(), ...how, ...who }
  const expiresAt = now + SESSION_DAYS * 86_400_000_000
  await insertSession(connection, { ...session, tokenHash: hashToken(cookie), now, expiresAt })
  return { cookie, session }
}

/** How a session opened out of another was opened: no proof is made by going through a door. */
export function howOf(session: Session | undefined): Pick<Session, 'strength' | 'provedAt'> | undefined {
  return session && { strength: session.strength, provedAt: session.provedAt }
}

/** A cookie of ours; over https its name binds it to this host alone (RFC 6265bis §4.1.3.2). */
function keep(lodge: Lodge, ctx: Context, name: string, value: string, maxAge: number): void {
  const secure = isSecure(lodge)
  if (secure) ctx.cookies.secure = true
  ctx.cookies.set(nameOf(lodge, name), value, { httpOnly: true, sameSite: 'strict', secure, maxAge, overwrite: true })
}

const isSecure = (lodge: Lodge) => lodge.configuration.publicOrigin.startsWith('https:')
const nameOf = (lodge: Lodge, name: string) => (isSecure(lodge) ? `__Host-${name}` : name)

/** Gives the browser another session, or none; the one it had ends, so that none is left open. */
export async function changeSession(lodge: Lodge, ctx: Context, cookie: string | null, now: Instant): Promise<void> {
  const before = await sessionOf(lodge, ctx)
  if (before) {
    await endSession(lodge.pools.requests, before.id, now, cookie === null ? 'signed-out' : 'signed-in-again')
    lodge.hub.endSession(before.id)
  }
  keep(lodge, ctx, SESSION_COOKIE, cookie ?? '', cookie === null ? 0 : SESSION_DAYS * 86_400_000)
}

/** The session of a request, checked each time so that ending one takes effect at once. */
export async function sessionOf(lodge: Lodge, ctx: Context): Promise<Session | undefined> {
  const cookie = ctx.cookies.get(nameOf(lodge, SESSION_COOKIE))
  if (!cookie) return undefined
  return findSession(lodge.pools.requests, hashToken(cookie), lodge.clock.now())
}

/** Notes in the browser that this login signed in here, until its next new password; nobody makes it without our key. */
export function knowDevice(lodge: Lodge, ctx: Context, login: Pick<Login, 'id' | 'generation'>): void {
  keep(lodge, ctx, DEVICE_COOKIE, lodge.configuration.keyRing.tokenFor(provenDevice(login)), DEVICE_DAYS * 86_400_000)
}

/** Whether this login signed in in this browser before. */
export function isKnownDevice(lodge: Lodge, ctx: Context, login: Login | undefined): boolean {
  const value = ctx.cookies.get(nameOf(lodge, DEVICE_COOKIE))
  return Boolean(value && login && lodge.configuration.keyRing.isToken(value, provenDevice(login)))
}

const provenDevice = ({ id, generation }: Pick<Login, 'id' | 'generation'>) => {
  return { purpose: 'device', accountId: null, id, number: generation }
}
