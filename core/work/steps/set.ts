import { keptValue, type FieldValue } from '../../fields'
import { canonicalJson } from '../../json'
import type { Looker, StepTerms } from '../step'

/** A field of the ticket; without a value it asks for one, and null empties it. */
export interface SetStep {
  do: 'set'
  field: string
  value?: FieldValue | null
}

const wanted = ({ asked }: Looker, { field, value }: SetStep) =>
  value === undefined ? asked?.[field] : value

/** Sets a field of the ticket's kind. */
export const set: StepTerms<SetStep> = {
  name: 'set a field',
  field: { field: 'setField' },
  fresh: ({ field }) => ({ do: 'set', field }),
  asks: (at, { field, value }) =>
    value === undefined && at.hasField(field) ? [{ ...at.question(field), required: true }] : [],
  outlook: (at, step) => {
    const { field } = step
    if (!at.hasField(field)) return { wont: { is: 'noField', field, kind: at.kind } }
    const value = wanted(at, step)
    if (value === undefined) return { will: { is: 'stepSet', field } }
    const isSo = canonicalJson(keptValue(value)) === canonicalJson(at.valueOf(field))
    return isSo ? undefined : { will: { is: 'stepSet', field, value: keptValue(value) } }
  },
  deed: (at, step) => {
    const value = wanted(at, step)
    if (value !== undefined && at.hasField(step.field)) at.set(step.field, value)
  },
  check: (reader, place, { field, value }) => reader.sets(place, field, value),
}
