import fc from 'fast-check'
import {
  layOutOf,
  listOfPlace,
  MAXIMUM_LISTED,
  pathText,
  readPlaceList,
  readPlaceTable,
  Sight,
  walk,
} from '../../../src/index.ts'
import { House } from '../../house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
/** Names with the name of what they are in. */
const shape = ({ places }: ReturnType<typeof readPlaceList>) =>
  places.map(({ name, within }) => (within === null ? name : `${name} in ${places[within]!.name}`))
const sentences = ({ problems }: ReturnType<typeof readPlaceList>) => problems.map((one) => one.sentence)

describe('a pasted list of places', () => {
  test('what is indented lies in the line above', () => {
    const read = readPlaceList('Marlow Baths\n  Pool deck\n    Sauna roof\n  Car park\n\nOther client')
    expect(shape(read)).toEqual([
      'Marlow Baths',
      'Pool deck in Marlow Baths',
      'Sauna roof in Pool deck',
      'Car park in Marlow Baths',
      'Other client',
    ])
    expect(read.problems).toEqual([])
  })

  test('tabs, blanks and bullets may be mixed, and line ends be of any kind', () => {
    const read = readPlaceList('- Baths\r\n\t* Deck\r\n    • Car park\r\n\t\t1. Sauna\r\n')
    expect(shape(read)).toEqual(['Baths', 'Deck in Baths', 'Car park in Baths', 'Sauna in Car park'])
  })

  test('reference, kind and wall stand behind the name in any order', () => {
    const { places } = readPlaceList('Baths [MB] (client)\n  Roof (location) walled [MB-1]\n  Walled garden')
    expect(places.map(({ name, reference, kind, walled }) => ({ name, reference, kind, walled }))).toEqual([
      { name: 'Baths', reference: 'MB', kind: 'client', walled: false },
      { name: 'Roof', reference: 'MB-1', kind: 'location', walled: true },
      { name: 'Walled garden', reference: null, kind: null, walled: false },
    ])
  })

  test('every bad line is named with what to do', () => {
    const read = readPlaceList('Baths [B]\n  Roof\n  roof\n  A/B\n  [X]\nPool [b]')
    expect(sentences(read)).toEqual([
      'Line 4: “A/B” contains “/”, which separates places. Write it differently.',
      'Line 5: it has no name before its brackets.',
      'Line 3: roof is already there, in line 2.',
      'Line 6: The reference b is already there, in line 1.',
    ])
    expect(sentences(readPlaceList(' \n\n'))).toEqual(['There is no place in the list. Write one per line.'])
  })

  test('fifty thousand lines are told at once that they are too many', () => {
    const read = readPlaceList(Array.from({ length: 50_000 }, (_, at) => `Place ${at}`).join('\n'))
    expect(sentences(read)).toEqual(['The list has 50,000 lines. Add at most 1,500 places at once, client by client.'])
  })

  test('a table may have its columns in any order, a path or a column a level', () => {
    const byPath = readPlaceTable([
      ['Reference', 'Walled', 'Place'],
      ['MB', '', 'Baths'],
      ['MB-1', 'yes', 'Baths / Roof'],
      ['', '', 'Baths / Deck / Sauna'],
    ])
    expect(shape(byPath)).toEqual(['Baths', 'Roof in Baths', 'Deck in Baths', 'Sauna in Deck'])
    expect(byPath.places[1]).toMatchObject({ reference: 'MB-1', walled: true, line: 3 })
    const byLevel = readPlaceTable([
      ['client', 'site', 'kind'],
      ['Baths', 'Roof', 'location'],
      ['Baths', 'Deck', ''],
      ['Baths', 'Roof', ''],
      ['', '', ''],
    ])
    expect(shape(byLevel)).toEqual(['Baths', 'Roof in Baths', 'Deck in Baths'])
    expect(sentences(byLevel)).toEqual([
      'Line 4: Roof is in the list twice, first in line 2.',
      'Line 5: it names no place.',
    ])
  })

  test('anything that can be pasted is read or refused, and never lies in something after it', () => {
    const line = fc
      .tuple(fc.stringMatching(/^[ \t]{0,6}$/), fc.string({ maxLength: 20 }))
      .map((parts) => parts.join(''))
    fc.assert(
      fc.property(fc.array(line, { maxLength: 30 }), (lines) => {
        const { places } = readPlaceList(lines.join('\n'))
        places.forEach(({ within }, at) => expect(within === null || within < at).toBe(true))
      }),
    )
  })
})

describe('laying out places', () => {
  const layOut = (house: House, text: string, parent = 'Gardens of house.example', like?: string) => ({
    ...layOutOf(
      sightOf(house, 'Oriel'),
      house.place(parent),
      readPlaceList(text).places,
      like ? house.place(like) : null,
    ),
  })

  test('makes all of them in one change, with the kinds usual at their depth', () => {
    const house = House.open()
    const change = layOut(house, 'Baths [MB]\n  Deck\n    Sauna\n  Vault walled')
    house.do('Oriel', change)
    const path = (name: string) => pathText(house.account, house.place(name))
    expect([path('Deck'), path('Sauna'), path('Vault')]).toEqual(['Baths/Deck', 'Baths/Deck/Sauna', 'Baths/Vault'])
    const kinds = ['Baths', 'Deck', 'Sauna'].map((name) => house.account.get('place', house.place(name))!.kind)
    expect(kinds).toEqual(['client', 'site', 'location'])
    expect(house.account.get('place', house.place('Vault'))!.walled).toBe(true)
  })

  test('reads as one sentence, and whoever reached the parent reaches what is not walled', () => {
    const house = House.open((book) => {
      book.people[3]!.grants = [{ role: 'Gardener', place: '/', from: '2026-01-01' }]
    })
    const change = layOut(house, 'Baths\n  Deck\n  Vault walled')
    expect(house.show('Oriel', change).sentences).toEqual(['Add 3 places in Gardens of house.example: Baths'])
    house.do('Oriel', change)
    const reaches = (place: string) =>
      walk.reach(house.account, house.person('Rafe'), house.place(place), 'log/photos', house.now).level
    expect([reaches('Deck'), reaches('Vault')]).toEqual(['change', 'none'])
  })

  test('a client as pattern gives its groups the same at the places of the same name', () => {
    const house = House.open((book) => {
      book.groups = [{ name: 'Crew' }]
      book.people[3]!.groups = ['Crew']
    })
    const crew = [...house.account.all('group')][0]!.id
    for (const [role, place] of [
      ['Gardener', 'Pellworth'],
      ['Rope access', 'Helipad'],
    ] as const) {
      const give = { type: 'give', subjectKind: 'group', subjectId: crew }
      house.do('Oriel', { ...give, roleId: house.role(role), placeId: house.place(place) })
    }
    expect(listOfPlace(sightOf(house, 'Oriel'), house.place('Pellworth'))).toBe(
      'Pellworth (client)\n  Helipad (site) walled\n  Main (site)',
    )
    const change = layOut(house, 'Marlow\n  Helipad walled\n  Yard', undefined, 'Pellworth')
    expect(change.keys.map(({ at }) => change.places[at]!.name)).toEqual(['Marlow', 'Helipad'])
    house.do('Oriel', change)
    const marlow = house.place('Marlow')
    expect(house.account.by('grant', 'place', marlow).map((grant) => grant.subjectId)).toEqual([crew])
  })

  test('refuses what would not fit, saying where', () => {
    const house = House.open()
    const refusals = (change: object) => house.refusals('Oriel', change)
    const root = house.account.root.id
    const places = (...names: [string, number | null][]) => ({
      type: 'lay-out',
      parentId: root,
      places: names.map(([name, within]) => ({ name, kind: 'site', within })),
    })
    expect(refusals(places(['Pellworth', null]))).toEqual(['name-taken'])
    expect(refusals(places(['A', null], ['B', 1]))).toContain('bad-order')
    expect(refusals(places(['A', null], ['B', 0], ['b', 0]))).toEqual(['name-taken'])
    const chain = Array.from({ length: 14 }, (_, at): [string, number | null] => [`L${at}`, at === 0 ? null : at - 1])
    expect(refusals(places(...chain))).toContain('too-deep')
    const twins = places(['A', null], ['B', null])
    for (const place of twins.places) Object.assign(place, { reference: 'PEL' })
    expect(refusals(twins)).toContain('reference-taken')
    // A steward makes no clients.
    expect(house.refusals('Mirren', places(['A', null]))).toEqual(['not-found'])
  })

  test('the most that can be listed is laid out at once', () => {
    const house = House.open()
    const text = Array.from({ length: MAXIMUM_LISTED }, (_, at) => `Place ${at}`).join('\n')
    house.do('Oriel', layOut(house, text, 'Corvane'))
    expect(house.account.by('place', 'parent', house.place('Corvane'))).toHaveLength(MAXIMUM_LISTED + 1)
  })
})

test('a client laid out by mistake is put away again with everything in it', () => {
  const house = House.open()
  const { places } = readPlaceList('Baths\n  Deck\n    Sauna')
  const change = layOutOf(sightOf(house, 'Oriel'), house.account.root.id, places, null)
  const { edits } = house.try('Oriel', change)
  house.do('Oriel', change)
  const laid = edits.map((edit) => ({ ...edit, key: house.place((edit.after as { name: string }).name) }))
  const rows = laid.map((edit) => ({ ...edit, after: house.account.get('place', edit.key)! }))
  house.do('Oriel', { type: 'undo', version: 2, edits: rows, changes: [change] })
  expect([...house.account.all('place')].map((place) => place.name)).not.toContain('Baths')
})
