import type { Id } from '../account/rows.ts'
import { rightTo } from '../products/own.ts'
import { offersWaiting } from '../people/presence.ts'
import { clientMaking } from './own-clients.ts'
import type { Sight } from './sight.ts'
import type { OwnArea } from '../products/own.ts'
import type { Level } from '../account/level.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** A control the interface shows with a thing: enabled, or disabled with the reason (model D6). */
export interface Control {
  enabled: boolean
  reason?: string
}

export function controlOf(sight: Sight, area: OwnArea, level: Level, placeId?: Id): Control {
  if (sight.can(area, level, placeId)) return { enabled: true }
  return { enabled: false, reason: say('access.you-need-the-right-to', { right: rightTo(area, level) }) }
}

/** The controls of the People view. */
export function controlsOfPeople(sight: Sight): Record<'invite', Control> {
  return { invite: sight.canSomewhere('people', 'add') ? { enabled: true } : controlOf(sight, 'people', 'add') }
}

/** The controls of a person's sheet. */
export function controlsOfPerson(
  sight: Sight,
  personId: Id,
): Record<'leave' | 'admit' | 'withdraw' | 'give' | 'seat' | 'change' | 'seeAs', Control> {
  const person = sight.account.get('person', personId)
  const change = controlOf(sight, 'people', 'change')
  const off = (reason: string): Control => ({ enabled: false, reason })
  const state = person?.state
  const comesAgain = person !== undefined && offersWaiting(sight.account, person, sight.now).length > 0
  const ownOffer = sight.account.by('offer', 'person', personId).some((offer) => offer.sponsorId === sight.personId)
  return {
    leave: state === 'active' || state === 'away' ? change : off(say('access.only-someone-who-is-active-or-away-can')),
    admit: state === 'waiting' || comesAgain ? change : off(say('access.only-someone-who-is-waiting-can-be-admitted')),
    change,
    seeAs: sight.depthOf(personId) === 'record' ? { enabled: true } : off(say('access.to-see-as-they-do-you-need-the')),
    withdraw:
      state !== 'invited' ? off(say('access.there-is-no-open-invitation')) : ownOffer ? { enabled: true } : change,
    give: sight.canSomewhere('access', 'change') ? { enabled: true } : controlOf(sight, 'access', 'change'),
    seat: sight.canSomewhere('seats', 'add') ? { enabled: true } : controlOf(sight, 'seats', 'add'),
  }
}

/** Whether the asker may make places beneath one, by right or as clients of their own (model T4, T8). */
function makeControl(sight: Sight, placeId: Id): Control {
  if (clientMaking(sight.account, sight.personId, placeId, sight.now)) return { enabled: true }
  return controlOf(sight, 'places', 'change', placeId)
}

/** Whether there is any place beneath which the asker may make places. */
export function mayMakeSomewhere(sight: Sight): boolean {
  if (sight.canSomewhere('places', 'change')) return true
  return sight.ownGrants().some(({ placeId }) => makeControl(sight, placeId).enabled)
}

/** The controls of a place's sheet. */
export function controlsOfPlace(
  sight: Sight,
  placeId: Id,
): Record<
  'make' | 'rename' | 'wall' | 'move' | 'archive' | 'give' | 'invite' | 'statement' | 'apart' | 'allot' | 'clientEnds',
  Control
> {
  const place = sight.account.get('place', placeId)
  const isRoot = place?.parentId === null
  const notTheRoot = (enabled: () => Control): Control =>
    isRoot ? { enabled: false, reason: say('access.there-is-no-place-above-this-one') } : enabled()
  return {
    make: makeControl(sight, placeId),
    rename: controlOf(sight, 'places', 'change', placeId),
    wall: notTheRoot(() => controlOf(sight, 'places', 'run', placeId)),
    move: notTheRoot(() => controlOf(sight, 'places', 'run', placeId)),
    // A role sleeps at an archived place: restoring is decided at the place above it.
    archive: notTheRoot(() =>
      controlOf(sight, 'places', 'run', place?.archived ? must(place.parentId, 'parentId') : placeId),
    ),
    give: controlOf(sight, 'access', 'change', placeId),
    invite: controlOf(sight, 'people', 'add', placeId),
    statement: controlOf(sight, 'access', 'see', placeId),
    apart: notTheRoot(() => controlOf(sight, 'settings', 'change')),
    allot: notTheRoot(() => controlOf(sight, 'seats', 'change')),
    // A client is right below the root.
    clientEnds:
      place?.parentId === sight.account.root.id
        ? controlOf(sight, 'people', 'change')
        : { enabled: false, reason: say('access.a-clients-engagement-ends-at-the-client') },
  }
}
