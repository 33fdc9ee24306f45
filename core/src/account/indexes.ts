import type { Rows, TableName } from './rows.ts'

/** The indexes each table is looked up by. */
export const INDEXES = {
  settings: {},
  employer: {},
  place: {
    parent: (row) => row.parentId,
    reference: (row) => row.reference,
    root: (row) => (row.parentId === null ? 'root' : null),
    approved: (row) => (row.approvers ? 'yes' : null),
  },
  role: { base: (row) => row.baseId },
  person: {
    manager: (row) => row.managerId,
    login: (row) => row.loginId,
    standing: (row) => row.standing,
    employer: (row) => row.employerId,
  },
  field: {},
  group: { ruled: (row) => (row.rule ? 'yes' : null), lead: (row) => row.leadId },
  membership: { person: (row) => row.personId, group: (row) => row.groupId },
  grant: {
    subject: (row) => `${row.subjectKind} ${row.subjectId}`,
    person: (row) => (row.subjectKind === 'person' ? row.subjectId : null),
    place: (row) => row.placeId,
    // What many hold together: few even where thousands of people hold keys of their own.
    shared: (row) => (row.subjectKind === 'person' ? null : row.placeId),
    role: (row) => row.roleId,
    approved: (row) => (row.approvers ? 'yes' : null),
  },
  offer: { person: (row) => row.personId, sponsor: (row) => row.sponsorId },
  holding: {
    person: (row) => row.personId,
    type: (row) => `${row.product}/${row.seatType}`,
    product: (row) => row.product,
  },
  product: { code: (row) => row.code },
  sheet: { product: (row) => row.productId },
  subscription: { product: (row) => row.productId },
  stock: { type: (row) => `${row.product}/${row.seatType}` },
  fitting: { product: (row) => row.product, place: (row) => row.placeId },
  use: { product: (row) => row.product, person: (row) => row.personId },
  closedMonth: { month: (row) => row.month },
  request: { asker: (row) => row.askerId, place: (row) => row.placeId, state: (row) => row.state },
  share: { place: (row) => row.placeId, maker: (row) => row.makerId },
  separation: {},
  packet: {},
  planned: { planner: (row) => row.plannerId, state: (row) => row.state },
  departure: { person: (row) => row.personId, state: (row) => row.state },
  step: { departure: (row) => row.departureId, state: (row) => row.state },
  absence: { person: (row) => row.personId, state: (row) => row.state },
  connection: { product: (row) => row.product },
  keeping: { product: (row) => row.product, keeper: (row) => row.keeperId, place: (row) => row.placeId },
  known: {
    product: (row) => row.product,
    person: (row) => row.personId,
    holder: (row) => (row.personId === null ? null : `${row.product} ${row.personId}`),
    nobody: (row) => (row.personId === null ? row.product : null),
  },
  memberList: { product: (row) => row.product },
  sharedLogin: { product: (row) => row.product, responsible: (row) => row.responsibleId },
  recordRequest: { product: (row) => row.product },
  link: { maker: (row) => row.makerId },
  allotment: { place: (row) => row.placeId, type: (row) => `${row.product}/${row.seatType}` },
} satisfies { [T in TableName]: Record<string, (row: Rows[T]) => string | null> }

/** What a table is looked up by: no other name compiles. */
export type IndexName<T extends TableName> = keyof (typeof INDEXES)[T] & string

const BY_TABLE: { readonly [T in TableName]: Record<string, (row: Rows[T]) => string | null> } = INDEXES

/** The indexes of one table. */
export function indexesOf<T extends TableName>(table: T): Record<string, (row: Rows[T]) => string | null> {
  return BY_TABLE[table]
}

export const TABLE_NAMES = Object.keys(INDEXES) as TableName[]

/**
 * Something of each table, by the table's name. That what is made of a table is of that very table’s kind is said where
 * it is made: the compiler does not follow a name to its entry.
 */
export function perTable<Made extends Record<TableName, unknown>>(make: (name: TableName) => unknown): Made {
  return Object.fromEntries(TABLE_NAMES.map((name) => [name, make(name)])) as Made
}
