/** Signs of a code: none of them is taken for another when it is read out, or written down. */
const SIGNS = '23456789ABCDEFGHJKMNPQRSTUVWXYZ'

/** So many signs stand together. */
const GROUP = 4

/** Bytes from here on would make some signs likelier than others. */
export const EVEN_BYTES = 256 - (256 % SIGNS.length)

/** How many bytes of chance a code takes: each sign is one of 31. */
export const bytesOfCode = (groups: number): number => groups * GROUP

/**
 * A code that is read out or copied, made of bytes of chance.
 * @param bytes at least as many as it takes, each evenly from 0 to 247 or thrown again by whoever makes them
 * @param groups of four signs each
 * @example plainCode(new Uint8Array([0, 1, 2, 3, 4, 5, 6, 7]), 2) // '2345-6789'
 */
export function plainCode(bytes: Uint8Array, groups: number): string {
  return inGroups([...bytes.slice(0, bytesOfCode(groups))].map((one) => SIGNS[one % SIGNS.length]).join(''))
}

/**
 * A code as somebody typed it, as it was made: small letters, spaces and dashes do not count; nothing where it is none.
 * @example readPlainCode(' abcd efgh', 2) // 'ABCD-EFGH'
 */
export function readPlainCode(typed: string, groups: number): string | undefined {
  const most = 4 * bytesOfCode(groups)
  const signs = typed.slice(0, most).toUpperCase().replace(/[\s-]/g, '')
  if (signs.length !== bytesOfCode(groups) || [...signs].some((one) => !SIGNS.includes(one))) return undefined
  return inGroups(signs)
}

function inGroups(signs: string): string {
  const groups: string[] = []
  for (let at = 0; at < signs.length; at += GROUP) groups.push(signs.slice(at, at + GROUP))
  return groups.join('-')
}
