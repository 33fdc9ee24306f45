import type { ListColumn, ListedPerson } from '../../people/read-list.ts'
import type { Invite } from './invite.ts'
import type { Id, PersonKind } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import { emailKey } from '../../people/email.ts'
import { say } from '../../words/say.ts'
import { stateAt } from '../../people/presence.ts'
import { type Names, namesIn, personIn, placeIn, proposalsFor } from './invite-list-names.ts'
import { lookup } from '../../checks/lookup.ts'
import { type Instant, isDate } from '../../time/instants.ts'
import { datesIn } from '../../people/near.ts'
import { entryAt, must } from '../../checks/must.ts'
import type { Account } from '../../account/account.ts'
import { type Actor, decide } from '../engine/decide.ts'

/** What is known of a row of a pasted list (model I2). */
export type ListVerdict = 'new' | 'here' | 'here-before' | 'invited' | 'twice' | 'unreadable' | 'refused'

export interface JudgedPerson extends ListedPerson {
  verdict: ListVerdict
  /** What is wrong with the row or who it is, in a sentence; null where nothing needs saying. */
  sentence: string | null
  /** The cell that cannot be followed, with what comes nearest to it; absent where it is no cell. */
  cell?: RefusedCell
}

/** A cell of a list that cannot be followed, to be corrected in its place. */
export interface RefusedCell {
  column: ListColumn
  text: string
  /** What could have been meant, the nearest first. */
  proposals: string[]
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
        sentence: say('offers.line-has-the-same-email-address-this-row', { twin }),
      }
    }
    first.set(key, one.line)
    const known = account.peopleByEmail(one.email).find((id) => sight.seesPerson(id))
    const person = account.get('person', known)
    if (!person) return { ...one, verdict: 'new' as const, sentence: null }
    const name = account.nameOf(person.id)
    const state = stateAt(account, person, now)
    if (state === 'invited')
      return { ...one, verdict: 'invited' as const, sentence: say('offers.is-already-invited', { name }) }
    if (['active', 'away', 'waiting'].includes(state)) {
      return { ...one, verdict: 'here' as const, sentence: say('offers.is-already-here-2', { name, state }) }
    }
    const sentence = say('offers.was-here-before-their-earlier-details-are', { name, state })
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
    if ('refused' in made) return { ...one, verdict: 'unreadable', sentence: made.refused, cell: made.cell }
    invites.push(made)
    lines.push(one.line)
    return one
  })
  return { people: judged, invites, lines }
}

const KINDS: Readonly<Record<string, PersonKind>> = { staff: 'staff', contractor: 'contractor', client: 'client' }

const MEMBERSHIPS = ['member', 'guest', 'administrator']

interface Refused {
  refused: string
  cell?: RefusedCell
}

/** One row's invitation, or which cell cannot be followed, why, and what comes nearest. */
function inviteOf(
  { name, email, cells }: ListedPerson,
  defaults: ListDefaults,
  names: Names,
  makeId: () => Id,
): Invite | Refused {
  const refuse = (column: ListColumn, refused: string, known: readonly string[] = []): Refused => {
    const text = cells[column] ?? ''
    return { refused, cell: { column, text, proposals: proposalsFor(names, column, text, known) } }
  }
  const { written } = names
  const packetId = cells.packet === undefined ? undefined : names.packets.get(cells.packet.toLowerCase())
  if (cells.packet !== undefined && !packetId) {
    return refuse('packet', say('offers.there-is-no-welcome-packet', { packet: cells.packet }), written.packet)
  }
  const packet = names.account.get('packet', packetId)
  const kind = cells.kind === undefined ? (packet?.kind ?? defaults.kind) : lookup(KINDS, cells.kind.toLowerCase())
  if (!kind) {
    return refuse(
      'kind',
      say('offers.is-not-a-kind-write-staff-contractor-or', { kind: cells.kind ?? '' }),
      Object.keys(KINDS),
    )
  }
  const standing = cells.standing?.toLowerCase() ?? packet?.standing ?? defaults.standing
  if (!MEMBERSHIPS.includes(standing)) {
    const sentence = say('offers.is-not-a-membership-you-can-invite-to', { standing: cells.standing ?? '' })
    return refuse('standing', sentence, MEMBERSHIPS)
  }
  const employerId =
    cells.employer === undefined ? defaults.employerId : names.employers.get(cells.employer.toLowerCase())
  if (cells.employer !== undefined && !employerId) {
    return refuse(
      'employer',
      say('offers.there-is-no-firm-here-add-it-first', { employer: cells.employer }),
      written.employer,
    )
  }
  for (const edge of ['from', 'until'] as const) {
    if (cells[edge] === undefined || isDate(cells[edge])) continue
    return refuse(edge, say('offers.is-not-a-date-write-it-as-2026', { edge: cells[edge] }), datesIn(cells[edge]))
  }
  const grants = [...(packet ?? defaults).grants]
  if (cells.role !== undefined || cells.place !== undefined) {
    const roleId = names.roles.get((cells.role ?? '').toLowerCase()) ?? (cells.role ? undefined : grants[0]?.roleId)
    const placeId = cells.place ? placeIn(names, cells.place) : grants[0]?.placeId
    if (!roleId) {
      const sentence = cells.role
        ? say('offers.there-is-no-role', { role: cells.role })
        : say('offers.there-is-a-place-without-a-role')
      return refuse('role', sentence, written.role)
    }
    if (!placeId) {
      const sentence = cells.place
        ? say('offers.there-is-no-place', { place: cells.place })
        : say('offers.there-is-a-role-without-a-place')
      return refuse('place', sentence, written.place)
    }
    grants.splice(0, grants.length, { roleId, placeId })
  }
  const seat = cells.seat === undefined ? undefined : names.seats.get(cells.seat.toLowerCase())
  if (cells.seat !== undefined && !seat?.product) {
    const sentence = say('offers.there-is-no-single-seat-type-write-it', { seat: cells.seat })
    return refuse('seat', sentence, written.seat)
  }
  const managerId = cells.manager === undefined ? defaults.managerId : personIn(names, cells.manager)
  if (cells.manager !== undefined && !managerId) {
    return refuse('manager', say('offers.there-is-nobody-here-or-more-than-one', { manager: cells.manager }))
  }
  const groupNames = (cells.group ?? '').split(/[;|,]/).flatMap((one) => one.trim() || [])
  const unknown = groupNames.find((one) => !names.groups.has(one.toLowerCase()))
  if (unknown) return refuse('group', say('offers.there-is-no-group', { unknown }), written.group)
  const own = ownFieldsOf(cells, names, refuse)
  if ('refused' in own) return own
  const seats = seat ? [seat] : [...(packet ?? defaults).seats]
  return {
    ...{ type: 'invite', personId: makeId(), offerId: makeId(), name, email, kind },
    standing: standing as Invite['standing'],
    ...{ employerId: employerId ?? null, managerId: managerId ?? null },
    engagementFrom: cells.from ?? defaults.engagementFrom,
    engagementUntil: cells.until ?? defaults.engagementUntil,
    grants: grants.map(({ roleId, placeId }) => ({ grantId: makeId(), roleId, placeId })),
    seats: seats.map(({ product, seatType }) => ({ holdingId: makeId(), product, seatType })),
    groupIds: [
      ...new Set([
        ...(packet ?? defaults).groupIds,
        ...groupNames.map((one) => must(names.groups.get(one.toLowerCase()), 'entry of groups')),
      ]),
    ],
    line: cells.line ?? defaults.line ?? null,
    ...(cells.phone === undefined ? {} : { phone: cells.phone }),
    ...(cells.reference === undefined ? {} : { reference: cells.reference }),
    ...own,
  }
}

/** What a row says in columns of the account's own fields: choices by their names, texts as they are. */
function ownFieldsOf(
  cells: ListedPerson['cells'],
  names: Names,
  refuse: (column: ListColumn, sentence: string, known: readonly string[]) => Refused,
): Pick<Invite, 'choices' | 'texts'> | Refused {
  const [choices, texts]: [NonNullable<Invite['choices']>, NonNullable<Invite['texts']>] = [[], []]
  for (const [column, text] of Object.entries(cells) as [ListColumn, string][]) {
    if (!column.startsWith('field ')) continue
    const field = names.fields.get(column.slice('field '.length).toLowerCase())
    if (!field)
      return refuse(column, say('offers.there-is-no-field-here', { column: column.slice('field '.length) }), [])
    if (field.kind === 'text') texts.push({ fieldId: field.id, text })
    else {
      const value = field.values.find((one) => one.name.toLowerCase() === text.toLowerCase())
      const values = field.values.map((one) => one.name)
      if (!value) return refuse(column, say('offers.has-no-value', { field: field.name, text }), values)
      choices.push({ fieldId: field.id, valueId: value.id })
    }
  }
  return { ...(choices.length > 0 ? { choices } : {}), ...(texts.length > 0 ? { texts } : {}) }
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
    if (decision.problems.length > 0) why.set(entryAt(lines, at), entryAt(decision.problems, 0).sentence)
    else after = decision.after
  })
  const stays = (at: number) => !why.has(entryAt(lines, at))
  return {
    people: people.map((one) => {
      const sentence = one.verdict === 'twice' ? undefined : why.get(one.line)
      return sentence === undefined ? one : { ...one, verdict: 'refused', sentence }
    }),
    kept: invites.filter((_invite, at) => stays(at)),
    lines: lines.filter((_line, at) => stays(at)),
  }
}
