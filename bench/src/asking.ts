import { randomUUID } from 'node:crypto'

/** Asks the web application's own API: an account's path, or `/api/s…` as it is; who signs in stays signed in. */
export type Ask = <T>(method: string, path: string, body?: object) => Promise<T>

/** @throws Error with what was answered, where that is not what was hoped for. */
export function askingOf(origin: string, accountId: string): Ask {
  let cookie = ''
  return async <T>(method: string, path: string, body?: object) => {
    const answer = await fetch(`${origin}${path.startsWith('/api/s') ? path : `/api/accounts/${accountId}${path}`}`, {
      method,
      // Bytes as they are: packing them is not what is measured.
      headers: {
        ...{ 'Content-Type': 'application/json', 'Accept-Encoding': 'identity' },
        ...{ Cookie: cookie, 'Idempotency-Key': randomUUID() },
      },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`)
    const set = answer.headers.getSetCookie()
    if (set.length > 0) cookie = set.map((one) => one.split(';')[0]).join('; ')
    return (answer.status === 204 ? {} : await answer.json()) as T
  }
}
