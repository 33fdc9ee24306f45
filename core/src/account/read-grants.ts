import type { BookGrant } from './book-shape.ts'
import type { BookScene } from './book-scene.ts'
import { readApprovers } from './read-approvers.ts'
import type { GrantRow, SubjectKind } from './rows.ts'
import { say } from '../words/say.ts'

/** A role given at a place, from when until when, as the book names them. */
export function readGrant(
  grant: BookGrant,
  subjectKind: SubjectKind,
  subjectId: string,
  path: string,
  scene: BookScene,
): void {
  const roleId = scene.find(scene.roles, grant.role, 'role', `${path}/role`)
  const placeId = scene.place(grant.place, `${path}/place`)
  if (!roleId || !placeId) return
  const row: GrantRow = {
    id: scene.makeId(),
    subjectKind,
    subjectId,
    roleId,
    placeId,
    from: scene.when(grant.from, 'beginning'),
    until: grant.until ? scene.when(grant.until, 'end') : null,
    givenById: scene.find(scene.people, grant.givenBy, 'person', `${path}/givenBy`),
    offerId: null,
    approvers: null,
    madeRoleId: scene.find(scene.roles, grant.makes, 'role', `${path}/makes`),
  }
  if (grant.approvers !== undefined) scene.approved.push({ row, from: grant.approvers, path: `${path}/approvers` })
  scene.paths.set(row.id, path)
  scene.rows.grant.push(row)
}

/** Names of fields and values to their ids; built-in fields are used as they are, employers for their id. */
export function condition(
  name: string,
  plain: unknown,
  path: string,
  scene: BookScene,
): { field: string; value: string } | undefined {
  const value = String(plain)
  if (name === 'kind' || name === 'standing') return { field: name, value }
  if (name === 'employer') {
    const employerId = scene.find(scene.employers, value, 'employer', path)
    return employerId ? { field: name, value: employerId } : undefined
  }
  const fieldId = scene.find(scene.fields, name, 'field', path)
  const field = scene.rows.field.find((one) => one.id === fieldId)
  const choice = field?.values.find((one) => one.name.toLowerCase() === value.toLowerCase())
  if (field && !choice) scene.problem('unknown-value', say('account.the-field-has-no-value', { name, value }), path)
  return field && choice ? { field: field.id, value: choice.id } : undefined
}

/** Who approves at places, by roles and on keys, once everyone and every group has a name. */
export function readApproved(scene: BookScene): void {
  for (const { row, from, path } of scene.approved) {
    try {
      row.approvers = readApprovers(from, {
        person: (text) => scene.find(scene.people, text, 'person', path),
        group: (text) => scene.find(scene.groups, text, 'group', path),
      })
    } catch (error) {
      scene.problem('bad-value', (error as Error).message, path)
    }
  }
}
