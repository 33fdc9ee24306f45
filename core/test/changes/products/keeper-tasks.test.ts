import { decide, isKeeperToAsk, keeperTasks, personSheetView, readBook, Sight, writeBook } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

/** A client's contact without a login who looks after the product. */
const open = () => {
  const house = House.open()
  const keeperId = nextId()
  const person = { name: 'Alba Renfrew', email: 'alba@client.example', kind: 'client', standing: 'guest' }
  house.do('Oriel', { type: 'record-person', personId: keeperId, ...person })
  house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand', keeperKind: 'person', keeperId })
  return { house, keeperId }
}

describe('products that clients keep (model B6)', () => {
  test('a keeper without a login is asked for those tasks alone, once when someone leaves', () => {
    const { house, keeperId } = open()
    const sentences = () =>
      keeperTasks(house.account, keeperId, house.now)!.products.flatMap(({ tasks }) => tasks.map((one) => one.sentence))
    expect(sentences()).toEqual(['Open an account for Mirren Steward', 'Open an account for Rafe Gardener'])
    for (const who of ['Mirren', 'Rafe']) {
      house.do('Oriel', { type: 'confirm-account', product: 'log', personId: house.person(who), state: 'open' })
    }
    expect(sentences()).toEqual([])
    const leave = house.read({ type: 'leave', personId: house.person('Rafe') })
    const actor = { kind: 'person', personId: house.person('Oriel') } as const
    const { effects } = decide(house.account, [leave], actor, house.now)
    expect(effects.filter(({ kind }) => kind === 'ask-keeper')).toEqual([{ kind: 'ask-keeper', personId: keeperId }])
    house.do('Oriel', leave)
    expect(sentences()).toEqual(['Close the account of Rafe Gardener'])
    // The leaver's own sheet says it at once, to those who see their record.
    const sheet = personSheetView(new Sight(house.account, house.person('Oriel'), house.now), house.person('Rafe'))!
    expect(sheet.closings.map(({ sentence }) => sentence)).toEqual(['Close the account of Rafe Gardener'])
    expect(keeperTasks(house.account, house.person('Mirren'), house.now)).toBeUndefined()
    house.do('Oriel', { type: 'leave', personId: keeperId })
    expect(keeperTasks(house.account, keeperId, house.now)).toBeUndefined()
  })

  test('they are written to when a task is new, and every week it is older', () => {
    const { house, keeperId } = open()
    const days = [0, 1, 2, 6, 7, 8, 13, 14].map((day) =>
      isKeeperToAsk(house.account, keeperId, house.now + day * 86_400_000_000),
    )
    expect(days).toEqual([true, true, false, false, true, false, false, true])
  })

  test('a client’s own product costs nothing here, and comes back from a book', () => {
    const { house } = open()
    const placeId = house.place('Corvane')
    const keep = { type: 'keep-product', product: 'log', way: 'hand', placeId }
    expect(house.refusals('Oriel', keep)).toEqual(['charged'])
    const sheet = structuredClone([...house.account.all('sheet')][0]!.sheet)
    for (const type of sheet.seatTypes) type.priceMinor = 0
    sheet.charging = { rule: 'whole-month', counts: 'admitted', currency: 'EUR' }
    house.do('Oriel', { type: 'import-sheet', sheet }, keep)
    expect([...house.account.all('keeping')][0]!.placeId).toBe(placeId)
    const again = readBook(writeBook(house.account, house.now), nextId).account!
    const [kept] = again.all('keeping')
    expect(again.get('place', kept!.placeId)!.name).toBe('Corvane')
  })
})
