import type { Account } from '../account/account.ts'
import type { Id, OfferRow, PersonRow, PersonState } from '../account/rows.ts'
import type { Instant } from '../time/instants.ts'

/** Why someone reaches nothing at an instant, whatever they were given (model A1, A5). */
export type Absence =
  'not-in-yet' | 'away' | 'left' | 'turned-away' | 'engagement-not-begun' | 'engagement-over' | undefined

/** Whether a person is active and inside their engagement at an instant; if not, why (model A1). */
export function absenceAt(person: PersonRow, instant: Instant): Absence {
  if (isAway(person, instant)) return 'away'
  if (person.state === 'invited' || person.state === 'waiting') return 'not-in-yet'
  if (person.state === 'left' || person.state === 'erased') return 'left'
  // Anyone who is back by date is in, also before their state says so (model Z3).
  if (person.state !== 'active' && person.state !== 'away') return 'turned-away'
  if (person.engagementFrom !== null && instant < person.engagementFrom) return 'engagement-not-begun'
  if (person.engagementUntil !== null && instant >= person.engagementUntil) return 'engagement-over'
  return undefined
}

/** Whether someone is away at an instant: by date where there are dates, written or not (model X1, Z3). */
export function isAway(person: PersonRow, instant: Instant): boolean {
  if (person.awayFrom === null) return person.state === 'away'
  return instant >= person.awayFrom && (person.awayUntil === null || instant < person.awayUntil)
}

export function isPresent(person: PersonRow, instant: Instant): boolean {
  return absenceAt(person, instant) === undefined
}

/** The state as it reads at an instant, also where nothing was written: expired, away, back (model Z3). */
export function stateAt(account: Account, person: PersonRow, instant: Instant): PersonState {
  if (person.state === 'active' || person.state === 'away') return isAway(person, instant) ? 'away' : 'active'
  if (person.state !== 'invited') return person.state
  const offers = account.by('offer', 'person', person.id).filter((offer) => offer.state === 'live')
  return offers.length > 0 && offers.every((offer) => offer.expiresAt <= instant) ? 'expired' : 'invited'
}

/**
 * Offers that an active person opened and that wait for admission: a link that asks for it, or an invitation to another
 * address (model I3, I4).
 */
export function offersWaiting(account: Account, person: PersonRow, instant: Instant): OfferRow[] {
  if ((person.state !== 'active' && person.state !== 'away') || person.recorded) return []
  return account.by('offer', 'person', person.id).filter((one) => one.state === 'live' && one.expiresAt > instant)
}

/** Whether someone is invited by a message that came back. */
export function hasBounced(account: Account, person: PersonRow, instant: Instant): boolean {
  if (stateAt(account, person, instant) !== 'invited' && !isOnRecord(person)) return false
  return account.by('offer', 'person', person.id).some((offer) => offer.state === 'live' && offer.bounced)
}

/** Whether someone is in without a login, and may be invited to sign in (model P12). */
export function isOnRecord(person: PersonRow): boolean {
  return person.recorded && (person.state === 'active' || person.state === 'away')
}

/** An outsider is a contractor or a client's contact (model P2). */
export function isOutsider(person: Pick<PersonRow, 'kind'>): boolean {
  return person.kind !== 'staff'
}

/** Whom someone works for: their firm, or the account’s own for its staff; nobody from outside without one (model P11). */
export function firmOf(account: Account, person: PersonRow): string {
  return account.get('employer', person.employerId)?.name ?? (isOutsider(person) ? '' : account.settings.name)
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
