// Kills parts of a desk while it is written to, and looks whether anything was lost: npm run chaos -- MINUTES SEED
import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Chance } from '../../demo/chance'
import { connect } from '../../server/db/connection'
import { makeToken } from '../../server/http/session'
import { freePort } from '../cluster.mjs'
import { partsIn, serverIn } from '../running.mjs'
import { Clients } from './clients'
import { sentTwice, untilQuiet, wrongs } from './verdict'

const LEAD = 'olin-brandt@commons.sound.example'
/** Milliseconds between two kills: short enough that one falls into the start after another. */
const [SHORTEST, LONGEST] = [300, 3000]
/** What is killed, and how often each beside the others. */
const VICTIMS = [
  ['server', 3],
  ['worker', 3],
  ['database', 2],
  ['mailbox', 1],
] as const
const PEOPLE = 4

const say = (line: string) => console.log(line)
const pause = (milliseconds: number) => new Promise<void>((done) => setTimeout(done, milliseconds))

/** A desk with its sample world in a folder of its own, started as an operator does. */
class KilledDesk {
  private child: ChildProcess | undefined
  private said = ''
  readonly folder = join(process.env.YARE_DATA!, 'demo')

  constructor(private readonly port: number) {}

  get address() {
    return `http://127.0.0.1:${this.port}`
  }

  async start(): Promise<void> {
    const args = ['cli/yare.mjs', 'demo', '--port', String(this.port), '--tickets', '60']
    const child = spawn('node', args, { stdio: ['ignore', 'pipe', 'pipe'] })
    this.child = child
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (some: Buffer) => (this.said = (this.said + String(some)).slice(-4000)))
    while (!this.said.includes('Stop with Ctrl-C')) {
      if (child.exitCode !== null) throw new Error(`the desk did not start:\n${this.said}`)
      await pause(100)
    }
  }

  pidOf(part: string): number | undefined {
    return part === 'database' ? serverIn(this.folder)?.pid : partsIn(this.folder)[part]
  }

  /** Kills a part that runs; false when it does not just now. */
  kill(part: string): boolean {
    try {
      process.kill(this.pidOf(part)!, 'SIGKILL')
      return true
    } catch {
      return false
    }
  }

  get mailPort(): number {
    const environ = readFileSync(`/proc/${this.pidOf('mailbox')!}/environ`, 'utf8').split('\0')
    return Number(environ.find((one) => one.startsWith('MAILBOX_PORT='))!.split('=')[1])
  }

  /** Stops it as Ctrl-C does. @returns its exit code, null when it did not end by itself */
  async stop(): Promise<number | null> {
    const child = this.child!
    if (child.exitCode !== null) return child.exitCode
    const ended = new Promise<number | null>((done) => child.once('exit', done))
    child.kill('SIGINT')
    return ended
  }
}

/** Kills until the time is up. @returns how often each part was killed */
async function killing(
  desk: KilledDesk,
  chance: Chance,
  isOver: () => boolean,
): Promise<Map<string, number>> {
  const kills = new Map<string, number>()
  while (!isOver()) {
    await pause(chance.whole(SHORTEST, LONGEST))
    const victim = chance.weighted(VICTIMS)
    if (desk.kill(victim)) kills.set(victim, (kills.get(victim) ?? 0) + 1)
  }
  return kills
}

const counted = (counts: ReadonlyMap<string | number, number>) =>
  [...counts]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, count]) => `${name} ${count}`)
    .join(', ')

function report({ written }: Clients, kills: ReadonlyMap<string, number>): void {
  const all = [...kills.values()].reduce((sum, count) => sum + count, 0)
  say(`kills (-9): ${all}: ${counted(kills)}`)
  const known = [...written.notes.values()].filter(Boolean).length
  const signals = [...written.signals.values()].reduce((sum, count) => sum + count, 0)
  say(
    `acknowledged: ${written.logged.size} tickets, ${known} of ${written.notes.size} notes, ${written.mails.size} mails, ` +
      `${signals} signals, ${written.files.size} files`,
  )
  say(`answers (0: cut off): ${counted(written.statuses)}`)
}

/**
 * Runs it. The same seed kills the same parts at the same distances, and lets the clients do the same in the same order;
 * what meets what is the machine's doing.
 * @param minutes how long there are kills
 * @returns whether nothing was lost, doubled or refused without reason
 */
export async function chaos(minutes: number, seed: number): Promise<boolean> {
  const desk = new KilledDesk(await freePort())
  const stopped = () => void desk.stop().then(() => process.exit(1))
  process.once('SIGINT', stopped).once('SIGTERM', stopped)
  await desk.start()
  const { db } = connect(serverIn(desk.folder)!.url, 2)
  try {
    const ends = performance.now() + minutes * 60_000
    let isOver = () => performance.now() > ends
    const token = (await makeToken(db, LEAD))!
    const outside = { address: desk.address, token, mailPort: desk.mailPort, isOver: () => isOver() }
    const clients = new Clients(outside)
    say(`chaos for ${minutes} minutes, seed ${seed}`)
    const [kills] = await Promise.all([
      killing(desk, new Chance(seed), isOver),
      ...Array.from({ length: PEOPLE }, (_, index) =>
        clients.person(`person-${index}`, new Chance(seed + 1 + index)),
      ),
      clients.mails(new Chance(seed + 100)),
      clients.monitor(new Chance(seed + 200)),
    ])
    report(clients, kills)
    isOver = () => false
    const wrong = [...(await untilQuiet(db)), ...(await wrongs(db, clients))]
    const { messages, twice } = await sentTwice(db)
    say(`messages at the gateway: ${messages}, ${twice} of them came twice`)
    for (const line of wrong.slice(0, 100)) say(`WRONG ${line}`)
    say(
      wrong.length
        ? `chaos: ${wrong.length} wrong`
        : 'chaos: nothing was lost, the audit finds no difference',
    )
    return wrong.length === 0
  } finally {
    await db.destroy()
    await desk.stop()
  }
}
