import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import { bytesOfCode, EVEN_BYTES, plainCode } from '../../core/code'

/** A new secret for a cookie or a token: 256 bits. */
export function newSecret(): string {
  return randomBytes(32).toString('base64url')
}

/** A code that people read out or copy, of evenly chosen signs. @param groups of four signs */
export function newCode(groups: number): string {
  const bytes: number[] = []
  while (bytes.length < bytesOfCode(groups))
    bytes.push(...[...randomBytes(32)].filter((one) => one < EVEN_BYTES))
  return plainCode(Uint8Array.from(bytes), groups)
}

/** What is kept of a secret; the secret itself is never stored. */
export function hashSecret(secret: string): string {
  return createHash('sha256').update(secret).digest('base64url')
}

// argon2id with 19 MiB and two passes, as OWASP's password storage cheat sheet asks at least (memory).
const ARGON = { algorithm: 2, memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const

export function hashPassword(password: string): Promise<string> {
  return hash(password, ARGON)
}

export async function passwordFits(stored: string | null, password: string): Promise<boolean> {
  // A missing account costs as much time as a wrong word, so that accounts cannot be guessed by the clock.
  const known = stored ?? (await decoy())
  return (await verify(known, password)) && stored !== null
}

let decoyHash: Promise<string> | undefined
function decoy(): Promise<string> {
  decoyHash ??= hashPassword(newSecret())
  return decoyHash
}
