// The figures of docs/BENCHMARKS.md. Run by `npm run bench`, on a throwaway database that is given in DATABASE_URL.
import { execFileSync } from 'node:child_process'
import { createServer } from 'node:http'
import { cpus } from 'node:os'
import autocannon from 'autocannon'
import { freePort } from '../cli/cluster.mjs'
import { alarmLateness, ladders } from './benchAlarms.mjs'
import { assist } from './benchAssist.mjs'
import { attack, pages } from './benchAttacks.mjs'
import { directory } from './benchDirectory.mjs'
import { look } from './benchLook.mjs'
import { crowd, million } from './benchMillion.mjs'
import { manyOpen, theDay } from './benchOpen.mjs'
import { planStages } from './benchPlans.mjs'
import { partners } from './benchPartners.mjs'
import { pageSize, portal } from './benchPortal.mjs'
import { figures, note, openTickets, pause, pool, run, SECONDS, start, TASKS, TICKET } from './benchTools.mjs'

async function load(title, options) {
  const result = await autocannon({ connections: 16, duration: SECONDS, ...options })
  const rate = Math.round(result.requests.total / result.duration)
  const bad = result.non2xx + result.errors
  note(
    title,
    `${rate} a second, p50 ${result.latency.p50} ms, p99 ${result.latency.p99} ms${bad ? `, ${bad} failed` : ''}`,
  )
  return rate
}

async function plainRow() {
  await pool.query('create table if not exists bench_row (id bigserial primary key, body jsonb not null)')
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk) => (body += chunk))
    request.on('end', () =>
      pool.query('insert into bench_row (body) values ($1) returning id', [body]).then(
        ({ rows }) => response.end(JSON.stringify(rows[0])),
        () => response.writeHead(500).end(),
      ),
    )
  })
  const port = await freePort()
  await new Promise((done) => server.listen(port, '127.0.0.1', done))
  const rate = await load('one plain row through node:http', {
    url: `http://127.0.0.1:${port}/`,
    method: 'POST',
    body: '{"gates":1}',
  })
  server.close()
  return rate
}

async function tickets(address, headers) {
  const body = TICKET
  await autocannon({
    url: `${address}/api/tickets`,
    method: 'POST',
    headers,
    body,
    connections: 16,
    duration: 4,
  })
  const before = cpuSeconds()
  const rate = await load('tickets through POST /api/tickets', {
    url: `${address}/api/tickets`,
    method: 'POST',
    headers,
    body,
  })
  const after = cpuSeconds()
  const { rows } = await pool.query(
    "select (select count(*) from entry)::int as entries, (select count(*) from outbox where state = 'queued')::int as queued",
  )
  note('entries stored by then, messages queued by then', `${rows[0].entries}, ${rows[0].queued}`)
  note(
    'processor time per ticket, server and database together',
    `${(((after - before) * 1000) / (rate * SECONDS)).toFixed(2)} ms of both cores`,
  )
  return rate
}

/** Seconds that all cores have worked. */
function cpuSeconds() {
  return cpus().reduce((sum, { times }) => sum + (times.user + times.sys + times.nice) / 1000, 0)
}

run('prepare', 'demo', '500')
const token = run('token', 'olin-brandt@commons.sound.example').trim()
const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' }
const port = await freePort()
const address = `http://127.0.0.1:${port}`
const server = start('.output/server/index.mjs', [], { NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port) })
for (let tries = 0; tries < 100; tries++) {
  if (
    await fetch(`${address}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    )
  )
    break
  await pause(100)
}
console.log(
  `${cpus().length} cores, ${cpus()[0].model}, Node.js ${process.version}, ${SECONDS} s a run, 16 connections\n`,
)
async function core() {
  const lines = execFileSync('node', ['--expose-gc', '.output/cli/benchTime.mjs'], { encoding: 'utf8' })
  for (const line of lines.trim().split('\n')) {
    const [name, value] = line.split(': ')
    note(name, value)
  }
}
const design = () => inCore('benchDesign')
const triage = () => inCore('benchTriage')
async function plans() {
  inCore('benchPlan')
  await planStages({ address, headers })
}
/** What a bench of the core prints, a line a figure. */
function inCore(name) {
  const lines = execFileSync('node', [`.output/cli/${name}.mjs`], { encoding: 'utf8' })
  for (const line of lines.trim().split('\n')) {
    const at = line.lastIndexOf(': ')
    note(line.slice(0, at), line.slice(at + 2))
  }
}
const STORM = 10_000
/** Ten thousand signals of one fault, each in a request of its own. */
async function storm() {
  let sent = 0
  const signal = (id) =>
    JSON.stringify({
      ...{ specversion: '1.0', id: String(id), source: '/bench', type: 'sound.link.down', subject: 'mast 1' },
      organisation: 'merrow',
      data: { text: 'no answer' },
    })
  const tickets = async () => (await pool.query('select count(*)::int as count from ticket')).rows[0].count
  const before = await tickets()
  const result = await autocannon({
    url: `${address}/api/signals`,
    connections: 16,
    amount: STORM,
    method: 'POST',
    headers: { ...headers, 'content-type': 'application/cloudevents+json' },
    requests: [{ setupRequest: (request) => ({ ...request, body: signal(++sent) }) }],
  })
  const { rows } = await pool.query(
    "select state->'signal'->'count' as count from ticket where state->>'channel' = 'signal' order by reference desc limit 1",
  )
  note(
    `${STORM} signals of one fault through HTTP, each in a request of its own`,
    `${result.duration.toFixed(1)} s, ${result.non2xx + result.errors} failed; ${(await tickets()) - before} ticket, reported ${rows[0].count} times`,
  )
}
/** What the core says of benches. */
function benchOrders() {
  const said = execFileSync('node', ['.output/cli/benchWork.mjs'], { encoding: 'utf8' })
  for (const line of said.trim().split('\n')) note(...line.split('\t'))
}
const PARTS = {
  core,
  design,
  triage,
  plans,
  storm,
  portal: () => portal({ address }),
  row: plainRow,
  tickets: () => tickets(address, headers),
  alarms: () => alarmLateness(address, headers),
  ladders: () => ladders({ address, headers }),
  open: () => manyOpen({ address, headers }),
  day: () => theDay({ address, headers }),
  work: benchOrders,
  assist: () => assist({ address, headers }),
  dispatch: () => inCore('benchDispatch'),
  crowd: () => crowd({ pool, note, address, headers, openTickets, seconds: SECONDS }),
  attacks: () => attack({ note, token }),
  pages: () => pages({ note }),
  look: () => look({ note, address, openTickets }),
  partners: () => partners({ headers }),
  directory: () => {
    const worker = start(TASKS, ['worker'], { SMTP_URL: 'smtp://127.0.0.1:9' })
    return directory({ pool, note, address, headers, worker })
  },
  million: () => {
    const worker = start(TASKS, ['worker'], { SMTP_URL: 'smtp://127.0.0.1:9' })
    return million({ pool, note, address, headers, openTickets, seconds: SECONDS, worker })
  },
}
// Named parts alone may be run: npm run bench 10 core open
const wanted = process.argv.slice(3)
for (const [name, part] of Object.entries(PARTS)) if (!wanted.length || wanted.includes(name)) await part()
note(
  'JavaScript of the portal’s first page',
  await pageSize(address, '/portal/merrow', {
    mail: 'ines-varga@merrow.sound.example',
    password: 'sound-of-hallin',
    portal: 'merrow',
  }),
)
note(
  'JavaScript of the Desk',
  await pageSize(address, '/desk', {
    mail: 'olin-brandt@commons.sound.example',
    password: 'sound-of-hallin',
  }),
)
console.log(
  `\n| what | figure |\n|---|---|\n${figures.map(([name, value]) => `| ${name} | ${value} |`).join('\n')}`,
)
server.kill('SIGTERM')
await pool.end()
process.exit(0)
