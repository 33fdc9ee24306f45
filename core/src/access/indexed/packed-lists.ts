/**
 * Short lists of small numbers by slot, side by side in one array, where reading one touches little memory. A list is
 * packed when first read and forgotten when what it was made from changes.
 */
export class PackedLists {
  /** All lists, each as its length and then its numbers. */
  data = new Int32Array(1024)
  private offsets = new Int32Array(0)
  private used = 0

  /** @param make the list of a slot, worked out anew. */
  constructor(private readonly make: (slot: number) => readonly number[]) {}

  /** Where in `data` the list of a slot begins. */
  at(slot: number): number {
    const offset = slot < this.offsets.length ? this.offsets[slot]! : 0
    return offset > 0 ? offset - 1 : this.pack(slot)
  }

  forget(slot: number): void {
    if (slot < this.offsets.length) this.offsets[slot] = 0
  }

  forgetAll(): void {
    this.offsets.fill(0)
    this.used = 0
  }

  private pack(slot: number): number {
    const list = this.make(slot)
    // What was forgotten leaves a gap; when gaps have filled the array, everything is packed anew.
    if (this.used + list.length + 1 > this.data.length && this.used > 1_000_000) this.forgetAll()
    if (this.used + list.length + 1 > this.data.length) this.data = grown(this.data, this.used + list.length + 1)
    if (slot >= this.offsets.length) this.offsets = grown(this.offsets, slot + 1)
    const at = this.used
    this.data[at] = list.length
    this.data.set(list, at + 1)
    this.used += list.length + 1
    this.offsets[slot] = at + 1
    return at
  }
}

function grown(array: Int32Array, least: number): Int32Array<ArrayBuffer> {
  const larger = new Int32Array(Math.max(least, array.length * 2))
  larger.set(array)
  return larger
}
