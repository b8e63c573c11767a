import { REQUESTER } from '../../core/rights'
import { deskAddress } from '../base/links'
import type { Database } from '../db/connection'

/**
 * Where whoever gets a message finds its ticket: its requester in their portal, the desk at the Desk.
 * @returns undefined for whom the ticket is not to be seen, as an address of nobody in the directory
 */
export async function ticketAddress(
  db: Database,
  { reference, person }: { reference: number; person: string },
): Promise<string | undefined> {
  const found = await db
    .selectFrom('ticket')
    .innerJoin('person', (join) => join.on('person.id', '=', person))
    .select(['ticket.portal', 'ticket.requester', 'person.role'])
    .where('ticket.reference', '=', reference)
    .executeTakeFirst()
  if (!found) return undefined
  if (found.role !== REQUESTER) return `${deskAddress()}/desk/${reference}`
  return found.portal !== null && found.requester === person
    ? `${deskAddress()}/portal/${found.portal}/requests/${reference}`
    : undefined
}
