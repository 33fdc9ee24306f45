import {
  preview,
  readChange,
  type Account,
  type GrantRow,
  type HoldingRow,
  type PlaceRow,
  type RoleRow,
  type RowEdit,
  DERIVED_FROM_SEATS,
} from '@lodge/core'
import type { Loaded } from './heart-answers.ts'
import { median, timeOf, type Yardstick } from './yardsticks.ts'

const ROUNDS = 15
let made = 0
const makeId = () => `0190abcd-0000-7000-8000-${String(++made * 1000).padStart(12, '0')}`

/** What one commit costs the index until an answer is right again, by kind of change; and a large preview. */
export function afterChanges(loaded: Loaded, scale: number): Yardstick[] {
  let { account, now } = loaded
  const { index } = loaded
  const [person] = [...account.all('person')].slice(-1)
  const places = [...account.all('place')]
  const leaf = places.at(-1)!
  const commit = (...edits: RowEdit[]): number => {
    now += 1
    return timeOf(() => {
      account = account.absorb(edits, [], account.version + 1, now, DERIVED_FROM_SEATS)
      index.answer(person!.id, leaf.id, 'bedding-log/photos', 'see', 'any')
    })
  }
  const edit = (table: RowEdit['table'], before: object | null, after: object | null) =>
    ({ table, key: ((after ?? before) as { id: string }).id, before, after }) as RowEdit
  const grant = [...account.all('grant')].find((one) => one.subjectKind === 'person')!
  const newGrant = (): GrantRow => ({ ...grant, id: makeId(), subjectId: person!.id, placeId: leaf.id, from: now })
  const holding = [...account.all('holding')][0]!
  const newHolding = (): HoldingRow => ({ ...holding, id: makeId(), personId: person!.id, givenFrom: now })
  const group = [...account.all('group')][0]!
  const newMembership = () => ({ id: makeId(), groupId: group.id, personId: person!.id })
  const each = (work: () => number) => median(Array.from({ length: ROUNDS }, work))
  const small = (name: string, value: number): Yardstick => {
    return { name: `after one ${name}, to 5 ms scaled`, value, against: 5 * scale, unit: 'ms', limit: 1, bound: 'most' }
  }
  const large = (name: string, value: number): Yardstick => {
    return {
      name: `after a place ${name}, to 60 ms scaled`,
      value,
      against: 60 * scale,
      unit: 'ms',
      limit: 1,
      bound: 'most',
    }
  }
  const wall = () => {
    const place = account.get('place', places[5]!.id)!
    return commit(edit('place', place, { ...place, walled: !place.walled }))
  }
  const move = () => {
    const place = account.get('place', leaf.id)!
    const parentId = place.parentId === places[1]!.id ? places[2]!.id : places[1]!.id
    return commit(edit('place', place, { ...place, parentId }))
  }
  const found = (): PlaceRow => ({ ...leaf, id: makeId(), name: `Yard ${made}`, reference: null })
  const yardsticks = [
    small(
      'grant',
      each(() => commit(edit('grant', null, newGrant()))),
    ),
    small(
      'seat',
      each(() => commit(edit('holding', null, newHolding()))),
    ),
    small(
      'membership',
      each(() => commit(edit('membership', null, newMembership()))),
    ),
    large(
      'was made',
      each(() => commit(edit('place', null, found()))),
    ),
    large('was walled', each(wall)),
    large('was moved', each(move)),
    roleByHolders(() => account, commit, edit),
  ]
  return [...yardsticks, largePreview(account, now, scale, commitAll)]

  function commitAll(edits: RowEdit[]): Account {
    commit(...edits)
    return account
  }
}

/** A role held by ten times as many: what its change costs the index more. */
function roleByHolders(
  read: () => Account,
  commit: (...edits: RowEdit[]) => number,
  edit: (table: 'role', before: object, after: object) => RowEdit,
): Yardstick {
  const byHolders = [...read().all('role')]
    .map((role) => ({ id: role.id, holders: read().by('grant', 'role', role.id).length }))
    .filter((one) => one.holders > 0)
    .sort((one, other) => one.holders - other.holders)
  const most = byHolders.at(-1)!
  const fewest = byHolders.find((one) => one.holders * 10 >= most.holders) ?? byHolders[0]!
  const change = (id: string) => {
    const role = read().get('role', id) as RoleRow
    const flip = role.areas['bedding-log/photos']?.level === 'see' ? 'add' : 'see'
    return commit(edit('role', role, { ...role, areas: { ...role.areas, 'bedding-log/photos': { level: flip } } }))
  }
  const times = (id: string) => median(Array.from({ length: ROUNDS }, () => change(id)))
  return {
    name: `role of ${most.holders} grants changed, to one of ${fewest.holders}`,
    value: times(most.id),
    against: times(fewest.id),
    unit: 'ms',
    limit: 12,
    bound: 'most',
  }
}

/** A key for a crew of 5,000 at one site: everyone's move, the money, the warnings. */
function largePreview(before: Account, now: number, scale: number, commit: (edits: RowEdit[]) => Account): Yardstick {
  const crew = { id: makeId(), name: 'Everybody’s crew', leadId: null, leads: false, rule: null }
  const members = [...before.all('person')].filter((person) => person.state === 'active').slice(0, 5000)
  const memberships = members.map((person) => {
    const row = { id: makeId(), groupId: crew.id, personId: person.id }
    return { table: 'membership', key: row.id, before: null, after: row } as RowEdit
  })
  const account = commit([{ table: 'group', key: crew.id, before: null, after: crew }, ...memberships])
  const owner = account.by('person', 'standing', 'owner')[0]!
  const placeId = [...account.all('place')].find((place) => account.by('place', 'parent', place.id).length === 0)!.id
  const roleId = [...account.all('role')].find((role) => role.name === 'Planner')!.id
  const plain = { type: 'give', subjectKind: 'group', subjectId: crew.id, roleId, placeId }
  const change = readChange(plain, makeId).value!
  const actor = { kind: 'person', personId: owner.id } as const
  const times: number[] = []
  let moved = 0
  for (let round = -3; round < 7; round += 1) {
    // Another account value each time, as after another commit: nothing is remembered from the preview before.
    const seen = account.with([
      { table: 'group', key: crew.id, before: crew, after: { ...crew, name: `Crew ${round}` } },
    ])
    const took = timeOf(() => (moved = preview(seen, [change], actor, now + 2).access.people.gained))
    if (round >= 0) times.push(took)
  }
  return {
    name: `preview of a change that moves ${moved} of ${members.length} people, to 300 ms scaled`,
    value: median(times),
    against: 300 * scale,
    unit: 'ms',
    limit: 1,
    bound: 'most',
  }
}
