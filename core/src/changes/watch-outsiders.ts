import type { Account } from '../account/account.ts'
import type { GrantRow, Id, PersonRow } from '../account/rows.ts'
import { isOutsider } from '../people/presence.ts'
import { upwards } from '../places/tree.ts'
import type { Check, Warning } from './warning.ts'

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
    if (until === null || until > grant.from) return []
    const { name } = scene.after.get('role', grant.roleId)!
    const who = scene.sight.personName(person.id)
    return [
      { code: 'after-last-day', sentence: `${name} gives ${who} no access, because their last day with us is over.` },
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
      .filter(({ until, placeId }) => (until === null || until > now) && sight.seesPlace(placeId))
      .map(({ placeId }) => clientOf(account, placeId))
  return keysMade(scene).flatMap(({ grant, person }): Warning[] => {
    if (!isOutsider(person)) return []
    const who = sight.personName(person.id)
    const client = clientOf(after, grant.placeId)
    const had = clientsOf(before, person.id)
    if (had.includes(client)) return []
    if (!client) {
      const { name } = after.get('role', grant.roleId)!
      return [{ code: 'everywhere', sentence: `${who} is from outside and gets ${name} at every place.` }]
    }
    const has = clientsOf(after, person.id)
    const other = had.find((one) => one !== undefined && has.includes(one))
    if (!other) return []
    const places = `${sight.placeName(client)}, besides ${sight.placeName(other)}`
    return [
      { code: 'second-client', sentence: `${who} is from outside and gets access at a second client: ${places}.` },
    ]
  })
}

/** Someone from outside who sees everyone who works here, or more. */
export const highForOutsider: Check = ({ before, edits, sight }) =>
  edits.flatMap((edit): Warning[] => {
    const person = edit.table === 'person' ? (edit.after as PersonRow | null) : null
    if (!person || !isOutsider(person) || person.standing === 'guest' || person.state === 'left') return []
    const was = before.get('person', person.id)
    if (was?.standing === person.standing && was.kind === person.kind) return []
    const what =
      person.standing === 'member' ? 'sees everyone who works here' : 'can invite, give access and see everyone'
    const sentence = `${sight.personName(person.id)} is from outside and, as ${person.standing}, ${what}.`
    return [{ code: 'high-membership', sentence }]
  })
