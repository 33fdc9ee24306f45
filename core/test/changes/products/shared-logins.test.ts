import {
  billOf,
  deskView,
  hangsOn,
  judgeMembers,
  keeperTasks,
  productAccountsView,
  readBook,
  Sight,
  tasksIn,
  writeBook,
  type Id,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const sight = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const KNOWN = { address: 'quotes@house.example', name: 'Quotes', state: 'open', seatType: 'field' }
/** A product by hand, with an account in it that is nobody's. */
const open = () => {
  const house = House.open()
  house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand' })
  house.do('Oriel', { type: 'note-accounts', product: 'log', asOf: '2026-06-16', source: 'list', accounts: [KNOWN] })
  return house
}
const share = (house: House, more: object = {}) => {
  const [known] = house.account.by('known', 'nobody', 'log')
  const sharedId = nextId()
  house.do('Oriel', {
    ...{ type: 'make-shared-login', sharedId, product: 'log', knownId: known?.id, name: 'Quotes' },
    ...{ address: 'quotes@house.example', responsibleId: house.person('Mirren'), seatType: 'field' },
    userIds: [house.person('Mirren'), house.person('Rafe')],
    ...more,
  })
  return sharedId
}
const fields = (house: House, id: Id, more: object = {}) => {
  const row = house.account.get('sharedLogin', id)!
  const { responsibleId, userIds, seatType } = row
  return { type: 'change-shared-login', sharedId: id, name: 'Quotes', responsibleId, userIds, seatType, ...more }
}
const sentences = (house: House) =>
  productAccountsView(sight(house, 'Oriel'), 'log')!.tasks.map(({ sentence }) => sentence)

describe('a login that several people use (model B4)', () => {
  test('the account of nobody becomes one, takes a seat and costs what a person’s does', () => {
    const house = open()
    const before = billOf(house.account, '2026-06').totalMinor
    const id = share(house)
    const view = productAccountsView(sight(house, 'Oriel'), 'log')!
    expect(view.nobodys).toEqual([])
    expect(view.shared).toMatchObject([
      { name: 'Quotes', address: 'quotes@house.example', responsible: 'Mirren Steward', seat: 'Field' },
    ])
    expect(view.shared[0]!.known).toContain('open by the member list')
    expect(sentences(house)).not.toContain('Open an account for Quotes')
    expect(house.account.by('holding', 'person', id)).toHaveLength(1)
    expect(billOf(house.account, '2026-06').totalMinor).toBe(before + 1400)
    // The seat is counted: no Field seat is left for one more than there are.
    house.do('Oriel', fields(house, id, { seatType: null }))
    expect(house.account.by('holding', 'person', id).every(({ until }) => until !== null)).toBe(true)
    house.do('Oriel', { type: 'end-shared-login', sharedId: id })
    expect(sentences(house)).toContain('Close the account of Quotes')
  })

  test('when someone who used it leaves, its password is to be changed, and they use it no more', () => {
    const house = open()
    const id = share(house)
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(sentences(house)).toContain('Change the password of Quotes')
    expect(house.account.get('sharedLogin', id)!.userIds).toEqual([house.person('Mirren')])
    expect(deskView(sight(house, 'Oriel')).needs.map(({ task }) => task?.sentence)).toContain(
      'Change the password of Quotes',
    )
    house.do('Oriel', { type: 'confirm-password', sharedId: id })
    expect(sentences(house)).not.toContain('Change the password of Quotes')
    house.do('Oriel', house.undoing())
    expect(sentences(house)).toContain('Change the password of Quotes')
    // Taken off the list of users is as good as left.
    house.do('Oriel', { type: 'confirm-password', sharedId: id })
    house.do('Oriel', fields(house, id, { userIds: [] }))
    expect(sentences(house)).toContain('Change the password of Quotes')
  })

  test('the one who is responsible hands it over when they leave', () => {
    const house = open()
    const id = share(house)
    const hangs = hangsOn(sight(house, 'Oriel'), house.person('Mirren'))!
    expect(hangs.filter(({ kind }) => kind === 'shared-login')).toMatchObject([{ id, text: 'Quotes' }])
    house.do('Oriel', {
      ...{ type: 'plan-departure', personId: house.person('Mirren') },
      handovers: [{ what: 'shared-login', id, takerId: house.person('Oriel') }],
    })
    expect(house.account.get('sharedLogin', id)).toMatchObject({ responsibleId: house.person('Oriel') })
    expect(sentences(house)).toContain('Change the password of Quotes')
  })

  test('left to nobody, the one who looks after the product is responsible; lasting longer is a matter of money', () => {
    const house = open()
    const id = share(house, { until: '2026-06-20' })
    house.do('Oriel', {
      type: 'keep-product',
      product: 'log',
      way: 'hand',
      keeperKind: 'person',
      keeperId: house.person('Rafe'),
    })
    expect(house.refusals('Rafe', fields(house, id, { until: '2026-12-31' }))).toEqual(['raises-bill', 'not-allowed'])
    // Who uses it is theirs to say.
    expect(house.refusals('Rafe', fields(house, id, { until: '2026-06-20', userIds: [] }))).toEqual([])
    house.do('Oriel', { type: 'leave', personId: house.person('Mirren') })
    expect(house.account.get('sharedLogin', id)).toMatchObject({ responsibleId: house.person('Rafe') })
  })

  test('a later list finds it, and says so where it is used no more', () => {
    const house = open()
    const id = share(house)
    const listed = { line: 2, email: 'QUOTES@house.example'.toLowerCase(), name: '', id: null, seatType: 'field' }
    const row = { ...listed, unknownSeat: null, state: 'open' as const, lastUsedAt: null, firm: '', problem: null }
    const verdict = () => judgeMembers(sight(house, 'Oriel'), 'log', [row])[0]
    expect(verdict()).toMatchObject({ verdict: 'agrees', personId: id, name: 'Quotes' })
    house.do('Oriel', { type: 'end-shared-login', sharedId: id })
    expect(verdict()).toMatchObject({ verdict: 'left', here: 'a shared login' })
  })

  test('it is called to mind, comes back from a book, and is made by those who look after the product alone', () => {
    const house = open()
    const id = share(house, { reviewOn: '2026-06-17' })
    const needs = () => deskView(sight(house, 'Mirren')).needs.filter(({ kind }) => kind === 'shared-review')
    expect(needs()).toEqual([])
    house.later(3 * 86_400)
    expect(needs()).toMatchObject([{ name: 'Quotes', product: 'log' }])
    const again = readBook(writeBook(house.account, house.now), nextId)
    expect(again.problems).toEqual([])
    const [kept] = again.account!.all('sharedLogin')
    expect(again.account!.nameOf(kept!.id)).toBe('Quotes')
    expect(again.account!.by('holding', 'person', kept!.id)).toHaveLength(1)
    expect(again.account!.by('known', 'person', kept!.id)).toHaveLength(1)
    expect(tasksIn(again.account!, 'log', house.now)).toHaveLength(tasksIn(house.account, 'log', house.now).length)
    const make = {
      type: 'make-shared-login',
      product: 'log',
      name: 'X',
      responsibleId: house.person('Rafe'),
      userIds: [],
    }
    expect(house.refusals('Rafe', make)).toEqual(['not-allowed'])
    expect(house.refusals('Rafe', fields(house, id))).toEqual(['not-found'])
    expect(house.refusals('Mirren', { type: 'confirm-password', sharedId: id })).toEqual(['not-found'])
    expect(keeperTasks(house.account, house.person('Rafe'), house.now)).toBeUndefined()
  })
})
