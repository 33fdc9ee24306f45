import {
  LEVELS,
  type AccountBook,
  type BookGrant,
  type BookPerson,
  type BookPlace,
  type BookRole,
  type Level,
  type RoleArea,
} from '../src/index.ts'

// A second reading of the rules of access, straight from an account book and word for word from the model, as slow and
// plain as it can be. It shares nothing with the core but names, so that each checks the other.

interface Node {
  path: string
  walled: boolean
  archived: boolean
}

/** The place and all above it, lowest first, the root (`/`, never walled) last. */
function line(book: AccountBook, path: string): Node[] {
  const names = path.split('/').filter(Boolean)
  const nodes: Node[] = [{ path: '/', walled: false, archived: false }]
  let places: readonly BookPlace[] = book.places
  names.forEach((name, at) => {
    const place = places.find((one) => one.name === name)
    if (!place) throw new Error(`no ${path}`)
    const { walled = false, archived = false } = place
    nodes.push({ path: names.slice(0, at + 1).join('/'), walled, archived })
    places = place.places ?? []
  })
  return nodes.reverse()
}

/** T3: stopped by a walled place strictly below where it was given, down to and including the place asked about. */
function reaches(nodes: readonly Node[], givenAt: string): boolean {
  const at = nodes.findIndex((node) => node.path === (givenAt === '/' ? '/' : givenAt))
  return at >= 0 && !nodes.slice(0, at).some((node) => node.walled)
}

function inForce(grant: BookGrant, date: string): boolean {
  return grant.from <= date && (grant.until === undefined || date <= grant.until)
}

/** P8: by name, or by rule for anyone who is active or away and whose fields hold all the values of a line. */
function groupsOf(book: AccountBook, person: BookPerson) {
  const fields: Record<string, string | undefined> = {
    ...person.choices,
    kind: person.kind,
    standing: person.standing,
    employer: person.employer,
  }
  const isHere = person.state === 'active' || person.state === 'away'
  const holds = (line: Record<string, string>) => Object.entries(line).every(([name, value]) => fields[name] === value)
  return book.groups.filter(
    (group) => person.groups?.includes(group.name) || (isHere && group.rule !== undefined && group.rule.some(holds)),
  )
}

/** G1, A2: grants of the person, of their groups, of their standing. */
function grantsOf(book: AccountBook, person: BookPerson): BookGrant[] {
  const standing = person.standing === 'member' || person.standing === 'guest' ? book.standings[person.standing] : []
  const ofGroups = groupsOf(book, person).flatMap((group) => group.grants ?? [])
  return [...(person.grants ?? []), ...ofGroups, ...(standing ?? [])]
}

const higher = (one: Level, other: Level) => (LEVELS.indexOf(one) >= LEVELS.indexOf(other) ? one : other)
const lower = (one: Level, other: Level) => (LEVELS.indexOf(one) <= LEVELS.indexOf(other) ? one : other)

/** P4: owners run everywhere through every wall; administrators the same but for walls, in a product's areas. */
function byStanding(person: BookPerson, nodes: readonly Node[], sensitive: boolean): Level {
  if (person.standing === 'owner') return 'run'
  if (person.standing !== 'administrator' || sensitive) return 'none'
  return reaches(nodes, '/') ? 'run' : 'none'
}

interface PlainSheet {
  areas: { code: string; scope: string; sensitive: boolean; actions: { code: string; needs: Level }[] }[]
  seatTypes: { code: string; caps: Record<string, Level>; capElsewhere: Level }[]
}

/** R3: a follower's own entry replaces the base's whole; what it does not name flows, sensitive areas never. */
function entryOf(book: AccountBook, role: BookRole, key: string, sensitive: boolean): RoleArea | undefined {
  if (role.areas[key]) return role.areas[key]
  const base = book.roles.find((one) => one.name === role.follows)
  return sensitive ? undefined : base?.areas[key]
}

/** What a second reading answers: levels free and with approval, for any item and for one's own, and each action. */
export interface Reading {
  free: Level
  approval: Level
  ownFree: Level
  ownApproval: Level
  actions: Record<string, { any: string; own: string }>
}

/** The entries of the routes that count (A2), the standing's own among them (P4). */
function entriesOn(book: AccountBook, person: BookPerson, path: string, area: string, date: string): RoleArea[] {
  const product = book.products[0]!
  const { sensitive, scope } = (product.sheets[0]!.sheet as PlainSheet).areas.find((one) => one.code === area)!
  // L4: an account-scoped area is answered as at the root, wherever it is asked, and counts through a grant there only.
  const nodes = line(book, scope === 'account' ? '/' : path)
  // T6: grants sleep at archived places and beneath.
  if (nodes.some((node) => node.archived)) return []
  const entries: RoleArea[] = [{ level: byStanding(person, nodes, sensitive) }]
  for (const grant of grantsOf(book, person)) {
    const role = book.roles.find((one) => one.name === grant.role)!
    const gets = role.wallPassing ? nodes.some((node) => node.path === grant.place) : reaches(nodes, grant.place)
    const entry = entryOf(book, role, `${product.code}/${area}`, sensitive)
    if (inForce(grant, date) && gets && entry) entries.push(entry)
  }
  return entries
}

/** A1, A3 for an area of the book's first product, on a local date. */
export function readingOn(book: AccountBook, person: BookPerson, path: string, area: string, date: string): Reading {
  const sheet = book.products[0]!.sheets[0]!.sheet as PlainSheet
  const { from, until } = person.engagement ?? {}
  const isIn = person.state === 'active' && !(from && date < from) && !(until && date > until)
  const cap = isIn ? capOn(book, person, area, date) : 'none'
  const entries = entriesOn(book, person, path, area, date)
  const levels = (own: boolean, withApproval: boolean) => {
    let found: Level = 'none'
    for (const entry of entries) {
      if (entry.scope && !own) continue
      for (const level of LEVELS.slice(1, LEVELS.indexOf(entry.level) + 1)) {
        const open = !entry.withheld?.includes(level) && (withApproval || !entry.approval?.includes(level))
        if (open) found = higher(found, level)
      }
    }
    return lower(found, cap)
  }
  const actions = [...LEVELS.slice(1).map((level) => ({ code: level as string, needs: level }))]
  for (const action of sheet.areas.find((one) => one.code === area)!.actions) actions.push(action)
  return {
    free: levels(false, false),
    approval: levels(false, true),
    ownFree: levels(true, false),
    ownApproval: levels(true, true),
    actions: Object.fromEntries(
      actions.map((action) => [
        action.code,
        { any: answerOn(entries, cap, action, false), own: answerOn(entries, cap, action, true) },
      ]),
    ),
  }
}

/** A3: route by route, the level reached and the action not withheld. */
function answerOn(entries: RoleArea[], cap: Level, action: { code: string; needs: Level }, own: boolean): string {
  let answer = 'no'
  for (const entry of entries) {
    if ((entry.scope && !own) || entry.withheld?.includes(action.code)) continue
    if (LEVELS.indexOf(cap) < LEVELS.indexOf(action.needs)) continue
    const upTo = LEVELS.slice(1, LEVELS.indexOf(entry.level) + 1).filter((level) => !entry.withheld?.includes(level))
    const reached = (levels: readonly Level[]) =>
      levels.some((level) => LEVELS.indexOf(level) >= LEVELS.indexOf(action.needs))
    const free = upTo.filter((level) => !entry.approval?.includes(level))
    if (reached(free) && !entry.approval?.includes(action.code)) return 'yes'
    if (reached(upTo)) answer = 'with-approval'
  }
  return answer
}

function capOn(book: AccountBook, person: BookPerson, area: string, date: string): Level {
  const product = book.products[0]!
  const sheet = product.sheets[0]!.sheet as PlainSheet
  let cap: Level = 'none'
  for (const seat of person.seats ?? []) {
    if (seat.from > date || (seat.until !== undefined && date > seat.until)) continue
    const type = sheet.seatTypes.find((one) => `${product.code}/${one.code}` === seat.seat)!
    cap = higher(cap, type.caps[area] ?? type.capElsewhere)
  }
  return cap
}
