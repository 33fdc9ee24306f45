import type { Id } from '../../account/rows.ts'
import { must } from '../../checks/must.ts'

/**
 * Those whom grants reach together: a group, or all of a standing (model G1, P10). People and places are slots; nobody
 * is added twice.
 */
export class SubjectSet {
  /** By place: the keys of the roles in force there. */
  readonly at = new Map<number, number[]>()
  readonly members: number[] = []

  /** @param groupId the group it is; none for all of a standing. */
  constructor(
    readonly number: number,
    readonly groupId?: Id,
  ) {}

  add(person: number): void {
    this.members.push(person)
  }

  delete(person: number): void {
    const at = this.members.indexOf(person)
    const last = this.members.pop()
    if (at >= 0 && at < this.members.length) this.members[at] = must(last, 'last')
  }
}
