import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { bundleServer } from '../../scripts/bundle.mjs'
import { migrate } from '../src/store/migrate.ts'
import { startPrivateDatabase, throwawayDirectory } from '../src/store/private-database.ts'

/** One private MariaDB a run, migrated once; each test makes its own account. */
export default async function setUp(): Promise<void> {
  const directory = throwawayDirectory('lodge-test-')
  const database = await startPrivateDatabase({ directory, throwaway: true })
  await migrate(database.url, join(import.meta.dirname, '../src/store/migrations'))
  process.env.LODGE_TEST_DATABASE_URL = database.url
  process.env.LODGE_TEST_TRACE = mkdtempSync(join(tmpdir(), 'lodge-trace-'))
  await bundleServer('server/test/dist')
  Object.assign(globalThis, { lodgeTestDatabase: { database, directory } })
}
