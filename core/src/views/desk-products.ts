import type { Sight } from '../access/sight.ts'
import { productAt, productsAt } from '../products/catalogue.ts'
import { keepingOf } from '../account/kept.ts'
import { keptBy, tasksIn, wayOf } from '../products/keeping.ts'
import { taskView, taskViewsIn, type TaskView } from '../products/task-words.ts'
import { dateOf } from '../time/instants.ts'
import type { Need } from './desk-needs.ts'
import { isOpen } from '../time/lasting.ts'

// What products ask for on the Desk: tasks by hand, products nobody looks after, products that do not answer.

/** So many tasks of one product are lines of their own; the rest is one line. */
const MAXIMUM_TASKS = 5

/** What the asker has to do in products they look after: closings first (model B1, B2). */
export function tasksToDo(sight: Sight): Need[] {
  const { account, now } = sight
  return keptBy(sight).flatMap((product): Need[] => {
    const tasks = tasksIn(account, product, now)
    const isUrgent = ({ kind }: Pick<TaskView, 'kind'>) => kind === 'close' || kind === 'change-password'
    // Closings come first, and all of them are told.
    const most = Math.max(MAXIMUM_TASKS, tasks.filter(isUrgent).length)
    const shown = taskViewsIn(account, product, now, most)
    const needs = shown.map((task): Need => {
      const { personId, name, due, why } = task
      return { kind: isUrgent(task) ? 'task-close' : 'task', personId, name, date: due, detail: why, task, product }
    })
    const more = tasks.length - most
    if (more <= 0) return needs
    const name = productAt(account, product, now)?.sheet.name ?? product
    return [...needs, { kind: 'tasks', personId: null, name, date: null, detail: String(more), product }]
  })
}

/** Overdue closings in products that others look after, for those who run departures (model B2). */
export function closingsLeft(sight: Sight): Need[] {
  const { account, now } = sight
  if (!sight.can('people', 'change')) return []
  const own = new Set(keptBy(sight))
  return [...account.all('keeping')].flatMap(({ product }): Need[] => {
    if (own.has(product)) return []
    return tasksIn(account, product, now).flatMap((one): Need[] => {
      if (one.kind !== 'close' || !one.overdue || sight.depthOf(one.personId) !== 'record') return []
      const task = taskView(account, one, now)
      const detail = `${task.productName}: ${task.why}`
      return [{ kind: 'closing-overdue', personId: one.personId, name: task.name, date: task.due, detail, product }]
    })
  })
}

/** Shared logins that are to be looked at again, for those who look after the product or are responsible (model B4). */
export function sharedToReview(sight: Sight): Need[] {
  const { account, now, personId } = sight
  const own = new Set(keptBy(sight))
  return [...account.all('sharedLogin')].flatMap((row): Need[] => {
    const isMine = row.responsibleId === personId || own.has(row.product)
    if (!isMine || row.reviewAt === null || row.reviewAt > now || !isOpen(row.until, now)) return []
    const name = account.nameOf(row.id)
    const detail = productAt(account, row.product, now)?.sheet.name ?? row.product
    const date = dateOf(row.reviewAt, account.zone)
    return [{ kind: 'shared-review', personId: null, name, date, detail, product: row.product }]
  })
}

/** Products in use whose accounts nobody looks after. */
export function unkept(sight: Sight): Need[] {
  const { account, now } = sight
  if (!sight.can('connections', 'run')) return []
  return productsAt(account, now).flatMap(({ sheet, on }): Need[] => {
    if (!on || wayOf(account, sheet.code) !== 'unsaid') return []
    return [{ kind: 'nobody-keeps', personId: null, name: sheet.name, date: null, detail: '', product: sheet.code }]
  })
}

/** Products that no role opens: nobody can be given access in them (model S13). */
export function withoutRole(sight: Sight): Need[] {
  const { account, now } = sight
  if (!sight.can('roles', 'change')) return []
  const opened = new Set(
    [...account.all('role')]
      .flatMap(({ areas, retired }) => (retired ? [] : Object.keys(areas)))
      .map((key) => key.split('/')[0]),
  )
  return productsAt(account, now).flatMap(({ sheet, on }): Need[] => {
    const proposes = (sheet.roles ?? []).length > 0
    if (!on || !proposes || opened.has(sheet.code) || keepingOf(account, sheet.code)?.placeId) return []
    return [{ kind: 'no-role', personId: null, name: sheet.name, date: null, detail: '', product: sheet.code }]
  })
}

/** Connected products that have not answered for an hour or longer, for anyone who runs connections. */
export function productsAway(sight: Sight): Need[] {
  const { account, now } = sight
  if (!sight.can('connections', 'run')) return []
  return [...account.all('connection')].flatMap(({ on, product, trouble, troubleSince }): Need[] => {
    if (!on || trouble === null) return []
    const name = productAt(account, product, now)?.sheet.name ?? product
    const date = troubleSince === null ? null : dateOf(troubleSince, account.zone)
    return [{ kind: 'product-away', personId: null, name, date, detail: trouble, product }]
  })
}
