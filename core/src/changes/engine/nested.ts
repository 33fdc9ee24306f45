import type { Account } from '../../account/account.ts'
import type { Id } from '../../account/rows.ts'
import type { Sight } from '../../access/sight.ts'
import type { Read } from '../../checks/shape.ts'
import type { Instant } from '../../time/instants.ts'
import type { Change } from '../kinds.ts'
import type { Decision } from './decide.ts'
import type { Actor, Draft } from './draft.ts'
import type { NewId, Undoing } from './kind.ts'
import type { Need } from './needs.ts'

/**
 * Other changes read, decided and told within one, as a kind that holds others needs it: given to it, so that no kind
 * imports what knows all kinds.
 */
export interface Nested {
  /** Reads one; rows it makes get new ids where they have none. */
  read(plain: unknown, makeId: () => Id): Read<Change>
  /** The same while the change that holds it is read. */
  readWith(plain: unknown, newId: NewId): Read<Change>
  /** Whether there is such a kind of change, or still is one. */
  knows(type: string): boolean
  decide(account: Account, changes: readonly Change[], actor: Actor, now: Instant): Decision
  /** The rights that a change needs; refuses what names something the actor does not see. */
  needs(draft: Draft, change: Change): readonly Need[]
  /** How a change is undone. */
  undo(change: Change): Undoing<Change>
  /** A change as a thing to do: `Admit Lise Wetherby`. */
  toDo(change: Change, sight: Sight): string
  /** Whether changes only end or lower what there is (model D1, Z4). */
  endsOnly(changes: readonly Change[]): boolean
  /** Whether a change can wait for a day: it is kept in a row meanwhile, where nothing personal may be (model C6). */
  mayWait(change: Change): boolean
}
