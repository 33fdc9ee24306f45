import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { HoldingRow } from '../account/product-rows.ts'
import { stateAt } from '../people/presence.ts'
import { dateInWords, dateOf, type Instant } from '../time/instants.ts'
import { holdingUntil } from './holdings.ts'
import { countedSpan } from './stretches.ts'
import { allTerms, counts, type Terms } from './terms.ts'
import { say } from '../words/say.ts'

/** Whether one person counts in one product at an instant, and why (model S8). */
export interface Counted {
  personId: Id
  product: string
  /** The type that counts, or that was looked at; null for a person who holds none. */
  seatType: string | null
  counted: boolean
  /** `Field since 2 June`, `own seat`, `counts from admission` … */
  why: string
}

/** Everyone who is in, is to come or holds something, for every product: counted or not, and why (model S8). */
export function countExplained(account: Account, instant: Instant): Counted[] {
  return allTerms(account).flatMap((terms) => countOf(account, terms, instant))
}

export function countOf(account: Account, terms: Terms, instant: Instant): Counted[] {
  return [...account.all('person')].flatMap((person) => {
    const state = stateAt(account, person, instant)
    const mine = account.by('holding', 'person', person.id).filter((holding) => holding.product === terms.code)
    const found = mine
      .map((holding) => explain(account, terms, holding, instant))
      .sort((one, other) => Number(other.counted) - Number(one.counted))[0]
    const base = { personId: person.id, product: terms.code }
    const offered = offeredSeat(account, person.id, terms, instant)
    if (offered && !found?.counted)
      return [{ ...base, seatType: offered, counted: false, why: say('seats.invited-counts-after-they-accept') }]
    if (found) return [{ ...base, ...found }]
    const isHere = state === 'active' || state === 'away'
    return isHere ? [{ ...base, seatType: null, counted: false, why: say('seats.has-no-seat-of-it') }] : []
  })
}

function offeredSeat(account: Account, personId: Id, terms: Terms, instant: Instant): string | undefined {
  const live = account.by('offer', 'person', personId).find((one) => one.state === 'live' && one.expiresAt > instant)
  return live?.seats.find((seat) => seat.product === terms.code)?.seatType
}

function explain(
  account: Account,
  terms: Terms,
  holding: HoldingRow,
  instant: Instant,
): Pick<Counted, 'seatType' | 'counted' | 'why'> {
  const { seatType } = holding
  const today = dateOf(instant, account.zone)
  const day = (at: Instant) => dateInWords(dateOf(at, account.zone), today)
  const sheet = terms.sheetAt(instant)
  const type = terms.typeAt(seatType, instant)
  const not = (why: string) => ({ seatType, counted: false, why })
  const until = holdingUntil(account, holding)
  if (until !== null && until <= instant)
    return not(say('seats.until', { type: type?.name ?? seatType, day: day(until - 1) }))
  if (holding.own) return not(say('seats.their-own-seat'))
  if (!sheet || !type) return not(say('seats.the-product-no-longer-has-a-seat', { seatType }))
  const on = terms.on.some((span) => span.from <= instant && instant < span.until)
  if (!on) return not(say('seats.the-product-is-off'))
  if (type.use === 'floating') return not(say('seats.may-use-a-shared-seat-the-pool-is'))
  if (sheet.charging.rule === 'term') return not(say('seats.the-number-bought-is-charged-no-matter-who'))
  if (!counts(sheet, type)) return not(say('seats.no-charge', { type: type.name }))
  if (instant < terms.trialUntil) return not(say('seats.trial-until', { day: day(terms.trialUntil - 1) }))
  if (!terms.countingOf(seatType).some((span) => span.from <= instant && instant < span.until)) {
    return not(say('seats.the-plan-has-no-seat', { type: type.name }))
  }
  const counted = countedSpan(account, terms, holding)
  if (!counted) return not(say('seats.not-used-yet-counts-from-first-use'))
  if (counted.from > instant) return not(say('seats.counts-from', { type: type.name, day: day(counted.from) }))
  return { seatType, counted: true, why: say('seats.since', { type: type.name, day: day(counted.from) }) }
}
