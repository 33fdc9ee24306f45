import { Equals, IsIn, IsOptional } from 'class-validator'
import { idFrom, RowId } from '../engine/shapes.ts'
import type { Id, StepRow, Taker } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { productName } from '../products/connections.ts'
import { leaverOf, takerOf } from './departures.ts'
import type { Draft } from '../engine/draft.ts'
import { must } from '../../checks/must.ts'
import { AFTER_STEPS } from './shut-doors.ts'
import type { Account } from '../../account/account.ts'
import { passingOn } from '../../departures/pass-on.ts'
import type { HangKind } from '../../departures/hangs.ts'

export class SettleStep {
  @Equals('settle-step') type!: 'settle-step'
  @RowId() stepId!: Id
  /** `done` by hand, `let-go`, `again`, or `pass` to someone else. */
  @IsIn(['done', 'let-go', 'again', 'pass']) how!: 'done' | 'let-go' | 'again' | 'pass'
  @IsOptional() @IsIn(['person', 'group', 'place']) takerKind?: Taker['kind'] | null
  @IsOptional() @RowId() takerId?: Id | null
}

/** Someone settles a step that waits for a human: ticks it off, leaves it unassigned, tries again, or names someone else (X4). */
export const settleStep: ChangeKind<SettleStep> = {
  type: 'settle-step',
  confirm: 'confirm.settle-step',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'change', 'leaving.do-the-steps-of-a-departure'),
  undo: { never: 'leaving.a-step-that-was-done-stays-done' },
  preview: 'plain',
  shape: SettleStep,
  fill: (change) => change,
  decide(draft, change) {
    const step = draft.account.get('step', change.stepId)
    const departure = draft.account.get('departure', step?.departureId)
    if (!step || !departure || draft.sight.depthOf(departure.personId) !== 'record') {
      return draft.refuse('not-found', say('leaving.this-step-is-no-longer-open-it-may'))
    }
    if (step.state === 'done' || step.state === 'let-go') {
      return draft.refuse('settled', say('leaving.this-step-is-already-done'))
    }
    const inProduct = step.kind === 'things' || step.kind === 'close'
    if (change.how === 'done' && step.kind === 'close') {
      return draft.refuse('read-back', say('leaving.an-account-in-a-product-counts-as-closed'))
    }
    if (step.kind === 'task' && change.how !== 'let-go') {
      return draft.refuse(
        'by-hand',
        say('leaving.close-the-account-in-and-confirm-that-there', {
          productName: productName(step.subject, draft.sight),
        }),
      )
    }
    if (change.how === 'again' || (change.how === 'pass' && inProduct)) {
      const taker = change.how === 'pass' ? takerOf(draft, step.kind, change) : step.taker
      draft.update('step', step.id, { state: 'waiting', taker: taker ?? step.taker, note: null })
    } else if (change.how === 'pass') {
      const taker = takerOf(draft, step.what, change)
      if (taker) passStep(draft, step, departure.personId, taker)
    } else draft.update('step', step.id, { state: change.how, doneAt: draft.now, note: null })
    draft.effects.push({ kind: 'go-on-leaving', departureId: departure.id })
  },
  sentence: (change, sight, tense) => {
    const step = sight.named.get('step', change.stepId)
    return say('leaving.did-a-step-of-s-departure', { tense, leaver: leaverOf(step?.departureId, sight) })
  },
  record: (change) => change,
}

/** A step left over, passed on by the person who settles it, by their own rights. */
function passStep(draft: Draft, step: StepRow, personId: Id, taker: Taker): void {
  if (step.kind === 'handover') {
    const changes = passingLate(draft.account, step, personId, taker)
    const decision = draft.nested.decide(
      draft.account,
      changes.map((one, at) =>
        must(draft.nested.read(one, () => idFrom(step.id, AFTER_STEPS + at)).value, 'change that passes a step on'),
      ),
      draft.actor,
      draft.now,
    )
    draft.problems.push(...decision.problems)
    if (decision.problems.length > 0) return
    draft.takeOver({ ...decision, marks: [...decision.marks] })
  }
  draft.update('step', step.id, {
    state: step.kind === 'handover' ? 'done' : 'waiting',
    taker,
    note: null,
    doneAt: step.kind === 'handover' ? draft.now : null,
  })
}

/** After the doors are shut their keys have ended: what they gave is given again from the role they had (model X3). */
function passingLate(account: Account, step: StepRow, personId: Id, taker: Taker): object[] {
  if (step.what === 'report') return [{ type: 'change-person', personId: step.subject, managerId: taker.id }]
  if (step.what !== 'steward')
    return passingOn(account, { kind: step.what as HangKind, id: step.subject }, personId, taker, 0)
  const ended = account.get('departure', step.departureId)?.ended?.grants ?? []
  const roles = new Set(ended.filter(({ placeId }) => placeId === step.subject).map(({ roleId }) => roleId))
  return [...roles].map((roleId) => ({
    ...{ type: 'give', subjectKind: taker.kind, subjectId: taker.id },
    ...{ roleId, placeId: step.subject },
  }))
}
