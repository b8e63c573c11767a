import { ticketFacts, type Actor } from '../../core/ticket'
import { Refused } from '../../core/ticket'
import { assign, skillsFor, type Workloads } from '../../core/triage'
import { deskNow } from '../clock/deskClock'
import type { Desk } from './desk'

/** More at once would keep a request too long; what is left can be handed over after. */
const MOST = 500

/** One ticket of somebody who is away, and who gets it. */
export interface HandedOver {
  reference: number
  summary: string
  team: string
  /** Null where nobody is found: it goes back into the queue. */
  to: string | null
  because: string
}

/**
 * Finds somebody for every open ticket of a person, as the assignment of its team says, one after the other, so that
 * each takes the ones before it into account.
 * @param take gives them; without it nothing is changed
 * @throws Refused when there is no such person
 */
export async function handOver(desk: Desk, person: string, actor: Actor, take: boolean) {
  const directory = await desk.knowledge.directory()
  const who = directory.people.get(person)
  if (!who) throw new Refused('missing', 'There is no such person.')
  const rows = await desk.db
    .selectFrom('ticket')
    .select('state')
    .where('technician', '=', person)
    .where('status_group', '<>', 'done')
    .orderBy('priority_order')
    .orderBy('reference')
    .limit(MOST)
    .execute()
  const { openCounts, weights, newest, lastOf } = await desk.workOf(rows.map(({ state }) => state.requester))
  const work = { openCounts: new Map(openCounts), weights: new Map(weights), newest: new Map(newest), lastOf }
  const handed: HandedOver[] = []
  for (const { state } of rows) {
    const design = await desk.knowledge.editionOf(state)
    const { value, because } = assign(
      {
        ...{ team: state.team, requester: state.requester, now: deskNow(), work: work as Workloads },
        skills: skillsFor(ticketFacts(state, design), design),
        without: new Set([person]),
      },
      design,
      directory,
    )
    if (value !== null) {
      work.openCounts.set(value, (work.openCounts.get(value) ?? 0) + 1)
      work.weights.set(value, (work.weights.get(value) ?? 0) + (design.priority(state.priority).weight ?? 1))
      work.newest.set(value, deskNow())
    }
    const why = `${who.name} is away. ${because.text}`
    if (take) await desk.run(state.reference, { kind: 'assign', technician: value, why }, actor)
    handed.push({
      reference: state.reference,
      summary: state.summary,
      team: directory.teams.get(state.team)?.name ?? state.team,
      to: value === null ? null : directory.nameOf(value),
      because: because.text,
    })
  }
  return { person: who.name, taken: take, isCutOff: rows.length === MOST, tickets: handed }
}
