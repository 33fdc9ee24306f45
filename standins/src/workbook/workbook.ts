import { zipSync } from 'fflate'

const MAIN = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
const RELATIONS = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
const PACKAGED = 'http://schemas.openxmlformats.org/package/2006'
const DOCUMENT = 'application/vnd.openxmlformats-officedocument.spreadsheetml'
/** The same file each time it is made. */
const MADE_AT = new Date('2026-01-01T00:00:00Z')

const text = (xml: string) => new TextEncoder().encode(`<?xml version="1.0" encoding="UTF-8"?>${xml}`)
const escaped = (cell: string) => cell.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/**
 * What someone’s spreadsheet program saves: a workbook of one sheet, as small as one can be (ECMA-376).
 * @param rows cells as text, at most 26 a row.
 * @param more further files of the package, or others in place of these.
 */
export function workbook(rows: readonly (readonly string[])[], more: Record<string, Uint8Array> = {}): Uint8Array {
  const cells = rows.map((row, at) => {
    const inner = row.map((cell, column) => {
      const place = `${String.fromCharCode(65 + column)}${at + 1}`
      return `<c r="${place}" t="inlineStr"><is><t xml:space="preserve">${escaped(cell)}</t></is></c>`
    })
    return `<row r="${at + 1}">${inner.join('')}</row>`
  })
  const files: Record<string, Uint8Array> = {
    '[Content_Types].xml': text(
      `<Types xmlns="${PACKAGED}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/><Override PartName="/xl/workbook.xml" ContentType="${DOCUMENT}.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="${DOCUMENT}.worksheet+xml"/></Types>`,
    ),
    '_rels/.rels': text(
      `<Relationships xmlns="${PACKAGED}/relationships"><Relationship Id="rId1" Type="${RELATIONS}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': text(
      `<workbook xmlns="${MAIN}" xmlns:r="${RELATIONS}"><sheets><sheet name="Sheet1" sheetId="1" r:id="rId1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': text(
      `<Relationships xmlns="${PACKAGED}/relationships"><Relationship Id="rId1" Type="${RELATIONS}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': text(`<worksheet xmlns="${MAIN}"><sheetData>${cells.join('')}</sheetData></worksheet>`),
    ...more,
  }
  return zipSync(files, { mtime: MADE_AT })
}
