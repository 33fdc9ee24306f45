import { ArrayMaxSize, ArrayMinSize, IsArray, IsOptional, IsString, IsUUID, MaxLength } from 'class-validator'
import {
  type Account,
  backFrom,
  HandoversWanted,
  instantText,
  type LeaversRecord,
  passThingsControl,
  productAccountOf,
  productAt,
  takerProblem,
  thingsInProductView,
} from '@lodge/core'
import { entryAt, must } from '@lodge/core/must'
import { route } from '../http/route.ts'
import { reappearedOf, seenDeparture, seenRecord } from './read-departures.ts'
import { noteCheck, readRecord, thingsOf } from '../store/departures.ts'
import { createHash } from 'node:crypto'
import { decodeProtectedHeader } from 'jose'
import { download } from '../files/download.ts'
import { insertWork } from '../store/work.ts'
import { wallClock } from '../clock.ts'
import { badRequest, LodgeError, notFound } from '../errors.ts'
import { connectionsOf, heldInProducts, passThings } from '../work/products.ts'
import { insertEvent } from '../store/events.ts'
import { ProductError } from '../protocols/product-http.ts'
import { publicKeys, signDocument, signWayIn } from '../signin/signing-keys.ts'
import { readEntries } from '../store/ledger.ts'

const ACCOUNT = '/api/accounts/{accountId}'

export class ThingsWanted {
  /** The product's code. */
  @IsString() @MaxLength(60) product!: string
  /** The things as they are listed, `product/id`. */
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1_000)
  @IsString({ each: true })
  @MaxLength(100, { each: true })
  ids!: string[]
  /** Who takes them over; left out, nobody does. */
  @IsOptional() @IsUUID() takerId?: string | null
  /** What the sender calls the request; sent again, it does nothing twice. */
  @IsUUID() requestId!: string
}

export function documentOf(jws: string): LeaversRecord {
  return JSON.parse(Buffer.from(entryAt(jws.split('.'), 1), 'base64url').toString('utf8')) as LeaversRecord
}

export const departureRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/departures/{departureId}`,
    summary: 'One departure: what is handed over, its steps, what the products answered, its record.',
    async answer(ask) {
      const { view, row } = seenDeparture(ask)
      const things = await thingsOf(ask.lodge.pools.requests, ask.accountId, row.id)
      const kept = await readRecord(ask.lodge.pools.requests, ask.accountId, row.id)
      const productName = (code: string) => productAt(ask.account, code, ask.now)?.sheet.name ?? code
      return {
        ...view,
        inProducts: things.map(({ product, kind, title, state, taker, thingId }) => ({
          ...{ product: productName(product), kind, title, state, thingId },
          taker: taker?.kind === 'person' ? ask.sight.personName(taker.id) : taker ? nameOf(ask.account, taker) : null,
        })),
        record: kept && {
          ...documentOf(kept.jws),
          hash: createHash('sha256').update(kept.jws).digest('base64url'),
          keyId: decodeProtectedHeader(kept.jws).kid,
          checkedAt: kept.checkedAt === null ? null : instantText(kept.checkedAt),
          reappeared: kept.reappeared,
        },
      }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/departures/{departureId}/record.json`,
    summary: 'The leaver’s record, signed: a compact JWS and what it says.',
    async answer(ask) {
      const { kept, record } = await seenRecord(ask)
      ask.ctx.attachment(`leavers-record-${record.departureId.slice(0, 8)}.json`)
      return { record, jws: kept.jws }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/departures/{departureId}/record.pdf`,
    answers: ['pdf'],
    heavy: true,
    summary: 'The leaver’s record as a page to print.',
    async answer(ask) {
      const { kept, record } = await seenRecord(ask)
      const hash = createHash('sha256').update(kept.jws).digest('base64url')
      const name = `leavers-record-${record.departureId.slice(0, 8)}.pdf`
      return download(ask, 'record.pdf', name, { data: record, params: { hash } })
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/departures/{departureId}/check`,
    summary: 'Checks whether anything of the person who left has come back, here or in the products.',
    async answer(ask) {
      const { row } = await seenRecord(ask)
      const reappeared = await reappearedOf(ask.lodge, ask.account, ask.accountId, row, ask.now)
      await noteCheck(ask.lodge.pools.requests, ask.accountId, row.id, ask.now, reappeared)
      return { checkedAt: instantText(ask.now), reappeared }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/departures/{departureId}/go-on`,
    summary: 'Tries the waiting steps in the products again now.',
    async answer(ask) {
      const { row } = seenDeparture(ask)
      const work = { accountId: ask.accountId, kind: 'departure-steps', ids: { departureId: row.id } }
      await insertWork(ask.lodge.pools.requests, work, wallClock())
      ask.lodge.jobs.wake()
      return undefined
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people/{personId}/in-products`,
    summary: 'What someone has in each connected product now, and who takes over single things.',
    async answer({ lodge, account, sight, params, now }) {
      const personId = params.personId ?? ''
      if (sight.depthOf(personId) !== 'record') throw notFound()
      const held = await heldInProducts(lodge, account, personId)
      return {
        products: held.map(({ product, things, problem }) => ({
          ...{ product, name: productAt(account, product, now)?.sheet.name ?? product, problem },
          things: thingsInProductView(sight, personId, product, things),
        })),
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/people/{personId}/things`,
    heavy: true,
    summary:
      'Passes single things that someone who stays has in a connected product to someone else, or releases them.',
    body: ThingsWanted,
    async answer(ask) {
      const { lodge, account, accountId, sight, now } = ask
      const personId = ask.params.personId ?? ''
      const { product, takerId = null, requestId, ...wanted } = ask.body as ThingsWanted
      const ids = wanted.ids.map((id) => (id.startsWith(`${product}/`) ? id.slice(product.length + 1) : id))
      const control = passThingsControl(sight, personId)
      if (sight.depthOf(personId) !== 'record') throw notFound()
      if (!control.enabled) throw new LodgeError(403, 'not-allowed', must(control.reason, 'reason'))
      const problem = takerProblem(sight, personId, product, takerId)
      if (problem) throw badRequest(problem.code, problem.sentence, [problem])
      const row = account.by('connection', 'product', product).find(({ on }) => on)
      if (!row) throw notFound()
      try {
        const answer = await passThings(lodge, accountId, row, { requestId, personId, ids, takerId })
        const detail = { product, takerId, passed: answer.passed, byId: ask.personId }
        await insertEvent(lodge.pools.requests, { kind: 'things-passed', accountId, personId, detail }, now)
        return answer
      } catch (error) {
        if (!(error instanceof ProductError)) throw error
        throw new LodgeError(error.failure === 'away' ? 502 : 409, `product-${error.failure}`, error.message)
      }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/people/{personId}/gains`,
    summary: 'What the people who take over would gain, and what would have to wait. Nothing is changed.',
    body: HandoversWanted,
    async answer({ lodge, account, accountId, personId, params: inPath, body, now }) {
      const params = { personId: inPath.personId ?? '', handovers: JSON.stringify(body.handovers ?? []) }
      const task = { kind: 'view' as const, view: 'gains' as const, params, accountId, version: account.version, now }
      const gains = await lodge.workers.run({ ...task, personId, as: null }, account)
      if (!gains) throw notFound()
      return gains
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/my-keys/meanwhile`,
    summary: 'What changed in your access while you were away, for two weeks after your return.',
    ownPage: true,
    async answer({ lodge, account, accountId, personId, sight, now }) {
      const absence = backFrom(sight)
      if (!absence) return { meanwhile: null }
      const task = { kind: 'past' as const, view: 'meanwhile' as const, params: {}, instants: [absence.from - 1] }
      const whole = { ...task, accountId, version: account.version, personId, now }
      return { meanwhile: (await lodge.workers.runInPast(whole, account)) ?? null }
    },
  }),
  route({
    audience: 'account',
    method: 'post',
    path: `${ACCOUNT}/my-keys/{product}/way-in`,
    summary: 'A signed ticket to enter a product yourself, good for five minutes.',
    async answer({ lodge, account, accountId, personId, params, now }) {
      const product = params.product ?? ''
      const [row] = connectionsOf(account, product)
      if (!row || !productAccountOf(account, personId, product, now)?.active) throw notFound()
      const ticket = await signWayIn(lodge, lodge.pools.requests, { accountId, personId, product })
      return { address: `${new URL(row.scimAddress).origin}/enter?ticket=${ticket}`, accountId }
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/people/{personId}/erasure`,
    summary: 'A signed certificate that someone was erased, without personal data.',
    async answer({ lodge, account, accountId, sight, params, now }) {
      const person = account.get('person', params.personId)
      if (!sight.can('people', 'change') || person?.state !== 'erased') throw notFound()
      const entries = await readEntries(lodge.pools.requests, accountId, 50, { about: person.id })
      const erased = entries.find(({ items }) => items.some(({ payload }) => payload?.includes('"type":"erase"')))
      const certificate = {
        format: 'jolly-porter/erasure@1',
        ...{ accountId, personId: person.id, pseudonym: account.nameOf(person.id) },
        erasedAt: erased ? instantText(erased.header.at) : null,
        ledgerEntry: erased?.header.version ?? null,
        ledgerHash: erased?.hash ?? null,
        issuedAt: instantText(now),
      }
      return { certificate, jws: await signDocument(lodge, lodge.pools.requests, certificate, 'erasure+jws') }
    },
  }),
  route({
    audience: 'anyone',
    method: 'get',
    path: '/.well-known/jwks.json',
    summary: 'The public keys that records are signed with (RFC 7517).',
    async answer({ lodge }) {
      return publicKeys(lodge.pools.requests)
    },
  }),
]

function nameOf(account: Account, { kind, id }: { kind: string; id: string }): string {
  return account.get(kind === 'group' ? 'group' : 'place', id)?.name ?? ''
}
