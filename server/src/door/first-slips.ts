import { randomInt } from 'node:crypto'
import { IsString, MaxLength } from 'class-validator'
import { v7 as uuidv7 } from 'uuid'
import { dateOf, mayPrintFirstSlip, type Instant } from '@lodge/core'
import { entryAt, must } from '@lodge/core/must'
import { LodgeError, notFound } from '../errors.ts'
import type { Lodge } from '../lodge.ts'
import { plainCode, spokenCode } from '../signin/codes.ts'
import { newLogin, offerPasskey } from '../signin/first-means.ts'
import { hashToken } from '../signin/key-ring.ts'
import { instantFor } from '../store/accounts.ts'
import { insertEvent } from '../store/events.ts'
import { endTokensOf, findLoginToken, insertLoginToken, useLoginToken, type LoginToken } from '../store/login-tokens.ts'
import { findLoginByEmail } from '../store/logins.ts'
import type { Queryable } from '../store/pools.ts'
import { Answers, describe, takeUpFound, type Found } from './invitations.ts'
import { route, type Ask } from '../http/route.ts'
import { say } from '@lodge/core/say'

const PERSON = '/api/accounts/{accountId}/people/{personId}'
/** Long, since it is good for days and not for minutes. */
const CODE_GROUPS = 5

export class FirstSlip {
  @IsString() @MaxLength(60) code!: string
}

export class TakeFirstSlip extends Answers {
  @IsString() @MaxLength(60) code!: string
}

const hashOf = (code: string) => hashToken(`first|${plainCode(code)}`)

function dead(): LodgeError {
  return new LodgeError(404, 'slip-dead', say('door.this-sign-in-slip-does-not-work-ask'))
}

/** `tadeo.482`: short enough for paper, and nobody’s yet. */
async function freeName(lodge: Lodge, name: string): Promise<string> {
  const plain = entryAt(name.normalize('NFKD').toLowerCase().split(/\s+/), 0).replaceAll(/[^a-z0-9]/g, '') || 'guest'
  for (;;) {
    const wanted = `${plain.slice(0, 16)}.${randomInt(100, 1000)}`
    if (!(await findLoginByEmail(lodge.pools.requests, wanted))) return wanted
  }
}

/** The invitation of a first sign-in slip. @throws LodgeError 404 if it does not open. */
async function find(lodge: Lodge, code: string, now: Instant): Promise<{ token: LoginToken; found: Found }> {
  const token = await findLoginToken(lodge.pools.requests, hashOf(code), 'first-slip', now)
  const loaded = token?.accountId ? await lodge.accounts.get(token.accountId) : undefined
  const offer = loaded?.account.get('offer', token?.detail.offerId)
  const instant = loaded ? instantFor(loaded, lodge.clock) : 0
  const isOpen = offer?.state === 'live' && offer.expiresAt > instant
  if (!token || !loaded || !isOpen || loaded.account.get('person', offer.personId)?.state !== 'invited') throw dead()
  const email = token.detail.signInName ?? ''
  return {
    token,
    found: { account: loaded.account, accountId: must(token.accountId, 'accountId'), offer, email, now: instant },
  }
}

/** What a first slip opens, for the page at which any slip is typed; undefined if it is none. */
export async function lookAtFirst(lodge: Lodge, code: string, now: Instant): Promise<object | undefined> {
  const first = await find(lodge, code, now).catch(() => undefined)
  return first && { ...describe(first.found), signInName: first.found.email }
}

async function findCounted({ lodge, ctx, body, now }: Ask<FirstSlip>) {
  await lodge.limits.countToken(ctx.ip)
  return find(lodge, body.code, now)
}

export const firstSlipRoutes = [
  route({
    audience: 'account',
    method: 'post',
    path: `${PERSON}/first-slip`,
    summary: 'Makes the slip with which someone without email accepts an invitation. An earlier slip stops working.',
    async answer({ lodge, account, accountId, personId: issuerId, sight, params, now }) {
      const person = account.get('person', params.personId)
      if (!person || !sight.seesPerson(person.id)) throw notFound()
      if (!mayPrintFirstSlip(sight, person)) {
        const sentence = say('door.sign-in-slips-are-for-people-invited-without')
        throw new LodgeError(403, 'not-allowed', sentence)
      }
      const offer = must(
        account.by('offer', 'person', person.id).find((one) => one.state === 'live'),
        'such entry of by',
      )
      const code = spokenCode(CODE_GROUPS)
      const signInName = await freeName(lodge, account.nameOf(person.id))
      await endTokensOf(lodge.pools.requests, 'first-slip', accountId, person.id, now)
      await insertLoginToken(lodge.pools.requests, {
        ...{ id: uuidv7(), purpose: 'first-slip', tokenHash: hashOf(code), loginId: null },
        ...{ accountId, personId: person.id, detail: { issuerId, offerId: offer.id, signInName } },
        ...{ createdAt: now, expiresAt: offer.expiresAt },
      })
      await insertEvent(
        lodge.pools.requests,
        { kind: 'slip-issued', accountId, personId: person.id, detail: { issuerId, first: true } },
        now,
      )
      return { code, signInName, expires: dateOf(offer.expiresAt - 1, account.zone) }
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/first-slip/passkey',
    summary: 'What a browser needs to make a passkey for a login made with a sign-in slip.',
    body: FirstSlip,
    async answer(ask) {
      await ask.lodge.limits.countChallenge(ask.ctx.ip)
      return offerPasskey(ask.lodge, (await findCounted(ask)).found.email, ask.now)
    },
  }),
  route({
    audience: 'anyone',
    method: 'post',
    path: '/api/first-slip/accept',
    summary: 'Accepts an invitation with a sign-in slip, for a login with a sign-in name (model P1).',
    body: TakeFirstSlip,
    async answer(ask) {
      const { token, found } = await findCounted(ask)
      return takeUpFound(ask, found, async ({ lodge, body, now }) => {
        const made = await newLogin(lodge, found.email, body, now, false)
        const use = async (connection: Queryable) => {
          if (!(await useLoginToken(connection, token.id, now))) throw dead()
        }
        // The person who holds the slip was given it by the office, as a mailbox would have been asked.
        return { login: made.login, made, proven: true, use }
      })
    },
  }),
]
