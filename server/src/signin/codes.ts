import { randomInt } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import { toString as drawQr } from 'qrcode'
import { v7 as uuidv7 } from 'uuid'
import type { Instant } from '@lodge/core'
import { meansOfLogin, useBackupCode, useStep, type Means } from '../store/means.ts'
import type { Queryable } from '../store/pools.ts'
import { hashToken, type KeyRing } from './key-ring.ts'
import { must } from '@lodge/core/must'

const ISSUER = 'Jolly Porter'
/** RFC 6238 with what every authenticator understands: SHA-1, six digits, thirty seconds. */
const PERIOD_SECONDS = 30
const BACKUP_CODES = 10
/** Letters and digits that are not taken for one another when read aloud or copied by hand. */
const ALPHABET = 'abcdefghjkmnpqrstuvwxyz23456789'

function totpOf(secret: string, label: string): TOTP {
  return new TOTP({ issuer: ISSUER, label, secret: Secret.fromBase32(secret), period: PERIOD_SECONDS })
}

/** A new secret with what an authenticator reads: the address as text and as a picture. */
export async function newCodes(email: string): Promise<{ secret: string; uri: string; picture: string }> {
  const secret = new Secret({ size: 20 }).base32
  const uri = totpOf(secret, email).toString()
  return { secret, uri, picture: await drawQr(uri, { type: 'svg', margin: 1 }) }
}

/** The time step a code belongs to, one step of clock difference allowed; undefined if it is none (RFC 6238 §5.2). */
export function stepOf(secret: string, code: string, now: Instant): number | undefined {
  const timestamp = Math.floor(now / 1000)
  const delta = totpOf(secret, '').validate({ token: code.replaceAll(/\s/g, ''), timestamp, window: 1 })
  return delta === null ? undefined : Math.floor(timestamp / 1000 / PERIOD_SECONDS) + delta
}

/** Groups of letters and digits, as spoken, printed and typed. */
export function spokenCode(groups: number): string {
  const letter = () => must(ALPHABET[randomInt(ALPHABET.length)], 'entry of ALPHABET')
  return Array.from({ length: groups }, () => Array.from({ length: 4 }, letter).join('')).join('-')
}

/** A spoken code as its hash is made of: without what people put between the groups. */
export function plainCode(code: string): string {
  return code.toLowerCase().replaceAll(/[^a-z0-9]/g, '')
}

function backupHash(loginId: string, code: string): Buffer {
  return hashToken(`backup|${loginId}|${plainCode(code)}`)
}

/** Ten codes to be kept on paper, each good once; only their hashes are stored. */
export function newBackupCodes(loginId: string, now: Instant): { codes: string[]; means: Means[] } {
  const codes = Array.from({ length: BACKUP_CODES }, () => spokenCode(3))
  const means = codes.map((code): Means => ({
    id: uuidv7(),
    loginId,
    kind: 'backup',
    name: '',
    lookupHash: backupHash(loginId, code),
    secret: '',
    usedStep: 0,
    createdAt: now,
    lastUsedAt: null,
  }))
  return { codes, means }
}

/** Whether a code of an authenticator or from paper is good for a login now; it is used up by asking. */
export async function takeCode(
  connection: Queryable,
  keyRing: KeyRing,
  loginId: string,
  code: string,
  now: Instant,
): Promise<boolean> {
  if (/^[\d\s]{6,8}$/.test(code)) {
    for (const means of await meansOfLogin(connection, loginId)) {
      if (means.kind !== 'codes') continue
      const step = stepOf(keyRing.unseal('codes', means.secret), code, now)
      if (step !== undefined && (await useStep(connection, means.id, step, now))) return true
    }
    return false
  }
  return useBackupCode(connection, loginId, backupHash(loginId, code))
}
