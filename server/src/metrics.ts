import { timingSafeEqual } from 'node:crypto'
import ipaddr from 'ipaddr.js'
import type { Context, Next } from 'koa'
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import { notFound } from './errors.ts'
import type { Lodge } from './lodge.ts'
import { hashToken } from './signin/key-ring.ts'
import { waitingWork } from './store/work.ts'
import { wallClock } from './clock.ts'
import { must } from '@lodge/core/must'
import { beneath } from './store/pools.ts'

/** What operators watch, in the Prometheus text format: loop lag, catch-up lag, waiting work, pools, memory. */
export class Metrics {
  private readonly registry = new Registry()
  private readonly requests: Histogram
  private readonly series = new Map<string, { observe(seconds: number): void }>()

  private readonly token: string | undefined

  constructor(lodge: Lodge) {
    this.token = lodge.configuration.metricsToken
    const registers = [this.registry]
    collectDefaultMetrics({ register: this.registry, prefix: 'lodge_' })
    const gauge = (name: string, help: string, read: () => number | Promise<number>) =>
      new Gauge({
        name,
        help,
        registers,
        async collect() {
          // The database away is no reason to answer nothing.
          this.set(await Promise.resolve(read()).catch(() => NaN))
        },
      })
    this.requests = new Histogram({
      name: 'lodge_request_seconds',
      help: 'How long requests took, by kind and status.',
      labelNames: ['kind', 'status'],
      buckets: [0.001, 0.005, 0.02, 0.1, 0.5, 2, 10],
      registers,
    })
    gauge(
      'lodge_catch_up_seconds',
      'How long after another process’s commit it was last taken in.',
      () => lodge.accounts.catchUpMilliseconds / 1000,
    )
    gauge(
      'lodge_clock_difference_seconds',
      'By how much this process’s clock is ahead of the database’s.',
      () => lodge.clockWatch.differenceMilliseconds / 1000,
    )
    gauge('lodge_accounts_loaded', 'Accounts in memory.', () => lodge.accounts.count)
    gauge('lodge_account_bytes', 'What accounts in memory take, estimated by their rows.', () => lodge.accounts.bytes)
    gauge(
      'lodge_work_waiting',
      'Pieces of durable work that wait.',
      async () => (await waitingWork(lodge.pools.work, wallClock())).count,
    )
    gauge('lodge_work_oldest_seconds', 'Age of the oldest piece of work that waits.', async () => {
      const { oldestDueAt } = await waitingWork(lodge.pools.work, wallClock())
      return oldestDueAt === null ? 0 : Math.max(0, (wallClock() - oldestDueAt) / 1_000_000)
    })
    for (const [name, pool] of Object.entries({
      requests: lodge.pools.requests,
      commits: lodge.pools.commits,
      work: lodge.pools.work,
    })) {
      const queue = beneath(pool)._connectionQueue
      gauge(
        `lodge_pool_${name}_waiting`,
        `Callers that wait for a connection of the pool for ${name}.`,
        () => queue.length,
      )
    }
  }

  /** Figures are for the operator: on loopback, or with the token (RFC 6750 §2.1). */
  private mayRead(ctx: Context): boolean {
    if (this.token) {
      const [given, right] = [ctx.get('Authorization'), `Bearer ${this.token}`].map((text) => hashToken(text))
      return timingSafeEqual(must(given, 'given'), must(right, 'right'))
    }
    const { remoteAddress = '' } = ctx.req.socket
    const isForwarded = ctx.get('X-Forwarded-For') !== '' || ctx.get('Forwarded') !== ''
    return !isForwarded && ipaddr.isValid(remoteAddress) && ipaddr.process(remoteAddress).range() === 'loopback'
  }

  private observe(kind: string, status: number, seconds: number): void {
    const key = `${kind} ${status}`
    let series = this.series.get(key)
    if (!series) this.series.set(key, (series = this.requests.labels({ kind, status })))
    series.observe(seconds)
  }

  /** Measures requests, and answers `/metrics`. */
  middleware() {
    return async (ctx: Context, next: Next): Promise<void> => {
      if (ctx.path === '/metrics') {
        if (!this.mayRead(ctx)) throw notFound()
        ctx.type = this.registry.contentType
        ctx.body = await this.registry.metrics()
        return
      }
      const started = performance.now()
      try {
        await next()
      } finally {
        this.observe(kindOf(ctx.path), ctx.res.statusCode, (performance.now() - started) / 1000)
      }
    }
  }
}

/** Few kinds, so that figures stay few: no id ever becomes a label. */
function kindOf(path: string): string {
  if (path.startsWith('/access/')) return 'decision'
  return path.startsWith('/api/') ? 'api' : 'page'
}
