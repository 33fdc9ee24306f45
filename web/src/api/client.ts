import type { Problem } from '@lodge/core'
import { say } from '../state/messages.ts'
import { must } from '@lodge/core/must'

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

interface Answer {
  status: number
  body: Record<string, unknown>
}

declare global {
  interface Window {
    lodgeEarly?: Record<string, Promise<Answer>>
  }
}

/** Answers that were asked for before the application was there (index.html); each is used once. */
const early = window.lodgeEarly ?? {}

function takeEarly(method: Method, path: string): Promise<Answer> | undefined {
  const answer = method === 'GET' ? early[path] : undefined
  delete early[path]
  return answer
}

async function send(
  method: Method,
  path: string,
  body?: object,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const json: Record<string, string> = body === undefined ? {} : { 'Content-Type': 'application/json' }
  const before = method === 'GET' ? held.get(path) : undefined
  // Said outright, since a browser that is given a tag asks for everything anew otherwise (Fetch standard §4.5).
  const tag: Record<string, string> = before ? { 'If-None-Match': before.tag, 'Cache-Control': 'max-age=0' } : {}
  const answer = await fetch(path, {
    method,
    headers: { ...json, ...tag, ...headers },
    body: body && JSON.stringify(body),
  })
  if (answer.status === 304 && before) return { status: 200, body: structuredClone(before.body) }
  if (answer.status === 204) return { status: 204, body: {} }
  const read = (await answer.json().catch(() => ({}))) as Record<string, unknown>
  // What is answered is kept in this page's memory and nowhere else.
  const newTag = answer.headers?.get('ETag')
  if (method === 'GET' && answer.status === 200 && newTag) hold(path, { tag: newTag, body: structuredClone(read) })
  return { status: answer.status, body: read }
}

/** So many answers are held, so that what has not changed since is not sent again. */
const HELD_AT_MOST = 60
const held = new Map<string, { tag: string; body: Record<string, unknown> }>()

function hold(path: string, answer: { tag: string; body: Record<string, unknown> }): void {
  held.delete(path)
  held.set(path, answer)
  if (held.size > HELD_AT_MOST) held.delete(must(held.keys().next().value, 'oldest'))
}

/** Forgets every answer: another person may use this browser next. */
export function forgetAnswers(): void {
  held.clear()
}

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** Asks the lodge. @throws ApiError; a lodge that cannot be reached is one with code `unreachable`. */
export async function ask<T>(
  method: Method,
  path: string,
  body?: object,
  headers?: Record<string, string>,
): Promise<T> {
  let answer: Answer
  try {
    answer = await (takeEarly(method, path) ?? send(method, path, body, headers))
  } catch {
    throw new ApiError(0, 'unreachable', say('common.unreachable'))
  }
  if (answer.status < 400) return answer.body as T
  const { code = 'unexpected', detail = say('common.wentWrong'), problems } = answer.body
  if (answer.status === 401 && code !== 'wrong-sign-in') onSignedOut(String(code))
  throw new ApiError(answer.status, String(code), String(detail), (problems as Problem[]) ?? [], answer.body)
}
