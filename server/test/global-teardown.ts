import { rmSync } from 'node:fs'
import type { PrivateDatabase } from '../src/store/private-database.ts'

export default async function tearDown(): Promise<void> {
  const { database, directory } = (
    globalThis as unknown as { lodgeTestDatabase: { database: PrivateDatabase; directory: string } }
  ).lodgeTestDatabase
  await database.stop()
  rmSync(directory, { recursive: true, force: true })
}
