import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, ValidateNested } from 'class-validator'
import { eachOf, LeftOut, type MadeId, RowId, RowIds } from '../engine/shapes.ts'
import { Line } from '../../checks/shape.ts'
import { Email } from '../../checks/email.ts'
import type { Id, OfferRow, PersonKind, PersonRow, RowEdit } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import { Type } from 'class-transformer'
import { InvitedGrant, InvitedSeat, invites, offeredSeat } from '../offers/invite.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { ENDS_ACCESS } from '../leaving/leave.ts'
import { giveOffered, withoutGuests } from '../offers/offers.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { say } from '../../words/say.ts'
import { periodText, roleText } from '../access/grants.ts'
import { aSeat } from '../seats/seat-words.ts'
import type { Draft } from '../engine/draft.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { editOf, inverseOf } from '../../account/edits.ts'
import { judge } from '../../access/entitlement.ts'
import { Sight } from '../../access/sight.ts'
import { isPresent } from '../../people/presence.ts'

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
