import type { AccessEffect, Preview } from '@lodge/core'

type Kind = AccessEffect['kind']
export const KINDS: readonly Kind[] = ['gained', 'raised', 'lowered', 'lost']

/** Effects by kind, in the order they are read: what is gained first. */
export function byKind(effects: readonly AccessEffect[]): { kind: Kind; effects: AccessEffect[] }[] {
  return KINDS.map((kind) => ({ kind, effects: effects.filter((one) => one.kind === kind) })).filter(
    (group) => group.effects.length > 0,
  )
}

function count(number: number, one: string, many: string): string {
  return `${number} ${number === 1 ? one : many}`
}

/** `1 person, 3 places`. */
export function countsOf(preview: Preview, kind: Kind): string {
  const { people, places } = preview.access
  return `${count(people[kind], 'person', 'people')}, ${count(places[kind], 'place', 'places')}`
}

const VERBS: Record<string, string> = {
  invite: 'Send invitation',
  withdraw: 'Withdraw invitation',
  admit: 'Admit',
  resend: 'Send it again',
  remind: 'Remind them',
  'make-link': 'Make the link',
  'cut-link': 'Cut it',
  'correct-address': 'Correct and send',
  'refuse-entry': 'Refuse entry',
  'change-settings': 'Set it',
  'allot-seats': 'Set the number',
  give: 'Give',
  take: 'Take back',
  leave: 'End their time here',
  'make-place': 'Make place',
  'settle-request': 'Decide it',
  'share-statement': 'Share it',
  'cut-share': 'Cut it',
  'keep-apart': 'Keep them apart',
  'stop-apart': 'Stop keeping them apart',
  'make-packet': 'Make packet',
  'change-packet': 'Change packet',
  'remove-packet': 'Remove packet',
  'remove-group': 'Remove group',
  'withdraw-request': 'Withdraw it',
  'lay-out': 'Lay them out',
  'rename-place': 'Rename',
  'make-role': 'Make role',
  'change-role': 'Change role',
  'retire-role': 'Retire role',
  'move-place': 'Move it',
  'make-group': 'Make group',
  'change-group': 'Change group',
  'join-group': 'Put into the group',
  'quit-group': 'Take out of the group',
  'change-person': 'Change their record',
  'name-signatory': 'Name as signatory',
  'plan-docket': 'Plan it',
  'hand-over': 'Hand it over',
  'put-down-planned': 'Put the plan down',
  'change-departure': 'Change the plan',
  'put-down-departure': 'Put the plan down',
  'run-departure': 'Shut every door now',
  'settle-step': 'Settle it',
  'go-away': 'Set them away',
  'grant-away': 'Grant it',
  'put-down-away': 'Put it aside',
  'come-back': 'Have them back',
  'bring-back': 'Have them back',
  'connect-product': 'Connect it',
  'disconnect-product': 'Disconnect it',
  erase: 'Erase for good',
  undo: 'Undo',
}

function verbOf(change: { type: string; walled?: unknown; archived?: unknown; at?: unknown }): string {
  if (change.type === 'plan-departure') return change.at ? 'Plan it' : 'End their time here'
  if (change.type === 'wall-place') return change.walled ? 'Wall it' : 'Take the wall down'
  if (change.type === 'archive-place') return change.archived ? 'Archive it' : 'Restore it'
  return VERBS[change.type] ?? 'Apply'
}

/** What the confirm button says: the consequence, as `End their time here: 2 keys end, 1 seat empty`. */
export function confirmLabel(changes: readonly { type: string }[], preview: Preview | null): string {
  const verb = changes.length === 1 ? verbOf(changes[0]!) : `Apply ${changes.length} changes`
  if (!preview) return verb
  const { places, onceIn } = preview.access
  const parts: string[] = []
  const gained = places.gained + places.raised
  const ended = places.lost + places.lowered
  if (gained > 0) parts.push(count(gained, 'key', 'keys') + (onceIn ? ' once in' : ''))
  if (ended > 0) parts.push(`${count(ended, 'key ends', 'keys end')}`)
  const taken = preview.money.seats.reduce((sum, seat) => sum + seat.taken.after - seat.taken.before, 0)
  if (taken > 0) parts.push(count(taken, 'seat', 'seats'))
  if (taken < 0) parts.push(`${count(-taken, 'seat', 'seats')} empty`)
  return parts.length > 0 ? `${verb}: ${parts.join(', ')}` : verb
}

/** What the docket moves this month, in minor units; null if sums are not the reader's to see. */
export function moneyMoved(preview: Preview | null): number | null {
  const sums = preview?.money.sums
  return sums ? sums.thisMonth.after - sums.thisMonth.before : null
}
