import { editOf } from '../account/edits.ts'
import type { Id, PacketRow, PersonRow, Rows, TableName } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import { Sight } from '../access/sight.ts'
import { seatTypeAt } from '../products/catalogue.ts'
import { seatsOf } from '../seats/holdings.ts'
import { keysOf, type PlaceKeys } from './keys.ts'
import { say } from '../words/say.ts'
import { isInForce } from '../time/lasting.ts'

/** A packet as its list and the form that starts from it read it (model P9). */
export interface PacketView extends PacketRow {
  seatNames: string[]
  groupNames: string[]
  grantNames: string[]
  /** What its seats cost a month; null if sums are not the asker's to see. */
  monthMinor: number | null
}

export interface PacketsView {
  packets: PacketView[]
  controls: Record<'make', Control>
}

export function packetsView(sight: Sight): PacketsView | undefined {
  if (!sight.canSomewhere('people', 'add') && !sight.can('people', 'see')) return undefined
  const packets = [...sight.account.all('packet')].map((packet) => packetView(sight, packet))
  packets.sort((one, other) => one.name.localeCompare(other.name, 'en'))
  return { packets, controls: { make: controlOf(sight, 'people', 'change') } }
}

function packetView(sight: Sight, packet: PacketRow): PacketView {
  const { account, now } = sight
  const types = packet.seats.flatMap(({ product, seatType }) => seatTypeAt(account, product, seatType, now) ?? [])
  return {
    ...packet,
    seatNames: types.map((type) => type.name),
    groupNames: packet.groupIds.map((id) => account.get('group', id)?.name ?? say('views.a-group-that-has-gone')),
    grantNames: packet.grants.map(({ roleId, placeId }) => {
      return say('views.at', {
        role: account.get('role', roleId)?.name ?? say('views.a-role'),
        place: sight.placeName(placeId),
      })
    }),
    monthMinor: sight.money ? types.reduce((sum, type) => sum + type.priceMinor, 0) : null,
  }
}

/** A packet tried out on paper: what a newcomer would reach by it today. Nobody is made (model P9). */
export function packetOnPaper(sight: Sight, packetId: Id): { keys: PlaceKeys[] } | undefined {
  const { account, now } = sight
  const packet = account.get('packet', packetId)
  if (!packet || !packetsView(sight)) return undefined
  // Ids that nothing else has: of the packet itself, with what each row is.
  const personId = packet.id
  const person: PersonRow = {
    id: personId,
    kind: packet.kind,
    standing: packet.standing,
    state: 'active',
    managerId: null,
    employerId: null,
    signatory: false,
    engagementFrom: null,
    engagementUntil: null,
    loginId: null,
    recorded: false,
    joinedInto: null,
    apartFrom: [],
    reference: null,
    awayFrom: null,
    awayUntil: null,
    choices: {},
  }
  const insert = <T extends TableName>(table: T, row: Rows[T]) => editOf(table, row.id, null, row)
  const dates = { from: now, until: null, givenById: null, offerId: null, approvers: null, madeRoleId: null }
  const subject = { subjectKind: 'person' as const, subjectId: personId }
  const times = { givenFrom: now, countedFrom: null, until: null, givenById: null, endedById: null }
  const edits = [
    insert('person', person),
    ...packet.grants.map((grant, at) =>
      insert('grant', { id: `${personId} grant ${at}`, ...subject, ...grant, ...dates }),
    ),
    ...packet.groupIds.map((groupId) => insert('membership', { id: `${personId} ${groupId}`, groupId, personId })),
    ...packet.seats.map((seat, at) =>
      insert('holding', { id: `${personId} seat ${at}`, personId, ...seat, own: false, origin: 'given', ...times }),
    ),
  ]
  const onPaper = new Sight(account.with(edits), sight.personId, now)
  return { keys: keysOf(onPaper, personId) }
}

/** What someone has, as a packet for others like them: what they were given by name, their groups and seats. */
export function packetLike(sight: Sight, personId: Id): Omit<PacketRow, 'id' | 'name'> | undefined {
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person || sight.depthOf(personId) !== 'record') return undefined
  const grants = account
    .by('grant', 'person', personId)
    .filter((grant) => isInForce(grant, now) && sight.seesGrant(grant))
    .filter((grant) => !account.get('role', grant.roleId)?.wallPassing && !account.get('role', grant.roleId)?.retired)
  const seats = seatsOf(account, personId, now).filter((seat) => !seat.own)
  return {
    kind: person.kind,
    standing: person.standing === 'owner' ? 'administrator' : person.standing,
    seats: seats.map(({ product, seatType }) => ({ product, seatType })),
    groupIds: account.by('membership', 'person', personId).map((row) => row.groupId),
    grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
  }
}
