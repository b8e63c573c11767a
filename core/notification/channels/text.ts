import type { ChannelTerms } from '../channel'
import { beginningOf } from '../beginning'

/** Text messages to a telephone. */
export const text = {
  name: 'text message',
  goes: 'gateway',
  isWay: true,
  address: 'number of your telephone',
  first: -30,
  text: beginningOf,
  standIn: {
    title: 'Text messages',
    words: 'Text messages go to this gateway, which reports what became of them.',
  },
} satisfies ChannelTerms
