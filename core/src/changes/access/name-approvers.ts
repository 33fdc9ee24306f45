import { Equals, IsDefined, ValidateIf, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { GrantRow, Id } from '../../account/rows.ts'
import type { ApprovedRow } from '../../account/approver-rows.ts'
import { approversText } from '../../access/approver-words.ts'
import type { Sight } from '../../access/sight.ts'
import { downwards, upwards } from '../../places/tree.ts'
import { ApproversChoice, approversIn, judgeNaming, readApproversChoice } from './approver-choices.ts'
import type { Draft } from '../engine/draft.ts'
import { roleText, subjectText } from './grants.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { LeftOut, RowId } from '../engine/shapes.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { isOpen } from '../../time/lasting.ts'

export class NameApprovers {
  @Equals('name-approvers') type!: 'name-approvers'
  /** At a place and beneath, or on one key: one of the two. */
  @LeftOut() @RowId() placeId?: Id
  @LeftOut() @RowId() grantId?: Id
  /** Null: as the next place above says, or the role. */
  @ValidateIf(({ approvers }) => approvers !== null)
  @IsDefined()
  @ValidateNested()
  @Type(() => ApproversChoice)
  approvers!: ApproversChoice | null
}

/**
 * Says who approves at a place or for one key (model V5). Judged as giving freely what is to be approved there (D1);
 * nobody but an owner names themselves (D2).
 */
export const nameApprovers: ChangeKind<NameApprovers> = {
  type: 'name-approvers',
  confirm: 'confirm.name-approvers',
  category: 'access',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs(draft, { placeId, grantId }) {
    const grant = grantId ? draft.seen('grant', grantId, 'key') : undefined
    if (grantId && !grant) return []
    return approvesAt(draft, { placeId: grant?.placeId ?? placeId ?? '' })
  },
  undo: 'by-its-right',
  preview: 'plain',
  shape: NameApprovers,
  fill: (change) => change,
  decide(draft, change) {
    const grant = change.grantId ? draft.seen('grant', change.grantId, 'key') : undefined
    const place = draft.seen('place', grant?.placeId ?? change.placeId ?? '', 'place')
    if (!place || (change.grantId && !grant)) return
    if (grant && !isOpen(grant.until, draft.now))
      return draft.refuse('over-already', say('access.this-access-has-already-ended'))
    const approvers = readApproversChoice(draft, change.approvers, '/approvers')
    if (draft.problems.length > 0) return
    const roles = grant ? [grant.roleId] : rolesAround(draft, place.id)
    judgeNaming(draft, approvers, roles, place.id)
    if (grant) draft.update('grant', grant.id, { approvers })
    else draft.update('place', place.id, { approvers })
  },
  sentence(change, sight, tense) {
    const who = change.approvers ? approversText(sight, approversIn(change.approvers)) : say('access.as-the-role-says')
    const grant = sight.named.get('grant', change.grantId)
    const where = grant
      ? say('access.s-key-at', {
          subject: subjectText(grant, sight),
          role: roleText(grant.roleId, sight),
          place: sight.placeName(grant.placeId),
        })
      : sight.placeName(change.placeId ?? '')
    return say('access.changed-who-approves-for', { tense, hasGrant: Boolean(grant), where, who })
  },
  record: (change) => change,
}

const approvesAt = atPlace('access', 'change', (name) => say('access.say-who-approves-at', { name }))

/** The right to change who approves: for a role, who changes roles; at a place and for a key, who gives access there. */
export function mayNameApprovers(sight: Sight, named: ApprovedRow): boolean {
  if (named.table === 'role') return sight.can('roles', 'change')
  return sight.can('access', 'change', named.table === 'place' ? named.row.id : named.row.placeId)
}

/** The roles given at a place, above or beneath it: what is approved there comes of them. */
export function rolesAround({ account, now }: Draft, placeId: Id): Id[] {
  const places = [...upwards(account, placeId), ...downwards(account, placeId)]
  const grants: GrantRow[] = places.flatMap(({ id }) => account.by('grant', 'place', id))
  return [...new Set(grants.filter(({ until }) => isOpen(until, now)).map(({ roleId }) => roleId))]
}
