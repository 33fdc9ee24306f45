import {
  LEVELS,
  dateInWords,
  dateOf,
  lastDateBefore,
  type Account,
  type Id,
  type Instant,
  type Reach,
  type Reason,
  type Why,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'
import type { PlainMessageId } from '@lodge/core'

/** `Rope access, given at Helipad roof by Tamsin Roake on 1 June 2026, until 30 June 2026`. */
export function routeInWords(account: Account, reason: Reason, names: (id: Id) => string): string {
  const { route, obstacle, withheld, approval, scope } = reason
  const zone = account.zone
  const day = (instant: Instant) => dateInWords(dateOf(instant, zone))
  const place = account.get('place', route.placeId)?.name ?? say('command-line.a-place')
  const more = limitsInWords(withheld, approval, scope)
  if (!route.grant)
    return say('command-line.of-the-account', {
      standing: route.person.standing,
      isObstacle: obstacle === 'wall',
      wall: wallInWords(route.wall?.name),
    })
  const { grant } = route
  const parts = [say('command-line.given-at', { role: route.role?.name ?? say('command-line.a-role'), place })]
  if (grant.givenById) parts[0] += say('command-line.by', { names: names(grant.givenById) })
  parts[0] += say('command-line.on', { day: day(grant.from) })
  const group = account.get('group', route.groupId)
  if (group) parts.push(say('command-line.through-the-group', { group: group.name }))
  if (grant.subjectKind === 'standing') parts.push(say('command-line.as-every-has-it', { subjectId: grant.subjectId }))
  if (grant.until !== null && obstacle !== 'over')
    parts.push(say('command-line.until', { date: dateInWords(lastDateBefore(grant.until, zone)) }))
  if (obstacle === 'not-begun') parts.push(say('command-line.which-has-not-begun'))
  if (obstacle === 'over')
    parts.push(say('command-line.ended', { date: dateInWords(lastDateBefore(must(grant.until, 'until'), zone)) }))
  if (obstacle === 'wall') parts.push(wallInWords(route.wall?.name))
  if (obstacle === 'not-at-root')
    parts.push(say('command-line.which-counts-only-if-given-at', { root: account.root.name }))
  if (obstacle === 'asleep') parts.push(say('command-line.asleep-since-the-place-was-archived'))
  return [...parts, ...more].join(', ')
}

/** `own items only`, `without export`, `publish once approved`. */
function limitsInWords(withheld: readonly string[], approval: readonly string[], scope: Reason['scope']): string[] {
  const parts: string[] = []
  if (scope === 'own') parts.push(say('command-line.own-items-only'))
  if (scope === 'people') parts.push(say('command-line.own-items-and-those-of-ones-people'))
  if (withheld.length > 0) parts.push(say('command-line.without', { list: withheld.join(', ') }))
  if (approval.length > 0) parts.push(say('command-line.once-approved', { list: approval.join(', ') }))
  return parts
}

function wallInWords(name = say('command-line.a-place-above')): string {
  return say('command-line.stopped-by-the-wall-at', { name })
}

/** What keeps someone out, or lower than given, apart from routes. */
export function hindrancesOf({ absence, heldBack, reach }: Why): string[] {
  const found: string[] = []
  if (absence) found.push(ABSENCES[absence])
  if (heldBack)
    found.push(
      reach.cap === 'none'
        ? say('command-line.held-back-no-seat-of-this-product')
        : say('command-line.held-back-to-by-the-seat', { cap: reach.cap }),
    )
  return found
}

const ABSENCES: Record<NonNullable<Why['absence']>, PlainMessageId> = {
  'not-in-yet': 'command-line.not-in-yet-the-invitation-is-open-or',
  away: 'command-line.away',
  left: 'command-line.left',
  'turned-away': 'command-line.the-invitation-was-declined-refused-withdrawn',
  'engagement-not-begun': 'command-line.the-engagement-has-not-begun',
  'engagement-over': 'command-line.the-engagement-is-over',
}

/** `change`, `add for own items only, change with approval (run by role, held back by the seat)`. */
export function answerInWords({ level, approval, own, granted, cap, absence }: Reach): string {
  const parts = [own.free !== level ? say('command-line.for-own-items-only', { free: own.free }) : level]
  const withApproval = own.approval !== own.free ? own.approval : approval !== level ? approval : undefined
  if (withApproval) parts.push(say('command-line.with-approval', { withApproval }))
  const heldBack = !absence && LEVELS.indexOf(granted) > LEVELS.indexOf(cap)
  return parts.join(', ') + (heldBack ? say('command-line.by-role-held-back-by-the-seat', { granted }) : '')
}
