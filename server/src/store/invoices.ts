import type { RowDataPacket } from 'mysql2'
import type { InvoiceLine } from '@lodge/core'
import type { Queryable } from './pools.ts'

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
  const [rows] = await connection.execute<RowDataPacket[]>(
    `SELECT id, month, product, laid_by_id, laid_at_us, invoice_lines FROM vendor_invoice
     WHERE account_id = ? AND month = ? ORDER BY id DESC LIMIT 20`,
    [accountId, month],
  )
  return rows.map((row) => ({
    id: row.id as string,
    month: row.month as string,
    product: row.product as string,
    laidById: row.laid_by_id as string,
    laidAt: row.laid_at_us as number,
    lines: (typeof row.invoice_lines === 'string' ? JSON.parse(row.invoice_lines) : row.invoice_lines) as InvoiceLine[],
  }))
}
