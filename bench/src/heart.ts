import 'reflect-metadata'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { generateBook } from '@lodge/demo/generator'
import { loadBook, makeProductToken, migrate, openPools, startPrivateDatabase } from '@lodge/server'
import type { Loaded } from './heart-answers.ts'
import { bills } from './heart-bills.ts'
import { afterChanges } from './heart-changes.ts'
import { countsInWorker, inProcess } from './heart-children.ts'
import { endpoint } from './heart-endpoint.ts'
import { readingAndIndex } from './heart-reading.ts'
import { report, type Yardstick } from './yardsticks.ts'

// What the core and the decision endpoint take on a large account, as ratios to the literal walk or to reading the rows.
// `--hundredth` runs everything on a hundredth of the account, to see that it works.
const small = process.argv.includes('--hundredth')
const PEOPLE = small ? 500 : 50_000
const root = process.env.LODGE_ROOT ?? process.cwd()

const directory = mkdtempSync(join(tmpdir(), 'lodge-heart-'))
const database = await startPrivateDatabase({ directory, throwaway: true })
const pools = openPools(database.url)
try {
  await migrate(database.url, join(root, 'server/src/store/migrations'))
  console.log(`Laying out an account of ${PEOPLE} people …`)
  const book = generateBook({ people: PEOPLE, seed: 1, today: '2026-06-16' })
  const { id: accountId } = await loadBook(pools, book, 'a long enough password', 8)
  const token = await makeProductToken(pools, accountId, 'bedding-log')
  const rows: Yardstick[] = []
  const { loaded, scale, yardsticks } = await readingAndIndex(pools, accountId, small)
  rows.push(...yardsticks)
  rows.push(...inProcess(database.url, accountId, scale, small))
  rows.push(...(await countsInWorker(database.url, accountId, scale)))
  rows.push(...afterChanges(loaded as Loaded, scale))
  rows.push(...(await bills(pools, accountId, loaded as Loaded, scale)))
  rows.push(...(await endpoint(root, database.url, token, loaded as Loaded, small)))
  console.log('')
  for (const row of rows) if (!report(row, small)) process.exitCode = 1
} finally {
  await pools.end()
  await database.stop()
  rmSync(directory, { recursive: true, force: true })
}
