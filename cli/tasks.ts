// The commands of ./yare that need the application's code; bundled by scripts/bundle.mjs.
import { chaos } from './chaos/chaos'
import { conform } from './conform'
import { due } from './due'
import { compareFiles } from './compare'
import { convertDesign } from './convert'
import { proofreadFile } from './proofread'
import { linkDesks } from '../demo/link'
import { loadDemo, isEmpty } from '../demo/load'
import { loadHarbour } from '../demo/loadHarbour'
import { readSettings, settings } from '../server/base/settings'
import { resumeDemoClock } from '../server/clock/deskClock'
import { connect, type Database } from '../server/db/connection'
import { repair } from '../server/commands/repair'
import { rebuildRowsBehind } from '../server/commands/rebuildRows'
import { migrate } from '../server/db/migrate'
import { makeToken } from '../server/http/session'
import { startWorker } from '../server/jobs/worker'
import { audit } from '../server/queries/audit'
import { startMailbox } from '../server/standins/mailbox'

const say = (line: string) => console.log(line)

/** @param world whose desk it is to be, where the database holds nobody yet: a sample world's, or that of whoever comes first */
async function prepare(world: string, size: number): Promise<void> {
  const connection = connect()
  const { db, pool } = connection
  const ran = await migrate(pool)
  if (ran.length) say(`migrations: ${ran.join(', ')}`)
  // On a database that was there before, states and read columns that a migration changes are made of the entries.
  const written = await rebuildRowsBehind(db)
  if (written) say(`rows of ${written} tickets written anew`)
  const isNew = world !== 'real' && (await isEmpty(db))
  if (isNew && world === 'demo') await loadDemo(db, { tickets: size }, say)
  if (isNew && world === 'harbour') await loadHarbour(connection)
  await resumeDemoClock(db)
  await db.destroy()
}

async function untilStopped(stop: () => Promise<void>): Promise<void> {
  await new Promise<void>((done) => {
    process.once('SIGTERM', () => done())
    process.once('SIGINT', () => done())
    // The supervisor holds the other end; when it is killed, this part goes as well.
    process.once('disconnect', () => done())
  })
  await stop()
  process.exit(0)
}

async function work(): Promise<void> {
  const { SMTP_URL, GATEWAY_URL } = settings()
  const worker = await startWorker(SMTP_URL, GATEWAY_URL)
  void worker.ended.then((why) => {
    console.error(`the worker can do no more: ${why}`)
    // Whoever started it starts it again; what it had begun is taken back from it there.
    process.exit(1)
  })
  await untilStopped(worker.stop)
}

async function token(mail: string | undefined): Promise<void> {
  const { db } = connect()
  const secret = mail ? await makeToken(db, mail) : undefined
  if (secret) say(secret)
  else {
    console.error(mail ? `Nobody has the mail address ${mail}.` : 'Say for whom: ./yare token EMAIL')
    process.exitCode = 1
  }
  await db.destroy()
}

/** @param isToMend whether what differs is written anew from the entries, and then looked at once more */
async function runAudit(isToMend: boolean): Promise<void> {
  const { db } = connect()
  await report(db)
  if (isToMend && process.exitCode) {
    const { differences } = await audit(db)
    const references = [...new Set(differences.map((one) => one.reference))]
    const left = await repair(db, references)
    for (const { reference, why } of left) say(`ticket ${reference} is left as it is: ${why}`)
    say(`${references.length - left.length} tickets were written anew from their entries; once more:`)
    await report(db)
  }
  await db.destroy()
}

async function report(db: Database): Promise<void> {
  const started = performance.now()
  const { tickets, entries, differences } = await audit(db)
  for (const { reference, what, stored, rebuilt } of differences.slice(0, 100))
    say(`ticket ${reference}, ${what}: stored ${JSON.stringify(stored)}, rebuilt ${JSON.stringify(rebuilt)}`)
  const seconds = ((performance.now() - started) / 1000).toFixed(1)
  say(
    `audit: ${tickets} tickets rebuilt from ${entries} entries in ${seconds} s, ${differences.length} differences`,
  )
  process.exitCode = differences.length ? 1 : 0
}

const [task, ...rest] = process.argv.slice(2)
const tasks: Record<string, () => Promise<void>> = {
  prepare: () => prepare(rest[0] ?? 'real', Number(rest[1] ?? 6000)),
  link: () => linkDesks(rest[0] ?? '', rest[1] ?? '', say),
  worker: work,
  mailbox: async () => {
    const { MAILBOX_PORT = 2525, GATEWAY_PORT = 2526 } = settings()
    await untilStopped((await startMailbox(MAILBOX_PORT, GATEWAY_PORT)).stop)
  },
  token: () => token(rest[0]),
  audit: () => runAudit(rest.includes('--repair')),
  chaos: async () => {
    process.exitCode = (await chaos(Number(rest[0] ?? 3), Number(rest[1] ?? 4203))) ? 0 : 1
  },
  due: async () => say(due(rest)),
  conform: async () => {
    process.exitCode = (await conform(rest, say)) ? 0 : 1
  },
  compare: async () => say(compareFiles(rest).text),
  convert: async () => say(convertDesign(rest)),
  proofread: async () => {
    const { text, hasErrors } = proofreadFile(rest)
    say(text)
    process.exitCode = hasErrors ? 1 : 0
  },
}

const chosen = tasks[task ?? '']
if (!chosen) {
  console.error(`There is no task “${task}”.`)
  process.exit(2)
}
// What is set wrongly is told before anything is begun.
await (async () => {
  readSettings()
  await chosen()
})().catch((error: Error) => {
  console.error(error.message)
  process.exit(1)
})
