import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import { Code, Line } from '../checks/shape.ts'
import { NeededWhen } from './book-dates.ts'

/** Who looks after a product's accounts: a person or a group; neither: the owners. */
export class BookKeeper {
  /** By email or key. */
  @IsOptional() @Line(200) person?: string
  @IsOptional() @Line(60) group?: string
}

/** What is known of one account in a product, from one source (model B1). */
export class BookKnown {
  /** Whose it is, by email or key; left out: nobody's here. */
  @IsOptional() @Line(200) person?: string
  /** The shared login whose it is, by its name. */
  @IsOptional() @Line(120) shared?: string
  /** Of one that is nobody's: the address and name it has there. */
  @IsOptional() @Line(200) address?: string
  @IsOptional() @Line(200) name?: string
  /** The product's own id of it. */
  @IsOptional() @Line(200) id?: string
  @IsIn(['open', 'suspended', 'closed']) state!: 'open' | 'suspended' | 'closed'
  /** Code of the seat type. */
  @IsOptional() @Code() seatType?: string
  @NeededWhen() asOf!: string
  @IsIn(['list', 'confirmed', 'spreadsheet']) source!: 'list' | 'confirmed' | 'spreadsheet'
  /** Who said it, by email or key. */
  @IsOptional() @Line(200) by?: string
  @IsOptional() @NeededWhen() lastUsed?: string
  /** Since when one that is nobody's here is to be closed. */
  @IsOptional() @NeededWhen() closingSince?: string
}

/** A member list that was applied. */
export class BookMemberList {
  @NeededWhen() asOf!: string
  @NeededWhen() applied!: string
  @IsOptional() @Line(200) by?: string
  /** SHA-256 of what was read, base64url. */
  @IsString() @MaxLength(64) hash!: string
  @IsInt() @Min(0) count!: number
}

/** A login that several people use (model B4). */
export class BookSharedLogin {
  @Line(120) name!: string
  /** Under which it signs in there. */
  @IsOptional() @Line(200) address?: string
  /** By email or key, as its users. */
  @Line(200) responsible!: string
  @IsArray() @ArrayMaxSize(200) @Line(200, 1, true) users!: string[]
  /** Code of the seat type it takes. */
  @IsOptional() @Code() seatType?: string
  @NeededWhen() from!: string
  @IsOptional() @NeededWhen() until?: string
  /** When someone is to look at it again. */
  @IsOptional() @NeededWhen() review?: string
  /** Since when its password is to be changed. */
  @IsOptional() @NeededWhen() passwordDue?: string
}

/** Someone in the product whom the office is asked to record. */
export class BookRecordRequest {
  @Line(120) name!: string
  @IsOptional() @Line(200) address?: string
  /** Who asks, by email or key. */
  @Line(200) by!: string
  @NeededWhen() asked!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: 'staff' | 'contractor' | 'client'
  @IsOptional() @Code() seatType?: string
  @IsOptional() @Line(120) firm?: string
}

/** How a product's accounts are kept where nothing does it by itself, and what is known of them (model B1). */
export class BookKeeping {
  @Code() product!: string
  /** Left out with `since`: nobody has said, or the product is connected; then there are neither keeper, client nor words. */
  @IsOptional() @IsIn(['hand', 'none']) way?: 'hand' | 'none'
  @IsOptional() @ValidateNested() @Type(() => BookKeeper) @IsObject() keeper?: BookKeeper
  /** The client whose own product it is, by the place's path. */
  @IsOptional() @Line(400) client?: string
  @IsOptional() @NeededWhen() since?: string
  /** What the product calls our roles and places: its word by the role's name or the place's path. */
  @IsOptional() @IsObject() roleWords?: Record<string, string>
  @IsOptional() @IsObject() placeWords?: Record<string, string>
  /** Which heading of its member list says what. */
  @IsOptional() @IsObject() columns?: Record<string, string>
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  @Type(() => BookMemberList)
  lists?: BookMemberList[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  @Type(() => BookSharedLogin)
  sharedLogins?: BookSharedLogin[]
  @IsOptional()
  @IsArray()
  @ValidateNested({ each: true })
  @Type(() => BookRecordRequest)
  recordRequests?: BookRecordRequest[]
  @IsOptional() @IsArray() @ValidateNested({ each: true }) @Type(() => BookKnown) known?: BookKnown[]
}
