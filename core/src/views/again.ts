import type { Id, PersonState } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { stateAt } from '../people/presence.ts'
import { dateOf, lastDateBefore } from '../time/instants.ts'

/** States in which an invitation that came to nothing is sent anew (model P3, I10). */
const ENDED: ReadonlySet<PersonState> = new Set(['declined', 'refused', 'withdrawn', 'expired'])

/** Whether someone's invitation came to nothing and can be sent anew. */
export function canBeSentAnew(state: PersonState): boolean {
  return ENDED.has(state)
}

/**
 * An invitation that was declined, refused, withdrawn or ran out, as the form is filled in with it: what it said of the
 * person and gave, as far as the asker sees it (model I10). Undefined where there is none to send anew.
 */
export function againView(sight: Sight, personId: Id): object | undefined {
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person || sight.depthOf(personId) !== 'record' || !canBeSentAnew(stateAt(account, person, now))) return undefined
  const [offer] = [...account.by('offer', 'person', personId)].sort((one, other) => other.sentAt - one.sentAt)
  const isSeen = (placeId: Id) => offer?.sponsorId === sight.personId || sight.can('access', 'see', placeId)
  const grants = (offer?.grants ?? []).filter(({ roleId, placeId }) => account.get('role', roleId) && isSeen(placeId))
  const { engagementFrom: from, engagementUntil: until } = person
  return {
    name: account.nameOf(personId),
    email: account.personal(personId, 'email') ?? null,
    ...{ kind: person.kind, standing: person.standing, employerId: person.employerId, managerId: person.managerId },
    // A day that has passed is left for the sender to choose.
    engagementFrom: from !== null && from > now ? dateOf(from, account.zone) : null,
    engagementUntil: until !== null && until > now ? lastDateBefore(until, account.zone) : null,
    grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
    seats: (offer?.seats ?? []).map(({ product, seatType, own = false }) => ({ product, seatType, own })),
    groupIds: (offer?.groupIds ?? []).filter((id) => account.get('group', id)),
    line: account.personal(personId, 'invitationLine') ?? null,
    phone: account.personal(personId, 'phone') ?? null,
  }
}
