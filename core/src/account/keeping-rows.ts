import type { Instant } from '../time/instants.ts'
import type { Id, PersonKind } from './rows.ts'

// How products are kept where nothing does it by itself, and what is known of the accounts in them (model B).

/** Who looks after a product's accounts, and how (model B1). A product that is connected needs no row to be kept. */
export interface KeepingRow {
  id: Id
  product: string
  /** `hand`: tasks say what to do there; `none`: it has no accounts. */
  way: 'hand' | 'none'
  /** Null: the owners. */
  keeperKind: 'person' | 'group' | null
  keeperId: Id | null
  /** The client whose own product it is: who pays for it, and costs nothing here (model B6); null: ours. */
  placeId: Id | null
  /** From when it has been kept so: what ended before is nobody's task. */
  since: Instant
  /** What the product calls our roles and places, by our ids, for the lines that are copied. */
  words: Readonly<Record<Id, string>>
}

/** What an account in a product is known to be. */
export type KnownState = 'open' | 'suspended' | 'closed'
/** How it is known; `spreadsheet` is the weakest (model B7). */
export type KnownSource = 'list' | 'confirmed' | 'spreadsheet'

/**
 * What is known of one account in a product from one source, and as of when: the latest counts (model B1). The address
 * and name of one that is nobody's here are personal values under the row's id.
 */
export interface KnownRow {
  id: Id
  product: string
  /** Whose it is here; null: nobody's. */
  personId: Id | null
  /** The product's own id of it, where it says one. */
  remoteId: string | null
  state: KnownState
  seatType: string | null
  asOf: Instant
  source: KnownSource
  /** Who confirmed it or uploaded the list. */
  byId: Id | null
  /** The list it was read from. */
  listId: Id | null
  /** When it was last used, where the list says so. */
  lastUsedAt: Instant | null
  /** Since when one that is nobody's here is to be closed there; null: nobody has said so. */
  closingSince: Instant | null
}

/**
 * Someone in a product whom the office is asked to record (model B3); name and address are personal values under the
 * row's id. It goes once it is answered.
 */
export interface RecordRequestRow {
  id: Id
  product: string
  askedById: Id
  askedAt: Instant
  kind: PersonKind
  seatType: string | null
  /** The firm as the list has it; empty for none. */
  firm: string
}

/** A login of a product that several people use; its name and address are personal values under its id (model B4). */
export interface SharedLoginRow {
  id: Id
  product: string
  responsibleId: Id
  /** Who uses it, and so knows its password. */
  userIds: readonly Id[]
  /** The seat it takes; a holding under its id counts and is charged as a person's (model S1). */
  seatType: string | null
  from: Instant
  until: Instant | null
  /** When someone is to look at it again. */
  reviewAt: Instant | null
  /** Since when its password is to be changed, because someone who used it left; null: it is not. */
  passwordDueSince: Instant | null
}

/** A product's member list that was compared and applied; its rows are facts (model B3). */
export interface MemberListRow {
  id: Id
  product: string
  asOf: Instant
  appliedAt: Instant
  byId: Id | null
  /** SHA-256 of the list as it was read, in base64url. */
  hash: string
  /** How many rows it had. */
  count: number
  /** Which of its columns said what: the heading by the field; empty where it had none (model B3). */
  columns: Readonly<Record<string, string>>
}
