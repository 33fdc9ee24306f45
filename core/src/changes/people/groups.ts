import {
  ArrayMaxSize,
  Equals,
  IsArray,
  IsBoolean,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import { Type } from 'class-transformer'
import { LeftOut, type MadeId, RowId } from '../engine/shapes.ts'
import type { GroupRow, GroupRule, Id, PersonRow, RoleArea, RoleRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { atRoot } from '../engine/needs.ts'
import type { ChangeKind } from '../engine/kind.ts'
import { say } from '../../words/say.ts'
import { sameRow } from '../../account/edits.ts'
import { isOpen } from '../../time/lasting.ts'
import type { Draft } from '../engine/draft.ts'
import { judgeGiving } from '../access/approver-choices.ts'
import type { Account } from '../../account/account.ts'
import { grantsOf } from '../../access/walk.ts'
import { areasAt } from '../../products/catalogue.ts'
import { entryOf } from '../../access/roles.ts'
import { lookup } from '../../checks/lookup.ts'
import { BUILT_IN_FIELDS } from '../../people/groups.ts'

export class Condition {
  /** `kind`, `standing`, `employer`, or the id of a field of the account's own. */
  @IsString() @MaxLength(60) field!: string
  @IsString() @MaxLength(60) value!: string
}

export class RuleLine {
  @IsArray() @ArrayMaxSize(10) @ValidateNested({ each: true }) @Type(() => Condition) allOf!: Condition[]
}

class GroupContent {
  @RowId() groupId!: Id
  @Line(60) name!: string
  @IsOptional() @RowId() leadId?: Id | null
  /** Whether the lead sees its members as a manager does; left out: as it is, at first not. */
  @LeftOut() @IsBoolean() leads?: boolean
  /** Any of these lines; left out, people belong by name alone. */
  @IsOptional() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => RuleLine) rule?:
    RuleLine[] | null
}

const REMOVES_GROUPS = atRoot('groups', 'run', 'people.remove-groups')

export const CHANGES_GROUPS = atRoot('groups', 'change', 'people.change-groups')

export class MakeGroup extends GroupContent {
  @Equals('make-group') type!: 'make-group'
  declare groupId: MadeId
}

/** Makes a group of people, by name, by rule or both (model P8). */
export const makeGroup: ChangeKind<MakeGroup> = {
  type: 'make-group',
  confirm: 'confirm.make-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: { needs: REMOVES_GROUPS },
  preview: 'plain',
  shape: MakeGroup,
  fill: (change, newId) => ({ ...change, groupId: newId(change.groupId) }),
  decide(draft, change) {
    const content = { ...contentOf(draft, change), leads: change.leads ?? false }
    judgeLead(draft, content)
    if (draft.problems.length === 0) draft.insert('group', { id: change.groupId, ...content })
  },
  sentence: (change, _sight, tense) => say('people.made-the-group', { tense, name: change.name }),
  record: (change) => change,
}

export class ChangeGroup extends GroupContent {
  @Equals('change-group') type!: 'change-group'
}

/** Changes a group's name, lead or rule; whom the rule moves in or out moves at once. Judged by D1. */
export const changeGroup: ChangeKind<ChangeGroup> = {
  type: 'change-group',
  confirm: 'confirm.change-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: CHANGES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: ChangeGroup,
  fill: (change) => change,
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    if (!group) return
    const content = { ...contentOf(draft, change, group.id), leads: change.leads ?? group.leads }
    // Whom the rule lets in comes into the lead's sight as well.
    const isSame = content.leadId === group.leadId && content.leads === group.leads && sameRow(content.rule, group.rule)
    if (!isSame) judgeLead(draft, content)
    if (draft.problems.length === 0) draft.update('group', group.id, content)
  },
  sentence: (change, _sight, tense) => say('people.changed-the-group', { tense, name: change.name }),
  record: (change) => change,
}

export class RemoveGroup {
  @Equals('remove-group') type!: 'remove-group'
  @RowId() groupId!: Id
}

/** Removes a group that nothing is given to any more. */
export const removeGroup: ChangeKind<RemoveGroup> = {
  type: 'remove-group',
  confirm: 'confirm.remove-group',
  category: 'roles',
  effect: 'other',
  judgedBy: 'entitlement',
  actor: 'active',
  day: 'docket',
  needs: REMOVES_GROUPS,
  undo: 'by-its-right',
  preview: 'plain',
  shape: RemoveGroup,
  fill: (change) => change,
  decide(draft, change) {
    const group = groupIn(draft, change.groupId)
    if (!group) return
    const grants = draft.account.by('grant', 'subject', `group ${group.id}`)
    if (grants.some((grant) => isOpen(grant.until, draft.now))) {
      return draft.refuse('in-use', say('people.still-has-access-take-it-away-first', { group: group.name }))
    }
    if (grants.length > 0)
      return draft.refuse('has-history', say('people.had-access-before-so-it-cannot-be-deleted', { group: group.name }))
    for (const membership of draft.account.by('membership', 'group', group.id))
      draft.remove('membership', membership.id)
    draft.remove('group', group.id)
  },
  sentence: (_change, _sight, tense) => say('people.deleted-a-group', { tense }),
  record: (change) => change,
}

export function groupIn(draft: Draft, groupId: Id) {
  const group = draft.account.get('group', groupId)
  if (!group) draft.refuse('not-found', say('people.there-is-no-such-group-here-it-may'))
  return group
}

function contentOf(draft: Draft, change: GroupContent, except?: Id) {
  const wanted = change.name.trim().toLowerCase()
  const twin = [...draft.account.all('group')].find((one) => one.id !== except && one.name.toLowerCase() === wanted)
  if (twin)
    draft.refuse('name-taken', say('people.there-is-already-a-group-choose-another-name', { twin: twin.name }), '/name')
  if (change.leadId) draft.seen('person', change.leadId, 'lead')
  return { name: change.name.trim(), leadId: change.leadId ?? null, rule: ruleOf(draft, change.rule) }
}

/**
 * Naming someone who leads is giving them what a manager sees, and the members' items wherever the lead's role says
 * so: judged as giving both (model P8, D1). Nobody but an owner names themselves (D2).
 */
export function judgeLead(draft: Draft, { leadId, leads }: Pick<GroupRow, 'leadId' | 'leads'>): void {
  const actor = draft.actorPerson
  if (!leads || !leadId || !actor || actor.standing === 'owner') return
  if (!draft.need('people', 'see', draft.account.root.id, say('people.say-who-leads-them'))) return
  if (leadId === actor.id) {
    const sentence = say('people.you-cannot-make-yourself-the-one-who-leads')
    return draft.refuse('own-entitlement', sentence, '/leadId')
  }
  const lead = draft.account.get('person', leadId)
  for (const { role, placeId } of lead ? routesHeld(draft.account, lead) : []) {
    judgeGiving(draft, areasOfPeople(draft, role), placeId)
  }
}

function routesHeld(account: Account, person: PersonRow): { role: RoleRow; placeId: Id }[] {
  return grantsOf(account, person).flatMap(({ grant }) => {
    const role = account.get('role', grant.roleId)
    return role ? [{ role, placeId: grant.placeId }] : []
  })
}

/** What a role gives with items of one's people, as if it were given with any. */
function areasOfPeople({ account, now }: Draft, role: RoleRow): Record<string, RoleArea> {
  const entries = areasAt(account, now).flatMap((area) => {
    const entry = entryOf(account, role, area)
    return entry?.scope === 'people' ? [[area.key, { ...entry, scope: 'all' as const }] as const] : []
  })
  return Object.fromEntries(entries)
}

/** A rule must say something: one without a condition would hold everyone (model P8). */
function ruleOf(draft: Draft, lines: readonly RuleLine[] | null | undefined): GroupRule | null {
  if (!lines || lines.length === 0) return null
  lines.forEach((line, at) => {
    const path = `/rule/${at}`
    if (line.allOf.length === 0) {
      draft.refuse('empty-rule', say('people.a-rule-without-a-condition-would-include'), path)
    }
    line.allOf.forEach((condition, index) => checkCondition(draft, condition, `${path}/allOf/${index}`))
  })
  return { anyOf: lines.map((line) => line.allOf.map(({ field, value }) => ({ field, value }))) }
}

const VALUES: Readonly<Record<string, readonly string[]>> = {
  kind: ['staff', 'contractor', 'client'],
  standing: ['owner', 'administrator', 'member', 'guest'],
}

function checkCondition(draft: Draft, { field, value }: Condition, path: string): void {
  if (field === 'employer') {
    if (!draft.account.get('employer', value))
      draft.refuse('unknown-value', say('people.there-is-no-such-firm-here'), `${path}/value`)
    return
  }
  const known = lookup(VALUES, field) ?? draft.account.get('field', field)?.values.map((one) => one.id)
  if (!known) {
    const fields = [...BUILT_IN_FIELDS, ...[...draft.account.all('field')].map((one) => one.name)].join(', ')
    return draft.refuse('unknown-field', say('people.a-rule-can-use-there-is-no-other', { fields }), `${path}/field`)
  }
  if (!known.includes(value)) draft.refuse('unknown-value', say('people.the-field-has-no-such-value'), `${path}/value`)
}
