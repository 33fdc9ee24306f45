import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import { Moment } from '../../checks/dates.ts'
import { Handovers, handoversOf, type HandoverWanted, instantOf, setEnd } from './departures.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { ENDS_ACCESS, mayEnd, signedOut } from './leave.ts'
import { givenLater, shutDoors } from './shut-doors.ts'
import { openDeparture } from '../../departures/plan.ts'
import { say } from '../../words/say.ts'
import { momentInWords, readMoment } from '../../time/instants.ts'

export class PlanDeparture {
  @Equals('plan-departure') type!: 'plan-departure'
  @RowId() departureId!: MadeId
  @RowId() personId!: Id
  /** When the doors shut: a date is its end; left out, now. */
  @Moment() at?: string | null
  @Handovers() handovers?: HandoverWanted[]
}

/**
 * Plans someone's leaving, or has it happen now (model X2–X4). Their engagement ends with it, so that nothing holds
 * beyond that instant in any answer or bill, whether or not a process is awake (model Z3).
 */
export const planDeparture: ChangeKind<PlanDeparture> = {
  type: 'plan-departure',
  confirm: ({ at }) => (at ? 'confirm.plan-departure-later' : 'confirm.plan-departure-now'),
  category: 'leaving',
  effect: 'shuts-doors',
  judgedBy: 'right',
  actor: 'active',
  day: 'never',
  needs: ENDS_ACCESS,
  undo: 'by-its-right',
  preview: {
    later: { kind: 'on-its-day', edits: givenLater },
    lasting: ({ personId, at }, { sight }) => (at ? [] : signedOut(personId, sight)),
  },
  shape: PlanDeparture,
  fill: (change, newId) => ({ ...change, departureId: newId(change.departureId) }),
  decide(draft, change) {
    const person = mayEnd(draft, change.personId)
    if (!person) return
    const name = draft.account.nameOf(person.id)
    if (openDeparture(draft.account, person.id)) {
      return draft.refuse('planned-already', say('leaving.s-departure-is-already-planned-change-that', { name }))
    }
    const at = instantOf(draft, change.at)
    if (at === undefined) return
    if (person.engagementFrom !== null && at <= person.engagementFrom && at > draft.now) {
      return draft.refuse('dates-backwards', say('leaving.starts-only-after-that-choose-a-later-time', { name }), '/at')
    }
    const handovers = handoversOf(draft, person.id, change.handovers ?? [])
    if (draft.problems.length > 0) return
    const planned = { plannerId: draft.actorId, plannedAt: draft.now, at, handovers }
    const before = { engagementBefore: person.engagementUntil, ended: null }
    draft.insert('departure', { id: change.departureId, personId: person.id, ...planned, ...before, state: 'planned' })
    setEnd(draft, person.id, at, person.engagementUntil)
    if (at <= draft.now) shutDoors(draft, change.departureId)
    else draft.effects.push({ kind: 'due', at })
  },
  sentence(change, sight, tense) {
    const name = sight.personName(change.personId)
    const at = change.at ? readMoment(change.at, sight.named.zone, 'end') : undefined
    if (at === undefined) return say('leaving.ended-the-access-of-2', { tense, name })
    return say('leaving.planned-the-departure-of', {
      tense,
      name,
      moment: momentInWords(at, sight.named.zone, sight.now),
    })
  },
  record: (change) => change,
}
