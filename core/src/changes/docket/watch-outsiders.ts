import type { Account } from '../../account/account.ts'
import type { GrantRow, Id, OfferRow, PersonRow } from '../../account/rows.ts'
import { isOutsider } from '../../people/presence.ts'
import { upwards } from '../../places/tree.ts'
import type { Check, Warning } from '../engine/warning.ts'
import { must } from '../../checks/must.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

// Access that is more, or for longer, than someone usually needs who comes from outside (model S13).

/** Keys that a docket gives to people by name, with who gets them. */
function keysMade({ after, edits }: Parameters<Check>[0]): { grant: GrantRow; person: PersonRow }[] {
  return edits.flatMap((edit) => {
    const grant = edit.table === 'grant' && edit.before === null ? (edit.after as GrantRow | null) : null
    const person = grant?.subjectKind === 'person' ? after.get('person', grant.subjectId) : undefined
    return grant && person && after.get('grant', grant.id) ? [{ grant, person }] : []
  })
}

/** A key that begins after its holder's last day. */
export const keyAfterLastDay: Check = (scene) =>
  keysMade(scene).flatMap(({ grant, person }): Warning[] => {
    const until = person.engagementUntil
    if (isOpen(until, grant.from)) return []
    const { name } = must(scene.after.get('role', grant.roleId), 'role')
    const who = scene.sight.personName(person.id)
    return [
      { code: 'after-last-day', sentence: say('docket.gives-no-access-because-their-last-day-with', { name, who }) },
    ]
  })

/** The client a place belongs to: the place right under the root. */
function clientOf(account: Account, placeId: Id): Id | undefined {
  return upwards(account, placeId).at(-2)?.id
}

/** A key at the root, or at another client, for someone from outside who had none there. */
export const wideForOutsider: Check = (scene) => {
  const { before, after, sight, now } = scene
  const clientsOf = (account: Account, personId: Id) =>
    account
      .by('grant', 'subject', `person ${personId}`)
      .filter(({ until, placeId }) => isOpen(until, now) && sight.seesPlace(placeId))
      .map(({ placeId }) => clientOf(account, placeId))
  return keysMade(scene).flatMap(({ grant, person }): Warning[] => {
    if (!isOutsider(person)) return []
    const who = sight.personName(person.id)
    const client = clientOf(after, grant.placeId)
    const had = clientsOf(before, person.id)
    if (had.includes(client)) return []
    if (!client) {
      const { name } = must(after.get('role', grant.roleId), 'role')
      return [{ code: 'everywhere', sentence: say('docket.is-from-outside-and-gets-at-every-place', { who, name }) }]
    }
    const has = clientsOf(after, person.id)
    const other = had.find((one) => one !== undefined && has.includes(one))
    if (!other) return []
    const places = say('docket.besides', { place: sight.placeName(client), place2: sight.placeName(other) })
    return [{ code: 'second-client', sentence: say('docket.is-from-outside-and-gets-access-at-a', { who, places }) }]
  })
}

/**
 * A membership that is more than before, or more than one from outside usually needs: what it means in one sentence, and
 * for an administrator what would do instead.
 */
export const highMembership: Check = (scene) =>
  scene.edits.flatMap((edit): Warning[] => {
    const person = edit.table === 'person' ? (edit.after as PersonRow | null) : null
    if (!person || person.standing === 'guest' || person.state === 'left') return []
    const was = scene.before.get('person', person.id)
    const isSame = was?.standing === person.standing && was.kind === person.kind && was.state !== 'left'
    const isUsual = person.standing === 'member' && !isOutsider(person) && was?.standing !== 'guest'
    if (isSame || isUsual) return []
    return [{ code: 'high-membership', sentence: membershipWords(scene, person) }]
  })

function membershipWords({ after, edits, sight }: Parameters<Check>[0], person: PersonRow): string {
  const who = sight.personName(person.id)
  const outside = isOutsider(person) ? say('docket.is-from-outside-and') : ','
  if (person.standing === 'member') return say('docket.as-member-sees-everyone-who-works-here-from', { who, outside })
  if (person.standing === 'owner') return say('docket.as-owner-can-do-everything-also-what-only', { who, outside })
  const [first] = placesNamed(after, person.id, edits)
  const instead = first ? say('docket.a-role-at-would-do-if-it-is', { place: sight.placeName(first) }) : ''
  return say('docket.as-administrator-can-invite-give-access-and', { who, outside, instead })
}

/** Where someone is given keys by the docket: by name, or by their invitation. */
function placesNamed(after: Account, personId: Id, edits: Parameters<Check>[0]['edits']): Id[] {
  return edits.flatMap((edit) => {
    const offer = edit.table === 'offer' ? (edit.after as OfferRow | null) : null
    if (offer?.personId === personId) return offer.grants.map(({ placeId }) => placeId)
    const grant = edit.table === 'grant' ? (edit.after as GrantRow | null) : null
    return grant?.subjectId === personId && after.get('grant', grant.id) ? [grant.placeId] : []
  })
}
