/** Written instead of a length where a list is not packed; one that is elsewhere has its place, negative. */
const ABSENT = -1

/**
 * Short lists of small numbers by slot, side by side in one array, where reading one touches one line of memory. A list
 * is packed when first read and forgotten when what it was made from changes. Lists that do not fit their stride lie
 * behind all others.
 */
export class PackedLists {
  /** All lists, each as its length and then its numbers. */
  data = new Int32Array(0)
  private slots = 0
  private used = 0

  /**
   * @param stride how many numbers are between two lists: most should fit, with their length.
   * @param make the list of a slot, worked out anew.
   */
  constructor(
    private readonly stride: number,
    private readonly make: (slot: number) => readonly number[],
  ) {}

  /** Where in `data` the list of a slot begins. */
  at(slot: number): number {
    if (slot >= this.slots) this.makeRoom(slot + 1)
    const at = slot * this.stride
    const length = this.data[at]!
    if (length >= 0) return at
    return length === ABSENT ? this.pack(slot) : -length
  }

  /** Packs the lists of the first `count` slots. */
  packAll(count: number): void {
    this.makeRoom(count)
    for (let slot = 0; slot < count; slot += 1) this.at(slot)
  }

  forget(slot: number): void {
    if (slot < this.slots) this.data[slot * this.stride] = ABSENT
  }

  forgetAll(): void {
    for (let slot = 0; slot < this.slots; slot += 1) this.forget(slot)
    this.used = this.slots * this.stride
  }

  /** More slots: what is behind them would be in the way, so that all begin anew. */
  private makeRoom(slots: number): void {
    if (slots <= this.slots) return
    this.slots = Math.max(slots, Math.ceil(this.slots * 1.25))
    this.data = new Int32Array(Math.ceil(this.slots * this.stride * 1.25) + 1024)
    this.forgetAll()
  }

  private pack(slot: number): number {
    const list = this.make(slot)
    const fits = list.length < this.stride
    // What was forgotten leaves a gap behind; when gaps have filled the array, everything is packed anew.
    if (!fits && this.used + list.length >= this.data.length) {
      if (this.used > this.slots * this.stride * 2) this.forgetAll()
      const larger = new Int32Array(Math.ceil(this.data.length * 1.5) + list.length)
      larger.set(this.data)
      this.data = larger
    }
    const at = fits ? slot * this.stride : this.used
    if (!fits) {
      this.data[slot * this.stride] = -at
      this.used += list.length + 1
    }
    this.data[at] = list.length
    this.data.set(list, at + 1)
    return at
  }
}
