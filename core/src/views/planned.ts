import type { Id, PlannedRow } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { sentencesOf, whenDue, type Change } from '../changes/engine/decide.ts'
import { dateOf, type LocalDate } from '../time/instants.ts'
import { say } from '../words/say.ts'

/** What waits for its day, or could not be done on it. */
export interface PlannedView {
  id: Id
  plannerId: Id
  planner: string
  date: LocalDate
  sentences: string[]
  /** Why it could not be done, as far as the reader sees what it is about. */
  problems: string[]
  refused: boolean
}

/** What is planned: one's own, and for owners everyone's (model Z4). */
export function plannedView(sight: Sight): PlannedView[] {
  const { account } = sight
  const open = [...account.by('planned', 'state', 'waiting'), ...account.by('planned', 'state', 'refused')]
  return open
    .filter((row) => sight.seesPlanned(row))
    .sort((one, other) => one.at - other.at)
    .map((row) => ({
      id: row.id,
      plannerId: row.plannerId,
      planner: sight.personName(row.plannerId),
      date: dateOf(row.at, account.zone),
      sentences: sentencesOf(row.changes as Change[], sight),
      problems: problemsOf(sight, row),
      refused: row.state === 'refused',
    }))
}

/** A refusal is worded for its planner; anybody else reads only that there is one (model D5). */
function problemsOf(sight: Sight, row: PlannedRow): string[] {
  if (row.state !== 'refused') return []
  const found = whenDue(sight.account, row, sight.now).problems.map(({ sentence }) => sentence)
  if (found.length === 0) return [say('views.it-can-be-done-now-add-it-to')]
  return sight.isAsker(row.plannerId) ? found : [say('views.the-reason-is-shown-to-the-person-who')]
}
