import {
  approvalsOf,
  approversOf,
  personSheetView,
  placeSheetView,
  sentenceOf,
  Sight,
  whyView,
  writeBook,
  readBook,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const PHOTOS = 'log/photos'
const needs = { [PHOTOS]: { level: 'change' as const, approval: ['change'] } }

/** Rafe may change photos of Pellworth once approved; Corin and Mirren see them. */
function waiting(): House {
  return House.open((book) => {
    book.roles.push({ name: 'Made', areas: needs }, { name: 'Looks', areas: { [PHOTOS]: { level: 'see' } } })
    book.groups.push({ name: 'Signers' })
    book.people[3]!.grants = [{ role: 'Made', place: 'Pellworth', from: '2026-01-01' }]
    book.people[4]!.grants = [{ role: 'Looks', place: 'Pellworth', from: '2026-01-01' }]
    book.people[4]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
    book.people[4]!.groups = ['Signers']
    book.people[1]!.seats = [{ seat: 'log/reader', from: '2026-01-01' }]
  })
}

const asked = (house: House) =>
  [house.account, house.person('Rafe'), house.place('Main'), PHOTOS, 'change', 'any', house.now] as const
const namesOf = (house: House, ids: readonly string[]) => ids.map((id) => house.account.nameOf(id).split(' ')[0]).sort()
const who = (house: House) => namesOf(house, approversOf(...asked(house)).personIds)
const named = (house: House, ...people: string[]) => ({
  kind: 'named',
  personIds: people.map((name) => house.person(name)),
})
const at = (house: House, place: string, approvers: object | null) => ({
  ...{ type: 'name-approvers', placeId: house.place(place), approvers },
})
const keyOf = (house: House) => house.account.by('grant', 'person', house.person('Rafe'))[0]!.id

describe('approvers (model V5)', () => {
  test('the key’s own come first, then the nearest place’s, then the role’s', () => {
    const house = waiting()
    expect(who(house)).toEqual(['Oriel'])
    house.do('Oriel', at(house, 'Pellworth', named(house, 'Corin')))
    expect(who(house)).toEqual(['Corin'])
    house.do('Oriel', at(house, 'Main', named(house, 'Mirren')))
    expect(who(house)).toEqual(['Mirren'])
    house.do('Oriel', { type: 'name-approvers', grantId: keyOf(house), approvers: named(house, 'Corin') })
    expect(who(house)).toEqual(['Corin'])
    house.do('Oriel', { type: 'name-approvers', grantId: keyOf(house), approvers: null })
    house.do('Oriel', at(house, 'Main', null))
    expect(who(house)).toEqual(['Corin'])
  })

  test('a group, the manager, anyone who manages the area; several in order, or all of them', () => {
    const house = waiting()
    const group = { kind: 'group', groupId: [...house.account.all('group')][0]!.id }
    house.do('Oriel', at(house, 'Pellworth', group))
    expect(who(house)).toEqual(['Corin'])
    const steps = [named(house, 'Mirren'), group]
    house.do('Oriel', at(house, 'Pellworth', { kind: 'steps', order: 'in-order', steps }))
    expect(who(house)).toEqual(['Mirren'])
    house.do('Oriel', at(house, 'Pellworth', { kind: 'steps', order: 'all', steps }))
    expect(who(house)).toEqual(['Corin', 'Mirren'])
    // A step with nobody left is the owners'.
    house.do('Oriel', at(house, 'Pellworth', { kind: 'steps', order: 'in-order', steps: [{ kind: 'manager' }, group] }))
    expect(approvalsOf(...asked(house))).toMatchObject([
      { order: 'in-order', steps: [{ ownersStandIn: true }, { ownersStandIn: false }] },
    ])
    expect(who(house)).toEqual(['Oriel'])
  })

  test('whoever waits sees by name who decides; others as far as they see them', () => {
    const house = waiting()
    house.do('Oriel', at(house, 'Pellworth', named(house, 'Corin')))
    const by = (name: string) => {
      const sight = new Sight(house.account, house.person(name), house.now)
      return whyView(sight, house.person('Rafe'), house.place('Main'), PHOTOS).approvedBy
    }
    expect(by('Rafe')).toEqual([{ actions: ['change'], by: 'Corin Client' }])
    expect(by('Oriel')).toEqual([{ actions: ['change'], by: 'Corin Client' }])
    const sight = new Sight(house.account, house.person('Oriel'), house.now)
    expect(placeSheetView(sight, house.place('Pellworth'))!.approvers!.text).toBe('Corin Client')
    expect(placeSheetView(sight, house.place('Harbour'))!.approvers).toBeNull()
    expect(personSheetView(sight, house.person('Rafe'))!.grants[0]!.approvers).toMatchObject({ steps: [], text: null })
  })

  test('is named by whoever could give it freely there, and nobody but an owner names themselves', () => {
    const house = waiting()
    // The steward changes photos freely there, and gives access.
    expect(house.refusals('Mirren', at(house, 'Pellworth', named(house, 'Corin')))).toEqual([])
    expect(house.refusals('Mirren', at(house, 'Pellworth', named(house, 'Mirren')))).toEqual(['own-entitlement'])
    const group = { kind: 'group', groupId: [...house.account.all('group')][0]!.id }
    expect(house.refusals('Mirren', at(house, 'Pellworth', group))).toEqual([])
    house.do('Oriel', { type: 'join-group', groupId: group.groupId, personId: house.person('Mirren') })
    expect(house.refusals('Mirren', at(house, 'Pellworth', group))).toEqual(['own-entitlement'])
    expect(house.refusals('Mirren', at(house, 'Harbour', named(house, 'Corin')))).not.toEqual([])
    expect(house.refusals('Rafe', at(house, 'Pellworth', named(house, 'Corin')))).not.toEqual([])
    expect(house.refusals('Oriel', at(house, 'Pellworth', named(house, 'Oriel')))).toEqual([])
    // One who gives access but may not change photos freely names nobody.
    const lesser = House.open((book) => {
      book.roles.push({ name: 'Made', areas: needs })
      book.roles.push({ name: 'Giver', areas: { 'porter/access': { level: 'change' }, [PHOTOS]: { level: 'see' } } })
      book.people[3]!.grants = [{ role: 'Made', place: 'Pellworth', from: '2026-01-01' }]
      book.people[2]!.grants = [{ role: 'Giver', place: 'Pellworth', from: '2026-01-01' }]
    })
    expect(lesser.refusals('Mirren', at(lesser, 'Pellworth', named(lesser, 'Corin')))).toContain('beyond-own')
    // The same where a key is given with approvers of its own.
    const give = { type: 'give', subjectKind: 'person', subjectId: house.person('Corin'), roleId: house.role('Made') }
    const own = (name: string) => ({ ...give, placeId: house.place('Main'), approverIds: [house.person(name)] })
    expect(house.refusals('Mirren', own('Corin'))).toEqual([])
    expect(house.refusals('Mirren', own('Mirren'))).toEqual(['own-entitlement'])
    expect(house.refusals('Oriel', at(house, 'Pellworth', { kind: 'named', personIds: [] }))).toEqual(['nobody-named'])
  })

  test('is undone by the same right, told in words, and kept in an account export', () => {
    const house = waiting()
    const change = at(house, 'Pellworth', named(house, 'Corin'))
    const sight = new Sight(house.account, house.person('Oriel'), house.now)
    expect(sentenceOf(house.read(change), sight)).toBe('changed who approves at Pellworth: Corin Client')
    house.do('Oriel', change)
    const book = writeBook(house.account, house.now)
    expect(book.places.find(({ name }) => name === 'Pellworth')!.approvers).toEqual(['corin@house.example'])
    const read = readBook(book, nextId)
    expect(read.problems ?? []).toEqual([])
    const again = new House(read.account!, house.now)
    expect(who(again)).toEqual(['Corin'])
    // Somebody who sees nothing there could not approve: the preview says so.
    const blind = at(house, 'Harbour', named(house, 'Mirren'))
    expect(house.show('Oriel', blind).watchOut.map(({ code }) => code)).toContain('approver-sees-nothing')
    expect(house.show('Oriel', change).watchOut.map(({ code }) => code)).not.toContain('approver-sees-nothing')
    const undo = house.undoing()
    expect(house.refusals('Rafe', undo)).not.toEqual([])
    house.do('Oriel', undo)
    expect(who(house)).toEqual(['Oriel'])
  })

  test('someone who leaves is replaced by whoever takes it over, or named no more', () => {
    const house = waiting()
    house.do('Oriel', at(house, 'Pellworth', named(house, 'Corin', 'Mirren')))
    house.do('Oriel', { type: 'leave', personId: house.person('Corin') })
    expect(who(house)).toEqual(['Mirren'])
    const takes = {
      what: 'approver',
      id: house.place('Pellworth'),
      takerKind: 'person',
      takerId: house.person('Tamsin'),
    }
    house.do('Oriel', { type: 'plan-departure', personId: house.person('Mirren'), handovers: [takes] })
    expect(who(house)).toEqual(['Tamsin'])
  })
})
