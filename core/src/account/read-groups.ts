import type { BookScene } from './book-scene.ts'
import { condition, readGrant } from './read-grants.ts'
import { keyOf } from './read-people.ts'
import type { GroupRule, RoleRow } from './rows.ts'

/** Roles, and which of them follow another. */
export function readRoles(scene: BookScene): void {
  const { roles } = scene.book
  roles.forEach((role, at) => {
    const { name, areas, approvers, wallPassing = false, retired = false } = role
    const path = `/roles/${at}`
    const row: RoleRow = { id: scene.makeId(), name, areas, baseId: null, approvers: null, wallPassing, retired }
    if (approvers !== undefined) scene.approved.push({ row, from: approvers, path: `${path}/approvers` })
    scene.named(scene.roles, 'role', row, `${path}/name`)
  })
  roles.forEach((role, at) => {
    const row = scene.rows.role[at]
    if (row && role.follows) row.baseId = scene.find(scene.roles, role.follows, 'role', `/roles/${at}/follows`)
  })
}

/** Groups with their rules and keys, what everyone of a standing has, and who is in which group by name. */
export function readGroups(scene: BookScene): void {
  const { groups, standings, people } = scene.book
  groups.forEach((group, at) => {
    const path = `/groups/${at}`
    const leadId = scene.find(scene.people, group.lead, 'person', `${path}/lead`)
    const rule = readRule(group.rule, `${path}/rule`, scene)
    const row = { id: scene.makeId(), name: group.name, leadId, leads: group.leads ?? false, rule }
    scene.named(scene.groups, 'group', row, `${path}/name`)
    group.grants?.forEach((grant, index) => readGrant(grant, 'group', row.id, `${path}/grants/${index}`, scene))
  })
  for (const standing of ['member', 'guest'] as const) {
    standings[standing]?.forEach((grant, at) =>
      readGrant(grant, 'standing', standing, `/standings/${standing}/${at}`, scene),
    )
  }
  people.forEach((person, at) =>
    person.groups?.forEach((name, index) => {
      const groupId = scene.find(scene.groups, name, 'group', `/people/${at}/groups/${index}`)
      const personId = scene.people.get(keyOf(person) ?? '')
      if (groupId && personId) scene.rows.membership.push({ id: scene.makeId(), groupId, personId })
    }),
  )
}

function readRule(
  rule: readonly Record<string, string>[] | undefined,
  path: string,
  scene: BookScene,
): GroupRule | null {
  if (!rule) return null
  const anyOf = rule.map((line, at) =>
    Object.entries(line).flatMap(([name, value]) => condition(name, value, `${path}/${at}/${name}`, scene) ?? []),
  )
  return { anyOf }
}
