import { asksSecondMeans, helpControl, Sight, whyNotIn } from '../src/index.ts'
import { House, nextId } from './house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
/** Gives everyone of a house a login, as people who are in have. */
function signedUp(house: House): House {
  for (const person of [...house.account.all('person')]) {
    const after = { ...person, loginId: nextId() }
    house.account = house.account.with([{ table: 'person', key: person.id, before: person, after } as never])
  }
  return house
}

describe('helping back in (model I9)', () => {
  test('is for whoever may, about somebody who is in; owners by owners; never oneself', () => {
    const house = signedUp(House.open())
    const may = (who: string, whom: string) => helpControl(sightOf(house, who), house.person(whom)).enabled
    expect([may('Oriel', 'Rafe'), may('Tamsin', 'Rafe'), may('Tamsin', 'Oriel')]).toEqual([true, true, false])
    expect([may('Rafe', 'Mirren'), may('Oriel', 'Oriel'), may('Mirren', 'Rafe')]).toEqual([false, false, false])
    house.do('Oriel', { type: 'leave', personId: house.person('Corin') })
    expect(helpControl(sightOf(house, 'Oriel'), house.person('Corin')).reason).toMatch(/someone who is active/)
    const bare = House.open()
    expect(helpControl(sightOf(bare, 'Oriel'), bare.person('Rafe')).enabled).toBe(false)
    expect(helpControl(sightOf(bare, 'Rafe'), nextId()).reason).toBe('There is no such person here.')
  })
})

describe('why somebody cannot sign in (model A5)', () => {
  test('is said for each state, with its dates', () => {
    const house = House.open((book) => {
      book.people[3]!.engagement = { from: '2026-07-01', until: '2026-08-01' }
      book.people[4]!.engagement = { from: '2025-01-01', until: '2026-06-10' }
    })
    house.do('Oriel', house.invitation())
    const why = (whom: string) => whyNotIn(sightOf(house, 'Oriel'), house.person(whom))
    expect(why('Mirren')).toEqual([])
    expect(why('Rafe')[0]).toMatch(/Their first day is 1 July\. Until then they see only their own page\./)
    expect(why('Corin')).toEqual(['Their last day was 10 June.'])
    expect(why('Sorrel')).toEqual(['They have not accepted their invitation yet. It runs out on 30 June.'])
    house.now += 20 * 86_400_000_000
    expect(why('Sorrel')).toEqual(['Their invitation ran out on 30 June; send it again.'])
    house.now -= 20 * 86_400_000_000
    house.accept('Sorrel', false)
    expect(why('Sorrel')).toEqual(['They are waiting; someone has to admit them.'])
    house.do('Oriel', { type: 'refuse-entry', personId: house.person('Sorrel'), reason: 'Not now' })
    expect(why('Sorrel')).toEqual(['They were not admitted.'])
    expect(house.account.personal(house.person('Sorrel'), 'word')).toBe('Not now')
    expect(whyNotIn(sightOf(house, 'Oriel'), nextId())).toEqual([])
    const wick = { name: 'Dell Wick', email: 'dell@house.example', kind: 'contractor', standing: 'guest' }
    house.do('Oriel', { type: 'record-person', ...wick })
    expect(why('Dell')).toEqual([
      'They are on record without a login. Invite them to sign in, if they should have access.',
    ])
    house.do('Oriel', { type: 'invite-to-sign-in', personId: house.person('Dell'), email: wick.email })
    expect(why('Dell')[0]).toMatch(/^They are on record without a login\. Their invitation to sign in runs out on/)
  })
})

describe('grave acts and second means', () => {
  test('are about owners, the signatory and the rules of signing in', () => {
    const house = House.open()
    const grave = (plain: object) => house.try('Oriel', plain).isGrave
    const [oriel, rafe] = [house.person('Oriel'), house.person('Rafe')]
    expect(grave({ type: 'change-person', personId: rafe, standing: 'owner' })).toBe(true)
    house.do('Oriel', { type: 'change-person', personId: rafe, standing: 'owner' })
    for (const type of ['name-signatory', 'leave', 'plan-departure', 'go-away'])
      expect([type, grave({ type, personId: rafe })]).toEqual([type, true])
    expect(grave({ type: 'change-person', personId: rafe, standing: 'member' })).toBe(true)
    expect(grave({ type: 'leave', personId: house.person('Corin') })).toBe(false)
    house.do('Oriel', { type: 'change-person', personId: rafe, standing: 'member' })
    expect(grave({ type: 'change-person', personId: oriel, reference: 'X' })).toBe(false)
    expect(grave({ type: 'change-person', personId: rafe, standing: 'guest' })).toBe(false)
    expect(grave({ type: 'change-settings', secondMeansFor: ['owner'] })).toBe(true)
    expect(grave({ type: 'change-settings', name: 'New' })).toBe(false)
    // A rule that erases by itself is as grave as erasing; one that reminds is not.
    expect(grave({ type: 'change-settings', erasedAfterDays: 90 })).toBe(false)
    expect(grave({ type: 'change-settings', erasedByItself: true })).toBe(true)
    house.do('Oriel', { type: 'change-settings', erasedAfterDays: 90, erasedByItself: true })
    expect(grave({ type: 'change-settings', erasedAfterDays: 30 })).toBe(true)
    expect(grave({ type: 'change-settings', erasedByItself: false })).toBe(false)
    house.do('Oriel', { type: 'change-settings', secondMeansFor: ['owner', 'guest'] })
    const asked = ['Oriel', 'Tamsin', 'Rafe', 'Corin'].filter((who) => {
      return asksSecondMeans(house.account, house.account.get('person', house.person(who))!)
    })
    expect(asked).toEqual(['Oriel', 'Corin'])
  })
})
