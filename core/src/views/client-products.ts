import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { productAt } from '../products/catalogue.ts'
import { clientProducts, knownOf, wantedOf } from '../products/keeping.ts'
import { knownWords } from '../products/task-words.ts'
import type { Instant } from '../time/instants.ts'

/** Our people in a product that a client pays for and keeps (model B6). */
export interface TheirProduct {
  product: string
  name: string
  people: { personId: Id; name: string; known: string }[]
}

/** A client's own products with our people in them, of those the asker sees; nothing for those who do not see keys there. */
export function theirProducts(sight: Sight, placeId: Id): TheirProduct[] {
  const { account, now } = sight
  if (!sight.can('access', 'see', placeId)) return []
  return clientProducts(account, placeId).map((product) => ({
    product,
    name: productAt(account, product, now)?.sheet.name ?? product,
    people: peopleIn(account, product, now)
      .filter((id) => sight.seesPerson(id))
      .map((id) => ({
        ...{ personId: id, name: account.nameOf(id) },
        known: knownWords(account, knownOf(account, product, id), now),
      })),
  }))
}

/** Everyone who is to have an account in a product, or is known to have one, by name. */
export function peopleIn(account: Account, product: string, now: Instant): Id[] {
  const people = new Set<Id>()
  for (const { personId } of account.by('holding', 'product', product)) {
    if (wantedOf(account, product, personId, now).state !== 'none') people.add(personId)
  }
  for (const { personId } of account.by('known', 'product', product)) {
    const state = personId ? knownOf(account, product, personId).state : 'closed'
    if (personId && state !== 'closed') people.add(personId)
  }
  // Shared logins are told apart from people (model B4).
  for (const { id } of account.by('sharedLogin', 'product', product)) people.delete(id)
  return [...people].sort((one, other) => account.nameOf(one).localeCompare(account.nameOf(other), 'en'))
}
