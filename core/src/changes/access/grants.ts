import type { Draft } from '../engine/draft.ts'
import type { Give, Given } from './give.ts'
import type { Id, PlaceRow, RoleRow, SubjectKind } from '../../account/rows.ts'
import { isOpen } from '../../time/lasting.ts'
import { say } from '../../words/say.ts'
import type { Sight } from '../../access/sight.ts'
import { dateInWords, dateOf, isDate } from '../../time/instants.ts'

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
    draft.refuse(
      'not-here',
      say('access.is-not-here-yet-invite-them-first', {
        name: draft.account.nameOf(person.id),
        state: person.state,
      }),
    )
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
