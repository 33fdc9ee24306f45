import { decide, fillDocket, firmSheetView, firmsView, readFilling, Sight } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const sight = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const firmId = (house: House, name: string) => [...house.account.all('employer')].find((one) => one.name === name)!.id
const open = () => House.open((book) => Object.assign(book.people[4]!, { employer: 'Highfast' }))

describe('firms (model P11)', () => {
  test('a firm is made by whoever may invite; two spellings of one name are one firm', () => {
    const house = open()
    expect(house.refusals('Mirren', { type: 'make-firm', name: 'Reed Ropes' })).toEqual([])
    expect(house.refusals('Rafe', { type: 'make-firm', name: 'Reed Ropes' })).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', { type: 'make-firm', name: ' HIGHFAST ' })).toEqual(['name-taken'])
    house.do('Oriel', { type: 'make-firm', name: 'Reed  Ropes' })
    expect(house.refusals('Oriel', { type: 'make-firm', name: 'reed ropes' })).toEqual(['name-taken'])
    house.do('Oriel', house.undoing())
    expect(firmsView(sight(house, 'Oriel'))!.firms.map(({ name }) => name)).toEqual(['Highfast'])
  })

  test('merging takes people and rules along; renaming and archiving need the right to change people', () => {
    const house = open()
    house.do('Oriel', { type: 'make-firm', name: 'High Fast Ltd' })
    const [from, into] = [firmId(house, 'Highfast'), firmId(house, 'High Fast Ltd')]
    const rule = [{ allOf: [{ field: 'employer', value: from }] }]
    house.do('Oriel', { type: 'make-group', name: 'Ropes', rule })
    for (const change of [
      { type: 'rename-firm', firmId: from, name: 'Other' },
      { type: 'archive-firm', firmId: from, archived: true },
      { type: 'merge-firms', firmId: from, intoId: into },
    ]) {
      expect(house.refusals('Mirren', change)).toEqual(['not-allowed'])
    }
    expect(house.refusals('Oriel', { type: 'archive-firm', firmId: from, archived: true })).toEqual(['in-use'])
    house.do('Oriel', { type: 'merge-firms', firmId: from, intoId: into })
    expect(house.account.get('person', house.person('Corin'))!.employerId).toBe(into)
    expect([...house.account.all('group')][0]!.rule).toEqual({ anyOf: [[{ field: 'employer', value: into }]] })
    expect(firmSheetView(sight(house, 'Oriel'), from)).toBeUndefined()
    expect(firmSheetView(sight(house, 'Oriel'), into)).toMatchObject({ people: 1, clients: ['Corvane'], inUse: true })
    expect(firmsView(sight(house, 'Rafe'))).toBeUndefined()
  })

  test('merging is judged where a rule gives access by the firm (model D1)', () => {
    const house = House.open((book) => {
      Object.assign(book.people[4]!, { employer: 'Highfast' })
      book.employers.push('Lowfast')
      book.groups.push({
        ...{ name: 'Stewards', rule: [{ employer: 'Lowfast' }] },
        grants: [{ role: 'Steward', place: 'Pellworth', from: '2026-01-01' }],
      })
      book.roles.push({ name: 'Clerk', areas: { 'porter/people': { level: 'change' } } })
      book.people[3]!.grants!.push({ role: 'Clerk', place: '/', from: '2026-01-01' })
    })
    const merge = { type: 'merge-firms', firmId: firmId(house, 'Highfast'), intoId: firmId(house, 'Lowfast') }
    expect(house.refusals('Rafe', merge).length).toBeGreaterThan(0)
    expect(house.refusals('Oriel', merge)).toEqual([])
  })

  test('a firm’s engagement ends: its people who are in leave', () => {
    const house = open()
    const read = readFilling({ kind: 'firm-ends', firmId: firmId(house, 'Highfast') })
    const filled = fillDocket(house.account, read.value!, house.person('Oriel'), house.now, nextId)
    expect(filled.changes).toMatchObject([{ type: 'plan-departure', personId: house.person('Corin') }])
  })
})

describe('people on record, and names (model P12, P13)', () => {
  const record = (house: House, more: object = {}) => ({
    ...{ type: 'record-person', name: 'Edda Quince', kind: 'contractor', standing: 'guest' },
    email: 'edda@elsewhere.example',
    seats: [{ product: 'log', seatType: 'reader' }],
    grants: [{ roleId: house.role('Rope access'), placeId: house.place('Main') }],
    ...more,
  })

  test('someone is recorded as they are, counted at once, and judged as giving', () => {
    const house = open()
    house.do('Oriel', record(house))
    const [id] = house.account.peopleByEmail('edda@elsewhere.example')
    expect(house.account.get('person', id)).toMatchObject({ state: 'active', recorded: true, loginId: null })
    expect(house.account.by('holding', 'person', id!)).toHaveLength(1)
    expect(house.account.by('grant', 'person', id!)).toHaveLength(1)
    expect(house.refusals('Oriel', record(house))).toEqual(['here-already'])
    house.do('Oriel', house.undoing())
    expect(house.account.get('person', id)!.state).toBe('left')
  })

  test('recording needs what inviting needs, and gives no more than its maker has', () => {
    const house = open()
    expect(house.refusals('Rafe', record(house))).toEqual(['not-allowed'])
    expect(house.refusals('Mirren', record(house, { email: null, seats: [] }))).toEqual([])
    const elsewhere = [{ roleId: house.role('Rope access'), placeId: house.place('Harbour') }]
    expect(house.refusals('Mirren', record(house, { grants: elsewhere, seats: [] })).length).toBeGreaterThan(0)
    expect(house.refusals('Mirren', record(house, { kind: 'staff', standing: 'member', seats: [] }))).toEqual([
      'not-allowed',
    ])
  })

  test('someone on record is invited to sign in: judged as giving all they have, taken up by the mailbox alone', () => {
    const house = open()
    house.do('Oriel', record(house))
    const [id] = house.account.peopleByEmail('edda@elsewhere.example')
    const invite = (more: object = {}) => ({ type: 'invite-to-sign-in', personId: id, ...more })
    expect(house.refusals('Mirren', invite())).toEqual(['not-allowed'])
    expect(house.refusals('Tamsin', invite())).toEqual([])
    expect(house.refusals('Oriel', { ...invite(), personId: house.person('Rafe') })).toEqual(['not-on-record'])
    expect(house.refusals('Oriel', invite({ email: `rafe@${'house.example'}` }))).toEqual(['here-already'])
    house.do('Tamsin', invite())
    expect(house.refusals('Oriel', invite())).toEqual(['invited-already'])
    expect(house.account.get('person', id)!.state).toBe('active')
    const [offer] = house.account.by('offer', 'person', id!)
    const accept = (proven: boolean) => {
      const change = house.read({ type: 'accept', offerId: offer!.id, loginId: nextId(), proven })
      return decide(house.account, [change], { kind: 'person', personId: id! }, house.now)
    }
    expect(accept(false).problems.map(({ code }) => code)).toEqual(['other-mailbox'])
    const after = accept(true).after.get('person', id)!
    expect([after.state, after.recorded, after.loginId !== null]).toEqual(['active', false, true])
    // The one who sent it must be able to give it when it is used, too.
    house.do('Oriel', { type: 'leave', personId: house.person('Tamsin') })
    expect(accept(true).problems).not.toEqual([])
  })

  test('what a rule gives someone on record, and what every guest has, is judged when they are invited to sign in', () => {
    const house = open()
    house.do('Oriel', record(house, { seats: [], grants: [] }))
    const [personId] = house.account.peopleByEmail('edda@elsewhere.example')
    house.do('Oriel', { type: 'make-role', name: 'Desk', areas: [{ area: 'porter/people', level: 'add' }] })
    const desk = { roleId: house.role('Desk'), placeId: house.account.root.id }
    house.do('Oriel', { type: 'give', subjectKind: 'person', subjectId: house.person('Rafe'), ...desk })
    const invite = { type: 'invite-to-sign-in', personId }
    expect(house.refusals('Rafe', invite)).toEqual([])
    const rule = [{ allOf: [{ field: 'kind', value: 'contractor' }] }]
    house.do('Oriel', { type: 'make-group', name: 'Contractors', rule })
    const group = [...house.account.all('group')].find(({ name }) => name === 'Contractors')!
    const harbour = { roleId: house.role('Gardener'), placeId: house.place('Harbour') }
    const subjects = [
      { subjectKind: 'group', subjectId: group.id },
      { subjectKind: 'standing', subjectId: 'guest' },
    ]
    for (const subject of subjects) {
      house.do('Oriel', { type: 'give', ...subject, ...harbour })
      expect(new Set(house.refusals('Rafe', invite))).toEqual(new Set(['beyond-own']))
      house.do('Oriel', house.undoing())
      expect(house.refusals('Rafe', invite)).toEqual([])
    }
    expect(house.refusals('Tamsin', invite)).toEqual([])
  })

  test('a name is corrected by the person, by whoever changes people, and by the inviter until it is accepted', () => {
    const house = open()
    const correct = (who: string, name: string) => ({ type: 'correct-name', personId: house.person(who), name })
    expect(house.refusals('Rafe', correct('Rafe', 'Rafe Underhay'))).toEqual([])
    expect(house.refusals('Rafe', correct('Mirren', 'Mirren X'))).toEqual(['not-allowed'])
    house.do('Mirren', house.invitation({ seats: [] }))
    expect(house.refusals('Mirren', correct('Sorrel', 'Sorrel Marsh'))).toEqual([])
    expect(house.refusals('Tamsin', correct('Sorrel', 'Sorrel Marsh'))).toEqual([])
    house.accept('Sorrel')
    expect(house.refusals('Mirren', correct('Sorrel', 'Sorrel Marsh'))).toEqual(['not-allowed'])
    house.do('Oriel', correct('Rafe', 'Rafe Underhay'))
    expect(house.account.nameOf(house.person('Rafe'))).toBe('Rafe Underhay')
  })
})
