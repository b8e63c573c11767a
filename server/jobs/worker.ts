import { run } from 'graphile-worker'
import { loadClock } from '../clock/deskClock'
import { Desk } from '../commands/desk'
import { connect } from '../db/connection'
import { listen } from '../db/listen'
import { quiet } from '../db/migrate'
import { adoptBatch, type Batch } from '../commands/adoption'
import { sweepFiles } from '../commands/attachments'
import { takeMail } from '../mail/takeMail'
import { deliver, mailTransport } from './deliver'
import { watchAlarms } from './alarms'

export interface Worker {
  stop(): Promise<void>
}

/**
 * Starts a worker: it rings alarms and delivers messages. Any number may run against one database.
 * @param smtpUrl where mail goes out, such as smtp://127.0.0.1:2525
 */
export async function startWorker(smtpUrl: string): Promise<Worker> {
  const desk = new Desk(connect(undefined, 16))
  await loadClock(desk.db)
  const reload = () => void loadClock(desk.db).catch(() => undefined)
  const stopListening = listen(desk.connection.pool, {
    yare_clock: reload,
    yare_directory: () => desk.knowledge.forget('directory'),
    reconnected: () => {
      desk.knowledge.forget('directory')
      reload()
    },
  })
  const transport = mailTransport(smtpUrl)
  const runner = await run({
    pgPool: desk.connection.pool,
    logger: quiet,
    concurrency: 4,
    noHandleSignals: true,
    pollInterval: 1000,
    crontab: '23 3 * * * sweepFiles',
    taskList: {
      takeMail: (payload) => takeMail(desk, transport, (payload as { id: number }).id),
      sweepFiles: () => sweepFiles(desk.db),
      adopt: async (payload) => void (await adoptBatch(desk, payload as Batch)),
      deliver: (payload, helpers) =>
        deliver(desk, transport, (payload as { key: string }).key, helpers.job.attempts),
    },
  })
  const stopAlarms = watchAlarms(desk)
  return {
    async stop() {
      await stopAlarms()
      await runner.stop().catch(() => undefined)
      transport.close()
      await stopListening()
      await desk.db.destroy()
    },
  }
}
