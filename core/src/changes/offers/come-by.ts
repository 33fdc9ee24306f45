import { Equals } from 'class-validator'
import { idFrom, RowId } from '../engine/shapes.ts'
import type { Id, LinkRow, OfferRow, PersonRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { Email } from '../../checks/email.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { giveOffered, tellSponsor } from './offers.ts'
import { Draft } from '../engine/draft.ts'
import type { Instant } from '../../time/instants.ts'
import type { Account } from '../../account/account.ts'

export class ComeBy {
  @Equals('come-by') type!: 'come-by'
  @RowId() linkId!: Id
  @RowId() personId!: Id
  @RowId() offerId!: Id
  @RowId() loginId!: Id
  @Line(120) name!: string
  @Email() email!: string
}

/**
 * Someone comes by a link, their mailbox proven (model I4): their record is made, what the link gives stays in an
 * offer, and they wait for admission unless the link lets them in. Anyone who is here already is given it at once.
 */
export const comeBy: ChangeKind<ComeBy> = {
  type: 'come-by',
  confirm: 'confirm.come-by',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'newcomer',
  day: 'never',
  needs: 'own',
  undo: { never: 'offers.someone-who-came-by-a-link-is-in' },
  preview: 'plain',
  shape: ComeBy,
  fill: (change) => change,
  decide(draft, change) {
    const link = draft.account.get('link', change.linkId)
    const why = link && whyLinkDead(draft.account, link, draft.now)
    if (!link || why) return draft.refuse('link-dead', say('offers.this-link-does-not-work-ask-the-person'))
    if (link.domain && change.email.split('@')[1] !== link.domain) {
      return draft.refuse(
        'wrong-domain',
        say('offers.this-link-is-for-email-addresses-at', { domain: link.domain }),
        '/email',
      )
    }
    const known = draft.account.by('person', 'login', change.loginId)
    const here = known.find((one) => one.state === 'active') ?? known[0]
    if (here && here.state !== 'active') {
      return draft.refuse('here-before', say('offers.you-have-been-here-before-ask-the-office'))
    }
    const offer = offerBy(link, here?.id ?? change.personId, change.offerId, draft.now)
    draft.update('link', link.id, { uses: link.uses + 1 })
    draft.insert('offer', offer)
    // A person of the account waits for what the link gives, as everyone who uses it does (model I4).
    if (here && link.waits) return tellSponsor(draft, offer, here.id)
    if (here) {
      useNow(draft, offer)
      return tellSponsor(draft, offer, here.id)
    }
    draft.insert('person', personBy(link, change, draft.now))
    draft.set(change.personId, 'name', change.name.trim())
    draft.set(change.personId, 'email', change.email.trim())
    if (link.waits) return tellSponsor(draft, offer, change.personId)
    const trial = new Draft(draft.account, draft.actor, draft.now)
    trial.update('person', change.personId, { state: 'active' })
    useNow(trial, offer)
    // What cannot be given waits for someone who sees to it (model I7).
    if (trial.problems.length === 0) {
      draft.edits.push(...trial.edits)
      draft.account = trial.account
    }
    tellSponsor(draft, offer, change.personId)
  },
  sentence: (change, sight, tense) =>
    say('offers.joined-by-the-link', { tense, link: sight.named.get('link', change.linkId)?.name ?? '' }),
  record: ({ name: _name, email: _email, ...rest }) => ({ ...rest, personal: ['name', 'email'] }),
}

function useNow(draft: Draft, offer: OfferRow): void {
  draft.update('offer', offer.id, { state: 'taken' })
  giveOffered(draft, offer, offer.sponsorId)
}

function offerBy(link: LinkRow, personId: Id, offerId: Id, now: Instant): OfferRow {
  return {
    id: offerId,
    personId,
    sponsorId: link.makerId,
    state: 'live',
    sentAt: now,
    expiresAt: link.expiresAt,
    resendNumber: 0,
    revision: 0,
    bounced: false,
    // Counted on beyond what the groups' memberships take.
    grants: link.grants.map((grant, at) => ({ ...grant, grantId: idFrom(offerId, 100 + at), from: null, until: null })),
    seats: link.seats.map((seat, at) => ({ ...seat, holdingId: idFrom(offerId, 200 + at) })),
    groupIds: link.groupIds,
  }
}

function personBy(link: LinkRow, { personId, loginId }: Pick<ComeBy, 'personId' | 'loginId'>, now: Instant): PersonRow {
  return {
    id: personId,
    kind: link.kind,
    standing: link.standing,
    state: 'waiting',
    managerId: null,
    employerId: link.employerId,
    signatory: false,
    recorded: false,
    joinedInto: null,
    apartFrom: [],
    engagementFrom: now,
    engagementUntil: link.engagementUntil,
    loginId,
    reference: null,
    awayFrom: null,
    awayUntil: null,
    choices: {},
  }
}

/** Refused now if nobody could come by it now. */
export function tryLink(draft: Draft, link: LinkRow): void {
  if (draft.actor.kind === 'person') draft.problems.push(...onceCome(draft.account, link, draft.now).problems)
}

/** Someone who comes by a link and is let in: what it does, and what would prevent it (model I4, I5). */
export function onceCome(account: Account, link: LinkRow, now: Instant): Draft {
  const trial = new Draft(account, { kind: 'person', personId: link.makerId }, now)
  const [personId, offerId, loginId] = [1, 2, 3].map((at) => idFrom(link.id, at)) as [Id, Id, Id]
  trial.insert('person', { ...personBy(link, { personId, loginId }, now), state: 'active' })
  trial.set(personId, 'name', say('offers.someone-who-joins-by-it'))
  const offer = offerBy(link, personId, offerId, now)
  trial.insert('offer', offer)
  giveOffered(trial, offer, link.makerId)
  return trial
}

/** Why a link opens for nobody now; undefined if it does (model I4). */
export function whyLinkDead(account: Account, link: LinkRow, now: Instant): 'cut' | 'over' | 'used-up' | undefined {
  if (link.cut || account.get('person', link.makerId)?.state !== 'active') return 'cut'
  if (link.expiresAt <= now) return 'over'
  return link.uses >= link.maximumUses ? 'used-up' : undefined
}
