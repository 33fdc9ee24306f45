import type { Instant } from '@lodge/core'
import type { Clock } from '../../clock.ts'
import { hashToken } from '../../signin/key-ring.ts'
import type { Pools } from '../../store/pools.ts'
import { findProductToken, noteTokensUsed, readProductTokens, type ProductToken } from '../../store/product-tokens.ts'

const NOTE_EVERY_MILLISECONDS = 60_000
/** How many tokens are kept at hand; beyond, all are asked for anew. */
const MAXIMUM_KEPT = 10_000

/**
 * Products' tokens at hand, so that a decision needs no query: each is looked at again at every poll, so that one that
 * was ended is refused within half a second (architecture, staleness). When it was last used is noted once a minute.
 */
export class ProductTokens {
  private readonly kept = new Map<string, ProductToken>()
  private readonly used = new Set<string>()
  private notedAt = performance.now()

  constructor(
    private readonly pools: Pools,
    private readonly clock: Clock,
  ) {}

  async find(bearer: string, now: Instant): Promise<ProductToken | undefined> {
    let token = this.kept.get(bearer)
    if (!token) {
      token = await findProductToken(this.pools.requests, hashToken(bearer))
      if (!token) return undefined
      if (this.kept.size >= MAXIMUM_KEPT) this.kept.clear()
      this.kept.set(bearer, token)
    }
    if (token.expiresAt !== null && token.expiresAt <= now) return undefined
    this.used.add(token.id)
    return token
  }

  /** Looks at the tokens at hand again; called at each poll. */
  async look(): Promise<void> {
    const standing = await readProductTokens(
      this.pools.work,
      [...this.kept.values()].map((token) => token.id),
    )
    const byId = new Map(standing.map((token) => [token.id, token]))
    for (const [bearer, token] of this.kept) {
      const now = byId.get(token.id)
      if (now) this.kept.set(bearer, now)
      else this.kept.delete(bearer)
    }
    if (performance.now() - this.notedAt >= NOTE_EVERY_MILLISECONDS) await this.note()
  }

  /** Notes when the tokens used since were last used. */
  async note(): Promise<void> {
    this.notedAt = performance.now()
    const used = [...this.used]
    this.used.clear()
    await noteTokensUsed(this.pools.work, used, this.clock.now())
  }
}
