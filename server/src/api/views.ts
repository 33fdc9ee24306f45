import type { Sight } from '@lodge/core'
import { areaAt, instantText, productAt, sentenceOf, whyView, type Actor } from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import { readEntries, verifyLedger, type LedgerEntry } from '../store/ledger.ts'
import type { ViewName } from '../work/thoughts.ts'
import { route } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'
const PAGE = 50

/** A view worked out from the account alone, here or in the worker thread. */
function view(name: ViewName, path: string, summary: string, more: { beforeEngagement?: boolean } = {}) {
  return route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}${path}`,
    summary,
    query: { as: 'a person: what they would see of it, as far as one sees it oneself' },
    cacheable: true,
    ...more,
    async answer({ lodge, account, accountId, personId, asPersonId, params, now }) {
      const task = { kind: 'view' as const, view: name, params, accountId, version: account.version, now }
      return (await lodge.thinker.think({ ...task, personId, as: asPersonId }, account)) ?? missing()
    },
  })
}

export const viewRoutes = [
  view('desk', '/desk', 'The day: its sentence, what needs someone, the board.'),
  view('people', '/people', 'The people the asker sees.'),
  view('person', '/people/{personId}', 'A person’s sheet.'),
  view('places', '/places', 'The tree of places the asker sees.'),
  view('place', '/places/{placeId}', 'A place’s sheet: who gets in and by which keys.'),
  view('cell', '/places/{placeId}/keys/{personId}', 'What one person holds at one place.'),
  view('roles', '/roles', 'Roles side by side: areas as rows.'),
  view('role', '/roles/{roleId}', 'A role’s sheet: what it can and cannot, and who holds it where.'),
  view('seats', '/seats', 'The racks of all products.'),
  view('count', '/count', 'Everybody, counted or not, and why.'),
  view('bill', '/bills/{month}', 'A month’s bill, why it moved, its parts and the forecast.'),
  view('bill-line', '/bills/{month}/lines/{line}', 'What one line of a bill is made of.'),
  view('choices', '/choices', 'What forms offer: roles, seat types, employers, managers.'),
  view('my-keys', '/my-keys', 'What one reaches oneself, by which route, until when.', { beforeEngagement: true }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/why/{personId}`,
    summary: 'Every route by which a person gets into an area at a place, counting or not.',
    query: { area: 'product/area, as bedding-log/photos' },
    cacheable: true,
    beforeEngagement: true,
    async answer({ sight, params, query, personId: own }) {
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
    query: { before: 'a version; entries below it', about: 'an id: of a person, a place, a role, a group' },
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
