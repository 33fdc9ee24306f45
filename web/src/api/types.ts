import type { NewChange } from '@lodge/core'
export type { NewChange }
import type {
  AbsenceView,
  Control,
  Change,
  DepartureView,
  KeyView,
  LeaversRecord,
  OwnLeaving,
  PlaceKeys,
  Preview,
  WhyView,
} from '@lodge/core'

/** What a preview answers (POST …/previews). */
export interface ShownPreview extends Preview {
  /** Whether it can be undone once it is applied. */
  undo: Control
  changes: Change[]
  version: number
  digest: string
}

/** A change of one kind, as the web sends it. */
export type NewOf<Type extends NewChange['type']> = Extract<NewChange, { type: Type }>

/** A token of a product's programs, as it is looked after: never what it is itself. */
export interface ProductToken {
  id: string
  name: string
  product: string
  scopes: ('evaluate' | 'search' | 'report')[]
  networks: string[] | null
  createdAt: string
  lastUsedAt: string | null
  lastDay: string | null
  over: boolean
  responsibleId: string | null
  responsible: string | null
  /** Nobody who is in is responsible for it. */
  uncared: boolean
}

/** What the Desk shows beside what the account says (GET …/notices/desk). */
export interface DeskNews {
  taken: { id: string; kind: 'accepted' | 'waits'; personId: string; name: string; on: string }[]
  tokens: ProductToken[]
  atTheDoor: { personId: string; name: string; issuer: string; mayCountersign: boolean }[]
}

/** What someone did and what concerned them, newest first (GET …/people/{id}/lately). */
export interface LatelyPage {
  lately: {
    at: string
    kind: 'sign-in' | 'did' | 'concerned' | 'used'
    event?: string
    product?: string
    by?: string
    version?: number
    sentences?: string[]
  }[]
  next: string | null
}

export interface LedgerEntryView {
  version: number
  at: string
  actor: string
  actorId: string | null
  via: string
  marks: string[]
  sentences: string[]
  /** Null: nobody undoes it. */
  undo: Control | null
  hash: string
}

export interface MyKeys {
  name: string
  from: string | null
  until: string | null
  seats: { product: string; type: string; from: string }[]
  /** Products one can go into from here. */
  ways: { product: string; name: string }[]
  leaving: OwnLeaving | null
  asked: { departureId: string; what: string; id: string; text: string; from: string; by: string }[]
  away: AbsenceView[]
  /** Whether one is back from a time away, with something to tell of it. */
  back: boolean
  keys: (Omit<PlaceKeys, 'keys'> & { keys: (KeyView & { why: WhyView })[] })[]
}

/** One departure as it goes on (`/departures/{departureId}`). */
export interface DepartureSheet extends DepartureView {
  inProducts: { product: string; kind: string; title: string; state: string; taker: string | null; thingId: string }[]
  record?: LeaversRecord & { hash: string; keyId: string; checkedAt: string | null; reappeared: string[] }
}

export interface LookedInvitation {
  account: string
  inviter: string
  name: string
  email: string
  line: string | null
  /** What is to be agreed to; null for nothing. */
  terms: string | null
  /** What the account asks newcomers for. */
  asks: { id: string; name: string }[]
  from: string | null
  until: string | null
  expires: string
  gives: { role: string; place: string; client: string; can: string[] }[]
  seats: string[]
  groups: { name: string; gives: string[] }[]
  /** Which content of the invitation this is. */
  revision: number
  hasLogin: boolean
  signedInAs: string | null
  /** Whether the signed-in person has the invited address. */
  isSignedIn: boolean
}

/** One's own sign-in methods (`/api/sign-in`). */
export interface OwnSignIn {
  email: string
  hasPassword: boolean
  means: { id: string; kind: 'passkey' | 'codes'; name: string; created: string; lastUsed: string | null }[]
  backupCodesLeft: number
  sessions: { id: string; created: string; device: string; strength: string; isThis: boolean }[]
}

/** Why someone cannot sign in, and how they are helped. */
export interface WayInView {
  reasons: string[]
  hasLogin: boolean
  /** The short name their login goes by, where it has no email. */
  signInName: string | null
  /** Whether the first slip of someone invited without an address may be printed. */
  mayPrint: boolean
  secondMeans: boolean
  lastSignedIn: string | null
  waiting: { issuer: string; mayCountersign: boolean }[]
  control: Control
}

/** How far a docket applied in batches, or a list that is invited, has come. */
export interface RunView {
  state: 'running' | 'done'
  total: number
  done: number
  refused: { at: number; line: number | null; problems: { sentence: string }[] }[]
}
