import { open } from 'node:fs/promises'
import { wallClock } from '../clock.ts'
import type { Lodge } from '../lodge.ts'
import { askOutside } from '../protocols/outbound.ts'
import { headsToAnchor, noteAnchored, type Anchor } from '../store/anchors.ts'
import type { Worker } from './job-queue.ts'

const EVERY_SECONDS = 3600
const MAXIMUM_BYTES = 100_000
const MAXIMUM_MILLISECONDS = 10_000

type Anchoring = Pick<Lodge, 'configuration' | 'pools' | 'log'>

/**
 * Writes outside, every hour, the newest hash of each ledger that grew: anyone who could write the whole database anew
 * could
 * not write that anew as well (model C5). First in the file, then noted: what is written twice does no harm.
 */
export function anchorWorker(lodge: Anchoring): Worker {
  return async () => {
    await anchorHeads(lodge)
    return { againInSeconds: EVERY_SECONDS }
  }
}

export async function anchorHeads({ configuration, pools, log }: Anchoring): Promise<void> {
  const { anchorFile, stampUrl } = configuration
  if (anchorFile === undefined) return
  const now = wallClock()
  const heads = await headsToAnchor(pools.work, now)
  if (heads.length === 0) return
  const anchors: Anchor[] = []
  for (const head of heads) {
    const stamp =
      stampUrl === undefined
        ? undefined
        : await stampOf(stampUrl, head.hash).catch((error: unknown) => {
            // Written without: a service that is away must not keep the file empty.
            log.warn({ err: error }, 'the time-stamping service gave no stamp')
            return undefined
          })
    anchors.push(stamp === undefined ? head : { ...head, stamp })
  }
  const file = await open(anchorFile, 'a')
  try {
    await file.write(anchors.map((one) => `${JSON.stringify(one)}\n`).join(''))
    await file.sync()
  } finally {
    await file.close()
  }
  await noteAnchored(pools.work, anchors, now)
}

/** A stamp over a hash (docs/prove-it.md). @throws Error */
async function stampOf(url: string, hash: string): Promise<string> {
  const { status, text } = await askOutside(url, {
    ...{ allowed: [new URL(url).origin], maximumBytes: MAXIMUM_BYTES, maximumMilliseconds: MAXIMUM_MILLISECONDS },
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Accept: 'application/json' },
    body: JSON.stringify({ hash }),
  })
  const { stamp } = (status === 200 ? JSON.parse(text) : {}) as { stamp?: unknown }
  if (typeof stamp !== 'string') throw new Error(`The time-stamping service answers with ${status}.`)
  return stamp
}
