import { sql } from 'kysely'
import type { Trx } from '../db/connection'

/** How often a delivery is tried, with growing gaps, before it is given up. */
export const MAX_ATTEMPTS = 10

/** The priority of jobs that deliver a page; the smallest number is taken first. */
export const PAGE_PRIORITY = -40

/**
 * The job that delivers the message of a row of the outbox. A pager is taken before all that waits already,
 * then text messages, then what is urgent, then what waits for somebody to say that they have it: with thousands of
 * mails and of warnings on their way a page must not wait for them.
 */
export const deliverJob = sql.raw(
  `row('deliver', json_build_object('key', key), null, null, ${MAX_ATTEMPTS}::smallint, null,
    (case when channel = 'pager' then ${PAGE_PRIORITY} when channel = 'text' then -30 when urgent then -20
      when climb is not null or channel <> 'mail' then -10 else 0 end)::smallint, null)::graphile_worker.job_spec`,
)

/** The columns of the outbox that the job is made of. */
export const deliverJobColumns = sql.raw('key, channel, urgent, climb')

/** Gives messages of the outbox to the workers once more, as urgently as the first time. */
export async function deliverAgain(trx: Trx, keys: readonly string[]): Promise<void> {
  await sql`select graphile_worker.add_jobs(array_agg(${deliverJob})) from outbox
    where key = any(${keys}::text[]) having count(*) > 0`.execute(trx)
}
