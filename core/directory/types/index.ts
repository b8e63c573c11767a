import type { Field, FieldOf, FieldTypeName, Value } from '../field'
import type { World } from '../world'
import { choice } from './choice'
import { day } from './day'
import { extra } from './extra'
import { graded } from './graded'
import { language } from './language'
import { mail } from './mail'
import { money } from './money'
import { names } from './names'
import { number } from './number'
import { ofDesign } from './ofDesign'
import { one } from './one'
import { rights } from './rights'
import { several } from './several'
import { telephone } from './telephone'
import { text } from './text'
import { isEmpty, type FieldType, type Kept, type Shape } from './type'
import { ways } from './ways'
import { week } from './week'
import { zone } from './zone'

export { isEmpty, type Kept, type Shape } from './type'

const FIELD_TYPES: { [T in FieldTypeName]: FieldType<T> } = {
  ...{ choice, day, extra, graded, language, mail, money, names, number, ofDesign, one, rights },
  ...{ several, telephone, text, ways, week, zone },
}

/** The type of a field; that a field goes with its own type is what the table of them says. */
const typeOf = <T extends FieldTypeName>(field: FieldOf<T>) => FIELD_TYPES[field.type] as FieldType<T>

/** What programs may send for a field. */
export const shapeOf = (field: Field): Shape => typeOf(field).shape(field)

/** What stands for nothing in a field. */
export const emptyOf = (field: Field): Value => typeOf(field).empty

/** What becomes of a value that was sent or typed into a field; nothing is left empty where something is needed. */
export function keptIn(field: Field, given: Value | undefined, world: World): Kept {
  const kept: Kept = isEmpty(given) ? { value: emptyOf(field) } : typeOf(field).keep(given, field, world)
  return 'value' in kept && isEmpty(kept.value) && field.needed ? { problem: field.needed } : kept
}

/** A value as a field of a file. */
export const textOf = (field: Field, value: Value, world: World): string =>
  isEmpty(value) ? '' : typeOf(field).toText(value, field, world)

/** What a field of a file says, to be kept with `keptIn`. */
export const valueOf = (field: Field, text: string): Value =>
  text.trim() === '' ? emptyOf(field) : typeOf(field).fromText(text, field)
