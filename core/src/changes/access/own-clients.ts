import type { GrantRow, Id, PlaceRow } from '../../account/rows.ts'
import { clientMaking } from '../../access/own-clients.ts'
import { isPresent } from '../../people/presence.ts'
import type { Draft } from '../engine/draft.ts'

/**
 * Whether the actor may make places right beneath one: by the right to add places there, or, as clients of their own, by
 * a key that lets them (model T4, T8). Refuses with the reason otherwise.
 */
export function mayMakePlaces(draft: Draft, parent: PlaceRow): boolean {
  const { actorId } = draft
  if (actorId === null || draft.sight.can('places', 'change', parent.id)) {
    return draft.need('places', 'change', parent.id, `add places in ${parent.name}`)
  }
  const making = clientMaking(draft.account, actorId, parent.id, draft.now)
  if (!making) return draft.need('places', 'change', parent.id, `add places in ${parent.name}`)
  const giver = giverOf(draft, making.grant)
  if (!giver || !isPresent(giver, draft.now)) {
    const sentence = 'The person who let you make clients can no longer give you access to them. Ask the office.'
    draft.refuse('giver-gone', sentence)
    return false
  }
  return true
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
