import type { Account } from '../account/account.ts'
import type { Id, PersonRow, RowEdit } from '../account/rows.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { isPresent } from '../people/presence.ts'
import { areaAt } from '../products/catalogue.ts'
import { OWN_PRODUCT } from '../products/own.ts'
import type { Instant } from '../time/instants.ts'
import { compare, impactOf, type Move } from './compare.ts'
import { atLeast, higher, rank, type Level } from './levels.ts'
import type { Sight } from './sight.ts'
import { entitlement } from './walk.ts'

/** What owners should see of a change although it is allowed (model D2). */
export type Mark = 'raises-own-access' | 'behind-wall'

export interface Judgement {
  /** What the actor may not do; empty if all is theirs to give. */
  problems: Problem[]
  marks: Mark[]
}

/**
 * Nobody gives what they do not hold (model D1, D2): wherever the edits alter someone's entitlement, the actor's own,
 * before the change, must there and then contain `access: change` and the higher of the old and the new level.
 * One comparison of before and after, whatever kind of change moved it.
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
    return { problems: [problem('not-active', 'You can change nothing here while you are not active.')], marks: [] }
  }
  const moves = compare(before, after, impactOf(before, after, edits), now, 'granted')
  const problems = new Map<string, Problem>()
  const marks = new Set<Mark>()
  for (const move of moves) {
    if (actor.standing === 'owner') {
      if (move.personId === actor.id && raises(move)) marks.add('raises-own-access')
      continue
    }
    if (raises(move) && held(before, actor.id, move, move.area) === 'none') marks.add('behind-wall')
    const found = judgeMove(before, after, actor, move, sight)
    if (found) problems.set(found.sentence, found)
  }
  return { problems: [...problems.values()].slice(0, 5), marks: problems.size > 0 ? [] : [...marks] }
}

function raises(move: Move): boolean {
  return rank(move.after) > rank(move.before)
}

function judgeMove(before: Account, after: Account, actor: PersonRow, move: Move, sight: Sight): Problem | undefined {
  if (move.personId === actor.id && atLeast(move.after, move.before)) {
    return problem('own-entitlement', `Nobody raises their own access; ask someone else who may (${areaName(move)}).`)
  }
  if (actor.standing === 'administrator') {
    if (concernsOwner(before, after, move)) return problem('owners-only', 'Only an owner changes what an owner has.')
    if (!bindsAdministrator(after, move)) return undefined
  }
  const wanted = higher(move.before, move.after)
  const accessWanted: Level = move.area === `${OWN_PRODUCT}/access` ? 'run' : 'change'
  const mayGive = held(before, actor.id, move, `${OWN_PRODUCT}/access`)
  const holds = held(before, actor.id, move, move.area)
  if (atLeast(mayGive, accessWanted) && atLeast(holds, wanted)) return undefined
  const where = sight.seesPlace(move.placeId) ? before.get('place', move.placeId)?.name : undefined
  return problem(
    'beyond-own',
    where
      ? `At ${where} you cannot pass on ${areaName(move)}: ${wanted}, since you do not hold it there yourself.`
      : 'This would change access somewhere beyond what you hold; ask the office.',
  )
}

function concernsOwner(before: Account, after: Account, move: Move): boolean {
  return [before, after].some((account) => account.get('person', move.personId)?.standing === 'owner')
}

/** Administrators are bound only for sensitive areas, owners and `billing: run` (model D1). */
function bindsAdministrator(after: Account, move: Move): boolean {
  const sensitive = areaAt(after, move.area, move.from)?.area.sensitive ?? false
  return sensitive || (move.area === `${OWN_PRODUCT}/billing` && higher(move.before, move.after) === 'run')
}

function held(account: Account, actorId: Id, move: Move, area: string): Level {
  return entitlement(account, actorId, move.placeId, area, move.from)
}

function areaName(move: Move): string {
  return move.area.replace('/', ': ').replaceAll('-', ' ')
}
