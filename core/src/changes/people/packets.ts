import { ArrayMaxSize, Equals, IsArray, IsIn, IsString, MaxLength, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, PacketRow, PersonKind } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import type { Draft } from '../engine/draft.ts'
import { mayBeGiven } from '../access/grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

export class PacketSeat {
  @IsString() @MaxLength(60) product!: string
  @IsString() @MaxLength(60) seatType!: string
}

export class PacketGrant {
  @RowId() roleId!: Id
  @RowId() placeId!: Id
}

class PacketContent {
  @RowId() packetId!: Id
  @Line(60) name!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['administrator', 'member', 'guest']) standing!: PacketRow['standing']
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PacketSeat) seats!: PacketSeat[]
  @IsArray() @ArrayMaxSize(50) @RowIds() groupIds!: Id[]
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => PacketGrant) grants!: PacketGrant[]
}

const CHANGES_PACKETS = atRoot('people', 'change', 'people.change-welcome-packets')

export class MakePacket extends PacketContent {
  @Equals('make-packet') type!: 'make-packet'
  declare packetId: MadeId
}

/** Makes a named start for a kind of newcomer; it is copied when used, and gives nobody anything by itself (model P9). */
export const makePacket: ChangeKind<MakePacket> = {
  type: 'make-packet',
  confirm: 'confirm.make-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: MakePacket,
  fill: (change, newId) => ({ ...change, packetId: newId(change.packetId) }),
  decide(draft, change) {
    const row = rowOf(draft, change)
    if (draft.problems.length === 0) draft.insert('packet', row)
  },
  sentence: (change, _sight, tense) => say('people.made-the-welcome-packet', { tense, name: change.name }),
  record: (change) => change,
}

export class ChangePacket extends PacketContent {
  @Equals('change-packet') type!: 'change-packet'
}

/** Changes a packet; anyone who came by it before keeps what they have (model P9). */
export const changePacket: ChangeKind<ChangePacket> = {
  type: 'change-packet',
  confirm: 'confirm.change-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangePacket,
  fill: (change) => change,
  decide(draft, change) {
    if (!packetIn(draft, change.packetId)) return
    const row = rowOf(draft, change)
    if (draft.problems.length === 0) draft.update('packet', row.id, row)
  },
  sentence: (change, _sight, tense) => say('people.changed-the-welcome-packet', { tense, name: change.name }),
  record: (change) => change,
}

export class RemovePacket {
  @Equals('remove-packet') type!: 'remove-packet'
  @RowId() packetId!: Id
}

export const removePacket: ChangeKind<RemovePacket> = {
  type: 'remove-packet',
  confirm: 'confirm.remove-packet',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_PACKETS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: RemovePacket,
  fill: (change) => change,
  decide(draft, { packetId }) {
    if (packetIn(draft, packetId)) draft.remove('packet', packetId)
  },
  sentence: (change, sight, tense) =>
    say('people.deleted-the-welcome-packet', {
      tense,
      packet: sight.account.get('packet', change.packetId)?.name ?? '',
    }).trim(),
  record: (change) => change,
}

function packetIn(draft: Draft, packetId: Id): PacketRow | undefined {
  const packet = draft.account.get('packet', packetId)
  if (!packet) draft.refuse('not-found', say('people.there-is-no-such-welcome-packet-here-it'))
  return packet
}

function rowOf(draft: Draft, change: PacketContent): PacketRow {
  const { packetId, kind, standing, seats, groupIds, grants } = change
  const name = change.name.trim()
  const twin = [...draft.account.all('packet')].find(
    (one) => one.id !== packetId && one.name.toLowerCase() === name.toLowerCase(),
  )
  if (twin)
    draft.refuse('name-taken', say('people.there-is-already-a-welcome-packet-choose', { twin: twin.name }), '/name')
  seats.forEach(({ product, seatType }, at) => {
    if (!seatTypeAt(draft.account, product, seatType, draft.now)) {
      draft.refuse('unknown-seat', say('people.there-is-no-seat-in', { seatType, product }), `/seats/${at}`)
    }
  })
  groupIds.forEach((id, at) => {
    if (!draft.account.get('group', id))
      draft.refuse('not-found', say('people.there-is-no-such-group-here'), `/groupIds/${at}`)
  })
  for (const { roleId, placeId } of grants) {
    const role = draft.seen('role', roleId, 'role')
    draft.seen('place', placeId, 'place')
    // What cannot be offered has no place in a packet (model T3, R5).
    if (role?.wallPassing)
      draft.refuse('not-offered', say('people.passes-walls-it-can-be-given-only-to', { role: role.name }), '/grants')
    else if (role) mayBeGiven(draft, role, 'person')
  }
  return {
    id: packetId,
    name,
    kind,
    standing,
    seats: seats.map(({ product, seatType }) => ({ product, seatType })),
    groupIds,
    grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
  }
}
