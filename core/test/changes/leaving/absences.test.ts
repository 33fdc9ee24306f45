import {
  absenceAt,
  decide,
  fillDocket,
  isHeldAt,
  isPresent,
  reach,
  readFilling,
  readInstant,
  stateAt,
  type Id,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const MONDAY = '2026-06-22'
const MONDAY_INSTANT = readInstant('2026-06-21T23:00:00Z')
/** The day after the last one away. */
const BACK_INSTANT = readInstant('2026-08-31T23:00:00Z')

const away = (it: House, who: string, more: object = {}) => ({
  type: 'go-away',
  personId: it.person(who),
  from: MONDAY,
  until: '2026-08-31',
  ...more,
})
const rowOf = (it: House, who: string) => it.account.by('absence', 'person', it.person(who))[0]!
const seatsAt = (it: House, who: string, instant: number) =>
  it.account.by('holding', 'person', it.person(who)).filter((one) => isHeldAt(it.account, one, instant)).length

describe('a time away (model X1)', () => {
  test('holds from its instants in every answer, whether or not anything was written (model Z3)', () => {
    const it = House.open()
    it.do('Oriel', away(it, 'Rafe'))
    const row = it.account.get('person', it.person('Rafe'))!
    expect(
      [MONDAY_INSTANT - 1, MONDAY_INSTANT, BACK_INSTANT - 1, BACK_INSTANT].map((at) => absenceAt(row, at)),
    ).toEqual([undefined, 'away', 'away', undefined])
    const photos = (at: number) => reach(it.account, row.id, it.place('Main'), 'log/photos', at).level
    // The seat ended with it: back without, until it is given again.
    expect([photos(MONDAY_INSTANT - 1), photos(MONDAY_INSTANT), photos(BACK_INSTANT)]).toEqual([
      'change',
      'none',
      'none',
    ])
    expect(stateAt(it.account, row, MONDAY_INSTANT)).toBe('away')
  })

  test.each([
    // The day the clocks go back has 25 hours, the day they go forward 23.
    ['half past eleven of a long day is still that day', '2026-10-25T23:30:00Z', '2026-10-25', []],
    [
      'ten past midnight after a short day is not that day any more',
      '2027-03-28T23:10:00Z',
      '2027-03-28',
      ['date-past'],
    ],
    ['the day itself, short as it is', '2027-03-28T22:30:00Z', '2027-03-28', []],
    ['yesterday, an hour ago', '2026-06-21T23:59:00Z', '2026-06-21', ['date-past']],
  ])('from today is from now: %s', (_what, now, from, refused) => {
    const it = House.open()
    it.now = readInstant(now)
    expect(it.refusals('Oriel', away(it, 'Rafe', { from, until: '2027-08-31' }))).toEqual(refused)
  })

  test('begins and ends by itself, the seat given again where it is to be had', () => {
    const it = House.open()
    it.do('Oriel', away(it, 'Rafe'))
    const { id: absenceId } = rowOf(it, 'Rafe')
    const decision = decide(
      it.account,
      [it.read({ type: 'begin-away', absenceId })],
      { kind: 'schedule' },
      MONDAY_INSTANT,
    )
    expect(decision.effects).toContainEqual({ kind: 'shut-for-now', personId: it.person('Rafe') })
    it.bySchedule(MONDAY_INSTANT, { type: 'begin-away', absenceId })
    expect(it.stateOf('Rafe')).toBe('away')
    expect(seatsAt(it, 'Rafe', MONDAY_INSTANT)).toBe(0)
    it.bySchedule(BACK_INSTANT, { type: 'come-back', absenceId })
    expect([it.stateOf('Rafe'), seatsAt(it, 'Rafe', it.now), rowOf(it, 'Rafe').state]).toEqual(['active', 1, 'over'])
  })

  test('ends without the seat where none is empty any more, and says so', () => {
    const it = House.open()
    it.do('Oriel', away(it, 'Rafe'))
    const { id: absenceId } = rowOf(it, 'Rafe')
    it.bySchedule(MONDAY_INSTANT, { type: 'begin-away', absenceId })
    for (const who of ['Oriel', 'Tamsin']) {
      it.do('Oriel', { type: 'give-seat', personId: it.person(who), product: 'log', seatType: 'field' })
    }
    it.bySchedule(BACK_INSTANT, { type: 'come-back', absenceId })
    expect([it.stateOf('Rafe'), seatsAt(it, 'Rafe', it.now), rowOf(it, 'Rafe').withoutSeats]).toEqual([
      'active',
      0,
      true,
    ])
  })

  test('keeps the seat, and its price, by choice', () => {
    const it = House.open()
    it.do('Oriel', away(it, 'Rafe', { keepSeats: true }))
    expect(seatsAt(it, 'Rafe', MONDAY_INSTANT + 1)).toBe(1)
    expect(rowOf(it, 'Rafe').seats).toEqual([])
  })

  test('what changed meanwhile holds on return: an own grant that ended stays ended, one given meanwhile is there', () => {
    const it = House.open()
    it.do('Oriel', away(it, 'Rafe', { keepSeats: true }))
    const { id: absenceId } = rowOf(it, 'Rafe')
    it.bySchedule(MONDAY_INSTANT, { type: 'begin-away', absenceId })
    it.do('Oriel', { type: 'take', grantId: it.account.by('grant', 'person', it.person('Rafe'))[0]!.id })
    it.give('Rafe', 'Gardener', 'Harbour')
    it.bySchedule(BACK_INSTANT, { type: 'come-back', absenceId })
    const at = (place: string) => reach(it.account, it.person('Rafe'), it.place(place), 'log/photos', it.now).level
    expect([at('Main'), at('Harbour')]).toEqual(['none', 'change'])
  })

  test('is asked for by the person, and decided by whoever runs people', () => {
    const it = House.open()
    const ask = { ...away(it, 'Rafe', { reason: 'A new child' }), type: 'ask-away' }
    expect(it.refusals('Oriel', ask)).toEqual(['not-yours'])
    const asked = it.try('Rafe', ask)
    expect(JSON.stringify(asked.edits)).not.toContain('child')
    it.do('Rafe', ask)
    const { id: absenceId } = rowOf(it, 'Rafe')
    expect(isPresent(it.account.get('person', it.person('Rafe'))!, MONDAY_INSTANT)).toBe(true)
    expect(it.refusals('Mirren', { type: 'grant-away', absenceId })).toEqual(['not-found'])
    expect(it.refusals('Tamsin', away(it, 'Rafe'))).toEqual(['away-already'])
    it.do('Tamsin', { type: 'grant-away', absenceId })
    expect(rowOf(it, 'Rafe')).toMatchObject({
      state: 'set',
      askedById: it.person('Rafe'),
      decidedById: it.person('Tamsin'),
    })
    expect(it.account.get('person', it.person('Rafe'))!.awayFrom).toBe(MONDAY_INSTANT)
    expect(it.refusals('Tamsin', { type: 'grant-away', absenceId })).toEqual(['not-found'])
  })

  test('is declined, taken back, or put down before it begins, the seat as it was', () => {
    const it = House.open()
    const ask = { ...away(it, 'Rafe'), type: 'ask-away' }
    it.do('Rafe', ask)
    it.do('Tamsin', { type: 'put-down-away', absenceId: rowOf(it, 'Rafe').id })
    expect(rowOf(it, 'Rafe').state).toBe('declined')
    it.do('Oriel', away(it, 'Mirren'))
    it.do('Oriel', { type: 'put-down-away', absenceId: rowOf(it, 'Mirren').id })
    expect(it.account.get('person', it.person('Mirren'))!.awayFrom).toBeNull()
    expect(seatsAt(it, 'Mirren', MONDAY_INSTANT + 1)).toBe(1)
    expect(it.refusals('Oriel', { type: 'put-down-away', absenceId: nextId() })).toEqual(['not-found'])
  })

  test('is undone while it is ahead or under way: they are in, the seat as it was', () => {
    const it = House.open()
    for (const from of [MONDAY, undefined]) {
      const { from: _from, ...change } = away(it, 'Rafe')
      const wanted = from ? { ...change, from } : change
      const decision = it.try('Oriel', wanted)
      expect(decision.problems).toEqual([])
      const then = new House(decision.after, it.now + 1)
      then.do('Oriel', { type: 'undo', version: 2, edits: decision.edits, changes: [wanted] })
      expect(isPresent(then.account.get('person', it.person('Rafe'))!, MONDAY_INSTANT)).toBe(true)
      expect([then.stateOf('Rafe'), seatsAt(then, 'Rafe', MONDAY_INSTANT + 1)]).toEqual(['active', 1])
    }
  })

  test('refuses ends before beginnings, second times, the last owner, the signatory, substitutes who are not in', () => {
    const it = House.open()
    expect(it.refusals('Oriel', away(it, 'Rafe', { until: '2026-06-20' }))).toEqual(['dates-backwards'])
    expect(it.refusals('Oriel', away(it, 'Rafe', { from: '2026-06-01' }))).toEqual(['date-past'])
    expect(it.refusals('Oriel', away(it, 'Oriel'))).toEqual(['signatory'])
    expect(it.refusals('Tamsin', away(it, 'Oriel'))).toEqual(['owners-only'])
    const instead = (substituteId: Id) => it.refusals('Oriel', away(it, 'Rafe', { substituteId }))
    expect([instead(it.person('Rafe')), instead(nextId())]).toEqual([['themselves'], ['not-found']])
    it.do('Oriel', { type: 'change-person', personId: it.person('Mirren'), standing: 'owner' })
    it.do('Oriel', { type: 'name-signatory', personId: it.person('Mirren') })
    it.do('Oriel', away(it, 'Oriel'))
    // Nobody would be left from Monday on.
    expect(it.refusals('Mirren', { type: 'plan-departure', personId: it.person('Mirren'), at: '2026-07-01' })).toEqual([
      'signatory',
    ])
    it.do('Oriel', away(it, 'Rafe'))
    expect(it.refusals('Oriel', away(it, 'Rafe'))).toEqual(['away-already'])
  })

  test('is covered: the substitute holds the stewardship meanwhile, and approves in their place', () => {
    const it = House.open()
    const filling = {
      kind: 'cover',
      personId: it.person('Mirren'),
      substituteId: it.person('Rafe'),
      from: MONDAY,
      until: '2026-08-31',
    }
    const { changes } = fillDocket(it.account, readFilling(filling).value!, it.person('Oriel'), it.now, nextId)
    expect(changes.map(({ type }) => type)).toEqual(['go-away', 'give'])
    it.do('Oriel', ...changes)
    const level = (at: number) => reach(it.account, it.person('Rafe'), it.place('Pellworth'), 'porter/access', at).level
    expect([level(MONDAY_INSTANT - 1), level(MONDAY_INSTANT), level(BACK_INSTANT)]).toEqual(['none', 'change', 'none'])
  })

  test('read from a book, ends by itself as well', () => {
    const it = House.open((book) => {
      const rafe = book.people.find(({ name }) => name === 'Rafe Gardener')!
      Object.assign(rafe, { state: 'away', away: { from: '2026-06-01', until: '2026-08-31' } })
    })
    expect(isPresent(it.account.get('person', it.person('Rafe'))!, it.now)).toBe(false)
    it.bySchedule(BACK_INSTANT, { type: 'come-back', absenceId: rowOf(it, 'Rafe').id })
    expect(it.stateOf('Rafe')).toBe('active')
  })
})
