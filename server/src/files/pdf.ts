import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import PDFDocument from 'pdfkit'

const fonts = join(dirname(createRequire(import.meta.url).resolve('dejavu-fonts-ttf/package.json')), 'ttf')

/** An A4 document with its font embedded as `plain` and `strong`. */
export function openDocument(title: string): PDFKit.PDFDocument {
  const document = new PDFDocument({ size: 'A4', margin: 56, info: { Title: title } })
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
