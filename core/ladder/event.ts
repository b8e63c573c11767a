/** What a ladder can ring at once on. */
export const LADDER_EVENTS = [
  'created',
  'assigned',
  'priorityRaised',
  'reopened',
  'duePassed',
  'deliveryFailed',
  'signalRepeated',
  'majorIncident',
] as const
export type LadderEvent = (typeof LADDER_EVENTS)[number]
