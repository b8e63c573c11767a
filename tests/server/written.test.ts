import { sql } from 'kysely'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { WRITTEN } from '../../server/db/written'
import { INES, makeWorld, SCANNER } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
beforeAll(async () => {
  world = await makeWorld('written', 0)
})
afterAll(() => world.close())

describe('the columns that a change writes', () => {
  it.each(Object.entries(WRITTEN))(
    'are all of %s, each once, and its key is its key',
    async (table, written) => {
      const { rows } = await sql<{ name: string; key: boolean }>`select attname as name,
        attnum = any(coalesce(indkey::smallint[], '{}')) as key
      from pg_attribute join pg_index on indrelid = attrelid and indisprimary
      where attrelid = ${table}::regclass and attnum > 0 and not attisdropped`.execute(world.db)
      const { key, stays, changes } = written as Record<'key' | 'stays' | 'changes', readonly string[]>
      expect([...key, ...stays, ...changes].sort()).toEqual(rows.map((row) => row.name).sort())
      expect([...key].sort()).toEqual(rows.flatMap((row) => (row.key ? row.name : [])).sort())
    },
  )
})

describe('the job of a message', () => {
  interface Job extends Record<string, unknown> {
    payload: object
    priority: number
  }
  const jobs = async () =>
    (await sql<Job>`select * from graphile_worker._private_jobs order by id`.execute(world.db)).rows
  /** What is another's for each job is left out. */
  const told = ({ id: _, run_at: __, created_at: ___, updated_at: ____, ...job }: Job) => job

  it('is the one that the queue’s own function makes, though it is put there directly', async () => {
    await sql`delete from graphile_worker._private_jobs`.execute(world.db)
    await world.desk.log(SCANNER, INES)
    const [direct] = await jobs()
    await sql`delete from graphile_worker._private_jobs`.execute(world.db)
    await sql`select graphile_worker.add_job('deliver', ${JSON.stringify(direct!.payload)}::json,
      max_attempts := 10, priority := ${direct!.priority}::int)`.execute(world.db)
    const [queued] = await jobs()
    expect(told(direct!)).toEqual(told(queued!))
  })

  it('wakes the workers', async () => {
    const client = await world.desk.connection.pool.connect()
    const heard: string[] = []
    client.on('notification', ({ payload }) => heard.push(payload ?? ''))
    await client.query('listen "jobs:insert"')
    await world.desk.log(SCANNER, INES)
    await expect.poll(() => heard).toHaveLength(1)
    expect(JSON.parse(heard[0]!)).toMatchObject({ count: 2 })
    client.release(true)
  })

  it('is put there without a look at those that wait already', async () => {
    await sql`select graphile_worker.add_job('deliver', '{"key":"waits"}') from generate_series(1, 3000)`.execute(
      world.db,
    )
    const read = await world.db.transaction().execute(async (trx) => {
      // What the same connection did just before may be counted still, so only the difference tells.
      const soFar = async () => {
        const { rows } = await sql<{
          read: number
        }>`select (seq_tup_read + coalesce(idx_tup_fetch, 0))::int as read
          from pg_stat_xact_all_tables where relid = 'graphile_worker._private_jobs'::regclass`.execute(trx)
        return rows[0]!.read
      }
      const before = await soFar()
      await world.desk.logWithin(trx, SCANNER, INES)
      return (await soFar()) - before
    })
    expect(read).toBeLessThan(10)
  })
})
