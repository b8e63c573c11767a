import { Logger, runMigrations } from 'graphile-worker'
import type pg from 'pg'
import { MIGRATIONS } from './migrations'

const LOCK = 4_203

/** graphile-worker says much at start that nobody needs to read. */
export const quiet = new Logger(() => () => undefined)

/**
 * Brings the database up to date: our tables and those of the job queue. Several processes may start
 * at once; an advisory lock lets one do the work.
 * @returns names of the migrations that ran
 */
export async function migrate(pool: pg.Pool): Promise<string[]> {
  const client = await pool.connect()
  const ran: string[] = []
  try {
    await client.query('select pg_advisory_lock($1)', [LOCK])
    await client.query(
      'create table if not exists migration (name text primary key, at timestamptz not null default now())',
    )
    await client.query('create table if not exists rows_behind (migration text primary key)')
    const { rows: before } = await client.query<{ name: string }>('select name from migration')
    const done = new Set(before.map((row) => row.name))
    const isNew = done.size === 0
    for (const { name, sql, also, rows } of MIGRATIONS) {
      if (done.has(name)) continue
      await client.query('begin')
      await client.query(sql)
      await also?.(client)
      // Kept until it is done, so that a process that is killed in between loses nothing.
      if (rows && !isNew)
        await client.query('insert into rows_behind values ($1) on conflict do nothing', [name])
      await client.query('insert into migration (name) values ($1)', [name])
      await client.query('commit')
      ran.push(name)
    }
    await runMigrations({ pgPool: pool, logger: quiet })
    // These are put into the queue beside its own function (see the outbox), which would have made this.
    await client.query(
      `insert into graphile_worker._private_tasks (identifier)
        values ('deliver'), ('logChild'), ('hearOfChild') on conflict do nothing`,
    )
    return ran
  } catch (error) {
    await client.query('rollback').catch(() => undefined)
    throw error
  } finally {
    await client.query('select pg_advisory_unlock($1)', [LOCK]).catch(() => undefined)
    client.release()
  }
}
