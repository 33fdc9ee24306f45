import type { Id, PersonRow } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { absenceAt, stateAt } from '../people/presence.ts'
import { billOf } from '../seats/bill.ts'
import { moneyText } from '../seats/money.ts'
import { requestsToDecide, requestText } from './requests.ts'
import {
  addDays,
  dateInWords,
  dateOf,
  daysBetween,
  lastDateBefore,
  monthInWords,
  monthOf,
  weekday,
  type LocalDate,
} from '../time/instants.ts'

/** How far the day's sentence looks ahead. */
export const DESK_DAYS = 14

export type NeedKind =
  'waiting' | 'request' | 'engagement-over' | 'invitation-expiring' | 'invitation-expired' | 'ends-soon'

/** One thing that needs somebody, with the person it is about. */
export interface Need {
  kind: NeedKind
  personId: Id
  name: string
  /** When it ends, ended or runs out. */
  date: LocalDate | null
  detail: string
  /** The invitation it is about. */
  offerId?: Id
}

/** A piece of the day's sentence; `people` are who it is about. */
export interface DayPhrase {
  text: string
  people: Id[]
}

/** A bar of the Board; dates are local and inclusive, null is open. */
export interface BoardBar {
  personId: Id
  name: string
  from: LocalDate
  until: LocalDate | null
}

export interface DeskView {
  date: LocalDate
  day: string
  phrases: DayPhrase[]
  bill: { month: string; totalMinor: number; text: string } | null
  needs: Need[]
  board: Record<'arriving' | 'away' | 'ending', BoardBar[]>
}

/** What the day asks for: who starts, waits or ends within 14 days, and this month's bill (model S8, D5). */
export function deskView(sight: Sight): DeskView {
  const { account, now } = sight
  const today = dateOf(now, account.zone)
  const horizon = addDays(today, DESK_DAYS)
  const people = sight.visiblePeople().filter((person) => sight.depthOf(person.id) === 'record')
  const startOf = (person: PersonRow) =>
    person.engagementFrom === null ? null : dateOf(person.engagementFrom, account.zone)
  const endOf = (person: PersonRow) =>
    person.engagementUntil === null ? null : lastDateBefore(person.engagementUntil, account.zone)
  const isIn = (person: PersonRow) => person.state === 'active' || person.state === 'away'
  const within = (date: LocalDate | null) => date !== null && date >= today && date <= horizon

  const waiting = people.filter((person) => person.state === 'waiting')
  const invited = people.filter((person) => stateAt(account, person, now) === 'invited')
  const starting = [...invited, ...people.filter(isIn)].filter((person) => within(startOf(person)))
  const ending = people.filter((person) => isIn(person) && within(endOf(person)))
  const over = people.filter((person) => isIn(person) && absenceAt(person, now) === 'engagement-over')

  const by = `by ${dateInWords(horizon, today)}`
  const phrases = [
    phrase(starting, 'one person starts', 'people start', by),
    phrase(waiting, 'one person waits at the door', 'people wait at the door'),
    phrase(ending, 'one engagement ends', 'engagements end', by),
  ].filter((one) => one.people.length > 0)
  if (phrases[0]) phrases[0].text = phrases[0].text.charAt(0).toUpperCase() + phrases[0].text.slice(1)
  return {
    date: today,
    day: `${weekday(today)} ${dateInWords(today)}`,
    phrases: phrases.length > 0 ? phrases : [{ text: 'Nobody starts, waits or ends in the next 14 days', people: [] }],
    bill: billPhrase(sight, today),
    needs: [
      ...waiting.map((person) => need(sight, person, 'waiting', null)),
      ...requestsToDecide(sight).map((request) => ({
        kind: 'request' as const,
        personId: request.askerId,
        name: sight.personName(request.askerId),
        date: lastDateBefore(request.expiresAt, account.zone),
        detail: requestText(sight, request),
      })),
      ...over.map((person) => need(sight, person, 'engagement-over', endOf(person))),
      ...people.flatMap((person) => expiring(sight, person, today)),
      ...ending.map((person) => need(sight, person, 'ends-soon', endOf(person))),
    ],
    board: {
      arriving: [...waiting, ...invited].map((person) => bar(sight, person, startOf(person) ?? today, startOf(person))),
      away: people
        .filter((person) => person.state === 'away')
        .map((person) => bar(sight, person, today, endOf(person))),
      ending: [...over, ...ending].map((person) => bar(sight, person, endOf(person)!, endOf(person))),
    },
  }
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']

function phrase(people: readonly PersonRow[], one: string, many: string, when = ''): DayPhrase {
  const count = NUMBERS[people.length] ?? String(people.length)
  const text = [people.length === 1 ? one : `${count} ${many}`, when].filter(Boolean).join(' ')
  return { text, people: people.map((person) => person.id) }
}

function billPhrase(sight: Sight, today: LocalDate): DeskView['bill'] {
  if (!sight.money) return null
  const { account, now } = sight
  const { currency, locale } = account.settings
  const { totalMinor, month } = billOf(account, monthOf(now, account.zone))
  return { month: monthInWords(month, today), totalMinor, text: moneyText(totalMinor, currency, locale) }
}

function bar(sight: Sight, person: PersonRow, from: LocalDate, until: LocalDate | null): BoardBar {
  return { personId: person.id, name: sight.account.nameOf(person.id), from, until }
}

function need(sight: Sight, person: PersonRow, kind: NeedKind, date: LocalDate | null): Need {
  const detail =
    kind === 'waiting' ? offered(sight, person) : (sight.account.get('employer', person.employerId)?.name ?? '')
  return { kind, personId: person.id, name: sight.account.nameOf(person.id), date, detail }
}

/** `Gardener at Corvane Harbour; Client view at Hollin Museum`. */
function offered(sight: Sight, person: PersonRow): string {
  const grants = sight.account.by('offer', 'person', person.id).flatMap((offer) => offer.grants)
  return grants
    .map((one) => `${sight.account.get('role', one.roleId)?.name ?? 'a role'} at ${sight.placeName(one.placeId)}`)
    .join('; ')
}

function expiring(sight: Sight, person: PersonRow, today: LocalDate): Need[] {
  const { account, now } = sight
  const state = stateAt(account, person, now)
  const offer = account.by('offer', 'person', person.id).find((one) => one.state === 'live')
  if (!offer || (state !== 'invited' && state !== 'expired')) return []
  const date = lastDateBefore(offer.expiresAt, account.zone)
  if (state === 'invited' && daysBetween(today, date) > 2) return []
  const kind = state === 'expired' ? 'invitation-expired' : 'invitation-expiring'
  return [{ ...need(sight, person, kind, date), offerId: offer.id }]
}
