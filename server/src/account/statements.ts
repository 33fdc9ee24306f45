import { IsString, MaxLength } from 'class-validator'
import {
  addDays,
  dateOf,
  instantOfLocal,
  isDate,
  isPresent,
  lastDateBefore,
  MAXIMUM_STATEMENT,
  stateAt,
  statementSize,
  type Account,
  type ShareRow,
  type Sight,
  type StatementView,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest, LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { instantFor } from '../store/accounts.ts'
import { countShareUse, readShareUses } from '../store/shares.ts'
import { checkStatementSize } from '../work/looking-back.ts'
import { download } from '../files/download.ts'
import { route, type AccountAsk } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'
/* eslint-disable words/no-literal-text -- what OpenAPI says of a question is for engineers */
const ON = { on: 'a day, as 2026-06-16; empty: today' }
/* eslint-enable words/no-literal-text */

export class SharedLink {
  @IsString() @MaxLength(200) token!: string
}

/** Who can get in at a place: as a page, as files, as a link, as of today or a past day. */
export const statementRoutes = [
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/statement`,
    summary: 'Everyone with access at a place and beneath it, on a day.',
    query: ON,
    cacheable: true,
    answer: async (ask) => ({ ...(await statementOf(ask)), head: await headOf(ask.lodge, ask.accountId) }),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/statement/file.csv`,
    answers: ['csv'],
    heavy: true,
    summary: 'The access report of a place as CSV.',
    query: ON,
    cacheable: true,
    answer: async (ask) => download(ask, 'statement.csv', 'statement.csv', { data: await statementOf(ask) }),
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/places/{placeId}/statement/file.pdf`,
    answers: ['pdf'],
    heavy: true,
    summary: 'The access report of a place as PDF.',
    query: ON,
    cacheable: true,
    async answer(ask) {
      const [data, head] = [await statementOf(ask), await headOf(ask.lodge, ask.accountId)]
      return download(ask, 'statement.pdf', 'statement.pdf', { data, params: { head } })
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/links`,
    summary:
      'All links and open invitations: who made them, what they give, how old they are and how often they were used.',
    async answer({ lodge, sight, accountId, now }) {
      const { account } = sight
      const uses = await readShareUses(lodge.pools.requests, accountId)
      const shares = [...account.all('share')].filter((share) => !share.cut && share.expiresAt > now)
      return {
        shares: shares
          .filter((share) => mayCut(sight, share))
          .map((share) => ({
            id: share.id,
            placeId: share.placeId,
            place: sight.placeName(share.placeId),
            maker: sight.personName(share.makerId),
            made: dateOf(share.madeAt, account.zone),
            expires: lastDateBefore(share.expiresAt, account.zone),
            uses: uses.get(share.id)?.count ?? 0,
            path: linkOf(lodge, accountId, share.id),
          })),
        arrivals: [...account.all('link')]
          .filter((link) => link.makerId === sight.personId || sight.can('people', 'change'))
          .filter((link) => !link.cut && link.expiresAt > now)
          .map((link) => ({
            id: link.id,
            name: link.name,
            maker: sight.personName(link.makerId),
            made: dateOf(link.madeAt, account.zone),
            expires: lastDateBefore(link.expiresAt, account.zone),
            uses: link.uses,
            maximumUses: link.maximumUses,
          })),
        invitations: [...account.all('offer')]
          .filter((offer) => offer.state === 'live' && sight.seesPerson(offer.personId))
          .filter((offer) => stateAt(account, must(account.get('person', offer.personId), 'person'), now) === 'invited')
          .map((offer) => ({
            id: offer.id,
            personId: offer.personId,
            person: sight.personName(offer.personId),
            maker: sight.personName(offer.sponsorId),
            made: dateOf(offer.sentAt, account.zone),
            expires: lastDateBefore(offer.expiresAt, account.zone),
            mayCut: offer.sponsorId === sight.personId || sight.can('people', 'change'),
          })),
      }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/statements',
    summary: 'An access report shared by a link.',
    body: SharedLink,
    async answer({ lodge, ctx, body }) {
      const found = await findShare(lodge, body.token)
      if (!found) {
        await lodge.limits.countToken(ctx.ip)
        throw dead()
      }
      const { share, statement, accountId, now } = found
      await countShareUse(lodge.pools.requests, accountId, share.id, now)
      const expires = lastDateBefore(share.expiresAt, found.zone)
      return { ...statement, expires, head: await headOf(lodge, accountId) }
    },
  }),
]

/** The hash of the newest ledger entry, by which any rewriting since then is found (docs/prove-it.md). */
async function headOf(lodge: Lodge, accountId: string): Promise<string> {
  return (await lodge.accounts.get(accountId))?.headHash ?? ''
}

function mayCut(sight: Sight, share: ShareRow): boolean {
  return share.makerId === sight.personId || sight.can('access', 'change', share.placeId)
}

/** Wrong, expired and cut links get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'link-dead', say('requests.this-link-does-not-work-ask-the-person'))
}

async function statementOf(ask: AccountAsk<object>): Promise<StatementView> {
  const { lodge, sight, account, accountId, params, query, now } = ask
  const today = dateOf(now, account.zone)
  const on = query.on ?? today
  if (!isDate(on)) throw badRequest('bad-date', say('requests.there-is-no-such-day-as-write-it', { on }))
  if (on > today) throw badRequest('future', say('requests.an-access-report-is-for-today-or-a'))
  if (!sight.can('access', 'see', params.placeId) || !sight.seesPlace(must(params.placeId, 'placeId'))) throw notFound()
  checkStatementSize(account, must(params.placeId, 'placeId'))
  if (on === today)
    return (await thinkOf(lodge, account, accountId, sight.personId, must(params.placeId, 'placeId'), now)) ?? missing()
  const instant = instantOfLocal(`${addDays(on, 1)}T00:00`, account.zone, 'beginning') - 1
  const task = {
    kind: 'past' as const,
    view: 'statement' as const,
    params: { placeId: must(params.placeId, 'placeId') },
  }
  const whole = { ...task, accountId, version: account.version, personId: sight.personId, now, instants: [instant] }
  return ((await lodge.workers.runInPast(whole, account)) as StatementView | undefined) ?? missing()
}

/** Worked out beside whatever else is asked: a large client takes a while. */
async function thinkOf(
  lodge: Lodge,
  account: Account,
  accountId: string,
  personId: string,
  placeId: string,
  now: number,
): Promise<StatementView | undefined> {
  const task = { kind: 'view' as const, view: 'statement' as const, params: { placeId }, accountId }
  const whole = { ...task, version: account.version, now, personId, as: null }
  return (await lodge.workers.run(whole, account)) as StatementView | undefined
}

function missing(): never {
  throw notFound()
}

const provenShare = (accountId: string, id: string) => ({ purpose: 'statement', accountId, id, number: 0 })

/** The link's own part: the account and the share, and what proves them. Nothing of it is stored (model I6). */
function linkOf(lodge: Lodge, accountId: string, shareId: string): string {
  return `/statement#${accountId}.${shareId}.${lodge.configuration.keyRing.tokenFor(provenShare(accountId, shareId))}`
}

/** The statement as its maker may still show it: who lost the right to see it shows nothing any more. */
async function findShare(lodge: Lodge, token: string) {
  const [accountId = '', shareId = '', proof = ''] = token.split('.')
  if (
    !/^[0-9a-f-]{36}$/.test(accountId) ||
    !lodge.configuration.keyRing.isToken(proof, provenShare(accountId, shareId))
  )
    return undefined
  const loaded = await lodge.accounts.get(accountId)
  const share = loaded?.account.get('share', shareId)
  if (!loaded || !share || share.cut) return undefined
  const now = instantFor(loaded, lodge.clock)
  const maker = loaded.account.get('person', share.makerId)
  if (share.expiresAt <= now || !maker || !isPresent(maker, now)) return undefined
  if (statementSize(loaded.account, share.placeId) > MAXIMUM_STATEMENT) return undefined
  const statement = await thinkOf(lodge, loaded.account, accountId, maker.id, share.placeId, now)
  return statement && { share, statement, accountId, now, zone: loaded.account.zone }
}
