// The command `yare`: plain JavaScript without dependencies, since it runs before anything is installed.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { homedir, tmpdir } from 'node:os'
import { join, dirname } from 'node:path'
import { fileURLToPath } from 'node:url'
import { ensurePostgres, findPostgres, freePort, installPackages, startCluster } from './cluster.mjs'
import { noteParts, partsIn, serverIn } from './running.mjs'

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..')
const SERVER = join(ROOT, '.output/server/index.mjs')
const TASKS = join(ROOT, '.output/cli/tasks.mjs')
const DEFAULT_PORT = 4203
/** Megabytes for what lives briefly: each ticket leaves much of it, and with room for it the collector comes seldom. */
const ROOM = '--max-semi-space-size=32'
const SOURCES = [
  'app',
  'cli',
  'core',
  'demo',
  'modules',
  'public',
  'scripts',
  'server',
  'nuxt.config.ts',
  'package-lock.json',
]

const HELP = `Yare Ledger: a service desk that keeps its promises like a ledger.

  ./yare demo            sets everything up and starts the desk with its sample world
      --port N           web address at this port (default ${DEFAULT_PORT}, or the next free one)
      --reset            begins the sample world anew
      --tickets N        how large the sample world's past is (default 6000)
      --partner          starts Varnes Harbour Works beside it, a second desk that is paired with it
  ./yare start           the same for real use: no sample world, real time; first visit makes the administrator
  ./yare test            runs every check: types, lint, architecture, unit, server and browser tests, kills
  ./yare token EMAIL     prints an API token for a person (add --real for a desk begun with start)
  ./yare audit           rebuilds tickets, clocks and alarms from the entries and compares (also --real)
      --repair           and writes anew what differs, and says what
  ./yare due FILE [CALENDAR] START DURATION
                         when so much working time has passed, with the statement; FILE is a design file, a
                         calendar (JSON) or an iCalendar file, START like 2026-11-16T10:42, DURATION like PT2H;
                         with a second moment in place of DURATION the working time between the two; --csv
  ./yare proofread FILE  reads a design file and says what is wrong or odd in it (--json); ends with 1 on errors
  ./yare compare A B     says what is different between two designs, by article, in sentences (--json)
  ./yare convert A B     makes of a design file a folder with a file for each article, and the other way round; both
                         do wherever a design file is asked for
  ./yare conform ADDRESS CODE [OURS]
                         pairs with a desk, or a program that speaks as one, and says whether it does as
                         docs/PARTNER.md has it; OURS is where it reaches this machine, if not 127.0.0.1
  ./yare help            this page

Settings: YARE_DATA (data folder), DATABASE_URL (use this server, start none), SMTP_URL (where mail goes out),
GATEWAY_URL (chat, text messages, pagers), YARE_URL (address of the desk in messages), YARE_PRIVATE_CALLS (hosts in
private networks that webhooks may call, or all).
Inside the project: npm run dev, npm run check, npm test, npm run lines, npm run bench, npm run chaos.`

const say = (line) => console.log(`  ${line}`)

function options(args) {
  const value = (name) => {
    const index = args.indexOf(`--${name}`)
    if (index < 0) return undefined
    const text = args[index + 1]
    if (!/^\d+$/.test(text ?? '')) throw new Error(`--${name} needs a number`)
    return Number(text)
  }
  const known = ['--port', '--reset', '--tickets', '--real', '--repair', '--partner']
  const strange = args.find((one) => one.startsWith('--') && !known.includes(one))
  if (strange) throw new Error(`there is no option ${strange}; see ./yare help`)
  return {
    port: value('port'),
    tickets: value('tickets') ?? 6000,
    reset: args.includes('--reset'),
    real: args.includes('--real'),
    partner: args.includes('--partner'),
  }
}

/** Where data is kept. As root it must be a folder that PostgreSQL's own user can reach. */
function dataFolder(name) {
  const home = process.env.XDG_DATA_HOME ?? join(homedir(), '.local/share')
  const base =
    process.env.YARE_DATA ?? (process.getuid?.() === 0 ? '/var/lib/yare-ledger' : join(home, 'yare-ledger'))
  return join(base, name)
}

function run(program, args, env = {}) {
  const result = spawnSync(program, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } })
  return result.status ?? 1
}

function quietly(what, program, args) {
  const started = Date.now()
  process.stdout.write(`  ${what} … `)
  const result = spawnSync(program, args, { cwd: ROOT, encoding: 'utf8', maxBuffer: 1e8 })
  if (result.status !== 0) throw new Error(`${what} failed:\n${(result.stdout + result.stderr).slice(-4000)}`)
  console.log(`${Math.round((Date.now() - started) / 1000)} s`)
}

function stampOf(paths) {
  const hash = createHash('sha256').update(process.version)
  const add = (path) => {
    const info = statSync(path)
    if (info.isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name))
    // Tests are no part of what is built.
    else if (!path.endsWith('.test.ts')) hash.update(path).update(readFileSync(path))
  }
  for (const path of paths) add(join(ROOT, path))
  return hash.digest('hex')
}

/** @param more what it has beyond what is always made; what has more does for less */
function unlessCurrent(stampFile, paths, work, more = '') {
  const stamp = stampOf(paths)
  const file = join(ROOT, stampFile)
  const [before, had = ''] = existsSync(file) ? readFileSync(file, 'utf8').split(' ') : []
  if (before === stamp && had.includes(more)) return
  work()
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, more ? `${stamp} ${more}` : stamp)
}

export function install() {
  unlessCurrent('node_modules/.yare-stamp', ['package-lock.json'], () =>
    quietly('installing packages (npm ci)', 'npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']),
  )
}

export function build() {
  const work = () => {
    quietly('building the application', 'npx', ['nuxt', 'build', '--logLevel=silent'])
    quietly('bundling worker and commands', 'node', ['scripts/bundle.mjs'])
  }
  unlessCurrent('.output/.yare-stamp', SOURCES, work, process.env.YARE_KIT === '1' ? 'kit' : '')
}

/** Stops what an earlier run left behind when it was killed. */
function stopLeftovers(folder) {
  for (const pid of Object.values(partsIn(folder))) {
    try {
      if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(join(ROOT, '.output')))
        process.kill(pid, 'SIGKILL')
    } catch {
      // It is gone already.
    }
  }
  rmSync(join(folder, 'running.json'), { force: true })
}

/** Runs the parts of the desk, starts a part again when it dies, and stops all of them together. */
class Parts {
  constructor(folder) {
    this.folder = folder
    this.running = new Map()
    this.stopping = false
  }

  start(name, args, env) {
    const child = spawn(process.execPath, [ROOM, ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      env: { ...process.env, LOG_LEVEL: 'warn', ...env, YARE_PART: name },
      // Ctrl-C reaches the whole group; the parts are stopped by us, in their order.
      detached: true,
    })
    this.running.set(name, child)
    this.note()
    child.once('exit', (code, signal) => {
      this.running.delete(name)
      if (this.stopping) return
      say(`${name} ended (${signal ?? code}); starting it again`)
      setTimeout(() => !this.stopping && this.start(name, args, env), 500)
    })
  }

  /** Ends one, which is then started again with the code as it is now. */
  restart(name) {
    this.running.get(name)?.kill('SIGTERM')
  }

  note() {
    noteParts(this.folder, Object.fromEntries([...this.running].map(([name, { pid }]) => [name, pid])))
  }

  async stop() {
    this.stopping = true
    const children = [...this.running.values()]
    await Promise.all(
      children.map(async (child) => {
        const ended = new Promise((done) => child.once('exit', done))
        child.kill('SIGTERM')
        const hard = setTimeout(() => child.kill('SIGKILL'), 8000)
        await ended
        clearTimeout(hard)
      }),
    )
    rmSync(join(this.folder, 'running.json'), { force: true })
  }
}

async function webPort(wanted) {
  const port = await freePort(wanted ?? DEFAULT_PORT)
  if (port) return port
  if (wanted) throw new Error(`port ${wanted} is taken; choose another with --port, or leave it out`)
  return portFrom(DEFAULT_PORT + 1)
}

/** The first port that is free from one on. */
async function portFrom(first) {
  for (let next = first; next < first + 100; next++) if (await freePort(next)) return next
  throw new Error('no free port found; choose one with --port')
}

async function database(folder) {
  if (process.env.DATABASE_URL) return { url: process.env.DATABASE_URL, stop: async () => {} }
  const bin = ensurePostgres(say)
  const onEnd = (how) => say(`PostgreSQL ended (${how}); starting it again`)
  const cluster = await startCluster(bin, folder, { onEnd })
  say('PostgreSQL is up')
  return cluster
}

async function untilHealthy(address, parts) {
  for (let tries = 0; tries < 200; tries++) {
    if (parts.stopping) return
    try {
      if ((await fetch(`${address}/api/health`)).ok) return
    } catch {
      // It is not listening yet.
    }
    await new Promise((done) => setTimeout(done, 100))
  }
  throw new Error('the server did not answer within 20 seconds')
}

const LOOPBACK = '127.0.0.1'

/** What a desk is called where it says which one it is. */
const WORLDS = { demo: 'its sample world', harbour: 'its second sample world', real: 'real use' }

async function desk(demo, args) {
  const { port: wanted, reset, tickets, partner } = options(args)
  if (partner && (!demo || process.env.DATABASE_URL))
    throw new Error('--partner is for ./yare demo on databases of our own: it starts a second desk beside it')
  const world = demo ? 'demo' : 'real'
  console.log(`Yare Ledger, with ${WORLDS[world]} (data in ${dataFolder(world)})`)
  install()
  build()
  // Desks that were paired begin anew together, with the second one started or not.
  for (const one of reset && demo ? ['demo', 'harbour'] : []) await resetDemo(dataFolder(one))
  if (reset && demo) say('the sample world begins anew')
  const open = []
  let stopped
  const stop = () =>
    (stopped ??= (async () => {
      for (const one of open) await one.stop()
    })())
  const leave = async () => {
    console.log('\n  stopping …')
    await stop()
    say('stopped')
    process.exit(0)
  }
  process.once('SIGINT', leave)
  process.once('SIGTERM', leave)
  const port = await webPort(wanted)
  try {
    const address = `http://${LOOPBACK}:${port}`
    if (partner) await deskAndPartner({ port, tickets }, open)
    else await openDesk(world, { address, tickets }, open)
    welcome(demo, address)
  } catch (error) {
    await stop()
    throw error
  }
}

/** The sample world with the partner desk beside it, paired; a browser keeps who is signed in at each by its host. */
async function deskAndPartner({ port, tickets }, open) {
  const [here, there] = [`http://${LOOPBACK}:${port}`, `http://localhost:${await portFrom(port + 1)}`]
  const hosts = [here, there].map((one) => new URL(one).host)
  const env = { YARE_PRIVATE_CALLS: [process.env.YARE_PRIVATE_CALLS ?? '', ...hosts].join(' ').trim() }
  await openDesk('demo', { address: here, tickets, env: { ...env, YARE_URL: here } }, open)
  await openDesk('harbour', { address: there, env: { ...env, YARE_URL: there } }, open)
  if (run(process.execPath, [TASKS, 'link', here, there]))
    throw new Error('the two desks could not be paired')
  console.log(`\n  Varnes Harbour Works is open at ${there}`)
  say('  desk lead        solveig-krane@harbour.sound.example')
  say('  technician       eskil-naust@harbour.sound.example')
  say('  administrator    brita-ankre@harbour.sound.example')
}

/**
 * Opens one desk: its database and its parts, each started again when it dies.
 * @param world whose people it has where its database is new
 * @param open where it is put, so that whoever stops finds it
 */
async function openDesk(world, { address, tickets = 0, env: more = {} }, open) {
  const folder = dataFolder(world)
  stopLeftovers(folder)
  const store = await database(folder)
  const parts = new Parts(folder)
  const stop = async () => {
    await parts.stop()
    await store.stop()
  }
  open.push({ stop })
  const env = { DATABASE_URL: store.url, ...(await outside(address)), ...more }
  if (run(process.execPath, [TASKS, 'prepare', world, String(tickets)], env))
    throw new Error('the database could not be prepared')
  const { port } = new URL(address)
  parts.start('server', [SERVER], { ...env, NITRO_HOST: LOOPBACK, NITRO_PORT: port })
  parts.start('mailbox', [TASKS, 'mailbox'], env)
  parts.start('worker', [TASKS, 'worker'], env)
  await untilHealthy(`http://${LOOPBACK}:${port}`, parts)
}

/** Where the outside is reached: stand-ins of our own, unless the settings say otherwise. */
async function outside(address) {
  const [mailPort, gatewayPort] = [await freePort(), await freePort()]
  return {
    MAILBOX_PORT: String(mailPort),
    GATEWAY_PORT: String(gatewayPort),
    SMTP_URL: process.env.SMTP_URL ?? `smtp://127.0.0.1:${mailPort}`,
    GATEWAY_URL: process.env.GATEWAY_URL ?? `http://127.0.0.1:${gatewayPort}`,
    YARE_URL: process.env.YARE_URL ?? address,
    YARE_PRIVATE_CALLS: process.env.YARE_PRIVATE_CALLS ?? '',
  }
}

function welcome(demo, address) {
  console.log(`\n  The desk is open at ${address}\n`)
  if (!demo) return say('The first visit makes the administrator. Stop with Ctrl-C.')
  say('Accounts, all with the password sound-of-hallin:')
  say(`  desk lead        olin-brandt@commons.sound.example   ${address}/desk`)
  say(`  technician       tora-aas@commons.sound.example      ${address}/desk`)
  say(`  dispatcher       ove-stern@commons.sound.example     ${address}/desk`)
  say(`  administrator    ada-thorne@commons.sound.example    ${address}/desk`)
  say(`  requester        ines-varga@merrow.sound.example     ${address}/portal/merrow`)
  say('Stop with Ctrl-C.')
}

async function resetDemo(folder) {
  if (process.env.DATABASE_URL)
    throw new Error('--reset works on a database of our own only; empty yours by hand')
  stopLeftovers(folder)
  const bin = findPostgres()
  if (bin && existsSync(join(folder, 'postgres/PG_VERSION'))) {
    // Starting takes care of a server that was left running; then the folder may go.
    const cluster = await startCluster(bin, folder)
    await cluster.stop()
  }
  rmSync(folder, { recursive: true, force: true })
}

/** Runs one task on the desk's database, starting the database for as long as it takes when it is down. */
async function task(name, args) {
  const { real } = options(args.filter((one) => one.startsWith('--')))
  const plain = args.filter((one) => !one.startsWith('--'))
  install()
  build()
  const folder = dataFolder(real ? 'real' : 'demo')
  const url = process.env.DATABASE_URL || (await runningUrl(folder))
  const store = url
    ? { url, stop: async () => {} }
    : await startCluster(ensurePostgres(say), existing(folder, real))
  if (args.includes('--repair')) plain.push('--repair')
  const status = run(process.execPath, [TASKS, name, ...plain], { DATABASE_URL: store.url })
  await store.stop()
  process.exitCode = status
}

function existing(folder, real) {
  if (!existsSync(join(folder, 'postgres')))
    throw new Error(`there is no desk in ${folder} yet; run ./yare ${real ? 'start' : 'demo'} first`)
  return folder
}

/** The address of the cluster if it is running now. */
async function runningUrl(folder) {
  const url = serverIn(folder)?.url
  if (!url) return undefined
  const ready = spawnSync(join(findPostgres(), 'pg_isready'), ['-d', url, '-q'])
  return ready.status === 0 ? url : undefined
}

/** Runs a command whose output is kept together, for commands that run side by side. */
function aside(program, args) {
  const child = spawn(program, args, { cwd: ROOT })
  let output = ''
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (part) => (output += part))
  return new Promise((resolve) =>
    child.on('close', (status) => {
      process.stdout.write(output)
      resolve(status ?? 1)
    }),
  )
}

/** Kills parts of a desk of its own while it is written to, and looks whether anything was lost. */
function chaos(args) {
  if (args.some((one) => !/^\d+$/.test(one)) || args.length > 2)
    throw new Error('chaos takes minutes and a seed: npm run chaos -- 3 4203')
  install()
  build()
  const base = mkdtempSync(join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'yare-chaos-'))
  // PostgreSQL runs as another user when we are root; it must be able to walk in.
  chmodSync(base, 0o711)
  const status = run(process.execPath, [TASKS, 'chaos', ...args], { YARE_DATA: base, DATABASE_URL: '' })
  rmSync(base, { recursive: true, force: true, maxRetries: 3 })
  process.exitCode = status
}

/** Types and lint side by side: each keeps one core busy. They read the same prepared types, and write nothing. */
async function check() {
  install()
  const prepared = run('npx', ['nuxt', 'prepare', '--logLevel=silent'])
  if (prepared) return prepared
  const states = await Promise.all([
    aside('npm', ['run', '--silent', 'lint']),
    aside('npm', ['run', '--silent', 'types']),
  ])
  return Math.max(...states)
}

/** The checks keep the processor busy while the kills mostly wait for something to start again. */
async function checkInChaos() {
  const states = await Promise.all([check(), aside(process.execPath, ['cli/yare.mjs', 'chaos', '3'])])
  return Math.max(...states)
}

async function test() {
  install()
  ensurePostgres(say)
  if (!existsSync('/usr/bin/chromium')) installPackages(['chromium'], say)
  // The page of the kit is tested too; it is no part of a desk.
  process.env.YARE_KIT = '1'
  const steps = [
    ['building', build],
    ['types, lint, architecture; beside them kills of everything for three minutes', checkInChaos],
    ['unit and server tests', () => run('npx', ['vitest', 'run'], { YARE_DEEP: '1' })],
    ['browser tests', () => run('npx', ['playwright', 'test'])],
  ]
  for (const [name, step] of steps) {
    console.log(`\n== ${name}`)
    const started = Date.now()
    const status = await step()
    if (status) {
      console.error(`\n${name}: failed`)
      process.exit(status)
    }
    console.log(`-- ${name}: ${Math.round((Date.now() - started) / 1000)} s`)
  }
}

/** Runs something against a throwaway database with the sample world's shape, for bench and dev. */
async function withScratch(script) {
  install()
  build()
  const base = join(process.getuid?.() === 0 ? '/var/lib' : tmpdir(), `yare-scratch-${process.pid}`)
  const cluster = await startCluster(ensurePostgres(say), base)
  const status = run('node', [script, ...process.argv.slice(3)], {
    DATABASE_URL: cluster.url,
    LOG_LEVEL: 'warn',
  })
  await cluster.stop()
  rmSync(base, { recursive: true, force: true })
  process.exit(status)
}

/** Bundles worker and stand-ins, and again whenever their code changes; the first time is waited for. */
async function watchBundle(folder, again) {
  const bundler = spawn(process.execPath, ['scripts/bundle.mjs', folder, '--watch'], {
    cwd: ROOT,
    stdio: ['pipe', 'inherit', 'inherit', 'ipc'],
  })
  await new Promise((done) => bundler.once('message', done))
  bundler.on('message', again)
  return bundler
}

/** Pages and routes with hot reload, and a worker that is watched, on data of its own; nothing is built before. */
async function dev() {
  install()
  const folder = dataFolder('dev')
  const bundled = join(ROOT, 'node_modules/.cache/yare-dev')
  const tasks = join(bundled, 'tasks.mjs')
  const store = await database(folder)
  const parts = new Parts(folder)
  const bundler = await watchBundle(bundled, () => parts.restart('worker'))
  const port = await webPort()
  const address = `http://127.0.0.1:${port}`
  const env = {
    ...{ DATABASE_URL: store.url, YARE_PARSER: join(bundled, 'parser.mjs') },
    ...(await outside(address)),
  }
  if (run(process.execPath, [tasks, 'prepare', 'demo', '600'], env)) {
    bundler.kill()
    await store.stop()
    throw new Error('the database could not be prepared')
  }
  parts.start('mailbox', [tasks, 'mailbox'], env)
  parts.start('worker', [tasks, 'worker'], env)
  const web = spawn(
    process.execPath,
    ['node_modules/nuxt/bin/nuxt.mjs', 'dev', '--port', String(port), '--host', '127.0.0.1'],
    {
      cwd: ROOT,
      stdio: 'inherit',
      env: { ...process.env, ...env },
    },
  )
  // Ctrl-C reaches the whole group; another signal only us.
  process.on('SIGINT', () => undefined)
  process.on('SIGTERM', () => web.kill())
  // Not by `spawnSync`: that would keep the worker from being started again.
  await new Promise((done) => web.once('exit', done))
  bundler.kill()
  await parts.stop()
  await store.stop()
  process.exit(0)
}

/** A command that needs neither server nor database. */
function alone(name, args) {
  install()
  build()
  process.exitCode = run(process.execPath, [TASKS, name, ...args], { YARE_FROM: process.cwd() })
}

const COMMANDS = {
  demo: (args) => desk(true, args),
  start: (args) => desk(false, args),
  test,
  check: async () => (process.exitCode = await check()),
  dev,
  bench: () => withScratch('scripts/bench.mjs'),
  chaos,
  token: (args) => task('token', args),
  audit: (args) => task('audit', args),
  due: (args) => alone('due', args),
  proofread: (args) => alone('proofread', args),
  compare: (args) => alone('compare', args),
  conform: (args) => alone('conform', args),
  convert: (args) => alone('convert', args),
  help: () => console.log(HELP),
}

const [command = 'help', ...args] = process.argv.slice(2)
try {
  const chosen = COMMANDS[command.replace(/^--?/, '')]
  if (!chosen) throw new Error(`there is no command “${command}”; see ./yare help`)
  await chosen(args)
} catch (error) {
  console.error(`\n  ${error.message}`)
  process.exit(1)
}
