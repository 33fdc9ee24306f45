import type { Account } from '../account/account.ts'
import type { Id, PersonRow, RoleArea, RoleRow } from '../account/rows.ts'
import { isLevel } from '../access/levels.ts'
import { areaAt, productAt, seatTypeAt } from '../products/catalogue.ts'
import { activeOwners } from '../people/presence.ts'
import { dateInWords, dateOf, type Instant } from '../time/instants.ts'
import { problem, type Problem } from './problem.ts'
import { lookup } from '../checks/lookup.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** A problem of a stored account, with the row it concerns. */
export interface RowProblem extends Problem {
  rowId: Id
}

/**
 * What must hold in every account at every instant: references that lead somewhere, one signatory who is an owner, an
 * active owner (model P5), no circles of managers (P2), periods that end after they begin, unique names and references.
 */
export function checkAccount(account: Account, now: Instant): RowProblem[] {
  const found = [
    ...people(account),
    ...owners(account, now),
    ...places(account),
    ...roles(account, now),
    ...groups(account),
  ]
  return [...found, ...grants(account), ...seats(account, now)]
}

function at(rowId: Id, code: string, sentence: string): RowProblem {
  return { ...problem(code, sentence), rowId }
}

function people(account: Account): RowProblem[] {
  const all = [...account.all('person')]
  const found: RowProblem[] = []
  const root = account.root.id
  const signatories = all.filter((person) => person.signatory)
  if (signatories.length !== 1) {
    found.push(
      at(root, 'signatory', say('checks.there-must-be-exactly-one-signatory-there-are', { count: signatories.length })),
    )
  }
  for (const person of signatories) {
    if (person.standing !== 'owner')
      found.push(at(person.id, 'signatory', say('checks.the-signatory-must-be-an-owner')))
  }
  for (const person of all) {
    if (inCircle(account, person))
      found.push(at(person.id, 'manager-circle', say('checks.the-reporting-line-leads-back-to-itself')))
    const { engagementFrom: from, engagementUntil: until } = person
    if (from !== null && !isOpen(until, from)) {
      found.push(at(person.id, 'dates-backwards', say('checks.the-engagement-ends-before-it-begins')))
    }
    for (const [id, table] of [
      [person.managerId, 'person'],
      [person.employerId, 'employer'],
    ] as const) {
      if (id && !account.get(table, id))
        found.push(at(person.id, 'dangling', say('checks.it-names-a-that-is-not-there', { table })))
    }
  }
  return found
}

/** At every instant from now on an owner is in, as it is planned (model P5). */
function owners(account: Account, now: Instant): RowProblem[] {
  const all = account.by('person', 'standing', 'owner')
  const dates = all.flatMap(({ engagementFrom, engagementUntil, awayFrom, awayUntil }) => [
    ...[engagementFrom, engagementUntil, awayFrom, awayUntil],
  ])
  const turns = [now, ...dates.filter((one): one is Instant => one !== null && one > now)]
  const without = turns.sort((one, other) => one - other).find((one) => activeOwners(account, one).length === 0)
  if (without === undefined) return []
  const when = without === now ? '' : say('checks.from-on', { date: dateInWords(dateOf(without, account.zone)) })
  return [at(account.root.id, 'no-owner', say('checks.there-is-no-active-owner-an-account-always', { when }))]
}

function inCircle(account: Account, person: PersonRow): boolean {
  const seen = new Set<Id>()
  let one: PersonRow | undefined = person
  while (one?.managerId) {
    if (seen.has(one.id)) return true
    seen.add(one.id)
    one = account.get('person', one.managerId)
  }
  return false
}

function places(account: Account): RowProblem[] {
  const found: RowProblem[] = []
  const references = new Map<string, Id>()
  const names = new Set<string>()
  for (const place of account.all('place')) {
    const key = `${place.parentId} ${place.name.toLowerCase()}`
    if (names.has(key))
      found.push(at(place.id, 'name-taken', say('checks.there-are-two-places-side-by-side', { place: place.name })))
    names.add(key)
    if (place.name.includes('/')) found.push(at(place.id, 'slash-in-name', say('checks.a-places-name-cannot-hold')))
    if (place.parentId && !account.get('place', place.parentId))
      found.push(at(place.id, 'dangling', say('checks.its-parent-is-not-there')))
    if (!place.reference) continue
    if (references.has(place.reference)) {
      found.push(
        at(
          place.id,
          'reference-taken',
          say('checks.the-reference-stands-for-two-places', { reference: place.reference }),
        ),
      )
    }
    references.set(place.reference, place.id)
  }
  return found
}

function roles(account: Account, now: Instant): RowProblem[] {
  return [...account.all('role')].flatMap((role) => [
    ...follows(account, role),
    ...Object.entries(role.areas).flatMap(([key, entry]) => roleArea(account, role, key, entry, now)),
  ])
}

/** A role follows one other, which follows none (model R3). */
function follows(account: Account, role: RoleRow): RowProblem[] {
  if (role.baseId === null) return []
  const base = account.get('role', role.baseId)
  if (!base) return [at(role.id, 'dangling', say('checks.the-role-follows-one-that-is-not-there', { role: role.name }))]
  return base.baseId === null
    ? []
    : [
        at(
          role.id,
          'follows-follower',
          say('checks.follows-which-follows-another-itself', { role: role.name, base: base.name }),
        ),
      ]
}

function roleArea(account: Account, role: RoleRow, key: string, entry: RoleArea, now: Instant): RowProblem[] {
  const [product = '', code] = key.split('/')
  const area =
    areaAt(account, key, now)?.area ?? productAt(account, product, now)?.sheet.areas.find((one) => one.code === code)
  if (!area)
    return [at(role.id, 'unknown-area', say('checks.the-role-names-which-no-product-has', { role: role.name, key }))]
  if (!isLevel(entry?.level))
    return [at(role.id, 'unknown-level', say('checks.is-no-level', { key, level: String(entry?.level) }))]
  const { level: _level, withheld, approval, scope, ...unknown } = entry as RoleArea & Record<string, unknown>
  const found: RowProblem[] = []
  for (const field of Object.keys(unknown)) {
    found.push(at(role.id, 'unknown-field', say('checks.of-the-role-knows-no-field', { key, role: role.name, field })))
  }
  if (scope !== undefined && !['all', 'own', 'people'].includes(scope)) {
    found.push(
      at(role.id, 'unknown-scope', say('checks.is-no-scope-use-all-own-or-people', { key, scope: String(scope) })),
    )
  }
  const actions = [...area.levels.map((one) => one.level as string), ...area.actions.map((one) => one.code)]
  for (const code of [withheld ?? [], approval ?? []].flat()) {
    if (!actions.includes(code))
      found.push(at(role.id, 'unknown-action', say('checks.has-no-action', { key, code: String(code) })))
  }
  return found
}

/** Rules read fields there are, and lines that say something (model P8, C6). */
function groups(account: Account): RowProblem[] {
  return [...account.all('group')].flatMap((group) => {
    const lines = group.rule?.anyOf ?? []
    const found = lines.some((line) => line.length === 0)
      ? [at(group.id, 'empty-rule', say('checks.a-line-of-its-rule-would-hold-everybody'))]
      : []
    for (const { field, value } of lines.flat()) {
      const known = lookup(BUILT_IN_VALUES, field) ?? account.get('field', field)?.values.map((one) => one.id)
      const isThere = field === 'employer' ? account.get('employer', value) !== undefined : known?.includes(value)
      if (!isThere)
        found.push(
          at(group.id, 'unknown-value', say('checks.the-rule-of-reads-a-field-or-value', { group: group.name })),
        )
    }
    return found
  })
}

const BUILT_IN_VALUES: Readonly<Record<string, readonly string[]>> = {
  kind: ['staff', 'contractor', 'client'],
  standing: ['owner', 'administrator', 'member', 'guest'],
}

function grants(account: Account): RowProblem[] {
  return [...account.all('grant')].flatMap((grant) => {
    const found: RowProblem[] = []
    if (!isOpen(grant.until, grant.from))
      found.push(at(grant.id, 'dates-backwards', say('checks.it-ends-before-it-begins')))
    const { subjectKind: kind, subjectId } = grant
    const subject = kind === 'standing' || account.get(kind, subjectId)
    if (!subject || !account.get('role', grant.roleId) || !account.get('place', grant.placeId)) {
      found.push(at(grant.id, 'dangling', say('checks.its-subject-role-or-place-is-not-there')))
    }
    if (kind !== 'person' && account.get('role', grant.roleId)?.wallPassing) {
      found.push(at(grant.id, 'wall-passing', say('checks.a-role-that-passes-walls-is-given-to')))
    }
    return found
  })
}

function seats(account: Account, now: Instant): RowProblem[] {
  return [...account.all('holding')].flatMap((holding) => {
    const { product, seatType, givenFrom, until } = holding
    const found: RowProblem[] = []
    if (
      !seatTypeAt(account, product, seatType, Math.min(givenFrom, now)) &&
      !seatTypeAt(account, product, seatType, now)
    ) {
      found.push(at(holding.id, 'unknown-seat', say('checks.there-is-no-seat-type', { product, seatType })))
    }
    if (!isOpen(until, givenFrom))
      found.push(at(holding.id, 'dates-backwards', say('checks.a-seat-ends-before-it-is-given')))
    return found
  })
}
