import type { Id } from '../account/rows.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { isPresent } from '../people/presence.ts'
import { productAt } from '../products/catalogue.ts'
import { controlOf, type Control } from './controls.ts'
import type { Sight } from './sight.ts'
import { say } from '../words/say.ts'

/** Whether the asker makes, changes and cuts the tokens with which a product's programs ask here (model E4). */
export function tokenControl(sight: Sight): Control {
  return controlOf(sight, 'connections', 'run')
}

/** Whether the asker sees which tokens there are: never what one is itself. */
export function seesTokens(sight: Sight, product: string): boolean {
  return sight.can('connections', 'see') && productAt(sight.account, product, sight.now) !== undefined
}

/** A token always has a responsible person, who is in (model E4, X2). */
export function responsibleProblem(sight: Sight, personId: Id): Problem | undefined {
  const person = sight.account.get('person', personId)
  if (person && sight.seesPerson(personId) && isPresent(person, sight.now)) return undefined
  return problem('not-in', say('access.choose-someone-who-is-active-as-the-person'), '/responsibleId')
}

/** Whether nobody who is in is responsible for a token any more. */
export function isUncared(sight: Sight, responsibleId: Id | null): boolean {
  const person = responsibleId === null ? undefined : sight.account.get('person', responsibleId)
  return !person || !isPresent(person, sight.now)
}
