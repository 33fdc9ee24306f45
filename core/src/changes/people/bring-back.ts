import { Equals, IsIn, IsOptional } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { periodText } from '../access/grants.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { RowId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { aboutPerson } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class BringBack {
  @Equals('bring-back') type!: 'bring-back'
  @RowId() personId!: Id
  /** Higher ones are given once they are in (model X6). */
  @IsIn(['member', 'guest']) standing!: 'member' | 'guest'
  @When() until?: string | null
  @IsOptional() @RowId() managerId?: Id | null
}

/** Someone who left and still has a way to sign in is in again: the same person, the same history, an engagement anew (X6, P3). */
export const bringBack: ChangeKind<BringBack> = {
  type: 'bring-back',
  confirm: 'confirm.bring-back',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: aboutPerson('people', 'change', (name) => say('people.have-back', { name })),
  undo: { never: 'people.someone-who-was-rehired-is-in-end-their' },
  preview: 'plain',
  shape: BringBack,
  fill: (change) => change,
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    const name = draft.account.nameOf(person.id)
    if (person.state !== 'left') return draft.refuse('not-left', say('people.has-not-left', { name }))
    if (!person.loginId) {
      return draft.refuse('no-login', say('people.can-no-longer-sign-in-invite-them-again', { name }))
    }
    const { until } = draft.period(null, change.until)
    checkEnd(draft, person, until)
    if (change.managerId) draft.seen('person', change.managerId, 'manager')
    if (draft.problems.length > 0) return
    settleSeats(draft, person.id)
    draft.update('person', person.id, {
      ...{ state: 'active', standing: change.standing, engagementFrom: draft.now, engagementUntil: until },
      ...(change.managerId === undefined ? {} : { managerId: change.managerId }),
    })
  },
  sentence: (change, sight, tense) =>
    say('people.rehired-as', {
      tense,
      person: sight.personName(change.personId),
      standing: change.standing,
      period: periodText(null, change.until, sight),
    }),
  record: (change) => change,
}
