import { House } from '../../house.ts'

/** What the button says to Oriel, and whether it looks like one that ends something. */
function button(house: House, ...changes: object[]): [string, boolean] {
  const { problems, confirm, ends } = house.show('Oriel', ...changes)
  expect(problems).toEqual([])
  return [confirm, ends]
}

describe('the confirm button says the act and how much it is (model S8)', () => {
  const subject = (house: House, name: string) => ({ subjectKind: 'person', subjectId: house.person(name) })

  test('of one change its verb, of several their number', () => {
    const house = House.open()
    const grant = { roleId: house.role('Rope access'), placeId: house.place('Harbour') }
    const give = { type: 'give', ...subject(house, 'Rafe'), ...grant }
    expect(button(house, give)).toEqual(['Give access: 1 place', false])
    const place = { type: 'make-place', parentId: house.place('Pellworth'), name: 'Annex', kind: 'site' }
    expect(button(house, place)).toEqual(['Add place', false])
    expect(button(house, give, place)).toEqual(['Apply 2 changes: 1 place', false])
  })

  test('by what the change says, where one kind does two things', () => {
    const house = House.open()
    const wall = { type: 'wall-place', placeId: house.place('Main'), walled: true }
    expect(button(house, wall)[0]).toMatch(/^Wall off: 2 places/)
    house.do('Oriel', wall)
    expect(button(house, { ...wall, walled: false })[0]).toMatch(/^Remove the wall/)
    const departure = { type: 'plan-departure', personId: house.person('Rafe') }
    expect(button(house, { ...departure, at: '2026-06-19T17:00' })[0]).toMatch(/^Plan departure/)
    expect(button(house, departure)[0]).toMatch(/^End access now/)
  })

  test('what ends something looks so, and counts the places lost', () => {
    const house = House.open()
    house.give('Rafe', 'Rope access', 'Harbour')
    const [said, ends] = button(house, { type: 'leave', personId: house.person('Rafe') })
    expect(said).toMatch(/^End access now: \d+ places?/)
    expect(ends).toBe(true)
    const grant = [...house.account.all('grant')].find(({ subjectId }) => subjectId === house.person('Rafe'))
    expect(button(house, { type: 'take', grantId: grant!.id })[1]).toBe(true)
  })

  test('what is sent, admitted or saved does not look like an ending; erasing for good does', () => {
    const house = House.open()
    const person = { name: 'Wren', email: 'wren@away.example', kind: 'contractor', standing: 'guest' }
    const invite = { type: 'invite', ...person, engagementUntil: '2026-09-01', grants: [], seats: [], groupIds: [] }
    expect(button(house, invite)).toEqual([expect.stringMatching(/^Send invitation/), false])
    expect(button(house, { type: 'change-settings', terms: 'Be kind.' })).toEqual(['Save settings', false])
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    house.later(3600)
    expect(button(house, { type: 'erase', personId: house.person('Rafe') })).toEqual(['Erase for good', true])
  })
})
