import { ArrayMaxSize, IsArray, IsBoolean, IsOptional, IsString, MaxLength, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import { LeftOut, RowId } from '../engine/shapes.ts'
import type { GroupRow, GroupRule, Id, PersonRow, RoleArea, RoleRow } from '../../account/rows.ts'
import { Line } from '../../checks/shape.ts'
import { atRoot } from '../engine/needs.ts'
import type { Draft } from '../engine/draft.ts'
import { say } from '../../words/say.ts'
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

export class GroupContent {
  @RowId() groupId!: Id
  @Line(60) name!: string
  @IsOptional() @RowId() leadId?: Id | null
  /** Whether the lead sees its members as a manager does; left out: as it is, at first not. */
  @LeftOut() @IsBoolean() leads?: boolean
  /** Any of these lines; left out, people belong by name alone. */
  @IsOptional() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => RuleLine) rule?:
    RuleLine[] | null
}

export const REMOVES_GROUPS = atRoot('groups', 'run', 'people.remove-groups')

export const CHANGES_GROUPS = atRoot('groups', 'change', 'people.change-groups')

export function groupIn(draft: Draft, groupId: Id) {
  const group = draft.account.get('group', groupId)
  if (!group) draft.refuse('not-found', say('people.there-is-no-such-group-here-it-may'))
  return group
}

export function contentOf(draft: Draft, change: GroupContent, except?: Id) {
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
    const builtIn = BUILT_IN_FIELDS.map((one) => say('people.rule-field', { field: one }))
    const fields = [...builtIn, ...[...draft.account.all('field')].map((one) => one.name)].join(', ')
    return draft.refuse('unknown-field', say('people.a-rule-can-use-there-is-no-other', { fields }), `${path}/field`)
  }
  if (!known.includes(value)) draft.refuse('unknown-value', say('people.the-field-has-no-such-value'), `${path}/value`)
}
