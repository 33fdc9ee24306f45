import type { Account } from '../../account/account.ts'
import type { Id, PlaceRow } from '../../account/rows.ts'
import { Interned } from './interned.ts'

/**
 * The places numbered in pre-order, twice. Over the forest cut at walls and archived places: so that what is given at a
 * place reaches exactly one contiguous range of numbers (model T2, T3, T6). And over the whole tree: for what passes
 * walls. Places keep their slots when numbers change.
 */
export class PlaceNumbers {
  readonly slots = new Interned()
  /** By slot × 2: the first number of its range, and the one after its last. Side by side: they are read together. */
  ranges = new Int32Array(0)
  wholeStart = new Int32Array(0)
  wholeEnd = new Int32Array(0)
  /** By slot: the parent's slot, -1 for the root. */
  parent = new Int32Array(0)
  asleep = new Uint8Array(0)
  /** By slot: whether the forest was cut above it. */
  cut = new Uint8Array(0)
  /** By number: the slot; by whole number likewise. */
  slotAt = new Int32Array(0)
  slotAtWhole = new Int32Array(0)
  rootSlot = 0

  /** Numbers all places of the account anew; a few milliseconds for 20,000. */
  renumber(account: Account): void {
    for (const place of account.all('place')) this.slots.slotOf(place.id)
    const size = this.slots.size
    this.ranges = new Int32Array(size * 2).fill(-1)
    this.wholeStart = new Int32Array(size).fill(-1)
    this.wholeEnd = new Int32Array(size).fill(-1)
    this.parent = new Int32Array(size).fill(-1)
    this.asleep = new Uint8Array(size)
    this.cut = new Uint8Array(size)
    this.slotAt = new Int32Array(size)
    this.slotAtWhole = new Int32Array(size)
    this.rootSlot = this.slots.slotOf(account.root.id)
    new Numbering(account, this).run()
  }

  /** The slot of a place that is there, or -1. */
  slotOf(placeId: Id): number {
    const slot = this.slots.find(placeId)
    return slot >= 0 && slot * 2 < this.ranges.length && this.ranges[slot * 2]! >= 0 ? slot : -1
  }

  /** Whether what is given at one place reaches another: walls and sleep in between stop it, unless it passes walls. */
  reaches(given: number, slot: number, passing: boolean): boolean {
    if (this.asleep[slot]) return false
    if (passing)
      return this.wholeStart[given]! <= this.wholeStart[slot]! && this.wholeStart[slot]! < this.wholeEnd[given]!
    const number = this.ranges[slot * 2]!
    return this.ranges[given * 2]! <= number && number < this.ranges[given * 2 + 1]!
  }

  idOf(slot: number): Id {
    return this.slots.ids[slot]!
  }
}

/** One run over the tree: a walled or archived place begins a tree of its own, numbered after the one it was cut from. */
class Numbering {
  private readonly trees: PlaceRow[]
  private number = 0
  private whole = 0

  constructor(
    private readonly account: Account,
    private readonly into: PlaceNumbers,
  ) {
    this.trees = [account.root]
  }

  run(): void {
    this.visitWhole(this.account.root, -1, false)
    for (const top of this.trees) this.visit(top)
  }

  private visitWhole(place: PlaceRow, parent: number, asleep: boolean): void {
    const { into } = this
    const slot = into.slots.slotOf(place.id)
    into.parent[slot] = parent
    into.asleep[slot] = asleep || place.archived ? 1 : 0
    into.wholeStart[slot] = this.whole
    into.slotAtWhole[this.whole] = slot
    this.whole += 1
    for (const child of this.account.by('place', 'parent', place.id)) {
      this.visitWhole(child, slot, asleep || place.archived)
    }
    into.wholeEnd[slot] = this.whole
  }

  private visit(place: PlaceRow): void {
    const { into } = this
    const slot = into.slots.slotOf(place.id)
    into.ranges[slot * 2] = this.number
    into.slotAt[this.number] = slot
    this.number += 1
    for (const child of this.account.by('place', 'parent', place.id)) {
      if (child.walled || child.archived) {
        into.cut[into.slots.slotOf(child.id)] = 1
        this.trees.push(child)
      } else this.visit(child)
    }
    into.ranges[slot * 2 + 1] = this.number
  }
}
