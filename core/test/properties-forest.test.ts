import fc from 'fast-check'
import {
  AccessIndex,
  areasAt,
  belongsTo,
  compare,
  countSeats,
  impactOf,
  isOwnArea,
  keysOf,
  keyViews,
  reachesAt,
  Sight,
  walk,
  why,
  type Account,
  type Id,
  type RowEdit,
} from '../src/index.ts'
import { PackedLists } from '../src/access/indexed/packed-lists.ts'
import { Interned } from '../src/access/indexed/interned.ts'
import { NOW } from './house.ts'
import { accountOf, edit, forest, grant, grantOf, PEOPLE, personId, placeId, type Forest } from './random-forest.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)
const DAY = 86_400_000_000

/** One thing changed: a key given or taken, a wall, sleep, a move, someone's seat or state. */
const alteration = fc.record({
  what: fc.constantFrom('give', 'take', 'wall', 'sleep', 'move', 'seat', 'away'),
  at: fc.nat(1000),
  to: fc.nat(1000),
  grant,
})

function editsOf(
  account: Account,
  drawn: Forest,
  { what, at, to, grant: given }: { what: string; at: number; to: number; grant: Forest['grants'][number] },
): RowEdit[] {
  const places = [...account.all('place')]
  const place = places[1 + (at % (places.length - 1))]!
  const roles = [...account.all('role')]
  if (what === 'give') {
    const passes = given.role % roles.length === roles.length - 1
    const subject = passes ? given.subject % PEOPLE : given.subject
    return [edit('grant', null, grantOf(roles, { ...given, subject }, 999, places.length))]
  }
  if (what === 'take') {
    const grants = [...account.all('grant')]
    return grants.length === 0 ? [] : [edit('grant', grants[at % grants.length]!, null)]
  }
  if (what === 'wall') return [edit('place', place, { ...place, walled: !place.walled } as never)]
  if (what === 'sleep') return [edit('place', place, { ...place, archived: !place.archived } as never)]
  if (what === 'move') {
    // Under one that comes before it in the tree's own order, so never under itself.
    const target = placeId(to % Number(place.id.slice(-12)))
    return [edit('place', place, { ...place, parentId: target } as never)]
  }
  const person = account.get('person', personId(at % drawn.standings.length))!
  if (what === 'away') {
    return [edit('person', person, { ...person, state: person.state === 'away' ? 'active' : 'away' } as never)]
  }
  const [holding] = account.by('holding', 'person', person.id)
  return [edit('holding', holding!, { ...holding!, seatType: ['field', 'lead', 'reader'][to % 3] } as never)]
}

/** What the literal walk says of everyone, everywhere, in every area at an instant. */
function walked(account: Account, instant: number): Map<string, string> {
  const found = new Map<string, string>()
  for (const person of account.all('person')) {
    for (const place of account.all('place')) {
      for (const area of areasAt(account, instant)) {
        const { key } = area
        if (!belongsTo(account, area, place.id)) continue
        const { own, level, approval } = walk.reach(account, person.id, place.id, key, instant)
        found.set(`${person.id} ${place.id} ${key}`, `${level} ${approval} ${own.free} ${own.approval}`)
      }
    }
  }
  return found
}

describe('over deep trees with walls, sleep and moves', () => {
  test('the comparison names exactly who moves, where and when, as the literal walk has it', () => {
    fc.assert(
      fc.property(forest, fc.array(alteration, { minLength: 1, maxLength: 3 }), (drawn, alterations) => {
        const { account: before } = accountOf(drawn)
        let after = before
        const edits: RowEdit[] = []
        for (const one of alterations) {
          // One row is altered once: a change's edits follow each other otherwise.
          const fresh = editsOf(after, drawn, one).filter((made) => !edits.some((known) => known.key === made.key))
          edits.push(...fresh)
          after = after.with(fresh)
        }
        const moves = compare(before, after, impactOf(before, after, edits), NOW, 'ability')
        for (const instant of [NOW, NOW + 2.5 * DAY, NOW + 10 * DAY]) {
          const [was, is] = [walked(before, instant), walked(after, instant)]
          const expected = [...is].filter(([key, value]) => was.get(key) !== value).map(([key]) => key)
          const told = moves
            .filter((move) => move.from <= instant && (move.until === null || instant < move.until))
            .flatMap(({ personId: person, placeId: place, areas }) =>
              areas.filter((one) => one.before !== one.after).map(({ area }) => `${person} ${place} ${area.key}`),
            )
          expect(told.sort()).toEqual(expected.sort())
        }
      }),
      { numRuns: RUNS },
    )
  })

  test('the index decides as the walk does, and why lists the same routes with and without it', () => {
    fc.assert(
      fc.property(forest, (drawn) => {
        const { account } = accountOf(drawn)
        const without = new Map<string, unknown>()
        const areas = areasAt(account, NOW).filter((area) => !isOwnArea(area.key))
        const eachCell = (hear: (key: string, person: Id, place: Id, area: string) => void) => {
          for (const person of account.all('person')) {
            for (const place of account.all('place')) {
              for (const { key } of areas) hear(`${person.id} ${place.id} ${key}`, person.id, place.id, key)
            }
          }
        }
        const told = (person: Id, place: Id, area: string) => {
          const { reach, reasons, heldBack } = why(account, person, place, area, NOW)
          const routes = reasons.map(
            ({ route, counts, level, obstacle }) => `${route.grant?.id} ${counts} ${level} ${obstacle}`,
          )
          return { level: reach.level, heldBack, routes: routes.sort() }
        }
        eachCell((key, person, place, area) => without.set(key, told(person, place, area)))
        account.attach(AccessIndex.of(account, NOW))
        eachCell((key, person, place, area) => expect(told(person, place, area)).toEqual(without.get(key)))
      }),
      { numRuns: Math.min(RUNS, 200) },
    )
  })

  test('seats counted over edits are as counted anew', () => {
    fc.assert(
      fc.property(forest, fc.array(alteration, { minLength: 1, maxLength: 4 }), (drawn, alterations) => {
        const { account } = accountOf(drawn)
        let seen = account
        for (const one of alterations.filter(({ what }) => what === 'seat' || what === 'away')) {
          seen = seen.with(editsOf(seen, drawn, one))
        }
        const anew = accountOf(drawn).account
        const flat = anew.absorb(
          [...seen.tables.holding.edited].map(([, row]) => edit('holding', null, row)),
          [],
          2,
        )
        for (const type of ['field', 'lead', 'reader']) {
          for (const instant of [NOW, NOW + 2.5 * DAY, NOW + 4 * DAY]) {
            expect(countSeats(seen, 'log', type, instant)!.taken).toBe(countSeats(flat, 'log', type, instant)!.taken)
          }
        }
      }),
      { numRuns: RUNS },
    )
  })
})

describe('lists side by side', () => {
  test('hold what was last made of each slot, short or long, whatever was forgotten', () => {
    const step = fc.record({
      slot: fc.nat(60),
      length: fc.nat(40),
      what: fc.constantFrom('read', 'read', 'forget', 'all'),
    })
    fc.assert(
      fc.property(fc.array(step, { maxLength: 200 }), (steps) => {
        const made = new Map<number, number[]>()
        let wanted = 0
        let counter = 0
        const lists = new PackedLists(8, (slot) => {
          const list = Array.from({ length: wanted }, () => (counter += 1))
          made.set(slot, list)
          return list
        })
        for (const { slot, length, what } of steps) {
          wanted = length
          if (what === 'forget') {
            lists.forget(slot)
            made.delete(slot)
          } else if (what === 'all') {
            lists.forgetAll()
            made.clear()
          } else {
            const at = lists.at(slot)
            const read = [...lists.data.slice(at + 1, at + 1 + lists.data[at]!)]
            expect(read).toEqual(made.get(slot))
          }
        }
      }),
      { numRuns: RUNS },
    )
  })

  test('ids are found whatever they look like, and nothing is found that was never met', () => {
    const id = fc.oneof(
      fc.uuid(),
      fc.string(),
      fc.uuid().map((text) => text.toUpperCase()),
      fc.uuid().map((text) => `${text} `),
    )
    fc.assert(
      fc.property(fc.uniqueArray(id, { maxLength: 300 }), fc.array(id, { maxLength: 50 }), (known, others) => {
        const interned = new Interned()
        known.forEach((one, at) => expect(interned.slotOf(one)).toBe(at))
        known.forEach((one, at) => expect(interned.find(Buffer.from(one).toString())).toBe(at))
        for (const other of others) expect(interned.find(other)).toBe(known.indexOf(other))
      }),
      { numRuns: RUNS },
    )
  })
})

test('a person’s keys, folded, are what each place answers, and beneath a place only what answers alike (model A6)', () => {
  fc.assert(
    fc.property(forest, fc.nat(PEOPLE - 1), (drawn, at) => {
      const { account } = accountOf(drawn)
      const person = [...account.all('person')][at % drawn.standings.length]!
      const sight = new Sight(account, person.id, NOW)
      const folded = new Map(keysOf(sight, person.id).map((one) => [one.placeId, one]))
      // Areas of the whole account are shown at the root alone (model L4).
      const isOfPlaces = new Set(
        areasAt(account, NOW).flatMap(({ key, area }) => (area.scope === 'place' ? [key] : [])),
      )
      const ofPlaces = (keys: { area: string }[]) => keys.filter((key) => isOfPlaces.has(key.area))
      const answers = (place: Id) => ofPlaces(keyViews(sight, reachesAt(account, person.id, place, NOW)))
      const beneath = new Map<Id, number>()
      for (const place of account.all('place')) {
        const keys = answers(place.id)
        let top: string | null = place.id
        while (top !== null && !folded.has(top)) top = account.get('place', top)?.parentId ?? null
        if (keys.length === 0 || top === null) {
          expect([keys.length, folded.has(place.id)]).toEqual([0, false])
          continue
        }
        expect(keys).toEqual(ofPlaces(folded.get(top)!.keys))
        if (top !== place.id) beneath.set(top, (beneath.get(top) ?? 0) + 1)
      }
      for (const [placeId, one] of folded) expect(one.beneath).toBe(beneath.get(placeId) ?? 0)
    }),
    { numRuns: RUNS },
  )
})
