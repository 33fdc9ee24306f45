import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  Min,
  ValidateNested,
} from 'class-validator'
import { Line } from '../checks/shape.ts'
import { NeededWhen, When } from './book-dates.ts'
import type { PersonKind, PersonState, Standing } from './rows.ts'

// People in an account book, with what they hold and what is planned for them.

export class BookGrant {
  @Line(60) role!: string
  /** `Client/Site/Location`; `/` is the root. */
  @Line(1000) place!: string
  @NeededWhen() from!: string
  @When() until?: string
  /** The person who gave it, by email or key. */
  @IsOptional() @Line(200) givenBy?: string
  /** Who approves what its role makes need approval. */
  @IsOptional() approvers?: BookApprovers
  /** The role its holder gets at each client they make. */
  @IsOptional() @Line(60) makes?: string
}

/** Who approves: people, a group, `area` for those who manage it there, the holder's `manager`; or steps of these. */
export type BookApprover = 'manager' | 'area' | string[] | { group: string }
export type BookApprovers = BookApprover | { order: 'in-order' | 'all'; steps: BookApprover[] }

export class BookSeat {
  /** `product/seat-type`. */
  @Line(121) seat!: string
  @IsOptional() @IsBoolean() own?: boolean
  @NeededWhen() from!: string
  /** From when it counts for the bill, where that is not from when it was given; where first use counts, that use. */
  @When() counted?: string
  @When() until?: string
  /** It came with the standing (docs/product-sheet.md, what comes along). */
  @IsOptional() @IsBoolean() along?: boolean
  /** Who gave and who ended it, by email or key. */
  @IsOptional() @Line(200) givenBy?: string
  @IsOptional() @Line(200) endedBy?: string
}

export class BookPeriod {
  @When() from?: string
  @When() until?: string
}

/** A time away that is set or under way. */
export class BookAway extends BookPeriod {
  /** Whether seats are kept, and paid; left out, they end with the first day away. */
  @IsOptional() @IsBoolean() keepSeats?: boolean
  /** Seats to be given back on return, as `product/seat-type`. */
  @IsOptional() @IsArray() @ArrayMaxSize(50) @Line(121, 3, true) seats?: string[]
  /** Who stands in, and who said yes, by email or key. */
  @IsOptional() @Line(200) standIn?: string
  @IsOptional() @Line(200) decidedBy?: string
  /** What the return may add to a month’s bill, minor units. */
  @IsOptional() @IsInt() @Min(0) agreedMinor?: number
}

/** Who takes over: one of the three. */
export class BookTaker {
  @IsOptional() @Line(200) person?: string
  @IsOptional() @Line(60) group?: string
  @IsOptional() @Line(1000) place?: string
}

export class BookHandover {
  @IsIn(['report', 'steward', 'group-led', 'approver', 'line', 'things']) what!: string
  /** By name: a person, a place’s path, a group, a role, a line; `product` or `product/thing`. */
  @Line(1000) thing!: string
  /** Left out: nobody takes it over. */
  @IsOptional() @ValidateNested() @Type(() => BookTaker) to?: BookTaker
  @When() acceptBy?: string
  @IsOptional() @IsBoolean() accepted?: boolean
}

/** A leaving that is planned (model X2); what is not named goes to whom is proposed. */
export class BookLeaving {
  @NeededWhen() at!: string
  @IsOptional() @Line(200) plannedBy?: string
  @When() plannedAt?: string
  /** The end of the engagement before this was planned, for putting it down. */
  @When() engagementBefore?: string
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => BookHandover)
  handovers?: BookHandover[]
}

export class BookPerson {
  @IsOptional() @Line(200) email?: string
  /** Names the person in this book where there is no address. */
  @IsOptional() @Line(60) key?: string
  @IsOptional() @Line(120) name?: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['owner', 'administrator', 'member', 'guest']) standing!: Standing
  @IsIn(['invited', 'waiting', 'active', 'away', 'left', 'declined', 'refused', 'withdrawn', 'expired', 'erased'])
  state!: PersonState
  @IsOptional() @IsBoolean() signatory?: boolean
  /** Recorded without a login. */
  @IsOptional() @IsBoolean() onRecord?: boolean
  /** The second address of two records that were joined (model P14). */
  @IsOptional() @Line(200) otherEmail?: string
  /** People of the same name, by email or key, who are someone else (model P14). */
  @IsOptional() @IsArray() @ArrayMaxSize(100) @Line(200, 1, true) apartFrom?: string[]
  @IsOptional() @Line(200) manager?: string
  @IsOptional() @Line(120) employer?: string
  /** Their own cost centre. */
  @IsOptional() @Line(60) reference?: string
  @IsOptional() @ValidateNested() @Type(() => BookPeriod) engagement?: BookPeriod
  /** When they are away. */
  @IsOptional() @ValidateNested() @Type(() => BookAway) away?: BookAway
  @IsOptional() @ValidateNested() @Type(() => BookLeaving) leaves?: BookLeaving
  @IsOptional() @IsArray() @IsString({ each: true }) groups?: string[]
  /** A field of the account's own to one of its values. */
  @IsOptional() @IsObject() choices?: Record<string, string>
  @IsOptional() @Line(40) phone?: string
  /** A text field of the account's own to what it holds. */
  @IsOptional() @IsObject() texts?: Record<string, string>
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookSeat) seats?: BookSeat[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookGrant) grants?: BookGrant[]
}
