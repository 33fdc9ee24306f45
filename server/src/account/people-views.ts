import { ArrayMaxSize, IsArray, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import { dateOf, Line, PEOPLE_FILTERS, type Account, type Id, type LocalDate } from '@lodge/core'
import type { Queryable } from '../store/pools.ts'
import { download } from '../files/download.ts'
import { dropView, keepView, lastSeen, readViews } from '../store/people-views.ts'
import { badRequest } from '../errors.ts'
import { route } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
const MAXIMUM_VIEWS = 50

/** Who of the list of people is asked for, and in which order. */
/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
export const PEOPLE_QUESTION = {
  find: 'words that all match, phrases in quotation marks',
  ...PEOPLE_FILTERS,
  presence: 'now (in, away, invited or waiting; if left out), before (left, turned away or erased), or all',
  sort: 'name, until, since, state or employer',
}
/* eslint-enable words/no-literal-text */

export class KeepView {
  @Line(60) name!: string
  @IsString() @MaxLength(200) find!: string
  @IsString() @MaxLength(20) sort!: string
  /** Filters and presence, as in the list's address. */
  @IsOptional() @IsString() @MaxLength(1_000) filters?: string
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) @MaxLength(20, { each: true }) columns!: string[]
}

export class DropView {
  @Line(60) name!: string
}

export class SeenQuestion {
  @IsArray() @ArrayMaxSize(1_000) @IsUUID(undefined, { each: true }) ids!: string[]
}

/** The day each of some people last signed in, by their ids. */
async function daysSeen(connection: Queryable, accountId: string, account: Account, personIds: readonly Id[]) {
  const found = await lastSeen(connection, accountId, personIds)
  return Object.fromEntries([...found].map(([id, at]) => [id, dateOf(at, account.zone)])) as Record<Id, LocalDate>
}

export const peopleViewRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people/file.csv`,
    answers: ['csv'],
    heavy: true,
    summary: 'The people you see who match, as a table. It can be pasted as a list again.',
    query: {
      ...PEOPLE_QUESTION,
      columns: 'what is shown beside who someone is, separated by commas; left out, all that a pasted list reads',
    },
    async answer(ask) {
      const wantsSeen = (ask.query.columns ?? '').split(',').includes('seen')
      const ids = wantsSeen ? ask.sight.recordsSeen().map(({ id }) => id) : []
      const data = await daysSeen(ask.lodge.pools.requests, ask.accountId, ask.account, ids)
      return download(ask, 'people.csv', 'people.csv', { params: ask.query, data })
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people-views`,
    summary: 'The saved views of the list of people.',
    answer: async ({ lodge, accountId, personId }) => ({
      views: await readViews(lodge.pools.requests, accountId, personId),
    }),
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/people-views`,
    answers: ['nothing'],
    summary: 'Saves a view of the list of people. One of the same name is replaced.',
    body: KeepView,
    async answer({ lodge, accountId, personId, body }) {
      const known = await readViews(lodge.pools.requests, accountId, personId)
      if (known.length >= MAXIMUM_VIEWS && !known.some((one) => one.name === body.name)) {
        throw badRequest(
          'too-many-views',
          say('requests.you-keep-views-already-delete-one-first', { maximumViews: MAXIMUM_VIEWS }),
        )
      }
      const { find, sort, columns, filters = '' } = body
      const view = { name: body.name.trim(), find, sort, columns, filters }
      await keepView(lodge.pools.requests, accountId, personId, view)
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/people-views/dropped`,
    answers: ['nothing'],
    summary: 'Deletes a view.',
    body: DropView,
    async answer({ lodge, accountId, personId, body }) {
      await dropView(lodge.pools.requests, accountId, personId, body.name)
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/people-seen`,
    summary: 'The day on which people last signed in, for those whose details you see.',
    body: SeenQuestion,
    async answer({ lodge, account, accountId, sight, body }) {
      const ids = body.ids.filter((id) => sight.depthOf(id) === 'record')
      const seen = await daysSeen(lodge.pools.requests, accountId, account, ids)
      return { seen }
    },
  }),
]
