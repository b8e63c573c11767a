import { sql } from 'kysely'
import type { Database } from '../db/connection'

/** Terms are counted in the newest tickets: what is rare today is what counts. */
const MOST_COUNTED = 200_000
/** From how many more tickets it is worth counting again, as a share of those counted. */
const WORTH_AGAIN = 0.05
const FEWEST_AGAIN = 20

/**
 * Counts in how many tickets each term stands, where enough have come since the last time. One at a time: who comes second
 * leaves it.
 * @param now epoch milliseconds
 * @returns whether it counted
 */
export async function countTerms(db: Database, now: number): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    const { rows } = await sql<{
      mine: boolean
    }>`select pg_try_advisory_xact_lock(hashtext('terms')) as mine`.execute(trx)
    if (!rows[0]?.mine) return false
    const last = await trx.selectFrom('term_counting').select(['all_tickets']).executeTakeFirst()
    const { all } = await trx
      .selectFrom('ticket_likeness')
      .select((e) => e.fn.countAll<number>().as('all'))
      .executeTakeFirstOrThrow()
    const more = Math.abs(Number(all) - (last?.all_tickets ?? 0))
    if (more < Math.max(FEWEST_AGAIN, (last?.all_tickets ?? 0) * WORTH_AGAIN)) return false
    await sql`with newest as (select summary || said as terms from ticket_likeness order by reference desc limit ${MOST_COUNTED}),
      counted as (select term, count(*)::int as tickets from newest,
        lateral (select distinct unnest(terms) as term) as one group by term having count(*) > 1),
      gone as (delete from term_count where term not in (select term from counted))
      insert into term_count (term, tickets) select term, tickets from counted
        on conflict (term) do update set tickets = excluded.tickets where term_count.tickets <> excluded.tickets`.execute(
      trx,
    )
    const tickets = Math.min(Number(all), MOST_COUNTED)
    await sql`insert into term_counting (id, counted_at, tickets, all_tickets) values (1, ${now}, ${tickets}, ${Number(all)})
      on conflict (id) do update set counted_at = excluded.counted_at, tickets = excluded.tickets,
        all_tickets = excluded.all_tickets`.execute(trx)
    return true
  })
}
