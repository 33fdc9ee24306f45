import type { Sight } from '../access/sight.ts'
import { axesOf, type GridQuery } from './grid.ts'
import { cellReader, cellWords } from './grid-cells.ts'
import type { Id, PersonState } from '../account/rows.ts'
import { type KeyView, keyViews } from './keys.ts'
import { onceInOf } from '../changes/offers/once-in.ts'
import type { Account } from '../account/account.ts'
import { reachesAt } from '../access/reach.ts'
import { isOwnArea } from '../products/catalogue.ts'
import { stateAt } from '../people/presence.ts'

/** So many cells at most are written out. */
export const MAXIMUM_TABLE_CELLS = 1_000_000

/** All of it as a table of words, a row a person; `cells` alone where it is too large to be written out. */
export function gridTable(sight: Sight, query: GridQuery): { cells: number; header: string[]; rows: string[][] } {
  const { rows, view } = axesOf(sight, query)
  const { account } = sight
  const cells = rows.length * view.columns.length
  const header = ['', 'name', ...view.columns.map(({ id }) => sight.pathNames(id).join(' / '))]
  if (cells > MAXIMUM_TABLE_CELLS) return { cells, header, rows: [] }
  const read = cellReader(sight, query.area)
  const written = view.groups.flatMap(({ label, start, count }) =>
    rows.slice(start, start + count).map((person) => {
      const words = view.columns.map(({ id }) => cellWords(read(person, id)))
      return [label, account.nameOf(person.id), ...words]
    }),
  )
  return { cells, header, rows: written }
}

/** One person at one place: every area they hold something of there. */
export interface CellView {
  personId: Id
  name: string
  state: PersonState
  placeId: Id
  placeName: string
  path: string[]
  walled: boolean
  keys: KeyView[]
  /** What they would have there once an invitation is taken up (model I5). */
  onceIn: KeyView[]
}

/** What a cell is made of; undefined where it is not the asker's to see (model D5). */
export function cellView(sight: Sight, placeId: Id, personId: Id): CellView | undefined {
  const { account, now } = sight
  const [person, place] = [account.get('person', personId), account.get('place', placeId)]
  const seen = sight.seesPerson(personId) && sight.seesPlace(placeId) && sight.seesKeys(personId, placeId)
  if (!person || !place || !seen) return undefined
  const then = onceInOf(account, personId, now)
  const keysIn = (one: Account) =>
    keyViews(sight, reachesAt(one, personId, placeId, now)).filter((key) => !isOwnArea(key.area))
  return {
    personId,
    name: account.nameOf(personId),
    state: stateAt(account, person, now),
    placeId,
    placeName: place.name,
    path: sight.pathNames(placeId),
    walled: place.walled,
    keys: keysIn(account),
    onceIn: then ? keysIn(then) : [],
  }
}
