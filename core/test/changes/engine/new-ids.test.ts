import { kindNamed, NESTED, TABLE_NAMES, type Change, type Id, type ProductSheet } from '../../../src/index.ts'
import { decideAs, fullHouse, pick, randomChange, randomOf, TRIED_KINDS } from '../../every-kind.ts'
import { House, nextId } from '../../house.ts'

const RUNS = Math.max(100, Number(process.env.LODGE_PROPERTY_RUNS ?? 100)) * 10

describe('an id that comes with a change for a row to be made is no row’s yet (model C1)', () => {
  test('nobody invites someone anew under a record they once made, to take it over', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const personId = house.person('Sorrel')
    house.accept('Sorrel')
    const again = house.invitation({ personId, email: 'other@away.example', name: 'Someone Else', seats: [] })
    expect(house.refusals('Oriel', again)).toEqual(['id-taken'])
    const recorded = { type: 'record-person', personId, name: 'Someone Else', kind: 'staff', standing: 'member' }
    expect(house.refusals('Oriel', recorded)).toEqual(['id-taken'])
  })

  test('nobody offers a seat under the id of one that is held, to move it', () => {
    const house = House.open()
    const [held] = house.account.by('holding', 'person', house.person('Rafe'))
    const seats = [{ holdingId: held!.id, product: 'log', seatType: 'field' }]
    expect(house.refusals('Oriel', house.invitation({ seats }))).toEqual(['id-taken'])
    const given = { type: 'give-seat', personId: house.person('Corin'), product: 'log', seatType: 'reader' }
    expect(house.refusals('Oriel', { ...given, holdingId: held!.id })).toEqual(['id-taken'])
  })

  test('one id in two invitations is one person’s seat: the other gets their own, and ends nothing of the first', () => {
    for (const counts of ['admitted', 'invited'] as const) {
      const house = House.open((book) =>
        Object.assign((book.products[0]!.sheets[0]!.sheet as ProductSheet).charging, { counts }),
      )
      const seats = [{ holdingId: nextId(), product: 'log', seatType: 'reader' }]
      const two = [
        house.invitation({ seats }),
        house.invitation({ name: 'Wilma Other', email: 'wilma@house.example', seats }),
      ]
      const held = () => house.account.by('holding', 'person', house.person('Sorrel')).map(({ until }) => until)
      if (counts === 'invited') {
        expect(house.do('Oriel', two[0]!).refusals('Oriel', two[1]!)).toEqual(['id-taken'])
        continue
      }
      house.do('Oriel', ...two).accept('Sorrel')
      const before = held()
      expect(before).toHaveLength(1)
      const withdrawn = house.try('Oriel', { type: 'withdraw', offerId: house.offerOf('Wilma') })
      expect(withdrawn.problems).toEqual([])
      expect(withdrawn.edits.filter(({ table }) => table === 'holding')).toEqual([])
      house.accept('Wilma')
      expect(held()).toEqual(before)
      expect(house.account.by('holding', 'person', house.person('Wilma'))).toHaveLength(1)
    }
  })

  test('of every kind, whatever the table, by whoever', () => {
    const house = fullHouse()
    const { account, now } = house
    const people = [...account.all('person')].map(({ id }) => id)
    const rows = TABLE_NAMES.flatMap((table) => [...account.all(table)].map((row) => (row as { id?: Id }).id ?? ''))
    const ids = rows.filter(Boolean)
    const random = randomOf(5)
    const met = new Set<string>()
    for (let run = 0; run < RUNS; run += 1) {
      const type = TRIED_KINDS[run % TRIED_KINDS.length]!
      const drawn = randomChange(account, type, house.person('Oriel'), random)
      if (!drawn) continue
      // One of the ids that it gives to what it makes is changed for one that there is.
      const made: Id[] = []
      kindNamed(type)!.fill(drawn as never, (given) => (given == null ? nextId() : (made.push(given), given)), NESTED)
      if (made.length === 0) continue
      const [mine, taken] = [pick(random, made), pick(random, ids)]
      const change = JSON.parse(JSON.stringify(drawn).replaceAll(mine, taken)) as Change
      const { problems, edits } = decideAs(account, change, pick(random, people), now)
      expect([type, edits.filter(({ key }) => key === taken)]).toEqual([type, []])
      expect([type, problems.length > 0]).toEqual([type, true])
      met.add(type)
    }
    expect(met.size).toBeGreaterThan(30)
  })
})
