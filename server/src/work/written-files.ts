import {
  billLineView,
  billView,
  countView,
  gridTable,
  MAXIMUM_TABLE_CELLS,
  peopleTable,
  readGridQuery,
  readPeopleQuery,
  statementTable,
  writeBook,
  type Id,
  type LeaversRecord,
  type LocalDate,
  type Sight,
  type StatementView,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest } from '../errors.ts'
import { billCsv, billPdf } from '../files/bill-file.ts'
import { tableCsv } from '../files/csv.ts'
import { recordPdf } from '../files/record-file.ts'
import { statementPdf } from '../files/statement-file.ts'
import { say } from '@lodge/core/say'

/** What a file is written from, besides the account: words of the request, or something read before. */
export interface FileFrom {
  params: Record<string, string>
  data?: unknown
}
type Content = string | Uint8Array

const localeOf = (sight: Sight) => sight.account.settings.locale

/** Files by name: written from what the asker sees, here or in the worker thread; undefined where nothing is to be seen. */
export const FILES = {
  'bill.csv': (sight: Sight, { params }: FileFrom) => {
    const bill = billView(sight, must(params.month, 'month'))
    if (!bill) return undefined
    const lines = bill.lines.map((line, at) => ({ line, items: billLineView(sight, bill.month, at)?.items ?? [] }))
    return billCsv(bill, lines, sight.account.settings.locale)
  },
  'bill.pdf': (sight: Sight, { params }: FileFrom) => {
    const bill = billView(sight, must(params.month, 'month'))
    return bill && billPdf(bill, sight.account.settings.name, sight.account.settings.locale)
  },
  'count.csv': (sight: Sight) => {
    const rows = countView(sight)?.people.map(({ productName, name, counted, why, client, code }) => {
      return [productName, name, counted ? 'yes' : 'no', why, client, code]
    })
    return rows && tableCsv(['product', 'person', 'counted', 'why', 'client', 'cost code'], rows)
  },
  'people.csv': (sight: Sight, { params, data }: FileFrom) => {
    const columns = (params.columns ?? '').split(',').filter(Boolean)
    const { header, rows } = peopleTable(sight, readPeopleQuery(params), columns, data as Record<Id, LocalDate>)
    return tableCsv(header, rows)
  },
  'account-book.json': (sight: Sight) => JSON.stringify(writeBook(sight.account, sight.now)),
  'grid.csv': (sight: Sight, { params }: FileFrom) => {
    const table = gridTable(sight, readGridQuery(params))
    if (table && table.cells > MAXIMUM_TABLE_CELLS) {
      const [cells, most] = [table.cells, MAXIMUM_TABLE_CELLS].map((number) => number.toLocaleString('en'))
      const sentence = say('work.this-would-be-cells-fold-places-or-filter', { cells: cells ?? '', most: most ?? '' })
      throw badRequest('too-large', sentence)
    }
    return table && tableCsv(table.header, table.rows)
  },
  'statement.csv': (_sight: Sight, { data }: FileFrom) => {
    const { header, rows } = statementTable(data as StatementView)
    return tableCsv(header, rows)
  },
  'statement.pdf': (sight: Sight, { data, params }: FileFrom) =>
    statementPdf(data as StatementView, must(params.head, 'head'), localeOf(sight)),
  'record.pdf': (sight: Sight, { data, params }: FileFrom) =>
    recordPdf(data as LeaversRecord, must(params.hash, 'hash'), localeOf(sight)),
} satisfies Record<string, (sight: Sight, from: FileFrom) => Content | undefined | Promise<Content | undefined>>

export type FileName = keyof typeof FILES
