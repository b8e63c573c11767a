import type { CatalogItem } from './form'
import { wordsOf } from './words'

/** How much a word counts by where it stands. */
const WEIGHTS = { name: 6, keywords: 4, description: 2 } as const

interface Indexed {
  item: CatalogItem
  fields: [weight: number, words: string[]][]
}

/** The items of a catalog made ready for searching, once. */
export class ItemIndex {
  private readonly entries: Indexed[]

  constructor(items: readonly CatalogItem[]) {
    this.entries = items.map((item) => ({
      item,
      fields: [
        [WEIGHTS.name, indexWords(item.name)],
        [WEIGHTS.keywords, item.keywords.flatMap(indexWords)],
        [WEIGHTS.description, indexWords(item.description)],
      ],
    }))
  }

  /**
   * Items that fit what somebody has typed so far, best first; the last word may be begun only.
   * @param isOffered whether an item is shown to who asks
   * @returns items of which at least one word fits; equally good ones in the order of the catalog
   */
  search(text: string, isOffered: (item: CatalogItem) => boolean, most: number): CatalogItem[] {
    const wanted = wordsOf(text)
    if (wanted.length === 0) return []
    return this.entries
      .map((one) => ({ item: one.item, points: pointsOf(one, wanted) }))
      .filter(({ points, item }) => points > 0 && isOffered(item))
      .sort((a, b) => b.points - a.points)
      .slice(0, most)
      .map(({ item }) => item)
  }
}

/** The words of a text, those with a hyphen also as one: who looks for “wifi” means “Wi-Fi”. */
function indexWords(text: string): string[] {
  const pieces = text.match(/[\p{L}\p{N}-]+/gu) ?? []
  const joined = pieces.filter((one) => one.split('-').filter(Boolean).length > 1)
  return [...wordsOf(text), ...joined.flatMap((one) => wordsOf(one.replaceAll('-', '')))]
}

/** A whole word counts twice a begun one; each wanted word counts where it counts most. */
function pointsOf({ fields }: Indexed, wanted: readonly string[]): number {
  return wanted.reduce((sum, word) => {
    const best = fields.map(([weight, words]) => {
      if (words.includes(word)) return weight * 2
      return words.some((one) => one.startsWith(word)) ? weight : 0
    })
    return sum + Math.max(...best)
  }, 0)
}
