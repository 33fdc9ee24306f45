import type { Id } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { whyNotJoinable } from '../changes/people/join-people.ts'
import { plainName } from '../people/names.ts'
import type { Need } from './desk-needs.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** So many are proposed at a time. */
const MAXIMUM_TWINS = 5

/**
 * Records that may be of one human: the same name, one of them on record without a login, and nobody said they are two
 * (model P14). Proposed to those who may join them; it is they who know.
 */
export function twins(sight: Sight): Need[] {
  const { account } = sight
  if (!sight.can('people', 'change')) return []
  const recorded = [...account.all('person')].filter(({ recorded, state }) => recorded && state === 'active')
  if (recorded.length === 0) return []
  const byName = new Map<string, Id[]>()
  const names = new Set(recorded.map(({ id }) => plainName(account.nameOf(id))))
  for (const { id, state } of account.all('person')) {
    const name = state === 'active' || state === 'left' ? plainName(account.nameOf(id)) : ''
    if (names.has(name)) byName.set(name, [...(byName.get(name) ?? []), id])
  }
  const found: Need[] = []
  for (const alike of byName.values()) {
    if (alike.length !== 2 || found.length === MAXIMUM_TWINS) continue
    const [one, other] = alike.sort().map((id) => must(account.get('person', id), 'person')) as [never, never]
    if (whyNotJoinable(account, one, other) || !alike.every((id) => sight.depthOf(id) === 'record')) continue
    const [personId, otherId] = alike as [Id, Id]
    if (must(account.get('person', personId), 'person').apartFrom.includes(otherId)) continue
    const address = (id: Id) => account.personal(id, 'email') ?? say('views.no-email')
    const detail = say('views.and-2', { address: address(personId), address2: address(otherId) })
    found.push({ kind: 'twin', personId, name: account.nameOf(personId), date: null, detail, otherId })
  }
  return found
}
