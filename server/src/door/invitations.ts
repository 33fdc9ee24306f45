import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  Min,
  IsOptional,
  IsString,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import {
  choicesView,
  dateOf,
  emailKey,
  FieldText,
  groupGives,
  isOnRecord,
  lastDateBefore,
  Sight,
  upwards,
  type Account,
  type OfferRow,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { LodgeError, refused } from '../errors.ts'
import { changeSession, howOf, openSession, sessionOf } from '../signin/cookies.ts'
import { FirstMeans, insertNewLogin, newLogin, offerPasskey, type NewLogin } from '../signin/first-means.ts'
import { hashToken } from '../signin/key-ring.ts'
import { instantFor } from '../store/accounts.ts'
import { agreed, insertEvent } from '../store/events.ts'
import { findLogin, findLoginByEmail, proveEmail, type Login } from '../store/logins.ts'
import type { Queryable } from '../store/pools.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import type { Session } from '../store/sessions.ts'
import { findOfferToken } from '../store/tokens.ts'
import { meOf } from '../account/me.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

export class InvitationToken {
  @IsString() @MaxLength(100) token!: string
}

/** What the account wants of the person who takes an invitation up, and how they will sign in. */
export class Answers extends FirstMeans {
  /** The account’s terms were read and agreed to. */
  @IsOptional() @IsBoolean() agreed?: boolean
  /** What the account asks newcomers for. */
  @IsOptional() @IsArray() @ArrayMaxSize(50) @ValidateNested({ each: true }) @Type(() => FieldText) texts?: FieldText[]
}

export class TakeUp extends Answers {
  @IsString() @MaxLength(100) token!: string
  /** Which content of the invitation was read; if it was changed since, it has to be read again (model I10). */
  @IsOptional() @IsInt() @Min(0) revision?: number
  /** Someone else is signed in and takes it up all the same: they wait for admission (model I3). */
  @IsOptional() @IsIn(['signed-in']) as?: 'signed-in'
}

export class DeclineInvitation {
  @IsString() @MaxLength(100) token!: string
  @IsOptional() @IsString() @MaxLength(400) word?: string
}

/** Wrong, used, expired and cut tokens get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'invitation-dead', say('door.this-invitation-cannot-be-used-ask-the-person'))
}

/** An open invitation, with whose it is. */
export interface Found {
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
  if (!loaded || !offer || !open || !email || !person || !(person.state === 'invited' || isOnRecord(person))) {
    await lodge.limits.countToken(ctx.ip)
    throw dead()
  }
  return { account: loaded.account, accountId: must(token, 'token').accountId, offer, email, now: instant }
}

export const invitationRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/look',
    summary: 'What an invitation offers: who invites, to what, until when.',
    body: InvitationToken,
    async answer(ask) {
      const found = await find(ask)
      const session = await sessionOf(ask.lodge, ask.ctx)
      const signedIn = session && (await findLogin(ask.lodge.pools.requests, session.loginId))
      const login = await findLoginByEmail(ask.lodge.pools.requests, found.email)
      return {
        ...describe(found),
        hasLogin: login !== undefined,
        signedInAs: signedIn?.email ?? null,
        isSignedIn: signedIn?.email === emailKey(found.email),
      }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/accept',
    summary: 'Accepts an invitation, with a new login or your own.',
    body: TakeUp,
    answer: takeUp,
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/passkey',
    summary: 'What a browser needs to make a passkey while accepting an invitation.',
    body: InvitationToken,
    async answer(ask) {
      await ask.lodge.limits.countChallenge(ask.ctx.ip)
      return offerPasskey(ask.lodge, (await find(ask)).email, ask.now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/invitations/decline',
    answers: ['nothing'],
    summary: 'Declines an invitation, with a message to the person who sent it.',
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
export function describe({ account, offer, email, now }: Found) {
  const choices = choicesView(new Sight(account, offer.sponsorId, now))
  const person = must(account.get('person', offer.personId), 'person')
  return {
    account: account.settings.name,
    terms: account.settings.terms,
    asks: [...account.all('field')].filter((field) => field.asked).map(({ id, name }) => ({ id, name })),
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
    revision: offer.revision,
    groups: offer.groupIds.map((id) => ({
      name: account.get('group', id)?.name ?? '',
      gives: groupGives(new Sight(account, offer.sponsorId, now), id),
    })),
    seats: offer.seats.map((seat) => {
      const choice = choices.seats.find((one) => one.product === seat.product && one.seatType === seat.seatType)
      return choice ? say('door.seat-in', { choice: choice.name, productName: choice.productName }) : seat.seatType
    }),
  }
}

async function takeUp(ask: Ask<TakeUp>): Promise<object> {
  return takeUpFound(ask, await find(ask), loginFor)
}

/** Who takes it up: a login there is, or one to be made. */
export interface Taker {
  login: Login
  made?: NewLogin
  proven: boolean
  as?: Session
  /** Uses up what it was taken up by, in the same transaction. */
  use?(connection: Queryable): Promise<void>
}

/** Takes an open invitation up; the login is made in the same transaction. */
export async function takeUpFound<B extends Answers & { revision?: number }>(
  ask: Ask<B>,
  found: Found,
  takerOf: (ask: Ask<B>, found: Found) => Promise<Taker>,
): Promise<object> {
  const { lodge, ctx } = ask
  const { account, accountId, offer } = found
  const { terms } = account.settings
  if (terms !== null && ask.body.agreed !== true) {
    throw refused([
      {
        code: 'not-agreed',
        sentence: say('door.asks-you-to-agree-to-its-terms-first', { account: account.settings.name }),
        path: '/agreed',
      },
    ])
  }
  const { login, made, proven, as, use } = await takerOf(ask, found)
  const opened: { cookie?: string } = {}
  const who = { loginId: login.id, accountId, personId: hereBy(account, login.id) ?? offer.personId }
  const { decision } = await lodge.committer
    .commit({
      accountId,
      changes: [
        {
          type: 'accept',
          offerId: offer.id,
          loginId: login.id,
          proven,
          texts: ask.body.texts ?? [],
          ...(ask.body.revision === undefined ? {} : { revision: ask.body.revision }),
          ...(proven ? {} : { loginEmail: login.email }),
        },
      ],
      actor: { kind: 'person', personId: offer.personId },
      via: { kind: 'invitation' },
      async alongside(connection, now) {
        await use?.(connection)
        if (made) await insertNewLogin(connection, made, now)
        else if (proven) await proveEmail(connection, login.id)
        opened.cookie = (
          await openSession(connection, { ...(made ? { strength: made.strength } : howOf(as)), ...who }, now)
        ).cookie
        if (terms !== null) await agreed(connection, who, terms, now)
        await insertEvent(connection, { kind: 'signed-in', ...who }, now)
      },
    })
    .catch((error: unknown) => {
      // A double click: the first took it up, so the second finds the offer used, or the address with a login.
      if ((error as { errno?: number }).errno === 1062 || isSecond(error)) throw dead()
      throw error
    })
  await changeSession(lodge, ctx, opened.cookie ?? null, lodge.clock.now())
  const waiting = decision.after.get('offer', offer.id)?.state === 'live'
  const people = await accountsOfLogin(lodge.pools.requests, login.id)
  return { waiting, me: await meOf(lodge, who, login.email, people) }
}

/** Whom a login is in an account already: what they take up goes to that record, and so does their session (model P1). */
export function hereBy(account: Account, loginId: string): string | undefined {
  return account.by('person', 'login', loginId).find(({ state }) => ['active', 'away', 'waiting'].includes(state))?.id
}

/** What the one who takes it up can mend. */
const OWN_PROBLEMS = new Set(['asked', 'unknown-field', 'offer-changed'])

/** Refused since it was taken up a moment ago, not for what was filled in. */
function isSecond(error: unknown): boolean {
  const { code, more } = error as LodgeError
  return code === 'refused' && !more.problems?.some((one) => OWN_PROBLEMS.has(one.code))
}

/** The login that takes it up: the one signed in, or a new one for the invited mailbox, which the link has proven. */
async function loginFor(ask: Ask<TakeUp>, { email }: Found): Promise<Taker> {
  const { lodge, ctx, body, now } = ask
  const session = await sessionOf(lodge, ctx)
  // Who came by a sign-in slip is in one account and takes nothing up in another (model I9).
  const full = session?.slipId === null ? session : undefined
  const signedIn = full && (await findLogin(lodge.pools.requests, full.loginId))
  const proven = signedIn !== undefined && signedIn?.email === emailKey(email)
  if (signedIn && (proven || body.as === 'signed-in')) {
    return { login: signedIn, proven, as: full }
  }
  if (await findLoginByEmail(lodge.pools.requests, email)) {
    throw new LodgeError(409, 'has-login', say('door.already-has-a-login-sign-in-with-it-2', { email }))
  }
  const made = await newLogin(lodge, email, body, now)
  return { login: made.login, made, proven: true }
}
