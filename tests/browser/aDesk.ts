import { spawn, type ChildProcess } from 'node:child_process'
import { readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import { freePort } from '../../cli/cluster.mjs'
import { serverIn } from '../../cli/running.mjs'

/** A desk in a folder of its own, started with ./yare as an operator does: for real use, or as somebody looks round. */
export class OwnDesk {
  private child: ChildProcess | undefined
  output = ''

  constructor(
    readonly folder: string,
    readonly port: number,
    private readonly command: readonly string[] = ['start'],
  ) {}

  get address() {
    return `http://127.0.0.1:${this.port}`
  }

  /** Starts it and waits until it says that it is open. */
  async start(databaseUrl = ''): Promise<void> {
    this.output = ''
    const child = spawn('node', ['cli/yare.mjs', ...this.command, '--port', String(this.port)], {
      env: { ...process.env, YARE_DATA: this.folder, DATABASE_URL: databaseUrl },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    this.child = child
    child.stdout.on('data', (some) => (this.output += some))
    child.stderr.on('data', (some) => (this.output += some))
    await expect.poll(() => this.output, { timeout: 120_000 }).toContain('Stop with Ctrl-C')
  }

  /** Stops it with a signal and gives its exit code. */
  async stop(signal: NodeJS.Signals): Promise<number | null> {
    const { child } = this
    if (!child || child.exitCode !== null || child.signalCode !== null) return null
    const ended = new Promise<number | null>((done) => child.once('exit', done))
    child.kill(signal)
    return ended
  }

  /** The processes of one part: server, worker or mailbox. */
  partPids(name: string): number[] {
    return pidsWhere((pid) => {
      const environ = readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0')
      return environ.includes(`YARE_PART=${name}`) && environ.includes(`YARE_DATA=${this.folder}`)
    })
  }

  /** The process of its PostgreSQL, which holds the data folder. */
  get databasePid(): number {
    return serverIn(join(this.folder, 'real'))!.pid
  }

  /** The address of its PostgreSQL. */
  get databaseUrl(): string {
    return serverIn(join(this.folder, 'real'))!.url
  }

  /** Every process that still belongs to it. */
  left(): number[] {
    return pidsWhere((pid) => {
      const command = readFileSync(`/proc/${pid}/cmdline`, 'utf8')
      return command.includes(this.folder)
    }).concat(['server', 'worker', 'mailbox'].flatMap((name) => this.partPids(name)))
  }
}

function pidsWhere(fits: (pid: number) => boolean): number[] {
  return readdirSync('/proc')
    .map(Number)
    .filter((pid) => {
      try {
        return pid > 0 && pid !== process.pid && fits(pid)
      } catch {
        return false
      }
    })
}

/** Starts the web application once more on the same database, as a second machine would. */
export async function secondServer(databaseUrl: string): Promise<{ address: string; stop: () => void }> {
  const port = await freePort()
  const child = spawn('node', ['.output/server/index.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      LOG_LEVEL: 'silent',
    },
    stdio: 'ignore',
  })
  const address = `http://127.0.0.1:${port}`
  const isUp = () =>
    fetch(`${address}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    )
  await expect.poll(isUp, { timeout: 30_000 }).toBe(true)
  return { address, stop: () => child.kill('SIGKILL') }
}
