import type { GridGroup, GridRow } from '@lodge/core'
import { entryAt } from '@lodge/core/must'

/** Tiles are so many rows and columns; the server's word (core, views/grid). */
export const TILE = 64
/** How a cell's byte is read (core, views/grid-cells). */
export const CELL = { level: 7, heldBack: 8, approval: 16, ownOnly: 32, absent: 64, onceIn: 128 } as const
export const UNSEEN = 255
export const LEVEL_WORDS = ['none', 'see', 'add', 'change', 'run'] as const

export interface Tile {
  rows: readonly GridRow[]
  cells: Uint8Array
}

/** Something on a line of the grid: the head of a group, or a person by their number among all rows. */
export type Line = { group: GridGroup; row: null } | { group: GridGroup; row: number }

/** The lines that show, with folded groups' insides left out: found by number without a list of them. */
export class Lines {
  readonly count: number
  private readonly starts: number[] = []

  constructor(
    private readonly groups: readonly GridGroup[],
    private readonly folded: ReadonlySet<string>,
  ) {
    let line = 0
    for (const group of groups) {
      this.starts.push(line)
      line += 1 + (folded.has(group.key) ? 0 : group.count)
    }
    this.count = line
  }

  at(line: number): Line | undefined {
    if (line < 0 || line >= this.count) return undefined
    let [low, high] = [0, this.groups.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (entryAt(this.starts, middle) <= line) low = middle
      else high = middle - 1
    }
    const group = entryAt(this.groups, low)
    const inside = line - entryAt(this.starts, low)
    return inside === 0 ? { group, row: null } : { group, row: group.start + inside - 1 }
  }

  /** The position of a row, or -1 inside a folded group. */
  lineOf(row: number): number {
    const at = this.groups.findIndex(({ start, count }) => row >= start && row < start + count)
    const group = this.groups[at]
    return !group || this.folded.has(group.key) ? -1 : entryAt(this.starts, at) + 1 + row - group.start
  }
}

const MAXIMUM_IN_FLIGHT = 2
const MAXIMUM_KEPT = 96

/** Tiles as they come, the ones in sight first; at most two are asked for at a time, and old ones are dropped. */
export class TileStore {
  private readonly tiles = new Map<string, Tile>()
  private readonly flying = new Set<string>()
  private wanted: string[] = []
  private generation = 0

  /**
   * @param fetchTile asks for one.
   * @param arrived is told of each.
   */
  constructor(
    private readonly fetchTile: (row: number, column: number) => Promise<Tile>,
    private readonly arrived: () => void,
  ) {}

  get size(): number {
    return this.tiles.size
  }

  get(row: number, column: number): Tile | undefined {
    return this.tiles.get(`${row} ${column}`)
  }

  /** What is in sight now; what was wanted before and not asked for yet is no longer. */
  want(tiles: readonly { row: number; column: number }[]): void {
    this.wanted = []
    for (const { row, column } of tiles) {
      const key = `${row} ${column}`
      const tile = this.tiles.get(key)
      if (!tile) this.wanted.push(key)
      else {
        // What is in sight is dropped last.
        this.tiles.delete(key)
        this.tiles.set(key, tile)
      }
    }
    this.pump()
  }

  /** Forgets everything, as when the account or the question changed; what still shows stays until it is replaced. */
  renew(): TileStore {
    this.generation += 1
    this.wanted = []
    return new TileStore(this.fetchTile, this.arrived)
  }

  private pump(): void {
    const { generation } = this
    while (this.flying.size < MAXIMUM_IN_FLIGHT) {
      // What was wanted again while it was under way may have come by now.
      const key = this.wanted.find((one) => !this.flying.has(one) && !this.tiles.has(one))
      if (key === undefined) return
      this.wanted = this.wanted.filter((one) => one !== key)
      this.flying.add(key)
      const [row = 0, column = 0] = key.split(' ').map(Number)
      void this.fetchTile(row, column)
        .then((tile) => {
          if (generation !== this.generation) return
          this.tiles.set(key, tile)
          for (const old of this.tiles.keys()) {
            if (this.tiles.size <= MAXIMUM_KEPT) break
            this.tiles.delete(old)
          }
          this.arrived()
        })
        // It is wanted again with the next movement.
        .catch(() => undefined)
        .finally(() => {
          this.flying.delete(key)
          if (generation === this.generation) this.pump()
        })
    }
  }
}

/** Bytes from base64 (RFC 4648 §4). */
export function bytesOf(text: string): Uint8Array {
  return Uint8Array.from(atob(text), (character) => character.charCodeAt(0))
}

/** A cell by its line and column; -1 where it is in the heads. */
export interface GridCell {
  line: number
  column: number
}

/** A block of cells, from one corner to the other. */
export interface Block {
  fromLine: number
  toLine: number
  fromColumn: number
  toColumn: number
}

export function blockBetween(one: GridCell, other: GridCell): Block {
  return {
    fromLine: Math.min(one.line, other.line),
    toLine: Math.max(one.line, other.line),
    fromColumn: Math.min(one.column, other.column),
    toColumn: Math.max(one.column, other.column),
  }
}

/** What the docket would do at a cell. */
export type Mark = { kind: 'gives' | 'takes'; level: number }

/** The marks of a preview by `person place`: what would be gained or raised, lost or lowered, in an area or at all. */
export function marksOf(
  effects: readonly {
    kind: 'gained' | 'lost' | 'raised' | 'lowered'
    personId: string
    placeId: string
    beneathIds: readonly string[]
    areas: readonly { area: string; after: string }[]
  }[],
  area: string | null,
): Map<string, Mark> {
  const marks = new Map<string, Mark>()
  for (const { kind, personId, placeId, beneathIds, areas } of effects) {
    const concerned =
      area === null ? areas.filter((one) => !one.area.startsWith('porter/')) : areas.filter((one) => one.area === area)
    if (concerned.length === 0) continue
    const level = Math.max(...concerned.map((one) => LEVEL_WORDS.indexOf(one.after as 'see')))
    const mark: Mark = { kind: kind === 'gained' || kind === 'raised' ? 'gives' : 'takes', level: Math.max(0, level) }
    for (const id of [placeId, ...beneathIds]) marks.set(`${personId} ${id}`, mark)
  }
  return marks
}
