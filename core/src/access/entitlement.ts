import type { Account } from '../account/account.ts'
import type { Id, PersonRow, RowEdit } from '../account/rows.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { isPresent } from '../people/presence.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { compare, risesIn, shownLevel, type AreaMove, type Move } from './compare.ts'
import { impactOf } from './impact.ts'
import { atLeast, rank } from './levels.ts'
import { type Level } from '../account/level.ts'
import { bestPacked, topRank, unpack, unpackAnswer, WHOSE } from './profiles.ts'
import type { Answer, Whose } from './powers.ts'
import type { Sight } from './sight.ts'
import { Survey } from './survey.ts'
import { entryAt, must } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** What owners should see of a change although it is allowed (model D2). */
export type Mark = 'raises-own-access' | 'behind-wall'

export interface Judgement {
  /** What the actor may not do; empty if all is theirs to give. */
  problems: Problem[]
  marks: Mark[]
}

/**
 * Nobody gives what they do not hold (model D1, D2): wherever the edits alter someone's entitlement, the actor's own,
 * before the change, must there and then contain `access: change`, the higher of the old and the new levels and each
 * action gained or lost. One comparison of before and after, whatever kind of change moved it.
 * Owners are not bound, but what raises their own access is marked, and so is what an administrator gives behind a
 * wall that stops them.
 */
export function judge(
  before: Account,
  after: Account,
  edits: readonly RowEdit[],
  actor: PersonRow,
  sight: Sight,
  now: Instant,
): Judgement {
  if (!isPresent(actor, now)) {
    return { problems: [problem('not-active', say('access.you-cannot-change-anything-here-while-you-are'))], marks: [] }
  }
  const impact = impactOf(before, after, edits)
  // Owners are not bound: of what they do only what they do for themselves is looked at.
  if (actor.standing === 'owner')
    for (const personId of impact.keys()) if (personId !== actor.id) impact.delete(personId)
  const moves = compare(before, after, impact, now, 'entitlement')
  const judge = new Judge(before, after, actor, sight)
  for (const move of moves) judge.hear(move)
  return judge.verdict()
}

class Judge {
  private readonly problems = new Map<string, Problem>()
  private readonly marks = new Set<Mark>()
  private readonly survey: Survey
  private readonly heard = new Map<string, Set<readonly AreaMove[]>>()

  constructor(
    private readonly before: Account,
    private readonly after: Account,
    private readonly actor: PersonRow,
    private readonly sight: Sight,
  ) {
    this.survey = new Survey(before)
  }

  verdict(): Judgement {
    const problems = [...this.problems.values()]
    return { problems: problems.slice(0, 5), marks: problems.length > 0 ? [] : [...this.marks] }
  }

  hear(move: Move): void {
    const isOwn = move.personId === this.actor.id
    if (this.actor.standing === 'owner') {
      if (isOwn && move.areas.some(risesIn)) this.marks.add('raises-own-access')
      return
    }
    const concernsOwner = this.concernsOwner(move.personId)
    // Thousands of people often move alike at one place: what was heard once need not be heard again.
    const key = `${move.placeId} ${move.from} ${move.until} ${isOwn} ${concernsOwner}`
    let known = this.heard.get(key)
    if (!known) this.heard.set(key, (known = new Set()))
    if (known.has(move.areas)) return
    known.add(move.areas)
    for (const area of move.areas) {
      const found = this.judgeArea(move, area, isOwn, concernsOwner)
      if (found) this.problems.set(found.sentence, found)
    }
  }

  private judgeArea(move: Move, area: AreaMove, isOwn: boolean, concernsOwner: boolean): Problem | undefined {
    if (isOwn && risesIn(area)) {
      return problem('own-entitlement', say('access.you-cannot-give-yourself-more-access-ask'))
    }
    const instants = this.instantsWithin(move)
    if (risesIn(area) && topRank(this.held(move.placeId, area, entryAt(instants, 0)).levels) === 0)
      this.marks.add('behind-wall')
    if (this.actor.standing === 'administrator') {
      if (concernsOwner) return problem('owners-only', say('access.only-an-owner-can-change-what-an-owner'))
      if (!bindsAdministrator(area)) return undefined
    }
    return instants.every((instant) => this.contains(move, area, instant)) ? undefined : this.beyond(move, area)
  }

  private contains(move: Move, area: AreaMove, instant: Instant): boolean {
    const access = this.held(move.placeId, { area: { key: ACCESS } }, instant)
    const wanted: Level = area.area.key === ACCESS ? 'run' : 'change'
    if (!atLeast(unpack(access.levels, 'any').free, wanted)) return false
    const held = this.held(move.placeId, area, instant)
    return WHOSE.every((whose) => !isConcerned(area, whose) || holds(held, area, whose))
  }

  /** What the actor holds in an area at a place and instant. */
  private held(placeId: Id, { area }: { area: { key: string } }, instant: Instant): Held {
    const holder = must(this.survey.holder(this.actor.id), 'holder')
    const point = this.survey.entitlementAt(holder, this.survey.covering(holder, placeId), placeId, instant)
    const at = point.book.positionOf(area.key)
    if (at < 0) return { levels: 0, answer: () => 0 }
    const answer = (code: string) => {
      const index = entryAt(point.book.actionsOfArea, at).findIndex((action) => action.code === code)
      return index < 0 ? 0 : must(point.actions[entryAt(point.book.offsets, at) + index], 'entry of actions')
    }
    return { levels: must(point.levels[at], 'entry of levels'), answer }
  }

  /** *There and then* is the whole stretch of the move: its beginning and each instant at which the actor's own moves. */
  private instantsWithin(move: Move): Instant[] {
    const holder = must(this.survey.holder(this.actor.id), 'holder')
    const own = new Set<Instant>()
    this.survey.boundaries(undefined, this.survey.covering(holder, move.placeId), own, move.from)
    return [move.from, ...[...own].filter((instant) => isOpen(move.until, instant))]
  }

  private concernsOwner(personId: Id): boolean {
    return [this.before, this.after].some((account) => account.get('person', personId)?.standing === 'owner')
  }

  private beyond(move: Move, area: AreaMove): Problem {
    const where = this.sight.seesPlace(move.placeId) ? this.before.get('place', move.placeId)?.name : undefined
    if (!where) return problem('beyond-own', say('access.this-would-change-access-in-places-where-you'))
    const level = shownLevel(bestPacked(area.before, area.after))
    const actions = area.before === area.after ? area.actions.map((one) => one.code) : [level]
    const what = actions.map((code) => rightIn(area, code)).join(say('access.and-to'))
    return problem('beyond-own', say('access.at-you-cannot-give-the-right-to-because', { where, what }))
  }
}

const ACCESS = `${OWN_PRODUCT}/access`

interface Held {
  levels: number
  answer(code: string): number
}

/** Whether the change touches that kind of item. */
function isConcerned(area: AreaMove, whose: Whose): boolean {
  const [was, is] = [unpack(area.before, whose), unpack(area.after, whose)]
  if (was.free !== is.free || was.approval !== is.approval) return true
  return area.actions.some((one) => unpackAnswer(one.before, whose) !== unpackAnswer(one.after, whose))
}

const GENEROSITY: Readonly<Record<Answer, number>> = { no: 0, 'with-approval': 1, yes: 2 }

/** Others' items, if they are concerned, are held only by people who reach any item (model D1). */
function holds(held: Held, area: AreaMove, whose: Whose): boolean {
  const heldAs: Whose = whose === 'own' ? 'own' : 'any'
  const own = unpack(held.levels, heldAs)
  for (const packed of [area.before, area.after]) {
    const wanted = unpack(packed, whose)
    if (rank(own.free) < rank(wanted.free) || rank(own.approval) < rank(wanted.approval)) return false
  }
  return area.actions.every((one) => {
    const answer = GENEROSITY[unpackAnswer(held.answer(one.code), heldAs)]
    const [was, is] = [unpackAnswer(one.before, whose), unpackAnswer(one.after, whose)]
    return was === is || answer >= Math.max(GENEROSITY[was], GENEROSITY[is])
  })
}

/** Administrators are bound only for sensitive areas, owners and `billing: run` (model D1). */
function bindsAdministrator(area: AreaMove): boolean {
  const highest = Math.max(topRank(area.before), topRank(area.after))
  return area.area.area.sensitive || (area.area.key === `${OWN_PRODUCT}/billing` && highest >= rank('run'))
}

/** A level by its sentence, another action by its name and the area's: `change photos`, `export photos`. */
function rightIn({ area: { area } }: AreaMove, code: string): string {
  const level = area.levels.find((one) => one.level === code)
  const name = area.actions.find((one) => one.code === code)?.name ?? code
  return level?.sentence ?? `${name} ${area.name}`.toLowerCase()
}
