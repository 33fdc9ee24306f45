import { createServer, type RequestListener, type Server } from 'node:http'

/** A SCIM service that is not ours, as a test sees it. */
export interface Peer {
  /** Base address of its service. */
  address: string
  token: string
  /** The users it holds, as it holds them. */
  users(): PeerResource[]
  groups(): PeerResource[]
  /** Whether it takes two accounts of one name, as some products do. */
  allowsDoubles: boolean
  /** Alters what it holds past its service, as an administrator of the product does. */
  alter(id: string, values: Record<string, unknown>): void
  stop(): Promise<void>
}

export interface PeerResource extends Record<string, unknown> {
  id: string
}

/** What a peer keeps: one map of resources for each kind. */
export class PeerStore {
  readonly users = new Map<string, PeerResource>()
  readonly groups = new Map<string, PeerResource>()
  private count = 0

  of(kind: 'Users' | 'Groups'): Map<string, PeerResource> {
    return kind === 'Users' ? this.users : this.groups
  }

  newId(): string {
    this.count += 1
    return `peer-${this.count}-${Math.random().toString(36).slice(2, 10)}`
  }

  alter(id: string, values: Record<string, unknown>): void {
    for (const all of [this.users, this.groups]) {
      const old = all.get(id)
      if (old) all.set(id, { ...old, ...values, id })
    }
  }
}

/** Listens on a port of its own on this machine. */
export async function listen(handler: RequestListener): Promise<{ origin: string; stop(): Promise<void> }> {
  const server: Server = createServer(handler)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as { port: number }
  return {
    origin: `http://127.0.0.1:${port}`,
    async stop() {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
    },
  }
}
