import type { ActionTerms } from '../action'

export interface NoteAction {
  do: 'note'
  text: string
}

/** Writes something down for the desk. */
export const note: ActionTerms<NoteAction> = {
  name: 'write a note',
  field: { field: 'text' },
  fresh: () => ({ do: 'note', text: '' }),
  said: ({ text }) => `note: ${text}`,
  check: (reader, place, { text }) => {
    if (!text.trim()) reader.error(place, 'textEmpty', 'writes an empty note')
  },
  deed: (hands, { text }) => ({ run: () => hands.note(text) }),
}
