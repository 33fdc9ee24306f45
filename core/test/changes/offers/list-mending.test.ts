import { datesIn, invitesOf, mendedRow, nearest, readPeopleList, Sight, type ListDefaults } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const DEFAULTS: ListDefaults = {
  ...{ kind: 'contractor', standing: 'guest', employerId: null, managerId: null, grants: [], seats: [], groupIds: [] },
  engagementUntil: '2026-09-30',
}

function house(): House {
  return House.open((book) => {
    book.groups.push({ name: 'Crew' })
    book.fields = [
      { name: 'Shirt size', values: ['S', 'M', 'L'] },
      { name: 'Van', kind: 'text', values: [] },
    ]
  })
}

function read(here: House, header: string, row: string, who = 'Oriel') {
  const fields = [...here.account.all('field')].map(({ name }) => name)
  const { people } = readPeopleList(`name,email,${header}\nJo Reed,jo@reed.example,${row}`, fields)
  const sight = new Sight(here.account, here.person(who), here.now)
  const { people: judged, invites } = invitesOf(sight, people.map(mendedRow), DEFAULTS, nextId)
  return { row: judged[0]!, invite: invites[0] }
}

describe('a cell that cannot be followed is named, with what comes nearest', () => {
  test.each([
    ['firm', 'Highfats', 'employer', ['Highfast']],
    ['place,role', 'Main,Rope acess', 'role', ['Rope access']],
    ['role,place', 'Rope access,Mian', 'place', ['Main']],
    ['seat', 'log/feild', 'seat', ['log/field']],
    ['until', '30.9.2026', 'until', ['2026-09-30']],
    ['group', 'Crews', 'group', ['Crew']],
    ['kind', 'contracter', 'kind', ['contractor']],
    ['membership', 'gest', 'standing', ['guest']],
    ['shirt size', 'LL', 'field Shirt size', ['L']],
    ['manager', 'Nobody Here', 'manager', []],
  ])('%s: %s', (header, text, column, proposals) => {
    const { row, invite } = read(house(), header, text)
    expect(row.verdict).toBe('unreadable')
    expect(row.sentence).not.toBe('')
    expect(row.cell!.column).toBe(column)
    expect(row.cell!.proposals.slice(0, 1)).toEqual(proposals)
    expect(invite).toBeUndefined()
    // Mended with what is proposed, the row goes.
    const [mended] = proposals
    if (mended) expect(read(house(), header, text.replace(row.cell!.text, mended)).invite).toBeDefined()
  })

  test('names of what the asker does not see are not proposed', () => {
    expect(read(house(), 'group', 'Crews', 'Corin').row.cell!.proposals).toEqual([])
    expect(read(house(), 'role,place', 'Rope access,Harbuor', 'Mirren').row.cell!.proposals).not.toContain('Harbour')
  })
})

test('columns for manager, group, telephone, cost centre and own fields fill the invitation', () => {
  const here = house()
  const header = 'manager,group,telephone,cost centre,Shirt size,van'
  expect(read(here, 'manager', 'mirren@house.example').invite!.managerId).toBe(here.person('Mirren'))
  const { invite } = read(here, header, 'Mirren Steward,Crew,+353 1 555 0101,PEL-9,m,blue one')
  const [size, van] = [...here.account.all('field')]
  expect(invite).toMatchObject({
    ...{ managerId: here.person('Mirren'), phone: '+353 1 555 0101', reference: 'PEL-9' },
    groupIds: [[...here.account.all('group')][0]!.id],
    choices: [{ fieldId: size!.id, valueId: size!.values[1]!.id }],
    texts: [{ fieldId: van!.id, text: 'blue one' }],
  })
  // Fields and a cost centre are the office's to set.
  expect(here.refusals('Mirren', { ...invite, groupIds: [], grants: [] })).not.toEqual([])
  here.do('Oriel', invite as object)
  const person = here.account.get('person', here.account.peopleByEmail('jo@reed.example')[0])!
  expect(person).toMatchObject({ reference: 'PEL-9', managerId: here.person('Mirren') })
  expect(person.choices[size!.id]).toBe(size!.values[1]!.id)
  expect(here.account.personal(person.id, `field ${van!.id}`)).toBe('blue one')
})

test('what comes nearest, and the days a text may mean', () => {
  expect(nearest('brokline', ['Brookline Irrigation', 'Highfast', 'Brook'])).toEqual([])
  expect(nearest('brookline', ['Brookline Irrigation', 'Highfast'])).toEqual(['Brookline Irrigation'])
  expect(nearest('', ['x'])).toEqual([])
  expect(datesIn('3/4/2026')).toEqual(['2026-04-03', '2026-03-04'])
  expect(datesIn('2026/9/30')).toEqual(['2026-09-30'])
  expect([datesIn('30 Sep 2026'), datesIn('31.2.2026'), datesIn('soon')]).toEqual([['2026-09-30'], [], []])
})
