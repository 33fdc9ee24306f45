import type { Account } from '../account/account.ts'
import { compare, type Move, type MoveKind } from '../access/compare.ts'
import { impactOf } from '../access/impact.ts'
import { Sight } from '../access/sight.ts'
import type { Problem } from '../checks/problem.ts'
import type { Instant } from '../time/instants.ts'
import { partsOf, summarize, type AccessEffect } from './preview-access.ts'
import { moneyOf, type MoneyEffect } from './preview-money.ts'
import { watchOut, type Warning } from './watch-out.ts'
import { decide, toDoOf, Draft, type Actor, type Change } from './index.ts'
import { giveOffered } from './offers.ts'

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
    /** How many effects were left out of the list, which the counts hold all the same. */
    more: number
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
  const moves = compare(account, used.account, impactOf(account, used.account, edits), now, 'ability')
  const seen = moves.filter((move) => sight.seesPerson(move.personId) && sight.seesPlace(move.placeId))
  const effects = summarize(used.account, seen, sight, now)
  return {
    problems: decision.problems,
    sentences: changes.map((change) => toDoOf(change, sight)),
    access: {
      effects,
      people: countBy(seen, (move) => move.personId),
      places: countBy(seen, (move) => `${move.personId} ${move.placeId}`),
      more: 0,
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
  for (const move of moves) for (const { kind } of partsOf(move.areas)) sets[kind].add(keyOf(move))
  return { gained: sets.gained.size, lost: sets.lost.size, raised: sets.raised.size, lowered: sets.lowered.size }
}

/**
 * What the digest of a preview is taken over (model C3): who moves, the money and the warnings, with *now* as a word,
 * so that the same effect a minute later digests the same.
 */
export function effectOfPreview(shown: Preview): object {
  return { access: shown.access, money: shown.money, watchOut: shown.watchOut.map((warning) => warning.sentence) }
}
