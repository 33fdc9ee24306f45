import { fillDocket, readFilling, type Change } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

/** Mirren, who stays, has a report, leads a group, sent an invitation and approves at Pellworth. */
function busy(): House {
  const house = House.open((book) => {
    book.groups.push({ name: 'Crew', lead: 'mirren@house.example' }, { name: 'Night', lead: 'mirren@house.example' })
    book.roles.push({ name: 'Made', areas: { 'log/photos': { level: 'change', approval: ['change'] } } })
    book.people[3]!.grants!.push({ role: 'Made', place: 'Corvane', from: '2026-01-01' })
  })
  const named = { kind: 'named', personIds: [house.person('Mirren')] }
  return house
    .do('Oriel', { type: 'change-person', personId: house.person('Rafe'), managerId: house.person('Mirren') })
    .do('Oriel', { type: 'name-approvers', placeId: house.place('Corvane'), approvers: named })
    .do('Mirren', house.invitation({ seats: [] }))
}

function filled(house: House, more: object): Change[] {
  const read = readFilling({ kind: 'hand-over', personId: house.person('Mirren'), ...more })
  if (read.problems) throw new Error(JSON.stringify(read.problems))
  return fillDocket(house.account, read.value, house.person('Oriel'), house.now, nextId).changes
}
const apply = (house: House, more: object) => house.do('Oriel', ...filled(house, more))
const crew = (house: House) => [...house.account.all('group')].find(({ name }) => name === 'Crew')!

/** Who leads which group. */
const leads = (house: House) =>
  Object.fromEntries(
    [...house.account.all('group')].map(({ name, leadId }) => [name, leadId && house.account.nameOf(leadId)]),
  )

describe('handing over while staying (model X2, X3)', () => {
  test('single things go to someone else, the rest stays', () => {
    const house = busy()
    const toId = house.person('Tamsin')
    apply(house, { toId, kinds: ['group-led'], ids: [crew(house).id] })
    expect(leads(house)).toEqual({ Crew: 'Tamsin Admin', Night: 'Mirren Steward' })
    apply(house, { toId, kinds: ['approver'] })
    expect(house.account.get('place', house.place('Corvane'))!.approvers).toEqual({ kind: 'named', personIds: [toId] })
    apply(house, { toId, kinds: ['report', 'invitation'] })
    expect(house.account.get('person', house.person('Rafe'))!.managerId).toBe(toId)
    expect(house.account.get('offer', house.offerOf('Sorrel'))!.sponsorId).toBe(toId)
    expect(house.account.get('person', house.person('Mirren'))!.state).toBe('active')
  })

  test('or is released, by what it is: left to nobody, withdrawn, taken away', () => {
    const house = busy()
    apply(house, { kinds: ['report'] })
    expect(house.account.get('person', house.person('Rafe'))!.managerId).toBeNull()
    apply(house, { kinds: ['group-led'], ids: [crew(house).id] })
    expect(leads(house)).toEqual({ Crew: null, Night: 'Mirren Steward' })
    const offerId = house.offerOf('Sorrel')
    apply(house, { kinds: ['invitation'] })
    expect(house.account.get('offer', offerId)!.state).toBe('withdrawn')
    apply(house, { kinds: ['approver'] })
    expect(house.account.get('place', house.place('Corvane'))!.approvers).toBeNull()
    apply(house, { kinds: ['steward'], ids: [house.place('Pellworth')] })
    const open = house.account.by('grant', 'person', house.person('Mirren')).filter(({ until }) => until === null)
    expect(open).toEqual([])
  })

  test('only by whoever may: what they may not do is not in the docket', () => {
    const house = busy()
    const read = readFilling({ kind: 'hand-over', personId: house.person('Mirren'), kinds: ['report', 'group-led'] })
    const { changes } = fillDocket(house.account, read.value!, house.person('Rafe'), house.now, nextId)
    expect(changes).toEqual([])
    expect(readFilling({ kind: 'hand-over', personId: house.person('Mirren'), kinds: ['seat'] }).problems).toBeDefined()
  })
})
