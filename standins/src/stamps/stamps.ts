import { createServer } from 'node:http'
import { CompactSign, exportJWK, generateKeyPair, type JSONWebKeySet } from 'jose'

const MAXIMUM_BYTES = 10_000

export interface RunningStamps {
  /** Where a hash is stamped: POST `{ "hash": "…" }`. */
  address: string
  /** The public keys stamps are signed by (RFC 7517). */
  keys: JSONWebKeySet
  stop(): Promise<void>
}

/**
 * A time-stamping service: for a SHA-256 hash it answers a signed statement that it knew the hash at that time, in the
 * manner of RFC 3161 and the form of a JWS (RFC 7515), signed with Ed25519.
 */
export async function startStamps(): Promise<RunningStamps> {
  const { publicKey, privateKey } = await generateKeyPair('EdDSA', { crv: 'Ed25519', extractable: true })
  const keys = { keys: [{ ...(await exportJWK(publicKey)), kid: 'stamps', alg: 'EdDSA', use: 'sig' }] }
  const server = createServer((request, response) => {
    const answer = (status: number, body: object) =>
      response.writeHead(status, { 'Content-Type': 'application/json' }).end(JSON.stringify(body))
    if (request.method === 'GET') return void answer(200, keys)
    let text = ''
    request.on('data', (chunk: Buffer) => {
      text += chunk.toString('utf8')
      if (text.length > MAXIMUM_BYTES) request.destroy()
    })
    request.on('end', () => {
      void (async () => {
        const hash = hashIn(text)
        if (hash === undefined) return answer(400, { detail: 'hash must be a SHA-256 in hexadecimal.' })
        const statement = new TextEncoder().encode(JSON.stringify({ hash, at: new Date().toISOString() }))
        const header = { alg: 'EdDSA', kid: 'stamps', typ: 'stamp+jws' }
        return answer(200, { stamp: await new CompactSign(statement).setProtectedHeader(header).sign(privateKey) })
      })()
    })
  })
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as { port: number }
  return {
    address: `http://127.0.0.1:${port}/stamps`,
    keys,
    async stop() {
      server.closeAllConnections()
      await new Promise((resolve) => server.close(resolve))
    },
  }
}

function hashIn(text: string): string | undefined {
  try {
    const { hash } = JSON.parse(text) as { hash?: unknown }
    return typeof hash === 'string' && /^[0-9a-f]{64}$/.test(hash) ? hash : undefined
  } catch {
    return undefined
  }
}
