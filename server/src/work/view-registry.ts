import {
  type Account,
  againView,
  askedToTake,
  askView,
  backFrom,
  billLineView,
  billView,
  cellView,
  type Change,
  choicesView,
  connectionsView,
  countView,
  departuresView,
  deskView,
  firmSheetView,
  firmsView,
  gridTile,
  gridView,
  groupSheetView,
  groupsView,
  handoverGains,
  type HandoverWanted,
  hangsOn,
  type Id,
  type Instant,
  judgeList,
  keptProducts,
  keysOf,
  layOutOf,
  leavingView,
  type ListDefaults,
  mayMakeSomewhere,
  ownAbsences,
  ownLeaving,
  packetLike,
  packetOnPaper,
  packetsView,
  peopleMatching,
  peopleView,
  type PeopleView,
  personSeatsView,
  personSheetView,
  type PersonView,
  placeSheetView,
  placesView,
  plannedView,
  productAboutView,
  productAccountsView,
  proposedTaker,
  readGridQuery,
  readPeopleList,
  readPeopleQuery,
  requestsView,
  roleSheetView,
  rolesView,
  roomsOf,
  seatsView,
  settingsView,
  SharedSight,
  Sight,
  statementView,
  waysIn,
  whyView,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { laidInvoices, type ListedRow, show, showArrivals } from './shown.ts'
import { type ListAsked, showList, type ShownList } from './member-lists.ts'
import { type ShownSpreadsheet, showSpreadsheet, type SpreadsheetAsked } from './spreadsheets.ts'
import type { VendorInvoice } from '../store/invoices.ts'
import { type FileFrom, type FileName, FILES } from './written-files.ts'
import { readPlaces } from '../files/read-places.ts'
import { readInvoice } from '../files/read-invoice.ts'

type Params = Record<string, string>

/** Views by name: what is worked out from an account alone, here or in the worker thread. */
export const VIEWS = {
  desk: (sight: Sight) => deskView(sight),
  people: (sight: Sight, params: Params) => peopleView(sight, readPeopleQuery(params)),
  'people-ids': (sight: Sight, params: Params) => peopleMatching(sight, readPeopleQuery(params)),
  person: (sight: Sight, { personId }: Params) => personSheetView(sight, must(personId, 'personId')),
  'person-seats': (sight: Sight, { personId, changing }: Params) => {
    const products = personSeatsView(sight, must(personId, 'personId'), changing)
    return products && { products }
  },
  hangs: (sight: Sight, { personId }: Params) => {
    const hangs = hangsOn(sight, must(personId, 'personId'))
    return hangs && { hangs, takerId: proposedTaker(sight.account, must(personId, 'personId'), sight.now) }
  },
  departures: (sight: Sight) => departuresView(sight),
  leaving: (sight: Sight, { personId }: Params) => leavingView(sight, must(personId, 'personId')),
  gains: (sight: Sight, { personId, handovers = '[]' }: Params) => {
    const gains = handoverGains(sight, must(personId, 'personId'), JSON.parse(handovers) as HandoverWanted[])
    return gains && { gains }
  },
  connections: (sight: Sight) => connectionsView(sight),
  'product-accounts': (sight: Sight, { product }: Params) => productAccountsView(sight, must(product, 'product')),
  'product-about': (sight: Sight, { product }: Params) => productAboutView(sight, must(product, 'product')),
  kept: (sight: Sight) => ({ products: keptProducts(sight) }),
  places: (sight: Sight) => ({ places: placesView(sight), mayMake: mayMakeSomewhere(sight) }),
  place: (sight: Sight, { placeId }: Params) => placeSheetView(sight, must(placeId, 'placeId')),
  choices: (sight: Sight) => choicesView(sight),
  roles: (sight: Sight) => (roomsOf(sight).includes('roles') ? rolesView(sight) : undefined),
  role: (sight: Sight, { roleId }: Params) =>
    roomsOf(sight).includes('roles') ? roleSheetView(sight, must(roleId, 'roleId')) : undefined,
  seats: (sight: Sight) => seatsView(sight),
  bill: (sight: Sight, { month }: Params) => billView(sight, must(month, 'month')),
  'bill-line': (sight: Sight, { month, line }: Params) => billLineView(sight, must(month, 'month'), Number(line)),
  count: (sight: Sight) => countView(sight),
  'my-keys': (sight: Sight) => myKeys(sight),
  frame: (sight: Sight) => ({
    personId: sight.personId,
    name: sight.account.nameOf(sight.personId),
    rooms: roomsOf(sight),
  }),
  ask: (sight: Sight, { text = '' }: Params) => askView(sight, text.slice(0, 200)),
  cell: (sight: Sight, { placeId, personId }: Params) =>
    cellView(sight, must(placeId, 'placeId'), must(personId, 'personId')),
  statement: (sight: Sight, { placeId }: Params) => statementView(sight, must(placeId, 'placeId'), sight.now),
  packets: (sight: Sight) => packetsView(sight),
  planned: (sight: Sight) => ({ planned: plannedView(sight) }),
  settings: (sight: Sight) => settingsView(sight),
  packet: (sight: Sight, { packetId }: Params) => packetOnPaper(sight, must(packetId, 'packetId')),
  again: (sight: Sight, { personId }: Params) => againView(sight, must(personId, 'personId')),
  'packet-like': (sight: Sight, { personId }: Params) => packetLike(sight, must(personId, 'personId')),
  requests: (sight: Sight) => requestsView(sight),
  groups: (sight: Sight) => groupsView(sight),
  firms: (sight: Sight) => firmsView(sight),
  firm: (sight: Sight, { firmId }: Params) => firmSheetView(sight, must(firmId, 'firmId')),
  group: (sight: Sight, { groupId }: Params) => groupSheetView(sight, must(groupId, 'groupId')),
  grid: (sight: Sight, params: Params) => gridView(sight, readGridQuery(params)),
  'grid-tile': (sight: Sight, params: Params) =>
    gridTile(sight, readGridQuery(params), Number(params.row), Number(params.column)),
} satisfies Record<string, (sight: Sight, params: Params) => object | undefined>

export type ViewName = keyof typeof VIEWS

function myKeys(sight: Sight): object | undefined {
  const { personId } = sight
  const sheet = personSheetView(sight, personId)
  if (!sheet) return undefined
  const keys = keysOf(sight, personId).map((place) => ({
    ...place,
    keys: place.keys.map((key) => ({ ...key, why: whyView(sight, personId, place.placeId, key.area) })),
  }))
  return { name: sheet.name, from: sheet.from, until: sheet.until, seats: sheet.holdings, keys, ...own(sight) }
}

/** What is on one's own page beside the keys: leaving, times away, what one is asked to take over. */
function own(sight: Sight): object {
  return {
    leaving: ownLeaving(sight),
    asked: askedToTake(sight),
    away: ownAbsences(sight),
    ways: waysIn(sight),
    ...back(sight),
  }
}

/** Whether one is back from a time away of which there is something to tell. */
const back = (sight: Sight) => ({ back: backFrom(sight) !== undefined })

/** Something to be worked out from an account at a version or a later one. */
export type Task = {
  accountId: string
  version: number
  personId: string
  now: Instant
} & (
  | { kind: 'preview'; changes: Change[] }
  | { kind: 'people-list'; text: string }
  | { kind: 'arrivals'; rows: ListedRow[]; defaults: ListDefaults; runId: Id }
  | { kind: 'view'; view: ViewName; params: Params; as: string | null }
  | ({ kind: 'member-list' } & ListAsked)
  | ({ kind: 'spreadsheet' } & SpreadsheetAsked)
  | { kind: 'place-list'; text: string; parentId: Id; likeId: Id | null; as: string | null }
  | { kind: 'invoice'; text: string; month: string }
  | { kind: 'laid-invoices'; invoices: VendorInvoice[]; as: string | null }
)

/** A file to be written from an account at a version or a later one. */
export interface FileTask extends FileFrom {
  kind: 'file'
  file: FileName
  accountId: string
  version: number
  personId: string
  now: Instant
  as: string | null
}

/** A pasted list of places read: what it would lay out, or every line that cannot be read. */
function layOut(sight: Sight, { text, parentId, likeId }: { text: string; parentId: Id; likeId: Id | null }): object {
  const { places, problems } = readPlaces(text)
  if (problems.length > 0) return { change: null, problems }
  return { change: layOutOf(sight, parentId, places, likeId), problems: [] }
}

/** Writes a file; undefined where there is nothing to be seen. @throws LodgeError 400 where it would be too large. */
export async function writeFile(account: Account, task: FileTask): Promise<string | Uint8Array | undefined> {
  return FILES[task.file](sightOf(account, task.personId, task.as, task.now), task)
}

/** Works a task out. */
export function runTask(account: Account, task: Task): object | undefined {
  if (task.kind === 'preview') return show(account, task.changes, task.personId, task.now)
  if (task.kind === 'arrivals') return showArrivals(sightOf(account, task.personId, null, task.now), task)
  if (task.kind === 'member-list') {
    const sight = sightOf(account, task.personId, null, task.now)
    return showList(sight, task, (changes) => show(account, changes, task.personId, task.now))
  }
  if (task.kind === 'spreadsheet') {
    const sight = sightOf(account, task.personId, null, task.now)
    return showSpreadsheet(sight, task, (changes) => show(account, changes, task.personId, task.now))
  }
  if (task.kind === 'people-list') {
    const { people, problem } = readPeopleList(
      task.text,
      [...account.all('field')].map(({ name }) => name),
    )
    return { people: judgeList(sightOf(account, task.personId, null, task.now), people), problem }
  }
  if (task.kind === 'place-list') return layOut(sightOf(account, task.personId, task.as, task.now), task)
  if (task.kind === 'invoice') {
    const { currency, locale } = account.settings
    return { lines: readInvoice(task.text, task.month, currency, locale) }
  }
  if (task.kind === 'laid-invoices')
    return laidInvoices(sightOf(account, task.personId, task.as, task.now), task.invoices)
  return VIEWS[task.view](sightOf(account, task.personId, task.as, task.now), task.params)
}

/** Works a task out as the text it is sent as; undefined where there is nothing to be seen. */
export function runTaskToText(account: Account, task: Task): string | undefined {
  const found = runTask(account, task)
  if (!found) return undefined
  if (task.kind === 'member-list' || task.kind === 'spreadsheet') {
    // What applies it is worked out anew when it is sent.
    const { changes: _changes, ...shown } = found as ShownList | ShownSpreadsheet
    return JSON.stringify(shown)
  }
  return task.kind === 'view' && task.view === 'people' ? textOfPeople(found as PeopleView) : JSON.stringify(found)
}

/** Rows of the list stay the same objects while the account does, window after window: each is written once. */
const written = new WeakMap<PersonView, string>()

function textOfPeople({ people, ...rest }: PeopleView): string {
  const rows = people.map((row) => {
    let text = written.get(row)
    if (text === undefined) written.set(row, (text = JSON.stringify(row)))
    return text
  })
  return `{"people":[${rows.join(',')}],${JSON.stringify(rest).slice(1)}`
}

/** What one sees, or of what another would see as much as one sees oneself (model D5). */
export function sightOf(account: Account, personId: string, as: string | null, now: Instant): Sight {
  return as === null ? new Sight(account, personId, now) : new SharedSight(account, personId, as, now)
}
