import { IsEmail, IsString, MaxLength, MinLength } from 'class-validator'
import { absenceAt, roomsOf, Sight, type Me } from '@lodge/core'
import { LodgeError } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { openSession, setCookie } from '../signin/cookies.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { findLogin, findLoginByEmail } from '../store/logins.ts'
import { accountsOfLogin, type PersonOfLogin } from '../store/read-account.ts'
import { endSession, type Session } from '../store/sessions.ts'
import { route } from './route.ts'

export class SignIn {
  @IsEmail({}, { message: 'email must be a whole address' }) @MaxLength(200) email!: string
  @IsString() @MinLength(1, { message: 'password must not be empty' }) @MaxLength(200) password!: string
}

export const sessionRoutes = [
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/session',
    summary: 'Sign in with email and password.',
    body: SignIn,
    async answer({ lodge, ctx, body, now }) {
      const login = await findLoginByEmail(lodge.pools.requests, body.email)
      // What does not depend on the password is done while it is hashed; a try beyond the limit learns nothing from it.
      const [matches, people] = await Promise.all([
        lodge.passwords.matches(login?.passwordHash, body.password),
        login ? accountsOfLogin(lodge.pools.requests, login.id) : [],
        lodge.limits.countSignIn(body.email, ctx.ip),
      ])
      if (!matches || !login) {
        await insertEvent(lodge.pools.requests, { kind: 'sign-in-refused', loginId: login?.id }, now)
        throw new LodgeError(401, 'wrong-sign-in', 'This address and password do not go together.')
      }
      const place = await firstDoor(lodge, people)
      const [opened] = await Promise.all([
        openSession(lodge.pools.requests, { loginId: login.id, ...place }, now),
        insertEvent(lodge.pools.requests, { kind: 'signed-in', loginId: login.id, ...place }, now),
        lodge.limits.signedIn(body.email, ctx.ip),
      ])
      setCookie(lodge, ctx, opened.cookie)
      return meOf(lodge, opened.session, login.email, people)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'get',
    path: '/api/session',
    summary: 'Who is signed in, and where they are in.',
    async answer({ lodge, session }) {
      const [login, people] = await Promise.all([
        findLogin(lodge.pools.requests, session.loginId),
        accountsOfLogin(lodge.pools.requests, session.loginId),
      ])
      return meOf(lodge, session, login?.email ?? '', people)
    },
  }),
  route({
    audience: 'signed-in',
    method: 'delete',
    path: '/api/session',
    summary: 'Sign out.',
    async answer({ lodge, ctx, session, now }) {
      await endSession(lodge.pools.requests, session.id, now, 'signed-out')
      await insertEvent(lodge.pools.requests, { kind: 'signed-out', ...session }, now)
      lodge.hub.endSession(session.id)
      setCookie(lodge, ctx, null)
      return undefined
    },
  }),
]

/** The account a login enters first: one where its doors are open. */
async function firstDoor(
  lodge: Lodge,
  people: readonly PersonOfLogin[],
): Promise<{ accountId: string | null; personId: string | null }> {
  for (const { accountId, personId } of people) {
    const loaded = await lodge.accounts.get(accountId)
    const person = loaded?.account.get('person', personId)
    const absence = loaded && person && absenceAt(person, instantFor(loaded, lodge.clock))
    if (person && (!absence || absence === 'engagement-not-begun')) return { accountId, personId }
  }
  return { accountId: null, personId: null }
}

/** Where a session is in, of all the accounts its login is a person in. */
export async function meOf(
  lodge: Lodge,
  session: Pick<Session, 'accountId'>,
  email: string,
  people: readonly PersonOfLogin[],
): Promise<Me> {
  const accounts: Me['accounts'] = []
  let current: Me['current'] = null
  for (const { accountId, personId } of people) {
    const loaded = await lodge.accounts.get(accountId)
    const person = loaded?.account.get('person', personId)
    if (!loaded || !person) continue
    const now = instantFor(loaded, lodge.clock)
    const absence = absenceAt(person, now)
    if (absence && absence !== 'engagement-not-begun') continue
    const { name, zone, currency, locale } = loaded.account.settings
    accounts.push({ id: accountId, name, personId })
    if (session.accountId !== accountId) continue
    const sight = new Sight(loaded.account, personId, now)
    const more = {
      rooms: roomsOf(sight),
      zone,
      currency,
      locale,
      seesMoney: sight.money,
      isOwner: person.standing === 'owner',
    }
    current = { accountId, accountName: name, personId, name: loaded.account.nameOf(personId), ...more }
  }
  return { email, accounts, current }
}
