import type { Instant } from '../time/instants.ts'
import type { Id, PersonKind, Standing } from './rows.ts'

// Going away, leaving, and the products in which doors are shut for the person who goes.

/** One of the account's own things that someone may have: a van key, a laptop (model X2). */
export interface LeaverLine {
  id: Id
  name: string
  /** For whom it is on the list. */
  kinds: readonly PersonKind[]
}

/** Who takes something over: a person, a group or a place (model X3). */
export interface Taker {
  kind: 'person' | 'group' | 'place'
  id: Id
}

/** What becomes of one thing that depends on a leaver; without one, the person proposed takes it over (model X3). */
export interface Handover {
  /** `report`, `steward` … as things are found; `line` for the account's own; `things` for what is in a product. */
  what: string
  /** The thing: a row's id, a line's id, or `product` or `product/thing`. */
  id: string
  /** Null: nobody takes it over. */
  taker: Taker | null
  /** By when they have to accept, else it rests with the proposer; null: at once theirs. */
  acceptBy: Instant | null
  accepted: boolean
}

/** What a departure took, offered back on return (model X6). */
export interface Ended {
  standing: Standing
  managerId: Id | null
  engagementUntil: Instant | null
  groupIds: readonly Id[]
  seats: readonly { product: string; seatType: string; own: boolean; until: Instant | null }[]
  grants: readonly { roleId: Id; placeId: Id; until: Instant | null }[]
}

/** Someone's leaving at an instant, planned or under way (model X2–X4). */
export interface DepartureRow {
  id: Id
  personId: Id
  /** Null: it followed from a date by itself. */
  plannerId: Id | null
  plannedAt: Instant
  /** When the doors shut. */
  at: Instant
  /** `running`: the doors are shut and something is left to do. */
  state: 'planned' | 'running' | 'done' | 'put-down'
  handovers: readonly Handover[]
  /** The end of their engagement before this was planned, for putting it down. */
  engagementBefore: Instant | null
  ended: Ended | null
}

/** One thing to be done for a departure after its doors are shut, repeatable (model X4). */
export interface StepRow {
  id: Id
  departureId: Id
  /** In what order they are done. */
  position: number
  /**
   * `doors` and `handover` are done with the departure itself; `close` and `things` in a product that is connected, `task`
   * by its keeper, where the product is kept by hand; `line` by hand.
   */
  kind: 'doors' | 'handover' | 'things' | 'close' | 'task' | 'line' | 'record'
  /** What it is about: as in a handover. */
  what: string
  subject: string
  taker: Taker | null
  state: 'waiting' | 'done' | 'blocked' | 'let-go'
  /** Why it is blocked, or what was found, in words that name nobody. */
  note: string | null
  doneAt: Instant | null
}

/** A time away, asked for or set (model X1). Its dates are with the person as well, where access is worked out. */
export interface AbsenceRow {
  id: Id
  personId: Id
  from: Instant
  until: Instant | null
  /** `running`: it has begun and was written. */
  state: 'asked' | 'set' | 'running' | 'over' | 'put-down' | 'declined'
  askedById: Id | null
  decidedById: Id | null
  /** Whether seats are kept, and paid. */
  keepSeats: boolean
  /** Seats to be given back on return. */
  seats: readonly { holdingId: Id; product: string; seatType: string }[]
  /** Who approves and is asked in their place. */
  substituteId: Id | null
  /** What the return may add to a month’s bill, minor units. */
  agreedMinor: number
  /** Those seats could not be had again: the Desk asks. */
  withoutSeats: boolean
}

/** A product whose accounts follow this one over SCIM (RFC 7644); its secret is kept apart. */
export interface ConnectionRow {
  id: Id
  product: string
  /** Base address of its SCIM service. */
  scimAddress: string
  /** Base address of its handover service; null: it has none. */
  thingsAddress: string | null
  on: boolean
  since: Instant
  /** Why it has not been read for an hour or longer, in words that name nobody; null while it answers (model B1). */
  trouble: string | null
  /** Since when; null while it answers. */
  troubleSince: Instant | null
}
