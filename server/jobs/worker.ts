import { EventEmitter } from 'node:events'
import { setTimeout } from 'node:timers/promises'
import { sql } from 'kysely'
import { run, type JobHelpers, type WorkerEvents } from 'graphile-worker'
import { loadClock, machineNow } from '../clock/deskClock'
import { Desk } from '../commands/desk'
import { MAX_ATTEMPTS, PAGE_PRIORITY } from '../delivery/outbox'
import { connect, type Database } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { listen } from '../db/listen'
import { MAPS } from '../partner/partners'
import { quiet } from '../db/migrate'
import { adoptBatch, type Batch } from '../commands/adoption'
import { sweepFiles } from '../commands/attachments'
import { sweepHeard } from '../assist/heard'
import { sweepDeeds } from '../commands/fieldWork'
import { handOverAll } from '../commands/leaving'
import { doFile, sweepListFiles } from '../commands/listFile'
import { hearOfChild, logChild } from '../commands/children'
import type { ChildHeard, ChildToLog } from '../delivery/childJobs'
import { sweepBatch, type SweepBatch } from '../commands/sweep'
import { takeMail, type ByHand } from '../mail/takeMail'
import { tryFix, type FixRequest } from '../standins/monitor'
import { mailTransport } from '../delivery/channels'
import { deliver, type Later } from './deliver'
import { sendDigest } from './digest'
import { untilAlarmsAreFew, watchAlarms } from './alarms'
import { holdersOf, keepAlive } from './alive'
import { withLimit } from './limit'
import { hearDirectory } from '../commands/people'
import { sendLetter } from './letter'
import { ownersToTell, tellReviews } from './reviews'
import { backlogBatch } from '../partner/backlog'
import { sweepWords } from '../partner/incoming'
import { sweepPartnerFiles } from '../partner/files'
import { carry } from '../partner/outgoing'
import { watchWork } from './watchWork'
import { watchSearch } from './searchIndex'

declare global {
  // eslint-disable-next-line @typescript-eslint/no-namespace -- so the package is told what jobs hold
  namespace GraphileWorker {
    /** What each job of ours is about. */
    interface Tasks {
      takeMail: { id: number; byHand?: ByHand }
      tryFix: FixRequest
      adopt: Batch
      sweep: SweepBatch
      listFile: { id: string }
      handOver: { person: string; by: string | null }
      deliver: { key: string }
      digest: { person: string }
      carry: { partner: string }
      backlog: { id: number }
      letter: { id: string }
      reviews: { person: string }
      logChild: ChildToLog
      hearOfChild: ChildHeard
    }
  }
}

export interface Worker {
  stop(): Promise<void>
  /**
   * Tells why this worker can do no more, if it ever comes to that: its runner has ended, or work waits and nothing is
   * done. Whoever started it ends the process then, and a new one goes on; while it works this never comes.
   */
  ended: Promise<string>
}

/**
 * Starts a worker: it rings alarms and delivers messages. Any number may run against one database.
 * @param smtpUrl where mail goes out, such as smtp://127.0.0.1:2525
 * @param gateway where chat, text messages and pagers are reached
 */
export async function startWorker(smtpUrl: string, gateway = 'http://127.0.0.1:2526'): Promise<Worker> {
  const desk = new Desk(connect(undefined, 16))
  await loadClock(desk.db)
  const reload = () => void loadClock(desk.db).catch(() => undefined)
  const stopListening = listen(desk.connection.pool, {
    yare_clock: reload,
    yare_edition: () => void desk.knowledge.editionChanged(),
    yare_directory: (payload) => hearDirectory(desk, payload),
    yare_partners: (what) => void (what === MAPS && desk.knowledge.renew(PARTNERS_CHANGED)),
    reconnected: () => {
      desk.knowledge.forget('edition')
      desk.knowledge.forget('directory')
      reload()
    },
  })
  const transport = mailTransport(smtpUrl)
  const channels = { mail: transport, gateway }
  const later =
    (helpers: JobHelpers): Later =>
    (task, payload, seconds, jobKey) =>
      helpers.addJob(task, payload, {
        runAt: new Date(machineNow() + seconds * 1000),
        jobKey,
        jobKeyMode: 'preserve_run_at',
        priority: helpers.job.priority,
        maxAttempts: MAX_ATTEMPTS,
      })
  const events = new EventEmitter() as WorkerEvents
  const holders = holdersOf(events)
  const runner = await run({
    events,
    pgPool: desk.connection.pool,
    logger: quiet,
    concurrency: 4,
    noHandleSignals: true,
    pollInterval: 1000,
    crontab: '23 3 * * * sweepFiles\n7 * * * * tellReviews',
    taskList: withLimit({
      takeMail: (payload, { job }) => {
        const { id, byHand } = payload
        return takeMail(desk, transport, id, job.attempts >= job.max_attempts, byHand)
      },
      sweepFiles: async () => {
        await sweepFiles(desk.db)
        await sweepListFiles(desk.db)
        await sweepDeeds(desk.db)
        await sweepHeard(desk.db)
        await sweepWords(desk)
        await sweepPartnerFiles(desk)
      },
      handOver: ({ person, by }) => handOverAll(desk, person, by),
      listFile: ({ id }, { job }) => doFile(desk, id, job.attempts >= job.max_attempts, () => watch.works()),
      tryFix: (payload) => tryFix(desk, payload),
      adopt: async (payload) => void (await adoptBatch(desk, payload)),
      sweep: async (payload) => void (await sweepBatch(desk, payload)),
      deliver: async (payload, helpers) => {
        const { key } = payload
        if (helpers.job.priority > PAGE_PRIORITY) await untilAlarmsAreFew()
        await deliver(desk, channels, key, helpers.job.attempts, later(helpers))
      },
      letter: ({ id }) => sendLetter(desk, transport, id),
      tellReviews: async (_, helpers) => {
        for (const person of await ownersToTell(desk.db))
          await helpers.addJob(
            'reviews',
            { person },
            { jobKey: `reviews:${person}`, maxAttempts: MAX_ATTEMPTS },
          )
      },
      reviews: ({ person }) => tellReviews(desk, transport, person),
      carry: ({ partner }) => carry(desk, partner),
      backlog: async ({ id }) => void (await backlogBatch(desk, id)),
      logChild: (wanted) => logChild(desk, wanted),
      hearOfChild: (heard) => hearOfChild(desk, heard),
      digest: (payload, helpers) =>
        sendDigest(desk, channels, payload.person, helpers.job.attempts, later(helpers)),
    }),
  })
  const watch = watchWork(desk.db, events)
  let stopping = false
  const ended = new Promise<string>((tell) => {
    const say = (why: string) => stopping || tell(why)
    runner.promise.then(
      () => say('its runner has ended'),
      (error: Error) => say(`its runner has ended: ${error.message}`),
    )
    void watch.stuck.then(say)
  })
  const stopAlarms = watchAlarms(desk)
  const stopSearch = watchSearch(desk)
  const stopBeat = keepAlive(desk.db, holders.now)
  return {
    ended,
    async stop() {
      stopping = true
      watch.stop()
      await Promise.all([stopAlarms(), stopSearch()])
      await runner.stop().catch(() => undefined)
      await untilWritten(desk.db, [...holders.all]).catch(() => undefined)
      await stopBeat()
      transport.close()
      await stopListening()
      await desk.db.destroy()
    },
  }
}

/** Waits until what became of the last jobs is written, which the runner does not wait for; for two seconds at most. */
async function untilWritten(db: Database, ids: readonly string[]): Promise<void> {
  for (let tries = 0; tries < 40; tries++) {
    const { rows } = await sql`select 1 from graphile_worker._private_jobs
      where locked_by = any(${ids}::text[]) limit 1`.execute(db)
    if (!rows.length) return
    await setTimeout(50)
  }
}
