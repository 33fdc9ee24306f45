import { placesView, readBook, Sight, writeBook } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const root = (house: House) => house.account.root.id
const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const placesOf = (house: House, who: string) => placesView(sightOf(house, who)).map(({ name }) => name)

/** Rafe makes clients of his own beneath the whole account, let to by the administrator, and is Steward at each. */
function making(more: object = {}): House {
  const house = House.open((book) => {
    book.roles.push({ name: 'Client maker', areas: { 'porter/places': { level: 'add', scope: 'own' } } })
    book.people[3]!.grants = []
    book.people[3]!.seats = []
  })
  const give = { subjectKind: 'person', subjectId: house.person('Rafe'), roleId: house.role('Client maker') }
  return house.do('Tamsin', { type: 'give', ...give, placeId: root(house), madeRoleId: house.role('Steward'), ...more })
}
const client = (house: House, name: string) => ({ type: 'make-place', parentId: root(house), name, kind: 'client' })

describe('clients of one’s own (model T8)', () => {
  test('are made where the key is given, with the role it names there, as given by who let one make them', () => {
    const house = making()
    house.do('Rafe', client(house, 'Lindal'))
    const [grant] = house.account.by('grant', 'place', house.place('Lindal'))
    expect(grant).toMatchObject({
      ...{ subjectId: house.person('Rafe'), roleId: house.role('Steward'), givenById: house.person('Tamsin') },
      ...{ madeRoleId: null, offerId: null },
    })
    // They may give access there from then on, and no place of another client.
    expect(sightOf(house, 'Rafe').can('access', 'change', house.place('Lindal'))).toBe(true)
    expect(sightOf(house, 'Rafe').can('access', 'change', house.place('Pellworth'))).toBe(false)
    expect(house.refusals('Rafe', { ...client(house, 'Deep'), parentId: house.place('Pellworth') })).not.toEqual([])
    expect(house.refusals('Rafe', { type: 'rename-place', placeId: house.place('Corvane'), name: 'X' })).not.toEqual([])
  })

  test('whoever makes them sees no other client', () => {
    const house = making()
    expect(placesOf(house, 'Rafe')).toEqual([house.account.root.name])
    house.do('Rafe', client(house, 'Lindal'))
    expect(placesOf(house, 'Rafe')).toEqual([house.account.root.name, 'Lindal'])
    expect(sightOf(house, 'Rafe').seesPlace(house.place('Main'))).toBe(false)
    const view = placesView(sightOf(house, 'Oriel')).find(({ name }) => name === 'Lindal')
    expect(view).toBeDefined()
  })

  test('a client is laid out with its sites in one go', () => {
    const house = making()
    const places = [
      { name: 'Lindal', kind: 'client' },
      { name: 'Yard', kind: 'site', within: 0 },
    ]
    house.do('Rafe', { type: 'lay-out', parentId: root(house), places, keys: [] })
    expect(placesOf(house, 'Rafe')).toEqual([house.account.root.name, 'Lindal', 'Yard'])
    expect(house.account.by('grant', 'place', house.place('Yard'))).toEqual([])
  })

  test('the giver’s rights as of then decide: gone, or less than the role gives, nothing is made', () => {
    const house = making()
    house.do('Oriel', { type: 'change-person', personId: house.person('Tamsin'), standing: 'member' })
    expect(house.refusals('Rafe', client(house, 'Lindal'))).not.toEqual([])
    house.do('Oriel', { type: 'change-person', personId: house.person('Tamsin'), standing: 'administrator' })
    expect(house.refusals('Rafe', client(house, 'Lindal'))).toEqual([])
    house.do('Oriel', { type: 'leave', personId: house.person('Tamsin') })
    expect(house.refusals('Rafe', client(house, 'Lindal'))).toEqual(['giver-gone'])
  })

  test('without a role at them none is made; a role that lets one make none takes no such role', () => {
    const house = making({ madeRoleId: null })
    expect(house.refusals('Rafe', client(house, 'Lindal'))).not.toEqual([])
    const give = { type: 'give', subjectKind: 'person', subjectId: house.person('Corin'), placeId: root(house) }
    const role = { roleId: house.role('Gardener'), madeRoleId: house.role('Steward') }
    expect(house.refusals('Oriel', { ...give, ...role })).toEqual(['makes-no-clients'])
  })

  test('is kept in an account export', () => {
    const house = making()
    const again = readBook(writeBook(house.account, house.now), nextId).account!
    const made = [...again.all('grant')].flatMap(({ madeRoleId }) => again.get('role', madeRoleId)?.name ?? [])
    expect(made).toEqual(['Steward'])
  })
})
