import {
  answerQuestion,
  groupSheetView,
  peopleView,
  readBook,
  readPeopleQuery,
  Sight,
  writeBook,
} from '../../../src/index.ts'
import { DOMAIN, House, nextId } from '../../house.ts'

const REPORTS = 'log/photos'

/** Mirren leads the crew of Rafe and Corin; Tamsin is its contact no more than that. */
function crew(leads: boolean): House {
  return House.open((book) => {
    book.groups.push({ name: 'Crew', lead: `mirren@${DOMAIN}`, ...(leads ? { leads } : {}) })
    book.roles.push({ name: 'Own crew', areas: { [REPORTS]: { level: 'change', scope: 'people' } } })
    book.roles.push({ name: 'Office', areas: { 'porter/groups': { level: 'run' }, 'porter/people': { level: 'see' } } })
    book.people[3]!.groups = ['Crew']
    book.people[3]!.grants = []
    book.people[4]!.groups = ['Crew']
  })
}

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const groupId = (house: House) => [...house.account.all('group')][0]!.id
const change = (house: House, more: object) => {
  return { type: 'change-group', groupId: groupId(house), name: 'Crew', leadId: house.person('Mirren'), ...more }
}

describe('groups that lead (model P8)', () => {
  test('the lead sees the members’ records as a manager does; a contact sees nothing of them', () => {
    for (const leads of [false, true]) {
      const sight = sightOf(crew(leads), 'Mirren')
      const house = crew(leads)
      const mirren = sightOf(house, 'Mirren')
      expect(mirren.isReport(house.person('Rafe'))).toBe(leads)
      expect(mirren.depthOf(house.person('Corin'))).toBe(leads ? 'record' : mirren.depthOf(house.person('Tamsin')))
      expect(mirren.depthOf(house.person('Tamsin'))).toBe('directory')
      const reports = peopleView(sight, readPeopleQuery({ find: '"my reports"' })).people
      expect(reports.map(({ name }) => name.split(' ')[0])).toEqual(leads ? ['Corin', 'Rafe'] : [])
    }
  })

  test('their items are the lead’s people’s, where a role says so', () => {
    for (const leads of [false, true]) {
      const house = crew(leads)
      const mirren = house.person('Mirren')
      house.give('Mirren', 'Own crew', 'Harbour')
      const ask = (owner: string) => {
        const what = {
          product: 'log',
          subject: mirren,
          action: 'change',
          area: 'photos',
          place: house.place('Harbour'),
        }
        return answerQuestion(house.account, { ...what, owner: house.person(owner) }, house.now).answer
      }
      expect([ask('Rafe'), ask('Tamsin')]).toEqual([leads ? 'yes' : 'no', 'no'])
    }
  })

  test('is set by whoever could give as much, never for oneself but by an owner; undone by the same right', () => {
    const house = crew(false)
    const root = house.account.root.name
    house.give('Rafe', 'Office', root)
    expect(house.refusals('Rafe', change(house, { leads: true }))).toEqual([])
    expect(house.refusals('Rafe', change(house, { leads: true, leadId: house.person('Rafe') }))).toEqual([
      'own-entitlement',
    ])
    // The lead has a role over their people's items that the one who sets it could not give.
    house.give('Mirren', 'Own crew', 'Harbour')
    expect(house.refusals('Rafe', change(house, { leads: true }))).toContain('beyond-own')
    house.do('Oriel', change(house, { leads: true }))
    expect(groupSheetView(sightOf(house, 'Oriel'), groupId(house))!.leads).toBe(true)
    // What is left out stays.
    house.do('Oriel', change(house, { name: 'The crew' }))
    expect(house.account.get('group', groupId(house))!.leads).toBe(true)
    house.do('Rafe', change(house, { leads: false }))
    expect(house.refusals('Rafe', house.undoing())).toContain('beyond-own')
    expect(house.refusals('Oriel', house.undoing())).toEqual([])
  })

  test('nobody comes into a lead’s sight by whoever could not show them to the lead', () => {
    const house = House.open((book) => {
      book.groups.push({ name: 'Crew', lead: `mirren@${DOMAIN}`, leads: true })
      book.roles.push({ name: 'Sorter', areas: { 'porter/groups': { level: 'change' } } })
    })
    house.give('Rafe', 'Sorter', house.account.root.name)
    const join = { type: 'join-group', groupId: groupId(house), personId: house.person('Tamsin') }
    const rule = [{ allOf: [{ field: 'kind', value: 'staff' }] }]
    expect(house.refusals('Rafe', join)).toEqual(['not-allowed'])
    expect(house.refusals('Rafe', change(house, { rule }))).toEqual(['not-allowed'])
    // Nor by the lead themselves.
    house.give('Mirren', 'Sorter', house.account.root.name)
    expect(house.refusals('Mirren', join)).not.toEqual([])
    expect(house.refusals('Oriel', join)).toEqual([])
  })

  test('is kept in an account export', () => {
    const book = writeBook(crew(true).account, crew(true).now)
    expect(book.groups[0]!.leads).toBe(true)
    expect([...readBook(book, nextId).account!.all('group')][0]!.leads).toBe(true)
  })
})
