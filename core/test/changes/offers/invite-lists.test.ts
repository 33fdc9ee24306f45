import {
  invitesOf,
  judgeList,
  mendedRow,
  readPeopleList,
  Sight,
  withoutRefused,
  type ListDefaults,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const open = () =>
  House.open((book) => {
    book.groups = [{ name: 'Crew' }]
    book.packets = [
      {
        ...{ name: 'Summer help', kind: 'contractor', standing: 'guest', seats: ['log/reader'], groups: ['Crew'] },
        grants: [{ role: 'Rope access', place: 'Corvane/Harbour' }],
      },
    ]
  })
const sightOf = (house: House, who = 'Oriel') => new Sight(house.account, house.person(who), house.now)
const nothing = (more: Partial<ListDefaults> = {}): ListDefaults => {
  return { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [], ...more }
}
/** What a one-row table makes of its cells: the invitation, or the sentence that says which cell cannot be followed. */
const made = (house: House, columns: string, cells: string, defaults = nothing()) => {
  const { people } = readPeopleList(`email;name;${columns}\nwren@new.example;Wren;${cells}`)
  const { people: judged, invites } = invitesOf(sightOf(house), people, defaults, nextId)
  return invites[0] ?? judged[0]!.sentence
}

describe('what each of a list gets (model I2)', () => {
  test('by its own cells first: a packet, a role at a place, a seat, dates', () => {
    const house = open()
    expect(made(house, 'packet', 'summer HELP')).toMatchObject({
      kind: 'contractor',
      grants: [{ roleId: house.role('Rope access'), placeId: house.place('Harbour') }],
      seats: [{ product: 'log', seatType: 'reader' }],
      groupIds: [[...house.account.all('group')][0]!.id],
    })
    expect(made(house, 'role;place;seat;from;until', 'Gardener;PEL-1;Field;2026-07-01;2026-08-31')).toMatchObject({
      grants: [{ roleId: house.role('Gardener'), placeId: house.place('Main') }],
      seats: [{ product: 'log', seatType: 'field' }],
      engagementFrom: '2026-07-01',
      engagementUntil: '2026-08-31',
    })
    expect(made(house, 'kind;standing;employer;line', 'Staff;Member;highfast;See you')).toMatchObject({
      kind: 'staff',
      standing: 'member',
      employerId: [...house.account.all('employer')][0]!.id,
      line: 'See you',
    })
  })

  test('places are known by reference, path, or a name that only one of them has', () => {
    const house = open()
    for (const text of ['COR-1', 'Corvane/Harbour', 'harbour']) {
      expect(made(house, 'role;place', `Gardener;${text}`)).toMatchObject({
        grants: [{ placeId: house.place('Harbour') }],
      })
    }
    house.do('Oriel', { type: 'make-place', parentId: house.place('Pellworth'), name: 'Harbour', kind: 'site' })
    expect(made(house, 'role;place', 'Gardener;harbour')).toBe('There is no place “harbour”.')
  })

  test('a cell that cannot be followed says which and what to write', () => {
    const house = open()
    const sentences = [
      ['packet', 'Winter', 'There is no welcome packet “Winter”.'],
      ['kind', 'friend', '“friend” is not a kind. Write staff, contractor or client.'],
      ['standing', 'owner', '“owner” is not a membership you can invite to. Write member or guest.'],
      ['employer', 'Nobody', 'There is no firm “Nobody” here. Add it first.'],
      ['until', '31.8.2026', '“31.8.2026” is not a date. Write it as 2026-09-30.'],
      ['role', 'Gardener', 'There is a role without a place.'],
      ['place', 'PEL-1', 'There is a place without a role.'],
      ['seat', 'Balcony', 'There is no single seat type “Balcony”. Write it as product/type.'],
    ] as const
    for (const [column, cell, sentence] of sentences) expect(made(house, column, cell)).toBe(sentence)
  })

  test('what everybody gets fills in what a row does not say', () => {
    const house = open()
    const defaults = nothing({
      grants: [{ roleId: house.role('Gardener'), placeId: house.place('Main') }],
      engagementUntil: '2026-09-30',
    })
    expect(made(house, 'place', 'COR-1', defaults)).toMatchObject({
      grants: [{ roleId: house.role('Gardener'), placeId: house.place('Harbour') }],
      engagementUntil: '2026-09-30',
    })
    expect(made(house, 'role', 'Rope access', defaults)).toMatchObject({
      grants: [{ roleId: house.role('Rope access'), placeId: house.place('Main') }],
    })
  })

  test('rows that would be refused say why and are left out; the rest stands', () => {
    const house = open()
    const { people } = readPeopleList('email,name,place\na@new.example,A,PEL-1\nb@new.example,B,COR-1\n')
    const defaults = nothing({
      kind: 'client',
      grants: [{ roleId: house.role('Rope access'), placeId: house.place('Main') }],
    })
    const read = invitesOf(sightOf(house, 'Mirren'), people, defaults, nextId)
    // Mirren does not see the other client's place: to her it is not there.
    expect(read.people.map((one) => one.sentence)).toEqual([null, 'There is no place “COR-1”.'])
    const actor = { kind: 'person', personId: house.person('Rafe') } as const
    const all = invitesOf(sightOf(house), people, defaults, nextId)
    const kept = withoutRefused(house.account, all, actor, house.now)
    expect([kept.kept.length, kept.people.map((one) => one.verdict)]).toEqual([0, ['refused', 'refused']])
    const owner = { kind: 'person', personId: house.person('Oriel') } as const
    expect(withoutRefused(house.account, all, owner, house.now).lines).toEqual([2, 3])
  })

  test('a row mended by hand is judged anew, and an account may ask for an end', () => {
    const house = open()
    const row = mendedRow({ line: 4, name: 'Wren', email: 'wren@new', cells: {} })
    expect(judgeList(sightOf(house), [row])[0]!.sentence).toBe('“wren@new” is not a complete email address.')
    house.do('Oriel', { type: 'change-settings', outsidersNeedEnd: true })
    const good = mendedRow({ line: 4, name: 'Wren', email: 'wren@new.example', cells: {} })
    const owner = { kind: 'person', personId: house.person('Oriel') } as const
    const without = withoutRefused(
      house.account,
      invitesOf(sightOf(house), [good], nothing(), nextId),
      owner,
      house.now,
    )
    expect(without.people[0]!.sentence).toBe('People from outside need a last day here. Choose one.')
    const staff = invitesOf(sightOf(house), [good], nothing({ kind: 'staff', standing: 'member' }), nextId)
    expect(withoutRefused(house.account, staff, owner, house.now).kept.length).toBe(1)
  })
})

describe('the account’s rules', () => {
  test('an outsider’s end cannot be taken away where one is needed; what differs in nothing is refused', () => {
    const house = open()
    house.do('Oriel', { type: 'change-settings', outsidersNeedEnd: true, guestsSeePeopleMet: false })
    const corin = house.person('Corin')
    expect(house.refusals('Oriel', { type: 'change-person', personId: corin, engagementUntil: null })).toContain(
      'end-needed',
    )
    house.do('Oriel', { type: 'change-person', personId: corin, engagementUntil: '2026-12-31' })
    const rafe = { type: 'change-person', personId: house.person('Rafe'), kind: 'contractor' }
    expect(house.refusals('Oriel', rafe)).toContain('end-needed')
    expect(house.refusals('Oriel', { type: 'change-settings', outsidersNeedEnd: true })).toEqual(['no-change'])
    expect(house.refusals('Mirren', { type: 'change-settings', name: 'Mine' })).toEqual(['not-allowed'])
    expect(house.refusals('Tamsin', { type: 'change-settings', name: 'Ours' })).toEqual([])
  })

  test('only somebody themselves changes their address, and it follows them into every answer', () => {
    const house = open()
    const change = { type: 'own-email', personId: house.person('Rafe'), email: 'rafe@elsewhere.example' }
    expect(house.refusals('Oriel', change)).toEqual(['not-yours'])
    house.do('Rafe', change)
    expect(house.account.peopleByEmail('RAFE@elsewhere.example').length).toBe(1)
    expect(house.account.peopleByEmail('rafe@house.example')).toEqual([])
  })
})
