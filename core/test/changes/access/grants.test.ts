import {
  activeOwners,
  countedFrom,
  checkAccount,
  effectOfPreview,
  reach,
  recordOf,
  Sight,
  sentenceOf,
  stateAt,
  untilDate,
} from '../../../src/index.ts'
import { DOMAIN, House } from '../../house.ts'

const giveTo = (house: House, who: string, role: string, place: string, more: object = {}) => ({
  type: 'give',
  subjectKind: 'person',
  subjectId: house.person(who),
  roleId: house.role(role),
  placeId: house.place(place),
  ...more,
})

describe('giving and taking (model G1, D1, D2)', () => {
  test('a steward gives what they hold, where they hold it', () => {
    const house = House.open()
    expect(house.refusals('Mirren', giveTo(house, 'Rafe', 'Rope access', 'Main'))).toEqual([])
    // Example 8: nor any role above.
    house.do('Oriel', { type: 'make-role', name: 'Photo boss', areas: [{ area: 'log/photos', level: 'run' }] })
    expect(house.refusals('Mirren', giveTo(house, 'Rafe', 'Photo boss', 'Main'))).toEqual(['beyond-own'])
    expect(house.try('Mirren', giveTo(house, 'Rafe', 'Photo boss', 'Main')).problems[0]!.sentence).toContain('At Main')
  })

  test('elsewhere, behind a wall or without access: change they cannot', () => {
    const house = House.open()
    expect(house.refusals('Mirren', giveTo(house, 'Rafe', 'Rope access', 'Harbour'))).toEqual(['not-found'])
    expect(house.refusals('Mirren', giveTo(house, 'Rafe', 'Rope access', 'Helipad'))).toEqual(['not-found'])
    expect(house.refusals('Rafe', giveTo(house, 'Corin', 'Rope access', 'Main'))).toEqual(['not-allowed'])
    expect(house.try('Rafe', giveTo(house, 'Corin', 'Rope access', 'Main')).problems[0]!.sentence).toMatch(
      /(Oriel|Tamsin|Mirren).* can do it\./,
    )
  })

  test('nobody raises themselves, but owners may', () => {
    const house = House.open()
    expect(new Set(house.refusals('Tamsin', giveTo(house, 'Tamsin', 'Rope access', 'Helipad')))).toEqual(
      new Set(['own-entitlement']),
    )
    expect(house.refusals('Tamsin', giveTo(house, 'Rafe', 'Rope access', 'Helipad'))).toEqual([])
    expect(house.refusals('Oriel', giveTo(house, 'Oriel', 'Rope access', 'Helipad'))).toEqual([])
  })

  test('what an administrator gives behind a wall that stops them is marked for the owners', () => {
    const house = House.open()
    expect(house.try('Tamsin', giveTo(house, 'Rafe', 'Rope access', 'Helipad')).marks).toEqual(['behind-wall'])
    expect(house.try('Tamsin', giveTo(house, 'Rafe', 'Rope access', 'Harbour')).marks).toEqual([])
    expect(house.try('Oriel', giveTo(house, 'Rafe', 'Rope access', 'Helipad')).marks).toEqual([])
  })

  test('a steward cannot make stewards: that takes access: run', () => {
    const house = House.open()
    expect(house.refusals('Mirren', giveTo(house, 'Rafe', 'Steward', 'Main'))).toEqual(['beyond-own'])
  })

  test('taking ends a grant now; one not yet begun never was', () => {
    const house = House.open().give('Corin', 'Rope access', 'Main', { from: '2026-07-01' })
    const planned = house.account
      .by('grant', 'subject', `person ${house.person('Corin')}`)
      .find((one) => one.from > house.now)!
    house.do('Mirren', { type: 'take', grantId: planned.id })
    expect(house.account.get('grant', planned.id)).toBeUndefined()
    const [own] = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`)
    const at = house.now
    house.do('Mirren', { type: 'take', grantId: own!.id })
    expect(house.account.get('grant', own!.id)).toMatchObject({ until: at })
    expect(house.refusals('Mirren', { type: 'take', grantId: own!.id })).toEqual(['over-already'])
  })

  test('dates go forward: past and backward ones are refused (model Z1, Z3)', () => {
    const house = House.open()
    const refusals = (more: object) => house.refusals('Oriel', giveTo(house, 'Rafe', 'Rope access', 'Harbour', more))
    expect(refusals({ from: '2026-06-16' })).toEqual([])
    expect(refusals({ from: '2026-06-15' })).toEqual(['date-past'])
    expect(refusals({ from: '2026-07-10', until: '2026-07-09' })).toEqual(['dates-backwards'])
    expect(refusals({ from: '2026-07-10', until: '2026-07-10' })).toEqual([])
  })

  test('a grant of today begins at the commit’s instant, an until date ends with its day', () => {
    const house = House.open()
    const at = house.now
    house.give('Corin', 'Rope access', 'Main', { from: '2026-06-16', until: '2026-06-30' })
    const grant = house.account.by('grant', 'subject', `person ${house.person('Corin')}`).at(-1)
    expect(grant).toMatchObject({ from: at, until: untilDate('2026-06-30', 'Europe/Dublin') })
  })
})

describe('places and roles (model T1, T3, T4, R1)', () => {
  test('making a place needs places: change there; names and references are unique', () => {
    const house = House.open()
    const make = (name: string, more: object = {}) => ({
      type: 'make-place',
      parentId: house.place('Pellworth'),
      name,
      kind: 'site',
      ...more,
    })
    expect(house.refusals('Mirren', make('Lane'))).toEqual(['not-allowed'])
    expect(house.refusals('Tamsin', make('main'))).toEqual(['name-taken'])
    expect(house.refusals('Tamsin', make('Lane', { reference: 'COR-1' }))).toEqual(['reference-taken'])
    expect(house.refusals('Tamsin', make('Lane/Roof'))).toEqual(['slash-in-name'])
    house.do('Tamsin', make('Lane', { reference: 'PEL-9' }))
    expect(reach(house.account, house.person('Rafe'), house.place('Lane'), 'log/photos', house.now).level).toBe(
      'change',
    )
  })

  test('walling shows who loses, by name', () => {
    const house = House.open()
    const shown = house.show('Oriel', { type: 'wall-place', placeId: house.place('Main'), walled: true })
    const lost = shown.access.effects
      .filter((one) => one.kind === 'lost')
      .map((one) => `${one.personName} ${one.placeName}`)
    expect(lost).toEqual(['Mirren Steward Main', 'Rafe Gardener Main'])
    house.do('Oriel', { type: 'wall-place', placeId: house.place('Main'), walled: true })
    expect(house.refusals('Oriel', { type: 'wall-place', placeId: house.place('Main'), walled: true })).toEqual([
      'no-change',
    ])
  })

  test('a role names areas that are there, at levels they know', () => {
    const house = House.open()
    const make = (area: string, level: string) => ({ type: 'make-role', name: 'New', areas: [{ area, level }] })
    expect(house.refusals('Oriel', make('log/nothing', 'see'))).toEqual(['unknown-area'])
    expect(house.refusals('Oriel', make('porter/ledger', 'run'))).toEqual(['unknown-level'])
    expect(house.refusals('Rafe', make('log/photos', 'see'))).toEqual(['not-allowed'])
  })
})

describe('invitations (model I3, I5, S3, P3)', () => {
  test('make the record at once and give nothing until taken up', () => {
    const house = fresh()
    expect(house.stateOf('Sorrel')).toBe('invited')
    expect(house.account.by('grant', 'subject', `person ${house.person('Sorrel')}`)).toEqual([])
    expect(house.account.by('holding', 'person', house.person('Sorrel'))).toEqual([])
  })

  test('are previewed as their use now', () => {
    const house = House.open()
    const shown = house.show('Oriel', house.invitation())
    expect(shown.access).toMatchObject({ onceIn: true, people: { gained: 1 }, places: { gained: 1 } })
    expect(shown.access.effects[0]!.areas.map((area) => `${area.area} ${area.after}`)).toEqual([
      'log/drawings see',
      'log/photos add',
    ])
    expect(shown.access.effects[0]!.until).toBe('2026-09-30')
    expect(shown.money.sums).toMatchObject({
      thisMonth: { before: 2800, after: 4200 },
      next: { before: 2800, after: 4200 },
    })
  })

  test('give what they hold when taken up, as their sponsor may then', () => {
    const house = fresh().accept('Sorrel')
    expect(house.stateOf('Sorrel')).toBe('active')
    expect(reach(house.account, house.person('Sorrel'), house.place('Main'), 'log/photos', house.now).level).toBe('add')
    const [holding] = house.account.by('holding', 'person', house.person('Sorrel'))
    expect(holding).toMatchObject({ seatType: 'field', origin: 'given' })
    expect(countedFrom(house.account, holding!, 'admitted')).toBe(holding!.givenFrom)
  })

  test('leave whoever comes by another address waiting, and admitting gives by the one who admits', () => {
    const house = fresh().accept('Sorrel', false)
    expect(house.stateOf('Sorrel')).toBe('waiting')
    expect(house.account.by('grant', 'subject', `person ${house.person('Sorrel')}`)).toEqual([])
    expect(house.refusals('Rafe', { type: 'admit', personId: house.person('Sorrel') })).toEqual(['not-found'])
    house.do('Tamsin', { type: 'admit', personId: house.person('Sorrel') })
    expect(house.account.by('grant', 'subject', `person ${house.person('Sorrel')}`)[0]).toMatchObject({
      givenById: house.person('Tamsin'),
    })
    expect(house.refusals('Tamsin', { type: 'admit', personId: house.person('Sorrel') })).toEqual(['not-waiting'])
  })

  test('let whoever loses the race for the last seat wait (model I7)', () => {
    const house = fresh()
    house.do('Oriel', house.invitation({ name: 'Anwen', email: `anwen@${DOMAIN}` }))
    house.accept('Sorrel').accept('Anwen')
    expect([house.stateOf('Sorrel'), house.stateOf('Anwen')]).toEqual(['active', 'waiting'])
    expect(house.refusals('Oriel', house.invitation({ name: 'Idris', email: `idris@${DOMAIN}` }))).toEqual([
      'seat-sold-out',
    ])
  })

  test('expire with no write, die with their sponsor, and can be withdrawn', () => {
    const house = fresh()
    const person = house.account.get('person', house.person('Sorrel'))!
    expect(stateAt(house.account, person, untilDate('2026-06-30', 'Europe/Dublin') - 1)).toBe('invited')
    expect(stateAt(house.account, person, untilDate('2026-06-30', 'Europe/Dublin'))).toBe('expired')
    const offerId = house.offerOf('Sorrel')
    expect(house.refusals('Rafe', { type: 'withdraw', offerId })).toEqual(['not-found'])
    house.do('Tamsin', { type: 'withdraw', offerId })
    expect(house.stateOf('Sorrel')).toBe('withdrawn')
    house.do('Oriel', house.invitation({ name: 'Sorrel Again' }))
    expect([house.stateOf('Sorrel'), house.account.nameOf(house.person('Sorrel'))]).toEqual(['invited', 'Sorrel Again'])
  })

  test('of someone here already are refused by name, in any case of letters', () => {
    const house = House.open()
    const problems = house.try('Oriel', house.invitation({ email: `RAFE@${DOMAIN}` })).problems
    expect(problems).toMatchObject([{ code: 'here-already', path: '/email' }])
    expect(problems[0]!.sentence).toContain('Rafe Gardener')
  })

  test('need people: add where something is given, and what raises the bill needs billing: change (model D3, S10)', () => {
    const house = House.open()
    const cheap = house.invitation({ seats: [{ product: 'log', seatType: 'reader' }] })
    expect(house.refusals('Rafe', cheap)).toEqual(['not-allowed'])
    expect(house.refusals('Mirren', house.invitation({ seats: [] }))).toEqual([])
    expect(house.refusals('Mirren', house.invitation())).toEqual(['raises-bill', 'not-allowed'])
    expect(house.refusals('Tamsin', house.invitation())).toEqual([])
  })

  test('keep personal values out of what the ledger keeps (model C6)', () => {
    const house = House.open()
    const change = house.read(house.invitation({ line: 'Bring the long ropes' }))
    const kept = JSON.stringify(recordOf(change)) + JSON.stringify(house.try('Oriel', house.invitation()).edits)
    for (const secret of ['Sorrel', `sorrel@${DOMAIN}`, 'long ropes']) expect(kept).not.toContain(secret)
    expect(kept).toContain('"personal":["name","email","invitationLine"]')
  })

  function fresh(): House {
    const house = House.open()
    return house.do('Oriel', house.invitation())
  }
})

describe('leaving now (model X3, X4)', () => {
  test('ends keys and seats at once and names what becomes empty', () => {
    const house = House.open()
    const leave = { type: 'leave', personId: house.person('Rafe') }
    const shown = house.show('Oriel', leave)
    expect(shown.access.people.lost).toBe(1)
    expect(shown.money.seats).toMatchObject([{ taken: { before: 2, after: 1 }, empty: { before: 1, after: 2 } }])
    expect(shown.money.sums).toMatchObject({
      thisMonth: { before: 2800, after: 2800 },
      next: { before: 2800, after: 1400 },
    })
    expect(shown.watchOut.map((one) => one.code)).toEqual(['charged-in-full', 'things-left', 'sessions'])
    house.do('Oriel', leave)
    expect(reach(house.account, house.person('Rafe'), house.place('Main'), 'log/photos', house.now).granted).toBe(
      'none',
    )
    expect(house.refusals('Oriel', leave)).toEqual(['not-here'])
  })

  test('before the engagement has begun leaves no period that ends before it begins', () => {
    const house = House.open((book) => (book.people[3]!.engagement = { from: '2026-07-01' }))
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(house.account.get('person', house.person('Rafe'))).toMatchObject({ state: 'left', engagementFrom: null })
    expect(checkAccount(house.account, house.now)).toEqual([])
  })

  test('is blocked for the last owner and the signatory only', () => {
    const house = House.open()
    const leave = (who: string) => ({ type: 'leave', personId: house.person(who) })
    expect(house.refusals('Oriel', leave('Oriel'))).toEqual(['last-owner'])
    const two = House.open((book) => (book.people[1]!.standing = 'owner'))
    expect(two.refusals('Tamsin', { type: 'leave', personId: two.person('Oriel') })).toEqual(['signatory'])
    expect(two.refusals('Oriel', { type: 'leave', personId: two.person('Tamsin') })).toEqual([])
    expect(
      activeOwners(two.do('Oriel', { type: 'leave', personId: two.person('Tamsin') }).account, two.now),
    ).toHaveLength(1)
  })

  test('is not for those without people: change, and owners are for owners', () => {
    const house = House.open()
    expect(house.refusals('Mirren', { type: 'leave', personId: house.person('Rafe') })).toEqual(['not-allowed'])
    expect(house.refusals('Tamsin', { type: 'leave', personId: house.person('Oriel') })).toEqual(['owners-only'])
  })

  test('lets the leaver’s invitations die and says so before', () => {
    const house = House.open()
    house.do('Tamsin', house.invitation())
    const leave = { type: 'leave', personId: house.person('Tamsin') }
    expect(house.show('Oriel', leave).watchOut.map((one) => one.code)).toContain('offer-dead')
    house.do('Oriel', leave)
    expect([...house.account.all('offer')]).toMatchObject([{ state: 'dead' }])
  })
})

describe('previews (model S8, C3, D5)', () => {
  const effectOf = (house: House, change: object) => {
    const text = JSON.stringify(effectOfPreview(house.show('Oriel', change), [house.read(change)]))
    return text.replaceAll(/[0-9a-f]{8}-[0-9a-f]{4}-7000-8000-[0-9a-f]{12}/g, 'id')
  }

  test('an effect digests the same a minute later, and differently once it differs', () => {
    const house = House.open()
    const change = house.invitation()
    const first = effectOf(house, change)
    house.now += 60_000_000
    expect(effectOf(house, change)).toBe(first)
    house.do('Oriel', { type: 'wall-place', placeId: house.place('Main'), walled: true })
    expect(effectOf(house, change)).not.toBe(first)
  })

  test('what others spend meanwhile is no part of an effect; a price that moves with it is', () => {
    const house = House.open()
    const seat = { type: 'give-seat', personId: house.person('Tamsin'), product: 'log', seatType: 'lead' }
    const first = effectOf(house, seat)
    house.do('Oriel', { type: 'give-seat', personId: house.person('Oriel'), product: 'log', seatType: 'reader' })
    expect(effectOf(house, seat)).toBe(first)
    expect(first).toContain('"thisMonth":3200')
    // Anyone who is shown out is not held up by money: the sums are shown and not agreed to.
    expect(effectOf(house, { type: 'plan-departure', personId: house.person('Rafe') })).toContain('"sums":null')
  })

  test('sums are kept from those without billing: see, and the unseen has one phrase', () => {
    const house = House.open()
    const shown = house.show('Mirren', house.invitation({ seats: [] }))
    expect(shown.money.sums).toBeNull()
    expect(shown.problems).toEqual([])
    const sight = new Sight(house.account, house.person('Corin'), house.now)
    expect(sentenceOf({ type: 'leave', personId: house.person('Rafe') } as never, sight)).toBe(
      'ended the access of someone you do not have the right to see',
    )
  })

  test('watch out names outsiders without an end, walls and what the seat holds back', () => {
    const house = House.open()
    const codes = (more: object) => house.show('Oriel', house.invitation(more)).watchOut.map((one) => one.code)
    expect(codes({ engagementUntil: undefined })).toContain('outsider-without-end')
    expect(codes({ grants: [{ roleId: house.role('Rope access'), placeId: house.place('Helipad') }] })).toContain(
      'behind-wall',
    )
    expect(codes({ seats: [{ product: 'log', seatType: 'reader' }] })).toContain('held-back')
  })

  test('what starts later moves nothing today', () => {
    const house = House.open()
    const shown = house.show('Oriel', giveTo(house, 'Rafe', 'Rope access', 'Harbour', { from: '2026-07-01' }))
    expect(shown.access.effects).toMatchObject([{ kind: 'gained', placeName: 'Harbour', from: '2026-07-01' }])
  })

  test('a preview leaves the account as it is, and its edits are the commit’s', () => {
    const house = House.open()
    const before = JSON.stringify([...house.account.all('person')])
    house.show('Oriel', { type: 'leave', personId: house.person('Rafe') })
    expect(JSON.stringify([...house.account.all('person')])).toBe(before)
  })
})
