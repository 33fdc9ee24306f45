import type { Logger } from 'pino'
import type { Configuration } from './configuration.ts'
import type { Clock } from './clock.ts'
import type { Hub } from './http/hub.ts'
import type { ProductTokens } from './protocols/authzen/product-tokens.ts'
import type { Passwords } from './signin/passwords.ts'
import type { Limits } from './signin/limits.ts'
import type { Accounts } from './store/accounts.ts'
import type { ClockWatch } from './store/clock-watch.ts'
import type { Committer } from './store/commit.ts'
import type { Budget } from './work/budget.ts'
import type { WorkerPool } from './work/worker-pool.ts'
import type { JobQueue } from './work/job-queue.ts'
import type { Pools } from './store/pools.ts'

/** Everything a route may use; made once at start. */
export interface Lodge {
  configuration: Configuration
  clock: Clock
  clockWatch: ClockWatch
  log: Logger
  pools: Pools
  accounts: Accounts
  committer: Committer
  hub: Hub
  passwords: Passwords
  limits: Limits
  jobs: JobQueue
  workers: WorkerPool
  budget: Budget
  productTokens: ProductTokens
}
