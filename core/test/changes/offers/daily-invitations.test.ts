import { againView, readBook, Sight, writeBook } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const FIELD = { product: 'log', seatType: 'field' }

/** All three Field seats of Garden Log are taken; of those who hold one Rafe alone did not use theirs lately. */
function full(): House {
  return House.open((book) => {
    book.people[4]!.seats = [{ seat: 'log/field', from: '2026-01-01' }]
    book.products[0]!.use = ['mirren', 'corin'].map((name) => {
      return { person: `${name}@house.example`, at: '2026-06-15T08:00:00Z', amount: 1 }
    })
  })
}
const mendsOf = (house: House, who: string, change: object) => house.show(who, change).problems[0]?.mends ?? []

describe('a seat that is sold out (model I7)', () => {
  test('is answered with another type, the seat of someone who does not use theirs, and one more with its price', () => {
    const house = full()
    const invite = house.invitation()
    const mends = mendsOf(house, 'Oriel', invite)
    expect(mends.map(({ label }) => label)).toEqual([
      'Give a Lead seat instead, €32.00 a month',
      'Give a Reader seat instead, no charge',
      'Take the seat of Rafe Gardener, who does not use it',
      'Raise the number to 4, €14.00 a month',
    ])
    // Each of them is a docket that can be applied.
    for (const { changes } of mends) expect(house.refusals('Oriel', ...changes)).toEqual([])
    const give = { type: 'give-seat', personId: house.person('Tamsin'), ...FIELD }
    expect(mendsOf(house, 'Oriel', give).length).toBe(4)
  })

  test('is answered by what the asker may do, without sums for those who see none', () => {
    const house = full()
    house.do('Oriel', {
      type: 'make-role',
      name: 'Hands out',
      areas: [
        { area: 'porter/people', level: 'add' },
        { area: 'porter/access', level: 'run' },
        { area: 'porter/seats', level: 'add' },
      ],
    })
    house.give('Mirren', 'Hands out', house.account.root.name)
    const labels = mendsOf(house, 'Mirren', house.invitation()).map(({ label }) => label)
    expect(labels).toEqual(['Give a Lead seat instead', 'Give a Reader seat instead'])
  })
})

describe('a licence of their own in an invitation (model S1)', () => {
  test('takes no seat, costs nothing, and is told as theirs', () => {
    const house = full()
    const own = house.invitation({ seats: [{ ...FIELD, own: true }] })
    expect(house.show('Oriel', own)).toMatchObject({
      problems: [],
      sentences: [expect.stringContaining('their own licence')],
    })
    house.do('Oriel', own)
    const book = writeBook(house.account, house.now)
    expect(book.offers.at(-1)!.ownSeats).toEqual(['log/field'])
    expect([...readBook(book, nextId).account!.all('offer')].at(-1)!.seats).toMatchObject([{ own: true }])
    house.accept('Sorrel')
    expect(house.account.by('holding', 'person', house.person('Sorrel'))).toMatchObject([
      { own: true, seatType: 'field' },
    ])
  })
})

describe('an invitation that came to nothing (model I10)', () => {
  const again = (house: House, who: string, about = 'Sorrel') =>
    againView(new Sight(house.account, house.person(who), house.now), house.person(about))

  test('is filled in as it was and sent anew to the same record', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ line: 'Bring your ropes' }))
    const personId = house.person('Sorrel')
    expect(again(house, 'Oriel')).toBeUndefined()
    house.do('Oriel', { type: 'withdraw', offerId: house.offerOf('Sorrel') })
    const filled = again(house, 'Oriel') as Record<string, unknown>
    expect(filled).toMatchObject({
      ...{ name: 'Sorrel Climber', kind: 'contractor', standing: 'guest', engagementUntil: '2026-09-30' },
      ...{ line: 'Bring your ropes', seats: [{ ...FIELD, own: false }], managerId: null },
      grants: [{ roleId: house.role('Rope access'), placeId: house.place('Main') }],
    })
    house.do('Oriel', { type: 'invite', ...filled })
    expect(house.person('Sorrel')).toBe(personId)
    expect(house.account.get('person', personId)!.state).toBe('invited')
  })

  test('tells nobody more of it than they see', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    house.do('Oriel', { type: 'withdraw', offerId: house.offerOf('Sorrel') })
    expect(again(house, 'Rafe')).toBeUndefined()
    expect(again(house, 'Corin')).toBeUndefined()
  })
})

describe('a link like an invitation (model I12)', () => {
  test('carries several places of a role, groups and a firm', () => {
    const house = House.open((book) => book.groups.push({ name: 'Crew' }))
    const [firm] = house.account.all('employer')
    const [group] = house.account.all('group')
    const roleId = house.role('Rope access')
    const grants = ['Main', 'Harbour'].map((name) => ({ roleId, placeId: house.place(name) }))
    const link = {
      ...{ type: 'make-link', name: 'Climbers', kind: 'contractor', standing: 'guest', grants, seats: [] },
      ...{ groupIds: [group!.id], employerId: firm!.id, maximumUses: 2, until: '2026-07-01', waits: false },
      engagementUntil: '2026-09-30',
    }
    expect(house.refusals('Oriel', { ...link, employerId: nextId() })).toEqual(['not-found'])
    house.do('Oriel', link)
    const [row] = house.account.all('link')
    house.do('Oriel', {
      ...{
        type: 'come-by',
        linkId: row!.id,
        loginId: nextId(),
        personId: nextId(),
        offerId: nextId(),
        name: 'Reed Climber',
        email: 'reed@house.example',
      },
    })
    const reed = house.account.get('person', house.person('Reed'))!
    expect(reed).toMatchObject({ state: 'active', employerId: firm!.id })
    expect(house.account.by('grant', 'person', reed.id).length).toBe(2)
    expect(house.account.by('membership', 'person', reed.id).map(({ groupId }) => groupId)).toEqual([group!.id])
  })
})
