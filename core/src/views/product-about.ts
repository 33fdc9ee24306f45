import type { Account } from '../account/account.ts'
import type { Id } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Level } from '../account/level.ts'
import type { Sight } from '../access/sight.ts'
import { problem, type Problem } from '../checks/problem.ts'
import { productAt } from '../products/catalogue.ts'
import { chargingWords, workedExample, type WorkedLine } from '../products/charging-words.ts'
import { codeOf, describedSheet, descriptionOf, type Description } from '../products/describe.ts'
import { readSheet } from '../products/sheet.ts'
import { type ProductSheet } from '../account/sheet-shape.ts'
import { seatWords } from '../seats/seat-words.ts'
import { dateOf, type LocalDate } from '../time/instants.ts'
import { entryAt } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** What a seat of a type contains (model S12). */
export interface TypeAbout {
  code: string
  name: string
  price: string
  room: string
  areas: { name: string; level: Level; sentence: string }[]
  extras: string[]
}

/** The tab *What it is* of a product. */
export interface ProductAboutView {
  product: string
  name: string
  about: string
  address: string | null
  /** How it charges, in sentences. */
  charging: string
  areas: { name: string; levels: { level: Level; sentence: string }[]; sensitive: boolean; wholeAccount: boolean }[]
  types: TypeAbout[]
  /** Since when each version of its sheet holds, the newest first. */
  versions: LocalDate[]
  /** Roles it proposes that are not here yet, each as a change. */
  roles: { name: string; change: object }[]
  /** Welcome packets to start with, once a role opens the product; each as a change. */
  packets: { name: string; change: object }[]
  controls: { describe: Control; makeRole: Control; makePacket: Control }
}

export function productAboutView(sight: Sight, product: string): ProductAboutView | undefined {
  const { account, now } = sight
  const found = productAt(account, product, now)
  if (!found || !(sight.canSomewhere('seats', 'see') || sight.can('connections', 'see'))) return undefined
  const { sheet, row } = found
  const { currency, locale, zone } = account.settings
  const names = new Set([...account.all('role')].map(({ name }) => name.toLowerCase()))
  return {
    ...{ product, name: sheet.name, about: sheet.about, address: sheet.address ?? null },
    charging: sight.money ? chargingWords(sheet, currency, locale) : say('views.the-office-knows-the-prices'),
    areas: sheet.areas.map(({ name, levels, sensitive, scope }) => ({
      ...{ name, levels: levels.map(({ level, sentence }) => ({ level, sentence })), sensitive },
      wholeAccount: scope === 'account',
    })),
    types: sheet.seatTypes.map((type) => ({
      ...{ code: type.code, name: type.name, ...seatWords(account, sheet, type, now, sight.money) },
      areas: sheet.areas.flatMap(({ code, name, levels }) => {
        const level = type.caps[code] ?? type.capElsewhere
        const sentence = levels.find((one) => one.level === level)?.sentence ?? ''
        return level === 'none' ? [] : [{ name, level, sentence }]
      }),
      extras: type.extras,
    })),
    versions: [...account.by('sheet', 'product', row.id)]
      .sort((one, other) => other.from - one.from)
      .map(({ from }) => dateOf(from, zone)),
    roles: (sheet.roles ?? [])
      .filter(({ name }) => !names.has(name.toLowerCase()))
      .map(({ name, areas }) => ({ name, change: roleChange(product, name, areas) })),
    packets: startingPackets(account, sheet),
    controls: {
      describe: controlOf(sight, 'connections', 'run'),
      makeRole: controlOf(sight, 'roles', 'change'),
      makePacket: controlOf(sight, 'people', 'change'),
    },
  }
}

function roleChange(product: string, name: string, areas: Readonly<Record<string, Level>>): object {
  const entries = Object.entries(areas).map(([code, level]) => ({ area: `${product}/${code}`, level }))
  return { type: 'make-role', name, areas: entries }
}

/** The usual two newcomers of a product: staff who work with it, and someone from outside who only looks (model P9). */
function startingPackets(account: Account, { code, name, seatTypes, roles = [] }: ProductSheet) {
  const taken = new Set([...account.all('packet')].map((one) => one.name.toLowerCase()))
  const roleNamed = (text: string) => [...account.all('role')].find((one) => one.name === text && !one.retired)
  const [works, looks] = roles.map((one) => roleNamed(one.name))
  const looker = seatTypes.find(({ capElsewhere }) => capElsewhere === 'see')
  const seats = (type: { code: string } | undefined) => (type ? [{ product: code, seatType: type.code }] : [])
  const root = account.root.id
  const packet = (text: string, more: object) => ({
    name: text,
    change: { type: 'make-packet', name: text, groupIds: [], ...more },
  })
  return [
    ...(works
      ? [
          packet(say('views.staff-with', { name }), {
            ...{ kind: 'staff', standing: 'member', seats: seats(seatTypes[0]) },
            grants: [{ roleId: works.id, placeId: root }],
          }),
        ]
      : []),
    // At which client someone from outside is let in is chosen with each invitation.
    ...(looks || works
      ? [
          packet(say('views.from-outside-with', { name }), {
            ...{ kind: 'contractor', standing: 'guest', seats: seats(looker ?? seatTypes.at(-1)), grants: [] },
          }),
        ]
      : []),
  ].filter((one) => !taken.has(one.name.toLowerCase()))
}

/** What someone types about a product, as it would be. */
export interface DescribedProduct {
  product: string
  sheet: ProductSheet | null
  sentence: string
  example: WorkedLine[]
  /** What adds it, or changes it, in one docket. */
  changes: object[]
  problems: Problem[]
}

/** Who is to look after its accounts; null: the owners. */
export type ChosenKeeper = { kind: 'person' | 'group'; id: Id } | null

/**
 * A description as a sheet, its sentence, its worked example and the docket that adds it (model B5).
 * @param code the product that is described anew; null for a new one.
 * @param from from which day a new version holds; null: now.
 */
export function describeProduct(
  sight: Sight,
  description: Description,
  code: string | null,
  keeper: ChosenKeeper,
  from: LocalDate | null,
  placeId: Id | null = null,
): DescribedProduct {
  const { account, now } = sight
  const { currency, locale, zone } = account.settings
  const present = code === null ? undefined : productAt(account, code, now)?.sheet
  const taken = new Set([...[...account.all('product')].map((row) => row.code), 'porter'])
  const product = present?.code ?? codeOf(description.name, taken)
  const sheet = describedSheet(description, product, currency, present)
  const nothing = { product, sheet: null, sentence: '', example: [], changes: [] }
  if (!description.name.trim()) {
    return { ...nothing, problems: [problem('no-name', say('views.write-what-the-product-is-called'), '/name')] }
  }
  if (description.types.length === 0) {
    return { ...nothing, problems: [problem('no-type', say('views.add-at-least-one-seat-type'), '/types')] }
  }
  const read = readSheet(sheet)
  if (read.problems) return { ...nothing, problems: read.problems }
  const numbers = description.types.flatMap((type, at) => {
    if (description.pattern !== 'term' || type.number == null) return []
    const seatType = entryAt(sheet.seatTypes, at).code
    return [{ type: 'enter-stock', product, seatType, number: type.number, source: say('views.as-described') }]
  })
  const who = keeper ? { keeperKind: keeper.kind, keeperId: keeper.id } : {}
  const changes = present
    ? [{ type: 'import-sheet', sheet, ...(from ? { from } : {}) }]
    : [
        { type: 'import-sheet', sheet },
        { type: 'subscribe', product, on: true },
        ...numbers,
        { type: 'keep-product', product, way: 'hand', ...who, ...(placeId ? { placeId } : {}) },
      ]
  return {
    ...{ product, sheet, sentence: chargingWords(sheet, currency, locale) },
    example: workedExample(sheet, { zone, currency, locale }, now),
    ...{ changes, problems: [] },
  }
}

/** A product as it is described now, to be edited; undefined where the asker may not. */
export function presentDescription(sight: Sight, product: string): Description | undefined {
  const sheet = productAt(sight.account, product, sight.now)?.sheet
  return sheet && sight.can('connections', 'run') ? descriptionOf(sheet) : undefined
}
