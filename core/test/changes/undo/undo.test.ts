import { decide, type AccountBook, type BookPerson, type Id, type Level } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

/** Someone with a role of their own at a place, besides those of the small account. */
function withOne(
  name: string,
  areas: Record<string, Level>,
  place: string,
  standing: BookPerson['standing'] = 'member',
) {
  return House.open((book: AccountBook) => {
    const entries = Object.entries(areas).map(([area, level]) => [area, { level }])
    book.roles.push({ name: `${name}’s`, areas: Object.fromEntries(entries) as never })
    book.people.push({
      ...{
        email: `${name.toLowerCase()}@house.example`,
        name: `${name} Doe`,
        kind: 'staff',
        standing,
        state: 'active',
      },
      ...{ engagement: { from: '2025-01-01' }, grants: [{ role: `${name}’s`, place, from: '2026-01-01' }] },
    })
  })
}

const seatOf = (house: House, who: string) => house.account.by('holding', 'person', house.person(who))[0]!
const ended = (house: House, who: string) => ({ type: 'end-seat', holdingId: seatOf(house, who).id })

describe('undoing needs what doing it needs, and gives back only what there is (model C4)', () => {
  test('who lowered themselves does not raise themselves again', () => {
    const house = House.open()
    house.do('Rafe', { type: 'change-person', personId: house.person('Rafe'), standing: 'guest' })
    expect(house.refusals('Rafe', house.undoing())).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', house.undoing())).toEqual([])
  })

  test('a move is put back by who runs places also where it goes back to (model T4)', () => {
    const house = withOne('Mover', { 'porter/places': 'run', 'porter/access': 'run' }, 'Corvane')
    house.do('Oriel', { type: 'move-place', placeId: house.place('Main'), parentId: house.place('Corvane') })
    expect(house.refusals('Mover', house.undoing())).toEqual(['not-found'])
    house.give('Mover', 'Gardener', 'Pellworth')
    expect(house.refusals('Mover', house.undoing())).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', house.undoing())).toEqual([])
  })

  test('a seat comes back while one is empty, and by who may let the bill rise (model S3, S10)', () => {
    const house = withOne('Hander', { 'porter/seats': 'add', 'porter/people': 'see' }, '/')
    house.do('Hander', ended(house, 'Mirren'))
    expect(house.refusals('Hander', house.undoing())).toEqual(['raises-bill'])
    expect(house.refusals('Oriel', house.undoing())).toEqual([])
    const undo = house.undoing()
    const field = { type: 'give-seat', product: 'log', seatType: 'field' }
    while (house.refusals('Oriel', { ...field, personId: house.person('Hander') }).length === 0) {
      house.do('Oriel', { ...field, personId: house.person('Hander') })
    }
    for (const who of ['Tamsin', 'Oriel', 'Corin']) {
      const give = { ...field, personId: house.person(who) }
      if (house.refusals('Oriel', give).length === 0) house.do('Oriel', give)
    }
    expect(house.refusals('Oriel', undo)).toEqual(['seat-sold-out'])
  })

  test('what a plan did is undone by the rights of what it held', () => {
    const house = withOne('Lister', { 'porter/groups': 'change', 'porter/ledger': 'see' }, '/', 'administrator')
    const plannedId: Id = nextId()
    house.do('Oriel', {
      type: 'plan-docket',
      plannedId,
      at: '2026-07-01',
      changes: [{ type: 'make-group', name: 'Late' }],
    })
    const run = { type: 'run-planned', plannedId }
    house.now = house.account.get('planned', plannedId)!.at
    const done = decide(house.account, [house.read(run)], { kind: 'schedule' }, house.now)
    house.account = done.after
    const groups = done.edits.filter(({ table }) => table === 'group')
    const undo = { type: 'undo', version: 1, edits: groups, changes: [run] }
    expect(house.refusals('Rafe', undo)).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', undo)).toEqual([])
  })

  test('what is no longer known is not undone: nothing says whose right it was', () => {
    const house = House.open()
    house.give('Rafe', 'Rope access', 'Main')
    const { edits } = house.last
    const undo = { type: 'undo', version: 1, edits }
    for (const changes of [[], [{ type: 'ring' }], [...house.last.changes, { type: 'ring' }]]) {
      expect(house.refusals('Oriel', { ...undo, changes })).toEqual(['cannot-undo'])
    }
    expect(house.refusals('Oriel', { ...undo, changes: house.last.changes })).toEqual([])
  })
})
