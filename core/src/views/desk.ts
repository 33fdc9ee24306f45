import type { AbsenceRow, DepartureRow, Id, PersonRow, StepRow } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { isDueToErase } from '../departures/erasure.ts'
import { openDeparture, stepsOf } from '../departures/plan.ts'
import { subjectText } from '../departures/record.ts'
import type { TaskView } from '../products/task-words.ts'
import { absenceAt, isAway, offersWaiting, stateAt } from '../people/presence.ts'
import { billOf } from '../seats/bill.ts'
import { moneyText } from '../seats/money.ts'
import { closingsLeft, productsAway, sharedToReview, tasksToDo, unkept, withoutRole } from './desk-products.ts'
import { firstSteps } from './first-steps.ts'
import { twins } from './twins.ts'
import { plannedView } from './planned.ts'
import { askedRecords, requestsToDecide, requestText } from './requests.ts'
import {
  addDays,
  dateInWords,
  dateOf,
  daysBetween,
  lastDateBefore,
  monthInWords,
  monthOf,
  weekday,
  type Instant,
  type LocalDate,
} from '../time/instants.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** How far the day's sentence looks ahead. */
export const DESK_DAYS = 14

export type NeedKind =
  | 'waiting'
  | 'request'
  | 'planned-refused'
  | 'closing-overdue'
  | 'task-close'
  | 'task'
  | 'tasks'
  | 'nobody-keeps'
  | 'twin'
  | 'record-asked'
  | 'no-role'
  | 'shared-review'
  | 'product-away'
  | 'step-blocked'
  | 'to-hand-back'
  | 'away-asked'
  | 'back-without-seats'
  | 'to-erase'
  | 'invitation-bounced'
  | 'engagement-over'
  | 'invitation-expiring'
  | 'invitation-expired'
  | 'ends-soon'

/** How soon something needs someone, most urgent first. */
export const URGENCIES = ['at-once', 'answer', 'soon'] as const
export type Urgency = (typeof URGENCIES)[number]

const URGENCY_OF: Readonly<Record<NeedKind, Urgency>> = {
  'closing-overdue': 'at-once',
  'task-close': 'at-once',
  task: 'answer',
  tasks: 'answer',
  'nobody-keeps': 'soon',
  twin: 'soon',
  'record-asked': 'answer',
  'no-role': 'soon',
  'shared-review': 'soon',
  'product-away': 'at-once',
  'step-blocked': 'at-once',
  'engagement-over': 'at-once',
  'back-without-seats': 'at-once',
  'planned-refused': 'at-once',
  waiting: 'answer',
  request: 'answer',
  'away-asked': 'answer',
  'invitation-bounced': 'soon',
  'invitation-expiring': 'soon',
  'invitation-expired': 'soon',
  'ends-soon': 'soon',
  'to-hand-back': 'soon',
  'to-erase': 'soon',
}

/** One thing that needs someone, with the person or product it is about. */
export interface Need {
  kind: NeedKind
  /** Null where it is about a product. */
  personId: Id | null
  name: string
  /** When it ends, ended or runs out. */
  date: LocalDate | null
  detail: string
  /** The invitation it is about. */
  offerId?: Id
  /** The departure it is about. */
  departureId?: Id
  /** What is to be done in a product. */
  task?: TaskView
  /** The product it is about. */
  product?: string
  /** The other of two records that may be of one person. */
  otherId?: Id
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

/** So long a closing in a product may take before someone is asked to look. */
const OVERDUE_MICROSECONDS = 3_600_000_000

/** A door that was to be shut in a product and is not known to be: before all else (model B2). */
function isClosingOverdue({ kind, state }: StepRow, { at }: DepartureRow, now: Instant): boolean {
  return kind === 'close' && (state === 'blocked' || (state === 'waiting' && now - at > OVERDUE_MICROSECONDS))
}

function runningDepartures(sight: Sight): readonly DepartureRow[] {
  if (!sight.can('people', 'change')) return []
  const running = sight.account.by('departure', 'state', 'running')
  return running.filter((row) => sight.depthOf(row.personId) === 'record')
}

function closingsOverdue(sight: Sight): Need[] {
  const { account, now } = sight
  return runningDepartures(sight).flatMap((departure) =>
    stepsOf(account, departure.id)
      .filter((step) => isClosingOverdue(step, departure, now))
      .map((step): Need => {
        const { id: departureId, personId } = departure
        const detail = [subjectText(account, step, now), step.note].filter(Boolean).join(': ')
        return { kind: 'closing-overdue', personId, name: sight.personName(personId), date: null, detail, departureId }
      }),
  )
}

/** What departures and times away ask for: steps that wait for a human, things to be handed back, answers to give. */
function leavingNeeds(sight: Sight): Need[] {
  const { account } = sight
  if (!sight.can('people', 'change')) return []
  const of = (personId: Id, kind: NeedKind, detail: string, departureId?: Id): Need => ({
    ...{ kind, personId, name: sight.personName(personId), date: null, detail },
    ...(departureId ? { departureId } : {}),
  })
  const steps = runningDepartures(sight).flatMap((row) =>
    stepsOf(account, row.id).flatMap((step): Need[] => {
      if (isClosingOverdue(step, row, sight.now)) return []
      if (step.state === 'blocked') return [of(row.personId, 'step-blocked', step.note ?? '', row.id)]
      const isToDo = step.kind === 'line' && step.state === 'waiting'
      return isToDo ? [of(row.personId, 'to-hand-back', subjectText(account, step, sight.now), row.id)] : []
    }),
  )
  const absences = [...account.by('absence', 'state', 'asked'), ...account.by('absence', 'state', 'over')]
  const away = absences.flatMap((row): Need[] => {
    if (sight.depthOf(row.personId) !== 'record') return []
    if (row.state === 'asked') return [of(row.personId, 'away-asked', awayText(sight, row))]
    return row.withoutSeats ? [of(row.personId, 'back-without-seats', '')] : []
  })
  return [...steps, ...away, ...toErase(sight, of)]
}

/** People who left longer ago than the account keeps people for, some at a time (model X7). */
function toErase(sight: Sight, of: (personId: Id, kind: NeedKind, detail: string) => Need): Need[] {
  const { account, now } = sight
  if (account.settings.erasedAfterDays === null || account.settings.erasedByItself) return []
  return sight
    .recordsSeen()
    .filter((person) => isDueToErase(account, person, now))
    .slice(0, MAXIMUM_TO_ERASE)
    .map((person) => of(person.id, 'to-erase', ''))
}

const MAXIMUM_TO_ERASE = 10

function awayText({ account, now }: Sight, { from, until }: AbsenceRow): string {
  const today = dateOf(now, account.zone)
  const first = dateInWords(dateOf(from, account.zone), today)
  return until === null
    ? say('views.from', { first })
    : say('views.to', { first, date: dateInWords(lastDateBefore(until, account.zone), today) })
}

function need(sight: Sight, person: PersonRow, kind: NeedKind, date: LocalDate | null): Need {
  const detail =
    kind === 'waiting' ? offered(sight, person) : (sight.account.get('employer', person.employerId)?.name ?? '')
  return { kind, personId: person.id, name: sight.account.nameOf(person.id), date, detail }
}

/** `Gardener at Corvane Harbour; Client view at Hollin Museum`. */
function offered(sight: Sight, person: PersonRow): string {
  const { account, now } = sight
  const again = offersWaiting(account, person, now)
  const offers = again.length > 0 ? again : account.by('offer', 'person', person.id)
  return offers
    .flatMap((offer) => offer.grants)
    .map((one) =>
      say('views.at', {
        role: sight.account.get('role', one.roleId)?.name ?? say('views.a-role'),
        place: sight.placeName(one.placeId),
      }),
    )
    .join('; ')
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
