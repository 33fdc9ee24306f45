import {
  DERIVED_FROM_SEATS,
  AccessIndex,
  type Account,
  type Instant,
  type PersonalValue,
  type RowEdit,
} from '@lodge/core'
import { entryAt } from '@lodge/core/must'
import type { Clock } from '../clock.ts'
import { readEditsAfter, type EntryEdits } from './ledger.ts'
import type { Pools } from './pools.ts'
import { readAccount, readPersonalValuesOf, readVersions } from './read-account.ts'

/** A loaded account with what the next commit builds on. */
export interface Loaded {
  account: Account
  committedAt: Instant
  headHash: string
}

/**
 * The instant at which a loaded account is read and changed: the clock's, or the one after the last commit if that is
 * later (model C7). Reading and committing use the same, so that a preview sees what its commit will. Its index is
 * brought there, so that what began or ended by itself meanwhile holds (model Z3).
 */
export function instantFor(loaded: Loaded, clock: Clock): Instant {
  const instant = Math.max(clock.now(), loaded.committedAt + 1)
  const { account } = loaded
  // A clock that was put back: what ended in the time that was none is there again.
  if (account.attached && instant < account.attached.stretch.from) account.attach(AccessIndex.of(account, instant))
  account.attached?.advance(instant)
  return instant
}

const POLL_MILLISECONDS = 200
/** After so long without the database no decision is answered any more (architecture, staleness). */
const STALE_MILLISECONDS = 5_000
/** With more edits to catch up on than this, an account is read anew (architecture, ledger). */
const MAXIMUM_CATCH_UP_EDITS = 20_000
/** What one row takes in memory with its share of indexes, measured on large accounts. */
const BYTES_PER_ROW = 900

interface Kept extends Loaded {
  usedAt: number
}

/**
 * The accounts in memory: loaded once, kept up by this process's commits and by the ledger's edits of other processes,
 * the least used put away when they take too much memory.
 */
export class Accounts {
  private readonly loading = new Map<string, Promise<Loaded | undefined>>()
  private readonly present = new Map<string, Kept>()
  private readonly catchingUp = new Map<string, Promise<boolean>>()
  /** The look that begins once the one under way has ended. */
  private readonly catchingUpNext = new Map<string, Promise<boolean>>()
  private timer: NodeJS.Timeout | undefined
  private lastPoll = -Infinity
  /** How long after another process's commit it was last noticed and taken in, in milliseconds. */
  catchUpMilliseconds = 0
  private readonly afterPoll: (() => Promise<void>)[] = []

  constructor(
    private readonly pools: Pools,
    private readonly clock: Clock,
    private readonly memoryBytes: number,
    private readonly onMoved: (accountId: string, version: number) => void,
  ) {}

  /** The account as last known; undefined if there is none. Several askers share one load. */
  async get(accountId: string): Promise<Loaded | undefined> {
    const present = this.present.get(accountId)
    if (present) {
      present.usedAt = performance.now()
      return present
    }
    let loading = this.loading.get(accountId)
    if (!loading) {
      loading = this.load(accountId)
      this.loading.set(accountId, loading)
      loading.finally(() => this.loading.delete(accountId)).catch(() => undefined)
    }
    return loading
  }

  /** The account at a version or a later one: what other processes committed is taken in first. */
  async atLeast(accountId: string, version: number): Promise<Loaded | undefined> {
    const loaded = await this.get(accountId)
    return !loaded || loaded.account.version >= version ? loaded : this.current(accountId)
  }

  /** The account with all that was committed before the call, by whatever process: what durable work begins with. */
  async current(accountId: string): Promise<Loaded | undefined> {
    await this.catchUp(accountId)
    return this.get(accountId)
  }

  private async load(accountId: string): Promise<Loaded | undefined> {
    const read = await readAccount(this.pools.work, accountId)
    if (!read) return undefined
    const { account, guard } = read
    account.attach(AccessIndex.of(account, Math.max(this.clock.now(), guard.committedAt + 1)))
    const loaded = { account, committedAt: guard.committedAt, headHash: guard.headHash, usedAt: performance.now() }
    this.present.set(accountId, loaded)
    this.putAway(accountId)
    return loaded
  }

  /** Takes a commit of this process into the loaded account. */
  absorb(
    accountId: string,
    commit: Omit<Loaded, 'account'> & { edits: readonly RowEdit[]; values: readonly PersonalValue[]; version: number },
  ): void {
    const { edits, values, version, committedAt, headHash } = commit
    const before = this.present.get(accountId)
    // Taken in from the ledger already, before this process heard that its own commit stood.
    if (before && before.account.version >= version) return
    if (before?.account.version !== version - 1) return this.forget(accountId)
    const account = before.account.absorb(edits, values, version, committedAt, DERIVED_FROM_SEATS)
    this.present.set(accountId, { account, committedAt, headHash, usedAt: performance.now() })
  }

  /** Reads the account anew at the next use. */
  forget(accountId: string): void {
    this.present.delete(accountId)
  }

  /**
   * Takes in what other processes committed, by the ledger's edits; where those cannot be followed, the account is read
   * anew at the next use. True if something was taken in or put away. What was committed before the call is in
   * afterwards: a look that is under way may have read before that, so anyone who comes meanwhile shares the one after
   * it.
   */
  catchUp(accountId: string): Promise<boolean> {
    const running = this.catchingUp.get(accountId)
    if (!running) return this.look(accountId)
    let next = this.catchingUpNext.get(accountId)
    if (!next) {
      next = running
        .catch(() => undefined)
        .then(() => {
          this.catchingUpNext.delete(accountId)
          return this.look(accountId)
        })
      this.catchingUpNext.set(accountId, next)
    }
    return next
  }

  private look(accountId: string): Promise<boolean> {
    const looking = this.follow(accountId).finally(() => {
      if (this.catchingUp.get(accountId) === looking) this.catchingUp.delete(accountId)
    })
    this.catchingUp.set(accountId, looking)
    return looking
  }

  private async follow(accountId: string): Promise<boolean> {
    // One that is being read may have been begun before what is asked for.
    await this.loading.get(accountId)?.catch(() => undefined)
    const from = this.present.get(accountId)
    if (!from) return false
    const entries = await readEditsAfter(this.pools.work, accountId, from.account.version, MAXIMUM_CATCH_UP_EDITS)
    if (entries === 'read-anew') {
      this.forget(accountId)
      return true
    }
    if (entries.length === 0) return false
    const people = new Set(entries.flatMap(({ edits }) => peopleIn(edits)))
    const values = await this.personalValuesOf(accountId, [...people])
    // A commit of this process may have come first meanwhile; then there is less to take in, or nothing.
    const now = this.present.get(accountId)
    if (!now) return false
    for (const entry of entries) this.takeIn(accountId, entry, values)
    this.catchUpMilliseconds = Math.max(0, (this.clock.now() - entryAt(entries, 0).at) / 1000)
    return this.present.get(accountId)?.account.version !== now.account.version
  }

  private takeIn(accountId: string, entry: EntryEdits, values: readonly PersonalValue[]): void {
    const version = this.present.get(accountId)?.account.version
    if (version === undefined || entry.version <= version) return
    const people = new Set(peopleIn(entry.edits))
    const own = values.filter((value) => people.has(value.personId))
    const { edits, version: next, at, hash } = entry
    this.absorb(accountId, { edits, values: own, version: next, committedAt: at, headHash: hash })
  }

  /** Every personal value of the people named, what was destroyed included (model C6). */
  private async personalValuesOf(accountId: string, people: readonly string[]): Promise<PersonalValue[]> {
    const stored = await readPersonalValuesOf(this.pools.work, accountId, people)
    const known = new Set(stored.map((one) => `${one.personId} ${one.field}`))
    const account = this.present.get(accountId)?.account
    const gone = people
      .flatMap((personId) => account?.personalOf(personId) ?? [])
      .filter(({ personId, field }) => !known.has(`${personId} ${field}`))
      .map((one) => ({ ...one, value: null }))
    return [...stored, ...gone]
  }

  /** The least used accounts are put away until the rest fits. */
  private putAway(except: string): void {
    let bytes = this.bytes
    const byUse = [...this.present].sort(([, one], [, other]) => one.usedAt - other.usedAt)
    for (const [id, { account }] of byUse) {
      if (bytes <= this.memoryBytes || id === except) continue
      bytes -= bytesOf(account)
      this.forget(id)
    }
  }

  /** What the loaded accounts take, estimated by their rows. */
  get bytes(): number {
    let bytes = 0
    for (const { account } of this.present.values()) bytes += bytesOf(account)
    return bytes
  }

  get count(): number {
    return this.present.size
  }

  /** Whether the database has answered lately, so that a decision is not a stale yes. */
  get fresh(): boolean {
    return performance.now() - this.lastPoll < STALE_MILLISECONDS
  }

  /** Does something more at each poll, such as looking whether tokens have ended. */
  alsoPoll(look: () => Promise<void>): void {
    this.afterPoll.push(look)
  }

  /** Looks every fifth of a second from now on; answers once it has looked for the first time, whatever it saw. */
  startPolling(): Promise<void> {
    const poll = async () => {
      try {
        const asked = [...this.present.keys()]
        const versions = await readVersions(this.pools.work, asked)
        for (const look of this.afterPoll) await look()
        this.lastPoll = performance.now()
        // An account that was closed is not kept in memory anywhere; one that was loaded meanwhile was not asked about.
        for (const id of asked) if (!versions.has(id)) this.forget(id)
        for (const [id, version] of versions) {
          const known = this.present.get(id)
          if (!known || known.account.version >= version) continue
          if (await this.catchUp(id)) this.onMoved(id, version)
        }
      } catch {
        // The database is away; `fresh` says so, and the next poll tries again.
      }
      this.timer = setTimeout(() => void poll(), POLL_MILLISECONDS).unref()
    }
    return poll()
  }

  stop(): void {
    clearTimeout(this.timer)
  }
}

/** Under whose ids personal values may have changed: of people, and of accounts in products that are nobody's here. */
function peopleIn(edits: readonly RowEdit[]): string[] {
  return edits.flatMap((edit) => (edit.table === 'person' || edit.table === 'known' ? [edit.key] : []))
}

function bytesOf(account: Account): number {
  let rows = 0
  for (const table of Object.values(account.tables)) rows += table.size
  return rows * BYTES_PER_ROW
}
