import { Equals, IsOptional, IsString, Matches, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import {
  type AccountBook,
  BOOK_FORMAT,
  Email,
  emailKey,
  type Instant,
  instantText,
  isCurrency,
  isLocale,
  Line,
  problem,
  readBook,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { LodgeError, refused } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { changeSession, howOf, openSession, sessionOf } from '../signin/cookies.ts'
import { deviceOf } from '../signin/enter.ts'
import { FirstMeans, insertNewLogin, newLogin, offerPasskey, type NewLogin } from '../signin/first-means.ts'
import { hashToken } from '../signin/key-ring.ts'
import { agreed, insertEvent } from '../store/events.ts'
import { foundAccount } from '../store/found-account.ts'
import { findLoginToken, useLoginToken, type LoginToken } from '../store/login-tokens.ts'
import { findLogin, findLoginByEmail, type Login } from '../store/logins.ts'
import { accountsOfLogin } from '../store/read-account.ts'
import type { Session } from '../store/sessions.ts'
import { mailLink } from './login-links.ts'
import { meOf } from '../account/me.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

export class SignUp {
  @Email() email!: string
}

export class SignUpToken {
  @IsString() @MaxLength(100) token!: string
}

export class OpenAccount extends FirstMeans {
  @IsString() @MaxLength(100) token!: string
  /** One’s own name. */
  @Line(120) name!: string
  /** What the business is called. */
  @Line(80) accountName!: string
  /** IANA zone: `Europe/Dublin`. */
  @IsString() @MaxLength(60) zone!: string
  /** ISO 4217. */
  @Matches(/^[A-Za-z]{3}$/, { message: () => say('door.currency-must-be-three-letters-as-eur') }) currency!: string
  /** BCP 47. */
  @IsOptional() @IsString() @MaxLength(20) locale?: string
  /** The terms were read and agreed to. */
  @Equals(true, { message: () => say('door.agreed-to-open-an-account-you-have-to') }) agreed!: true
}

/** Wrong, used and expired links get the same plain answer (model I6). */
function dead(): LodgeError {
  return new LodgeError(404, 'link-dead', say('door.this-link-does-not-work-ask-for-a'))
}

async function find({ lodge, ctx, body, now }: Ask<SignUpToken>): Promise<LoginToken> {
  const token = await findLoginToken(lodge.pools.requests, hashToken(body.token), 'sign-up', now)
  if (token) return token
  await lodge.limits.countToken(ctx.ip)
  throw dead()
}

export const signUpRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/sign-up',
    answers: ['nothing'],
    summary: 'Sends a link to open an account. The answer is the same for every address.',
    body: SignUp,
    async answer({ lodge, ctx, body, now }) {
      await lodge.limits.countToken(ctx.ip)
      await mailLink(lodge, { purpose: 'sign-up', login: null, email: body.email }, now)
      return undefined
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/sign-up/look',
    summary: 'Which email address the link confirms, whether it has a login, and the terms to agree to.',
    body: SignUpToken,
    async answer(ask) {
      const { email = '' } = (await find(ask)).detail
      const login = await findLoginByEmail(ask.lodge.pools.requests, email)
      const signedIn = await signedInAs(ask, email)
      return { email, hasLogin: login !== undefined, signedIn: signedIn !== undefined, terms: terms() }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/sign-up/passkey',
    summary: 'What a browser needs to make a passkey for the new login.',
    body: SignUpToken,
    async answer(ask) {
      const { email = '' } = (await find(ask)).detail
      await ask.lodge.limits.countChallenge(ask.ctx.ip)
      return offerPasskey(ask.lodge, email, ask.now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/sign-up/open',
    summary: 'Opens an account with you as its first owner and signatory.',
    body: OpenAccount,
    answer: open,
  }),
]

/** What the person who opens an account agrees to. */
const terms = () => say('door.if-you-open-an-account-here-you-are')

/** The login of the browser’s session, if it is that of the mailbox; a sign-in slip opens nothing new (model I9). */
async function signedInAs(
  { lodge, ctx }: Ask<object>,
  email: string,
): Promise<{ login: Login; session: Session } | undefined> {
  const session = await sessionOf(lodge, ctx)
  const login = session?.slipId === null ? await findLogin(lodge.pools.requests, session.loginId) : undefined
  return session && login?.email === emailKey(email) ? { login, session } : undefined
}

async function open(ask: Ask<OpenAccount>): Promise<object> {
  const { lodge, ctx, body, now } = ask
  const token = await find(ask)
  const { email = '' } = token.detail
  const known = await signedInAs(ask, email)
  if (!known && (await findLoginByEmail(lodge.pools.requests, email))) {
    throw new LodgeError(409, 'has-login', say('door.already-has-a-login-sign-in-with-it', { email }))
  }
  const account = readNew(body, email, now)
  const made = known ? undefined : await newLogin(lodge, email, body, now)
  // Used up last: anyone who mistyped something opens the same link again.
  if (!(await useLoginToken(lodge.pools.requests, token.id, now))) throw dead()
  const login = known?.login ?? must(made, 'made').login
  const [founder] = [...account.all('person')]
  const who = { loginId: login.id, accountId: account.id, personId: must(founder, 'founder').id }
  await foundAccount(
    lodge.pools,
    account,
    [{ id: login.id, personId: must(founder, 'founder').id }],
    now,
    async (connection) => {
      if (made) await insertNewLogin(connection, made, now)
      await agreed(connection, who, terms(), now)
    },
  )
  return enterNew(lodge, ctx, login, who, made, known?.session, now)
}

async function enterNew(
  lodge: Lodge,
  ctx: Ask<object>['ctx'],
  login: Login,
  who: { loginId: string; accountId: string; personId: string },
  made: NewLogin | undefined,
  as: Session | undefined,
  now: Instant,
): Promise<object> {
  const how = made ? { strength: made.strength } : howOf(as)
  const opened = await openSession(lodge.pools.requests, { ...how, ...who, device: deviceOf(ctx) }, now)
  await insertEvent(lodge.pools.requests, { kind: 'signed-in', ...who }, now)
  await changeSession(lodge, ctx, opened.cookie, now)
  if (lodge.configuration.work) lodge.jobs.wake()
  return meOf(lodge, opened.session, login.email, await accountsOfLogin(lodge.pools.requests, login.id))
}

/** A new account as a book reads it, so that the same rules hold. @throws LodgeError 422 saying what cannot be read. */
function readNew({ name, accountName, zone, currency, locale }: OpenAccount, email: string, now: Instant) {
  const book: AccountBook = {
    format: BOOK_FORMAT,
    asOf: instantText(now),
    account: { name: accountName.trim(), zone, currency: currency.toUpperCase(), locale: locale ?? 'en-IE' },
    ...{ employers: [], products: [], roles: [], groups: [], standings: {}, offers: [], places: [] },
    people: [{ name: name.trim(), email, kind: 'staff', standing: 'owner', state: 'active', signatory: true }],
  }
  const wrong = [
    ...(isCurrency(currency)
      ? []
      : [problem('no-currency', say('door.is-not-a-currency-code-write-it-as', { currency }), '/currency')]),
    ...(locale == null || isLocale(locale)
      ? []
      : [problem('no-locale', say('door.is-not-a-language-and-country-code-write', { locale }), '/locale')]),
  ]
  if (wrong.length > 0) throw refused(wrong)
  const read = readBook(book, uuidv7)
  if (!read.account) throw refused(read.problems)
  return read.account
}
