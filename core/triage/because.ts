import type { CompiledDesign } from '../design'
import type { Because, Reason } from '../reason'

/** A value, and why it is that. */
export interface Sorted<T = string> {
  value: T
  because: Because
}

/** A because of an edition; without `nearly` where nothing nearly decided. */
export function becauseOf(
  { edition }: Pick<CompiledDesign, 'edition'>,
  why: Reason[],
  nearly: Reason[] = [],
): Because {
  return nearly.length ? { edition, why, nearly } : { edition, why }
}
