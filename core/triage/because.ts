/** Why a value is what it is, in a sentence a lead understands. */
export interface Because {
  text: string
  /** The rule that nearly decided, and what it lacked. */
  nearly?: string
  /** Where the rule stands in Design, as the end of an address: `triage/where-it-goes#r2`. */
  article?: string
}

export interface Sorted<T = string> {
  value: T
  because: Because
}

export const capital = (text: string) => (text[0] ?? '').toUpperCase() + text.slice(1)

/** `a`, `a and b`, `a, b and c`. */
export function listInWords(words: readonly string[]): string {
  if (words.length < 2) return words.join('')
  return `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
}
