import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import type { RowDataPacket } from 'mysql2'
import { v7 as uuidv7 } from 'uuid'
import { hashToken } from '../signin/key-ring.ts'
import { openPools, type Pools } from '../store/pools.ts'
import { insertProductToken } from '../store/tokens.ts'
import type { ExitStatus, Print } from './book-commands.ts'

/** Where the start command notes the database of the running demo. */
const STATE_FILE = '.lodge/running.json'

/** Makes a token for a product; it is shown once and kept only as a hash. */
export async function makeProductToken(pools: Pools, accountId: string, product: string): Promise<string> {
  const token = `lodge_${randomBytes(30).toString('base64url')}`
  const now = Math.floor((performance.timeOrigin + performance.now()) * 1000)
  await insertProductToken(pools.work, { id: uuidv7(), tokenHash: hashToken(token), accountId, product, now })
  return token
}

/** `lodge token PRODUCT`: prints a token for the one account that has the product. */
export async function makeToken(product: string, print: Print, complain: Print): Promise<ExitStatus> {
  const url = process.env.LODGE_DATABASE_URL ?? runningDatabase()
  if (!url) {
    complain('No database is known: start the demo first, or set LODGE_DATABASE_URL.')
    return 2
  }
  const pools = openPools(url)
  try {
    // every account: the operator at the command line stands above them
    const [rows] = await pools.work.query<RowDataPacket[]>('SELECT account_id FROM product WHERE code = ?', [product])
    if (rows.length !== 1) {
      complain(rows.length === 0 ? `No account has a product ${product}.` : `Several accounts have ${product}.`)
      return 1
    }
    print(await makeProductToken(pools, rows[0]!.account_id as string, product))
    return 0
  } finally {
    await pools.end()
  }
}

function runningDatabase(): string | undefined {
  if (!existsSync(STATE_FILE)) return undefined
  return (JSON.parse(readFileSync(STATE_FILE, 'utf8')) as { databaseUrl?: string }).databaseUrl
}
