import { execFileSync } from 'node:child_process'
import { Worker } from 'node:worker_threads'
import type { Yardstick } from './yardsticks.ts'

/** Counts over one area and over sixty, in a worker with its own copy of the account. */
export async function countsInWorker(databaseUrl: string, accountId: string, scale: number): Promise<Yardstick[]> {
  const worker = new Worker(new URL('./heart-child.js', import.meta.url), { workerData: { databaseUrl, accountId } })
  const { one, sixty } = await new Promise<{ one: number; sixty: number }>((resolve, reject) => {
    worker.once('message', resolve)
    worker.once('error', reject)
  })
  await worker.terminate()
  const counts = { unit: 'ms', bound: 'most' as const }
  return [
    { name: 'counts for one area, to 200 ms scaled', value: one, against: 200 * scale, limit: 1, ...counts },
    { name: 'counts for sixty areas, to one', value: sixty, against: one, limit: 60, ...counts },
  ]
}

/** Decisions, lists and memory in a process that holds the account with its index and nothing else. */
export function inProcess(databaseUrl: string, accountId: string, scale: number, small: boolean): Yardstick[] {
  const child = new URL('./heart-child.js', import.meta.url).pathname
  const words = ['--expose-gc', child, databaseUrl, accountId, String(scale), small ? 'small' : 'whole']
  const answer = JSON.parse(execFileSync(process.execPath, words, { encoding: 'utf8' })) as {
    residentBytes: number
    yardsticks: Yardstick[]
  }
  const value = answer.residentBytes / 1e6
  const limit = { limit: 1, bound: 'most' as const, always: true }
  return [...answer.yardsticks, { name: 'account resident, to 600 MB', value, against: 600, unit: 'MB', ...limit }]
}
