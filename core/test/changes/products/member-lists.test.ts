import fc from 'fast-check'
import {
  accountsToForget,
  askedRecords,
  deskView,
  judgeMembers,
  knownOf,
  listChanges,
  proposeColumns,
  readBook,
  readMembers,
  sinceList,
  Sight,
  tasksIn,
  writeBook,
  type JudgedMember,
  type MemberChoice,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const TYPES = [
  { code: 'field', name: 'Field' },
  { code: 'reader', name: 'Reader' },
  { code: 'lead', name: 'Lead' },
]
const table = (text: string) => text.split('\n').map((line) => line.split('|').map((cell) => cell.trim()))
const read = (text: string, remembered?: Record<string, string>) => {
  const cells = table(text)
  const found = proposeColumns(cells, remembered)
  return { found, members: readMembers(cells, found, TYPES, 'Europe/Dublin') }
}

describe('a member list is read as products write them (model B3)', () => {
  test('columns are found by their headings, below a title', () => {
    const { found, members } = read(
      'Members of Garden Log\nUser ID | Full name | E-Mail Address | Licence type | Status | Last login\n4417 | Roake, Tamsin | TAMSIN@House.Example | reader | Active | 12/06/2026',
    )
    expect([found.headingAt, found.columns]).toEqual([
      1,
      { email: 2, name: 1, id: 0, seatType: 3, state: 4, lastUsed: 5 },
    ])
    expect(members).toMatchObject([
      { line: 3, email: 'tamsin@house.example', name: 'Tamsin Roake', id: '4417', seatType: 'reader', state: 'open' },
    ])
    expect(new Date(members[0]!.lastUsedAt! / 1000).toISOString()).toBe('2026-06-11T23:00:00.000Z')
  })

  test('without headings, by what is in them; remembered ones come first', () => {
    expect(read('Rafe Gardener | rafe@house.example\nMirren Steward | mirren@house.example').found).toMatchObject({
      headingAt: -1,
      columns: { email: 1, name: 0 },
    })
    const headings = 'Contact | Who\nrafe@house.example | Rafe Gardener'
    expect(read(headings, { email: 'contact', name: 'who' }).found.columns).toEqual({ email: 0, name: 1 })
  })

  test('states, seat types and dates in the writings people use; what cannot be read says why', () => {
    const { members } = read(
      [
        'Email | Disabled | Type | Last used',
        'a@x.example | no | FIELD | 2026-06-01',
        'b@x.example | yes | Superuser | 1 Jun 2026',
        'not an address | no | Field | 45444',
        'c@x.example | perhaps | |',
        '| | |',
        'd@x.example | | Lead | June 1, 2026',
      ].join('\n'),
    )
    expect(
      members.map(({ line, state, seatType, unknownSeat, problem }) => [line, state, seatType, unknownSeat, problem]),
    ).toEqual([
      [2, 'open', 'field', null, null],
      [3, 'suspended', null, 'Superuser', null],
      [4, 'open', 'field', null, '“not an address” is not an email address.'],
      [5, 'open', null, null, '“perhaps” is not a state. Write active, suspended or closed.'],
      [7, 'open', 'lead', null, null],
    ])
    expect(
      new Set(members.filter(({ line }) => line !== 4 && line !== 5).map(({ lastUsedAt }) => lastUsedAt)).size,
    ).toBe(1)
  })

  test('a column tells whether the day or the month comes first', () => {
    const dates = (...texts: string[]) => {
      const { members } = read(
        ['Email | Last used', ...texts.map((text, at) => `p${at}@x.example | ${text}`)].join('\n'),
      )
      return members.map(
        ({ lastUsedAt }) => lastUsedAt && new Date(lastUsedAt / 1000 + 7_200_000).toISOString().slice(0, 10),
      )
    }
    expect(dates('03/04/2026', '04/15/2026')).toEqual(['2026-03-04', '2026-04-15'])
    expect(dates('03/04/2026', '15/04/2026')).toEqual(['2026-04-03', '2026-04-15'])
    expect(dates('45444', '31.12.25', '99/99/2026')).toEqual(['2024-06-01', '2025-12-31', null])
  })
})

const kept = (guestsSeePeopleMet = true) => {
  const house = House.open((book) => (book.account.rules = { guestsSeePeopleMet }))
  house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand' })
  return house
}
const judge = (house: House, who: string, text: string, confirmed: string[] = []) =>
  judgeMembers(new Sight(house.account, house.person(who), house.now), 'log', read(text).members, new Set(confirmed))
const apply = (house: House, judged: JudgedMember[], choices: Record<string, MemberChoice> = {}) => {
  const list = { product: 'log', judged, hash: 'h', columns: [], choices: new Map(Object.entries(choices)) }
  const applied = { asOf: '2026-06-16', source: 'list', kind: 'staff' } as const
  const sight = new Sight(house.account, house.person('Oriel'), house.now)
  return listChanges(sight, [list], applied, nextId)
}
const verdicts = (judged: JudgedMember[]) => judged.map(({ name, verdict }) => `${name.split(' ')[0]} ${verdict}`)
const LIST = [
  'Email | Name | Type',
  'rafe@house.example | Rafe Gardener | Reader',
  'corin@house.example | Corin Client | Reader',
  'edda@elsewhere.example | Edda Quince | Field',
  'EDDA@elsewhere.example | Edda Q | Field',
  '| Tamsin Admin | Field',
].join('\n')

describe('what a list says against the account', () => {
  test('every row has a verdict, and those who are missing have one', () => {
    const house = kept()
    expect(verdicts(judge(house, 'Oriel', LIST))).toEqual([
      'Rafe other-seat',
      'Corin no-seat',
      'Edda new',
      'Edda twice',
      'Tamsin by-name',
      'Mirren not-there',
    ])
    const offers = judge(house, 'Oriel', LIST).map((one) => one.offers)
    expect(offers).toEqual(['change-seat', 'give-seat', 'record', null, 'confirm', 'end-seat'])
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(verdicts(judge(house, 'Oriel', LIST))[0]).toBe('Rafe left')
  })

  test('whoever may not see someone learns nothing of them from a list (model I2)', () => {
    const house = kept(false)
    house.do('Oriel', {
      type: 'keep-product',
      product: 'log',
      way: 'hand',
      keeperKind: 'person',
      keeperId: house.person('Corin'),
    })
    const text = 'Email | Name\ntamsin@house.example | Tamsin Admin\nrafe@house.example | Rafe Gardener\n| Oriel Owner'
    expect(verdicts(judge(house, 'Corin', text)).slice(0, 3)).toEqual(['Tamsin new', 'Rafe agrees', 'Oriel new'])
  })

  test('applied, what is known is the list; people, seats and firms only where it was chosen', () => {
    const house = kept()
    const judged = judge(house, 'Oriel', LIST)
    house.do('Oriel', ...apply(house, judged))
    expect(
      tasksIn(house.account, 'log', house.now).map(({ kind, personId }) => `${house.account.nameOf(personId)} ${kind}`),
    ).toEqual(expect.arrayContaining(['Rafe Gardener change-seat', 'Corin Client close', 'Mirren Steward open']))
    expect(house.account.peopleByEmail('edda@elsewhere.example')).toEqual([])
    const again = kept()
    const rows = judge(again, 'Oriel', LIST, ['line 6'])
    again.do('Oriel', ...apply(again, rows, { 'line 4': 'record', 'line 2': 'change-seat', 'line 3': 'give-seat' }))
    const [edda] = again.account.peopleByEmail('edda@elsewhere.example')
    expect(again.account.get('person', edda)).toMatchObject({ state: 'active', loginId: null, standing: 'member' })
    expect(knownOf(again.account, 'log', edda!)).toMatchObject({
      state: 'open',
      row: { seatType: 'field', source: 'list' },
    })
    expect(
      tasksIn(again.account, 'log', again.now)
        .map(({ personId }) => again.account.nameOf(personId))
        .sort(),
    ).toEqual(['Mirren Steward', 'Tamsin Admin'])
    expect(verdicts(judge(again, 'Oriel', LIST))).toEqual(
      expect.arrayContaining(['Rafe agrees', 'Corin agrees', 'Edda agrees', 'Tamsin by-name']),
    )
  })

  test('the same list again changes nothing; a newer one is known instead, an older one is not', () => {
    const house = kept()
    const list = (asOf: string, state: string) => ({
      ...{ type: 'note-accounts', product: 'log', asOf, source: 'list' },
      accounts: [{ personId: house.person('Rafe'), state }],
    })
    house.do('Oriel', list('2026-06-10', 'open'))
    house.do('Oriel', list('2026-06-12', 'closed'))
    house.do('Oriel', list('2026-06-11', 'open'))
    expect(knownOf(house.account, 'log', house.person('Rafe')).state).toBe('closed')
  })

  test('two rows of one account that is nobody’s are one', () => {
    const house = kept()
    const row = { address: 'edda@x.example', name: 'Edda', state: 'open' }
    const note = { type: 'note-accounts', product: 'log', asOf: '2026-06-12', source: 'list' }
    house.do('Oriel', { ...note, accounts: [row, { ...row, remoteId: '7' }, { ...row, address: null, remoteId: '7' }] })
    expect(house.account.by('known', 'nobody', 'log')).toHaveLength(2)
  })

  test('known after applying a list equals the list (property)', () => {
    const people = ['Oriel', 'Tamsin', 'Mirren', 'Rafe', 'Corin'] as const
    const row = fc.record({
      who: fc.constantFrom(...people, 'stranger'),
      state: fc.constantFrom('active', 'suspended', 'closed'),
      type: fc.constantFrom('Field', 'Reader', ''),
    })
    fc.assert(
      fc.property(fc.uniqueArray(row, { selector: ({ who }) => who }), (rows) => {
        const house = kept()
        const email = (who: string) => `${who.toLowerCase()}@house.example`
        const text = [
          'Email | Name | Status | Type',
          ...rows.map((one) => `${email(one.who)} | ${one.who} | ${one.state} | ${one.type}`),
        ]
        house.do('Oriel', ...apply(house, judge(house, 'Oriel', text.join('\n'))))
        const state = { active: 'open', suspended: 'suspended', closed: 'closed' } as const
        for (const who of people) {
          const listed = rows.find((one) => one.who === who)
          const known = knownOf(house.account, 'log', house.person(who))
          const isMissing = who === 'Mirren' || who === 'Rafe'
          const expected = listed ? state[listed.state as 'active'] : isMissing ? 'closed' : 'unknown'
          expect([who, known.state]).toEqual([who, expected])
        }
      }),
    )
  })
})

describe('someone who looks after a product and may not record people', () => {
  const asKeeper = () => {
    const house = kept()
    const keeper = { keeperKind: 'person', keeperId: house.person('Rafe') }
    house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand', ...keeper })
    const judged = judge(house, 'Rafe', LIST)
    const list = { product: 'log', judged, hash: 'h', columns: [], choices: new Map([['line 4', 'record' as const]]) }
    const sight = new Sight(house.account, house.person('Rafe'), house.now)
    const changes = listChanges(sight, [list], { asOf: '2026-06-16', source: 'list', kind: 'contractor' }, nextId)
    return house.do('Rafe', ...changes)
  }
  const sight = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
  const settle = (house: House, recorded: boolean) => ({
    ...{ type: 'settle-records', recorded },
    requestIds: [...house.account.all('recordRequest')].map(({ id }) => id),
  })

  test('asks the office, which sees whom and by whom, and records them with the seat', () => {
    const house = asKeeper()
    expect(house.account.peopleByEmail('edda@elsewhere.example')).toEqual([])
    expect(askedRecords(sight(house, 'Oriel'))).toMatchObject([
      { askedBy: 'Rafe Gardener', productName: 'Garden Log', rows: [{ name: 'Edda Quince' }] },
    ])
    expect(deskView(sight(house, 'Oriel')).needs.map(({ kind }) => kind)).toContain('record-asked')
    expect(askedRecords(sight(house, 'Rafe'))).toEqual([])
    expect(house.refusals('Rafe', settle(house, true))).toEqual(['not-allowed'])
    house.do('Oriel', settle(house, true))
    const edda = house.account.peopleByEmail('edda@elsewhere.example')[0]!
    expect(house.account.get('person', edda)).toMatchObject({ recorded: true, kind: 'contractor' })
    expect(house.account.by('holding', 'person', edda).map(({ seatType }) => seatType)).toEqual(['field'])
    // What the list said of the account is known of the person now.
    expect(knownOf(house.account, 'log', edda)).toMatchObject({ state: 'open', row: { source: 'list' } })
    expect([...house.account.all('recordRequest')]).toEqual([])
  })

  test('someone recorded meanwhile is not recorded twice, but gets the seat', () => {
    const house = asKeeper()
    const person = { name: 'Edda Quince', email: 'edda@elsewhere.example', kind: 'contractor', standing: 'guest' }
    house.do('Oriel', { type: 'record-person', ...person })
    house.do('Oriel', settle(house, true))
    const [edda, ...more] = house.account.peopleByEmail('edda@elsewhere.example')
    expect([more, house.account.by('holding', 'person', edda!).map(({ seatType }) => seatType)]).toEqual([
      [],
      ['field'],
    ])
  })

  test('declined, nothing of them is kept; asked again, there is one request; it comes back from a book and is forgotten', () => {
    const house = asKeeper()
    const again = { type: 'ask-to-record', product: 'log', kind: 'contractor' }
    house.do('Rafe', { ...again, rows: [{ name: 'Edda Q', email: 'EDDA@elsewhere.example' }] })
    const [only, ...more] = house.account.all('recordRequest')
    expect(more).toEqual([])
    const book = readBook(writeBook(house.account, house.now), nextId)
    expect([book.problems, [...book.account!.all('recordRequest')].length]).toEqual([[], 1])
    expect(accountsToForget(house.account, house.now + 91 * 86_400_000_000).map(({ id }) => id)).toContain(only!.id)
    house.do('Oriel', settle(house, false))
    expect(house.account.personalOf(only!.id)).toEqual([])
    expect(house.refusals('Mirren', { ...again, rows: [{ name: 'X' }] })).toEqual(['not-allowed'])
  })
})

describe('a second list of the same product', () => {
  test('says what changed since the first', () => {
    const house = kept()
    expect(
      sinceList(new Sight(house.account, house.person('Oriel'), house.now), 'log', judge(house, 'Oriel', LIST)),
    ).toBeNull()
    house.do('Oriel', ...apply(house, judge(house, 'Oriel', LIST)))
    const next = [
      'Email | Name | Type | Status',
      'rafe@house.example | Rafe Gardener | Field | active',
      'corin@house.example | Corin Client | Reader | suspended',
      'fen@elsewhere.example | Fen Low | Field | active',
    ].join('\n')
    const judged = judge(house, 'Oriel', next)
    const since = sinceList(new Sight(house.account, house.person('Oriel'), house.now), 'log', judged)!
    expect(since.asOf).toBe('2026-06-16')
    const names = Object.entries(since.rows).map(([key, what]) => {
      return `${judged.find((one) => one.key === key)!.name.split(' ')[0]} ${what}`
    })
    expect(names).toEqual(['Rafe seat', 'Corin state', 'Fen new'])
    expect(since.goneNobodys).toEqual(['Edda Quince', 'Tamsin Admin'])
  })
})
