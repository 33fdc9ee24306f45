import { amountText, type BillView, type ItemView } from '@lodge/core'
import { tableCsv } from './csv.ts'
import { breakPage, openDocument, written } from './pdf.ts'
import { say } from '@lodge/core/say'

/** One line of a bill with what it is made of. */
export interface OpenLine {
  line: BillView['lines'][number]
  items: ItemView[]
}

/** A bill as CSV: a row for each person, place or sum behind each line, so that the rows add up to the total. */
export function billCsv(bill: BillView, lines: readonly OpenLine[], locale: string): string {
  const amount = (minor: number) => amountText(minor, bill.currency, locale).replace(/[^\d.,-]/g, '')
  const rows = lines.flatMap(({ line, items }) => {
    const base = [bill.month, line.productName, line.name, line.lateFor ?? '']
    const parts = items.filter((item) => item.amountMinor !== null)
    if (parts.length === 0) return [[...base, '', '', '', String(line.quantity), amount(line.amountMinor)]]
    return parts.map((item) => {
      return [...base, item.name, item.firstDate, item.lastDate, String(item.quantity), amount(item.amountMinor ?? 0)]
    })
  })
  const header = [
    'month',
    'product',
    'line',
    say('files.late-for'),
    'for',
    'from',
    'until',
    'quantity',
    say('files.amount', { currency: bill.currency }),
  ]
  return tableCsv(header, rows)
}

/** A bill as PDF, with an embedded font, net of tax. */
export function billPdf(bill: BillView, accountName: string, locale: string): Promise<Buffer> {
  const document = openDocument(say('files.bill-of', { bill: bill.name, accountName }), locale)
  const amount = (minor: number) => amountText(minor, bill.currency, locale)
  document
    .font('strong')
    .fontSize(18)
    .text(say('files.bill-of-2', { bill: bill.name }))
  document.font('plain').fontSize(10).text(accountName).moveDown()
  const row = (left: string, middle: string, right: string, font = 'plain') => {
    breakPage(document)
    const { y } = document
    document.font(font).fontSize(10)
    document.text(left, 56, y, { width: 260 })
    const after = document.y
    document.text(middle, 316, y, { width: 130, align: 'right' })
    document.text(right, 446, y, { width: 93, align: 'right' })
    document.x = 56
    document.y = Math.max(after, y + 16)
  }
  row('', '', bill.currency, 'strong')
  let product = ''
  for (const line of bill.lines) {
    if (line.productName !== product) row((product = line.productName), '', '', 'strong')
    const late = line.lateFor ? say('files.for', { lateFor: line.lateFor }) : ''
    row(`  ${line.name}${late}`, sumText(line, amount), amount(line.amountMinor))
  }
  row(say('files.total-net-of-tax'), '', amount(bill.totalMinor), 'strong')
  document.moveDown()
  const state = bill.closed
    ? say('files.this-month-is-closed-the-bill-no-longer')
    : say('files.this-month-has-not-closed-yet')
  document.font('plain').fontSize(9).text(say('files.all-sums-are-net-of-tax', { state }), 56)
  return written(document)
}

function sumText(line: BillView['lines'][number], amount: (minor: number) => string): string {
  const { kind, quantity, priceMinor, daysLeft, daysOfTerm } = line
  if (kind === 'team') return say('files.counted', { quantity })
  const part = daysOfTerm ? say('files.days', { daysLeft: daysLeft ?? '', daysOfTerm }) : ''
  return say('files.days-2', { quantity, inDays: kind === 'days', amount: amount(priceMinor), part })
}
