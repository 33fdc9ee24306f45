import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Account } from '../../account/account.ts'
import type { Id, StepRow, Taker } from '../../account/rows.ts'
import type { HangKind } from '../../departures/hangs.ts'
import { passingOn } from '../../departures/pass-on.ts'
import { isSettled, stepsOf } from '../../departures/plan.ts'
import { leaverOf, takerOf } from './departures.ts'
import { AFTER_STEPS } from './shut-doors.ts'
import { productName } from '../products/connections.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { idFrom, RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

// What is done for a departure once its doors are shut: settled by hand, noted as products answer, closed when all is.

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

export class StepNote {
  @RowId() stepId!: Id
  @IsIn(['waiting', 'done', 'blocked']) state!: 'waiting' | 'done' | 'blocked'
  @IsOptional() @IsString() @MaxLength(300) note?: string | null
}

export class NoteSteps {
  @Equals('note-steps') type!: 'note-steps'
  @RowId() departureId!: Id
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => StepNote) steps!: StepNote[]
}

/** What the products answered: set by time itself alone, once it was read back (model X4). */
export const noteSteps: ChangeKind<NoteSteps> = {
  type: 'note-steps',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: NoteSteps,
  fill: (change) => change,
  decide(draft, { departureId, steps }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.only-what-the-products-answer-is-noted-so'))
    for (const { stepId, state, note = null } of steps) {
      const step = draft.account.get('step', stepId)
      if (step?.departureId !== departureId) return draft.refuse('not-found', say('leaving.there-is-no-such-step'))
      if (step.state === 'done' || step.state === 'let-go') continue
      draft.update('step', stepId, { state, note: note ?? null, doneAt: state === 'done' ? draft.now : null })
    }
  },
  sentence: (change, sight, tense) =>
    say('leaving.went-on-with-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}

export class CloseDeparture {
  @Equals('close-departure') type!: 'close-departure'
  @RowId() departureId!: Id
  /** SHA-256 of the leaver's record, in base64url, so that the chain vouches for it. */
  @IsString() @MaxLength(64) recordHash!: string
}

/** Everything is settled and the record is signed: the departure is done (model X5). */
export const closeDeparture: ChangeKind<CloseDeparture> = {
  type: 'close-departure',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.a-record-that-was-signed-stays' },
  preview: 'plain',
  shape: CloseDeparture,
  fill: (change) => change,
  decide(draft, { departureId }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.the-record-can-be-signed-when-all-other'))
    const row = draft.account.get('departure', departureId)
    const steps = stepsOf(draft.account, departureId)
    if (row?.state !== 'running' || !isSettled(steps))
      return draft.refuse('not-settled', say('leaving.one-step-is-still-open'))
    for (const step of steps) {
      if (step.kind === 'record') draft.update('step', step.id, { state: 'done', doneAt: draft.now })
    }
    draft.update('departure', departureId, { state: 'done' })
  },
  sentence: (change, sight, tense) =>
    say('leaving.signed-the-record-of-s-departure', { tense, leaver: leaverOf(change.departureId, sight) }),
  record: (change) => change,
}

export class OpenAgain {
  @RowId() stepId!: Id
  @IsString() @MaxLength(300) note!: string
}

export class ReopenDeparture {
  @Equals('reopen-departure') type!: 'reopen-departure'
  @RowId() departureId!: Id
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => OpenAgain) steps!: OpenAgain[]
}

/**
 * An account of someone who left was read as open again: what was settled is so no more, and waits for a human. The
 * record that was signed said what held then; another is signed when this is settled (model X5).
 */
export const reopenDeparture: ChangeKind<ReopenDeparture> = {
  type: 'reopen-departure',
  confirm: 'confirm.apply',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'machine',
  day: 'docket',
  needs: 'own',
  undo: { never: 'leaving.it-says-what-a-product-answered-and-stays' },
  preview: 'plain',
  shape: ReopenDeparture,
  fill: (change) => change,
  decide(draft, { departureId, steps }) {
    if (draft.actor.kind === 'person')
      return draft.refuse('not-yours', say('leaving.only-what-the-products-answer-is-noted-so'))
    const row = draft.account.get('departure', departureId)
    const hasLeft = draft.account.get('person', row?.personId)?.state === 'left'
    const all = stepsOf(draft.account, departureId)
    const again = steps.filter(({ stepId }) => all.some(({ id, state }) => id === stepId && state === 'done'))
    if (!row || !hasLeft || (row.state !== 'done' && row.state !== 'running') || again.length === 0) {
      return draft.refuse('not-done', say('leaving.nothing-of-this-departure-was-done'))
    }
    for (const { stepId, note } of again) draft.update('step', stepId, { state: 'blocked', note, doneAt: null })
    for (const step of all) {
      if (step.kind === 'record' && step.state === 'done')
        draft.update('step', step.id, { state: 'waiting', doneAt: null })
    }
    if (row.state === 'done') draft.update('departure', departureId, { state: 'running' })
  },
  sentence: (change, sight) =>
    say('leaving.found-an-account-open-again-after-s-departure', { leaver: leaverOf(change.departureId, sight) }),
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
