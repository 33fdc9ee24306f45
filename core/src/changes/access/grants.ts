import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, IsString, IsUUID } from 'class-validator'
import type { GrantRow, Id, PlaceRow, RoleRow, SubjectKind } from '../../account/rows.ts'
import { makesClients } from '../../access/own-clients.ts'
import type { Sight } from '../../access/sight.ts'
import { dateInWords, dateOf, isDate } from '../../time/instants.ts'
import { judgeNaming } from './approver-choices.ts'
import type { Draft } from '../engine/draft.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { RowId, type MadeId } from '../engine/shapes.ts'
import { When } from '../../checks/dates.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

export class Give {
  @Equals('give') type!: 'give'
  @RowId() grantId!: MadeId
  @IsIn(['person', 'group', 'standing']) subjectKind!: SubjectKind
  @IsString() subjectId!: string
  @RowId() roleId!: Id
  @RowId() placeId!: Id
  @When() from?: string | null
  @When() until?: string | null
  /** Who approves what the role makes need approval; left out: as the role says (model R4). */
  @IsOptional() @IsArray() @ArrayMaxSize(20) @IsUUID(undefined, { each: true }) approverIds?: string[] | null
  /** The role its holder gets at each client they make (model T8). */
  @IsOptional() @RowId() madeRoleId?: Id | null
}

/** Gives a person, a group or a standing a role at a place for a period (model G1). Judged by D1. */
export const give: ChangeKind<Give> = {
  type: 'give',
  confirm: 'confirm.give',
  category: 'access',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'from',
  needs: atPlace('access', 'change', (name) => say('access.give-access-at', { name })),
  undo: 'by-its-right',
  preview: 'plain',
  shape: Give,
  fill: (change, newId) => ({ ...change, grantId: newId(change.grantId) }),
  decide(draft, change) {
    const place = draft.seen('place', change.placeId, 'place')
    const role = draft.seen('role', change.roleId, 'role')
    if (!place || !role || !checkSubject(draft, change)) return
    for (const id of change.approverIds ?? []) draft.seen('person', id, 'person')
    const { from, until } = draft.period(change.from, change.until)
    const { grantId, subjectKind, subjectId } = change
    const approvers = change.approverIds?.length ? { kind: 'named' as const, personIds: change.approverIds } : null
    judgeNaming(draft, approvers, [role.id], place.id)
    const madeRoleId = madeRoleIn(draft, role, change.madeRoleId)
    insertGrant(draft, { id: grantId, subjectKind, subjectId, from, until, approvers, madeRoleId }, role, place)
  },
  sentence: (change, sight, tense) =>
    say('access.gave-at-with-at-each-client-they-make', {
      tense,
      subject: subjectText(change, sight),
      role: roleText(change.roleId, sight),
      place: sight.placeName(change.placeId),
      hasMadeRoleId: Boolean(change.madeRoleId),
      role2: change.madeRoleId ? roleText(change.madeRoleId, sight) : '',
      period: periodText(change.from, change.until, sight),
    }),
  record: (change) => change,
}

/** The role that is got at clients made, where the role given lets its holder make some (model T8). */
function madeRoleIn(draft: Draft, role: RoleRow, madeRoleId: Id | null | undefined): Id | null {
  if (!madeRoleId) return null
  const made = draft.seen('role', madeRoleId, 'role')
  if (made && !makesClients(draft.account, role, draft.now)) {
    draft.refuse(
      'makes-no-clients',
      say('access.does-not-let-its-holder-make-clients', { role: role.name }),
      '/madeRoleId',
    )
  }
  if (made?.wallPassing)
    draft.refuse('wall-passing', say('access.passes-walls-and-is-given-by-name', { made: made.name }), '/madeRoleId')
  return made?.id ?? null
}

type Given = Pick<GrantRow, 'id' | 'subjectKind' | 'subjectId' | 'from' | 'until' | 'approvers' | 'madeRoleId'>

/** Makes a grant, if its role may be given so and is not given there already for that time. */
export function insertGrant(draft: Draft, given: Given, role: RoleRow, place: PlaceRow): void {
  if (!mayBeGiven(draft, role, given.subjectKind) || isGivenAlready(draft, given, role, place)) return
  draft.insert('grant', { ...given, roleId: role.id, placeId: place.id, givenById: draft.actorId, offerId: null })
}

/** Whether another key says the same for that time; then it is refused. */
export function isGivenAlready(
  draft: Draft,
  { id, subjectKind, subjectId, from }: Omit<Given, 'until' | 'approvers' | 'madeRoleId'>,
  role: RoleRow,
  place: PlaceRow,
): boolean {
  const twin = draft.account
    .by('grant', 'subject', `${subjectKind} ${subjectId}`)
    .filter((grant) => grant.id !== id && grant.roleId === role.id && grant.placeId === place.id)
    .find(({ until }) => isOpen(until, from))
  if (twin) {
    const names = { role: role.name, place: place.name }
    draft.refuse('given-already', say('access.at-is-already-given-for-that-time', names))
  }
  return twin !== undefined
}

export class Take {
  @Equals('take') type!: 'take'
  @RowId() grantId!: Id
  /** The first day without it; left out, now. */
  @When() on?: string | null
}

/** Takes a grant back, now or from a day on (model G1). Judged by D1 like giving. */
export const take: ChangeKind<Take> = {
  type: 'take',
  confirm: 'confirm.take',
  category: 'access',
  effect: 'ends',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'on',
  needs(draft, { grantId }) {
    const grant = draft.seen('grant', grantId, 'key')
    const place = draft.account.get('place', grant?.placeId)
    const to = say('access.take-access-at', { place: place?.name ?? say('access.this-place') })
    return grant ? [{ area: 'access', level: 'change', placeId: grant.placeId, to }] : []
  },
  undo: 'by-its-right',
  preview: 'plain',
  shape: Take,
  fill: (change) => change,
  decide(draft, change) {
    const grant = draft.seen('grant', change.grantId, 'key')
    if (!grant) return
    if (!isOpen(grant.until, draft.now))
      return draft.refuse('over-already', say('access.this-access-has-already-ended'))
    const ends = change.on ? draft.period(change.on, null).from : draft.now
    if (draft.problems.length > 0) return
    if (ends <= Math.max(draft.now, grant.from)) return endGrant(draft, grant.id)
    if (!isOpen(grant.until, ends))
      return draft.refuse('over-already', say('access.this-access-ends-before-that-day-anyway'))
    draft.update('grant', grant.id, { until: ends })
  },
  sentence(change, sight, tense) {
    const grant = sight.named.get('grant', change.grantId)
    if (!grant) return say('access.took-access-away-before-it-began', { tense })
    const role = say('access.at', { role: roleText(grant.roleId, sight), place: sight.placeName(grant.placeId) })
    return say('access.took-from', {
      tense,
      role,
      subject: subjectText(grant, sight),
      period: periodText(change.on, null, sight),
    })
  },
  record: (change) => change,
}

/** Ends a grant now; one that has not begun never was. */
export function endGrant(draft: Draft, grantId: Id): void {
  const grant = draft.account.get('grant', grantId)
  if (!grant) return
  if (grant.from >= draft.now) draft.remove('grant', grantId)
  else if (isOpen(grant.until, draft.now)) draft.update('grant', grantId, { until: draft.now })
}

/** A wall-passing role is given by an owner to a person by name; a retired one not at all (model T3, R5). */
export function mayBeGiven(draft: Draft, role: RoleRow, subjectKind: SubjectKind): boolean {
  if (role.retired) {
    draft.refuse('retired', say('access.is-retired-choose-another-role', { role: role.name }), '/roleId')
    return false
  }
  const byOwner = draft.actor.kind !== 'person' || draft.actorPerson?.standing === 'owner'
  if (!role.wallPassing || (byOwner && subjectKind === 'person')) return true
  draft.refuse('wall-passing', say('access.passes-walls-only-an-owner-can-give-it', { role: role.name }), '/roleId')
  return false
}

export function checkSubject(draft: Draft, change: Pick<Give, 'subjectKind' | 'subjectId'>): boolean {
  if (change.subjectKind === 'standing') {
    const known = ['member', 'guest'].includes(change.subjectId)
    if (!known) draft.refuse('bad-subject', say('access.only-all-members-or-all-guests-can-be'), '/subjectId')
    return known
  }
  if (change.subjectKind === 'group') {
    const group = draft.account.get('group', change.subjectId)
    if (!group) draft.refuse('not-found', say('access.there-is-no-such-group-here-it-may'))
    return group !== undefined
  }
  const person = draft.seen('person', change.subjectId, 'person')
  if (person && !['active', 'away', 'waiting'].includes(person.state)) {
    draft.refuse('not-here', say('access.is-not-here-yet-invite-them-first', { name: draft.account.nameOf(person.id) }))
    return false
  }
  return person !== undefined
}

export function subjectText(subject: { subjectKind: SubjectKind; subjectId: string }, sight: Sight): string {
  if (subject.subjectKind === 'person') return sight.personName(subject.subjectId)
  if (subject.subjectKind === 'group') return sight.named.get('group', subject.subjectId)?.name ?? say('access.a-group')
  return say('access.every', { subjectId: subject.subjectId })
}

export function roleText(roleId: Id, sight: Sight): string {
  return sight.named.get('role', roleId)?.name ?? say('access.a-role')
}

/** `, from 1 July until 30 September`. */
export function periodText(from: string | null | undefined, until: string | null | undefined, sight: Sight): string {
  const today = dateOf(sight.now, sight.account.zone)
  const begins = from && from !== today ? say('access.from', { day: dayText(from, sight) }) : ''
  return begins + (until ? say('access.until', { day: dayText(until, sight) }) : '')
}

/** A day in words; what is no day as it was typed, since it is refused with a sentence of its own. */
export function dayText(text: string, sight: Sight): string {
  const day = text.slice(0, 10)
  return isDate(day) ? dateInWords(day, dateOf(sight.now, sight.account.zone)) : text
}
