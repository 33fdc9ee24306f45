import { House } from '../../house.ts'

const hints = (house: House, more: object) =>
  house
    .show('Oriel', house.invitation(more))
    .watchOut.filter(({ code }) => code === 'cheaper-seat' || code === 'covered-key')
    .map(({ sentence }) => sentence)

describe('an invitation that offers more than it needs', () => {
  test('a cheaper seat that reaches as far is named, with what it saves', () => {
    const house = House.open()
    const lead = [{ product: 'log', seatType: 'lead' }]
    expect(hints(house, { seats: lead })).toEqual([
      'A Field seat in Garden Log is enough for the access given here, €18.00 a month less.',
    ])
    expect(hints(house, {})).toEqual([])
    expect(hints(house, { seats: lead, grants: [] })).toEqual([])
  })

  test('a key covered from above is named, unless a wall stands between', () => {
    const house = House.open()
    const key = (place: string) => ({ roleId: house.role('Rope access'), placeId: house.place(place) })
    expect(hints(house, { grants: [key('Pellworth'), key('Main')] })).toEqual([
      'Rope access at Main is already given by the same role at Pellworth.',
    ])
    expect(hints(house, { grants: [key('Main'), key('Helipad')] })).toEqual([])
  })
})
