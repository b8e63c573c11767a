import { wordsOf } from '../condition'
import { oneBy } from '../lookup'

/** What a past ticket said, and what it was sorted as in the end. */
export interface PastWords {
  category: string
  text: string
}

/** A category that the words of a ticket speak for. */
export interface Suggestion {
  category: string
  /** How sure that is, from 0 to 1. */
  confidence: number
  /** The words that speak for it most, the strongest first. */
  words: string[]
  /** How many past tickets of the category were learnt from. */
  tickets: number
}

/** Words that stand in tickets of every kind tell nothing; nor do short ones and numbers. */
const SHORTEST = 3
const MOST_WORDS = 60
const EVIDENCE = 4

const tellingWords = (text: string): string[] =>
  [...new Set(wordsOf(text).filter((word) => word.length >= SHORTEST && !/^\d+$/.test(word)))].slice(
    0,
    MOST_WORDS,
  )

interface Known {
  tickets: number
  /** In how many tickets of the category a word stands. */
  words: Map<string, number>
}

/**
 * Learns from past tickets which words speak for which category: naive Bayes over the presence of words, with one added
 * to each count (Manning, Raghavan, Schütze, Introduction to Information Retrieval, ch. 13).
 */
export class LearntCategories {
  /** How many tickets were learnt from. */
  readonly tickets: number
  private readonly known = new Map<string, Known>()
  private readonly everywhere = new Map<string, number>()

  constructor(past: Iterable<PastWords>) {
    let tickets = 0
    for (const { category, text } of past) {
      tickets++
      const known = this.known.get(category) ?? { tickets: 0, words: new Map<string, number>() }
      known.tickets++
      for (const word of tellingWords(text)) {
        known.words.set(word, (known.words.get(word) ?? 0) + 1)
        this.everywhere.set(word, (this.everywhere.get(word) ?? 0) + 1)
      }
      this.known.set(category, known)
    }
    this.tickets = tickets
  }

  /** The category that some words speak for most; undefined when none of them was ever met. */
  suggest(text: string): Suggestion | undefined {
    const met = tellingWords(text).filter((word) => this.everywhere.has(word))
    if (!met.length) return undefined
    const scores = [...this.known].map(([category, known]) => ({
      category,
      known,
      score: Math.log(known.tickets) + met.reduce((sum, word) => sum + Math.log(share(known, word)), 0),
    }))
    const best = scores.reduce((a, b) => (b.score > a.score ? b : a))
    // How much the best stands out among all, each weighed by what its words make likely.
    const total = scores.reduce((sum, one) => sum + Math.exp(one.score - best.score), 0)
    return {
      category: best.category,
      confidence: 1 / total,
      words: this.evidence(best.known, met),
      tickets: best.known.tickets,
    }
  }

  /** The words that stand more often in a category than in all tickets, those that do so most first. */
  private evidence(known: Known, met: readonly string[]): string[] {
    const weight = (word: string) =>
      Math.log(share(known, word) / ((oneBy(this.everywhere, word) + 1) / (this.tickets + 2)))
    return met
      .map((word) => ({ word, weight: weight(word) }))
      .filter((one) => one.weight > 0)
      .sort((a, b) => b.weight - a.weight)
      .slice(0, EVIDENCE)
      .map((one) => one.word)
  }
}

const share = ({ tickets, words }: Known, word: string) => ((words.get(word) ?? 0) + 1) / (tickets + 2)
