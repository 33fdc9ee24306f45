import { calculateJwkThumbprint, CompactSign, exportJWK, generateKeyPair, importJWK, SignJWT, type JWK } from 'jose'
import type { Lodge } from '../lodge.ts'
import type { Queryable } from '../store/pools.ts'
import { json, select, text } from '../store/select.ts'
import { must } from '@lodge/core/must'

const PURPOSE = 'signing-key'

interface SigningKey {
  id: string
  publicJwk: JWK
  privateJwk: JWK
}

/** The key records are signed by: made once, its private half sealed under `LODGE_KEY` (model X5; RFC 8037, Ed25519). */
async function signingKey(lodge: Pick<Lodge, 'configuration' | 'clock'>, connection: Queryable): Promise<SigningKey> {
  const known = await newestKey(lodge, connection)
  if (known) return known
  const { publicKey, privateKey } = await generateKeyPair('EdDSA', { crv: 'Ed25519', extractable: true })
  const publicJwk = await exportJWK(publicKey)
  const id = await calculateJwkThumbprint(publicJwk)
  const sealed = lodge.configuration.keyRing.seal(PURPOSE, JSON.stringify(await exportJWK(privateKey)))
  // every account: the lodge signs for all of them
  await connection.execute('INSERT INTO signing_key (id, public_jwk, sealed, made_at_us) VALUES (?, ?, ?, ?)', [
    id,
    JSON.stringify({ ...publicJwk, kid: id, alg: 'EdDSA', use: 'sig' }),
    sealed,
    lodge.clock.now(),
  ])
  // Two processes may have made one each: both stay published, the first one signs.
  return must(await newestKey(lodge, connection), 'signing key')
}

async function newestKey(
  { configuration }: Pick<Lodge, 'configuration'>,
  connection: Queryable,
): Promise<SigningKey | undefined> {
  // every account: the lodge signs for all of them
  const [key] = await select(
    connection,
    { id: text, publicJwk: json<JWK>(), sealed: text },
    'SELECT id, public_jwk, sealed FROM signing_key ORDER BY made_at_us, id LIMIT 1',
  )
  if (!key) return undefined
  const { id, publicJwk, sealed } = key
  return { id, publicJwk, privateJwk: JSON.parse(configuration.keyRing.unseal(PURPOSE, sealed)) as JWK }
}

/** The public keys, as a JWK set (RFC 7517 §5). */
export async function publicKeys(connection: Queryable): Promise<{ keys: JWK[] }> {
  // every account: the keys are the lodge's
  const key = { publicJwk: json<JWK>() }
  const keys = await select(connection, key, 'SELECT public_jwk FROM signing_key ORDER BY made_at_us, id')
  return { keys: keys.map(({ publicJwk }) => publicJwk) }
}

/** Signs a document: a compact JWS whose payload is its JSON (RFC 7515). */
export async function signDocument(
  lodge: Pick<Lodge, 'configuration' | 'clock'>,
  connection: Queryable,
  document: object,
  type: string,
): Promise<string> {
  const { id, privateJwk } = await signingKey(lodge, connection)
  return new CompactSign(new TextEncoder().encode(JSON.stringify(document)))
    .setProtectedHeader({ alg: 'EdDSA', kid: id, typ: type })
    .sign(await importJWK(privateJwk, 'EdDSA'))
}

/** What a way in says it is, so that nothing else that is signed passes for one (RFC 8725 §3.11). */
const WAY_IN = 'way-in+jwt'

/** Signs a ticket into a product for a person of an account: five minutes, for that product of that account alone (RFC 7519). */
export async function signWayIn(
  lodge: Pick<Lodge, 'configuration' | 'clock'>,
  connection: Queryable,
  { accountId, personId, product }: { accountId: string; personId: string; product: string },
): Promise<string> {
  const { id, privateJwk } = await signingKey(lodge, connection)
  // Real time: the product reads it by its own clock.
  const seconds = Math.floor(Date.now() / 1_000)
  return new SignJWT({ account: accountId })
    .setProtectedHeader({ alg: 'EdDSA', kid: id, typ: WAY_IN })
    .setSubject(personId)
    .setAudience(product)
    .setIssuer(lodge.configuration.publicOrigin)
    .setIssuedAt(seconds)
    .setExpirationTime(seconds + 300)
    .sign(await importJWK(privateJwk, 'EdDSA'))
}
