import {
  billOf,
  choicesView,
  countExplained,
  countSeats,
  layInvoice,
  moneyText,
  placeSheetView,
  minorDigits,
  reach,
  seatsView,
  Sight,
  type AccountBook,
  type ProductSheet,
} from '../../../src/index.ts'
import { House } from '../../house.ts'

/** The book's sheet, its own to be altered. */
const sheetOf = (book: AccountBook): ProductSheet => {
  const [entry] = book.products[0]!.sheets
  return (entry!.sheet = structuredClone(entry!.sheet)) as ProductSheet
}
const give = (house: House, who: string, seatType: string, more: object = {}) => ({
  type: 'give-seat',
  personId: house.person(who),
  product: 'log',
  seatType,
  ...more,
})
const seatOf = (house: House, who: string) =>
  house.account.by('holding', 'person', house.person(who)).find((one) => one.until === null)!

describe('seats are given, changed and taken back (model S1, S2, S4, S10)', () => {
  test('a better seat frees what was held back, with the money seen before, and undoing puts it back', () => {
    const house = House.open()
    const change = { type: 'change-seat', holdingId: seatOf(house, 'Rafe').id, seatType: 'lead' }
    const shown = house.show('Oriel', change)
    expect(shown.money.sums).toMatchObject({
      thisMonth: { before: 2800, after: 4600 },
      next: { before: 2800, after: 4600 },
    })
    house.do('Oriel', change)
    expect(seatOf(house, 'Rafe').seatType).toBe('lead')
    expect(billOf(house.account, '2026-06').totalMinor).toBe(4600)
  })

  test('nobody is given one where none is empty, and the sentence says how many there are', () => {
    const house = House.open()
    house.do('Oriel', give(house, 'Corin', 'field'))
    const { problems } = house.try('Oriel', give(house, 'Tamsin', 'field'))
    expect(problems[0]!.sentence).toBe(
      'No Field seat of Garden Log is empty: 3 of 3 are taken. Lead and Reader would be spare. One more costs €14.00 a month.',
    )
    house.do('Oriel', { type: 'enter-stock', product: 'log', seatType: 'field', number: 2, source: 'a count' })
    expect(countSeats(house.account, 'log', 'field', house.now)).toMatchObject({ taken: 3, over: 1, empty: 0 })
    house.do('Oriel', { type: 'end-seat', holdingId: seatOf(house, 'Corin').id })
    expect(house.refusals('Oriel', give(house, 'Tamsin', 'field'))).toEqual(['seat-sold-out'])
  })

  test('own seats take none, count for nothing and still cap', () => {
    const house = House.open()
    house.do('Oriel', give(house, 'Corin', 'field', { own: true }))
    expect(countSeats(house.account, 'log', 'field', house.now)).toMatchObject({ taken: 2, empty: 1 })
    expect(billOf(house.account, '2026-06').totalMinor).toBe(2800)
    house.give('Corin', 'Gardener', 'Main')
    expect(reach(house.account, house.person('Corin'), house.place('Main'), 'log/photos', house.now).level).toBe(
      'change',
    )
  })

  test('a steward hands out what costs nothing where they may, and is told who could do what raises the bill', () => {
    const house = House.open((book) => {
      const steward = book.roles.find((role) => role.name === 'Steward')!
      steward.areas['porter/seats'] = { level: 'add' }
      const rafe = book.people.find((one) => one.email?.startsWith('rafe'))!
      rafe.seats = []
    })
    expect(house.refusals('Mirren', give(house, 'Rafe', 'reader'))).toEqual([])
    const { problems } = house.try('Mirren', give(house, 'Rafe', 'field'))
    expect(problems[0]!.sentence).toMatch(/would raise the bill. For that you need the right to let a bill rise/)
    expect(house.refusals('Mirren', give(house, 'Oriel', 'reader'))).toContain('not-allowed')
    expect(house.refusals('Rafe', give(house, 'Rafe', 'reader'))).toContain('not-allowed')
    // A seat works everywhere: who runs one of several places does not take it from the others.
    house.do('Mirren', give(house, 'Rafe', 'reader'))
    house.give('Rafe', 'Gardener', 'Harbour')
    expect(house.refusals('Mirren', { type: 'end-seat', holdingId: seatOf(house, 'Rafe').id })).toEqual(['not-allowed'])
  })
})

test('a place’s stewards hand out as many seats as it may have, counted by whose keys all lie there (model S10)', () => {
  const house = House.open((book) => {
    book.roles.find((role) => role.name === 'Steward')!.areas['porter/seats'] = { level: 'add' }
  })
  const allot = (number: number | null, place = 'Pellworth') => {
    return { type: 'allot-seats', placeId: house.place(place), product: 'log', seatType: 'reader', number }
  }
  const sight = () => new Sight(house.account, house.person('Oriel'), house.now)
  house.do('Oriel', allot(1))
  expect(placeSheetView(sight(), house.place('Pellworth'))!.allotments).toEqual([
    { product: 'log', seatType: 'reader', name: 'Reader, Garden Log', number: 1, out: 0 },
  ])
  house.do('Mirren', give(house, 'Rafe', 'reader'))
  const { problems } = house.try('Mirren', give(house, 'Mirren', 'reader'))
  expect(problems.map((one) => one.code)).toEqual(['allotment-used'])
  expect(problems[0]!.sentence).toBe(
    'Pellworth may have 1 Reader seat at a time, and all are taken. Oriel Owner or Tamsin Admin can do it.',
  )
  // The office is not bound; what is held elsewhere does not count; one taken back may be handed out again.
  expect(house.refusals('Oriel', give(house, 'Mirren', 'reader'))).toEqual([])
  house.do('Oriel', give(house, 'Corin', 'reader'))
  expect(placeSheetView(sight(), house.place('Pellworth'))!.allotments[0]!.out).toBe(1)
  const held = house.account.by('holding', 'person', house.person('Rafe')).find((one) => one.seatType === 'reader')!
  house.do('Mirren', { type: 'end-seat', holdingId: held.id }, give(house, 'Mirren', 'reader'))
  expect(house.refusals('Mirren', give(house, 'Rafe', 'reader'))).toEqual(['allotment-used'])
  expect(house.refusals('Oriel', allot(1))).toEqual(['no-change'])
  expect(house.refusals('Mirren', allot(9))).toEqual(['not-allowed'])
  house.do('Oriel', allot(null))
  expect(house.refusals('Mirren', give(house, 'Rafe', 'reader'))).toEqual([])
})

test('an end on the first of a month says what a day earlier saves; a day later it does not', () => {
  const house = House.open()
  const found = (engagementUntil: string) =>
    house
      .show('Oriel', { type: 'change-person', personId: house.person('Rafe'), engagementUntil })
      .watchOut.filter((one) => one.code === 'day-earlier')
  const codes = (engagementUntil: string) => found(engagementUntil).map((one) => one.sentence)
  expect(found('2026-07-01').map(({ mend }) => mend)).toEqual([
    { label: 'End on 30 June', changes: [expect.objectContaining({ engagementUntil: '2026-06-30' })] },
  ])
  expect(codes('2026-07-01')).toEqual(['Rafe Gardener: ending on 30 June instead of 1 July saves €14.00.'])
  expect(codes('2026-07-02')).toEqual([])
  expect(codes('2026-06-30')).toEqual([])
})

test('whoever holds nothing of a product any more is told what becomes of their things there', () => {
  const house = House.open()
  const codes = (change: object) =>
    house
      .show('Oriel', change)
      .watchOut.filter((one) => one.code === 'things-left')
      .map((one) => one.sentence)
  const { id } = seatOf(house, 'Rafe')
  expect(codes({ type: 'end-seat', holdingId: id })).toEqual(['What Rafe Gardener made in Garden Log stays as it is.'])
  expect(codes({ type: 'change-seat', holdingId: id, seatType: 'lead' })).toEqual([])
})

test('where none is empty, whose seat lies idle is named, as far as use is reported', () => {
  const house = House.open((book) => {
    book.products[0]!.use = [{ person: 'mirren@house.example', at: '2026-06-10T09:00:00Z', amount: 1 }]
    book.products[0]!.stock[0]!.number = 2
  })
  const sentence = house.try('Oriel', give(house, 'Corin', 'field')).problems[0]!.sentence
  expect(sentence).toContain('Rafe Gardener have not used theirs for 30 days.')
})

describe('when a seat counts (model S3)', () => {
  const counting = (counts: 'invited' | 'first-use') => (book: AccountBook) => {
    sheetOf(book).charging.counts = counts
  }

  test('from the invitation on, until it is withdrawn, where the sheet says so', () => {
    const house = House.open(counting('invited'))
    house.do('Oriel', house.invitation())
    expect(countSeats(house.account, 'log', 'field', house.now)).toMatchObject({ taken: 2, reserved: 1, empty: 0 })
    expect(billOf(house.account, '2026-06').totalMinor).toBe(4200)
    expect(billOf(house.account, '2026-07').totalMinor).toBe(2800)
    const [offer] = house.account.by('offer', 'person', house.person('Sorrel'))
    const accepted = House.prototype.accept.call(
      Object.assign(Object.create(House.prototype), house),
      'Sorrel',
    ) as House
    expect(billOf(accepted.account, '2026-07').totalMinor).toBe(4200)
    house.do('Oriel', { type: 'withdraw', offerId: offer!.id })
    expect(countSeats(house.account, 'log', 'field', house.now)).toMatchObject({ reserved: 0, empty: 1 })
    expect(billOf(house.account, '2026-06').totalMinor).toBe(4200)
  })

  test('from the first use on, where the sheet says so', () => {
    const house = House.open((book) => {
      counting('first-use')(book)
      for (const { seats } of book.people) for (const seat of seats ?? []) delete seat.counted
    })
    expect(billOf(house.account, '2026-06').totalMinor).toBe(0)
    const why = countExplained(house.account, house.now).find((one) => one.personId === house.person('Rafe'))
    expect(why).toMatchObject({ counted: false, why: 'not used yet; counts from first use' })
  })

  test('as the book says, which stands for the first use', () => {
    const house = House.open(counting('first-use'))
    expect(billOf(house.account, '2026-06').totalMinor).toBe(2800)
  })

  test('with a rule, everybody of a standing has the seat while they are of it, and loses only that one', () => {
    const house = House.open()
    const sheet = structuredClone([...house.account.all('sheet')][0]!.sheet)
    sheet.comesAlong = [{ standing: 'member', seatType: 'reader' }]
    house.do('Oriel', { type: 'import-sheet', sheet })
    const mine = () =>
      house.account
        .by('holding', 'person', house.person('Rafe'))
        .filter((one) => one.until === null)
        .map((one) => `${one.seatType} ${one.origin}`)
    expect(mine().sort()).toEqual(['field given', 'reader along'])
    const along = house.account.by('holding', 'person', house.person('Rafe')).find((one) => one.origin === 'along')!
    expect(house.refusals('Oriel', { type: 'end-seat', holdingId: along.id })).toEqual(['comes-along'])
    house.do('Oriel', { type: 'change-person', personId: house.person('Rafe'), standing: 'guest' })
    expect(mine()).toEqual(['field given'])
  })
})

describe('plans and products (model S11)', () => {
  test('what the plan lacks is named with the plan that has it, and its holders lose it while it lasts', () => {
    const house = House.open((book) => {
      const sheet = sheetOf(book)
      sheet.plans = [
        { code: 'small', name: 'Small', areas: ['photos'], seatTypes: ['reader'] },
        { code: 'large', name: 'Large', areas: ['photos', 'drawings'], seatTypes: ['field', 'lead', 'reader'] },
      ]
      book.products[0]!.subscriptions = [{ from: '2025-01-01', on: true, plan: 'large' }]
    })
    const shown = house.show('Oriel', { type: 'subscribe', product: 'log', on: true, plan: 'small' })
    expect(shown.access.people.lost).toBeGreaterThan(0)
    house.do('Oriel', { type: 'subscribe', product: 'log', on: true, plan: 'small' })
    const { problems } = house.try('Oriel', give(house, 'Corin', 'field'))
    expect(problems[0]!.sentence).toBe('The plan small has no Field seat; the plan Large has it.')
    const view = seatsView(new Sight(house.account, house.person('Oriel'), house.now))!
    expect(view.products[0]!.racks.find((one) => one.seatType === 'field')!.inPlan).toBe('Large')
    expect(billOf(house.account, '2026-07').totalMinor).toBe(0)
    expect(house.refusals('Tamsin', { type: 'subscribe', product: 'log', on: false })).toEqual(['not-allowed'])
  })
})

test('an invoice takes several lines of one person together, and knows people by name or address', () => {
  const house = House.open()
  const laid = layInvoice(house.account, '2026-06', 'log', [
    { who: 'RAFE@house.example', amountMinor: 1000 },
    { who: 'rafe gardener', amountMinor: 400 },
  ])
  expect(laid.lines.map((one) => [one.who, one.verdict])).toEqual([
    ['Mirren Steward', 'only-ours'],
    ['Rafe Gardener', 'same'],
  ])
})

test('sums are written in the currency’s own minor units', () => {
  expect([minorDigits('EUR', 'en-IE'), minorDigits('JPY', 'ja-JP'), minorDigits('KWD', 'en-IE')]).toEqual([2, 0, 3])
  expect(moneyText(1400, 'JPY', 'en-IE')).toContain('1,400')
  expect(moneyText(1400, 'KWD', 'en-IE')).toContain('1.400')
})

describe('the two silent traps are said (model S13)', () => {
  const said = (house: House, ...changes: object[]) =>
    house
      .show('Oriel', ...changes)
      .watchOut.flatMap(({ code, sentence }) => (code === 'no-seat' || code === 'no-key' ? [sentence] : []))
  const give = (house: House, who: string, role: string) => ({
    ...{ type: 'give', subjectKind: 'person', subjectId: house.person(who) },
    ...{ roleId: house.role(role), placeId: house.place('Main') },
  })
  const seat = (house: House, who: string, seatType: string) => ({
    ...{ type: 'give-seat', personId: house.person(who), product: 'log', seatType },
  })

  test('a key that no seat reaches names the seat that would do; with the seat nothing is said', () => {
    const house = House.open()
    expect(said(house, give(house, 'Corin', 'Rope access'))).toEqual([
      'Rope access gives Corin Client no access in Garden Log, because they have no seat. Reader, no charge, would be enough.',
    ])
    expect(said(house, give(house, 'Corin', 'Rope access'), seat(house, 'Corin', 'reader'))).toEqual([])
    expect(said(house, give(house, 'Rafe', 'Rope access'))).toEqual([])
  })

  test('a paid seat that no key leads to is said; one without charge is not', () => {
    const house = House.open((book) => (book.people[4]!.grants = []))
    expect(said(house, seat(house, 'Corin', 'field'))).toEqual([
      'The Field seat in Garden Log costs money but gives Corin Client no access: they have no role there.',
    ])
    expect(said(house, seat(house, 'Corin', 'reader'))).toEqual([])
    expect(said(house, seat(house, 'Tamsin', 'field'))).toEqual([])
  })

  test('in an invitation as in a grant', () => {
    const house = House.open()
    expect(said(house, house.invitation({ seats: [] }))).toEqual([
      expect.stringMatching(/^Rope access gives Sorrel Climber no access/),
    ])
    expect(said(house, house.invitation({ grants: [] }))).toEqual([
      expect.stringMatching(/^The Field seat .* costs money/),
    ])
    expect(said(house, house.invitation())).toEqual([])
  })

  test('one click ends the warning: the docket it gives shows it no more', () => {
    const house = House.open((book) => (book.people[4]!.grants = []))
    const mended = (...changes: object[]) =>
      house.show('Oriel', ...changes).watchOut.flatMap(({ code, sentence, mend }) => {
        if (!mend) return []
        const rest = house.show('Oriel', ...mend.changes)
        expect(rest.problems).toEqual([])
        expect(rest.watchOut.map((one) => one.sentence)).not.toContain(sentence)
        return [`${code}: ${mend.label}`]
      })
    const lead = { seats: [{ product: 'log', seatType: 'lead' }] }
    const key = (place: string) => ({ roleId: house.role('Rope access'), placeId: house.place(place) })
    expect(mended(give(house, 'Rafe', 'Rope access'), seat(house, 'Corin', 'field'))).toEqual([
      'no-key: Leave the Field seat out',
    ])
    expect(mended(give(house, 'Corin', 'Rope access'))).toEqual(['no-seat: Add a Reader seat'])
    expect(mended(house.invitation({ seats: [] }))).toEqual(['no-seat: Add a Reader seat'])
    expect(mended(house.invitation({ grants: [] }))).toEqual(['no-key: Leave the Field seat out'])
    expect(mended(house.invitation(lead))).toEqual(['cheaper-seat: Give a Field seat instead'])
    expect(mended(house.invitation({ grants: [key('Pellworth'), key('Main')] }))).toEqual(['covered-key: Leave it out'])
  })
})

describe('what a seat type costs, in every form (model S12)', () => {
  const offered = (change: (book: AccountBook) => void) => {
    const house = House.open(change)
    const sight = new Sight(house.account, house.person('Oriel'), house.now)
    return choicesView(sight).seats.map(({ name, price, room }) => [name, price, room])
  }

  test('a team’s price by its bands', () => {
    const banded = (bands: object[]) => (book: AccountBook) => {
      const sheet = sheetOf(book)
      Object.assign(sheet.charging, { rule: 'banded', bands })
      for (const type of sheet.seatTypes) Object.assign(type, { priceMinor: 0, inBand: type.code !== 'reader' })
      book.products[0]!.stock = []
    }
    const [field, , reader] = offered(banded([{ upTo: 2, priceMinor: 4500 }, { upTo: 9, priceMinor: 9500 }])) // prettier-ignore
    expect([field, reader]).toEqual([
      ['Field', 'the 3rd person makes it €95.00 a month (now €45.00)', ''],
      ['Reader', 'no charge', ''],
    ])
    expect(offered(banded([{ upTo: 9, priceMinor: 9500 }]))[0]![1]).toBe('in the team’s €95.00 a month, for up to 9')
    expect(offered(banded([{ upTo: 2, priceMinor: 4500 }]))[0]![1]).toBe(
      'the largest team size is reached: the next person has to wait',
    )
  })

  test('a price for a term, and a pool', () => {
    const [field] = offered((book) => Object.assign(sheetOf(book).charging, { rule: 'term', termMonths: 12 }))
    expect(field).toEqual(['Field', '€14.00 for 12 months', 'bought until 31 December: 1 of 3 empty'])
    const pool = offered((book) => {
      const sheet = sheetOf(book)
      Object.assign(sheet.charging, { rule: 'term', termMonths: 12 })
      sheet.seatTypes[0]!.use = 'floating'
    })
    expect(pool[0]).toEqual(['Field', '€14.00 for 12 months', 'bought until 31 December: a pool of 3'])
  })
})

describe('what is more than someone from outside usually needs is said (model S13)', () => {
  const codes = (house: House, ...changes: object[]) => {
    const known = ['everywhere', 'second-client', 'high-membership', 'after-last-day', 'starts-late', 'day-earlier']
    return house.show('Oriel', ...changes).watchOut.filter(({ code }) => known.includes(code))
  }
  const key = (house: House, who: string, place: string) => ({
    ...{ type: 'give', subjectKind: 'person', subjectId: house.person(who) },
    ...{ roleId: house.role('Rope access'), placeId: place ? house.place(place) : house.account.root.id },
  })

  test('a key at the root, a membership above guest', () => {
    const house = House.open()
    expect(codes(house, key(house, 'Corin', '')).map(({ sentence }) => sentence)).toEqual([
      'Corin Client is from outside and gets Rope access at every place.',
    ])
    expect(codes(house, key(house, 'Corin', 'Harbour'))).toEqual([])
    const change = { type: 'change-person', personId: house.person('Corin'), standing: 'member' }
    expect(codes(house, change).map(({ sentence }) => sentence)).toEqual([
      'Corin Client is from outside and, as a member, sees everyone who works here from then on.',
    ])
  })

  test('a membership that is raised, in one sentence; for an administrator what would do instead', () => {
    const house = House.open()
    const rafe = { type: 'change-person', personId: house.person('Rafe') }
    const said = (...changes: object[]) => codes(house, ...changes).map(({ sentence }) => sentence)
    expect(said({ ...rafe, standing: 'administrator' }, key(house, 'Rafe', 'Harbour'))).toEqual([
      'Rafe Gardener, as an administrator, can invite, give access and see everyone. A role at Harbour would do if it is about Harbour.',
    ])
    expect(said({ ...rafe, standing: 'owner' })).toEqual([
      'Rafe Gardener, as an owner, can do everything, including what only owners can do.',
    ])
    const staff = { kind: 'staff', seats: [], grants: [], engagementUntil: null }
    expect(said(house.invitation({ ...staff, standing: 'member' }))).toEqual([])
    expect(said(house.invitation({ ...staff, standing: 'administrator' }))).toEqual([
      'Sorrel Climber, as an administrator, can invite, give access and see everyone.',
    ])
    house.do('Oriel', { ...rafe, standing: 'guest' })
    expect(said({ ...rafe, standing: 'member' })).toEqual([
      'Rafe Gardener, as a member, sees everyone who works here from then on.',
    ])
  })

  test('a second client; a key after the last day; a start in the last days of a month charged in full', () => {
    const house = House.open()
    expect(codes(house, key(house, 'Corin', 'Main')).map(({ sentence }) => sentence)).toEqual([
      'Corin Client is from outside and gets access at a second client: Pellworth, besides Corvane.',
    ])
    const seat = (who: string, from: string) => ({
      ...{ type: 'give-seat', personId: house.person(who), product: 'log', seatType: 'field', from },
    })
    expect(codes(house, seat('Corin', '2026-06-29')).map(({ sentence }) => sentence)).toEqual([
      'Corin Client’s seat begins on 29 June: all of June is charged, €14.00.',
    ])
    expect(codes(house, seat('Corin', '2026-06-27'))).toEqual([])
    house.do('Oriel', { type: 'change-person', personId: house.person('Corin'), engagementUntil: '2026-06-20' })
    const late = { ...key(house, 'Corin', 'Harbour'), from: '2026-06-22' }
    expect(codes(house, late).map(({ sentence }) => sentence)).toEqual([
      'Rope access gives Corin Client no access, because their last day with us is over.',
    ])
  })
})
