import fc from 'fast-check'
import type { Account, RowEdit } from '../src/index.ts'
import { House, nextId } from './house.ts'

const RUNS = Number(process.env.LODGE_PROPERTY_RUNS ?? 100)
const IDS = Array.from({ length: 12 }, () => nextId())

/** One step of a docket: a place put, altered or taken away, a name or an address set or destroyed. */
const step = fc.record({
  what: fc.constantFrom('put', 'put', 'remove', 'name', 'email', 'forget'),
  at: fc.nat(IDS.length - 1),
  word: fc.constantFrom('one', 'two', 'three', 'Four', 'five'),
})

describe('an account seen through edits, however many lie over each other', () => {
  test('reads as one in which they were made', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 60 }), (steps) => {
        let seen = House.open().account
        const places = new Map([...seen.all('place')].map((row) => [row.id, row]))
        const values = new Map<string, string | null>()
        const root = seen.root.id
        for (const { what, at, word } of steps) {
          const id = IDS[at]!
          if (what === 'put' || what === 'remove') {
            const row = {
              id,
              parentId: root,
              name: word,
              kind: 'site',
              reference: word,
              walled: false,
              archived: false,
              approvers: null,
            }
            const before = places.get(id) ?? null
            const after = what === 'put' ? row : null
            if (!before && !after) continue
            seen = seen.with([{ table: 'place', key: id, before, after } as RowEdit])
            if (after) places.set(id, after)
            else places.delete(id)
          } else {
            const field = what === 'name' ? ('name' as const) : ('email' as const)
            const value = what === 'forget' ? null : `${word}@layers.example`
            seen = seen.with([], [{ personId: id, field, value }])
            values.set(`${id} ${field}`, value)
          }
        }
        const ids = (rows: Iterable<{ id: string }>) => [...rows].map((row) => row.id).sort()
        expect(ids(seen.all('place'))).toEqual([...places.keys()].sort())
        expect(seen.tables.place.size).toBe(places.size)
        for (const id of IDS) expect(seen.get('place', id)).toEqual(places.get(id))
        for (const word of ['one', 'two', 'three', 'Four', 'five']) {
          const named = [...places.values()].filter((row) => row.reference === word)
          expect(ids(seen.by('place', 'reference', word))).toEqual(ids(named))
          const address = `${word}@layers.example`
          const having = IDS.filter((id) => values.get(`${id} email`) === address)
          expect([...seen.peopleByEmail(address.toUpperCase())].sort()).toEqual([...having].sort())
        }
        for (const [key, value] of values) {
          const [id, field] = key.split(' ') as [string, 'name' | 'email']
          expect(seen.personal(id, field)).toBe(value ?? undefined)
        }
        const all = [...seen.allPersonal()].filter((one) => IDS.includes(one.personId))
        expect(all.length).toBe([...values.values()].filter((value) => value !== null).length)
      }),
      { numRuns: RUNS * 2 },
    )
  })

  test('knows what differs from the account beneath, as one list of edits', () => {
    const house = House.open()
    const root = house.account.root.id
    const place = (id: string, name: string) => {
      return {
        id,
        parentId: root,
        name,
        kind: 'site',
        reference: null,
        walled: false,
        archived: false,
        approvers: null,
      }
    }
    let seen: Account = house.account
    IDS.forEach((id, at) => {
      const after = place(id, `Site ${at}`)
      seen = seen.with([{ table: 'place', key: id, before: null, after } as RowEdit])
    })
    seen = seen.with([{ table: 'place', key: IDS[0]!, before: place(IDS[0]!, 'Site 0'), after: null } as RowEdit])
    expect(seen.under).toBe(house.account)
    expect(new Set(seen.tables.place.edited.keys())).toEqual(new Set(IDS))
    expect(seen.tables.place.edited.get(IDS[0]!)).toBeNull()
    expect(house.account.tables.place.edited.size).toBe(0)
  })
})
