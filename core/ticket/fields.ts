import {
  isBlank,
  keptValue,
  mayChange,
  misfit,
  sees,
  type FieldChange,
  type FieldFault,
  type FieldValue,
  type FieldValues,
  type TicketField,
} from '../fields'
import { fitsPattern } from '../intake'
import { canonicalJson } from '../json'
import type { Because } from '../reason'
import type { Change } from './change'
import { Refused, type Command } from './command'
import type { Actor } from './entry'

type Given = Readonly<Record<string, FieldValue | null>>

const isSame = (one: FieldValue | null, other: FieldValue | null) =>
  canonicalJson(one) === canonicalJson(other)

/** What of a ticket the values of fields are held against. */
export const against = ({ design, directory }: Pick<Change, 'design' | 'directory'>) => ({
  nameOf: design.nameOf(directory),
  fits: fitsPattern,
})

/** What values are to be kept, each with what it was: all that are given, changed or not. */
export function fieldChanges(
  { state, design }: Pick<Change, 'state' | 'design'>,
  given: Given,
): FieldChange[] {
  return Object.entries(given).flatMap(([field, value]) => {
    const before = state.fields?.[field] ?? null
    const after = keptValue(value)
    if (before === null && after === null) return []
    return [{ field, name: design.fields.get(field)?.label ?? field, before, after }]
  })
}

/** What a change of fields leaves on the ticket. */
export function fieldsAfter(before: FieldValues = {}, changes: readonly FieldChange[]): FieldValues {
  const changed = new Map(changes.map((one) => [one.field, one.after]))
  const kept = Object.entries(before).filter(([name]) => !changed.has(name))
  const set = [...changed].filter((one): one is [string, FieldValue] => one[1] !== null)
  return Object.fromEntries([...kept, ...set])
}

/**
 * Sets fields of a ticket; what is so already is no change.
 * @returns what they were before, for taking it back
 */
export function enterFields(
  change: Change,
  given: Given,
  because?: Because,
  actor?: Actor,
): Record<string, FieldValue | null> {
  const changes = fieldChanges(change, given).filter(({ before, after }) => !isSame(before, after))
  if (changes.length) change.enter({ kind: 'fieldsSet', changes, ...(because && { because }) }, actor)
  return Object.fromEntries(changes.map(({ field, before }) => [field, before]))
}

/**
 * A person sets fields of a ticket by hand.
 * @throws Refused when its kind lacks one, a value misfits, it is not theirs to change, or somebody was quicker
 */
export function setFields(
  change: Change,
  { values, from = {} }: Extract<Command, { kind: 'setFields' }>,
): void {
  const { state, design } = change
  const own = new Map(design.fieldsOf(state.kind).map((one) => [one.name, one]))
  const problems = Object.entries(values).flatMap(([name, value]) =>
    faultOf(change, own.get(name), name, value),
  )
  if (problems.some((one) => one.isForbidden))
    throw new Refused('forbidden', 'These fields are changed by others.', plain(problems))
  if (problems.length) throw new Refused('invalid', 'Some fields need another look.', plain(problems))
  const meanwhile = Object.entries(from).filter(
    ([name, seen]) => name in values && !isSame(keptValue(seen), state.fields?.[name] ?? null),
  )
  if (meanwhile.length)
    throw new Refused(
      'conflict',
      'Somebody was quicker: this was changed meanwhile. Nothing was overwritten; look at it again.',
      meanwhile.map(([field]) => ({ field, message: 'it is another value now' })),
    )
  enterFields(change, values)
}

const plain = (faults: Fault[]): FieldFault[] => faults.map(({ field, message }) => ({ field, message }))

type Fault = FieldFault & { isForbidden?: boolean }

function faultOf(
  change: Change,
  field: TicketField | undefined,
  name: string,
  value: FieldValue | null,
): Fault[] {
  const { design, state, directory, by } = change
  const person = by === null ? undefined : directory.people.get(by)
  const isHidden = field && person && !sees(field, person)
  if (!field || isHidden)
    return [{ field: name, message: `“${design.kind(state.kind).name}” has no such field` }]
  if (person && !mayChange(field, person))
    return [{ field: name, message: `“${field.label}” is changed by others`, isForbidden: true }]
  const wrong = misfit(field, value, against(change))
  return wrong === undefined ? [] : [{ field: name, message: wrong }]
}

/** A field that takes an answer, as far as the answer fits; an older form may have asked for another type. */
const answeredFor = (
  change: Change,
  field: TicketField,
  question: string | undefined,
  answers: Readonly<Record<string, FieldValue>>,
): FieldValue | undefined => {
  const answer = question === undefined ? undefined : answers[question]
  return !isBlank(answer) && misfit(field, answer, against(change)) === undefined ? answer : undefined
}

/**
 * Fields take what was answered later on, where they have no value yet or still that of the answer before.
 * @param before the answers as they were
 */
export function fieldsAnswered(change: Change, before: Readonly<Record<string, FieldValue>>): void {
  const { state, design } = change
  const values: Record<string, FieldValue> = {}
  for (const { field: name, question } of design.kind(state.kind).fields) {
    const field = design.fields.get(name)
    if (!field || question === undefined || isSame(state.answers[question] ?? null, before[question] ?? null))
      continue
    const has = state.fields?.[name] ?? null
    const answer = answeredFor(change, field, question, state.answers)
    if (answer !== undefined && (has === null || isSame(has, keptValue(before[question] ?? null))))
      values[name] = answer
  }
  enterFields(change, values, change.because({ is: 'fieldAnswered' }), { system: 'fields' })
}

/** The fields that a new ticket begins with: what was answered for them, else what they are filled in with beforehand. */
export function firstFields(change: Change): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const answered: Record<string, FieldValue> = {}
  const filled: Record<string, FieldValue> = {}
  for (const { field: name, question } of kind.fields) {
    const field = design.fields.get(name)
    if (!field || state.fields?.[name] !== undefined) continue
    const answer = answeredFor(change, field, question, state.answers)
    if (answer !== undefined) answered[name] = answer
    else if (!isBlank(field.default)) filled[name] = field.default!
  }
  enterFields(change, answered, change.because({ is: 'fieldAnswered' }), { system: 'fields' })
  enterFields(change, filled, change.because({ is: 'fieldDefault' }), { system: 'fields' })
}
