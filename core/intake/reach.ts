import { factsOf, holds, testsOf, type Condition, type Facts, type FactValue, type Test } from '../condition'
import type { QuestionLibrary } from './answers'
import { shownQuestions } from './answers'
import { ASKER_FACTS, QUESTION_TYPES, type CatalogItem, type Form } from './form'
import { oneAt } from '../lookup'

/** More combinations of answers than this are not tried. */
const MOST_TRIED = 20_000

/**
 * The questions of a form that can never show, whatever is answered and whoever asks. Tried over the answers that the
 * conditions tell apart: for each answer that is asked for its options, the numbers at and beside every limit, the
 * texts that are compared with, and no answer.
 * @returns names; empty as well where there are too many combinations to try them all
 */
export function unreachableQuestions(form: Form, library: QuestionLibrary): string[] {
  const questions = form.steps.flatMap((step) => step.questions)
  const conditions = questions.flatMap((one) => one.showWhen ?? [])
  const hidden = new Set(questions.filter((one) => one.showWhen).map((one) => one.question))
  if (!hidden.size) return []
  const facts = [...new Set(conditions.flatMap(factsOf))]
  const own = new Set(questions.map((one) => `form.${one.question}`))
  const tests = conditions.flatMap(testsOf)
  const domains = facts.map((fact) => domainOf(fact, tests, library))
  if (domains.reduce((count, values) => count * values.length, 1) > MOST_TRIED) return []
  forEachCombination(domains, (values) => {
    const known = Object.fromEntries(facts.map((fact, index) => [fact, values[index]]))
    const answers = Object.fromEntries(
      Object.entries(known)
        .filter(([fact, value]) => fact.startsWith('form.') && value !== undefined)
        .map(([fact, value]) => [fact.slice(5), value]),
    )
    // Answers to what another form asked are known before the first question, like who asks.
    const before = Object.entries(known).filter(([fact]) => !own.has(fact) && fact.startsWith('form.'))
    const asker = { ...askerOf(known), ...Object.fromEntries(before) } as Facts
    for (const one of shownQuestions(form, answers, asker)) hidden.delete(one.question)
    return hidden.size > 0
  })
  return [...hidden]
}

const askerOf = (known: Record<string, unknown>): Facts =>
  Object.fromEntries(ASKER_FACTS.map((fact) => [fact, (known[fact] as string) ?? null]))

/** Calls with every combination of values until it is told that enough are tried. */
function forEachCombination(domains: unknown[][], visit: (values: unknown[]) => boolean): void {
  const at = domains.map(() => 0)
  for (;;) {
    if (!visit(at.map((index, fact) => oneAt(domains, fact)[index]))) return
    let place = 0
    while (place < at.length && ++at[place]! === oneAt(domains, place).length) at[place++] = 0
    if (place === at.length) return
  }
}

/** Values of a fact, one for each way in which the tests on it can come out. */
function domainOf(fact: string, tests: readonly Test[], library: QuestionLibrary): unknown[] {
  const compared = tests
    .filter((one) => one.fact === fact)
    .flatMap((one) => [one.value].flat() as (FactValue | undefined)[])
    .filter((value) => value !== undefined && value !== null)
  const question = fact.startsWith('form.') ? library.get(fact.slice(5)) : undefined
  return [
    undefined,
    ...(question
      ? QUESTION_TYPES[question.type].tried(question, compared)
      : [...new Set(compared), 'something else']),
  ]
}

/**
 * Whether an item is offered on a day, to whomever.
 * @param today in the zone of the desk, as `2026-11-27`
 */
export const isOffered = ({ from, until, retired }: CatalogItem, today: string): boolean =>
  retired === undefined && (from === undefined || from <= today) && (until === undefined || today <= until)

/** Whether a condition on who asks alone can hold for these facts. */
export function isFor(condition: Condition | undefined, asker: Facts): boolean {
  return condition === undefined || holds(condition, asker)
}
