import type { FieldProblem } from '../../ticket'
import type { Field, Values } from '../field'
import type { World } from '../world'

/** What a kind looks at beyond single fields. */
export interface Checked {
  /** Undefined of what is only being made. */
  id: string | undefined
  values: Values
  world: World
}

/** Everything there is to say about a kind of thing in the directory; a file for each. */
export interface Kind {
  /** In the middle of a sentence: `organisation`. */
  name: string
  /** Before its name, where that is not `a`. */
  article?: 'an'
  plural: string
  /** Over a list of them. */
  title: string
  /** What they are for, said where there is none yet. */
  says: string
  fields: Readonly<Record<string, Field>>
  /** Fields of which no two things have the same. */
  unique: readonly string[]
  /** Fields that together say which thing a line of a file means that gives no id; tried in order. */
  known: readonly (readonly string[])[]
  /** What a list shows of them beside their name. */
  columns: readonly string[]
  /** They have numbers, given out in order, in place of ids that are made of names. */
  numbered?: true
  /** What follows from what is said, where it is not said itself. */
  fills?: (values: Values, world: World) => Values
  check?: (checked: Checked) => FieldProblem[]
}
