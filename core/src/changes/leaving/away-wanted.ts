import type { Account } from '../../account/account.ts'
import { editOf } from '../../account/edits.ts'
import type { AbsenceRow, Id, PersonRow } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { openDeparture } from '../../departures/plan.ts'
import { isPresent } from '../../people/presence.ts'
import { billOf } from '../../seats/bill.ts'
import { holdingUntil } from '../../seats/holdings.ts'
import { addMonths, dateOf, monthOf, readMoment, type Instant } from '../../time/instants.ts'
import type { Draft } from '../engine/draft.ts'
import type { AskAway } from './ask-away.ts'
import type { GoAway } from './go-away.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

/** A time away that is to come, under way, or asked for. */
export const OPEN: ReadonlySet<AbsenceRow['state']> = new Set(['asked', 'set', 'running'])

/** The time away as wanted: in order, ahead, and the only one. */
export function absenceOf(draft: Draft, change: GoAway | AskAway, person: PersonRow): AbsenceRow | undefined {
  const { account, now } = draft
  const name = account.nameOf(person.id)
  if (person.state !== 'active')
    return refused(draft, 'not-here', say('leaving.is-not-active-so-cannot-be-set-away', { name }))
  const from = momentOf(draft, change.from, 'from') ?? now
  const until = momentOf(draft, change.until, 'until') ?? null
  if (draft.problems.length > 0) return undefined
  if (!isOpen(until, from)) {
    return refused(draft, 'dates-backwards', say('leaving.the-last-day-is-before-the-first-choose'), '/until')
  }
  const other = account
    .by('absence', 'person', person.id)
    .some((one) => one.id !== change.absenceId && OPEN.has(one.state))
  if (other) return refused(draft, 'away-already', say('leaving.already-has-a-time-away-cancel-that-one', { name }))
  if ((openDeparture(account, person.id)?.at ?? Infinity) <= from) {
    return refused(draft, 'leaves-first', say('leaving.leaves-before-that-choose-earlier-days', { name }))
  }
  const substituteId = substituteOf(draft, change.substituteId ?? null, person.id)
  if (draft.problems.length > 0) return undefined
  const keepSeats = change.type === 'go-away' && (change.keepSeats ?? false)
  const held = keepSeats ? [] : seatsEnding(account, person.id, from)
  const seats = held.map(({ id, product, seatType }) => ({ holdingId: id, product, seatType }))
  const agreedMinor = monthsCost(account, held, now)
  return {
    ...{ id: change.absenceId, personId: person.id, from, until, keepSeats, seats, substituteId, agreedMinor },
    ...{ state: 'asked', askedById: null, decidedById: null, withoutSeats: false },
  }
}

function refused(draft: Draft, code: string, sentence: string, path?: string): undefined {
  draft.refuse(code, sentence, path)
  return undefined
}

function momentOf(draft: Draft, text: string | null | undefined, field: 'from' | 'until'): Instant | undefined {
  if (!text) return undefined
  const at = readMoment(text, draft.account.zone, field === 'from' ? 'beginning' : 'end')
  if (at === undefined)
    return refused(draft, 'bad-date', say('leaving.is-not-a-date-write-it-as-2026', { text }), `/${field}`)
  // Today as a first day is now, however many hours the day has (model Z1).
  const today = field === 'from' && text === dateOf(draft.now, draft.account.zone)
  if (at < draft.now && !today)
    return refused(draft, 'date-past', say('leaving.has-passed-choose-a-later-day', { text }), `/${field}`)
  return Math.max(at, draft.now)
}

function substituteOf(draft: Draft, id: Id | null, personId: Id): Id | null {
  if (!id) return null
  const person = draft.seen('person', id, 'person')
  if (!person) return null
  if (id === personId)
    draft.refuse('themselves', say('leaving.people-cannot-stand-in-for-themselves-choose'), '/substituteId')
  else if (!isPresent(person, draft.now)) {
    draft.refuse(
      'not-in',
      say('leaving.is-not-active-choose-someone-who-is', { name: draft.account.nameOf(id) }),
      '/substituteId',
    )
  }
  return id
}

/** Seats that end with going away: paid for here and held beyond that day (model S4). */
function seatsEnding(account: Account, personId: Id, from: Instant): HoldingRow[] {
  return account.by('holding', 'person', personId).filter((one) => {
    const until = holdingUntil(account, one)
    return !one.own && one.origin === 'given' && one.givenFrom < from && isOpen(until, from)
  })
}

/** What the seats cost in a month, which their coming back may cost again. */
export function monthsCost(account: Account, held: readonly HoldingRow[], now: Instant): number {
  if (held.length === 0) return 0
  const month = addMonths(monthOf(now, account.zone), 1)
  const without = account.with(held.map((row) => editOf('holding', row.id, row, null)))
  return billOf(account, month).totalMinor - billOf(without, month).totalMinor
}
