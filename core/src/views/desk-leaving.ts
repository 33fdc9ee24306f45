import type { AbsenceRow, DepartureRow, Id, StepRow } from '../account/rows.ts'
import { dateInWords, dateOf, type Instant, lastDateBefore } from '../time/instants.ts'
import type { Sight } from '../access/sight.ts'
import type { Need, NeedKind } from './desk-needs.ts'
import { stepsOf } from '../departures/plan.ts'
import { subjectText } from '../departures/record.ts'
import { isDueToErase } from '../departures/erasure.ts'
import { say } from '../words/say.ts'

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

export function closingsOverdue(sight: Sight): Need[] {
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
export function leavingNeeds(sight: Sight): Need[] {
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
