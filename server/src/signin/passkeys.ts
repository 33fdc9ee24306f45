import { createHash } from 'node:crypto'
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import type { Lodge } from '../lodge.ts'
import { findLoginToken, insertLoginToken, useLoginToken } from '../store/login-tokens.ts'
import { findMeans, meansOfLogin, notePasskey, type Means } from '../store/means.ts'
import type { Login } from '../store/logins.ts'
import { hashToken } from './key-ring.ts'

const NAME = 'Jolly Porter'
const MINUTE = 60_000_000

/** What a passkey keeps (WebAuthn level 3): its public key in COSE, both in base64url. */
interface Kept {
  id: string
  publicKey: string
  transports: string[]
}

const lookupOf = (credentialId: string) => createHash('sha256').update(`passkey|${credentialId}`).digest()

/** Keeps a challenge for five minutes; only its hash is kept, and it is good once. */
async function keepChallenge(lodge: Lodge, challenge: string, loginId: string | null, now: Instant): Promise<void> {
  await insertLoginToken(lodge.pools.requests, {
    id: uuidv7(),
    purpose: 'challenge',
    tokenHash: hashToken(challenge),
    loginId,
    accountId: null,
    personId: null,
    detail: {},
    createdAt: now,
    expiresAt: now + 5 * MINUTE,
  })
}

/** Uses a challenge up; false if it is none of ours, or another login's, or was used. */
async function takeChallenge(
  lodge: Lodge,
  clientDataJson: string,
  loginId: string | null,
  now: Instant,
): Promise<string | undefined> {
  const { challenge } = readClientData(clientDataJson)
  if (!challenge) return undefined
  const token = await findLoginToken(lodge.pools.requests, hashToken(challenge), 'challenge', now)
  if (!token || token.loginId !== loginId) return undefined
  return (await useLoginToken(lodge.pools.requests, token.id, now)) ? challenge : undefined
}

/** What a browser signed, of an answer that may hold anything; empty where there is none. */
function clientDataOf({ response }: { response?: { clientDataJSON?: unknown } }): string {
  const text = response?.clientDataJSON
  return typeof text === 'string' ? text : ''
}

function readClientData(base64url: string): { challenge?: string } {
  try {
    const { challenge } = JSON.parse(Buffer.from(base64url, 'base64url').toString('utf8')) as { challenge?: unknown }
    return typeof challenge === 'string' ? { challenge } : {}
  } catch {
    return {}
  }
}

function relyingParty(lodge: Lodge): { rpID: string; origin: string } {
  const { publicOrigin } = lodge.configuration
  return { rpID: new URL(publicOrigin).hostname, origin: publicOrigin }
}

/** What a browser needs to make a passkey for a login. */
export async function startPasskey(lodge: Lodge, login: Login, now: Instant) {
  const known = (await meansOfLogin(lodge.pools.requests, login.id)).filter((one) => one.kind === 'passkey')
  const options = await generateRegistrationOptions({
    rpName: NAME,
    rpID: relyingParty(lodge).rpID,
    userName: login.email,
    userID: Buffer.from(login.id.replaceAll('-', ''), 'hex'),
    attestationType: 'none',
    excludeCredentials: known.map((one) => ({ id: (JSON.parse(one.secret) as Kept).id })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  })
  await keepChallenge(lodge, options.challenge, login.id, now)
  return options
}

/** The passkey a browser made, as it is kept; undefined if it cannot be trusted. */
export async function finishPasskey(
  lodge: Lodge,
  login: Login,
  response: RegistrationResponseJSON,
  name: string,
  now: Instant,
): Promise<Means | undefined> {
  const { rpID, origin } = relyingParty(lodge)
  const challenge = await takeChallenge(lodge, clientDataOf(response), login.id, now)
  if (!challenge) return undefined
  const checked = await verifyRegistrationResponse({
    response,
    expectedChallenge: challenge,
    expectedOrigin: origin,
    expectedRPID: rpID,
  }).catch(() => undefined)
  if (!checked?.verified) return undefined
  const { credential } = checked.registrationInfo
  const kept: Kept = {
    id: credential.id,
    publicKey: Buffer.from(credential.publicKey).toString('base64url'),
    transports: credential.transports ?? [],
  }
  return {
    id: uuidv7(),
    loginId: login.id,
    kind: 'passkey',
    name,
    lookupHash: lookupOf(credential.id),
    secret: JSON.stringify(kept),
    usedStep: credential.counter,
    createdAt: now,
    lastUsedAt: null,
  }
}

/** What a browser needs to sign in with any passkey it has. */
export async function askForPasskey(lodge: Lodge, now: Instant) {
  const options = await generateAuthenticationOptions({
    rpID: relyingParty(lodge).rpID,
    userVerification: 'required',
  })
  await keepChallenge(lodge, options.challenge, null, now)
  return options
}

/** Whose passkey answered; undefined if it is unknown, a replay, or its counter went backwards (WebAuthn §6.1.1). */
export async function checkPasskey(
  lodge: Lodge,
  response: AuthenticationResponseJSON,
  now: Instant,
): Promise<string | undefined> {
  const { rpID, origin } = relyingParty(lodge)
  const challenge = await takeChallenge(lodge, clientDataOf(response), null, now)
  const means = challenge && (await findMeans(lodge.pools.requests, lookupOf(String(response.id))))
  if (!means) return undefined
  const kept = JSON.parse(means.secret) as Kept
  const checked = await verifyAuthenticationResponse({
    response,
    expectedChallenge: challenge,
    expectedOrigin: origin,
    expectedRPID: rpID,
    credential: {
      id: kept.id,
      publicKey: Buffer.from(kept.publicKey, 'base64url'),
      counter: means.usedStep,
      transports: kept.transports,
    },
  }).catch(() => undefined)
  if (!checked?.verified) return undefined
  await notePasskey(lodge.pools.requests, means.id, checked.authenticationInfo.newCounter, now)
  return means.loginId
}
