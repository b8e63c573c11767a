/** Signs of a code: none of them is taken for another when it is read out, or written down. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTUVWXYZ'

/** So many signs has a code: 31 to the power of 8 are more than 850 thousand million. */
export const CODE_LENGTH = 8

/**
 * A code that is read out, made of bytes of chance.
 * @param bytes at least eight, each evenly from 0 to 247 or thrown again by whoever makes them
 * @example assistCode(new Uint8Array([0, 1, 2, 3, 4, 5, 6, 7])) // '2345-6789'
 */
export function assistCode(bytes: Uint8Array): string {
  const signs = [...bytes.slice(0, CODE_LENGTH)].map((one) => SIGNS[one % SIGNS.length]).join('')
  return `${signs.slice(0, 4)}-${signs.slice(4)}`
}

/** Bytes from here on would make some signs likelier than others. */
export const EVEN_BYTES = 256 - (256 % SIGNS.length)

/**
 * A code as somebody typed it, as it was made: small letters, spaces and dashes do not count; nothing where it is none.
 * @example readAssistCode(' abcd efgh') // 'ABCD-EFGH'
 */
export function readAssistCode(typed: string): string | undefined {
  const signs = typed.slice(0, 40).toUpperCase().replace(/[\s-]/g, '')
  if (signs.length !== CODE_LENGTH || [...signs].some((one) => !SIGNS.includes(one))) return undefined
  return `${signs.slice(0, 4)}-${signs.slice(4)}`
}
