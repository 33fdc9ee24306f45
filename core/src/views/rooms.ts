import type { Sight } from '../access/sight.ts'
import { keptBy } from '../products/keeping.ts'
import { isPresent } from '../people/presence.ts'

export type Room =
  'desk' | 'people' | 'places' | 'roles' | 'seats' | 'bill' | 'departures' | 'ledger' | 'settings' | 'keys'

/** Where someone is in, for the frame of the web application. */
export interface Me {
  email: string
  accounts: { id: string; name: string; personId: string }[]
  current: {
    accountId: string
    accountName: string
    personId: string
    name: string
    rooms: Room[]
    zone: string
    currency: string
    locale: string
    seesMoney: boolean
    isOwner: boolean
    /** In by a sign-in slip: one's own page alone, until someone countersigns (model I9). */
    narrow: boolean
    /** The account asks for a second sign-in step, and the session was opened without one. */
    needsMeans: boolean
  } | null
}

/** Which views there are for someone; before an engagement begins there is only My keys (model P3). */
export function roomsOf(sight: Sight): Room[] {
  const person = sight.account.get('person', sight.personId)
  if (!person || !isPresent(person, sight.now)) return ['keys']
  const rooms: Room[] = []
  const runs = sight.canSomewhere('people', 'see') || sight.canSomewhere('access', 'change')
  const isKeeper = keptBy(sight).length > 0
  if (sight.can('people', 'see') || sight.money || isKeeper) rooms.push('desk')
  if (runs || person.standing !== 'guest') rooms.push('people', 'places')
  if (sight.canSomewhere('roles', 'see') || runs) rooms.push('roles')
  if (sight.canSomewhere('seats', 'see') || isKeeper) rooms.push('seats')
  if (sight.money) rooms.push('bill')
  if (sight.can('people', 'see')) rooms.push('departures')
  if (sight.can('ledger', 'see')) rooms.push('ledger')
  if (sight.can('settings', 'see')) rooms.push('settings')
  return [...rooms, 'keys']
}
