import type { Account } from '../../account/account.ts'
import { editOf } from '../../account/edits.ts'
import type { Id, OfferRow } from '../../account/rows.ts'
import type { Instant } from '../../time/instants.ts'
import { Draft } from '../engine/draft.ts'
import { giveOffered } from './offers.ts'
import { must } from '../../checks/must.ts'

/** An invitation taken up now, as given by its sponsor: what it does, and what would prevent it (model I5). */
export function takenUp(account: Account, offer: OfferRow, now: Instant): Draft {
  const draft = new Draft(account, { kind: 'person', personId: offer.sponsorId }, now)
  draft.update('person', offer.personId, { state: 'active' })
  giveOffered(draft, offer, offer.sponsorId)
  return draft
}

const remembered = new WeakMap<Account, Map<Id, Account | null>>()

/** The account with someone's open invitation taken up, their engagement begun; null where there is none. */
export function onceInOf(account: Account, personId: Id, now: Instant): Account | null {
  let known = remembered.get(account)
  if (!known) remembered.set(account, (known = new Map<string, Account | null>()))
  let then = known.get(personId)
  if (then === undefined) known.set(personId, (then = workOut(account, personId, now)))
  return then
}

function workOut(account: Account, personId: Id, now: Instant): Account | null {
  const offer = account.by('offer', 'person', personId).find((one) => one.state === 'live' && one.expiresAt > now)
  const state = account.get('person', personId)?.state
  if (!offer || (state !== 'invited' && state !== 'waiting')) return null
  // As if their engagement had begun: what waits for its first day is shown as well.
  const person = must(account.get('person', personId), 'person')
  const begun = account.with([editOf('person', personId, person, { ...person, engagementFrom: null })])
  const draft = takenUp(begun, offer, now)
  return draft.problems.length > 0 ? null : draft.account
}
