import { askView, personSeatsView, Sight } from '../src/index.ts'
import { House } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)

describe('seat types side by side for someone (model S12)', () => {
  test('say what each costs and holds, and what choosing it opens, lowers and closes', () => {
    const house = House.open()
    const [log] = personSeatsView(sightOf(house, 'Oriel'), house.person('Rafe'))!
    expect(log).toMatchObject({ product: 'log', holdingId: expect.any(String) })
    const option = (code: string) => log!.options.find((one) => one.code === code)!
    expect(option('field')).toMatchObject({ isHeld: true, moves: [], counts: true, price: '€14.00 a month' })
    expect(option('reader')).toMatchObject({ isHeld: false, counts: false, price: 'no charge', problem: null })
    expect(option('reader').moves).toContainEqual({ kind: 'lowers', name: 'Photos' })
    // For someone without one it is given, and opens what their key grants.
    house.do('Oriel', { type: 'end-seat', holdingId: log!.holdingId })
    const [given] = personSeatsView(sightOf(house, 'Oriel'), house.person('Rafe'))!
    expect(given!.holdingId).toBeNull()
    expect(given!.options.find((one) => one.code === 'field')!.moves).toContainEqual({ kind: 'opens', name: 'Photos' })
  })

  test('of several seats of a product the one that is changed is meant', () => {
    const house = House.open()
    house.do('Oriel', { type: 'give-seat', personId: house.person('Rafe'), product: 'log', seatType: 'reader' })
    const held = house.account.by('holding', 'person', house.person('Rafe')).map(({ id }) => id)
    for (const id of held) {
      expect(personSeatsView(sightOf(house, 'Oriel'), house.person('Rafe'), id)![0]!.holdingId).toBe(id)
    }
    expect(held).toHaveLength(2)
  })

  test('say why a choice cannot be, and nothing of someone who is not seen', () => {
    const house = House.open()
    const [log] = personSeatsView(sightOf(house, 'Mirren'), house.person('Mirren'))!
    const problems = log!.options.filter(({ isHeld }) => !isHeld).map(({ problem }) => problem)
    expect(problems.every((one) => one === null || /right to/.test(one))).toBe(true)
    expect(personSeatsView(sightOf(house, 'Corin'), house.person('Rafe'))).toBeUndefined()
    expect(personSeatsView(sightOf(house, 'Oriel'), 'nobody')).toBeUndefined()
  })
})

test('what has all words in its own name is found before what has them only beside it', () => {
  const house = House.open()
  house.do('Oriel', { type: 'make-place', parentId: house.place('Pellworth'), name: 'Pel', kind: 'site' })
  const { found } = askView(sightOf(house, 'Oriel'), 'pellworth')
  expect(found.map(({ name }) => name)[0]).toBe('Pellworth')
})
