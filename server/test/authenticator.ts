import { createHash, generateKeyPairSync, randomBytes, sign, type KeyObject } from 'node:crypto'
import { isoCBOR } from '@simplewebauthn/server/helpers'

const USER_PRESENT_AND_VERIFIED = 0x05
const HAS_CREDENTIAL = 0x40

const base64url = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64url')
const sha256 = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest()

/** An authenticator in software (WebAuthn level 3, §6): one passkey on the curve P-256, with a counter. */
export class Authenticator {
  private readonly keys = generateKeyPairSync('ec', { namedCurve: 'P-256' })
  readonly id = randomBytes(16)
  counter = 0

  constructor(private readonly origin: string) {}

  /** What a browser answers to the options of a registration. */
  register(options: { challenge: string }): object {
    const { x, y } = this.keys.publicKey.export({ format: 'jwk' })
    const cose = new Map<number, number | Uint8Array>([
      [1, 2],
      [3, -7],
      [-1, 1],
      [-2, Buffer.from(x!, 'base64url')],
      [-3, Buffer.from(y!, 'base64url')],
    ])
    const length = Buffer.alloc(2)
    length.writeUInt16BE(this.id.length)
    const credential = Buffer.concat([Buffer.alloc(16), length, this.id, isoCBOR.encode(cose as never)])
    const authData = Buffer.concat([this.head(USER_PRESENT_AND_VERIFIED | HAS_CREDENTIAL), credential])
    const attestation = new Map<string, unknown>([
      ['fmt', 'none'],
      ['attStmt', new Map()],
      ['authData', authData],
    ])
    return this.answer({
      clientDataJSON: base64url(this.clientData('webauthn.create', options.challenge)),
      attestationObject: base64url(isoCBOR.encode(attestation as never)),
      transports: ['internal'],
    })
  }

  /** What a browser answers to the options of signing in. */
  signIn(options: { challenge: string }, key: KeyObject = this.keys.privateKey): object {
    this.counter += 1
    const clientData = this.clientData('webauthn.get', options.challenge)
    const authData = this.head(USER_PRESENT_AND_VERIFIED)
    return this.answer({
      clientDataJSON: base64url(clientData),
      authenticatorData: base64url(authData),
      signature: base64url(sign('sha256', Buffer.concat([authData, sha256(clientData)]), key)),
    })
  }

  private answer(response: object): object {
    const id = base64url(this.id)
    return { id, rawId: id, type: 'public-key', response, clientExtensionResults: {} }
  }

  private clientData(type: string, challenge: string): Buffer {
    return Buffer.from(JSON.stringify({ type, challenge, origin: this.origin, crossOrigin: false }))
  }

  private head(flags: number): Buffer {
    const counter = Buffer.alloc(4)
    counter.writeUInt32BE(this.counter)
    return Buffer.concat([sha256(new URL(this.origin).hostname), Buffer.from([flags]), counter])
  }
}
