import { normalSignInName, type Instant } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { flag, integer, orNull, select, text } from './select.ts'

export interface Login {
  id: string
  /** The normal form of an address, or a sign-in name; mail goes here and never to the address as typed. */
  email: string
  emailProven: boolean
  passwordHash: string | null
  /** Counted on with each new password and address; whatever proves something for a login covers it. */
  generation: number
}

export type FreshLogin = Omit<Login, 'generation'>

const LOGIN = { id: text, email: text, emailProven: flag, passwordHash: orNull(text), generation: integer }

/** The login of an address or sign-in name as typed, compared by its normal form. */
export async function findLoginByEmail(connection: Queryable, typed: string): Promise<Login | undefined> {
  // What has no normal form is nobody's; it is asked for all the same, so that time tells nothing.
  const normal = normalSignInName(typed) ?? ''
  const [login] = await select(connection, LOGIN, 'SELECT * FROM login WHERE email = ?', [normal])
  return login
}

export async function findLogin(connection: Queryable, id: string): Promise<Login | undefined> {
  const [login] = await select(connection, LOGIN, 'SELECT * FROM login WHERE id = ?', [id])
  return login
}

export async function insertLogins(connection: Queryable, logins: readonly FreshLogin[], now: Instant): Promise<void> {
  const rows = logins.map(({ id, email, emailProven, passwordHash }) => [
    id,
    keptForm(email),
    emailProven,
    passwordHash,
    now,
  ])
  if (rows.length === 0) return
  await connection.query('INSERT INTO login (id, email, email_proven, password_hash, created_at_us) VALUES ?', [rows])
}

/** @throws Error for what is neither an address nor a sign-in name: shapes refuse it before. */
function keptForm(email: string): string {
  const normal = normalSignInName(email)
  if (normal === null) throw new Error('A login needs a whole address or a sign-in name.')
  return normal
}

/** Opening a mailed link proves the mailbox (model I3). */
export async function proveEmail(connection: Queryable, id: string): Promise<void> {
  await connection.execute('UPDATE login SET email_proven = TRUE WHERE id = ?', [id])
}

export async function setPassword(connection: Queryable, id: string, passwordHash: string): Promise<void> {
  await connection.execute('UPDATE login SET password_hash = ?, generation = generation + 1 WHERE id = ?', [
    passwordHash,
    id,
  ])
}

/** A new address, whose mailbox has been proven. @throws where another login has it. */
export async function setEmail(connection: Queryable, id: string, email: string): Promise<void> {
  await connection.execute(
    'UPDATE login SET email = ?, email_proven = TRUE, generation = generation + 1 WHERE id = ?',
    [keptForm(email), id],
  )
}
