import fc from 'fast-check'
import {
  AccessIndex,
  LEVELS,
  lower,
  outsidersReachingNothing,
  placesOf,
  rank,
  reach,
  routesTo,
  Sight,
  whoReaches,
  why,
  type Level,
} from '../src/index.ts'
import { House } from './house.ts'

const at = (house: House, who: string, place: string, area = 'log/photos') =>
  reach(house.account, house.person(who), house.place(place), area, house.now)

describe('reach (model A1, A4)', () => {
  test('is the lower of what routes give and what the seat allows', () => {
    const house = House.open()
    expect(at(house, 'Rafe', 'Main')).toMatchObject({ level: 'change', granted: 'change', cap: 'change' })
    // Example 2: a role above the seat's cap is kept and held back.
    house.do('Oriel', { type: 'make-role', name: 'Drawer', areas: [{ area: 'log/drawings', level: 'run' }] })
    house.give('Rafe', 'Drawer', 'Main')
    expect(at(house, 'Rafe', 'Main', 'log/drawings')).toMatchObject({ level: 'see', granted: 'run', cap: 'see' })
  })

  test('is none without a seat, whatever was granted', () => {
    const house = House.open()
    expect(at(house, 'Corin', 'Harbour')).toMatchObject({ level: 'none', granted: 'change', cap: 'none' })
  })

  test('is none outside the engagement and for whoever is not active', () => {
    const ended = House.open((book) => (book.people[3]!.engagement = { from: '2025-01-01', until: '2026-06-15' }))
    expect(at(ended, 'Rafe', 'Main')).toMatchObject({ level: 'none', absence: 'engagement-over' })
    const ahead = House.open((book) => (book.people[3]!.engagement = { from: '2026-06-17' }))
    expect(at(ahead, 'Rafe', 'Main')).toMatchObject({ level: 'none', absence: 'engagement-not-begun' })
    const away = House.open((book) => Object.assign(book.people[3]!, { state: 'away', away: { from: '2026-06-01' } }))
    expect(at(away, 'Rafe', 'Main')).toMatchObject({ level: 'none', granted: 'change', absence: 'away' })
  })

  test('our own areas need no seat and have no cap (model L6)', () => {
    expect(at(House.open(), 'Tamsin', 'Main', 'porter/people')).toMatchObject({ level: 'run', cap: 'run' })
  })

  test('an account-scoped area counts only through a grant at the root (model L4)', () => {
    const house = House.open()
    house.do('Oriel', { type: 'make-role', name: 'Reader', areas: [{ area: 'porter/ledger', level: 'see' }] })
    house.give('Rafe', 'Reader', 'Pellworth')
    expect(at(house, 'Rafe', 'Pellworth', 'porter/ledger').level).toBe('none')
    const lowerDown = why(house.account, house.person('Rafe'), house.place('Pellworth'), 'porter/ledger', house.now)
    expect(lowerDown.reasons).toMatchObject([{ counts: false, level: 'see', obstacle: 'not-at-root' }])
    house.give('Rafe', 'Reader', `Gardens of house.example`)
    expect(at(house, 'Rafe', 'Gardens of house.example', 'porter/ledger').level).toBe('see')
  })

  test('it is answered as at the root behind walls and where a place sleeps, and lets nobody in there (model L4)', () => {
    const house = House.open((book) => {
      const sheet = book.products[0]!.sheets[0]!.sheet as { areas: { code: string; scope: string }[] }
      sheet.areas.find((area) => area.code === 'drawings')!.scope = 'account'
      book.places.find((place) => place.name === 'Corvane')!.archived = true
    })
    const root = 'Gardens of house.example'
    house.do('Oriel', { type: 'make-role', name: 'Reader', areas: [{ area: 'log/drawings', level: 'see' }] })
    house.give('Rafe', 'Reader', root)
    const asked = [root, 'Helipad', 'Harbour']
    const isIn = (place: string) =>
      new Sight(house.account, house.person('Rafe'), house.now).seesPlace(house.place(place))
    const check = () => {
      expect(asked.map((place) => at(house, 'Rafe', place, 'log/drawings').level)).toEqual(['see', 'see', 'see'])
      expect(asked.map(isIn)).toEqual([true, false, false])
    }
    check()
    house.account.attach(AccessIndex.of(house.account, house.now))
    check()
    const index = house.account.attached as AccessIndex
    const inside = placesOf(index, house.person('Rafe')).map((one) => one.placeId)
    expect(inside).toContain(house.place(root))
    expect(inside).not.toContain(house.place('Helipad'))
  })
})

describe('walls (model T3, example 1)', () => {
  test('stop what is given above, not what is given behind them', () => {
    const house = House.open()
    expect(at(house, 'Rafe', 'Helipad').level).toBe('none')
    house.give('Rafe', 'Rope access', 'Helipad')
    expect(at(house, 'Rafe', 'Helipad').level).toBe('add')
  })

  test('stop administrators in product areas only, and owners nowhere (model P4)', () => {
    const house = House.open()
    expect(at(house, 'Tamsin', 'Helipad').granted).toBe('none')
    expect(at(house, 'Tamsin', 'Main').granted).toBe('run')
    expect(at(house, 'Tamsin', 'Helipad', 'porter/access').level).toBe('run')
    expect(at(house, 'Oriel', 'Helipad').granted).toBe('run')
  })

  test('sensitive areas are not an administrator’s by standing (model L5, P4)', () => {
    const house = House.open((book) => {
      const sheet = book.products[0]!.sheets[0]!.sheet as { areas: { code: string; sensitive: boolean }[] }
      book.products[0]!.sheets[0]!.sheet = {
        ...sheet,
        areas: sheet.areas.map((area) => ({ ...area, sensitive: area.code === 'drawings' })),
      }
    })
    expect(at(house, 'Tamsin', 'Main', 'log/drawings').granted).toBe('none')
    expect(at(house, 'Oriel', 'Main', 'log/drawings').granted).toBe('run')
  })
})

describe('why and who (model A5, A6)', () => {
  test('why lists routes that do not count, with their reason', () => {
    const house = House.open()
    const answer = why(house.account, house.person('Rafe'), house.place('Helipad'), 'log/photos', house.now)
    expect(answer.reach.level).toBe('none')
    expect(answer.reasons).toMatchObject([{ counts: false, obstacle: 'wall', level: 'change' }])
    expect(answer.reasons[0]!.route.wall?.name).toBe('Helipad')
  })

  test('why tells of dates and of what the seat holds back', () => {
    const house = House.open()
    house.give('Corin', 'Rope access', 'Main', { from: '2026-07-01', until: '2026-07-31' })
    const answer = why(house.account, house.person('Corin'), house.place('Main'), 'log/photos', house.now)
    expect(answer.reasons).toMatchObject([{ counts: false, obstacle: 'not-begun' }])
    const held = why(house.account, house.person('Corin'), house.place('Harbour'), 'log/photos', house.now)
    expect(held).toMatchObject({ heldBack: true, reasons: [{ counts: true, level: 'change' }] })
  })

  test('who reaches a place is everyone whose reach is there, and nobody else', () => {
    const house = House.open()
    const found = whoReaches(house.account, house.place('Main'), 'add', ['log/photos'], house.now)
    expect(found.map((one) => house.account.nameOf(one.personId)).sort()).toEqual(['Mirren Steward', 'Rafe Gardener'])
    expect(found.every((one) => rank(one.areas.get('log/photos')!) >= rank('add'))).toBe(true)
  })

  test('outsiders who are in and reach nothing are found, and no longer once they do', () => {
    const house = House.open()
    expect(outsidersReachingNothing(house.account, house.now)).toEqual([house.person('Corin')])
    const seated = House.open((book) => (book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]))
    expect(outsidersReachingNothing(seated.account, seated.now)).toEqual([])
  })

  test('groups are routes too, and their grants say so (model A2)', () => {
    const house = House.open((book) => {
      book.groups = [{ name: 'Crew', grants: [{ role: 'Rope access', place: 'Corvane', from: '2026-01-01' }] }]
      book.people[3]!.groups = ['Crew']
    })
    expect(at(house, 'Rafe', 'Harbour').level).toBe('add')
    const [route] = routesTo(
      house.account,
      house.account.get('person', house.person('Rafe'))!,
      house.place('Harbour'),
      house.now,
    )
    expect(house.account.get('group', route?.groupId)?.name).toBe('Crew')
  })
})

test('reach is the best counting route below the cap, for random roles, places and walls', () => {
  const level = fc.constantFrom<Level>('see', 'add', 'change', 'run')
  const entry = fc.record({ place: fc.constantFrom('Pellworth', 'Main', 'Helipad', 'Corvane', 'Harbour'), level })
  fc.assert(
    fc.property(
      fc.array(entry, { maxLength: 5 }),
      fc.boolean(),
      fc.constantFrom('Main', 'Helipad', 'Harbour'),
      (entries, wall, place) => {
        const house = House.open((book) => {
          book.places[0]!.places![1]!.walled = wall
          book.people[3]!.grants = []
          entries.forEach((one, index) => {
            book.roles.push({ name: `Role ${index}`, areas: { 'log/photos': { level: one.level } } })
            const path = {
              Pellworth: 'Pellworth',
              Main: 'Pellworth/Main',
              Helipad: 'Pellworth/Helipad',
              Corvane: 'Corvane',
              Harbour: 'Corvane/Harbour',
            }
            book.people[3]!.grants!.push({
              role: `Role ${index}`,
              place: path[one.place as 'Main'],
              from: '2026-01-01',
            })
          })
        })
        const parent = place === 'Harbour' ? 'Corvane' : 'Pellworth'
        const counting = entries.filter(
          (one) => one.place === place || (one.place === parent && !(wall && place === 'Helipad')),
        )
        const best = LEVELS[Math.max(0, ...counting.map((one) => rank(one.level)))]!
        expect(at(house, 'Rafe', place)).toMatchObject({
          granted: best,
          level: best === 'none' ? 'none' : lower(best, 'change'),
        })
      },
    ),
  )
})

describe('sight (model D4, D5)', () => {
  const sees = (house: House, who: string) => {
    const sight = new Sight(house.account, house.person(who), house.now)
    return {
      people: sight
        .visiblePeople()
        .map((person) => house.account.nameOf(person.id).split(' ')[0])
        .sort(),
      places: [...house.account.all('place')]
        .filter((place) => sight.seesPlace(place.id))
        .map((place) => place.name)
        .sort(),
      money: sight.money,
    }
  }

  test('administrators see everyone and the sums', () => {
    const seen = sees(House.open(), 'Tamsin')
    expect(seen.people).toEqual(['Corin', 'Mirren', 'Oriel', 'Rafe', 'Tamsin'])
    expect(seen.money).toBe(true)
  })

  test('members see the directory but no sums, and only places they were let in to', () => {
    const seen = sees(House.open(), 'Rafe')
    expect(seen.people).toEqual(['Corin', 'Mirren', 'Oriel', 'Rafe', 'Tamsin'])
    expect(seen.places).toEqual(['Main', 'Pellworth'])
    expect(seen.money).toBe(false)
  })

  test('guests see only what was granted and the people met there', () => {
    const seen = sees(House.open(), 'Corin')
    expect(seen.places).toEqual(['Corvane', 'Harbour'])
    expect(seen.people).toEqual(['Corin', 'Oriel', 'Tamsin'])
  })

  test('someone shut out sees nothing but their own record', () => {
    const house = House.open((book) => Object.assign(book.people[3]!, { state: 'away', away: { from: '2026-06-01' } }))
    expect(sees(house, 'Rafe')).toMatchObject({ people: ['Rafe'], places: [] })
  })

  test('a path shows names above what one reaches only as far as the account’s label goes (model T7)', () => {
    const house = House.open()
    const sight = new Sight(house.give('Corin', 'Rope access', 'Main').account, house.person('Corin'), house.now)
    expect(sight.pathNames(house.place('Main'))).toEqual(['Pellworth', 'Main'])
    expect(sight.seesPlace(house.place('Pellworth'))).toBe(false)
  })
})
