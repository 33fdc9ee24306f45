import { IsString, MaxLength } from 'class-validator'
import { toString as drawQr } from 'qrcode'
import { v7 as uuidv7 } from 'uuid'
import { Email, Line, choicesView, lastDateBefore, Sight, whyLinkDead, type Account, type LinkRow } from '@lodge/core'
import { LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { changeSession, howOf, openSession, sessionOf } from '../signin/cookies.ts'
import { deviceOf } from '../signin/enter.ts'
import { FirstMeans, insertNewLogin, newLogin, type NewLogin } from '../signin/first-means.ts'
import { hashToken } from '../signin/key-ring.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { findLoginToken, useLoginToken } from '../store/login-tokens.ts'
import { findLogin, findLoginByEmail, proveEmail, type Login } from '../store/logins.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import type { Session } from '../store/sessions.ts'
import { mailLink } from './login-links.ts'
import { hereBy } from './invitations.ts'
import { meOf } from '../account/me.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

const ACCOUNT = '/api/accounts/{accountId}'

export class LinkToken {
  /** What is behind # in the link's address. */
  @IsString() @MaxLength(200) token!: string
}

export class LinkAsked {
  @IsString() @MaxLength(200) token!: string
  @Line(120) name!: string
  @Email() email!: string
}

export class LinkProven extends FirstMeans {
  /** What is behind # in the message's link, which proves the mailbox. */
  @IsString() @MaxLength(100) token!: string
}

const provenLink = (accountId: string, id: string) => ({ purpose: 'link', accountId, id, number: 0 })

/** `account.link.mac`: nothing of it is stored, and nobody makes one without our key. */
export function linkPath(lodge: Lodge, accountId: string, linkId: string): string {
  return `/come#${accountId}.${linkId}.${lodge.configuration.keyRing.tokenFor(provenLink(accountId, linkId))}`
}

/** Wrong, used up, over and cut links get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'link-dead', say('door.this-link-does-not-work-ask-the-person'))
}

interface Found {
  accountId: string
  account: Account
  link: LinkRow
  now: number
}

async function find(ask: Ask<object>, token: string): Promise<Found> {
  const [accountId = '', linkId = '', mac = ''] = token.split('.')
  const genuine = ask.lodge.configuration.keyRing.isToken(mac, provenLink(accountId, linkId))
  return findOpen(ask, genuine ? accountId : '', linkId)
}

async function findOpen({ lodge, ctx }: Ask<object>, accountId: string, linkId: string): Promise<Found> {
  const loaded = accountId === '' ? undefined : await lodge.accounts.get(accountId)
  const link = loaded?.account.get('link', linkId)
  const now = loaded ? instantFor(loaded, lodge.clock) : 0
  if (!loaded || !link || whyLinkDead(loaded.account, link, now)) {
    await lodge.limits.countToken(ctx.ip)
    throw dead()
  }
  return { accountId, account: loaded.account, link, now }
}

function describe({ account, link, now }: Found) {
  const choices = choicesView(new Sight(account, link.makerId, now))
  return {
    account: account.settings.name,
    inviter: account.nameOf(link.makerId),
    name: link.name,
    domain: link.domain,
    waits: link.waits,
    until: link.engagementUntil === null ? null : lastDateBefore(link.engagementUntil, account.zone),
    expires: lastDateBefore(link.expiresAt, account.zone),
    gives: link.grants.map(({ roleId, placeId }) => ({
      role: account.get('role', roleId)?.name ?? '',
      place: account.get('place', placeId)?.name ?? '',
      can: choices.roles.find((role) => role.id === roleId)?.can ?? [],
    })),
    seats: link.seats.map(({ product, seatType }) => {
      const choice = choices.seats.find((one) => one.product === product && one.seatType === seatType)
      return choice ? say('door.seat-in', { choice: choice.name, productName: choice.productName }) : seatType
    }),
  }
}

/**
 * Comes in by a link with a login whose mailbox is proven; a new login is made in the same transaction. A session is
 * opened for anyone who is signed in or new: another login shows its own sign-in step first.
 */
async function come(
  { lodge, ctx }: Ask<object>,
  { accountId, account, link }: Found,
  { login, made, name, as }: { login: Login; made?: NewLogin; name: string; as?: Session },
): Promise<object> {
  const here = hereBy(account, login.id)
  const personId = here ?? uuidv7()
  const offerId = uuidv7()
  const opened: { cookie?: string; session?: Session } = {}
  const { decision } = await lodge.committer.commit({
    accountId,
    changes: [{ type: 'come-by', linkId: link.id, personId, offerId, loginId: login.id, name, email: login.email }],
    actor: { kind: 'person', personId },
    via: { kind: 'invitation' },
    async alongside(connection, now) {
      if (made) await insertNewLogin(connection, made, now)
      else await proveEmail(connection, login.id)
      // A person who is signed in keeps their session.
      if (here !== undefined || (!made && as === undefined)) return
      const who = { loginId: login.id, accountId, personId }
      Object.assign(
        opened,
        await openSession(
          connection,
          { ...(made ? { strength: made.strength } : howOf(as)), ...who, device: deviceOf(ctx) },
          now,
        ),
      )
      await insertEvent(connection, { kind: 'signed-in', ...who, detail: { by: 'link' } }, now)
    },
  })
  const waiting = decision.after.get('offer', offerId)?.state === 'live'
  if (here !== undefined && as) return { waiting, me: await meIn(lodge, { ...as, accountId, personId }, login) }
  if (!opened.session) return { waiting, signInNext: true }
  await changeSession(lodge, ctx, opened.cookie ?? null, lodge.clock.now())
  const people = await accountsOfLogin(lodge.pools.requests, login.id)
  return { waiting, me: await meOf(lodge, opened.session, login.email, people) }
}

async function meIn(lodge: Lodge, session: Session, { id, email }: Login): Promise<object> {
  return meOf(lodge, session, email, await accountsOfLogin(lodge.pools.requests, id))
}

export const arrivalLinkRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/come/look',
    summary: 'What a link offers: who made it, what it gives, until when.',
    body: LinkToken,
    async answer(ask) {
      const found = await find(ask, ask.body.token)
      const session = await sessionOf(ask.lodge, ask.ctx)
      const login = session && (await findLogin(ask.lodge.pools.requests, session.loginId))
      return { ...describe(found), signedInAs: login?.emailProven ? login.email : null }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/come',
    summary: 'Join by a link: at once with one’s own login, or after confirming an email address.',
    body: LinkAsked,
    async answer(ask) {
      const { lodge, body, now } = ask
      const found = await find(ask, body.token)
      const session = await sessionOf(lodge, ask.ctx)
      const login = session && session.slipId === null && (await findLogin(lodge.pools.requests, session.loginId))
      if (login && login.emailProven && login.email === body.email) {
        return come(ask, found, { login, name: body.name, as: session })
      }
      await lodge.limits.countToken(ask.ctx.ip)
      const { email } = body
      // The link by its id: what opens it is kept nowhere.
      const detail = { name: body.name.trim(), accountId: found.accountId, linkId: found.link.id }
      await mailLink(lodge, { purpose: 'come', login: null, email, detail }, now)
      return { sent: true }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/come/prove',
    summary: 'Join by a link after its message was opened. A new login needs a password.',
    body: LinkProven,
    async answer(ask) {
      const { lodge, ctx, body, now } = ask
      const token = await findLoginToken(lodge.pools.requests, hashToken(body.token), 'come', now)
      if (!token) {
        await lodge.limits.countToken(ctx.ip)
        throw dead()
      }
      const { email = '', name = '', accountId = '', linkId = '' } = token.detail
      const found = await findOpen(ask, accountId, linkId)
      const known = await findLoginByEmail(lodge.pools.requests, email)
      if (known) {
        if (!(await useLoginToken(lodge.pools.requests, token.id, now))) throw dead()
        return come(ask, found, { login: known, name })
      }
      if (body.password === undefined && body.passkey === undefined)
        return { ...describe(found), email, needsPassword: true }
      const made = await newLogin(lodge, email, body, now)
      if (!(await useLoginToken(lodge.pools.requests, token.id, now))) throw dead()
      return come(ask, found, { login: made.login, made, name })
    },
  }),
  route({
    audience: 'account',
    method: 'get',
    path: `${ACCOUNT}/links/{linkId}/address`,
    summary: 'A link’s address, as text and as a code to scan with a phone.',
    async answer({ lodge, account, accountId, personId, sight, params }) {
      const link = account.get('link', params.linkId)
      if (!link || link.cut || (link.makerId !== personId && !sight.can('people', 'change'))) throw notFound()
      const address = lodge.configuration.publicOrigin + linkPath(lodge, accountId, link.id)
      return { address, picture: await drawQr(address, { type: 'svg', margin: 1 }) }
    },
  }),
]
