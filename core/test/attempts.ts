import fc from 'fast-check'
import { decide, readChange, type Account, type Change, type Id, type Instant } from '../src/index.ts'
import { nextId } from './house.ts'

/** A handful of changes someone might try, in terms of indexes into what the account holds. */
export const attempt = fc.record({
  kind: fc.constantFrom(
    'give',
    'give-group',
    'take',
    'change-keys',
    'approvers',
    'wall',
    'archive',
    'move',
    'place',
    'leave',
    'invite',
    'withdraw',
    'admit',
    'allot',
    'join',
    'quit',
    'person',
    'standing',
    'role',
    'follow',
    'retire',
    'group',
    'seat',
    'end-seat',
    'change-seat',
    'subscribe',
    'stock',
    'sheet',
  ),
  actor: fc.nat(4),
  person: fc.nat(4),
  role: fc.nat(5),
  other: fc.nat(5),
  place: fc.nat(5),
  from: fc.option(fc.constantFrom('2026-06-18', '2026-07-01'), { nil: undefined }),
  until: fc.option(fc.constantFrom('2026-07-20', '2026-10-25'), { nil: undefined }),
  level: fc.constantFrom('see', 'add', 'change', 'run'),
  withheld: fc.constantFrom(['export'], ['change'], undefined),
  approval: fc.constantFrom(['add'], ['run'], undefined),
  scope: fc.constantFrom('all', 'own', 'people'),
})
export type Attempt = typeof attempt extends fc.Arbitrary<infer T> ? T : never

const at = <T>(list: readonly T[], index: number): T => list[index % list.length]!

/** The change an attempt means in an account, and who makes it; undefined where it cannot even be said. */
export function changeOf(account: Account, one: Attempt): { change: Change; actorId: Id } | undefined {
  const people = [...account.all('person')]
  const [person, place] = [at(people, one.person), at([...account.all('place')], one.place)]
  const read = readChange(plainOf(account, one, person.id, place.id), nextId)
  return read.problems ? undefined : { change: read.value, actorId: at(people, one.actor).id }
}

function plainOf(account: Account, one: Attempt, personId: Id, placeId: Id): object {
  const roles = [...account.all('role')]
  const [role, other] = [at(roles, one.role), at(roles, one.other)]
  const grants = [...account.all('grant')]
  const group = at([...account.all('group')], one.other)
  const field = [...account.all('field')][0]
  const { withheld, approval, scope, level, from, until } = one
  const areas = [{ area: 'log/photos', level, withheld, approval, scope }]
  switch (one.kind) {
    case 'give':
      return { type: 'give', subjectKind: 'person', subjectId: personId, roleId: role.id, placeId, from, until }
    case 'give-group':
      return { type: 'give', subjectKind: 'group', subjectId: group?.id, roleId: role.id, placeId, from, until }
    case 'take':
      return { type: 'take', grantId: grants[one.person + one.place]?.id ?? nextId() }
    case 'change-keys': {
      const grantIds = [grants[one.person + one.place]?.id ?? nextId()]
      const changed = {
        ...(one.other % 2 ? { roleId: role.id } : {}),
        ...(one.other % 3 ? { placeIds: [placeId] } : {}),
      }
      return { type: 'change-keys', grantIds, ...changed, from, until }
    }
    case 'approvers': {
      const approvers = { kind: 'named', personIds: [at([...account.all('person')], one.other).id] }
      const target = one.role % 2 ? { placeId } : { grantId: grants[one.person + one.place]?.id ?? nextId() }
      return { type: 'name-approvers', ...target, approvers: one.other % 3 ? approvers : null }
    }
    case 'wall':
      return { type: 'wall-place', placeId, walled: !account.get('place', placeId)!.walled }
    case 'archive':
      return { type: 'archive-place', placeId, archived: !account.get('place', placeId)!.archived }
    case 'move':
      return { type: 'move-place', placeId, parentId: at([...account.all('place')], one.other).id }
    case 'place':
      return { type: 'make-place', parentId: placeId, name: 'Yard', kind: 'site' }
    case 'leave':
      return { type: 'leave', personId }
    case 'join':
      return { type: 'join-group', groupId: group?.id, personId }
    case 'quit':
      return { type: 'quit-group', groupId: group?.id, personId }
    case 'person': {
      const choices = field ? [{ fieldId: field.id, valueId: field.values[one.other % 2]!.id }] : []
      const kind = one.role % 2 ? 'contractor' : 'staff'
      return { type: 'change-person', personId, kind, choices, engagementUntil: until ?? null }
    }
    case 'standing':
      return { type: 'change-person', personId, standing: at(['administrator', 'member', 'guest'], one.other) }
    case 'role':
      return { type: 'change-role', roleId: role.id, name: role.name, areas }
    case 'follow':
      return { type: 'change-role', roleId: role.id, name: role.name, areas, baseId: other.id }
    case 'retire':
      return { type: 'retire-role', roleId: role.id, replacementId: other.id }
    case 'group': {
      const allOf = [{ field: 'kind', value: one.role % 2 ? 'contractor' : 'staff' }]
      return { type: 'change-group', groupId: group?.id, name: group?.name, rule: [{ allOf }] }
    }
    case 'withdraw':
      return { type: 'withdraw', offerId: at([...account.all('offer')], one.other)?.id ?? nextId() }
    case 'admit':
      return { type: 'admit', personId }
    case 'allot':
      return { type: 'allot-seats', placeId, product: 'log', seatType: 'field', number: one.other || null }
    case 'seat':
    case 'end-seat':
    case 'change-seat':
    case 'subscribe':
    case 'stock':
    case 'sheet':
      return aboutSeats(account, one, personId)
    default: {
      const grant = { roleId: role.id, placeId }
      const who = { name: 'New', email: 'new@house.example', kind: 'contractor', standing: 'guest' }
      return { type: 'invite', ...who, grants: [grant], seats: [] }
    }
  }
}

function aboutSeats(account: Account, one: Attempt, personId: Id): object {
  const { from, until } = one
  const product = [...account.all('product')][0]!
  const { sheet } = account.by('sheet', 'product', product.id)[0]!
  const holding = at([...account.all('holding')], one.other)
  const seatType = at(sheet.seatTypes, one.place).code
  switch (one.kind) {
    case 'seat':
      return { type: 'give-seat', personId, product: product.code, seatType, from, until }
    case 'end-seat':
      return { type: 'end-seat', holdingId: holding?.id, on: from }
    case 'change-seat':
      return { type: 'change-seat', holdingId: holding?.id, seatType, on: from }
    case 'subscribe':
      return { type: 'subscribe', product: product.code, on: one.role % 3 > 0, from }
    case 'stock':
      return { type: 'enter-stock', product: product.code, seatType, number: one.other, from, source: 'a count' }
    default: {
      const seatTypes = sheet.seatTypes.map((type, index) => {
        if (index !== one.place % sheet.seatTypes.length) return type
        return { ...type, capElsewhere: one.level, priceMinor: one.other * 300 }
      })
      const comesAlong = one.role % 2 ? [{ standing: 'member', seatType }] : []
      return { type: 'import-sheet', sheet: { ...sheet, seatTypes, comesAlong }, from }
    }
  }
}

/** Decides an attempt as its actor, or as anyone who may do anything; undefined if it is refused. */
export function tryOut(account: Account, one: Attempt, now: Instant, asFounder = false) {
  const made = changeOf(account, one)
  if (!made) return undefined
  const actor = asFounder ? ({ kind: 'founding' } as const) : ({ kind: 'person', personId: made.actorId } as const)
  const decision = decide(account, [made.change], actor, now)
  return { ...made, decision }
}
