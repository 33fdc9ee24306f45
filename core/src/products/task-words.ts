import type { Account } from '../account/account.ts'
import type { Id, KnownRow, KnownState, SharedLoginRow } from '../account/rows.ts'
import { grantsOf } from '../access/walk.ts'
import { entryOf } from '../access/roles.ts'
import { areasAt, productAt } from './catalogue.ts'
import { keepingOf } from '../account/kept.ts'
import { nobodysToClose, passwordsToChange, tasksIn, type Known, type Task, type TaskKind } from './keeping.ts'
import { dateInWords, dateOf, daysBetween, lastDateBefore, type Instant, type LocalDate } from '../time/instants.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** A line of a task, to be copied into the product. */
export interface TaskLine {
  what: 'name' | 'email' | 'id' | 'seat-type' | 'role'
  text: string
}

/** A task as its keeper reads it (model B1). */
export interface TaskView {
  product: string
  productName: string
  /** Null where it is about an account that is nobody’s here; then {@link knownId} says which. */
  personId: Id | null
  knownId: Id | null
  name: string
  kind: TaskKind
  /** `Close the account of Tadeo Brandreth`. */
  sentence: string
  /** `left on 9 June; open by the list of 12 June`. */
  why: string
  due: LocalDate
  overdueDays: number
  lines: TaskLine[]
  /** What is confirmed by *Done*. */
  confirms: KnownState
}

const CONFIRMS: Readonly<Record<TaskKind, KnownState>> = {
  open: 'open',
  resume: 'open',
  'change-seat': 'open',
  suspend: 'suspended',
  close: 'closed',
  'change-password': 'open',
}

export function taskView(account: Account, task: Task, now: Instant): TaskView {
  const { product, personId, kind, due, overdue } = task
  const today = dateOf(now, account.zone)
  const dueOn = dateOf(due, account.zone)
  return {
    ...{ product, productName: productAt(account, product, now)?.sheet.name ?? product, personId, kind },
    knownId: null,
    name: account.nameOf(personId),
    sentence: sentenceOf(account, task, now),
    why: [whyOf(account, task, now), knownWords(account, task.known, now)].filter(Boolean).join('; '),
    due: dueOn,
    overdueDays: overdue ? daysBetween(dueOn, today) : 0,
    lines: linesOf(account, task, now),
    confirms: CONFIRMS[kind],
  }
}

/** An account that is nobody's here, to be closed: a task like any other (model B3). */
export function nobodysTaskView(account: Account, row: KnownRow, now: Instant): TaskView {
  const today = dateOf(now, account.zone)
  const due = dateOf(row.closingSince ?? now, account.zone)
  const address = account.personal(row.id, 'accountAddress') ?? ''
  const name = account.personal(row.id, 'accountName') ?? address
  const add = (what: TaskLine['what'], text: string | null) => (text ? [{ what, text }] : [])
  return {
    ...{ product: row.product, productName: productAt(account, row.product, now)?.sheet.name ?? row.product },
    ...{
      personId: null,
      knownId: row.id,
      name,
      kind: 'close',
      sentence: say('products.close-the-account-of', { name }),
    },
    why: say('products.nobody-here', { known: knownWords(account, { state: row.state, row }, now) }),
    ...{ due, overdueDays: Math.max(0, daysBetween(due, today)) },
    lines: [...add('email', address), ...add('id', row.remoteId)],
    confirms: 'closed',
  }
}

/** A shared login that someone knew who has left: a task like any other (model B4). */
export function passwordTaskView(account: Account, row: SharedLoginRow, now: Instant): TaskView {
  const today = dateOf(now, account.zone)
  const due = dateOf(row.passwordDueSince ?? now, account.zone)
  const name = account.nameOf(row.id)
  const address = account.personal(row.id, 'accountAddress')
  return {
    ...{ product: row.product, productName: productAt(account, row.product, now)?.sheet.name ?? row.product },
    ...{ personId: row.id, knownId: null, name, kind: 'change-password' },
    sentence: say('products.change-the-password-of', { name }),
    why: say('products.someone-who-used-it-left-on', { date: dateInWords(due, today) }),
    ...{ due, overdueDays: Math.max(0, daysBetween(due, today)) },
    lines: address ? [{ what: 'email', text: address }] : [],
    confirms: 'open',
  }
}

/**
 * Everything to do in a product, as its keeper reads it: accounts of nobody, passwords, then people's accounts.
 * @param most of people's accounts so many are written out, closings first; left out, all.
 */
export function taskViewsIn(account: Account, product: string, now: Instant, most = Infinity): TaskView[] {
  const tasks = tasksIn(account, product, now)
  return [
    ...nobodysToClose(account, product).map((row) => nobodysTaskView(account, row, now)),
    ...passwordsToChange(account, product, now).map((row) => passwordTaskView(account, row, now)),
    ...tasks.slice(0, most).map((task) => taskView(account, task, now)),
  ]
}

function sentenceOf(account: Account, { product, personId, kind, wanted }: Task, now: Instant): string {
  const name = account.nameOf(personId)
  switch (kind) {
    case 'open':
      return say('products.open-an-account-for', { name })
    case 'resume':
      return say('products.open-the-account-of-again', { name })
    case 'suspend':
      return say('products.suspend-the-account-of', { name })
    case 'change-seat':
      return say('products.change-to', {
        name,
        list: wanted.seats.map((code) => typeName(account, product, code, now)).join(say('products.and')),
      })
    case 'close':
      return say('products.close-the-account-of', { name })
    case 'change-password':
      return say('products.change-the-password-of', { name })
  }
}

function typeName(account: Account, product: string, code: string, now: Instant): string {
  return productAt(account, product, now)?.sheet.seatTypes.find((type) => type.code === code)?.name ?? code
}

function whyOf(account: Account, { kind, personId, wanted, due }: Task, now: Instant): string {
  const today = dateOf(now, account.zone)
  const person = account.get('person', personId)
  const on = (instant: Instant) => dateInWords(dateOf(instant, account.zone), today)
  if (account.get('sharedLogin', personId))
    return kind === 'close' ? say('products.not-used-any-more') : say('products.a-shared-login')
  if (kind === 'suspend')
    return person?.awayFrom == null ? 'away' : say('products.away-since', { on: on(person.awayFrom) })
  if (kind === 'close') {
    const [departure] = [...account.by('departure', 'person', personId)].sort((one, other) => other.at - one.at)
    if (person?.state === 'left')
      return departure ? say('products.left-on', { on: on(departure.at) }) : say('products.left')
    if (wanted.since === null) return say('products.has-no-seat')
    const last = dateInWords(lastDateBefore(wanted.since, account.zone), today)
    return say('products.had-a-seat-until', { last })
  }
  return `${wanted.opensAt === null ? say('products.has-a-seat-since') : say('products.starts-on')} ${on(due)}`
}

/** How an account is known, for the person who decides on it: `open by the list of 12 June`. */
export function knownWords(account: Account, { state, row }: Known, now: Instant): string {
  if (!row) return say('products.nobody-has-looked-yet')
  const on = dateInWords(dateOf(row.asOf, account.zone), dateOf(now, account.zone))
  if (row.source === 'confirmed') {
    return say('products.confirmed-by-on', {
      state,
      name: row.byId ? account.nameOf(row.byId) : say('products.someone-who-is-gone'),
      on,
    })
  }
  return say('products.by-the-member-list-of', { state, isList: row.source === 'list', on })
}

/** What is typed into the product: who, as what, and where, in its own words (model B1). */
function linesOf(account: Account, { product, personId, kind, wanted, known }: Task, now: Instant): TaskLine[] {
  const lines: TaskLine[] = []
  const add = (what: TaskLine['what'], text: string | null | undefined) => text && lines.push({ what, text })
  if (kind === 'open') add('name', account.nameOf(personId))
  add('email', account.personal(personId, 'email') ?? account.personal(personId, 'accountAddress'))
  add('id', known.row?.remoteId)
  if (kind === 'open' || kind === 'change-seat' || kind === 'resume') {
    for (const code of wanted.seats) add('seat-type', typeName(account, product, code, now))
  }
  if (kind === 'open') for (const text of rolesIn(account, product, personId, now)) add('role', text)
  return lines
}

const MAXIMUM_ROLES = 12

/** Roles that open the product, with their places, as the product calls them. */
function rolesIn(account: Account, product: string, personId: Id, now: Instant): string[] {
  const person = account.get('person', personId)
  const words = keepingOf(account, product)?.words ?? {}
  const areas = areasAt(account, now).filter((area) => area.product === product)
  const found = (person ? grantsOf(account, person) : []).flatMap(({ grant }) => {
    const role = account.get('role', grant.roleId)
    if (!role || !isOpen(grant.until, now)) return []
    if (!areas.some((area) => (entryOf(account, role, area)?.level ?? 'none') !== 'none')) return []
    const place = account.get('place', grant.placeId)
    const where = place?.parentId === null ? '' : `: ${words[grant.placeId] ?? place?.name ?? ''}`
    return [`${words[role.id] ?? role.name}${where}`]
  })
  return [...new Set(found)].slice(0, MAXIMUM_ROLES)
}
