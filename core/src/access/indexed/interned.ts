import type { Id } from '../../account/rows.ts'

/** Ids as small whole numbers, in the order they were first met; a slot is never given to another id. */
export class Interned {
  readonly ids: Id[] = []
  private readonly slots = new Map<Id, number>()

  get size(): number {
    return this.ids.length
  }

  slotOf(id: Id): number {
    let slot = this.slots.get(id)
    if (slot === undefined) {
      slot = this.ids.length
      this.slots.set(id, slot)
      this.ids.push(id)
    }
    return slot
  }

  /** The slot of an id already met, or -1. */
  find(id: Id): number {
    return this.slots.get(id) ?? -1
  }
}
