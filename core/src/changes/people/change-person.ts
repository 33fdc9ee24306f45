import { atRoot } from '../engine/needs.ts'
import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, ValidateNested } from 'class-validator'
import { LeftOut, RowId } from '../engine/shapes.ts'
import type { Id, PersonKind, PersonRow, Standing } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import { Line } from '../../checks/shape.ts'
import { Type } from 'class-transformer'
import { Choice, choicesAfter, FieldText, personalOf, setTexts } from './fields.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { settleSeats } from '../rules/seat-rules.ts'
import { say } from '../../words/say.ts'
import { dayText } from '../access/grants.ts'
import type { Sight } from '../../access/sight.ts'
import type { Draft } from '../engine/draft.ts'
import { maySteer } from '../offers/offers.ts'
import { openDeparture } from '../../departures/plan.ts'
import { checkEnd } from '../settings/change-settings.ts'
import { reportsOf } from '../../people/presence.ts'
import { fieldsRead, valueIn } from '../../people/groups.ts'
import { must } from '../../checks/must.ts'

/** What is left out stays; `null` empties what can be empty. */
const CHANGES_DETAILS = atRoot('people', 'change', 'people.change-peoples-details')

export class ChangePerson {
  @Equals('change-person') type!: 'change-person'
  @RowId() personId!: Id
  @LeftOut() @IsIn(['staff', 'contractor', 'client']) kind?: PersonKind
  @LeftOut() @IsIn(['owner', 'administrator', 'member', 'guest']) standing?: Standing
  @IsOptional() @RowId() managerId?: Id | null
  @IsOptional() @RowId() employerId?: Id | null
  @When() engagementUntil?: string | null
  /** Their own cost centre. */
  @IsOptional() @Line(60, 0) reference?: string | null
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => Choice) choices?: Choice[]
  /** A telephone number, for anyone who has to recognise them. */
  @IsOptional() @Line(40, 0) phone?: string | null
  @LeftOut() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => FieldText) texts?: FieldText[]
}

/**
 * Changes a person's record: kind, standing, manager, employer, end of engagement, choices (model P2, D3). What a rule
 * reads moves people between groups, and is judged by what that does (D1).
 */
export const changePerson: ChangeKind<ChangePerson> = {
  type: 'change-person',
  confirm: 'confirm.change-person',
  category: 'people',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person || onlyLowersOwn(draft, change, person)) return []
    return CHANGES_DETAILS(draft)
  },
  // Anyone may lower themselves, and nobody raise themselves again.
  undo: { needs: CHANGES_DETAILS },
  preview: 'plain',
  shape: ChangePerson,
  fill: (change) => change,
  decide(draft, change) {
    const person = draft.seen('person', change.personId, 'person')
    if (!person) return
    const after = recordAfter(draft, change, person)
    if (!after || draft.problems.length > 0) return
    checkOwnFields(draft, person, after)
    checkStanding(draft, person, after)
    if (draft.problems.length > 0) return
    const ended = person.engagementUntil !== null && person.engagementUntil <= draft.now
    if (ended && after.engagementUntil !== person.engagementUntil) settleSeats(draft, person.id)
    if (change.phone !== undefined && !maySteerTo(draft, person)) return
    if (change.phone !== undefined) draft.set(person.id, 'phone', change.phone?.trim() || null)
    setTexts(draft, person.id, change.texts ?? [])
    draft.update('person', person.id, after)
  },
  sentence(change, sight, tense) {
    const what = [
      change.kind && say('people.kind-to', { kind: change.kind }),
      change.standing && say('people.membership-to', { standing: change.standing }),
      change.managerId !== undefined &&
        say('people.manager-to', {
          person: change.managerId ? sight.personName(change.managerId) : say('people.nobody'),
        }),
      change.employerId !== undefined && say('people.firm-to', { firm: firmText(change.employerId, sight) }),
      change.engagementUntil !== undefined &&
        say('people.last-day-to', {
          day: change.engagementUntil ? dayText(change.engagementUntil, sight) : say('people.none'),
        }),
      change.reference !== undefined && say('people.cost-centre'),
      (change.choices ?? change.texts) && say('people.fields'),
      change.phone !== undefined && say('people.phone-number'),
    ].filter(Boolean)
    return say('people.changed-s', {
      tense,
      person: sight.personName(change.personId),
      list: what.join(', ') || say('people.details'),
    })
  },
  record(change) {
    const { texts: _texts, phone: _phone, ...rest } = change
    const personal = personalOf(change)
    return personal.length > 0 ? { ...rest, personal } : rest
  },
}

function firmText(employerId: Id | null, sight: Sight): string {
  return employerId === null
    ? say('people.none')
    : (sight.named.get('employer', employerId)?.name ?? say('people.a-firm'))
}

/** Where an invitation is open, the link goes to the telephone as well, so the actor who sets it steers the offer (model I10). */
function maySteerTo(draft: Draft, person: PersonRow): boolean {
  if (person.state !== 'invited') return true
  const open = draft.account.by('offer', 'person', person.id).filter((offer) => offer.state === 'live')
  return open.every((offer) => maySteer(draft, offer))
}

/** Fields need `people: change` at the root; lowering one's own standing needs nothing (model D3, P6). */
function onlyLowersOwn(draft: Draft, change: ChangePerson, person: PersonRow): boolean {
  const { type: _type, personId: _id, standing, ...rest } = change
  return (
    person.id === draft.actorId &&
    Object.values(rest).every((value) => value === undefined) &&
    standing !== undefined &&
    ORDER.indexOf(standing) > ORDER.indexOf(person.standing)
  )
}

const ORDER: readonly Standing[] = ['owner', 'administrator', 'member', 'guest']

function recordAfter(draft: Draft, change: ChangePerson, person: PersonRow): PersonRow | undefined {
  const after = { ...person }
  if (change.kind) after.kind = change.kind
  if (change.standing) after.standing = change.standing
  if (change.managerId !== undefined && checkManager(draft, person, change.managerId))
    after.managerId = change.managerId
  if (change.employerId !== undefined) {
    if (change.employerId && !draft.account.get('employer', change.employerId)) {
      draft.refuse('not-found', say('people.there-is-no-such-firm-here'), '/employerId')
    }
    after.employerId = change.employerId
  }
  if (change.engagementUntil !== undefined) {
    after.engagementUntil = draft.endFrom(change.engagementUntil, person.engagementFrom, '/engagementUntil')
    const leaves = openDeparture(draft.account, person.id)
    if (leaves && (after.engagementUntil ?? Infinity) > leaves.at) {
      draft.refuse('leaves-first', say('people.their-departure-is-planned-before-that-change'), '/engagementUntil')
    }
  }
  const before = person.kind === after.kind && change.engagementUntil === undefined
  if (!before) checkEnd(draft, after, after.engagementUntil)
  if (change.reference !== undefined) after.reference = change.reference?.trim() || null
  if (change.choices) after.choices = choicesAfter(draft, person.choices, change.choices)
  return after
}

/** Who can be reported to: anyone who is in, or is about to come in. */
const MANAGES: ReadonlySet<PersonRow['state']> = new Set(['active', 'away', 'invited', 'waiting'])

function checkManager(draft: Draft, person: PersonRow, managerId: Id | null): boolean {
  if (managerId === null) return true
  const manager = draft.seen('person', managerId, 'manager')
  if (!manager) return false
  if (!MANAGES.has(manager.state)) {
    draft.refuse(
      'not-in',
      say('people.is-not-active-choose-another-manager', { name: draft.account.nameOf(managerId) }),
      '/managerId',
    )
    return false
  }
  if (managerId !== person.id && !reportsOf(draft.account, person.id).some((one) => one.id === managerId)) return true
  const name = draft.account.nameOf(managerId)
  const why =
    managerId === person.id
      ? say('people.people-cannot-report-to-themselves')
      : say('people.reports-to-them-directly-or-through-others', { name })
  draft.refuse('manager-circle', say('people.choose-another-manager', { why }), '/managerId')
  return false
}

/** A field that a rule reads is never set by the person it is about (model P8). */
function checkOwnFields(draft: Draft, person: PersonRow, after: PersonRow): void {
  if (person.id !== draft.actorId) return
  if (after.engagementUntil !== person.engagementUntil && person.standing !== 'owner') {
    draft.refuse('own-record', say('people.you-cannot-change-your-own-last-day-ask'))
  }
  for (const [field, [group]] of fieldsRead(draft.account)) {
    const lowersStanding = field === 'standing' && ORDER.indexOf(after.standing) > ORDER.indexOf(person.standing)
    if (valueIn(person, field) === valueIn(after, field) || lowersStanding) continue
    const name = draft.account.get('field', field)?.name ?? field
    draft.refuse(
      'own-field',
      say('people.the-group-uses-your-in-its-rule-so', { group: must(group, 'group').name, name }),
    )
  }
}

/** Owners alone make, unmake and change owners; standing never exceeds the actor's own; the signatory is an owner (P5, P6, D1). */
function checkStanding(draft: Draft, person: PersonRow, after: PersonRow): void {
  if (draft.actor.kind !== 'person') return
  const own = draft.actorPerson?.standing ?? 'guest'
  const touchesOwner = person.standing === 'owner' || after.standing === 'owner'
  if (touchesOwner && own !== 'owner')
    return draft.refuse('owners-only', say('people.only-an-owner-can-make-someone-an-owner'))
  if (after.standing === person.standing) return
  if (person.signatory) {
    return draft.refuse(
      'signatory',
      say('people.is-the-signatory-name-another-owner-as', { name: draft.account.nameOf(person.id) }),
    )
  }
  const highest = (standing: Standing) => (standing === 'guest' ? 'member' : standing)
  if (ORDER.indexOf(highest(after.standing)) < ORDER.indexOf(highest(own))) {
    draft.refuse(
      'beyond-own',
      say('people.you-are-yourself-and-cannot-make-anyone', { own, standing: after.standing }),
      '/standing',
    )
  }
}
