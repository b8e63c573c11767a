import type { Question } from './form'
import { wordsOf } from './words'

/** From which likeness a question is offered instead of a new one. Common practice, no source: half of the words. */
const ALIKE = 0.5

/** The most that are named for one question. */
const NAMED = 5

/** Questions by the words of their labels, so that only those are compared that have a word in common. */
export class QuestionWords {
  private readonly words: Set<string>[]
  private readonly asking = new Map<string, number[]>()

  constructor(private readonly library: readonly Question[]) {
    this.words = library.map((one) => new Set(wordsOf(one.label)))
    for (const [at, words] of this.words.entries())
      for (const word of words) {
        const asking = this.asking.get(word)
        if (asking) asking.push(at)
        else this.asking.set(word, [at])
      }
  }

  /**
   * Questions that ask much the same as a label, most alike first. Likeness is the share of the words of both that they
   * have in common: 1 is the same words, 0 none.
   * @param but the name of a question that is left out
   */
  alike(label: string, but?: string): Question[] {
    const wanted = new Set(wordsOf(label))
    const shared = new Map<number, number>()
    for (const word of wanted)
      for (const at of this.asking.get(word) ?? []) shared.set(at, (shared.get(at) ?? 0) + 1)
    return [...shared]
      .map(([at, count]) => ({
        question: this.library[at]!,
        likeness: count / (wanted.size + this.words[at]!.size - count),
      }))
      .filter(({ question, likeness }) => likeness >= ALIKE && question.name !== but)
      .sort((a, b) => b.likeness - a.likeness)
      .slice(0, NAMED)
      .map(({ question }) => question)
  }
}

/**
 * Questions of the library that ask much the same as a new one would, most alike first: each question that is there
 * twice costs every requester an answer and every rule a second fact.
 * @param label the words of the new question
 */
export const nearDuplicates = (label: string, library: readonly Question[]): Question[] =>
  new QuestionWords(library).alike(label)
