import type { Id } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import { moneyText } from '../../seats/money.ts'
import { countedSpan } from '../../seats/stretches.ts'
import { partOf } from '../../seats/tally.ts'
import { monthAt, termsOf } from '../../seats/terms.ts'
import {
  addDays,
  boundsOfMonth,
  dateInWords,
  dateOf,
  lastDateBefore,
  monthInWords,
  monthOf,
} from '../../time/instants.ts'
import { aDayEarlier } from './mends.ts'
import type { Check } from '../engine/warning.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

/** A seat someone else gave up earlier this month is charged for both (model S4, S6). */
export const chargedTwice: Check = ({ before, after, edits, sight, now }) => {
  if (!sight.money) return []
  const month = monthOf(now, after.zone)
  const { from } = boundsOfMonth(month, after.zone)
  return edits.flatMap((edit) => {
    const holding = edit.table === 'holding' && !edit.before ? (edit.after as HoldingRow) : null
    const terms = holding && termsOf(after, holding.product)
    const counted = terms && countedSpan(after, terms, holding)
    if (!holding || !counted || terms.sheetFor(monthAt(month, after.zone))?.charging.rule !== 'whole-month') return []
    if (monthOf(counted.from, after.zone) !== month || terms.countingOf(holding.seatType).length === 0) return []
    const passedOn = before
      .by('holding', 'type', `${holding.product}/${holding.seatType}`)
      .find((one) => !one.own && one.until !== null && one.until > from && one.until <= now)
    const type = passedOn && seatTypeAt(after, holding.product, holding.seatType, now)
    if (!passedOn || !type) return []
    const ended = dateInWords(dateOf(must(passedOn.until, 'until'), after.zone), dateOf(now, after.zone))
    const who = sight.personName(passedOn.personId)
    const sentence = say('docket.charges-a-seat-for-too-although-they-gave', {
      month: monthInWords(month, dateOf(now, after.zone)),
      type: type.name,
      who,
      ended,
    })
    return [{ code: 'charged-twice', sentence }]
  })
}

/** A seat that begins in the last three days of a month which is charged in full (model S6, S13). */
export const startsLate: Check = ({ after, edits, sight, now }) => {
  if (!sight.money) return []
  const { currency, locale, zone } = after.settings
  return edits.flatMap((edit) => {
    const holding = edit.table === 'holding' && !edit.before ? (edit.after as HoldingRow) : null
    const terms = holding && termsOf(after, holding.product)
    const counted = terms && countedSpan(after, terms, holding)
    if (!holding || !counted) return []
    const first = dateOf(counted.from, zone)
    const whole = monthAt(first.slice(0, 7), zone)
    const isLate = addDays(first, LATE_DAYS).slice(0, 7) !== first.slice(0, 7)
    if (!isLate || terms.sheetFor(whole)?.charging.rule !== 'whole-month') return []
    const [share] = partOf(after, terms, holding.personId, whole).shares
    const earlier = after
      .by('holding', 'person', holding.personId)
      .some((one) => one !== holding && one.product === holding.product && one.givenFrom < holding.givenFrom)
    if (share?.seatType !== holding.seatType || share.priceMinor === 0 || earlier) return []
    const who = sight.personName(holding.personId)
    const [day, month] = [dateInWords(first, dateOf(now, zone)), monthInWords(first.slice(0, 7), dateOf(now, zone))]
    const sum = moneyText(share.priceMinor, currency, locale)
    const sentence = say('docket.s-seat-begins-on-all-of-is-charged', { who, day, month, sum })
    return [{ code: 'starts-late', sentence }]
  })
}

/** So many days before the month's end a beginning is late. */
const LATE_DAYS = 3

/** A seat given up within the month stays on this month's bill (model S6). */
export const chargedInFull: Check = ({ after, edits, sight, now }) => {
  if (!sight.money) return []
  const month = monthOf(now, after.zone)
  return edits.flatMap((edit) => {
    const holding = edit.table === 'holding' && edit.before ? (edit.after as HoldingRow | null) : null
    const terms = holding && termsOf(after, holding.product)
    const whole = terms && monthAt(month, after.zone)
    if (!holding?.until || !terms || terms.sheetFor(must(whole, 'whole'))?.charging.rule !== 'whole-month') return []
    const [share] = partOf(after, terms, holding.personId, must(whole, 'whole')).shares
    const type = terms.typeAt(holding.seatType, now)
    if (share?.seatType !== holding.seatType || share.priceMinor === 0 || !type) return []
    const { currency, locale } = after.settings
    const sum = moneyText(share.priceMinor, currency, locale)
    const today = dateOf(now, after.zone)
    return [
      {
        code: 'charged-in-full',
        sentence: say('docket.is-still-charged-in-full-for-the-seat', {
          month: monthInWords(month, today),
          type: type.name,
          sum,
        }),
      },
    ]
  })
}

/** A seat that would end on the first day of a month is charged for that whole month (model S4, S6). */
export const dayEarlierSaves: Check = ({ after, changes, edits, sight, now }) => {
  if (!sight.money) return []
  const people = new Set<Id>()
  for (const edit of edits) {
    if (edit.table === 'person') people.add(edit.key)
    if (edit.table === 'holding' && edit.after) people.add((edit.after as HoldingRow).personId)
  }
  const { currency, locale, zone } = after.settings
  const today = dateOf(now, zone)
  return [...people].flatMap((personId) =>
    after.by('holding', 'person', personId).flatMap((holding) => {
      const ends = holdingUntil(after, holding)
      const terms = termsOf(after, holding.product)
      if (ends === null || ends <= now || !terms) return []
      const last = lastDateBefore(ends, zone)
      const month = monthAt(last.slice(0, 7), zone)
      if (!last.endsWith('-01') || terms.sheetFor(month)?.charging.rule !== 'whole-month') return []
      const [share] = partOf(after, terms, personId, month).shares
      if (!share || share.priceMinor === 0 || share.seatType !== holding.seatType || share.until !== ends) return []
      const [earlier, late] = [addDays(last, -1), last].map((date) => dateInWords(date, today))
      const sum = moneyText(share.priceMinor, currency, locale)
      const sentence = say('docket.ending-on-instead-of-saves', {
        person: sight.personName(personId),
        earlier: earlier ?? '',
        late: late ?? '',
        sum,
      })
      const mend = aDayEarlier(after, changes, ends, today)
      return [{ code: 'day-earlier', sentence, ...(mend && { mend }) }]
    }),
  )
}
