import { diffLines, diffWordsWithSpace, type ChangeObject } from 'diff'

/** A part of two texts: of both, of the one before only, or of the one now only. */
export interface ComparedPart {
  text: string
  of: 'both' | 'before' | 'now'
}

/** So long is sought for what changed, in milliseconds: texts that have nothing in common are never done. */
const MOST_TIME = 400

/**
 * What changed between two texts, word by word; line by line where that would take too long, and as a whole where even
 * that would.
 */
export function compareText(before: string, now: string): ComparedPart[] {
  const limit = { timeout: MOST_TIME }
  const parts = diffWordsWithSpace(before, now, limit) ?? diffLines(before, now, limit)
  if (parts) return parts.map(partOf)
  return [
    { text: before, of: 'before' },
    { text: now, of: 'now' },
  ]
}

const partOf = ({ value, added, removed }: ChangeObject<string>): ComparedPart => ({
  text: value,
  of: added ? 'now' : removed ? 'before' : 'both',
})
