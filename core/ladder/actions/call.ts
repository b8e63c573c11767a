import type { ActionTerms } from '../action'

export interface CallAction {
  do: 'call'
  webhook: string
}

/** Calls another system: one of the design's webhooks. */
export const call: ActionTerms<CallAction> = {
  name: 'call another system',
  field: { field: 'choice', of: 'webhook', key: 'webhook', label: 'which system' },
  fresh: ({ webhook }) => ({ do: 'call', webhook }),
  said: ({ webhook }, words) => `call ${words.webhook(webhook)}`,
  check: (reader, place, { webhook }) => reader.refers(place, 'webhook', webhook),
  effects: () => [{ why: 'a message that cannot be delivered', event: 'deliveryFailed' }],
  deed: (hands, { webhook }) => ({ run: () => hands.call(webhook) }),
}
