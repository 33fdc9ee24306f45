import type { Account } from '../../account/account.ts'
import type { Sight } from '../../access/sight.ts'
import type { EmployerRow, FieldRow, GroupRow, Id, PacketRow } from '../../account/rows.ts'
import { productsAt } from '../../products/catalogue.ts'
import { placeByReference } from '../places/places.ts'
import { placeByPath } from '../../places/tree.ts'
import { plainName } from '../../people/names.ts'
import type { ListColumn } from '../../people/read-list.ts'
import { nearest } from '../../people/near.ts'

/** What people write by name, lower case, with what it is; made once for a list. */
export interface Names {
  account: Account
  sight: Sight
  packets: Map<string, Id>
  roles: Map<string, Id>
  employers: Map<string, Id>
  groups: Map<string, Id>
  fields: Map<string, FieldRow>
  seats: Map<string, { product: string; seatType: string }>
  /** As they are written, for proposals. */
  written: Record<'packet' | 'role' | 'employer' | 'group' | 'seat' | 'place', string[]>
  places: Map<string, Id | undefined>
  people: Map<string, Id | undefined>
  proposed: Map<string, string[]>
}

export function namesIn(sight: Sight): Names {
  const { account, now } = sight
  const byName = <T extends { id: Id; name: string }>(rows: readonly T[]) =>
    new Map(rows.map((row) => [row.name.toLowerCase(), row.id]))
  const seats = new Map<string, { product: string; seatType: string }>()
  const codes: string[] = []
  for (const { sheet, on } of productsAt(account, now)) {
    for (const type of on ? sheet.seatTypes : []) {
      const seat = { product: sheet.code, seatType: type.code }
      codes.push(`${sheet.code}/${type.code}`)
      seats.set(`${sheet.code}/${type.code}`, seat)
      // By its name alone only where no other product has one of that name.
      seats.set(type.name.toLowerCase(), seats.has(type.name.toLowerCase()) ? { product: '', seatType: '' } : seat)
    }
  }
  const [packets, employers, groups] = [account.all('packet'), account.all('employer'), account.all('group')].map(
    (rows) => [...rows],
  ) as [PacketRow[], EmployerRow[], GroupRow[]]
  const roles = [...account.all('role')].filter((role) => !role.retired)
  const names = (rows: readonly { name: string }[]) => rows.map(({ name }) => name)
  const places = [...account.all('place')].filter(({ id }) => sight.seesPlace(id))
  return {
    ...{ account, sight, seats, packets: byName(packets), roles: byName(roles), employers: byName(employers) },
    groups: sight.seesGroups ? byName(groups) : new Map<string, string>(),
    fields: new Map([...account.all('field')].map((field) => [field.name.toLowerCase(), field])),
    written: {
      ...{ packet: names(packets), role: names(roles), employer: names(employers), seat: codes, place: names(places) },
      group: sight.seesGroups ? names(groups) : [],
    },
    ...{ places: new Map(), people: new Map(), proposed: new Map() },
  }
}

export function placeIn({ account, sight, places }: Names, text: string): Id | undefined {
  if (!places.has(text)) {
    const place = placeByReference(account, text) ?? placeByPath(account, text) ?? placeByName(account, text)
    places.set(text, place && sight.seesPlace(place.id) ? place.id : undefined)
  }
  return places.get(text)
}

function placeByName(account: Account, text: string) {
  const found = [...account.all('place')].filter((place) => place.name.toLowerCase() === text.toLowerCase())
  return found.length === 1 ? found[0] : undefined
}

/** Someone seen, by email address or by the one name that is theirs alone. */
export function personIn({ account, sight, people }: Names, text: string): Id | undefined {
  if (!people.has(text)) {
    const wanted = plainName(text)
    const named = text.includes('@')
      ? account.peopleByEmail(text)
      : [...account.all('person')].filter(({ id }) => plainName(account.nameOf(id)) === wanted).map(({ id }) => id)
    const found = named.filter((id) => sight.seesPerson(id))
    people.set(text, found.length === 1 ? found[0] : undefined)
  }
  return people.get(text)
}

/** So many different texts are looked up among all names; a list with more is mended in its own file. */
const MAXIMUM_LOOKED_UP = 200

export function proposalsFor(
  { proposed }: Names,
  column: ListColumn,
  text: string,
  known: readonly string[],
): string[] {
  const key = `${column} ${text}`
  let found = proposed.get(key)
  if (!found) {
    const isDay = column === 'from' || column === 'until'
    found = isDay ? [...known] : proposed.size < MAXIMUM_LOOKED_UP ? nearest(text, known) : []
    proposed.set(key, found)
  }
  return found
}
