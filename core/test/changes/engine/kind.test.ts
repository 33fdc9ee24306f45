import { Equals } from 'class-validator'
import { CHANGE_TYPES, kindNamed, type ChangeKind } from '../../../src/index.ts'

class Ring {
  @Equals('ring') type!: 'ring'
}

const ring: ChangeKind<Ring> = {
  type: 'ring',
  category: 'people',
  effect: 'other',
  judgedBy: 'right',
  actor: 'active',
  day: 'docket',
  needs: 'own',
  undo: { never: 'A bell that rang has rung.' },
  preview: 'plain',
  shape: Ring,
  fill: (change) => change,
  decide: () => undefined,
  sentence: (_change, _sight, verb) => verb('rang', 'ring'),
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
    expect([none, one, withoutCategory, withoutEffect, withoutDay, withoutNeeds, withoutUndo, ofAnother]).toHaveLength(
      8,
    )
  })

  test('each has a type of its own, and is found by it', () => {
    expect(new Set(CHANGE_TYPES).size).toBe(CHANGE_TYPES.length)
    for (const type of CHANGE_TYPES) expect(kindNamed(type)?.type).toBe(type)
    expect(kindNamed('ring')).toBeUndefined()
    expect(kindNamed('toString')).toBeUndefined()
  })
})

function without<K extends Fact>(kind: ChangeKind<Ring>, fact: K): Omit<ChangeKind<Ring>, K> {
  const { [fact]: _left, ...rest } = kind
  return rest
}
