import type { Directory } from '../design'
import type { Right } from './right'

/** Who it is, as far as tickets are concerned. */
export interface Seer {
  id: string
  teams: readonly string[]
}

/** The tickets that somebody sees: none are left out where a part is missing. */
export interface Sight {
  person: string
  /** Where rights go so far and no further: to what these teams work on. */
  within?: {
    teams: readonly string[]
    queues: readonly string[]
  }
  /** Queues that are open to others only. */
  closed: readonly string[]
}

/** What of a ticket says who sees it. */
export interface Seen {
  team: string
  queue: string
  technician: string | null
}

/**
 * The tickets that somebody of the desk sees. What somebody has in hand they always see.
 * @param rights of their role
 * @param reach of their role: all, those of the desks at which their teams work or that they lead, those of their teams
 */
export function sightOf(
  { id, teams }: Seer,
  rights: ReadonlySet<Right>,
  reach: 'all' | 'desks' | 'teams',
  directory: Directory,
): Sight {
  const own = reach === 'desks' ? teamsOfDesks(id, teams, directory) : teams
  const queues = [...directory.queues.values()]
  const closed = rights.has('everyQueue')
    ? []
    : queues.filter((one) => isClosedTo(one, teams)).map((one) => one.id)
  const within = reach === 'all' ? undefined : { teams: own, queues: queuesOf(queues, own) }
  return { person: id, closed, ...(within && { within }) }
}

type QueueOf = { id: string; team?: string; seenBy?: string[] }

const isClosedTo = ({ team, seenBy = [] }: QueueOf, teams: readonly string[]) =>
  seenBy.length > 0 && ![team, ...seenBy].some((one) => one !== undefined && teams.includes(one))

/** The queues that some teams work, or that are shown to them. */
const queuesOf = (queues: readonly QueueOf[], teams: readonly string[]) =>
  queues
    .filter(({ team, seenBy = [] }) =>
      [team, ...seenBy].some((one) => one !== undefined && teams.includes(one)),
    )
    .map((one) => one.id)

/** The teams at the desks of somebody: at which theirs work, and which they lead. */
function teamsOfDesks(person: string, teams: readonly string[], directory: Directory): string[] {
  const desks = new Set([
    ...teams.flatMap((one) => directory.teams.get(one)?.desks ?? []),
    ...[...directory.desks.values()].filter((one) => one.leads.includes(person)).map((one) => one.id),
  ])
  const those = [...directory.teams.values()].filter((one) => one.desks?.some((desk) => desks.has(desk)))
  return [...new Set([...teams, ...those.map((one) => one.id)])]
}

/** Whether somebody sees a ticket. */
export function isSeen({ person, within, closed }: Sight, { team, queue, technician }: Seen): boolean {
  if (technician === person) return true
  if (closed.includes(queue)) return false
  return !within || within.teams.includes(team) || within.queues.includes(queue)
}

/** Whether there is a ticket that somebody does not see. */
export const isLimited = ({ within, closed }: Sight): boolean => within !== undefined || closed.length > 0
