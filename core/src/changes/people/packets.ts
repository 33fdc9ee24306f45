import { ArrayMaxSize, IsArray, IsIn, IsString, MaxLength, ValidateNested } from 'class-validator'
import { RowId, RowIds } from '../engine/shapes.ts'
import type { Id, PacketRow, PersonKind } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { Type } from 'class-transformer'
import { atRoot } from '../engine/needs.ts'
import type { Draft } from '../engine/draft.ts'
import { say } from '../../words/say.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { mayBeGiven } from '../access/grants.ts'

export class PacketSeat {
  @IsString() @MaxLength(60) product!: string
  @IsString() @MaxLength(60) seatType!: string
}

export class PacketGrant {
  @RowId() roleId!: Id
  @RowId() placeId!: Id
}

export class PacketContent {
  @RowId() packetId!: Id
  @Line(60) name!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['administrator', 'member', 'guest']) standing!: PacketRow['standing']
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PacketSeat) seats!: PacketSeat[]
  @IsArray() @ArrayMaxSize(50) @RowIds() groupIds!: Id[]
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => PacketGrant) grants!: PacketGrant[]
}

export const CHANGES_PACKETS = atRoot('people', 'change', 'people.change-welcome-packets')

export function packetIn(draft: Draft, packetId: Id): PacketRow | undefined {
  const packet = draft.account.get('packet', packetId)
  if (!packet) draft.refuse('not-found', say('people.there-is-no-such-welcome-packet-here-it'))
  return packet
}

export function rowOf(draft: Draft, change: PacketContent): PacketRow {
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
