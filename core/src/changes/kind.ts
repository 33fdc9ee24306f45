import type { Id } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import type { Draft } from './draft.ts'

/** Picks the form of a verb: what was done, as the ledger tells it, or what is to be done, as the docket does. */
export type Verb = (done: string, toDo: string) => string

/**
 * One kind of change: its shape, what it does, and how it reads (model C1). One file per kind; nothing outside the
 * kind knows its fields.
 */
export interface ChangeKind<C extends { type: string } = { type: string }> {
  type: C['type']
  /** The class whose decorators say what is well-formed. */
  shape: new () => C
  /** Gives ids to the rows it makes where they are missing; the server's part (model C1). */
  fill(change: C, makeId: () => Id): C
  /** Collects the row edits in the draft, or refuses in plain words. */
  decide(draft: Draft, change: C): void
  /** The change as a sentence without its subject: `made the place Helipad roof in Pellworth Main`, or `make …`. */
  sentence(change: C, sight: Sight, verb: Verb): string
  /** The change as the ledger keeps it: personal values become their field's name (model C6). */
  record(change: C): object
  /** What only lowers or ends needs no entitlement, just the right its own `decide` names (model D1). */
  onlyEnds?: boolean
  /** Whose rights decide what is given, if not the actor's (model I5). */
  authority?(draft: Draft, change: C): Id | null
}
