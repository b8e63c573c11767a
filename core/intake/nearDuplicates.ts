import type { Question } from './form'
import { wordsOf } from './words'

/** Share of meaning that two labels have in common: 1 is the same words, 0 none. */
function likeness(a: Set<string>, b: Set<string>): number {
  const shared = [...a].filter((word) => b.has(word)).length
  return shared === 0 ? 0 : shared / (a.size + b.size - shared)
}

/** From which likeness a question is offered instead of a new one. Common practice, no source: half of the words. */
const ALIKE = 0.5

/**
 * Questions of the library that ask much the same as a new one would, most alike first: each question that is there
 * twice costs every requester an answer and every rule a second fact.
 * @param label the words of the new question
 */
export function nearDuplicates(label: string, library: readonly Question[]): Question[] {
  const wanted = new Set(wordsOf(label))
  return library
    .map((question) => ({ question, alike: likeness(wanted, new Set(wordsOf(question.label))) }))
    .filter(({ alike }) => alike >= ALIKE)
    .sort((a, b) => b.alike - a.alike)
    .slice(0, 5)
    .map(({ question }) => question)
}
