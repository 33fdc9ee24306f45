import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import PDFDocument from 'pdfkit'

const fonts = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf')

/** Where paper is cut to Letter; everywhere else it is A4 (ISO 216). */
const LETTER_REGIONS = new Set(['US', 'CA', 'MX', 'CL', 'CO', 'CR', 'GT', 'NI', 'PA', 'PH', 'PR', 'SV', 'VE'])

/** The paper that is usual where a locale is spoken. */
export function paperOf(locale: string): 'A4' | 'LETTER' {
  return LETTER_REGIONS.has(new Intl.Locale(locale).maximize().region ?? '') ? 'LETTER' : 'A4'
}

/** What is left beneath the last line of a page, in points. */
const FOOT_POINTS = 90

/** Begins another page where the next line would come too close to the foot. */
export function breakPage(document: PDFKit.PDFDocument): void {
  if (document.y > document.page.height - FOOT_POINTS) document.addPage()
}

/** A document on the account's usual paper, with its font embedded as `plain` and `strong`. */
export function openDocument(title: string, locale: string): PDFKit.PDFDocument {
  const document = new PDFDocument({ size: paperOf(locale), margin: 56, info: { Title: title } })
  document.registerFont('plain', join(fonts, 'DejaVuSans.ttf'))
  document.registerFont('strong', join(fonts, 'DejaVuSans-Bold.ttf'))
  return document
}

/** Ends a document and answers its bytes. */
export function written(document: PDFKit.PDFDocument): Promise<Buffer> {
  const chunks: Buffer[] = []
  return new Promise((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk))
    document.on('end', () => resolve(Buffer.concat(chunks)))
    document.on('error', reject)
    document.end()
  })
}
