import type { Id } from '../../account/rows.ts'

/**
 * Ids as small whole numbers, in the order they were first met; a slot is never given to another id. Open addressing
 * over typed arrays: a lookup touches little memory, which is what it costs with many thousands of ids.
 */
export class Interned {
  readonly ids: Id[] = []
  /** Slot + 1 by place in the table, 0 where it is empty, with a second hash beside it. */
  private table = new Int32Array(2048)
  private mask = 1023
  private lastId: Id = ''
  private lastSlot = -1

  get size(): number {
    return this.ids.length
  }

  slotOf(id: Id): number {
    // Rows of one subject usually come together.
    if (id === this.lastId) return this.lastSlot
    let slot = this.find(id)
    if (slot < 0) {
      slot = this.ids.length
      this.ids.push(id)
      if (this.ids.length * 2 > this.mask) this.grow()
      else this.place(slot)
    }
    this.lastId = id
    this.lastSlot = slot
    return slot
  }

  /** The slot of an id already met, or -1. */
  find(id: Id): number {
    const second = hash(id, 20, 28)
    for (let at = hash(id, 28, 36) & this.mask; ; at = (at + 1) & this.mask) {
      const slot = this.table[at * 2]!
      if (slot === 0) return -1
      if (this.table[at * 2 + 1] === second && this.ids[slot - 1] === id) return slot - 1
    }
  }

  private place(slot: number): void {
    const id = this.ids[slot]!
    let at = hash(id, 28, 36) & this.mask
    while (this.table[at * 2] !== 0) at = (at + 1) & this.mask
    this.table[at * 2] = slot + 1
    this.table[at * 2 + 1] = hash(id, 20, 28)
  }

  private grow(): void {
    this.mask = this.mask * 2 + 1
    this.table = new Int32Array((this.mask + 1) * 2)
    for (let slot = 0; slot < this.ids.length; slot += 1) this.place(slot)
  }
}

/** A whole number from the characters of an id between two places: FNV-1a. */
function hash(id: Id, from: number, until: number): number {
  let mixed = 0x811c9dc5
  const end = Math.min(until, id.length)
  for (let at = from; at < end; at += 1) mixed = Math.imul(mixed ^ id.charCodeAt(at), 0x01000193)
  return mixed ^ (mixed >>> 15)
}
