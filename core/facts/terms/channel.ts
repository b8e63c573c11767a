import type { FactTerms } from '../fact'

/** How it came in: by a portal, by mail, from a monitor and so on. */
export const channel: FactTerms = {
  name: 'channel',
  kind: 'choice',
  known: 'arrival',
  values: 'channel',
  of: (ticket) => ticket.channel,
  column: { holds: 'text', at: 'ticket.channel' },
}
