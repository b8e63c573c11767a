import { existsSync } from 'node:fs'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Refused, type FieldProblem } from '../../core/ticket'
import { HttpProblem } from '../http/problem'
import { log } from '../base/log'
import type { ParserName, Parsers } from './parsers'
import type { Answer, READY } from './thread'
import { settings } from '../base/settings'

/** How long one file or mail may take to be read, in milliseconds, and how much memory that may take. */
const MOST_TIME = 10_000
const MOST_MEMORY_MB = 512
/** How long a thread may take to begin; on a machine that has much else to do that is long. */
const MOST_BEGINNING = 60_000
/** So many are read side by side, and so many wait. */
const AT_ONCE = 2
const MOST_WAITING = 40

/** A thread that has had nothing to read for so long is ended, and with it what it holds of memory. */
const IDLE = 20_000

const free: Worker[] = []
/** Resolved once a thread has loaded what it reads with. */
const begun = new WeakMap<Worker, Promise<void>>()
const idle = new WeakMap<Worker, NodeJS.Timeout>()
let running = 0
const waiting: (() => void)[] = []

/** The bundle of `thread.ts`: beside the other parts that run outside the web server. */
function threadFile(): string {
  const file = settings().YARE_PARSER ?? join(process.cwd(), '.output/cli/parser.mjs')
  if (!existsSync(file)) throw new Error(`${file} is not there; ./yare builds it`)
  return file
}

function started(): Worker {
  const worker = new Worker(threadFile(), {
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    // What a library says on its own account is nobody's to read.
    stdout: true,
    stderr: true,
  })
  worker.unref()
  // One that ended by itself is not asked again.
  worker.once('exit', () => {
    const place = free.indexOf(worker)
    if (place >= 0) free.splice(place, 1)
  })
  begun.set(
    worker,
    new Promise((ready, fail) => {
      worker.once('message', (_: typeof READY) => ready())
      worker
        .once('error', fail)
        .once('exit', () => fail(new Error('a thread that reads files did not begin')))
    }),
  )
  return worker
}

type Result<N extends ParserName> = Awaited<ReturnType<Parsers[N]>>

/**
 * Reads a file or a mail in a thread of its own, so that whatever somebody has put into it holds up nobody: after its
 * time, or beyond its memory, the thread is ended.
 * @throws Refused when it cannot be read, or takes too long; HttpProblem 429 when too many wait already
 */
export async function parseApart<N extends ParserName>(
  name: N,
  input: Parameters<Parsers[N]>[0],
  most = MOST_TIME,
): Promise<Result<N>> {
  if (running >= AT_ONCE) {
    if (waiting.length >= MOST_WAITING)
      throw new HttpProblem(429, 'Many files are being read just now; try again in a moment.', [], {
        'retry-after': '5',
      })
    await new Promise<void>((go) => waiting.push(go))
  }
  running++
  try {
    return (await inThread({ name, input }, most)) as Result<N>
  } finally {
    running--
    waiting.shift()?.()
  }
}

/** A thread that waits for work, or a new one. */
function takeOne(): Worker {
  const worker = free.pop()
  if (!worker) return started()
  clearTimeout(idle.get(worker))
  return worker
}

function giveBack(worker: Worker): void {
  free.push(worker)
  const end = () => {
    void worker.terminate()
  }
  idle.set(worker, setTimeout(end, IDLE).unref())
}

/** A thread that is ready to read. @throws Error when it does not begin in time */
async function ready(): Promise<Worker> {
  const worker = takeOne()
  let late: NodeJS.Timeout | undefined
  const limit = new Promise((_, fail) => {
    late = setTimeout(
      () => fail(new Error('a thread that reads files did not begin in time')),
      MOST_BEGINNING,
    )
  })
  try {
    await Promise.race([begun.get(worker), limit])
    return worker
  } catch (error) {
    worker.on('error', () => undefined)
    void worker.terminate()
    throw error
  } finally {
    clearTimeout(late)
  }
}

async function inThread(asked: { name: ParserName; input: unknown }, most: number): Promise<unknown> {
  const worker = await ready()
  return new Promise((resolve, reject) => {
    const end = (isOver: boolean) => {
      clearTimeout(limit)
      worker.off('message', answered).off('error', failed).off('exit', tooMuch)
      if (isOver) return giveBack(worker)
      worker.on('error', () => undefined)
      void worker.terminate()
    }
    const tooMuch = () => {
      end(false)
      log.warn({ parser: asked.name }, 'a file was too much to read')
      reject(new Refused('invalid', isDrawn(asked.name) ? TOO_LONG : TOO_MUCH))
    }
    const answered = (answer: Answer) => {
      end(true)
      if ('value' in answer) resolve(answer.value)
      else reject(errorOf(answer.error, asked.name))
    }
    const failed = (error: Error & { code?: string }) => {
      if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return tooMuch()
      end(false)
      reject(error)
    }
    const limit = setTimeout(tooMuch, most)
    worker.once('message', answered).once('error', failed).once('exit', tooMuch)
    worker.postMessage(asked)
  })
}

/** Whether it is drawn by us: what goes wrong there is no fault of a file. */
const isDrawn = (name: ParserName) => name === 'statementPdf'

const TOO_LONG = 'This statement is too long for a sheet; fetch it as CSV.'
const TOO_MUCH = 'This takes too long or too much memory to read, so nothing was taken. Send it in parts.'

function errorOf(
  { name, message, fields }: { name: string; message: string; fields?: unknown },
  parser: ParserName,
): Error {
  if (name === 'Refused') return new Refused('invalid', message, (fields ?? []) as FieldProblem[])
  if (name === 'FileRefused') return new Refused('invalid', message)
  if (isDrawn(parser)) return new Error(message)
  // Libraries throw whatever comes when a file is damaged.
  log.warn({ error: message }, 'a file could not be read')
  return new Refused('invalid', 'This cannot be read; it may be damaged.')
}
