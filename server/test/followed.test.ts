import { decide, readBook, readChange, type Account, type Change } from '@lodge/core'
import { v7 as uuidv7 } from 'uuid'
import { AS_OF, smallBook } from '../../core/test/small-book.ts'
import { followed } from '../src/store/followed.ts'

const read = readBook(smallBook('followed.example'), uuidv7)
const NOW = Date.parse(AS_OF) * 1000 + 1

/** Commits one after the other, and what the last of them has followed. */
function after(...plain: ((account: Account) => object)[]): { work: string[]; account: Account } {
  let account = read.account!
  let work: string[] = []
  for (const make of plain) {
    const change = readChange(make(account), uuidv7).value as Change
    const actor = { kind: 'person' as const, personId: idOf('Oriel') }
    const decision = decide(account, [change], actor, NOW)
    expect(decision.problems).toEqual([])
    account = account.with(decision.edits, decision.values)
    work = followed(account.id, decision.edits, decision.values, account).map(({ kind, ids }) =>
      [kind, ids.personId ? account.nameOf(String(ids.personId)).split(' ')[0] : '', nameOf(account, ids.groupId)]
        .filter(Boolean)
        .join(' '),
    )
  }
  return { work, account }
}

const idOf = (who: string) => read.account!.peopleByEmail(`${who.toLowerCase()}@followed.example`)[0]!
const nameOf = (account: Account, id: unknown) => (id ? account.get('group', String(id))?.name : '')
const groupId = (account: Account, name: string) => [...account.all('group')].find((one) => one.name === name)!.id
const connect = () => ({ type: 'connect-product', product: 'log', scimAddress: 'https://log.example/scim' })
const make = (name: string) => () => ({ type: 'make-group', name })
const join = (who: string, name: string) => (account: Account) => ({
  ...{ type: 'join-group', groupId: groupId(account, name), personId: idOf(who) },
})

describe('what a commit has followed in connected products', () => {
  test('nothing where nothing is connected', () => {
    expect(after(make('Crew'), join('Rafe', 'Crew')).work).toEqual([])
  })

  test('a group whose members or name changed, and it alone', () => {
    const start = [connect, make('Crew'), make('Ropes'), join('Rafe', 'Ropes')]
    expect(after(...start, join('Rafe', 'Crew')).work).toEqual(['follow-group Crew'])
    const rename = (account: Account) => ({ type: 'change-group', groupId: groupId(account, 'Ropes'), name: 'Sills' })
    expect(after(...start, rename).work).toEqual(['follow-group Sills'])
  })

  test('somebody whose seat changed, then the groups they are in', () => {
    const seat = () => ({ type: 'give-seat', personId: idOf('Corin'), product: 'log', seatType: 'reader' })
    expect(after(connect, make('Crew'), join('Corin', 'Crew'), seat).work).toEqual([
      'follow-person Corin',
      'follow-group Crew',
    ])
  })

  test('whoever leaves, with the groups they were in; a new manager concerns no group', () => {
    const start = [connect, make('Crew'), join('Rafe', 'Crew')]
    const leave = () => ({ type: 'leave', personId: idOf('Rafe') })
    expect(after(...start, leave).work).toEqual(['follow-person Rafe', 'follow-group Crew'])
    const manager = () => ({ type: 'change-person', personId: idOf('Rafe'), managerId: idOf('Mirren') })
    expect(after(...start, manager).work).toEqual(['follow-person Rafe'])
  })

  test('a group by rule whom somebody’s kind lets in or out', () => {
    const rule = () => ({
      type: 'make-group',
      name: 'Clients',
      rule: [{ allOf: [{ field: 'kind', value: 'client' }] }],
    })
    const kind = () => ({ type: 'change-person', personId: idOf('Rafe'), kind: 'client' })
    expect(after(connect, rule, kind).work).toEqual(['follow-person Rafe', 'follow-group Clients'])
  })

  test('nobody who never held a seat, whatever groups hold them by rule', () => {
    const rule = () => ({ type: 'make-group', name: 'Office', rule: [{ allOf: [{ field: 'kind', value: 'staff' }] }] })
    const kind = () => ({ type: 'change-person', personId: idOf('Tamsin'), kind: 'contractor' })
    expect(after(connect, rule, kind).work).toEqual([])
  })

  test('everything at once where it would be too much one by one', () => {
    const many = Array.from({ length: 21 }, (_, at) => make(`Group ${at}`))
    const { account } = after(connect, ...many)
    const edits = [...account.all('group')].map((group) => ({
      ...{ table: 'group' as const, key: group.id, before: group, after: { ...group, name: `${group.name}!` } },
    }))
    expect(followed(account.id, edits, [], account)).toEqual([
      expect.objectContaining({ kind: 'compare-product', ids: expect.objectContaining({ follow: 1 }) }),
    ])
  })
})
