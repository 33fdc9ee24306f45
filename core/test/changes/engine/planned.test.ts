import { decide, fillDocket, needsOf, plannedView, readFilling, Sight, type Change } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const DAY = 86_400_000_000

/** What the day does: everything due, by the schedule. */
function comeTo(house: House, now: number): void {
  house.now = now
  for (const row of [...house.account.by('planned', 'state', 'waiting')]) {
    const decision = decide(house.account, [{ type: 'run-planned', plannedId: row.id }], { kind: 'schedule' }, now)
    expect(decision.problems).toEqual([])
    house.account = decision.after
    expect(decision.edits.length).toBeGreaterThan(0)
  }
}

const stateOf = (house: House) => [...house.account.all('planned')].map((row) => row.state)
const wall = (house: House) => ({ type: 'wall-place', placeId: house.place('Helipad'), walled: true })
const plan = (changes: object[], at = '2026-07-01') => ({ type: 'plan-docket', at, changes })

describe('a docket planned for a day (model Z4)', () => {
  test('does nothing until then, and all of it then', () => {
    const house = House.open()
    const before = house.account.get('place', house.place('Helipad'))!.walled
    house.do('Oriel', plan([{ ...wall(house), walled: !before }]))
    expect(house.account.get('place', house.place('Helipad'))!.walled).toBe(before)
    comeTo(house, house.now + 30 * DAY)
    expect(house.account.get('place', house.place('Helipad'))!.walled).toBe(!before)
    expect(stateOf(house)).toEqual(['done'])
    const again = { type: 'run-planned', plannedId: [...house.account.all('planned')][0]!.id } as Change
    expect(decide(house.account, [again], { kind: 'schedule' }, house.now).problems[0]!.code).toBe('not-due')
  })

  test('is checked when made, as if it were that day and after what else is planned until then', () => {
    const house = House.open()
    expect(house.refusals('Corin', plan([wall(house)]))).toEqual(['not-found'])
    expect(house.refusals('Oriel', plan([wall(house)], '2026-06-01'))).toEqual(['date-past'])
    expect(house.refusals('Oriel', plan([house.invitation()]))).toEqual(['cannot-wait'])
    expect(house.refusals('Oriel', plan([plan([wall(house)])]))).toEqual(['cannot-wait'])
    const beside = { type: 'leave', personId: house.person('Corin') }
    expect(house.refusals('Oriel', plan([wall(house)]), beside)).toContain('plan-alone')
    house.do('Oriel', plan([{ type: 'leave', personId: house.person('Corin') }], '2026-06-25'))
    expect(house.refusals('Oriel', plan([{ type: 'leave', personId: house.person('Corin') }]))).toEqual(['not-here'])
    expect(house.refusals('Oriel', { type: 'run-planned', plannedId: nextId() })).toEqual(['not-yours'])
  })

  test('is decided with the planner’s rights then: none of it happens without them, and the Desk asks', () => {
    const house = House.open()
    const placeId = house.place('Helipad')
    const renamed = { type: 'rename-place', placeId, name: 'Heliport' }
    house.do('Tamsin', plan([renamed, { type: 'rename-place', placeId: house.place('Main'), name: 'Mainly' }]))
    house.do('Oriel', { type: 'change-person', personId: house.person('Tamsin'), standing: 'member' })
    comeTo(house, house.now + 30 * DAY)
    expect(stateOf(house)).toEqual(['refused'])
    expect(house.account.get('place', placeId)!.name).toBe('Helipad')
    expect(needsOf(house.account, house.person('Oriel'), house.now).map((need) => need.kind)).toContain(
      'planned-refused',
    )
    const [forPlanner] = plannedView(new Sight(house.account, house.person('Tamsin'), house.now))
    const [forOwner] = plannedView(new Sight(house.account, house.person('Oriel'), house.now))
    expect(forPlanner!.problems[0]).toMatch(/There is no such place here/)
    expect(forOwner!.problems).toEqual(['The reason is shown to the person who planned it.'])
    expect(plannedView(new Sight(house.account, house.person('Corin'), house.now))).toEqual([])
    const putDown = { type: 'put-down-planned', plannedId: forOwner!.id }
    expect(house.refusals('Corin', putDown)).toEqual(['not-found'])
    expect(stateOf(house.do('Oriel', putDown))).toEqual(['put-down'])
    expect(house.refusals('Oriel', putDown)).toEqual(['not-found'])
  })

  test('needs no more than it was planned with where it only ends', () => {
    const house = House.open()
    house.do('Tamsin', plan([{ type: 'leave', personId: house.person('Corin') }]))
    house.do('Oriel', { type: 'change-person', personId: house.person('Tamsin'), standing: 'member' })
    comeTo(house, house.now + 30 * DAY)
    expect([stateOf(house), house.stateOf('Corin')]).toEqual([['done'], 'left'])
  })

  test('that cuts one’s own link is done with the planner’s rights, and with those it was planned with without them', () => {
    const house = House.open()
    const open = { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [], maximumUses: 1 }
    house.do('Oriel', { type: 'make-link', name: 'Helpers', ...open, until: '2026-08-01' })
    const [link] = [...house.account.all('link')]
    house.do('Oriel', plan([{ type: 'cut-link', linkId: link!.id }]))
    comeTo(house, house.now + 30 * DAY)
    expect([stateOf(house), house.account.get('link', link!.id)!.cut]).toEqual([['done'], true])
  })

  test('holds nothing that is done at the door', () => {
    const house = House.open()
    house.do('Oriel', house.invitation())
    const accept = { type: 'accept', offerId: house.offerOf('Sorrel'), loginId: nextId(), proven: true }
    expect(house.refusals('Oriel', plan([accept]))).toEqual(['cannot-wait'])
    expect(house.refusals('Oriel', plan([{ type: 'decline', offerId: house.offerOf('Sorrel') }]))).toEqual([
      'cannot-wait',
    ])
  })

  test('does not happen if it would cost more than was shown', () => {
    const house = House.open()
    const seat = (seatType: string) => ({
      type: 'give-seat',
      personId: house.person('Mirren'),
      product: 'log',
      seatType,
    })
    const held = house.account.by('holding', 'person', house.person('Mirren'))[0]
    if (held) house.do('Oriel', { type: 'end-seat', holdingId: held.id })
    house.do('Oriel', plan([seat('field')]))
    const [row] = [...house.account.all('planned')]
    expect(row!.costMinor).toBe(1400)
    const [sheet] = [...house.account.all('sheet')]
    const seatTypes = sheet!.sheet.seatTypes.map((type) => ({ ...type, priceMinor: type.priceMinor && 9000 }))
    house.do('Oriel', { type: 'import-sheet', sheet: { ...sheet!.sheet, seatTypes } })
    comeTo(house, house.now + 50 * DAY)
    expect(stateOf(house)).toEqual(['refused'])
  })

  test('is shown as of its day, and undone by putting it down', () => {
    const house = House.open()
    const give = { type: 'give', subjectKind: 'person', subjectId: house.person('Rafe') }
    const made = plan([{ ...give, roleId: house.role('Rope access'), placeId: house.place('Main') }])
    const shown = house.show('Oriel', made)
    expect(shown.sentences).toEqual([expect.stringMatching(/^Plan for 1 July: Give Rafe Gardener Rope access at Main/)])
    expect(shown.problems).toEqual([])
    expect(house.show('Oriel', plan([wall(house)], '2026-01-01')).problems[0]!.code).toBe('date-past')
    house.do('Oriel', made)
    const row = [...house.account.all('planned')][0]!
    house.do('Oriel', {
      type: 'undo',
      version: 2,
      edits: [{ table: 'planned', key: row.id, before: null, after: row }],
      changes: [made],
    })
    expect(stateOf(house)).toEqual(['put-down'])
    const other = {
      type: 'undo',
      version: 2,
      edits: [{ table: 'planned', key: row.id, before: row, after: { ...row, state: 'put-down' } }],
      changes: [{ type: 'put-down-planned', plannedId: row.id }],
    }
    expect(house.refusals('Rafe', other)).toEqual(['not-allowed'])
  })

  test('is what dating a docket makes where a line has no day of its own', () => {
    const house = House.open()
    const fill = (changes: object[], on: string | null) =>
      fillDocket(
        house.account,
        readFilling({ kind: 'date-docket', changes, on }).value!,
        house.person('Oriel'),
        house.now,
        nextId,
      )
    const filled = fill([wall(house)], '2026-07-01')
    expect(filled.changes).toEqual([expect.objectContaining({ type: 'plan-docket', at: '2026-07-01' })])
    expect(fill(filled.changes, null).changes).toEqual([wall(house)])
    expect(fill([house.invitation(), wall(house)], '2026-07-01').rest).toMatch(/cannot wait|Not everything/)
    const owner = { type: 'change-person', personId: house.person('Rafe'), standing: 'owner' }
    expect(house.try('Oriel', plan([owner])).isGrave).toBe(true)
  })
})
