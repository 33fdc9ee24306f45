import type { Account } from '../../account/account.ts'
import type { Id, RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import type { Sight } from '../../access/sight.ts'
import { rightTo } from '../../products/own.ts'
import { enablesType, productAt, type Product } from '../../products/catalogue.ts'
import type { SheetSeatType } from '../../account/sheet-shape.ts'
import { handedOutAt, placesOfPerson } from '../../seats/allotments.ts'
import { billOf } from '../../seats/bill.ts'
import { countedFrom, countSeats, holdingUntil, isHeldAt } from '../../seats/holdings.ts'
import { moneyText } from '../../seats/money.ts'
import { bandFor } from '../../seats/rules/banded.ts'
import { tallyOf } from '../../seats/tally.ts'
import { monthAt, termsOf } from '../../seats/terms.ts'
import { addMonths, dateInWords, dateOf, monthOf, type Instant } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

/** What a seat to be held is: whose, of what, since when and until when. */
export interface SeatWanted {
  holdingId: Id
  personId: Id
  product: string
  seatType: string
  from: Instant
  until: Instant | null
  own?: boolean
}

/** The type as it can be held now, or a refusal: the product on, the type in its plan (model S11). */
export function typeWanted(
  draft: Draft,
  { product, seatType, from }: Pick<SeatWanted, 'product' | 'seatType' | 'from'>,
): { product: Product; type: SheetSeatType } | undefined {
  const found = productAt(draft.account, product, from)
  const type = found?.sheet.seatTypes.find((one) => one.code === seatType)
  if (!found || !type) {
    draft.refuse('no-such-seat', say('rules.there-is-no-seat-type-choose-another', { product, seatType }))
    return undefined
  }
  if (!found.on) {
    draft.refuse('product-off', say('rules.is-switched-off-switch-it-on-first', { sheet: found.sheet.name }))
    return undefined
  }
  if (enablesType(found, seatType)) return { product: found, type }
  const plan = found.sheet.plans.find((one) => one.seatTypes.includes(seatType))
  const has = plan ? say('rules.the-plan-has-it', { plan: plan.name }) : say('rules.no-plan-has-it')
  draft.refuse('not-in-plan', say('rules.the-plan-has-no-seat', { plan: found.plan ?? '', type: type.name, has }))
  return undefined
}

/** Makes a holding, refused where none is empty (model S1, S2). */
export function holdSeat(draft: Draft, wanted: SeatWanted): void {
  const found = typeWanted(draft, wanted)
  if (!found) return
  // Being eligible for a pool takes none of its seats (model S5).
  if (!wanted.own && found.type.use === 'named') checkRoom(draft, wanted)
  if (draft.problems.length > 0) return
  const { holdingId, personId, product, seatType, from, until, own = false } = wanted
  const holding: HoldingRow = {
    id: holdingId,
    personId,
    product,
    seatType,
    own,
    givenFrom: from,
    countedFrom: null,
    until,
    origin: 'given',
    givenById: draft.actorId,
    endedById: null,
  }
  draft.insert('holding', holding)
}

/** Refuses when no seat of the type is empty from an instant on; seats to be given later count too. */
export function checkRoom(draft: Draft, { product, seatType, from, until }: SeatWanted): void {
  const later = draft.account
    .by('holding', 'type', `${product}/${seatType}`)
    .map((holding) => holding.givenFrom)
    .filter((instant) => instant > from && isOpen(until, instant))
  const fewer = draft.account
    .by('stock', 'type', `${product}/${seatType}`)
    .map((row) => row.from)
    .filter((instant) => instant > from && isOpen(until, instant))
  for (const instant of [from, ...later, ...fewer]) {
    const count = countSeats(draft.account, product, seatType, instant)
    if (count && count.empty !== null && count.empty < 1) {
      const { name } = count.seatType
      const now = dateOf(draft.now, draft.account.zone)
      const when =
        instant > draft.now ? say('rules.from-on', { date: dateInWords(dateOf(instant, draft.account.zone), now) }) : ''
      const held = count.taken + count.reserved
      const sentence = say('rules.no-seat-of-is-empty-of-are-taken', {
        name,
        productName: count.productName,
        when,
        held,
        ceiling: count.ceiling ?? '',
      })
      return draft.refuse('seat-sold-out', `${sentence} ${insteadText(draft, product, seatType, instant)}`)
    }
  }
  checkBand(draft, product, seatType)
}

/** What would do instead: spare types, whose seat is not used, and what one more costs, as far as the actor sees (I7, S8). */
function insteadText(draft: Draft, product: string, seatType: string, instant: Instant): string {
  const { account, sight, now } = draft
  const sheet = productAt(account, product, instant)?.sheet
  const spare = (sheet?.seatTypes ?? []).filter((type) => {
    const count = type.code === seatType ? undefined : countSeats(account, product, type.code, instant)
    return count !== undefined && type.use === 'named' && (count.empty === null || count.empty > 0)
  })
  const idle = idleHolders(sight, product, seatType).map((id) => account.nameOf(id))
  const price = sight.money ? priceOfOneMore(account, product, seatType, now) : null
  const { currency, locale } = account.settings
  return [
    spare.length > 0
      ? say('rules.would-be-spare', { list: spare.map((type) => type.name).join(say('rules.and')) })
      : say('rules.no-other-seat-type-has-one-left'),
    ...(idle.length > 0
      ? [say('rules.have-not-used-theirs-for-days', { list: idle.join(say('rules.and')), idleDays: IDLE_DAYS })]
      : []),
    price === null
      ? say('rules.ask-the-office-for-one-more')
      : say('rules.one-more-costs-a-month', { money: moneyText(price, currency, locale) }),
  ].join(' ')
}

/** A seat counts as not used after so many days without reported use. */
const IDLE_DAYS = 30

/** Whose seat is not used, where the product reports people's use at all; two of those the actor sees. */
export function idleHolders(sight: Sight, product: string, seatType: string): Id[] {
  const { account, now } = sight
  const uses = account.by('use', 'product', product).filter((use) => use.personId !== null)
  if (uses.length === 0) return []
  const since = now - IDLE_DAYS * 86_400_000_000
  const busy = new Set(uses.filter((use) => use.at >= since).map((use) => use.personId))
  return account
    .by('holding', 'type', `${product}/${seatType}`)
    .filter((one) => isHeldAt(account, one, now) && one.givenFrom < since && !busy.has(one.personId))
    .map((one) => one.personId)
    .filter((id) => sight.depthOf(id) === 'record')
    .slice(0, 2)
}

/** Beyond the last band nobody more is let in: one waits (model S6). */
function checkBand(draft: Draft, product: string, seatType: string): void {
  const month = monthAt(monthOf(draft.now, draft.account.zone), draft.account.zone)
  const terms = termsOf(draft.account, product)
  const sheet = terms?.sheetFor(month)
  const type = sheet?.seatTypes.find((one) => one.code === seatType)
  if (!terms || sheet?.charging.rule !== 'banded' || !type?.inBand) return
  const last = sheet.charging.bands?.at(-1)
  if (!last || tallyOf(draft.account, terms, month).peak < last.upTo) return
  draft.refuse(
    'beyond-bands',
    say('rules.has-no-price-for-more-than-people-the', { sheet: sheet.name, upTo: last.upTo }),
  )
}

/**
 * What raises a bill waits for anyone who has `billing: change`; the rest needs `seats: add` where it is given (S10).
 */
export function checkMoney(draft: Draft, before: Account, sight: Sight, places: readonly Id[], todo: string): void {
  if (draft.actor.kind !== 'person') return
  if (raisesBill(before, draft.account, draft.now) && !sight.can('billing', 'change')) {
    const who = draft.whoCould('billing', 'change', before.root.id)
    draft.refuse(
      'raises-bill',
      say('rules.this-seat-would-raise-the-bill-for-that', { right: rightTo('billing', 'change'), who }),
    )
  }
  if (sight.can('seats', 'add')) return
  if (places.length > 0 && places.every((id) => sight.can('seats', 'add', id))) return checkAllotments(draft)
  const who = draft.whoCould('seats', 'add', places[0] ?? before.root.id)
  draft.refuse(
    'not-allowed',
    say('rules.to-you-need-the-right-to-at-each', { todo, right: rightTo('seats', 'add'), who }),
  )
}

/**
 * Seats that someone has back, as by undoing that they were taken: within how many there are, and by the rights that
 * handing them out needs (model S3, S10). What came along comes with its rule.
 */
export function checkSeatsBack(draft: Draft, edits: readonly RowEdit[], todo: string): void {
  const back = edits.flatMap((edit) => (edit.table === 'holding' && edit.before ? [edit.before] : []))
  const given = back.filter(({ origin }) => origin === 'given')
  if (given.length === 0) return
  for (const { product, seatType } of given) {
    const [was, is] = [draft.start, draft.account].map((one) => countSeats(one, product, seatType, draft.now))
    if (!was || !is || is.over <= was.over) continue
    const sentence = say('rules.no-seat-of-is-empty-any-more-all', {
      seatType: is.seatType.name,
      productName: is.productName,
      ceiling: is.ceiling ?? '',
    })
    return draft.refuse('seat-sold-out', `${sentence} ${insteadText(draft, product, seatType, draft.now)}`)
  }
  const places = given.flatMap(({ personId }) => placesOfPerson(draft.account, personId, draft.now))
  checkMoney(draft, draft.start, draft.sight, [...new Set(places)], todo)
}

/** Refuses what goes beyond the number of seats a place may have handed out at a time (model S10). */
function checkAllotments(draft: Draft): void {
  const { account, sight } = draft
  const types = new Set(
    draft.edits.flatMap(({ table, before, after }) => {
      if (table !== 'holding' || before || (after as HoldingRow).own) return []
      return [`${(after as HoldingRow).product}/${(after as HoldingRow).seatType}`]
    }),
  )
  for (const allotment of [...types].flatMap((type) => account.by('allotment', 'type', type))) {
    const { placeId, number } = allotment
    const handedOut = handedOutAt(account, allotment, draft.now)
    const concerned = draft.edits.some(
      (edit) => edit.table === 'holding' && handedOut.includes(edit.after as HoldingRow),
    )
    if (!concerned || handedOut.length <= number) continue
    const name = typeWanted(draft, { ...allotment, from: draft.now })?.type.name ?? allotment.seatType
    const who = draft.whoCould('seats', 'add', account.root.id)
    const sentence = say('rules.may-have-seat-out-at-a-time-and', {
      place: sight.placeName(placeId),
      number,
      name,
      who,
    })
    return draft.refuse('allotment-used', sentence)
  }
}

/** Whether this month's bill or next month's is higher after than before. */
export function raisesBill(before: Account, after: Account, now: Instant): boolean {
  const month = monthOf(now, before.zone)
  return [month, addMonths(month, 1)].some((one) => billOf(after, one).totalMinor > billOf(before, one).totalMinor)
}

/** What one more person on this type would add to next month's bill (model S8); null where one waits. */
export function priceOfOneMore(account: Account, product: string, seatType: string, instant: Instant): number | null {
  const terms = termsOf(account, product)
  const month = monthAt(addMonths(monthOf(instant, account.zone), 1), account.zone)
  const sheet = terms?.sheetFor(month)
  const type = sheet?.seatTypes.find((one) => one.code === seatType)
  if (!terms || !sheet || !type) return 0
  // Anyone who is eligible for a pool is not counted; of what was bought for a term, what is empty is paid for.
  if (type.use === 'floating') return 0
  if (sheet.charging.rule === 'term') {
    const empty = countSeats(account, product, seatType, instant)?.empty ?? 0
    return empty > 0 ? 0 : type.priceMinor
  }
  if (sheet.charging.rule !== 'banded') return type.priceMinor
  if (!type.inBand) return 0
  const { peak } = tallyOf(account, terms, month)
  const bands = sheet.charging.bands ?? []
  const next = bands.find((band) => peak + 1 <= band.upTo)
  return next ? next.priceMinor - (bandFor(bands, peak)?.priceMinor ?? 0) : null
}

/** From when a holding counts by the sheet of its product; null: not yet, or never. */
function countedAt(account: Account, holding: HoldingRow): Instant | null {
  const counts = productAt(account, holding.product, holding.givenFrom)?.sheet.charging.counts ?? 'admitted'
  return countedFrom(account, holding, counts)
}

/**
 * Writes down from when and until when a person's seats counted, before another engagement takes the place of the one
 * they depended on: what has been charged stays as it was (model Z3, S6).
 */
export function settleSeats(draft: Draft, personId: Id): void {
  for (const holding of draft.account.by('holding', 'person', personId)) {
    const countedFrom = countedAt(draft.account, holding) ?? holding.countedFrom
    const ends = holdingUntil(draft.account, holding)
    const until = ends !== null && ends <= draft.now ? ends : holding.until
    // Given for a time after the engagement had ended, it never was (model Z3).
    if (!isOpen(until, holding.givenFrom)) draft.remove('holding', holding.id)
    else if (countedFrom !== holding.countedFrom || until !== holding.until) {
      draft.update('holding', holding.id, { countedFrom, until })
    }
  }
}
