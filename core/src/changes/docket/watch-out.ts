import type { Account } from '../../account/account.ts'
import type { GrantRow, Id, PersonRow, PlaceRow, RowEdit } from '../../account/rows.ts'
import type { HoldingRow } from '../../account/product-rows.ts'
import { reachesBoth } from '../../access/apart.ts'
import { peopleNamed } from '../../account/approver-rows.ts'
import { isWithoutApprover } from '../../access/approvers.ts'
import { answersOf, risesIn, type AreaMove, type Move } from '../../access/compare.ts'
import { givesAccess, keyHoldersAt, stewardsAt } from '../../access/holders.ts'
import { reachesAt } from '../../access/reach.ts'
import { isOwnArea } from '../../products/catalogue.ts'
import { topRank } from '../../access/profiles.ts'
import type { Sight } from '../../access/sight.ts'
import { lookAlike } from '../../people/email.ts'
import { isOutsider } from '../../people/presence.ts'
import { upwards } from '../../places/tree.ts'
import { isHeldAt } from '../../seats/holdings.ts'
import { termsOf } from '../../seats/terms.ts'
import type { Instant } from '../../time/instants.ts'
import { lastingOf, type Change } from '../engine/decide.ts'
import { hintsOf } from './hints.ts'
import type { Check, Scene, Warning } from '../engine/warning.ts'
import { opensNothing, paysForNothing } from './watch-traps.ts'
import { closedByHand } from './watch-by-hand.ts'
import { chargedInFull, chargedTwice, dayEarlierSaves, startsLate } from './watch-bill.ts'
import { highMembership, keyAfterLastDay, wideForOutsider } from './watch-outsiders.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import { isOpen } from '../../time/lasting.ts'

/** Everything to watch out for in a docket, in a fixed order, each said once. */
export function watchOut(
  before: Account,
  after: Account,
  changes: readonly Change[],
  edits: readonly RowEdit[],
  moves: readonly Move[],
  sight: Sight,
  now: Instant,
): Warning[] {
  const scene: Scene = { before, after, changes, edits, moves, sight, now }
  const found = [
    looksAlike,
    closedByHand,
    outsiderWithoutEnd,
    highMembership,
    wideForOutsider,
    keyAfterLastDay,
    moreThanNeeded,
    sensitiveArea,
    behindWall,
    notApart,
    heldBackBySeat,
    opensNothing,
    paysForNothing,
    leftWithoutSteward,
    leftWithoutApprover,
    approverSeesNothing,
    chargedTwice,
    chargedInFull,
    startsLate,
    dayEarlierSaves,
    thingsLeft,
    offersDead,
    cannotBeUndone,
  ].flatMap((check: Check) => check(scene))
  return fold([...new Map(found.map((warning) => [warning.sentence, warning])).values()])
}

/** An address that may be read as another: letters of several alphabets in it, or a domain of another alphabet. */
function looksAlike({ changes }: Scene): Warning[] {
  return changes.flatMap((change) => {
    const email = change.type === 'invite' || change.type === 'correct-address' ? change.email : null
    const how = email ? lookAlike(email) : undefined
    if (!email || !how) return []
    const why =
      how === 'domain'
        ? say('docket.this-address-has-letters-other-than-a-to', { email })
        : say('docket.the-email-address-has-letters-of-more-than', { email })
    const sentence = say('docket.check-that-it-is-right-before-you-send', { why })
    return [{ code: 'looks-alike', sentence }]
  })
}

function moreThanNeeded({ changes, sight }: Scene): Warning[] {
  return changes.flatMap((change) => (change.type === 'invite' ? hintsOf(changes, change, sight) : []))
}

/** So many warnings of one kind are named; the rest are counted. */
const MAXIMUM_ALIKE = 30

function fold(warnings: Warning[]): Warning[] {
  const counts = new Map<string, number>()
  const kept = warnings.filter(({ code }) => {
    counts.set(code, (counts.get(code) ?? 0) + 1)
    return must(counts.get(code), 'entry of counts') <= MAXIMUM_ALIKE
  })
  for (const [code, count] of counts) {
    if (count > MAXIMUM_ALIKE)
      kept.push({ code, sentence: say('docket.and-more-like-these', { count: count - MAXIMUM_ALIKE }) })
  }
  return kept
}

const outsiderWithoutEnd: Check = ({ after, edits, sight }) =>
  edits.flatMap((edit) => {
    const person = edit.table === 'person' ? (edit.after as PersonRow | null) : null
    const open = person && isOutsider(person) && person.engagementUntil === null && person.state !== 'left'
    if (!person || !open || after.get('person', person.id)?.state === 'withdrawn') return []
    const sentence = say('docket.is-from-outside-and-has-no-last-day', { person: sight.personName(person.id) })
    return [{ code: 'outsider-without-end', sentence }]
  })

const sensitiveArea: Check = ({ moves, sight }) => {
  const found = new Map<string, Warning>()
  for (const { personId, areas } of moves) {
    for (const { area, before, after } of areas) {
      if (!area.area.sensitive || topRank(after) < topRank(before)) continue
      const key = `${personId} ${area.key}`
      if (found.has(key)) continue
      const sentence = say('docket.gets-access-to-which-is-sensitive', {
        person: sight.personName(personId),
        area: area.area.name,
      })
      found.set(key, { code: 'sensitive', sentence })
    }
  }
  return [...found.values()]
}

const behindWall: Check = ({ after, moves, sight }) => {
  const walls = new Map<Id, Id | undefined>()
  const wallOf = (placeId: Id) => {
    if (!walls.has(placeId)) walls.set(placeId, upwards(after, placeId).find((place) => place.walled)?.id)
    return walls.get(placeId)
  }
  return moves.flatMap((move) => {
    const wall = wallOf(move.placeId)
    if (!wall || !move.areas.some(risesIn)) return []
    const sentence = say('docket.gets-access-behind-the-wall-of', {
      person: sight.personName(move.personId),
      place: sight.placeName(wall),
    })
    return [{ code: 'behind-wall', sentence }]
  })
}

/** An outsider would get in at two places that are to be kept apart, and did not before. */
const notApart: Check = ({ before, after, moves, sight, now }) => {
  const risen = new Set(moves.flatMap((move) => (move.areas.some(risesIn) ? [move.personId] : [])))
  const outsiders = [...risen].filter((id) => isOutsider(must(after.get('person', id), 'person')))
  return [...after.all('separation')].flatMap(({ oneId, otherId }) =>
    outsiders.slice(0, MAXIMUM_ALIKE).flatMap((personId) => {
      const both = (account: Account) => reachesBoth(account, personId, oneId, otherId, now)
      if (!sight.seesPlace(oneId) || !sight.seesPlace(otherId) || !both(after) || both(before)) return []
      const names = say('docket.and', { place: sight.placeName(oneId), place2: sight.placeName(otherId) })
      const sentence = say('docket.would-have-access-at-both-which-are-kept', {
        person: sight.personName(personId),
        names,
      })
      return [{ code: 'not-apart', sentence }]
    }),
  )
}

const heldBackBySeat: Check = ({ moves, sight }) => {
  const areas = new Map<Id, Set<string>>()
  for (const move of moves) {
    for (const { area, heldBack } of move.areas) {
      if (heldBack) areas.set(move.personId, (areas.get(move.personId) ?? new Set()).add(area.area.name))
    }
  }
  return [...areas].map(([personId, names]) => ({
    code: 'held-back',
    sentence: say('docket.the-seat-holds-back-in', { person: sight.personName(personId), list: [...names].join(', ') }),
  }))
}

/** A place whose only steward by a grant of their own is taken away (model D4). */
const leftWithoutSteward: Check = ({ before, after, edits, sight, now }) => {
  const places = new Set<Id>()
  for (const edit of edits) {
    if (edit.table !== 'grant' || !edit.before) continue
    const { placeId, roleId } = edit.before as GrantRow
    if (givesAccess(before, roleId)) places.add(placeId)
  }
  return [...places].flatMap((placeId) => {
    if (!sight.seesPlace(placeId) || stewardsAt(before, placeId, now).length === 0) return []
    // An owner who takes a key of their own over is one from then on.
    if (keyHoldersAt(after, placeId, now).length > 0) return []
    return [
      { code: 'no-steward', sentence: say('docket.has-no-steward-any-more', { place: sight.placeName(placeId) }) },
    ]
  })
}

/** An action that needs approval, where nobody but the owners is left to give it (model R4). */
const leftWithoutApprover: Check = ({ after, moves, sight, now }) => {
  const asked = new Set<string>()
  const found: Warning[] = []
  for (const { personId, placeId, from, areas } of moves) {
    if (asked.size >= MAXIMUM_ALIKE) break
    for (const { area, code } of from <= now ? waitingIn(areas) : []) {
      const key = `${placeId} ${area.key} ${code}`
      if (asked.has(key)) continue
      asked.add(key)
      if (!isWithoutApprover(after, personId, placeId, area.key, code, 'own', now)) continue
      const what = say('docket.at', { area: area.area.name, code, place: sight.placeName(placeId) })
      found.push({ code: 'no-approver', sentence: say('docket.only-the-owners-are-left-to-approve', { what }) })
    }
  }
  return found
}

/** Someone newly named to approve who sees nothing of any product there: they could not approve (model R4, V5). */
const approverSeesNothing: Check = ({ after, edits, sight, now }) => {
  return edits.flatMap((edit) => {
    if ((edit.table !== 'place' && edit.table !== 'grant') || !edit.after) return []
    const [was, is] = [edit.before, edit.after] as (PlaceRow | GrantRow | null)[]
    const placeId = edit.table === 'grant' ? (is as GrantRow).placeId : must(is, 'is').id
    const known = peopleNamed(was?.approvers ?? null)
    const fresh = peopleNamed(must(is, 'is').approvers).filter((id) => !known.includes(id) && sight.seesPerson(id))
    const blind = fresh.filter((id) => ![...reachesAt(after, id, placeId, now)].some(([key]) => !isOwnArea(key)))
    return blind.map((id) => ({
      code: 'approver-sees-nothing',
      sentence: say('docket.has-no-access-at-so-they-cannot-approve', {
        person: sight.personName(id),
        place: sight.placeName(placeId),
      }),
    }))
  })
}

const waiting = new WeakMap<readonly AreaMove[], { area: AreaMove['area']; code: string }[]>()

/** The actions that need approval after the move; thousands of moves share theirs. */
function waitingIn(areas: readonly AreaMove[]) {
  let known = waiting.get(areas)
  if (!known) {
    known = areas.flatMap(({ area, actions }) =>
      actions.flatMap((one) => (answersOf(one, 'own').after === 'with-approval' ? [{ area, code: one.code }] : [])),
    )
    waiting.set(areas, known)
  }
  return known
}

const THINGS: Record<string, PlainMessageId> = {
  kept: 'docket.stays-as-it-is',
  'kept-read-only': 'docket.stays-but-can-only-be-read',
  dropped: 'docket.is-deleted-by-the-product',
}

/** What becomes of what someone made in a product in which they hold nothing any more (model L2). */
const thingsLeft: Check = ({ before, after, edits, sight, now }) => {
  const ended = edits.flatMap((edit) => {
    const row = edit.table === 'holding' && edit.before ? (edit.before as HoldingRow) : null
    return row && isHeldAt(before, row, now) ? [row] : []
  })
  const once = new Map(ended.map((row) => [`${row.personId} ${row.product}`, row]))
  return [...once.values()].flatMap(({ personId, product }) => {
    const held = after.by('holding', 'person', personId).filter((row) => row.product === product)
    const sheet = termsOf(after, product)?.sheetAt(now)
    if (!sheet || held.some((row) => isOpen(row.until, now))) return []
    const what = say(THINGS[sheet.thingsWhenSeatEnds] ?? 'docket.stays-as-it-is')
    const sentence = say('docket.what-made-in', { person: sight.personName(personId), sheet: sheet.name, what })
    return [{ code: 'things-left', sentence }]
  })
}

const offersDead: Check = ({ edits, sight }) =>
  edits.flatMap((edit) => {
    const offer = edit.table === 'offer' ? (edit.after as { state: string; personId: Id } | null) : null
    if (offer?.state !== 'dead') return []
    return [
      {
        code: 'offer-dead',
        sentence: say('docket.the-invitation-to-ends-because-the-person-who', {
          person: sight.personName(offer.personId),
        }),
      },
    ]
  })

const cannotBeUndone: Check = (scene) => scene.changes.flatMap((change) => lastingOf(change, scene))
