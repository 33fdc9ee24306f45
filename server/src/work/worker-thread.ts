import 'reflect-metadata'
import { parentPort, workerData } from 'node:worker_threads'
import type { Instant } from '@lodge/core'
import { LodgeError } from '../errors.ts'
import { Accounts, instantFor } from '../store/accounts.ts'
import { openPools } from '../store/pools.ts'
import { readAccountAsOf } from '../store/read-account.ts'
import { lookBack, type PastTask } from './looking-back.ts'
import type { Reply } from './worker-pool.ts'
import { runTaskToText, runTask, writeFile, type FileTask, type Task } from './view-registry.ts'

// The worker thread: its own pools and its own copies of accounts, caught up before each task and by polling.
const { databaseUrl, accountMemoryBytes } = workerData as { databaseUrl: string; accountMemoryBytes: number }
let now: Instant = 0
const pools = openPools(databaseUrl)
const accounts = new Accounts(pools, { now: () => now }, accountMemoryBytes, () => undefined)
void accounts.startPolling()

parentPort?.on('message', ({ id, task, asText }: { id: number; task: AnyTask; asText: boolean }) => {
  void answer(id, task, asText).then((reply) => parentPort?.postMessage(reply))
})

type AnyTask = Task | PastTask | FileTask

async function answer(id: number, task: AnyTask, asText: boolean): Promise<Reply> {
  try {
    now = task.now
    const loaded = await accounts.atLeast(task.accountId, task.version)
    if (!loaded) throw new Error('There is no such account.')
    // The instant of the request, or the one after a commit that came since.
    const instant = instantFor(loaded, { now: () => task.now })
    const then = { ...task, now: instant }
    if (then.kind === 'past') {
      const read = (past: Instant) => readAccountAsOf(pools.work, task.accountId, past)
      return { id, answer: await lookBack(loaded.account, then, read) }
    }
    if (then.kind === 'file') {
      const content = await writeFile(loaded.account, then)
      return { id, answer: content === undefined ? undefined : { content } }
    }
    if (!asText) return { id, answer: runTask(loaded.account, then) }
    const text = runTaskToText(loaded.account, then)
    return text === undefined ? { id, answer: undefined } : { id, text }
  } catch (error) {
    if (error instanceof LodgeError) {
      const { status, code, message: sentence, more } = error
      return { id, refused: { status, code, sentence, problems: more.problems } }
    }
    return { id, error: (error as Error).message }
  }
}
