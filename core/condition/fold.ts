/**
 * A text as it is compared where letter case makes no difference: each character (code point) by itself, so that the
 * database, a pattern of a JSON Schema and we mean the same. İ is i, ẞ is ß, both small sigmas are σ.
 */
export function fold(text: string): string {
  const low = text.toLowerCase()
  // Most texts: every letter became one letter, and none of those that need a second look is in them.
  if (!SPECIAL.test(text)) return low
  return [...text].map(foldLetter).join('')
}

const SPECIAL = /[İΣς]/u

function foldLetter(letter: string): string {
  if (letter === 'İ') return 'i'
  const low = letter.toLowerCase()
  return low === 'ς' ? 'σ' : low
}

let variants: Map<string, string> | undefined

/** All characters that are compared like one: `[kKK]` for k as a class of a regular expression with the flag u. */
export function anyCaseClass(letter: string): string | undefined {
  variants ??= allVariants()
  return variants.get(foldLetter(letter))
}

function allVariants(): Map<string, string> {
  const found = new Map<string, Set<string>>()
  // No letter beyond has a case.
  for (let code = 0x41; code < 0x1f000; code++) {
    if (code >= 0xd800 && code < 0xe000) continue
    const letter = String.fromCodePoint(code)
    const low = foldLetter(letter)
    if (low === letter) continue
    const set = found.get(low) ?? new Set([low])
    found.set(low, set.add(letter))
  }
  return new Map([...found].map(([low, set]) => [low, `[${[...set].join('')}]`]))
}
