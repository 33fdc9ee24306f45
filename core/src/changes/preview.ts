import type { Account } from '../account/account.ts'
import type { AreaKey, Id, PlaceRow } from '../account/rows.ts'
import { compare, impactOf, kindOf, type Move, type MoveKind } from '../access/compare.ts'
import type { Level } from '../access/levels.ts'
import { Sight } from '../access/sight.ts'
import type { Problem } from '../checks/problem.ts'
import { areaAt } from '../products/catalogue.ts'
import { dateOf, lastDateBefore, type Instant, type LocalDate } from '../time/instants.ts'
import { moneyOf, type MoneyEffect } from './preview-money.ts'
import { watchOut, type Warning } from './watch-out.ts'
import { decide, toDoOf, Draft, type Actor, type Change } from './index.ts'
import { giveOffered } from './offers.ts'

/** One person's gain or loss at a place and, if it is the same there, what lies beneath. */
export interface AccessEffect {
  kind: MoveKind
  personId: Id
  personName: string
  placeId: Id
  placeName: string
  path: string[]
  walled: boolean
  /** How many places beneath change in the same way. */
  beneath: number
  areas: { area: AreaKey; name: string; before: Level; after: Level; heldBack: boolean }[]
  /** The first local date; absent means at once. */
  from?: LocalDate
  /** The last local date. */
  until?: LocalDate
}

/** What a docket would do, as its actor may see it (model S8, C3). */
export interface Preview {
  problems: Problem[]
  sentences: string[]
  access: {
    effects: AccessEffect[]
    people: Record<MoveKind, number>
    places: Record<MoveKind, number>
    /** Some people move only once they have taken up an invitation (model I5). */
    onceIn: boolean
    /** How many further moves concern what the actor does not see. */
    unseen: number
  }
  money: MoneyEffect
  watchOut: Warning[]
}

/**
 * Shows what changes would do before they are applied: people and places, seats and money, and what to watch out for
 * (model S8). An invitation is shown as its use now (model I5). Pure: it leaves the account as it is.
 */
export function preview(
  account: Account,
  changes: readonly Change[],
  actor: Actor & { kind: 'person' },
  now: Instant,
): Preview {
  const decision = decide(account, changes, actor, now)
  const decided = decision.after
  const used = useOffers(decided, changes, now)
  const edits = [...decision.edits, ...used.edits]
  const sight = new Sight(account, actor.personId, now, used.account)
  const moves = compare(account, used.account, impactOf(account, used.account, edits), now, 'level')
  const seen = moves.filter((move) => sight.seesPerson(move.personId) && sight.seesPlace(move.placeId))
  const effects = summarize(used.account, seen, sight, now)
  return {
    problems: decision.problems,
    sentences: changes.map((change) => toDoOf(change, sight)),
    access: {
      effects,
      people: countBy(seen, (move) => move.personId),
      places: countBy(seen, (move) => `${move.personId} ${move.placeId}`),
      onceIn: used.edits.length > 0,
      unseen: moves.length - seen.length,
    },
    money: moneyOf(account, used.account, edits, sight, now),
    watchOut: watchOut(account, used.account, changes, edits, seen, sight, now),
  }
}

/** The account with each invitation of the changes taken up now. */
function useOffers(decided: Account, changes: readonly Change[], now: Instant) {
  let account = decided
  const edits: Draft['edits'] = []
  for (const change of changes) {
    const offer = change.type === 'invite' ? account.get('offer', change.offerId) : undefined
    if (!offer) continue
    const draft = new Draft(account, { kind: 'person', personId: offer.sponsorId }, now)
    draft.update('person', offer.personId, { state: 'active' })
    giveOffered(draft, offer, offer.sponsorId)
    account = draft.account
    edits.push(...draft.edits)
  }
  return { account, edits }
}

function countBy(moves: readonly Move[], keyOf: (move: Move) => string): Record<MoveKind, number> {
  const sets: Record<MoveKind, Set<string>> = {
    gained: new Set(),
    lost: new Set(),
    raised: new Set(),
    lowered: new Set(),
  }
  for (const move of moves) sets[kindOf(move)].add(keyOf(move))
  return { gained: sets.gained.size, lost: sets.lost.size, raised: sets.raised.size, lowered: sets.lowered.size }
}

/** Folds moves into one line per person, place and period, and places that move like their parent into it. */
function summarize(after: Account, moves: readonly Move[], sight: Sight, now: Instant): AccessEffect[] {
  const groups = new Map<string, Move[]>()
  for (const move of moves) {
    const key = [move.personId, move.placeId, kindOf(move), move.from, move.until].join(' ')
    const group = groups.get(key)
    if (group) group.push(move)
    else groups.set(key, [move])
  }
  const signatures = new Map<string, string>()
  for (const [key, group] of groups) signatures.set(key, signatureOf(group))
  const beneath = new Map<string, number>()
  const tops: Move[][] = []
  for (const group of groups.values()) {
    const top = topOf(after, group[0]!, signatures)
    if (top) beneath.set(top, (beneath.get(top) ?? 0) + 1)
    else tops.push(group)
  }
  const effects = tops.map((group) => effectOf(after, group, beneath.get(keyOf(group[0]!)) ?? 0, sight, now))
  return effects.sort(
    (one, other) =>
      one.personName.localeCompare(other.personName, 'en') ||
      one.path.join('/').localeCompare(other.path.join('/'), 'en') ||
      (one.from ?? '').localeCompare(other.from ?? ''),
  )
}

function keyOf(move: Move, placeId: Id = move.placeId): string {
  return [move.personId, placeId, kindOf(move), move.from, move.until].join(' ')
}

function signatureOf(group: readonly Move[]): string {
  return group
    .map((move) => `${move.area}:${move.before}>${move.after}${move.heldBack ? '!' : ''}`)
    .sort()
    .join(' ')
}

/** The key of the highest place above that moves in the same way, or undefined if this is it. */
function topOf(after: Account, move: Move, signatures: Map<string, string>): string | undefined {
  const own = signatures.get(keyOf(move))
  let top: string | undefined
  let place: PlaceRow | undefined = after.get('place', move.placeId)
  while ((place = after.get('place', place?.parentId))) {
    const key = keyOf(move, place.id)
    if (signatures.get(key) !== own) break
    top = key
  }
  return top
}

function effectOf(after: Account, group: readonly Move[], beneath: number, sight: Sight, now: Instant): AccessEffect {
  const first = group[0]!
  const zone = after.zone
  const areas = group.map((move) => ({
    area: move.area,
    name: areaAt(after, move.area, Math.max(now, move.from))?.area.name ?? move.area,
    before: move.before,
    after: move.after,
    heldBack: move.heldBack,
  }))
  return {
    kind: kindOf(first),
    personId: first.personId,
    personName: sight.personName(first.personId),
    placeId: first.placeId,
    placeName: sight.placeName(first.placeId),
    path: sight.pathNames(first.placeId),
    walled: after.get('place', first.placeId)?.walled ?? false,
    beneath,
    areas: areas.sort((one, other) => one.area.localeCompare(other.area, 'en')),
    ...(first.from > now ? { from: dateOf(first.from, zone) } : {}),
    ...(first.until !== null ? { until: lastDateBefore(first.until, zone) } : {}),
  }
}

/**
 * What the digest of a preview is taken over (model C3): who moves, the money and the warnings, with *now* as a word,
 * so that the same effect a minute later digests the same.
 */
export function effectOfPreview(shown: Preview): object {
  return { access: shown.access, money: shown.money, watchOut: shown.watchOut.map((warning) => warning.sentence) }
}
