import { createHash } from 'node:crypto'
import { IsIn, IsObject, IsOptional, Matches } from 'class-validator'
import { keptProducts, WHO_FIELDS, type MarkMeaning, type MemberChoice, type Spreadsheet } from '@lodge/core'
import { must } from '@lodge/core/must'
import { notFound } from '../errors.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import { cellsOf } from '../work/cell-reader.ts'
import type { ShownSpreadsheet } from '../work/spreadsheets.ts'
import { applyShown, ListContent, MAXIMUM_ROWS, MemberFile, textCells } from './member-lists.ts'
import { JsonText, route, type AccountAsk } from '../http/route.ts'

const PATH = '/api/accounts/{accountId}/spreadsheets'
const MAXIMUM_COLUMNS = 100

class SpreadsheetContent extends ListContent {
  /** What each column and mark means, as it was proposed and corrected; left out, it is proposed. */
  @IsOptional() @IsObject() sheet?: object
  /** By product, what was chosen for rows, by their keys. */
  @IsObject() choices!: Record<string, Record<string, string>>
  /** By product, the role that people are given at the places their cell names; left out, no keys are given. */
  @IsOptional() @IsObject() keys?: Record<string, string>
}

export class SpreadsheetJudging extends SpreadsheetContent {
  /** Whether the effect of applying is asked for as well. */
  @IsOptional() @IsIn([true, false]) withPreview?: boolean
}

export class SpreadsheetSending extends SpreadsheetContent {
  /** The digest of the preview as it was shown (model C3). */
  @Matches(/^[\w-]{43}$/) digest!: string
}

/** What the sender says of the columns, made safe: anything else than what can be said there is as if left out. */
function sheetFrom(plain: object | undefined): Spreadsheet | undefined {
  if (!plain) return undefined
  const { headingAt = -1, columns = [] } = plain as { headingAt?: unknown; columns?: unknown }
  const text = (value: unknown) => (typeof value === 'string' ? value.slice(0, 200) : '')
  const rows = (Array.isArray(columns) ? columns.slice(0, MAXIMUM_COLUMNS) : []) as Record<string, unknown>[]
  return {
    headingAt: Number.isInteger(headingAt) ? Math.max(-1, Math.min(Number(headingAt), MAXIMUM_ROWS)) : -1,
    columns: rows.map((column) => ({
      heading: text(column?.heading),
      as: ([...WHO_FIELDS, 'product'] as const).find((one) => one === column?.as) ?? 'other',
      product: text(column?.product) || null,
      marks: ((Array.isArray(column?.marks) ? column.marks.slice(0, 100) : []) as Record<string, unknown>[]).map(
        (mark) => ({
          text: mark?.text === null ? null : text(mark?.text),
          ...{ count: 0, meaning: meaningFrom(mark?.meaning) },
          looksLike: mark?.looksLike === 'place' ? ('place' as const) : ('date' as const),
        }),
      ),
      samples: [],
    })),
  }
}

function meaningFrom(value: unknown): MarkMeaning {
  if (value === 'yes' || value === 'no') return value
  const seatType = (value as { seatType?: unknown } | null)?.seatType
  return typeof seatType === 'string' ? { seatType: seatType.slice(0, 60) } : 'no'
}

/** Anyone who looks after a product may read a spreadsheet about it. @throws LodgeError 404 */
function taskOf(ask: AccountAsk<SpreadsheetContent>, withPreview: boolean) {
  const { lodge, account, accountId, personId, body, sight, now } = ask
  if (keptProducts(sight).length === 0) throw notFound()
  const cells = textCells(body.cells)
  const hash = createHash('sha256').update(JSON.stringify(cells)).digest('base64url')
  const runId = new IssuedIds(lodge.configuration.keyRing, accountId, personId).derived(body.runId)
  const sheet = sheetFrom(body.sheet)
  const choices = body.choices as Record<string, Record<string, MemberChoice>>
  const task = {
    ...{
      kind: 'spreadsheet' as const,
      cells,
      asOf: body.asOf,
      as: body.kind,
      choices,
      keys: body.keys ?? {},
      hash,
      runId,
      withPreview,
    },
    ...(sheet ? { sheet } : {}),
  }
  return { ...task, accountId, version: account.version, personId, now }
}

export const spreadsheetRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${PATH}/read`,
    summary: 'Reads a spreadsheet of people by products: its cells.',
    body: MemberFile,
    async answer({ lodge, accountId, personId, body, sight }) {
      if (keptProducts(sight).length === 0) throw notFound()
      const bytes = Buffer.from(body.content, 'base64')
      return { cells: await lodge.budget.spend(accountId, personId, () => cellsOf(bytes)) }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${PATH}/judge`,
    summary: 'Reads what a spreadsheet of people by products says, as one member list for each product.',
    body: SpreadsheetJudging,
    async answer(ask) {
      const task = taskOf(ask, ask.body.withPreview ?? false)
      return new JsonText(must(await ask.lodge.workers.runToText(task, ask.account), 'answer of the worker'))
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${PATH}/apply`,
    answers: ['run'],
    summary: 'Applies a spreadsheet, as a run that continues without you. The same run sent again is done once.',
    body: SpreadsheetSending,
    answer: (ask) =>
      applyShown(ask, async () => (await ask.lodge.workers.run(taskOf(ask, true), ask.account)) as ShownSpreadsheet),
  }),
]
