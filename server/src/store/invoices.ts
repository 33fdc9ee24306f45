import type { InvoiceLine } from '@lodge/core'
import type { Queryable } from './pools.ts'
import { instant, json, select, text } from './select.ts'

/** A vendor's invoice as it was pasted, kept with its month. */
export interface VendorInvoice {
  id: string
  month: string
  product: string
  laidById: string
  laidAt: number
  lines: InvoiceLine[]
}

export async function insertInvoice(connection: Queryable, accountId: string, invoice: VendorInvoice): Promise<void> {
  const { id, month, product, laidById, laidAt, lines } = invoice
  await connection.execute(
    `INSERT INTO vendor_invoice (account_id, id, month, product, laid_by_id, laid_at_us, invoice_lines)
     VALUES (?, ?, ?, ?, ?, ?, ?)`,
    [accountId, id, month, product, laidById, laidAt, JSON.stringify(lines)],
  )
}

/** The invoices of a month, the newest first. */
export async function readInvoices(connection: Queryable, accountId: string, month: string): Promise<VendorInvoice[]> {
  const invoices = await select(
    connection,
    {
      ...{ id: text, month: text, product: text, laidById: text, laidAt: instant },
      invoiceLines: json<InvoiceLine[]>(),
    },
    `SELECT id, month, product, laid_by_id, laid_at_us, invoice_lines FROM vendor_invoice
     WHERE account_id = ? AND month = ? ORDER BY id DESC LIMIT 20`,
    [accountId, month],
  )
  return invoices.map(({ invoiceLines: lines, ...rest }) => ({ ...rest, lines }))
}
