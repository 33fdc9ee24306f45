import type { Account } from '../account/account.ts'
import type { Id, PersonState } from '../account/rows.ts'
import type { Sight } from '../access/sight.ts'
import { stateAt } from '../people/presence.ts'
import { productsAt } from '../products/catalogue.ts'
import { seesFirms } from './firms.ts'
import { must } from '../checks/must.ts'

/** Something that has a name and is seen. */
export interface AskFound {
  kind: 'person' | 'place' | 'role' | 'seat' | 'group' | 'firm'
  id: string
  name: string
  detail: string
  state?: PersonState
  /** Of a seat: its product and type, as a filter names it. */
  seat?: string
}

/** The words of a text, in small letters. */
export function wordsOf(text: string): string[] {
  return text
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean)
}

/** The same with the words it is found by, in small letters. */
export interface Named extends AskFound {
  hay: string
}

const people = new WeakMap<Account, { id: Id; hay: string; email: string }[]>()

/** Names in lower case with what is beside them, once for a version of the account. */
function peopleOf(account: Account) {
  let known = people.get(account)
  if (!known) {
    known = [...account.all('person')].map((person) => {
      const employer = account.get('employer', person.employerId)?.name ?? ''
      const email = (account.personal(person.id, 'email') ?? '').toLowerCase()
      return { id: person.id, hay: `${account.nameOf(person.id)} ${employer}`.toLowerCase(), email }
    })
    people.set(account, known)
  }
  return known
}

/** Everything seen by that name, the best first. */
export function findAll(sight: Sight, words: readonly string[]): AskFound[] {
  const { account } = sight
  const found = [...findPeople(sight, words), ...findPlaces(sight, words)]
  for (const role of account.all('role')) add(found, words, 'role', role.id, role.name, 'role')
  if (sight.seesGroups) {
    for (const group of account.all('group')) add(found, words, 'group', group.id, group.name, 'group')
  }
  if (sight.canSomewhere('seats', 'see')) {
    for (const { sheet } of productsAt(account, sight.now)) {
      for (const type of sheet.seatTypes) {
        const seat = `${sheet.code}/${type.code}`
        add(found, words, 'seat', sheet.code, `${type.name} seat`, sheet.name, seat)
      }
    }
  }
  if (seesFirms(sight)) {
    for (const { id, name } of account.all('employer')) add(found, words, 'firm', id, name, 'firm')
  }
  return inOrder(found, words).map(({ hay: _hay, ...one }) => one)
}

function add(
  into: Named[],
  words: readonly string[],
  kind: AskFound['kind'],
  id: string,
  name: string,
  detail: string,
  seat?: string,
) {
  const hay = `${name} ${detail}`.toLowerCase()
  if (words.every((word) => hay.includes(word))) into.push({ kind, id, name, detail, hay, ...(seat && { seat }) })
}

/**
 * What has all words in its name is before what has some of them beside it; then what begins with the first word before
 * what only holds it; shorter names before longer ones.
 */
export function inOrder<T extends { hay: string; name: string }>(found: T[], words: readonly string[]): T[] {
  const [first = ''] = words
  const isWhole = ({ name }: T) => words.every((word) => name.toLowerCase().includes(word))
  const score = (one: T) => {
    const { hay } = one
    return (isWhole(one) ? 0 : 3) + (hay.startsWith(first) ? 0 : hay.includes(` ${first}`) ? 1 : 2)
  }
  return found.sort((one, other) => score(one) - score(other) || one.name.length - other.name.length)
}

/** People seen whose name, firm or, where it is seen, email address has all the words (model D5). */
export function findPeople(sight: Sight, words: readonly string[]): Named[] {
  const { account } = sight
  return peopleOf(account).flatMap(({ id, hay, email }) => {
    if (!words.every((word) => hay.includes(word) || email.includes(word)) || !sight.seesPerson(id)) return []
    // An email address finds those whose details the asker sees, nobody else (model D5).
    const byName = words.every((word) => hay.includes(word))
    if (!byName && sight.depthOf(id) !== 'record') return []
    const person = must(account.get('person', id), 'person')
    const detail = account.get('employer', person.employerId)?.name ?? person.kind
    return [{ kind: 'person', id, name: account.nameOf(id), detail, state: stateAt(account, person, sight.now), hay }]
  })
}

/** Places seen, by name, reference and the names above them. */
export function findPlaces(sight: Sight, words: readonly string[]): Named[] {
  const { account } = sight
  const found: Named[] = []
  for (const place of account.all('place')) {
    const own = `${place.name} ${place.reference ?? ''}`.toLowerCase()
    if (!words.some((word) => own.includes(word)) || !sight.seesPlace(place.id)) continue
    const path = sight.pathNames(place.id)
    const hay = `${own} ${path.slice(0, -1).join(' ').toLowerCase()}`
    if (!words.every((word) => hay.includes(word))) continue
    const detail = path.length > 1 ? path.slice(0, -1).join(' / ') : (place.reference ?? place.kind)
    found.push({ kind: 'place', id: place.id, name: place.name, detail, hay })
  }
  return found
}
