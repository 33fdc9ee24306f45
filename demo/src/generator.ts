import {
  addDays,
  BOOK_FORMAT,
  instantText,
  readWhen,
  SHEET_FORMAT,
  type AccountBook,
  type BookGrant,
  type BookPerson,
  type BookPlace,
  type BookRole,
  type Level,
  type LocalDate,
  type ProductSheet,
  type RoleArea,
} from '@lodge/core'
import { DEMO_OWNER_EMAIL } from './sign-in.ts'
import { beddingLog } from './scenario/bedding-log.ts'
import { roles as scenarioRoles } from './scenario/roles.ts'
import { FAMILIES, FIRST_NAMES, FIRMS, PLACE_KINDS, PLACE_WORDS } from './scenario/ingredients.ts'
import { entryAt, must } from '@lodge/core/must'

/** What a generated account is made to. */
export interface Size {
  people: number
  seed: number
  today: LocalDate
}

const ZONE = 'Europe/Dublin'
const DEEPEST = 6
const AREAS_PER_PRODUCT = 20
const KEYS_PER_GROUP = 120
const PRODUCTS = ['bedding-log', 'rill-control', 'quote-trellis']

/** Numbers that look drawn by lot and are the same for the same seed. */
class Lot {
  constructor(private state: number) {}

  /** At least 0 and less than 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0
    let mixed = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }

  below(limit: number): number {
    return Math.floor(this.next() * limit)
  }

  one<T>(list: readonly T[]): T {
    return entryAt(list, this.below(list.length))
  }

  chance(probability: number): boolean {
    return this.next() < probability
  }
}

/**
 * A larger account from the scenario's ingredients: places to depth 6, a fifth of the grants dated, groups, roles with
 * withheld actions, approvals and scopes, walls. The same size and seed give the same book.
 */
export function generateBook({ people, seed, today }: Size): AccountBook {
  return new Generator(people, new Lot(seed), today).book()
}

class Generator {
  private readonly paths: string[] = []
  private readonly day = (offset: number) => addDays(this.today, offset)

  constructor(
    private readonly count: number,
    private readonly lot: Lot,
    private readonly today: LocalDate,
  ) {}

  book(): AccountBook {
    const products = PRODUCTS.map((code, at) => this.product(code, at))
    const places = this.places(Math.max(40, Math.round(this.count * 0.4)))
    const roles = this.roles(products, Math.max(20, Math.min(200, Math.round(this.count / 250))))
    const groupNames = Array.from({ length: Math.max(5, Math.round(this.count / 100)) }, (_, at) => `Crew ${at + 1}`)
    const givable = roles.filter((role) => !role.wallPassing && role.name !== 'Office').map((role) => role.name)
    return {
      format: BOOK_FORMAT,
      asOf: instantText(readWhen(this.today, ZONE, 'beginning')),
      account: { name: 'Thistlewick Roof Gardens', zone: ZONE, currency: 'EUR', locale: 'en-IE' },
      employers: [...FIRMS],
      places,
      products: products.map((sheet) => {
        return {
          code: sheet.code,
          subscriptions: [{ from: this.day(-2200), on: true }],
          sheets: [{ from: this.day(-2200), sheet }],
          stock: [],
        }
      }),
      roles,
      groups: groupNames.map((name, at) => ({
        name,
        grants: Array.from({ length: KEYS_PER_GROUP }, () => this.grant(givable)),
        ...(at % 10 === 9 ? { rule: [{ employer: this.lot.one(FIRMS), kind: 'contractor' }] } : {}),
      })),
      standings: { member: [], guest: [] },
      people: Array.from({ length: this.count }, (_, at) => this.person(at, groupNames, givable)),
      offers: [],
    }
  }

  private product(code: string, at: number): ProductSheet {
    const areas = Array.from({ length: AREAS_PER_PRODUCT }, (_, index) => {
      const model = entryAt(beddingLog.areas, index % beddingLog.areas.length)
      const round = Math.floor(index / beddingLog.areas.length)
      const suffix = round === 0 ? '' : `-${round + 1}`
      return { ...model, code: `${model.code}${suffix}`, name: `${model.name}${round === 0 ? '' : ` ${round + 1}`}` }
    })
    const types = [beddingLog.seatTypes.slice(0, 3), beddingLog.seatTypes.slice(0, 1), beddingLog.seatTypes.slice(1, 2)]
    const name = code.replace(/(^|-)(\w)/g, (_, gap: string, letter: string) => (gap ? ' ' : '') + letter.toUpperCase())
    const bands = [
      { upTo: 20, priceMinor: 19_000 },
      { upTo: 1_000_000, priceMinor: 900_000 },
    ]
    const charging = entryAt(
      [
        beddingLog.charging,
        { ...beddingLog.charging, rule: 'daily' as const },
        { ...beddingLog.charging, rule: 'banded' as const, bands },
      ],
      at,
    )
    const isBanded = charging.rule === 'banded'
    const seatTypes = entryAt(types, at).map((type) => (isBanded ? { ...type, priceMinor: 0, inBand: true } : type))
    return { ...beddingLog, format: SHEET_FORMAT, code, name, areas, seatTypes, plans: [], charging }
  }

  /** A tree in which every place but the clients hangs from one chosen by lot, not too deep. */
  private places(wanted: number): BookPlace[] {
    const clients: BookPlace[] = []
    const open: { place: BookPlace; depth: number; path: string }[] = []
    const names = new Map<BookPlace | undefined, number>()
    for (let made = 0; made < wanted; made += 1) {
      const parent = made < wanted / 60 ? undefined : this.lot.one(open)
      const number = (names.get(parent?.place) ?? 0) + 1
      names.set(parent?.place, number)
      const depth = (parent?.depth ?? 0) + 1
      const kind = entryAt(PLACE_KINDS, depth - 1)
      const word = entryAt(PLACE_WORDS, (number - 1) % PLACE_WORDS.length)
      const name = `${word} ${parent ? kind : 'Gardens'}${number > PLACE_WORDS.length ? ` ${number}` : ''}`
      const place: BookPlace = { name, kind, reference: `P-${made + 1}`, places: [] }
      if (this.lot.chance(0.00435)) place.walled = true
      const path = parent ? `${parent.path}/${name}` : name
      if (parent) must(parent.place.places, 'places').push(place)
      else clients.push(place)
      if (depth < DEEPEST) open.push({ place, depth, path })
      this.paths.push(path)
    }
    return clients
  }

  private roles(products: readonly ProductSheet[], wanted: number): BookRole[] {
    const roles: BookRole[] = scenarioRoles.slice(0, wanted).map((role) => ({
      ...role,
      // Its products have the first one's areas.
      areas: Object.fromEntries(Object.entries(role.areas).filter(([key]) => /^(bedding-log|porter)\//.test(key))),
    }))
    const keys = products.flatMap((sheet) => sheet.areas.map((area) => ({ key: `${sheet.code}/${area.code}`, area })))
    for (let at = roles.length; at < wanted; at += 1) {
      const areas: Record<string, RoleArea> = {}
      for (const { key, area } of keys) if (this.lot.chance(0.25)) areas[key] = this.entry(area.levels, area.actions)
      if (this.lot.chance(0.04))
        Object.assign(areas, { 'porter/access': { level: 'change' }, 'porter/people': { level: 'see' } })
      areas[this.lot.one(keys).key] ??= { level: 'see' }
      const model = this.lot.one(scenarioRoles)
      roles.push({
        name: `${model.name} ${at + 1}`,
        areas,
        ...(at % 20 === 19 ? { follows: 'Gardener' } : {}),
        ...(at % 90 === 89 ? { wallPassing: true } : {}),
      })
    }
    return roles
  }

  private entry(levels: readonly { level: Level }[], actions: readonly { code: string }[]): RoleArea {
    const level = this.lot.one(levels).level
    const action = actions.length > 0 ? this.lot.one(actions).code : undefined
    if (action && this.lot.chance(0.1)) return { level, withheld: [action] }
    if (action && this.lot.chance(0.1)) return { level, approval: [action] }
    return this.lot.chance(0.05) ? { level, scope: 'own' } : { level }
  }

  /** A fifth of the grants have an end, of which some have passed and some are to begin. */
  private grant(roles: readonly string[]): BookGrant {
    const begins = -1 - this.lot.below(700)
    // Some roles are given far more often than others.
    const role = entryAt(roles, Math.floor(this.lot.next() ** 3 * roles.length))
    const grant = { role, place: this.lot.one(this.paths), givenBy: DEMO_OWNER_EMAIL }
    if (!this.lot.chance(0.2)) return { ...grant, from: this.day(begins) }
    const from = this.lot.chance(0.2) ? this.lot.below(60) : begins
    return { ...grant, from: this.day(from), until: this.day(from + 1 + this.lot.below(900)) }
  }

  private person(at: number, groups: readonly string[], roles: readonly string[]): BookPerson {
    const first = this.lot.one(FIRST_NAMES)
    const name = `${first} ${this.lot.one(FAMILIES)}`
    const kind = this.lot.chance(0.5) ? 'staff' : this.lot.chance(0.6) ? 'contractor' : 'client'
    const isOwner = at === 0 || at === 1
    const outside = kind !== 'staff' && !isOwner
    const isIn = at < 20 || !this.lot.chance(0.04)
    const seats = [PRODUCTS[0], this.lot.chance(0.3) ? PRODUCTS[1] : undefined].flatMap((product) => {
      if (!product) return []
      const type =
        product === 'bedding-log' ? this.lot.one(['crew-lead', 'field', 'field', 'reader', 'reader']) : 'crew-lead'
      const from = this.day(-1 - this.lot.below(300))
      return [{ seat: `${product}/${type}`, from, ...(type === 'reader' ? {} : { counted: from }) }]
    })
    const state = isIn ? 'active' : this.lot.chance(0.5) ? 'away' : 'left'
    return {
      email: at === 0 ? DEMO_OWNER_EMAIL : `${name.toLowerCase().replace(' ', '.')}.${at}@thistlewick.example`,
      name: at === 0 ? 'Oriel Thistlewick' : name,
      kind: isOwner ? 'staff' : kind,
      standing: isOwner ? 'owner' : at < 10 ? 'administrator' : outside ? 'guest' : 'member',
      state,
      ...(state === 'away' ? { away: { from: this.day(-1 - this.lot.below(60)) } } : {}),
      ...(at === 0 ? { signatory: true } : {}),
      ...(outside ? { employer: this.lot.one(FIRMS) } : {}),
      engagement: { from: this.day(-800), ...(outside && isIn ? { until: this.day(1 + this.lot.below(900)) } : {}) },
      groups: isIn ? [...new Set([this.lot.one(groups), this.lot.one(groups)])] : [],
      seats: isIn ? seats : [],
      grants: isIn ? Array.from({ length: this.lot.chance(0.9) ? 3 : 2 }, () => this.grant(roles)) : [],
    }
  }
}
