import { createHash } from 'node:crypto'
import {
  ArrayMaxSize,
  IsArray,
  IsBase64,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  Max,
  Min,
} from 'class-validator'
import {
  listColumnsOf,
  LIST_FIELDS,
  looksAfter,
  productAt,
  proposeColumns,
  type ListColumns,
  type MemberChoice,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { LodgeError, movedMeanwhile, notFound } from '../errors.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import { readRunState } from '../store/runs.ts'
import { cellsOf } from '../work/cell-reader.ts'
import type { ShownList } from '../work/member-lists.ts'
import { startRun } from './changes.ts'
import { JsonText, route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const PATH = '/api/accounts/{accountId}/products/{product}/member-lists'
/** A file has at most so many letters in base64: 5 MiB of bytes. */
const MAXIMUM_LETTERS = 7_000_000
export const MAXIMUM_ROWS = 50_000

export class MemberFile {
  /** The file as it is, in base64; text that was pasted as well. */
  @IsString() @MaxLength(MAXIMUM_LETTERS) @IsBase64() content!: string
}

/** What a list and a spreadsheet are sent with alike. */
export class ListContent {
  /** Rows of cells as they were read. */
  @IsArray() @ArrayMaxSize(MAXIMUM_ROWS) @IsArray({ each: true }) cells!: string[][]
  /** As of which day it is. */
  @Matches(/^\d{4}-\d{2}-\d{2}$/) asOf!: string
  /** What those who are recorded are. */
  @IsIn(['staff', 'contractor', 'client']) kind!: 'staff' | 'contractor' | 'client'
  /** What the sender calls the run it will be; sent again, it is the same one. */
  @IsUUID() runId!: string
}

class MemberListContent extends ListContent {
  /** The row that holds the headings, from 0; −1: there are none. */
  @IsInt() @Min(-1) @Max(MAXIMUM_ROWS) headingAt!: number
  /** Which column says what, by its number from 0. */
  @IsObject() columns!: Record<string, number>
  /** What was chosen for rows, by their keys. */
  @IsObject() choices!: Record<string, string>
}

export class MemberListJudging extends MemberListContent {
  /** Whether the effect of applying is asked for as well. */
  @IsOptional() @IsIn([true, false]) withPreview?: boolean
}

export class MemberListSending extends MemberListContent {
  /** The digest of the preview as it was shown (model C3). */
  @Matches(/^[\w-]{43}$/) digest!: string
}

/** The product of the path, for its keeper. @throws LodgeError 404 */
function productOf({ sight, params }: Pick<AccountAsk<object>, 'sight' | 'params'>): string {
  const code = params.product ?? ''
  if (!productAt(sight.account, code, sight.now) || !looksAfter(sight, code)) throw notFound()
  return code
}

export function textCells(cells: readonly unknown[][]): string[][] {
  return cells.map((row) => row.slice(0, 100).map((text) => (typeof text === 'string' ? text.slice(0, 2000) : '')))
}

function taskOf(ask: AccountAsk<MemberListContent>, withPreview: boolean) {
  const { lodge, account, accountId, personId, body, now } = ask
  const product = productOf(ask)
  const cells = textCells(body.cells)
  const columns = Object.fromEntries(
    LIST_FIELDS.flatMap((field) =>
      Number.isInteger(body.columns[field]) ? [[field, must(body.columns[field], 'entry of columns')]] : [],
    ),
  ) as ListColumns
  const hash = createHash('sha256').update(JSON.stringify(cells)).digest('base64url')
  const runId = new IssuedIds(lodge.configuration.keyRing, accountId, personId).derived(body.runId)
  const { headingAt, asOf, kind } = body
  const choices = body.choices as Record<string, MemberChoice>
  const task = {
    kind: 'member-list' as const,
    product,
    cells,
    headingAt,
    columns,
    asOf,
    as: kind,
    choices,
    hash,
    runId,
    withPreview,
  }
  return { ...task, accountId, version: account.version, personId, now }
}

/**
 * Starts the run that applies what was shown; the same run sent again is done once.
 * @throws LodgeError 422 where nothing is to be applied, 409 where something else would happen than was shown.
 */
export async function applyShown(
  ask: AccountAsk<{ runId: string; digest: string }>,
  show: () => Promise<Pick<ShownList, 'changes' | 'preview'>>,
): Promise<object> {
  const { lodge, accountId, personId, body, ctx } = ask
  const known = await readRunState(lodge.pools.requests, accountId, body.runId)
  if (known?.actorId === personId) {
    ctx.status = 202
    return { run: known.id }
  }
  const shown = await show()
  if (!shown.preview) throw new LodgeError(422, 'nothing', say('requests.there-is-nothing-in-the-list-to-apply'))
  if (shown.preview.digest !== body.digest) throw movedMeanwhile(shown.preview, [])
  return startRun(ask, shown.changes, { id: body.runId })
}

export const memberListRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${PATH}/read`,
    summary: 'Reads a product’s member list: its cells, and which column says what.',
    body: MemberFile,
    async answer(ask) {
      const product = productOf(ask)
      const { lodge, accountId, personId, body, account } = ask
      const cells = await lodge.budget.spend(accountId, personId, () => cellsOf(Buffer.from(body.content, 'base64')))
      return { cells, ...proposeColumns(cells, listColumnsOf(account, product)) }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${PATH}/judge`,
    summary: 'Compares a member list with the account: a verdict for every row and everyone who is missing.',
    body: MemberListJudging,
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
    summary: 'Applies a member list, as a run that continues without you. The same run sent again is done once.',
    body: MemberListSending,
    answer: (ask) =>
      applyShown(ask, async () => (await ask.lodge.workers.run(taskOf(ask, true), ask.account)) as ShownList),
  }),
]
