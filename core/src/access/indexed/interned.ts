import type { Id } from '../../account/rows.ts'

/** One entry of the table: the slot + 1 (0 where it is empty), then the four words of the id. */
const ENTRY = 5
const DASH = 45

/**
 * Ids as small whole numbers, in the order they were first met; a slot is never given to another id. UUIDs are kept as
 * 128 bits in an open-addressed table, so that a lookup touches one line of memory and no string: with many thousands
 * of ids that is what it costs. Whatever is no UUID in lower case is kept in a map.
 */
export class Interned {
  readonly ids: Id[] = []
  private table = new Int32Array(1024 * ENTRY)
  private mask = 1023
  private readonly others = new Map<Id, number>()
  /** The four words of the id read last. */
  private readonly words = new Int32Array(4)
  private lastId: Id | undefined
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
      if (!this.read(id)) this.others.set(id, slot)
      else if (this.ids.length * 2 > this.mask) this.grow()
      else this.place(slot)
    }
    this.lastId = id
    this.lastSlot = slot
    return slot
  }

  /** The slot of an id already met, or -1. */
  find(id: Id): number {
    if (!this.read(id)) return this.others.get(id) ?? -1
    const { table, mask } = this
    const { words } = this
    const one = words[0]!
    const two = words[1]!
    const three = words[2]!
    const four = words[3]!
    for (let at = mixed(three, four) & mask; ; at = (at + 1) & mask) {
      const entry = at * ENTRY
      const slot = table[entry]!
      if (slot === 0) return -1
      const same = table[entry + 4] === four && table[entry + 3] === three
      if (same && table[entry + 2] === two && table[entry + 1] === one) return slot - 1
    }
  }

  /** Puts the words just read into the table. */
  private place(slot: number): void {
    let at = mixed(this.words[2]!, this.words[3]!) & this.mask
    while (this.table[at * ENTRY] !== 0) at = (at + 1) & this.mask
    this.table[at * ENTRY] = slot + 1
    this.table.set(this.words, at * ENTRY + 1)
  }

  private grow(): void {
    this.mask = this.mask * 2 + 1
    this.table = new Int32Array((this.mask + 1) * ENTRY)
    for (let slot = 0; slot < this.ids.length; slot += 1) if (this.read(this.ids[slot]!)) this.place(slot)
  }

  /** Reads a UUID in its usual text, lower case, into four words; no if the id is anything else. */
  private read(id: Id): boolean {
    if (id.length !== 36) return false
    for (let at = 8; at <= 23; at += 5) if (id.charCodeAt(at) !== DASH) return false
    const [a, b, c, d] = [four(id, 0), four(id, 4), four(id, 9), four(id, 14)]
    const [e, f, g, h] = [four(id, 19), four(id, 24), four(id, 28), four(id, 32)]
    if ((a | b | c | d | e | f | g | h) < 0) return false
    const { words } = this
    words[0] = (a << 16) | b
    words[1] = (c << 16) | d
    words[2] = (e << 16) | f
    words[3] = (g << 16) | h
    return true
  }
}

/** The value of each character as a hexadecimal digit in lower case; a negative number otherwise. */
const HEX = new Int8Array(65_536).fill(-1)
for (let digit = 0; digit < 16; digit += 1) HEX[digit.toString(16).charCodeAt(0)] = digit

/** Four digits as a number; negative if one is none. */
function four(id: Id, at: number): number {
  return (
    (HEX[id.charCodeAt(at)]! << 12) |
    (HEX[id.charCodeAt(at + 1)]! << 8) |
    (HEX[id.charCodeAt(at + 2)]! << 4) |
    HEX[id.charCodeAt(at + 3)]!
  )
}

function mixed(one: number, other: number): number {
  const bits = Math.imul(one, 0x01000193) ^ other
  return bits ^ (bits >>> 15)
}
