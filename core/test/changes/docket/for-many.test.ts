import fc from 'fast-check'
import { decide, fillDocket, readBook, readFilling, type Account, type Change, type Id } from '../../../src/index.ts'
import { DOMAIN, House, nextId } from '../../house.ts'
import { randomBook } from '../../random-book.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)

const fill = (house: House, actor: string, plain: object) => {
  const read = readFilling({ kind: 'for-many', ...plain })
  if (!read.value) throw new Error(JSON.stringify(read.problems))
  return fillDocket(house.account, read.value, house.person(actor), house.now, nextId)
}
const types = (changes: readonly Change[]) => changes.map(({ type }) => type)

describe('the same for many', () => {
  test('who cannot be is named with the reason, and left out by choice', () => {
    const house = House.open()
    house.do('Oriel', { type: 'leave', personId: house.person('Corin') })
    const personIds = ['Rafe', 'Corin', 'Mirren'].map((who) => house.person(who))
    const act = { personIds, act: 'give', roleId: house.role('Rope access'), placeIds: [house.place('Harbour')] }
    const all = fill(house, 'Oriel', act)
    expect(all.left).toEqual([
      {
        personId: house.person('Corin'),
        name: house.account.nameOf(house.person('Corin')),
        sentence: expect.stringContaining('is no longer here'),
      },
    ])
    expect([types(all.changes), house.refusals('Oriel', ...all.changes)]).toEqual([
      ['give', 'give', 'give'],
      ['not-here'],
    ])
    const without = fill(house, 'Oriel', { ...act, leaveOut: true })
    expect([types(without.changes), house.refusals('Oriel', ...without.changes)]).toEqual([['give', 'give'], []])
  })

  test('a key at the place above is enough for those beneath it', () => {
    const house = House.open()
    const placeIds = ['Main', 'Pellworth', 'Harbour'].map((name) => house.place(name))
    const act = { personIds: [house.person('Corin')], act: 'give', roleId: house.role('Rope access'), placeIds }
    const places = fill(house, 'Oriel', act).changes.map((one) => (one as { placeId?: Id }).placeId)
    expect(places).toEqual([house.place('Pellworth'), house.place('Harbour')])
  })

  test('keys of many are changed by one line; seats, managers and last days by one each', () => {
    const house = House.open()
    for (const who of ['Rafe', 'Corin', 'Mirren']) house.give(who, 'Rope access', 'Harbour')
    const personIds = ['Rafe', 'Corin', 'Mirren'].map((who) => house.person(who))
    const place = { placeIds: [house.place('Harbour')], roleId: house.role('Rope access') }
    const changed = fill(house, 'Oriel', { personIds, act: 'change-keys', ...place, toRoleId: house.role('Gardener') })
    expect(changed.changes).toMatchObject([{ type: 'change-keys', grantIds: { length: 3 } }])
    house.do('Oriel', ...changed.changes)
    // What is so already needs nothing.
    const again = { ...place, roleId: house.role('Gardener'), toRoleId: house.role('Gardener') }
    expect(fill(house, 'Oriel', { personIds, act: 'change-keys', ...again })).toMatchObject({ changes: [], left: [] })
    const seats = fill(house, 'Oriel', { personIds, act: 'change-seat', product: 'log', seatType: 'reader' })
    expect(new Set(types(seats.changes))).toEqual(new Set(['change-seat']))
    const manager = fill(house, 'Oriel', { personIds, act: 'manager', managerId: house.person('Mirren') })
    expect(manager.left).toMatchObject([{ personId: house.person('Mirren') }])
    const until = fill(house, 'Oriel', { personIds, act: 'until', until: '2026-12-31' })
    expect(until.changes).toMatchObject([{ engagementUntil: '2026-12-31' }, {}, {}])
  })

  test('someone’s access is copied to many, with seats if wished; a group that gives it is named', () => {
    const house = House.open()
    house.give('Rafe', 'Rope access', 'Harbour')
    const keys = house.account.by('grant', 'subject', `person ${house.person('Rafe')}`)
    const groupId = nextId()
    house.do('Oriel', { type: 'make-group', groupId, name: 'Like Rafe' })
    for (const { roleId, placeId } of keys)
      house.do('Oriel', { type: 'give', subjectKind: 'group', subjectId: groupId, roleId, placeId })
    house.do('Oriel', {
      type: 'record-person',
      name: 'Dell Wick',
      email: `dell@${DOMAIN}`,
      kind: 'contractor',
      standing: 'guest',
    })
    const copy = { personIds: [house.person('Dell')], act: 'copy', fromId: house.person('Rafe') }
    const plain = fill(house, 'Oriel', copy)
    expect(types(plain.changes)).toEqual(keys.map(() => 'give'))
    expect(plain.group).toEqual({ id: groupId, name: 'Like Rafe' })
    expect(types(fill(house, 'Oriel', { ...copy, withSeats: true }).changes)).toContain('give-seat')
    // Someone who may give nothing is told so, and can only leave them out.
    const byRafe = { ...copy, personIds: [house.person('Tamsin')] }
    expect(fill(house, 'Rafe', byRafe).left).toMatchObject([{ sentence: expect.stringMatching(/need the right/) }])
    expect(fill(house, 'Rafe', { ...byRafe, leaveOut: true }).changes).toEqual([])
  })
})

test('for many at once is what it is for each alone, one after the other (property)', () => {
  const acts = fc.record({
    act: fc.constantFrom('give', 'take', 'change-keys', 'end-seat', 'change-seat', 'until', 'manager'),
    actor: fc.nat(4),
    role: fc.nat(5),
    place: fc.nat(5),
    until: fc.option(fc.constantFrom('2026-07-20', '2026-10-25'), { nil: null }),
  })
  fc.assert(
    fc.property(randomBook, acts, (book, one) => {
      const { account, asOf: now } = readBook(book, nextId)
      if (!account) return
      const people = [...account.all('person')].map(({ id }) => id)
      const [roles, places] = [[...account.all('role')], [...account.all('place')]]
      const actorId = people[one.actor % people.length]!
      const at = <T>(list: readonly T[], index: number) => list[index % list.length]!
      const plain = {
        ...{ kind: 'for-many', act: one.act, leaveOut: true, until: one.until, product: 'log', seatType: 'reader' },
        ...(one.act === 'give' ? { roleId: at(roles, one.role).id, placeIds: [at(places, one.place).id] } : {}),
        ...(one.act === 'change-keys' ? { toRoleId: at(roles, one.role).id } : {}),
        ...(one.act === 'manager' ? { managerId: at(people, one.place) } : {}),
      }
      const filled = (from: Account, personIds: readonly Id[]) =>
        fillDocket(from, readFilling({ ...plain, personIds }).value!, actorId, now, nextId).changes
      const actor = { kind: 'person', personId: actorId } as const
      const together = decide(account, filled(account, people), actor, now)
      let alone = account
      for (const personId of people) alone = decide(alone, filled(alone, [personId]), actor, now).after
      const rows = (from: Account) =>
        [...from.all('grant')]
          .map((row) => [row.subjectId, row.roleId, row.placeId, row.from, row.until].join(' '))
          .sort()
      const seats = (from: Account) =>
        [...from.all('holding')].map((row) => [row.personId, row.seatType, row.givenFrom, row.until].join(' ')).sort()
      const facts = (from: Account) =>
        [...from.all('person')].map((row) => [row.id, row.managerId, row.engagementUntil].join(' '))
      expect(together.problems).toEqual([])
      expect([rows(together.after), seats(together.after), facts(together.after)]).toEqual([
        rows(alone),
        seats(alone),
        facts(alone),
      ])
    }),
    { numRuns: RUNS },
  )
})
