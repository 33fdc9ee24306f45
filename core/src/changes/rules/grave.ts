import type { Account } from '../../account/account.ts'
import type {
  AbsenceRow,
  DepartureRow,
  GrantRow,
  Id,
  PersonRow,
  RoleRow,
  RowEdit,
  SettingsRow,
} from '../../account/rows.ts'
import { givesMore } from './reserved.ts'
import { KEPT_OF_PERSON } from './whose.ts'

/** Rules of the account that are altered like a grave act. */
const RULES: readonly (keyof SettingsRow)[] = ['secondMeansFor', 'erasedByItself', 'erasedAfterDays']

/**
 * Whether an edit has to be confirmed, so that the actor proves again who they are: owners made, unmade, out or
 * away; roles through walls; erasing and what erases by itself; how people sign in; where a product is asked. By what
 * is altered, whatever kind of change does it.
 */
export function isGraveEdit(edit: RowEdit, before: Account, after: Account): boolean {
  const { before: was, after: is } = edit
  switch (edit.table) {
    case 'person':
      return isGravePerson(was as PersonRow | null, is as PersonRow | null)
    case 'departure':
    case 'absence':
      return isOwner(before, ((is ?? was) as DepartureRow | AbsenceRow).personId)
    case 'role':
      return ((is as RoleRow | null)?.wallPassing ?? false) !== ((was as RoleRow | null)?.wallPassing ?? false)
    case 'grant':
      return givesMore(edit) && (after.get('role', (is as GrantRow).roleId)?.wallPassing ?? false)
    case 'settings':
      return touchesRules(was as SettingsRow | null, is as SettingsRow | null)
    case 'connection':
      return was === null
    default:
      return false
  }
}

function isOwner(account: Account, personId: Id): boolean {
  return account.get('person', personId)?.standing === 'owner'
}

function isGravePerson(was: PersonRow | null, is: PersonRow | null): boolean {
  if (is?.state === 'erased' && was?.state !== 'erased') return true
  if (was?.standing !== 'owner' && is?.standing !== 'owner') return false
  return KEPT_OF_PERSON.some((field) => was?.[field] !== is?.[field])
}

/** A rule that erases is as grave as erasing; one that only calls to mind, or stops it, is not. */
function touchesRules(was: SettingsRow | null, is: SettingsRow | null): boolean {
  const erases = is?.erasedByItself ?? false
  return RULES.some((rule) => {
    const differs = JSON.stringify(was?.[rule]) !== JSON.stringify(is?.[rule])
    return differs && (rule === 'secondMeansFor' || erases)
  })
}
