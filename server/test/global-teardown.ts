import { readdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { PrivateDatabase } from '../src/store/private-database.ts'

export default async function tearDown(): Promise<void> {
  const { database, directory } = (
    globalThis as unknown as { lodgeTestDatabase: { database: PrivateDatabase; directory: string } }
  ).lodgeTestDatabase
  await database.stop()
  rmSync(directory, { recursive: true, force: true })
  const trace = process.env.LODGE_TEST_TRACE!
  const found = secretsInLogs(trace)
  rmSync(trace, { recursive: true, force: true })
  if (found.length > 0)
    throw new Error(
      `The log of the run holds what it must not (secrets, personal values, answers undeclared):\n${found.join('\n')}`,
    )
}

/** As `server/src/http/route.ts` has it. */
const UNDECLARED = 'a route answered otherwise than it declares'

/** What no line of a log may hold, whatever made it: addresses, what people search for, what stands in headers. */
const NEVER = /<?[\w.]{0,40}@[a-z0-9-]{1,60}\.example|Bearer|lodge_session|a long enough password|\?\w+=/g

/** Every secret the run made, and everything personal by its form, that stands in one of its logs. */
function secretsInLogs(trace: string): string[] {
  const files = readdirSync(trace)
  const read = (prefix: string) =>
    files.filter((name) => name.startsWith(prefix)).map((name) => readFileSync(join(trace, name), 'utf8'))
  const secrets = new Set(read('secrets-').flatMap((text) => text.split('\n')))
  secrets.delete('')
  const logs = read('log-')
  const undeclared = logs.flatMap((log) => log.split('\n').filter((line) => line.includes(UNDECLARED)))
  if (undeclared.length > 0) return undeclared.map((line) => line.slice(0, 300)).slice(0, 20)
  if (secrets.size === 0 || logs.join('').length === 0) return ['nothing was noted, so that nothing was proven']
  const found = logs.flatMap((log) => [
    ...(log.match(NEVER) ?? []).filter((one) => !one.endsWith('porter@lodge.example')),
    ...(log.match(/[\w-]{12,}/g) ?? []).filter((word) => secrets.has(word)),
  ])
  return [...new Set(found)].slice(0, 20)
}
