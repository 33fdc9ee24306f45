import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  Min,
  ValidateNested,
} from 'class-validator'
import {
  MAXIMUM_PEOPLE_LISTED,
  PacketGrant,
  PacketSeat,
  RowId,
  RowIds,
  When,
  type Id,
  type Invite,
  type PersonKind,
} from '@lodge/core'
import { LodgeError, movedMeanwhile } from '../errors.ts'
import { IssuedIds } from '../signin/issued-ids.ts'
import { readRunState } from '../store/runs.ts'
import type { ShownArrivals } from '../work/shown.ts'
import { startRun } from './changes.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/** What people paste has at most so many letters. */
const MAXIMUM_LETTERS = 4_000_000

export class ArrivalListText {
  /** A list in any of the usual forms, as pasted. */
  @IsString() @MaxLength(MAXIMUM_LETTERS) text!: string
}

export class ArrivalRow {
  @IsInt() @Min(1) line!: number
  @IsString() @MaxLength(200) name!: string
  @IsString() @MaxLength(300) email!: string
  @IsOptional() @IsObject() cells?: Record<string, string>
}

export class ArrivalDefaults {
  @IsIn(['staff', 'contractor', 'client']) kind!: PersonKind
  @IsIn(['administrator', 'member', 'guest']) standing!: Invite['standing']
  @IsOptional() @RowId() employerId?: Id | null
  @IsOptional() @RowId() managerId?: Id | null
  @When() engagementFrom?: string | null
  @When() engagementUntil?: string | null
  @IsOptional() @IsString() @MaxLength(400) line?: string | null
  @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => PacketGrant) grants!: PacketGrant[]
  @IsArray() @ArrayMaxSize(20) @ValidateNested({ each: true }) @Type(() => PacketSeat) seats!: PacketSeat[]
  @IsArray() @ArrayMaxSize(50) @RowIds() groupIds!: Id[]
}

class ArrivalListContent {
  @IsArray()
  @ArrayMaxSize(MAXIMUM_PEOPLE_LISTED)
  @ValidateNested({ each: true })
  @Type(() => ArrivalRow)
  rows!: ArrivalRow[]
  @IsObject() @ValidateNested() @Type(() => ArrivalDefaults) defaults!: ArrivalDefaults
  /** What the sender calls the run it will be; sent again, it is the same one. */
  @IsUUID() runId!: string
}

export class ArrivalListPreview extends ArrivalListContent {}

export class ArrivalListSending extends ArrivalListContent {
  /** The digest of the preview as it was shown (model C3). */
  @Matches(/^[\w-]{43}$/) digest!: string
}

/** What the worker thread makes of rows: each judged, and one preview of all. */
async function shownOf(ask: AccountAsk<ArrivalListContent>): Promise<ShownArrivals> {
  const { lodge, account, accountId, personId, body, now } = ask
  const rows = body.rows.map((row) => ({ ...row, cells: row.cells ?? {} }))
  // Rows are counted on from an id of ours: what the sender calls the run is not a row's to have.
  const runId = new IssuedIds(lodge.configuration.keyRing, accountId, personId).derived(body.runId)
  const task = { kind: 'arrivals' as const, rows, defaults: body.defaults, runId }
  return (await lodge.workers.run(
    { ...task, accountId, version: account.version, personId, now },
    account,
  )) as ShownArrivals
}

export const arrivalListRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/arrival-lists/read`,
    summary: 'Reads a pasted list of people: every row with its result.',
    body: ArrivalListText,
    async answer({ lodge, account, accountId, personId, body, now }) {
      const task = { kind: 'people-list' as const, text: body.text }
      return lodge.workers.run({ ...task, accountId, version: account.version, personId, now }, account)
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/arrival-lists/preview`,
    summary: 'The preview of inviting the people of a list: access, seats and money, all in one.',
    body: ArrivalListPreview,
    async answer(ask) {
      const { invites: _invites, lines: _lines, ...shown } = await shownOf(ask)
      return shown
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/arrival-lists/send`,
    answers: ['run'],
    summary: 'Invites the people of a list, as a run that continues without you. The same run sent again is done once.',
    body: ArrivalListSending,
    async answer(ask) {
      const { lodge, accountId, personId, body, ctx } = ask
      const known = await readRunState(lodge.pools.requests, accountId, body.runId)
      if (known?.actorId === personId) {
        ctx.status = 202
        return { run: known.id }
      }
      const shown = await shownOf(ask)
      if (shown.invites.length === 0)
        throw new LodgeError(422, 'nobody', say('requests.there-is-nobody-in-the-list-to-invite'))
      if (shown.preview.digest !== body.digest) throw movedMeanwhile(shown.preview, [])
      return startRun(ask, shown.invites, { id: body.runId, lines: shown.lines })
    },
  }),
]
