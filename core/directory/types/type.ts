import type { FieldOf, FieldTypeName, Value } from '../field'
import type { World } from '../world'

/** A value as it is kept, or what is wrong with it and what to do. */
export type Kept = { value: Value } | { problem: string }

/** What a value is made of, for programs that send one. */
export type Shape =
  | { is: 'text'; max: number }
  | { is: 'number'; whole: boolean; min: number; max: number }
  | { is: 'texts'; most: number; max: number }
  | { is: 'record'; of: 'text' | 'number' }

/** Everything there is to say about a type of field. */
export interface FieldType<T extends FieldTypeName> {
  shape(field: FieldOf<T>): Shape
  /** What stands for nothing. */
  empty: Value
  /** What becomes of a value that was sent or typed: names are taken for the ids of what is called so. */
  keep(value: Exclude<Value, null>, field: FieldOf<T>, world: World): Kept
  /** In a line of a file, as `fromText` reads it back. */
  toText(value: Exclude<Value, null>, field: FieldOf<T>, world: World): string
  fromText(text: string, field: FieldOf<T>): Value
}

export const isEmpty = (value: Value | undefined): value is null | undefined =>
  value === null ||
  value === undefined ||
  value === '' ||
  (typeof value === 'object' && (Array.isArray(value) ? value.length : Object.keys(value).length) === 0)
