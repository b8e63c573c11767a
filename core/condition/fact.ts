import type { WorkingDays } from '../time'

/** A value that a fact may have. Instants are epoch milliseconds; a path is written `gates/scanners`. */
export type FactValue = string | number | boolean | readonly string[] | readonly number[] | null

/** Under this the facts of a ticket carry the calendars of its edition; it is no fact itself and never asked by name. */
export const CALENDARS = Symbol('calendars')

/** Which days are working days, by the id of a calendar. */
export interface Calendars {
  /** Undefined where there is no such calendar. */
  workingDays(calendar: string): WorkingDays | undefined
}

/** What is known about a ticket when a rule is asked, by name: `category`, `site`, `form.gates`, … */
export type Facts = Readonly<Record<string, FactValue | undefined>> & {
  readonly [CALENDARS]?: Calendars | undefined
}

/**
 * What values of a fact are, for what is offered on the screen: `path` is a place in a tree, `moment` an instant that the
 * desk notes itself, `date` a day or moment that somebody writes, `length` a length of time (`length.ts`).
 */
export type FactKind = 'yesNo' | 'number' | 'length' | 'date' | 'moment' | 'path' | 'choice' | 'text'

/**
 * The value of a fact, and nothing of what every object has: a fact may be called `constructor`. Facts may be read from
 * what they are about only when they are asked for, so they need not be the object's own.
 */
export function valueOf(facts: Facts, name: string): FactValue | undefined {
  const value = facts[name]
  const isNone =
    typeof value === 'function' || (typeof value === 'object' && value !== null && !Array.isArray(value))
  return isNone ? undefined : value
}

/** Facts of our own with all that others know, to which more can be added. */
export const copyOf = (facts: Facts): Record<string, FactValue | undefined> & Facts =>
  Object.assign<Facts, Facts>(Object.create(Object.getPrototypeOf(facts)), facts)

/** Whether a fact is not known: no value, an empty text or an empty list. */
export const isEmpty = (actual: FactValue | undefined): boolean =>
  actual === undefined || actual === null || actual === '' || (Array.isArray(actual) && !actual.length)

export const isText = (value: unknown): value is string => typeof value === 'string'

/** Whether a value is several. */
export const isList = (value: unknown): value is readonly (string | number)[] => Array.isArray(value)

/** Several values as one: a list holds texts, or numbers. */
export const listValue = (values: readonly (FactValue | undefined)[]): FactValue =>
  values as readonly string[]

/** Several values of a test, or the one that it has, as a list. */
export const listOf = (value: FactValue | undefined): FactValue[] =>
  isList(value) ? [...value] : value === undefined ? [] : [value]
