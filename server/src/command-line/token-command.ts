import { wallClock } from '../clock.ts'
import { existsSync, readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { hashToken, newToken } from '../signin/key-ring.ts'
import { openPools, type Pools } from '../store/pools.ts'
import { select, text } from '../store/select.ts'
import { endProductTokens, insertProductToken, TOKEN_SCOPES, type TokenScope } from '../store/product-tokens.ts'
import { BadCall, type ExitStatus, type Print } from './book-commands.ts'
import { entryAt } from '@lodge/core/must'
import { say } from '@lodge/core/say'

/** Where the start command notes the database of the running demo. */
const STATE_FILE = '.lodge/running.json'

/** What a new token may ask, until when, and whether it takes over from those before it. */
export interface TokenOptions {
  scopes?: readonly TokenScope[]
  days?: number
  /** Lets the product's other tokens run out after so many hours. */
  rotateHours?: number
}

const HOUR_MICROSECONDS = 3_600_000_000

/** What a program sends: no two are alike, and none can be guessed. */
export function newTokenText(): string {
  return `lodge_${newToken()}`
}

/** Makes a token for a product; it is shown once and kept only as a hash. */
export async function makeProductToken(
  pools: Pools,
  accountId: string,
  product: string,
  { scopes = TOKEN_SCOPES, days, rotateHours }: TokenOptions = {},
): Promise<string> {
  const token = newTokenText()
  const now = wallClock()
  const id = uuidv7()
  const expiresAt = days === undefined ? null : now + days * 24 * HOUR_MICROSECONDS
  const care = { name: '', responsibleId: null, networks: null }
  const made = { id, tokenHash: hashToken(token), accountId, product, scopes, expiresAt, now, ...care }
  await insertProductToken(pools.work, made)
  if (rotateHours !== undefined) {
    await endProductTokens(pools.work, accountId, product, id, now + rotateHours * HOUR_MICROSECONDS)
  }
  return token
}

/** The options as they are now on the command line. */
export interface TokenWords {
  scope?: string[]
  days?: string
  rotate?: string | true
}

/** `lodge token PRODUCT`: prints a token for the one account that has the product. */
export async function makeToken(
  product: string,
  words: TokenWords,
  print: Print,
  complain: Print,
): Promise<ExitStatus> {
  const options = readWords(words)
  const url = process.env.LODGE_DATABASE_URL ?? runningDatabase()
  if (!url) {
    complain(say('command-line.no-database-is-known-start-the-demo-first'))
    return 2
  }
  const pools = openPools(url)
  try {
    // every account: the operator at the command line may read all of them
    const having = { accountId: text }
    const rows = await select(pools.work, having, 'SELECT account_id FROM product WHERE code = ?', [product])
    if (rows.length !== 1) {
      complain(
        rows.length === 0
          ? say('command-line.no-account-has-a-product', { product })
          : say('command-line.several-accounts-have', { product }),
      )
      return 1
    }
    print(await makeProductToken(pools, entryAt(rows, 0).accountId, product, options))
    return 0
  } finally {
    await pools.end()
  }
}

function readWords({ scope, days, rotate }: TokenWords): TokenOptions {
  const unknown = scope?.find((one) => !TOKEN_SCOPES.includes(one as TokenScope))
  if (unknown)
    throw new BadCall(
      say('command-line.scope-is-none-use', { unknown, list: TOKEN_SCOPES.join(say('command-line.or')) }),
    )
  const number = (name: string, text: string) => {
    const value = Number(text)
    if (!Number.isInteger(value) || value < 0)
      throw new BadCall(say('command-line.must-be-a-whole-number', { name, text }))
    return value
  }
  return {
    ...(scope ? { scopes: scope as TokenScope[] } : {}),
    ...(days === undefined ? {} : { days: number('--days', days) }),
    ...(rotate === undefined ? {} : { rotateHours: rotate === true ? 24 : number('--rotate', rotate) }),
  }
}

function runningDatabase(): string | undefined {
  if (!existsSync(STATE_FILE)) return undefined
  return (JSON.parse(readFileSync(STATE_FILE, 'utf8')) as { databaseUrl?: string }).databaseUrl
}
