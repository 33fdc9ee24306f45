import { mayPrintFirstSlip, readInstant, Sight, whenDue, type Id, type Level } from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

/** Gives someone rights of Jolly Porter's own at the root, as the owner. */
function office(house: House, who: string, areas: Record<string, Level>, more: object = {}): void {
  const name = `Office of ${who} ${Object.keys(areas).join(' ')}`
  const list = Object.entries(areas).map(([area, level]) => ({ area: `porter/${area}`, level }))
  house.do('Oriel', { type: 'make-role', name, areas: list })
  const subject = { subjectKind: 'person', subjectId: house.person(who) }
  house.do('Oriel', { type: 'give', ...subject, roleId: house.role(name), placeId: house.account.root.id, ...more })
}

/** Those of one firm are gardeners at Corvane by a rule. */
function withRule(house: House): Id {
  const employerId = [...house.account.all('employer')][0]!.id
  const rule = [{ allOf: [{ field: 'employer', value: employerId }] }]
  house.do('Oriel', { type: 'make-group', name: 'Highfast crew', rule })
  const groupId = [...house.account.all('group')].find(({ name }) => name === 'Highfast crew')!.id
  const subject = { subjectKind: 'group', subjectId: groupId }
  const [roleId, placeId] = [house.role('Gardener'), house.place('Corvane')]
  house.do('Oriel', { type: 'give', ...subject, roleId, placeId })
  return employerId
}

const newcomer = { name: 'Sorrel Climber', email: 'sorrel@house.example', kind: 'staff', grants: [], seats: [] }

describe('whoever steers where an offer goes could give what it gives (model I10, D1)', () => {
  const correct = (house: House) => {
    return { type: 'correct-address', offerId: house.offerOf('Sorrel'), email: 'mine@house.example' }
  }

  test('an administrator’s invitation is redirected by administrators and owners only, by no field of it', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'change' })
    house.do('Oriel', { type: 'invite', ...newcomer, standing: 'administrator' })
    const phone = { type: 'change-person', personId: house.person('Sorrel'), phone: '+353 1 555 0100' }
    for (const change of [correct(house), phone, { type: 'resend', offerId: house.offerOf('Sorrel') }]) {
      expect(house.refusals('Rafe', change)).toEqual(['administrators-only'])
      expect(house.refusals('Tamsin', change)).toEqual([])
    }
  })

  test('nobody prints the slip of an offer they could not make', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'change' })
    house.do('Oriel', { type: 'invite', ...newcomer, email: null, standing: 'administrator' })
    const sorrel = [...house.account.all('person')].find(({ id }) => house.account.nameOf(id) === newcomer.name)!
    const mayPrint = (who: string) => mayPrintFirstSlip(new Sight(house.account, house.person(who), house.now), sorrel)
    expect(['Rafe', 'Tamsin', 'Oriel'].map(mayPrint)).toEqual([false, true, true])
  })

  test('what it gives is judged at the correction, and whoever corrects it answers for it from then on', () => {
    const house = House.open()
    for (const who of ['Rafe', 'Mirren']) office(house, who, { people: 'change', seats: 'add' })
    house.do('Oriel', house.invitation({ seats: [] }))
    expect(new Set(house.refusals('Rafe', correct(house)))).toEqual(new Set(['beyond-own']))
    const offerId = house.offerOf('Sorrel')
    house.do('Mirren', correct(house))
    expect(house.account.get('offer', offerId)!.sponsorId).toBe(house.person('Mirren'))
  })

  test('so is what a rule gives them, and what every guest has', () => {
    const bare = { seats: [], grants: [], standing: 'guest' }
    const house = House.open()
    office(house, 'Rafe', { people: 'change' })
    house.do('Oriel', house.invitation(bare))
    expect(house.refusals('Rafe', correct(house))).toEqual([])
    const [roleId, placeId] = [house.role('Gardener'), house.place('Corvane')]
    house.do('Oriel', { type: 'give', subjectKind: 'standing', subjectId: 'guest', roleId, placeId })
    expect(new Set(house.refusals('Rafe', correct(house)))).toEqual(new Set(['beyond-own']))
    const ruled = House.open()
    office(ruled, 'Rafe', { people: 'change' })
    ruled.do('Oriel', ruled.invitation({ ...bare, employerId: withRule(ruled) }))
    expect(new Set(ruled.refusals('Rafe', correct(ruled)))).toEqual(new Set(['beyond-own']))
  })
})

describe('an offer is judged by all it would give (model A7, D1)', () => {
  test('a field that a rule reads gives what the group holds', () => {
    const house = House.open()
    const employerId = withRule(house)
    const seats: object[] = []
    expect(house.refusals('Mirren', house.invitation({ seats, employerId }))).toEqual(['beyond-own'])
    expect(house.refusals('Mirren', house.invitation({ seats }))).toEqual([])
  })

  test('at its use too: what a rule gives by then waits for somebody who could give it', () => {
    const house = House.open()
    const employerId = [...house.account.all('employer')][0]!.id
    house.do('Mirren', house.invitation({ seats: [], employerId }))
    withRule(house)
    house.accept('Sorrel')
    expect(house.stateOf('Sorrel')).toBe('waiting')
    expect(house.refusals('Mirren', { type: 'admit', personId: house.person('Sorrel') })).not.toEqual([])
    house.do('Tamsin', { type: 'admit', personId: house.person('Sorrel') })
    expect(house.stateOf('Sorrel')).toBe('active')
  })

  test('an invitation to another, opened by somebody who is here, waits and is admitted to them', () => {
    const house = House.open()
    house.do('Oriel', house.invitation({ seats: [] }))
    const [rafe, loginId] = [house.account.get('person', house.person('Rafe'))!, nextId()]
    const after = { ...rafe, loginId }
    house.account = house.account.with([{ table: 'person', key: rafe.id, before: rafe, after } as never])
    const keys = () => house.account.by('grant', 'person', rafe.id).length
    const before = keys()
    house.acceptAs('Sorrel', loginId, false)
    expect(keys()).toBe(before)
    expect(house.account.personal(rafe.id, 'invitedAs')).toBe('sorrel@house.example')
    house.do('Tamsin', { type: 'admit', personId: rafe.id })
    expect(keys()).toBe(before + 1)
    expect(house.account.personal(rafe.id, 'invitedAs')).toBeUndefined()
  })
})

describe('a planned ending rests on a right its planner had (model Z4)', () => {
  const plan = (house: House, change: object) =>
    house.read({ type: 'plan-docket', at: '2026-07-10', changes: [change] })
  const due = readInstant('2026-07-10T08:00:00+01:00')
  const problems = (house: House) => {
    const [row] = [...house.account.all('planned')]
    return whenDue(house.account, row!, due).problems.map(({ code }) => code)
  }

  test('one that was only planned to be theirs does not do', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'change' }, { from: '2026-07-01' })
    house.do('Rafe', plan(house, { type: 'leave', personId: house.person('Corin') }))
    expect(problems(house)).toEqual([])
    const [grant] = house.account.by('grant', 'person', house.person('Rafe')).filter((one) => one.from > house.now)
    house.do('Oriel', { type: 'take', grantId: grant!.id })
    expect(problems(house)).toEqual(['not-allowed'])
  })

  test('one they had does, also once they lost it, but not without sight of whom it concerns', () => {
    const house = House.open()
    house.do('Tamsin', plan(house, { type: 'leave', personId: house.person('Corin') }))
    const lower = (standing: string) => {
      house.do('Oriel', { type: 'change-person', personId: house.person('Tamsin'), standing })
    }
    lower('member')
    expect(problems(house)).toEqual([])
    lower('guest')
    expect(problems(house)).not.toEqual([])
  })

  test('an owner is ended by owners only, also who became one since', () => {
    const house = House.open()
    house.do('Tamsin', plan(house, { type: 'leave', personId: house.person('Rafe') }))
    house.do('Oriel', { type: 'change-person', personId: house.person('Rafe'), standing: 'owner' })
    expect(problems(house)).toEqual(['owners-only'])
  })

  test('handed over to somebody else, it is decided by their rights', () => {
    const house = House.open()
    house.do('Tamsin', plan(house, { type: 'leave', personId: house.person('Corin') }))
    const [row] = [...house.account.all('planned')]
    house.do('Tamsin', { type: 'hand-over', what: 'plan', id: row!.id, toId: house.person('Rafe') })
    expect(problems(house)).toEqual(['not-allowed'])
  })
})

describe('what only some may do, whatever kind of change does it', () => {
  test('an administrator’s state, dates, departure and absence are for administrators and owners (model P6)', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'run' })
    const personId = house.person('Tamsin')
    for (const change of [
      { type: 'leave', personId },
      { type: 'plan-departure', personId },
      { type: 'plan-departure', personId, at: '2026-08-01' },
      { type: 'go-away', personId },
      { type: 'change-person', personId, engagementUntil: '2026-08-01' },
      { type: 'change-person', personId, standing: 'guest' },
    ]) {
      expect([change, house.refusals('Rafe', change).length > 0]).toEqual([change, true])
      expect([change, house.refusals('Oriel', change)]).toEqual([change, []])
    }
    expect(house.refusals('Rafe', { type: 'change-person', personId, reference: 'X' })).toEqual([])
    expect(house.refusals('Rafe', { type: 'leave', personId: house.person('Corin') })).toEqual([])
  })

  test('the invitation of an administrator is passed on, and so withdrawn, by administrators and owners (model D3, I10)', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'run' })
    house.do('Oriel', house.invitation({ name: 'Second Head', email: 'head@house.example', standing: 'administrator' }))
    const offerId = house.account.by('offer', 'person', house.account.peopleByEmail('head@house.example')[0]!)[0]!.id
    const pass = (to: string) => ({ type: 'hand-over', what: 'invitation', id: offerId, toId: house.person(to) })
    for (const to of ['Rafe', 'Tamsin']) {
      expect(house.refusals('Rafe', pass(to))).toEqual(['administrators-only'])
      expect(house.refusals('Tamsin', pass(to))).toEqual([])
    }
    expect(house.refusals('Rafe', { type: 'withdraw', offerId })).toEqual(['administrators-only'])
  })

  test('nobody names themselves as approver through somebody’s departure (model V5, D2)', () => {
    const house = House.open()
    office(house, 'Rafe', { people: 'change' })
    const areas = [{ area: 'log/photos', level: 'change', approval: ['change'] }]
    const approvers = { kind: 'named', personIds: [house.person('Corin')] }
    house.do('Oriel', { type: 'make-role', name: 'Drafts', areas, approvers })
    const roleId = house.role('Drafts')
    const takes = { what: 'approver', id: roleId, takerKind: 'person', takerId: house.person('Rafe') }
    const departure = { type: 'plan-departure', personId: house.person('Corin'), handovers: [takes] }
    const named = (who: string) => {
      const after = house.try(who, departure).after.get('role', roleId)!.approvers
      return after?.kind === 'named' ? after.personIds : []
    }
    expect(named('Rafe')).not.toContain(house.person('Rafe'))
    expect(named('Oriel')).toContain(house.person('Rafe'))
  })

  test('erasing by itself and how owners sign in are not for whoever changes settings', () => {
    const house = House.open()
    office(house, 'Rafe', { settings: 'change' })
    const set = (more: object) => ({ type: 'change-settings', ...more })
    expect(house.refusals('Rafe', set({ name: 'Other' }))).toEqual([])
    expect(house.refusals('Rafe', set({ erasedAfterDays: 1, erasedByItself: true }))).toEqual(['not-allowed'])
    house.do(
      'Oriel',
      set({ secondMeansFor: ['owner', 'administrator', 'guest'], erasedAfterDays: 90, erasedByItself: true }),
    )
    expect(house.refusals('Rafe', set({ erasedAfterDays: 1 }))).toEqual(['not-allowed'])
    expect(house.refusals('Rafe', set({ secondMeansFor: ['administrator'] }))).toEqual(['owners-only'])
    expect(house.refusals('Tamsin', set({ secondMeansFor: ['administrator'] }))).toEqual(['owners-only'])
    expect(house.refusals('Rafe', set({ secondMeansFor: ['owner'] }))).toEqual(['administrators-only'])
    expect(house.refusals('Rafe', set({ secondMeansFor: ['owner', 'administrator'] }))).toEqual([])
  })

  test('a sheet neither reprices nor hands out seats by the right to connections alone (model L6, S10)', () => {
    const house = House.open()
    office(house, 'Rafe', { connections: 'run', access: 'run' })
    const { sheet } = [...house.account.all('sheet')][0]!
    const version = (more: object) => ({ type: 'import-sheet', sheet: { ...sheet, ...more } })
    const dearer = sheet.seatTypes.map((one) => ({ ...one, priceMinor: one.priceMinor * 3 }))
    expect(house.refusals('Rafe', version({ name: 'Bedding Log 2' }))).toEqual([])
    expect(house.refusals('Rafe', version({ seatTypes: dearer }))).toEqual(['not-allowed'])
    const comesAlong = [{ standing: 'member', seatType: sheet.seatTypes.find((one) => one.priceMinor > 0)!.code }]
    expect(house.refusals('Rafe', version({ comesAlong }))).toEqual(['not-allowed'])
    expect(house.refusals('Oriel', version({ comesAlong }))).toEqual([])
  })

  test('roles through walls are made and given by owners only, also by undoing (model T3)', () => {
    const house = House.open()
    house.do('Oriel', {
      type: 'make-role',
      name: 'Through',
      areas: [{ area: 'log/photos', level: 'see' }],
      wallPassing: true,
    })
    house.give('Corin', 'Through', 'Pellworth')
    const [grant] = house.account.by('grant', 'role', house.role('Through'))
    const take = { type: 'take', grantId: grant!.id }
    const taken = house.try('Tamsin', take)
    expect(taken.problems).toEqual([])
    house.account = taken.after
    const undo = { type: 'undo', version: 9, edits: taken.edits, changes: [take], seedId: nextId() }
    expect(house.refusals('Tamsin', undo)).toEqual(['wall-passing'])
    expect(house.refusals('Oriel', undo)).toEqual([])
  })
})
