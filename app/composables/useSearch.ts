/** Something that a search found. */
export type Found = AnswerOf<'GET /api/search'>

/** A text with its marked words apart. */
export function markedParts(text: string): { text: string; on: boolean }[] {
  return text
    .split(/(«[^«»]*»)/)
    .filter(Boolean)
    .map((part) => (part.startsWith('«') ? { text: part.slice(1, -1), on: true } : { text: part, on: false }))
}
