import { placeSheetView, Sight, type ProductSheet } from '../../../src/index.ts'
import { House } from '../../house.ts'

/** Garden Log is charged by the site: 45.00 a month each. */
function bySite(): House {
  return House.open((book) => {
    const from = book.products[0]!.sheets[0]!
    const perPlace = [{ name: 'Site', placeKind: 'site', priceMinor: 4500 }]
    const sheet = from.sheet as ProductSheet
    from.sheet = { ...sheet, charging: { ...sheet.charging, perPlace } }
  })
}
const fittings = (house: House, who: string, place: string) =>
  placeSheetView(new Sight(house.account, house.person(who), house.now), house.place(place))!.fittings

describe('a product charged by the place, on the place’s sheet (model S6)', () => {
  test('is off, on from a day, and off again after a last day, with its price', () => {
    const house = bySite()
    const [off] = fittings(house, 'Oriel', 'Main')
    expect(off).toMatchObject({ product: 'log', price: '€45.00 a month', on: null, control: { enabled: true } })
    const at = { product: 'log', placeId: house.place('Main') }
    house.do('Oriel', { type: 'fit-place', ...at, from: '2026-07-01' })
    const [on] = fittings(house, 'Oriel', 'Main')
    expect(on!.on).toMatchObject({ from: '2026-07-01', until: null, later: true })
    house.do('Oriel', { type: 'unfit-place', fittingId: on!.on!.fittingId, on: '2026-08-01' })
    expect(fittings(house, 'Oriel', 'Main')[0]!.on).toMatchObject({ until: '2026-07-31' })
  })

  test('is shown where its kind is charged for, to those who see seats or sums; sums to those alone', () => {
    const house = bySite()
    expect(fittings(house, 'Oriel', 'Pellworth')).toEqual([])
    expect(fittings(house, 'Rafe', 'Main')).toEqual([])
    const [seen] = fittings(house, 'Tamsin', 'Main')
    expect(seen!.control).toEqual({ enabled: true })
  })
})
