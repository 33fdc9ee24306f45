import { ArrayMaxSize, ArrayMinSize, Equals, IsArray, IsIn, IsString, ValidateNested } from 'class-validator'
import { Type } from 'class-transformer'
import type { Id, RoleArea } from '../account/rows.ts'
import { LEVELS, type Level } from '../access/levels.ts'
import { Line } from '../checks/shape.ts'
import { areaAt } from '../products/catalogue.ts'
import type { ChangeKind } from './kind.ts'
import { RowId } from './shapes.ts'

export class RoleAreaEntry {
  @IsString() area!: string
  @IsIn(LEVELS.filter((level) => level !== 'none')) level!: Level
}

export class MakeRole {
  @Equals('make-role') type!: 'make-role'
  @RowId() roleId!: Id
  @Line(60) name!: string
  @IsArray()
  @ArrayMinSize(1, { message: 'A role must name at least one area' })
  @ArrayMaxSize(200)
  @ValidateNested({ each: true })
  @Type(() => RoleAreaEntry)
  areas!: RoleAreaEntry[]
}

/** Makes a role: areas with their levels (model R1). It gives nobody anything until it is given. */
export const makeRole: ChangeKind<MakeRole> = {
  type: 'make-role',
  shape: MakeRole,
  fill: (change, makeId) => ({ ...change, roleId: change.roleId ?? makeId() }),
  decide(draft, change) {
    if (!draft.need('roles', 'change', draft.account.root.id, 'make roles')) return
    const wanted = change.name.trim().toLowerCase()
    if ([...draft.account.all('role')].some((role) => role.name.toLowerCase() === wanted)) {
      return draft.refuse('name-taken', `There is a role ${change.name} already; choose another name.`, '/name')
    }
    const areas: Record<string, RoleArea> = {}
    change.areas.forEach((entry, at) => {
      const area = areaAt(draft.account, entry.area, draft.now)
      if (!area) {
        return draft.refuse('unknown-area', `No product that is on has an area ${entry.area}.`, `/areas/${at}/area`)
      }
      if (areas[entry.area]) return draft.refuse('area-twice', `${entry.area} is named twice.`, `/areas/${at}/area`)
      if (!area.area.levels.some((one) => one.level === entry.level)) {
        const known = area.area.levels.map((one) => one.level).join(', ')
        return draft.refuse('unknown-level', `${area.area.name} knows ${known} only.`, `/areas/${at}/level`)
      }
      areas[entry.area] = { level: entry.level }
    })
    draft.insert('role', { id: change.roleId, name: change.name.trim(), areas })
  },
  sentence: (change, _sight, verb) => `${verb('made', 'make')} the role ${change.name}`,
  record: (change) => change,
}
