import type { Pool } from 'mysql2/promise'
import { selectOnce, text } from './select.ts'

/**
 * Deletes everything of an account: its rows, ledger, personal values, events, tokens, and the logins that are nobody's
 * any more anywhere. What versioned tables keep of the past holds ids alone (model X7, C6).
 */
export async function closeAccount(pool: Pool, accountId: string): Promise<void> {
  const connection = await pool.getConnection()
  try {
    // every account: which tables are kept by account at all
    const tables = await selectOnce(
      connection,
      { name: text },
      `SELECT DISTINCT c.TABLE_NAME AS name FROM information_schema.COLUMNS AS c
       WHERE c.TABLE_SCHEMA = DATABASE() AND c.COLUMN_NAME = 'account_id'`,
    )
    const logins = await selectOnce(
      connection,
      { id: text },
      'SELECT login_id AS id FROM person WHERE account_id = ? AND login_id IS NOT NULL',
      [accountId],
    )
    await connection.beginTransaction()
    // The guard goes first: anyone who is about to commit finds no account any more.
    await connection.execute('DELETE FROM account WHERE id = ?', [accountId])
    for (const { name } of tables) await connection.query('DELETE FROM ?? WHERE account_id = ?', [name, accountId])
    const ids = logins.map(({ id }) => id)
    if (ids.length > 0) {
      // every account: a login that is a person elsewhere stays
      const kept = await selectOnce(
        connection,
        { id: text },
        'SELECT login_id AS id FROM person WHERE login_id IN (?)',
        [ids],
      )
      const others = new Set(kept.map(({ id }) => id))
      const gone = ids.filter((id) => !others.has(id))
      if (gone.length > 0) {
        await connection.query('DELETE FROM session WHERE login_id IN (?)', [gone])
        await connection.query('DELETE FROM login_means WHERE login_id IN (?)', [gone])
        await connection.query('DELETE FROM login_token WHERE login_id IN (?)', [gone])
        await connection.query('DELETE FROM login WHERE id IN (?)', [gone])
      }
    }
    await connection.commit()
  } catch (error) {
    await connection.rollback().catch(() => undefined)
    throw error
  } finally {
    connection.release()
  }
}
