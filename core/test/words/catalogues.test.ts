import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { isArgumentElement, isPluralElement, isSelectElement, parse } from '@formatjs/icu-messageformat-parser'
import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { catalogueOf, type MessageId } from '../../src/words/catalogue.ts'
import { inLanguage, listOfPlace, say, SharedSight, Sight } from '../../src/index.ts'
import { decideAs, fullHouse, pick, randomChange, randomOf, TRIED_KINDS } from '../every-kind.ts'
import { House } from '../house.ts'

const root = join(import.meta.dirname, '../../..')
const words = join(root, 'core/src/words')
const english = catalogueOf('en')
const ids = Object.keys(english) as MessageId[]

/** What a message names, and in which ways it chooses. */
function namedIn(elements: readonly MessageFormatElement[], named = new Set<string>()): Set<string> {
  for (const element of elements) {
    if (isArgumentElement(element) || isSelectElement(element) || isPluralElement(element)) named.add(element.value)
    if (!isSelectElement(element) && !isPluralElement(element)) continue
    named.add(`${element.value}: ${Object.keys(element.options).sort().join()}`)
    for (const { value } of Object.values(element.options)) namedIn(value, named)
  }
  return named
}
/** What `say` asks for, by code, as it is written for the compiler. */
const typed = new Map(
  readdirSync(join(words, 'named')).flatMap((file) =>
    [...readFileSync(join(words, 'named', file), 'utf8').matchAll(/^ {2}'([^']+)': (null|\{[^}]*\})$/gm)].map(
      ([, id, values]) => [id, [...values!.matchAll(/(\w{1,40}): /g)].map(([, name]) => name!).sort()] as const,
    ),
  ),
)
const namesOf = (text: string) => [...namedIn(parse(text, { ignoreTag: true }))].sort()

function* sources(directory: string): Generator<string> {
  for (const entry of readdirSync(directory, { withFileTypes: true })) {
    const path = join(directory, entry.name)
    if (entry.isDirectory() && entry.name !== 'dist') yield* sources(path)
    else if (/\.ts$/.test(entry.name) && !path.startsWith(words)) yield readFileSync(path, 'utf8')
  }
}

describe('the catalogues', () => {
  test('hold a text for every code, and no code that nobody says', () => {
    expect([...typed.keys()].sort()).toEqual([...ids].sort())
    const said = [...sources(join(root, 'core/src')), ...sources(join(root, 'server/src'))].join('\n')
    expect(ids.filter((id) => !said.includes(`'${id}'`))).toEqual([])
  })

  test('name what `say` is made to ask for: the types are written from them', () => {
    for (const id of ids) {
      const named = namesOf(english[id]).filter((one) => !one.includes(':'))
      expect([id, typed.get(id)]).toEqual([id, named.sort()])
    }
  })

  test('hold no markup, no code of a right and no two blanks', () => {
    for (const id of ids) {
      expect([id, english[id]]).toEqual([
        id,
        expect.not.stringMatching(/<\/?[a-z]+>|\b(seats|people|access): (see|add)/),
      ])
      expect([id, english[id].includes('  ') && !/^ {2}|[ ]{2}\{|Account {3}|Password {2}/.test(english[id])]).toEqual([
        id,
        false,
      ])
    }
  })

  test('choose the form by the number, and a word by what is so', () => {
    expect(say('places.places', { count: 1 })).toBe('1 place')
    expect(say('places.places', { count: 13 })).toBe('13 places')
    expect(say('undo.undid-what-was-done-in-entry', { tense: 'done', version: 7 })).toBe(
      'undid what was done in entry 7',
    )
    expect(say('undo.undid-what-was-done-in-entry', { tense: 'to-do', version: 7 })).toBe(
      'undo what was done in entry 7',
    )
  })

  test('are read as they are: what a person is called never becomes part of the message', () => {
    const name = "{tense, select, other {x}} '{' <b># %s"
    expect(say('people.made-the-group', { tense: 'done', name })).toBe(`made the group ${name}`)
  })
})

/** A step's note is kept as the text it was, as what a product answered is: in the words of the one who acted. */
const withoutNotes = (edits: readonly object[]) =>
  JSON.parse(JSON.stringify(edits, (key, value) => (key === 'note' ? null : value)))

describe('another language', () => {
  test('says everything at its own length, with the same values, and no code knows of it', () => {
    const long = catalogueOf('en-x-long')
    for (const id of ids) expect([id, namesOf(long[id])]).toEqual([id, namesOf(english[id])])
    const house = House.open()
    const refused = () =>
      house.try('Rafe', { type: 'make-place', parentId: house.place('Pellworth'), name: 'Annex', kind: 'site' })
    const [plain] = refused().problems
    const [longer] = inLanguage('en-x-long', refused).problems
    expect(longer!.code).toBe(plain!.code)
    expect(longer!.sentence.length).toBeGreaterThan(plain!.sentence.length * 1.1)
    expect(longer!.sentence).toMatch(/Pellworth/)
    expect(longer!.sentence.replace(/Pellworth|Perrin Vane|Oriel \w+/g, '')).not.toMatch(/\b(need|right|can)\b/)
    // Afterwards English is spoken again, also where it broke off.
    expect(() => inLanguage('en-x-long', () => JSON.parse('{'))).toThrow(SyntaxError)
    expect(refused().problems).toEqual([plain])
  })

  test('is words alone: what is decided, found and looked up stays as it is', () => {
    const house = fullHouse()
    const { account, now } = house
    const people = [...account.all('person')].map(({ id }) => id)
    const random = randomOf(28)
    let decided = 0
    for (let run = 0; run < 600; run += 1) {
      const actor = run % 4 === 0 ? pick(random, people) : house.person('Oriel')
      const change = randomChange(account, TRIED_KINDS[run % TRIED_KINDS.length]!, actor, random)
      if (!change) continue
      const [here, there] = (['en', 'en-x-long'] as const).map((language) =>
        inLanguage(language, () => {
          const { problems, edits, after } = decideAs(account, change, actor, now)
          const emails = people.map((id) => after.peopleByEmail(account.personal(id, 'email') ?? ''))
          return { codes: problems.map(({ code, path }) => [code, path]), edits: withoutNotes(edits), emails }
        }),
      )
      expect([change.type, there]).toEqual([change.type, here])
      if (here!.codes.length === 0) decided += 1
    }
    expect(decided).toBeGreaterThan(100)
    const asSeen = (language: 'en' | 'en-x-long') =>
      inLanguage(language, () => [
        new SharedSight(account, people[0]!, people[1]!, now).viewKey,
        listOfPlace(new Sight(account, people[0]!, now), house.place('Pellworth')),
      ])
    expect(asSeen('en-x-long')).toEqual(asSeen('en'))
  })
})
