import { parse } from 'csv-parse/sync'
import { minorDigits, type InvoiceLine, type Problem } from '@lodge/core'
import { entryAt } from '@lodge/core/must'
import { badRequest } from '../errors.ts'
import { say } from '@lodge/core/say'

const MAXIMUM_LINES = 5_000
const MAXIMUM_COLUMNS = 40
const WHO = ['person', 'name', 'email', 'address', 'user', 'description', 'item', 'line']
const AMOUNT = ['amount', 'sum', 'total', 'net', 'price', 'charge']
const MONTH = ['month', 'period']

/**
 * Reads a vendor's invoice as pasted or exported: two columns (whom or what, and the sum), with a header in any order or
 * without; commas, semicolons or tabs. Every line that cannot be read is named; nothing is taken over then.
 */
export function readInvoice(text: string, month: string, currency: string, locale: string): InvoiceLine[] {
  const rows = cellsOf(text)
  const widest = Math.max(0, ...rows.map((row) => row.length))
  if (widest > MAXIMUM_COLUMNS) {
    throw badRequest(
      'too-wide',
      say('files.a-line-has-columns-keep-the-person-and', { widest, maximumColumns: MAXIMUM_COLUMNS }),
    )
  }
  if (rows.length > MAXIMUM_LINES) {
    throw badRequest(
      'too-long',
      say('files.the-invoice-has-lines-compare-at-most-at', { count: rows.length, maximumLines: MAXIMUM_LINES }),
    )
  }
  const layout = layoutOf(rows)
  const problems: Problem[] = []
  const lines = rows.slice(layout.first).flatMap((row, at) => {
    const number = layout.first + at + 1
    const refuse = (code: string, sentence: string) => {
      problems.push({ code, sentence: say('files.line', { number, sentence }), path: `/lines/${number}` })
      return []
    }
    const other = layout.month === undefined ? undefined : row[layout.month]?.trim()
    if (other && !other.startsWith(month)) return refuse('other-month', say('files.it-is-of-not-of', { other, month }))
    const who = row[layout.who]?.trim() ?? ''
    const amountText = row[layout.amount]?.trim() ?? ''
    if (!who) return refuse('nobody', say('files.it-has-no-person-or-product'))
    const amountMinor = readAmount(amountText, minorDigits(currency, locale), decimalMark(locale))
    if (amountMinor === undefined)
      return refuse('no-amount', say('files.is-not-an-amount-in-write-it-as', { amountText, currency }))
    return [{ who, amountMinor }]
  })
  if (problems.length > 0) throw badRequest('bad-invoice', entryAt(problems, 0).sentence, problems)
  if (lines.length === 0) throw badRequest('empty-invoice', say('files.there-are-no-lines-paste-a-person-and'))
  return lines
}

function cellsOf(text: string): string[][] {
  const delimiter = ['\t', ';', ','].find((one) => text.includes(one)) ?? ','
  try {
    return parse(text, {
      delimiter,
      bom: true,
      relax_column_count: true,
      skip_empty_lines: true,
      trim: true,
      max_record_size: 20_000,
    })
  } catch (error) {
    throw badRequest('bad-csv', say('files.it-cannot-be-read-as-lines-of-cells', { message: (error as Error).message }))
  }
}

interface Layout {
  first: number
  who: number
  amount: number
  month: number | undefined
}

/** Where the columns stand: by the header's words, or the first cell and the last. */
function layoutOf(rows: string[][]): Layout {
  const header = (rows[0] ?? []).map((cell) => cell.toLowerCase())
  const find = (words: readonly string[]) => {
    const at = header.findIndex((cell) => words.some((word) => cell === word || cell.startsWith(`${word} `)))
    return at < 0 ? undefined : at
  }
  const [who, amount, month] = [find(WHO), find(AMOUNT), find(MONTH)]
  if (who !== undefined && amount !== undefined) return { first: 1, who, amount, month }
  return { first: 0, who: 0, amount: Math.max(1, (rows[0]?.length ?? 2) - 1), month: undefined }
}

function decimalMark(locale: string): string {
  return new Intl.NumberFormat(locale).formatToParts(1.1).find((part) => part.type === 'decimal')?.value ?? '.'
}

/**
 * `1,234.50`, `1.234,50`, `14`, `-3.00`; undefined for what is no sum, or has more places than the currency. The other
 * mark than the locale's is a decimal one only where it can be nothing else.
 */
export function readAmount(text: string, digits: number, mark: string): number | undefined {
  const plain = text.replace(/[\s\u00a0€$£¥]/g, '').replace(/−/g, '-')
  if (!/^-?\d[\d.,']*$/.test(plain)) return undefined
  const last = Math.max(plain.lastIndexOf('.'), plain.lastIndexOf(','))
  const tail = last < 0 ? 0 : plain.length - last - 1
  const isDecimal = last >= 0 && (plain[last] === mark || (tail > 0 && tail <= digits && tail !== 3))
  if (isDecimal && (tail === 0 || tail > digits)) return undefined
  const whole = (isDecimal ? plain.slice(0, last) : plain).replace(/[.,']/g, '')
  const fraction = isDecimal ? plain.slice(last + 1).padEnd(digits, '0') : '0'.repeat(digits)
  const minor = Number(`${whole}${fraction}`)
  return Number.isSafeInteger(minor) ? minor : undefined
}
