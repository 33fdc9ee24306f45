import type { LeaversRecord } from '@lodge/core'
import { breakPage, openDocument, written } from './pdf.ts'
import { say } from '@lodge/core/say'

/** A leaver's record as PDF, with an embedded font; the hash says which signed document it shows. */
export function recordPdf(record: LeaversRecord, hash: string, locale: string): Promise<Buffer> {
  const document = openDocument(say('files.leavers-record', { person: record.person.name }), locale)
  document
    .font('strong')
    .fontSize(18)
    .text(say('files.has-left', { person: record.person.name, account: record.account.name }))
  const by = record.plannedBy ? say('files.planned-by', { plannedBy: record.plannedBy }) : ''
  const { keys, seats, groups } = record.ended
  document
    .font('plain')
    .fontSize(10)
    .text(say('files.all-access-ended-at', { doorsShutAt: record.doorsShutAt, by }))
  document.text(say('files.roles-seats-and-memberships-ended', { keys, seats, groups })).moveDown()
  for (const { kind, text, outcome, taker, readBackAt } of record.lines) {
    breakPage(document)
    document.font('strong').fontSize(10).text(`${kind} ${text}`.trim(), { continued: true })
    const to = taker ? `, ${taker}` : ''
    document
      .font('plain')
      .text(say('files.read-back', { outcome, to, hasReadBackAt: readBackAt !== null, readBackAt: readBackAt ?? '' }))
  }
  document
    .moveDown()
    .fontSize(8)
    .text(say('files.signed-sha-256-of-the-signed-record', { signedAt: record.signedAt, hash }))
  document.text(say('files.state-of-the-ledger-2', { ledgerHead: record.ledgerHead }))
  return written(document)
}
