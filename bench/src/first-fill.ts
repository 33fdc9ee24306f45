import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { createServer, request as httpRequest } from 'node:http'
import { tmpdir } from 'node:os'
import { join, resolve } from 'node:path'
import { setTimeout as sleep } from 'node:timers/promises'
import { DEMO_OWNER_EMAIL, DEMO_PASSWORD } from '@lodge/demo/sign-in'
import { openProductAccounts } from '@lodge/core'
import { openPools, readAccount } from '@lodge/server'
import { startProduct } from '@lodge/standins/product'
import { askingOf } from './asking.ts'
import { report, type Yardstick } from './yardsticks.ts'

// A product is connected for the first time: thousands of accounts to be opened, at so many requests a second as it allows.
// What that takes is compared with what its rate alone would take. `--hundredth` opens a few.
const root = resolve(import.meta.dirname, '../..')
const small = process.argv.includes('--hundredth')
/** Nearly all of these hold a seat of the product. */
const PEOPLE = small ? 60 : 2_490
const PER_SECOND = small ? 20 : 100
const CODE = 'bedding-log'
const PORT = '8796'

const product = await startProduct({ token: `bench-${CODE}` })
product.faults.perSecond = PER_SECOND
/** Counts what the product really answered: what it refused for want of patience is asked again. */
let answered = 0
let refused = 0
const counting = createServer((request, response) => {
  const to = httpRequest({ port: product.port, path: request.url, method: request.method, headers: request.headers })
  to.on('response', (answer) => {
    if (answer.statusCode === 429) refused += 1
    else answered += 1
    response.writeHead(answer.statusCode!, answer.headers)
    answer.pipe(response)
  })
  to.on('error', () => response.destroy())
  request.pipe(to)
})
await new Promise<void>((listening) => counting.listen(0, '127.0.0.1', listening))
const address = `http://127.0.0.1:${(counting.address() as { port: number }).port}`

const directory = mkdtempSync(join(tmpdir(), 'lodge-fill-'))
const options = ['--directory', directory, '--port', PORT, '--people', String(PEOPLE), '--reset']
const demo = spawn(process.execPath, [join(root, 'demo/dist/start.js'), ...options], {
  env: { ...process.env, LODGE_NOW: '2026-06-16T09:00:00+01:00', LODGE_PRODUCT_ORIGINS: address },
  stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
})
const [{ origin }] = (await once(demo, 'message')) as [{ origin: string }]
const { databaseUrl, accountId } = JSON.parse(readFileSync(join(directory, 'running.json'), 'utf8')) as {
  databaseUrl: string
  accountId: string
}
const pools = openPools(databaseUrl)
const ask = askingOf(origin, accountId)

let status = 0
try {
  await ask('POST', '/api/session', { email: DEMO_OWNER_EMAIL, password: DEMO_PASSWORD })
  const connect = { type: 'connect-product', product: CODE, scimAddress: `${address}/scim/v2` }
  const shown = await ask<{ changes: object[]; version: number; digest: string }>('POST', '/previews', {
    changes: [connect],
  })
  await ask('POST', '/commits', { changes: shown.changes, version: shown.version, digest: shown.digest })
  const { account } = (await readAccount(pools.work, accountId))!
  const wanted = openProductAccounts(account, CODE, Date.parse('2026-06-16T08:00:00Z') * 1000).length
  const { connections } = await ask<{ connections: { id: string; product: string }[] }>('GET', '/connections')
  const { id } = connections.find((one) => one.product === CODE)!
  await ask('PUT', `/connections/${id}/secret`, { token: product.token })
  const started = performance.now()
  const isOpen = () => product.store.users().filter(({ attributes }) => attributes.active === true).length
  while (isOpen() < wanted) await sleep(100)
  const seconds = (performance.now() - started) / 1000
  const trouble = await ask<{ trouble: object | null; problems: object[] }>('GET', `/connections/${id}/accounts`)
  if (trouble.trouble !== null || trouble.problems.length > 0) throw new Error(JSON.stringify(trouble))
  const ids = new Set(product.store.users().map(({ attributes }) => attributes.externalId))
  if (ids.size !== product.store.users().length) throw new Error('Somebody is there twice.')
  const yardstick: Yardstick = {
    name: `${wanted} accounts opened at ${PER_SECOND} requests a second, ${answered} asked and ${refused} told to wait, to what that rate takes`,
    ...{ value: seconds, against: answered / PER_SECOND, unit: 's', limit: 1.3, bound: 'most' },
  }
  if (!report(yardstick, small)) status = 1
} finally {
  const exit = once(demo, 'exit')
  demo.kill('SIGINT')
  await exit
  await pools.end()
  counting.closeAllConnections()
  counting.close()
  await product.stop()
  rmSync(directory, { recursive: true, force: true })
}
process.exit(status)
