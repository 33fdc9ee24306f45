import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import mysql, { type Connection } from 'mysql2/promise'
import { normaliseLogins } from './normalise-logins.ts'
import { noteDestroyed } from './note-destroyed.ts'
import { integer, selectOnce } from './select.ts'

const NUMBER = { number: integer }

interface Migration {
  number: number
  name: string
  /** The one statement, where SQL does it alone. */
  sql?: string
  run(connection: Connection): Promise<unknown>
}

/** What SQL alone cannot do; numbered among the files, and as repeatable. */
const IN_CODE: readonly Migration[] = [
  { number: 89, name: '0089-login-normal-form', run: normaliseLogins },
  { number: 93, name: '0093-destroyed-is-named', run: noteDestroyed },
]

/** The numbered files, which lie beside this file in the sources and beside the bundle when built, and the steps in code. */
export function migrationsIn(directory: string): Migration[] {
  const files = readdirSync(directory)
    .filter((name) => /^\d{4}-.*\.sql$/.test(name))
    .map((name): Migration => {
      const sql = readFileSync(join(directory, name), 'utf8')
      return { number: Number(name.slice(0, 4)), name, sql, run: (connection) => connection.query(sql) }
    })
  return [...files, ...IN_CODE].sort((one, other) => one.number - other.number)
}

/**
 * Brings a database to the newest layout. Each file holds one statement, is noted once done and can be repeated if it
 * was cut off before it was noted; DDL does not roll back in MariaDB.
 * @returns the names of the files applied.
 */
export async function migrate(databaseUrl: string, directory: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: databaseUrl })
  const applied: string[] = []
  try {
    await connection.query('SELECT GET_LOCK(?, 60)', ['lodge-migrate'])
    await connection.query(
      'CREATE TABLE IF NOT EXISTS migration (number INT NOT NULL PRIMARY KEY, name VARCHAR(200) NOT NULL) ENGINE=InnoDB',
    )
    const done = new Set(
      (await selectOnce(connection, NUMBER, 'SELECT number FROM migration')).map(({ number }) => number),
    )
    await connection.query('SET SESSION system_versioning_alter_history = KEEP')
    for (const { number, name, run } of migrationsIn(directory)) {
      if (done.has(number)) continue
      await run(connection)
      await connection.query('INSERT INTO migration (number, name) VALUES (?, ?)', [number, name])
      applied.push(name)
    }
    return applied
  } finally {
    await connection.end()
  }
}

/** The names of migrations a database still lacks; all of them where none was ever applied. */
export async function pendingMigrations(databaseUrl: string, directory: string): Promise<string[]> {
  const connection = await mysql.createConnection({ uri: databaseUrl })
  try {
    const rows = await selectOnce(connection, NUMBER, 'SELECT number FROM migration').catch((error: unknown) => {
      if ((error as { errno?: number }).errno === NO_SUCH_TABLE) return []
      throw error
    })
    const done = new Set(rows.map(({ number }) => number))
    return migrationsIn(directory).flatMap(({ number, name }) => (done.has(number) ? [] : [name]))
  } finally {
    await connection.end()
  }
}

const NO_SUCH_TABLE = 1146
