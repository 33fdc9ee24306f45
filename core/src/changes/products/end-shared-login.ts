import { Equals } from 'class-validator'
import { RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { heldBy, sharedToChange } from './shared-logins.ts'
import { endHolding } from '../seats/seats.ts'
import { say } from '../../words/say.ts'

export class EndSharedLogin {
  @Equals('end-shared-login') type!: 'end-shared-login'
  @RowId() sharedId!: Id
}

/** A shared login is used no more: its seat ends, and its account is to be closed there (model B4). */
export const endSharedLogin: ChangeKind<EndSharedLogin> = {
  type: 'end-shared-login',
  confirm: 'confirm.end-shared-login',
  category: 'seats',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: EndSharedLogin,
  fill: (change) => change,
  decide(draft, { sharedId }) {
    const row = sharedToChange(draft, sharedId)
    if (!row) return
    draft.update('sharedLogin', row.id, { until: draft.now, passwordDueSince: null })
    for (const one of heldBy(draft, row.id)) endHolding(draft, one, draft.now)
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.ended-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: (change) => change,
}
