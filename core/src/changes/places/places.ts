import type { Draft } from '../engine/draft.ts'
import type { Id } from '../../account/rows.ts'
import { say } from '../../words/say.ts'
import type { Account } from '../../account/account.ts'

/** How deep places go beneath the root. */
export const MAXIMUM_DEPTH = 12

/** Names are unique side by side, and hold no slash. */
export function checkName(draft: Draft, parentId: Id, name: string, except?: Id): void {
  const wanted = name.trim().toLowerCase()
  const twin = draft.account
    .by('place', 'parent', parentId)
    .find((place) => place.id !== except && place.name.toLowerCase() === wanted)
  if (name.includes('/'))
    draft.refuse('slash-in-name', say('places.a-places-name-cannot-hold-which-joins-places'), '/name')
  if (twin)
    draft.refuse('name-taken', say('places.there-is-a-there-already-choose-another-name', { twin: twin.name }), '/name')
}

export function checkReference(draft: Draft, reference: string | null | undefined, except?: Id): void {
  if (!reference) return
  const twin = placeByReference(draft.account, reference)
  if (!twin || twin.id === except) return
  const where = draft.sight.seesPlace(twin.id) ? say('places.stands-for', { twin: twin.name }) : say('places.is-taken')
  draft.refuse(
    'reference-taken',
    say('places.the-reference-already-choose-another', { reference, where }),
    '/reference',
  )
}

/** References are unique in an account, so that bills and products can name places by them (model T1). */
export function placeByReference(account: Account, reference: string) {
  return account.by('place', 'reference', reference)[0]
}
