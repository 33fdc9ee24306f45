import type { Account } from '../account/account.ts'
import type { Id, PersonRow } from '../account/rows.ts'
import { subjectsAt } from '../access/reach.ts'
import { Sight } from '../access/sight.ts'
import { isPresent } from '../people/presence.ts'
import { keepersOf, keptBy } from '../products/keeping.ts'
import { isOwnArea } from '../products/catalogue.ts'
import { dateOf, daysBetween, type Instant } from '../time/instants.ts'
import { deskView } from './desk.ts'
import { type Need } from './desk-needs.ts'
import { must } from '../checks/must.ts'

/**
 * Those who may be needed at all: owners, administrators, those who look after a product, and anyone who was given
 * something of ours to run. Of fifty thousand people these are few, and only their Desks need looking at.
 */
export function whoMayBeNeeded(account: Account, instant: Instant): Id[] {
  const found = new Set<Id>()
  const add = (people: readonly PersonRow[]) => people.forEach((person) => found.add(person.id))
  add(account.by('person', 'standing', 'owner'))
  add(account.by('person', 'standing', 'administrator'))
  for (const { product } of account.all('keeping')) keepersOf(account, product, instant).forEach((id) => found.add(id))
  for (const role of account.all('role')) {
    // A follower may have it of the role it follows (model R3).
    const areas = { ...account.get('role', role.baseId)?.areas, ...role.areas }
    if (!Object.keys(areas).some(isOwnArea)) continue
    for (const grant of account.by('grant', 'role', role.id)) add(subjectsAt(account, grant, instant))
  }
  return [...found]
}

/** What needs someone: their Desk's list; empty for anyone who is not in, or decides nothing. */
export function needsOf(account: Account, personId: Id, instant: Instant): Need[] {
  const person = account.get('person', personId)
  if (!person || !isPresent(person, instant)) return []
  const sight = new Sight(account, personId, instant)
  const runs = sight.can('people', 'change') || sight.canSomewhere('access', 'change')
  if (person.standing !== 'guest' && runs) return deskView(sight).needs
  // Someone who looks after a product hears of its tasks alone, in the office or not (model B1, D5).
  return keptBy(sight).length > 0 ? deskView(sight).needs.filter(({ task, kind }) => task || kind === 'tasks') : []
}

/** So many days before an engagement's end anyone who may extend it is reminded (model X2). */
const REMINDED_DAYS: ReadonlySet<number> = new Set([14, 7, 1])

/** Whether something is worth a message this morning: an end that comes near is, on three of its days; the rest always. */
export function isWorthAMessage(account: Account, needs: readonly Need[], instant: Instant): boolean {
  const today = dateOf(instant, account.zone)
  return needs.some(({ kind, date }) => {
    if (kind === 'nobody-keeps' || kind === 'twin' || kind === 'no-role') return false
    return kind !== 'ends-soon' || REMINDED_DAYS.has(daysBetween(today, must(date, 'date')))
  })
}
