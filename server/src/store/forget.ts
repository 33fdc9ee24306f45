import type { Queryable } from './pools.ts'
import { selectOnce } from './select.ts'

/** What takes the place of words that go. */
const NOTHING = ''

/**
 * Destroys what is kept about someone beside their personal values, in the commit that erases them (model X7): records,
 * dockets and runs that name them, what products said, what events held. Rows stay where others count on them; words go.
 */
export async function forgetPerson(
  connection: Queryable,
  accountId: string,
  personId: string,
  loginId: string | null,
): Promise<void> {
  const mine = [accountId, personId]
  const named = [accountId, `%${personId}%`]
  await connection.execute('DELETE FROM leaver_record WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute(
    `UPDATE departure_thing SET title = ? WHERE account_id = ? AND departure_id IN
       (SELECT id FROM departure WHERE account_id = ? AND person_id = ?)`,
    [NOTHING, accountId, ...mine],
  )
  await connection.execute(
    'UPDATE product_account SET user_name = ?, display_name = ?, email = NULL WHERE account_id = ? AND person_id = ?',
    [NOTHING, NOTHING, ...mine],
  )
  await connection.execute('DELETE FROM product_problem WHERE account_id = ? AND subject_id = ?', mine)
  await connection.execute('UPDATE event SET detail = ? WHERE account_id = ? AND person_id = ?', ['{}', ...mine])
  await connection.execute('DELETE FROM docket WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute('DELETE FROM notice WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute('DELETE FROM notice_setting WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute('DELETE FROM people_view WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute('UPDATE docket_run SET report = ? WHERE account_id = ? AND state = ? AND report LIKE ?', [
    '[]',
    accountId,
    'done',
    `%${personId}%`,
  ])
  await connection.execute('UPDATE durable_work SET last_error = NULL WHERE account_id = ? AND ids LIKE ?', named)
  await connection.execute('DELETE FROM session WHERE account_id = ? AND person_id = ?', mine)
  await connection.execute('DELETE FROM login_token WHERE account_id = ? AND person_id = ?', mine)
  if (loginId) await forgetLogin(connection, loginId)
}

/** A login that is nobody's any more in any account goes as well; one used elsewhere is its human's (model P1). */
async function forgetLogin(connection: Queryable, loginId: string): Promise<void> {
  // every account: the login may be a person elsewhere
  const others = await selectOnce(connection, {}, 'SELECT 1 FROM person WHERE login_id = ? LIMIT 1', [loginId])
  if (others.length > 0) return
  await connection.execute('DELETE FROM session WHERE login_id = ?', [loginId])
  await connection.execute('DELETE FROM login_means WHERE login_id = ?', [loginId])
  await connection.execute('DELETE FROM login_token WHERE login_id = ?', [loginId])
  await connection.execute('DELETE FROM login WHERE id = ?', [loginId])
}
