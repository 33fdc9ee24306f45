import type { AccountBook } from '@lodge/core'
import { entryAt } from '@lodge/core/must'

const TITLE = 'who has what (Bevis keeps this)'
const HEADINGS = ['Who', 'mail', 'company', 'Bedding log', 'Rill Control ', 'Quotes (Trellis)', 'remarks']
const PRODUCTS = ['bedding-log', 'rill-control', 'quote-trellis'] as const
const ROWS = 24

/** The marks people use for the same thing. */
const YES = ['x', 'X', 'yes', 'ok', '✓']
const NO = ['', '-', 'no', '–', 'n/a']

/**
 * People by products as an office keeps it for itself: 24 rows with the mess such sheets have. A title above the headings,
 * names turned round, addresses in odd case and with blanks, five ways to say yes, dates and clients among the marks, a
 * person twice, someone unknown, someone who left, an empty row, an address that is none.
 */
export function seatMarks(book: AccountBook): string[][] {
  const people = (book.people ?? []).filter(({ email, name, state }) => email && name && state === 'active')
  const rows = people.slice(0, ROWS - 5).map(({ name = '', email = '', employer = '', seats = [] }, at) => {
    const [given, ...family] = name.split(' ')
    const marks = PRODUCTS.map((product, which) => {
      const seat = seats.find((one) => one.seat.startsWith(`${product}/`))
      if (!seat) return entryAt(NO, (at + which) % NO.length)
      if (product === 'bedding-log' && at % 4 === 1) return seat.seat.endsWith('/field') ? 'Field' : 'reader'
      if (product === 'rill-control' && at % 5 === 2) return '1/4/2025'
      return product === 'quote-trellis' && at % 6 === 3
        ? 'Pellworth Hospital Trust'
        : entryAt(YES, (at + which) % YES.length)
    })
    const written = at % 3 === 0 ? `${family.join(' ')}, ${given}` : name
    const address = at % 4 === 0 ? email.toUpperCase() : at % 4 === 2 ? ` ${email} ` : email
    return [written, address, at % 7 === 0 ? employer.toLowerCase() : employer, ...marks, at === 2 ? 'ask Bevis' : '']
  })
  return [
    [TITLE, '', '', '', '', '', ''],
    ['', '', '', '', '', '', ''],
    HEADINGS,
    ...rows.slice(0, 9),
    ['', '', '', '', '', '', ''],
    ...rows.slice(9),
    entryAt(rows, 1),
    ['Gathercole, Nell', 'nell.gathercole@thistlewick.example', '', 'x', '', 'x', 'left in May?'],
    ['Edda Quince', 'Edda.Quince@QuinceQuotes.example', 'Quince Quotes', '', '', 'auditor', ''],
    ['Quotes', 'quotes@thistlewick', '', '', '', 'x', 'shared'],
    ['Low, Fen', 'fen@low.example', 'high-fast rope access', 'x', '', '', 'starts soon'],
  ]
}
