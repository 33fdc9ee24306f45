import { IsIn, IsOptional, IsString, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { choicesView, dateOf, lastDateBefore, Sight, upwards, type Account, type OfferRow } from '@lodge/core'
import { LodgeError, refused } from '../errors.ts'
import { howOf, openSession, sessionOf, setCookie } from '../signin/cookies.ts'
import { hashToken } from '../signin/key-ring.ts'
import { passwordProblem } from '../signin/password-rules.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { findLogin, findLoginByEmail, insertLogins, proveEmail, type Login } from '../store/logins.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import type { Session } from '../store/sessions.ts'
import { findOfferToken } from '../store/tokens.ts'
import { meOf } from './me.ts'
import { route, type Ask } from './route.ts'

export class InvitationToken {
  @IsString() @MaxLength(100) token!: string
}

export class TakeUp {
  @IsString() @MaxLength(100) token!: string
  /** For a new login. */
  @IsOptional() @IsString() @MaxLength(200) password?: string
  /** Someone else is signed in and takes it up all the same: they wait for admission (model I3). */
  @IsOptional() @IsIn(['signed-in']) as?: 'signed-in'
}

export class DeclineInvitation {
  @IsString() @MaxLength(100) token!: string
  @IsOptional() @IsString() @MaxLength(400) word?: string
}

/** Wrong, used, expired and cut tokens get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'invitation-dead', 'This invitation is not open. Ask whoever invited you for a new one.')
}

interface Found {
  account: Account
  accountId: string
  offer: OfferRow
  email: string
  now: number
}

async function find({ lodge, ctx, body }: Ask<{ token: string }>): Promise<Found> {
  const token = await findOfferToken(lodge.pools.requests, hashToken(body.token))
  const loaded = token && (await lodge.accounts.get(token.accountId))
  const offer = loaded?.account.get('offer', token?.offerId)
  const person = loaded?.account.get('person', offer?.personId)
  const email = person && loaded?.account.personal(person.id, 'email')
  const instant = loaded ? instantFor(loaded, lodge.clock) : 0
  const open = offer?.state === 'live' && offer.expiresAt > instant && offer.resendNumber === token?.resendNumber
  if (!loaded || !offer || !open || !email || person?.state !== 'invited') {
    await lodge.limits.countToken(ctx.ip)
    throw dead()
  }
  return { account: loaded.account, accountId: token!.accountId, offer, email, now: instant }
}

export const invitationRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/look',
    summary: 'What an invitation holds: who invites, to what, until when.',
    body: InvitationToken,
    async answer(ask) {
      const found = await find(ask)
      const session = await sessionOf(ask.lodge, ask.ctx)
      const signedIn = session && (await findLogin(ask.lodge.pools.requests, session.loginId))
      const login = await findLoginByEmail(ask.lodge.pools.requests, found.email)
      return { ...describe(found), hasLogin: login !== undefined, signedInAs: signedIn?.email ?? null }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/accept',
    summary: 'Takes an invitation up, with a new login or one’s own.',
    body: TakeUp,
    answer: takeUp,
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/decline',
    summary: 'Declines an invitation, with a word to whoever sent it.',
    body: DeclineInvitation,
    async answer(ask) {
      const { lodge, body } = ask
      const { accountId, offer } = await find(ask)
      await lodge.committer.commit({
        accountId,
        changes: [{ type: 'decline', offerId: offer.id, word: body.word }],
        actor: { kind: 'person', personId: offer.personId },
        via: { kind: 'invitation' },
      })
      return undefined
    },
  }),
]

/** What the invited reads before anything is made; what is offered is theirs to see. */
function describe({ account, offer, email, now }: Found) {
  const choices = choicesView(new Sight(account, offer.sponsorId, now))
  const person = account.get('person', offer.personId)!
  return {
    account: account.settings.name,
    inviter: account.nameOf(offer.sponsorId),
    name: account.nameOf(offer.personId),
    email,
    line: account.personal(offer.personId, 'invitationLine') ?? null,
    from: person.engagementFrom === null ? null : dateOf(person.engagementFrom, account.zone),
    until: person.engagementUntil === null ? null : lastDateBefore(person.engagementUntil, account.zone),
    expires: lastDateBefore(offer.expiresAt, account.zone),
    gives: offer.grants.map((grant) => ({
      role: account.get('role', grant.roleId)?.name ?? '',
      place: account.get('place', grant.placeId)?.name ?? '',
      client: upwards(account, grant.placeId).at(-2)?.name ?? '',
      can: choices.roles.find((role) => role.id === grant.roleId)?.can ?? [],
    })),
    seats: offer.seats.map((seat) => {
      const choice = choices.seats.find((one) => one.product === seat.product && one.seatType === seat.seatType)
      return choice ? `${choice.name} seat in ${choice.productName}` : seat.seatType
    }),
  }
}

async function takeUp(ask: Ask<TakeUp>): Promise<object> {
  const { lodge, ctx } = ask
  const found = await find(ask)
  const { accountId, offer } = found
  const { login, isNew, proven, as } = await loginFor(ask, found)
  const opened: { cookie?: string } = {}
  const who = { loginId: login.id, accountId, personId: offer.personId }
  const { decision } = await lodge.committer
    .commit({
      accountId,
      changes: [
        {
          type: 'accept',
          offerId: offer.id,
          loginId: login.id,
          proven,
          ...(proven ? {} : { loginEmail: login.email }),
        },
      ],
      actor: { kind: 'person', personId: offer.personId },
      via: { kind: 'invitation' },
      async alongside(connection, now) {
        if (isNew) await insertLogins(connection, [login], now)
        else if (proven) await proveEmail(connection, login.id)
        opened.cookie = (await openSession(connection, { ...howOf(as), ...who }, now)).cookie
        await insertEvent(connection, { kind: 'signed-in', ...who }, now)
      },
    })
    .catch((error: unknown) => {
      // A double click: the first took it up, so the second finds the offer used, or the address with a login.
      if ((error as { errno?: number }).errno === 1062 || (error as LodgeError).code === 'refused') throw dead()
      throw error
    })
  setCookie(lodge, ctx, opened.cookie ?? null)
  const waiting = decision.after.get('person', offer.personId)?.state === 'waiting'
  const people = await accountsOfLogin(lodge.pools.requests, login.id)
  return { waiting, me: await meOf(lodge, who, login.email, people) }
}

/** The login that takes it up: the one signed in, or a new one for the invited mailbox, which the link has proven. */
async function loginFor(
  ask: Ask<TakeUp>,
  { email }: Found,
): Promise<{ login: Login; isNew: boolean; proven: boolean; as?: Session }> {
  const { lodge, ctx, body } = ask
  const session = await sessionOf(lodge, ctx)
  // Who came by a re-entry slip is in one account and takes nothing up in another (model I9).
  const full = session?.slipId === null ? session : undefined
  const signedIn = full && (await findLogin(lodge.pools.requests, full.loginId))
  if (signedIn && (signedIn.email.toLowerCase() === email.toLowerCase() || body.as === 'signed-in')) {
    const proven = signedIn.email.toLowerCase() === email.toLowerCase()
    return { login: signedIn, isNew: false, proven, as: full }
  }
  if (await findLoginByEmail(lodge.pools.requests, email)) {
    throw new LodgeError(409, 'has-login', `There is a login for ${email} already; sign in with it to take this up.`)
  }
  const wrong = passwordProblem(body.password, email)
  if (wrong) throw refused([wrong])
  const passwordHash = await lodge.passwords.hash(body.password!)
  return { login: { id: uuidv7(), email, emailProven: true, passwordHash }, isNew: true, proven: true }
}
