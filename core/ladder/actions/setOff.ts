import type { ActionTerms } from '../action'

export interface SetOff {
  do: 'setOff'
  ladder: string
}

/** Lets another ladder begin, if it is for such tickets. */
export const setOff: ActionTerms<SetOff> = {
  name: 'set off another ladder',
  field: { field: 'choice', of: 'ladder', key: 'ladder', label: 'which ladder' },
  fresh: ({ ladder }) => ({ do: 'setOff', ladder }),
  said: ({ ladder }, words) => `set off “${words.ladder(ladder)}”`,
  check: (reader, place, { ladder }) => reader.refers(place, 'ladder', ladder),
  setsOff: ({ ladder }) => ladder,
  deed: (hands, { ladder }) => hands.setOff(ladder),
}
