import { editOf, inverseOf } from '../../account/edits.ts'
import { withoutGuests } from '../offers/offers.ts'
import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, OfferRow, PersonKind, PersonRow, RowEdit } from '../../account/rows.ts'
import { judge } from '../../access/entitlement.ts'
import { Sight } from '../../access/sight.ts'
import { Email } from '../../checks/email.ts'
import { Line } from '../../checks/shape.ts'
import { isPresent } from '../../people/presence.ts'
import { addDays, dateOf, untilDate } from '../../time/instants.ts'
import { periodText, roleText } from '../access/grants.ts'
import { INVITATION_DAYS, InvitedGrant, InvitedSeat, invites, offeredSeat } from '../offers/invite.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { giveOffered, withdrawsOffer } from '../offers/offers.ts'
import { aSeat } from '../seats/seat-words.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { checkEnd } from '../settings/settings.ts'
import { LeftOut, eachOf, RowId, RowIds, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { atRoot } from '../engine/needs.ts'
import { ENDS_ACCESS } from '../leaving/leave.ts'
import { say } from '../../words/say.ts'

export class RecordPerson {
  @Equals('record-person') type!: 'record-person'
  @RowId() personId!: MadeId
  @Line(120) name!: string
  @IsOptional() @Email() email?: string | null
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  /** Without a login nobody is owner or administrator (model P12). */
  @IsIn(['member', 'guest']) standing!: 'member' | 'guest'
  @IsOptional() @RowId() employerId?: Id | null
  @IsOptional() @RowId() managerId?: Id | null
  @When() engagementFrom?: string | null
  @When() engagementUntil?: string | null
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => InvitedGrant)
  grants?: InvitedGrant[]
  @LeftOut()
  @IsArray()
  @ArrayMaxSize(20)
  @ValidateNested({ each: true })
  @Type(() => InvitedSeat)
  seats?: InvitedSeat[]
  @LeftOut() @IsArray() @ArrayMaxSize(50) @RowIds() groupIds?: Id[]
}

/**
 * Records someone who is here already, without a login: active at once, with what they have (model P12). It is judged
 * as giving, and needs what inviting needs; they can be invited to sign in later, or never.
 */
export const recordPerson: ChangeKind<RecordPerson> = {
  type: 'record-person',
  confirm: 'confirm.record-person',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: (draft, { kind, standing, grants = [] }) => invites(draft, { kind, standing, grants }),
  undo: { needs: ENDS_ACCESS },
  preview: 'plain',
  shape: RecordPerson,
  fill: (change, newId) => ({
    ...change,
    personId: newId(change.personId),
    grants: eachOf(change.grants ?? [], (grant) => ({ ...grant, grantId: newId(grant?.grantId) })),
    seats: eachOf(change.seats ?? [], (seat) => ({ ...seat, holdingId: newId(seat?.holdingId) })),
  }),
  decide(draft, change) {
    const person = recordOf(draft, change)
    if (draft.problems.length > 0) return
    draft.insert('person', person)
    draft.set(person.id, 'name', change.name.trim())
    if (change.email) draft.set(person.id, 'email', change.email.trim())
    const given = givenTo(draft, change)
    if (draft.problems.length === 0 && draft.actorId) giveOffered(draft, given, draft.actorId)
    settleSeats(draft, person.id)
  },
  sentence(change, sight, tense) {
    const has = [
      ...(change.grants ?? []).map((one) =>
        say('people.at', { role: roleText(one.roleId, sight), place: sight.placeName(one.placeId) }),
      ),
      ...(change.seats ?? []).map((seat) => aSeat(seat, sight)),
    ]
    const what = has.length > 0 ? say('people.with', { list: has.join(say('people.and')) }) : ''
    const until = periodText(change.engagementFrom, change.engagementUntil, sight)
    return say('people.recorded-without-a-login', { tense, person: sight.personName(change.personId), what, until })
  },
  record: ({ name: _name, email, ...rest }) => ({ ...rest, personal: ['name', ...(email ? ['email'] : [])] }),
}

function recordOf(draft: Draft, change: RecordPerson): PersonRow {
  const { from, until } = draft.period(change.engagementFrom, change.engagementUntil)
  checkEnd(draft, change, until)
  if (change.managerId) draft.seen('person', change.managerId, 'manager')
  if (change.employerId && !draft.account.get('employer', change.employerId)) {
    draft.refuse('not-found', say('people.there-is-no-such-firm-here'), '/employerId')
  }
  const known = change.email
    ? draft.account.peopleByEmail(change.email).find((id) => draft.sight.seesPerson(id))
    : undefined
  if (known) {
    const name = draft.account.nameOf(known)
    draft.refuse('here-already', say('people.has-this-email-address-use-that-record', { name }), '/email')
  }
  return {
    ...{ id: change.personId, kind: change.kind, standing: change.standing, state: 'active', signatory: false },
    ...{ managerId: change.managerId ?? null, employerId: change.employerId ?? null },
    ...{ engagementFrom: from, engagementUntil: until, awayFrom: null, awayUntil: null },
    ...{ loginId: null, recorded: true, joinedInto: null, apartFrom: [], reference: null, choices: {} },
  }
}

/** What they have, as an offer that is taken up as it is made. */
function givenTo(draft: Draft, change: RecordPerson): OfferRow {
  const grants = (change.grants ?? []).map(({ grantId, roleId, placeId, from, until }) => {
    const period = draft.period(from, until)
    return { grantId, roleId, placeId, from: from ? period.from : null, until: period.until }
  })
  return {
    ...{ id: change.personId, personId: change.personId, sponsorId: draft.actorId ?? change.personId, state: 'live' },
    ...{ sentAt: draft.now, expiresAt: draft.now, resendNumber: 0, revision: 0, bounced: false, grants },
    seats: (change.seats ?? []).map(offeredSeat),
    groupIds: [...new Set(change.groupIds ?? [])],
  }
}

export class CorrectName {
  @Equals('correct-name') type!: 'correct-name'
  @RowId() personId!: Id
  @Line(120) name!: string
}

/**
 * Corrects a name: one's own, by those who change people, or by the one who invited until that is accepted (model P13).
 * The old one is kept nowhere.
 */
export const correctName: ChangeKind<CorrectName> = {
  type: 'correct-name',
  confirm: 'confirm.correct-name',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs(draft, { personId }) {
    const person = draft.seen('person', personId, 'person')
    const isSponsor = draft.account
      .by('offer', 'person', personId)
      .some((one) => one.state === 'live' && one.sponsorId === draft.actorId)
    const isTheirs = personId === draft.actorId || (isSponsor && person?.state === 'invited')
    return isTheirs ? [] : atRoot('people', 'change', 'people.correct-names')(draft)
  },
  undo: { never: 'people.the-earlier-name-is-not-kept-correct-it' },
  preview: 'plain',
  shape: CorrectName,
  fill: (change) => change,
  decide(draft, { personId, name }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    if (person.state === 'erased') return draft.refuse('erased', say('people.they-are-erased-there-is-no-name-any'))
    draft.set(personId, 'name', name.trim())
    // The row is named, so that other processes read the name anew (model C6).
    draft.update('person', personId, {})
  },
  sentence: ({ personId }, sight, tense) =>
    say('people.corrected-the-name-of', { tense, person: sight.personName(personId) }),
  record: ({ name: _name, ...rest }) => ({ ...rest, personal: ['name'] }),
}

export class InviteToSignIn {
  @Equals('invite-to-sign-in') type!: 'invite-to-sign-in'
  @RowId() personId!: Id
  @RowId() offerId!: MadeId
  /** Left out: the one they have. */
  @IsOptional() @Email() email?: string | null
}

/**
 * Invites someone who is on record to sign in (model P12). The one who says where the link goes hands over all they have,
 * so it is judged as giving all of it, when it is sent and when it is used; their state stays as it is.
 */
export const inviteToSignIn: ChangeKind<InviteToSignIn> = {
  type: 'invite-to-sign-in',
  confirm: 'confirm.invite-to-sign-in',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: atRoot('people', 'add', 'people.invite-people-to-sign-in'),
  undo: { needs: withdrawsOffer },
  preview: 'plain',
  shape: InviteToSignIn,
  fill: (change, newId) => ({ ...change, offerId: newId(change.offerId) }),
  decide(draft, { personId, offerId, email }) {
    const person = draft.seen('person', personId, 'person')
    if (!person) return
    const name = draft.account.nameOf(personId)
    if (!person.recorded || (person.state !== 'active' && person.state !== 'away')) {
      return draft.refuse('not-on-record', say('people.is-not-on-record-without-a-login-invite', { name }))
    }
    const address = email?.trim() || draft.account.personal(personId, 'email')
    if (!address) return draft.refuse('no-email', say('people.enter-s-email-address-first', { name }), '/email')
    const twin = draft.account.peopleByEmail(address).find((id) => id !== personId && draft.sight.seesPerson(id))
    if (twin) {
      const sentence = say('people.already-has-this-email-address-look-there', { name: draft.account.nameOf(twin) })
      return draft.refuse('here-already', sentence, '/email')
    }
    if (
      draft.account.by('offer', 'person', personId).some((one) => one.state === 'live' && one.expiresAt > draft.now)
    ) {
      return draft.refuse('invited-already', say('people.is-already-invited-to-sign-in-send-that', { name }))
    }
    judgeAllOf(draft, person, draft.actorPerson)
    if (draft.problems.length > 0) return
    draft.set(personId, 'email', address)
    // The row is named, so that other processes read the address anew (model C6).
    draft.update('person', personId, {})
    const days = addDays(dateOf(draft.now, draft.account.zone), INVITATION_DAYS)
    const expiresAt = untilDate(days, draft.account.zone)
    draft.insert('offer', {
      ...{ id: offerId, personId, sponsorId: draft.actorId ?? personId, state: 'live', sentAt: draft.now, expiresAt },
      ...{ resendNumber: 0, revision: 0, bounced: false, grants: [], seats: [], groupIds: [] },
    })
    draft.effects.push({ kind: 'invitation-mail', offerId, personId, resendNumber: 0, expiresAt })
  },
  sentence: ({ personId }, sight, tense) =>
    say('people.invited-to-sign-in', { tense, person: sight.personName(personId) }),
  record: ({ email, ...rest }) => ({ ...rest, ...(email ? { personal: ['email'] } : {}) }),
}

/** Someone's access as a whole, as if it were given now by someone (model D1, P12). */
export function judgeAllOf(draft: Draft, person: PersonRow, giver: PersonRow | undefined): void {
  if (!giver) return
  const { account, now } = draft
  const bare: PersonRow = { ...person, standing: 'guest', state: 'invited' }
  const given: RowEdit[] = [
    editOf('person', person.id, bare, person),
    ...account.by('grant', 'person', person.id).map((row) => editOf('grant', row.id, null, row)),
    ...account.by('membership', 'person', person.id).map((row) => editOf('membership', row.id, null, row)),
  ]
  const before = account.with([...given.map(inverseOf), ...withoutGuests(account)])
  draft.judged(judge(before, account, given, giver, new Sight(before, giver.id, now), now))
}

/** Takes an invitation to sign in up: the login is theirs from now on (model P12). */
export function takeUpRecorded(draft: Draft, offer: OfferRow, person: PersonRow, loginId: Id, proven: boolean): void {
  if (!proven) {
    return draft.refuse('other-mailbox', say('people.open-this-invitation-with-the-email-address'))
  }
  if (draft.account.by('person', 'login', loginId).some((one) => one.id !== person.id && one.state !== 'erased')) {
    return draft.refuse('two-records', say('people.you-are-in-this-account-already-under-another'))
  }
  const sponsor = draft.account.get('person', offer.sponsorId)
  if (!sponsor || !isPresent(sponsor, draft.now)) {
    return draft.refuse('offer-dead', say('people.the-person-who-sent-this-invitation-can-no'))
  }
  judgeAllOf(draft, person, sponsor)
  if (draft.problems.length > 0) return
  draft.update('offer', offer.id, { state: 'taken' })
  draft.update('person', person.id, { loginId, recorded: false })
}
