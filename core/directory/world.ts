import type { ListName } from './list'
import type { Values } from './field'

/** A thing of the directory, with what is said of it. */
export interface Thing {
  id: string
  /** What is put away stays with the tickets that name it, and is chosen no more. */
  active: boolean
  values: Values
  /** The thing that this one is part of now. */
  mergedInto?: string
}

/** What a value may refer to: the directory as it is, and what of the design is chosen from. */
export interface World {
  /** The zone of the desk, in which days are meant. */
  readonly zone: string
  readonly calendars: readonly { value: string; label: string }[]
  readonly priorities: readonly { value: string; label: string }[]
  has(list: ListName, id: string): boolean
  isActive(list: ListName, id: string): boolean
  thing(list: ListName, id: string): Thing | undefined
  /** The id of a thing, or of the one that it was merged into. */
  standing(list: ListName, id: string): string
  /** What a thing is called; its id where it is gone. */
  nameOf(list: ListName, id: string): string
  /** The ids of what has a name, written large or small, but for what was merged. */
  named(list: ListName, name: string): readonly string[]
  /** The ids of what has this text in a field, written large or small. */
  having(list: ListName, field: string, text: string): readonly string[]
  each(list: ListName): Iterable<Thing>
}
