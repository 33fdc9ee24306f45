import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { Sight } from '../access/sight.ts'
import { isPresent } from '../people/presence.ts'
import { productAt } from '../products/catalogue.ts'
import { keepingOf } from '../account/kept.ts'
import { keptBy, nobodysToClose, passwordsToChange, tasksIn } from '../products/keeping.ts'
import { taskViewsIn, type TaskView } from '../products/task-words.ts'
import { dateOf, daysBetween, type Instant } from '../time/instants.ts'

/** What someone who looks after products and has no login is asked to do there: those tasks and nothing else (model B6). */
export interface KeeperTasks {
  account: string
  name: string
  products: { code: string; name: string; client: string | null; tasks: TaskView[] }[]
}

/** Undefined for anyone who is not in, or looks after nothing. */
export function keeperTasks(account: Account, personId: Id, now: Instant): KeeperTasks | undefined {
  const person = account.get('person', personId)
  if (!person || !isPresent(person, now)) return undefined
  const codes = keptBy(new Sight(account, personId, now))
  if (codes.length === 0) return undefined
  const products = codes.map((code) => {
    const placeId = keepingOf(account, code)?.placeId ?? null
    return {
      ...{ code, name: productAt(account, code, now)?.sheet.name ?? code },
      client: placeId === null ? null : (account.get('place', placeId)?.name ?? null),
      tasks: taskViewsIn(account, code, now),
    }
  })
  return { account: account.settings.name, name: account.nameOf(personId), products }
}

/** Tasks are called to mind every so many days. */
const REMINDED_DAYS = 7

/** Whether a keeper without a login is to be written to this morning: a task is new, or a week older. */
export function isKeeperToAsk(account: Account, personId: Id, now: Instant): boolean {
  const today = dateOf(now, account.zone)
  const sight = new Sight(account, personId, now)
  return keptBy(sight).some((code) => {
    const dues = [
      ...tasksIn(account, code, now).map(({ due }) => due),
      ...nobodysToClose(account, code).map(({ closingSince }) => closingSince ?? now),
      ...passwordsToChange(account, code, now).map(({ passwordDueSince }) => passwordDueSince ?? now),
    ]
    return dues.some((due) => {
      const days = daysBetween(dateOf(due, account.zone), today)
      return days <= 1 || days % REMINDED_DAYS === 0
    })
  })
}
