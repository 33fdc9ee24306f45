import fc from 'fast-check'
import {
  askView,
  mendedRow,
  normalDomain,
  normalEmail,
  normalSignInName,
  readBook,
  readInstant,
  readPeopleList,
  readPeopleQuery,
  peopleMatching,
  readPlaceList,
  readPlaceTable,
  readShape,
  Sight,
} from '../src/index.ts'
import { OwnRecord } from '../src/changes/people/own-record.ts'
import { MakeField } from '../src/changes/people/make-field.ts'
import { MakePlace } from '../src/changes/places/make-place.ts'
import { nextId } from './house.ts'
import { AS_OF, smallBook } from './small-book.ts'

const { account } = readBook(smallBook('readers.example'), nextId)
const sight = new Sight(account!, account!.peopleByEmail('oriel@readers.example')[0]!, readInstant(AS_OF))

/** Everything that reads what people type, paste or send as text. */
const READERS: Readonly<Record<string, (text: string) => unknown>> = {
  'a list of people': readPeopleList,
  'a line of a list of people': (text) => readPeopleList(`Jo ${text.replaceAll('\n', ' ')} jo@reed.example`),
  'a table of people': (text) => readPeopleList(`email;name;place\n${text};Jo;Main\n`),
  'a mended row': (text) => mendedRow({ line: 1, name: text, email: text, cells: {} }),
  'a list of places': readPlaceList,
  'a table of places': (text) =>
    readPlaceTable([
      ['place', 'kind', 'walled'],
      [text, text, text],
    ]),
  'an address': normalEmail,
  'an address in parts': (text) => normalEmail(`${text}@${text}.example`),
  'a domain': normalDomain,
  'a sign-in name': normalSignInName,
  'a name': (text) =>
    readShape(MakePlace, { type: 'make-place', placeId: nextId(), parentId: nextId(), name: text, kind: text }),
  'a telephone number': (text) => readShape(OwnRecord, { type: 'own-record', personId: nextId(), phone: text }),
  'names of fields': (text) =>
    readShape(MakeField, { type: 'make-field', fieldId: nextId(), name: text, values: [{ name: text }] }),
  'a question': (text) => askView(sight, text),
  'a question begun': (text) => askView(sight, `who can change ${text}`),
  'a filter': (text) => peopleMatching(sight, readPeopleQuery({ find: text })),
}

const PARTS = [
  ...['a', ' ', '@', '.', 'a.', '-', ',', ';', '"', '"a', '[', '(', ')', '[]', '()', '<', '>', '1', '1.', '\t', 'ab '],
  ...[
    'a@b.cc ',
    'a@',
    'a@b',
    '- ',
    '• ',
    ', ',
    '+',
    '\n',
    ' \n',
    'mailto:',
    '–—',
    '\u2028',
    '"\n',
    ' walled',
    ' ,',
    '?',
    '\\,',
  ],
  ...['BEGIN:VCARD\n', 'FN:a\n ', 'why at ', 'who change ', '\u00e9', 'e\u0301', '\u200b', '\u{1f331}', '__proto__'],
]

const LETTERS = 10_000
/** The library that reads tables takes its time, in proportion. */
const LETTERS_OF_TABLES = 3_000
/** Nothing that grows with the square is done with so much text in so short a time. */
const QUICK_MILLISECONDS = 30

function millisecondsOf(read: (text: string) => unknown, text: string): number {
  const took: number[] = []
  // What is quick once need not be tried again; the least of three is what a busy machine adds nothing to.
  while (took.length < 3 && !took.some((one) => one < QUICK_MILLISECONDS)) {
    // The processor's time, of which others on the machine take none.
    const began = process.cpuUsage()
    read(text)
    const { user, system } = process.cpuUsage(began)
    took.push((user + system) / 1_000)
  }
  return Math.min(...took)
}

const endings = ['', 'x', '@']

describe('twice the text takes at most twice the time', () => {
  test.each(Object.keys(READERS))('to read %s', (name) => {
    const read = READERS[name]!
    const size = name === 'a table of people' ? LETTERS_OF_TABLES : LETTERS
    const slow: string[] = []
    for (const part of PARTS) {
      for (const ending of endings) {
        const text = (letters: number) => part.repeat(letters / part.length) + ending
        const isSlow = () => {
          const twice = millisecondsOf(read, text(2 * size))
          if (twice < QUICK_MILLISECONDS) return undefined
          const once = millisecondsOf(read, text(size))
          // Two and three tenths of that, and what tidying up in between adds.
          if (twice <= 2 * 1.3 * once + QUICK_MILLISECONDS / 2) return undefined
          return `${JSON.stringify(part)} … ${JSON.stringify(ending)}: ${once.toFixed(0)} ms, then ${twice.toFixed(0)} ms`
        }
        // What grows with the square does so each time.
        const found = isSlow() && isSlow() && isSlow()
        if (found) slow.push(found)
      }
    }
    expect(slow).toEqual([])
  })

  test('whatever it is made of, and no reader throws', () => {
    const pieces = fc.array(fc.constantFrom(...PARTS), { minLength: 1, maxLength: 4 })
    fc.assert(
      fc.property(
        fc.constantFrom(...Object.keys(READERS)),
        pieces,
        fc.constantFrom(...endings),
        (name, parts, ending) => {
          const piece = parts.join('')
          const text = piece.repeat(LETTERS / piece.length) + ending
          const began = process.cpuUsage()
          READERS[name]!(text)
          // What it computes, not what it waits beside others.
          expect(process.cpuUsage(began).user / 1000).toBeLessThan(2_000)
        },
      ),
    )
  })
})
