import type { PacketRow } from '@lodge/core'
import type { NewChange, NewOf } from '../api/types.ts'
import { looksLikeAddress } from './email.ts'

/** A role at any number of places (model I12). */
export interface OfferedKey {
  roleId: string
  placeIds: string[]
}

/** The invitation's form, as typed. */
export interface InvitationForm {
  name: string
  email: string
  /** They have no email and come in by a printed slip. */
  byHand: boolean
  kind: 'staff' | 'contractor' | 'client'
  standing: 'administrator' | 'member' | 'guest'
  from: string
  until: string
  employerId: string
  managerId: string
  /** `product/seat-type` each, or empty for none. */
  seats: string[]
  groupIds: string[]
  keys: OfferedKey[]
  line: string
  phone: string
}

export function emptyInvitation(): InvitationForm {
  const choices = { employerId: '', managerId: '', seats: [''], groupIds: [], keys: noKeys() }
  return {
    name: '',
    email: '',
    byHand: false,
    kind: 'contractor',
    standing: 'guest',
    from: '',
    until: '',
    line: '',
    phone: '',
    ...choices,
  }
}

/** The change the form represents; undefined while it lacks a name or anything like an address. */
export function invitationOf(form: InvitationForm): NewChange | undefined {
  const isAddressed = looksLikeAddress(form.email)
  if (!form.name.trim() || (!form.byHand && !isAddressed)) return undefined
  const optional = {
    engagementFrom: form.from,
    engagementUntil: form.until,
    employerId: form.employerId,
    managerId: form.managerId,
    line: form.line.trim(),
    phone: form.phone.trim(),
  }
  return {
    type: 'invite',
    name: form.name.trim(),
    ...(form.byHand ? {} : { email: form.email.trim() }),
    kind: form.kind,
    standing: form.standing,
    ...Object.fromEntries(Object.entries(optional).filter(([, value]) => value !== '')),
    grants: grantsOf(form.keys),
    seats: seatsOf(form.seats),
    ...(form.groupIds.length > 0 ? { groupIds: [...form.groupIds] } : {}),
  }
}

/** The form as it was when a change was left in hand. */
export function invitationFrom(change: NewOf<'invite'>): InvitationForm {
  const { name, email, kind, standing, seats, grants, groupIds } = change
  return {
    ...emptyInvitation(),
    ...{ name, email: email ?? '', byHand: !email, kind },
    standing: standing === 'owner' ? 'administrator' : standing,
    from: change.engagementFrom ?? '',
    until: change.engagementUntil ?? '',
    employerId: change.employerId ?? '',
    managerId: change.managerId ?? '',
    line: change.line ?? '',
    phone: change.phone ?? '',
    seats: seatsFrom(seats),
    groupIds: [...(groupIds ?? [])],
    keys: grants.length > 0 ? keysOf(grants) : noKeys(),
  }
}

/** What a packet starts the form with (model P9): copied, so that a later change of the packet changes nothing here. */
export function startOf(
  packet: Pick<PacketRow, 'kind' | 'standing' | 'seats' | 'grants' | 'groupIds'>,
): Pick<InvitationForm, 'kind' | 'standing' | 'seats' | 'groupIds' | 'keys'> {
  return {
    kind: packet.kind,
    standing: packet.standing,
    seats: seatsFrom(packet.seats),
    groupIds: [...packet.groupIds],
    keys: packet.grants.length > 0 ? keysOf(packet.grants) : noKeys(),
  }
}

const noKeys = (): OfferedKey[] => [{ roleId: '', placeIds: [] }]

/** Keys as a form has them: those of one role together. */
export function keysOf(grants: readonly { roleId: string; placeId: string }[]): OfferedKey[] {
  const byRole = new Map<string, string[]>()
  for (const { roleId, placeId } of grants) byRole.set(roleId, [...(byRole.get(roleId) ?? []), placeId])
  return [...byRole].map(([roleId, placeIds]) => ({ roleId, placeIds }))
}

/** Keys as an invitation has them: each of one role at one place. */
export function grantsOf(keys: readonly OfferedKey[]): { roleId: string; placeId: string }[] {
  return keys.flatMap(({ roleId, placeIds }) => (roleId ? placeIds.map((placeId) => ({ roleId, placeId })) : []))
}

/** A seat as a form has it; their own licence ends with that word. */
interface FormSeat {
  product: string
  seatType: string
  own?: boolean
}

/** Seats from `product/seat-type` each, `product/seat-type/own` for a licence they bring; empty ones are none. */
export function seatsOf(seats: readonly string[]): FormSeat[] {
  return seats.filter(Boolean).map((seat) => {
    const [product = '', seatType = '', own] = seat.split('/')
    return { product, seatType, ...(own === 'own' ? { own: true } : {}) }
  })
}

export function seatsFrom(seats: readonly FormSeat[]): string[] {
  return seats.length > 0
    ? seats.map(({ product, seatType, own }) => `${product}/${seatType}${own ? '/own' : ''}`)
    : ['']
}
