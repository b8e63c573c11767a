// How two desks come to know each other: one makes a code, somebody carries it over, the other types it with the
// address. The code itself never goes over the line; both only prove that they have it.

/** So many groups of four signs has a code of pairing: guessing at what was proved with it is hopeless. */
export const PAIRING_GROUPS = 5
/** So long a code holds, in milliseconds. */
export const PAIRING_HOLDS = 15 * 60_000
/** So many codes may wait at once. */
export const MOST_CODES = 10

/** What one side says of itself as they pair. */
export interface PairingWord {
  /** Of this pairing, chosen by whoever types the code. */
  pairing: string
  /** What the desk is called, where it is reached, and by which key its words are checked. */
  name: string
  address: string
  key: string
}

/** What is proved with the code: that this very word was said by somebody who has it. */
export const provedWord = (as: 'asks' | 'answers', { pairing, name, address, key }: PairingWord): string =>
  JSON.stringify([as, pairing, name, address, key])

/**
 * The address of a desk as it is kept: whole, without what comes after its path, and no slash at the end.
 * @returns nothing where it is no address of a desk
 * @example deskAddressIn(' https://desk.example.org/ ') // 'https://desk.example.org'
 */
export function deskAddressIn(typed: string): string | undefined {
  const text = typed.trim()
  if (text.length > 500 || !URL.canParse(text)) return undefined
  const { protocol, origin, pathname, username, search, hash } = new URL(text)
  if (!['https:', 'http:'].includes(protocol) || username || search || hash) return undefined
  let address = `${origin}${pathname}`
  while (address.endsWith('/')) address = address.slice(0, -1)
  return address
}
