import type { ServerResponse } from 'node:http'

interface Listener {
  accountId: string
  personId: string
  sessionId: string
  response: ServerResponse
  lastSentAt: number
  pending: NodeJS.Timeout | undefined
}

const HEARTBEAT_MILLISECONDS = 15_000
const AT_MOST_EVERY_MILLISECONDS = 250
/** A browser has one stream for all its pages; a session has no use for more than a few. */
const STREAMS_PER_SESSION = 6
/** How often sessions that other processes ended are looked for. */
const LOOK_MILLISECONDS = 1_000

/**
 * Server-sent events to browsers: that something may have changed, never what; and that the doors shut. A browser that
 * missed some asks again with `Last-Event-ID`, which is a version.
 */
export class Hub {
  private readonly listeners = new Set<Listener>()
  private looked = 0

  /** @param endedAmong of the sessions named, those that were ended, by whichever process, and whether doors were shut. */
  constructor(
    private readonly endedAmong: (ids: readonly string[]) => Promise<readonly { id: string; doorsShut: boolean }[]>,
  ) {}

  private readonly heartbeat = setInterval(() => this.beat(), HEARTBEAT_MILLISECONDS).unref()

  add(
    listener: Pick<Listener, 'accountId' | 'personId' | 'sessionId' | 'response'>,
    version: number,
    lastSeen: number,
  ): void {
    const { response } = listener
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    })
    response.write('retry: 1000\n\n')
    const entry: Listener = { ...listener, lastSentAt: 0, pending: undefined }
    this.listeners.add(entry)
    response.on('close', () => {
      clearTimeout(entry.pending)
      this.listeners.delete(entry)
    })
    if (lastSeen < version) this.send(entry, 'changed', version)
  }

  /** Something in the account changed; a browser hears it at most a few times a second, the last version always. */
  changed(accountId: string, version: number): void {
    for (const listener of this.listeners) {
      if (listener.accountId !== accountId) continue
      clearTimeout(listener.pending)
      const wait = listener.lastSentAt + AT_MOST_EVERY_MILLISECONDS - performance.now()
      if (wait <= 0) this.send(listener, 'changed', version)
      else listener.pending = setTimeout(() => this.send(listener, 'changed', version), wait).unref()
    }
  }

  /** A person's doors were shut: their browsers are told and the streams end. */
  shut(accountId: string, personId: string): void {
    for (const listener of this.listeners) {
      if (listener.accountId === accountId && listener.personId === personId) this.end(listener, 'doors-shut')
    }
  }

  endSession(sessionId: string, why: 'signed-out' | 'doors-shut' = 'signed-out'): void {
    for (const listener of this.listeners) if (listener.sessionId === sessionId) this.end(listener, why)
  }

  /** Whether a session may have one more stream. */
  hasRoom(sessionId: string): boolean {
    let open = 0
    for (const one of this.listeners) if (one.sessionId === sessionId) open += 1
    return open < STREAMS_PER_SESSION
  }

  /** Ends the streams of sessions that ended elsewhere: signed out, or shut, at another process. */
  async look(): Promise<void> {
    if (this.listeners.size === 0 || performance.now() - this.looked < LOOK_MILLISECONDS) return
    this.looked = performance.now()
    const ids = new Set([...this.listeners].map((one) => one.sessionId))
    for (const { id, doorsShut } of await this.endedAmong([...ids])) {
      this.endSession(id, doorsShut ? 'doors-shut' : 'signed-out')
    }
  }

  close(): void {
    clearInterval(this.heartbeat)
    for (const listener of this.listeners) this.end(listener, 'restarting')
  }

  private send(listener: Listener, event: string, version: number): void {
    listener.lastSentAt = performance.now()
    listener.response.write(`id: ${version}\nevent: ${event}\ndata: {}\n\n`)
  }

  private end(listener: Listener, event: string): void {
    listener.response.write(`event: ${event}\ndata: {}\n\n`)
    listener.response.end()
    this.listeners.delete(listener)
  }

  private beat(): void {
    for (const { response } of this.listeners) response.write(': still here\n\n')
  }
}
