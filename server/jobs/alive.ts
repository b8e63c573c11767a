import type { WorkerEvents } from 'graphile-worker'
import { sql } from 'kysely'
import type { Database } from '../db/connection'
import { log } from '../base/log'
import { MOST_TRIES } from '../queries/health'

const BEAT = 3000
/** A worker that was not heard of for so long is dead, and what it held is free. */
const DEAD_AFTER = '15 seconds'

/**
 * Gives jobs one more try whose last one was cut off, since the worker was killed or the database went away: the job
 * itself says on its last try what became of it, and none that could say it is left here. What kills its worker each
 * time is tried `MOST_TRIES` times, and then no more.
 */
const tryOnceMore = (db: Database) =>
  sql`update graphile_worker._private_jobs set max_attempts = max_attempts + 1, run_at = now() + interval '5 seconds'
    where locked_at is null and attempts >= max_attempts and max_attempts < ${MOST_TRIES}`.execute(db)

/** Who of this process holds jobs. */
export interface Holders {
  /** Those that are there now. */
  now: ReadonlySet<string>
  all: ReadonlySet<string>
}

/** Who holds jobs, as they come and go: a job is held by its pool or by its worker, whichever of them took it. */
export function holdersOf(events: WorkerEvents): Holders {
  const [now, all] = [new Set<string>(), new Set<string>()]
  const comes = (id: string) => {
    now.add(id)
    all.add(id)
  }
  events.on('pool:create', ({ workerPool }) => comes(workerPool.id))
  events.on('pool:release', ({ workerPool }) => now.delete(workerPool.id))
  events.on('worker:create', ({ worker }) => comes(worker.workerId))
  events.on('worker:stop', ({ worker }) => now.delete(worker.workerId))
  return { now, all }
}

/**
 * Says now and then that this process's workers are alive, and frees the jobs of those that are not: a worker that was
 * killed would keep its jobs for hours. Should one only have been slow, its jobs are done twice, which every job can
 * bear.
 * @returns a function that stops it
 */
export function keepAlive(db: Database, ids: ReadonlySet<string>): () => Promise<void> {
  const beat = async () => {
    if (ids.size)
      await sql`insert into worker_alive (id) select unnest(${[...ids]}::text[])
        on conflict (id) do update set seen_at = now()`.execute(db)
    await sql`delete from worker_alive where seen_at < now() - interval '1 hour'`.execute(db)
    const { rows } = await sql<{ id: string }>`
      select distinct locked_by as id from graphile_worker._private_jobs
      where locked_by is not null and locked_at < now() - interval '${sql.raw(DEAD_AFTER)}'
        and not exists (select 1 from worker_alive where worker_alive.id = locked_by
          and seen_at > now() - interval '${sql.raw(DEAD_AFTER)}')`.execute(db)
    if (rows.length) {
      log.warn({ workers: rows.length }, 'workers are gone; what they held is taken over')
      await sql`select graphile_worker.force_unlock_workers(${rows.map((row) => row.id)}::text[])`.execute(db)
    }
    await tryOnceMore(db)
  }
  // While the database is away nothing is held by anybody.
  let running = beat().catch(() => undefined)
  const timer = setInterval(() => (running = running.then(beat).catch(() => undefined)), BEAT)
  return async () => {
    clearInterval(timer)
    await running
  }
}
