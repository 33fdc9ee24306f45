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

/** `Rope access, given at Helipad roof by Tamsin Roake on 1 June 2026, until 30 June 2026`. */
export function routeInWords(account: Account, reason: Reason, names: (id: Id) => string): string {
  const { route, obstacle, withheld, approval, scope } = reason
  const zone = account.zone
  const day = (instant: Instant) => dateInWords(dateOf(instant, zone))
  const place = account.get('place', route.placeId)?.name ?? 'a place'
  const more = limitsInWords(withheld, approval, scope)
  if (!route.grant)
    return `${route.person.standing} of the account${obstacle === 'wall' ? `, ${wallInWords(route.wall?.name)}` : ''}`
  const { grant } = route
  const parts = [`${route.role?.name ?? 'a role'}, given at ${place}`]
  if (grant.givenById) parts[0] += ` by ${names(grant.givenById)}`
  parts[0] += ` on ${day(grant.from)}`
  const group = account.get('group', route.groupId)
  if (group) parts.push(`through the group ${group.name}`)
  if (grant.subjectKind === 'standing') parts.push(`as every ${grant.subjectId} has it`)
  if (grant.until !== null && obstacle !== 'over') parts.push(`until ${dateInWords(lastDateBefore(grant.until, zone))}`)
  if (obstacle === 'not-begun') parts.push('which has not begun')
  if (obstacle === 'over') parts.push(`ended ${dateInWords(lastDateBefore(must(grant.until, 'until'), zone))}`)
  if (obstacle === 'wall') parts.push(wallInWords(route.wall?.name))
  if (obstacle === 'not-at-root') parts.push(`which counts only if given at ${account.root.name}`)
  if (obstacle === 'asleep') parts.push('asleep, since the place was archived')
  return [...parts, ...more].join(', ')
}

/** `own items only`, `without export`, `publish once approved`. */
function limitsInWords(withheld: readonly string[], approval: readonly string[], scope: Reason['scope']): string[] {
  const parts: string[] = []
  if (scope === 'own') parts.push('own items only')
  if (scope === 'people') parts.push('own items and those of one’s people')
  if (withheld.length > 0) parts.push(`without ${withheld.join(', ')}`)
  if (approval.length > 0) parts.push(`${approval.join(', ')} once approved`)
  return parts
}

function wallInWords(name = 'a place above'): string {
  return `stopped by the wall at ${name}`
}

/** What keeps someone out, or lower than given, apart from routes. */
export function hindrancesOf({ absence, heldBack, reach }: Why): string[] {
  const found: string[] = []
  if (absence) found.push(ABSENCES[absence])
  if (heldBack)
    found.push(reach.cap === 'none' ? 'held back: no seat of this product' : `held back to ${reach.cap} by the seat`)
  return found
}

const ABSENCES: Record<NonNullable<Why['absence']>, string> = {
  'not-in-yet': 'not in yet: the invitation is open or waits for admission',
  away: 'away',
  left: 'left',
  'turned-away': 'the invitation was declined, refused, withdrawn or ran out',
  'engagement-not-begun': 'the engagement has not begun',
  'engagement-over': 'the engagement is over',
}

/** `change`, `add for own items only, change with approval (run by role, held back by the seat)`. */
export function answerInWords({ level, approval, own, granted, cap, absence }: Reach): string {
  const parts = [own.free !== level ? `${own.free} for own items only` : level]
  const withApproval = own.approval !== own.free ? own.approval : approval !== level ? approval : undefined
  if (withApproval) parts.push(`${withApproval} with approval`)
  const heldBack = !absence && LEVELS.indexOf(granted) > LEVELS.indexOf(cap)
  return parts.join(', ') + (heldBack ? ` (${granted} by role, held back by the seat)` : '')
}
