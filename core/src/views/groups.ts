import type { GroupRow, Id, PersonState, RuleCondition } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { groupMembers } from '../access/reach.ts'
import { matches } from '../people/groups.ts'
import { isOutsider, stateAt } from '../people/presence.ts'
import { grantView, type RoleGrantView } from './roles.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** A field a rule can read, with the values it can have. */
export interface RuleField {
  field: string
  name: string
  values: { value: string; name: string }[]
}

/** One row of the list of groups. */
export interface GroupView {
  id: Id
  name: string
  lead: string | null
  people: number
  outsiders: number
  keys: number
  /** The rule in words; null where people belong by name alone. */
  rule: string | null
}

export interface GroupsView {
  groups: GroupView[]
  fields: RuleField[]
  controls: Record<'make', Control>
}

export interface GroupSheetView extends GroupView {
  leadId: Id | null
  /** Whether the lead sees its members as a manager does (model P8). */
  leads: boolean
  anyOf: readonly (readonly RuleCondition[])[]
  /** Who belongs, and how: by name can be taken out, by rule follows their record. */
  members: { personId: Id; name: string; state: PersonState; byName: boolean; byRule: boolean }[]
  grants: (RoleGrantView & { roleId: Id; role: string })[]
  controls: Record<'change' | 'remove' | 'give', Control>
}

export function groupsView(sight: Sight): GroupsView | undefined {
  if (!sight.seesGroups) return undefined
  const fields = ruleFields(sight)
  const groups = [...sight.account.all('group')].map((group) => groupView(sight, group, fields))
  groups.sort((one, other) => one.name.localeCompare(other.name, 'en'))
  return { groups, fields, controls: { make: controlOf(sight, 'groups', 'change') } }
}

export function groupSheetView(sight: Sight, groupId: Id): GroupSheetView | undefined {
  const { account, now } = sight
  const group = account.get('group', groupId)
  if (!group || !sight.seesGroups) return undefined
  const named = new Set(account.by('membership', 'group', groupId).map((row) => row.personId))
  const members = groupMembers(account, group, now).flatMap((person) => {
    if (!sight.seesPerson(person.id)) return []
    const byRule = group.rule !== null && matches(group.rule, person)
    const state = stateAt(account, person, now)
    return [{ personId: person.id, name: account.nameOf(person.id), state, byName: named.has(person.id), byRule }]
  })
  return {
    ...groupView(sight, group, ruleFields(sight)),
    leadId: group.leadId,
    leads: group.leads,
    anyOf: group.rule?.anyOf ?? [],
    members: members.sort((one, other) => one.name.localeCompare(other.name, 'en')),
    grants: openGrants(sight, groupId).map((grant) => ({
      ...grantView(sight, grant),
      roleId: grant.roleId,
      role: account.get('role', grant.roleId)?.name ?? '',
    })),
    controls: {
      change: controlOf(sight, 'groups', 'change'),
      remove: controlOf(sight, 'groups', 'run'),
      give: sight.canSomewhere('access', 'change') ? { enabled: true } : controlOf(sight, 'access', 'change'),
    },
  }
}

function openGrants(sight: Sight, groupId: Id) {
  return sight.account
    .by('grant', 'subject', `group ${groupId}`)
    .filter((grant) => isOpen(grant.until, sight.now) && sight.seesGrant(grant))
}

function groupView(sight: Sight, group: GroupRow, fields: readonly RuleField[]): GroupView {
  const members = groupMembers(sight.account, group, sight.now).filter((person) => sight.seesPerson(person.id))
  return {
    id: group.id,
    name: group.name,
    lead: group.leadId ? sight.personName(group.leadId) : null,
    people: members.length,
    outsiders: members.filter(isOutsider).length,
    keys: openGrants(sight, group.id).length,
    rule: group.rule ? ruleText(group.rule.anyOf, fields) : null,
  }
}

/** `Who is contractor and Trade is rope; or Firm is …` */
function ruleText(anyOf: readonly (readonly RuleCondition[])[], fields: readonly RuleField[]): string {
  const text = ({ field, value }: RuleCondition) => {
    const known = fields.find((one) => one.field === field)
    const name = known?.values.find((one) => one.value === value)?.name ?? value
    return say('views.is', { known: known?.name ?? field, name })
  }
  return anyOf.map((line) => line.map(text).join(say('views.and'))).join(say('views.or'))
}

/** Texts are personal values, which no rule reads (model C6). */
function choiceFields(account: Sight['account']) {
  return [...account.all('field')].filter((field) => field.kind === 'choice')
}

function ruleFields({ account }: Sight): RuleField[] {
  const plain = (values: readonly string[]) => values.map((value) => ({ value, name: value }))
  return [
    { field: 'kind', name: say('views.who-they-are'), values: plain(['staff', 'contractor', 'client']) },
    { field: 'standing', name: say('views.membership'), values: plain(['owner', 'administrator', 'member', 'guest']) },
    {
      field: 'employer',
      name: say('views.firm'),
      values: [...account.all('employer')].map(({ id, name }) => ({ value: id, name })),
    },
    ...choiceFields(account).map(({ id, name, values }) => ({
      field: id,
      name,
      values: values.map((one) => ({ value: one.id, name: one.name })),
    })),
  ]
}
