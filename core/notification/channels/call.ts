import type { ChannelTerms } from '../channel'

/** Another system, called by Standard Webhooks; nobody is told by it. */
export const call = {
  name: 'another system',
  goes: 'call',
  arrivesAtOnce: true,
  standIn: {
    title: 'Another system',
    words:
      'What ladders and plans call: signed by Standard Webhooks, as any other system would get it. One of them makes accounts, and answers with what it has made.',
  },
} satisfies ChannelTerms
