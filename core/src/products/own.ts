import { atLeast, type Level } from '../access/levels.ts'
import type { SheetArea } from './sheet.ts'

/** The code of Jolly Porter's own areas: `porter/people`. */
export const OWN_PRODUCT = 'porter'

function area(code: string, name: string, scope: 'place' | 'account', sentences: Partial<Record<Level, string>>) {
  const levels = Object.entries(sentences).map(([level, sentence]) => ({ level: level as Level, sentence }))
  return { code, name, scope, sensitive: false, levels, actions: [], heldOn: ['computer', 'phone'] } as SheetArea
}

/** Jolly Porter as a product: its areas need no seat and have no cap (model L6). */
export const OWN_AREAS: readonly SheetArea[] = [
  area('people', 'People', 'place', {
    see: 'see who has access here, with kind and firm',
    add: 'invite people',
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
    see: 'see places',
    add: 'propose places',
    change: 'add and rename places',
    run: 'move, wall and archive places',
  }),
  area('groups', 'Groups', 'account', { see: 'see groups', change: 'change groups', run: 'delete groups' }),
  area('roles', 'Roles', 'account', { see: 'see roles', change: 'make and change roles', run: 'retire roles' }),
  area('seats', 'Seats', 'place', { see: 'see seats', add: 'hand out seats already paid for', change: 'change seats' }),
  area('billing', 'Billing', 'account', {
    see: 'see amounts of money',
    change: 'let a bill rise within the number bought',
    run: 'order, change plans and close the account',
  }),
  area('departures', 'Departures', 'account', { see: 'see departures', change: 'plan and run departures' }),
  area('help', 'Help with sign-in', 'account', { change: 'make sign-in slips' }),
  area('connections', 'Connections', 'account', { see: 'see connections', run: 'connect products' }),
  area('ledger', 'Ledger', 'account', { see: 'read the ledger' }),
  area('settings', 'Settings', 'account', { see: 'see settings', change: 'change settings' }),
]

/** What a right to one of our own areas is called where someone lacks it: `hand out seats already paid for` (model D3). */
export function rightTo(code: string, level: Level): string {
  const levels = OWN_AREAS.find((one) => one.code === code)?.levels ?? []
  return (levels.find((one) => atLeast(one.level, level)) ?? levels.at(-1))?.sentence ?? code
}
