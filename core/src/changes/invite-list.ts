import type { Account } from '../account/account.ts'
import type { Id, PersonKind } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import type { ListedPerson } from '../people/read-list.ts'
import { emailKey } from '../people/email.ts'
import { stateAt } from '../people/presence.ts'
import { placeByPath } from '../places/tree.ts'
import { productsAt } from '../products/catalogue.ts'
import { isDate, type Instant } from '../time/instants.ts'
import { decide, type Actor } from './index.ts'
import type { Invite } from './invite.ts'
import { placeByReference } from './places.ts'
import { lookup } from '../checks/lookup.ts'

/** What is known of a row of a pasted list (model I2). */
export type ListVerdict = 'new' | 'here' | 'here-before' | 'invited' | 'twice' | 'unreadable' | 'refused'

export interface JudgedPerson extends ListedPerson {
  verdict: ListVerdict
  /** What is wrong with the row or who it is, in a sentence; null where nothing needs saying. */
  sentence: string | null
}

/** What everyone of a list gets whose row says nothing else: what an invitation says besides name and address. */
export type ListDefaults = Pick<
  Invite,
  'kind' | 'standing' | 'employerId' | 'managerId' | 'engagementFrom' | 'engagementUntil' | 'line'
> & {
  grants: { roleId: Id; placeId: Id }[]
  seats: { product: string; seatType: string }[]
  groupIds: Id[]
}

/**
 * Judges each row: new, here already, here before, invited already, twice in the list, or unreadable. Someone whom the
 * asker does not see is new to them, with nothing that says otherwise (model I2, D5).
 */
export function judgeList(sight: Sight, people: readonly ListedPerson[]): JudgedPerson[] {
  const { account, now } = sight
  const first = new Map<string, number>()
  return people.map((one) => {
    if (one.unreadable) return { ...one, verdict: 'unreadable' as const, sentence: one.unreadable }
    const key = emailKey(one.email)
    const twin = first.get(key)
    if (twin !== undefined) {
      return {
        ...one,
        verdict: 'twice' as const,
        sentence: `Line ${twin} has the same email address. This row is left out.`,
      }
    }
    first.set(key, one.line)
    const known = account.peopleByEmail(one.email).find((id) => sight.seesPerson(id))
    const person = account.get('person', known)
    if (!person) return { ...one, verdict: 'new' as const, sentence: null }
    const name = account.nameOf(person.id)
    const state = stateAt(account, person, now)
    if (state === 'invited') return { ...one, verdict: 'invited' as const, sentence: `${name} is already invited.` }
    if (['active', 'away', 'waiting'].includes(state)) {
      return { ...one, verdict: 'here' as const, sentence: `${name} is already here, ${state}.` }
    }
    const sentence = `${name} was here before (${state}); their earlier details are used again.`
    return { ...one, verdict: 'here-before' as const, sentence }
  })
}

/** An invitation for each row that is new or was here before, by its cells, a packet, or what everyone gets. */
export function invitesOf(
  sight: Sight,
  people: readonly ListedPerson[],
  defaults: ListDefaults,
  makeId: () => Id,
): { people: JudgedPerson[]; invites: Invite[]; lines: number[] } {
  const names = namesIn(sight)
  const invites: Invite[] = []
  const lines: number[] = []
  const judged = judgeList(sight, people).map((one): JudgedPerson => {
    if (one.verdict !== 'new' && one.verdict !== 'here-before') return one
    const made = inviteOf(one, defaults, names, makeId)
    if (typeof made === 'string') return { ...one, verdict: 'unreadable', sentence: made }
    invites.push(made)
    lines.push(one.line)
    return one
  })
  return { people: judged, invites, lines }
}

/** Ids by the names people write, lower case; made once for a list. */
interface Names {
  account: Account
  sight: Sight
  packets: Map<string, Id>
  roles: Map<string, Id>
  employers: Map<string, Id>
  seats: Map<string, { product: string; seatType: string }>
  places: Map<string, Id | undefined>
}

function namesIn(sight: Sight): Names {
  const { account, now } = sight
  const byName = (rows: Iterable<{ id: Id; name: string }>) =>
    new Map([...rows].map((row) => [row.name.toLowerCase(), row.id]))
  const seats = new Map<string, { product: string; seatType: string }>()
  for (const { sheet, on } of productsAt(account, now)) {
    for (const type of on ? sheet.seatTypes : []) {
      const seat = { product: sheet.code, seatType: type.code }
      seats.set(`${sheet.code}/${type.code}`, seat)
      // By its name alone only where no other product has one of that name.
      seats.set(type.name.toLowerCase(), seats.has(type.name.toLowerCase()) ? { product: '', seatType: '' } : seat)
    }
  }
  return {
    account,
    sight,
    packets: byName(account.all('packet')),
    roles: byName([...account.all('role')].filter((role) => !role.retired)),
    employers: byName(account.all('employer')),
    seats,
    places: new Map(),
  }
}

function placeIn({ account, sight, places }: Names, text: string): Id | undefined {
  if (!places.has(text)) {
    const place = placeByReference(account, text) ?? placeByPath(account, text) ?? placeByName(account, text)
    places.set(text, place && sight.seesPlace(place.id) ? place.id : undefined)
  }
  return places.get(text)
}

function placeByName(account: Account, text: string) {
  const found = [...account.all('place')].filter((place) => place.name.toLowerCase() === text.toLowerCase())
  return found.length === 1 ? found[0] : undefined
}

const KINDS: Readonly<Record<string, PersonKind>> = { staff: 'staff', contractor: 'contractor', client: 'client' }

/** One row's invitation, or the sentence that says which cell cannot be followed. */
function inviteOf(
  { name, email, cells }: ListedPerson,
  defaults: ListDefaults,
  names: Names,
  makeId: () => Id,
): Invite | string {
  const packetId = cells.packet === undefined ? undefined : names.packets.get(cells.packet.toLowerCase())
  if (cells.packet !== undefined && !packetId) return `There is no welcome packet “${cells.packet}”.`
  const packet = names.account.get('packet', packetId)
  const kind = cells.kind === undefined ? (packet?.kind ?? defaults.kind) : lookup(KINDS, cells.kind.toLowerCase())
  if (!kind) return `“${cells.kind}” is not a kind. Write staff, contractor or client.`
  const standing = cells.standing?.toLowerCase() ?? packet?.standing ?? defaults.standing
  if (!['administrator', 'member', 'guest'].includes(standing)) {
    return `“${cells.standing}” is not a membership you can invite to. Write member or guest.`
  }
  const employerId =
    cells.employer === undefined ? defaults.employerId : names.employers.get(cells.employer.toLowerCase())
  if (cells.employer !== undefined && !employerId) return `There is no firm “${cells.employer}” here. Add it first.`
  for (const edge of ['from', 'until'] as const) {
    if (cells[edge] !== undefined && !isDate(cells[edge])) {
      return `“${cells[edge]}” is not a date. Write it as 2026-09-30.`
    }
  }
  const grants = [...(packet ?? defaults).grants]
  if (cells.role !== undefined || cells.place !== undefined) {
    const roleId = names.roles.get((cells.role ?? '').toLowerCase()) ?? (cells.role ? undefined : grants[0]?.roleId)
    const placeId = cells.place ? placeIn(names, cells.place) : grants[0]?.placeId
    if (!roleId) return cells.role ? `There is no role “${cells.role}”.` : 'There is a place without a role.'
    if (!placeId) return cells.place ? `There is no place “${cells.place}”.` : 'There is a role without a place.'
    grants.splice(0, grants.length, { roleId, placeId })
  }
  const seat = cells.seat === undefined ? undefined : names.seats.get(cells.seat.toLowerCase())
  if (cells.seat !== undefined && !seat?.product)
    return `There is no single seat type “${cells.seat}”. Write it as product/type.`
  const seats = seat ? [seat] : [...(packet ?? defaults).seats]
  return {
    type: 'invite',
    personId: makeId(),
    offerId: makeId(),
    name,
    email,
    kind,
    standing: standing as Invite['standing'],
    employerId: employerId ?? null,
    managerId: defaults.managerId ?? null,
    engagementFrom: cells.from ?? defaults.engagementFrom,
    engagementUntil: cells.until ?? defaults.engagementUntil,
    grants: grants.map(({ roleId, placeId }) => ({ grantId: makeId(), roleId, placeId })),
    seats: seats.map(({ product, seatType }) => ({ holdingId: makeId(), product, seatType })),
    groupIds: [...(packet ?? defaults).groupIds],
    line: cells.line ?? defaults.line ?? null,
  }
}

/** Decides the invitations one after the other, as a run will; a row whose turn is refused says why and is left out. */
export function withoutRefused(
  account: Account,
  { people, invites, lines }: { people: JudgedPerson[]; invites: Invite[]; lines: number[] },
  actor: Actor,
  now: Instant,
): { people: JudgedPerson[]; kept: Invite[]; lines: number[] } {
  const why = new Map<number, string>()
  let after = account
  invites.forEach((invite, at) => {
    const decision = decide(after, [invite], actor, now)
    if (decision.problems.length > 0) why.set(lines[at]!, decision.problems[0]!.sentence)
    else after = decision.after
  })
  const stays = (at: number) => !why.has(lines[at]!)
  return {
    people: people.map((one) => {
      const sentence = one.verdict === 'twice' ? undefined : why.get(one.line)
      return sentence === undefined ? one : { ...one, verdict: 'refused', sentence }
    }),
    kept: invites.filter((_invite, at) => stays(at)),
    lines: lines.filter((_line, at) => stays(at)),
  }
}
