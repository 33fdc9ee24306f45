import { BaseTable, isSmall, mergedMap, OverlayTable, type Table } from './table.ts'
import { indexesOf, perTable, TABLE_NAMES, type IndexName } from './indexes.ts'
import type { Id, PersonalField, PersonalValue, PlaceRow, RowEdit, Rows, SettingsRow, TableName } from './rows.ts'
import { emailKey } from '../people/email.ts'
import type { Instant } from '../time/instants.ts'
import { say } from '../words/say.ts'

export type Tables = { readonly [T in TableName]: Table<Rows[T]> }
/** What an account is made of before it is one. */
export type RowLists = { [T in TableName]?: Iterable<Rows[T]> }

/** Something worked out from an account that follows it from commit to commit: the index of access. */
export interface Attached {
  /** Brings it to an instant, while the account is as it was. */
  advance(instant: Instant): void
  /** Takes a commit's edits in, which the account has by now. */
  absorbed(account: Account, edits: readonly RowEdit[]): void
  /** Whether an instant is in {@link stretch}, of that very account. */
  standsFor(account: Account, instant: Instant): boolean
  /** The half-open stretch of time in which nothing begins or ends by its date. */
  readonly stretch: { from: Instant; until: Instant }
}

/** Something worked out from an account that a commit moves with it, so that it need not be worked out anew. */
export interface Derived {
  /**
   * Looks at the account as it was, with the commit's edits, and answers what to do once it has them; undefined where it
   * is left to be worked out again.
   */
  apply(before: Account, edits: readonly RowEdit[]): ((after: Account) => void) | undefined
}

/**
 * An account as a value: its rows, the personal values beside them, and the version of the ledger they describe.
 * Nothing alters an account; {@link Account.with} gives another one seen through edits, which costs what the edits
 * cost. Only the process that keeps accounts in memory may {@link Account.absorb} a commit into the one it owns.
 */
export class Account {
  private constructor(
    readonly id: Id,
    readonly version: number,
    readonly tables: Tables,
    private readonly values: PersonalValues,
    private follower?: Attached,
    /** The account under the edits through which this one is seen; absent for one that is whole by itself. */
    readonly under?: Account,
  ) {}

  /** What follows this account, if anything does; an account seen through edits has nothing attached. */
  get attached(): Attached | undefined {
    return this.follower
  }

  attach(follower: Attached): void {
    this.follower = follower
  }

  static of(id: Id, version: number, rows: RowLists, values: Iterable<PersonalValue> = []): Account {
    const tables = perTable<Tables>((name) => tableOf(name, rows))
    const personal = new BaseValues()
    for (const value of values) personal.set(value)
    return new Account(id, version, tables, personal)
  }

  get settings(): SettingsRow {
    for (const row of this.tables.settings.all()) return row
    throw new Error(`Account ${this.id} has no settings row.`)
  }

  get zone(): string {
    return this.settings.zone
  }

  /** The root of the places; everything is beneath it (model T1). */
  get root(): PlaceRow {
    const root = this.tables.place.by('root', 'root')[0]
    if (root) return root
    throw new Error(`Account ${this.id} has no root place.`)
  }

  get<T extends TableName>(table: T, id: Id | null | undefined): Rows[T] | undefined {
    return id == null ? undefined : this.tables[table].get(id)
  }

  /** Whether any row has an id, of whichever table. */
  has(id: Id): boolean {
    return TABLE_NAMES.some((table) => this.tables[table].get(id) !== undefined)
  }

  all<T extends TableName>(table: T): Iterable<Rows[T]> {
    return this.tables[table].all()
  }

  by<T extends TableName>(table: T, index: IndexName<T>, key: string): readonly Rows[T][] {
    return this.tables[table].by(index, key)
  }

  /** A personal value of today, or undefined if never set or destroyed (model C6). */
  personal(personId: Id, field: PersonalField): string | undefined {
    return this.values.get(personId, field)
  }

  /** A person's name, or the pseudonym that history keeps (model X7). */
  nameOf(personId: Id): string {
    const name = this.values.get(personId, 'name')
    if (name !== undefined) return name
    const leadsTo = this.leadsTo(personId)
    return leadsTo === personId ? say('account.former-person', { personId: personId.slice(-4) }) : this.nameOf(leadsTo)
  }

  /** The record that stayed, where this one was joined into another (model P14); else itself. */
  leadsTo(personId: Id): Id {
    const into = this.get('person', personId)?.joinedInto
    return into ? this.leadsTo(into) : personId
  }

  /**
   * The records an address belongs to, compared by its normal form. More than one only where an inviter
   * chose an address whose owner they cannot see (model I2).
   */
  peopleByEmail(email: string): readonly Id[] {
    return this.values.findEmail(emailKey(email))
  }

  /** This account as it would be with these edits; the original stays as it is. */
  with(edits: readonly RowEdit[], values: readonly PersonalValue[] = []): Account {
    if (edits.length === 0 && values.length === 0) return this
    const tables: Tables = { ...this.tables }
    for (const table of new Set(edits.map((edit) => edit.table))) layOver(tables, table, edits)
    const personal = values.length === 0 ? this.values : OverlayValues.over(this.values, values)
    return new Account(this.id, this.version, tables, personal, undefined, this.under ?? this)
  }

  /**
   * Takes a commit's edits into the rows themselves and answers the account at the new version. The receiver must not
   * be read afterwards: this is for the owner of a loaded account, never for an overlay.
   * @param at the commit's instant, to which what is attached is brought first.
   * @param derived what is moved with it; what is not named here is worked out again when it is asked for.
   */
  absorb(
    edits: readonly RowEdit[],
    values: readonly PersonalValue[],
    version: number,
    at?: Instant,
    derived: readonly Derived[] = [],
  ): Account {
    if (at !== undefined) this.follower?.advance(at)
    const carried = derived.flatMap((one) => one.apply(this, edits) ?? [])
    for (const edit of edits) {
      const table = this.tables[edit.table]
      if (!(table instanceof BaseTable)) throw new Error('An account seen through edits takes none in.')
      if (edit.after) table.put(edit.after)
      else table.remove(edit.key)
    }
    for (const value of values) (this.values as BaseValues).set(value)
    const account = new Account(this.id, version, this.tables, this.values, this.follower)
    this.follower?.absorbed(account, edits)
    for (const settle of carried) settle(account)
    return account
  }

  /** Everything personal that is kept of one person, in every field. */
  personalOf(personId: Id): readonly PersonalValue[] {
    return this.values.of(personId)
  }

  /** Every personal value, for the account book. */
  allPersonal(): Iterable<PersonalValue> {
    return this.values.all()
  }
}

/** Has a table seen through those of the edits that are of it. */
function layOver<T extends TableName>(tables: Tables, name: T, edits: readonly RowEdit[]): void {
  const rows = new Map<Id, Rows[T] | null>()
  for (const { table, key, after } of edits) if (table === name) rows.set(key, after as Rows[T] | null)
  Object.assign(tables, { [name]: OverlayTable.over(tables[name], indexesOf(name), rows) })
}

function tableOf<T extends TableName>(name: T, rows: RowLists): Table<Rows[T]> {
  return new BaseTable(indexesOf(name), rows[name])
}

interface PersonalValues {
  get(personId: Id, field: PersonalField): string | undefined
  findEmail(key: string): readonly Id[]
  of(personId: Id): readonly PersonalValue[]
  all(): Iterable<PersonalValue>
}

class BaseValues implements PersonalValues {
  private readonly byPerson = new Map<Id, Map<PersonalField, string>>()
  private readonly emails = new Map<string, Id[]>()

  get(personId: Id, field: PersonalField): string | undefined {
    return this.byPerson.get(personId)?.get(field)
  }

  findEmail(key: string): readonly Id[] {
    return this.emails.get(key) ?? []
  }

  of(personId: Id): readonly PersonalValue[] {
    return [...(this.byPerson.get(personId) ?? [])].map(([field, value]) => ({ personId, field, value }))
  }

  *all(): Iterable<PersonalValue> {
    for (const [personId, fields] of this.byPerson)
      for (const [field, value] of fields) yield { personId, field, value }
  }

  set({ personId, field, value }: PersonalValue): void {
    let fields = this.byPerson.get(personId)
    if (!fields) this.byPerson.set(personId, (fields = new Map<PersonalField, string>()))
    const old = fields.get(field)
    if (field === 'email' && old !== undefined) this.forgetEmail(emailKey(old), personId)
    if (value === null) fields.delete(field)
    else {
      fields.set(field, value)
      if (field !== 'email') return
      const key = emailKey(value)
      this.emails.set(key, [...this.findEmail(key), personId])
    }
  }

  private forgetEmail(key: string, personId: Id): void {
    const rest = this.findEmail(key).filter((id) => id !== personId)
    if (rest.length > 0) this.emails.set(key, rest)
    else this.emails.delete(key)
  }
}

/** Values seen through edits, in layers as {@link OverlayTable}. */
class OverlayValues implements PersonalValues {
  private readonly emails = new Map<string, Id[]>()

  private constructor(
    private readonly under: PersonalValues,
    private readonly own: ReadonlyMap<string, PersonalValue>,
  ) {
    for (const { personId, field, value } of own.values()) {
      if (field !== 'email' || value === null) continue
      const key = emailKey(value)
      this.emails.set(key, [...(this.emails.get(key) ?? []), personId])
    }
  }

  static over(under: PersonalValues, values: readonly PersonalValue[]): OverlayValues {
    let beneath = under
    let own: ReadonlyMap<string, PersonalValue> = new Map(values.map((one) => [`${one.personId} ${one.field}`, one]))
    while (beneath instanceof OverlayValues && isSmall(beneath.own, own)) {
      own = mergedMap(beneath.own, own)
      beneath = beneath.under
    }
    return new OverlayValues(beneath, own)
  }

  get(personId: Id, field: PersonalField): string | undefined {
    const edit = this.own.get(`${personId} ${field}`)
    return edit ? (edit.value ?? undefined) : this.under.get(personId, field)
  }

  findEmail(key: string): readonly Id[] {
    const found = this.under.findEmail(key).filter((id) => !this.own.has(`${id} email`))
    return [...found, ...(this.emails.get(key) ?? [])]
  }

  of(personId: Id): readonly PersonalValue[] {
    const own = [...this.own.values()].filter((one) => one.personId === personId)
    const set = new Set(own.map(({ field }) => field))
    const beneath = this.under.of(personId).filter(({ field }) => !set.has(field))
    return [...beneath, ...own.filter(({ value }) => value !== null)]
  }

  *all(): Iterable<PersonalValue> {
    for (const value of this.under.all()) if (!this.own.has(`${value.personId} ${value.field}`)) yield value
    for (const value of this.own.values()) if (value.value !== null) yield value
  }
}
