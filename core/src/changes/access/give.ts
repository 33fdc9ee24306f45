import { ArrayMaxSize, Equals, IsArray, IsIn, IsOptional, IsString, IsUUID } from 'class-validator'
import { type MadeId, RowId } from '../engine/shapes.ts'
import type { GrantRow, Id, RoleRow, SubjectKind } from '../../account/rows.ts'
import { When } from '../../checks/dates.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { atPlace } from '../engine/needs.ts'
import { say } from '../../words/say.ts'
import { checkSubject, insertGrant, periodText, roleText, subjectText } from './grants.ts'
import { judgeNaming } from './approver-choices.ts'
import type { Draft } from '../engine/draft.ts'
import { makesClients } from '../../access/own-clients.ts'

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

export type Given = Pick<GrantRow, 'id' | 'subjectKind' | 'subjectId' | 'from' | 'until' | 'approvers' | 'madeRoleId'>
