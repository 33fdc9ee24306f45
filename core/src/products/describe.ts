import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsInt, IsOptional, Max, Min, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import { Line } from '../checks/shape.ts'
import {
  SHEET_FORMAT,
  SheetBand,
  type ProductSheet,
  type SheetArea,
  type SheetRole,
  type SheetSeatType,
} from '../account/sheet-shape.ts'
import { say } from '../words/say.ts'

/** How a product charges, as someone who pays for it says it: shapes, not products (model B5). */
export const CHARGING_PATTERNS = ['month', 'day', 'team', 'term', 'place', 'nothing'] as const
export type ChargingPattern = (typeof CHARGING_PATTERNS)[number]

const MOST_MINOR = 100_000_000

/** A way to hold a product that is described. */
export class DescribedType {
  /** Of a type the product has already; left out, a new one. */
  @IsOptional() @Line(60) code?: string | null
  @Line(80) name!: string
  /** Minor units a month, or a term; 0 is no charge. */
  @IsInt() @Min(0) @Max(MOST_MINOR) priceMinor!: number
  /** How many there are; null: as many as needed. */
  @IsOptional() @IsInt() @Min(0) @Max(1_000_000) number?: number | null
  /** Whether the person who holds it counts towards the team’s size. */
  @IsOptional() @IsBoolean() counts?: boolean
  /** Its holders can only look. */
  @IsOptional() @IsBoolean() looksOnly?: boolean
}

/** A product as described by hand, without a file (model B5). */
export class Description {
  @Line(80) name!: string
  /** Where people open it. */
  @IsOptional() @Line(300, 0) address?: string | null
  @IsIn(CHARGING_PATTERNS) pattern!: ChargingPattern
  @IsIn(['invited', 'admitted', 'first-use']) counts!: 'invited' | 'admitted' | 'first-use'
  @IsArray() @ArrayMaxSize(40) @ValidateNested({ each: true }) @Type(() => SheetBand) bands!: SheetBand[]
  @IsOptional() @IsInt() @Min(1) @Max(60) termMonths?: number | null
  /** The price for each place of a kind where it is on. */
  @IsOptional() @Line(40, 0) placeKind?: string | null
  @IsOptional() @IsInt() @Min(0) @Max(MOST_MINOR) placePriceMinor?: number | null
  @IsArray() @ArrayMaxSize(8) @ValidateNested({ each: true }) @Type(() => DescribedType) types!: DescribedType[]
}

/** The one area of a product that nobody divided up. */
const everything = (): SheetArea => ({
  code: 'everything',
  name: say('products.everything'),
  scope: 'place',
  sensitive: false,
  levels: [
    { level: 'see', sentence: say('products.look-at-everything') },
    { level: 'add', sentence: say('products.add-to-it') },
    { level: 'change', sentence: say('products.change-everything-in-it') },
    { level: 'run', sentence: say('products.delete-things-and-set-it-up') },
  ],
  actions: [],
  heldOn: ['computer', 'phone'],
})

/** Roles for a product that has one area: the first keys an account gives (model B5). */
function startingRoles(name: string): SheetRole[] {
  return [
    { name: say('products.everything-in', { name }), areas: { everything: 'change' } },
    { name: say('products.look-at-only', { name }), areas: { everything: 'see' } },
  ]
}

const MAXIMUM_CODE = 50

/** A name as a code: lower-case words joined by hyphens; `product` where no letter of it can stand in one. */
export function codeOf(name: string, taken: ReadonlySet<string> = new Set(), otherwise = 'product'): string {
  const words = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
  const joined = words
    .filter(Boolean)
    .join('-')
    .replace(/^[\d-]+/, '')
    .slice(0, MAXIMUM_CODE)
  const plain = joined.endsWith('-') ? joined.slice(0, -1) : joined
  const base = plain || otherwise
  for (let number = 1; ; number += 1) {
    const code = number === 1 ? base : `${base}-${number}`
    if (!taken.has(code)) return code
  }
}

const RULES = {
  month: 'whole-month',
  day: 'daily',
  team: 'banded',
  term: 'term',
  place: 'whole-month',
  nothing: 'whole-month',
} as const

/**
 * The ordinary product sheet that a description makes. Of a product that is there already everything the description
 * says nothing of stays as it is: areas, what a type contains, plans, limits.
 * @param code the product's, new or present.
 */
export function describedSheet(
  { name, address, pattern, counts, bands, termMonths, placeKind, placePriceMinor, types }: Description,
  code: string,
  currency: string,
  present?: ProductSheet,
): ProductSheet {
  const codes = new Set<string>()
  const isPriced = pattern === 'month' || pattern === 'day' || pattern === 'term'
  const seatTypes = types.map((type): SheetSeatType => {
    const own = present?.seatTypes.find((one) => one.code === type.code)
    const typeCode = own?.code ?? codeOf(type.name, codes, 'seat')
    codes.add(typeCode)
    const contains = own
      ? { caps: own.caps, capElsewhere: own.capElsewhere, extras: own.extras, use: own.use }
      : {
          caps: {},
          capElsewhere: type.looksOnly ? ('see' as const) : ('run' as const),
          extras: [],
          use: 'named' as const,
        }
    return {
      ...{ code: typeCode, name: type.name.trim(), priceMinor: isPriced ? type.priceMinor : 0 },
      ...contains,
      // Seats for a term are bought; elsewhere the number is a ceiling (model S2).
      quota: pattern === 'term' ? null : (type.number ?? null),
      ...(pattern === 'team' && type.counts !== false ? { inBand: true } : {}),
    }
  })
  const charge = { name: placeKind ?? '', placeKind: placeKind ?? '', priceMinor: placePriceMinor ?? 0 }
  return {
    ...(present ?? {
      areas: [everything()],
      plans: [],
      limits: [],
      settings: [],
      comesAlong: [],
      thingsWhenSeatEnds: 'kept',
    }),
    format: SHEET_FORMAT,
    code,
    name: name.trim(),
    about: present?.about ?? '',
    ...(address?.trim() ? { address: webAddress(address.trim()) } : {}),
    seatTypes,
    charging: {
      ...(present?.charging.allowances ? { allowances: present.charging.allowances } : {}),
      ...{ rule: RULES[pattern], counts, currency },
      ...(pattern === 'team' ? { bands } : {}),
      ...(pattern === 'term' ? { termMonths: termMonths ?? 12 } : {}),
      ...(pattern === 'place' && placeKind ? { perPlace: [charge] } : {}),
    },
    roles: present?.roles ?? startingRoles(name.trim()),
  }
}

/** What people write without its beginning is meant as a secure web address. */
function webAddress(text: string): string {
  return /^[a-z][a-z0-9+.-]*:/i.test(text) ? text : `https://${text}`
}

/** A product's sheet as a description of it, to be edited. */
export function descriptionOf(sheet: ProductSheet): Description {
  const { rule, counts, bands = [], termMonths, perPlace = [] } = sheet.charging
  const isFree = sheet.seatTypes.every(({ priceMinor }) => priceMinor === 0)
  const pattern = (
    {
      banded: 'team',
      daily: 'day',
      term: 'term',
      'whole-month': perPlace.length > 0 && isFree ? 'place' : isFree ? 'nothing' : 'month',
    } as const
  )[rule]
  return {
    ...{ name: sheet.name, address: sheet.address ?? '', pattern, counts, bands, termMonths: termMonths ?? null },
    ...{ placeKind: perPlace[0]?.placeKind ?? null, placePriceMinor: perPlace[0]?.priceMinor ?? null },
    types: sheet.seatTypes.map((type) => ({
      ...{ code: type.code, name: type.name, priceMinor: type.priceMinor, number: type.quota },
      ...{ counts: type.inBand === true, looksOnly: type.capElsewhere === 'see' },
    })),
  }
}
