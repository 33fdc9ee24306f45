import type { Connection } from 'mysql2/promise'
import { normalSignInName } from '@lodge/core/email'
import { selectOnce, text } from './select.ts'

const DUPLICATE = 1062

/**
 * Brings the logins that plain SQL could not to the normal form in which they are looked for. One that has none, or
 * whose form another login has, stays as it was: nobody signs in by it, and the office helps them back in.
 */
export async function normaliseLogins(connection: Connection): Promise<void> {
  const logins = await selectOnce(
    connection,
    { id: text, email: text },
    "SELECT id, email FROM login WHERE email <> CONVERT(email USING ascii) OR email LIKE '%xn--%'",
  )
  for (const { id, email } of logins) {
    const normal = normalSignInName(email)
    if (normal === null || normal === email) continue
    await connection.execute('UPDATE login SET email = ? WHERE id = ?', [normal, id]).catch((error: unknown) => {
      if ((error as { errno?: number }).errno !== DUPLICATE) throw error
    })
  }
}
