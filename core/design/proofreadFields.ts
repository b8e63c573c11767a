import { messageOf } from '../error/messageOf'
import { FIELD_TYPES, isAmong, misfit, MOST_FIELDS, type FieldValue, type TicketField } from '../fields'
import { fitsPattern, patternOf } from '../intake'
import { takeOut } from './mends'
import type { Reader } from './reader'

/** The library of fields: what each holds, and who sees and changes it. */
export function fields(reader: Reader): void {
  const { design } = reader
  if (design.fields.length > MOST_FIELDS)
    reader.error('kinds', 'tooManyFields', `there are ${design.fields.length} fields; ${MOST_FIELDS} at most`)
  const used = new Set(design.kinds.flatMap((kind) => kind.fields.map((one) => one.field)))
  for (const field of design.fields) {
    const place = `fields/${field.name}`
    fieldOf(reader, place, field)
    if (!used.has(field.name))
      reader.remark(place, 'fieldUnused', `no ticket kind has “${field.label}”`, takeOut('fields', field))
  }
}

function fieldOf(reader: Reader, place: string, field: TicketField): void {
  const { name, label, sees, changes } = field
  if (!/^[A-Za-z0-9]([\w-]*[A-Za-z0-9])?$/.test(name))
    reader.error(place, 'fieldNameMalformed', `“${name}” is no name of a field: letters, digits and hyphens`)
  if (!label.trim()) reader.error(place, 'fieldWithoutName', 'a field has no name')
  for (const team of [sees, changes].flatMap((one) => one?.teams ?? [])) reader.refers(place, 'team', team)
  for (const role of [sees, changes].flatMap((one) => one?.roles ?? [])) reader.refers(place, 'role', role)
  for (const role of changes?.roles ?? [])
    if (!isAmong(sees, { role, teams: [] }) && !sees?.teams?.length)
      reader.error(place, 'fieldUnseen', `“${label}” is changed by those who do not see it`)
  holds(reader, place, field)
}

/** What a field can hold: options, bounds, a pattern, and what it is filled in with beforehand. */
function holds(reader: Reader, place: string, field: TicketField): void {
  const { label, type, options, min, max, pattern } = field
  if (FIELD_TYPES[type].terms.includes('options') && !options?.length)
    reader.error(place, 'optionsMissing', `“${label}” has no options to choose from`)
  if (min !== undefined && max !== undefined && min > max)
    reader.error(place, 'rangeEmpty', `the least value of “${label}” is above its greatest`)
  const unusable = pattern && faultOfPattern(pattern.like)
  if (unusable) return reader.error(place, 'patternUnusable', `“${label}”: ${unusable}`)
  if (pattern && !pattern.message.trim())
    reader.error(place, 'patternUnexplained', `“${label}” does not say what is wrong with another value`)
  const wrong = misfit(field, field.default, { fits: fitsPattern })
  if (wrong !== undefined)
    reader.error(place, 'defaultRefused', `what “${label}” is filled in with beforehand: ${wrong}`)
}

function faultOfPattern(like: string): string | undefined {
  try {
    patternOf(like)
    return undefined
  } catch (error) {
    return messageOf(error)
  }
}

/** Something sets a field to a value: the field is there, some kind has it, and the value fits. */
export function setsField(reader: Reader, place: string, name: string, value: FieldValue): void {
  reader.refers(place, 'field', name)
  const field = reader.design.fields.find((one) => one.name === name)
  if (!field) return
  const wrong = misfit(field, value, { fits: fitsPattern })
  if (wrong !== undefined) reader.error(place, 'valueMisfit', `sets “${field.label}”: ${wrong}`)
  if (!reader.design.kinds.some((kind) => kind.fields.some((one) => one.field === name)))
    reader.error(place, 'fieldUnused', `sets “${field.label}”, which no ticket kind has`)
}
