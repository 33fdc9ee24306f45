import { IsString, Matches, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { billView, termsOf, type BillView, type InvoiceLine, type Sight } from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest, notFound } from '../errors.ts'
import { fetchSheet } from '../protocols/sheets.ts'
import { insertEvent } from '../store/events.ts'
import { insertInvoice, readInvoices } from '../store/invoices.ts'
import { download } from '../files/download.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'

export class InvoiceBody {
  @IsString() @MaxLength(60) product!: string
  /** The invoice's lines as pasted: whom or what, and the sum. */
  @IsString() @MaxLength(1_000_000) text!: string
}

export class SheetAddress {
  @IsString()
  @MaxLength(500)
  @Matches(/^https?:\/\//, { message: () => say('requests.address-must-begin-with-https') })
  address!: string
}

export const billRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/file.csv`,
    answers: ['csv'],
    heavy: true,
    summary: 'A month’s bill as CSV, a row for each person, place or sum behind each line.',
    cacheable: true,
    answer: (ask) => download(ask, 'bill.csv', `bill-${ask.params.month}.csv`, { params: ask.params }),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/file.pdf`,
    answers: ['pdf'],
    heavy: true,
    summary: 'A month’s bill as PDF.',
    cacheable: true,
    answer: (ask) => download(ask, 'bill.pdf', `bill-${ask.params.month}.pdf`, { params: ask.params }),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/count/file.csv`,
    answers: ['csv'],
    heavy: true,
    summary: 'Everyone, counted or not, and why, as CSV.',
    cacheable: true,
    answer: (ask) => download(ask, 'count.csv', 'count.csv'),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/invoices`,
    heavy: true,
    summary: 'Vendors’ invoices compared with a month’s bill, and their differences now.',
    async answer(ask) {
      seenBill(ask.sight, must(ask.params.month, 'month'))
      return laidInvoices(ask)
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/bills/{month}/invoices`,
    heavy: true,
    summary: 'Compares a vendor’s invoice with a month’s bill and keeps it with the month.',
    body: InvoiceBody,
    async answer(ask) {
      const { lodge, account, sight, params, body, accountId, personId, now } = ask
      const bill = seenBill(sight, must(params.month, 'month'))
      if (!termsOf(sight.account, body.product))
        throw badRequest('no-such-product', say('requests.there-is-no-such-product-here'))
      const read = { kind: 'invoice' as const, text: body.text, month: bill.month, accountId, version: account.version }
      const { lines } = (await lodge.workers.run({ ...read, personId, now }, account)) as { lines: InvoiceLine[] }
      const invoice = { id: uuidv7(), month: bill.month, product: body.product, laidById: personId, laidAt: now, lines }
      await insertInvoice(lodge.pools.requests, accountId, invoice)
      const detail = { month: bill.month, product: body.product }
      await insertEvent(lodge.pools.requests, { kind: 'invoice-laid', accountId, personId, detail }, now)
      return laidInvoices(ask)
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/sheets/fetch`,
    summary: 'Fetches a product sheet from an allowed address, for the docket. Nothing is imported yet.',
    body: SheetAddress,
    async answer({ lodge, sight, body }) {
      if (!sight.can('connections', 'run')) throw notFound()
      return { sheet: await fetchSheet(body.address, lodge.configuration.sheetOrigins) }
    },
  }),
]

function seenBill(sight: Sight, month: string): BillView {
  const bill = billView(sight, month)
  if (!bill) throw notFound()
  return bill
}

/** The month's invoices, compared with the bill as it is now. */
async function laidInvoices({ lodge, account, accountId, personId, asPersonId, params, now }: AccountAsk<object>) {
  const invoices = await readInvoices(lodge.pools.requests, accountId, must(params.month, 'month'))
  const task = { kind: 'laid-invoices' as const, invoices, accountId, version: account.version, personId, now }
  return lodge.workers.run({ ...task, as: asPersonId }, account)
}
