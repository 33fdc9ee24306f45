import type { Level } from '../access/levels.ts'
import type { SheetArea } from './sheet.ts'

/** The code under which Jolly Porter's own areas stand: `porter/people`. */
export const OWN_PRODUCT = 'porter'

function area(code: string, name: string, scope: 'place' | 'account', sentences: Partial<Record<Level, string>>) {
  const levels = Object.entries(sentences).map(([level, sentence]) => ({ level: level as Level, sentence }))
  return { code, name, scope, sensitive: false, levels, actions: [], heldOn: ['computer', 'phone'] } as SheetArea
}

/** Jolly Porter as a product: its areas need no seat and have no cap (model L6). */
export const OWN_AREAS: readonly SheetArea[] = [
  area('people', 'People', 'place', {
    see: 'see who gets in here, with kind, employer and door',
    add: 'invite people to here',
    change: 'change people’s details',
    run: 'run departures and returns',
  }),
  area('access', 'Access', 'place', {
    see: 'see roles, dates and who gave them',
    add: 'propose access',
    change: 'give and take access as a steward',
    run: 'make and unmake stewards',
  }),
  area('places', 'Places', 'place', {
    see: 'see the places here',
    add: 'propose places',
    change: 'make and rename places',
    run: 'move, wall and archive places',
  }),
  area('groups', 'Groups', 'account', { see: 'see groups', change: 'change groups', run: 'remove groups' }),
  area('roles', 'Roles', 'account', { see: 'see roles', change: 'make and change roles', run: 'retire roles' }),
  area('seats', 'Seats', 'place', { see: 'see seats', add: 'hand out seats already paid for', change: 'change seats' }),
  area('billing', 'Billing', 'account', {
    see: 'see sums of money',
    change: 'let a bill rise within stock',
    run: 'order, change plans and close the account',
  }),
  area('departures', 'Departures', 'account', { see: 'see departures', change: 'plan and run departures' }),
  area('help', 'Helping back in', 'account', { change: 'issue re-entry slips' }),
  area('connections', 'Connections', 'account', { see: 'see connections', run: 'connect products' }),
  area('ledger', 'Ledger', 'account', { see: 'read the ledger' }),
  area('settings', 'Settings', 'account', { see: 'see settings', change: 'change settings' }),
]
