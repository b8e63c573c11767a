/** Words that say nothing about what is meant. */
const EMPTY_WORDS = new Set(
  'a an and any are at be by can did do does for from has have how i if in is it many much of on or please say that the this to was what when where which who why with you your'.split(
    ' ',
  ),
)

/** The words of a text that carry its meaning, in their order, without endings of number. */
export function wordsOf(text: string): string[] {
  const words = text.toLocaleLowerCase('en').match(/[\p{L}\p{N}]+/gu) ?? []
  return words.filter((word) => !EMPTY_WORDS.has(word)).map((word) => word.replace(/(?<=.{3})s$/, ''))
}
