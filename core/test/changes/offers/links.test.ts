import { decide, whyLinkDead, type Change } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const open = (change?: Parameters<typeof House.open>[0]) => House.open(change)
const link = (house: House, more: object = {}) => ({
  type: 'make-link',
  name: 'Open day',
  kind: 'contractor',
  standing: 'guest',
  grants: [{ roleId: house.role('Gardener'), placeId: house.place('Harbour') }],
  seats: [{ product: 'log', seatType: 'reader' }],
  groupIds: [],
  maximumUses: 2,
  until: '2026-07-01',
  ...more,
})
const linkIn = (house: House) => [...house.account.all('link')].at(-1)!

/** Comes by the newest link as someone new, or with a login that is known; answers the decision. */
function come(house: House, name: string, more: object = {}) {
  const personId = nextId()
  const plain = {
    ...{ type: 'come-by', linkId: linkIn(house).id, personId, offerId: nextId(), loginId: nextId() },
    ...{ name, email: `${name.toLowerCase()}@away.example`, ...more },
  }
  const decision = decide(house.account, [house.read(plain) as Change], { kind: 'person', personId }, house.now)
  if (decision.problems.length === 0) {
    house.account = decision.after
    house.now += 1
  }
  return { personId, decision, codes: decision.problems.map((one) => one.code) }
}

describe('links (model I4)', () => {
  test('make a record that waits, with what they give in an offer of whoever made them', () => {
    const house = open()
    house.do('Oriel', link(house))
    const { personId } = come(house, 'Wren')
    expect(house.account.get('person', personId)).toMatchObject({ state: 'waiting', kind: 'contractor' })
    expect(house.account.by('grant', 'person', personId)).toEqual([])
    expect(house.account.by('offer', 'person', personId)).toMatchObject([
      { sponsorId: house.person('Oriel'), state: 'live' },
    ])
    house.do('Tamsin', { type: 'admit', personId })
    expect(house.account.by('grant', 'person', personId)).toMatchObject([{ givenById: house.person('Tamsin') }])
    expect(house.account.by('holding', 'person', personId)).toMatchObject([{ seatType: 'reader' }])
  })

  test('open as often as they say, until their day, and not once cut or their maker has gone', () => {
    const house = open()
    house.do('Tamsin', link(house))
    expect([come(house, 'Wren').codes, come(house, 'Fen').codes, come(house, 'Bay').codes]).toEqual([
      [],
      [],
      ['link-dead'],
    ])
    expect(whyLinkDead(house.account, linkIn(house), house.now)).toBe('used-up')
    house.do('Tamsin', link(house))
    expect(whyLinkDead(house.account, linkIn(house), house.now + 30 * 86_400_000_000)).toBe('over')
    expect(house.refusals('Rafe', { type: 'cut-link', linkId: linkIn(house).id })).toEqual(['not-found'])
    house.do('Oriel', { type: 'leave', personId: house.person('Tamsin') })
    expect([whyLinkDead(house.account, linkIn(house), house.now), come(house, 'Gale').codes]).toEqual([
      'cut',
      ['link-dead'],
    ])
    expect(house.refusals('Oriel', { type: 'cut-link', linkId: linkIn(house).id })).toEqual(['not-found'])
  })

  test('let in at once where they say so, and where what they give cannot be given, whoever comes waits', () => {
    const house = open()
    house.do('Oriel', link(house, { waits: false, seats: [{ product: 'log', seatType: 'field' }] }))
    const first = come(house, 'Wren')
    expect(house.account.get('person', first.personId)!.state).toBe('active')
    expect(house.account.by('grant', 'person', first.personId).length).toBe(1)
    // The last Field seat has gone by now: the next one waits for someone who sees to it (model I7).
    const second = come(house, 'Fen')
    expect(house.account.get('person', second.personId)!.state).toBe('waiting')
    expect(house.account.by('holding', 'person', second.personId)).toEqual([])
    expect(house.account.by('offer', 'person', second.personId)[0]!.state).toBe('live')
  })

  test('keep to their domain; whoever is here already waits for it like others, whoever left is sent to the office', () => {
    const house = open()
    const loginId = nextId()
    const rafe = house.account.get('person', house.person('Rafe'))!
    const edit = { table: 'person', key: rafe.id, before: rafe, after: { ...rafe, loginId } }
    house.account = house.account.with([edit as never])
    house.do('Oriel', link(house, { domain: 'House.Example', maximumUses: 9 }))
    expect(come(house, 'Wren').codes).toEqual(['wrong-domain'])
    const { personId, codes } = come(house, 'Rafe', { loginId, email: 'rafe@house.example' })
    expect([codes, house.account.get('person', personId)]).toEqual([[], undefined])
    const places = () => house.account.by('grant', 'person', rafe.id).map((grant) => grant.placeId)
    expect(places()).not.toContain(house.place('Harbour'))
    house.do('Tamsin', { type: 'admit', personId: rafe.id })
    expect(places()).toContain(house.place('Harbour'))
    house.do('Oriel', link(house, { name: 'At once', waits: false }))
    expect(come(house, 'Rafe', { loginId, email: 'rafe@house.example' }).codes).toEqual([])
    house.do('Oriel', { type: 'leave', personId: rafe.id })
    expect(come(house, 'Rafe', { loginId, email: 'rafe@house.example' }).codes).toEqual(['here-before'])
  })

  test('are refused when made, if nobody could come by them, with the reason', () => {
    const house = open((book) => (book.groups = [{ name: 'Crew' }]))
    const groupIds = [[...house.account.all('group')][0]!.id]
    const own = [{ roleId: house.role('Rope access'), placeId: house.place('Main') }]
    const ofMirren = (more: object) =>
      house.refusals('Mirren', link(house, { kind: 'client', grants: own, seats: [], ...more }))
    expect(ofMirren({})).toEqual([])
    expect(ofMirren({ groupIds })).toEqual(['not-allowed'])
    expect(ofMirren({ kind: 'staff', standing: 'member' })).toEqual(['not-allowed'])
    expect(
      ofMirren({ grants: [{ roleId: house.role('Steward'), placeId: house.place('Main') }] }).length,
    ).toBeGreaterThan(0)
    expect(house.refusals('Oriel', link(house, { seats: [{ product: 'log', seatType: 'balcony' }] }))).toEqual([
      'no-such-seat',
    ])
    house.do('Oriel', { type: 'change-settings', outsidersNeedEnd: true })
    expect(house.refusals('Oriel', link(house))).toEqual(['end-needed'])
    expect(house.refusals('Oriel', link(house, { engagementUntil: '2026-08-31' }))).toEqual([])
    house.do('Oriel', link(house, { engagementUntil: '2026-08-31' }))
    const { personId } = come(house, 'Wren')
    expect(house.account.get('person', personId)!.engagementUntil).not.toBeNull()
  })

  test('read in the ledger without names, and as what they are', () => {
    const house = open()
    const shown = house.show('Oriel', link(house))
    expect(shown.sentences).toEqual(['Make the link “Open day” for 2 people, open until 1 July'])
    house.do('Oriel', link(house))
    const { decision } = come(house, 'Wren')
    expect(JSON.stringify(decision.edits)).not.toContain('Wren')
    expect(decision.values.map((one) => one.field).sort()).toEqual(['email', 'name'])
    expect(house.refusals('Oriel', link(house, { until: '2026-02-30' }))).toEqual(['bad-date'])
    expect(house.refusals('Oriel', link(house, { until: '2026-06-01' }))).toEqual(['past'])
    expect(house.refusals('Oriel', link(house, { until: '2026-12-01' }))).toEqual(['too-long'])
  })
})

test('a link is shown by what it gives to one who comes by it', () => {
  const house = House.open()
  const link = {
    type: 'make-link',
    name: 'Volunteers',
    kind: 'client',
    standing: 'guest',
    grants: [{ roleId: house.role('Rope access'), placeId: house.place('Main') }],
    seats: [{ product: 'log', seatType: 'field' }],
    groupIds: [],
    maximumUses: 5,
    until: '2026-07-01',
  }
  const shown = house.show('Oriel', link)
  expect(shown.access.effects).toMatchObject([
    { kind: 'gained', personName: 'Someone who joins by it', placeName: 'Main' },
  ])
  expect([shown.access.onceIn, shown.money.seats[0]!.taken.after - shown.money.seats[0]!.taken.before]).toEqual([
    true,
    1,
  ])
})
