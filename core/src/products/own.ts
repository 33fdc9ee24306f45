import { atLeast } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import type { PlainMessageId } from '../words/catalogue.ts'
import { say } from '../words/say.ts'
import type { SheetArea } from '../account/sheet-shape.ts'

/** Jolly Porter’s own areas (model L6). */
export type OwnArea =
  | 'people'
  | 'access'
  | 'places'
  | 'groups'
  | 'roles'
  | 'seats'
  | 'billing'
  | 'departures'
  | 'help'
  | 'connections'
  | 'ledger'
  | 'settings'

/** The code of Jolly Porter's own areas: `porter/people`. */
export const OWN_PRODUCT = 'porter'

/** One of our own areas; its words are in the reader’s language. */
function area(
  code: string,
  name: PlainMessageId,
  scope: 'place' | 'account',
  sentences: Partial<Record<Level, PlainMessageId>>,
): SheetArea {
  const levels = Object.entries(sentences).map(([level, sentence]) => ({
    level: level as Level,
    get sentence() {
      return say(sentence)
    },
  }))
  return {
    code,
    get name() {
      return say(name)
    },
    scope,
    sensitive: false,
    levels,
    actions: [],
    heldOn: ['computer', 'phone'],
  }
}

/** Jolly Porter as a product: its areas need no seat and have no cap (model L6). */
export const OWN_AREAS: readonly SheetArea[] = [
  area('people', 'products.own-people', 'place', {
    see: 'products.own-people-see',
    add: 'products.own-people-add',
    change: 'products.own-people-change',
    run: 'products.own-people-run',
  }),
  area('access', 'products.own-access', 'place', {
    see: 'products.own-access-see',
    add: 'products.own-access-add',
    change: 'products.own-access-change',
    run: 'products.own-access-run',
  }),
  area('places', 'products.own-places', 'place', {
    see: 'products.own-places-see',
    add: 'products.own-places-add',
    change: 'products.own-places-change',
    run: 'products.own-places-run',
  }),
  area('groups', 'products.own-groups', 'account', {
    see: 'products.own-groups-see',
    change: 'products.own-groups-change',
    run: 'products.own-groups-run',
  }),
  area('roles', 'products.own-roles', 'account', {
    see: 'products.own-roles-see',
    change: 'products.own-roles-change',
    run: 'products.own-roles-run',
  }),
  area('seats', 'products.own-seats', 'place', {
    see: 'products.own-seats-see',
    add: 'products.own-seats-add',
    change: 'products.own-seats-change',
  }),
  area('billing', 'products.own-billing', 'account', {
    see: 'products.own-billing-see',
    change: 'products.own-billing-change',
    run: 'products.own-billing-run',
  }),
  area('departures', 'products.own-departures', 'account', {
    see: 'products.own-departures-see',
    change: 'products.own-departures-change',
  }),
  area('help', 'products.own-help', 'account', {
    change: 'products.own-help-change',
  }),
  area('connections', 'products.own-connections', 'account', {
    see: 'products.own-connections-see',
    run: 'products.own-connections-run',
  }),
  area('ledger', 'products.own-ledger', 'account', {
    see: 'products.own-ledger-see',
  }),
  area('settings', 'products.own-settings', 'account', {
    see: 'products.own-settings-see',
    change: 'products.own-settings-change',
  }),
]

/** What a right to one of our own areas is called where someone lacks it: `hand out seats already paid for` (model D3). */
export function rightTo(code: string, level: Level): string {
  const levels = OWN_AREAS.find((one) => one.code === code)?.levels ?? []
  return (levels.find((one) => atLeast(one.level, level)) ?? levels.at(-1))?.sentence ?? code
}
