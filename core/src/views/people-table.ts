import type { Sight } from '../access/sight.ts'
import { peopleView, type PersonView, type PeopleQuestion } from './people.ts'
import { say } from '../words/say.ts'
import { amountText } from '../seats/money.ts'
import type { Id } from '../account/rows.ts'
import type { LocalDate } from '../time/instants.ts'
import { lookup } from '../checks/lookup.ts'
import { must } from '../checks/must.ts'

/** What the list can hold as a file, by the heading: the words a pasted list is read by, where it reads them (model I2). */
const FILE_CELLS: Readonly<Record<string, (sight: Sight, person: PersonView) => string>> = {
  name: (_sight, { name }) => name,
  email: (sight, { id }) => (sight.depthOf(id) === 'record' ? (sight.account.personal(id, 'email') ?? '') : ''),
  kind: (_sight, { kind }) => kind,
  standing: (_sight, { standing }) => standing ?? '',
  employer: (_sight, { employer }) => employer ?? '',
  from: (_sight, { from }) => from ?? '',
  until: (_sight, { until }) => until ?? '',
  state: (_sight, { state }) => state,
  seats: (_sight, { seats }) => seats?.join(', ') ?? '',
  manager: (_sight, { manager }) => manager ?? '',
  access: (_sight, { reach }) =>
    reach && reach.places > 0 ? say('views.places', { level: reach.level, places: reach.places }) : '',
  cost: ({ account }, { monthMinor }) => {
    const { currency, locale } = account.settings
    return monthMinor == null ? '' : amountText(monthMinor, currency, locale)
  },
  'last use': (_sight, { lastUse }) => lastUse ?? '',
}

// eslint-disable-next-line words/no-literal-text -- headings of the file are its format
const LAST_SIGNED_IN = 'last signed in'

const USUAL_COLUMNS = ['name', 'email', 'kind', 'standing', 'employer', 'from', 'until', 'state', 'seats']

/** What the list's own columns are called in its file. */
/* eslint-disable words/no-literal-text -- headings of the file are its format */
const FILE_HEADINGS: Readonly<Record<string, string>> = {
  reach: 'access',
  lastUse: 'last use',
  seen: LAST_SIGNED_IN,
}

/* eslint-enable words/no-literal-text */

/**
 * The People list as a file: those who match, a row each, cut as the list is.
 * @param columns as the list shows them; besides them who someone is. Empty: all that a pasted list reads.
 * @param seen the day each last signed in, by id: a fact beside the account.
 */
export function peopleTable(
  sight: Sight,
  query: PeopleQuestion,
  columns: readonly string[] = [],
  seen: Readonly<Record<Id, LocalDate>> = {},
): { header: string[]; rows: string[][] } {
  const asked = columns
    .map((one) => lookup(FILE_HEADINGS, one) ?? one)
    .filter((one) => one === LAST_SIGNED_IN || lookup(FILE_CELLS, one))
  const header =
    asked.length > 0 ? [...new Set(['name', 'email', 'kind', 'employer', 'state', ...asked])] : USUAL_COLUMNS
  const costs = header.includes('cost') || header.includes('last use')
  const { people } = peopleView(sight, { ...query, from: 0, count: Infinity, costs })
  const cell = (person: PersonView, one: string) =>
    one === LAST_SIGNED_IN ? (seen[person.id] ?? '') : must(FILE_CELLS[one], 'entry of FILE_CELLS')(sight, person)
  return { header, rows: people.map((person) => header.map((one) => cell(person, one))) }
}
