import {
  decide,
  fromDate,
  readChange,
  reach,
  sentenceOf,
  Sight,
  toDoOf,
  untilDate,
  type Change,
  type PersonState,
} from '../../../src/index.ts'
import { DOMAIN, House, nextId } from '../../house.ts'

const ZONE = 'Europe/Dublin'

/** Takes the open invitation of someone up with a login. */
function takeUp(house: House, firstName: string, loginId: string) {
  const change = house.read({ type: 'accept', offerId: house.offerOf(firstName), loginId, proven: true })
  const decision = decide(house.account, [change], { kind: 'person', personId: house.person(firstName) }, house.now)
  if (decision.problems.length === 0) house.account = decision.after
  return decision
}

describe('one login, one person in an account (model P1, I2)', () => {
  /** Corin, a guest who sees nobody here, invites an address whose owner they cannot see. */
  function unseen() {
    const house = House.open((book) => {
      book.people[4]!.grants!.push({ role: 'Steward', place: 'Corvane', from: '2026-01-01' })
      book.people[3]!.grants = [{ role: 'Rope access', place: 'Pellworth', from: '2026-01-01' }]
    })
    const loginId = nextId()
    const rafe = house.account.get('person', house.person('Rafe'))!
    house.account = house.account.with([{ table: 'person', key: rafe.id, before: rafe, after: { ...rafe, loginId } }])
    const invitation = house.invitation({
      name: 'Somebody',
      email: `rafe@${DOMAIN}`,
      grants: [{ roleId: house.role('Rope access'), placeId: house.place('Harbour') }],
      seats: [],
    })
    return { house, loginId, rafe: rafe.id, invitation }
  }

  test('an address whose owner one does not see is new: nothing tells that they are here', () => {
    const { house, invitation } = unseen()
    const stranger = house.invitation({ ...invitation, email: `stranger@${DOMAIN}` })
    const strip = (text: string) => text.replaceAll(/00000000-[\w-]+/g, 'id').replaceAll(/(rafe|stranger)@/g, 'x@')
    expect(house.refusals('Corin', invitation)).toEqual([])
    expect(strip(JSON.stringify(house.show('Corin', invitation)))).toBe(
      strip(JSON.stringify(house.show('Corin', stranger))),
    )
    expect(house.refusals('Oriel', invitation)).toEqual(['here-already'])
  })

  test('taken up with the login that is here, it goes to that person and the second record is closed', () => {
    const { house, loginId, rafe, invitation } = unseen()
    house.do('Corin', invitation)
    const second = house.account.peopleByEmail(`rafe@${DOMAIN}`).find((id) => id !== rafe)!
    const offer = house.account.by('offer', 'person', second)[0]!
    const change = house.read({ type: 'accept', offerId: offer.id, loginId, proven: true })
    const decision = decide(house.account, [change], { kind: 'person', personId: second }, house.now)
    expect(decision.problems).toEqual([])
    expect(decision.after.get('person', second)).toMatchObject({ state: 'withdrawn', loginId: null })
    expect(reach(decision.after, rafe, house.place('Harbour'), 'log/photos', house.now).granted).toBe('add')
    expect(decision.after.by('person', 'login', loginId)).toHaveLength(1)
  })
})

describe('what an offer holds, at its use (model I5, S1, S3)', () => {
  test('grants with dates keep them; what has ended meanwhile is left out', () => {
    const house = House.open()
    const grants = [
      { roleId: house.role('Rope access'), placeId: house.place('Main'), from: '2026-07-01', until: '2026-07-31' },
      { roleId: house.role('Rope access'), placeId: house.place('Harbour'), until: '2026-06-18' },
    ]
    house.do('Oriel', house.invitation({ grants }))
    house.now = fromDate('2026-06-20', ZONE)
    house.accept('Sorrel')
    const given = house.account.by('grant', 'subject', `person ${house.person('Sorrel')}`)
    expect(given).toMatchObject([{ from: fromDate('2026-07-01', ZONE), until: untilDate('2026-07-31', ZONE) }])
  })

  test('the seat counts from the first day of the engagement, not from the click', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ engagementFrom: '2026-07-03' }))
    house.accept('Sorrel')
    const [holding] = house.account.by('holding', 'person', house.person('Sorrel'))
    expect(holding).toMatchObject({
      givenFrom: fromDate('2026-07-03', ZONE),
    })
    expect(house.show('Oriel', { type: 'leave', personId: house.person('Sorrel') }).money.sums).toMatchObject({
      thisMonth: { before: 2800, after: 2800 },
      next: { before: 4200, after: 2800 },
    })
  })

  test('a no-charge seat is held and never counted', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ seats: [{ product: 'log', seatType: 'reader' }] })).accept('Sorrel')
    expect(house.account.by('holding', 'person', house.person('Sorrel'))).toMatchObject([{ countedFrom: null }])
    expect(
      house.show('Oriel', { type: 'leave', personId: house.person('Sorrel') }).watchOut.map((one) => one.code),
    ).toEqual(['things-left', 'sessions'])
  })

  test('what its sponsor can no longer give makes the taker wait, and the office decides', () => {
    const house = House.open()
    house.do('Mirren', house.invitation({ seats: [] }))
    const steward = house.account.by('grant', 'subject', `person ${house.person('Mirren')}`)[0]!
    house.do('Oriel', { type: 'take', grantId: steward.id })
    house.accept('Sorrel')
    expect(house.stateOf('Sorrel')).toBe('waiting')
    house.do('Tamsin', { type: 'admit', personId: house.person('Sorrel') })
    expect(reach(house.account, house.person('Sorrel'), house.place('Main'), 'log/photos', house.now).granted).toBe(
      'add',
    )
  })

  test('a standing its sponsor can no longer give makes the taker wait too', () => {
    const house = House.open()
    house.do('Tamsin', house.invitation({ standing: 'administrator', kind: 'staff', seats: [], grants: [] }))
    const tamsin = house.account.get('person', house.person('Tamsin'))!
    const lowered = { ...tamsin, standing: 'member' as const }
    const still = new House(house.account, house.now)
    house.account = house.account.with([{ table: 'person', key: tamsin.id, before: tamsin, after: lowered }])
    expect([house.accept('Sorrel').stateOf('Sorrel'), still.accept('Sorrel').stateOf('Sorrel')]).toEqual([
      'waiting',
      'active',
    ])
  })

  test('withdrawing ends the waiting of who took it up', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ seats: [] }))
    const offerId = house.offerOf('Sorrel')
    house.accept('Sorrel', false).do('Oriel', { type: 'withdraw', offerId })
    expect(house.stateOf('Sorrel')).toBe('withdrawn')
  })

  test('who is invited again is called by name, in the docket and in the warnings', () => {
    const house = House.open()
    house.do('Oriel', { type: 'leave', personId: house.person('Rafe') })
    const again = house.invitation({ name: 'Rafe Gardener', email: `rafe@${DOMAIN}`, seats: [] })
    const shown = house.show('Oriel', again)
    expect(shown.sentences[0]).toContain('Invite Rafe Gardener as a guest')
    expect(shown.watchOut.find((one) => one.code === 'mail')!.sentence).toContain('Rafe Gardener')
  })

  test('without its sponsor an offer is dead and cannot be taken up', () => {
    const house = House.open()
    house.do('Tamsin', house.invitation({ seats: [] }))
    const offerId = house.offerOf('Sorrel')
    house.do('Oriel', { type: 'leave', personId: house.person('Tamsin') })
    const change = house.read({ type: 'accept', offerId, loginId: nextId(), proven: true })
    const decision = decide(house.account, [change], { kind: 'person', personId: house.person('Sorrel') }, house.now)
    expect(decision.problems).toMatchObject([{ code: 'offer-dead' }])
  })

  test('a second use is refused, whoever tries', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const offerId = house.offerOf('Sorrel')
    expect(takeUp(house, 'Sorrel', nextId()).problems).toEqual([])
    const change = house.read({ type: 'accept', offerId, loginId: nextId(), proven: true })
    const again = decide(house.account, [change], { kind: 'person', personId: house.person('Sorrel') }, house.now)
    expect(again.problems).toMatchObject([{ code: 'offer-dead' }])
  })
})

describe('states change along the model’s arrows and no others (model P3)', () => {
  const states: PersonState[] = [
    'invited',
    'waiting',
    'active',
    'away',
    'left',
    'declined',
    'refused',
    'withdrawn',
    'erased',
  ]
  const inState = (state: PersonState) =>
    House.open((book) => {
      Object.assign(book.people[4]!, { state, ...(state === 'away' ? { away: { from: '2026-06-01' } } : {}) })
    })
  /** In which states of Corin the owner may make the change. */
  const allowed = (changeOf: (house: House) => object) =>
    states.filter((state) => {
      const house = inState(state)
      return house.refusals('Oriel', changeOf(house)).length === 0
    })

  test('only who waits is admitted, only who is in leaves', () => {
    expect(allowed((house) => ({ type: 'leave', personId: house.person('Corin') }))).toEqual(['active', 'away'])
    expect(allowed((house) => ({ type: 'admit', personId: house.person('Corin') }))).toEqual(['waiting'])
  })

  test('an address is invited again once its record has left, was declined, refused or withdrawn', () => {
    expect(allowed((house) => house.invitation({ email: `corin@${DOMAIN}`, seats: [] }))).toEqual([
      'left',
      'declined',
      'refused',
      'withdrawn',
    ])
  })

  test('keys are given to who is in, away or waiting', () => {
    const give = (house: House) => {
      const subject = { subjectKind: 'person', subjectId: house.person('Corin') }
      return { type: 'give', ...subject, roleId: house.role('Rope access'), placeId: house.place('Main') }
    }
    expect(allowed(give)).toEqual(['waiting', 'active', 'away'])
  })
})

describe('every change reads as a sentence, done and to do', () => {
  const house = House.open()
  house.do('Oriel', house.invitation())
  const grant = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`)[0]!
  const sight = new Sight(house.account, house.person('Oriel'), house.now)
  const give = {
    type: 'give',
    subjectKind: 'person',
    subjectId: house.person('Rafe'),
    roleId: house.role('Rope access'),
    placeId: house.place('Harbour'),
  }
  const cases: [object, string, string][] = [
    [
      {
        type: 'make-place',
        placeId: house.place('Main'),
        parentId: house.place('Pellworth'),
        name: 'Main',
        kind: 'site',
      },
      'added the place Main in Pellworth',
      'Add the place Main in Pellworth',
    ],
    [
      { type: 'rename-place', placeId: house.place('Main'), name: 'Old Main' },
      'renamed a place to Old Main',
      'Rename a place to Old Main',
    ],
    [{ type: 'wall-place', placeId: house.place('Main'), walled: true }, 'walled off Main', 'Wall off Main'],
    [
      { type: 'wall-place', placeId: house.place('Main'), walled: false },
      'removed the wall of Main',
      'Remove the wall of Main',
    ],
    [
      { type: 'make-role', name: 'Night', areas: [{ area: 'log/photos', level: 'see' }] },
      'made the role Night',
      'Make the role Night',
    ],
    [
      { type: 'withdraw', offerId: house.offerOf('Sorrel') },
      'withdrew the invitation to Sorrel Climber',
      'Withdraw the invitation to Sorrel Climber',
    ],
    [{ type: 'admit', personId: house.person('Sorrel') }, 'admitted Sorrel Climber', 'Admit Sorrel Climber'],
    [
      { ...give, until: '2026-07-01' },
      'gave Rafe Gardener Rope access at Harbour, until 1 July',
      'Give Rafe Gardener Rope access at Harbour, until 1 July',
    ],
    [
      { ...give, subjectKind: 'standing', subjectId: 'guest' },
      'gave every guest Rope access at Harbour',
      'Give every guest Rope access at Harbour',
    ],
    [
      { type: 'take', grantId: grant.id },
      'took Gardener at Pellworth from Rafe Gardener',
      'Take Gardener at Pellworth from Rafe Gardener',
    ],
    [
      { type: 'leave', personId: house.person('Rafe') },
      'ended the access of Rafe Gardener',
      'End the access of Rafe Gardener',
    ],
  ]

  test.each(cases)('%j', (plain, done, toDo) => {
    const change = house.read(plain)
    expect(sentenceOf(change, sight)).toBe(done)
    expect(toDoOf(change, sight)).toBe(toDo)
  })

  test('and an unknown one of an older ledger too', () => {
    expect(sentenceOf({ type: 'paint' }, sight)).toBe('made a change of the kind paint')
    expect(readChange({ type: 'paint' }, nextId).problems).toMatchObject([{ code: 'unknown-change', path: '/type' }])
    expect(readChange(null, nextId).problems).toMatchObject([{ code: 'unknown-change' }])
    expect(cases.map(([plain]) => (plain as Change).type)).not.toContain('paint')
  })
})
