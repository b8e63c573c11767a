import {
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
  type KeyObject,
} from 'node:crypto'

// Ed25519 (RFC 8032), in the words of Standard Webhooks: keys as `whsk_` and `whpk_` with their 32 bytes in base64, and
// the signature `v1a,` over id, time and content.

export interface Keys {
  /** What signs; never leaves this desk. */
  own: string
  /** By which others check it. */
  open: string
}

const OWN = 'whsk_'
const OPEN = 'whpk_'
/** A pattern of keys by which others check. */
export const OPEN_KEY = /^whpk_[A-Za-z0-9+/]{43}=$/

const url = (key: string, prefix: string) =>
  Buffer.from(key.slice(prefix.length), 'base64').toString('base64url')

export function newKeys(): Keys {
  const { privateKey } = generateKeyPairSync('ed25519')
  const { d = '', x = '' } = privateKey.export({ format: 'jwk' })
  const plain = (text: string) => Buffer.from(text, 'base64url').toString('base64')
  return { own: OWN + plain(d), open: OPEN + plain(x) }
}

/** The header of RFC 8410 before the 32 bytes of a private key. */
const BEFORE_OWN = Buffer.from('302e020100300506032b657004220420', 'hex')

function ownKey(own: string): KeyObject {
  const key = Buffer.concat([BEFORE_OWN, Buffer.from(own.slice(OWN.length), 'base64')])
  return createPrivateKey({ key, format: 'der', type: 'pkcs8' })
}

const openKey = (open: string): KeyObject =>
  createPublicKey({ key: { kty: 'OKP', crv: 'Ed25519', x: url(open, OPEN) }, format: 'jwk' })

/** The key by which others check what a key of ours signs. */
export function openOf(own: string): string {
  const { x = '' } = createPublicKey(ownKey(own)).export({ format: 'jwk' })
  return OPEN + Buffer.from(x, 'base64url').toString('base64')
}

/** Signs bytes as they are. @returns the 64 bytes of the signature */
export const signBytes = (own: string, bytes: Uint8Array): Buffer => sign(null, bytes, ownKey(own))

/** Whether bytes were signed by whoever has the other half of a key; a key that is none fits nothing. */
export function fits(open: string, bytes: Uint8Array, signature: Uint8Array): boolean {
  try {
    return signature.length === 64 && verify(null, bytes, openKey(open), signature)
  } catch {
    return false
  }
}

/** What is signed of a message. */
export interface Signed {
  id: string
  /** Seconds since 1970. */
  timestamp: number
  body: string
}

const bytesOf = ({ id, timestamp, body }: Signed) => Buffer.from(`${id}.${timestamp}.${body}`)

/** The header webhook-signature of a message. */
export const signatureOf = (own: string, message: Signed): string =>
  `v1a,${signBytes(own, bytesOf(message)).toString('base64')}`

/** How many signatures of one message are looked at. */
const MOST_SIGNATURES = 4

/** Whether one of the signatures of a header was made with the other half of one of the keys. */
export function isSignedWith(opens: readonly string[], message: Signed, header: string): boolean {
  const signatures = header.slice(0, 1000).split(' ').slice(0, MOST_SIGNATURES)
  return signatures.some((one) => {
    const [version, text = ''] = one.split(',')
    return (
      version === 'v1a' && opens.some((open) => fits(open, bytesOf(message), Buffer.from(text, 'base64')))
    )
  })
}
