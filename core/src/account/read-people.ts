import { emailKey } from '../people/email.ts'
import type { BookPerson, BookSeat } from './book-shape.ts'
import type { BookScene } from './book-scene.ts'
import { condition, readGrant } from './read-grants.ts'
import type { PersonRow } from './rows.ts'
import type { HoldingRow } from './product-rows.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** What a person of a book is known by: their address in its normal form, or their key. */
export function keyOf({ email, key }: { email?: string | null; key?: string | null }): string | undefined {
  return email ? emailKey(email) : key?.toLowerCase()
}

/** Gives everyone an id, so that other parts of the book may name them. */
export function nameThePeople(people: readonly BookPerson[], scene: BookScene): void {
  people.forEach((person, at) => {
    const key = keyOf(person)
    if (key === undefined)
      return scene.problem('no-key', say('account.a-person-needs-an-email-or-a-key'), `/people/${at}`)
    if (scene.people.has(key)) scene.problem('person-twice', say('account.stands-twice', { key }), `/people/${at}`)
    const id = scene.makeId()
    scene.people.set(key, id)
    // As the account export writes it, since its other parts name them by that.
    scene.people.set(must(person.email ?? person.key, 'address or key of a person').toLowerCase(), id)
  })
}

/** Everyone with their dates, seats and keys. */
export function readPeople(people: readonly BookPerson[], scene: BookScene): void {
  people.forEach((person, at) => readPerson(person, `/people/${at}`, scene))
}

/** One person with what they hold. */
function readPerson(person: BookPerson, path: string, scene: BookScene): void {
  const id = scene.people.get(keyOf(person) ?? '')
  if (!id) return
  scene.paths.set(id, path)
  const { kind, standing, state, signatory = false } = person
  const choices = Object.entries(person.choices ?? {}).flatMap(([name, value]) => {
    const found = condition(name, value, `${path}/choices/${name}`, scene)
    return found ? [[found.field, found.value] as const] : []
  })
  const row: PersonRow = {
    id,
    kind,
    standing,
    state,
    signatory,
    managerId: scene.find(scene.people, person.manager, 'person', `${path}/manager`),
    employerId: scene.find(scene.employers, person.employer, 'employer', `${path}/employer`),
    engagementFrom: person.engagement?.from ? scene.when(person.engagement.from, 'beginning') : null,
    engagementUntil: person.engagement?.until ? scene.when(person.engagement.until, 'end') : null,
    ...absence(person, path, scene),
    loginId: null,
    recorded: person.onRecord ?? false,
    joinedInto: null,
    apartFrom: (person.apartFrom ?? []).flatMap((other, at) => {
      return scene.find(scene.people, other, 'person', `${path}/apartFrom/${at}`) ?? []
    }),
    reference: person.reference ?? null,
    choices: Object.fromEntries(choices),
  }
  scene.rows.person.push(row)
  if (person.name) scene.values.push({ personId: id, field: 'name', value: person.name })
  if (person.email) scene.values.push({ personId: id, field: 'email', value: emailKey(person.email) })
  if (person.otherEmail) {
    scene.values.push({ personId: id, field: 'otherEmail', value: emailKey(person.otherEmail) })
  }
  if (person.phone) scene.values.push({ personId: id, field: 'phone', value: person.phone })
  for (const [name, text] of Object.entries(person.texts ?? {})) {
    const fieldId = scene.find(scene.fields, name, 'field', `${path}/texts/${name}`)
    if (fieldId) scene.values.push({ personId: id, field: `field ${fieldId}`, value: String(text) })
  }
  person.seats?.forEach((seat, at) => scene.rows.holding.push(holding(seat, row, `${path}/seats/${at}`, scene)))
  person.grants?.forEach((grant, at) => readGrant(grant, 'person', id, `${path}/grants/${at}`, scene))
}

function absence(
  { away, state }: BookPerson,
  path: string,
  scene: BookScene,
): Pick<PersonRow, 'awayFrom' | 'awayUntil'> {
  const awayFrom = away?.from ? scene.when(away.from, 'beginning') : null
  const awayUntil = away?.until ? scene.when(away.until, 'end') : null
  if (state === 'away' && awayFrom === null) {
    scene.problem('no-dates', say('account.a-person-who-is-away-needs-the-first'), `${path}/away`)
  }
  if (away && awayFrom === null)
    scene.problem('no-dates', say('account.a-time-away-needs-its-first-day'), `${path}/away/from`)
  if (away && state !== 'active' && state !== 'away') {
    scene.problem('not-here', say('account.a-person-cannot-be-and-away-at-the', { state }), `${path}/away`)
  }
  if (awayFrom !== null && awayUntil !== null && awayUntil <= awayFrom) {
    scene.problem('dates-backwards', say('account.the-time-away-ends-before-it-begins'), `${path}/away/until`)
  }
  return { awayFrom, awayUntil }
}

function holding(seat: BookSeat, person: PersonRow, path: string, scene: BookScene): HoldingRow {
  const [product = '', seatType = ''] = seat.seat.split('/')
  const until = seat.until ? scene.when(seat.until, 'end') : null
  const counted = seat.counted ? scene.when(seat.counted, 'beginning') : null
  const { engagementFrom } = person
  const isOfNow = engagementFrom !== null && isOpen(until, engagementFrom)
  const id = scene.makeId()
  scene.paths.set(id, path)
  if (counted !== null && (counted < scene.when(seat.from, 'beginning') || (until !== null && counted > until))) {
    const sentence = say('account.a-seat-counts-from-its-beginning-at-the')
    scene.problem('counted-outside', sentence, `${path}/counted`)
  }
  return {
    id,
    personId: person.id,
    product,
    seatType,
    own: seat.own ?? false,
    givenFrom: scene.when(seat.from, 'beginning'),
    countedFrom: counted !== null && isOfNow ? Math.max(counted, engagementFrom) : counted,
    until,
    origin: seat.along ? 'along' : 'given',
    givenById: scene.find(scene.people, seat.givenBy, 'person', `${path}/givenBy`),
    endedById: scene.find(scene.people, seat.endedBy, 'person', `${path}/endedBy`),
  }
}
