import { IsString, Matches, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import {
  billLineView,
  billView,
  countView,
  instantText,
  layInvoice,
  termsOf,
  type BillView,
  type Sight,
} from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import { fetchSheet } from '../protocols/sheets.ts'
import { insertEvent } from '../store/events.ts'
import { insertInvoice, readInvoices } from '../store/invoices.ts'
import { billCsv, billPdf, tableCsv, type OpenLine } from './bill-files.ts'
import { readInvoice } from './read-invoice.ts'
import { route, type AccountAsk } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'

export class InvoiceBody {
  @IsString() @MaxLength(60) product!: string
  /** The invoice's lines as pasted: whom or what, and the sum. */
  @IsString() @MaxLength(1_000_000) text!: string
}

export class SheetAddress {
  @IsString() @MaxLength(500) @Matches(/^https?:\/\//, { message: 'address must begin with https://' }) address!: string
}

export const billRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/file.csv`,
    heavy: true,
    summary: 'A month’s bill as CSV, a row for each person, place or sum behind each line.',
    cacheable: true,
    async answer({ ctx, sight, params }) {
      const bill = seenBill(sight, params.month!)
      send(ctx, 'text/csv; charset=utf-8', `bill-${bill.month}.csv`)
      ctx.body = billCsv(bill, openLines(sight, bill), sight.account.settings.locale)
      return ctx.body as object
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/file.pdf`,
    heavy: true,
    summary: 'A month’s bill as PDF.',
    cacheable: true,
    async answer({ ctx, sight, params }) {
      const bill = seenBill(sight, params.month!)
      send(ctx, 'application/pdf', `bill-${bill.month}.pdf`)
      return billPdf(bill, sight.account.settings.name, sight.account.settings.locale)
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/count/file.csv`,
    heavy: true,
    summary: 'Everybody, counted or not, and why, as CSV.',
    cacheable: true,
    async answer({ ctx, sight }) {
      const found = countView(sight)
      if (!found) throw notFound()
      send(ctx, 'text/csv; charset=utf-8', 'count.csv')
      const rows = found.people.map(({ productName, name, counted, why, client, code }) => {
        return [productName, name, counted ? 'yes' : 'no', why, client, code]
      })
      return tableCsv(['product', 'person', 'counted', 'why', 'client', 'cost code'], rows) as unknown as object
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/bills/{month}/invoices`,
    heavy: true,
    summary: 'Vendors’ invoices laid against a month’s bill, with what differs now.',
    async answer(ask) {
      seenBill(ask.sight, ask.params.month!)
      return { invoices: await laidInvoices(ask) }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/bills/{month}/invoices`,
    heavy: true,
    summary: 'Lays a vendor’s invoice against a month’s bill and keeps it with the month.',
    body: InvoiceBody,
    async answer(ask) {
      const { lodge, sight, params, body, accountId, personId, now } = ask
      const bill = seenBill(sight, params.month!)
      if (!termsOf(sight.account, body.product)) throw badRequest('no-such-product', 'There is no such product here.')
      const { currency, locale } = sight.account.settings
      const lines = readInvoice(body.text, bill.month, currency, locale)
      const invoice = { id: uuidv7(), month: bill.month, product: body.product, laidById: personId, laidAt: now, lines }
      await insertInvoice(lodge.pools.requests, accountId, invoice)
      const detail = { month: bill.month, product: body.product }
      await insertEvent(lodge.pools.requests, { kind: 'invoice-laid', accountId, personId, detail }, now)
      return { invoices: await laidInvoices(ask) }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/sheets/fetch`,
    summary: 'Fetches a product sheet from an allowed address, for the docket; nothing is imported by it.',
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

function openLines(sight: Sight, bill: BillView): OpenLine[] {
  return bill.lines.map((line, at) => ({ line, items: billLineView(sight, bill.month, at)?.items ?? [] }))
}

function send(ctx: AccountAsk<object>['ctx'], type: string, name: string): void {
  ctx.type = type
  ctx.set('Content-Disposition', `attachment; filename="${name}"`)
}

async function laidInvoices({ lodge, sight, accountId, params }: AccountAsk<object>) {
  const invoices = await readInvoices(lodge.pools.requests, accountId, params.month!)
  return invoices.map(({ id, month, product, laidById, laidAt, lines }) => ({
    id,
    product,
    productName: termsOf(sight.account, product)?.sheetAt(sight.now)?.name ?? product,
    laidBy: sight.personName(laidById),
    laidAt: instantText(laidAt),
    ...layInvoice(sight.account, month, product, lines),
  }))
}
