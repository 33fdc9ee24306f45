import {
  CHANGE_TYPES,
  decide,
  readChange,
  schemaOf,
  shapeOfChange,
  type Account,
  type AccountBook,
  type BookApprovers,
  type BookPerson,
  type Change,
  type Id,
  type Level,
  type ProductSheet,
} from '../src/index.ts'
import { House, nextId } from './house.ts'

// Random changes of every kind there is, made from their shapes: a kind added tomorrow is among them.

export type Random = (below: number) => number

export function randomOf(seed: number): Random {
  let state = seed >>> 0
  return (below) => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * below)
  }
}

export const pick = <T>(random: Random, list: readonly T[]): T => list[random(list.length)]!

/** An owner, an administrator, stewards, people with one part of the office's rights each, a group's lead, guests. */
function delegates(book: AccountBook): void {
  const role = (name: string, areas: Record<string, Level>) => {
    const entries = Object.entries(areas).map(([area, level]) => [area, { level }])
    book.roles.push({ name, areas: Object.fromEntries(entries) as AccountBook['roles'][number]['areas'] })
  }
  role('Office', { 'porter/people': 'change', 'porter/seats': 'add', 'porter/departures': 'change' })
  role('Lists', { 'porter/groups': 'run', 'porter/roles': 'run', 'porter/settings': 'change', 'porter/ledger': 'see' })
  role('Wires', { 'porter/connections': 'run', 'porter/places': 'run', 'porter/help': 'change' })
  role('Books', { 'porter/billing': 'change', 'porter/seats': 'change' })
  book.roles.push({ name: 'Agency', areas: { 'porter/places': { level: 'add', scope: 'own' } } })
  const person = (name: string, given: string, place: string, more: object = {}): BookPerson => ({
    ...{ email: `${name.split(' ')[0]!.toLowerCase()}@house.example`, name, kind: 'staff', standing: 'member' },
    ...{ state: 'active', engagement: { from: '2025-01-01' }, grants: [{ role: given, place, from: '2026-01-01' }] },
    ...more,
  })
  book.people.push(
    person('Bevis Office', 'Office', '/'),
    person('Nora Office', 'Office', '/'),
    person('Delia Lists', 'Lists', '/'),
    person('Edda Wires', 'Wires', '/'),
    person('Yannick Books', 'Books', '/', { manager: 'bevis@house.example' }),
    person('Fen Corvane', 'Steward', 'Corvane', { kind: 'contractor', standing: 'guest', employer: 'Highfast' }),
    person('Gale Quitter', 'Gardener', 'Corvane', { seats: [{ seat: 'log/reader', from: '2026-01-01' }] }),
  )
  book.groups.push(
    { name: 'Firm', rule: [{ employer: 'Highfast' }], grants: [] },
    { name: 'Named', grants: [{ role: 'Rope access', place: 'Pellworth', from: '2026-01-01' }] },
  )
  book.fields = [{ name: 'Season', values: ['Winter', 'Summer'] }]
  const [log] = book.products
  const [version] = log!.sheets
  const sheet = version!.sheet as ProductSheet
  const perPlace = [{ name: 'Sensors', placeKind: 'site', priceMinor: 600 }]
  version!.sheet = { ...sheet, charging: { ...sheet.charging, perPlace } }
  book.products.push({
    ...log!,
    code: 'radio',
    stock: [],
    sheets: [{ ...version!, sheet: { ...sheet, code: 'radio', name: 'Radio' } }],
  })
  const seatTypes = sheet.seatTypes.map((type) => ({ ...type, priceMinor: 0, inBand: type.code !== 'reader' }))
  const bands = [2, 3, 9].map((upTo, at) => ({ upTo, priceMinor: 4500 * (at + 1) }))
  const amount = { kind: 'amount', unit: 'EUR', monthly: false } as const
  book.products.push({
    ...log!,
    code: 'quotes',
    stock: [],
    sheets: [
      {
        ...version!,
        sheet: {
          ...{ ...sheet, code: 'quotes', name: 'Quotes', seatTypes },
          charging: { ...sheet.charging, rule: 'banded', bands },
          comesAlong: [{ standing: 'member', seatType: 'reader' }],
          limits: [
            { ...amount, code: 'order', name: 'Order alone', default: 500 },
            { ...amount, code: 'gear', name: 'Hire of gear', wider: 'order' },
          ],
        },
      },
    ],
  })
  const approvers: BookApprovers = { order: 'in-order', steps: ['manager', ['tamsin@house.example']] }
  book.roles.push({
    name: 'Careful',
    areas: { 'log/photos': { level: 'change', approval: ['export'] }, 'quotes/photos': { level: 'run', scope: 'own' } },
    approvers,
  })
  book.people.push(
    person('Cara Careful', 'Careful', 'Pellworth', {
      manager: 'bevis@house.example',
      seats: ['log/reader', 'quotes/field'].map((seat) => ({ seat, from: '2026-01-01', counted: '2026-01-01' })),
    }),
    person('Ida Former', 'Gardener', 'Corvane', { seats: [{ seat: 'radio/lead', from: '2026-02-01' }] }),
  )
}

/** An account with something of every kind waiting in it, made once. */
export function fullHouse(): House {
  const house = House.open(delegates)
  const person = (name: string) => house.person(name)
  const place = (name: string) => house.place(name)
  const group = [...house.account.all('group')].find(({ name }) => name === 'Named')!.id
  const outside = { kind: 'contractor', standing: 'guest', engagementUntil: '2026-09-30' }
  const nobodys = { address: 'quotes@house.example', name: 'Quotes', state: 'open', seatType: 'reader' }
  house.do('Oriel', house.invitation())
  house.do('Oriel', house.invitation({ name: 'Wilma Waiting', email: 'wilma@house.example', seats: [] }))
  house.accept('Wilma', false)
  house.do('Oriel', { type: 'join-group', groupId: group, personId: person('Rafe') })
  house.do('Oriel', { type: 'change-group', groupId: group, name: 'Named', leadId: person('Mirren'), leads: true })
  house.do('Oriel', {
    ...{ type: 'make-link', name: 'Summer crew', ...outside, seats: [], groupIds: [], grants: [] },
    ...{ maximumUses: 3, until: '2026-07-10' },
  })
  const packet = { type: 'make-packet', name: 'Crew', kind: 'staff', standing: 'member' }
  house.do('Oriel', { ...packet, seats: [], groupIds: [], grants: [] })
  house.do('Oriel', { type: 'share-statement', placeId: place('Pellworth'), until: '2026-08-01' })
  house.do('Oriel', { type: 'keep-apart', oneId: place('Main'), otherId: place('Harbour') })
  house.do('Oriel', { type: 'make-firm', name: 'Second firm' })
  const recorded = { type: 'record-person', name: 'Otto Record', email: 'otto@house.example', ...outside }
  house.do('Oriel', { ...recorded, grants: [], seats: [] })
  house.do('Oriel', {
    type: 'keep-product',
    product: 'log',
    way: 'hand',
    keeperKind: 'person',
    keeperId: person('Edda'),
  })
  const list = { type: 'note-accounts', product: 'log', asOf: '2026-06-16', source: 'list' }
  house.do('Oriel', { ...list, accounts: [nobodys, { ...nobodys, address: 'bids@house.example', name: 'Bids' }] })
  const shared = { type: 'make-shared-login', product: 'log', name: 'Office tablet', seatType: 'reader' }
  house.do('Oriel', { ...shared, responsibleId: person('Mirren'), userIds: [person('Rafe')], reviewOn: '2026-12-31' })
  house.do('Oriel', { type: 'connect-product', product: 'radio', scimAddress: 'https://radio.example/scim/v2' })
  house.do('Oriel', { type: 'fit-place', product: 'log', placeId: place('Harbour') })
  house.do('Oriel', { type: 'go-away', personId: person('Fen') })
  house.do('Edda', { type: 'ask-to-record', product: 'log', kind: 'contractor', rows: [{ name: 'Una Known' }] })
  house.do('Oriel', { type: 'go-away', personId: person('Corin'), from: '2026-06-20', until: '2026-06-28' })
  house.do('Rafe', { type: 'ask-away', personId: person('Rafe'), from: '2026-07-06', until: '2026-07-10' })
  const report = { what: 'report', id: person('Yannick'), takerId: person('Tamsin'), acceptBy: '2026-06-20' }
  const leaves = { type: 'plan-departure', personId: person('Bevis'), at: '2026-06-30T17:00' }
  house.do('Oriel', { ...leaves, handovers: [report] })
  house.do('Oriel', { type: 'plan-departure', personId: person('Gale') })
  house.do('Oriel', { type: 'plan-departure', personId: person('Ida'), at: '2026-06-16T12:00' })
  const leaving = [...house.account.by('departure', 'person', person('Ida'))][0]!
  house.do('Oriel', { type: 'run-departure', departureId: leaving.id })
  const walled = { type: 'wall-place', placeId: place('Main'), walled: true }
  house.do('Oriel', { type: 'plan-docket', at: '2026-07-01', changes: [walled] })
  house.do('Rafe', { type: 'ask-for', area: 'log/photos', level: 'run', placeId: place('Main') })
  return house
}

const schemas = new Map<new () => object, Schema>()

/** Something random of a shape, in terms of what the account holds; it may not be well-formed. */
export function randomShaped(account: Account, shape: new () => object, actorId: Id, random: Random): object {
  let schema = schemas.get(shape)
  if (!schema) schemas.set(shape, (schema = schemaOf(shape) as Schema))
  const defs = (schema.$defs ?? {}) as Record<string, Schema>
  return valueOf({ account, actorId, random, defs, beside: {} }, schema, 'change', 0) as object
}

/** A random change of a kind, in terms of what the account holds; undefined where it cannot even be said. */
export function randomChange(account: Account, type: string, actorId: Id, random: Random): Change | undefined {
  const made = randomShaped(account, shapeOfChange(type)!, actorId, random)
  const read = readChange({ ...made, type }, nextId)
  return read.problems ? undefined : read.value
}

/** The kinds that a person does by hand and that hold nothing of the ledger. */
export const TRIED_KINDS = CHANGE_TYPES.filter((type) => type !== 'undo')

type Schema = Record<string, unknown>
interface Making {
  account: Account
  actorId: Id
  random: Random
  defs: Record<string, Schema>
  /** What was made of the same object before. */
  beside: Record<string, unknown>
}

/** What fields that name something name, by how they are called. */
const NAMED: readonly [RegExp, TableOf][] = [
  [/^(placeId|placeIds|parentId|fromPlaceId|toPlaceId)$/, 'place'],
  [
    /^(personId|managerId|fromId|substituteId|toId|otherId|leadId|approverIds|personIds|userIds|takerId|keeperId|responsibleId)$/,
    'person',
  ],
  [/^(roleId|replacementId|baseId|madeRoleId)$/, 'role'],
  [/^(grantId|grantIds)$/, 'grant'],
  [/^(groupId|groupIds)$/, 'group'],
  [/^offerId$/, 'offer'],
  [/^holdingId$/, 'holding'],
  [/^packetId$/, 'packet'],
  [/^linkId$/, 'link'],
  [/^shareId$/, 'share'],
  [/^requestId$/, 'request'],
  [/^requestIds$/, 'recordRequest'],
  [/^departureId$/, 'departure'],
  [/^stepId$/, 'step'],
  [/^absenceId$/, 'absence'],
  [/^plannedId$/, 'planned'],
  [/^(firmId|intoId|employerId)$/, 'employer'],
  [/^separationId$/, 'separation'],
  [/^fieldId$/, 'field'],
  [/^knownId$/, 'known'],
  [/^sharedId$/, 'sharedLogin'],
  [/^fittingId$/, 'fitting'],
  [/^connectionId$/, 'connection'],
]
type TableOf = Parameters<Account['all']>[0]

const DATES = ['2026-06-16', '2026-06-18', '2026-07-01', '2026-07-20', '2026-10-25']

function valueOf(making: Making, schema: Schema, name: string, depth: number): unknown {
  const { account, random, defs, actorId } = making
  if (typeof schema.$ref === 'string') {
    return valueOf(making, defs[schema.$ref.replace('#/$defs/', '')] ?? {}, name, depth)
  }
  const table = NAMED.find(([pattern]) => pattern.test(name))?.[1]
  if (name === 'sheet') return [...account.all('sheet')][0]!.sheet
  if (name === 'oneId' || (name === 'otherId' && 'oneId' in making.beside)) {
    return pick(random, [...account.all('place')]).id
  }
  if (name === 'changes') return [randomChange(account, pick(random, TRIED_KINDS), actorId, random)].filter(Boolean)
  if (name === 'areas') return [{ area: pick(random, AREAS), level: pick(random, LEVELS) }]
  if (Array.isArray(schema.enum)) return pick(random, schema.enum as unknown[])
  if (Array.isArray(schema.anyOf)) return valueOf(making, pick(random, schema.anyOf as Schema[]), name, depth)
  if (schema.type === 'array') {
    const items = Array.from({ length: random(3) }, () =>
      valueOf(making, (schema.items ?? {}) as Schema, name, depth + 1),
    )
    return items
  }
  if (table && schema.type !== 'null') {
    // What a change makes gets an id of its own; what it names is found.
    if (random(3) === 0) return undefined
    const rows = [...account.all(table)]
    if (table === 'person' && random(3) === 0) return actorId
    return rows.length === 0 ? nextId() : pick(random, rows).id
  }
  switch (schema.type) {
    case 'null':
      return null
    case 'boolean':
      return random(2) === 0
    case 'integer':
    case 'number':
      return Number(schema.minimum ?? 0) + random(5)
    case 'string':
      return textOf(making, schema, name)
    default:
      return objectOf(making, schema, depth)
  }
}

const LEVELS = ['see', 'add', 'change', 'run']
const AREAS = ['log/photos', 'log/drawings', 'porter/access', 'porter/people', 'porter/billing', 'porter/roles']

/** Something that somebody has open: what hand-overs name by what it is. */
function thingOf({ account, random, beside }: Making): Id {
  if (beside.what === 'report') return pick(random, [...account.all('person')]).id
  const table = beside.what === 'invitation' ? 'offer' : beside.what === 'plan' ? 'planned' : 'link'
  return pick(random, [...account.all(table)]).id
}

function textOf(making: Making, schema: Schema, name: string): unknown {
  const { account, random } = making
  if (name === 'id' && 'what' in making.beside) return thingOf(making)
  if (name === 'subjectId') return pick(random, [...account.all('person')]).id
  if (/email/i.test(name)) return `new${random(1000)}@away.example`
  if (name === 'product') return pick(random, ['log', 'log', 'radio', 'quotes'])
  if (name === 'seatType') return pick(random, ['field', 'lead', 'reader'])
  if (name === 'area') return pick(random, AREAS)
  if (name === 'level') return pick(random, LEVELS)
  if (/^(from|until|on|at|engagementUntil|engagementFrom|acceptBy|asOf|since|reviewOn)$/.test(name)) {
    return pick(random, DATES)
  }
  if (name === 'what') return pick(random, ['report', 'link', 'plan'])
  if (/month$/i.test(name)) return '2026-05'
  if (/address/i.test(name)) return 'https://product.example/scim/v2'
  if (typeof schema.format === 'string' && schema.format.includes('uuid')) return nextId()
  return pick(random, ['Yard', 'Depot', 'North'])
}

function objectOf(making: Making, schema: Schema, depth: number): object {
  const required = new Set((schema.required ?? []) as string[])
  const made: Record<string, unknown> = {}
  for (const [name, property] of Object.entries((schema.properties ?? {}) as Record<string, Schema>)) {
    if (name === 'seedId' || name === 'type') continue
    if (depth > 5 || (!required.has(name) && making.random(2) === 0)) continue
    made[name] = valueOf({ ...making, beside: made }, property, name, depth + 1)
  }
  return made
}

/** Decides a change as someone. */
export function decideAs(account: Account, change: Change, personId: Id, now: number) {
  return decide(account, [change], { kind: 'person', personId }, now)
}
