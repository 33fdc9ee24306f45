import { problem, type Problem } from '../checks/problem.ts'
import { checkAccount } from '../checks/account-checks.ts'
import { isCurrency, isLocale } from '../checks/words.ts'
import { MAXIMUM_PROBLEMS, readShape } from '../checks/shape.ts'
import type { BillLine } from './bill-rows.ts'
import { isZone, type Instant } from '../time/instants.ts'
import { Account } from './account.ts'
import { BookScene, EnoughProblems } from './book-scene.ts'
import { AccountBook, type BookField, type BookPlace } from './book-shape.ts'
import { readCustoms } from './read-customs.ts'
import { readApproved } from './read-grants.ts'
import { readGroups, readRoles } from './read-groups.ts'
import { readKeepings } from './read-keeping.ts'
import { readConnections, readLeaving } from './read-leaving.ts'
import { readOffer } from './read-offer.ts'
import { nameThePeople, readPeople } from './read-people.ts'
import { readProducts } from './read-products.ts'
import type { Id, PlaceRow, Standing } from './rows.ts'
import { say } from '../words/say.ts'

/** What reading a book gives: an account at version 0 and the instant it represents, or every problem by path. */
export type BookRead =
  { account: Account; asOf: Instant; problems: [] } | { account?: undefined; asOf?: undefined; problems: Problem[] }

/**
 * Reads an account book into an account; every problem comes with its path and nothing is half-read.
 * @param makeId gives the ids of the rows made.
 */
export function readBook(plain: unknown, makeId: () => Id): BookRead {
  const read = readShape(AccountBook, plain, LEFT_OUT)
  if (read.problems) return { problems: read.problems }
  if (!isZone(read.value.account.zone)) {
    const sentence = say('account.is-no-zone-of-the-iana-list', { zone: read.value.account.zone })
    return { problems: [problem('unknown-zone', sentence, '/account/zone')] }
  }
  const unknown = unknownWords(read.value)
  if (unknown.length > 0) return { problems: unknown }
  try {
    return readAll(new BookScene(read.value, makeId))
  } catch (error) {
    if (error instanceof EnoughProblems) return { problems: error.problems }
    throw error
  }
}

/** A currency or a way of writing that nobody knows, by which no sum could be written. */
function unknownWords({ account: { currency, locale } }: AccountBook): Problem[] {
  return [
    ...(isCurrency(currency)
      ? []
      : [problem('unknown-currency', say('account.there-is-no-currency-iso-4217', { currency }), '/account/currency')]),
    ...(isLocale(locale)
      ? []
      : [problem('unknown-locale', say('account.there-is-no-way-of-writing-bcp-47', { locale }), '/account/locale')]),
  ]
}

/** What is null is left out, but in a sheet and where the names are the book’s own. */
const LEFT_OUT = {
  nullIsLeftOut: true,
  butIn: new Set(['sheet', 'areas', 'choices', 'texts', 'rule', 'roleWords', 'placeWords', 'columns']),
}

/** The rules of an account that says nothing else. */
const DEFAULT_RULES = {
  pathLabelDepth: 1,
  guestsSeePeopleMet: true,
  secondMeansFor: [] as Standing[],
  outsidersNeedEnd: false,
  terms: null as string | null,
  erasedAfterDays: null as number | null,
  erasedByItself: false,
}

/** Reads the parts of a book in the order in which they name each other. */
function readAll(scene: BookScene): BookRead {
  const { asOf, book } = scene
  const id = scene.makeId()
  const { rules: { handedBack = [], ...rules } = {}, ...named } = book.account
  const leaverLines = handedBack.map((line) => ({ id: scene.makeId(), ...line }))
  scene.rows.settings.push({ id: scene.makeId(), ...named, ...DEFAULT_RULES, ...rules, leaverLines, openedAt: asOf })
  const rootId = scene.makeId()
  const root = {
    id: rootId,
    parentId: null,
    kind: 'account',
    reference: null,
    walled: false,
    archived: false,
    approvers: null,
  }
  scene.rows.place.push({ ...root, name: book.account.name })
  readPlaces(book.places, rootId, '/places', scene)
  const archived = new Set(book.archivedEmployers)
  for (const name of book.employers) {
    scene.named(scene.employers, 'employer', { id: scene.makeId(), name, archived: archived.has(name) }, '')
  }
  book.fields?.forEach((field, at) => readField(field, `/fields/${at}`, scene))
  nameThePeople(book.people, scene)
  readProducts(book.products, scene)
  readRoles(scene)
  readPeople(book.people, scene)
  readGroups(scene)
  readApproved(scene)
  readLeavings(scene)
  book.offers.forEach((offer, at) => readOffer(offer, `/offers/${at}`, scene))
  readCustoms(book, scene)
  readKeepings(book.keepings, scene)
  readMonths(scene)
  if (scene.problems.length > 0) return { problems: scene.problems }
  const account = Account.of(id, 0, scene.rows, scene.values)
  const found = checkAccount(account, asOf)
  if (found.length > 0)
    return {
      problems: found.slice(0, MAXIMUM_PROBLEMS).map(({ rowId, ...rest }) => {
        return { ...rest, path: scene.paths.get(rowId) ?? '' }
      }),
    }
  return { account, asOf, problems: [] }
}

function readPlaces(places: readonly BookPlace[], parentId: Id, path: string, scene: BookScene): void {
  places.forEach((place, at) => {
    const id = scene.makeId()
    const { name, kind, reference = null, walled = false, archived = false } = place
    const row: PlaceRow = { id, parentId, name, kind, reference, walled, archived, approvers: null }
    scene.rows.place.push(row)
    if (place.approvers !== undefined)
      scene.approved.push({ row, from: place.approvers, path: `${path}/${at}/approvers` })
    scene.paths.set(id, `${path}/${at}`)
    readPlaces(place.places ?? [], id, `${path}/${at}/places`, scene)
  })
}

function readField(
  { name, kind = 'choice', own = false, asked = false, values }: BookField,
  path: string,
  scene: BookScene,
): void {
  const row = {
    id: scene.makeId(),
    name,
    kind,
    own,
    asked,
    values: values.map((one) => ({ id: scene.makeId(), name: one })),
  }
  scene.named(scene.fields, 'field', row, `${path}/name`)
}

function readLeavings(scene: BookScene): void {
  scene.book.people.forEach((person, at) => {
    const row = scene.rows.person[at]
    if (row) readLeaving(person, row, `/people/${at}`, scene)
  })
  readConnections(scene.book.connections, scene)
}

function readMonths(scene: BookScene): void {
  const { currency } = scene.book.account
  const seen = new Set<string>()
  scene.book.months?.forEach(({ month, closed, lines }, at) => {
    const path = `/months/${at}`
    if (seen.has(month))
      scene.problem('month-twice', say('account.the-month-is-listed-twice-leave-one-of', { month }), `${path}/month`)
    seen.add(month)
    const totalMinor = lines.reduce((sum, line) => sum + line.amountMinor, 0)
    const bill = { month, currency, lines: JSON.parse(JSON.stringify(lines)) as BillLine[], totalMinor }
    scene.rows.closedMonth.push({ id: scene.makeId(), month, closedAt: scene.when(closed, 'beginning'), bill })
  })
}
