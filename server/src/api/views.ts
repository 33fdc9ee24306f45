import type { AskView, Sight } from '@lodge/core'
import { areaAt, instantText, productAt, sentenceOf, whyView, type Actor } from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { readEntries, verifyLedger, type LedgerEntry } from '../store/ledger.ts'
import type { ViewName } from '../work/thoughts.ts'
import { route } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'
const PAGE = 50
const SEEN_AS = 'a person: what they would see of it, as far as one sees it oneself'
/** So many entries of the ledger are searched as one types. */
const LATEST = 200

const PEOPLE_QUERY = {
  find: 'words that all match, phrases in quotation marks',
  sort: 'name, until, since, state or employer',
  from: 'the first row of the window, from 0',
  count: 'how many rows, at most 1000',
}

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
      return (await lodge.thinker.think({ ...task, personId, as: asPersonId }, account)) ?? missing()
    },
  })
}

export const viewRoutes = [
  view('frame', '/frame', 'Whose view it is and which rooms there are in it.'),
  view('desk', '/desk', 'The day: its sentence, what needs someone, the board.'),
  view('people', '/people', 'A window of the people the asker sees, of those who match.', { query: PEOPLE_QUERY }),
  view('people-ids', '/people-ids', 'The ids of all people who match.', { query: PEOPLE_QUERY }),
  view('person', '/people/{personId}', 'A person’s sheet.'),
  view('places', '/places', 'The tree of places the asker sees.'),
  view('place', '/places/{placeId}', 'A place’s sheet: who gets in and by which keys.'),
  view('cell', '/places/{placeId}/keys/{personId}', 'What one person holds at one place.'),
  view('settings', '/settings', 'The account’s name, rules and owners.'),
  view('packets', '/packets', 'Named starts for kinds of newcomers.'),
  view('packet', '/packets/{packetId}/paper', 'What a newcomer would reach by a packet today; nobody is made.'),
  view('packet-like', '/people/{personId}/packet', 'What somebody has, as a packet for others like them.'),
  view('requests', '/requests', 'What is asked for: to decide, and one’s own.'),
  view('groups', '/groups', 'Groups with their rules, and the fields a rule can read.'),
  view('group', '/groups/{groupId}', 'A group’s sheet: whom it holds and what belonging gives.'),
  view('roles', '/roles', 'Roles side by side: areas as rows.'),
  view('role', '/roles/{roleId}', 'A role’s sheet: what it can and cannot, and who holds it where.'),
  view('seats', '/seats', 'The racks of all products.'),
  view('count', '/count', 'Everybody, counted or not, and why.'),
  view('bill', '/bills/{month}', 'A month’s bill, why it moved, its parts and the forecast.'),
  view('bill-line', '/bills/{month}/lines/{line}', 'What one line of a bill is made of.'),
  view('choices', '/choices', 'What forms offer: roles, seat types, employers, managers.'),
  view('my-keys', '/my-keys', 'What one reaches oneself, by which route, until when.', {
    beforeEngagement: true,
    ownPage: true,
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ask`,
    summary: 'What the top field makes of a few words: a question understood, and everything by that name.',
    query: { text: 'words, or a question such as who change helipad', as: SEEN_AS },
    cacheable: true,
    async answer({ lodge, account, accountId, personId, asPersonId, sight, query, now }) {
      const params = { text: query.text ?? '' }
      const task = { kind: 'view' as const, view: 'ask' as const, params, accountId, version: account.version, now }
      const asked = (await lodge.thinker.think({ ...task, personId, as: asPersonId }, account)) as AskView
      const more = asked.found.length < 5 && params.text.trim().length >= 3 && sight.can('ledger', 'see')
      return { ...asked, ledger: more ? await inLedger(lodge, accountId, sight, params.text) : [] }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/why/{personId}`,
    summary: 'Every route by which a person gets into an area at a place, counting or not.',
    query: { area: 'product/area, as bedding-log/photos', as: SEEN_AS },
    cacheable: true,
    beforeEngagement: true,
    async answer({ sight, params, query }) {
      const own = sight.personId
      const { placeId = '', personId = '' } = params
      const visible = sight.seesPlace(placeId) || own === personId
      if (!visible || !sight.seesPerson(personId)) throw notFound()
      if (!query.area || !areaAt(sight.account, query.area, sight.now)) {
        throw badRequest('unknown-area', 'Name an area of a product, as bedding-log/photos.')
      }
      return whyView(sight, personId, placeId, query.area)
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger`,
    summary: 'What was changed, newest first, in sentences.',
    query: {
      before: 'a version; entries below it',
      about: 'an id: of a person, a place, a role, a group',
      as: SEEN_AS,
    },
    cacheable: true,
    async answer({ lodge, sight, accountId, query }) {
      if (!sight.can('ledger', 'see')) throw notFound()
      const before = query.before === undefined ? undefined : Number(query.before)
      if (before !== undefined && !Number.isInteger(before)) throw badRequest('bad-before', 'before must be a version.')
      const { about } = query
      if (about !== undefined && !/^[0-9a-f-]{36}$/.test(about)) throw badRequest('bad-about', 'about must be an id.')
      const entries = await readEntries(lodge.pools.requests, accountId, before, PAGE, about)
      const last = entries.at(-1)?.header.version ?? 1
      return { entries: entries.map((entry) => entryView(entry, sight)), next: last > 1 ? last : null }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger/verification`,
    summary: 'Walks the chain of the ledger and says whether it is whole.',
    async answer({ lodge, sight, accountId }) {
      if (!sight.can('ledger', 'see')) throw notFound()
      return verifyLedger(lodge.pools.requests, accountId)
    },
  }),
]

/** Entries of the ledger's latest part whose sentences hold every word. */
async function inLedger(lodge: Lodge, accountId: string, sight: Sight, text: string) {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  const entries = await readEntries(lodge.pools.requests, accountId, undefined, LATEST)
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

function entryView(entry: LedgerEntry, sight: Sight) {
  const { version, at, actor, via, marks } = entry.header
  const changes = entry.items.flatMap((item) => (item.payload ? [JSON.parse(item.payload) as { type: string }] : []))
  const sentences = changes.map((change) =>
    change.type === 'found' ? `opened the account ${sight.account.settings.name}` : sentenceOf(change, sight),
  )
  const actorId = actor.kind === 'person' ? actor.personId : null
  return {
    version,
    at: instantText(at),
    actor: actorName(actor, sight),
    actorId,
    via: via.kind,
    marks,
    sentences,
    hash: entry.hash,
  }
}

function actorName(actor: Actor, sight: Sight): string {
  if (actor.kind === 'person') return sight.personName(actor.personId)
  if (actor.kind === 'product') return productAt(sight.account, actor.product, sight.now)?.sheet.name ?? actor.product
  return actor.kind === 'schedule' ? 'The schedule' : 'The first book'
}
