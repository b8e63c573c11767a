import type { SkillGrade } from '../design'
import type { Right } from '../rights'
import type { ListName } from './list'

/** A value as a screen, a file and the trail have it; empty is `null`, or a list or record with nothing in it. */
export type Value =
  string | number | boolean | null | readonly string[] | Readonly<Record<string, string | number>>
export type Values = Readonly<Record<string, Value>>

/** How well somebody knows something, from the least on. */
export const SKILL_GRADES = ['learning', 'sure', 'expert'] as const satisfies readonly SkillGrade[]

/** What there is to say about a field of each type, besides what every field has. */
interface Particulars {
  text: {
    max?: number
    lines?: boolean
    /** What is known of the organisation that the thing belongs to is offered. */
    offers?: 'departments'
  }
  mail: object
  telephone: object
  zone: object
  language: object
  number: { min: number; max: number; unit?: string }
  money: object
  day: object
  choice: { options: readonly { value: string; label: string }[] }
  one: { of: ListName; extends?: boolean }
  several: { of: ListName; extends?: boolean }
  names: object
  rights: object
  extra: { of: ListName; by: string }
  graded: { of: ListName; extends?: boolean }
  ways: { of: ListName }
  week: object
  ofDesign: { what: 'calendars' | 'priorities' }
}

export type FieldTypeName = keyof Particulars

interface Described {
  /** On the screen, and in what is said of it. */
  label: string
  /** What is good to know before it is filled in. */
  help?: string
  /** What to do where it is left empty though it may not be. */
  needed?: string
  /** The right without which nobody says it; of something new, anybody may say what is `free`. */
  guarded?: Right
  free?: string
  /** Who lets nobody work at the desk does not change it of those who do: they come in by it. */
  opens?: boolean
}

export type FieldOf<T extends FieldTypeName> = Described & { type: T } & Particulars[T]

/** One thing that is said of an organisation, a person, a machine … */
export type Field = { [T in FieldTypeName]: FieldOf<T> }[FieldTypeName]
