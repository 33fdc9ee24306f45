import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import PDFDocument from 'pdfkit'
import type { StatementView } from '@lodge/core'

const fonts = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf')

/** A statement as PDF, with an embedded font. */
export function statementPdf({ account, place, on, rows, onceIn }: StatementView): Promise<Buffer> {
  const document = new PDFDocument({ size: 'A4', margin: 56, info: { Title: `Who can get in at ${place}` } })
  const chunks: Buffer[] = []
  document.registerFont('plain', join(fonts, 'DejaVuSans.ttf'))
  document.registerFont('strong', join(fonts, 'DejaVuSans-Bold.ttf'))
  document.font('strong').fontSize(18).text(`Who can get in at ${place}`)
  document.font('plain').fontSize(10).text(`${account}, as of ${on}. ${rows.length} people.`).moveDown()
  for (const row of rows) {
    if (document.y > 740) document.addPage()
    const end = row.until ? `until ${row.until}` : 'without end'
    const marks = row.passesWalls ? ', passes walls' : ''
    document.font('strong').fontSize(10).text(row.name, { continued: true })
    document.font('plain').text(`  ${row.employer}, ${end}${marks}`)
    document.fontSize(9).text(row.can.join('; '), { indent: 12 }).moveDown(0.4)
  }
  if (onceIn.length > 0) {
    document.moveDown().font('strong').fontSize(12).text('Invited, and in once they take it up')
    for (const one of onceIn) {
      document
        .font('plain')
        .fontSize(9)
        .text(`${one.name}: ${one.role} at ${one.place}, until ${one.expires} to take it up`)
    }
  }
  return new Promise((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk))
    document.on('end', () => resolve(Buffer.concat(chunks)))
    document.on('error', reject)
    document.end()
  })
}
