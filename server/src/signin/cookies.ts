import { randomBytes } from 'node:crypto'
import type { Context } from 'koa'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import type { Queryable } from '../store/pools.ts'
import { findSession, insertSession, type Session } from '../store/sessions.ts'
import { hashToken } from './key-ring.ts'

export const SESSION_COOKIE = 'lodge_session'
const SESSION_DAYS = 14
/** Marks a browser in which somebody signed in before: it is slowed less when strangers guess at their password. */
const DEVICE_COOKIE = 'lodge_device'
const DEVICE_DAYS = 180

/** Opens a session and answers the cookie's value; only its hash is stored. */
export async function openSession(
  connection: Queryable,
  who: Pick<Session, 'loginId' | 'accountId' | 'personId'> & Partial<Session>,
  now: Instant,
): Promise<{ cookie: string; session: Session }> {
  const cookie = randomBytes(32).toString('base64url')
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

export function setCookie(lodge: Lodge, ctx: Context, value: string | null): void {
  const secure = lodge.configuration.publicOrigin.startsWith('https:')
  const maxAge = value === null ? 0 : SESSION_DAYS * 86_400_000
  if (secure) ctx.cookies.secure = true
  ctx.cookies.set(SESSION_COOKIE, value ?? '', { httpOnly: true, sameSite: 'strict', secure, maxAge, overwrite: true })
}

/** The session of a request, checked each time so that ending one takes effect at once. */
export async function sessionOf(lodge: Lodge, ctx: Context): Promise<Session | undefined> {
  const cookie = ctx.cookies.get(SESSION_COOKIE)
  if (!cookie) return undefined
  return findSession(lodge.pools.requests, hashToken(cookie), lodge.clock.now())
}

/** Notes in the browser that this login signed in here; the cookie cannot be made without our key. */
export function knowDevice(lodge: Lodge, ctx: Context, loginId: string): void {
  const secure = lodge.configuration.publicOrigin.startsWith('https:')
  const value = lodge.configuration.keyRing.tokenFor('device', loginId, 0)
  const maxAge = DEVICE_DAYS * 86_400_000
  ctx.cookies.set(DEVICE_COOKIE, value, { httpOnly: true, sameSite: 'strict', secure, maxAge, overwrite: true })
}

/** Whether this login signed in in this browser before. */
export function isKnownDevice(lodge: Lodge, ctx: Context, loginId: string | undefined): boolean {
  const value = ctx.cookies.get(DEVICE_COOKIE)
  return Boolean(value && loginId && lodge.configuration.keyRing.isToken(value, 'device', loginId, 0))
}
