/** What the page of a ticket is made of. */
export const TICKET_FACTS = [
  'priority',
  'category',
  'impactUrgency',
  'queueTeam',
  'technician',
  'requester',
  'equipment',
  'fields',
  'decided',
] as const
export const TICKET_SECTIONS = [
  'account',
  'asked',
  'tasks',
  'talk',
  'articles',
  'similar',
  'open',
  'time',
  'links',
  'messages',
  'history',
] as const
export type TicketPart = (typeof TICKET_FACTS)[number] | (typeof TICKET_SECTIONS)[number]

/** Which parts of a ticket somebody sees, in which order. */
export interface Layout {
  id: string
  name: string
  /** For this role; for all if left out. */
  role?: string
  /** For members of this team; for all if left out. */
  team?: string
  parts: TicketPart[]
}

/** Where no layout is for somebody. */
export const PLAIN_LAYOUT: readonly TicketPart[] = [...TICKET_FACTS, ...TICKET_SECTIONS]

/**
 * The parts that somebody sees: those of the first layout that is for them. What others write and what was asked can be
 * put elsewhere, but never be lost: the conversation is always there.
 */
export function layoutFor(
  layouts: readonly Layout[],
  person: { role: string; teams: readonly string[] },
): readonly TicketPart[] {
  const found = layouts.find(
    ({ role, team }) => (!role || role === person.role) && (!team || person.teams.includes(team)),
  )
  if (!found) return PLAIN_LAYOUT
  return found.parts.includes('talk') ? found.parts : [...found.parts, 'talk']
}
