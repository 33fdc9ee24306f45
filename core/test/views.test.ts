import {
  choicesView,
  controlsOfPeople,
  controlsOfPerson,
  controlsOfPlace,
  deskView,
  keysOf,
  peopleMatching,
  peopleView,
  readPeopleQuery,
  personSheetView,
  placeSheetView,
  placesView,
  readInstant,
  roomsOf,
  Sight,
  whyView,
} from '../src/index.ts'
import { DOMAIN, House } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)

describe('the Desk', () => {
  const busy = () =>
    House.open((book) => {
      book.people[3]!.engagement = { from: '2025-01-01', until: '2026-06-20' }
      book.people[4]!.engagement = { from: '2025-01-01', until: '2026-06-10' }
    })

  test('says who starts, waits and ends within 14 days, and the month’s bill', () => {
    const house = busy()
    house.do('Oriel', house.invitation({ engagementFrom: '2026-06-25' }))
    house.do('Oriel', house.invitation({ name: 'Wait', email: `wait@${DOMAIN}`, seats: [] })).accept('Wait', false)
    const desk = deskView(sightOf(house, 'Oriel'))
    expect(desk.day).toBe('Tuesday 16 June 2026')
    expect(desk.phrases).toEqual([
      { text: 'One person starts by 30 June', people: [house.person('Sorrel')] },
      { text: 'one person is waiting to be admitted', people: [house.person('Wait')] },
      { text: 'one person has their last day by 30 June', people: [house.person('Rafe')] },
    ])
    expect(desk.bill).toEqual({ month: 'June', totalMinor: 2800, text: '€28.00' })
    // Most urgent first.
    expect(desk.needs.map((need) => [need.urgency, need.kind, need.name, need.date])).toEqual([
      ['at-once', 'engagement-over', 'Corin Client', '2026-06-10'],
      ['answer', 'waiting', 'Wait', null],
      ['soon', 'ends-soon', 'Rafe Gardener', '2026-06-20'],
    ])
    expect(desk.needs[1]!.detail).toBe('Rope access at Main')
    expect(desk.board.ending.map((bar) => [bar.name, bar.until])).toEqual([
      ['Corin Client', '2026-06-10'],
      ['Rafe Gardener', '2026-06-20'],
    ])
  })

  test('fourteen days are in, the fifteenth is not', () => {
    const ends = (until: string) => {
      const house = House.open((book) => (book.people[3]!.engagement = { from: '2025-01-01', until }))
      return deskView(sightOf(house, 'Oriel')).needs.length
    }
    expect([ends('2026-06-16'), ends('2026-06-30'), ends('2026-07-01')]).toEqual([1, 1, 0])
  })

  test('warns of invitations two days before they run out, and says so after', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const kinds = (at: string) =>
      deskView(new Sight(house.account, house.person('Oriel'), readInstant(at))).needs.map((one) => one.kind)
    expect(kinds('2026-06-27T12:00:00Z')).toEqual([])
    expect(kinds('2026-06-28T12:00:00Z')).toEqual(['invitation-expiring'])
    expect(kinds('2026-07-01T12:00:00Z')).toEqual(['invitation-expired'])
  })

  test('is quiet when nothing happens, and says no sums to those who may not see them', () => {
    const quiet = deskView(sightOf(House.open(), 'Oriel'))
    expect(quiet.phrases).toEqual([{ text: 'Nobody starts, waits or has a last day in the next 14 days', people: [] }])
    expect(deskView(sightOf(House.open(), 'Rafe')).bill).toBeNull()
  })
})

describe('rooms and controls (model D6)', () => {
  test('owners have every room, members the directory, guests their keys', () => {
    const house = House.open()
    expect(roomsOf(sightOf(house, 'Oriel'))).toEqual([
      'desk',
      'people',
      'places',
      'roles',
      'seats',
      'bill',
      'departures',
      'ledger',
      'settings',
      'keys',
    ])
    expect(roomsOf(sightOf(house, 'Rafe'))).toEqual(['people', 'places', 'keys'])
    expect(roomsOf(sightOf(house, 'Corin'))).toEqual(['keys'])
  })

  test('a guest who is a steward gets the rooms to be one in', () => {
    const house = House.open().give('Corin', 'Steward', 'Corvane')
    expect(roomsOf(sightOf(house, 'Corin'))).toEqual(['people', 'places', 'roles', 'keys'])
  })

  test('whoever’s engagement has not begun has their keys only', () => {
    const house = House.open((book) => (book.people[1]!.engagement = { from: '2026-07-01' }))
    expect(roomsOf(sightOf(house, 'Tamsin'))).toEqual(['keys'])
  })

  test('an opening control is enabled exactly where the right it needs is held, and says what is lacking', () => {
    const house = House.open()
    const at = (who: string, place: string) => controlsOfPlace(sightOf(house, who), house.place(place))
    expect(at('Oriel', 'Main').wall).toEqual({ enabled: true })
    expect(at('Mirren', 'Main')).toMatchObject({
      give: { enabled: true },
      invite: { enabled: true },
      make: { enabled: false },
    })
    expect(at('Mirren', 'Main').make.reason).toBe('You need the right to add and rename places.')
    expect(at('Mirren', 'Harbour').give.enabled).toBe(false)
    expect(at('Oriel', 'Gardens of house.example').wall.enabled).toBe(false)
    expect(controlsOfPeople(sightOf(house, 'Mirren')).invite.enabled).toBe(true)
    expect(controlsOfPeople(sightOf(house, 'Rafe')).invite.enabled).toBe(false)
  })

  test('a person’s controls follow their state: admit who waits, withdraw who is invited, let leave who is in', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const controls = (who: string, about: string) => {
      const found = controlsOfPerson(sightOf(house, who), house.person(about))
      return Object.entries(found).flatMap(([name, one]) => (one.enabled ? [name] : []))
    }
    expect(controls('Oriel', 'Sorrel')).toEqual(['change', 'seeAs', 'withdraw', 'give', 'seat'])
    expect(controls('Oriel', 'Rafe')).toEqual(['leave', 'change', 'seeAs', 'give', 'seat'])
    expect(controls('Mirren', 'Rafe')).toEqual(['give'])
    house.accept('Sorrel', false)
    expect(controls('Tamsin', 'Sorrel')).toEqual(['admit', 'change', 'seeAs', 'give', 'seat'])
  })
})

describe('the People list and a person’s sheet', () => {
  test('are whole for the office and the directory’s facts for members', () => {
    const house = House.open()
    const row = (who: string, about: string) =>
      peopleView(sightOf(house, who)).people.find((one) => one.name.startsWith(about))!
    expect(row('Tamsin', 'Rafe')).toMatchObject({
      standing: 'member',
      seats: ['Field'],
      reach: { level: 'change', places: 2 },
      from: '2025-01-01',
    })
    expect(row('Corin', 'Oriel')).toMatchObject({ standing: null, seats: null, reach: null, from: null })
    expect(row('Rafe', 'Rafe')).toMatchObject({ reach: { level: 'change', places: 2 } })
  })

  test('a sheet folds places that answer alike and keeps walled ones apart', () => {
    const house = House.open().give('Rafe', 'Rope access', 'Helipad')
    const sheet = personSheetView(sightOf(house, 'Oriel'), house.person('Rafe'))!
    expect(sheet.keys.map((one) => [one.name, one.beneath, one.highest, one.walled])).toEqual([
      ['Pellworth', 1, 'change', false],
      ['Helipad', 0, 'add', true],
    ])
    expect(sheet.holdings).toMatchObject([{ type: 'Field', amountMinor: 1400 }])
    expect(sheet.monthMinor).toBe(1400)
  })

  test('sums and addresses are for those who may see them', () => {
    const house = House.open()
    const sheet = personSheetView(sightOf(house, 'Rafe'), house.person('Mirren'))!
    expect(sheet).toMatchObject({ email: null, monthMinor: null, holdings: [], groups: null, keys: [] })
  })

  test('an invitation shows what it will give, until it is taken up', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const sheet = () => personSheetView(sightOf(house, 'Tamsin'), house.person('Sorrel'))!
    expect(sheet().offer).toMatchObject({
      sponsor: 'Oriel Owner',
      sent: '2026-06-16',
      expires: '2026-06-30',
      seats: [{ product: 'log', seatType: 'field', name: 'Field' }],
    })
    expect(sheet().offer!.gives).toMatchObject([{ role: 'Rope access', place: 'Main' }])
    house.accept('Sorrel')
    expect(sheet().offer).toBeNull()
  })

  test('whoever took an invitation up by another address is shown with both', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const change = {
      type: 'accept',
      offerId: house.offerOf('Sorrel'),
      loginId: house.account.id,
      proven: false,
      loginEmail: 'other@else.example',
    }
    house.do('Sorrel', change)
    expect(personSheetView(sightOf(house, 'Oriel'), house.person('Sorrel'))).toMatchObject({
      state: 'waiting',
      email: `sorrel@${DOMAIN}`,
      cameAs: 'other@else.example',
    })
    expect(personSheetView(sightOf(house, 'Rafe'), house.person('Sorrel'))).toBeUndefined()
  })

  test('a manager sees the records of all who report to them, directly or through others (model P7)', () => {
    const house = House.open((book) => {
      book.people[3]!.manager = book.people[2]!.email
      book.people[4]!.manager = book.people[3]!.email
    })
    expect(sightOf(house, 'Mirren').depthOf(house.person('Corin'))).toBe('record')
    expect(sightOf(house, 'Rafe').depthOf(house.person('Mirren'))).toBe('directory')
  })
})

describe('places and their sheets', () => {
  test('the tree hangs seen places under the nearest seen place above', () => {
    const house = House.open().give('Corin', 'Rope access', 'Main')
    expect(placesView(sightOf(house, 'Corin')).map((one) => [one.name, one.depth])).toEqual([
      ['Corvane', 0],
      ['Harbour', 1],
      ['Main', 0],
    ])
    expect(placesView(sightOf(house, 'Oriel')).map((one) => one.depth)).toEqual([0, 1, 2, 1, 2, 2])
  })

  test('a sheet lists who gets in, who will once in, and the stewards', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const sheet = placeSheetView(sightOf(house, 'Oriel'), house.place('Main'))!
    expect(sheet.insiders.map((one) => [one.name, one.highest])).toEqual([
      ['Mirren Steward', 'change'],
      ['Rafe Gardener', 'change'],
    ])
    expect(sheet.onceIn).toMatchObject([{ name: 'Sorrel Climber', role: 'Rope access' }])
    expect(sheet.stewards.map((one) => one.name)).toEqual(['Mirren Steward'])
    expect(sheet.path).toEqual(['Pellworth', 'Main'])
  })

  test('a guest’s sheet of a place shows themselves and hides what others hold', () => {
    const house = House.open((book) => (book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]))
    const sheet = placeSheetView(sightOf(house, 'Corin'), house.place('Harbour'))!
    expect(sheet.insiders.map((one) => one.name)).toEqual(['Corin Client'])
    expect(placeSheetView(sightOf(house, 'Corin'), house.place('Main'))).toBeUndefined()
  })

  test('why hides givers and routes one may not see behind one phrase', () => {
    const house = House.open((book) => (book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]))
    house.give('Corin', 'Rope access', 'Main')
    const own = whyView(sightOf(house, 'Corin'), house.person('Corin'), house.place('Main'), 'log/photos')
    expect(own).toMatchObject({ level: 'see', granted: 'add', cap: 'see', heldBack: true })
    expect(own.routes).toMatchObject([{ role: 'Rope access', place: 'Main', giver: 'Oriel Owner', from: '2026-06-16' }])
    const other = whyView(sightOf(house, 'Corin'), house.person('Rafe'), house.place('Main'), 'log/photos')
    expect(other).toMatchObject({ routes: [], unseen: 1 })
    const book = whyView(sightOf(house, 'Rafe'), house.person('Rafe'), house.place('Main'), 'log/photos')
    expect(book.routes[0]!.giver).toBeNull()
  })

  test('one’s keys say what they let one do, in the sheet’s words', () => {
    const house = House.open()
    const [place] = keysOf(sightOf(house, 'Rafe'), house.person('Rafe'))
    expect(place!.keys.map((key) => [key.name, key.level, key.sentence])).toEqual([
      ['Photos', 'change', 'change photos'],
      ['Drawings', 'see', 'look at drawings'],
    ])
  })
})

describe('choices', () => {
  test('roles read as what they can and cannot do (model R2)', () => {
    const house = House.open()
    const gardener = choicesView(sightOf(house, 'Oriel')).roles.find((role) => role.name === 'Gardener')!
    expect(gardener.can).toEqual(['look at photos', 'add photos', 'change photos', 'look at drawings'])
    expect(gardener.cannot).toEqual(['delete photos', 'add drawings', 'change drawings', 'delete drawings'])
  })

  test('seats say their price and what is empty; the price only to those who see sums', () => {
    const house = House.open()
    const seats = (who: string) =>
      choicesView(sightOf(house, who)).seats.map((seat) => [seat.name, seat.price, seat.room])
    expect(seats('Oriel')).toEqual([
      ['Field', '€14.00 a month', '1 of 3 empty'],
      ['Lead', '€32.00 a month', ''],
      ['Reader', 'no charge', ''],
    ])
    expect(seats('Rafe')[0]).toEqual(['Field', 'the office knows the price', '1 of 3 empty'])
  })
})

describe('the list of people (model D5)', () => {
  const names = (house: House, who: string, params: Record<string, string> = {}) =>
    peopleView(sightOf(house, who), readPeopleQuery(params)).people.map((one) => one.name.split(' ')[0])

  test('is found by words and phrases, and answered in windows', () => {
    const house = House.open()
    expect(names(house, 'Oriel', { find: 'client' })).toEqual(['Corin'])
    expect(names(house, 'Oriel', { find: 'outsider "without end"' })).toEqual(['Corin'])
    expect(names(house, 'Oriel', { find: 'field' })).toEqual(['Mirren', 'Rafe'])
    expect(names(house, 'Oriel', { find: '"without seat" administrator' })).toEqual(['Tamsin'])
    expect(names(house, 'Oriel', { find: 'rafe@house' })).toEqual(['Rafe'])
    const window = peopleView(sightOf(house, 'Oriel'), readPeopleQuery({ from: '1', count: '2' }))
    expect(window).toMatchObject({ from: 1, matching: 5, total: 5 })
    expect(window.people.map((one) => one.name)).toEqual(['Mirren Steward', 'Oriel Owner'])
    expect(peopleMatching(sightOf(house, 'Oriel'), readPeopleQuery({ find: 'field' })).ids.length).toBe(2)
    // What cannot be read is as if it were left out.
    expect(names(house, 'Oriel', { from: '-1', count: 'x', sort: 'nothing' }).length).toBe(5)
  })

  test('is sorted by what is asked, the open last', () => {
    const house = House.open((book) => {
      book.people[3]!.engagement = { from: '2026-02-01', until: '2026-08-01' }
      book.people[4]!.engagement = { from: '2026-03-01', until: '2026-07-01' }
    })
    expect(names(house, 'Oriel', { sort: 'until' }).slice(0, 2)).toEqual(['Corin', 'Rafe'])
    expect(names(house, 'Oriel', { sort: 'since' }).slice(0, 2)).toEqual(['Corin', 'Rafe'])
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(names(house, 'Oriel', { sort: 'state', presence: 'all' }).at(-1)).toBe('Rafe')
  })

  test('is of those with us now, and says how many match among those who are not', () => {
    const house = House.open()
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(names(house, 'Oriel')).not.toContain('Rafe')
    expect(names(house, 'Oriel', { presence: 'before' })).toEqual(['Rafe'])
    expect(names(house, 'Oriel', { presence: 'all' }).length).toBe(5)
    const view = (params: Record<string, string>) => peopleView(sightOf(house, 'Oriel'), readPeopleQuery(params))
    expect(view({ find: 'rafe' })).toMatchObject({ matching: 0, elsewhere: 1, total: 4 })
    expect(view({ find: 'rafe', presence: 'before' })).toMatchObject({ matching: 1, elsewhere: 0, total: 1 })
  })

  test('is narrowed by role, group, firm, seat, place, who invited, and use', () => {
    const house = House.open((book) => {
      book.groups.push({ name: 'Crew' })
      book.people[3]!.groups = ['Crew']
      book.people[4]!.employer = 'Highfast'
    })
    const by = (params: Record<string, string>, who = 'Oriel') => names(house, who, params)
    expect(by({ role: house.role('Gardener') })).toEqual(['Corin', 'Rafe'])
    expect(by({ group: [...house.account.all('group')][0]!.id })).toEqual(['Rafe'])
    expect(by({ firm: [...house.account.all('employer')][0]!.id })).toEqual(['Corin'])
    expect(by({ place: house.place('Pellworth'), find: 'member' })).toEqual(['Mirren', 'Rafe'])
    expect(by({ place: house.place('Corvane'), find: 'member' })).toEqual([])
    expect(by({ place: house.place('Pellworth') }, 'Corin')).toEqual([])
    expect(by({ seat: 'log/field' })).toEqual(['Mirren', 'Rafe'])
    expect(by({ seat: 'log' })).toEqual(expect.arrayContaining(['Mirren', 'Rafe']))
    expect(by({ seat: 'log/nothing' })).toEqual([])
    house.do('Oriel', house.invitation())
    expect(by({ invitedBy: house.person('Oriel') })).toEqual(['Sorrel'])
    expect(by({ invitedBy: house.person('Oriel') }, 'Rafe')).toEqual([])
    expect(by({ unusedDays: '30', find: 'rafe' })).toEqual(['Rafe'])
    expect(by({ role: 'nothing' })).toEqual([])
    expect(by({ role: '', group: '' }).length).toBe(6)
  })

  test('finds nobody by what the asker does not see of them', () => {
    const house = House.open()
    expect(names(house, 'Rafe', { find: 'steward' })).toEqual(['Mirren'])
    expect(names(house, 'Rafe', { find: 'administrator' })).toEqual([])
    expect(names(house, 'Rafe', { find: 'mirren@house' })).toEqual([])
    expect(names(house, 'Corin', { find: '' })).not.toContain('Rafe')
    expect(names(house, 'Rafe', { sort: 'until' })).toEqual(names(house, 'Rafe'))
  })
})
