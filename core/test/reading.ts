import { LEVELS, type AccountBook, type BookGrant, type BookPerson, type BookPlace, type Level } from '../src/index.ts'

// A second reading of the rules of access, straight from an account book and word for word from the model, as slow and
// plain as it can be. It shares nothing with the core but names, so that each checks the other.

interface Node {
  path: string
  walled: boolean
}

/** The place and all above it, lowest first, the root (`/`, never walled) last. */
function line(book: AccountBook, path: string): Node[] {
  const names = path.split('/').filter(Boolean)
  const nodes: Node[] = [{ path: '/', walled: false }]
  let places: readonly BookPlace[] = book.places
  names.forEach((name, at) => {
    const place = places.find((one) => one.name === name)
    if (!place) throw new Error(`no ${path}`)
    nodes.push({ path: names.slice(0, at + 1).join('/'), walled: place.walled ?? false })
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

/** G1, A2: grants of the person, of their groups, of their standing. */
function grantsOf(book: AccountBook, person: BookPerson): BookGrant[] {
  const groups = book.groups.filter((group) => person.groups?.includes(group.name))
  const standing = person.standing === 'member' || person.standing === 'guest' ? book.standings[person.standing] : []
  return [...(person.grants ?? []), ...groups.flatMap((group) => group.grants ?? []), ...(standing ?? [])]
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
  areas: { code: string; sensitive: boolean }[]
  seatTypes: { code: string; caps: Record<string, Level>; capElsewhere: Level }[]
}

/** A1 for an area of the book's first product, on a local date. */
export function reachOn(book: AccountBook, person: BookPerson, path: string, area: string, date: string): Level {
  const product = book.products[0]!
  const sheet = product.sheets[0]!.sheet as PlainSheet
  const { from, until } = person.engagement ?? {}
  if (person.state !== 'active' || (from && date < from) || (until && date > until)) return 'none'
  const nodes = line(book, path)
  let best = byStanding(person, nodes, sheet.areas.find((one) => one.code === area)!.sensitive)
  for (const grant of grantsOf(book, person)) {
    if (!inForce(grant, date) || !reaches(nodes, grant.place)) continue
    const role = book.roles.find((one) => one.name === grant.role)!
    best = higher(best, role.areas[`${product.code}/${area}`]?.level ?? 'none')
  }
  let cap: Level = 'none'
  for (const seat of person.seats ?? []) {
    if (seat.from > date || (seat.until !== undefined && date > seat.until)) continue
    const type = sheet.seatTypes.find((one) => `${product.code}/${one.code}` === seat.seat)!
    cap = higher(cap, type.caps[area] ?? type.capElsewhere)
  }
  return lower(best, cap)
}
