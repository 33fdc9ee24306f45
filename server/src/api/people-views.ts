import { ArrayMaxSize, IsArray, IsString, IsUUID, MaxLength } from 'class-validator'
import { dateOf, Line, type LocalDate } from '@lodge/core'
import { dropView, keepView, lastSeen, readViews } from '../store/people-views.ts'
import { badRequest } from '../errors.ts'
import { route } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'
const MAXIMUM_VIEWS = 50

export class KeepView {
  @Line(60) name!: string
  @IsString() @MaxLength(200) find!: string
  @IsString() @MaxLength(20) sort!: string
  @IsArray() @ArrayMaxSize(20) @IsString({ each: true }) @MaxLength(20, { each: true }) columns!: string[]
}

export class DropView {
  @Line(60) name!: string
}

export class SeenQuestion {
  @IsArray() @ArrayMaxSize(1_000) @IsUUID(undefined, { each: true }) ids!: string[]
}

export const peopleViewRoutes = [
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
        throw badRequest('too-many-views', `You keep ${MAXIMUM_VIEWS} views already. Delete one first.`)
      }
      const { find, sort, columns } = body
      await keepView(lodge.pools.requests, accountId, personId, { name: body.name.trim(), find, sort, columns })
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
      const found = await lastSeen(lodge.pools.requests, accountId, ids)
      const seen: Record<string, LocalDate> = {}
      for (const [id, at] of found) seen[id] = dateOf(at, account.zone)
      return { seen }
    },
  }),
]
