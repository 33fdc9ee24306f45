import {
  askedToTake,
  backFrom,
  askView,
  betweenView,
  departuresView,
  departureView,
  deskView,
  handoverGains,
  isWorthAMessage,
  leavingView,
  meanwhileView,
  needsOf,
  openDeparture,
  ownAbsences,
  ownLeaving,
  readInstant,
  Sight,
  unseenPerson,
} from '../src/index.ts'
import { House } from './house.ts'

const FRIDAY = '2026-06-19T17:00'
const sightOf = (it: House, who: string, now = it.now) => new Sight(it.account, it.person(who), now)
const leaving = (it: House, who: string, more: object = {}) => ({
  type: 'plan-departure',
  personId: it.person(who),
  ...more,
})

/** Rafe, who manages Corin, leaves on Friday; Mirren is asked to take Corin over. */
function planned(): House {
  const it = House.open()
  it.do('Oriel', { type: 'change-settings', leaverLines: [{ name: 'Van key', kinds: ['staff'] }] })
  it.do('Oriel', { type: 'change-person', personId: it.person('Corin'), managerId: it.person('Rafe') })
  const takes = { what: 'report', id: it.person('Corin'), takerId: it.person('Mirren'), acceptBy: '2026-06-18' }
  return it.do('Oriel', leaving(it, 'Rafe', { at: FRIDAY, handovers: [takes] }))
}

describe('the list of departures', () => {
  test('is for whoever sees people’s records, and tells the state of each', () => {
    const it = planned()
    expect(departuresView(sightOf(it, 'Rafe'))).toBeUndefined()
    expect(departuresView(sightOf(it, 'Corin'))).toBeUndefined()
    expect(departuresView(sightOf(it, 'Tamsin'))!.departures).toMatchObject([
      { name: 'Rafe Gardener', state: 'planned', at: '19 June, 17:00', date: '2026-06-19', of: 2 },
    ])
    it.do('Oriel', { type: 'run-departure', departureId: openDeparture(it.account, it.person('Rafe'))!.id })
    expect(departuresView(sightOf(it, 'Tamsin'))!.departures).toMatchObject([{ state: 'running', done: 2, of: 4 }])
    it.do('Oriel', { type: 'plan-departure', personId: it.person('Mirren'), at: FRIDAY })
    it.do('Oriel', { type: 'put-down-departure', departureId: openDeparture(it.account, it.person('Mirren'))!.id })
    expect(departuresView(sightOf(it, 'Tamsin'))!.departures).toHaveLength(1)
  })

  test('proposes those whose engagement ends, first who should have left already', () => {
    const it = House.open((book) => {
      book.people.find(({ name }) => name === 'Corin Client')!.engagement = { from: '2025-01-01', until: '2026-06-10' }
    })
    it.do('Oriel', { type: 'change-person', personId: it.person('Rafe'), engagementUntil: '2026-07-15' })
    it.do('Oriel', { type: 'change-person', personId: it.person('Mirren'), engagementUntil: '2026-12-31' })
    expect(departuresView(sightOf(it, 'Oriel'))!.proposed).toEqual([
      { personId: it.person('Corin'), name: 'Corin Client', date: '2026-06-10', over: true },
      { personId: it.person('Rafe'), name: 'Rafe Gardener', date: '2026-07-15', over: false },
    ])
  })

  test('tells times away, the reason to the office and to whoever gave it', () => {
    const it = House.open()
    it.do('Rafe', {
      type: 'ask-away',
      personId: it.person('Rafe'),
      from: '2026-06-22',
      until: '2026-06-30',
      reason: 'Private',
    })
    const [seen] = departuresView(sightOf(it, 'Tamsin'))!.absences
    expect(seen).toMatchObject({ state: 'asked', from: '22 June', until: '30 June', reason: 'Private' })
    expect(ownAbsences(sightOf(it, 'Rafe'))).toMatchObject([{ state: 'asked', reason: 'Private' }])
    expect(ownAbsences(sightOf(it, 'Mirren'))).toEqual([])
  })
})

describe('one departure', () => {
  test('shows each thing with its taker; whoever does not see the leaver’s record finds none (model D5)', () => {
    const it = planned()
    const { id } = openDeparture(it.account, it.person('Rafe'))!
    const view = departureView(sightOf(it, 'Tamsin'), id)!
    expect(view.things.map(({ what, text, taker }) => [what, text, taker?.name])).toEqual([
      ['report', 'Corin Client', 'Mirren Steward'],
      ['line', 'Van key', 'Oriel Owner'],
    ])
    expect(view.localTime).toBe('2026-06-19T17:00')
    expect(departureView(sightOf(it, 'Mirren'), id)).toBeUndefined()
    expect(departureView(sightOf(it, 'Tamsin'), it.person('Rafe'))).toBeUndefined()
  })

  test('before it is planned, proposes a taker for everything', () => {
    const it = House.open()
    it.do('Oriel', { type: 'change-person', personId: it.person('Corin'), managerId: it.person('Rafe') })
    expect(leavingView(sightOf(it, 'Tamsin'), it.person('Rafe'))).toMatchObject({
      departureId: null,
      proposed: { name: 'Oriel Owner' },
      things: [{ what: 'report', chosen: false, takers: ['person'] }],
    })
    expect(leavingView(sightOf(it, 'Corin'), it.person('Rafe'))).toBeUndefined()
  })
})

describe('the leaver’s own page, and the taker’s', () => {
  test('says when, to whom things pass, and what to hand back; names only those the leaver sees', () => {
    const it = planned()
    expect(ownLeaving(sightOf(it, 'Rafe'))).toEqual({
      at: '19 June, 17:00',
      things: [{ what: 'report', text: 'Corin Client', taker: 'Mirren Steward' }],
      handBack: ['Van key'],
    })
    expect(ownLeaving(sightOf(it, 'Mirren'))).toBeNull()
    it.do('Oriel', { type: 'plan-departure', personId: it.person('Corin'), at: FRIDAY })
    // A guest reads nothing of people they do not meet.
    expect(JSON.stringify(ownLeaving(sightOf(it, 'Corin')))).not.toContain('Oriel Owner')
    expect(unseenPerson()).toBeTruthy()
  })

  test('asks the taker until it is answered, or the time for it has passed', () => {
    const it = planned()
    const asked = askedToTake(sightOf(it, 'Mirren'))
    expect(asked).toMatchObject([{ what: 'report', from: 'Rafe Gardener', by: '18 June' }])
    expect(askedToTake(sightOf(it, 'Tamsin'))).toEqual([])
    expect(askedToTake(sightOf(it, 'Mirren', readInstant('2026-06-19T00:00:00Z')))).toEqual([])
    const { departureId, what, id } = asked[0]!
    it.do('Mirren', { type: 'answer-handover', departureId, what, id, accept: false })
    expect(askedToTake(sightOf(it, 'Mirren'))).toEqual([])
    const view = departureView(sightOf(it, 'Oriel'), departureId)!
    expect(view.things[0]!.taker!.name).toBe('Oriel Owner')
  })
})

describe('the Desk and the top field', () => {
  const kinds = (it: House, who: string, now = it.now) => deskView(sightOf(it, who, now)).needs.map(({ kind }) => kind)

  test('ask for what is to be handed back, and for an answer to who asks to be away', () => {
    const it = planned()
    it.do('Mirren', { type: 'ask-away', personId: it.person('Mirren'), from: '2026-07-01', until: '2026-07-10' })
    it.do('Oriel', { type: 'run-departure', departureId: openDeparture(it.account, it.person('Rafe'))!.id })
    expect(kinds(it, 'Oriel')).toEqual(['away-asked', 'to-hand-back'])
  })

  test('a planned departure is no end of an engagement that somebody has to see to', () => {
    const it = planned()
    expect(kinds(it, 'Oriel')).not.toContain('ends-soon')
    expect(kinds(it, 'Oriel', readInstant('2026-06-20T08:00:00Z'))).not.toContain('engagement-over')
  })

  test('remind of whom to erase, where the account says how long people are kept', () => {
    const it = House.open()
    it.do('Oriel', leaving(it, 'Rafe'))
    const { id: departureId } = openDeparture(it.account, it.person('Rafe'))!
    it.bySchedule(it.now, { type: 'close-departure', departureId, recordHash: 'x' })
    const later = readInstant('2026-12-01T08:00:00Z')
    expect(kinds(it, 'Oriel', later)).not.toContain('to-erase')
    it.do('Oriel', { type: 'change-settings', erasedAfterDays: 90 })
    expect(kinds(it, 'Oriel', later)).toContain('to-erase')
    expect(kinds(it, 'Oriel')).not.toContain('to-erase')
    // Where they are erased by themselves there is nothing to call to mind.
    it.do('Oriel', { type: 'change-settings', erasedByItself: true })
    expect(kinds(it, 'Oriel', later)).not.toContain('to-erase')
  })

  test('understand who is to be cut off, and who leaves this month', () => {
    const it = planned()
    const asked = (who: string, text: string) => askView(sightOf(it, who), text).answer
    expect(asked('Oriel', 'cut off mirren')!.lines).toMatchObject([{ personId: it.person('Mirren'), cutOff: true }])
    expect(asked('Oriel', 'cut off nobody')).toBeNull()
    // It is no order for anyone who may not.
    expect(asked('Mirren', 'cut off rafe')).toBeNull()
    expect(asked('Oriel', 'leaving this month')).toMatchObject({
      question: 'Leaving this month: 1',
      lines: [{ text: 'Rafe Gardener' }],
    })
  })
})

describe('two states of an account compared (model A7)', () => {
  test('who gained, lost, rose or fell where; for whoever sees the ledger', () => {
    const it = House.open()
    const before = { account: it.account, instant: it.now }
    it.give('Rafe', 'Gardener', 'Harbour')
    it.do('Oriel', { type: 'end-seat', holdingId: it.account.by('holding', 'person', it.person('Mirren'))[0]!.id })
    const after = { account: it.account, instant: it.now }
    expect(betweenView(sightOf(it, 'Rafe'), before, after)).toBeUndefined()
    const view = betweenView(sightOf(it, 'Oriel'), before, after)!
    expect(view.lines.filter(({ way }) => way === 'gained')).toMatchObject([
      { name: 'Rafe Gardener', place: 'Harbour' },
    ])
    // Mirren keeps what needs no seat: giving access at Pellworth.
    expect(
      view.lines
        .filter(({ name }) => name === 'Mirren Steward')
        .every(({ way }) => way === 'lost' || way === 'lowered'),
    ).toBe(true)
    expect(view.counts.gained).toBe(1)
    expect(view.people).toEqual([{ state: 'active', before: 5, after: 5 }])
    expect(betweenView(sightOf(it, 'Oriel'), after, after)!.lines).toEqual([])
  })

  test('places that moved as the one above them stand in its line; the counts are of all', () => {
    const it = House.open()
    const before = { account: it.account, instant: it.now }
    it.give('Rafe', 'Gardener', 'Corvane')
    const view = betweenView(sightOf(it, 'Oriel'), before, { account: it.account, instant: it.now })!
    expect(view.lines).toMatchObject([{ name: 'Rafe Gardener', place: 'Corvane', beneath: 1 }])
    expect([view.counts.gained, view.more]).toEqual([2, 0])
  })
})

describe('what a taker would gain (model X3)', () => {
  /** Mirren alone is steward of Pellworth, and Corin reports to her. */
  function house(): House {
    const it = House.open()
    return it.do('Oriel', { type: 'change-person', personId: it.person('Corin'), managerId: it.person('Mirren') })
  }
  const gains = (it: House, looker: string, handovers: object[]) =>
    handoverGains(sightOf(it, looker), it.person('Mirren'), handovers as never)

  test('is the keys and the seat that come along, with its price for whoever sees sums', () => {
    const it = house()
    const [main] = it.account.by('grant', 'person', it.person('Mirren')).map(({ placeId }) => placeId)
    const toCorin = { what: 'steward', id: main, takerId: it.person('Corin') }
    const found = gains(it, 'Oriel', [toCorin])!
    const steward = found.find(({ what }) => what === 'steward')!
    expect(steward).toMatchObject({ id: main, waits: null })
    expect(steward.gains[0]).toMatch(/^Steward at /)
    expect(found.find(({ what }) => what === 'report')).toMatchObject({ gains: [], waits: null })
    // It is shown and nothing more: the account is as it was.
    expect(it.account.by('grant', 'person', it.person('Corin')).map(({ placeId }) => placeId)).not.toContain(main)
  })

  test('is nothing, and would wait, where the taker is not in', () => {
    const it = house()
    const [main] = it.account.by('grant', 'person', it.person('Mirren')).map(({ placeId }) => placeId)
    it.do('Oriel', leaving(it, 'Rafe'))
    const [toRafe] = gains(it, 'Oriel', [{ what: 'steward', id: main, takerId: it.person('Rafe') }])!.filter(
      ({ what }) => what === 'steward',
    )
    expect(toRafe).toMatchObject({ gains: [], waits: 'The person who was to take it over is no longer active.' })
  })

  test('is shown with the plan, from its day on; a place that is taken over is not left without a steward', () => {
    const it = house()
    const [main] = it.account.by('grant', 'person', it.person('Mirren')).map(({ placeId }) => placeId)
    const toCorin = { what: 'steward', id: main, takerId: it.person('Corin') }
    const shown = it.show('Oriel', leaving(it, 'Mirren', { at: FRIDAY, handovers: [toCorin] }))
    expect(shown.problems).toEqual([])
    const gained = shown.access.effects.filter(({ kind }) => kind === 'gained')
    expect(gained.map(({ personName, from }) => `${personName} ${from}`)).toEqual(['Corin Client 2026-06-19'])
    const lost = shown.access.effects.filter(({ kind }) => kind === 'lost')
    expect(new Set(lost.map(({ personName, from }) => `${personName} ${from}`))).toEqual(
      new Set(['Mirren Steward 2026-06-19']),
    )
    // The owner takes it over by a key of their own: that is a steward's work too.
    const now = it.show('Oriel', leaving(it, 'Mirren'))
    expect(now.watchOut.map(({ code }) => code)).not.toContain('no-steward')
    const letGo = it.show('Oriel', leaving(it, 'Mirren', { handovers: [{ what: 'steward', id: main }] }))
    expect(letGo.watchOut.map(({ code }) => code)).toContain('no-steward')
  })

  test('is not for whoever does not see the leaver’s record', () => {
    const it = house()
    expect(gains(it, 'Corin', [])).toBeUndefined()
  })
})

describe('what changed while somebody was away (model X1)', () => {
  test('is told on return, of their own reach alone, for two weeks', () => {
    const it = House.open()
    it.do('Oriel', { type: 'go-away', personId: it.person('Rafe'), keepSeats: true })
    const before = { account: it.account, instant: it.now - 2 }
    expect(backFrom(sightOf(it, 'Rafe'))).toBeUndefined()
    it.now = readInstant('2026-06-18T08:00:00Z')
    it.give('Rafe', 'Gardener', 'Corvane')
    it.now = readInstant('2026-06-20T08:00:00Z')
    it.do('Oriel', { type: 'come-back', absenceId: it.account.by('absence', 'person', it.person('Rafe'))[0]!.id })
    const absence = backFrom(sightOf(it, 'Rafe'))!
    const was = { account: House.open().account, instant: before.instant }
    const told = meanwhileView(sightOf(it, 'Rafe'), absence, { ...was, account: before.account })
    expect(told).toMatchObject({ from: '2026-06-16', until: '2026-06-20', withoutSeats: false, more: 0 })
    expect(told.lines.map(({ way, place }) => `${way} ${place}`)).toContain('gained Corvane')
    expect(told.lines.every(({ personId }) => personId === it.person('Rafe'))).toBe(true)
    expect(backFrom(sightOf(it, 'Mirren'))).toBeUndefined()
    expect(backFrom(sightOf(it, 'Rafe', readInstant('2026-07-20T08:00:00Z')))).toBeUndefined()
  })
})

test('a message in the morning: an end that comes near is worth one 14, 7 and 1 days before, the rest always', () => {
  const it = House.open()
  it.do('Oriel', { type: 'change-person', personId: it.person('Rafe'), engagementUntil: '2026-06-30' })
  const worth = (day: string) => {
    const at = readInstant(`${day}T08:00:00Z`)
    return isWorthAMessage(it.account, needsOf(it.account, it.person('Oriel'), at), at)
  }
  const days = ['06-16', '06-17', '06-22', '06-23', '06-24', '06-28', '06-29', '06-30']
  expect(days.filter((day) => worth(`2026-${day}`))).toEqual(['06-16', '06-23', '06-29'])
  // Who is in beyond their end needs someone each day.
  expect(worth('2026-07-02')).toBe(true)
})
