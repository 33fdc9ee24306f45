import { stringify } from 'csv-stringify/sync'

/** A cell that a spreadsheet would run as a formula is made text (an apostrophe before it). */
function defused(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
}

/** Rows of cells with a header, as CSV; each line ends with CR LF (RFC 4180 §2). */
export function tableCsv(header: readonly string[], rows: readonly (readonly string[])[]): string {
  return stringify(
    [header, ...rows].map((row) => row.map(defused)),
    { record_delimiter: 'windows' },
  )
}
