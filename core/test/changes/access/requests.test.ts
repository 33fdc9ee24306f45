import { decide, deskView, requestsView, roomsOf, Sight } from '../../../src/index.ts'
import { House } from '../../house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const wish = (house: House, place: string, more: object = {}) => ({
  type: 'ask-for',
  area: 'log/photos',
  level: 'change',
  placeId: house.place(place),
  ...more,
})
const idOf = (house: House) => [...house.account.all('request')].at(-1)!.id

describe('asking for more', () => {
  test('goes to whoever gives access there, with roles that would do, the narrowest first', () => {
    const house = House.open()
    house.give('Rafe', 'Gardener', 'Corvane')
    house.do('Rafe', wish(house, 'Main', { reason: 'the spring plan', until: '2026-07-31' }))
    const [request] = requestsView(sightOf(house, 'Mirren')).toDecide
    expect(request).toMatchObject({
      asker: 'Rafe Gardener',
      areaName: 'Photos',
      level: 'change',
      place: 'Main',
      until: '2026-07-31',
      expires: '2026-06-30',
      reason: 'the spring plan',
    })
    expect(request!.roles.map((role) => role.name)).toEqual(['Gardener', 'Steward'])
    expect(requestsView(sightOf(house, 'Corin')).toDecide).toEqual([])
    expect(requestsView(sightOf(house, 'Rafe')).mine.map((one) => one.state)).toEqual(['open'])
    // It is on the Desk of the office, and follows anyone who may decide.
    expect(deskView(sightOf(house, 'Oriel')).needs.map((need) => [need.kind, need.detail])).toEqual([
      ['request', 'Photos: change at Main'],
    ])
    house.do('Oriel', { type: 'take', grantId: house.account.by('grant', 'person', house.person('Mirren'))[0]!.id })
    expect(requestsView(sightOf(house, 'Mirren')).toDecide).toEqual([])
    expect(roomsOf(sightOf(house, 'Corin'))).toEqual(['keys'])
  })

  test('is granted together with what is given, and its reason is gone then', () => {
    const house = House.open()
    house.do('Corin', wish(house, 'Harbour', { level: 'see', reason: 'to look' }))
    const settle = { type: 'settle-request', requestId: idOf(house), granted: true }
    const give = {
      type: 'give',
      subjectKind: 'person',
      subjectId: house.person('Corin'),
      roleId: house.role('Rope access'),
      placeId: house.place('Harbour'),
    }
    const shown = house.show('Oriel', give, settle)
    expect(shown.sentences[1]).toBe('Grant the request of Corin Client for Photos: see at Harbour')
    house.do('Oriel', give, settle)
    const [mine] = requestsView(sightOf(house, 'Corin')).mine
    expect(mine).toMatchObject({ state: 'granted', reason: null })
    expect(house.refusals('Oriel', settle)).toEqual(['not-found'])
  })

  test('is decided by nobody who may not give there, and granted by nobody to themselves', () => {
    const house = House.open()
    house.do('Rafe', wish(house, 'Main'))
    const settle = (granted: boolean) => ({ type: 'settle-request', requestId: idOf(house), granted })
    expect(house.refusals('Corin', settle(false))).toEqual(['not-found'])
    expect(house.refusals('Rafe', settle(true))).toEqual(['not-allowed'])
    house.do('Mirren', settle(false))
    expect(requestsView(sightOf(house, 'Rafe')).mine[0]!.state).toBe('declined')
    house.do('Mirren', wish(house, 'Main', { level: 'run' }))
    expect(house.refusals('Mirren', settle(true))).toEqual(['own-request'])
  })

  test('may be asked for somebody else, once at a time, and is withdrawn or runs out', () => {
    const house = House.open()
    const forRafe = wish(house, 'Main', { personId: house.person('Rafe'), level: 'run' })
    house.do('Mirren', forRafe)
    expect(house.refusals('Mirren', forRafe)).toEqual(['asked-already'])
    expect(house.refusals('Rafe', { type: 'withdraw-request', requestId: idOf(house) })).toEqual(['not-found'])
    house.do('Mirren', { type: 'withdraw-request', requestId: idOf(house) })
    house.do('Mirren', forRafe)
    house.now += 15 * 86_400_000_000
    expect(requestsView(sightOf(house, 'Mirren')).mine.map((one) => one.state)).toEqual(['expired', 'withdrawn'])
    expect(requestsView(sightOf(house, 'Oriel')).toDecide).toEqual([])
  })

  test('is never taken silently for nothing: whoever is not in is refused', () => {
    const house = House.open()
    const change = house.read(wish(house, 'Main'))
    const decision = decide(house.account, [change], { kind: 'schedule' }, house.now)
    expect(decision.problems.map((one) => one.code)).toEqual(['not-active'])
    const away = House.open((book) => Object.assign(book.people[3]!, { state: 'away', away: { from: '2026-06-01' } }))
    expect(away.refusals('Rafe', wish(away, 'Main')).length).toBeGreaterThan(0)
    expect(away.try('Rafe', wish(away, 'Main')).edits).toEqual([])
  })

  test('refuses areas, levels and places that are not there, in words', () => {
    const house = House.open()
    expect(house.refusals('Rafe', wish(house, 'Harbour'))).toEqual(['not-found'])
    expect(house.refusals('Rafe', wish(house, 'Main', { area: 'log/nonsense' }))).toEqual(['unknown-area'])
    for (let at = 0; at < 20; at += 1) {
      const personId = house.person(['Rafe', 'Mirren', 'Oriel', 'Tamsin', 'Corin'][at % 5]!)
      const level = ['see', 'add', 'change', 'run'][Math.floor(at / 5)]
      house.do('Mirren', wish(house, 'Main', { personId, level }))
    }
    expect(house.refusals('Mirren', wish(house, 'Main', { area: 'log/drawings' }))).toEqual(['too-many'])
  })
})
