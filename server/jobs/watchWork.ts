import { messageOf } from '../../core/error/messageOf'
import { sql } from 'kysely'
import type { WorkerEvents } from 'graphile-worker'
import type { Database } from '../db/connection'
import { machineNow } from '../clock/deskClock'
import { oneAt } from '../../core/lookup'

/** How long is waited, in milliseconds. */
export interface Patience {
  /** Until work that waits while this process begins none means that it cannot. */
  stuck: number
  /** Until a runner that fails to ask for work, while the database answers, is given up. */
  failing: number
  /** Between two looks. */
  every: number
}

const PATIENCE: Patience = { stuck: 60_000, failing: 10_000, every: 2000 }

/**
 * Watches whether work is done while there is some. The runner keeps the failure of its very first question for good
 * when the connection breaks in that moment, and asks for ever without an answer; nothing but a new one helps.
 * @returns `stuck` tells when this process can do no work though the database answers: jobs have waited for a minute and
 * none was begun, or asking for work fails again and again
 */
export function watchWork(
  db: Database,
  events: WorkerEvents,
  patience = PATIENCE,
): {
  stuck: Promise<string>
  /** Says that long work goes on. */
  works(): void
  stop(): void
} {
  let began = machineNow()
  let answered = began
  let failed = ''
  const hears = () => {
    answered = machineNow()
    failed = ''
  }
  const works = () => {
    began = machineNow()
    hears()
  }
  events.on('job:start', works)
  events.on('job:complete', works)
  events.on('worker:getJob:empty', hears)
  events.on('worker:getJob:error', ({ error }) => (failed = messageOf(error)))
  const look = async (): Promise<string | undefined> => {
    const isFailing = failed !== '' && machineNow() - answered >= patience.failing
    if (!isFailing && machineNow() - began < patience.stuck) return undefined
    const waiting = await waitingFor(db, patience.stuck)
    if (isFailing && failed) return `asking for work fails: ${failed}`
    // Nothing to do is no standstill.
    if (!waiting) began = machineNow()
    return machineNow() - began >= patience.stuck ? `${waiting} jobs wait and none is done` : undefined
  }
  let timer: NodeJS.Timeout | undefined
  const stuck = new Promise<string>((tell) => {
    timer = setInterval(() => {
      // While the database is away nobody can work.
      look().then((why) => why && tell(why), works)
    }, patience.every)
    timer.unref()
  })
  return { stuck, works, stop: () => clearInterval(timer) }
}

async function waitingFor(db: Database, after: number): Promise<number> {
  const { rows } = await sql<{ waiting: number }>`select count(*)::int as waiting
    from graphile_worker._private_jobs where locked_at is null and attempts < max_attempts
      and run_at < now() - make_interval(secs => ${after / 1000})`.execute(db)
  return oneAt(rows, 0).waiting
}
