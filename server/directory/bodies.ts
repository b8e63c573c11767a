import {
  ArrayMaxSize,
  IsArray,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import type { ClassConstructor } from 'class-transformer'
import {
  KINDS,
  LIST_NAMES,
  shapeOf,
  type Field,
  type ListName,
  type Shape,
  type Value,
} from '../../core/directory'

/** What may be said of a thing: its fields, and of one that is there the version that was on the screen. */
export type ThingBody = { version?: number } & Record<string, Value | undefined>

function bodyClass(list: ListName): ClassConstructor<ThingBody> {
  const made = class {
    version?: number
  }
  const words = KINDS[list].name.split(/\W+/).map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
  Object.defineProperty(made, 'name', { value: `${words.join('')}Body` })
  for (const [name, field] of Object.entries(KINDS[list].fields))
    for (const decorate of decoratorsOf(field)) decorate(made.prototype as object, name)
  for (const decorate of [IsOptional(), IsInt(), Min(1)]) decorate(made.prototype as object, 'version')
  return made as ClassConstructor<ThingBody>
}

const decoratorsOf = (field: Field): PropertyDecorator[] => [
  IsOptional(),
  ...CHECKS[shapeOf(field).is](shapeOf(field) as never),
]

const CHECKS: { [S in Shape['is']]: (shape: Extract<Shape, { is: S }>) => PropertyDecorator[] } = {
  text: ({ max }) => [IsString(), MaxLength(max)],
  number: ({ whole, min, max }) => [
    whole
      ? IsInt({ message: 'write a whole number' })
      : IsNumber({ maxDecimalPlaces: 2 }, { message: 'give an amount like 1200.50' }),
    Min(min),
    Max(max),
  ],
  texts: ({ most, max }) => [
    IsArray(),
    ArrayMaxSize(most),
    IsString({ each: true }),
    MaxLength(max, { each: true }),
  ],
  record: () => [IsObject()],
}

/** A body of each list is made of its fields, so that none of them is said twice. */
const BODIES = new Map<ListName, ClassConstructor<ThingBody>>(
  LIST_NAMES.map((list) => [list, bodyClass(list)]),
)

/** The class by which what is said of a thing of a list is checked. */
export const bodyOfList = (list: ListName): ClassConstructor<ThingBody> => BODIES.get(list)!
