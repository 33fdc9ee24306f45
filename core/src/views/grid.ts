import type { AreaKey, Id, PersonRow, PersonState, PlaceRow } from '../account/rows.ts'
import type { Account } from '../account/account.ts'
import type { Sight } from '../access/sight.ts'
import { areasAt } from '../products/catalogue.ts'
import { peopleFound } from './people.ts'
import { say } from '../words/say.ts'
import { firmOf, isOutsider, stateAt } from '../people/presence.ts'
import { must } from '../checks/must.ts'
import { groupsOf } from '../people/groups.ts'
import { childrenOf } from '../places/tree.ts'
import { cellReader } from './grid-cells.ts'

/** A tile has so many rows and columns. */
export const TILE = 64

/** So many columns are unfolded by themselves. */
const COLUMNS_AT_FIRST = 160

export const GRID_GROUPINGS = ['kind', 'employer', 'group', 'manager'] as const

export type GridGrouping = (typeof GRID_GROUPINGS)[number]

/** What of people × places is looked at. */
export interface GridQuery {
  /** One area, or null for the highest level of any area of the products. */
  area: AreaKey | null
  grouping: GridGrouping
  /** The words that find people, as in the list of people. */
  find: string
  /** Whose insides are shown beside them; the root's always. Null: as far as it fits. */
  open: ReadonlySet<Id> | 'all' | null
  /** Only these places and what is beneath them; empty for all. */
  under: readonly Id[]
}

export interface GridColumn {
  id: Id
  name: string
  depth: number
  walled: boolean
  /** Null: nothing is beneath it; else whether that is shown. */
  open: boolean | null
}

/** A stretch of rows that belong together, in the order of rows. */
export interface GridGroup {
  key: string
  label: string
  start: number
  count: number
}

/** The two sides of the grid. Rows come with their tiles. */
export interface GridView {
  area: AreaKey | null
  areas: { key: AreaKey; name: string; product: string }[]
  people: number
  rows: number
  groups: GridGroup[]
  columns: GridColumn[]
  places: number
  mayGive: boolean
}

export interface GridRow {
  id: Id
  name: string
  state: PersonState
}

export interface GridTile {
  rows: GridRow[]
  /** One byte a cell, row by row, {@link TILE} to a row (see `grid-cells.ts`). */
  cells: Uint8Array
}

interface Axes {
  view: GridView
  rows: readonly PersonRow[]
}

const remembered = new WeakMap<Account, Map<string, Axes>>()

/** Worked out once for a version of the account and a question: tiles ask again and again. */
export function axesOf(sight: Sight, query: GridQuery): Axes {
  let known = remembered.get(sight.account)
  if (!known) remembered.set(sight.account, (known = new Map<string, Axes>()))
  const { area, grouping, find, open, under } = query
  const opened = open instanceof Set ? [...open].join() : String(open)
  const minute = Math.floor(sight.now / 60_000_000)
  const key = [sight.viewKey, minute, area, grouping, find, opened, under.join()].join('|')
  let axes = known.get(key)
  if (!axes) {
    if (known.size >= 20) known.clear()
    known.set(key, (axes = makeAxes(sight, query)))
  }
  return axes
}

function makeAxes(sight: Sight, query: GridQuery): Axes {
  const { account, now } = sight
  const { rows, groups, people } = rowsOf(sight, query)
  const areas = areasAt(account, now).map(({ key, area, productName }) => ({
    key,
    name: area.name,
    product: productName,
  }))
  const columns = columnsOf(sight, query)
  const places = sight.seesAllKeys ? account.tables.place.size : columns.length
  const mayGive = sight.canSomewhere('access', 'change')
  return { rows, view: { area: query.area, areas, people, rows: rows.length, groups, columns, places, mayGive } }
}

export function gridView(sight: Sight, query: GridQuery): GridView {
  return axesOf(sight, query).view
}

// ——— rows

function rowsOf(sight: Sight, { grouping, find }: GridQuery) {
  const collator = new Intl.Collator('en')
  const named = new Map<string, { label: string; people: { person: PersonRow; name: string }[] }>()
  let people = 0
  for (const { person, name } of peopleFound(sight, find)) {
    if (!['active', 'away', 'waiting', 'invited'].includes(person.state)) continue
    people += 1
    for (const { key, label } of groupsFor(sight, person, grouping)) {
      let group = named.get(key)
      if (!group) named.set(key, (group = { label, people: [] }))
      group.people.push({ person, name })
    }
  }
  // Kinds in the order of nearness; otherwise by name, and what has no such field last.
  const rankOf = (key: string) => (key === '' ? Infinity : Math.max(0, Object.keys(KINDS).indexOf(key)))
  const ordered = [...named].sort(
    ([one, { label }], [other, { label: another }]) =>
      compareNumbers(rankOf(one), rankOf(other)) || collator.compare(label, another),
  )
  const rows: PersonRow[] = []
  const groups = ordered.map(([key, { label, people: members }]): GridGroup => {
    members.sort((one, other) => collator.compare(one.name, other.name))
    const start = rows.length
    for (const { person } of members) rows.push(person)
    return { key, label, start, count: members.length }
  })
  return { rows, groups, people }
}

function compareNumbers(one: number, other: number): number {
  return one === other ? 0 : one < other ? -1 : 1
}

const KINDS = { staff: 'views.staff', contractor: 'views.contractors', client: 'views.client-contacts' } as const

/** Where a person's row is; of a grouping by group, in each of their groups. */
function groupsFor(sight: Sight, person: PersonRow, grouping: GridGrouping): { key: string; label: string }[] {
  const { account } = sight
  if (grouping === 'kind') return [{ key: person.kind, label: say(KINDS[person.kind]) }]
  if (grouping === 'employer') {
    const employer = account.get('employer', person.employerId)
    if (employer) return [{ key: employer.id, label: employer.name }]
    return [
      isOutsider(person) ? { key: 'none', label: say('views.no-firm') } : { key: '', label: firmOf(account, person) },
    ]
  }
  const whole = sight.depthOf(person.id) === 'record'
  if (grouping === 'manager') {
    const label = whole && person.managerId ? sight.personName(person.managerId) : ''
    return [label ? { key: must(person.managerId, 'managerId'), label } : { key: '', label: say('views.no-manager') }]
  }
  const groups = whole ? groupsOf(account, person).flatMap((id) => account.get('group', id) ?? []) : []
  return groups.length > 0
    ? groups.map(({ id, name }) => ({ key: id, label: name }))
    : [{ key: '', label: say('views.no-group') }]
}

// ——— columns

function columnsOf(sight: Sight, query: GridQuery): GridColumn[] {
  const tops = topsOf(sight, query)
  const open = query.open ?? openAtFirst(sight, tops)
  const columns: GridColumn[] = []
  const visit = (place: PlaceRow, depth: number) => {
    const children = childrenSeen(sight, place)
    const isOpen = open === 'all' || open.has(place.id)
    const { id, name, walled } = place
    columns.push({ id, name, depth, walled, open: children.length === 0 ? null : isOpen })
    if (isOpen) for (const child of children) visit(child, depth + 1)
  }
  for (const top of tops) visit(top, 0)
  return columns
}

/** The clients, or what was asked for; for one who does not see those, the highest places seen. */
function topsOf(sight: Sight, { under }: GridQuery): PlaceRow[] {
  const { account } = sight
  const asked = under.flatMap((id) => account.get('place', id) ?? []).filter((place) => sight.seesPlace(place.id))
  if (asked.length > 0) return asked
  const tops: PlaceRow[] = []
  const visit = (place: PlaceRow) => {
    for (const child of childrenOf(account, place.id)) {
      if (child.archived) continue
      if (sight.seesPlace(child.id)) tops.push(child)
      else visit(child)
    }
  }
  visit(account.root)
  return tops
}

function childrenSeen(sight: Sight, place: PlaceRow): PlaceRow[] {
  return childrenOf(sight.account, place.id).filter((child) => !child.archived && sight.seesPlace(child.id))
}

/** Level by level as long as all of it fits. */
function openAtFirst(sight: Sight, tops: readonly PlaceRow[]): ReadonlySet<Id> {
  const open = new Set<Id>()
  let level = tops
  let columns = tops.length
  while (level.length > 0) {
    const inside = level.flatMap((place) => childrenSeen(sight, place))
    if (columns + inside.length > COLUMNS_AT_FIRST) break
    for (const place of level) open.add(place.id)
    columns += inside.length
    level = inside
  }
  return open
}

// ——— cells

/** {@link TILE} × {@link TILE} cells, counted in tiles from the first row and column. */
export function gridTile(sight: Sight, query: GridQuery, rowTile: number, columnTile: number): GridTile {
  const { rows, view } = axesOf(sight, query)
  const people = rows.slice(rowTile * TILE, (rowTile + 1) * TILE)
  const columns = view.columns.slice(columnTile * TILE, (columnTile + 1) * TILE)
  const cells = new Uint8Array(people.length * TILE)
  const read = cellReader(sight, query.area)
  people.forEach((person, row) => {
    columns.forEach((column, at) => (cells[row * TILE + at] = read(person, column.id)))
  })
  return {
    rows: people.map((person) => ({
      id: person.id,
      name: sight.account.nameOf(person.id),
      state: stateAt(sight.account, person, sight.now),
    })),
    cells,
  }
}

/** Reads the question as an address has it; what is not understood falls back to what most ask. */
export function readGridQuery(words: Readonly<Record<string, string | undefined>>): GridQuery {
  const ids = (text: string | undefined) => (text ?? '').split(',').filter(Boolean)
  const grouping = GRID_GROUPINGS.find((one) => one === words.group) ?? 'kind'
  const open = words.open === undefined ? null : words.open === 'all' ? 'all' : new Set(ids(words.open))
  return { area: words.area || null, grouping, find: words.find ?? '', open, under: ids(words.under) }
}
