import type { Account } from '../../account/account.ts'
import type { Id, PersonRow, RuleCondition } from '../../account/rows.ts'
import { BUILT_IN_FIELDS, valueIn } from '../../people/groups.ts'
import { must } from '../../checks/must.ts'

interface Line {
  groupId: Id
  rest: readonly RuleCondition[]
}

/** Finds the groups whose rules hold a person by the first condition of each line, instead of trying every rule. */
export class RuleFinder {
  private readonly lines = new Map<string, Map<string, Line[]>>()

  constructor(account: Account) {
    for (const group of account.by('group', 'ruled', 'yes')) {
      for (const [first, ...rest] of must(group.rule, 'rule').anyOf)
        if (first) this.add(first, { groupId: group.id, rest })
    }
  }

  private add({ field, value }: RuleCondition, line: Line): void {
    let ofField = this.lines.get(field)
    if (!ofField) this.lines.set(field, (ofField = new Map<string, Line[]>()))
    const known = ofField.get(value)
    if (known) known.push(line)
    else ofField.set(value, [line])
  }

  /** Adds the groups that hold the person to those given, each once (model P8). */
  addTo(groups: Id[], person: PersonRow): void {
    if (person.state !== 'active' && person.state !== 'away') return
    for (const field of BUILT_IN_FIELDS) this.addLines(groups, person, field, valueIn(person, field))
    for (const field in person.choices)
      this.addLines(groups, person, field, must(person.choices[field], 'entry of choices'))
  }

  private addLines(groups: Id[], person: PersonRow, field: string, value: string | null): void {
    const lines = value === null ? undefined : this.lines.get(field)?.get(value)
    for (const { groupId, rest } of lines ?? []) {
      if (!groups.includes(groupId) && rest.every((one) => valueIn(person, one.field) === one.value))
        groups.push(groupId)
    }
  }
}
