import type { JudgedPerson, ListDefaults, ListVerdict, PacketRow } from '@lodge/core'

/** Verdicts in the order they are read: first who goes, then what needs a hand. */
export const VERDICTS: readonly ListVerdict[] = [
  'new',
  'here-before',
  'unreadable',
  'refused',
  'twice',
  'here',
  'invited',
]

/** What everyone of a list gets, as chosen. */
export interface DefaultsForm {
  packetId: string
  kind: 'staff' | 'contractor' | 'client'
  standing: 'member' | 'guest'
  roleId: string
  placeId: string
  /** `product/seat-type`, or empty for none. */
  seat: string
  from: string
  until: string
  line: string
}

export function emptyDefaults(): DefaultsForm {
  const nothing = { packetId: '', roleId: '', placeId: '', seat: '', from: '', until: '', line: '' }
  return { ...nothing, kind: 'contractor', standing: 'guest' }
}

/** The form as it is sent: a packet's contents, or what was chosen by hand. */
export function defaultsOf(form: DefaultsForm, packets: readonly PacketRow[]): ListDefaults {
  const packet = packets.find((one) => one.id === form.packetId)
  const [product = '', seatType = ''] = form.seat.split('/')
  const byHand = {
    kind: form.kind,
    standing: form.standing,
    grants: form.roleId && form.placeId ? [{ roleId: form.roleId, placeId: form.placeId }] : [],
    seats: seatType ? [{ product, seatType }] : [],
    groupIds: [],
  }
  const what = packet
    ? {
        kind: packet.kind,
        standing: packet.standing,
        grants: packet.grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
        seats: packet.seats.map((seat) => ({ product: seat.product, seatType: seat.seatType })),
        groupIds: [...packet.groupIds],
      }
    : byHand
  return {
    ...what,
    ...(form.from ? { engagementFrom: form.from } : {}),
    ...(form.until ? { engagementUntil: form.until } : {}),
    ...(form.line.trim() ? { line: form.line.trim() } : {}),
  }
}

export function countVerdicts(rows: readonly Pick<JudgedPerson, 'verdict'>[]): Partial<Record<ListVerdict, number>> {
  const counts: Partial<Record<ListVerdict, number>> = {}
  for (const { verdict } of rows) counts[verdict] = (counts[verdict] ?? 0) + 1
  return counts
}

/** Rows as they are sent: what is in them, without what was made of it. */
export function sendable(rows: readonly JudgedPerson[]): Pick<JudgedPerson, 'line' | 'name' | 'email' | 'cells'>[] {
  return rows.map(({ line, name, email, cells }) => ({ line, name, email, cells }))
}
