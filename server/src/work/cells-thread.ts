import { parentPort, workerData } from 'node:worker_threads'
import { readCells, UnreadableFile } from '../files/cells.ts'
import { must } from '@lodge/core/must'

// Reads one file in a thread of its own, whose memory and time its starter bounds.
const { bytes } = workerData as { bytes: Uint8Array }
try {
  must(parentPort, 'parentPort').postMessage({ cells: await readCells(bytes) })
} catch (error) {
  if (!(error instanceof UnreadableFile)) throw error
  must(parentPort, 'parentPort').postMessage({ refused: error.message })
}
