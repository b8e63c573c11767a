/** A set of rows as bits, 32 to a word; signed, since numbers above 31 bits are slow. */
export type Bits = Int32Array

export const wordsFor = (count: number) => (count + 31) >>> 5

/** All of `count` rows. */
export function allOf(count: number): Bits {
  const bits = new Int32Array(wordsFor(count)).fill(-1)
  if (count & 31) bits[bits.length - 1] = -1 >>> (32 - (count & 31))
  return bits
}

export function addTo(bits: Bits, members: readonly number[]): void {
  for (const one of members) bits[one >>> 5]! |= 1 << (one & 31)
}

/**
 * The members of a set that are in all the others too. Four are read at a time: what takes long is to fetch them from
 * memory, and the processor fetches several at once.
 */
export function inAll(all: Bits, others: readonly Bits[]): Bits {
  const common = new Int32Array(all)
  const count = common.length
  let at = 0
  for (; at + 4 <= others.length; at += 4) {
    const [a, b, c, d] = [others[at]!, others[at + 1]!, others[at + 2]!, others[at + 3]!]
    for (let word = 0; word < count; word++)
      common[word] = common[word]! & a[word]! & b[word]! & c[word]! & d[word]!
  }
  for (; at < others.length; at++) {
    const one = others[at]!
    for (let word = 0; word < count; word++) common[word]! &= one[word]!
  }
  return common
}

/** The first member, or −1. */
export function firstOf(bits: Bits): number {
  for (let word = 0; word < bits.length; word++) if (bits[word]) return lowestIn(word, bits[word]!)
  return -1
}

/** The place of the lowest bit of a word. */
export const lowestIn = (word: number, value: number) => (word << 5) + 31 - Math.clz32(value & -value)

export function membersOf(bits: Bits): number[] {
  const members: number[] = []
  for (let word = 0; word < bits.length; word++)
    for (let left = bits[word]!; left; left &= left - 1) members.push(lowestIn(word, left))
  return members
}
