import { Equals, IsIn } from 'class-validator'
import type { Id } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import { isPresent } from '../../people/presence.ts'
import type { Problem } from '../../checks/problem.ts'
import type { Draft } from '../engine/draft.ts'
import type { Change } from '../kinds.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { onceCome } from '../offers/come-by.ts'
import { maySteer } from '../offers/offers.ts'
import { RowId } from '../engine/shapes.ts'
import { atRoot } from '../engine/needs.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'

export class HandOver {
  @Equals('hand-over') type!: 'hand-over'
  @IsIn(['invitation', 'link', 'plan']) what!: 'invitation' | 'link' | 'plan'
  @RowId() id!: Id
  @RowId() toId!: Id
}

/**
 * Passes an invitation, a link or a plan on to someone else, in whose name it is from then on (model I5, X3): what it
 * gives is decided at its use, by the rights then of the person who takes it over. The person who hands it over could give it themselves now
 * (D1):
 * otherwise an actor who was lowered would go on giving in another's name. Taking a link or a plan over oneself needs none
 * of it. An invitation is its sponsor's to withdraw, so taking it over needs what steering it needs (D3, I10, P6).
 */
export const handOver: ChangeKind<HandOver> = {
  type: 'hand-over',
  confirm: 'confirm.hand-over',
  category: 'leaving',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { what, id }) {
    const ownerId = ownerOf(draft, what, id)
    if (ownerId === draft.actorId) return []
    if (ownerId === undefined) {
      draft.refuse('not-found', noThing())
      return []
    }
    return atRoot('people', 'change', 'leaving.hand-over-what-belongs-to-someone-else')(draft)
  },
  undo: { never: 'leaving.hand-it-over-again-instead' },
  preview: 'plain',
  shape: HandOver,
  fill: (change) => change,
  decide(draft, { what, id, toId }) {
    const taker = draft.seen('person', toId, 'person')
    if (!taker) return
    const name = draft.account.nameOf(toId)
    if (!isPresent(taker, draft.now))
      return draft.refuse('not-in', say('leaving.is-not-active-choose-someone-who-is', { name }), '/toId')
    const ownerId = ownerOf(draft, what, id)
    if (!ownerId) return draft.refuse('not-found', noThing())
    if (ownerId === toId) return draft.refuse('no-change', say('leaving.it-already-belongs-to', { name }), '/toId')
    if (what === 'invitation') maySteer(draft, must(draft.account.get('offer', id), 'offer'))
    else if (toId !== draft.actorId) draft.problems.push(...beyondOwn(draft, what, id))
    if (draft.problems.length > 0) return
    if (what === 'invitation') draft.update('offer', id, { sponsorId: toId })
    else if (what === 'link') draft.update('link', id, { makerId: toId })
    else draft.update('planned', id, { plannerId: toId, authorityHeld: false })
  },
  sentence: ({ what, id, toId }, sight, tense) =>
    say('leaving.handed-over-to', { tense, name: nameOf(what, id, sight), person: sight.personName(toId) }),
  record: (change) => change,
}

/** What would stand in the way if the actor gave it now. */
function beyondOwn(draft: Draft, what: 'link' | 'plan', id: Id): Problem[] {
  const { account, actor, actorId, now } = draft
  if (actorId === null) return []
  if (what === 'link')
    return onceCome(account, { ...must(account.get('link', id), 'link'), makerId: actorId }, now).problems
  const plan = must(account.get('planned', id), 'planned')
  return draft.nested.decide(account, plan.changes as Change[], actor, plan.at).problems
}

const noThing = () => say('leaving.this-is-no-longer-there-to-hand-over')

/** Whose it is, of what is still open. */
function ownerOf(draft: Draft, what: HandOver['what'], id: Id): Id | undefined {
  const { account, sight } = draft
  if (what === 'invitation') {
    const offer = account.get('offer', id)
    return offer?.state === 'live' && sight.seesPerson(offer.personId) ? offer.sponsorId : undefined
  }
  if (what === 'link') {
    const link = account.get('link', id)
    return link && !link.cut && (link.makerId === draft.actorId || sight.can('people', 'see'))
      ? link.makerId
      : undefined
  }
  const plan = account.get('planned', id)
  return plan?.state === 'waiting' && (sight.seesPlanned(plan) || sight.can('people', 'change'))
    ? plan.plannerId
    : undefined
}

function nameOf(what: HandOver['what'], id: Id, sight: Sight): string {
  if (what === 'invitation')
    return say('leaving.the-invitation-to', { person: sight.personName(sight.named.get('offer', id)?.personId) })
  return what === 'link'
    ? say('leaving.the-link', { link: sight.named.get('link', id)?.name ?? '' })
    : say('leaving.what-is-planned')
}
