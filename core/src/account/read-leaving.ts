import type { BookConnection, BookHandover, BookLeaving, BookPerson } from './book-shape.ts'
import type { BookScene } from './book-scene.ts'
import type { AbsenceRow, Handover, PersonRow, Taker } from './rows.ts'
import { must } from '../checks/must.ts'
import { say } from '../words/say.ts'
import { isOpen } from '../time/lasting.ts'

/** Someone's time away, by which they come back by themselves, and their leaving if one is planned. */
export function readLeaving(person: BookPerson, row: PersonRow, path: string, scene: BookScene): void {
  if (row.awayFrom !== null) scene.rows.absence.push(absenceRow(person, row, path, scene))
  if (person.leaves) readPlan(person.leaves, row, `${path}/leaves`, scene)
}

/** What someone holds as they go away ends with that day unless it is kept (model S4, Z3); what was their own stays. */
function absenceRow({ away }: BookPerson, row: PersonRow, path: string, scene: BookScene): AbsenceRow {
  const { id: personId, awayFrom, awayUntil: until } = row
  const from = must(awayFrom, 'awayFrom')
  const who = (name: string | undefined, field: string) =>
    scene.find(scene.people, name, 'person', `${path}/away/${field}`)
  const keepSeats = away?.keepSeats ?? false
  const mine = scene.holdingsOf(personId)
  const ending = keepSeats
    ? []
    : mine.filter((one) => {
        const isTheirs = !one.own && one.origin === 'given'
        return isTheirs && one.givenFrom < from && isOpen(one.until, from)
      })
  for (const one of ending) one.until = from
  const named = (away?.seats ?? []).map((seat, at) => {
    const [product = '', seatType = ''] = seat.split('/')
    if (!scene.hasType(seat))
      scene.problem('unknown-seat', say('account.there-is-no-seat-type', { seat }), `${path}/away/seats/${at}`)
    const ofIt = mine.filter((one) => one.product === product && one.seatType === seatType)
    return { holdingId: ofIt.at(-1)?.id ?? scene.makeId(), product, seatType }
  })
  const ended = ending.map(({ id: holdingId, product, seatType }) => ({ holdingId, product, seatType }))
  const seats = away?.seats ? named : ended
  return {
    // Anyone who is away in the book has gone already: nothing is left to begin.
    ...{ id: scene.makeId(), personId, from, until, state: row.state === 'away' ? 'running' : 'set' },
    ...{ askedById: null, decidedById: who(away?.decidedBy, 'decidedBy'), keepSeats, seats },
    substituteId: who(away?.standIn, 'standIn'),
    ...{ agreedMinor: away?.agreedMinor ?? 0, withoutSeats: false },
  }
}

/** A leaving ends what someone has at its instant, whether it is written with their engagement or not (model Z3). */
function readPlan(leaves: BookLeaving, person: PersonRow, path: string, scene: BookScene): void {
  const { at, plannedAt, engagementBefore, handovers = [] } = leaves
  const instant = scene.when(at, 'end')
  const before = person.engagementUntil
  if (before === null || before > instant) person.engagementUntil = instant
  scene.rows.departure.push({
    ...{ id: scene.makeId(), personId: person.id, at: instant, state: 'planned', ended: null },
    plannerId: scene.find(scene.people, leaves.plannedBy, 'person', `${path}/plannedBy`),
    plannedAt: plannedAt ? scene.when(plannedAt, 'beginning') : instant,
    engagementBefore: engagementBefore ? scene.when(engagementBefore, 'end') : before === instant ? null : before,
    handovers: handovers.flatMap((one, index) => handoverOf(one, `${path}/handovers/${index}`, scene) ?? []),
  })
}

function handoverOf(one: BookHandover, path: string, scene: BookScene): Handover | undefined {
  const id = thingOf(one, `${path}/thing`, scene)
  const taker = one.to ? takerOf(one.to, `${path}/to`, scene) : null
  if (!id || taker === undefined) return undefined
  const acceptBy = one.acceptBy ? scene.when(one.acceptBy, 'end') : null
  return { what: one.what, id, taker, acceptBy, accepted: one.accepted ?? false }
}

/** A thing by the name people know it by. */
function thingOf({ what, thing }: BookHandover, path: string, scene: BookScene): string | null | undefined {
  if (what === 'things') return thing
  if (what === 'report') return scene.find(scene.people, thing, 'person', path)
  if (what === 'steward') return scene.place(thing, path)
  if (what === 'group-led') return scene.find(scene.groups, thing, 'group', path)
  if (what === 'approver') return scene.find(scene.roles, thing, 'role', path)
  const known = new Map(scene.lines.map(({ id, name }) => [name.toLowerCase(), id]))
  return scene.find(known, thing, 'line', path)
}

function takerOf(to: NonNullable<BookHandover['to']>, path: string, scene: BookScene): Taker | undefined {
  const id = to.person
    ? scene.find(scene.people, to.person, 'person', path)
    : to.group
      ? scene.find(scene.groups, to.group, 'group', path)
      : scene.place(to.place ?? '', path)
  return id ? { kind: to.person ? 'person' : to.group ? 'group' : 'place', id } : undefined
}

/** Products that are connected; their tokens are no part of a book and are entered again. */
export function readConnections(connections: readonly BookConnection[] = [], scene: BookScene): void {
  connections.forEach(({ product, scimAddress, thingsAddress = null, since }, at) => {
    if (!scene.rows.product.some(({ code }) => code === product)) {
      scene.problem(
        'unknown-product',
        say('account.there-is-no-product-in-this-book', { product }),
        `/connections/${at}/product`,
      )
    }
    const row = { product, scimAddress, thingsAddress, on: true, since: scene.when(since, 'beginning') }
    scene.rows.connection.push({ id: scene.makeId(), ...row, trouble: null, troubleSince: null })
  })
}
