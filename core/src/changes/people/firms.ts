import { atRoot } from '../engine/needs.ts'
import type { Draft } from '../engine/draft.ts'
import type { EmployerRow, Id } from '../../account/rows.ts'
import { say } from '../../words/say.ts'
import { firmKey } from '../../people/firms.ts'

// Firms: other businesses that people work for (model P11).

export const CHANGES_FIRMS = atRoot('people', 'change', 'people.change-firms')

export function firmIn(draft: Draft, firmId: Id): EmployerRow | undefined {
  const firm = draft.account.get('employer', firmId)
  if (!firm) draft.refuse('not-found', say('people.there-is-no-such-firm-here-it-may'))
  return firm
}

/** Two spellings of one name are one firm. */
export function isNameFree(draft: Draft, name: string, ownId?: Id): boolean {
  const twin = [...draft.account.all('employer')].find((one) => one.id !== ownId && firmKey(one.name) === firmKey(name))
  if (!twin) return true
  const state = twin.archived ? say('people.is-archived-restore-it') : say('people.is-here-already-choose-it')
  draft.refuse('name-taken', say('people.the-firm', { twin: twin.name, state }), '/name')
  return false
}
