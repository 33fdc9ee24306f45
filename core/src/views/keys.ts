import type { Account } from '../account/account.ts'
import type { AreaKey, Id } from '../account/rows.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import type { Sight } from '../access/sight.ts'
import { countsOf, type Counts } from '../access/indexed/counts.ts'
import { highestOfPerson, placesOf } from '../access/indexed/lists.ts'
import { approvalText } from '../access/approver-words.ts'
import { approvalsOf } from '../access/approvers.ts'
import { answerTo, indexAt, reachesInside } from '../access/reach.ts'
import { controlOf, type Control } from '../access/controls.ts'
import { grantsOf, type Reach, type Route } from '../access/walk.ts'
import { isHeldBack, why, type Reason, type Why } from '../access/why.ts'
import { downwards } from '../places/tree.ts'
import { areaAt, isOwnArea } from '../products/catalogue.ts'
import { dateOf, lastDateBefore, type Instant, type LocalDate } from '../time/instants.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** One area someone reaches at a place. */
export interface KeyView {
  area: AreaKey
  name: string
  product: string
  /** What they can do freely, with items of their own at least (model A3). */
  level: Level
  granted: Level
  heldBack: boolean
  /** It reaches items of their own only. */
  ownOnly: boolean
  /** What they can do with someone's approval, where that is more; null otherwise. */
  withApproval: Level | null
  /** What the level lets its holder do, in the sheet's words. */
  sentence: string
}

/** A place someone reaches, with what they reach there; places beneath that answer alike are folded into it. */
export interface PlaceKeys {
  placeId: Id
  name: string
  path: string[]
  walled: boolean
  beneath: number
  highest: Level
  keys: KeyView[]
}

/** The highest level of the products' areas someone reaches anywhere, and at how many places. */
export interface ReachSummary {
  level: Level
  places: number
}

const ORDER = new WeakMap<Account, Id[]>()

/** All places in the order of the tree, the root first. */
function placesInOrder(account: Account): Id[] {
  let order = ORDER.get(account)
  if (!order) ORDER.set(account, (order = downwards(account, account.root.id).map((place) => place.id)))
  return order
}

function highestOf(reaches: Map<AreaKey, Reach>): Level {
  let best: Level = 'none'
  for (const [key, { own }] of reaches) if (!isOwnArea(key) && rank(own.free) > rank(best)) best = own.free
  return best
}

/**
 * @param seen which places the reader sees someone's keys at; absent is all of them.
 */
export function reachSummary(
  account: Account,
  personId: Id,
  instant: Instant,
  seen?: (placeId: Id) => boolean,
): ReachSummary {
  const index = indexAt(account, instant)
  const counts = index && !seen ? countsNow(account, instant) : undefined
  if (index && counts) {
    const places = counts.placesOf(personId)
    return { level: places === 0 ? 'none' : highestOfPerson(index, personId), places }
  }
  const summary: ReachSummary = { level: 'none', places: 0 }
  const add = (level: Level) => {
    if (level === 'none') return
    summary.places += 1
    if (rank(level) > rank(summary.level)) summary.level = level
  }
  if (index) {
    for (const { placeId, level } of placesOf(index, personId)) if (seen?.(placeId) !== false) add(level)
    return summary
  }
  for (const placeId of placesInOrder(account)) {
    if (seen?.(placeId) !== false) add(highestOf(reachesInside(account, personId, placeId, instant)))
  }
  return summary
}

const counted = new WeakMap<Account, { until: Instant; from: Instant; counts: Counts }>()

/** The counts over all products at an instant, worked out once per version; undefined without an index. */
export function countsNow(account: Account, instant: Instant): Counts | undefined {
  const index = indexAt(account, instant)
  if (!index) return undefined
  const { from, until } = index.stretch
  const known = counted.get(account)
  if (known?.from === from && known.until === until) return known.counts
  const counts = countsOf(index)
  counted.set(account, { from, until, counts })
  return counts
}

/** Everything a person reaches, as a tree folded where a place answers like its parent, cut to what is seen (model A6, D5). */
export function keysOf(sight: Sight, personId: Id): PlaceKeys[] {
  const { account, now } = sight
  const person = account.get('person', personId)
  if (!person) return []
  const given = new Set(grantsOf(account, person).map(({ grant }) => grant.placeId))
  const found = new Map<Id, PlaceKeys>()
  const known = new Map<Id, { reaches: Map<AreaKey, Reach>; signature: string; top?: Id }>()
  const isOfPlaces = (key: AreaKey) => areaAt(account, key, now)?.area.scope === 'place'
  for (const placeId of placesInOrder(account)) {
    const place = must(account.get('place', placeId), 'place')
    const above = known.get(place.parentId ?? '')
    // What begins or stops at a place does so by a wall, by sleep or by a grant; the root alone has account areas (L4).
    const isAlike =
      above && place.parentId !== account.root.id && !place.walled && !place.archived && !given.has(placeId)
    const reaches = isAlike ? above.reaches : reachesInside(account, personId, placeId, now)
    const signature = isAlike
      ? above.signature
      : [...reaches].map(([key, reach]) => (isOfPlaces(key) ? `${key}${JSON.stringify(reach)}` : '')).join('')
    const isShown = reaches.size > 0 && sight.seesKeys(personId, placeId)
    const top = isShown && above?.top && above.signature === signature ? above.top : isShown ? placeId : undefined
    known.set(placeId, { reaches, signature, top })
    if (top === placeId) found.set(placeId, placeKeys(sight, placeId, reaches))
    else if (top) must(found.get(top), 'entry of found').beneath += 1
  }
  return [...found.values()]
}

function placeKeys(sight: Sight, placeId: Id, reaches: Map<AreaKey, Reach>): PlaceKeys {
  const { account } = sight
  const place = must(account.get('place', placeId), 'place')
  return {
    placeId,
    name: place.name,
    path: sight.pathNames(placeId),
    walled: place.walled,
    beneath: 0,
    highest: highestOf(reaches),
    keys: keyViews(sight, reaches),
  }
}

export function keyViews(sight: Sight, reaches: Map<AreaKey, Reach>): KeyView[] {
  return [...reaches].flatMap(([key, reach]) => {
    const area = areaAt(sight.account, key, sight.now)
    if (!area) return []
    const shown = reach.own.free === 'none' ? reach.granted : reach.own.free
    const ownOnly = reach.own.free !== reach.level || reach.own.approval !== reach.approval
    return {
      area: key,
      name: area.area.name,
      product: area.productName,
      level: reach.own.free,
      granted: reach.granted,
      heldBack: isHeldBack(reach),
      ownOnly,
      withApproval: reach.own.approval === reach.own.free ? null : reach.own.approval,
      sentence: area.area.levels.filter((one) => rank(one.level) <= rank(shown)).at(-1)?.sentence ?? '',
    }
  })
}

/** One route as its reader may see it (model A2, A5, D5). */
export interface RouteView {
  counts: boolean
  level: Level
  obstacle: Reason['obstacle'] | null
  role: string | null
  standing: string | null
  group: string | null
  place: string
  giver: string | null
  from: LocalDate | null
  until: LocalDate | null
  wall: string | null
  grantId: Id | null
  /** The one change that would end this route; null where no one change does, or it has ended. */
  end: { change: { type: string } & Record<string, string>; label: string; control: Control } | null
  /** Actions it leaves out, and those that need approval (model L3). */
  withheld: readonly string[]
  approval: readonly string[]
  /** `own` or `people` where it reaches no others' items (model R1). */
  scope: Reason['scope']
}

export interface WhyView {
  level: Level
  granted: Level
  cap: Level
  heldBack: boolean
  absence: Why['absence'] | null
  routes: RouteView[]
  /** Who approves which of the actions that need it; for the person who waits, by name (model V5). */
  approvedBy: { actions: string[]; by: string }[]
  /** Routes through what the reader does not see. */
  unseen: number
}

export function whyView(sight: Sight, personId: Id, placeId: Id, area: AreaKey): WhyView {
  const answer = why(sight.account, personId, placeId, area, sight.now)
  const seen = answer.reasons.filter(({ route }) => !route.grant || sight.seesGrant(route.grant))
  return {
    level: answer.reach.own.free,
    granted: answer.reach.granted,
    cap: answer.reach.cap,
    heldBack: answer.heldBack,
    absence: answer.absence ?? null,
    routes: seen.map((reason) => routeView(sight, reason)),
    approvedBy: approvedBy(sight, personId, placeId, area, seen),
    unseen: answer.reasons.length - seen.length,
  }
}

function approvedBy(
  sight: Sight,
  personId: Id,
  placeId: Id,
  area: AreaKey,
  reasons: readonly Reason[],
): WhyView['approvedBy'] {
  const { account, now } = sight
  const waiting = new Set(reasons.flatMap(({ counts, approval }) => (counts ? approval : [])))
  const byText = new Map<string, string[]>()
  for (const action of waiting) {
    if (answerTo(account, personId, placeId, area, action, 'own', now) !== 'with-approval') continue
    const ways = approvalsOf(account, personId, placeId, area, action, 'own', now)
    const by = [...new Set(ways.map((one) => approvalText(sight, personId, one)))].join(say('views.or'))
    byText.set(by, [...(byText.get(by) ?? []), action])
  }
  return [...byText].map(([by, actions]) => ({ actions, by }))
}

function routeView(sight: Sight, reason: Reason): RouteView {
  const { route, level, counts, obstacle, withheld, approval, scope } = reason
  const { account } = sight
  const { grant } = route
  return {
    counts,
    level,
    obstacle: obstacle ?? null,
    role: route.role?.name ?? null,
    standing: grant ? (grant.subjectKind === 'standing' ? grant.subjectId : null) : route.person.standing,
    group: account.get('group', route.groupId)?.name ?? null,
    place: route.placeId === account.root.id ? account.root.name : sight.placeName(route.placeId),
    giver: grant?.givenById ? sight.personName(grant.givenById) : null,
    from: grant ? dateOf(grant.from, account.zone) : null,
    until: grant?.until ? lastDateBefore(grant.until, account.zone) : null,
    wall: obstacle === 'wall' && route.wall ? sight.placeName(route.wall.id) : null,
    grantId: grant?.id ?? null,
    end: endOf(sight, route),
    withheld,
    approval,
    scope,
  }
}

/** Taking the grant back or, of a group's, taking the person out: what concerns nobody else. */
function endOf(sight: Sight, { grant, groupId, person, obstacle }: Route): RouteView['end'] {
  if (!grant || obstacle === 'over') return null
  const { account } = sight
  if (grant.subjectKind === 'person') {
    const change = { type: 'take', grantId: grant.id }
    return { change, label: say('views.take-away'), control: controlOf(sight, 'access', 'change', grant.placeId) }
  }
  const isNamed = account.by('membership', 'person', person.id).some((one) => one.groupId === groupId)
  if (!groupId || !isNamed) return null
  const change = { type: 'quit-group', groupId, personId: person.id }
  const label = say('views.remove-from', { group: account.get('group', groupId)?.name ?? say('views.the-group') })
  return { change, label, control: controlOf(sight, 'groups', 'change') }
}
