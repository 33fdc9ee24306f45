import { problem, type Problem } from '../checks/problem.ts'
import { checkAccount } from '../checks/account-checks.ts'
import { isCurrency, isLocale } from '../checks/words.ts'
import { MAXIMUM_PROBLEMS, readShape } from '../checks/shape.ts'
import type { SheetCharging } from '../products/sheet.ts'
import type { BillLine } from '../seats/bill-lines.ts'
import { placeByPath, upwards } from '../places/tree.ts'
import { isZone, readWhen, type Edge, type Instant } from '../time/instants.ts'
import { Account } from './account.ts'
import { AccountBook, type BookField, type BookGrant, type BookPlace } from './book-shape.ts'
import { TABLE_NAMES } from './indexes.ts'
import { readCustoms } from './read-customs.ts'
import { readKeepings } from './read-keeping.ts'
import { readConnections, readLeaving } from './read-leaving.ts'
import { readOffer } from './read-offer.ts'
import { readApprovers } from './read-approvers.ts'
import { keyOf, nameThePeople, readPeople } from './read-people.ts'
import { readProducts } from './read-products.ts'
import type {
  Approvers,
  GrantRow,
  GroupRule,
  HoldingRow,
  Id,
  LeaverLine,
  PersonRow,
  PlaceRow,
  RoleRow,
  PersonalValue,
  Rows,
  Standing,
  SubjectKind,
  TableName,
} from './rows.ts'
import { entryAt } from '../checks/must.ts'

export type Lists = { [T in TableName]: Rows[T][] }

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
    const sentence = `“${read.value.account.zone}” is no zone of the IANA list.`
    return { problems: [problem('unknown-zone', sentence, '/account/zone')] }
  }
  const unknown = unknownWords(read.value)
  if (unknown.length > 0) return { problems: unknown }
  const reader = new BookReader(read.value, makeId)
  try {
    return reader.read()
  } catch (error) {
    if (error instanceof EnoughProblems) return { problems: error.problems }
    throw error
  }
}

/** So many problems are told, and no more are looked for. */
class EnoughProblems extends Error {
  constructor(readonly problems: Problem[]) {
    super('There are more problems than are told at once.')
  }
}

/** A currency or a way of writing that nobody knows, by which no sum could be written. */
function unknownWords({ account: { currency, locale } }: AccountBook): Problem[] {
  return [
    ...(isCurrency(currency)
      ? []
      : [problem('unknown-currency', `There is no currency “${currency}” (ISO 4217).`, '/account/currency')]),
    ...(isLocale(locale)
      ? []
      : [problem('unknown-locale', `There is no way of writing “${locale}” (BCP 47).`, '/account/locale')]),
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

class BookReader {
  private readonly problems: Problem[] = []
  readonly rows = Object.fromEntries(TABLE_NAMES.map((name) => [name, []])) as unknown as Lists
  readonly values: PersonalValue[] = []
  readonly people = new Map<string, Id>()
  readonly employers = new Map<string, Id>()
  readonly roles = new Map<string, Id>()
  readonly fields = new Map<string, Id>()
  readonly groups = new Map<string, Id>()
  readonly paths = new Map<Id, string>()
  /** Rows that say who approves: read once everyone and every group has a name. */
  private readonly approved: { row: { approvers: Approvers | null }; from: unknown; path: string }[] = []
  private readonly placeByText = new Map<string, PlaceRow>()
  private places!: Account
  asOf = 0
  private types: Set<string> | undefined
  private byId: Map<Id, PersonRow> | undefined
  private held: Map<Id, HoldingRow[]> | undefined

  constructor(
    private readonly book: AccountBook,
    readonly makeId: () => Id,
  ) {}

  read(): BookRead {
    const asOf = this.when(this.book.asOf, 'beginning')
    this.asOf = asOf
    const id = this.makeId()
    const { rules: { handedBack = [], ...rules } = {}, ...named } = this.book.account
    const leaverLines = handedBack.map((line) => ({ id: this.makeId(), ...line }))
    this.rows.settings.push({ id: this.makeId(), ...named, ...DEFAULT_RULES, ...rules, leaverLines, openedAt: asOf })
    const rootId = this.makeId()
    const root = {
      id: rootId,
      parentId: null,
      kind: 'account',
      reference: null,
      walled: false,
      archived: false,
      approvers: null,
    }
    this.rows.place.push({ ...root, name: this.book.account.name })
    this.readPlaces(this.book.places, rootId, '/places')
    this.places = Account.of(id, 0, { place: this.rows.place })
    const archived = new Set(this.book.archivedEmployers)
    for (const name of this.book.employers) {
      this.named(this.employers, 'employer', { id: this.makeId(), name, archived: archived.has(name) }, '')
    }
    this.book.fields?.forEach((field, at) => this.readField(field, `/fields/${at}`))
    nameThePeople(this.book.people, this)
    readProducts(this.book.products, this)
    this.readRoles()
    readPeople(this.book.people, this)
    this.readGroups()
    this.readApproved()
    this.readLeavings()
    this.book.offers.forEach((offer, at) => readOffer(offer, `/offers/${at}`, this))
    readCustoms(this.book, this)
    readKeepings(this.book.keepings, this)
    this.readMonths()
    if (this.problems.length > 0) return { problems: this.problems }
    const account = Account.of(id, 0, this.rows, this.values)
    const found = checkAccount(account, asOf)
    if (found.length > 0)
      return {
        problems: found.slice(0, MAXIMUM_PROBLEMS).map(({ rowId, ...rest }) => {
          return { ...rest, path: this.paths.get(rowId) ?? '' }
        }),
      }
    return { account, asOf, problems: [] }
  }

  /** What people may have to hand back, of which a leaving names some. */
  get lines(): readonly LeaverLine[] {
    return entryAt(this.rows.settings, 0).leaverLines
  }

  private named<T extends 'employer' | 'field' | 'role' | 'group'>(
    known: Map<string, Id>,
    table: T,
    row: Rows[T],
    path: string,
  ): void {
    const key = row.name.toLowerCase()
    if (known.has(key)) this.problem('name-twice', `There are two of the name “${row.name}”.`, path)
    known.set(key, row.id)
    this.paths.set(row.id, path.replace(/\/name$/, ''))
    ;(this.rows[table] as Rows[T][]).push(row)
  }

  private readPlaces(places: readonly BookPlace[], parentId: Id, path: string): void {
    places.forEach((place, at) => {
      const id = this.makeId()
      const { name, kind, reference = null, walled = false, archived = false } = place
      const row: PlaceRow = { id, parentId, name, kind, reference, walled, archived, approvers: null }
      this.rows.place.push(row)
      if (place.approvers !== undefined)
        this.approved.push({ row, from: place.approvers, path: `${path}/${at}/approvers` })
      this.paths.set(id, `${path}/${at}`)
      this.readPlaces(place.places ?? [], id, `${path}/${at}/places`)
    })
  }

  private readField({ name, kind = 'choice', own = false, asked = false, values }: BookField, path: string): void {
    const row = {
      id: this.makeId(),
      name,
      kind,
      own,
      asked,
      values: values.map((one) => ({ id: this.makeId(), name: one })),
    }
    this.named(this.fields, 'field', row, `${path}/name`)
  }

  private readRoles(): void {
    const { roles } = this.book
    roles.forEach((role, at) => {
      const { name, areas, approvers, wallPassing = false, retired = false } = role
      const path = `/roles/${at}`
      const row: RoleRow = { id: this.makeId(), name, areas, baseId: null, approvers: null, wallPassing, retired }
      if (approvers !== undefined) this.approved.push({ row, from: approvers, path: `${path}/approvers` })
      this.named(this.roles, 'role', row, `${path}/name`)
    })
    roles.forEach((role, at) => {
      const row = this.rows.role[at]
      if (row && role.follows) row.baseId = this.find(this.roles, role.follows, 'role', `/roles/${at}/follows`)
    })
  }

  private readApproved(): void {
    for (const { row, from, path } of this.approved) {
      try {
        row.approvers = readApprovers(from, {
          person: (text) => this.find(this.people, text, 'person', path),
          group: (text) => this.find(this.groups, text, 'group', path),
        })
      } catch (error) {
        this.problem('bad-value', (error as Error).message, path)
      }
    }
  }

  /** Names of fields and values to their ids; built-in fields are used as they are, employers for their id. */
  condition(name: string, plain: unknown, path: string): { field: string; value: string } | undefined {
    const value = String(plain)
    if (name === 'kind' || name === 'standing') return { field: name, value }
    if (name === 'employer') {
      const employerId = this.find(this.employers, value, 'employer', path)
      return employerId ? { field: name, value: employerId } : undefined
    }
    const fieldId = this.find(this.fields, name, 'field', path)
    const field = this.rows.field.find((one) => one.id === fieldId)
    const choice = field?.values.find((one) => one.name.toLowerCase() === value.toLowerCase())
    if (field && !choice) this.problem('unknown-value', `The field ${name} has no value “${value}”.`, path)
    return field && choice ? { field: field.id, value: choice.id } : undefined
  }

  private readRule(rule: readonly Record<string, string>[] | undefined, path: string): GroupRule | null {
    if (!rule) return null
    const anyOf = rule.map((line, at) =>
      Object.entries(line).flatMap(([name, value]) => this.condition(name, value, `${path}/${at}/${name}`) ?? []),
    )
    return { anyOf }
  }

  private readLeavings(): void {
    this.book.people.forEach((person, at) => {
      const row = this.rows.person[at]
      if (row) readLeaving(person, row, `/people/${at}`, this)
    })
    readConnections(this.book.connections, this)
  }

  private readMonths(): void {
    const { currency } = this.book.account
    const seen = new Set<string>()
    this.book.months?.forEach(({ month, closed, lines }, at) => {
      const path = `/months/${at}`
      if (seen.has(month))
        this.problem('month-twice', `The month ${month} is listed twice; leave one of them out.`, `${path}/month`)
      seen.add(month)
      const totalMinor = lines.reduce((sum, line) => sum + line.amountMinor, 0)
      const bill = { month, currency, lines: JSON.parse(JSON.stringify(lines)) as BillLine[], totalMinor }
      this.rows.closedMonth.push({ id: this.makeId(), month, closedAt: this.when(closed, 'beginning'), bill })
    })
  }

  private readGroups(): void {
    const { groups, standings, people } = this.book
    groups.forEach((group, at) => {
      const path = `/groups/${at}`
      const leadId = this.find(this.people, group.lead, 'person', `${path}/lead`)
      const rule = this.readRule(group.rule, `${path}/rule`)
      const row = { id: this.makeId(), name: group.name, leadId, leads: group.leads ?? false, rule }
      this.named(this.groups, 'group', row, `${path}/name`)
      group.grants?.forEach((grant, index) => this.readGrant(grant, 'group', row.id, `${path}/grants/${index}`))
    })
    for (const standing of ['member', 'guest'] as const) {
      standings[standing]?.forEach((grant, at) =>
        this.readGrant(grant, 'standing', standing, `/standings/${standing}/${at}`),
      )
    }
    people.forEach((person, at) =>
      person.groups?.forEach((name, index) => {
        const groupId = this.find(this.groups, name, 'group', `/people/${at}/groups/${index}`)
        const personId = this.people.get(keyOf(person) ?? '')
        if (groupId && personId) this.rows.membership.push({ id: this.makeId(), groupId, personId })
      }),
    )
  }

  readGrant(grant: BookGrant, subjectKind: SubjectKind, subjectId: string, path: string): void {
    const roleId = this.find(this.roles, grant.role, 'role', `${path}/role`)
    const placeId = this.place(grant.place, `${path}/place`)
    if (!roleId || !placeId) return
    const row: GrantRow = {
      id: this.makeId(),
      subjectKind,
      subjectId,
      roleId,
      placeId,
      from: this.when(grant.from, 'beginning'),
      until: grant.until ? this.when(grant.until, 'end') : null,
      givenById: this.find(this.people, grant.givenBy, 'person', `${path}/givenBy`),
      offerId: null,
      approvers: null,
      madeRoleId: this.find(this.roles, grant.makes, 'role', `${path}/makes`),
    }
    if (grant.approvers !== undefined) this.approved.push({ row, from: grant.approvers, path: `${path}/approvers` })
    this.paths.set(row.id, path)
    this.rows.grant.push(row)
  }

  place(text: string, path: string): Id | undefined {
    let place = this.placeByText.get(text)
    if (!place && (place = placeByPath(this.places, text))) this.placeByText.set(text, place)
    if (!place) this.problem('unknown-place', `There is no place “${text}”.`, path)
    return place?.id
  }

  find(known: Map<string, Id>, name: string | undefined, word: string, path: string): Id | null {
    if (name === undefined) return null
    const id = known.get(name.toLowerCase())
    if (!id) this.problem(`unknown-${word}`, `There is no ${word} “${name}” in this book.`, path)
    return id ?? null
  }

  when(text: string, edge: Edge): Instant {
    return readWhen(text, this.book.account.zone, edge)
  }

  sleeps(placeId: Id): boolean {
    return upwards(this.places, placeId).some((place) => place.archived)
  }

  hasType(seat: string): boolean {
    const known = (this.types ??= new Set(
      this.rows.sheet.flatMap(({ sheet }) => sheet.seatTypes.map((type) => `${sheet.code}/${type.code}`)),
    ))
    // Of a sheet that could not be read nothing is known; that is told already.
    const [product = ''] = seat.split('/')
    const isUnread = !this.rows.sheet.some(({ sheet }) => sheet.code === product)
    return known.has(seat) || (isUnread && this.rows.product.some(({ code }) => code === product))
  }

  personOf(personId: Id): PersonRow | undefined {
    this.byId ??= new Map(this.rows.person.map((row) => [row.id, row]))
    return this.byId.get(personId)
  }

  holdingsOf(personId: Id): HoldingRow[] {
    if (!this.held) {
      this.held = new Map()
      for (const row of this.rows.holding) this.held.set(row.personId, [...(this.held.get(row.personId) ?? []), row])
    }
    return this.held.get(personId) ?? []
  }

  countsAt(product: string, instant: Instant): SheetCharging['counts'] | undefined {
    const sheets = this.rows.sheet.filter(({ sheet }) => sheet.code === product)
    const begun = sheets.filter(({ from }) => from <= instant).sort((one, other) => one.from - other.from)
    return (begun.at(-1) ?? sheets[0])?.sheet.charging.counts
  }

  problem(code: string, sentence: string, path: string): void {
    this.problems.push(problem(code, sentence, path))
    if (this.problems.length >= MAXIMUM_PROBLEMS) throw new EnoughProblems(this.problems)
  }
}
