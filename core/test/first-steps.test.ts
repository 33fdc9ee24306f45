import { deskView, fillDocket, productAboutView, readFilling, Sight } from '../src/index.ts'
import { House, nextId } from './house.ts'

const sight = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const packets = (house: House) =>
  productAboutView(sight(house, 'Oriel'), 'log')!.packets.map(({ name, change }) => [name, change] as const)

/** A product that proposes two roles, as one that was described does. */
const open = () => {
  const house = House.open()
  const sheet = structuredClone([...house.account.all('sheet')][0]!.sheet)
  sheet.roles = [
    { name: 'Everything in Garden Log', areas: { photos: 'change' } },
    { name: 'Look at Garden Log only', areas: { photos: 'see' } },
  ]
  return house.do('Oriel', { type: 'import-sheet', sheet })
}

describe('a start for a new account', () => {
  test('two welcome packets are proposed once a role opens the product, and none that is there already', () => {
    const house = open()
    expect(packets(house)).toEqual([])
    for (const { change } of productAboutView(sight(house, 'Oriel'), 'log')!.roles) house.do('Oriel', change)
    const [staff, outside] = packets(house)
    expect([staff![0], outside![0]]).toEqual(['Staff with Garden Log', 'From outside with Garden Log'])
    house.do('Oriel', staff![1], outside![1])
    expect(packets(house)).toEqual([])
    expect([...house.account.all('packet')]).toMatchObject([
      { kind: 'staff', standing: 'member', grants: [{ placeId: house.account.root.id }] },
      { kind: 'contractor', standing: 'guest', grants: [] },
    ])
  })

  test('the Desk says that no role opens a product, to those who make roles', () => {
    const house = open()
    const said = (who: string) => deskView(sight(house, who)).needs.filter(({ kind }) => kind === 'no-role')
    // The small house has roles that open it.
    expect(said('Oriel')).toEqual([])
    for (const { id } of [...house.account.all('role')]) {
      house.account = house.account.with([
        {
          table: 'role',
          key: id,
          before: house.account.get('role', id)!,
          after: { ...house.account.get('role', id)!, retired: true },
        },
      ])
    }
    expect(said('Oriel')).toMatchObject([{ name: 'Garden Log', product: 'log' }])
    expect(said('Rafe')).toEqual([])
  })

  test('people on record are invited to sign in together; the others are left out', () => {
    const house = House.open()
    const ids = ['Ada Marsh', 'Bay Stone', 'Cleo Quill'].map((name) => {
      const personId = nextId()
      const email = name.startsWith('Cleo') ? {} : { email: `${name.split(' ')[0]!.toLowerCase()}@x.example` }
      house.do('Oriel', { type: 'record-person', personId, name, kind: 'staff', standing: 'member', ...email })
      return personId
    })
    const fill = (who: string) => {
      const filling = readFilling({ kind: 'sign-in-many', personIds: [...ids, house.person('Rafe')] }).value!
      return fillDocket(house.account, filling, house.person(who), house.now, nextId)
    }
    const { changes, rest } = fill('Oriel')
    expect(changes).toMatchObject([
      { type: 'invite-to-sign-in', personId: ids[0] },
      { type: 'invite-to-sign-in', personId: ids[1] },
    ])
    // Someone without an email address stays as they are, which is said.
    expect(rest).toContain('without an email address')
    expect(fill('Rafe').changes).toEqual([])
    house.do('Oriel', ...changes)
    expect(fill('Oriel').changes).toEqual([])
  })
})
