import fc from 'fast-check'
import {
  deskView,
  knownOf,
  leaversRecord,
  listColumnsOf,
  looksAfter,
  needsOf,
  productAccountsView,
  readBook,
  Sight,
  taskOf,
  tasksIn,
  wantedOf,
  whoMayBeNeeded,
  writeBook,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const open = (keeper?: string) => {
  const house = House.open()
  const who = keeper ? { keeperKind: 'person', keeperId: house.person(keeper) } : {}
  house.do('Oriel', { type: 'keep-product', product: 'log', way: 'hand', ...who })
  return house
}
const confirm = (house: House, who: string, state: string, more: object = {}) => ({
  ...{ type: 'confirm-account', product: 'log', personId: house.person(who), state, ...more },
})
const kinds = (house: House) =>
  tasksIn(house.account, 'log', house.now)
    .map((task) => `${house.account.nameOf(task.personId).split(' ')[0]} ${task.kind}`)
    .sort()

describe('a product that is kept by hand (model B1)', () => {
  test('everyone with a seat and nothing known is to be opened; done, nothing is left', () => {
    const house = open()
    expect(kinds(house)).toEqual(['Mirren open', 'Rafe open'])
    house.do('Oriel', confirm(house, 'Mirren', 'open'), confirm(house, 'Rafe', 'open'))
    expect(kinds(house)).toEqual([])
    expect(knownOf(house.account, 'log', house.person('Rafe'))).toMatchObject({
      state: 'open',
      row: { source: 'confirmed', seatType: 'field', byId: house.person('Oriel') },
    })
  })

  test('a seat that ends is closed there, also where nobody ever said it was opened', () => {
    const house = open()
    house.do('Oriel', confirm(house, 'Mirren', 'open'))
    for (const who of ['Mirren', 'Rafe']) house.do('Oriel', { type: 'leave', personId: house.person(who) })
    expect(kinds(house)).toEqual(['Mirren close', 'Rafe close'])
    const [task] = tasksIn(house.account, 'log', house.now)
    expect([task!.due <= house.now, task!.overdue]).toEqual([true, false])
    house.do('Oriel', confirm(house, 'Mirren', 'closed'), confirm(house, 'Rafe', 'closed'))
    expect(kinds(house)).toEqual([])
  })

  test('a confirmation is taken back by undoing it, and the task is there again', () => {
    const house = open()
    house.do('Oriel', confirm(house, 'Rafe', 'open'))
    house.do('Oriel', house.undoing())
    expect(kinds(house)).toEqual(['Mirren open', 'Rafe open'])
  })

  test('another seat type, a seat kept while away, a seat that begins later', () => {
    const house = open()
    house.do('Oriel', confirm(house, 'Mirren', 'open'), confirm(house, 'Rafe', 'open', { seatType: 'reader' }))
    expect(kinds(house)).toEqual(['Rafe change-seat'])
    house.do('Oriel', confirm(house, 'Rafe', 'open'))
    house.do('Oriel', { type: 'go-away', personId: house.person('Rafe'), until: '2026-07-30', keepSeats: true })
    expect(kinds(house)).toEqual(['Rafe suspend'])
    house.do('Oriel', confirm(house, 'Rafe', 'suspended'))
    house.do('Oriel', {
      type: 'give-seat',
      personId: house.person('Corin'),
      product: 'log',
      seatType: 'reader',
      from: '2026-06-20',
    })
    expect(kinds(house)).toEqual(['Corin open'])
    expect(wantedOf(house.account, 'log', house.person('Corin'), house.now)).toMatchObject({ state: 'none' })
    house.do('Oriel', confirm(house, 'Corin', 'open', { seatType: 'reader' }))
    expect(kinds(house)).toEqual([])
  })

  test('only those who look after it see and confirm its tasks; once they are gone, the owners', () => {
    const house = open('Mirren')
    const sight = (who: string) => new Sight(house.account, house.person(who), house.now)
    expect(['Mirren', 'Oriel', 'Rafe', 'Corin'].map((who) => looksAfter(sight(who), 'log'))).toEqual([
      true,
      true,
      false,
      false,
    ])
    expect(house.refusals('Corin', confirm(house, 'Rafe', 'open'))).toEqual(['not-allowed'])
    expect(house.refusals('Rafe', confirm(house, 'Rafe', 'open'))).toEqual(['not-allowed'])
    expect(house.refusals('Mirren', confirm(house, 'Rafe', 'open'))).toEqual([])
    expect(house.refusals('Mirren', { type: 'keep-product', product: 'log', way: 'none' })).toEqual(['not-allowed'])
    house.do('Mirren', confirm(house, 'Rafe', 'open'))
    house.do('Oriel', { type: 'leave', personId: house.person('Mirren') })
    expect(kinds(house)).toEqual(['Mirren close'])
    expect(looksAfter(sight('Oriel'), 'log')).toBe(true)
  })

  test('a departure waits until the account is known closed, and opens again if it is found open', () => {
    const house = open()
    house.do('Oriel', confirm(house, 'Rafe', 'open'))
    house.do('Oriel', { type: 'plan-departure', personId: house.person('Rafe') })
    const [departure] = house.account.by('departure', 'person', house.person('Rafe'))
    const step = () => house.account.by('step', 'departure', departure!.id).find((one) => one.kind === 'task')
    expect(step()).toMatchObject({ state: 'waiting', subject: 'log' })
    expect(house.refusals('Oriel', { type: 'settle-step', stepId: step()!.id, how: 'done' })).toEqual(['by-hand'])
    house.do('Oriel', confirm(house, 'Rafe', 'closed'))
    expect(step()!.state).toBe('done')
    house.do('Oriel', house.undoing())
    expect(step()!.state).toBe('waiting')
    house.do('Oriel', confirm(house, 'Rafe', 'closed'))
    const list = { type: 'note-accounts', product: 'log', asOf: '2026-06-17', source: 'list' }
    house.later(60)
    house.do('Oriel', { ...list, accounts: [{ personId: house.person('Rafe'), state: 'open' }] })
    expect(step()!.state).toBe('waiting')
  })

  test('a departure goes on where the product is connected meanwhile, or turns out to have no accounts', () => {
    const leaving = () => {
      const house = open()
      house.do('Oriel', confirm(house, 'Rafe', 'open'))
      return house.do('Oriel', { type: 'plan-departure', personId: house.person('Rafe') })
    }
    const step = (house: House) => {
      const [departure] = house.account.by('departure', 'person', house.person('Rafe'))
      return house.account.by('step', 'departure', departure!.id).find(({ subject }) => subject === 'log')
    }
    const connected = leaving()
    connected.do('Oriel', { type: 'connect-product', product: 'log', scimAddress: 'https://log.example/scim/v2' })
    expect(step(connected)).toMatchObject({ kind: 'close', what: 'close', state: 'waiting' })
    const without = leaving()
    without.do('Oriel', { type: 'keep-product', product: 'log', way: 'none' })
    expect(step(without)).toMatchObject({ kind: 'task', state: 'done' })
  })

  test('a book keeps all of it', () => {
    const house = open('Mirren')
    house.do('Oriel', confirm(house, 'Rafe', 'open'))
    const accounts = [{ address: 'stranger@elsewhere.example', name: 'Stranger', state: 'open' }]
    house.do('Oriel', { type: 'note-accounts', product: 'log', asOf: '2026-06-15', source: 'list', accounts })
    house.do('Oriel', { type: 'note-list', product: 'log', asOf: '2026-06-15', hash: 'abc', count: 1 })
    const book = writeBook(house.account, house.now)
    const read = readBook(JSON.parse(JSON.stringify(book)), nextId)
    expect(read.problems).toEqual([])
    expect(writeBook(read.account!, house.now).keepings).toEqual(book.keepings)
    expect(book.keepings![0]!.known).toHaveLength(2)
  })

  test('what is known of a connected product’s accounts comes back too, and how its list was read', () => {
    const house = House.open((book) => (book.keepings = []))
    house.do('Oriel', { type: 'connect-product', product: 'log', scimAddress: 'https://log.example/scim/v2' })
    const accounts = [{ address: 'stranger@elsewhere.example', name: 'Stranger', state: 'open' }]
    const listId = nextId()
    const note = { type: 'note-list', product: 'log', asOf: '2026-06-15', hash: 'abc', count: 1 }
    house.do('Oriel', { type: 'note-accounts', product: 'log', listId, asOf: '2026-06-15', source: 'list', accounts })
    house.do('Oriel', { ...note, listId, columns: [{ field: 'email', heading: 'Contact' }] })
    house.do('Oriel', { ...note, listId: nextId() })
    expect(listColumnsOf(house.account, 'log')).toEqual({ email: 'Contact' })
    const book = writeBook(house.account, house.now)
    expect(book.keepings).toMatchObject([
      { product: 'log', columns: { email: 'Contact' }, known: [{ name: 'Stranger' }] },
    ])
    expect(book.keepings![0]!.way).toBeUndefined()
    const read = readBook(JSON.parse(JSON.stringify(book)), nextId)
    expect([read.problems, listColumnsOf(read.account!, 'log')]).toEqual([[], { email: 'Contact' }])
    expect(writeBook(read.account!, house.now).keepings).toEqual(book.keepings)
  })

  test('a book that says who looks after a product says since when', () => {
    const house = open('Mirren')
    const book = JSON.parse(JSON.stringify(writeBook(house.account, house.now)))
    delete book.keepings[0].since
    expect(readBook(book, nextId).problems).toMatchObject([{ path: '/keepings/0/since' }])
  })
})

test('tasks are empty exactly when wanted and known agree, and no order loses a closing (model B1)', () => {
  const people = ['Mirren', 'Rafe', 'Corin'] as const
  const act = fc.record({
    who: fc.constantFrom(...people),
    what: fc.constantFrom(
      'seat',
      'unseat',
      'away',
      'back',
      'leave',
      'open',
      'closed',
      'suspended',
      'list-open',
      'list-closed',
      'undo',
    ),
  })
  fc.assert(
    fc.property(fc.array(act, { maxLength: 14 }), (acts) => {
      const house = open()
      house.last = { edits: [], changes: [] }
      for (const { who, what } of acts) {
        house.later(1)
        attempt(house, who, what)
        for (const one of people) agrees(house, one)
      }
    }),
    { numRuns: Number(process.env.LODGE_PROPERTY_RUNS ?? 100) },
  )
})

function attempt(house: House, who: string, what: string): void {
  const personId = house.person(who)
  const held = house.account
    .by('holding', 'person', personId)
    .find(({ until, givenFrom }) => until === null && givenFrom <= house.now)
  const absence = house.account.by('absence', 'person', personId).find(({ state }) => state === 'running')
  const list = (state: string) => ({
    ...{ type: 'note-accounts', product: 'log', asOf: new Date(house.now / 1000).toISOString(), source: 'list' },
    accounts: [{ personId, state }],
  })
  const change: Record<string, object | undefined> = {
    seat: { type: 'give-seat', personId, product: 'log', seatType: 'reader' },
    unseat: held && { type: 'end-seat', holdingId: held.id },
    away: { type: 'go-away', personId, keepSeats: true },
    back: absence && { type: 'come-back', absenceId: absence.id },
    leave: { type: 'plan-departure', personId },
    ...Object.fromEntries(['open', 'closed', 'suspended'].map((state) => [state, confirm(house, who, state)])),
    'list-open': list('open'),
    'list-closed': list('closed'),
  }
  if (what === 'undo') change.undo = house.last.edits.length > 0 ? house.undoing() : undefined
  if (change[what] && house.refusals('Oriel', change[what]!).length === 0) house.do('Oriel', change[what]!)
}

/** The literal reading: what is wanted by seat and presence, what is known by the newest fact, and that they are alike. */
function agrees(house: House, who: string): void {
  const { account, now } = house
  const personId = house.person(who)
  const person = account.get('person', personId)!
  const seats = account.by('holding', 'person', personId)
  const isSeated = seats.some((one) => one.givenFrom <= now && (one.until === null || one.until > now))
  const facts = [...account.by('known', 'holder', `log ${personId}`)].sort((one, other) => other.asOf - one.asOf)
  const newest = facts.filter(({ asOf }) => asOf === facts[0]?.asOf).map(({ state }) => state)
  const known = (['open', 'suspended', 'closed'] as const).find((state) => newest.includes(state))
  const isIn = person.state === 'active' && isSeated
  const task = taskOf(account, 'log', personId, now)
  if (person.state === 'left') {
    const mayBeOpen =
      known === undefined &&
      seats.some((one) => (one.until ?? Infinity) > account.by('keeping', 'product', 'log')[0]!.since)
    expect([who, task?.kind]).toEqual([
      who,
      known === 'open' || known === 'suspended' || mayBeOpen ? 'close' : undefined,
    ])
    const [departure] = [...account.by('departure', 'person', personId)].sort((one, other) => other.at - one.at)
    const step = account.by('step', 'departure', departure!.id).find((one) => one.kind === 'task')
    if (step) expect([who, step.state === 'done']).toEqual([who, task === undefined])
  } else if (isIn) {
    expect([who, task === undefined || task.kind === 'change-seat']).toEqual([who, known === 'open'])
  }
}

describe('what is said about products by hand', () => {
  test('a preview names who is asked to close the account, or that nobody looks after it (model B2)', () => {
    const said = (house: House) =>
      house
        .show('Oriel', { type: 'plan-departure', personId: house.person('Rafe') })
        .watchOut.flatMap(({ code, sentence }) => (code === 'not-closed-here' ? [sentence] : []))
    expect(said(open('Mirren'))).toEqual([
      'Garden Log has no connection: Mirren Steward is asked to close the account of Rafe Gardener.',
    ])
    expect(said(House.open((book) => (book.keepings = [])))).toEqual([
      'Nobody looks after Garden Log yet. Check yourself whether Rafe Gardener has an account there, and close it.',
    ])
    const house = open()
    const [holding] = house.account.by('holding', 'person', house.person('Rafe'))
    const ending = house.show('Oriel', { type: 'end-seat', holdingId: holding!.id })
    expect(ending.watchOut.map(({ code }) => code)).toContain('not-closed-here')
  })

  test('tasks stand on the keeper’s Desk and in their morning summary, with lines to copy and nothing else (model B1, D5)', () => {
    const house = open('Corin')
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    const { needs } = deskView(new Sight(house.account, house.person('Corin'), house.now))
    expect(needs.map(({ kind, task }) => [kind, task?.sentence])).toEqual([
      ['task-close', 'Close the account of Rafe Gardener'],
      ['task', 'Open an account for Mirren Steward'],
    ])
    expect(needs[1]!.task!.lines).toEqual([
      { what: 'name', text: 'Mirren Steward' },
      { what: 'email', text: 'mirren@house.example' },
      { what: 'seat-type', text: 'Field' },
      { what: 'role', text: 'Steward: Pellworth' },
    ])
    expect(whoMayBeNeeded(house.account, house.now)).toContain(house.person('Corin'))
    expect(needsOf(house.account, house.person('Corin'), house.now)).toHaveLength(2)
    expect(needsOf(house.account, house.person('Mirren'), house.now).some(({ task }) => task)).toBe(false)
  })

  test('the office hears of a closing that is overdue in a product someone else looks after', () => {
    const house = open('Mirren')
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    const kinds = () =>
      deskView(new Sight(house.account, house.person('Tamsin'), house.now)).needs.map(({ kind }) => kind)
    expect(kinds()).not.toContain('closing-overdue')
    house.later(86_400)
    expect(kinds()).toContain('closing-overdue')
  })

  test('a record says how each closing is known', () => {
    const house = open()
    house.do('Oriel', confirm(house, 'Rafe', 'open'), { type: 'plan-departure', personId: house.person('Rafe') })
    house.do('Oriel', confirm(house, 'Rafe', 'closed'))
    const [departure] = house.account.by('departure', 'person', house.person('Rafe'))
    const steps = house.account.by('step', 'departure', departure!.id)
    const { lines } = leaversRecord(house.account, departure!, steps, [], 'head', house.now)
    expect(lines.find(({ text }) => text === 'Garden Log')).toMatchObject({
      kind: 'Account in',
      outcome: 'confirmed closed by Oriel Owner on 16 June',
    })
  })

  test('what others do not look after answers as what is not there', () => {
    const house = open('Mirren')
    const view = (who: string) => productAccountsView(new Sight(house.account, house.person(who), house.now), 'log')
    expect([view('Rafe'), view('Corin')]).toEqual([undefined, undefined])
    expect(view('Mirren')).toMatchObject({ way: 'hand', keepers: [{ name: 'Mirren Steward' }], nobodys: [] })
    expect(view('Mirren')!.accounts.map(({ name, here, there, differs }) => [name, here, there, differs])).toEqual([
      ['Mirren Steward', 'active', 'unknown', true],
      ['Rafe Gardener', 'active', 'unknown', true],
    ])
  })
})

describe('accounts that are nobody’s here (model B1, B3)', () => {
  const stranger = { address: 'stranger@elsewhere.example', name: 'A Stranger', state: 'open' }
  const listed = () => {
    const house = open('Mirren')
    const list = { type: 'note-accounts', product: 'log', asOf: '2026-06-15', source: 'list' }
    return house.do('Oriel', { ...list, accounts: [stranger] })
  }
  const row = (house: House) => house.account.by('known', 'nobody', 'log')[0]!
  const close = (house: House, how: string) => ({ type: 'close-nobodys', knownId: row(house).id, how })

  test('one is asked to be closed, stands on the keeper’s Desk, and is closed there', () => {
    const house = listed()
    expect(house.refusals('Rafe', close(house, 'ask'))).toEqual(['not-found'])
    house.do('Mirren', close(house, 'ask'))
    expect(house.refusals('Mirren', close(house, 'ask'))).toEqual(['no-change'])
    const tasks = () =>
      deskView(new Sight(house.account, house.person('Mirren'), house.now)).needs.flatMap(({ task }) => task ?? [])
    expect(tasks()[0]).toMatchObject({ sentence: 'Close the account of A Stranger', personId: null })
    house.do('Mirren', close(house, 'closed'))
    expect(tasks().map(({ sentence }) => sentence)).not.toContain('Close the account of A Stranger')
    house.do('Mirren', house.undoing())
    expect(tasks()[0]!.sentence).toBe('Close the account of A Stranger')
  })

  test('they are forgotten after ninety days, by time itself alone', () => {
    const house = listed()
    const forget = { type: 'forget-accounts', knownIds: [row(house).id] }
    const { id } = row(house)
    expect(house.refusals('Oriel', forget)).toEqual(['not-yours'])
    expect(() => house.bySchedule(house.now, forget)).toThrow('not-due')
    house.bySchedule(house.now + 91 * 86_400_000_000, forget)
    expect([house.account.get('known', id), house.account.personalOf(id)]).toEqual([undefined, []])
  })

  test('erasing someone goes by their addresses too', () => {
    const house = open()
    const accounts = [{ personId: house.person('Rafe'), remoteId: '4417', state: 'closed' }, stranger]
    const list = { type: 'note-accounts', product: 'log', asOf: '2026-06-15', source: 'list' }
    const same = { address: `RAFE@house.example`.toLowerCase(), name: 'Rafe elsewhere', remoteId: '9', state: 'open' }
    house.do('Oriel', { ...list, accounts: [...accounts, same] })
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    const id = house.person('Rafe')
    house.do('Oriel', { type: 'erase', personId: id })
    expect(house.account.by('known', 'person', id).map(({ remoteId }) => remoteId)).toEqual([null])
    expect(house.account.by('known', 'nobody', 'log')).toHaveLength(1)
  })
})
