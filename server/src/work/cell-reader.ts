import { existsSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import { LodgeError } from '../errors.ts'
import { say } from '@lodge/core/say'

const PATIENCE_MILLISECONDS = 30_000
/** Whatever a file unpacks to, the thread that reads it has so much memory. */
const MEMORY_MEGABYTES = 768

const tooMuch = () => say('work.the-file-takes-too-much-to-read-and')

/**
 * Reads a file of people as rows of cells in a thread of its own: what it unpacks to and how long it takes harms nobody.
 * @throws LodgeError 422 with what is wrong and what to do.
 */
export async function cellsOf(bytes: Uint8Array): Promise<string[][]> {
  const built = new URL('./cells-thread.js', import.meta.url)
  const source = new URL('./cells-thread.ts', import.meta.url)
  const options = { workerData: { bytes }, resourceLimits: { maxOldGenerationSizeMb: MEMORY_MEGABYTES } }
  const worker = existsSync(built)
    ? new Worker(built, options)
    : // From the sources the thread has to be taught TypeScript first.
      new Worker(`import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(source.href)})))`, {
        ...options,
        eval: true,
      })
  const timer = setTimeout(() => void worker.terminate(), PATIENCE_MILLISECONDS).unref()
  try {
    return await new Promise<string[][]>((resolve, reject) => {
      const fail = (sentence: string) => reject(new LodgeError(422, 'unreadable-file', sentence))
      worker.once('message', (answer: { cells: string[][] } | { refused: string }) => {
        if ('cells' in answer) resolve(answer.cells)
        else fail(answer.refused)
      })
      worker.once('error', () => fail(tooMuch()))
      worker.once('exit', () => fail(tooMuch()))
    })
  } finally {
    clearTimeout(timer)
    await worker.terminate()
  }
}
