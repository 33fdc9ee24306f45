import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { sharedToChange } from './shared-logins.ts'
import { say } from '../../words/say.ts'

export class ConfirmPassword {
  @Equals('confirm-password') type!: 'confirm-password'
  @RowId() sharedId!: Id
}

/** Someone who looks after the product says that a shared login has another password (model B4). */
export const confirmPassword: ChangeKind<ConfirmPassword> = {
  type: 'confirm-password',
  confirm: 'confirm.confirm-password',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: ConfirmPassword,
  fill: (change) => change,
  decide(draft, { sharedId }) {
    const row = sharedToChange(draft, sharedId)
    if (!row) return
    if (row.passwordDueSince === null) return draft.refuse('no-change', say('products.this-has-been-done-already'))
    draft.update('sharedLogin', row.id, { passwordDueSince: null })
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.changed-the-password-of-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: (change) => change,
}
