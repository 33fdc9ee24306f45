import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import { compare, type Move, type MoveKind } from '../../access/compare.ts'
import { impactOf } from '../../access/impact.ts'
import { Sight } from '../../access/sight.ts'
import type { Instant } from '../../time/instants.ts'
import type { Later } from './kind.ts'
import { partsOf, summarize, type AccessEffect } from './preview-access.ts'
import { moneyOf, type BeforeAfter, type MoneyEffect } from './preview-money.ts'
import type { Warning } from './warning.ts'
import { watchOut } from '../docket/watch-out.ts'
import { confirmText } from './confirm.ts'
import {
  decide,
  endsSomething,
  laterOf,
  NESTED,
  shutsDoorsOnly,
  toDoOf,
  withPlanned,
  type Draft,
  type Actor,
  type Change,
} from './decide.ts'
import { withWaysOut, type MendableProblem } from '../seats/sold-out.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

/** What a docket would do, as its actor may see it (model S8, C3). */
export interface Preview {
  problems: MendableProblem[]
  sentences: string[]
  /** What the button says that applies them, with how much it is. */
  confirm: string
  /** Whether it looks like one that ends something. */
  ends: boolean
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
 * @param withSums false where only what is agreed to is wanted, and that holds no sums ({@link effectOfPreview}).
 */
export function preview(
  account: Account,
  changes: readonly Change[],
  actor: Actor & { kind: 'person' },
  now: Instant,
  withSums = true,
): Preview {
  const [only] = changes
  const planned = changes.length === 1 ? laterOf(must(only, 'only')) : undefined
  if (planned?.kind === 'as-of') return previewAsOf(account, must(only, 'only'), planned, actor, now)
  const decision = decide(account, changes, actor, now)
  const decided = decision.after
  const used = useOffers(decided, changes, now)
  const onTheirDays = changes.flatMap((change) => {
    const later = laterOf(change)
    return later?.kind === 'on-its-day' ? later.edits(NESTED, used.account, change, now) : []
  })
  const after = onTheirDays.length > 0 ? used.account.with(onTheirDays) : used.account
  const edits = [...decision.edits, ...used.edits, ...onTheirDays]
  const sight = new Sight(account, actor.personId, now, after)
  const moves = compare(account, after, impactOf(account, after, edits), now, 'ability')
  const seen = moves.filter((move) => sight.seesPerson(move.personId) && sight.seesPlace(move.placeId))
  const effects = summarize(after, seen, sight, now)
  const access = {
    effects,
    ...countsOfMoves(seen),
    more: 0,
    onceIn: used.edits.length > 0,
    unseen: moves.length - seen.length,
  }
  const money = moneyOf(account, after, edits, sight, now, withSums)
  return {
    problems: withWaysOut(account, changes, decision.problems, actor.personId, now),
    sentences: changes.map((change) => toDoOf(change, sight)),
    confirm: confirmText(changes, { access, money }),
    ends: endsSomething(changes),
    access,
    money,
    watchOut: [...short(used.waiting), ...watchOut(account, after, changes, edits, seen, sight, now)],
  }
}

/** What a planned docket would do on its day, after what else is planned until then (model Z4). */
function previewAsOf(
  account: Account,
  plan: Change,
  later: Later<Change> & { kind: 'as-of' },
  actor: Actor & { kind: 'person' },
  now: Instant,
): Preview {
  const { problems } = decide(account, [plan], actor, now)
  const at = later.at(account, plan)
  const sentences = [toDoOf(plan, new Sight(account, actor.personId, now))]
  const shown =
    at <= now ? preview(account, [], actor, now) : preview(withPlanned(account, at), later.changes(plan), actor, at)
  return { ...shown, problems, sentences, confirm: confirmText([plan], shown) }
}

/** The account with each invitation of the changes taken up now, and one person come by each link. */
function useOffers(decided: Account, changes: readonly Change[], now: Instant) {
  let account = decided
  let waiting = 0
  const edits: Draft['edits'] = []
  for (const change of changes) {
    const later = laterOf(change)
    const draft = later?.kind === 'taken-up' ? later.take(account, change, now) : undefined
    if (!draft) continue
    // What all of them together cannot have, each alone could: anyone who comes late waits for it (model I7).
    if (draft.problems.length > 0) waiting += 1
    account = draft.account
    edits.push(...draft.edits)
  }
  return { account, edits, waiting }
}

function short(waiting: number): Warning[] {
  if (waiting === 0) return []
  const who = say('engine.of-them', { waiting })
  const sentence = say('engine.would-have-to-wait-because-there-is-not', { who })
  return [{ code: 'would-wait', sentence }]
}

/** How many people move each way, and at how many places in all, each person's counted apart. */
function countsOfMoves(moves: readonly Move[]): Pick<Preview['access'], 'people' | 'places'> {
  const none = (): Record<MoveKind, number> => ({ gained: 0, lost: 0, raised: 0, lowered: 0 })
  const [people, places] = [none(), none()]
  const seen = new Map<MoveKind, Map<Id, Set<Id>>>()
  for (const { personId, placeId, areas } of moves) {
    for (const { kind } of partsOf(areas)) {
      let ofKind = seen.get(kind)
      if (!ofKind) seen.set(kind, (ofKind = new Map<string, Set<string>>()))
      const known = ofKind.get(personId)
      if (known) known.add(placeId)
      else ofKind.set(personId, new Set([placeId]))
    }
  }
  for (const [kind, byPerson] of seen) {
    people[kind] = byPerson.size
    for (const found of byPerson.values()) places[kind] += found.size
  }
  return { people, places }
}

/**
 * What the digest of a preview is taken over (model C3): who moves, what it does to the money, and the warnings, with *now*
 * as a word, so that the same effect a minute later digests the same. Of sums and counts it is the difference: what others
 * meanwhile spent elsewhere is no part of it. Where changes only show people out the bill is shown, but not agreed
 * to: doors are not kept open by a cent that moved elsewhere (model X4).
 */
export function effectOfPreview({ access, money, watchOut: warnings }: Preview, changes: readonly Change[]): object {
  const { seats, sums, currency } = money
  const moved = ({ before, after }: BeforeAfter) => after - before
  return {
    access,
    money: {
      currency,
      seats: seats.map(({ product, seatType, taken, priceMinor, oneMoreMinor }) => {
        return { product, seatType, taken: moved(taken), priceMinor, oneMoreMinor }
      }),
      sums:
        sums && !shutsDoorsOnly(changes) ? { ...sums, thisMonth: moved(sums.thisMonth), next: moved(sums.next) } : null,
    },
    watchOut: warnings.map(({ sentence }) => sentence),
  }
}
