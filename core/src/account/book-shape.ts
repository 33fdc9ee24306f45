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
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import { Code, Line } from '../checks/shape.ts'
import type { BillLine } from './bill-rows.ts'
import { NeededWhen, When } from './book-dates.ts'
import { BookKeeping } from './book-keeping-shape.ts'
import { BookGrant, BookPerson, type BookApprovers } from './book-people-shape.ts'
import type { RoleArea, OfferState, PersonKind, Standing } from './rows.ts'

export * from './book-keeping-shape.ts'
export * from './book-people-shape.ts'

const MONTH = /^\d{4}-(0[1-9]|1[0-2])$/

/** The format's name, in every book's first field. */
export const BOOK_FORMAT = 'jolly-porter/account-book@1'

/** Something of the account's own that some kinds of people may have. */
export class BookLine {
  @Line(80) name!: string
  @IsIn(['staff', 'contractor', 'client'], { each: true }) kinds!: PersonKind[]
}

/** The account's own rules; what is left out is as for a new account. */
export class BookRules {
  @IsOptional() @IsInt() @Min(0) @Max(8) pathLabelDepth?: number
  @IsOptional() @IsBoolean() guestsSeePeopleMet?: boolean
  /** Whose sign-in needs a second sign-in step. */
  @IsOptional() @IsIn(['owner', 'administrator', 'member', 'guest'], { each: true }) secondMeansFor?: Standing[]
  /** Whether an outsider's engagement needs an end. */
  @IsOptional() @IsBoolean() outsidersNeedEnd?: boolean
  /** What the person who takes an invitation up agrees to. */
  @IsOptional() @IsString() terms?: string
  /** What people may have of the account's own: van keys, laptops. */
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookLine) handedBack?: BookLine[]
  @IsOptional() @IsInt() @Min(1) erasedAfterDays?: number
  @IsOptional() @IsBoolean() erasedByItself?: boolean
}

export class BookAccount {
  @Line(80) name!: string
  /** IANA zone: `Europe/Dublin`. */
  @Line(60) zone!: string
  /** ISO 4217. */
  @Line(3, 3) currency!: string
  /** BCP 47. */
  @Line(20) locale!: string
  @IsOptional() @ValidateNested() @Type(() => BookRules) rules?: BookRules
}

export class BookPlace {
  @Line(80) name!: string
  @Line(40) kind!: string
  @IsOptional() @Line(40) reference?: string
  @IsOptional() @IsBoolean() walled?: boolean
  @IsOptional() @IsBoolean() archived?: boolean
  /** Who approves there and beneath, as a role says it. */
  @IsOptional() approvers?: BookApprovers
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(2000)
  @ValidateNested({ each: true })
  @Type(() => BookPlace)
  places?: BookPlace[]
}

export class BookRole {
  @Line(60) name!: string
  /** `product/area` to `{ level, withheld, approval, scope }`; all but the level may be left out. */
  @IsObject() areas!: Record<string, RoleArea>
  /** The role it follows. */
  @IsOptional() @Line(60) follows?: string
  /** Left out: those who freely reach `run` there. */
  @IsOptional() approvers?: BookApprovers
  @IsOptional() @IsBoolean() wallPassing?: boolean
  @IsOptional() @IsBoolean() retired?: boolean
}

/** A field of the account's own with its values. */
export class BookField {
  @Line(60) name!: string
  /** Left out: a choice, with its values; a text has none. */
  @IsOptional() @IsIn(['choice', 'text']) kind?: 'choice' | 'text'
  @IsOptional() @IsBoolean() own?: boolean
  @IsOptional() @IsBoolean() asked?: boolean
  @IsArray() @ArrayMaxSize(200) @Line(80, 1, true) values!: string[]
}

export class BookStock {
  @Code() seatType!: string
  @IsInt() @Min(0) @Max(1_000_000) number!: number
  @NeededWhen() from!: string
  /** Where the number comes from. */
  @IsOptional() @Line(120) source?: string
}

/** A product on or off, and by which plan, from a date on. */
export class BookSubscription {
  @NeededWhen() from!: string
  @IsBoolean() on!: boolean
  @IsOptional() @Code() plan?: string | null
}

/** A product on at a place. */
export class BookFitting {
  @Line(1000) place!: string
  @NeededWhen() from!: string
  @When() until?: string
}

/** What the product reported as used: of an allowance, or by a person of their seat. */
export class BookUse {
  @IsOptional() @Code() allowance?: string
  @IsOptional() @Line(200) person?: string
  @NeededWhen() at!: string
  @IsInt() @Min(0) @Max(1_000_000_000) amount!: number
  @IsOptional() @When() reported?: string
}

/** A sheet from a date on; the first one's date is when the product was connected. */
export class BookSheet {
  @NeededWhen() from!: string
  /** A product sheet (docs/product-sheet.md). */
  @IsObject() sheet!: object
}

export class BookProduct {
  @Code() code!: string
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => BookSubscription)
  subscriptions!: BookSubscription[]
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => BookSheet) sheets!: BookSheet[]
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => BookStock) stock!: BookStock[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20_000)
  @ValidateNested({ each: true })
  @Type(() => BookFitting)
  fittings?: BookFitting[]
  @IsOptional() @IsArray() @ArrayMaxSize(100_000) @ValidateNested({ each: true }) @Type(() => BookUse) use?: BookUse[]
}

/** A product whose accounts follow this one; the token is not kept in a book. */
export class BookConnection {
  @Code() product!: string
  @Line(300) scimAddress!: string
  @IsOptional() @Line(300) thingsAddress?: string
  @NeededWhen() since!: string
}

export class BookGroup {
  @Line(60) name!: string
  @IsOptional() @Line(200) lead?: string
  /** Whether the lead sees its members' records as a manager does; left out: the lead is a contact alone. */
  @IsOptional() @IsBoolean() leads?: boolean
  /** Who belongs by rule: people whose fields hold all the values of any line, as `{ "employer": "Highfast" }`. */
  @IsOptional() @IsArray() @ArrayMaxSize(50) @IsObject({ each: true }) rule?: Record<string, string>[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookGrant) grants?: BookGrant[]
}

export class BookStandings {
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookGrant) member?: BookGrant[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookGrant) guest?: BookGrant[]
}

export class BookOfferedGrant {
  @Line(60) role!: string
  @Line(1000) place!: string
  @When() from?: string
  @When() until?: string
}

export class BookOffer {
  @Line(200) to!: string
  @Line(200) sponsor!: string
  @IsIn(['live', 'taken', 'withdrawn', 'dead']) state!: OfferState
  @NeededWhen() sent!: string
  @NeededWhen() expires!: string
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookOfferedGrant) grants!: BookOfferedGrant[]
  @IsArray() @IsString({ each: true }) seats!: string[]
  /** Those of the seats that are their own licences. */
  @IsOptional() @IsArray() @IsString({ each: true }) ownSeats?: string[]
  @IsOptional() @IsArray() @IsString({ each: true }) groups?: string[]
  /** The message came back. */
  @IsOptional() @IsBoolean() bounced?: boolean
}

export class BookPacketGrant {
  @Line(60) role!: string
  @Line(1000) place!: string
}

/** A named start for a kind of newcomer. */
export class BookPacket {
  @Line(60) name!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['administrator', 'member', 'guest']) standing!: Exclude<Standing, 'owner'>
  @IsArray() @ArrayMaxSize(20) @Line(121, 3, true) seats!: string[]
  @IsArray() @ArrayMaxSize(50) @Line(60, 1, true) groups!: string[]
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => BookPacketGrant) grants!: BookPacketGrant[]
}

/** How many seats of a type a place's stewards may have handed out at a time. */
export class BookAllotment {
  @Line(1000) place!: string
  /** `product/seat-type`. */
  @Line(121) seat!: string
  @IsInt() @Min(0) @Max(100_000) number!: number
}

/** A line of a month's bill as it was stored. */
export class BookBillLine {
  @Code() product!: string
  @Line(80) productName!: string
  @IsIn(['seats', 'days', 'team', 'term', 'places', 'allowance', 'late']) kind!: BillLine['kind']
  @Line(60, 0) code!: string
  @Line(120, 0) name!: string
  @IsInt() quantity!: number
  @IsInt() priceMinor!: number
  @IsInt() amountMinor!: number
  @IsOptional() @IsInt() daysLeft?: number
  @IsOptional() @IsInt() daysOfTerm?: number
  @IsOptional() @IsInt() used?: number
  @IsOptional() @IsInt() included?: number
  /** The closed month it came too late for. */
  @IsOptional() @Matches(MONTH) lateFor?: string
}

/** A month that has closed, with its bill: what was billed stays so (model S6). */
export class BookMonth {
  @Matches(MONTH) month!: string
  @NeededWhen() closed!: string
  @IsArray() @ArrayMaxSize(5000) @ValidateNested({ each: true }) @Type(() => BookBillLine) lines!: BookBillLine[]
}

/** An account's present state and dated holdings as one document (docs/account-book.md). */
export class AccountBook {
  @IsIn([BOOK_FORMAT]) format!: typeof BOOK_FORMAT
  /** The instant the book represents; a date is its first. */
  @NeededWhen() asOf!: string
  @ValidateNested() @Type(() => BookAccount) @IsObject() account!: BookAccount
  @IsArray() @Line(120, 1, true) employers!: string[]
  /** Which of the employers are archived. */
  @IsOptional() @IsArray() @Line(120, 1, true) archivedEmployers?: string[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookPlace) places!: BookPlace[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookProduct) products!: BookProduct[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookRole) roles!: BookRole[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookField) fields?: BookField[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookGroup) groups!: BookGroup[]
  @ValidateNested() @Type(() => BookStandings) @IsObject() standings!: BookStandings
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookPerson) people!: BookPerson[]
  @IsArray() @ValidateNested({ each: true }) @Type(() => BookOffer) offers!: BookOffer[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookPacket) packets?: BookPacket[]
  /** Pairs of places that are to share no outsider. */
  @IsOptional() @IsArray() @IsArray({ each: true }) apart?: [string, string][]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookAllotment) allotments?: BookAllotment[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(100)
  @ValidateNested({ each: true })
  @Type(() => BookConnection)
  connections?: BookConnection[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(500)
  @ValidateNested({ each: true })
  @Type(() => BookKeeping)
  keepings?: BookKeeping[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1200)
  @ValidateNested({ each: true })
  @Type(() => BookMonth)
  months?: BookMonth[]
}
