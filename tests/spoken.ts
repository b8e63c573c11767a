import type { CompiledDesign, Directory } from '../core/design'
import { isBecause, type Because } from '../core/reason'
import { becauseInWords, type BecauseWords, type Reader } from '../core/explain'

/** Something with every because in it in words. */
export type Spoken<T> = T extends Because
  ? BecauseWords
  : T extends object
    ? { [K in keyof T]: Spoken<T[K]> }
    : T

/** What somebody reads who knows a design and its directory. */
export function spoken<T>(value: T, design: CompiledDesign, directory: Directory): Spoken<T> {
  const reader: Reader = { language: 'en', design: () => design, directory }
  const inWords = (one: unknown): unknown => {
    if (typeof one !== 'object' || one === null) return one
    if (Array.isArray(one)) return one.map(inWords)
    if (isBecause(one)) return becauseInWords(one, reader)
    return Object.fromEntries(Object.entries(one).map(([name, part]) => [name, inWords(part)]))
  }
  return inWords(value) as Spoken<T>
}
