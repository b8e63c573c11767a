import { beginningOf } from '../beginning'
import type { ChannelTerms } from '../channel'

/** A pager: of all that waits it goes first. */
export const pager = {
  name: 'pager',
  goes: 'gateway',
  isWay: true,
  address: 'number of your pager',
  first: -40,
  text: beginningOf,
  standIn: {
    title: 'Pagers',
    words: 'Whoever is on call is paged here; a pager can say at once that its person has it.',
  },
} satisfies ChannelTerms
