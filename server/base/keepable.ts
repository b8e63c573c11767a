/** What is wrong with a text that cannot be kept, if anything. */
export function faultOfText(text: string): string | undefined {
  if (text.includes('\0')) return 'holds the character U+0000, which cannot be kept; take it out'
  return text.isWellFormed() ? undefined : 'holds half a character (a lone surrogate); write it anew'
}

/** A text as it can be kept: what is none of a text is shown as U+FFFD. For what comes from machines that cannot be asked. */
export const keepable = (text: string) => text.replaceAll('\0', '\ufffd').toWellFormed()
