import {
  answerTo,
  approversOf,
  compare,
  fillDocket,
  fromDate,
  impactOf,
  membersOf,
  readChange,
  readFilling,
  reach,
  Sight,
  SharedSight,
  peopleView,
  choicesView,
  why,
  type Answer,
  type BookRole,
} from '../src/index.ts'
import { House, nextId } from './house.ts'

const PHOTOS = 'log/photos'
const at = (house: House, who: string, place: string, area = PHOTOS) =>
  reach(house.account, house.person(who), house.place(place), area, house.now)
const may = (house: House, who: string, place: string, action: string, whose: 'any' | 'own' = 'any'): Answer =>
  answerTo(house.account, house.person(who), house.place(place), PHOTOS, action, whose, house.now)

/** A house in which Rafe holds a role of our making at Pellworth, and nothing else. */
function withRole(areas: BookRole['areas'], more: Partial<BookRole> = {}): House {
  return House.open((book) => {
    book.roles.push({ name: 'Made', areas, ...more })
    book.people[3]!.grants = [{ role: 'Made', place: 'Pellworth', from: '2026-01-01' }]
    book.people[3]!.seats = [{ seat: 'log/lead', from: '2026-01-01' }]
  })
}

describe('withheld actions, approvals and scopes (model L3, R1, A3)', () => {
  test('example 3: what needs approval is reached with it, until a second route gives it freely', () => {
    const house = withRole({ [PHOTOS]: { level: 'change', approval: ['export'] } })
    house.give('Rafe', 'Rope access', 'Main')
    expect(may(house, 'Rafe', 'Main', 'change')).toBe('yes')
    expect(may(house, 'Rafe', 'Main', 'export')).toBe('with-approval')
    house.give('Rafe', 'Gardener', 'Main')
    expect(may(house, 'Rafe', 'Main', 'export')).toBe('yes')
  })

  test('a level whose own action needs approval is reached with approval, the one below freely', () => {
    const house = withRole({ [PHOTOS]: { level: 'change', approval: ['change'] } })
    expect(at(house, 'Rafe', 'Main')).toMatchObject({ level: 'add', approval: 'change' })
    expect(may(house, 'Rafe', 'Main', 'export')).toBe('with-approval')
  })

  test('withheld is withheld by that route alone, and the seat caps every answer', () => {
    const house = withRole({ [PHOTOS]: { level: 'run', withheld: ['export'] } })
    expect([may(house, 'Rafe', 'Main', 'run'), may(house, 'Rafe', 'Main', 'export')]).toEqual(['yes', 'no'])
    const capped = House.open((book) => {
      book.roles.push({ name: 'Made', areas: { [PHOTOS]: { level: 'run', approval: ['run'] } } })
      book.people[3]!.grants = [{ role: 'Made', place: 'Pellworth', from: '2026-01-01' }]
    })
    expect(at(capped, 'Rafe', 'Main')).toMatchObject({ level: 'change', approval: 'change', cap: 'change' })
    expect(may(capped, 'Rafe', 'Main', 'run')).toBe('no')
  })

  test('an own-scope role joins for one’s own items only', () => {
    const house = withRole({ [PHOTOS]: { level: 'add', scope: 'own' } })
    expect(at(house, 'Rafe', 'Main')).toMatchObject({ level: 'none', own: { free: 'add' } })
    expect([may(house, 'Rafe', 'Main', 'add'), may(house, 'Rafe', 'Main', 'add', 'own')]).toEqual(['no', 'yes'])
    const view = why(house.account, house.person('Rafe'), house.place('Main'), PHOTOS, house.now)
    expect(view.reasons).toMatchObject([{ counts: true, scope: 'own', level: 'add' }])
  })

  test('roles read as sentences with what is left out (model R2)', () => {
    const house = withRole({ [PHOTOS]: { level: 'change', withheld: ['export'], approval: ['change'] } })
    const made = choicesView(new Sight(house.account, house.person('Oriel'), house.now)).roles.find(
      (role) => role.name === 'Made',
    )!
    expect(made.can).toEqual(['look at photos', 'add photos', 'change photos, once approved'])
    expect(made.cannot.slice(0, 2)).toEqual(['delete photos', 'export photos'])
  })
})

describe('approvers (model R4)', () => {
  const who = (house: House) => {
    const found = approversOf(
      house.account,
      house.person('Rafe'),
      house.place('Main'),
      PHOTOS,
      'change',
      'any',
      house.now,
    )
    return { names: found.personIds.map((id) => house.account.nameOf(id)).sort(), owners: found.ownersStandIn }
  }
  const needs = { [PHOTOS]: { level: 'change' as const, approval: ['change'] } }

  test('are those who freely reach run there, unless the role says otherwise; nobody approves their own', () => {
    const house = withRole(needs)
    expect(who(house)).toEqual({ names: ['Oriel Owner'], owners: true })
    house.do('Oriel', { type: 'make-role', name: 'Boss', areas: [{ area: PHOTOS, level: 'run' }] })
    const seated = House.open((book) => {
      book.roles.push({ name: 'Made', areas: needs }, { name: 'Boss', areas: { [PHOTOS]: { level: 'run' } } })
      book.people[3]!.grants = [{ role: 'Made', place: 'Pellworth', from: '2026-01-01' }]
      book.people[2]!.grants!.push({ role: 'Boss', place: 'Pellworth', from: '2026-01-01' })
      book.people[2]!.seats = [{ seat: 'log/lead', from: '2026-01-01' }]
    })
    expect(who(seated)).toEqual({ names: ['Mirren Steward'], owners: false })
  })

  test('are the manager or the named, who need only see, while they are in', () => {
    const managed = withRole(needs, { approvers: 'manager' })
    managed.do('Oriel', {
      type: 'change-person',
      personId: managed.person('Rafe'),
      managerId: managed.person('Mirren'),
    })
    expect(who(managed)).toEqual({ names: ['Mirren Steward'], owners: false })
    managed.do('Oriel', { type: 'leave', personId: managed.person('Mirren') })
    expect(who(managed)).toEqual({ names: ['Oriel Owner'], owners: true })
    const named = withRole(needs, { approvers: [`mirren@house.example`, `rafe@house.example`] })
    expect(who(named).names).toEqual(['Mirren Steward'])
  })

  test('left to the owners alone, the preview says so', () => {
    const house = House.open((book) => book.roles.push({ name: 'Made', areas: needs }))
    const subject = { subjectKind: 'person', subjectId: house.person('Rafe') }
    const give = { type: 'give', ...subject, roleId: house.role('Made'), placeId: house.place('Harbour') }
    expect(house.show('Oriel', give).watchOut.map((one) => one.code)).toContain('no-approver')
  })
})

describe('following, copying, retiring (model R3, R5)', () => {
  test('what a follower names replaces the base’s entry, the rest flows, sensitive areas never', () => {
    const house = House.open((book) => {
      const sheet = book.products[0]!.sheets[0]!.sheet as { areas: { sensitive: boolean }[] }
      const areas = sheet.areas.map((area, index) => ({ ...area, sensitive: index === 1 }))
      book.products[0]!.sheets[0]!.sheet = { ...sheet, areas }
      book.roles.push({ name: 'Junior', areas: {}, follows: 'Gardener' })
      book.people[3]!.grants = [{ role: 'Junior', place: 'Pellworth', from: '2026-01-01' }]
    })
    expect(at(house, 'Rafe', 'Main').level).toBe('change')
    expect(at(house, 'Rafe', 'Main', 'log/drawings').granted).toBe('none')
    const role = { type: 'change-role', roleId: house.role('Junior'), name: 'Junior', baseId: house.role('Gardener') }
    house.do('Oriel', { ...role, areas: [{ area: PHOTOS, level: 'none' }] })
    expect(at(house, 'Rafe', 'Main').granted).toBe('none')
  })

  test('following a follower, oneself, or while followed is refused in words', () => {
    const house = House.open((book) => book.roles.push({ name: 'Junior', areas: {}, follows: 'Gardener' }))
    const change = (name: string, base: string) => ({
      type: 'change-role',
      roleId: house.role(name),
      name,
      baseId: house.role(base),
      areas: [{ area: PHOTOS, level: 'see' }],
    })
    expect(house.refusals('Oriel', change('Steward', 'Junior'))).toEqual(['follows-follower'])
    expect(house.refusals('Oriel', change('Gardener', 'Gardener'))).toEqual(['follows-itself'])
    expect(house.refusals('Oriel', change('Gardener', 'Steward'))).toEqual(['is-followed'])
    expect(house.try('Oriel', change('Steward', 'Junior')).problems[0]!.sentence).toContain('follow Gardener instead')
  })

  test('a role in use is retired with a replacement for all who hold it, from now on', () => {
    const house = House.open()
    const [roleId, replacementId] = [house.role('Gardener'), house.role('Rope access')]
    expect(house.refusals('Oriel', { type: 'retire-role', roleId })).toEqual(['in-use'])
    house.do('Oriel', { type: 'retire-role', roleId, replacementId })
    expect([at(house, 'Rafe', 'Main').level, at(house, 'Corin', 'Harbour').granted]).toEqual(['add', 'add'])
    const subject = { subjectKind: 'person', subjectId: house.person('Rafe') }
    const give = { type: 'give', ...subject, roleId, placeId: house.place('Main') }
    expect(house.refusals('Oriel', give)).toEqual(['retired'])
  })

  test('names unknown actions, fields said twice and needless none with their place', () => {
    const house = House.open()
    const make = (entry: object) => ({
      type: 'make-role',
      name: 'New',
      areas: [{ area: PHOTOS, level: 'change', ...entry }],
    })
    expect(house.refusals('Oriel', make({ withheld: ['fly'] }))).toEqual(['unknown-action'])
    expect(house.refusals('Oriel', make({ withheld: ['export'], approval: ['export'] }))).toEqual(['action-twice'])
    expect(house.refusals('Oriel', make({ level: 'none' }))).toEqual(['needless-none'])
    expect(readChange({ ...make({ scope: 'theirs' }) }, nextId).problems).toMatchObject([{ path: '/areas/0/scope' }])
  })
})

describe('roles that pass walls (model T3)', () => {
  const climber = () =>
    House.open((book) => book.roles.push({ name: 'Climber', areas: { [PHOTOS]: { level: 'add' } }, wallPassing: true }))

  test('pass them, and are an owner’s to make and to give, by name', () => {
    const house = climber()
    const give = (more: object) => ({
      type: 'give',
      roleId: house.role('Climber'),
      placeId: house.place('Pellworth'),
      ...more,
    })
    const rafe = { subjectKind: 'person', subjectId: house.person('Rafe') }
    expect(house.refusals('Tamsin', give(rafe))).toEqual(['wall-passing'])
    expect(house.refusals('Oriel', give({ subjectKind: 'standing', subjectId: 'guest' }))).toEqual(['wall-passing'])
    house.do('Oriel', give(rafe))
    expect(at(house, 'Rafe', 'Helipad').level).toBe('add')
    const role = { type: 'make-role', name: 'Ghost', areas: [{ area: PHOTOS, level: 'see' }], wallPassing: true }
    expect(house.refusals('Tamsin', role)).toContain('owners-only')
  })

  test('are never copied, and never offered', () => {
    const house = climber()
    house.give('Rafe', 'Climber', 'Pellworth')
    const read = readFilling({
      kind: 'copy-access',
      fromId: house.person('Rafe'),
      toId: house.person('Corin'),
      replace: false,
    })
    const { changes, rest } = fillDocket(house.account, read.value!, house.person('Oriel'), house.now, nextId)
    expect(changes.map((one) => (one as { roleId?: string }).roleId)).toEqual([house.role('Gardener')])
    expect(rest).toBe('Some of it was left out, because you do not have the right to give it.')
    const grants = [{ roleId: house.role('Climber'), placeId: house.place('Main') }]
    expect(house.refusals('Oriel', house.invitation({ grants }))).toContain('not-offered')
  })
})

describe('places that move and sleep (model T4, T5, T6)', () => {
  test('a move ends what came from above and begins what the new place gives', () => {
    const house = House.open()
    const move = { type: 'move-place', placeId: house.place('Harbour'), parentId: house.place('Pellworth') }
    const shown = house.show('Oriel', move)
    expect(shown.access.effects.map((one) => [one.kind, one.personName, one.placeName])).toEqual([
      ['gained', 'Mirren Steward', 'Harbour'],
      ['gained', 'Rafe Gardener', 'Harbour'],
    ])
    house.do('Oriel', move)
    expect([at(house, 'Rafe', 'Harbour').level, at(house, 'Corin', 'Harbour').granted]).toEqual(['change', 'none'])
  })

  test('into itself, nowhere, beside a namesake or too deep is refused in words', () => {
    const house = House.open()
    const move = (place: string, parent: string) => ({
      type: 'move-place',
      placeId: house.place(place),
      parentId: house.place(parent),
    })
    expect(house.refusals('Oriel', move('Pellworth', 'Main'))).toEqual(['under-itself'])
    expect(house.refusals('Oriel', move('Pellworth', 'Pellworth'))).toEqual(['under-itself'])
    expect(house.refusals('Oriel', move('Main', 'Pellworth'))).toEqual(['no-change'])
    expect(house.refusals('Oriel', move('Gardens of house.example', 'Main'))).toEqual(['root-move'])
    house.do('Oriel', { type: 'make-place', parentId: house.place('Corvane'), name: 'Main', kind: 'site' })
    const twin = [...house.account.all('place')].filter((one) => one.name === 'Main').at(-1)!
    const clash = { type: 'move-place', placeId: twin.id, parentId: house.place('Pellworth') }
    expect(house.refusals('Oriel', clash)).toEqual(['name-taken'])
    let parent = house.place('Harbour')
    for (let depth = 3; depth <= 12; depth += 1) {
      const made = nextId()
      house.do('Oriel', { type: 'make-place', placeId: made, parentId: parent, name: `Deep ${depth}`, kind: 'bed' })
      parent = made
    }
    const deep = { type: 'move-place', placeId: house.place('Pellworth'), parentId: parent }
    expect(house.refusals('Oriel', deep)).toEqual(['too-deep'])
  })

  test('needs places: run at both ends', () => {
    const house = House.open()
    expect(
      house.refusals('Rafe', { type: 'move-place', placeId: house.place('Main'), parentId: house.place('Pellworth') }),
    ).toEqual(['not-allowed'])
  })

  test('archived places and all beneath are reached by nobody, and wake as they were', () => {
    const house = House.open()
    const archive = (archived: boolean) => ({ type: 'archive-place', placeId: house.place('Pellworth'), archived })
    house.do('Oriel', archive(true))
    expect([at(house, 'Rafe', 'Main').level, at(house, 'Oriel', 'Main').level]).toEqual(['none', 'none'])
    const asleep = why(house.account, house.person('Rafe'), house.place('Main'), PHOTOS, house.now)
    expect(asleep.reasons).toMatchObject([{ counts: false, obstacle: 'asleep' }])
    expect(house.show('Oriel', archive(false)).access.people.gained).toBeGreaterThan(0)
    house.do('Oriel', archive(false))
    expect(at(house, 'Rafe', 'Main').level).toBe('change')
  })
})

describe('groups (model P8)', () => {
  const crew = (rule: object[] | null) => ({ type: 'make-group', name: 'Crew', rule })
  const when = (field: string, value: string) => [{ allOf: [{ field, value }] }]

  test('hold whoever the rule holds, and a changed field moves people at once', () => {
    const house = House.open()
    house.do('Oriel', crew(when('kind', 'contractor')))
    const group = [...house.account.all('group')][0]!
    const give = {
      type: 'give',
      subjectKind: 'group',
      subjectId: group.id,
      roleId: house.role('Rope access'),
      placeId: house.place('Harbour'),
    }
    house.do('Oriel', give)
    expect(membersOf(house.account, group)).toEqual([])
    const change = { type: 'change-person', personId: house.person('Rafe'), kind: 'contractor' }
    expect(house.show('Oriel', change).access.effects).toMatchObject([{ kind: 'gained', placeName: 'Harbour' }])
    house.do('Oriel', change)
    expect(at(house, 'Rafe', 'Harbour').level).toBe('add')
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(membersOf(house.account, group)).toEqual([])
  })

  test('rules that would hold everybody, or read what is not there, are refused in words', () => {
    const house = House.open()
    expect(house.refusals('Oriel', crew([{ allOf: [] }]))).toEqual(['empty-rule'])
    expect(house.refusals('Oriel', crew(when('shoe size', '43')))).toEqual(['unknown-field'])
    expect(house.refusals('Oriel', crew(when('kind', 'robot')))).toEqual(['unknown-value'])
    expect(house.refusals('Oriel', crew(when('employer', nextId())))).toEqual(['unknown-value'])
    expect(house.refusals('Oriel', crew([]))).toEqual([])
  })

  test('nobody sets a field about themselves that a rule reads, owners included', () => {
    const house = House.open()
    house.do('Oriel', { type: 'make-field', name: 'Season', values: [{ name: 'Winter' }, { name: 'Summer' }] })
    const field = [...house.account.all('field')][0]!
    house.do('Oriel', crew(when(field.id, field.values[0]!.id)))
    const choices = [{ fieldId: field.id, valueId: field.values[0]!.id }]
    const own = { type: 'change-person', personId: house.person('Oriel'), choices }
    expect(house.refusals('Oriel', own)).toEqual(['own-field'])
    house.do('Oriel', { ...own, personId: house.person('Rafe') })
    expect(membersOf(house.account, [...house.account.all('group')][0]!).map((one) => one.id)).toEqual([
      house.person('Rafe'),
    ])
    const values = [field.values[1]!]
    expect(house.refusals('Oriel', { type: 'change-field', fieldId: field.id, name: 'Season', values })).toEqual([
      'in-use',
    ])
  })

  test('example 8: nobody who changes records moves someone into a group that holds more than they do', () => {
    const house = House.open((book) => {
      book.roles.push({
        name: 'Office',
        areas: { 'porter/people': { level: 'change' }, 'porter/groups': { level: 'change' } },
      })
      book.people[2]!.grants = [{ role: 'Office', place: '/', from: '2026-01-01' }]
      book.groups = [
        {
          name: 'Crew',
          rule: [{ kind: 'contractor' }],
          grants: [{ role: 'Gardener', place: 'Pellworth', from: '2026-01-01' }],
        },
      ]
    })
    const change = { type: 'change-person', personId: house.person('Corin'), kind: 'contractor' }
    expect(house.refusals('Mirren', change)).toContain('beyond-own')
    const join = {
      type: 'join-group',
      groupId: [...house.account.all('group')][0]!.id,
      personId: house.person('Corin'),
    }
    expect(house.refusals('Mirren', join)).toContain('beyond-own')
  })
})

describe('records and standing (model P2, P5, P6)', () => {
  const change = (house: House, who: string, more: object) => ({
    type: 'change-person',
    personId: house.person(who),
    ...more,
  })

  test('circles of managers are refused, through others too', () => {
    const house = House.open()
    house.do('Oriel', change(house, 'Rafe', { managerId: house.person('Mirren') }))
    house.do('Oriel', change(house, 'Corin', { managerId: house.person('Rafe') }))
    expect(house.refusals('Oriel', change(house, 'Mirren', { managerId: house.person('Corin') }))).toEqual([
      'manager-circle',
    ])
    expect(house.refusals('Oriel', change(house, 'Mirren', { managerId: house.person('Mirren') }))).toEqual([
      'manager-circle',
    ])
  })

  test('owners alone make owners; standing never exceeds the actor’s own; lowering oneself is allowed', () => {
    const house = House.open()
    expect(house.refusals('Tamsin', change(house, 'Rafe', { standing: 'owner' }))).toEqual(['owners-only'])
    expect(house.refusals('Tamsin', change(house, 'Rafe', { standing: 'administrator' }))).toEqual([])
    house.do('Oriel', change(house, 'Rafe', { standing: 'owner' }))
    expect(house.refusals('Oriel', change(house, 'Oriel', { standing: 'member' }))).toEqual(['signatory'])
    house.do('Oriel', { type: 'name-signatory', personId: house.person('Rafe') })
    house.do('Tamsin', change(house, 'Tamsin', { standing: 'member' }))
    expect(house.account.get('person', house.person('Tamsin'))!.standing).toBe('member')
  })

  test('an owner remains at every instant, now and as planned', () => {
    const house = House.open()
    const ends = change(house, 'Oriel', { engagementUntil: '2026-12-31' })
    expect(house.refusals('Oriel', ends)).toEqual(['last-owner'])
    expect(house.refusals('Oriel', change(house, 'Rafe', { engagementUntil: '2024-12-31' }))).toContain('date-past')
  })
})

describe('seeing as somebody (model D5)', () => {
  test('is an intersection: never more than either sees', () => {
    const house = House.open()
    const names = (sight: Sight) => new Set(peopleView(sight).people.map((person) => person.name))
    const [mirren, corin] = ['Mirren', 'Corin'].map((who) =>
      names(new Sight(house.account, house.person(who), house.now)),
    )
    const both = names(new SharedSight(house.account, house.person('Mirren'), house.person('Corin'), house.now))
    expect([...both].every((name) => mirren!.has(name) && corin!.has(name))).toBe(true)
    const shared = new SharedSight(house.account, house.person('Corin'), house.person('Oriel'), house.now)
    expect([shared.money, shared.seesPlace(house.place('Main'))]).toEqual([false, false])
  })
})

test('what is given until after one’s own key ends is beyond one’s own (model D1: there and then)', () => {
  const house = House.open((book) => (book.people[2]!.grants![0]!.until = '2026-08-31'))
  const subject = { subjectKind: 'person', subjectId: house.person('Rafe') }
  const give = (until: string) => ({
    type: 'give',
    ...subject,
    roleId: house.role('Rope access'),
    placeId: house.place('Main'),
    until,
  })
  expect(house.refusals('Mirren', give('2026-08-31'))).toEqual([])
  // Rafe holds photos: change there anyway until his own key is taken; then it matters how long.
  const grant = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`)[0]!
  house.do('Oriel', { type: 'take', grantId: grant.id })
  expect(house.refusals('Mirren', give('2026-08-31'))).toEqual([])
  expect(house.refusals('Mirren', give('2026-09-30'))).toEqual(['beyond-own', 'beyond-own'])
})

test('a key taken from a day on ends with the day before it', () => {
  const house = House.open()
  const grant = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`)[0]!
  const decision = house.try('Oriel', { type: 'take', grantId: grant.id, on: '2026-07-01' })
  const moves = compare(
    house.account,
    decision.after,
    impactOf(house.account, decision.after, decision.edits),
    house.now,
    'ability',
  )
  expect(moves.length).toBeGreaterThan(0)
  expect(moves.every((move) => move.from === fromDate('2026-07-01', 'Europe/Dublin'))).toBe(true)
  expect(house.refusals('Oriel', { type: 'take', grantId: grant.id, on: '2026-06-01' })).toEqual(['date-past'])
})
