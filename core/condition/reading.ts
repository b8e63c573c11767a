import { isText, type FactValue } from './fact'
import { fold } from './fold'
import type { Check } from './operator'

const WORDS = /[\p{L}\p{N}]+/gu
/** The words of a text, in small letters. */
export const wordsOf = (text: FactValue | undefined): string[] => fold(String(text ?? '')).match(WORDS) ?? []

/** A test of texts: of chosen values each is asked, and one is enough; of numbers and yes or no it holds for none. */
export const ofText =
  (holds: (text: string, wanted: FactValue | undefined) => boolean): Check =>
  (actual, wanted) =>
    Array.isArray(actual)
      ? (actual as unknown[]).some((one) => isText(one) && holds(one, wanted))
      : isText(actual) && holds(actual, wanted)
