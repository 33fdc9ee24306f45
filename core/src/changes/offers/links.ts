import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  Matches,
  Max,
  Min,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Account } from '../../account/account.ts'
import type { Id, LinkRow, OfferRow, PersonKind, PersonRow } from '../../account/rows.ts'
import { Email, MailDomain } from '../../checks/email.ts'
import { Line } from '../../checks/shape.ts'
import { addDays, dateOf, isDate, untilDate, type Instant } from '../../time/instants.ts'
import { invites } from './invite.ts'
import { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { dayText } from '../access/grants.ts'
import { giveOffered, tellSponsor } from './offers.ts'
import { PacketGrant, PacketSeat } from '../people/packets.ts'
import { checkEnd } from '../settings/settings.ts'
import { LeftOut, idFrom, RowId, RowIds, When, type MadeId } from '../engine/shapes.ts'
import { atRoot, type Need } from '../engine/needs.ts'
import type { PlainMessageId } from '../../words/catalogue.ts'
import { say } from '../../words/say.ts'

/** A link opens for so many days at most. */
export const MAXIMUM_LINK_DAYS = 92

export class MakeLink {
  @Equals('make-link') type!: 'make-link'
  @RowId() linkId!: MadeId
  @Line(60) name!: string
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['member', 'guest']) standing!: LinkRow['standing']
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => PacketGrant) grants!: PacketGrant[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PacketSeat) seats!: PacketSeat[]
  @IsArray() @ArrayMaxSize(50) @RowIds() groupIds!: Id[]
  @When() engagementUntil?: string | null
  /** The firm they work for. */
  @IsOptional() @RowId() employerId?: Id | null
  @IsOptional() @MailDomain() domain?: string | null
  @IsInt() @Min(1) @Max(1_000) maximumUses!: number
  /** The last day on which the link opens. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/, { message: () => say('offers.until-must-be-a-date-such-as-2026') }) until!: string
  /** Left out: those who come wait for admission. */
  @LeftOut() @IsBoolean() waits?: boolean
}

/** Makes a link by which people come (model I4); refused now if nobody could come by it now. */
export const makeLink: ChangeKind<MakeLink> = {
  type: 'make-link',
  confirm: 'confirm.make-link',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { waits = true, ...change }) {
    const admits = waits ? [] : atRoot('people', 'change', 'offers.let-people-in-without-admitting-them')(draft)
    return [...invites(draft, change), ...admits]
  },
  undo: { never: 'offers.cut-the-link-instead' },
  preview: {
    later: {
      kind: 'taken-up',
      take(account, { linkId }, now) {
        const link = account.get('link', linkId)
        return link && onceCome(account, link, now)
      },
    },
  },
  shape: MakeLink,
  fill: (change, newId) => ({ ...change, linkId: newId(change.linkId) }),
  decide(draft, change) {
    if (!draft.actorId) return
    const { zone } = draft.account
    const today = dateOf(draft.now, zone)
    if (!isDate(change.until))
      return draft.refuse('bad-date', say('offers.there-is-no-such-day-as', { until: change.until }), '/until')
    if (change.until < today) return draft.refuse('past', say('offers.the-last-day-must-not-have-passed'), '/until')
    if (change.until > addDays(today, MAXIMUM_LINK_DAYS)) {
      return draft.refuse(
        'too-long',
        say('offers.a-link-works-for-days-at-most', { maximumLinkDays: MAXIMUM_LINK_DAYS }),
        '/until',
      )
    }
    const waits = change.waits ?? true
    const { until: engagementUntil } = draft.period(null, change.engagementUntil)
    checkEnd(draft, change, engagementUntil)
    if (change.employerId && !draft.account.get('employer', change.employerId)) {
      draft.refuse('not-found', say('offers.there-is-no-such-firm-here'), '/employerId')
    }
    const { linkId: id, name, kind, standing, grants, seats, groupIds, maximumUses } = change
    const link: LinkRow = {
      ...{ id, name: name.trim(), makerId: draft.actorId, kind, standing, engagementUntil, maximumUses, waits },
      grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
      seats: seats.map(({ product, seatType }) => ({ product, seatType })),
      groupIds: [...new Set(groupIds)],
      domain: change.domain || null,
      employerId: change.employerId ?? null,
      uses: 0,
      madeAt: draft.now,
      expiresAt: untilDate(change.until, zone),
      cut: false,
    }
    if (draft.problems.length > 0) return
    draft.insert('link', link)
    tryLink(draft, link)
  },
  sentence: (change, sight, tense) =>
    say('offers.made-the-link-for-one-person-open-until', {
      tense,
      name: change.name,
      maximumUses: change.maximumUses,
      day: dayText(change.until, sight),
    }),
  record: (change) => change,
}

const noLink = () => say('offers.there-is-no-such-link-it-may-have')

/** The person who made a link steers it, and anyone who changes people (model D3). */
export function steersLink(to: PlainMessageId) {
  return (draft: Draft, { linkId }: { linkId: Id }): readonly Need[] => {
    const link = draft.account.get('link', linkId)
    if (link?.makerId === draft.actorId) return []
    if (link && draft.sight.can('people', 'see')) return atRoot('people', 'change', to)(draft)
    draft.refuse('not-found', noLink())
    return []
  }
}

/** A link that opens still; refused where it was cut or is not there. */
export function openLink(draft: Draft, linkId: Id): LinkRow | undefined {
  const link = draft.account.get('link', linkId)
  if (link && !link.cut) return link
  draft.refuse('not-found', noLink())
  return undefined
}

export class CutLink {
  @Equals('cut-link') type!: 'cut-link'
  @RowId() linkId!: Id
}

/** Cuts a link: it opens for nobody from then on. */
export const cutLink: ChangeKind<CutLink> = {
  type: 'cut-link',
  confirm: 'confirm.cut-link',
  category: 'people',
  effect: 'ends',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: steersLink('offers.cut-a-link-that-someone-else-made'),
  undo: { never: 'offers.a-link-that-was-cut-stays-dead-make' },
  preview: 'plain',
  shape: CutLink,
  fill: (change) => change,
  decide(draft, { linkId }) {
    const link = openLink(draft, linkId)
    if (link) draft.update('link', link.id, { cut: true })
  },
  sentence: (change, sight, tense) =>
    say('offers.cut-the-link', { tense, link: sight.named.get('link', change.linkId)?.name ?? '' }),
  record: (change) => change,
}

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

/** Why a link opens for nobody now; undefined if it does (model I4). */
export function whyLinkDead(account: Account, link: LinkRow, now: Instant): 'cut' | 'over' | 'used-up' | undefined {
  if (link.cut || account.get('person', link.makerId)?.state !== 'active') return 'cut'
  if (link.expiresAt <= now) return 'over'
  return link.uses >= link.maximumUses ? 'used-up' : undefined
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
function tryLink(draft: Draft, link: LinkRow): void {
  if (draft.actor.kind === 'person') draft.problems.push(...onceCome(draft.account, link, draft.now).problems)
}

/** Someone who comes by a link and is let in: what it comes to, and what would stand in the way (model I4, I5). */
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
