import { sql } from 'kysely'
import type { Actor } from '../../core/ticket'
import type { Trx } from '../db/connection'
import type { Desk } from './desk'
import { endAccess } from './endAccess'
import { handOver } from './handOver'

/** Somebody is put away: they are out everywhere at once, and a worker finds somebody else for what they have in hand. */
export async function leave(trx: Trx, person: string, by: string | null): Promise<void> {
  await endAccess(trx, person)
  await sql`select graphile_worker.add_job('handOver', ${JSON.stringify({ person, by })}::json,
    job_key := ${`handOver-${person}`})`.execute(trx)
}

/** Gives every open ticket of somebody who has left to others, as the assignment of their teams says. */
export async function handOverAll(desk: Desk, person: string, by: string | null): Promise<void> {
  await desk.knowledge.renew([['people', person]])
  const who = (await desk.knowledge.directory()).people.own(person)
  // They were taken back meanwhile, or are somebody else now, who has their tickets.
  if (!who || who.active || who.mergedInto !== undefined) return
  const actor = by === null ? { system: 'directory' } : { person: by }
  while ((await handOver(desk, person, actor, true)).isCutOff);
  await giveFixedTimes(desk, person, actor)
}

/**
 * Somebody is expected at a fixed time, whoever has left: whoever has the ticket now comes, or the lead of its team. Where
 * there is neither, the time is called off rather than kept by nobody.
 */
async function giveFixedTimes(desk: Desk, person: string, actor: Actor): Promise<void> {
  const directory = await desk.knowledge.directory()
  const rows = await desk.db
    .selectFrom('booking')
    .innerJoin('ticket', 'ticket.reference', 'booking.reference')
    .select(['booking.reference', 'booking.id', 'ticket.technician', 'ticket.team'])
    .where('booking.person', '=', person)
    .where('booking.state', 'in', ['booked', 'begun'])
    .orderBy('starts')
    .execute()
  for (const { reference, id, technician, team } of rows) {
    const to = [technician, directory.teams.get(team)?.lead].find(
      (one) => one && one !== person && directory.people.get(one)?.active,
    )
    const change = to ? { person: to } : { state: 'calledOff' as const }
    await desk.run(reference, { kind: 'changeBooking', id, ...change }, actor)
  }
}
