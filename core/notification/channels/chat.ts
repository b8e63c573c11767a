import type { ChannelTerms } from '../channel'

/** A room in which people write to each other. */
export const chat = {
  name: 'chat room',
  goes: 'gateway',
  isWay: true,
  address: 'your name in the chat room',
  text: (subject, body) => `${subject}\n${body}`,
  arrivesAtOnce: true,
  standIn: {
    title: 'Chat room',
    words: 'What the desk says in the chat room arrives here and goes no further.',
  },
} satisfies ChannelTerms
