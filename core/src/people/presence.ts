import type { Account } from '../account/account.ts'
import type { Id, PersonRow, PersonState } from '../account/rows.ts'
import type { Instant } from '../time/instants.ts'

/** Why someone reaches nothing at an instant, whatever they were given (model A1, A5). */
export type Absence =
  'not-in-yet' | 'away' | 'left' | 'turned-away' | 'engagement-not-begun' | 'engagement-over' | undefined

/** Whether a person is active and inside their engagement at an instant; if not, why (model A1). */
export function absenceAt(person: PersonRow, instant: Instant): Absence {
  if (person.state === 'away') return 'away'
  if (person.state === 'invited' || person.state === 'waiting') return 'not-in-yet'
  if (person.state === 'left' || person.state === 'erased') return 'left'
  if (person.state !== 'active') return 'turned-away'
  if (person.engagementFrom !== null && instant < person.engagementFrom) return 'engagement-not-begun'
  if (person.engagementUntil !== null && instant >= person.engagementUntil) return 'engagement-over'
  return undefined
}

export function isPresent(person: PersonRow, instant: Instant): boolean {
  return absenceAt(person, instant) === undefined
}

/** The state as it reads at an instant: an invitation past its date is expired with no write (model Z3). */
export function stateAt(account: Account, person: PersonRow, instant: Instant): PersonState {
  if (person.state !== 'invited') return person.state
  const offers = account.by('offer', 'person', person.id).filter((offer) => offer.state === 'live')
  return offers.length > 0 && offers.every((offer) => offer.expiresAt <= instant) ? 'expired' : 'invited'
}

/** An outsider is a contractor or a client's contact (model P2). */
export function isOutsider(person: Pick<PersonRow, 'kind'>): boolean {
  return person.kind !== 'staff'
}

/** The owners who can act at an instant (model P5). */
export function activeOwners(account: Account, instant: Instant): PersonRow[] {
  return account.by('person', 'standing', 'owner').filter((person) => isPresent(person, instant))
}

/** Everyone who reports to a person, directly or through others (model P7). */
export function reportsOf(account: Account, managerId: Id): PersonRow[] {
  const found = new Map<Id, PersonRow>()
  const visit = (id: Id) => {
    for (const report of account.by('person', 'manager', id)) {
      if (found.has(report.id)) continue
      found.set(report.id, report)
      visit(report.id)
    }
  }
  visit(managerId)
  return [...found.values()]
}
