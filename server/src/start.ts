import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { setTimeout as sleep } from 'node:timers/promises'
import { Hub } from './http/hub.ts'
import { buildApp } from './app.ts'
import { clockOf } from './clock.ts'
import { redacted, type Configuration } from './configuration.ts'
import type { Lodge } from './lodge.ts'
import { openLog } from './log.ts'
import { Limits } from './signin/limits.ts'
import { ProductTokens } from './protocols/authzen/product-tokens.ts'
import { Passwords } from './signin/passwords.ts'
import { Accounts } from './store/accounts.ts'
import { ClockWatch } from './store/clock-watch.ts'
import { Committer } from './store/commit.ts'
import { bringAllForward } from './store/dates.ts'
import { NO_ACCOUNT } from './store/no-account.ts'
import { openPools } from './store/pools.ts'
import { bounceWorker } from './work/bounces.ts'
import { endedAmong } from './store/sessions.ts'
import { standWork } from './store/work.ts'
import { datesWorker } from './work/dates.ts'
import { departureWorker } from './work/departures.ts'
import { anchorWorker } from './work/anchors.ts'
import { compareProductWorker } from './work/comparing.ts'
import { followGroupWorker, followPersonWorker } from './work/following.ts'
import { leavingWorker } from './work/leaving.ts'
import { digestMailWorker, digestWorker } from './work/digest.ts'
import { keeperMailWorker } from './work/keeper-mail.ts'
import { docketRunWorker } from './work/docket-runs.ts'
import { invitationWorker } from './work/invitations.ts'
import { loginMailWorker } from './work/login-mail.ts'
import { tellWorker } from './work/tell.ts'
import { Mailer } from './work/mail.ts'
import { messageWorker } from './work/messages.ts'
import { monthEndWorker } from './work/month-ends.ts'
import { invitationTextWorker } from './work/texts.ts'
import { Budget } from './work/budget.ts'
import { WorkerPool } from './work/worker-pool.ts'
import { tidyWorker } from './work/tidy.ts'
import { JobQueue } from './work/job-queue.ts'

const FIRST_LOOK_MILLISECONDS = 2_000

/** A running lodge. */
export interface Running {
  lodge: Lodge
  server: Server
  port: number
  /** Answers what is under way, tells browsers, lets go of the database. */
  stop(): Promise<void>
}

export async function startLodge(configuration: Configuration): Promise<Running> {
  const log = openLog(configuration)
  const clock = clockOf(configuration.fixedNow)
  const pools = openPools(configuration.databaseUrl)
  const hub = new Hub((ids) => endedAmong(pools.requests, ids))
  const accounts = new Accounts(pools, clock, configuration.accountMemoryBytes, (accountId, version) =>
    hub.changed(accountId, version),
  )
  const jobs = new JobQueue(pools, log)
  const listener = {
    committed(accountId: string, version: number) {
      hub.changed(accountId, version)
      if (configuration.work) jobs.wake()
    },
    doorsShut: (accountId: string, personId: string) => hub.shut(accountId, personId),
  }
  const clockWatch = new ClockWatch(configuration.clockBoundSeconds * 1000, log)
  const ground = { pools, accounts, clock, clockWatch }
  const committer = new Committer(ground, configuration.keyRing, listener, configuration.crashAt)
  const passwords = new Passwords(configuration.passwordMemoryKibibytes)
  const limits = new Limits(pools, configuration)
  const productTokens = new ProductTokens(pools, clock)
  accounts.alsoPoll(() => clockWatch.look(pools.work))
  accounts.alsoPoll(() => productTokens.look())
  accounts.alsoPoll(() => hub.look())
  const doors = { hub, passwords, limits, productTokens, budget: new Budget() }
  const workers = new WorkerPool(configuration, pools)
  const lodge: Lodge = { configuration, log, ...ground, committer, jobs, workers, ...doors }
  const mailer = new Mailer(configuration)
  jobs.register('invitation', invitationWorker(lodge, mailer))
  jobs.register('invitation-reminder', invitationWorker(lodge, mailer))
  jobs.register('invitation-text', invitationTextWorker(lodge))
  jobs.register('bounces', bounceWorker(lodge))
  jobs.register('login-mail', loginMailWorker(lodge, mailer))
  jobs.register('message', messageWorker(lodge, mailer))
  jobs.register('tell', tellWorker(lodge, mailer))
  jobs.register('digest', digestWorker(lodge))
  jobs.register('digest-mail', digestMailWorker(lodge, mailer))
  jobs.register('keeper-mail', keeperMailWorker(lodge, mailer))
  jobs.register('docket-run', docketRunWorker(lodge))
  jobs.register('finish-departure', departureWorker(lodge))
  jobs.register('dates', datesWorker(lodge))
  jobs.register('departure-steps', leavingWorker(lodge))
  jobs.register('follow-person', followPersonWorker(lodge))
  jobs.register('follow-group', followGroupWorker(lodge))
  jobs.register('compare-product', compareProductWorker(lodge))
  jobs.register('month-ends', monthEndWorker(lodge))
  jobs.register('tidy', tidyWorker(lodge))
  jobs.register('anchor-heads', anchorWorker(lodge))

  let stopping = false
  const app = buildApp(lodge, () => stopping)
  const answer = app.callback()
  const server = createServer((request, response) => void answer(request, response))
  // Anyone who is let in finds it ready; a database that is away keeps nobody waiting.
  await Promise.race([accounts.startPolling(), sleep(FIRST_LOOK_MILLISECONDS, undefined, { ref: false })])
  await new Promise<void>((resolve, reject) => {
    server.once('error', reject)
    server.listen(configuration.port, configuration.host, resolve)
  })
  if (configuration.work) await standWork(pools.work, NO_ACCOUNT, 'tidy')
  if (configuration.work && configuration.anchorFile) await standWork(pools.work, NO_ACCOUNT, 'anchor-heads')
  if (configuration.work && configuration.bounceUrl) await standWork(pools.work, NO_ACCOUNT, 'bounces')
  // A clock that was set by hand has passed dates that real time has not.
  if (configuration.fixedNow !== undefined) await bringAllForward(pools.work)
  if (configuration.work) jobs.wake()
  log.info({ configuration: redacted(configuration) }, 'the lodge is open')
  const { port } = server.address() as AddressInfo
  const shut = async () => {
    stopping = true
    hub.close()
    const closed = new Promise((resolve) => server.close(resolve))
    server.closeIdleConnections()
    setTimeout(() => server.closeAllConnections(), 3_000).unref()
    await closed
    accounts.stop()
    await productTokens.note().catch(() => undefined)
    await jobs.stop()
    await workers.stop()
    mailer.close()
    await pools.end()
    log.info('the lodge is shut')
  }
  let shutting: Promise<void> | undefined
  const stop = () => (shutting ??= shut())
  return { lodge, server, port, stop }
}
