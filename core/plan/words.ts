import { listInWords } from '../words'
import type { DayOf } from './day'
import { numbersOf, stagesBefore, type Due, type Plan, type Stage } from './plan'
import type { OutsideFault } from './outside'
import type { Approver, Needs } from './seal'
import { doerInWords, type Doer } from './doer'

/** How the things are called that a plan names, and how lengths of time are said. */
export interface PlanVocabulary {
  person: (id: string) => string
  team: (id: string) => string
  rota: (id: string) => string
  question: (name: string) => string
  fact: (name: string) => string
  span: (iso: string) => string
}

/** A day that a plan goes by: “8 hours before the answer to “First day”, 06:00”. */
export function dayInWords({ fact, at, before }: DayOf, words: PlanVocabulary): string {
  const time = at === undefined ? '' : `, ${at}`
  return `${before === undefined ? '' : `${words.span(before)} before `}${words.fact(fact)}${time}`
}

/** When something is due: “within 4 hours of working time”. */
export const dueInWords = (due: Due, words: PlanVocabulary): string =>
  'within' in due ? `within ${words.span(due.within)} of working time` : `by ${dayInWords(due.by, words)}`

/** Whose word is asked for: “the manager of the site up to 500, Olin Brandt”. */
export const approversInWords = (ask: readonly Approver[], words: PlanVocabulary): string =>
  ask
    .map(({ who, upTo }) => `${doerInWords(who, words)}${upTo === undefined ? '' : ` up to ${upTo}`}`)
    .join(', ')

const NEEDS = { one: 'one of them', all: 'all of them', inTurn: 'each in turn' } as const

/** How many must agree: “2 of them”. */
export const needsInWords = (needs: Needs): string =>
  typeof needs === 'object' ? `${needs.of} of them` : NEEDS[needs]

/**
 * When a stage opens, with the stages before it by their numbers.
 * @example stageOpensInWords(plan, stage, words) // opens when 1 and 2 are through, on the answer to “First day”, 06:00
 */
export function stageOpensInWords(plan: Pick<Plan, 'stages'>, stage: Stage, words: PlanVocabulary): string {
  const numbers = numbersOf(plan)
  const before = stagesBefore(plan, stage).map((id) => numbers.get(`stage ${id}`) ?? '?')
  const after = before.length ? `opens ${whenBefore(before, stage)}` : 'opens at once'
  return stage.from ? `${after}, no sooner than ${dayInWords(stage.from, words)}` : after
}

function whenBefore(before: readonly string[], { join, opensOn }: Stage): string {
  const named = join === 'any' ? before.join(' or ') : listInWords(before)
  if (opensOn === 'first') return `as soon as something of ${named} is done`
  return `when ${named} ${before.length > 1 && join !== 'any' ? 'are' : 'is'} through`
}

const FAULTS: Readonly<Record<OutsideFault['is'], (said: string) => string>> = {
  notDone: (said) => said || 'it never answered',
  notData: (said) => `the answer was ${said || 'no data'}, and not the data that is wanted`,
  lacks: (said) => `the answer lacks ${said}`,
  misfit: (said) => `the answer does not fit: ${said}`,
  circle: (said) => `it would ask for itself: ${said}`,
}

/** What went wrong outside: “the answer lacks account.name”. */
export const faultInWords = ({ is, said }: OutsideFault): string => FAULTS[is](said)

export const whoInWords = (who: Doer | undefined, words: PlanVocabulary): string =>
  who ? doerInWords(who, words) : 'the team of the ticket'
