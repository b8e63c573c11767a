import { sql, type RawBuilder } from 'kysely'
import { isLimited, isSeen, type Seen, type Sight } from '../../core/rights'
import { Refused } from '../../core/ticket'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'

/** The tickets that somebody of the desk sees. */
export async function sightOf({ knowledge }: Pick<Reading, 'knowledge'>, person: string): Promise<Sight> {
  return (await knowledge.directory()).sightOf(person)
}

/** The same as a condition. @param row what the tickets are called in the question */
export function seenSql(sight: Sight, row = 'ticket'): RawBuilder<boolean> {
  if (!isLimited(sight)) return sql`true`
  const { person, within, closed } = sight
  const of = (column: string) => sql.ref(`${row}.${column}`)
  const open = closed.length ? sql`${of('queue')} <> all(${closed}::text[])` : sql`true`
  const near = within
    ? sql`(${of('team')} = any(${within.teams}::text[]) or ${of('queue')} = any(${within.queues}::text[]))`
    : sql`true`
  return sql`(${of('technician')} = ${person} or (${open} and ${near}))`
}

const unseen = (reference: number) =>
  new Refused('missing', `There is no ticket ${reference}, or your role does not reach as far as that.`)

/** @throws Refused as if it were not there, where somebody does not see a ticket */
export const seenTicket = async (desk: Reading, caller: Caller, reference: number): Promise<void> =>
  mustSee(desk, caller, [reference])

/** @throws Refused for the first of some tickets that somebody does not see; whether it is there is not told */
export async function mustSee(
  desk: Reading,
  caller: Pick<Caller, 'id'>,
  references: readonly number[],
): Promise<void> {
  const [first] = await unseenOf(desk, caller, references)
  if (first !== undefined) throw unseen(first)
}

/** The tickets among some that somebody does not see, those that are not there among them; none where nothing is hidden. */
export async function unseenOf(
  desk: Reading,
  { id }: Pick<Caller, 'id'>,
  references: readonly number[],
): Promise<number[]> {
  const sight = await sightOf(desk, id)
  if (!references.length || !isLimited(sight)) return []
  const rows: (Seen & { reference: number })[] = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'team', 'queue', 'technician'])
    .where('reference', 'in', references)
    .execute()
  const seen = new Set(rows.filter((one) => isSeen(sight, one)).map((one) => one.reference))
  return references.filter((one) => !seen.has(one))
}
