import { Equals } from 'class-validator'
import { CHANGE_TYPES, kindNamed, say, undoControl, type ChangeKind } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

class Ring {
  @Equals('ring') type!: 'ring'
}

const ring: ChangeKind<Ring> = {
  type: 'ring',
  confirm: 'confirm.apply',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'seats.a-closed-month-stays-closed' },
  preview: 'plain',
  shape: Ring,
  fill: (change) => change,
  decide: () => undefined,
  sentence: (_change, _sight, tense) => (tense === 'done' ? 'rang' : 'ring'),
  record: (change) => change,
}

type Fact = keyof ChangeKind<Ring>
/** What a kind may leave out: nothing. */
type LeftOut = { [K in Fact]: object extends Pick<ChangeKind<Ring>, K> ? K : never }[Fact]

describe('a kind of change says everything about itself', () => {
  test('without one of its facts it does not compile', () => {
    const none: LeftOut[] = []
    // @ts-expect-error a fact that could be left out would be named by this type
    const one: LeftOut[] = ['category']
    // @ts-expect-error without what it is about
    const withoutCategory: ChangeKind<Ring> = without(ring, 'category')
    // @ts-expect-error without what the button says that applies it
    const withoutConfirm: ChangeKind<Ring> = without(ring, 'confirm')
    // @ts-expect-error without what it does to what people have
    const withoutEffect: ChangeKind<Ring> = without(ring, 'effect')
    // @ts-expect-error without how it waits for a day
    const withoutDay: ChangeKind<Ring> = without(ring, 'day')
    // @ts-expect-error without the right that it needs
    const withoutNeeds: ChangeKind<Ring> = without(ring, 'needs')
    // @ts-expect-error without how it is undone, or why not
    const withoutUndo: ChangeKind<Ring> = without(ring, 'undo')
    // @ts-expect-error of another shape than its own
    const ofAnother: ChangeKind<{ type: 'knock'; loud: boolean }> = ring
    expect([
      none,
      one,
      withoutCategory,
      withoutConfirm,
      withoutEffect,
      withoutDay,
      withoutNeeds,
      withoutUndo,
      ofAnother,
    ]).toHaveLength(9)
  })

  test('each has a type of its own, and is found by it', () => {
    expect(new Set(CHANGE_TYPES).size).toBe(CHANGE_TYPES.length)
    for (const type of CHANGE_TYPES) expect(kindNamed(type)?.type).toBe(type)
    expect(kindNamed('ring')).toBeUndefined()
    expect(kindNamed('toString')).toBeUndefined()
  })

  test('what may be left out and has no null of its own is read as left out where it is null', () => {
    const house = House.open()
    const { settings } = house.account
    house.do('Oriel', { type: 'change-settings', name: null, secondMeansFor: null, terms: 'Be kind.' })
    expect(house.account.settings).toEqual({ ...settings, terms: 'Be kind.' })
    expect(house.refusals('Oriel', { type: 'change-settings', name: null })).toEqual(['no-change'])
    house.do('Oriel', { type: 'change-settings', terms: null })
    expect(house.account.settings.terms).toBeNull()
  })

  test('what never has a way back says so before it is asked for, and refuses with the same words', () => {
    const house = House.open()
    const link = { type: 'make-link', name: 'Crew', kind: 'contractor', standing: 'guest', seats: [], groupIds: [] }
    house.do('Oriel', { ...link, grants: [], maximumUses: 1, until: '2026-07-01', engagementUntil: '2026-09-01' })
    const { reason } = undoControl(house.last.changes as { type: string }[])
    expect(reason).toBe('Cut the link instead.')
    expect(house.try('Oriel', house.undoing()).problems).toMatchObject([{ code: 'cannot-undo', sentence: reason }])
    house.give('Rafe', 'Rope access', 'Main')
    expect(undoControl(house.last.changes as { type: string }[])).toEqual({ enabled: true })
    for (const type of CHANGE_TYPES) {
      const { undo } = kindNamed(type)!
      if (typeof undo === 'object' && 'never' in undo) expect(say(undo.never)).toMatch(/^[A-Z].*[.]$/)
    }
  })

  test('nobody but the person invited accepts an invitation, whoever holds which right', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const accept = { type: 'accept', offerId: house.offerOf('Sorrel'), loginId: nextId(), proven: true }
    expect(house.refusals('Oriel', accept)).toEqual(['offer-dead'])
    expect(house.refusals('Sorrel', accept)).toEqual([])
  })
})
function without<K extends Fact>(kind: ChangeKind<Ring>, fact: K): Omit<ChangeKind<Ring>, K> {
  const { [fact]: _left, ...rest } = kind
  return rest
}
