import { canonicalJson } from '../json'
import { textsIn } from '../lookup'
import { aboutRight, isRight, REQUESTER, rightsOf, type Right } from '../rights'
import type { FieldProblem } from '../ticket'
import type { Field, Value, Values } from './field'
import { KINDS } from './kinds'
import type { ListName } from './list'
import { emptyOf, keptIn } from './types'
import type { Thing, World } from './world'

/** What one field became. */
export interface FieldChanged {
  before: Value
  after: Value
}

/** A thing as it will be, and what is different then; or why it cannot be so. */
export interface Outcome {
  values: Values
  changed: Readonly<Record<string, FieldChanged>>
  problems: FieldProblem[]
}

export interface Given {
  list: ListName
  /** What is there; undefined where something is made. */
  before: Thing | undefined
  /** What is said of it; of what is there already, only what shall be otherwise. */
  given: Readonly<Record<string, Value | undefined>>
  /** Of whoever says so. */
  rights: ReadonlySet<Right>
  world: World
  /** The id that something new is going to have, where that is known. */
  id?: string
}

/**
 * What becomes of a thing when somebody says something of it. References may be given by name. Nothing is decided by
 * what this refuses: all problems are told at once, each with its field and what to do.
 * @example outcomeOf({ list: 'teams', before: undefined, given: { name: 'Networks' }, rights, world })
 */
export function outcomeOf(asked: Given): Outcome {
  const { list, before, given, world, id = before?.id } = asked
  const kind = KINDS[list]
  const { values, problems: unfit } = saidValues(asked, kind.fields)
  const filled = kind.fills?.(values, world) ?? values
  const changed = changesOf(kind.fields, before?.values, filled)
  const problems = [
    ...unknownFields(given, kind.fields),
    ...unfit,
    ...Object.entries(changed).flatMap(([name, { after }]) => refusedIn(name, after, asked)),
  ]
  problems.push(...missingIn(kind.fields, filled, before, changed, problems))
  if (!problems.length) {
    problems.push(...takenIn(list, id, changed, world))
    problems.push(...(kind.check?.({ id, values: filled, world }) ?? []))
  }
  return { values: filled, changed, problems }
}

/** The values as they will be kept, with what cannot be. */
function saidValues({ before, given, world }: Given, fields: Readonly<Record<string, Field>>) {
  const problems: FieldProblem[] = []
  const values: Record<string, Value> = {}
  for (const [name, field] of Object.entries(fields)) {
    const was = before?.values[name] ?? emptyOf(field)
    const isSaid = given[name] !== undefined || !before
    const kept = isSaid ? keptIn({ ...field, needed: undefined }, given[name], world) : { value: was }
    if ('problem' in kept) problems.push({ field: name, message: kept.problem })
    values[name] = 'value' in kept ? kept.value : was
  }
  return { values, problems }
}

/** Why a field may not become this: others say so, it would give rights that one has not, it names what is put away. */
function refusedIn(name: string, after: Value, { list, before, rights, world }: Given): FieldProblem[] {
  const field = KINDS[list].fields[name]
  if (!field) return []
  const opensDesk = field.opens === true && before !== undefined && before.values.role !== REQUESTER
  const isSaidByOthers = before === undefined && after === field.free
  const asked = field.guarded ?? (opensDesk ? 'changePeople' : undefined)
  const isGuarded = asked !== undefined && !rights.has(asked) && !isSaidByOthers
  return [
    ...(isGuarded ? [{ field: name, message: 'your role does not say this; ask an administrator' }] : []),
    ...(isGuarded ? [] : beyond(name, field, before?.values[name], after, rights, world)),
    ...putAwayIn(name, field, before?.values[name], after, world),
  ]
}

/** Nobody gives rights which they have not themselves: to a role, or to somebody with a role. */
function beyond(
  name: string,
  field: Field,
  before: Value | undefined,
  after: Value,
  rights: ReadonlySet<Right>,
  world: World,
): FieldProblem[] {
  const given = (value: Value | undefined): readonly string[] => {
    if (field.type === 'rights') return textsIn(value)
    const isRole = field.type === 'one' && field.of === 'roles' && typeof value === 'string'
    return isRole ? [...rightsOf(roleAs(world.thing('roles', value)))] : []
  }
  const had = given(before)
  const [first] = given(after).filter((one) => !had.includes(one) && !(isRight(one) && rights.has(one)))
  if (first === undefined) return []
  const label = isRight(first) ? aboutRight(first).label : first
  return [
    { field: name, message: `this would give “${label}”, which your own role has not; ask an administrator` },
  ]
}

const roleAs = (thing: Thing | undefined) => thing && { id: thing.id, rights: textsIn(thing.values.rights) }

const unknownFields = (given: object, fields: Readonly<Record<string, Field>>): FieldProblem[] =>
  Object.keys(given)
    .filter((name) => !Object.hasOwn(fields, name))
    .map((name) => ({
      field: name,
      message: `is not known here; known are ${Object.keys(fields).join(', ')}`,
    }))

/** What is different, field by field, in the order of the fields. */
export function changesOf(
  fields: Readonly<Record<string, Field>>,
  before: Values | undefined,
  after: Values,
): Record<string, FieldChanged> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([name, field]) => {
      const [was, is] = [before?.[name] ?? emptyOf(field), after[name] ?? emptyOf(field)]
      return canonicalJson(was) === canonicalJson(is) ? [] : [[name, { before: was, after: is }]]
    }),
  )
}

/** What is needed and left empty: of something new all of it, of what is there only what was emptied just now. */
function missingIn(
  fields: Readonly<Record<string, Field>>,
  values: Values,
  before: Thing | undefined,
  changed: object,
  found: readonly FieldProblem[],
): FieldProblem[] {
  return Object.entries(fields).flatMap(([name, field]) => {
    if (!field.needed || found.some((one) => one.field === name)) return []
    if (before && !Object.hasOwn(changed, name)) return []
    const empty = canonicalJson(values[name] ?? null) === canonicalJson(emptyOf(field))
    return empty ? [{ field: name, message: field.needed }] : []
  })
}

/** The things that a value of a field names. */
export function namedBy(field: Field, value: Value | undefined): string[] {
  if (!('of' in field) || field.type === 'extra' || value === null || value === undefined) return []
  if (typeof value === 'object') return Array.isArray(value) ? (value as string[]) : Object.keys(value)
  return [String(value)]
}

/** What is put away is named by nothing new; where it is named already it stays. */
function putAwayIn(
  name: string,
  field: Field,
  before: Value | undefined,
  after: Value,
  world: World,
): FieldProblem[] {
  if (!('of' in field) || field.type === 'extra') return []
  const was = new Set(namedBy(field, before))
  const gone = namedBy(field, after).find((id) => !was.has(id) && !world.isActive(field.of, id))
  return gone === undefined
    ? []
    : [
        {
          field: name,
          message: `${world.nameOf(field.of, gone)} is put away; choose another, or take it back`,
        },
      ]
}

/** What two things may not share. */
function takenIn(list: ListName, id: string | undefined, changed: Outcome['changed'], world: World) {
  const { unique, name } = KINDS[list]
  return unique.flatMap((field): FieldProblem[] => {
    const value = changed[field]?.after
    if (typeof value !== 'string' || value === '') return []
    const isFree = (one: string) => one === id || (field === 'name' && world.standing(list, one) !== one)
    const other = world.having(list, field, value).find((one) => !isFree(one))
    if (other === undefined) return []
    const who = field === 'name' ? '' : `, ${world.nameOf(list, other)}`
    return [
      { field, message: `another ${name} has this already${who}; give a different one, or change that one` },
    ]
  })
}
