import { decide, fillDocket, hangsOn, proposedTaker, readFilling, Sight, type Change } from '../src/index.ts'
import { House, nextId } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const kindsOf = (house: House, who: string, whom: string) => [
  ...new Set(hangsOn(sightOf(house, who), house.person(whom))?.map((one) => one.kind)),
]

/** Mirren with something of every kind that can hang on someone. */
function loaded(): House {
  const house = House.open()
  const mirren = house.person('Mirren')
  house.do('Oriel', { type: 'change-person', personId: house.person('Rafe'), managerId: mirren })
  house.do('Oriel', { type: 'change-person', personId: mirren, standing: 'administrator' })
  house.do('Oriel', { type: 'make-group', name: 'Ropes', leadId: mirren })
  house.do('Mirren', house.invitation())
  const link = { name: 'Helpers', kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [] }
  house.do('Mirren', { type: 'make-link', ...link, maximumUses: 3, until: '2026-07-01' })
  const wall = { type: 'wall-place', placeId: house.place('Main'), walled: true }
  house.do('Mirren', { type: 'plan-docket', at: '2026-07-01', changes: [wall] })
  return house
}

describe('what hangs on somebody (model X2)', () => {
  test('is found by kind: what would be left without them and what ends with them', () => {
    const house = loaded()
    const kinds = kindsOf(house, 'Oriel', 'Mirren')
    expect(kinds).toEqual(expect.arrayContaining(['report', 'group-led', 'invitation', 'link', 'plan', 'key']))
    const texts = hangsOn(sightOf(house, 'Oriel'), house.person('Mirren'))!.map((one) => `${one.kind} ${one.text}`)
    expect(texts).toEqual(
      expect.arrayContaining(['report Rafe Gardener', 'group-led Ropes', 'link Helpers', 'plan one change']),
    )
    expect(hangsOn(sightOf(house, 'Corin'), house.person('Mirren'))).toBeUndefined()
    expect(hangsOn(sightOf(house, 'Oriel'), nextId())).toBeUndefined()
  })

  test('a taker is proposed: their manager, or else an owner who is in', () => {
    const house = loaded()
    expect(proposedTaker(house.account, house.person('Rafe'), house.now)).toBe(house.person('Mirren'))
    expect(proposedTaker(house.account, house.person('Mirren'), house.now)).toBe(house.person('Oriel'))
  })
})

describe('handing over (model X3)', () => {
  const fill = (house: House, who: string, more: object) => {
    const filling = { kind: 'hand-over', personId: house.person('Mirren'), toId: house.person('Tamsin'), ...more }
    return fillDocket(house.account, readFilling(filling).value!, house.person(who), house.now, nextId).changes
  }

  test('fills a docket by which nothing is left of them, and leaves with it', () => {
    const house = loaded()
    const changes = fill(house, 'Oriel', { leave: true })
    expect(changes.at(-1)).toMatchObject({ type: 'leave' })
    const decision = decide(
      house.account,
      changes as Change[],
      { kind: 'person', personId: house.person('Oriel') },
      house.now,
    )
    expect(decision.problems).toEqual([])
    house.account = decision.after
    expect(house.stateOf('Mirren')).toBe('left')
    expect(kindsOf(house, 'Oriel', 'Mirren')).toEqual([])
    expect(kindsOf(house, 'Oriel', 'Tamsin')).toEqual(
      expect.arrayContaining(['report', 'group-led', 'invitation', 'link', 'plan']),
    )
    // What was handed over lives on: the invitation can still be taken up, in the taker's name.
    expect(house.accept('Sorrel').stateOf('Sorrel')).toBe('active')
  })

  test('takes the kinds asked for, and only what the actor may pass on', () => {
    const house = loaded()
    expect(fill(house, 'Oriel', { kinds: ['link'] }).map((one) => one.type)).toEqual(['hand-over'])
    expect(fill(house, 'Corin', {})).toEqual([])
    const link = [...house.account.all('link')][0]!
    const hand = (toId: string, id = link.id) => ({ type: 'hand-over', what: 'link', id, toId })
    expect(house.refusals('Rafe', hand(house.person('Rafe')))).toEqual(['not-found'])
    expect(house.refusals('Oriel', hand(house.person('Mirren')))).toEqual(['no-change'])
    expect(house.refusals('Oriel', hand(house.person('Tamsin'), nextId()))).toEqual(['not-found'])
    house.do('Oriel', house.invitation({ name: 'Late Comer', email: 'late@house.example' }))
    const late = house.account.peopleByEmail('late@house.example')[0]!
    expect(house.refusals('Oriel', hand(late))).toEqual(['not-in'])
    const sentence = house.show('Oriel', hand(house.person('Tamsin'))).sentences[0]
    expect(sentence).toMatch(/^Hand the link “Helpers” over to Tamsin/)
  })

  test('gives nobody in another’s name what whoever hands it over could not give any more (model D1)', () => {
    const house = loaded()
    const [link] = [...house.account.all('link')]
    const [plan] = [...house.account.all('planned')]
    const hands = (who: string, toId: string) =>
      [
        { type: 'hand-over', what: 'link', id: link!.id, toId },
        { type: 'hand-over', what: 'plan', id: plan!.id, toId },
        { type: 'hand-over', what: 'invitation', id: house.offerOf('Sorrel'), toId },
      ].map((change) => house.refusals(who, change).length > 0)
    const oriel = house.person('Oriel')
    expect(hands('Mirren', oriel)).toEqual([false, false, false])
    house.do('Oriel', { type: 'change-person', personId: house.person('Mirren'), standing: 'guest' })
    for (const grant of house.account.by('grant', 'person', house.person('Mirren'))) {
      house.do('Oriel', { type: 'take', grantId: grant.id })
    }
    expect(hands('Mirren', oriel)).toEqual([true, true, true])
    // Someone who could give it takes it over without more ado.
    expect(hands('Oriel', oriel)).toEqual([false, false, false])
  })
})
