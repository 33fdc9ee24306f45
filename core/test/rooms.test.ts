import {
  askView,
  fillDocket,
  groupSheetView,
  groupsView,
  packetLike,
  packetOnPaper,
  packetsView,
  placeSheetView,
  readFilling,
  roleSheetView,
  rolesView,
  Sight,
  whyView,
} from '../src/index.ts'
import { House, nextId } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)

describe('roles side by side', () => {
  const followed = () =>
    House.open((book) => {
      book.roles.push({
        name: 'Junior',
        follows: 'Gardener',
        areas: { 'log/photos': { level: 'add', approval: ['add'] } },
      })
    })

  test('say what is theirs and what flows from the role they follow', () => {
    const house = followed()
    const view = rolesView(sightOf(house, 'Oriel'))
    const junior = view.roles.find((role) => role.name === 'Junior')!
    expect(junior.base).toBe('Gardener')
    expect(junior.entries['log/photos']).toMatchObject({ level: 'add', free: 'see', approval: 'add', fromBase: false })
    expect(junior.entries['log/drawings']).toMatchObject({ level: 'see', fromBase: true })
    expect(view.areas.map((area) => area.key).slice(0, 2)).toEqual(['log/photos', 'log/drawings'])
    expect(view.areas[0]!.actions).toEqual([{ code: 'export', name: 'Export', needs: 'change' }])
  })

  test('a sheet says what its holder can and cannot, who holds it where, and what may be done', () => {
    const house = followed()
    const sheet = roleSheetView(sightOf(house, 'Oriel'), house.role('Gardener'))!
    expect(sheet.can).toContain('change photos')
    expect(sheet.cannot).toContain('delete photos')
    expect(sheet.grants.map((grant) => `${grant.name} at ${grant.place}`)).toEqual([
      'Rafe Gardener at Pellworth',
      'Corin Client at Corvane',
    ])
    expect(sheet.followers.map((one) => one.name)).toEqual(['Junior'])
    expect(roleSheetView(sightOf(house, 'Oriel'), house.role('Junior'))!.differs).toEqual(['log/photos'])
    // A steward reads the role, and of its holders those at their own places.
    const seen = roleSheetView(sightOf(house, 'Mirren'), house.role('Gardener'))!
    expect(seen.grants.map((grant) => grant.name)).toEqual(['Rafe Gardener'])
    expect(seen.given).toBe(1)
    expect(seen.controls.change).toEqual({ enabled: false, reason: 'You need the right to make and change roles.' })
  })
})

describe('groups', () => {
  const ruled = () =>
    House.open((book) => {
      book.groups = [{ name: 'Crew', rule: [{ kind: 'client' }] }, { name: 'Others' }] as never
      book.people[3]!.groups = ['Crew']
    })

  test('tell whom they hold and how, and the rule in words', () => {
    const house = ruled()
    const view = groupsView(sightOf(house, 'Oriel'))!
    expect(view.groups.map(({ name, people, outsiders, rule }) => ({ name, people, outsiders, rule }))).toEqual([
      { name: 'Crew', people: 2, outsiders: 1, rule: 'Who they are is client' },
      { name: 'Others', people: 0, outsiders: 0, rule: null },
    ])
    const sheet = groupSheetView(sightOf(house, 'Oriel'), view.groups[0]!.id)!
    expect(sheet.members.map(({ name, byName, byRule }) => [name, byName, byRule])).toEqual([
      ['Corin Client', false, true],
      ['Rafe Gardener', true, false],
    ])
  })

  test('are nobody’s business who gives nothing', () => {
    expect(groupsView(sightOf(ruled(), 'Corin'))).toBeUndefined()
  })
})

describe('a place’s sheet', () => {
  test('tells what was given here from what comes from above, and who reaches nothing else', () => {
    const house = House.open()
    house.give('Corin', 'Rope access', 'Main', { until: '2026-08-31' })
    const sheet = placeSheetView(sightOf(house, 'Oriel'), house.place('Main'))!
    const words = (list: typeof sheet.given) => list.map((one) => `${one.name}: ${one.role}, ${one.place}`)
    expect(words(sheet.given)).toEqual(['Corin Client: Rope access, Main'])
    expect(sheet.given[0]!.until).toBe('2026-08-31')
    expect(words(sheet.above)).toEqual(['Mirren Steward: Steward, Pellworth', 'Rafe Gardener: Gardener, Pellworth'])
    // A wall stops what comes from above.
    expect(placeSheetView(sightOf(house, 'Oriel'), house.place('Helipad'))!.above).toEqual([])
    // Anyone who sees the place but not the keys is told only that there are some.
    const guest = placeSheetView(sightOf(house, 'Corin'), house.place('Main'))!
    expect([guest.given.length, guest.above.length, guest.unseen]).toEqual([1, 0, 2])
  })

  test('each route says the one change that would end it', () => {
    const house = House.open((book) => {
      book.groups = [{ name: 'Crew' }]
      book.people[3]!.groups = ['Crew']
    })
    const crew = [...house.account.all('group')][0]!.id
    const give = { type: 'give', subjectKind: 'group', subjectId: crew, roleId: house.role('Rope access') }
    house.do('Oriel', { ...give, placeId: house.place('Main') })
    const why = whyView(sightOf(house, 'Oriel'), house.person('Rafe'), house.place('Main'), 'log/photos')
    expect(why.routes.map((route) => route.end!.label)).toEqual(['Take away', 'Remove from Crew'])
    for (const route of why.routes) house.do('Oriel', route.end!.change)
    const after = whyView(sightOf(house, 'Oriel'), house.person('Rafe'), house.place('Main'), 'log/photos')
    expect(after.level).toBe('none')
    expect(after.routes.every((route) => route.end === null)).toBe(true)
  })
})

describe('filling a docket for many', () => {
  const fill = (house: House, actor: string, plain: object) => {
    const read = readFilling(plain)
    if (read.problems) throw new Error(JSON.stringify(read.problems))
    return fillDocket(house.account, read.value, house.person(actor), house.now, nextId)
  }

  test('gives one role to many at many, leaving out what a place above covers', () => {
    const house = House.open()
    const subjects = ['Rafe', 'Corin'].map((name) => ({ kind: 'person', id: house.person(name) }))
    const placeIds = ['Pellworth', 'Main', 'Helipad', 'Harbour'].map((name) => house.place(name))
    const giving = { kind: 'give-many', subjects, placeIds, roleId: house.role('Gardener'), until: '2026-07-31' }
    const { changes, rest } = fill(house, 'Oriel', giving)
    // Rafe is a gardener at Pellworth already; Main is beneath it, the Helipad behind its wall.
    expect(changes.map((change) => house.account.get('place', (change as { placeId: string }).placeId)!.name)).toEqual([
      'Helipad',
      'Harbour',
      'Pellworth',
      'Helipad',
      'Harbour',
    ])
    expect(rest).toBeNull()
    house.do('Oriel', ...changes)
    // A steward gives only where they are one, and is told that something was left out.
    const asSteward = fill(House.open(), 'Mirren', { ...giving, subjects: [subjects[0]], placeIds })
    expect(asSteward).toEqual({
      changes: [],
      rest: 'Some of it was left out, because you do not have the right to give it.',
    })
  })

  test('gives to groups and to everybody of a standing as well', () => {
    const house = House.open()
    const subjects = [{ kind: 'standing', id: 'guest' }]
    const filling = {
      kind: 'give-many',
      subjects,
      placeIds: [house.place('Main'), house.place('Harbour')],
      roleId: house.role('Rope access'),
    }
    const { changes } = fill(house, 'Oriel', filling)
    house.do('Oriel', ...changes)
    expect(
      whyView(sightOf(house, 'Oriel'), house.person('Corin'), house.place('Main'), 'log/photos').routes,
    ).toMatchObject([{ standing: 'guest', role: 'Rope access', end: null }])
  })

  test('takes what was given by name at some places, of some or of everybody', () => {
    const house = House.open()
    const taken = (more: object) =>
      fill(house, 'Oriel', { kind: 'take-many', ...more }).changes.map(
        (change) => house.account.get('grant', (change as { grantId: string }).grantId)!.subjectId,
      )
    expect(taken({ placeIds: [house.place('Pellworth')] })).toEqual([house.person('Mirren'), house.person('Rafe')])
    expect(taken({ personIds: [house.person('Rafe')] })).toEqual([house.person('Rafe')])
    expect(taken({ placeIds: [house.place('Pellworth')], roleId: house.role('Steward') })).toEqual([
      house.person('Mirren'),
    ])
    expect(taken({ personIds: [house.person('Rafe')], placeIds: [house.place('Corvane')] })).toEqual([])
  })

  test('dates what can be dated, says that the rest cannot, and undates again', () => {
    const house = House.open()
    const give = { type: 'give', roleId: 'r', until: '2026-07-31' }
    const wall = house.invitation()
    const dated = fill(house, 'Oriel', { kind: 'date-docket', changes: [give, wall], on: '2026-07-01' })
    expect(dated.changes).toEqual([{ ...give, from: '2026-07-01' }, wall])
    expect(dated.rest).toMatch(/^Some of these changes cannot wait/)
    const undated = fill(house, 'Oriel', { kind: 'date-docket', changes: dated.changes, on: null })
    expect(undated).toEqual({ changes: [give, wall], rest: null })
    const each = fill(house, 'Oriel', { kind: 'date-docket', changes: [give], on: '2026-07-01' })
    expect(each).toEqual({ changes: [{ ...give, from: '2026-07-01' }], rest: null })
  })
})

describe('the top field', () => {
  const ask = (house: House, who: string, text: string) => askView(sightOf(house, who), text)
  const lines = (house: House, who: string, text: string) =>
    ask(house, who, text).answer?.lines.map((line) => `${line.text} (${line.detail})`)

  test('finds people, places, roles and seats by any of their words', () => {
    const house = House.open()
    const found = (text: string) => ask(house, 'Oriel', text).found.map((one) => `${one.kind} ${one.name}`)
    expect(found('gard').slice(0, 2)).toEqual(['role Gardener', 'place Gardens of house.example'])
    expect(found('gard')).toContain('person Rafe Gardener')
    expect(found('pel-2')).toEqual(['place Helipad'])
    expect(found('main pellworth')).toEqual(['place Main'])
    expect(found('lead seat')).toEqual(['seat Lead seat'])
    expect(found('xyzzy')).toEqual([])
    expect(ask(house, 'Oriel', '  ')).toEqual({ answer: null, found: [] })
  })

  test('answers who, why, what and outsiders', () => {
    const house = House.open((book) => {
      book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
    })
    expect(ask(house, 'Oriel', 'who change main').answer!.question).toBe('Who can change at Main: 2')
    expect(lines(house, 'Oriel', 'who can change photos at main?')).toEqual([
      'Mirren Steward (change)',
      'Rafe Gardener (change)',
    ])
    expect(lines(house, 'Oriel', 'why rafe main')).toEqual([
      'Photos: change (Gardener at Pellworth)',
      'Drawings: see (Gardener at Pellworth)',
    ])
    expect(lines(house, 'Oriel', 'why rafe helipad')).toEqual(['No access there (open to see why not)'])
    expect(lines(house, 'Oriel', 'what can rafe do at main')).toEqual([
      'Photos: change (change photos)',
      'Drawings: see (look at drawings)',
    ])
    expect(lines(house, 'Oriel', 'outsiders at harbour')).toEqual(['Corin Client (see)'])
  })

  test('answers with people of the list, and with the filter that shows them there', () => {
    const house = House.open((book) => {
      book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
      book.people[4]!.employer = 'Highfast'
    })
    const answer = (text: string, who = 'Oriel') => ask(house, who, text).answer
    const names = (text: string) => answer(text)?.lines.map((line) => line.text.split(' ')[0])
    expect(names('people with gardener')).toEqual(['Corin', 'Rafe'])
    expect(answer('people with gardener')!.list).toEqual({ role: house.role('Gardener') })
    expect(names('people with a field seat')).toEqual(['Mirren', 'Rafe'])
    expect(names('people from highfast')).toEqual(['Corin'])
    expect(answer('from outside at corvane')!.list).toEqual({ place: house.place('Corvane'), find: '"from outside"' })
    expect(answer('people from outside at corvane')).toEqual(answer('outsiders at corvane'))
    expect(lines(house, 'Oriel', 'outsiders at gardens')).toEqual(['Corin Client (beneath it, Highfast)'])
    house.do('Oriel', house.invitation())
    expect(names('invited by me')).toEqual(['Sorrel'])
    expect(names('invited by oriel')).toEqual(['Sorrel'])
    expect(names('not used for 30 days')).toContain('Rafe')
    expect(ask(house, 'Oriel', 'rafe@house').found.map((one) => one.name)).toEqual(['Rafe Gardener'])
    expect(ask(house, 'Mirren', 'rafe@house').found).toEqual([])
    expect(answer('people from highfast', 'Corin')).toBeNull()
  })

  test('tells nobody of what they do not see', () => {
    const house = House.open()
    expect(ask(house, 'Corin', 'rafe').found).toEqual([])
    expect(ask(house, 'Corin', 'helipad').found).toEqual([])
    expect(ask(house, 'Corin', 'who change main').answer).toBeNull()
    expect(ask(house, 'Corin', 'why rafe harbour').answer).toBeNull()
  })
})

describe('packets (model P9)', () => {
  const packet = (house: House, more: object = {}) => ({
    type: 'make-packet',
    name: 'Gardener at Pellworth',
    kind: 'staff',
    standing: 'member',
    seats: [{ product: 'log', seatType: 'field' }],
    groupIds: [],
    grants: [{ roleId: house.role('Gardener'), placeId: house.place('Pellworth') }],
    ...more,
  })
  const idOf = (house: House) => [...house.account.all('packet')][0]!.id

  test('are tried out on paper: what a newcomer would reach, under the seat, and nobody is made', () => {
    const house = House.open()
    house.do('Oriel', packet(house))
    const people = house.account.tables.person.size
    const paper = packetOnPaper(sightOf(house, 'Oriel'), idOf(house))!
    expect(paper.keys.map((place) => [place.name, place.highest, place.beneath])).toEqual([['Pellworth', 'change', 1]])
    expect(house.account.tables.person.size).toBe(people)
    const [view] = packetsView(sightOf(house, 'Oriel'))!.packets
    expect(view).toMatchObject({ seatNames: ['Field'], grantNames: ['Gardener at Pellworth'], monthMinor: 1400 })
    // A steward invites, and reads no sums.
    expect(packetsView(sightOf(house, 'Mirren'))!.packets[0]!.monthMinor).toBeNull()
    expect(packetsView(sightOf(house, 'Corin'))).toBeUndefined()
  })

  test('are made from somebody, changed and removed by whoever changes people, and named once', () => {
    const house = House.open()
    const like = packetLike(sightOf(house, 'Oriel'), house.person('Rafe'))!
    expect(like).toEqual({
      kind: 'staff',
      standing: 'member',
      seats: [{ product: 'log', seatType: 'field' }],
      groupIds: [],
      grants: [{ roleId: house.role('Gardener'), placeId: house.place('Pellworth') }],
    })
    house.do('Oriel', { type: 'make-packet', name: 'Like Rafe', ...like })
    expect(house.refusals('Oriel', packet(house, { name: 'like rafe' }))).toEqual(['name-taken'])
    expect(house.refusals('Mirren', packet(house))).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', packet(house, { seats: [{ product: 'log', seatType: 'throne' }] }))).toEqual([
      'unknown-seat',
    ])
    house.do('Oriel', packet(house, { type: 'change-packet', packetId: idOf(house), grants: [] }))
    expect(packetOnPaper(sightOf(house, 'Oriel'), idOf(house))!.keys).toEqual([])
    house.do('Oriel', { type: 'remove-packet', packetId: idOf(house) })
    expect(packetsView(sightOf(house, 'Oriel'))!.packets).toEqual([])
    expect(packetLike(sightOf(house, 'Mirren'), house.person('Rafe'))).toBeUndefined()
  })
})
