/** Something that a search found. */
export interface Found {
  hits: {
    kind: string
    to: string
    title: string
    note: string
    /** The place with the words, which stand between « and ». */
    why: string
  }[]
  tickets: number
  isMore: boolean
  corrected: { word: string; like: string[] }[]
  filters: string[]
}

/** A text with its marked words apart. */
export function markedParts(text: string): { text: string; on: boolean }[] {
  return text
    .split(/(«[^«»]*»)/)
    .filter(Boolean)
    .map((part) => (part.startsWith('«') ? { text: part.slice(1, -1), on: true } : { text: part, on: false }))
}
