import type { Instant } from '../time'

// What a plan asks of the outside: another system, or another ticket of the desk.

/** What went wrong with it, as data: what was not done, and what the other side said, or what is missing. */
export interface OutsideFault {
  /**
   * `notDone`: it was refused, or never answered; `notData`: what came back is no data; `lacks`: the answer lacks
   * something that is wanted; `misfit`: something of it does not fit its field; `circle`: it would ask for itself.
   */
  is: 'notDone' | 'notData' | 'lacks' | 'misfit' | 'circle'
  /** What the other side said, or what it is about. */
  said: string
}

/** What is asked of the outside by a task, and what came of it. */
export interface OutsideRun {
  /** Which asking it is: the number of its entry. What comes back to an earlier one is not heard. */
  number: number
  /** By which whoever is asked knows a repeat of it, also where it is tried again. */
  key: string
  /** Of a call: the message that it goes out by. */
  message?: string
  fault?: OutsideFault & { at: Instant }
  /** The ticket that does it, and when it is promised. */
  ticket?: number
  expected?: Instant
}

/** The task of another ticket's plan that a ticket does. */
export interface PartOf {
  parent: number
  run: number
  task: string
  /** The items that were asked for on the way to it, the first one first. */
  items: string[]
}

/** What a task has read out of an answer goes into these fields of the ticket. */
export interface AnswerRead {
  /** Where it stands in the answer, its parts with dots between them: `account.name`. */
  from: string
  /** Name of the field. */
  field: string
}

/** What is answered in a ticket that a plan asks for: a question of its form, by a fact of the ticket that has the plan. */
export interface PassedOn {
  question: string
  fact: string
}

/** As deep as an answer is looked into. */
export const MOST_PARTS = 8
/** As many fields as an answer gives, and answers as are passed on. */
export const MOST_PASSED = 40

/** What another system answered. */
export interface CallAnswer {
  /** An object of JSON; missing where it is something else. */
  data?: Readonly<Record<string, unknown>>
  /** What it called it, such as `text/html`. */
  type: string
}

/** A place in an answer that can be looked for. */
export const isPath = (path: string): boolean =>
  /^[\w-]+(\.[\w-]+)*$/.test(path) && path.split('.').length <= MOST_PARTS

/**
 * What stands at a place in an answer.
 * @returns undefined where nothing does, or more than one value
 * @example at({ account: { name: 'k.rasp' } }, 'account.name') // 'k.rasp'
 */
export function partOf(answer: unknown, path: string): string | number | boolean | undefined {
  let found: unknown = answer
  for (const part of path.split('.')) {
    if (typeof found !== 'object' || found === null || !Object.hasOwn(found, part)) return undefined
    found = (found as Record<string, unknown>)[part]
  }
  return typeof found === 'string' || typeof found === 'number' || typeof found === 'boolean'
    ? found
    : undefined
}

/** A ticket asks for another, that one for a third: no further than this. */
export const MOST_DEEP = 5
