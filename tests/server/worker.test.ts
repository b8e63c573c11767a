import { fork, type ChildProcess } from 'node:child_process'
import { EventEmitter } from 'node:events'
import { sql } from 'kysely'
import pg from 'pg'
import { Logger, runOnce, type JobHelpers, type WorkerEvents } from 'graphile-worker'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { holdersOf, keepAlive } from '../../server/jobs/alive'
import { withLimit } from '../../server/jobs/limit'
import { watchWork } from '../../server/jobs/watchWork'
import { audit } from '../../server/queries/audit'
import { healthOf } from '../../server/queries/health'
import { startMailbox, type Mailbox } from '../../server/standins/mailbox'
import { bundledWorker } from './bundledWorker'
import { INES, makeWorld, SCANNER, setting, TORA } from './world'

let world: Awaited<ReturnType<typeof makeWorld>>
let outside: Mailbox
beforeAll(async () => {
  world = await makeWorld('worker', 0)
  setting('DATABASE_URL', world.url)
  outside = await startMailbox(0)
})
afterAll(async () => {
  await outside.stop()
  await world.close()
})

const pause = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))
const waitingJob = () =>
  sql`select graphile_worker.add_job('deliver', '{"key":"none"}', run_at => now() - interval '10 minutes')`.execute(
    world.db,
  )
const noJobs = () => sql`delete from graphile_worker._private_jobs`.execute(world.db)
const within = (promise: Promise<string>, milliseconds: number) =>
  Promise.race([promise, pause(milliseconds).then(() => 'nothing')])

const QUICK = { stuck: 200, failing: 200, every: 30 }

describe('work that is not done', () => {
  it('is told when the runner fails to ask for work though the database answers, and not when it is heard', async () => {
    const events = new EventEmitter() as WorkerEvents
    const watch = watchWork(world.db, events, { ...QUICK, stuck: 60_000 })
    const failing = () => events.emit('worker:getJob:error', { error: new Error('not queryable') } as never)
    failing()
    events.emit('worker:getJob:empty', {} as never)
    expect(await within(watch.stuck, 600)).toBe('nothing')
    failing()
    expect(await within(watch.stuck, 3000)).toBe('asking for work fails: not queryable')
    watch.stop()
  })

  it('is told when jobs wait and none is begun', async () => {
    await waitingJob()
    const watch = watchWork(world.db, new EventEmitter() as WorkerEvents, { ...QUICK, stuck: 300 })
    expect(await within(watch.stuck, 3000)).toBe('1 jobs wait and none is done')
    watch.stop()
    await noJobs()
  })

  it('is none while there is nothing to do, and while jobs are begun', async () => {
    const idle = watchWork(world.db, new EventEmitter() as WorkerEvents, QUICK)
    expect(await within(idle.stuck, 700)).toBe('nothing')
    idle.stop()
    await waitingJob()
    const events = new EventEmitter() as WorkerEvents
    const busy = watchWork(world.db, events, { ...QUICK, stuck: 300 })
    const working = setInterval(() => events.emit('job:start', {} as never), 50)
    expect(await within(busy.stuck, 900)).toBe('nothing')
    clearInterval(working)
    busy.stop()
    await noJobs()
  })

  it('ends after a while when one job hangs, so that it is tried again', async () => {
    const { hang } = withLimit({ hang: () => new Promise(() => undefined), quick: () => undefined }, 50)
    await expect(Promise.resolve(hang!({}, {} as JobHelpers))).rejects.toThrow(
      'hang took longer than 0.05 seconds',
    )
  })
})

describe('a job that takes long', () => {
  it('is held by somebody who says that they are alive, so that nobody takes it over', async () => {
    const events = new EventEmitter() as WorkerEvents
    const { now, all } = holdersOf(events)
    let held: unknown
    await sql`select graphile_worker.add_job('slow')`.execute(world.db)
    await runOnce({
      ...{ events, pgPool: world.desk.connection.pool, logger: new Logger(() => () => undefined) },
      taskList: {
        slow: async () => {
          const { rows } = await sql<{ id: string }>`select locked_by as id from graphile_worker._private_jobs
            where locked_by is not null`.execute(world.db)
          held = rows.map(({ id }) => now.has(id))
        },
      },
    })
    expect(held).toEqual([true])
    expect(all.size).toBeGreaterThan(0)
  })
})

describe('a job whose last try was cut off', () => {
  it('is tried once more, up to a bound; then health says so', async () => {
    await waitingJob()
    const set = (most: number) =>
      sql`update graphile_worker._private_jobs set attempts = ${most}, max_attempts = ${most}, locked_by = 'killed',
        locked_at = now() - interval '1 minute'`.execute(world.db)
    const beaten = () => keepAlive(world.db, new Set())()
    const tries = async () =>
      (
        await sql<{ left: number }>`select max_attempts - attempts as left from graphile_worker._private_jobs
          where locked_at is null`.execute(world.db)
      ).rows
    await set(6)
    // What waits for its further try is not given up.
    expect((await healthOf(world.db)).jobsGivenUp).toBe(0)
    await beaten()
    expect(await tries()).toEqual([{ left: 1 }])
    expect((await healthOf(world.db)).jobsGivenUp).toBe(0)
    await set(25)
    await beaten()
    expect(await tries()).toEqual([{ left: 0 }])
    const { jobsGivenUp, problems } = await healthOf(world.db)
    expect(jobsGivenUp).toBe(1)
    expect(problems).toContain('1 jobs could not be done and were given up; the log says why')
    await noJobs()
  })
})

describe('health', () => {
  it('tells of a worker that is gone, late alarms and old messages, and how it is else', async () => {
    await sql`delete from worker_alive`.execute(world.db)
    const none = await healthOf(world.db)
    expect(none).toMatchObject({
      status: 'degraded',
      workerSeen: null,
      database: 'reachable',
      oldestMessage: 0,
    })
    expect(none.problems).toEqual(['no worker is heard of: nothing is delivered and no alarm rings'])
    await sql`insert into worker_alive values ('one', now())`.execute(world.db)
    expect(await healthOf(world.db)).toMatchObject({ status: 'ok', problems: [], workerSeen: 0 })
    await waitingJob()
    const old = await healthOf(world.db)
    expect(old.oldestMessage).toBeGreaterThanOrEqual(600)
    expect(old.problems).toEqual([expect.stringMatching(/^a message has waited for 6\d\d seconds$/)])
    await noJobs()
    await sql`delete from worker_alive`.execute(world.db)
  })
})

/** Whether anything is still to be delivered. */
const left = async () => {
  const { count } = await world.db
    .selectFrom('outbox')
    .select((e) => e.fn.countAll<number>().as('count'))
    .where('state', 'in', ['queued', 'failed', 'gathered'])
    .executeTakeFirstOrThrow()
  return Number(count)
}

/** What a supervisor does: a worker in a process of its own, started again whenever it ends. */
function supervised(script: string) {
  let child: ChildProcess
  let stopping = false
  const env = { ...process.env, DATABASE_URL: world.url, SMTP_URL: `smtp://127.0.0.1:${outside.port}` }
  const start = () => {
    child = fork(script, { env, stdio: ['ignore', 'ignore', 'ignore', 'ipc'] })
    child.once('exit', () => setTimeout(() => !stopping && start(), 100))
  }
  start()
  return async () => {
    stopping = true
    if (child.exitCode !== null || child.signalCode) return
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGKILL')
    await gone
  }
}

it('delivers everything although each connection breaks at each moment, again and again', async () => {
  const breaker = new pg.Client(world.url)
  await breaker.connect()
  const stop = supervised(await bundledWorker())
  // One connection at a time at first, then all at once, twice quickly: as when the database falls and falls again.
  const breakOne = (index: number) =>
    breaker.query(
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database()
        and pid <> pg_backend_pid() order by backend_start offset $1 limit 1`,
      [index],
    )
  const breakAll = () =>
    breaker.query(`select pg_terminate_backend(pid) from pg_stat_activity
      where datname = current_database() and pid <> pg_backend_pid()`)
  const logged: number[] = []
  const work = async () => {
    try {
      const { state } = await world.desk.log(SCANNER, INES)
      logged.push(state.reference)
      await world.desk.run(state.reference, { kind: 'assign', technician: 'mika-okoro' }, TORA)
    } catch {
      // A command that was cut off; whoever gave it gives it again.
    }
  }
  for (let round = 0; round < 40; round++) {
    await work()
    await pause((round * 37) % 160)
    if (round % 8 === 7) {
      await breakAll()
      await pause((round * 13) % 60)
      await breakAll()
    } else await breakOne(round % 12)
  }
  for (let tries = 0; tries < 5; tries++) await work()
  expect(logged.length).toBeGreaterThan(10)
  await expect
    .poll(
      async () => {
        await sql`update graphile_worker._private_jobs set run_at = now() where run_at > now() and locked_at is null`.execute(
          world.db,
        )
        return left()
      },
      { timeout: 60_000, interval: 500 },
    )
    .toBe(0)
  await stop()
  await breaker.end()
  expect((await audit(world.db)).differences).toEqual([])
}, 120_000)
