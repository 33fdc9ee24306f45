import type { Id } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import type { Account } from '../../account/account.ts'
import { Sight } from '../../access/sight.ts'
import type { Problem } from '../../checks/problem.ts'
import { productAt } from '../../products/catalogue.ts'
import { countSeats, isHeldAt } from '../../seats/holdings.ts'
import { moneyText } from '../../seats/money.ts'
import { seatWords } from '../../seats/seat-words.ts'
import type { Instant } from '../../time/instants.ts'
import type { Change } from '../engine/decide.ts'
import { idleHolders, priceOfOneMore } from '../rules/seat-rules.ts'
import type { Mend } from '../engine/warning.ts'
import { say } from '../../words/say.ts'

/** What stands in the way, with what one click does about it, if anything does. */
export interface MendableProblem extends Problem {
  mends?: Mend[]
}

/** A seat that a change gives. */
interface Given {
  product: string
  seatType: string
  own?: boolean
  /** The same change with another type instead. */
  instead(seatType: string): object
}

/**
 * Where a seat is sold out: another type with room, the seat of someone who does not use theirs, or one more for those who
 * may raise the number, with its price (model I7, S12).
 */
export function withWaysOut(
  account: Account,
  changes: readonly Change[],
  problems: readonly Problem[],
  actorId: Id,
  now: Instant,
): MendableProblem[] {
  const sight = new Sight(account, actorId, now)
  return problems.map((problem) => {
    if (problem.code !== 'seat-sold-out') return problem
    const at = Number(/^\/changes\/(\d+)/.exec(problem.path ?? '')?.[1] ?? 0)
    const change = changes[at]
    const given = change && givenBy(change).find((seat) => !seat.own && isFull(account, seat, now))
    return given && change ? { ...problem, mends: waysOut(sight, changes, at, given) } : problem
  })
}

function givenBy(change: Change): Given[] {
  if (change.type === 'give-seat') {
    const { product, seatType, own = false } = change
    return [{ product, seatType, own, instead: (type) => ({ ...change, seatType: type }) }]
  }
  const seats = ('seats' in change && change.seats) || []
  return seats.map((seat, at) => ({
    ...{ product: seat.product, seatType: seat.seatType, own: 'own' in seat && seat.own === true },
    instead: (type) => ({
      ...change,
      seats: seats.map((one, index) => (index === at ? { ...one, seatType: type } : one)),
    }),
  }))
}

function isFull(account: Account, { product, seatType }: Given, now: Instant): boolean {
  const count = countSeats(account, product, seatType, now)
  return count !== undefined && count.empty !== null && count.empty < 1
}

/** So many other types are offered. */
const MAXIMUM_TYPES = 2

function waysOut(sight: Sight, changes: readonly Change[], at: number, given: Given): Mend[] {
  const { account, now } = sight
  const { product, seatType } = given
  const sheet = productAt(account, product, now)?.sheet
  const type = sheet?.seatTypes.find((one) => one.code === seatType)
  if (!sheet || !type) return []
  const put = (change: object) => changes.map((one, index) => (index === at ? change : one))
  const { currency, locale } = account.settings
  const others = sheet.seatTypes.filter((one) => {
    return one.code !== seatType && one.use === 'named' && !isFull(account, { ...given, seatType: one.code }, now)
  })
  const found = others.slice(0, MAXIMUM_TYPES).map((one): Mend => {
    const price = sight.money ? `, ${seatWords(account, sheet, one, now, true).price}` : ''
    return { label: say('seats.give-a-seat-instead', { name: one.name, price }), changes: put(given.instead(one.code)) }
  })
  for (const holding of sight.can('seats', 'change') ? idleSeats(sight, given) : []) {
    const label = say('seats.take-the-seat-of-who-does-not-use', { person: sight.personName(holding.personId) })
    found.push({ label, changes: [{ type: 'end-seat', holdingId: holding.id }, ...changes] })
  }
  const count = countSeats(account, product, seatType, now)
  const mayRaise = sight.can('billing', sheet.charging.rule === 'term' ? 'run' : 'change')
  if (count?.ceiling != null && mayRaise) {
    const price = priceOfOneMore(account, product, seatType, now)
    const sum =
      sight.money && price !== null ? say('seats.a-month-2', { money: moneyText(price, currency, locale) }) : ''
    const number = count.ceiling + 1
    const more = { type: 'enter-stock', product, seatType, number, source: say('seats.one-more-when-a-seat-was-given') }
    found.push({ label: say('seats.raise-the-number-to', { number, sum }), changes: [more, ...changes] })
  }
  return found
}

function idleSeats(sight: Sight, { product, seatType }: Given): HoldingRow[] {
  const { account, now } = sight
  const idle = new Set(idleHolders(sight, product, seatType))
  const held = account.by('holding', 'type', `${product}/${seatType}`)
  return held.filter((row) => {
    return !row.own && row.origin === 'given' && idle.has(row.personId) && isHeldAt(account, row, now)
  })
}
