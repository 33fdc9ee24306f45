import {
  absenceAt,
  billOf,
  decide,
  erasedByItselfNow,
  fillDocket,
  isHeldAt,
  openDeparture,
  preview,
  reach,
  readFilling,
  readInstant,
  Sight,
  stepsOf,
  thingsToPass,
  type Change,
  type Id,
} from '../../../src/index.ts'
import { actsFor } from '../../acting.ts'
import { House, nextId } from '../../house.ts'

const FRIDAY = '2026-06-19T17:00'
/** 17:00 in Dublin in summer. */
const FRIDAY_INSTANT = readInstant('2026-06-19T16:00:00Z')

/** Mirren, with reports, a group, a link, an invitation and the only stewardship of Pellworth. */
function house(change?: Parameters<typeof House.open>[0]): House {
  const it = House.open(change)
  const mirren = it.person('Mirren')
  it.do('Oriel', { type: 'change-person', personId: it.person('Rafe'), managerId: mirren })
  it.do('Oriel', { type: 'change-person', personId: mirren, standing: 'administrator' })
  it.do('Oriel', { type: 'make-group', name: 'Ropes', leadId: mirren })
  it.do('Mirren', it.invitation())
  return it
}

const leaving = (it: House, who: string, more: object = {}) => ({
  type: 'plan-departure',
  personId: it.person(who),
  ...more,
})
const departureOf = (it: House, who: string) => openDeparture(it.account, it.person(who))!

function shutDoors(it: House, who: string): House {
  const row = departureOf(it, who)
  return it.bySchedule(row.at, { type: 'run-departure', departureId: row.id })
}

describe('a departure that is planned (model X2, Z3)', () => {
  test('lets nothing hold beyond its instant, in any answer or bill, whether or not anybody is awake', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Rafe', { at: FRIDAY }))
    const rafe = it.person('Rafe')
    const at = (instant: number) => absenceAt(it.account.get('person', rafe)!, instant)
    expect(at(FRIDAY_INSTANT - 1)).toBeUndefined()
    expect(at(FRIDAY_INSTANT)).toBe('engagement-over')
    expect(it.account.get('person', rafe)!.state).toBe('active')
    const seat = it.account.by('holding', 'person', rafe)[0]!
    expect([isHeldAt(it.account, seat, FRIDAY_INSTANT - 1), isHeldAt(it.account, seat, FRIDAY_INSTANT)]).toEqual([
      true,
      false,
    ])
    expect(billOf(it.account, '2026-07').totalMinor).toBeLessThan(billOf(it.account, '2026-06').totalMinor)
  })

  test('shuts every door when it is due, and nothing acts for the leaver any more', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY }))
    shutDoors(it, 'Mirren')
    expect(it.stateOf('Mirren')).toBe('left')
    expect(actsFor(it.account, it.person('Mirren'), it.now)).toEqual([])
    expect(stepsOf(it.account, departureOf(it, 'Mirren').id).map(({ kind, state }) => `${kind} ${state}`)).toEqual(
      expect.arrayContaining(['doors done', 'handover done', 'record waiting']),
    )
  })

  test('hands each thing to exactly one taker, the proposed one where nobody chose', () => {
    const it = house()
    const group = [...it.account.all('group')].find(({ name }) => name === 'Ropes')!
    const handovers = [{ what: 'group-led', id: group.id, takerId: it.person('Tamsin') }]
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY, handovers }))
    const things = thingsToPass(it.account, it.person('Mirren'), departureOf(it, 'Mirren').handovers, it.now)
    expect(things.find(({ what }) => what === 'group-led')).toMatchObject({
      chosen: true,
      taker: { id: it.person('Tamsin') },
    })
    expect(things.find(({ what }) => what === 'report')).toMatchObject({
      chosen: false,
      taker: { id: it.person('Oriel') },
    })
    shutDoors(it, 'Mirren')
    expect(it.account.get('group', group.id)!.leadId).toBe(it.person('Tamsin'))
    expect(it.account.get('person', it.person('Rafe'))!.managerId).toBe(it.person('Oriel'))
    // The invitation lives on in its taker's name.
    expect(it.account.get('offer', it.offerOf('Sorrel'))!.sponsorId).toBe(it.person('Oriel'))
  })

  test('is counted again when due: what joined since passes on too', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY }))
    it.do('Oriel', { type: 'change-person', personId: it.person('Tamsin'), managerId: it.person('Mirren') })
    shutDoors(it, 'Mirren')
    expect(it.account.get('person', it.person('Tamsin'))!.managerId).toBe(it.person('Oriel'))
  })

  test('keeps a sole stewardship going, by the rights of whoever planned it; without them the step is blocked, the door shut', () => {
    const handovers = (of: House) => [{ what: 'steward', id: of.place('Pellworth'), takerId: of.person('Rafe') }]
    const it = House.open()
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY, handovers: handovers(it) }))
    shutDoors(it, 'Mirren')
    const runs = (of: House, who: string) =>
      reach(of.account, of.person(who), of.place('Pellworth'), 'porter/access', of.now).level
    expect(runs(it, 'Rafe')).toBe('change')

    const other = House.open()
    other.do('Oriel', leaving(other, 'Mirren', { at: FRIDAY, handovers: handovers(other) }))
    other.do('Oriel', leaving(other, 'Rafe'))
    shutDoors(other, 'Mirren')
    const blocked = stepsOf(other.account, departureOf(other, 'Mirren').id).filter(({ state }) => state === 'blocked')
    expect(other.stateOf('Mirren')).toBe('left')
    expect(blocked.map(({ what }) => what)).toEqual(['steward'])
    // An owner names another taker afterwards: what was held there is given from the plan's own memory.
    other.do('Oriel', { type: 'settle-step', stepId: blocked[0]!.id, how: 'pass', takerId: other.person('Tamsin') })
    const given = other.account.by('grant', 'person', other.person('Tamsin'))
    expect(given.map(({ placeId, roleId }) => [placeId, roleId])).toEqual([
      [other.place('Pellworth'), other.role('Steward')],
    ])
    expect(other.refusals('Oriel', { type: 'settle-step', stepId: blocked[0]!.id, how: 'let-go' })).toEqual(['settled'])
  })

  test('if they had to accept and did not, it rests with whoever proposed them', () => {
    const it = house()
    const what = { what: 'report', id: it.person('Rafe') }
    const handovers = [{ ...what, takerId: it.person('Tamsin'), acceptBy: '2026-06-18' }]
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY, handovers }))
    const accepted = new House(it.account, it.now)
    const { id: departureId } = departureOf(it, 'Mirren')
    expect(it.refusals('Rafe', { type: 'answer-handover', departureId, ...what, accept: true })).toEqual(['not-found'])
    accepted.do('Tamsin', { type: 'answer-handover', departureId, ...what, accept: true })
    expect(shutDoors(it, 'Mirren').account.get('person', it.person('Rafe'))!.managerId).toBe(it.person('Oriel'))
    expect(shutDoors(accepted, 'Mirren').account.get('person', it.person('Rafe'))!.managerId).toBe(it.person('Tamsin'))
  })

  test('is changed and put down, the end of the engagement with it', () => {
    const it = house()
    it.do('Oriel', { type: 'change-person', personId: it.person('Rafe'), engagementUntil: '2026-12-31' })
    const before = it.account.get('person', it.person('Rafe'))!.engagementUntil
    it.do('Oriel', leaving(it, 'Rafe', { at: FRIDAY }))
    const { id: departureId } = departureOf(it, 'Rafe')
    expect(it.refusals('Oriel', leaving(it, 'Rafe'))).toEqual(['planned-already'])
    expect(
      it.refusals('Oriel', { type: 'change-person', personId: it.person('Rafe'), engagementUntil: '2026-09-30' }),
    ).toEqual(['leaves-first'])
    it.do('Oriel', { type: 'change-departure', departureId, at: '2026-06-30' })
    expect(it.account.get('person', it.person('Rafe'))!.engagementUntil).toBe(readInstant('2026-06-30T23:00:00Z'))
    it.do('Oriel', { type: 'put-down-departure', departureId })
    expect(it.account.get('person', it.person('Rafe'))!.engagementUntil).toBe(before)
    expect(it.refusals('Oriel', { type: 'put-down-departure', departureId })).toEqual(['not-found'])
  })

  test('two who leave at the same time each hand on their stewardship', () => {
    const it = House.open()
    it.give('Rafe', 'Steward', 'Corvane')
    for (const [who, place] of [
      ['Mirren', 'Pellworth'],
      ['Rafe', 'Corvane'],
    ] as const) {
      const handovers = [{ what: 'steward', id: it.place(place), takerId: it.person('Tamsin') }]
      it.do('Oriel', leaving(it, who, { at: FRIDAY, handovers }))
    }
    shutDoors(shutDoors(it, 'Mirren'), 'Rafe')
    const given = it.account.by('grant', 'person', it.person('Tamsin')).map(({ placeId }) => placeId)
    expect(given.sort()).toEqual([it.place('Pellworth'), it.place('Corvane')].sort())
    for (const who of ['Mirren', 'Rafe']) {
      const steps = stepsOf(it.account, departureOf(it, who).id)
      expect(steps.filter(({ state }) => state === 'blocked')).toEqual([])
    }
  })

  test('is undone while it is ahead, the end of the engagement with it; what has happened is not', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Rafe', { at: FRIDAY }))
    expect(it.refusals('Oriel', it.undoing())).toEqual([])
    const undone = it.try('Oriel', it.undoing()).after
    expect(openDeparture(undone, it.person('Rafe'))).toBeUndefined()
    expect(undone.get('person', it.person('Rafe'))!.engagementUntil).toBeNull()
    const other = house()
    other.do('Oriel', leaving(other, 'Rafe'))
    expect(other.refusals('Oriel', other.undoing())).toEqual(['cannot-undo'])
  })

  test('a local time that never comes is the instant of the jump (model Z2)', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Rafe', { at: '2027-03-28T01:30' }))
    expect(departureOf(it, 'Rafe').at).toBe(readInstant('2027-03-28T01:00:00Z'))
  })

  test('refuses what cannot be: the last owner, the signatory, times that have passed, takers who are not in, themselves', () => {
    const it = house()
    expect(it.refusals('Tamsin', leaving(it, 'Oriel'))).toEqual(['owners-only'])
    expect(it.refusals('Oriel', leaving(it, 'Oriel'))).toEqual(['last-owner'])
    expect(it.refusals('Rafe', leaving(it, 'Mirren'))).toEqual(['not-allowed'])
    expect(it.refusals('Oriel', leaving(it, 'Rafe', { at: '2026-06-01' }))).toEqual(['date-past'])
    const to = (takerId: Id, more: object = {}) =>
      leaving(it, 'Mirren', { handovers: [{ what: 'report', id: it.person('Rafe'), takerId, ...more }] })
    expect(it.refusals('Oriel', to(it.person('Mirren')))).toEqual(['themselves'])
    expect(it.refusals('Oriel', to(it.place('Main'), { takerKind: 'place' }))).toEqual(['wrong-taker'])
    expect(it.refusals('Oriel', to(nextId()))).toEqual(['not-found'])
    expect(it.refusals('Oriel', to(it.person('Sorrel')))).toEqual(['not-in'])
    it.do('Oriel', leaving(it, 'Rafe'))
    expect(it.refusals('Oriel', leaving(it, 'Rafe'))).toEqual(['not-here'])
    expect(it.refusals('Oriel', { type: 'run-departure', departureId: nextId() })).toEqual(['not-found'])
  })

  test('passes nothing on to a taker who has left meanwhile: each such thing waits, the rest goes on (model X3)', () => {
    const it = house()
    const corin = it.person('Corin')
    it.do('Oriel', { type: 'change-person', personId: corin, managerId: it.person('Mirren') })
    const group = [...it.account.all('group')].find(({ name }) => name === 'Ropes')!
    const toRafe = [
      { what: 'report', id: corin, takerId: it.person('Rafe') },
      { what: 'group-led', id: group.id, takerId: it.person('Rafe') },
    ]
    it.do('Oriel', leaving(it, 'Mirren', { at: FRIDAY, handovers: toRafe }))
    it.do('Oriel', leaving(it, 'Rafe'))
    expect(it.refusals('Oriel', { type: 'change-person', personId: corin, managerId: it.person('Rafe') })).toEqual([
      'not-in',
    ])
    const { id } = departureOf(it, 'Mirren')
    shutDoors(it, 'Mirren')
    const steps = stepsOf(it.account, id)
    const blocked = steps.filter(({ state }) => state === 'blocked').map(({ what }) => what)
    expect(blocked.sort()).toEqual(['group-led', 'report'])
    expect(it.account.get('group', group.id)!.leadId).toBeNull()
    expect(it.stateOf('Mirren')).toBe('left')
  })

  test('takes nothing from anybody else: a preview names the leaver and the takers alone', () => {
    const it = house()
    const shown = preview(
      it.account,
      [it.read(leaving(it, 'Mirren'))],
      { kind: 'person', personId: it.person('Oriel') },
      it.now,
    )
    expect(shown.problems).toEqual([])
    expect(shown.access.effects.length).toBeGreaterThan(0)
    for (const { personId } of shown.access.effects) expect(personId).toBe(it.person('Mirren'))
  })
})

describe('steps and the record (model X4, X5)', () => {
  /** An account with a connected product, and things of its own to be handed back. */
  function connected(): House {
    const it = house()
    it.do('Oriel', {
      type: 'connect-product',
      product: 'log',
      scimAddress: 'http://127.0.0.1:1/scim/v2',
      thingsAddress: 'http://127.0.0.1:1/things',
    })
    return it.do('Oriel', {
      type: 'change-settings',
      leaverLines: [
        { name: 'Van key', kinds: ['staff'] },
        { name: 'Badge', kinds: ['client'] },
      ],
    })
  }

  test('are there for each connected product and each thing of the account’s own, and the record comes last', () => {
    const it = connected()
    it.do('Oriel', leaving(it, 'Rafe'))
    const { id: departureId } = departureOf(it, 'Rafe')
    const steps = stepsOf(it.account, departureId)
    expect(steps.map(({ kind }) => kind)).toEqual(['doors', 'things', 'close', 'line', 'record'])
    const close = { type: 'close-departure', departureId, recordHash: 'x' }
    const product = { kind: 'product', product: 'log' } as const
    const tryAs = (change: object) =>
      decide(it.account, [it.read(change)], product, it.now).problems.map(({ code }) => code)
    expect(tryAs(close)).toEqual(['not-settled'])
    expect(it.refusals('Oriel', { type: 'settle-step', stepId: steps[2]!.id, how: 'done' })).toEqual(['read-back'])
    expect(it.refusals('Oriel', { type: 'note-steps', departureId, steps: [] })).toEqual(['not-yours'])
    const noted = [steps[1]!, steps[2]!].map(({ id }) => ({ stepId: id, state: 'done' }))
    it.bySchedule(it.now, { type: 'note-steps', departureId, steps: noted })
    it.do('Oriel', { type: 'settle-step', stepId: steps[3]!.id, how: 'done' })
    it.bySchedule(it.now, close)
    expect(it.account.get('departure', departureId)!.state).toBe('done')
  })

  test('a blocked step is tried again, or given up by somebody who may', () => {
    const it = connected()
    it.do('Oriel', leaving(it, 'Rafe'))
    const { id: departureId } = departureOf(it, 'Rafe')
    const [, things] = stepsOf(it.account, departureId)
    it.bySchedule(it.now, {
      type: 'note-steps',
      departureId,
      steps: [{ stepId: things!.id, state: 'blocked', note: 'The product refuses.' }],
    })
    expect(it.refusals('Corin', { type: 'settle-step', stepId: things!.id, how: 'again' })).not.toEqual([])
    it.do('Oriel', { type: 'settle-step', stepId: things!.id, how: 'again' })
    expect(it.account.get('step', things!.id)).toMatchObject({ state: 'waiting', note: null })
    it.do('Oriel', { type: 'settle-step', stepId: things!.id, how: 'let-go' })
    expect(it.account.get('step', things!.id)!.state).toBe('let-go')
  })
})

describe('coming back after leaving (model X6)', () => {
  const fill = (it: House, who: string, more: object = {}) =>
    fillDocket(
      it.account,
      readFilling({ kind: 'return', personId: it.person(who), ...more }).value!,
      it.person('Oriel'),
      it.now,
      nextId,
    ).changes

  /** With a login, as everyone has who was ever in. */
  function withLogin(it: House, who: string): House {
    const row = it.account.get('person', it.person(who))!
    it.account = it.account.with([{ table: 'person', key: row.id, before: row, after: { ...row, loginId: nextId() } }])
    return it
  }

  test('everything the departure ended is offered, and gives back exactly that', () => {
    const it = withLogin(House.open(), 'Rafe')
    it.give('Rafe', 'Rope access', 'Harbour', { until: '2026-06-30' }).give('Rafe', 'Gardener', 'Harbour')
    const keysOf = () =>
      it.account
        .by('grant', 'subject', `person ${it.person('Rafe')}`)
        .filter(({ until }) => until === null || until > it.now)
        .map(({ roleId, placeId }) => `${roleId} ${placeId}`)
        .sort()
    const before = keysOf()
    it.do('Oriel', leaving(it, 'Rafe'))
    expect(keysOf()).toEqual([])
    it.do('Oriel', ...(fill(it, 'Rafe', { until: '2026-12-31' }) as Change[]))
    expect(it.stateOf('Rafe')).toBe('active')
    expect(keysOf()).toEqual(before)
    expect(
      it.account.by('holding', 'person', it.person('Rafe')).filter((one) => isHeldAt(it.account, one, it.now)),
    ).toHaveLength(1)
  })

  test('less what has ended by its own date or been retired meanwhile', () => {
    const it = withLogin(House.open(), 'Rafe')
    it.give('Rafe', 'Rope access', 'Harbour', { until: '2026-06-30' })
    it.do('Oriel', leaving(it, 'Rafe'))
    it.now = readInstant('2026-08-01T08:00:00Z')
    for (const grant of [...it.account.by('grant', 'role', it.role('Gardener'))]) {
      if (grant.until === null) it.do('Oriel', { type: 'take', grantId: grant.id })
    }
    it.do('Oriel', { type: 'retire-role', roleId: it.role('Gardener') })
    expect(fill(it, 'Rafe').map(({ type }) => type)).toEqual(['bring-back', 'give-seat'])
    expect(it.refusals('Oriel', { type: 'bring-back', personId: it.person('Mirren'), standing: 'member' })).toEqual([
      'not-left',
    ])
  })

  test('whoever has no way to sign in any more is invited again', () => {
    const it = House.open()
    it.do('Oriel', leaving(it, 'Rafe'))
    expect(it.refusals('Oriel', { type: 'bring-back', personId: it.person('Rafe'), standing: 'member' })).toEqual([
      'no-login',
    ])
  })
})

describe('a client’s engagement ends (model X8)', () => {
  test('of eleven from outside, eight leave and three keep what they have elsewhere', () => {
    const names = Array.from({ length: 11 }, (_, at) => `Rope${at}`)
    const it = House.open((book) => {
      for (const name of names) {
        book.people.push({
          ...{ email: `${name.toLowerCase()}@house.example`, name: `${name} Climber`, kind: 'contractor' },
          ...{ standing: 'guest', state: 'active' },
        })
      }
    })
    const staying = names.slice(8)
    for (const name of names) it.give(name, 'Rope access', 'Main')
    for (const name of staying) it.give(name, 'Rope access', 'Harbour')
    const filling = readFilling({ kind: 'client-ends', placeId: it.place('Pellworth') }).value!
    const { changes } = fillDocket(it.account, filling, it.person('Oriel'), it.now, nextId)
    it.do('Oriel', ...changes)
    expect(names.filter((name) => it.stateOf(name) === 'active')).toEqual(staying)
    for (const name of staying) {
      expect(reach(it.account, it.person(name), it.place('Main'), 'log/photos', it.now).level).toBe('none')
      expect(new Sight(it.account, it.person(name), it.now).seesPlace(it.place('Harbour'))).toBe(true)
    }
  })

  test('outsiders with nothing left elsewhere leave; the others lose what lies there', () => {
    const it = House.open((book) => {
      for (const name of ['Una', 'Ivo']) {
        book.people.push({
          email: `${name.toLowerCase()}@house.example`,
          name: `${name} Rope`,
          kind: 'contractor',
          standing: 'guest',
          state: 'active',
        })
      }
    })
    it.give('Una', 'Rope access', 'Main').give('Ivo', 'Rope access', 'Main').give('Ivo', 'Rope access', 'Harbour')
    const filling = readFilling({ kind: 'client-ends', placeId: it.place('Pellworth') }).value!
    const { changes } = fillDocket(it.account, filling, it.person('Oriel'), it.now, nextId)
    expect(changes.map(({ type }) => type).sort()).toEqual(['plan-departure', 'take'])
    it.do('Oriel', ...changes)
    expect([it.stateOf('Una'), it.stateOf('Ivo')]).toEqual(['left', 'active'])
    expect(reach(it.account, it.person('Ivo'), it.place('Main'), 'log/photos', it.now).level).toBe('none')
    expect(new Sight(it.account, it.person('Ivo'), it.now).seesPlace(it.place('Harbour'))).toBe(true)
  })
})

describe('erasing (model X7)', () => {
  test('destroys every personal value and leaves a pseudonym; final', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Rafe'))
    const rafe = it.person('Rafe')
    expect(it.refusals('Corin', { type: 'erase', personId: it.person('Corin') })).toEqual(['not-allowed'])
    expect(it.refusals('Oriel', { type: 'erase', personId: it.person('Mirren') })).toEqual(['not-gone'])
    // Their departure has to be settled first.
    expect(it.refusals('Oriel', { type: 'erase', personId: rafe })).toEqual(['leaving'])
    const { id: departureId } = departureOf(it, 'Rafe')
    it.bySchedule(it.now, { type: 'close-departure', departureId, recordHash: 'x' })
    const decision = it.try('Oriel', { type: 'erase', personId: rafe })
    expect(decision.effects).toEqual([{ kind: 'forget', personId: rafe, loginId: null }])
    expect([...decision.after.allPersonal()].filter(({ personId }) => personId === rafe)).toEqual([])
    expect(JSON.stringify(decision.edits)).not.toContain('Rafe')
    expect(decision.after.nameOf(rafe)).toMatch(/^Former person/)
    it.account = decision.after
    expect(it.refusals('Oriel', { type: 'erase', personId: rafe })).toEqual(['no-change'])
  })

  test('says before what goes and what stays', () => {
    const it = house()
    it.do('Oriel', leaving(it, 'Rafe'))
    const { id: departureId } = departureOf(it, 'Rafe')
    it.bySchedule(it.now, { type: 'close-departure', departureId, recordHash: 'x' })
    const shown = it.show('Oriel', { type: 'erase', personId: it.person('Rafe') })
    expect(shown.sentences).toEqual(['Erase Rafe Gardener'])
    const said = shown.watchOut.map(({ sentence }) => sentence)
    expect(said).toContainEqual(expect.stringMatching(/^Destroyed: name, email address, the signed leaver’s record;/))
    expect(said).toContainEqual(expect.stringMatching(/^Kept under a pseudonym: what they did in the ledger/))
  })

  test('is done by time itself only where the account says so, only of those gone long enough, whom the docket counts', () => {
    const it = house()
    const rafe = it.person('Rafe')
    it.do('Oriel', leaving(it, 'Rafe'))
    const erase = it.read({ type: 'erase', personId: rafe })
    const bySchedule = (at: number) =>
      decide(it.account, [erase], { kind: 'schedule' }, at).problems.map(({ code }) => code)
    const later = readInstant('2026-10-01T08:00:00Z')
    it.bySchedule(it.now, { type: 'close-departure', departureId: departureOf(it, 'Rafe').id, recordHash: 'x' })
    it.do('Oriel', { type: 'change-settings', erasedAfterDays: 90 })
    expect(bySchedule(later)).toEqual(['not-due'])
    const now = it.now
    it.now = later
    const shown = it.show('Oriel', { type: 'change-settings', erasedByItself: true })
    expect(shown.watchOut.map(({ code }) => code)).toContain('erases')
    it.do('Oriel', { type: 'change-settings', erasedByItself: true })
    expect(erasedByItselfNow(it.account, later).map(({ id }) => id)).toEqual([rafe])
    expect(erasedByItselfNow(it.account, now)).toEqual([])
    expect(bySchedule(now)).toEqual(['not-due'])
    expect(bySchedule(later)).toEqual([])
  })
})
