import { takenUp } from './once-in.ts'
import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import type { Account } from '../../account/account.ts'
import type { Id, OfferedSeat, OfferRow, PersonKind, PersonRow, Standing } from '../../account/rows.ts'
import { Email } from '../../checks/email.ts'
import { Line } from '../../checks/shape.ts'
import { stateAt } from '../../people/presence.ts'
import { seatTypeAt } from '../../products/catalogue.ts'
import { addDays, dateOf, untilDate } from '../../time/instants.ts'
import { Draft } from '../engine/draft.ts'
import { periodText, roleText } from '../access/grants.ts'
import { Choice, choicesAfter, FieldText, personalOf, setTexts } from '../people/fields.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { giveOffered, releaseOffered, reserveOffered, withdrawsOffer } from './offers.ts'
import { aSeat } from '../seats/seat-words.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { LeftOut, eachOf, RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { atRoot, type Need } from '../engine/needs.ts'
import { say } from '../../words/say.ts'

/** An invitation is one use and lasts 14 days unless said otherwise (model I3). */
export const INVITATION_DAYS = 14

export class InvitedGrant {
  @RowId() grantId!: MadeId
  @RowId() roleId!: Id
  @RowId() placeId!: Id
  @When() from?: string | null
  @When() until?: string | null
}

export class InvitedSeat {
  @RowId() holdingId!: MadeId
  @IsString() @MaxLength(60) product!: string
  @IsString() @MaxLength(60) seatType!: string
  /** Their own licence, which they bring. */
  @LeftOut() @IsBoolean() own?: boolean
}

/** A seat as an offer holds it. */
export function offeredSeat({ holdingId, product, seatType, own }: InvitedSeat): OfferedSeat {
  return { holdingId, product, seatType, ...(own ? { own: true as const } : {}) }
}

export class Invite {
  @Equals('invite') type!: 'invite'
  @RowId() personId!: MadeId
  @RowId() offerId!: MadeId
  @Line(120) name!: string
  /** Null for someone without a mailbox, who comes in by a printed slip (model P1). */
  @IsOptional()
  @Email()
  email?: string | null
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['administrator', 'member', 'guest']) standing!: Standing
  @IsOptional() @RowId() employerId?: Id | null
  @IsOptional() @RowId() managerId?: Id | null
  @When() engagementFrom?: string | null
  @When() engagementUntil?: string | null
  @IsArray() @ArrayMaxSize(200) @ValidateNested({ each: true }) @Type(() => InvitedGrant) grants!: InvitedGrant[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => InvitedSeat) seats!: InvitedSeat[]
  /** Groups they are put into by name. */
  @LeftOut() @IsArray() @ArrayMaxSize(50) @RowIds() groupIds?: Id[]
  /** A personal line in the message. */
  @IsOptional() @Line(400, 0) line?: string | null
  /** A telephone number, to which the link goes as well. */
  @IsOptional() @Line(40, 0) phone?: string | null
  /** Their own cost centre. */
  @IsOptional() @Line(60, 0) reference?: string | null
  /** Choices in the account's own fields, and texts in them. */
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => Choice) choices?: Choice[]
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => FieldText) texts?: FieldText[]
}

/**
 * Invites one address (model I3, I5): the record is made at once, what it gives stays in the offer and is decided
 * when it is taken up, as given by its sponsor then. It is refused now if it could not be taken up now.
 */
export const invite: ChangeKind<Invite> = {
  type: 'invite',
  confirm: 'confirm.invite',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: (draft, change) => [...invites(draft, change), ...setsFields(draft, change)],
  undo: { needs: withdrawsOffer },
  preview: {
    later: {
      kind: 'taken-up',
      take(account, { offerId }, now) {
        const offer = account.get('offer', offerId)
        return offer && takenUp(account, offer, now)
      },
    },
    lasting(change, { after, sight }) {
      if (!change.email) return []
      const name = sight.personName(invitedId(change, after))
      const sentence = say('offers.the-message-to-cannot-be-called-back-once', { name })
      return [{ code: 'mail', sentence }]
    },
  },
  shape: Invite,
  fill: (change, newId) => ({
    ...change,
    personId: newId(change.personId),
    offerId: newId(change.offerId),
    grants: eachOf(change.grants ?? [], (grant) => ({ ...grant, grantId: newId(grant?.grantId) })),
    seats: eachOf(change.seats ?? [], (seat) => ({ ...seat, holdingId: newId(seat?.holdingId) })),
  }),
  decide(draft, change) {
    const person = recordOf(draft, change)
    if (!person) return
    const offer = offerOf(draft, change, person)
    if (draft.problems.length > 0) return
    if (person.id !== change.personId) {
      settleSeats(draft, person.id)
      draft.update('person', person.id, person)
    } else draft.insert('person', person)
    draft.set(person.id, 'name', change.name.trim())
    if (change.email) draft.set(person.id, 'email', change.email.trim())
    draft.set(person.id, 'invitationLine', change.line?.trim() || null)
    if (change.phone) draft.set(person.id, 'phone', change.phone.trim())
    setTexts(draft, person.id, change.texts ?? [])
    draft.insert('offer', offer)
    tryUse(draft, offer)
    reserveOffered(draft, offer)
    if (!change.email) return
    draft.effects.push({
      kind: 'invitation-mail',
      offerId: offer.id,
      personId: person.id,
      resendNumber: 0,
      expiresAt: offer.expiresAt,
    })
  },
  sentence(change, sight, tense) {
    const gives = [
      ...change.grants.map((one) =>
        say('offers.at', { role: roleText(one.roleId, sight), place: sight.placeName(one.placeId) }),
      ),
      ...change.seats.map((seat) => aSeat(seat, sight)),
      ...(change.groupIds ?? []).map((id) =>
        say('offers.the-group', { group: sight.named.get('group', id)?.name ?? '' }),
      ),
    ]
    const what = gives.length > 0 ? say('offers.offering', { list: gives.join(say('offers.and')) }) : ''
    const until = periodText(change.engagementFrom, change.engagementUntil, sight)
    return say('offers.invited-as', {
      tense,
      person: sight.personName(invitedId(change, sight.named)),
      standing: change.standing,
      what,
      until,
    })
  },
  record: ({ name: _name, email: _email, line: _line, phone, texts, ...rest }) => ({
    ...rest,
    personal: ['name', 'email', 'invitationLine', ...personalOf({ texts, ...(phone ? { phone } : {}) })],
  }),
}

/** Whom an invitation made or, for an address that was here before, took up again. */
export function invitedId(change: Invite, account: Account): Id {
  return account.get('offer', change.offerId)?.personId ?? change.personId
}

/** Inviting needs `people: add` at each place where something is given, at the root for anything else (model D3). */
export function invites(
  draft: Draft,
  change: { kind: PersonKind; standing: Standing; grants: readonly { placeId: Id }[] },
): readonly Need[] {
  const placeIds = new Set(change.grants.map((grant) => grant.placeId))
  if (placeIds.size === 0) placeIds.add(draft.account.root.id)
  const needs: Need[] = [...placeIds].flatMap((placeId) => {
    const place = draft.seen('place', placeId, 'place')
    return place
      ? [{ area: 'people', level: 'add', placeId, to: say('offers.invite-people-to', { place: place.name }) }]
      : []
  })
  if (change.kind === 'staff') return [...needs, ...atRoot('people', 'add', 'offers.invite-staff')(draft)]
  if (change.standing !== 'administrator') return needs
  return [...needs, ...atRoot('people', 'add', 'offers.invite-an-administrator')(draft)]
}

/** A cost centre and the account's own fields are the office's to set, of newcomers as of anyone (model D3). */
function setsFields(draft: Draft, { reference, choices = [], texts = [] }: Invite): readonly Need[] {
  if (!reference && choices.length + texts.length === 0) return []
  return atRoot('people', 'change', 'offers.set-someones-cost-centre-and-fields')(draft)
}

/** The record to be invited: a new one, or the one the same address had before (model P3: `→ invited`). */
function recordOf(draft: Draft, change: Invite): PersonRow | undefined {
  const { from, until } = draft.period(change.engagementFrom, change.engagementUntil)
  checkEnd(draft, change, until)
  if (change.managerId && !draft.seen('person', change.managerId, 'manager')) return undefined
  if (change.employerId && !draft.account.get('employer', change.employerId)) {
    draft.refuse('not-found', say('offers.there-is-no-such-firm-here'), '/employerId')
  }
  const twins = change.email ? draft.account.peopleByEmail(change.email) : []
  const known = twins.find((id) => draft.sight.seesPerson(id))
  const earlier = draft.account.get('person', known)
  if (earlier && !mayInviteAgain(draft, earlier)) return undefined
  return {
    id: earlier?.id ?? change.personId,
    kind: change.kind,
    standing: change.standing,
    state: 'invited',
    managerId: change.managerId ?? earlier?.managerId ?? null,
    employerId: change.employerId ?? earlier?.employerId ?? null,
    signatory: false,
    engagementFrom: from,
    engagementUntil: until,
    awayFrom: null,
    awayUntil: null,
    loginId: earlier?.loginId ?? null,
    recorded: false,
    joinedInto: null,
    apartFrom: [],
    reference: change.reference?.trim() || (earlier?.reference ?? null),
    choices: choicesAfter(draft, earlier?.choices ?? {}, change.choices ?? []),
  }
}

function mayInviteAgain(draft: Draft, earlier: PersonRow): boolean {
  const state = stateAt(draft.account, earlier, draft.now)
  if (['left', 'declined', 'refused', 'withdrawn', 'expired'].includes(state)) {
    for (const offer of draft.account.by('offer', 'person', earlier.id)) {
      if (offer.state !== 'live') continue
      draft.update('offer', offer.id, { state: 'withdrawn' })
      releaseOffered(draft, offer)
    }
    return true
  }
  const name = draft.account.nameOf(earlier.id)
  const how =
    state === 'invited' ? say('offers.is-already-invited-withdraw-that-invitation') : say('offers.is-already-here')
  draft.refuse('here-already', say('offers.has-this-email-address-and', { name, how }), '/email')
  return false
}

function offerOf(draft: Draft, change: Invite, person: PersonRow): OfferRow {
  const until = untilDate(addDays(dateOf(draft.now, draft.account.zone), INVITATION_DAYS), draft.account.zone)
  const grants = change.grants.map(({ grantId, roleId, placeId, from, until: end }, at) => {
    if (!draft.account.get('role', roleId))
      draft.refuse('not-found', say('offers.there-is-no-such-role-here'), `/grants/${at}`)
    const period = draft.period(from, end)
    return { grantId, roleId, placeId, from: from ? period.from : null, until: period.until }
  })
  const seats = change.seats.map((seat, at) => {
    const { product, seatType } = seat
    if (!seatTypeAt(draft.account, product, seatType, draft.now)) {
      draft.refuse('no-such-seat', say('offers.there-is-no-seat-type', { product, seatType }), `/seats/${at}`)
    }
    return offeredSeat(seat)
  })
  return {
    id: change.offerId,
    personId: person.id,
    sponsorId: draft.actorId ?? person.id,
    state: 'live',
    sentAt: draft.now,
    expiresAt: until,
    resendNumber: 0,
    revision: 0,
    bounced: false,
    grants,
    seats,
    groupIds: [...new Set(change.groupIds ?? [])],
  }
}

/** Uses the offer on paper, so that what could not be given is refused when sending and not at the door. */
export function tryUse(draft: Draft, offer: OfferRow): void {
  if (draft.actor.kind !== 'person') return
  const trial = new Draft(draft.account, draft.actor, draft.now)
  trial.update('person', offer.personId, { state: 'active' })
  giveOffered(trial, offer, offer.sponsorId)
  draft.problems.push(...trial.problems)
}
