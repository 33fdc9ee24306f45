import fc from 'fast-check'
import { readPeopleList } from '../src/index.ts'

const read = (text: string) =>
  readPeopleList(text).people.map((one) => (one.unreadable ? `${one.line}!` : `${one.name} <${one.email}>`))
const JO = 'Jo Reed <jo@reed.example>'
const ANA = 'Ana Silva <ana@silva.example>'

/** What people paste, and who is in it. */
const PASTES: readonly (readonly [what: string, text: string, people: string[]])[] = [
  ['name and address in brackets', 'Jo Reed <jo@reed.example>', [JO]],
  ['address alone', 'jo.reed@reed.example', ['Jo Reed <jo.reed@reed.example>']],
  ['address in brackets alone', '<jo@reed.example>', ['Jo <jo@reed.example>']],
  ['address first, name in round brackets', 'jo@reed.example (Jo Reed)', [JO]],
  ['address first, name after a blank', 'jo@reed.example Jo Reed', [JO]],
  ['address first, name after a comma', 'jo@reed.example, Jo Reed', [JO]],
  ['name, comma, address', 'Jo Reed, jo@reed.example', [JO]],
  ['name, semicolon, address', 'Jo Reed; jo@reed.example', [JO]],
  ['name, tab, address', 'Jo Reed\tjo@reed.example', [JO]],
  ['name, bar, address', 'Jo Reed | jo@reed.example', [JO]],
  ['name, colon, address', 'Jo Reed: jo@reed.example', [JO]],
  ['name, dash, address', 'Jo Reed – jo@reed.example', [JO]],
  ['name, slash, address', 'Jo Reed / jo@reed.example', [JO]],
  ['quoted name', '"Jo Reed" <jo@reed.example>', [JO]],
  ['quoted name turned round', '"Reed, Jo" <jo@reed.example>', [JO]],
  ['smart quotes', '“Jo Reed” <jo@reed.example>', [JO]],
  ['low quotes', '„Jo Reed“ <jo@reed.example>', [JO]],
  ['name turned round before a bracket', 'Reed, Jo <jo@reed.example>', [JO]],
  [
    'long name turned round',
    'van der Reed, Anna Maria <am@reed.example>',
    ['Anna Maria van der Reed <am@reed.example>'],
  ],
  ['two words turned round in a list', 'Reed, Jo, jo@reed.example', [JO]],
  ['a firm after the name', 'Jo Reed, Reed and Sons, jo@reed.example', [JO]],
  ['a firm after the address', 'Jo Reed <jo@reed.example> (Reed and Sons)', [JO]],
  ['bullets', '* Jo Reed <jo@reed.example>\n• Ana Silva <ana@silva.example>', [JO, ANA]],
  ['dashes as bullets', '- Jo Reed <jo@reed.example>\n- Ana Silva ana@silva.example', [JO, ANA]],
  ['numbers', '1. Jo Reed jo@reed.example\n2) Ana Silva ana@silva.example', [JO, ANA]],
  ['several on a line, commas', 'Jo Reed <jo@reed.example>, Ana Silva <ana@silva.example>', [JO, ANA]],
  ['several on a line, semicolons', 'Jo Reed <jo@reed.example>; Ana Silva <ana@silva.example>;', [JO, ANA]],
  [
    'several addresses alone',
    'jo@reed.example, ana@silva.example',
    ['Jo <jo@reed.example>', 'Ana <ana@silva.example>'],
  ],
  ['several, names after', 'jo@reed.example (Jo Reed), ana@silva.example (Ana Silva)', [JO, ANA]],
  ['several, quoted', '"Reed, Jo" <jo@reed.example>, "Silva, Ana" <ana@silva.example>', [JO, ANA]],
  ['a link to a mailbox', 'Jo Reed mailto:jo@reed.example', [JO]],
  ['a sentence', 'Please add jo@reed.example.', ['Please add <jo@reed.example>']],
  ['CRLF', 'Jo Reed <jo@reed.example>\r\nAna Silva <ana@silva.example>\r\n', [JO, ANA]],
  ['old line ends', 'Jo Reed <jo@reed.example>\rAna Silva <ana@silva.example>', [JO, ANA]],
  ['byte order mark', '\uFEFFJo Reed <jo@reed.example>', [JO]],
  ['hard blanks', 'Jo\u00A0Reed\u00A0<jo@reed.example>', [JO]],
  ['zero-width letters', 'Jo Reed <jo\u200B@reed.example>', [JO]],
  ['empty lines', '\n\nJo Reed <jo@reed.example>\n   \nAna Silva <ana@silva.example>\n', [JO, ANA]],
  ['umlauts', 'Jörg Müller <joerg@mueller.example>', ['Jörg Müller <joerg@mueller.example>']],
  ['accents put together', 'Zoe\u0301 Reed <zoe@reed.example>', ['Zoe\u0301 Reed <zoe@reed.example>']],
  ['an apostrophe', 'Niamh O’Dara <niamh@odara.example>', ['Niamh O’Dara <niamh@odara.example>']],
  ['a hyphen', 'Jean-Luc Reed <jl@reed.example>', ['Jean-Luc Reed <jl@reed.example>']],
  ['right to left', 'سلمى الحديقة <salma@hadiqa.example>', ['سلمى الحديقة <salma@hadiqa.example>']],
  ['right to left with marks', '\u202Bسلمى\u202C salma@hadiqa.example', ['سلمى <salma@hadiqa.example>']],
  ['Chinese', '李 静 <li@jing.example>', ['李 静 <li@jing.example>']],
  ['an address beyond ASCII', 'Jo <jo@gärten.example>', ['Jo <jo@xn--grten-gra.example>']],
  ['a plus in the address', 'jo.reed+lodge@reed.example', ['Jo Reed Lodge <jo.reed+lodge@reed.example>']],
  ['cells of a spreadsheet', 'Jo\tReed\tjo@reed.example\nAna\tSilva\tana@silva.example', [JO, ANA]],
  ['cells with a firm', 'Jo Reed\tReed and Sons\tjo@reed.example', [JO]],
  ['a table', 'Name,Email\nJo Reed,jo@reed.example\nAna Silva,ana@silva.example', [JO, ANA]],
  ['a table in another order', 'email;name\njo@reed.example;Jo Reed', [JO]],
  ['a table with two names', 'Last name\tFirst name\tE-mail\nReed\tJo\tjo@reed.example', [JO]],
  ['a table with quoted cells', 'name,email\n"Reed, Jo ""Jo""",jo@reed.example', ['Reed, Jo "Jo" <jo@reed.example>']],
  ['a table with a line break in a cell', 'name,email,line\nJo Reed,jo@reed.example,"See\nyou"', [JO]],
  [
    'a table with short rows',
    'name,email,kind\nJo Reed,jo@reed.example\n,,\nAna Silva,ana@silva.example,staff',
    [JO, ANA],
  ],
  ['a table with defused cells', "name,email\n'=Jo,jo@reed.example", ['=Jo <jo@reed.example>']],
  ['a vCard', 'BEGIN:VCARD\nVERSION:3.0\nN:Reed;Jo;;;\nFN:Jo Reed\nEMAIL;TYPE=work:jo@reed.example\nEND:VCARD', [JO]],
  [
    'vCards with preferences and folded lines',
    'BEGIN:VCARD\r\nVERSION:4.0\r\nN:Silva;Ana;;;\r\nitem1.EMAIL:old@silva.example\r\nEMAIL;PREF=1:ana@silva\r\n .example\r\nEND:VCARD',
    [ANA],
  ],
  ['no address', 'Jo Reed', ['1!']],
  ['an address without its end', 'Jo Reed <jo@reed>', ['1!']],
  ['an address with two signs', 'Jo <jo@@reed.example>', ['1!']],
  ['a bad row among good ones', 'Jo Reed <jo@reed.example>\nsomebody\nAna Silva <ana@silva.example>', [JO, '2!', ANA]],
  ['a table with a bad row', 'name,email\nJo Reed,jo at reed\nAna Silva,ana@silva.example', ['2!', ANA]],
  ['a name too long', `${'x'.repeat(130)} <jo@reed.example>`, ['1!']],
]

describe('lists of people as they are pasted (model I2)', () => {
  test.each(PASTES)('%s', (_what, text, people) => {
    expect(read(text)).toEqual(people)
  })

  test('there are sixty of them', () => {
    expect(PASTES.length).toBeGreaterThanOrEqual(60)
  })

  test('cells beside name and address are kept by their column', () => {
    const { people } = readPeopleList(
      'E-mail\tName\tKind\tSite\tUntil\nJo@Reed.example\tJo\tstaff\tPellworth\t2026-09-30',
    )
    expect(people).toEqual([
      {
        line: 2,
        name: 'Jo',
        email: 'jo@reed.example',
        cells: { kind: 'staff', place: 'Pellworth', until: '2026-09-30' },
        unreadable: null,
      },
    ])
  })

  test('nothing, too much, and a megabyte of rubbish get an answer', () => {
    expect(readPeopleList(' \n').problem).toMatch(/nobody in the list/)
    const many = Array.from({ length: 10_001 }, (_, at) => `p${at}@reed.example`).join('\n')
    expect(readPeopleList(many).problem).toMatch(/names 10,001 people. Invite at most 10,000/)
    const rubbish = Array.from({ length: 8_000 }, (_, at) => `@<>"',;|${'\u0007 ﷽'.repeat(30)}${at}`).join('\n')
    expect(readPeopleList(rubbish).people.every((one) => one.unreadable !== null)).toBe(true)
  })

  test('whatever is typed is read without an error, and every row has an address or says why not', () => {
    const piece = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 12 }),
      fc.constantFrom(
        'jo@reed.example',
        ' <',
        '>',
        '"',
        ',',
        ';',
        '\t',
        '\n',
        'name,email\n',
        'BEGIN:VCARD\n',
        'EMAIL:',
      ),
    )
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        for (const one of readPeopleList(pieces.join('')).people) {
          expect(one.unreadable !== null || /^[^\s<>@]+@[^\s<>@]+$/u.test(one.email)).toBe(true)
          expect(one.name.length).toBeLessThanOrEqual(120)
        }
      }),
      { numRuns: 300 },
    )
  })
})
