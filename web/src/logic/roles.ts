import type { NewChange } from '../api/types.ts'
import { approversChoice, approversDraft, type ApproversDraft } from './approvers.ts'
import type { Level, RoleAreaView, RoleColumn, RoleEntryView } from '@lodge/core'

const RANKS: Readonly<Record<Level, number>> = { none: 0, see: 1, add: 2, change: 3, run: 4 }

/** What a role says of an area in short: its level, and `approval` or `own` where that is not the whole of it. */
export function entryWords(entry: RoleEntryView | undefined): { level: Level; notes: string[] } {
  if (!entry) return { level: 'none', notes: [] }
  const level = RANKS[entry.free] > 0 ? entry.free : entry.approval
  const notes: string[] = []
  if (entry.approval !== entry.free || entry.needsApproval.length > 0) notes.push('approval')
  if (entry.withheld.length > 0) notes.push('less')
  if (entry.scope !== 'all') notes.push('own')
  return { level, notes }
}

/** Whether the roles shown say different things of an area. */
export function differ(roles: readonly RoleColumn[], area: string): boolean {
  const said = new Set(roles.map((role) => JSON.stringify(shown(role.entries[area]))))
  return said.size > 1
}

function shown(entry: RoleEntryView | undefined) {
  return entry && { ...entry, fromBase: false }
}

/** One area in the form of a role; an empty level leaves it out, or as the role that is followed has it. */
export interface AreaDraft {
  level: Level | ''
  withheld: string[]
  approval: string[]
  scope: 'all' | 'own' | 'people'
}

export interface RoleDraft {
  roleId: string | null
  name: string
  baseId: string
  wallPassing: boolean
  approvers: ApproversDraft
  areas: Record<string, AreaDraft>
}

export function emptyDraft(areas: readonly RoleAreaView[]): RoleDraft {
  const drafts: Record<string, AreaDraft> = {}
  for (const { key } of areas) drafts[key] = { level: '', withheld: [], approval: [], scope: 'all' }
  return {
    roleId: null,
    name: '',
    baseId: '',
    wallPassing: false,
    approvers: approversDraft(null),
    areas: drafts,
  }
}

/** A role as its form holds it: of a follower only what it says itself. */
export function draftOf(areas: readonly RoleAreaView[], role: RoleColumn): RoleDraft {
  const draft = emptyDraft(areas)
  for (const [key, entry] of Object.entries(role.entries)) {
    if (entry.fromBase || !draft.areas[key]) continue
    const { level, withheld, needsApproval, scope } = entry
    draft.areas[key] = { level, withheld: [...withheld], approval: [...needsApproval], scope }
  }
  return { ...draft, roleId: role.id, name: role.name, baseId: role.baseId ?? '', wallPassing: role.wallPassing }
}

/** The form as a change, or null while it says nothing yet. */
export function changeOfDraft(draft: RoleDraft): NewChange | null {
  const areas = Object.entries(draft.areas).flatMap(([area, { level, withheld, approval, scope }]) => {
    if (level === '') return []
    const more = level === 'none' ? {} : { withheld, approval, scope }
    return [{ area, level, ...more }]
  })
  if (!draft.name.trim() || areas.length === 0) return null
  const approvers = approversChoice(draft.approvers) ?? null
  const name = draft.name.trim()
  const content = { name, areas, baseId: draft.baseId || null, wallPassing: draft.wallPassing, approvers }
  return draft.roleId ? { type: 'change-role', roleId: draft.roleId, ...content } : { type: 'make-role', ...content }
}

/** The levels an area can have at most up to the one asked for: *change* where it knows change, else what is next below. */
export function levelUpTo(area: RoleAreaView, level: Level): Level | '' {
  const fitting = area.levels
    .filter((one) => RANKS[one] <= RANKS[level])
    .sort((one, other) => RANKS[one] - RANKS[other])
  return fitting.at(-1) ?? ''
}
