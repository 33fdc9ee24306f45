import { areaAt, type GridTile } from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest, notFound } from '../errors.ts'
import { download } from '../files/download.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
const QUERY = {
  area: 'product/area; empty: the highest level of any',
  group: 'kind, employer (firm), group or manager: how people are grouped',
  find: 'words of names and firms',
  open: 'ids of places that are unfolded, or all',
  under: 'ids of places to show, with the places beneath; empty: all',
  as: 'a person’s id: what they would see, as far as you see it yourself',
}
/* eslint-enable words/no-literal-text */

/** The grid of people and places: its two sides, its cells in tiles, all of it as a file. */
export const gridRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/grid`,
    summary: 'People by places: groups of rows, columns, and what can be asked.',
    query: QUERY,
    cacheable: true,
    answer: (ask) => thinkOf(ask, 'grid'),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/grid/tiles/{row}/{column}`,
    summary: 'Sixty-four people by sixty-four places: a byte a cell, in base64.',
    query: QUERY,
    cacheable: true,
    async answer(ask) {
      for (const name of ['row', 'column'] as const) {
        if (!/^\d{1,4}$/.test(must(ask.params[name], 'entry of params')))
          throw badRequest('bad-tile', say('requests.must-be-a-number-from-0', { name }))
      }
      const { rows, cells } = (await thinkOf(ask, 'grid-tile')) as GridTile
      return { rows, cells: Buffer.from(cells).toString('base64') }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/grid/file.csv`,
    answers: ['csv'],
    heavy: true,
    summary: 'All of the grid as CSV: a row a person, a column a place.',
    query: QUERY,
    cacheable: true,
    async answer(ask) {
      checkArea(ask)
      return download(ask, 'grid.csv', 'who-reaches-what.csv', { params: ask.query })
    },
  }),
]

async function thinkOf(ask: AccountAsk<object>, view: 'grid' | 'grid-tile'): Promise<object> {
  const { lodge, account, accountId, personId, asPersonId, params, query, now } = ask
  checkArea(ask)
  const task = {
    kind: 'view' as const,
    view,
    params: { ...query, ...params },
    accountId,
    version: account.version,
    now,
  }
  const answer = await lodge.workers.run({ ...task, personId, as: asPersonId }, account)
  if (!answer) throw notFound()
  return answer
}

/** @throws LodgeError 400 where no such area is on. */
function checkArea({ account, query, now }: AccountAsk<object>): void {
  if (query.area && !areaAt(account, query.area, now)) {
    throw badRequest('unknown-area', say('requests.name-an-area-of-a-product-that-is'))
  }
}
