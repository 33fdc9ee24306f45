import type { AreaKey, Id, RoleArea, RoleRow } from '../account/rows.ts'
import { rank } from '../access/levels.ts'
import { type Level } from '../account/level.ts'
import { givenBy, NOTHING_GIVEN, type Given } from '../access/powers.ts'
import { makesClients, PLACES } from '../access/own-clients.ts'
import { entryOf } from '../access/roles.ts'
import type { Sight } from '../access/sight.ts'
import { groupMembers } from '../access/reach.ts'
import { areasAt, isOwnArea, productsAt, type Area } from '../products/catalogue.ts'
import { countSeats } from '../seats/holdings.ts'
import { seatWords, type SeatWords } from '../seats/seat-words.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'

/** A role as the person who picks it reads it (model R2). */
export interface RoleChoice {
  id: Id
  name: string
  can: string[]
  cannot: string[]
  /** Those of what it can that are reached only if it is given at the root: areas of the whole account (model L4). */
  atRoot: string[]
  areas: { area: AreaKey; name: string; level: Level }[]
  /** Whether it lets its holder make clients of their own, at each of which they get another role (model T8). */
  makesClients: boolean
}

export interface SeatChoice extends SeatWords {
  product: string
  productName: string
  seatType: string
  name: string
  empty: number | null
}

/** What the forms offer: roles, seats, employers and managers the asker may name. */
export interface Choices {
  /** The whole account as a place: where areas of the whole account are given (model L4). */
  root: { id: Id; name: string }
  roles: RoleChoice[]
  seats: SeatChoice[]
  employers: { id: Id; name: string }[]
  managers: { id: Id; name: string }[]
  /** Groups that can be given something, with how many they hold. */
  groups: { id: Id; name: string; people: number }[]
}

/** With more staff than this, only those who manage someone are offered as managers. */
const MAXIMUM_MANAGERS = 500

export function choicesView(sight: Sight): Choices {
  const { account } = sight
  // Names are shown to askers who may choose them; other askers read elsewhere what they hold (model D5).
  const mayInvite = sight.canSomewhere('people', 'add')
  const mayGive = mayInvite || sight.canSomewhere('access', 'change')
  const mayNameRoles = mayGive || sight.can('roles', 'see') || sight.can('people', 'change')
  const mayNamePeople = mayInvite || sight.can('people', 'see')
  const byName = (one: { name: string }, other: { name: string }) => one.name.localeCompare(other.name, 'en')
  const staff = sight.visiblePeople().filter((person) => person.state === 'active' && person.kind === 'staff')
  // Of very many only those are offered who manage someone already.
  const managers = staff
    .filter((person) => staff.length <= MAXIMUM_MANAGERS || account.by('person', 'manager', person.id).length > 0)
    .map((person) => ({ id: person.id, name: account.nameOf(person.id) }))
  return {
    root: { id: account.root.id, name: account.root.name },
    roles: [...(mayNameRoles ? account.all('role') : [])]
      .filter((role) => !role.retired)
      .map((role) => roleChoice(sight, role))
      .sort(byName),
    seats: seatChoices(sight),
    employers: [...(mayNamePeople ? account.all('employer') : [])]
      .filter(({ archived }) => !archived)
      .map(({ id, name }) => ({ id, name }))
      .sort(byName),
    managers: mayNamePeople ? managers.sort(byName) : [],
    groups: groupChoices(sight).sort(byName),
  }
}

/** Roles that open something of a product, for people who may give access. */
export function rolesOpening(sight: Sight, product: string): { id: Id; name: string }[] {
  const { account, now } = sight
  if (!sight.canSomewhere('access', 'change')) return []
  const areas = areasAt(account, now).filter((area) => area.key.startsWith(`${product}/`))
  return [...account.all('role')]
    .filter((role) => !role.retired && !role.wallPassing && areas.some((area) => entryOf(account, role, area)))
    .map(({ id, name }) => ({ id, name }))
    .sort((one, other) => one.name.localeCompare(other.name, 'en'))
}

function groupChoices(sight: Sight): Choices['groups'] {
  if (!sight.seesGroups) return []
  return [...sight.account.all('group')].map((group) => {
    const people = groupMembers(sight.account, group, sight.now).filter((person) => sight.seesPerson(person.id)).length
    return { id: group.id, name: group.name, people }
  })
}

export function roleChoice(sight: Sight, role: RoleRow): RoleChoice {
  const choice: RoleChoice = {
    id: role.id,
    name: role.name,
    can: [],
    cannot: [],
    atRoot: [],
    areas: [],
    makesClients: makesClients(sight.account, role, sight.now),
  }
  for (const area of areasAt(sight.account, sight.now)) {
    const entry = entryOf(sight.account, role, area)
    const given = entry ? givenBy(entry) : NOTHING_GIVEN
    if (given.approval !== 'none') {
      choice.areas.push({
        area: area.key,
        name: area.area.name,
        level: given.free === 'none' ? given.approval : given.free,
      })
    } else if (isOwnArea(area.key)) continue
    const before = choice.can.length
    readAloud(choice, area, entry, given)
    if (area.area.scope === 'account') choice.atRoot.push(...choice.can.slice(before))
  }
  return choice
}

/** What a role's holder can and cannot do in each product that it says anything of, in the products' order. */
export function roleByProduct(sight: Sight, role: RoleRow): (RoleWords & { product: string })[] {
  const found = new Map<string, RoleWords>()
  for (const area of areasAt(sight.account, sight.now)) {
    const entry = entryOf(sight.account, role, area)
    const given = entry ? givenBy(entry) : NOTHING_GIVEN
    if (given.approval === 'none' && isOwnArea(area.key)) continue
    const words = found.get(area.productName) ?? { can: [], cannot: [] }
    readAloud(words, area, entry, given)
    found.set(area.productName, words)
  }
  return [...found].map(([product, words]) => ({ product, ...words }))
}

/** What can and what cannot be done, as sentences. */
type RoleWords = Pick<RoleChoice, 'can' | 'cannot'>

/** A role as sentences: what its holder can and cannot do, with what is withheld or needs approval (model R2). */
function readAloud({ can, cannot }: RoleWords, area: Area, entry: RoleArea | undefined, given: Given): void {
  const whose = { all: '', own: say('views.your-own'), people: say('views.your-own-and-your-peoples') }[
    entry?.scope ?? 'all'
  ]
  const levels = [...area.area.levels].sort((one, other) => rank(one.level) - rank(other.level))
  for (const { level, sentence: usual } of levels) {
    // With items of one's own, places are clients one makes (model T8).
    const isOwnClients = area.key === PLACES && entry?.scope === 'own' && level === 'add'
    const sentence = isOwnClients ? say('views.add-clients-and-see-no-other-client') : usual
    if (rank(level) <= rank(given.free) && !entry?.withheld?.includes(level)) can.push(sentence + whose)
    else if (rank(level) <= rank(given.approval)) can.push(say('views.once-approved', { sentence, whose }))
    else cannot.push(sentence)
  }
  for (const { code, name } of area.area.actions) {
    const what = `${name.toLowerCase()} ${area.area.name.toLowerCase()}`
    if (entry?.withheld?.includes(code)) cannot.push(what)
    else if (entry?.approval?.includes(code)) can.push(say('views.once-approved-2', { what }))
  }
}

function seatChoices(sight: Sight): SeatChoice[] {
  const { account, now } = sight
  return productsAt(account, now)
    .filter((product) => product.on)
    .flatMap(({ sheet }) =>
      sheet.seatTypes.map((type) => {
        return {
          product: sheet.code,
          productName: sheet.name,
          seatType: type.code,
          name: type.name,
          ...seatWords(account, sheet, type, now, sight.money),
          empty: must(countSeats(account, sheet.code, type.code, now), 'countSeats').empty,
        }
      }),
    )
}
