import { readConfiguration } from '../configuration.ts'
import { openPools } from '../store/pools.ts'
import { resealAll } from '../store/reseal.ts'
import type { ExitStatus, Print } from './book-commands.ts'

/** Seals all secrets under the first key of `LODGE_KEY`, which holds the older ones behind it. */
export async function rotateKey(print: Print, complain: Print): Promise<ExitStatus> {
  const { databaseUrl, keyRing } = readConfiguration(process.env)
  const pools = openPools(databaseUrl)
  try {
    const done = await resealAll(pools.work, keyRing)
    print(`${done} secrets were sealed anew under the key ${keyRing.currentId}.`)
    print('Older keys can be taken out of LODGE_KEY. Links to access reports and calendars made under them end then.')
    return 0
  } catch (error) {
    complain(`Not all could be sealed anew: ${(error as Error).message} Put the older key back behind the new one.`)
    return 1
  } finally {
    await pools.end()
  }
}
