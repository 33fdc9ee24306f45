import { fieldsOf, heldBy, nameIt, SharedLoginFields, sharedToChange, takeSeat } from './shared-logins.ts'
import { Equals } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { Id } from '../../account/rows.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { checkMoney } from '../rules/seat-rules.ts'
import { say } from '../../words/say.ts'
import { endHolding } from '../seats/seats.ts'

export class ChangeSharedLogin extends SharedLoginFields {
  @Equals('change-shared-login') type!: 'change-shared-login'
  @RowId() sharedId!: Id
  /** The seat that takes the place of the one it had. */
  @RowId() holdingId!: MadeId
}

/** Changes who is responsible for a shared login, who uses it, its seat and dates (model B4). */
export const changeSharedLogin: ChangeKind<ChangeSharedLogin> = {
  type: 'change-shared-login',
  confirm: 'confirm.change-shared-login',
  category: 'seats',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeSharedLogin,
  fill: (change, newId) => ({ ...change, holdingId: newId(change.holdingId) }),
  decide(draft, change) {
    const row = sharedToChange(draft, change.sharedId)
    const fields = row && fieldsOf(draft, change)
    if (!row || !fields) return
    const gone = row.userIds.some((id) => !fields.userIds.includes(id))
    // Anyone who used it knows its password.
    const passwordDueSince = gone ? (row.passwordDueSince ?? draft.now) : row.passwordDueSince
    draft.update('sharedLogin', row.id, { ...fields, passwordDueSince })
    nameIt(draft, row.id, change)
    if (fields.seatType === row.seatType) {
      const before = draft.account
      const moved = heldBy(draft, row.id).filter(({ until }) => until !== fields.until)
      if (moved.length === 0) return
      for (const one of moved) draft.update('holding', one.id, { until: fields.until })
      // A seat that lasts longer costs longer (model S10).
      return checkMoney(draft, before, draft.sight, [], say('products.hand-out-a-seat'))
    }
    for (const one of heldBy(draft, row.id)) endHolding(draft, one, draft.now)
    if (fields.seatType) takeSeat(draft, { ...row, ...fields }, change.holdingId)
  },
  sentence: ({ sharedId }, sight, tense) =>
    say('products.changed-the-shared-login', { tense, name: sight.account.nameOf(sharedId) }),
  record: ({ name: _name, address: _address, ...rest }) => ({ ...rest, personal: ['name', 'accountAddress'] }),
}
