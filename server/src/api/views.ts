import type { Sight } from '@lodge/core'
import {
  areaAt,
  choicesView,
  deskView,
  instantText,
  keysOf,
  peopleView,
  personSheetView,
  placeSheetView,
  placesView,
  sentenceOf,
  whyView,
  type Actor,
} from '@lodge/core'
import { badRequest, notFound } from '../errors.ts'
import { readEntries, verifyLedger, type LedgerEntry } from '../store/ledger.ts'
import { route } from './route.ts'

const ACCOUNT = '/api/accounts/{accountId}'
const PAGE = 50

export const viewRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/desk`,
    summary: 'The day: its sentence, what needs someone, the board.',
    cacheable: true,
    answer: async ({ sight }) => deskView(sight),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people`,
    summary: 'The people the asker sees.',
    cacheable: true,
    answer: async ({ sight }) => peopleView(sight),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people/{personId}`,
    summary: 'A person’s sheet.',
    cacheable: true,
    answer: async ({ sight, params }) => personSheetView(sight, params.personId!) ?? missing(),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places`,
    summary: 'The tree of places the asker sees.',
    cacheable: true,
    answer: async ({ sight }) => ({ places: placesView(sight) }),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}`,
    summary: 'A place’s sheet: who gets in and by which keys.',
    cacheable: true,
    answer: async ({ sight, params }) => placeSheetView(sight, params.placeId!) ?? missing(),
  }),
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
    path: `${ACCOUNT}/choices`,
    summary: 'What forms offer: roles, seat types, employers, managers.',
    cacheable: true,
    answer: async ({ sight }) => choicesView(sight),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/my-keys`,
    summary: 'What one reaches oneself, by which route, until when.',
    cacheable: true,
    beforeEngagement: true,
    async answer({ sight, personId }) {
      const sheet = personSheetView(sight, personId) ?? missing()
      const keys = keysOf(sight, personId).map((place) => ({
        ...place,
        keys: place.keys.map((key) => ({ ...key, why: whyView(sight, personId, place.placeId, key.area) })),
      }))
      return { name: sheet.name, from: sheet.from, until: sheet.until, seats: sheet.holdings, keys }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/ledger`,
    summary: 'What was changed, newest first, in sentences.',
    query: { before: 'a version; entries below it' },
    cacheable: true,
    async answer({ lodge, sight, accountId, query }) {
      if (!sight.can('ledger', 'see')) throw notFound()
      const before = query.before === undefined ? undefined : Number(query.before)
      if (before !== undefined && !Number.isInteger(before)) throw badRequest('bad-before', 'before must be a version.')
      const entries = await readEntries(lodge.pools.requests, accountId, before, PAGE)
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
  return actor.kind === 'schedule' ? 'The schedule' : 'The first book'
}
