import type { GrantRow, Id, PlaceRow } from '../../account/rows.ts'
import { clientMaking } from '../../access/own-clients.ts'
import { isPresent } from '../../people/presence.ts'
import type { Draft } from '../engine/draft.ts'
import type { Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/**
 * Making places right beneath one needs the right to add places there, or, as clients of one's own, a key that lets one
 * (model T4, T8).
 */
export function makesPlaces(draft: Draft, parentId: Id): readonly Need[] {
  const { actorId } = draft
  const ownClients = actorId !== null && clientMaking(draft.account, actorId, parentId, draft.now)
  return ownClients ? [] : addsPlaces(draft, parentId)
}

/** The right to add places somewhere, and to undo that, no matter who added them. */
export function addsPlaces(draft: Draft, parentId: Id): readonly Need[] {
  const parent = draft.seen('place', parentId, 'place')
  return parent
    ? [{ area: 'places', level: 'change', placeId: parentId, to: say('access.add-places-in', { parent: parent.name }) }]
    : []
}

/** Whether who let the actor make clients can still give them access there; by right, nobody has to (model T8). */
export function mayGiveAtOwn(draft: Draft, parent: PlaceRow): boolean {
  const { actorId } = draft
  if (actorId === null || draft.sight.can('places', 'change', parent.id)) return true
  const making = clientMaking(draft.account, actorId, parent.id, draft.now)
  const giver = making && giverOf(draft, making.grant)
  if (giver && isPresent(giver, draft.now)) return true
  const sentence = say('access.the-person-who-let-you-make-clients-can')
  draft.refuse('giver-gone', sentence)
  return false
}

/**
 * Gives the actor the role they get at each client they made, as given by the person who let them make it: the whole change is
 * judged by that person's rights as of now (model T8). Nothing for who adds places by right.
 */
export function giveAtOwn(draft: Draft, parent: PlaceRow, made: readonly PlaceRow[], idOf: (at: number) => Id): void {
  const { actorId } = draft
  if (actorId === null || draft.sight.can('places', 'change', parent.id)) return
  const making = clientMaking(draft.account, actorId, parent.id, draft.now)
  const giver = making && giverOf(draft, making.grant)
  if (!making || !giver) return
  draft.judgedAs = giver
  made.forEach((place, at) =>
    draft.insert('grant', {
      ...{ id: idOf(at), subjectKind: 'person', subjectId: actorId, roleId: making.role.id, placeId: place.id },
      ...{ from: draft.now, until: making.grant.until, givenById: giver.id, offerId: null },
      ...{ approvers: null, madeRoleId: null },
    }),
  )
}

/** The giver; for what an account export held, the signatory, whose name is on the contracts. */
function giverOf({ account }: Draft, grant: GrantRow) {
  if (grant.givenById !== null) return account.get('person', grant.givenById)
  return account.by('person', 'standing', 'owner').find(({ signatory }) => signatory)
}
