import { readConfiguration } from '../configuration.ts'
import { openPools } from '../store/pools.ts'
import { resealAll } from '../store/reseal.ts'
import type { ExitStatus, Print } from './book-commands.ts'
import { say } from '@lodge/core/say'

/** Seals all secrets under the first key of `LODGE_KEY`, which holds the older ones behind it. */
export async function rotateKey(print: Print, complain: Print): Promise<ExitStatus> {
  const { databaseUrl, keyRing } = readConfiguration(process.env)
  const pools = openPools(databaseUrl)
  try {
    const done = await resealAll(pools.work, keyRing)
    print(say('command-line.secrets-were-sealed-anew-under-the-key', { done, currentId: keyRing.currentId }))
    print(say('command-line.older-keys-can-be-taken-out-of-lodge'))
    return 0
  } catch (error) {
    complain(say('command-line.not-all-could-be-sealed-anew-put-the', { message: (error as Error).message }))
    return 1
  } finally {
    await pools.end()
  }
}
