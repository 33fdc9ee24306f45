import 'reflect-metadata'
import { parentPort, workerData } from 'node:worker_threads'
import { AccessIndex, areasAt, countsOf, isOwnArea } from '@lodge/core'
import { openPools, readAccount } from '@lodge/server'
import { answersAndLists } from './heart-answers.ts'
import { median, timeOf } from './yardsticks.ts'

// In a worker: times of counts. As a process of its own, which holds the account and nothing else, as a server does: the
// memory it takes, then decisions and lists.
const given = (workerData ?? {}) as { databaseUrl?: string; accountId?: string }
const [databaseUrl = given.databaseUrl!, accountId = given.accountId!, scale, size] = parentPort
  ? []
  : process.argv.slice(2)
const pools = openPools(databaseUrl)
const { account, guard } = (await readAccount(pools.work, accountId))!
await pools.end()
const now = guard.committedAt + 1
const index = AccessIndex.of(account, now)
account.attach(index)

if (parentPort) {
  const areas = areasAt(account, now)
    .filter((area) => !isOwnArea(area.key))
    .slice(0, 60)
    .map((area) => area.key)
  countsOf(index, { area: areas[0]! })
  const one = median(Array.from({ length: 5 }, (_, at) => timeOf(() => countsOf(index, { area: areas[at * 7]! }))))
  const sixty = timeOf(() => {
    for (const area of areas) countsOf(index, { area })
  })
  parentPort.postMessage({ one, sixty })
} else {
  const { gc } = globalThis as { gc?: () => void }
  for (let round = 0; round < 4; round += 1) {
    gc?.()
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  const residentBytes = process.memoryUsage().rss
  const yardsticks = answersAndLists({ account, index, now }, Number(scale), size === 'small')
  console.log(JSON.stringify({ residentBytes, yardsticks }))
}
