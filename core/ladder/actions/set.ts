import type { FactValue } from '../../condition'
import { fieldFact, type FieldValue } from '../../fields'
import type { ActionTerms } from '../action'

/** A field of the ticket; null empties it. */
export interface SetAction {
  do: 'set'
  field: string
  value: FieldValue | null
}

/** Sets a field of the ticket's kind. */
export const set: ActionTerms<SetAction> = {
  name: 'set a field',
  field: { field: 'setField' },
  fresh: ({ field }) => ({ do: 'set', field, value: null }),
  said: ({ field, value }, words) =>
    value === null
      ? `empty “${words.field(field)}”`
      : `set “${words.field(field)}” to ${words.fieldValue(field, value)}`,
  check: (reader, place, { field, value }) => reader.sets(place, field, value),
  effects: ({ field, value }) => [{ why: 'sets a field', facts: { [fieldFact(field)]: value as FactValue } }],
  deed: (hands, { field, value }) => hands.set(field, value),
}
