import type { Right } from '~~/core/rights'

/** A place of the desk, and the right without which it is not there for somebody. */
export interface Place {
  to: string
  name: string
  may?: Right
  /** What is there, where the name does not say it. */
  note?: string
}

/** What is needed all day. */
export const PLACES: readonly Place[] = [
  { to: '/arrivals', name: 'Arrivals', may: 'acceptArrivals' },
  { to: '/desk', name: 'Desk', may: 'seeTickets' },
  { to: '/bench', name: 'Bench', may: 'seeTickets' },
  { to: '/dispatch', name: 'Dispatch', may: 'seeTickets' },
  { to: '/deadlines', name: 'Deadlines', may: 'seeTickets' },
  { to: '/design', name: 'Design' },
  { to: '/knowledge', name: 'Knowledge' },
]

/** What is needed now and then. */
export const OTHER_PLACES: readonly Place[] = [
  { to: '/day', name: 'My day', may: 'workTickets', note: 'your fixed times, also on the phone' },
  { to: '/plans', name: 'Plans under way', may: 'seeTickets', note: 'larger requests by stage' },
  { to: '/messages', name: 'Messages', may: 'seeMessages', note: 'everything that went or will go' },
  { to: '/directory/rota', name: 'Rota', note: 'who is on call' },
  {
    to: '/directory',
    name: 'People and places',
    may: 'seeDirectory',
    note: 'teams, sites, agreements, equipment',
  },
  {
    to: '/partners',
    name: 'Partner desks',
    may: 'pairPartners',
    note: 'desks that tickets are exchanged with',
  },
  {
    to: '/standins/mailbox',
    name: 'Stand-ins',
    may: 'seeMessages',
    note: 'mailbox, chat room, pagers, monitor',
  },
]

/** Places to which nothing leads from the spine. */
const BESIDE: readonly Place[] = [
  { to: '/log', name: 'Log for somebody', may: 'logTickets' },
  { to: '/standins', name: 'Stand-ins', may: 'seeMessages' },
]

const isAt = (path: string, to: string) => path === to || path.startsWith(`${to}/`)

/** The place that an address is in; the longest that fits. */
export const placeAt = (path: string): Place | undefined =>
  [...PLACES, ...OTHER_PLACES, ...BESIDE]
    .filter(({ to }) => isAt(path, to))
    .sort((a, b) => b.to.length - a.to.length)[0]
