import type { ActionTerms } from '../action'

export interface SetOffAction {
  do: 'setOff'
  ladder: string
}

/** Lets another ladder begin, if it is for such tickets. */
export const setOff: ActionTerms<SetOffAction> = {
  name: 'set off another ladder',
  field: { field: 'choice', of: 'ladder', key: 'ladder', label: 'which ladder' },
  fresh: ({ ladder }) => ({ do: 'setOff', ladder }),
  said: ({ ladder }, words) => `set off “${words.ladder(ladder)}”`,
  check: (reader, place, { ladder }) => reader.refers(place, 'ladder', ladder),
  setsOff: ({ ladder }) => ladder,
  deed: (hands, { ladder }) => hands.setOff(ladder),
}
