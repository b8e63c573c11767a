import type { Field } from '../field'
import type { Kind } from './kind'
import { remarks } from './remarks'

/** A word that is chosen elsewhere, with nothing else to it. */
export const wordList = (
  words: Pick<Kind, 'name' | 'plural' | 'title' | 'says'>,
  more: Readonly<Record<string, Field>> = {},
): Kind => ({
  ...words,
  fields: {
    name: { type: 'text', label: 'Name', max: 80, needed: `say what the ${words.name} is called` },
    ...more,
    remarks,
  },
  unique: ['name'],
  known: [['name']],
  columns: ['remarks'],
})
