import type { Sight } from '../access/sight.ts'
import { productAt, productsAt } from '../products/catalogue.ts'
import { keptBy, nobodysToClose, tasksIn, wayOf } from '../products/keeping.ts'
import { nobodysTaskView, taskView } from '../products/task-words.ts'
import { dateOf } from '../time/instants.ts'
import type { Need } from './desk.ts'

// What products ask for on the Desk: tasks by hand, products nobody looks after, products that do not answer.

/** So many tasks of one product are lines of their own; the rest is one line. */
const MAXIMUM_TASKS = 5

/** What the asker has to do in products they look after: closings first (model B1, B2). */
export function tasksToDo(sight: Sight): Need[] {
  const { account, now } = sight
  return keptBy(sight).flatMap((product): Need[] => {
    const all = tasksIn(account, product, now)
    const closings = all.filter(({ kind }) => kind === 'close')
    const shown = [...closings, ...all.filter((one) => !closings.includes(one))].slice(0, MAXIMUM_TASKS)
    const needs = shown.map((one): Need => {
      const task = taskView(account, one, now)
      const kind = one.kind === 'close' ? 'task-close' : 'task'
      return { kind, personId: one.personId, name: task.name, date: task.due, detail: task.why, task, product }
    })
    for (const row of nobodysToClose(account, product)) {
      const task = nobodysTaskView(account, row, now)
      needs.unshift({
        kind: 'task-close',
        personId: null,
        name: task.name,
        date: task.due,
        detail: task.why,
        task,
        product,
      })
    }
    const more = all.length - shown.length
    if (more === 0) return needs
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

/** Products in use whose accounts nobody looks after. */
export function unkept(sight: Sight): Need[] {
  const { account, now } = sight
  if (!sight.can('connections', 'run')) return []
  return productsAt(account, now).flatMap(({ sheet, on }): Need[] => {
    if (!on || wayOf(account, sheet.code) !== 'unsaid') return []
    return [{ kind: 'nobody-keeps', personId: null, name: sheet.name, date: null, detail: '', product: sheet.code }]
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
