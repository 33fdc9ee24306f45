import { IsObject, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import type { RegistrationResponseJSON } from '@simplewebauthn/server'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import { badRequest, refused } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { insertLogins, type Login } from '../store/logins.ts'
import { insertMeans, type Means } from '../store/means.ts'
import type { Queryable } from '../store/pools.ts'
import type { Strength } from '../store/sessions.ts'
import { finishPasskey, startPasskey } from './passkeys.ts'
import { passwordProblem } from './password-rules.ts'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

/** How someone new will sign in: a password, or a passkey their browser made for the login it was offered. */
export class FirstMeans {
  @IsOptional() @IsString() @MaxLength(200) password?: string
  /** What the browser answered (WebAuthn level 3, RegistrationResponseJSON). */
  @IsOptional() @IsObject() passkey?: RegistrationResponseJSON
  /** The login the passkey was offered for. */
  @IsOptional() @IsUUID() loginId?: string
}

/** A login to be made, with what it will be signed in by. */
export interface NewLogin {
  login: Login
  means: Means[]
  strength: Strength
}

/** What a browser needs to make a passkey for a login that is not there yet. */
export async function offerPasskey(lodge: Lodge, email: string, now: Instant): Promise<object> {
  const login = { id: uuidv7(), email, emailProven: true, passwordHash: null, generation: 0 }
  return { loginId: login.id, options: await startPasskey(lodge, login, now) }
}

/** A new login for a mailbox that was proven, or for a sign-in name where there is none. @throws LodgeError 400 or 422 saying what is wrong with the sign-in method. */
export async function newLogin(
  lodge: Lodge,
  email: string,
  first: FirstMeans,
  now: Instant,
  emailProven = true,
): Promise<NewLogin> {
  if (first.passkey && first.loginId) {
    const login = { id: first.loginId, email, emailProven, passwordHash: null, generation: 0 }
    const means = await finishPasskey(lodge, login, first.passkey, 'Passkey', now)
    if (!means) throw badRequest('bad-passkey', say('sign-in.this-passkey-could-not-be-checked-try-again'))
    return { login, means: [means], strength: 'passkey' }
  }
  const wrong = passwordProblem(first.password, email)
  if (wrong) throw refused([wrong])
  const passwordHash = await lodge.passwords.hash(must(first.password, 'password'))
  return { login: { id: uuidv7(), email, emailProven, passwordHash, generation: 0 }, means: [], strength: 'password' }
}

/** Writes it, in the transaction of what it is made for. */
export async function insertNewLogin(connection: Queryable, made: NewLogin, now: Instant): Promise<void> {
  await insertLogins(connection, [made.login], now)
  await insertMeans(connection, made.means)
}
