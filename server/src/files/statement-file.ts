import type { StatementView } from '@lodge/core'
import { breakPage, openDocument, written } from './pdf.ts'
import { say } from '@lodge/core/say'

/**
 * A statement as PDF, with an embedded font.
 * @param head the hash the ledger stood at, by which any rewriting since then is found (docs/prove-it.md).
 */
export function statementPdf(
  { account, place, on, rows, onceIn, theirProducts }: StatementView,
  head: string,
  locale: string,
): Promise<Buffer> {
  const document = openDocument(say('files.who-has-access-at', { place }), locale)
  document.font('strong').fontSize(18).text(say('files.who-has-access-at', { place }))
  document
    .font('plain')
    .fontSize(10)
    .text(say('files.as-of-people', { account, on, count: rows.length }))
    .moveDown()
  for (const row of rows) {
    breakPage(document)
    const end = row.until ? say('files.until', { until: row.until }) : say('files.no-last-day')
    const marks = row.passesWalls ? say('files.passes-walls') : ''
    document.font('strong').fontSize(10).text(row.name, { continued: true })
    document.font('plain').text(`  ${[row.employer, `${end}${marks}`].filter(Boolean).join(', ')}`)
    document.fontSize(9).text(row.can.join('; '), { indent: 12 }).moveDown(0.4)
  }
  if (onceIn.length > 0) {
    document.moveDown().font('strong').fontSize(12).text(say('files.invited-with-access-after-they-accept'))
    for (const one of onceIn) {
      document
        .font('plain')
        .fontSize(9)
        .text(
          say('files.at-the-invitation-runs-out-on', {
            name: one.name,
            role: one.role,
            place: one.place,
            expires: one.expires,
          }),
        )
    }
  }
  for (const { name, people } of theirProducts) {
    document.moveDown().font('strong').fontSize(12).text(say('files.our-people-in-your', { name }))
    const lines = people.length > 0 ? people.map((one) => `${one.name}: ${one.known}`) : ['Nobody.']
    for (const line of lines) {
      breakPage(document)
      document.font('plain').fontSize(9).text(line)
    }
  }
  document.moveDown().font('plain').fontSize(8).text(say('files.state-of-the-ledger', { head }))
  return written(document)
}
