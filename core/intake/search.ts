import MiniSearch from 'minisearch'
import type { CatalogItem } from './form'
import { wordsOf } from './words'

/** How much a word counts by where it stands. */
const WEIGHTS = { name: 6, keywords: 4, description: 2, about: 1 } as const
/** Shorter words are too like each other to be taken for one another. */
const SHORTEST_LIKE = 4
/** How many letters of a word may be other: one in five, as in “scaner” and “recieepts”. Common practice, no source. */
const OTHER_LETTERS = 0.2
/** A word that is only like one counts less than any that is meant. */
const LIKE = { fuzzy: 0.1, prefix: 0.5 }

/** The items of a catalog made ready for searching, once. */
export class ItemIndex {
  private readonly index: MiniSearch<CatalogItem & { about: string }>
  private readonly items: ReadonlyMap<string, CatalogItem>

  /** @param about words of what an item is about besides its own, such as its category */
  constructor(items: readonly CatalogItem[], about: (item: CatalogItem) => string = () => '') {
    this.items = new Map(items.map((one) => [one.id, one]))
    this.index = new MiniSearch<CatalogItem & { about: string }>({
      fields: Object.keys(WEIGHTS),
      tokenize: indexWords,
      processTerm: (word) => word,
      searchOptions: {
        tokenize: wordsOf,
        boost: WEIGHTS,
        prefix: true,
        fuzzy: (word) => word.length >= SHORTEST_LIKE && OTHER_LETTERS,
        maxFuzzy: 2,
        weights: LIKE,
      },
    })
    this.index.addAll([...this.items.values()].map((one) => ({ ...one, about: about(one) })))
  }

  /**
   * Items that fit what somebody has typed so far, best first; the last word may be begun only, and typing errors are
   * borne.
   * @param isOffered whether an item is shown to who asks
   * @returns items of which at least one word fits
   */
  search(text: string, isOffered: (item: CatalogItem) => boolean, most: number): CatalogItem[] {
    return this.index
      .search(text)
      .flatMap(({ id }) => this.items.get(String(id)) ?? [])
      .filter(isOffered)
      .slice(0, most)
  }
}

/** The words of a text, those with a hyphen also as one: who looks for “wifi” means “Wi-Fi”. */
function indexWords(text: string): string[] {
  const pieces = text.match(/[\p{L}\p{N}-]+/gu) ?? []
  const joined = pieces.filter((one) => one.split('-').filter(Boolean).length > 1)
  return [...wordsOf(text), ...joined.flatMap((one) => wordsOf(one.replaceAll('-', '')))]
}
