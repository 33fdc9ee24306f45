import type { Id, PersonRow } from '../account/rows.ts'
import {
  addDays,
  dateInWords,
  dateOf,
  daysBetween,
  lastDateBefore,
  type LocalDate,
  monthInWords,
  monthOf,
  weekday,
} from '../time/instants.ts'
import { need, type Need, URGENCIES, type Urgency, URGENCY_OF } from './desk-needs.ts'
import { firstSteps } from './first-steps.ts'
import type { Sight } from '../access/sight.ts'
import { openDeparture } from '../departures/plan.ts'
import { absenceAt, isAway, offersWaiting, stateAt } from '../people/presence.ts'
import { say } from '../words/say.ts'
import { closingsOverdue, leavingNeeds } from './desk-leaving.ts'
import { closingsLeft, productsAway, sharedToReview, tasksToDo, unkept, withoutRole } from './desk-products.ts'
import { askedRecords, requestsToDecide, requestText } from './requests.ts'
import { plannedView } from './planned.ts'
import { twins } from './twins.ts'
import { must } from '../checks/must.ts'
import { billOf } from '../seats/bill.ts'
import { moneyText } from '../seats/money.ts'

/** How far the day's sentence looks ahead. */
export const DESK_DAYS = 14

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
  /** Most urgent first. */
  needs: (Need & { urgency: Urgency })[]
  /** What a new account still lacks. */
  first: ReturnType<typeof firstSteps>
  board: Record<'arriving' | 'away' | 'ending', BoardBar[]>
}

/** What the day asks for: who starts, waits or ends within 14 days, and this month's bill (model S8, D5). */
export function deskView(sight: Sight): DeskView {
  const { account, now } = sight
  const today = dateOf(now, account.zone)
  const horizon = addDays(today, DESK_DAYS)
  const people = sight.recordsSeen()
  const startOf = (person: PersonRow) =>
    person.engagementFrom === null ? null : dateOf(person.engagementFrom, account.zone)
  const endOf = (person: PersonRow) =>
    person.engagementUntil === null ? null : lastDateBefore(person.engagementUntil, account.zone)
  const isIn = (person: PersonRow) => person.state === 'active' || person.state === 'away'
  const leaves = (person: PersonRow) => openDeparture(account, person.id) !== undefined
  const within = (date: LocalDate | null) => date !== null && date >= today && date <= horizon

  const waiting = people.filter(
    (person) => person.state === 'waiting' || offersWaiting(account, person, now).length > 0,
  )
  const invited = people.filter((person) => stateAt(account, person, now) === 'invited')
  const starting = [...invited, ...people.filter(isIn)].filter((person) => within(startOf(person)))
  const ending = people.filter((person) => isIn(person) && within(endOf(person)))
  const over = people.filter(
    (person) => isIn(person) && !leaves(person) && absenceAt(person, now) === 'engagement-over',
  )

  const by = say('views.by', { date: dateInWords(horizon, today) })
  const phrases = [
    phrase(starting, 'views.people-start', by),
    phrase(waiting, 'views.people-are-waiting-to-be-admitted'),
    phrase(ending, 'views.people-have-their-last-day', by),
  ].filter((one) => one.people.length > 0)
  if (phrases[0]) phrases[0].text = phrases[0].text.charAt(0).toUpperCase() + phrases[0].text.slice(1)
  return {
    date: today,
    day: `${weekday(today)} ${dateInWords(today)}`,
    phrases: phrases.length > 0 ? phrases : [{ text: say('views.nobody-starts-waits-or-has-a-last-day'), people: [] }],
    bill: billPhrase(sight, today),
    needs: byUrgency([
      ...closingsOverdue(sight),
      ...closingsLeft(sight),
      ...tasksToDo(sight),
      ...productsAway(sight),
      ...waiting.map((person) => need(sight, person, 'waiting', null)),
      ...requestsToDecide(sight).map((request) => ({
        kind: 'request' as const,
        personId: request.askerId,
        name: sight.personName(request.askerId),
        date: lastDateBefore(request.expiresAt, account.zone),
        detail: requestText(sight, request),
      })),
      ...askedRecords(sight).map(({ askedById, askedBy, productName, rows }) => ({
        ...{ kind: 'record-asked' as const, personId: askedById, name: askedBy, date: null },
        detail: say('views.1-person-from', { count: rows.length, productName }),
      })),
      ...plannedView(sight)
        .filter((plan) => plan.refused)
        .map((plan) => ({
          kind: 'planned-refused' as const,
          personId: plan.plannerId,
          name: plan.planner,
          date: plan.date,
          detail: plan.sentences.join('; '),
        })),
      ...leavingNeeds(sight),
      ...over.map((person) => need(sight, person, 'engagement-over', endOf(person))),
      ...people.flatMap((person) => expiring(sight, person, today)),
      ...unkept(sight),
      ...withoutRole(sight),
      ...twins(sight),
      ...sharedToReview(sight),
      ...ending.filter((one) => !leaves(one)).map((person) => need(sight, person, 'ends-soon', endOf(person))),
    ]),
    first: firstSteps(sight),
    board: {
      arriving: [...waiting.filter((person) => person.state === 'waiting'), ...invited].map((person) =>
        bar(sight, person, startOf(person) ?? today, startOf(person)),
      ),
      away: people
        .filter((person) => isAway(person, now) || (person.awayFrom ?? 0) > now)
        .map((person) => awayBar(sight, person, today)),
      ending: [...over, ...ending].map((person) => bar(sight, person, must(endOf(person), 'endOf'), endOf(person))),
    },
  }
}

function byUrgency(needs: readonly Need[]): DeskView['needs'] {
  return URGENCIES.flatMap((urgency) =>
    needs.filter(({ kind }) => URGENCY_OF[kind] === urgency).map((one) => ({ ...one, urgency })),
  )
}

type OfPeople = 'views.people-start' | 'views.people-are-waiting-to-be-admitted' | 'views.people-have-their-last-day'

function phrase(people: readonly PersonRow[], id: OfPeople, when = ''): DayPhrase {
  const count = people.length
  const text = [say(id, { count, number: say('views.number', { count }) }), when].filter(Boolean).join(' ')
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

/** A time away on the Board: from its first day on, or today, until its last. */
function awayBar(sight: Sight, person: PersonRow, today: LocalDate): BoardBar {
  const { zone } = sight.account
  const from = person.awayFrom === null ? today : dateOf(person.awayFrom, zone)
  const until = person.awayUntil === null ? null : lastDateBefore(person.awayUntil, zone)
  return bar(sight, person, from, until)
}

function expiring(sight: Sight, person: PersonRow, today: LocalDate): Need[] {
  const { account, now } = sight
  const state = stateAt(account, person, now)
  const offer = account.by('offer', 'person', person.id).find((one) => one.state === 'live')
  if (!offer || (state !== 'invited' && state !== 'expired')) return []
  const date = lastDateBefore(offer.expiresAt, account.zone)
  if (state === 'invited' && offer.bounced) {
    return [{ ...need(sight, person, 'invitation-bounced', null), detail: account.personal(person.id, 'bounce') ?? '' }]
  }
  if (state === 'invited' && daysBetween(today, date) > 2) return []
  const kind = state === 'expired' ? 'invitation-expired' : 'invitation-expiring'
  return [{ ...need(sight, person, kind, date), offerId: offer.id }]
}
