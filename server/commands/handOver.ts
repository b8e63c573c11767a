import { ticketFacts } from '../../core/facts'
import type { Actor } from '../../core/ticket'
import { Refused } from '../../core/ticket'
import type { Reason } from '../../core/reason'
import { handOut, skillsFor } from '../../core/triage'
import { becauseInWords } from '../../core/explain'
import { deskNow } from '../clock/deskClock'
import type { Desk } from './desk'
import { oneAt } from '../../core/lookup'

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
 * Finds somebody for every open ticket of a person, as the assignment of their teams says, all of them looked at together.
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
  const work = await desk.workOf(rows.map(({ state }) => state.requester))
  const tickets = await Promise.all(
    rows.map(async ({ state }) => {
      const design = await desk.knowledge.editionOf(state)
      const skills = skillsFor(ticketFacts(state, design, deskNow()), design)
      const weight = design.priority(state.priority).weight ?? 1
      return { team: state.team, requester: state.requester, skills, weight, design }
    }),
  )
  const found = handOut(tickets, { now: deskNow(), work, without: new Set([person]) }, directory)
  const reader = await desk.knowledge.readerOf(found)
  const handed: HandedOver[] = []
  for (const [index, { value, because }] of found.entries()) {
    const { state } = oneAt(rows, index)
    const why: Reason[] = [{ is: 'away', person: who.id }, ...because.why]
    if (take) await desk.run(state.reference, { kind: 'assign', technician: value, why }, actor)
    handed.push({
      reference: state.reference,
      summary: state.summary,
      team: directory.teams.get(state.team)?.name ?? state.team,
      to: value === null ? null : directory.nameOf(value),
      because: becauseInWords(because, reader).text,
    })
  }
  return { person: who.name, taken: take, isCutOff: rows.length === MOST, tickets: handed }
}
