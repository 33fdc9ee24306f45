import type { GrantRow, Id, PlannedRow } from '../account/rows.ts'
import type { OwnArea } from '../products/own.ts'
import { Sight } from './sight.ts'
import type { Account } from '../account/account.ts'
import type { Instant } from '../time/instants.ts'
import type { Level } from '../account/level.ts'
import { entryAt } from '../checks/must.ts'

/** How much of a person's record is seen: name, kind, employer and door; or dates, seats and reporting line too. */
export type PersonDepth = 'nothing' | 'directory' | 'record'

/** Where something was given and whether it passes walls from there: what a route covers. */
export interface Cover {
  placeId: Id
  passing: boolean
}

/**
 * What a looker sees of what another would see: both at once, so that seeing as someone shows contents only where
 * both reach, and nothing of the other's own that the looker may not read (model D5).
 */
export class SharedSight extends Sight {
  private readonly looker: Sight

  constructor(account: Account, lookerId: Id, personId: Id, now: Instant) {
    super(account, personId, now)
    this.looker = new Sight(account, lookerId, now)
  }

  override get viewKey(): string {
    return `${this.looker.personId} as ${this.personId}`
  }

  override can(area: OwnArea, level: Level, placeId?: Id): boolean {
    return super.can(area, level, placeId) && this.looker.can(area, level, placeId)
  }

  override seesPlace(placeId: Id): boolean {
    return super.seesPlace(placeId) && this.looker.seesPlace(placeId)
  }

  override depthOf(personId: Id): PersonDepth {
    const depths: PersonDepth[] = ['nothing', 'directory', 'record']
    const [one, other] = [super.depthOf(personId), this.looker.depthOf(personId)]
    return entryAt(depths, Math.min(depths.indexOf(one), depths.indexOf(other)))
  }

  override seesKeys(personId: Id, placeId: Id): boolean {
    return super.seesKeys(personId, placeId) && this.looker.seesKeys(personId, placeId)
  }

  override get seesAllKeys(): boolean {
    return super.seesAllKeys && this.looker.seesAllKeys
  }

  override isAsker(): boolean {
    return false
  }

  override seesPlanned(row: PlannedRow): boolean {
    return super.seesPlanned(row) && this.looker.seesPlanned(row)
  }

  override seesGrant(grant: GrantRow): boolean {
    return super.seesGrant(grant) && this.looker.seesGrant(grant)
  }
}
