import type { Context, Next } from 'koa'
import { destination, pino, type Logger } from 'pino'
import type { Configuration } from './configuration.ts'
import { say } from '@lodge/core/say'

/**
 * What may stand in the log, by name; every other field is left out. No header, address, query, body or
 * message of an error is on this list: each may hold a secret or something personal (model C6).
 */
const ALLOWED: ReadonlySet<string> = new Set([
  'accountId',
  'attempts',
  'changedKeys',
  'configuration',
  'differenceMilliseconds',
  'err',
  'kind',
  'method',
  'milliseconds',
  'product',
  'requestId',
  'route',
  'status',
  'tokenId',
  'waitSeconds',
  'work',
])

/** The log of a process, on standard output or in a file. */
export function openLog({ logLevel, logFile }: Pick<Configuration, 'logLevel' | 'logFile'>): Logger {
  const options = {
    level: logLevel,
    base: undefined,
    formatters: { log: onlyAllowed },
    serializers: { err: errorForLog },
  }
  return logFile === undefined ? pino(options) : pino(options, destination({ dest: logFile, sync: true }))
}

function onlyAllowed(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([name]) => ALLOWED.has(name)))
}

interface LoggedError {
  type: string
  code: string | number | undefined
  errno: number | undefined
  /** Where it was thrown: the frames alone, since the first lines of a stack repeat the message. */
  stack: string[]
}

/** An error as it is logged: its kind, code and place. Its message is left out: it may quote the request. */
export function errorForLog(error: unknown): LoggedError {
  const { name, code, errno, responseCode, stack } = (error ?? {}) as Error & Record<string, unknown>
  const word = (value: unknown) => (typeof value === 'string' && /^[A-Za-z_-]{1,60}$/.test(value) ? value : undefined)
  const number = (value: unknown) => (typeof value === 'number' ? value : undefined)
  return {
    type: word(name) ?? 'Error',
    code: word(code) ?? number(responseCode),
    errno: number(errno),
    stack: (stack ?? '').split('\n').flatMap((line) => (/^ {4}at /.test(line) ? [line.trim()] : [])),
  }
}

/** Logs each answer by the pattern of its address, never by the address itself. */
export function requestLog(log: Logger) {
  return async (ctx: Context, next: Next): Promise<void> => {
    const began = performance.now()
    try {
      await next()
    } finally {
      ctx.res.once('close', () => {
        const route = String((ctx as { _matchedRoute?: unknown })._matchedRoute ?? say('server.a-file-or-a-page'))
        const milliseconds = Math.round(performance.now() - began)
        const { status } = ctx
        const fields = { requestId: ctx.state.requestId as string, method: ctx.method, route, status, milliseconds }
        if (status >= 500) log.error(fields, 'answered')
        else log.info(fields, 'answered')
      })
    }
  }
}
