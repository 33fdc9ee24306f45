import type { Account } from '../account/account.ts'
import type { Id, KnownState } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { emailKey } from '../people/email.ts'
import { plainName } from '../people/names.ts'
import { stateAt } from '../people/presence.ts'
import { dateInWords, dateOf, type Instant } from '../time/instants.ts'
import { productAt } from './catalogue.ts'
import { knownOf, looksAfter, wantedOf, type Wanted } from './keeping.ts'
import type { ListedMember } from './member-list.ts'
import { say } from '../words/say.ts'

/** What a row of a member list is against the account (model B3). */
export const MEMBER_VERDICTS = [
  'left',
  'new',
  'no-seat',
  'only-invited',
  'not-there',
  'other-seat',
  'other-state',
  'by-name',
  'twice',
  'unreadable',
  'agrees',
] as const
export type MemberVerdict = (typeof MEMBER_VERDICTS)[number]

/** A row of the list, or someone of the account who is missing in it. */
export interface JudgedMember {
  /** Names the row in choices: its line, or the person who is missing. */
  key: string
  line: number | null
  verdict: MemberVerdict
  personId: Id | null
  name: string
  address: string
  remoteId: string | null
  /** What it is there, in words. */
  there: string
  /** What it is here, in words. */
  here: string
  state: KnownState
  seatType: string | null
  lastUsedAt: Instant | null
  firm: string
  /** Places of ours that are named for it (model B7). */
  placeIds: readonly Id[]
  /** Why it cannot be read, or what of it is not known here. */
  note: string | null
  /** What can be chosen for it besides leaving it to the tasks. */
  offers: MemberChoice | null
}

/** What can be chosen for a row: to take it as it is there, or to have it closed there (model B3). */
export type MemberChoice = 'record' | 'give-seat' | 'change-seat' | 'end-seat' | 'confirm' | 'leave'

/** Which choices a verdict offers besides leaving it to the tasks. */
const CHOICES_OF: Readonly<Partial<Record<MemberVerdict, MemberChoice>>> = {
  new: 'record',
  'no-seat': 'give-seat',
  'other-seat': 'change-seat',
  'not-there': 'end-seat',
  'by-name': 'confirm',
}

/**
 * Compares a product's member list with the account: rows by email address, then the product's own id, then a name that
 * someone has to confirm; and everyone who is to be there and is not (model B3). A person the asker may not know of is
 * as nobody (I2).
 * @param confirmed people that rows found by name were confirmed to be, by the row's key.
 */
export function judgeMembers(
  sight: Sight,
  product: string,
  members: readonly ListedMember[],
  confirmed: ReadonlySet<string> = new Set(),
): JudgedMember[] {
  const found = new Finder(sight, product)
  const seen = new Map<string, number>()
  const matched = new Set<Id>()
  const rows = members.map((member): JudgedMember => {
    const key = `line ${member.line}`
    const same = member.email ?? member.id
    const first = same === null ? undefined : seen.get(same)
    if (same !== null && first === undefined) seen.set(same, member.line)
    if (member.problem !== null) return found.row(key, member, 'unreadable', null, member.problem)
    if (first !== undefined) return found.row(key, member, 'twice', null, say('products.the-same-as-row', { first }))
    const sure = found.personOf(member)
    const byName = sure === undefined ? found.byName(member) : undefined
    const personId = sure ?? (confirmed.has(key) ? byName : undefined)
    if (personId !== undefined && matched.has(personId)) {
      return found.row(key, member, 'twice', personId, say('products.another-row-is-of-the-same-person'))
    }
    if (personId !== undefined) matched.add(personId)
    if (personId === undefined && byName !== undefined) return found.row(key, member, 'by-name', byName, null)
    return found.row(key, member, found.verdictOf(member, personId), personId ?? null, null)
  })
  return [...rows, ...found.missing(matched)]
}

class Finder {
  private readonly account: Account
  private readonly byRemoteId = new Map<string, Id>()
  private readonly names = new Map<string, Id[]>()
  /** Second addresses of records that were joined (model P14). */
  private readonly others = new Map<string, Id>()
  private readonly concerned: ReadonlySet<Id>
  private readonly today: string
  /** Names of seat types by their codes. */
  private readonly types: ReadonlyMap<string, string>

  constructor(
    private readonly sight: Sight,
    private readonly product: string,
  ) {
    const { account } = sight
    this.account = account
    this.today = dateOf(sight.now, account.zone)
    const types = productAt(account, product, sight.now)?.sheet.seatTypes ?? []
    this.types = new Map(types.map(({ code, name }) => [code, name]))
    const concerned = new Set<Id>()
    for (const { personId } of account.by('holding', 'product', product)) concerned.add(personId)
    for (const row of account.by('known', 'product', product)) {
      if (row.personId === null) continue
      concerned.add(row.personId)
      if (row.remoteId !== null) this.byRemoteId.set(row.remoteId, row.personId)
    }
    for (const { id } of account.by('sharedLogin', 'product', product)) {
      concerned.add(id)
      const address = account.personal(id, 'accountAddress')
      if (address !== undefined && looksAfter(sight, product)) this.others.set(emailKey(address), id)
    }
    // Who looks after a product knows of those who have to do with it, and of nobody else (model B1, D5).
    this.concerned = looksAfter(sight, product) ? concerned : new Set()
    for (const { id, state } of account.all('person')) {
      if (state === 'erased' || !this.knows(id)) continue
      const name = plainName(account.nameOf(id))
      this.names.set(name, [...(this.names.get(name) ?? []), id])
      const other = account.personal(id, 'otherEmail')
      if (other !== undefined) this.others.set(emailKey(other), id)
    }
  }

  private knows(personId: Id): boolean {
    return this.concerned.has(personId) || this.sight.seesPerson(personId)
  }

  personOf({ email, id }: ListedMember): Id | undefined {
    const byEmail =
      email === null
        ? undefined
        : (this.account.peopleByEmail(email).find((one) => this.knows(one)) ?? this.others.get(emailKey(email)))
    const byId = id === null ? undefined : this.byRemoteId.get(id)
    return byEmail ?? (byId !== undefined && this.knows(byId) ? byId : undefined)
  }

  /** The only one of that name; where there are two, nobody. */
  byName({ name }: ListedMember): Id | undefined {
    const found = name === '' ? [] : (this.names.get(plainName(name)) ?? [])
    return found.length === 1 ? found[0] : undefined
  }

  verdictOf(member: ListedMember, personId: Id | undefined): MemberVerdict {
    if (personId === undefined) return member.state === 'closed' ? 'agrees' : 'new'
    const wanted = this.wanted(personId)
    const person = this.account.get('person', personId)
    if (!person && wanted.state === 'none') return member.state === 'closed' ? 'agrees' : 'left'
    if (person && wanted.state === 'none' && wanted.opensAt === null) {
      if (member.state === 'closed') return 'agrees'
      if (person.state === 'left' || person.state === 'erased') return 'left'
      const state = stateAt(this.account, person, this.sight.now)
      return state === 'invited' || state === 'waiting' ? 'only-invited' : 'no-seat'
    }
    if (member.state === 'closed') return 'not-there'
    if (member.seatType !== null && !wanted.seats.includes(member.seatType)) return 'other-seat'
    const isSuspended = member.state === 'suspended'
    return wanted.opensAt === null && isSuspended !== (wanted.state === 'suspended') ? 'other-state' : 'agrees'
  }

  private wanted(personId: Id): Wanted {
    return wantedOf(this.account, this.product, personId, this.sight.now)
  }

  /** Everyone who is to have an account, or was known to have one, and is not in the list. */
  missing(matched: ReadonlySet<Id>): JudgedMember[] {
    const { account, product } = this
    return [...this.concerned].flatMap((personId): JudgedMember[] => {
      if (matched.has(personId)) return []
      const wanted = this.wanted(personId)
      const isWanted = wanted.state !== 'none'
      const known = knownOf(account, product, personId)
      if (!isWanted && (known.state === 'closed' || known.state === 'unknown')) return []
      // A plain literal: there may be tens of thousands of these.
      return [
        {
          key: personId,
          line: null,
          verdict: isWanted ? 'not-there' : 'agrees',
          personId,
          name: account.nameOf(personId),
          address: account.personal(personId, 'email') ?? account.personal(personId, 'accountAddress') ?? '',
          remoteId: known.row?.remoteId ?? null,
          there: say('products.not-in-the-list'),
          here: this.hereOf(personId, wanted),
          state: 'closed',
          seatType: null,
          lastUsedAt: null,
          firm: '',
          placeIds: [],
          note: null,
          offers: isWanted ? (CHOICES_OF['not-there'] ?? null) : null,
        },
      ]
    })
  }

  row(
    key: string,
    member: ListedMember,
    verdict: MemberVerdict,
    personId: Id | null,
    note: string | null,
  ): JudgedMember {
    const { line, email, name, id, state, seatType, lastUsedAt, firm, unknownSeat, placeIds = [] } = member
    const known = personId === null ? null : this.account.nameOf(personId)
    const unknown = unknownSeat === null ? null : say('products.is-no-seat-type-here', { unknownSeat })
    return {
      key,
      line,
      verdict,
      personId,
      name: known ?? (name || email || id || ''),
      address: email ?? '',
      remoteId: id,
      there: this.thereOf(member),
      here: personId === null ? 'nobody' : this.hereOf(personId),
      state,
      seatType,
      lastUsedAt,
      firm,
      placeIds,
      note: note ?? unknown,
      offers: CHOICES_OF[verdict] ?? null,
    }
  }

  private thereOf({ seatType, unknownSeat, state, lastUsedAt }: ListedMember): string {
    const seat = seatType === null ? unknownSeat : this.typeName(seatType)
    const used =
      lastUsedAt === null
        ? null
        : say('products.last-used', { date: dateInWords(dateOf(lastUsedAt, this.account.zone), this.today) })
    return [seat, state === 'open' ? 'active' : state, used].filter(Boolean).join(', ')
  }

  private hereOf(personId: Id, wanted = this.wanted(personId)): string {
    const person = this.account.get('person', personId)
    if (wanted.seats.length > 0) {
      const seats = wanted.seats.map((code) => this.typeName(code)).join(', ')
      return wanted.state === 'suspended' ? say('products.away', { seats }) : seats
    }
    if (!person) return say('products.a-shared-login')
    if (person.state === 'left') {
      const [departure] = [...this.account.by('departure', 'person', personId)].sort((one, other) => other.at - one.at)
      return departure
        ? say('products.left-on-2', { date: dateInWords(dateOf(departure.at, this.account.zone), this.today) })
        : 'left'
    }
    return person.state === 'active' ? say('products.no-seat') : stateAt(this.account, person, this.sight.now)
  }

  private typeName(code: string): string {
    return this.types.get(code) ?? code
  }
}
