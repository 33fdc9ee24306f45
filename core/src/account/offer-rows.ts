import type { Level } from './level.ts'
import type { Instant } from '../time/instants.ts'
import type { AreaKey, Id, PersonKind } from './rows.ts'

// What is open between people: offers and links, requests, shared statements, plans.

export type OfferState = 'live' | 'taken' | 'withdrawn' | 'dead'

export interface OfferedGrant {
  grantId: Id
  roleId: Id
  placeId: Id
  from: Instant | null
  until: Instant | null
}

export interface OfferedSeat {
  holdingId: Id
  product: string
  seatType: string
  /** Their own licence, which they bring: neither counted nor charged (model S1). */
  own?: true
}

/** An invitation to one address (model I1, I5): what it gives stays here until it is taken up. */
export interface OfferRow {
  id: Id
  personId: Id
  sponsorId: Id
  state: OfferState
  sentAt: Instant
  expiresAt: Instant
  /** Part of the token, so that sending again kills the old one (model I3). */
  resendNumber: number
  grants: readonly OfferedGrant[]
  seats: readonly OfferedSeat[]
  /** Groups they are put into by name. */
  groupIds: readonly Id[]
  /** The message sent last came back. */
  bounced: boolean
  /** When its content was changed last, 0 for never; who takes it up names the one they read (model I10). */
  revision: number
}

/** A link by which people come: what it gives, to whom, how often and until when (model I1, I4). */
export interface LinkRow {
  id: Id
  /** What the person who made it calls it. */
  name: string
  makerId: Id
  kind: PersonKind
  standing: 'member' | 'guest'
  grants: readonly { roleId: Id; placeId: Id }[]
  seats: readonly { product: string; seatType: string }[]
  groupIds: readonly Id[]
  engagementUntil: Instant | null
  /** The firm they work for; null for none. */
  employerId: Id | null
  /** Only addresses of this domain; null for anyone with the link. */
  domain: string | null
  maximumUses: number
  uses: number
  madeAt: Instant
  expiresAt: Instant
  /** Whether those who come wait for admission, or are in at once. */
  waits: boolean
  cut: boolean
}

/** Something asked for: a level of an area at a place, waiting for anyone who may give it (model I1, R4). */
export interface RequestRow {
  id: Id
  askerId: Id
  /** For whom; often the asker. */
  personId: Id
  area: AreaKey
  level: Level
  placeId: Id
  /** Until when it is wanted; null without end. */
  until: Instant | null
  state: 'open' | 'granted' | 'declined' | 'withdrawn'
  askedAt: Instant
  expiresAt: Instant
  decidedById: Id | null
}

/** A place's statement shared by a link, read-only (model I1). */
export interface ShareRow {
  id: Id
  placeId: Id
  makerId: Id
  madeAt: Instant
  expiresAt: Instant
  cut: boolean
}

/** Changes that wait for a day together (model Z4). */
export interface PlannedRow {
  id: Id
  plannerId: Id
  plannedAt: Instant
  /** Whether its planner had the right of their own, on the account as it was then, to all it ends (model Z4). */
  authorityHeld: boolean
  /** When they are done. */
  at: Instant
  /** The changes as read, with the ids of the rows they make; nothing personal (model C6). */
  changes: readonly object[]
  /** What it was shown to add to a month’s bill, minor units. */
  costMinor: number
  /** `refused`: could not be done on its day; the Desk asks. */
  state: 'waiting' | 'done' | 'refused' | 'put-down'
}
