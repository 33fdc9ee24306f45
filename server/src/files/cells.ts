import { unzipSync, zipSync } from 'fflate'
import { parse } from 'csv-parse/sync'
import readXlsxFile from 'read-excel-file/node'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

/** A list has at most so much of everything, however it is packed. */
export const CELL_LIMITS = { rows: 50_000, columns: 100, letters: 2_000, unpackedBytes: 120_000_000 }

/** Why a file cannot be read as rows of cells, in words for the person who chose it. */
export class UnreadableFile extends Error {}

/**
 * Reads a file of people as rows of cells: CSV in any usual delimiter and encoding, cells pasted from a spreadsheet, or
 * XLSX. Formulas are their last results; nothing is computed, and nothing outside the file is read.
 * @throws UnreadableFile
 */
export async function readCells(bytes: Uint8Array): Promise<string[][]> {
  if (bytes.length === 0) throw new UnreadableFile(say('files.the-file-is-empty-export-it-again'))
  const cells = isZip(bytes) ? await readWorkbook(bytes) : readText(bytes)
  while (cells.length > 0 && must(cells.at(-1), 'last of cells').every((text) => text.trim() === '')) cells.pop()
  if (cells.length === 0) throw new UnreadableFile(say('files.there-are-no-rows-in-the-file-export'))
  if (cells.length > CELL_LIMITS.rows) {
    const [many, most] = [cells.length, CELL_LIMITS.rows].map((number) => number.toLocaleString('en'))
    throw new UnreadableFile(say('files.the-file-has-rows-read-at-most-at', { many: many ?? '', most: most ?? '' }))
  }
  if (cells.some((row) => row.length > CELL_LIMITS.columns)) {
    throw new UnreadableFile(say('files.the-file-has-more-than-columns-delete-those', { columns: CELL_LIMITS.columns }))
  }
  return cells.map((row) => row.map((text) => clean(text).slice(0, CELL_LIMITS.letters)))
}

const ZIP = [0x50, 0x4b, 0x03, 0x04]
/** Microsoft's older container, also of workbooks that need a password (MS-CFB §2.2). */
const COMPOUND = [0xd0, 0xcf, 0x11, 0xe0]

const begins = (bytes: Uint8Array, mark: readonly number[]) => mark.every((one, at) => bytes[at] === one)
const isZip = (bytes: Uint8Array) => begins(bytes, ZIP)

/** Parts of a workbook in which cells do not stand: pictures, macros, settings of printers. */
const BESIDE = /\.(png|jpe?g|gif|emf|wmf|bin|vml)$/i

/** What is packed, unpacked within bounds: each part into as many bytes as it says it has, and no more. */
function unpacked(bytes: Uint8Array): Record<string, Uint8Array> {
  let unpackedBytes = 0
  const parts = (() => {
    try {
      return unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          if (BESIDE.test(name)) return false
          unpackedBytes += originalSize
          if (unpackedBytes > CELL_LIMITS.unpackedBytes) throw new UnreadableFile(tooLarge())
          return true
        },
      })
    } catch (error) {
      if (error instanceof UnreadableFile) throw error
      throw new UnreadableFile(say('files.the-file-is-damaged-it-cannot-be-unpacked'))
    }
  })()
  if (!Object.keys(parts).some((name) => name.startsWith('xl/worksheets/'))) {
    throw new UnreadableFile(say('files.the-file-is-packed-but-it-is-no'))
  }
  return parts
}

const tooLarge = () => say('files.the-file-is-too-large-once-it-is')

async function readWorkbook(bytes: Uint8Array): Promise<string[][]> {
  const parts = unpacked(bytes)
  try {
    // Packed again without being pressed: what the reader unpacks is what was unpacked within bounds.
    const read = (await readXlsxFile(Buffer.from(zipSync(parts, { level: 0 })))) as unknown
    const rows = (
      Array.isArray(read) && read[0] && 'data' in (read[0] as object) ? (read[0] as { data: unknown[][] }).data : read
    ) as unknown[][]
    return rows.map((row) => row.map(cellText))
  } catch {
    throw new UnreadableFile(say('files.the-spreadsheet-cannot-be-read-save-it-as'))
  }
}

function cellText(value: unknown): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) return value.toISOString().slice(0, 10)
  return typeof value === 'object' ? '' : String(value as string | number | boolean)
}

function readText(bytes: Uint8Array): string[][] {
  if (begins(bytes, COMPOUND)) {
    throw new UnreadableFile(say('files.this-is-an-older-spreadsheet-or-one-that'))
  }
  const text = decode(bytes).replace(/^\uFEFF/, '')
  if (/\0/.test(text)) throw new UnreadableFile(say('files.this-is-no-list-of-people-choose-a'))
  const delimiter = delimiterOf(text)
  const options = {
    delimiter,
    relax_column_count: true,
    relax_quotes: true,
    skip_empty_lines: false,
    to: CELL_LIMITS.rows + 1,
  }
  try {
    return parse(text, options) as string[][]
  } catch {
    return parse(text, { ...options, quote: false }) as string[][]
  }
}

/** By its mark, else UTF-16 by its zero bytes, else UTF-8 where it is well-formed, else Windows-1252. */
function decode(bytes: Uint8Array): string {
  const [one, two] = bytes
  if (one === 0xff && two === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (one === 0xfe && two === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  const sample = bytes.subarray(0, 2000)
  const zeros = sample.reduce((count, byte) => count + (byte === 0 ? 1 : 0), 0)
  if (zeros > sample.length / 4) return new TextDecoder(sample[0] === 0 ? 'utf-16be' : 'utf-16le').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

const DELIMITERS = ['\t', ';', ',', '|'] as const
const SAMPLED_LINES = 20

/** The one that is in most of the first lines, outside quotation marks. */
function delimiterOf(text: string): string {
  const lines = text.split(/\r\n|\n|\r/, SAMPLED_LINES).map((line) => line.replace(/"[^"]*"/g, ''))
  const count = (delimiter: string) => lines.filter((line) => line.includes(delimiter)).length
  return DELIMITERS.reduce((best, one) => (count(one) > count(best) ? one : best))
}

/** Without invisible marks; a cell that was kept from being read as a formula comes back as it was. */
function clean(text: string): string {
  return text
    .replaceAll(/[\u200B-\u200F\u202A-\u202E\u2060\u2066-\u2069\uFEFF]/g, '')
    .replaceAll(/[\u00A0\u2007\u202F\u3000]/g, ' ')
    .replaceAll(/[\r\n\t]+/g, ' ')
    .replace(/^'(?=[=+\-@])/, '')
    .trim()
}
