import type { BillView, PersonView, PlaceView, Preview } from '@lodge/core'
import { along, layBars, weeks, draggedTo } from '../src/logic/board.ts'
import { addDays, daysBetween, localParts, shortDate, todayIn } from '../src/logic/dates.ts'
import { byKind, countsOf, moneyMoved } from '../src/logic/effects.ts'
import { say } from './catalogue.ts'
import { countVerdicts, defaultsOf, emptyDefaults, sendable } from '../src/logic/arrivals.ts'
import { emptyInvitation, invitationFrom, invitationOf, startOf } from '../src/logic/invitation.ts'
import { changedIds, shownPlaces } from '../src/logic/lists.ts'
import { amount, signedSum, sum } from '../src/logic/money.ts'
import { matching } from '../src/logic/picking.ts'
import { lineText, rackText } from '../src/logic/seats.ts'
import type { NewOf } from '../src/api/types.ts'

const today = '2026-06-16'

describe('dates', () => {
  test('the year is said only when it is another', () => {
    expect(shortDate('2026-07-31', today)).toBe('31 Jul')
    expect(shortDate('2027-07-31', today)).toBe('31 Jul 2027')
    expect(shortDate(null, today)).toBe('')
  })

  test('today is the account’s, not the browser’s', () => {
    const late = new Date('2026-06-16T23:30:00Z')
    expect(todayIn('Europe/Dublin', late)).toBe('2026-06-17')
    expect(todayIn('America/Havana', late)).toBe('2026-06-16')
    expect(localParts('2026-06-16T23:30:00Z', 'Europe/Dublin')).toEqual({ date: '2026-06-17', time: '00:30' })
  })

  test('days are counted over clock changes', () => {
    expect(addDays('2026-03-28', 2)).toBe('2026-03-30')
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2)
  })
})

describe('money', () => {
  test('has the digits of its currency and a true minus', () => {
    expect(amount(41200, 'EUR', 'en-IE')).toBe('412.00')
    expect(amount(412, 'JPY', 'en-IE')).toBe('412')
    expect([1400, -1400, 0].map((minor) => signedSum(minor, 'EUR', 'en-IE'))).toEqual(['+€14.00', '−€14.00', '±€0.00'])
    expect([sum(41200, 'EUR', 'en-IE'), sum(412, 'JPY', 'en-IE')]).toEqual(['€412.00', '¥412'])
  })
})

describe('the Board', () => {
  test('a date lies where it belongs, and beyond the edge at the edge', () => {
    expect(along(addDays(today, -14), today)).toBe(0)
    expect(along(today, today)).toBeCloseTo(20)
    expect(along('2030-01-01', today)).toBe(100)
    expect(weeks(today)).toHaveLength(10)
    expect(weeks(today)[2]).toEqual({ date: today, left: 20 })
  })

  test('bars that would cover each other stand in rows of their own', () => {
    const bar = (name: string, from: string, until: string | null = null) => ({ personId: name, name, from, until })
    const laid = layBars(
      [bar('Bram Osterley', '2026-06-14'), bar('Lise Wetherby', '2026-06-15'), bar('Late', '2026-08-20')],
      today,
      false,
    )
    expect(laid.map((one) => one.row)).toEqual([0, 1, 0])
    // A tick is on its day; a name that has no room behind it is before it.
    expect(laid.map((one) => one.left)).toEqual([along('2026-06-14', today), along('2026-06-15', today), 100])
    expect(laid[2]).toMatchObject({ name: 'Late', beyond: true, flipped: true })
    const [away] = layBars([bar('Ines Carrow', today, null)], today, true)
    expect(away!.left + away!.width).toBe(100)
  })
})

describe('what a docket would do', () => {
  const preview = (more: object = {}): Preview =>
    ({
      access: {
        effects: [],
        people: { gained: 1, lost: 0, raised: 0, lowered: 0 },
        places: { gained: 3, lost: 0, raised: 0, lowered: 0 },
        onceIn: true,
        unseen: 0,
      },
      money: { seats: [{ taken: { before: 2, after: 3 } }], sums: { thisMonth: { before: 2800, after: 4200 } } },
      ...more,
    }) as unknown as Preview

  test('counts and money are said as they are, or not at all', () => {
    expect(countsOf(say, preview(), 'gained')).toBe('1 person, 3 places')
    expect(moneyMoved(preview())).toBe(1400)
    expect(moneyMoved(preview({ money: { seats: [], sums: null } }))).toBeNull()
    const effects = [{ kind: 'lost' }, { kind: 'gained' }, { kind: 'lost' }] as never
    expect(byKind(effects).map((group) => [group.kind, group.effects.length])).toEqual([
      ['gained', 1],
      ['lost', 2],
    ])
  })
})

describe('the invitation’s form', () => {
  const form = {
    ...emptyInvitation(),
    name: ' Sorrel Marsh ',
    email: 'sorrel@firm.example',
    until: '2026-09-30',
    seats: ['bedding-log/field', ''],
    groupIds: ['g'],
    keys: [
      { roleId: 'r', placeIds: ['p'] },
      { roleId: 'r', placeIds: [] },
    ],
  }

  test('is a change once it has a name and an address; what is not filled in is left out', () => {
    expect(invitationOf(emptyInvitation())).toBeUndefined()
    expect(invitationOf({ ...form, email: 'sorrel@' })).toBeUndefined()
    expect(invitationOf(form)).toEqual({
      type: 'invite',
      name: 'Sorrel Marsh',
      email: 'sorrel@firm.example',
      kind: 'contractor',
      standing: 'guest',
      engagementUntil: '2026-09-30',
      grants: [{ roleId: 'r', placeId: 'p' }],
      seats: [{ product: 'bedding-log', seatType: 'field' }],
      groupIds: ['g'],
    })
  })

  test('comes back from the change left in hand', () => {
    const back = invitationFrom(invitationOf(form) as NewOf<'invite'>)
    expect(back).toEqual({
      ...form,
      name: 'Sorrel Marsh',
      seats: ['bedding-log/field'],
      keys: [{ roleId: 'r', placeIds: ['p'] }],
    })
  })
})

test('a packet is copied into the form and keeps what was typed', () => {
  const grants = [{ roleId: 'r', placeId: 'p' }]
  const packet = {
    kind: 'staff' as const,
    standing: 'member' as const,
    seats: [{ product: 'log', seatType: 'field' }],
    groupIds: ['g'],
    grants,
  }
  const form = { ...emptyInvitation(), name: 'Sorrel', until: '2026-09-30', ...startOf(packet) }
  expect(form).toMatchObject({
    name: 'Sorrel',
    until: '2026-09-30',
    kind: 'staff',
    standing: 'member',
    seats: ['log/field'],
    groupIds: ['g'],
  })
  form.keys[0]!.roleId = 'other'
  expect(grants[0]!.roleId).toBe('r')
  expect(startOf({ ...packet, seats: [], grants: [] })).toMatchObject({
    seats: [''],
    keys: [{ roleId: '', placeIds: [] }],
  })
})

describe('lists', () => {
  const person = (id: string, name: string, more: object = {}) =>
    ({ id, name, employer: null, state: 'active', kind: 'staff', standing: 'member', ...more }) as PersonView
  const place = (id: string, parentId: string | null, name: string, depth: number) =>
    ({ id, parentId, name, depth, reference: null }) as PlaceView
  const tree = [
    place('0', null, 'All', 0),
    place('1', '0', 'Pellworth', 1),
    place('2', '1', 'Main', 2),
    place('3', '2', 'Helipad roof', 3),
    place('4', '0', 'Corvane', 1),
  ]

  test('a folded place hides all beneath; a search shows the way to what it finds', () => {
    expect(shownPlaces(tree, new Set(['1']), '').map((one) => one.id)).toEqual(['0', '1', '4'])
    expect(shownPlaces(tree, new Set(['1']), 'heli').map((one) => one.id)).toEqual(['0', '1', '2', '3'])
  })

  test('rows that changed are told from those that did not', () => {
    const before = [person('1', 'Idris'), person('2', 'Ines')]
    expect(changedIds([], before).size).toBe(0)
    expect([
      ...changedIds(before, [person('1', 'Idris'), person('2', 'Ines', { state: 'left' }), person('3', 'New')]),
    ]).toEqual(['2'])
  })
})

test('an end dragged along the Board falls on a day by how far it went', () => {
  expect(draggedTo('2026-06-28', 0)).toBe('2026-06-28')
  expect(draggedTo('2026-06-28', 10)).toBe('2026-07-05')
  expect(draggedTo('2026-06-28', -10)).toBe('2026-06-21')
})

describe('seats', () => {
  const t = (key: string, values: Record<string, unknown> = {}) => `${key} ${Object.values(values).join(' ')}`.trim()
  const money = (minor: number) => (minor / 100).toFixed(2)
  const words = { price: '€14.00 a month', room: '1 of 3 empty' }

  test('a rack says what one costs and how many are empty, and how many are held', () => {
    expect(rackText(t, { words, taken: 2, reserved: 0 })).toBe('€14.00 a month; 1 of 3 empty; seats.taken 2')
    expect(rackText(t, { words: { ...words, room: '' }, taken: 2, reserved: 1 })).toBe(
      '€14.00 a month; seats.takenReserved 2 1',
    )
  })

  test('a line says what it is made of', () => {
    const line = { kind: 'seats', quantity: 2, priceMinor: 1400 } as BillView['lines'][number]
    expect(lineText(t, line, money)).toMatch(/^bill.times 2 14.00/)
    expect(lineText(t, { ...line, kind: 'team' }, money)).toMatch(/^bill.counted/)
    expect(lineText(t, { ...line, daysLeft: 3, daysOfTerm: 9 }, money)).toMatch(/^bill.partOfTerm/)
    expect(lineText(t, { ...line, used: 1, included: 2 }, money)).toMatch(/^bill.used/)
  })
})

describe('a list of newcomers', () => {
  const packet = {
    ...{ id: 'k', name: 'Gardener', kind: 'staff' as const, standing: 'member' as const },
    ...{ seats: [{ product: 'log', seatType: 'field' }], groupIds: ['g'], grants: [{ roleId: 'r', placeId: 'p' }] },
  }

  test('gets what was chosen by hand, or what a packet holds; dates and line with either', () => {
    const form = {
      ...emptyDefaults(),
      roleId: 'r',
      placeId: 'p',
      seat: 'log/reader',
      until: '2026-09-30',
      line: ' Hi ',
    }
    expect(defaultsOf(form, [])).toEqual({
      kind: 'contractor',
      standing: 'guest',
      grants: [{ roleId: 'r', placeId: 'p' }],
      seats: [{ product: 'log', seatType: 'reader' }],
      groupIds: [],
      engagementUntil: '2026-09-30',
      line: 'Hi',
    })
    expect(defaultsOf({ ...form, placeId: '' }, []).grants).toEqual([])
    expect(defaultsOf({ ...form, packetId: 'k' }, [packet])).toMatchObject({
      kind: 'staff',
      seats: packet.seats,
      groupIds: ['g'],
      engagementUntil: '2026-09-30',
    })
  })

  test('is counted by verdict and sent without what was made of it', () => {
    const row = { line: 1, name: 'Jo', email: 'jo@reed.example', cells: {}, unreadable: null, sentence: 'x' }
    const rows = [
      { ...row, verdict: 'new' as const },
      { ...row, line: 2, verdict: 'twice' as const },
    ]
    expect(countVerdicts(rows)).toEqual({ new: 1, twice: 1 })
    expect(sendable(rows)[1]).toEqual({ line: 2, name: 'Jo', email: 'jo@reed.example', cells: {} })
  })
})

test('what begins as it is typed is offered first', () => {
  const options = ['Courtyard', 'Back Yard', '\u2003Yard', 'Roof'].map((text) => ({ value: text, text }))
  const found = (text: string) => matching(options, text).map((one) => one.text.trim())
  expect(found('yard')).toEqual(['Yard', 'Back Yard', 'Courtyard'])
  expect(found('yard back')).toEqual(['Back Yard'])
  expect(found('')).toHaveLength(4)
  expect(matching([{ value: '1', text: 'Bo', detail: 'Highfast' }], 'bo high')).toHaveLength(1)
})
