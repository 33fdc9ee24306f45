import { existsSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import type { Account, Instant, Problem } from '@lodge/core'
import type { Configuration } from '../configuration.ts'
import { LodgeError } from '../errors.ts'
import type { Pools } from '../store/pools.ts'
import { readAccountAsOf } from '../store/read-account.ts'
import { Budget } from './budget.ts'
import { lookBack, type PastTask } from './looking-back.ts'
import { runTaskToText, runTask, writeFile, type FileTask, type Task } from './view-registry.ts'
import { say } from '@lodge/core/say'

interface Waiting {
  resolve(answer: object | string | undefined): void
  reject(error: Error): void
}

/** So long a task may take, all that waits before it included. */
const PATIENCE_MILLISECONDS = 60_000

/**
 * What is worked out in the thread however small the account: pages, whose layout takes longer than their rows; texts
 * that people paste, of which nobody knows beforehand how long they take to read; and what is of many rows.
 */
function isLong(task: Task | FileTask): boolean {
  switch (task.kind) {
    case 'file':
      return task.file.endsWith('.pdf')
    case 'people-list':
    case 'place-list':
    case 'invoice':
      return true
    case 'laid-invoices':
      return task.invoices.some(({ lines }) => lines.length > 200)
    case 'arrivals':
      return task.rows.length > 200
    case 'member-list':
    case 'spreadsheet':
      return task.cells.length > 200
    case 'preview':
      return task.changes.length > 60
    case 'view':
      return false
  }
}

/** Text as it is; bytes as a response wants them. */
function bytes(content: string | Uint8Array | undefined): string | Buffer | undefined {
  return content instanceof Uint8Array ? Buffer.from(content.buffer, content.byteOffset, content.byteLength) : content
}

/** What comes back from the thread. */
export type Reply =
  | { id: number; answer: object | undefined }
  | { id: number; text: string }
  | { id: number; refused: { status: number; code: string; sentence: string; problems?: Problem[] } }
  | { id: number; error: string }

/**
 * Works out what may take more than 20 ms in a thread of its own, which keeps its own caught-up copy of the accounts it
 * is asked about (architecture, large dockets). Small accounts are answered at once where they are.
 */
export class WorkerPool {
  private worker: Worker | undefined
  private readonly waiting = new Map<number, Waiting>()
  private next = 0
  private readonly budget = new Budget()
  /** What was of large accounts is told of one at a time: each takes as much memory as the account itself. */
  private lookingBack: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly configuration: Configuration,
    private readonly pools: Pools,
  ) {}

  /** @param account the account as this thread has it, for what is quick. */
  async run(task: Task, account: Account): Promise<object | undefined> {
    if (this.isSmall(account) && !isLong(task)) return runTask(account, task)
    return this.budget.spend(task.accountId, task.personId, () => this.ask(task)) as Promise<object | undefined>
  }

  /** Writes a file; undefined where there is nothing to be seen. @throws LodgeError 400 where it would be too large. */
  async write(task: FileTask, account: Account): Promise<string | Buffer | undefined> {
    if (this.isSmall(account) && !isLong(task)) return bytes(await writeFile(account, task))
    return bytes(((await this.ask(task)) as { content: string | Uint8Array } | undefined)?.content)
  }

  /** Tells of what was. @throws LodgeError 400 where there is nothing to tell of. */
  runInPast(task: PastTask, account: Account): Promise<object | undefined> {
    const read = (instant: Instant) => readAccountAsOf(this.pools.work, task.accountId, instant)
    if (this.isSmall(account)) return lookBack(account, task, read)
    const told = this.lookingBack.then(async () => (await this.ask(task)) as object | undefined)
    this.lookingBack = told.catch(() => undefined)
    return told
  }

  /** The same as the text it is sent as: written where it was worked out, it need not be carried over piece by piece. */
  async runToText(task: Task, account: Account): Promise<string | undefined> {
    if (this.isSmall(account) && !isLong(task)) return runTaskToText(account, task)
    if (task.kind === 'view') return (await this.ask(task, true)) as string | undefined
    return (await this.budget.spend(task.accountId, task.personId, () => this.ask(task, true))) as string | undefined
  }

  private isSmall(account: Account): boolean {
    return account.tables.person.size < this.configuration.workerFromPeople
  }

  private ask(task: Task | PastTask | FileTask, asText = false): Promise<object | string | undefined> {
    const id = (this.next += 1)
    // What has not come by then does not come: a thread that is held up is begun anew.
    const timer = setTimeout(() => void this.worker?.terminate(), PATIENCE_MILLISECONDS).unref()
    return new Promise<object | string | undefined>((resolve, reject) => {
      this.waiting.set(id, { resolve, reject })
      this.thread().postMessage({ id, task, asText })
    }).finally(() => clearTimeout(timer))
  }

  private thread(): Worker {
    if (this.worker) return this.worker
    const { databaseUrl, accountMemoryBytes } = this.configuration
    const workerData = { databaseUrl, accountMemoryBytes }
    const built = new URL('./worker-thread.js', import.meta.url)
    const source = new URL('./worker-thread.ts', import.meta.url)
    const worker = existsSync(built)
      ? new Worker(built, { workerData })
      : // From the sources the thread has to be taught TypeScript first.
        new Worker(
          `import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(source.href)})))`,
          {
            eval: true,
            workerData,
          },
        )
    worker.unref()
    worker.on('message', (reply: Reply) => this.hear(reply))
    worker.on('error', () => this.fail())
    worker.on('exit', () => this.fail())
    return (this.worker = worker)
  }

  private hear(reply: Reply): void {
    const waiting = this.waiting.get(reply.id)
    this.waiting.delete(reply.id)
    if ('error' in reply) waiting?.reject(new Error(reply.error))
    else if ('refused' in reply) {
      const { status, code, sentence, problems } = reply.refused
      waiting?.reject(new LodgeError(status, code, sentence, problems ? { problems } : {}))
    } else waiting?.resolve('text' in reply ? reply.text : reply.answer)
  }

  /** A thread that died is started anew at the next task; those under way fail and can be asked again. */
  private fail(): void {
    this.worker = undefined
    const sentence = say('work.this-took-too-long-and-was-stopped-nothing')
    const error = new LodgeError(503, 'takes-too-long', sentence, { retryAfterSeconds: 5 })
    for (const { reject } of this.waiting.values()) reject(error)
    this.waiting.clear()
  }

  async stop(): Promise<void> {
    await this.worker?.terminate()
  }
}
