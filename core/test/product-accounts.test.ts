import {
  attributesToWrite,
  deskView,
  differenceOf,
  nextAccountDate,
  openProductAccounts,
  productAccountOf,
  productGroups,
  readInstant,
  Sight,
  type AccountBefore,
  type HeldAccount,
  type Occasion,
} from '../src/index.ts'
import { House } from './house.ts'

const SCIM = 'http://127.0.0.1:1/scim/v2'
const accountOf = (it: House, who: string, at = it.now) => productAccountOf(it.account, it.person(who), 'log', at)

describe('somebody’s account in a product', () => {
  test('is open while they are in and hold a seat of it, and says who they are', () => {
    const it = House.open()
    expect(accountOf(it, 'Rafe')).toEqual({
      externalId: it.person('Rafe'),
      userName: 'rafe@house.example',
      displayName: 'Rafe Gardener',
      email: 'rafe@house.example',
      active: true,
      seats: ['field'],
    })
  })

  test('is nobody’s who never held a seat of it: a product is told of nobody it has nothing to do with', () => {
    const it = House.open()
    expect(accountOf(it, 'Tamsin')).toBeUndefined()
    expect(openProductAccounts(it.account, 'log', it.now).map(({ displayName }) => displayName)).toEqual([
      'Mirren Steward',
      'Rafe Gardener',
    ])
    expect(openProductAccounts(it.account, 'another', it.now)).toEqual([])
  })

  test('is closed with the last seat, with going away, and with the end of an engagement, by date alone', () => {
    const it = House.open()
    it.do('Oriel', { type: 'give-seat', personId: it.person('Rafe'), product: 'log', seatType: 'reader' })
    expect(accountOf(it, 'Rafe')!.seats).toEqual(['field', 'reader'])
    it.do('Oriel', {
      type: 'go-away',
      personId: it.person('Rafe'),
      from: '2026-06-22',
      until: '2026-06-30',
      keepSeats: true,
    })
    const at = (text: string) => accountOf(it, 'Rafe', readInstant(text))!.active
    expect(['2026-06-21T22:59:59Z', '2026-06-21T23:00:00Z', '2026-06-30T23:00:00Z'].map(at)).toEqual([
      true,
      false,
      true,
    ])
    it.do('Oriel', { type: 'change-person', personId: it.person('Rafe'), engagementUntil: '2026-07-31' })
    expect([at('2026-07-31T22:59:59Z'), at('2026-07-31T23:00:00Z')]).toEqual([true, false])
  })

  test('the next date at which something opens or closes is known while a product is connected', () => {
    const it = House.open()
    it.do('Oriel', { type: 'go-away', personId: it.person('Rafe'), from: '2026-06-22', until: '2026-06-30' })
    expect(nextAccountDate(it.account, it.now)).toBeNull()
    it.do('Oriel', { type: 'connect-product', product: 'log', scimAddress: SCIM })
    expect(nextAccountDate(it.account, it.now)).toBe(readInstant('2026-06-21T23:00:00Z'))
    expect(nextAccountDate(it.account, readInstant('2026-06-22T00:00:00Z'))).toBe(readInstant('2026-06-30T23:00:00Z'))
  })

  test('groups are known by those of them who have an account there', () => {
    const it = House.open()
    it.do('Oriel', { type: 'make-group', name: 'Ropes' })
    const [group] = [...it.account.all('group')]
    it.do('Oriel', { type: 'join-group', groupId: group!.id, personId: it.person('Tamsin') })
    expect(productGroups(it.account, 'log', it.now)).toEqual([])
    it.do('Oriel', { type: 'join-group', groupId: group!.id, personId: it.person('Rafe') })
    expect(productGroups(it.account, 'log', it.now)).toEqual([
      { externalId: group!.id, displayName: 'Ropes', memberIds: [it.person('Rafe')] },
    ])
  })
})

describe('how what a product holds differs', () => {
  const it = House.open()
  const wanted = accountOf(it, 'Rafe')!
  const held = (more: Partial<HeldAccount> = {}): HeldAccount => ({ ...wanted, remoteId: 'r-1', ...more })

  test.each([
    ['nothing', wanted, held(), null],
    ['an account that nobody here has', undefined, held(), 'unknown'],
    ['one that nobody has and is closed', undefined, held({ active: false }), null],
    ['one that should be closed', { ...wanted, active: false, seats: [] }, held(), 'not-closed'],
    ['one that is missing', wanted, undefined, 'missing'],
    ['one that should be open', wanted, held({ active: false }), 'missing'],
    ['none that should be', { ...wanted, active: false }, undefined, null],
    ['a seat more', wanted, held({ seats: ['field', 'lead'] }), 'raised'],
    ['a seat less', wanted, held({ seats: [] }), 'lowered'],
    ['one for another, which is more', wanted, held({ seats: ['lead'] }), 'raised'],
    ['another name', wanted, held({ displayName: 'R. G.' }), 'renamed'],
    ['another name to sign in by', wanted, held({ userName: 'r@elsewhere.example' }), 'renamed'],
    ['that name in other letters', wanted, held({ userName: 'RAFE@house.example' }), null],
    ['another address', wanted, held({ email: 'r@elsewhere.example' }), 'readdressed'],
    ['another program’s', wanted, held({ externalId: 'theirs' }), 'foreign'],
    ['one that does not say whether it is open', { ...wanted, active: false }, held({ active: null }), 'not-closed'],
  ] as const)('%s', (_what, one, other, expected) => {
    expect(differenceOf(one, other)).toBe(expected)
  })
})

describe('connecting a product', () => {
  const connect = (more: object = {}) => ({ type: 'connect-product', product: 'log', scimAddress: SCIM, ...more })

  test('is for whoever runs connections, once a product, at a web address', () => {
    const it = House.open()
    expect(it.refusals('Mirren', connect())).toEqual(['not-allowed'])
    expect(it.refusals('Oriel', connect({ product: 'none' }))).toEqual(['not-found'])
    expect(it.refusals('Oriel', connect({ scimAddress: 'ftp://product.example' }))).toEqual(['bad-address'])
    it.do('Oriel', connect())
    expect(it.refusals('Oriel', connect())).toEqual(['connected'])
    const [row] = [...it.account.all('connection')]
    it.do('Oriel', { type: 'disconnect-product', connectionId: row!.id })
    expect(it.refusals('Oriel', { type: 'disconnect-product', connectionId: row!.id })).toEqual(['not-found'])
    expect(it.refusals('Oriel', connect())).toEqual([])
  })
})

describe('a product that could not be read for an hour', () => {
  test('stands on the Desk of whoever runs connections, noted by time itself alone, until it was read again', () => {
    const it = House.open()
    it.do('Oriel', { type: 'connect-product', product: 'log', scimAddress: SCIM })
    const [row] = [...it.account.all('connection')]
    const trouble = {
      type: 'note-connection',
      connectionId: row!.id,
      trouble: 'It is away.',
      since: '2026-06-16T06:00:00Z',
    }
    expect(it.refusals('Oriel', trouble)).toEqual(['not-yours'])
    const onDesk = (who: string) =>
      deskView(new Sight(it.account, it.person(who), it.now)).needs.filter(({ kind }) => kind === 'product-away')
    it.bySchedule(it.now, trouble)
    expect(onDesk('Oriel')).toEqual([
      {
        ...{ urgency: 'at-once', kind: 'product-away', personId: null, product: 'log', name: 'Garden Log' },
        ...{ date: '2026-06-16', detail: 'It is away.' },
      },
    ])
    expect(onDesk('Mirren')).toEqual([])
    it.bySchedule(it.now, { type: 'note-connection', connectionId: row!.id })
    expect(onDesk('Oriel')).toEqual([])
  })
})

describe('what is written to an account there (model B1)', () => {
  const it = House.open()
  const wanted = accountOf(it, 'Rafe')!
  const held = (more: Partial<HeldAccount> = {}): HeldAccount => ({ ...wanted, remoteId: 'r-1', ...more })
  const before = (more: Partial<AccountBefore> = {}): AccountBefore => ({ ...wanted, differs: [], ...more })

  test.each<[string, HeldAccount, AccountBefore | undefined, Occasion, string[]]>([
    ['a name changed here', held({ displayName: 'R.' }), before({ displayName: 'R.' }), 'changed', ['displayName']],
    ['a name altered there', held({ displayName: 'R.' }), before(), 'compared', []],
    ['a name altered there, chosen', held({ displayName: 'R.' }), before(), 'chosen', ['displayName']],
    ['a name that differs since long', held({ displayName: 'R.' }), before({ displayName: 'R.', differs: ['displayName'] }), 'changed', []], // prettier-ignore
    ['closed there', held({ active: false }), before(), 'changed', []],
    ['a seat raised there', held({ seats: ['lead'] }), before(), 'compared', []],
    ['a seat that changed here', held({ seats: ['lead'] }), before(), 'changed', ['seats']],
    ['one that is nobody’s, taken over', held({ externalId: null, displayName: 'R.', seats: [] }), undefined, 'compared', ['seats']], // prettier-ignore
    ['a name in other letters', held({ userName: 'RAFE@house.example' }), before(), 'chosen', []],
  ])('%s', (_what, there, last, occasion, expected) => {
    expect(attributesToWrite(wanted, there, last, occasion)).toEqual(expected)
  })

  test('an ending here is written, whatever was altered there', () => {
    const closed = { ...wanted, active: false, seats: [] }
    expect(attributesToWrite(closed, held(), before({ active: false }), 'changed')).toEqual(['active'])
    expect(attributesToWrite(closed, held(), before({ active: false }), 'compared')).toEqual([])
  })
})
