import fc from 'fast-check'
import { decide, personSheetView, readBook, readChange, Sight, stateAt, type Change } from '../../../src/index.ts'
import { attempt } from '../../attempts.ts'
import { House, nextId } from '../../house.ts'
import { randomBook } from '../../random-book.ts'
import { checkOften } from '../../often-enough.ts'

const amend = (house: House, more: object) => ({ type: 'amend-offer', offerId: house.offerOf('Sorrel'), ...more })
const offer = (house: House) => house.account.get('offer', house.offerOf('Sorrel'))!

describe('a live invitation is changed under the same link (model I10)', () => {
  test('other keys, groups and dates; whoever changes it becomes its sponsor; the link stays good', () => {
    const house = House.open()
    house.do('Mirren', house.invitation({ seats: [] }))
    const before = offer(house)
    const places = ['Main', 'Harbour'].map((name) => house.place(name))
    const grants = places.map((placeId) => ({ roleId: house.role('Rope access'), placeId }))
    const groupId = nextId()
    house.do('Oriel', { type: 'make-group', groupId, name: 'Climbers' })
    house.give('Rafe', 'Rope access', 'Harbour')
    house.do('Oriel', amend(house, { grants, groupIds: [groupId], engagementUntil: '2026-12-31', line: ' See you ' }))
    const after = offer(house)
    expect([after.resendNumber, after.expiresAt, after.revision]).toEqual([
      before.resendNumber,
      before.expiresAt,
      house.now - 1,
    ])
    expect(after.sponsorId).toBe(house.person('Oriel'))
    const view = personSheetView(new Sight(house.account, house.person('Oriel'), house.now), house.person('Sorrel'))!
    expect(view.offer).toMatchObject({
      gives: [{ role: 'Rope access' }, { role: 'Rope access' }],
      groups: [{ name: 'Climbers' }],
      line: 'See you',
    })
    house.accept('Sorrel')
    const given = house.account.by('grant', 'person', house.person('Sorrel'))
    expect(given.map(({ placeId }) => placeId).sort()).toEqual([...places].sort())
    expect(house.account.by('membership', 'person', house.person('Sorrel'))).toHaveLength(1)
  })

  test('it never gives what its sponsor could not offer now, and loses nothing they do not see', () => {
    const house = House.open()
    const harbour = { roleId: house.role('Rope access'), placeId: house.place('Harbour') }
    house.do('Oriel', house.invitation({ seats: [], grants: [harbour] }))
    // Mirren is steward of Pellworth: she neither sees Corvane nor who is invited there.
    expect(house.refusals('Mirren', amend(house, { grants: [] }))).toEqual(['not-found'])
    const both = { grants: [harbour, { roleId: house.role('Rope access'), placeId: house.place('Main') }] }
    house.do('Oriel', amend(house, both))
    const main = { grants: [{ roleId: house.role('Gardener'), placeId: house.place('Main') }] }
    expect(house.refusals('Mirren', amend(house, main)).length).toBeGreaterThan(0)
    house.do('Oriel', { type: 'make-role', name: 'Photo boss', areas: [{ area: 'log/photos', level: 'run' }] })
    house.do('Mirren', house.invitation({ email: 'other@house.example', name: 'Other Climber', seats: [] }))
    const other = house.account.by('offer', 'person', house.person('Other'))[0]!
    const boss = { grants: [{ roleId: house.role('Photo boss'), placeId: house.place('Main') }] }
    expect(house.refusals('Mirren', { type: 'amend-offer', offerId: other.id, ...boss })).toContain('beyond-own')
  })

  test('a key that stays keeps its own dates, and undone it is as it was', () => {
    const house = House.open()
    const key = (place: string) => ({ roleId: house.role('Rope access'), placeId: house.place(place) })
    house.do('Oriel', house.invitation({ seats: [], grants: [{ ...key('Main'), until: '2026-07-31' }] }))
    const before = offer(house)
    house.do('Oriel', amend(house, { grants: [key('Main'), key('Harbour')] }))
    expect(offer(house).grants.map(({ until }) => until)).toEqual([before.grants[0]!.until, null])
    house.do('Oriel', house.undoing())
    expect(offer(house)).toEqual({ ...before, revision: house.now - 1 })
    house.do('Oriel', amend(house, { grants: [{ ...key('Main'), until: null }] }))
    expect(offer(house).grants.map(({ until }) => until)).toEqual([null])
  })

  test('a seat that is dropped is empty again, one that stays stays reserved', () => {
    const house = House.open((book) => {
      const { sheet } = book.products[0]!.sheets[0] as { sheet: { charging: { counts: string } } }
      sheet.charging = { ...sheet.charging, counts: 'invited' }
    })
    house.do('Oriel', house.invitation())
    const seatsOf = () => house.account.by('holding', 'person', house.person('Sorrel')).map(({ seatType }) => seatType)
    const [held] = offer(house).seats
    house.do('Oriel', amend(house, { seats: [{ product: 'log', seatType: 'field' }], line: 'Still the same' }))
    expect([offer(house).seats, seatsOf()]).toEqual([[held], ['field']])
    house.later(1)
    house.do('Oriel', amend(house, { seats: [{ product: 'log', seatType: 'reader' }] }))
    const open = house.account
      .by('holding', 'person', house.person('Sorrel'))
      .filter(({ until }) => until === null || until > house.now)
    expect(open.map(({ seatType }) => seatType)).toEqual(['reader'])
  })

  test('who takes it up names what they read; once it is taken up it is not changed', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const take = { type: 'accept', offerId: house.offerOf('Sorrel'), loginId: nextId(), proven: true, revision: 0 }
    house.do('Oriel', amend(house, { engagementUntil: '2026-10-31' }))
    expect(house.refusals('Sorrel', take)).toEqual(['offer-changed'])
    const offerId = house.offerOf('Sorrel')
    house.do('Sorrel', { ...take, revision: offer(house).revision })
    expect(stateAt(house.account, house.account.get('person', house.person('Sorrel'))!, house.now)).toBe('active')
    expect(house.refusals('Oriel', { type: 'amend-offer', offerId, line: 'x' })).toEqual(['not-live'])
  })
})

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

test('amended, it gives nothing that whoever amends it could not offer anew (property)', () => {
  let amended = 0
  checkOften(
    fc.property(randomBook, attempt, attempt, (book, one, other) => {
      const { account, asOf: now } = readBook(book, nextId)
      if (!account) return
      const people = [...account.all('person')]
      const [roles, places] = [[...account.all('role')], [...account.all('place')]]
      const by = (at: number) => ({ kind: 'person', personId: people[at % people.length]!.id }) as const
      const read = (plain: object): Change => readChange(plain, nextId).value!
      const key = (of: typeof one) => {
        return { roleId: roles[of.role % roles.length]!.id, placeId: places[of.place % places.length]!.id }
      }
      const content = { kind: 'contractor', standing: 'guest', engagementUntil: '2026-09-30' }
      const invite = read({
        type: 'invite',
        name: 'New',
        email: 'new@house.example',
        ...content,
        grants: [key(one)],
        seats: [],
      })
      const sent = decide(account, [invite], by(one.actor), now)
      if (sent.problems.length > 0) return
      const [offer] = [...sent.after.all('offer')]
        .filter(({ state, revision }) => state === 'live' && revision === 0)
        .slice(-1)
      const change = { type: 'amend-offer', offerId: offer!.id, grants: [key(other)] }
      const done = decide(sent.after, [read(change)], by(other.actor), now + 1)
      if (done.problems.length > 0) return
      amended += 1
      const { grants, seats, groupIds, sponsorId } = done.after.get('offer', offer!.id)!
      expect(sponsorId).toBe(by(other.actor).personId)
      const again = { ...content, name: 'Else', email: 'else@house.example', seats, groupIds }
      const anew = read({
        type: 'invite',
        ...again,
        grants: grants.map(({ roleId, placeId }) => ({ roleId, placeId })),
      })
      expect(decide(sent.after, [anew], by(other.actor), now + 1).problems).toEqual([])
    }),
    RUNS * 3,
    () => amended > RUNS / 10,
  )
})
