import {
  checkAccount,
  foundingEdits,
  readBook,
  readSheet,
  schemaOf,
  AccountBook,
  ProductSheet,
  writeBook,
} from '../src/index.ts'
import { DOMAIN, House, nextId, NOW } from './house.ts'
import { sheet, smallBook } from './small-book.ts'

const problemsOf = (change: (book: AccountBook) => void) => {
  const book = JSON.parse(JSON.stringify(smallBook('book.example'))) as AccountBook
  change(book)
  return readBook(book, nextId).problems.map((one) => `${one.path} ${one.code}`)
}

describe('the account book', () => {
  test('written and read again is the same book', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const once = writeBook(house.account, NOW)
    const again = readBook(JSON.parse(JSON.stringify(once)), nextId)
    expect(again.problems).toEqual([])
    expect(writeBook(again.account!, NOW)).toEqual(once)
  })

  test('carries packets, what is kept apart and how many seats a place may hand out', () => {
    const house = House.open((book) => {
      const grants = [{ role: 'Gardener', place: 'Corvane/Harbour' }]
      book.groups = [{ name: 'Crew' }]
      const packet = { name: 'Gardener', kind: 'staff' as const, standing: 'member' as const, seats: ['log/field'] }
      book.packets = [{ ...packet, groups: ['Crew'], grants }]
      book.apart = [['Pellworth', 'Corvane']]
      book.allotments = [{ place: 'Pellworth/Main', seat: 'log/field', number: 2 }]
    })
    const once = writeBook(house.account, NOW)
    expect(once.packets).toMatchObject([{ name: 'Gardener', groups: ['Crew'], seats: ['log/field'] }])
    expect(once.apart).toEqual([['Pellworth', 'Corvane']])
    expect(writeBook(readBook(JSON.parse(JSON.stringify(once)), nextId).account!, NOW)).toEqual(once)
    expect(problemsOf((book) => (book.apart = [['Pellworth', 'Nowhere']]))).toEqual(['/apart/0/1 unknown-place'])
    expect(problemsOf((book) => (book.apart = [['Pellworth']] as never))).toEqual(['/apart/0 bad-value'])
    const lost = (book: AccountBook) => (book.allotments = [{ place: 'Gone', seat: 'log/field', number: 1 }])
    expect(problemsOf(lost)).toEqual(['/allotments/0/place unknown-place'])
  })

  test('carries who is to leave and who takes what, times away, and what is connected', () => {
    const house = House.open((book) => {
      book.account.rules = { handedBack: [{ name: 'Van key', kinds: ['staff'] }] }
    })
    const [mirren, rafe, tamsin] = ['Mirren', 'Rafe', 'Tamsin'].map((name) => house.person(name))
    house.do('Oriel', { type: 'change-person', personId: rafe!, managerId: mirren! })
    house.do('Oriel', { type: 'change-person', personId: tamsin!, managerId: mirren! })
    const addresses = { scimAddress: 'https://log.example/scim/v2', thingsAddress: 'https://log.example/things/v1' }
    house.do('Oriel', { type: 'connect-product', product: 'log', ...addresses })
    house.do('Oriel', { type: 'make-group', name: 'Ropes', leadId: mirren! })
    const group = [...house.account.all('group')].find(({ name }) => name === 'Ropes')!
    const [line] = house.account.settings.leaverLines
    const takerId = house.person('Oriel')
    const handovers = [
      { what: 'report', id: rafe, takerId },
      { what: 'report', id: tamsin },
      { what: 'group-led', id: group.id, takerId, acceptBy: '2026-06-18T12:00' },
      { what: 'things', id: 'log', takerKind: 'group', takerId: group.id },
      { what: 'things', id: 'log/draft-1', takerKind: 'place', takerId: house.place('Main') },
      { what: 'line', id: line!.id, takerId },
    ]
    house.do('Oriel', { type: 'plan-departure', personId: mirren!, at: '2026-06-19T17:00', handovers })
    const away = { from: '2026-07-01', until: '2026-07-14', substituteId: takerId, keepSeats: false }
    house.do('Oriel', { type: 'go-away', personId: rafe!, ...away })
    const once = writeBook(house.account, NOW)
    const of = (name: string) => once.people.find((one) => one.name?.startsWith(name))!
    const { leaves } = of('Mirren')
    expect(leaves!.handovers!.map(({ what, thing, to }) => [what, thing, to ? Object.keys(to)[0] : null])).toEqual([
      ['report', `rafe@${DOMAIN}`, 'person'],
      ['report', `tamsin@${DOMAIN}`, null],
      ['group-led', 'Ropes', 'person'],
      ['things', 'log', 'group'],
      ['things', 'log/draft-1', 'place'],
      ['line', 'Van key', 'person'],
    ])
    expect(of('Rafe').away).toMatchObject({ standIn: `oriel@${DOMAIN}` })
    expect(of('Rafe').away).not.toHaveProperty('keepSeats')
    expect(once.connections).toEqual([{ product: 'log', ...addresses, since: expect.any(String) }])
    const again = readBook(JSON.parse(JSON.stringify(once)), nextId)
    expect(again.problems).toEqual([])
    expect(writeBook(again.account!, NOW)).toEqual(once)
    // What is planned there is what was planned here: the leaving has its day and its takers.
    const planned = [...again.account!.all('departure')]
    expect(planned).toMatchObject([{ state: 'planned', at: [...house.account.all('departure')][0]!.at }])
    const handover = (more: object) => (book: AccountBook) =>
      (book.people[1]!.leaves = { at: '2026-06-19', handovers: [{ what: 'line', thing: 'Boat', ...more }] })
    expect(problemsOf(handover({}))).toEqual(['/people/1/leaves/handovers/0/thing unknown-line'])
    expect(problemsOf(handover({ what: 'report' }))).toEqual(['/people/1/leaves/handovers/0/thing unknown-person'])
    expect(
      problemsOf((book) => (book.connections = [{ product: 'none', scimAddress: 'https://x', since: '2026-06-01' }])),
    ).toEqual(['/connections/0/product unknown-product'])
  })

  test('tells every problem by its path and reads nothing half', () => {
    expect(problemsOf((book) => (book.people[3]!.manager = 'nobody@book.example'))).toEqual([
      '/people/3/manager unknown-person',
    ])
    expect(problemsOf((book) => (book.people[3]!.grants![0]!.place = 'Nowhere'))).toEqual([
      '/people/3/grants/0/place unknown-place',
    ])
    expect(problemsOf((book) => (book.people[0]!.signatory = false))).toEqual([' signatory'])
    expect(problemsOf((book) => (book.roles[0]!.areas['log/none'] = { level: 'see' }))).toEqual([
      '/roles/0 unknown-area',
    ])
    expect(problemsOf((book) => (book.places[1]!.places![0]!.reference = 'PEL'))).toEqual([
      '/places/1/places/0 reference-taken',
    ])
    expect(problemsOf((book) => (book.people[3]!.engagement = { from: '2026-02-01', until: '2026-01-01' }))).toEqual([
      '/people/3 dates-backwards',
    ])
  })

  test('refuses circles of managers, unknown fields, control characters and wrong zones', () => {
    const circle = (book: AccountBook) => {
      book.people[2]!.manager = book.people[3]!.email
      book.people[3]!.manager = book.people[2]!.email
    }
    expect(problemsOf(circle)).toEqual(['/people/2 manager-circle', '/people/3 manager-circle'])
    expect(problemsOf((book) => Object.assign(book.people[0]!, { nickname: 'O' }))).toEqual([
      '/people/0/nickname unknown-field',
    ])
    expect(problemsOf((book) => (book.people[0]!.name = 'Ori\u0007el'))).toEqual(['/people/0/name bad-value'])
    expect(problemsOf((book) => (book.account.zone = 'Europe/Nowhere'))).toEqual(['/account/zone unknown-zone'])
    expect(readBook(null, nextId).problems).toMatchObject([{ code: 'not-an-object' }])
  })

  test('founds an account whose edits are all its rows', () => {
    const house = House.open()
    const { edits, values } = foundingEdits(house.account)
    expect(edits.filter((edit) => edit.table === 'person')).toHaveLength(5)
    expect(values.filter((value) => value.field === 'email')).toHaveLength(5)
    expect(checkAccount(house.account, NOW)).toEqual([])
  })
})

describe('product sheets (model L2)', () => {
  test('are read whole or not at all, with the path of each problem', () => {
    expect(readSheet(sheet).problems).toBeUndefined()
    const broken = { ...sheet, seatTypes: [{ ...sheet.seatTypes[0], caps: { fotos: 'see', photos: 'all' } }] }
    expect(readSheet(broken).problems?.map((one) => `${one.path} ${one.code}`)).toEqual([
      '/seatTypes/0/caps/fotos unknown-code',
      '/seatTypes/0/caps/photos unknown-level',
    ])
    expect(readSheet({ ...sheet, areas: [...sheet.areas, sheet.areas[0]] }).problems).toMatchObject([
      { path: '/areas/2/code' },
    ])
    expect(readSheet({ ...sheet, colour: 'green' }).problems).toMatchObject([
      { code: 'unknown-field', path: '/colour' },
    ])
  })

  test('have a JSON Schema derived from the same classes', () => {
    const schema = schemaOf(ProductSheet, 'https://schema.lodge.example/product-sheet-1.json') as {
      required: string[]
      additionalProperties: boolean
      $defs: Record<string, { properties: object }>
    }
    expect(schema.additionalProperties).toBe(false)
    expect(schema.required).toEqual(expect.arrayContaining(['code', 'areas', 'seatTypes', 'charging']))
    expect(Object.keys(schema.$defs)).toEqual(expect.arrayContaining(['SheetArea', 'SheetSeatType', 'SheetBand']))
    expect(schema.$defs.SheetSeatType!.properties).toMatchObject({ priceMinor: { type: 'integer' } })
    expect(schemaOf(AccountBook)).toMatchObject({ title: 'AccountBook' })
  })
})
