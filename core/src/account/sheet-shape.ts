import 'reflect-metadata'
import {
  ArrayMaxSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import { type Level, LEVELS } from './level.ts'
import { Code, Line } from '../checks/shape.ts'
import { Type } from 'class-transformer'
import { say } from '../words/say.ts'

/** The format's name, in every sheet's first field. */
export const SHEET_FORMAT = 'jolly-porter/product-sheet@1'

/** One level of an area with the plain sentence its holder reads: `look at photos`. */
export class SheetLevel {
  @IsIn(LEVELS) level!: Level
  @Line(200) sentence!: string
}

/** An action besides the levels themselves, with the level it needs (model L2): `publish: change`. */
export class SheetAction {
  @Code() code!: string
  @Line(80) name!: string
  @IsIn(LEVELS) needs!: Level
}

/** A part of a product to which access is given (model L2, L4, L5). */
export class SheetArea {
  @Code() code!: string
  @Line(80) name!: string
  @IsIn(['place', 'account']) scope!: 'place' | 'account'
  @IsBoolean() sensitive!: boolean
  @IsArray() @ArrayMaxSize(4) @ValidateNested({ each: true }) @Type(() => SheetLevel) levels!: SheetLevel[]
  @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => SheetAction) actions!: SheetAction[]
  /** Where it can be used. */
  @IsArray() @ArrayUnique() @IsIn(['computer', 'phone'], { each: true }) heldOn!: ('computer' | 'phone')[]
}

/** A way to hold the product (model S1). */
export class SheetSeatType {
  @Code() code!: string
  @Line(80) name!: string
  @IsIn(['named', 'floating']) use!: 'named' | 'floating'
  /** Minor units a month (a term, for `term`); 0 is *no charge*. */
  @IsInt() @Min(0) @Max(100_000_000) priceMinor!: number
  /** Whether the person who holds it counts for the team's price; only where that is `banded`. */
  @IsOptional() @IsBoolean() inBand?: boolean
  /** The most holdings there can be; null without limit. */
  @IsOptional() @IsInt() @Min(0) @Max(1_000_000) quota!: number | null
  /** The cap in every area that `caps` does not name. */
  @IsIn(LEVELS) capElsewhere!: Level
  /** Area code to cap. */
  @IsObject() caps!: Record<string, Level>
  @IsArray() @ArrayMaxSize(20) @Line(120, 1, true) extras!: string[]
}

/** What a plan enables (model S11). */
export class SheetPlan {
  @Code() code!: string
  @Line(80) name!: string
  @IsArray() @ArrayUnique() @Code(true) areas!: string[]
  @IsArray() @ArrayUnique() @Code(true) seatTypes!: string[]
}

/** A limit or budget (model M1): an amount with a unit, or a list of choices. */
export class SheetLimit {
  @Code() code!: string
  @Line(80) name!: string
  @IsIn(['amount', 'choices']) kind!: 'amount' | 'choices'
  @Line(40, 0) unit!: string
  @IsBoolean() monthly!: boolean
  /** The wider limit that stands in where this one is not set. */
  @IsOptional() @Code() wider?: string | null
  @IsOptional() @IsArray() @Line(80, 1, true) choices?: string[]
  @IsOptional() default?: number | 'unlimited' | string[] | null
}

/** One step of a banded price: the team price up to so many counted (model S6). */
export class SheetBand {
  @IsInt() @Min(1) @Max(1_000_000) upTo!: number
  @IsInt() @Min(0) @Max(100_000_000) priceMinor!: number
}

/** A charge per place of a kind where the product is on (model S6). */
export class SheetPlaceCharge {
  @Line(80) name!: string
  @Line(40) placeKind!: string
  @IsInt() @Min(0) @Max(100_000_000) priceMinor!: number
}

/** A pooled allowance a month with a price beyond it (model S6). */
export class SheetAllowance {
  @Code() code!: string
  @Line(80) name!: string
  @IsInt() @Min(0) @Max(1_000_000_000) included!: number
  /** Included once for each seat of this type charged in the month; left out, once in all. */
  @IsOptional() @Code() perSeatType?: string | null
  @IsInt() @Min(0) @Max(100_000_000) priceMinorBeyond!: number
}

/** How the product is charged, and from when a person counts (model S3, S6). */
export class SheetCharging {
  @IsIn(['whole-month', 'daily', 'term', 'banded']) rule!: 'whole-month' | 'daily' | 'term' | 'banded'
  @IsIn(['invited', 'admitted', 'first-use']) counts!: 'invited' | 'admitted' | 'first-use'
  /** ISO 4217. */
  @Line(3) currency!: string
  @IsOptional() @IsInt() @Min(1) @Max(60) termMonths?: number | null
  @IsOptional() @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => SheetBand) bands?: SheetBand[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => SheetPlaceCharge)
  perPlace?: SheetPlaceCharge[]
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => SheetAllowance)
  allowances?: SheetAllowance[]
  @IsOptional() @IsInt() @Min(0) @Max(366) trialDays?: number | null
}

/** A per-person setting with its default (model L2). */
export class SheetSetting {
  @Code() code!: string
  @Line(80) name!: string
  @IsOptional() @IsArray() @Line(80, 1, true) choices?: string[]
  @Line(80, 0) default!: string
}

/** A rule by which everyone of a standing has a seat of a type while it is switched on (model S7). */
export class SheetComesAlong {
  @IsIn(['owner', 'administrator', 'member', 'guest']) standing!: string
  @Code() seatType!: string
}

/** A role the product proposes for accounts that begin with it: its areas by code, each with a level. */
export class SheetRole {
  @Line(60) name!: string
  @IsObject() areas!: Record<string, Level>
}

/** What a subscription product says of itself; our own open format (docs/product-sheet.md, model L2). */
export class ProductSheet {
  @IsIn([SHEET_FORMAT]) format!: typeof SHEET_FORMAT
  @Code() code!: string
  @Line(80) name!: string
  @Line(200, 0) about!: string
  /** Where people open it. */
  @IsOptional()
  @Line(300)
  @Matches(/^https?:\/\/[^\s]+$/, { message: () => say('products.property-must-be-a-web-address-such-as') })
  address?: string
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => SheetArea) areas!: SheetArea[]
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => SheetSeatType) seatTypes!: SheetSeatType[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => SheetPlan) plans!: SheetPlan[]
  @ValidateNested() @Type(() => SheetCharging) @IsObject() charging!: SheetCharging
  @IsArray() @ArrayMaxSize(100) @ValidateNested({ each: true }) @Type(() => SheetLimit) limits!: SheetLimit[]
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => SheetSetting) settings!: SheetSetting[]
  @IsArray()
  @ArrayMaxSize(8)
  @ValidateNested({ each: true })
  @Type(() => SheetComesAlong)
  comesAlong!: SheetComesAlong[]
  /** Roles it proposes; nobody has them until they are made and given. */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => SheetRole) roles?: SheetRole[]
  /** What becomes of a person's things when a seat ends. */
  @IsIn(['kept', 'kept-read-only', 'dropped']) thingsWhenSeatEnds!: 'kept' | 'kept-read-only' | 'dropped'
}
