import { decide, type PersonState, type Change } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const STATES: readonly PersonState[] = [
  'invited',
  'waiting',
  'active',
  'away',
  'left',
  'declined',
  'refused',
  'withdrawn',
  'expired',
  'erased',
]

/** What may become of a state, and nothing else (model P3). */
const ARROWS: Partial<Record<PersonState, readonly PersonState[]>> = {
  invited: ['waiting', 'active', 'declined', 'withdrawn'],
  waiting: ['active', 'declined', 'refused', 'withdrawn'],
  active: ['left'],
  away: ['left'],
  left: ['invited'],
  declined: ['invited'],
  refused: ['invited'],
  withdrawn: ['invited'],
  expired: ['invited'],
}

/** A house in which Rafe is in a state, with an offer as someone has who came by an invitation. */
function houseWith(state: PersonState): House {
  const house = House.open()
  house.do('Oriel', house.invitation({ email: 'rafe.guest@house.example', name: 'Rafe Guest' }))
  const personId = house.account.peopleByEmail('rafe.guest@house.example')[0]!
  const before = house.account.get('person', personId)!
  const loginId = ['invited', 'declined', 'withdrawn', 'expired'].includes(state) ? null : nextId()
  const after = { ...before, state, loginId }
  house.account = house.account.with([{ table: 'person', key: personId, before, after } as never])
  if (['active', 'away', 'left'].includes(state)) {
    const [offer] = house.account.by('offer', 'person', personId)
    const taken = { ...offer!, state: 'taken' as const }
    house.account = house.account.with([{ table: 'offer', key: offer!.id, before: offer!, after: taken } as never])
  }
  return house
}

describe('states (model P3)', () => {
  test.each(STATES)('from %s lead the arrows that are named and no other', (state) => {
    const house = houseWith(state)
    const personId = house.account.peopleByEmail('rafe.guest@house.example')[0]!
    const [offer] = house.account.by('offer', 'person', personId)
    const own = { kind: 'person', personId } as const
    const office = { kind: 'person', personId: house.person('Oriel') } as const
    const tried: [object, typeof own | typeof office][] = [
      [{ type: 'accept', offerId: offer!.id, loginId: nextId(), proven: true }, own],
      [{ type: 'accept', offerId: offer!.id, loginId: nextId(), proven: false }, own],
      [{ type: 'decline', offerId: offer!.id }, own],
      [{ type: 'admit', personId }, office],
      [{ type: 'refuse-entry', personId, reason: 'no' }, office],
      [{ type: 'withdraw', offerId: offer!.id }, office],
      [{ type: 'leave', personId }, office],
      [house.invitation({ email: 'rafe.guest@house.example', name: 'Rafe Guest' }), office],
      [{ type: 'resend', offerId: offer!.id }, office],
    ]
    const reached = new Set<PersonState>()
    for (const [plain, actor] of tried) {
      const change = house.read(plain) as Change
      const decision = decide(house.account, [change], actor, house.now)
      if (decision.problems.length > 0) {
        expect(decision.edits).toEqual(expect.any(Array))
        expect(decision.problems[0]!.sentence).toMatch(/\.$/)
        continue
      }
      const after = decision.after.get('person', personId)!.state
      if (after !== state) reached.add(after)
    }
    expect([...reached].sort()).toEqual([...(ARROWS[state] ?? [])].sort())
  })

  test('an invitation past its date reads as expired with no write, and is revived by sending it again', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    house.now += 15 * 86_400_000_000
    const offerId = house.offerOf('Sorrel')
    const change = house.read({ type: 'accept', offerId, loginId: nextId(), proven: true })
    const actor = { kind: 'person', personId: house.person('Sorrel') } as const
    expect(decide(house.account, [change], actor, house.now).problems[0]!.code).toBe('offer-dead')
    house.do('Oriel', { type: 'resend', offerId })
    house.accept('Sorrel')
    expect(house.stateOf('Sorrel')).toBe('active')
  })

  test('what somebody offered is decided when it is taken up, as given by its sponsor then (model I5)', () => {
    const house = House.open()
    house.do('Mirren', house.invitation({ kind: 'client', standing: 'guest', seats: [] }))
    // Mirren loses what she offers before it is taken up: it waits for someone who may give it.
    const [steward] = house.account.by('grant', 'person', house.person('Mirren'))
    house.do('Oriel', { type: 'take', grantId: steward!.id })
    house.accept('Sorrel')
    expect(house.stateOf('Sorrel')).toBe('waiting')
    expect(house.account.by('grant', 'person', house.person('Sorrel'))).toEqual([])
    house.do('Oriel', { type: 'admit', personId: house.person('Sorrel') })
    expect(house.account.by('grant', 'person', house.person('Sorrel'))).toMatchObject([
      { givenById: house.person('Oriel') },
    ])
  })

  test('an offer whose sponsor has left is dead, and its groups are given with the rest', () => {
    const house = House.open((book) => (book.groups = [{ name: 'Crew' }]))
    const groupId = [...house.account.all('group')][0]!.id
    house.do('Oriel', house.invitation({ groupIds: [groupId] }))
    house.accept('Sorrel')
    expect(house.account.by('membership', 'person', house.person('Sorrel'))).toMatchObject([{ groupId }])
    const other = House.open((book) => (book.groups = [{ name: 'Crew' }]))
    other.do('Tamsin', other.invitation())
    other.do('Oriel', { type: 'leave', personId: other.person('Tamsin') })
    const offer = other.account.by('offer', 'person', other.person('Sorrel'))[0]!
    expect(offer.state).toBe('dead')
    expect(other.refusals('Oriel', { type: 'resend', offerId: offer.id })).toEqual(['not-live'])
    other.do('Oriel', { type: 'withdraw', offerId: offer.id })
    expect(other.stateOf('Sorrel')).toBe('withdrawn')
    // Who may not change groups does not offer them either.
    const mine = House.open((book) => (book.groups = [{ name: 'Crew' }]))
    const crew = [...mine.account.all('group')][0]!.id
    const offered = mine.invitation({ kind: 'client', standing: 'guest', seats: [], groupIds: [crew] })
    expect(mine.refusals('Mirren', offered)).toContain('not-allowed')
  })
})
