import { Type } from 'class-transformer'
import { ArrayMaxSize, ArrayMinSize, IsArray, IsIn, IsUUID, ValidateNested } from 'class-validator'
import type { Approver, Approvers, Id, PersonRow, RoleArea, RoleRow } from '../../account/rows.ts'
import { approversOfSteps, peopleNamed, stepsOf } from '../../account/approver-rows.ts'
import { groupMembers } from '../../access/reach.ts'
import { judge } from '../../access/entitlement.ts'
import { higher } from '../../access/levels.ts'
import { givenBy } from '../../access/powers.ts'
import { entryOf } from '../../access/roles.ts'
import { areasAt } from '../../products/catalogue.ts'
import { Draft } from '../engine/draft.ts'
import { LeftOut } from '../engine/shapes.ts'
import { say } from '../../words/say.ts'

/** One who approves, as it is asked for. */
export class ApproverStep {
  @IsIn(['named', 'group', 'area', 'manager']) kind!: Approver['kind']
  @LeftOut() @IsArray() @ArrayMaxSize(20) @IsUUID(undefined, { each: true }) personIds?: string[]
  @LeftOut() @IsUUID() groupId?: string
}

/** Who approves, as it is asked for: one step, or several in an order. */
export class ApproversChoice {
  @IsIn(['named', 'group', 'area', 'manager', 'steps']) kind!: Approvers['kind']
  @LeftOut() @IsArray() @ArrayMaxSize(20) @IsUUID(undefined, { each: true }) personIds?: string[]
  @LeftOut() @IsUUID() groupId?: string
  @LeftOut() @IsIn(['in-order', 'all']) order?: 'in-order' | 'all'
  @LeftOut()
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(5)
  @ValidateNested({ each: true })
  @Type(() => ApproverStep)
  steps?: ApproverStep[]
}

function approverIn({ kind, personIds = [], groupId = '' }: ApproverStep): Approver {
  if (kind === 'named') return { kind, personIds: [...new Set(personIds)] }
  return kind === 'group' ? { kind, groupId } : { kind }
}

export function approversIn(choice: ApproversChoice): Approvers {
  const { kind, order = 'in-order', steps = [] } = choice
  if (kind !== 'steps') return approverIn({ ...choice, kind })
  return approversOfSteps(steps.map(approverIn), order) ?? { kind: 'area' }
}

/** Who is to approve, each of them known and seen. */
export function readApproversChoice(draft: Draft, choice: ApproversChoice | null, path: string): Approvers | null {
  if (!choice) return null
  const steps = choice.kind === 'steps' ? (choice.steps ?? []) : [{ ...choice, kind: choice.kind }]
  if (steps.length === 0) draft.refuse('nobody-named', say('access.name-at-least-one-person-who-approves'), path)
  for (const { kind, personIds = [], groupId } of steps) {
    if (kind === 'named' && personIds.length === 0) {
      draft.refuse('nobody-named', say('access.name-at-least-one-person-who-approves'), `${path}/personIds`)
    }
    if (kind === 'named') for (const id of personIds) draft.seen('person', id, 'person')
    if (kind === 'group' && !draft.account.get('group', groupId)) {
      draft.refuse('not-found', say('access.there-is-no-such-group-here-it-may'), path)
    }
  }
  return draft.problems.length > 0 ? null : approversIn(choice)
}

/**
 * Judges naming approvers: the actor must be able to give freely, there, whatever the roles make need approval (model
 * V5, D1). Worked out as if someone who has nothing were given just that.
 */
export function judgeNaming(draft: Draft, approvers: Approvers | null, roleIds: readonly Id[], placeId: Id): void {
  const actor = draft.actorPerson
  if (!approvers || !actor) return
  if (actor.standing !== 'owner' && wouldDecide(draft, approvers, actor.id)) {
    return draft.refuse('own-entitlement', say('access.you-cannot-name-yourself-ask-someone-else-who'))
  }
  judgeGiving(draft, approvedAreas(draft, roleIds), placeId)
}

/** Whether someone is among those named, by themselves or through a group. */
function wouldDecide({ account, now }: Draft, approvers: Approvers, personId: Id): boolean {
  if (peopleNamed(approvers).includes(personId)) return true
  return stepsOf(approvers).some((step) => {
    const group = step.kind === 'group' ? account.get('group', step.groupId) : undefined
    return group !== undefined && groupMembers(account, group, now).some(({ id }) => id === personId)
  })
}

/** Judges giving areas at a place, as if someone who has nothing were given just that (model D1). */
export function judgeGiving(draft: Draft, areas: Record<string, RoleArea>, placeId: Id): void {
  const actor = draft.actorPerson
  if (!actor || Object.keys(areas).length === 0) return
  const trial = new Draft(draft.account, draft.actor, draft.now)
  trial.insert('person', nobodyYet(actor))
  const start = trial.account
  trial.insert('role', { ...FREELY, areas })
  trial.insert('grant', {
    ...{ id: FREELY.id, subjectKind: 'person', subjectId: FREELY.id, roleId: FREELY.id, placeId },
    ...{ from: draft.now, until: null, givenById: actor.id, offerId: null, approvers: null, madeRoleId: null },
  })
  const { problems } = judge(start, trial.account, trial.edits.slice(1), actor, draft.sight, draft.now)
  draft.judged({ problems, marks: [] })
}

/** No id that the server gives. */
const FREELY: RoleRow = {
  ...{ id: '00000000-0000-0000-0000-000000000000', name: '', areas: {}, baseId: null, approvers: null },
  ...{ wallPassing: false, retired: false },
}

function nobodyYet(like: PersonRow): PersonRow {
  return {
    ...{ ...like, id: FREELY.id, kind: 'staff', standing: 'guest', state: 'active', managerId: null, employerId: null },
    ...{ engagementFrom: null, engagementUntil: null, awayFrom: null, awayUntil: null, loginId: null, recorded: true },
    ...{ signatory: false, choices: {} },
  }
}

/** What the roles let someone do only with approval, as if it were free. */
function approvedAreas({ account, now }: Draft, roleIds: readonly Id[]): Record<string, RoleArea> {
  const areas: Record<string, RoleArea> = {}
  for (const area of areasAt(account, now)) {
    for (const roleId of roleIds) {
      const role = account.get('role', roleId)
      const entry = role && entryOf(account, role, area)
      if (!entry?.approval?.length) continue
      const { approval: level } = givenBy(entry)
      areas[area.key] = { level: higher(level, areas[area.key]?.level ?? 'none') }
    }
  }
  return areas
}
