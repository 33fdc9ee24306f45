import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { pino } from 'pino'
import { Hub } from './api/hub.ts'
import { buildApp } from './app.ts'
import { clockOf } from './clock.ts'
import { redacted, type Configuration } from './configuration.ts'
import type { Lodge } from './lodge.ts'
import { Limits } from './signin/limits.ts'
import { Passwords } from './signin/passwords.ts'
import { Accounts } from './store/accounts.ts'
import { Committer } from './store/commit.ts'
import { openPools } from './store/pools.ts'
import { OutboxWorker } from './work/outbox-worker.ts'

/** A running lodge. */
export interface Running {
  lodge: Lodge
  server: Server
  port: number
  /** Answers what is under way, tells browsers, lets go of the database. */
  stop(): Promise<void>
}

export async function startLodge(configuration: Configuration): Promise<Running> {
  const log = pino({ level: configuration.logLevel, base: undefined })
  const clock = clockOf(configuration.fixedNow)
  const pools = openPools(configuration.databaseUrl)
  const hub = new Hub()
  const accounts = new Accounts(pools, (accountId, version) => hub.changed(accountId, version))
  const outbox = new OutboxWorker(configuration, pools, accounts, clock, log)
  const listener = {
    committed(accountId: string, version: number) {
      hub.changed(accountId, version)
      if (configuration.work) outbox.wake()
    },
    doorsShut: (accountId: string, personId: string) => hub.shut(accountId, personId),
  }
  const committer = new Committer(pools, accounts, clock, configuration.keyRing, listener, configuration.crashAt)
  const passwords = new Passwords(configuration.passwordMemoryKibibytes)
  const limits = new Limits(pools, configuration.databaseUrl, configuration.signInAttempts)
  const lodge: Lodge = { configuration, clock, log, pools, accounts, committer, hub, passwords, limits }

  let stopping = false
  const app = buildApp(lodge, () => stopping)
  const server = createServer(app.callback())
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(configuration.port, configuration.host, resolve)
  })
  accounts.startPolling()
  if (configuration.work) outbox.wake()
  log.info(redacted(configuration), 'the lodge is open')
  const { port } = server.address() as AddressInfo
  const shut = async () => {
    stopping = true
    hub.close()
    const closed = new Promise((resolve) => server.close(resolve))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), 3_000).unref()
    await closed
    accounts.stop()
    await outbox.stop()
    await pools.end()
    log.info('the lodge is shut')
  }
  let shutting: Promise<void> | undefined
  const stop = () => (shutting ??= shut())
  return { lodge, server, port, stop }
}
