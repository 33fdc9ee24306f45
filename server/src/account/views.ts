import type { AskView, Sight } from '@lodge/core'
import { areaAt, whyView } from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { readEntries } from '../store/ledger.ts'
import type { ViewName } from '../work/view-registry.ts'
import { entryView } from './ledger.ts'
import { PEOPLE_QUESTION } from './people-views.ts'
import { JsonText, route } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
const SEEN_AS = 'a person’s id: what they would see, as far as you see it yourself'
/* eslint-enable words/no-literal-text */
/** So many entries of the ledger are searched as one types. */
const LATEST = 200

/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
const PEOPLE_QUERY = {
  ...PEOPLE_QUESTION,
  from: 'the first row of the window, from 0',
  count: 'how many rows, at most 1000',
  costs: '1 for what each costs this month and when they last used a product',
}
/* eslint-enable words/no-literal-text */

/** A view worked out from the account alone, here or in the worker thread. */
function view(
  name: ViewName,
  path: string,
  summary: string,
  more: { beforeEngagement?: boolean; ownPage?: boolean; query?: Record<string, string> } = {},
) {
  return route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}${path}`,
    summary,
    cacheable: true,
    ...more,
    query: { as: SEEN_AS, ...more.query },
    async answer({ lodge, account, accountId, personId, asPersonId, params: inPath, query, now }) {
      const asked = Object.keys(more.query ?? {}).flatMap((key) =>
        query[key] === undefined ? [] : [[key, query[key]]],
      )
      const params = { ...inPath, ...(Object.fromEntries(asked) as Record<string, string>) }
      const task = { kind: 'view' as const, view: name, params, accountId, version: account.version, now }
      const text = await lodge.workers.runToText({ ...task, personId, as: asPersonId }, account)
      return text === undefined ? missing() : new JsonText(text)
    },
  })
}

export const viewRoutes = [
  view('frame', '/frame', 'Whose view it is and which rooms there are in it.'),
  view('desk', '/desk', 'The Desk: the day in a sentence, what needs you, the Board.'),
  view('people', '/people', 'Part of the list of people you see, of those who match.', { query: PEOPLE_QUERY }),
  view('people-ids', '/people-ids', 'The ids of all people who match.', { query: PEOPLE_QUERY }),
  view('person', '/people/{personId}', 'A person’s details.'),
  view(
    'person-seats',
    '/people/{personId}/seats',
    'Seat types of each product for someone, with what each would change.',
    { query: { changing: 'the seat that is to be changed, where they have several of a product' } },
  ),
  view('hangs', '/people/{personId}/hangs', 'What depends on someone, and who would take it over.'),
  view('departures', '/departures', 'Departures planned, running and done, and times away.'),
  view('leaving', '/people/{personId}/leaving', 'The preview of a departure: what is handed over, and to whom.'),
  view('kept', '/kept', 'Products whose accounts you look after, and how much there is to do in them.'),
  view('product-about', '/products/{product}', 'What a product is: its areas, seat types and how it charges.'),
  view(
    'product-accounts',
    '/products/{product}/accounts',
    'What has to be done in a product, and what is known of the accounts there.',
  ),
  view('connections', '/connections', 'Which products’ accounts follow this one.'),
  view('places', '/places', 'The tree of places you see.'),
  view('place', '/places/{placeId}', 'A place’s sheet: who has access, and why.'),
  view('cell', '/places/{placeId}/keys/{personId}', 'What one person has access to at one place.'),
  view('planned', '/planned', 'Changes planned for a later day, or that could not be made on it.'),
  view('settings', '/settings', 'The account’s name, rules and owners.'),
  view('packets', '/packets', 'The welcome packets.'),
  view(
    'packet',
    '/packets/{packetId}/paper',
    'What a newcomer would have access to with a welcome packet today. Nothing is changed.',
  ),
  view('again', '/people/{personId}/again', 'An invitation that came to nothing, to be filled in and sent anew.'),
  view('packet-like', '/people/{personId}/packet', 'What someone has, as a welcome packet for others like them.'),
  view('requests', '/requests', 'Requests: to decide, and your own.'),
  view('groups', '/groups', 'Groups with their rules, and the fields a rule can use.'),
  view('group', '/groups/{groupId}', 'A group’s sheet: its members and their access through it.'),
  view('firms', '/firms', 'The firms people work for.'),
  view('firm', '/firms/{firmId}', 'A firm: its people, the clients they reach and what they cost.'),
  view('roles', '/roles', 'Roles side by side: areas as rows.'),
  view('role', '/roles/{roleId}', 'A role’s sheet: what people with it can and cannot do, and who has it where.'),
  view('seats', '/seats', 'The racks of all products.'),
  view('count', '/count', 'Everyone, counted or not, and why.'),
  view('bill', '/bills/{month}', 'A month’s bill, why it changed, its parts and the forecast.'),
  view('bill-line', '/bills/{month}/lines/{line}', 'What one line of a bill is made of.'),
  view('choices', '/choices', 'Choices for forms: roles, seat types, firms, managers.'),
  view('my-keys', '/my-keys', 'Your own access, why and until when.', {
    beforeEngagement: true,
    ownPage: true,
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ask`,
    summary: 'The answer of the top field: to a question, and everything of that name.',
    query: { text: 'words, or a question such as who change helipad', as: SEEN_AS },
    cacheable: true,
    async answer({ lodge, account, accountId, personId, asPersonId, sight, query, now }) {
      const params = { text: query.text ?? '' }
      const task = { kind: 'view' as const, view: 'ask' as const, params, accountId, version: account.version, now }
      const asked = (await lodge.workers.run({ ...task, personId, as: asPersonId }, account)) as AskView
      const more = asked.found.length < 5 && params.text.trim().length >= 3 && sight.can('ledger', 'see')
      return { ...asked, ledger: more ? await inLedger(lodge, accountId, sight, params.text) : [] }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/why/{personId}`,
    summary: 'Every way a person has access to an area at a place, whether it counts or not.',
    query: { area: 'product/area, as bedding-log/photos', as: SEEN_AS },
    cacheable: true,
    beforeEngagement: true,
    async answer({ sight, params, query }) {
      const own = sight.personId
      const { placeId = '', personId = '' } = params
      const visible = sight.seesPlace(placeId) || own === personId
      if (!visible || !sight.seesPerson(personId)) throw notFound()
      if (!query.area || !areaAt(sight.account, query.area, sight.now)) {
        throw badRequest('unknown-area', say('requests.name-an-area-of-a-product-as-bedding'))
      }
      return whyView(sight, personId, placeId, query.area)
    },
  }),
]

/** Entries of the ledger's latest part whose sentences hold every word. */
async function inLedger(lodge: Lodge, accountId: string, sight: Sight, text: string) {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const entries = await readEntries(lodge.pools.requests, accountId, LATEST)
  return entries
    .map((entry) => entryView(entry, sight))
    .filter(({ actor, sentences }) => {
      const hay = `${actor} ${sentences.join(' ')}`.toLowerCase()
      return words.every((word) => hay.includes(word))
    })
    .slice(0, 3)
}

function missing(): never {
  throw notFound()
}
