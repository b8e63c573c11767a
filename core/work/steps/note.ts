import type { StepTerms } from '../step'

export interface WriteNote {
  do: 'note'
  text: string
}

/** Writes something down for the desk. */
export const note: StepTerms<WriteNote> = {
  name: 'note for the desk',
  field: { field: 'text' },
  fresh: () => ({ do: 'note', text: '' }),
  outlook: () => ({ will: { is: 'stepNote' } }),
  deed: (at, { text }) => at.note(text),
  check: (reader, place, { text }) => reader.says(place, text),
}
