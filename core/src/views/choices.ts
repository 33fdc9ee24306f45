import type { AreaKey, Id } from '../account/rows.ts'
import { LEVELS, rank, type Level } from '../access/levels.ts'
import type { Sight } from '../access/sight.ts'
import { isOwnArea, areasAt, productsAt } from '../products/catalogue.ts'
import { countSeats } from '../seats/holdings.ts'
import { moneyText } from '../seats/money.ts'

/** A role as the person who picks it reads it (model R2). */
export interface RoleChoice {
  id: Id
  name: string
  can: string[]
  cannot: string[]
  areas: { area: AreaKey; name: string; level: Level }[]
}

export interface SeatChoice {
  product: string
  productName: string
  seatType: string
  name: string
  /** `€14.00 a month`, `no charge`, or `known to the office`. */
  price: string
  /** `2 of 21 empty`, or empty where there is no ceiling. */
  room: string
  empty: number | null
}

/** What the forms offer: roles, seats, employers and managers the asker may name. */
export interface Choices {
  roles: RoleChoice[]
  seats: SeatChoice[]
  employers: { id: Id; name: string }[]
  managers: { id: Id; name: string }[]
}

export function choicesView(sight: Sight): Choices {
  const { account } = sight
  const byName = (one: { name: string }, other: { name: string }) => one.name.localeCompare(other.name, 'en')
  const managers = sight
    .visiblePeople()
    .filter((person) => person.state === 'active' && person.kind === 'staff')
    .map((person) => ({ id: person.id, name: account.nameOf(person.id) }))
  return {
    roles: [...account.all('role')].map((role) => roleChoice(sight, role)).sort(byName),
    seats: seatChoices(sight),
    employers: [...account.all('employer')].map(({ id, name }) => ({ id, name })).sort(byName),
    managers: managers.sort(byName),
  }
}

function roleChoice(
  sight: Sight,
  role: { id: Id; name: string; areas: Readonly<Record<AreaKey, { level: Level }>> },
): RoleChoice {
  const can: string[] = []
  const cannot: string[] = []
  const areas: RoleChoice['areas'] = []
  for (const { key, area } of areasAt(sight.account, sight.now)) {
    const level = role.areas[key]?.level ?? 'none'
    if (level !== 'none') areas.push({ area: key, name: area.name, level })
    else if (isOwnArea(key)) continue
    for (const one of [...area.levels].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level))) {
      ;(rank(one.level) <= rank(level) ? can : cannot).push(one.sentence)
    }
  }
  return { id: role.id, name: role.name, can, cannot, areas }
}

function seatChoices(sight: Sight): SeatChoice[] {
  const { account, now } = sight
  const { currency, locale } = account.settings
  return productsAt(account, now)
    .filter((product) => product.row.on)
    .flatMap(({ sheet }) =>
      sheet.seatTypes.map((type) => {
        const count = countSeats(account, sheet.code, type.code, now)!
        const priced = sight.money ? `${moneyText(type.priceMinor, currency, locale)} a month` : 'known to the office'
        return {
          product: sheet.code,
          productName: sheet.name,
          seatType: type.code,
          name: type.name,
          price: type.priceMinor === 0 ? 'no charge' : priced,
          room: count.ceiling === null ? '' : `${count.empty} of ${count.ceiling} empty`,
          empty: count.empty,
        }
      }),
    )
}
