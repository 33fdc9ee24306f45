import type { AbsenceRow, DepartureRow, Id, StepRow, Taker } from '../account/rows.ts'
import { dateOf, instantText, type LocalDate, localTimeOf, momentInWords } from '../time/instants.ts'
import { knownWords, taskView, type TaskView } from '../products/task-words.ts'
import { type Control, controlOf } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { openDeparture, stepsOf, takersInProduct, thingsToPass } from '../departures/plan.ts'
import { proposedTaker } from '../departures/hangs.ts'
import { knownOf, taskOf } from '../products/keeping.ts'
import { lookup } from '../checks/lookup.ts'
import { TAKERS } from '../departures/pass-on.ts'
import { entryAt, must } from '../checks/must.ts'
import { subjectText } from '../departures/record.ts'
import { absenceAt } from '../people/presence.ts'

export type DepartureState = 'planned' | 'running' | 'blocked' | 'done'

/** A departure in the list. */
export interface DepartureLine {
  id: Id
  personId: Id
  name: string
  state: DepartureState
  /** When the doors shut, in words. */
  at: string
  date: LocalDate
  /** How many steps are settled, of how many; of a plan, how many things pass on. */
  done: number
  of: number
}

/** Who takes something over, with a name the reader may see. */
export interface TakerView extends Taker {
  name: string
}

/** One thing of the plan, or one step of the run. */
export interface DepartureThingView {
  what: string
  id: string
  text: string
  taker: TakerView | null
  /** Kinds of people, groups or places that can take it over. */
  takers: readonly Taker['kind'][]
  chosen: boolean
  acceptBy: string | null
  accepted: boolean
}

export interface StepView {
  id: Id
  kind: StepRow['kind']
  what: string
  text: string
  taker: TakerView | null
  state: StepRow['state']
  note: string | null
  doneAt: string | null
}

export interface DepartureView extends DepartureLine {
  planner: string
  /** The local time the doors shut, as a form reads it; null once they have. */
  localTime: string | null
  things: DepartureThingView[]
  steps: StepView[]
  /** What has to be done by hand in products about them, for anyone who looks after one or runs departures. */
  tasks: TaskView[]
  control: Control
}

export interface DeparturesView {
  departures: DepartureLine[]
  absences: AbsenceView[]
  /** Whose engagement ends within 60 days or has ended, without a departure: to be proposed. */
  proposed: { personId: Id; name: string; date: LocalDate; over: boolean }[]
  control: Control
}

export interface AbsenceView {
  id: Id
  personId: Id
  name: string
  state: AbsenceRow['state']
  from: string
  until: string | null
  keepSeats: boolean
  substitute: string | null
  withoutSeats: boolean
  /** Private to the office (model X1). */
  reason: string | null
}

/** Everyone's leaving, planned, under way and done, as far as the asker sees their records (model D5). */
export function departuresView(sight: Sight): DeparturesView | undefined {
  if (!sight.can('people', 'see')) return undefined
  const { account } = sight
  const seen = [...account.all('departure')].filter((row) => row.state !== 'put-down' && isSeen(sight, row.personId))
  const ORDER: Record<DepartureState, number> = { blocked: 0, running: 1, planned: 2, done: 3 }
  const departures = seen
    .sort((one, other) => one.at - other.at)
    .map((row) => lineOf(sight, row))
    .sort((one, other) => ORDER[one.state] - ORDER[other.state] || (one.state === 'done' ? -1 : 0))
  return {
    departures,
    absences: absencesOf(sight),
    proposed: proposedBy(sight),
    control: controlOf(sight, 'people', 'change'),
  }
}

function isSeen(sight: Sight, personId: Id): boolean {
  return sight.depthOf(personId) === 'record'
}

function lineOf(sight: Sight, row: DepartureRow): DepartureLine {
  const { account } = sight
  const steps = stepsOf(account, row.id)
  const isBlocked = row.state === 'running' && steps.some(({ state }) => state === 'blocked')
  return {
    id: row.id,
    personId: row.personId,
    name: sight.personName(row.personId),
    state: isBlocked ? 'blocked' : row.state === 'put-down' ? 'done' : row.state,
    at: momentInWords(row.at, account.zone, sight.now),
    date: dateOf(row.at - 1, account.zone),
    done: steps.filter(({ state }) => state === 'done' || state === 'let-go').length,
    of: row.state === 'planned' ? thingsToPass(account, row.personId, row.handovers, sight.now).length : steps.length,
  }
}

/** One departure with what passes on and its steps; undefined where its leaver’s record is not seen. */
export function departureView(sight: Sight, id: Id): DepartureView | undefined {
  const { account } = sight
  const row = account.get('departure', id)
  if (!row || row.state === 'put-down' || !isSeen(sight, row.personId)) return undefined
  return {
    ...lineOf(sight, row),
    planner: row.plannerId ? sight.personName(row.plannerId) : '',
    localTime: row.state === 'planned' ? localTimeOf(row.at, account.zone) : null,
    things: row.state === 'planned' ? thingViews(sight, row.personId, row) : [],
    steps: stepsOf(account, id).map((step) => stepView(sight, step)),
    tasks: tasksAbout(sight, row.personId),
    control: controlOf(sight, 'people', 'change'),
  }
}

/** What someone's leaving would be, before it is planned: everything that passes on, each with who is proposed to take it over (X3). */
export function leavingView(sight: Sight, personId: Id) {
  const { account } = sight
  if (!account.get('person', personId) || !isSeen(sight, personId)) return undefined
  const proposed = proposedTaker(account, personId, sight.now)
  return {
    personId,
    name: sight.personName(personId),
    departureId: openDeparture(account, personId)?.id ?? null,
    proposed: proposed ? { kind: 'person' as const, id: proposed, name: sight.personName(proposed) } : null,
    things: thingViews(sight, personId, { handovers: [] }),
    control: controlOf(sight, 'people', 'change'),
  }
}

/** Accounts that nothing here can close, with what is to be done there (model B2). */
export function tasksAbout({ account, now }: Sight, personId: Id): TaskView[] {
  return [...account.all('keeping')].flatMap(({ product }) => {
    const task = taskOf(account, product, personId, now)
    return task?.kind === 'close' ? [taskView(account, task, now)] : []
  })
}

function thingViews(sight: Sight, personId: Id, { handovers }: Pick<DepartureRow, 'handovers'>): DepartureThingView[] {
  const { account, now } = sight
  return thingsToPass(account, personId, handovers, now).map((thing) => ({
    what: thing.what,
    id: thing.id,
    text: seenText(sight, { what: thing.what, subject: thing.id }) || thing.text,
    taker: takerView(sight, thing.taker),
    takers: lookup(TAKERS, thing.what)?.by ?? [],
    chosen: thing.chosen,
    acceptBy: thing.acceptBy === null ? null : momentInWords(thing.acceptBy, account.zone, now),
    accepted: thing.accepted,
  }))
}

/** One thing a product says is someone's; unless someone was chosen to take it over it goes where the product's things go. */
export interface ThingInProductView extends DepartureThingView {
  kind: 'item' | 'hold' | 'link'
}

/**
 * What a product says is someone's, each thing with the person chosen to take it over alone (model X2, X3).
 * @param held as the product names them.
 */
export function thingsInProductView(
  sight: Sight,
  personId: Id,
  product: string,
  held: readonly { id: string; kind: ThingInProductView['kind']; title: string }[],
): ThingInProductView[] {
  const planned = openDeparture(sight.account, personId)
  const takers: ReadonlyMap<string, Taker | null> = planned ? takersInProduct(planned, product) : new Map()
  return held.map(({ id, kind, title }) => ({
    ...{ what: 'things', id: `${product}/${id}`, kind, text: title, takers: must(TAKERS.things, 'things').by },
    ...{ taker: takerView(sight, takers.get(id) ?? null), chosen: takers.has(id), acceptBy: null, accepted: false },
  }))
}

function stepView(sight: Sight, step: StepRow): StepView {
  const { id, kind, what, state, doneAt } = step
  const note = step.note ?? howKnown(sight, step)
  const done = doneAt === null ? null : instantText(doneAt)
  return { id, kind, what, text: seenText(sight, step), taker: takerView(sight, step.taker), state, note, doneAt: done }
}

/** How the closing of an account by hand is known: by a list, or by whom it was confirmed (model B2). */
function howKnown({ account, now }: Sight, { kind, state, subject, departureId }: StepRow): string | null {
  const personId = account.get('departure', departureId)?.personId
  if (kind !== 'task' || state !== 'done' || !personId) return null
  return knownWords(account, knownOf(account, subject, personId), now)
}

/** What a step is about, as far as the reader sees it (model D5). */
export function seenText(sight: Sight, about: Pick<StepRow, 'what' | 'subject'>): string {
  if (about.what === 'report') return sight.personName(about.subject)
  if (about.what === 'steward') return sight.placeName(about.subject)
  if (about.what === 'invitation') return sight.personName(sight.account.get('offer', about.subject)?.personId)
  return subjectText(sight.account, about, sight.now)
}

export function takerView(sight: Sight, taker: Taker | null): TakerView | null {
  if (!taker) return null
  if (taker.kind === 'person') return { ...taker, name: sight.personName(taker.id) }
  if (taker.kind === 'place') return { ...taker, name: sight.placeName(taker.id) }
  return { ...taker, name: sight.account.get('group', taker.id)?.name ?? '' }
}

/** Times away that are asked for, set or under way, and those after which seats could not be had again. */
export function absencesOf(sight: Sight): AbsenceView[] {
  const { account, now } = sight
  const open = [...account.all('absence')].filter((row) => {
    const isOpen = ['asked', 'set', 'running'].includes(row.state) || (row.state === 'over' && row.withoutSeats)
    return isOpen && isSeen(sight, row.personId)
  })
  return open
    .sort((one, other) => one.from - other.from)
    .map((row) => ({
      ...{ id: row.id, personId: row.personId, name: sight.personName(row.personId), state: row.state },
      from: entryAt(momentInWords(row.from + 1, account.zone, now).split(','), 0),
      until: row.until === null ? null : momentInWords(row.until, account.zone, now),
      keepSeats: row.keepSeats,
      substitute: row.substituteId ? sight.personName(row.substituteId) : null,
      withoutSeats: row.withoutSeats,
      reason: readsReason(sight, row) ? (account.personal(row.personId, `absence ${row.id}`) ?? null) : null,
    }))
}

/** The reason is private to the office, and to the person who wrote it when asking (model X1). */
function readsReason(sight: Sight, { personId, askedById }: AbsenceRow): boolean {
  return sight.can('people', 'change') || (sight.isAsker(personId) && askedById === personId)
}

const PROPOSED_DAYS = 60

function proposedBy(sight: Sight): DeparturesView['proposed'] {
  const { account, now } = sight
  const horizon = now + PROPOSED_DAYS * 86_400_000_000
  return sight
    .recordsSeen()
    .filter((person) => person.state === 'active' || person.state === 'away')
    .filter(({ engagementUntil }) => engagementUntil !== null && engagementUntil <= horizon)
    .filter((person) => !openDeparture(account, person.id))
    .sort((one, other) => must(one.engagementUntil, 'engagementUntil') - must(other.engagementUntil, 'engagementUntil'))
    .map((person) => ({
      personId: person.id,
      name: sight.personName(person.id),
      date: dateOf(must(person.engagementUntil, 'engagementUntil') - 1, account.zone),
      over: absenceAt(person, now) === 'engagement-over',
    }))
}
