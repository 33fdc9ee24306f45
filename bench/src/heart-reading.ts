import { AccessIndex, type Account, type Instant } from '@lodge/core'
import { readAccount, readTable, type Pools } from '@lodge/server'
import { median, timed, timeOf, type Yardstick } from './yardsticks.ts'

/** Figures in milliseconds assume that reading 200,000 grants takes so long; the run scales them by what it takes here. */
const ASSUMED_MILLISECONDS = 1200
const ASSUMED_GRANTS = 200_000

/** Reads the account and builds its index, alternately. */
export async function readingAndIndex(pools: Pools, accountId: string, small: boolean) {
  const [readings, grantReadings, builds]: [number[], number[], number[]] = [[], [], []]
  let account: Account | undefined
  let now: Instant = 0
  let index: AccessIndex | undefined
  for (let round = 0; round < (small ? 1 : 4); round += 1) {
    const took = await timed(async () => {
      const read = (await readAccount(pools.work, accountId))!
      account = read.account
      now = read.guard.committedAt + 1
    })
    readings.push(took)
    grantReadings.push(await timed(() => readTable(pools.work, accountId, 'grant', new Map())))
    builds.push(timeOf(() => (index = AccessIndex.of(account!, now))))
  }
  account!.attach(index!)
  const grants = account!.tables.grant.size
  const scale = (median(grantReadings) * ASSUMED_GRANTS) / grants / ASSUMED_MILLISECONDS
  const { person, place, role, group } = account!.tables
  console.log(
    `${person.size} people, ${place.size} places, ${grants} grants, ${group.size} groups, ${role.size} roles; ` +
      `reading the grants took ${median(grantReadings).toFixed(0)} ms, so that milliseconds are scaled by ${scale.toFixed(2)}.`,
  )
  const yardsticks: Yardstick[] = [
    {
      name: 'index built, to reading the rows',
      value: median(builds),
      against: median(readings),
      unit: 'ms',
      limit: 0.3,
      bound: 'most',
    },
  ]
  return { loaded: { account: account!, index: index!, now }, scale, yardsticks }
}
