import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import { downwards, upwards } from '../places/tree.ts'
import { subjectsOf } from './impact.ts'

/** Everyone something was ever given that may lead in at a place or beneath it, and who gets in by standing. */
export function candidatesWithin(account: Account, placeId: Id): Map<Id, PersonRow> {
  const found = new Map<Id, PersonRow>()
  const places = [...upwards(account, placeId).slice(1), ...downwards(account, placeId)]
  for (const place of places) {
    for (const grant of account.by('grant', 'place', place.id)) {
      for (const person of subjectsOf(account, grant)) found.set(person.id, person)
    }
  }
  for (const standing of ['owner', 'administrator']) {
    for (const person of account.by('person', 'standing', standing)) found.set(person.id, person)
  }
  return found
}
