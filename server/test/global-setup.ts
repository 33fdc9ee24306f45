import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { migrate } from '../src/store/migrate.ts'
import { startPrivateDatabase } from '../src/store/private-database.ts'

/** One private MariaDB a run, migrated once; each test makes its own account. */
export default async function setUp(): Promise<void> {
  const directory = mkdtempSync(join(tmpdir(), 'lodge-test-'))
  const database = await startPrivateDatabase({ directory, throwaway: true })
  await migrate(database.url, join(import.meta.dirname, '../src/store/migrations'))
  process.env.LODGE_TEST_DATABASE_URL = database.url
  Object.assign(globalThis, { lodgeTestDatabase: { database, directory } })
}
