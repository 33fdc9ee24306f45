import type { AbsenceRow, ConnectionRow, DepartureRow, LeaverLine, StepRow } from './departure-rows.ts'
import type { Instant } from '../time/instants.ts'
import type { Level } from './level.ts'
import type { LinkRow, OfferRow, PlannedRow, RequestRow, ShareRow } from './offer-rows.ts'
import type {
  AllotmentRow,
  ClosedMonthRow,
  FittingRow,
  HoldingRow,
  ProductRow,
  SheetRow,
  StockRow,
  SubscriptionRow,
  UseRow,
} from './product-rows.ts'
import type { KeepingRow, KnownRow, MemberListRow, RecordRequestRow, SharedLoginRow } from './keeping-rows.ts'

export type * from './departure-rows.ts'

export type * from './keeping-rows.ts'

export type * from './offer-rows.ts'

/** A UUIDv7, given by the server; the core never makes one. */
export type Id = string

/** `product/area`, as `bedding-log/photos`; Jolly Porter's own areas are `porter/…` (model L6). */
export type AreaKey = string

/** For filters, rules and defaults; it decides nothing by itself (model P2). */
export type PersonKind = 'staff' | 'contractor' | 'client'

/** A standing is a route at the root (model P4). */
export type Standing = 'owner' | 'administrator' | 'member' | 'guest'

/** Model P3. `expired` is also how an invitation past its date reads, with no write (model Z3). */
export type PersonState =
  'invited' | 'waiting' | 'active' | 'away' | 'left' | 'declined' | 'refused' | 'withdrawn' | 'expired' | 'erased'

export interface SettingsRow {
  id: Id
  name: string
  zone: string
  currency: string
  locale: string
  /** How many names below the root a place's path label shows to those who only reach something beneath (model T7). */
  pathLabelDepth: number
  /** Whether guests see the people they meet at places they reach (model P4). */
  guestsSeePeopleMet: boolean
  /** Whose sign-in needs a second sign-in step, by standing. */
  secondMeansFor: readonly Standing[]
  /** Whether an outsider’s engagement needs an end. */
  outsidersNeedEnd: boolean
  /** What the person who takes an invitation up agrees to; null for nothing. */
  terms: string | null
  /** What people may have of the account’s own, asked for when they leave. */
  leaverLines: readonly LeaverLine[]
  /** Who left so many days ago is to be erased; null: nobody is. */
  erasedAfterDays: number | null
  /** Whether they are erased by themselves then, or only called to mind. */
  erasedByItself: boolean
  /** When the account was opened here: months before that were never billed by it. */
  openedAt: Instant
}

/** Another business that people work for (model P11). */
export interface EmployerRow {
  id: Id
  name: string
  /** Nobody can be put there any more. */
  archived: boolean
}

export interface PlaceRow {
  id: Id
  /** `null` for the root alone. */
  parentId: Id | null
  name: string
  kind: string
  /** Cost code; unique in the account (model T1). */
  reference: string | null
  walled: boolean
  /** Whether it was archived; everything beneath sleeps with it (model T6). */
  archived: boolean
  /** Who approves there and beneath; null: as the next place above says, or the role (model V5). */
  approvers: Approvers | null
}

/** Which items of an area a role reaches: all, one's own, or one's own and those of one's people (model R1). */
export type Scope = 'all' | 'own' | 'people'

/** One area of a role (model R1, L3). */
export interface RoleArea {
  level: Level
  /** Actions left out although the level would hold them. */
  withheld?: readonly string[]
  /** Actions that need someone's approval. */
  approval?: readonly string[]
  /** Absent is all items. */
  scope?: Scope
}

/** An approver: a person by name, a group, anyone who manages the area there, or the holder's manager (model V5). */
export type Approver =
  { kind: 'named'; personIds: readonly Id[] } | { kind: 'group'; groupId: Id } | { kind: 'area' } | { kind: 'manager' }

/** Who approves; several decide one after the other, or all of them in any order, one decision each (model V5). */
export type Approvers = Approver | { kind: 'steps'; order: 'in-order' | 'all'; steps: readonly Approver[] }

export interface RoleRow {
  id: Id
  name: string
  areas: Readonly<Record<AreaKey, RoleArea>>
  /** The role it follows (model R3). */
  baseId: Id | null
  approvers: Approvers | null
  /** Only an owner makes a role pass walls, and gives it by name (model T3). */
  wallPassing: boolean
  /** Nobody can be given it any more (model R5). */
  retired: boolean
}

export interface PersonRow {
  id: Id
  kind: PersonKind
  standing: Standing
  state: PersonState
  managerId: Id | null
  employerId: Id | null
  signatory: boolean
  engagementFrom: Instant | null
  engagementUntil: Instant | null
  /** Away from then until then, as every answer reads it whether or not anybody is awake (model X1, Z3). */
  awayFrom: Instant | null
  awayUntil: Instant | null
  /** The human's login once there is one (model P1). */
  loginId: Id | null
  /** Recorded without a login, and not invited to sign in yet (model P12). */
  recorded: boolean
  /** The record this one was joined into; null but for an erased one that was (model P14). */
  joinedInto: Id | null
  /** Records of the same name that were said to be of someone else (model P14). */
  apartFrom: readonly Id[]
  /** Cost centre of their own, before that of any place (model P2). */
  reference: string | null
  /** Choices in the account's own fields: the field's id to the value's (model C6). */
  choices: Readonly<Record<Id, Id>>
}

/**
 * A field of the account's own. A choice has values, and is the only kind a rule may read besides the built-in fields; a
 * text is a personal value (model C6).
 */
export interface FieldRow {
  id: Id
  name: string
  kind: 'choice' | 'text'
  /** Of a text: whether people set their own. */
  own: boolean
  /** Of a text: whether the person who takes an invitation up is asked for it. */
  asked: boolean
  values: readonly { id: Id; name: string }[]
}

/** `field = value`: a built-in field (`kind`, `standing`, `employer`) or the id of a field of the account's own. */
export interface RuleCondition {
  field: string
  value: string
}

/** Who belongs to a group by rule: any of the lines, each of which holds all of its conditions (model P8). */
export interface GroupRule {
  anyOf: readonly (readonly RuleCondition[])[]
}

export interface GroupRow {
  id: Id
  name: string
  leadId: Id | null
  /** Set to lead: the lead sees its members' records as a manager does, and their items as a role says (model P8). */
  leads: boolean
  /** Null: by name alone. */
  rule: GroupRule | null
}

export interface MembershipRow {
  id: Id
  groupId: Id
  personId: Id
}

export type SubjectKind = 'person' | 'group' | 'standing'

export interface GrantRow {
  id: Id
  subjectKind: SubjectKind
  /** A person's or group's id, or a standing's word. */
  subjectId: string
  roleId: Id
  placeId: Id
  from: Instant
  until: Instant | null
  /** Who gave it; `null` for what stood in a book. */
  givenById: Id | null
  /** The offer it came from. */
  offerId: Id | null
  /** Who approves what this grant's role makes need approval; null: as the place or the role says (model R4, V5). */
  approvers: Approvers | null
  /** The role its holder gets at each client they make, where the grant's role lets them make some (model T8). */
  madeRoleId: Id | null
}

/** A named start for a kind of newcomer; copied at use (model P9). */
export interface PacketRow {
  id: Id
  name: string
  kind: PersonKind
  standing: 'administrator' | 'member' | 'guest'
  seats: readonly { product: string; seatType: string }[]
  groupIds: readonly Id[]
  grants: readonly { roleId: Id; placeId: Id }[]
}

/** Two places that are to share no outsider: a standing check. */
export interface SeparationRow {
  id: Id
  oneId: Id
  otherId: Id
}

/** All tables of an account, by name. Nothing in them is personal (model C6). */
export interface Rows {
  settings: SettingsRow
  employer: EmployerRow
  place: PlaceRow
  role: RoleRow
  person: PersonRow
  field: FieldRow
  group: GroupRow
  membership: MembershipRow
  grant: GrantRow
  offer: OfferRow
  holding: HoldingRow
  product: ProductRow
  sheet: SheetRow
  subscription: SubscriptionRow
  stock: StockRow
  fitting: FittingRow
  use: UseRow
  closedMonth: ClosedMonthRow
  request: RequestRow
  share: ShareRow
  separation: SeparationRow
  packet: PacketRow
  allotment: AllotmentRow
  link: LinkRow
  planned: PlannedRow
  departure: DepartureRow
  step: StepRow
  absence: AbsenceRow
  connection: ConnectionRow
  keeping: KeepingRow
  known: KnownRow
  memberList: MemberListRow
  sharedLogin: SharedLoginRow
  recordRequest: RecordRequestRow
}

export type TableName = keyof Rows

export type AnyRow = Rows[TableName]

/** One row made, altered or removed: `before` is null for a new row, `after` for a removed one (model C1). */
export type RowEdit<T extends TableName = TableName> = T extends TableName
  ? { table: T; key: Id; before: Rows[T] | null; after: Rows[T] | null }
  : never

export { PERSONAL_FIELDS, type PersonalField, type PersonalValue } from './personal.ts'
