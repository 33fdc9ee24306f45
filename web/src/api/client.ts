import type { Problem } from '@lodge/core'

/** An answer other than success, as RFC 9457 problem details. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    readonly problems: readonly Problem[] = [],
    readonly body: Record<string, unknown> = {},
  ) {
    super(sentence)
  }
}

/** Told of each answer that says nobody is signed in any more. */
let onSignedOut: (code: string) => void = () => undefined
export function whenSignedOut(listener: (code: string) => void): void {
  onSignedOut = listener
}

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** Asks the lodge. @throws ApiError; a lodge that cannot be reached is one with code `unreachable`. */
export async function ask<T>(
  method: Method,
  path: string,
  body?: object,
  headers: Record<string, string> = {},
): Promise<T> {
  const json: Record<string, string> = body === undefined ? {} : { 'Content-Type': 'application/json' }
  let response: Response
  try {
    response = await fetch(path, { method, headers: { ...json, ...headers }, body: body && JSON.stringify(body) })
  } catch {
    throw new ApiError(0, 'unreachable', 'The lodge cannot be reached. What you typed is kept; try again in a moment.')
  }
  if (response.status === 204) return undefined as T
  const answer = (await response.json().catch(() => ({}))) as Record<string, unknown>
  if (response.ok) return answer as T
  const code = String(answer.code ?? 'unexpected')
  if (response.status === 401 && code !== 'wrong-sign-in') onSignedOut(code)
  const sentence = String(answer.detail ?? 'Something went wrong; try again.')
  throw new ApiError(response.status, code, sentence, (answer.problems as Problem[]) ?? [], answer)
}
