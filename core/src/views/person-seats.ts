import type { Id } from '../account/rows.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import type { Sight } from '../access/sight.ts'
import { readChange, type Change } from '../changes/engine/decide.ts'
import { preview } from '../changes/engine/preview.ts'
import type { ProductSheet, SheetSeatType } from '../account/sheet-shape.ts'
import { productsAt } from '../products/catalogue.ts'
import { seatsOf } from '../seats/holdings.ts'
import { seatWords, type SeatWords } from '../seats/seat-words.ts'

// What someone's seats could be: each product's types side by side, with what choosing each would do (model S12).

/** An area that a choice opens, raises, lowers or closes, taken over all places. */
export interface SeatMove {
  kind: 'opens' | 'raises' | 'lowers' | 'closes'
  name: string
}

/** A seat type as it is compared with the product's other types, for one person. */
export interface SeatOptionView extends SeatWords {
  code: string
  name: string
  /** Whether someone who has it counts towards the bill. */
  counts: boolean
  extras: readonly string[]
  /** What it lets its holder reach at most. */
  areas: { name: string; level: Level }[]
  isHeld: boolean
  moves: SeatMove[]
  /** Why it cannot be chosen now; null if it can. */
  problem: string | null
}

export interface ProductChoiceView {
  product: string
  name: string
  /** The seat that a choice changes; null: it gives one. */
  holdingId: Id | null
  options: SeatOptionView[]
}

/** The most options whose effect is worked out; products beyond are compared without it. */
const MAXIMUM_TRIED = 40

/**
 * The types of each product that is on; undefined for someone whose record the asker does not see.
 * @param changing the seat that is to be changed, where they have several of a product.
 */
export function personSeatsView(sight: Sight, personId: Id, changing?: Id): ProductChoiceView[] | undefined {
  const { account, now } = sight
  if (!account.get('person', personId) || sight.depthOf(personId) !== 'record') return undefined
  const held = seatsOf(account, personId, now)
  let tried = 0
  return productsAt(account, now)
    .filter(({ on }) => on)
    .map(({ sheet }) => {
      const own = held.filter((one) => one.product === sheet.code)
      const given = own.filter(({ origin }) => origin === 'given')
      const holdingId = (given.find(({ id }) => id === changing) ?? given[0])?.id ?? null
      return {
        ...{ product: sheet.code, name: sheet.name, holdingId },
        options: sheet.seatTypes.map((type): SeatOptionView => {
          const isHeld = own.some(({ seatType }) => seatType === type.code)
          tried += 1
          const effect = isHeld || tried > MAXIMUM_TRIED ? NO_EFFECT : effectOf(sight, personId, holdingId, sheet, type)
          return { ...aboutType(sight, sheet, type), isHeld, ...effect }
        }),
      }
    })
}

const NO_EFFECT = { moves: [], problem: null }

/** A seat type as it is shown beside the product’s others. */
export function aboutType(
  { account, now, money }: Sight,
  sheet: ProductSheet,
  type: SheetSeatType,
): Omit<SeatOptionView, 'isHeld' | 'moves' | 'problem'> {
  return {
    ...{ code: type.code, name: type.name, ...seatWords(account, sheet, type, now, money) },
    counts: type.priceMinor > 0 || type.inBand === true,
    extras: type.extras,
    areas: sheet.areas.flatMap(({ code, name }) => {
      const level = type.caps[code] ?? type.capElsewhere
      return level === 'none' ? [] : [{ name, level }]
    }),
  }
}

/** The change a choice is, as the sheet puts it into the docket. */
function choiceOf(personId: Id, holdingId: Id | null, product: string, seatType: string): object {
  return holdingId === null
    ? { type: 'give-seat', personId, product, seatType }
    : { type: 'change-seat', holdingId, seatType }
}

function effectOf(sight: Sight, personId: Id, holdingId: Id | null, sheet: ProductSheet, type: SheetSeatType) {
  const { account, now } = sight
  const read = readChange(choiceOf(personId, holdingId, sheet.code, type.code), () => TRIED_ID)
  const actor = { kind: 'person', personId: sight.personId } as const
  const shown = preview(account, [read.value as Change], actor, now, false)
  const found = new Map<string, { before: Level; after: Level }>()
  for (const effect of shown.access.effects) {
    if (effect.personId !== personId || effect.from) continue
    for (const { name, before, after } of effect.areas) {
      const known = found.get(name) ?? { before: 'none', after: 'none' }
      found.set(name, { before: higher(before, known.before), after: higher(after, known.after) })
    }
  }
  const moves = [...found].map(([name, levels]): SeatMove => ({ kind: kindOf(levels), name }))
  return { moves, problem: shown.problems[0]?.sentence ?? null }
}

const higher = (one: Level, other: Level) => (rank(one) > rank(other) ? one : other)

function kindOf({ before, after }: { before: Level; after: Level }): SeatMove['kind'] {
  if (before === 'none') return 'opens'
  if (after === 'none') return 'closes'
  return rank(after) > rank(before) ? 'raises' : 'lowers'
}

/** The id of a row that is never made. */
const TRIED_ID = '00000000-0000-7000-8000-000000000000'
