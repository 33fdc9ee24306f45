import type { LeaversRecord } from '@lodge/core'
import { breakPage, openDocument, written } from './pdf.ts'

/** A leaver's record as PDF, with an embedded font; the hash says which signed document it shows. */
export function recordPdf(record: LeaversRecord, hash: string, locale: string): Promise<Buffer> {
  const document = openDocument(`Leaver’s record: ${record.person.name}`, locale)
  document.font('strong').fontSize(18).text(`${record.person.name} has left ${record.account.name}`)
  const by = record.plannedBy ? ` Planned by ${record.plannedBy}.` : ''
  const { keys, seats, groups } = record.ended
  document.font('plain').fontSize(10).text(`All access ended at ${record.doorsShutAt}.${by}`)
  document.text(`${keys} roles, ${seats} seats and ${groups} memberships ended.`).moveDown()
  for (const { kind, text, outcome, taker, readBackAt } of record.lines) {
    breakPage(document)
    document.font('strong').fontSize(10).text(`${kind} ${text}`.trim(), { continued: true })
    const to = taker ? `, ${taker}` : ''
    document.font('plain').text(`: ${outcome}${to}${readBackAt ? `, read back ${readBackAt}` : ''}`)
  }
  document.moveDown().fontSize(8).text(`Signed ${record.signedAt}. SHA-256 of the signed record: ${hash}`)
  document.text(`State of the ledger: ${record.ledgerHead}.`)
  return written(document)
}
