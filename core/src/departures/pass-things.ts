import type { Id } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { isPresent } from '../people/presence.ts'
import { productAt } from '../products/catalogue.ts'
import { productAccountOf } from './accounts.ts'
import { say } from '../words/say.ts'

/**
 * Whether the asker may pass on or release what someone who stays has in products: the right that planning a departure
 * needs, which does the same (model X3, P6).
 */
export function passThingsControl(sight: Sight, personId: Id): Control {
  const person = sight.account.get('person', personId)
  if (!person || sight.depthOf(personId) !== 'record')
    return { enabled: false, reason: say('leaving.there-is-no-such-person-here') }
  const asker = sight.account.get('person', sight.personId)
  if (person.standing === 'owner' && asker?.standing !== 'owner') {
    return { enabled: false, reason: say('leaving.only-an-owner-can-hand-over-what-belongs') }
  }
  if (person.standing === 'administrator' && asker?.standing !== 'owner' && asker?.standing !== 'administrator') {
    return { enabled: false, reason: say('leaving.only-an-owner-or-administrator-can-hand-over') }
  }
  return controlOf(sight, 'people', 'change')
}

/** Why someone cannot take over what is in a product; undefined if they can, or if nobody is to. */
export function takerProblem(sight: Sight, personId: Id, product: string, takerId: Id | null): Problem | undefined {
  if (takerId === null) return undefined
  const { account, now } = sight
  const taker = account.get('person', takerId)
  if (!taker || !sight.seesPerson(takerId) || !isPresent(taker, now)) {
    return problem('not-in', say('leaving.choose-someone-who-is-active-to-take-it'), '/takerId')
  }
  const name = account.nameOf(takerId)
  if (takerId === personId) return problem('no-change', say('leaving.it-already-belongs-to', { name }), '/takerId')
  if (productAccountOf(account, takerId, product, now)?.active) return undefined
  const productName = productAt(account, product, now)?.sheet.name ?? product
  return problem('no-account', say('leaving.has-no-account-in-give-them-a-seat', { name, productName }), '/takerId')
}
