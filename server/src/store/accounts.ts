import type { Account } from '@lodge/core'
import { type Instant, type PersonalValue, type RowEdit } from '@lodge/core'
import type { Clock } from '../clock.ts'
import type { Pools } from './pools.ts'
import { readAccount, readVersions } from './read-account.ts'

/** A loaded account with what the next commit builds on. */
export interface Loaded {
  account: Account
  committedAt: Instant
  headHash: string
}

/**
 * The instant at which a loaded account is read and changed: the clock's, or the one after the last commit if that is
 * later (model C7). Reading and committing use the same, so that a preview sees what its commit will.
 */
export function instantFor(loaded: Pick<Loaded, 'committedAt'>, clock: Clock): Instant {
  return Math.max(clock.now(), loaded.committedAt + 1)
}

const POLL_MILLISECONDS = 200
/** After so long without the database no decision is answered any more (architecture, staleness). */
const STALE_MILLISECONDS = 5_000

/** The accounts in memory: loaded once, kept up by this process's commits, dropped when another process wrote. */
export class Accounts {
  private readonly loaded = new Map<string, Promise<Loaded | undefined>>()
  private readonly present = new Map<string, Loaded>()
  private timer: NodeJS.Timeout | undefined
  private lastPoll = performance.now()

  constructor(
    private readonly pools: Pools,
    private readonly onMoved: (accountId: string, version: number) => void,
  ) {}

  /** The account as last known; undefined if there is none. Several askers share one load. */
  async get(accountId: string): Promise<Loaded | undefined> {
    const present = this.present.get(accountId)
    if (present) return present
    let loading = this.loaded.get(accountId)
    if (!loading) {
      loading = this.load(accountId)
      this.loaded.set(accountId, loading)
      loading.finally(() => this.loaded.delete(accountId)).catch(() => undefined)
    }
    return loading
  }

  private async load(accountId: string): Promise<Loaded | undefined> {
    const read = await readAccount(this.pools.work, accountId)
    if (!read) return undefined
    const loaded = { account: read.account, committedAt: read.guard.committedAt, headHash: read.guard.headHash }
    this.present.set(accountId, loaded)
    return loaded
  }

  /** Takes a commit of this process into the loaded account. */
  absorb(
    accountId: string,
    commit: Omit<Loaded, 'account'> & { edits: readonly RowEdit[]; values: readonly PersonalValue[]; version: number },
  ): void {
    const { edits, values, version, committedAt, headHash } = commit
    const before = this.present.get(accountId)
    if (before?.account.version !== version - 1) return this.forget(accountId)
    this.present.set(accountId, { account: before.account.absorb(edits, values, version), committedAt, headHash })
  }

  /** Reads the account anew at the next use. */
  forget(accountId: string): void {
    this.present.delete(accountId)
  }

  /** Whether the database has answered lately, so that a decision is not a stale yes. */
  get fresh(): boolean {
    return performance.now() - this.lastPoll < STALE_MILLISECONDS
  }

  startPolling(): void {
    const poll = async () => {
      try {
        const versions = await readVersions(this.pools.work, [...this.present.keys()])
        this.lastPoll = performance.now()
        for (const [id, version] of versions) {
          const known = this.present.get(id)
          if (!known || known.account.version >= version) continue
          this.forget(id)
          this.onMoved(id, version)
        }
      } catch {
        // The database is away; `fresh` says so, and the next poll tries again.
      }
      this.timer = setTimeout(poll, POLL_MILLISECONDS).unref()
    }
    void poll()
  }

  stop(): void {
    clearTimeout(this.timer)
  }
}
