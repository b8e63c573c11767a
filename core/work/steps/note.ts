import type { StepTerms } from '../step'

export interface NoteStep {
  do: 'note'
  text: string
}

/** Writes something down for the desk. */
export const note: StepTerms<NoteStep> = {
  name: 'note for the desk',
  field: { field: 'text' },
  fresh: () => ({ do: 'note', text: '' }),
  outlook: () => ({ will: { is: 'stepNote' } }),
  deed: (at, { text }) => at.note(text),
  check: (reader, place, { text }) => reader.says(place, text),
}
