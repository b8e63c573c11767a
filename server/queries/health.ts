import { statfs } from 'node:fs/promises'
import { sql } from 'kysely'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { oneAt } from '../../core/lookup'

/** How the desk is, with what is wrong in words for whoever watches it. */
export interface Health {
  status: 'ok' | 'degraded'
  problems: string[]
  database: 'reachable'
  /** Seconds since a worker was heard of; null where none ever was. */
  workerSeen: number | null
  alarmsLate: number
  /** Seconds of desk time by which the latest alarm is late. */
  alarmsLateBy: number
  messagesWaiting: number
  /** Seconds that the oldest message has waited which is to go now. */
  oldestMessage: number
  /** Mails that came in and wait to be taken, and mails that were kept since they could not be. */
  mailWaiting: number
  mailKept: number
  /** Jobs that were tried as often as may be and are not done. */
  jobsGivenUp: number
  /** Share of the disk that is free, from 0 to 1; null where that cannot be told. */
  diskFree: number | null
}

const WORKER_GONE = 20
const LATE = 60
const OLD_MESSAGE = 300
const LITTLE_DISK = 0.05
/** So often a job is tried at most, whoever cut it off; then it is given up. */
export const MOST_TRIES = 25

/** What the database counts: `lateBy` in milliseconds, `seen` and `oldest` in seconds. */
interface Counts extends Record<
  'late' | 'lateBy' | 'waiting' | 'oldest' | 'mail' | 'givenUp' | 'kept',
  number
> {
  seen: number | null
}

/** How the desk is now. @throws where the database cannot be reached */
export async function healthOf(db: Database): Promise<Health> {
  const now = deskNow()
  const { rows } = await sql<Counts>`select
    (select extract(epoch from now() - max(seen_at))::float8 from worker_alive) as seen,
    (select count(*)::int from ticket where alarm_at < ${now - 5000}) as late,
    (select coalesce(max(${now}::bigint - alarm_at), 0)::float8 from ticket where alarm_at < ${now - 5000}) as "lateBy",
    (select count(*)::int from outbox where state in ('queued', 'failed')) as waiting,
    (select coalesce(max(extract(epoch from now() - run_at)), 0)::float8 from graphile_worker._private_jobs as job
      join graphile_worker._private_tasks as task on task.id = job.task_id
      where identifier = 'deliver' and run_at < now() and attempts < max_attempts) as oldest,
    (select count(*)::int from graphile_worker._private_jobs as job
      join graphile_worker._private_tasks as task on task.id = job.task_id
      where identifier = 'takeMail' and (attempts < max_attempts or max_attempts < ${MOST_TRIES})) as mail,
    (select count(*)::int from graphile_worker._private_jobs
      where attempts >= max_attempts and max_attempts >= ${MOST_TRIES} and locked_at is null) as "givenUp",
    (select count(*)::int from mail_in where outcome in ('kept', 'tooMany')) as kept`.execute(db)
  const { seen, late, lateBy, waiting, oldest, mail, givenUp, kept } = oneAt(rows, 0)
  const disk = await statfs(process.cwd()).catch(() => undefined)
  const diskFree = disk ? disk.bavail / disk.blocks : null
  const seconds = Math.round(lateBy / 1000)
  const problems = [
    ...(seen === null || seen > WORKER_GONE
      ? ['no worker is heard of: nothing is delivered and no alarm rings']
      : []),
    ...(seconds > LATE ? [`alarms are late by ${seconds} seconds`] : []),
    ...(oldest > OLD_MESSAGE ? [`a message has waited for ${Math.round(oldest)} seconds`] : []),
    ...(givenUp > 0 ? [`${givenUp} jobs could not be done and were given up; the log says why`] : []),
    ...(diskFree !== null && diskFree < LITTLE_DISK ? ['the disk is nearly full'] : []),
  ]
  return {
    status: problems.length ? 'degraded' : 'ok',
    problems,
    database: 'reachable',
    workerSeen: seen === null ? null : Math.round(seen),
    ...{
      alarmsLate: late,
      alarmsLateBy: seconds,
      messagesWaiting: waiting,
      oldestMessage: Math.round(oldest),
    },
    ...{
      mailWaiting: mail,
      mailKept: kept,
      jobsGivenUp: givenUp,
      diskFree: diskFree === null ? null : Math.round(diskFree * 100) / 100,
    },
  }
}
