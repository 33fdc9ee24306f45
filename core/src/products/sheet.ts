import 'reflect-metadata'
import { Type } from 'class-transformer'
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
import { LEVELS, isLevel, type Level } from '../access/levels.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { Code, Line, readShape, type Read } from '../checks/shape.ts'
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

/** Reads a product sheet; every problem comes with its path, and nothing is half-read. */
export function readSheet(plain: unknown): Read<ProductSheet> {
  const read = readShape(ProductSheet, plain)
  if (read.problems) return read
  const problems = [...repeated(read.value), ...dangling(read.value), ...absurd(read.value)]
  return problems.length > 0 ? { problems } : read
}

function repeated(sheet: ProductSheet): Problem[] {
  const lists = { areas: sheet.areas, seatTypes: sheet.seatTypes, plans: sheet.plans, limits: sheet.limits }
  return Object.entries(lists).flatMap(([list, entries]) =>
    entries.flatMap((entry, at) =>
      entries.findIndex((other) => other.code === entry.code) < at
        ? [
            problem(
              'repeated-code',
              say('products.the-code-stands-twice-in', { code: entry.code, list }),
              `/${list}/${at}/code`,
            ),
          ]
        : [],
    ),
  )
}

/** What is well-formed and yet cannot be charged by (model S6). */
function absurd({ charging, seatTypes }: ProductSheet): Problem[] {
  const problems: Problem[] = []
  const complain = (code: string, sentence: string, path: string) => problems.push(problem(code, sentence, path))
  const bands = charging.bands ?? []
  if (charging.rule === 'banded' && bands.length === 0) {
    complain('no-bands', say('products.a-price-by-team-size-needs-at-least'), '/charging/bands')
  }
  bands.forEach((band, at) => {
    const before = bands[at - 1]
    if (!before) return
    const path = `/charging/bands/${at}`
    if (band.upTo <= before.upTo) {
      complain(
        'bands-overlap',
        say('products.the-team-size-up-to-lies-within-the', { upTo: band.upTo, upTo2: before.upTo }),
        path,
      )
    }
    if (band.priceMinor < before.priceMinor) {
      complain('band-cheaper', say('products.the-team-size-up-to-costs-less-than', { upTo: band.upTo }), path)
    }
  })
  if (charging.rule === 'term' && !charging.termMonths) {
    complain('no-term', say('products.a-price-for-a-term-needs-the-terms'), '/charging/termMonths')
  }
  seatTypes.forEach((type, at) => {
    const path = `/seatTypes/${at}`
    if (charging.rule === 'banded' && type.priceMinor > 0) {
      complain(
        'priced-in-band',
        say('products.has-a-price-of-its-own-but-the', { type: type.name }),
        `${path}/priceMinor`,
      )
    }
    if (charging.rule !== 'banded' && type.inBand) {
      complain(
        'band-without',
        say('products.counts-towards-the-team-but-the-product-does', { type: type.name }),
        `${path}/inBand`,
      )
    }
    if (type.use === 'floating' && type.priceMinor > 0 && charging.rule !== 'term') {
      complain(
        'floating-price',
        say('products.is-floating-a-pool-is-bought-for-a', { type: type.name }),
        `${path}/priceMinor`,
      )
    }
  })
  return problems
}

function dangling(sheet: ProductSheet): Problem[] {
  const areas = new Set(sheet.areas.map((area) => area.code))
  const types = new Set(sheet.seatTypes.map((type) => type.code))
  const limits = new Set(sheet.limits.map((limit) => limit.code))
  const problems: Problem[] = []
  const expect = (known: Set<string>, code: string, what: string, path: string) => {
    if (!known.has(code)) problems.push(problem('unknown-code', say('products.the-sheet-has-no', { what, code }), path))
  }
  sheet.seatTypes.forEach((type, at) => {
    for (const [area, cap] of Object.entries(type.caps)) {
      const path = `/seatTypes/${at}/caps/${area}`
      expect(areas, area, 'area', path)
      if (!isLevel(cap))
        problems.push(problem('unknown-level', say('products.is-no-level', { cap: String(cap) }), path))
    }
  })
  sheet.plans.forEach((plan, at) => {
    for (const area of plan.areas) expect(areas, area, 'area', `/plans/${at}/areas`)
    for (const type of plan.seatTypes) expect(types, type, say('products.seat-type'), `/plans/${at}/seatTypes`)
  })
  sheet.limits.forEach((limit, at) => {
    if (limit.wider) expect(limits, limit.wider, 'limit', `/limits/${at}/wider`)
  })
  sheet.charging.allowances?.forEach((allowance, at) => {
    const path = `/charging/allowances/${at}/perSeatType`
    if (allowance.perSeatType) expect(types, allowance.perSeatType, say('products.seat-type'), path)
  })
  sheet.roles?.forEach((role, at) => {
    for (const [area, level] of Object.entries(role.areas)) {
      expect(areas, area, 'area', `/roles/${at}/areas/${area}`)
      if (!isLevel(level))
        problems.push(
          problem(
            'unknown-level',
            say('products.is-no-level-2', { level: String(level) }),
            `/roles/${at}/areas/${area}`,
          ),
        )
    }
  })
  sheet.comesAlong.forEach((rule, at) =>
    expect(types, rule.seatType, say('products.seat-type'), `/comesAlong/${at}/seatType`),
  )
  return problems
}
