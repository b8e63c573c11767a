// The figures of docs/BENCHMARKS.md. Run by `npm run bench`, on a throwaway database that is given in DATABASE_URL.
import { execFileSync, spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { cpus } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import autocannon from 'autocannon'
import pg from 'pg'
import { freePort } from '../cli/cluster.mjs'
import { attack, pages } from './benchAttacks.mjs'
import { directory } from './benchDirectory.mjs'
import { launch, look, visitor } from './benchLook.mjs'
import { crowd, million } from './benchMillion.mjs'

const SECONDS = Number(process.argv[2] ?? 15)
const TASKS = '.output/cli/tasks.mjs'
const env = { ...process.env, LOG_LEVEL: 'error' }
const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 16 })
const figures = []
const note = (name, value) => {
  figures.push([name, value])
  console.log(`${name}: ${value}`)
}
const pause = (ms) => new Promise((done) => setTimeout(done, ms))

const run = (...args) => execFileSync('node', [TASKS, ...args], { env, encoding: 'utf8' })
const started = []
function start(file, args, more = {}) {
  const child = spawn('node', ['--max-semi-space-size=32', file, ...args], {
    env: { ...env, ...more },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  started.push(child)
  return child
}

const TICKET = JSON.stringify({
  item: 'gate-scanner',
  portal: 'merrow',
  requester: 'ines-varga',
  answers: { gates: 3, boardingStopped: false },
})

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

/** Logs tickets one after another at a steady pace, so that their alarms fall due at that pace. */
async function logSteadily(address, headers, count, everyMs) {
  const references = []
  for (let done = 0; done < count; done++) {
    const answer = await fetch(`${address}/api/tickets`, { method: 'POST', headers, body: TICKET })
    references.push((await answer.json()).reference)
    await pause(everyMs)
  }
  return references
}

/**
 * Leaves alarms armed on ten thousand tickets: the given ones, and of all others those that ring last.
 * The machine is to be idle but for the alarms, so no messages wait.
 */
async function armTenThousand(references) {
  await pool.query('delete from graphile_worker._private_jobs')
  await pool.query(
    `update ticket set alarm_at = null where alarm_at is not null and reference <> all($1) and reference not in
      (select reference from ticket where alarm_at is not null and reference <> all($1) order by alarm_at desc limit 10000)`,
    [references],
  )
  return armed()
}

/** How many tickets ring some time. */
const armed = async () => (await pool.query('select count(alarm_at)::int as armed from ticket')).rows[0].armed

/** Puts desk time forward, in the database as ./yare's own clock does. */
async function forwardTo(address, headers, instant) {
  const clock = await (await fetch(`${address}/api/clock`, { headers })).json()
  const ahead = instant - clock.now
  if (ahead <= 0) return
  await pool.query(
    "update setting set value = jsonb_set(value, '{offset}', to_jsonb((value->>'offset')::bigint + $1::bigint)) where key = 'desk-clock'",
    [ahead],
  )
  await pool.query("select pg_notify('yare_clock', '')")
}

function bundleSizes() {
  const folder = '.output/public/_nuxt'
  const sizes = new Map(
    readdirSync(folder)
      .filter((file) => file.endsWith('.js'))
      .map((file) => [file, gzipSync(readFileSync(join(folder, file))).length]),
  )
  return sizes
}

async function pageSize(address, path, account) {
  const browser = await launch()
  const { page } = await visitor(browser, address, account)
  const scripts = new Set()
  page.on('response', (response) => {
    const file = new URL(response.url()).pathname.split('/_nuxt/')[1]
    if (file?.endsWith('.js')) scripts.add(file)
  })
  await page.goto(address + path)
  await page.waitForTimeout(1500)
  await browser.close()
  const sizes = bundleSizes()
  return `${([...scripts].reduce((sum, file) => sum + (sizes.get(file) ?? 0), 0) / 1024) | 0} KB compressed in ${scripts.size} files`
}

/** How late the alarms of some tickets rang: the entry's time minus the time they were due. */
async function lateness(references, from) {
  const { rows } = await pool.query(
    `select (at - (body->>'dueAt')::bigint) as late from entry
      where kind in ('rungRang', 'overdrawn') and reference = any($1) and (body->>'dueAt')::bigint >= $2 order by late`,
    [references, from],
  )
  const late = rows.map((row) => Number(row.late))
  const at = (share) => late[Math.min(late.length - 1, Math.floor(share * late.length))]
  return { count: late.length, words: `p50 ${at(0.5)} ms, p99 ${at(0.99)} ms, most ${late.at(-1)} ms` }
}

/** Real alarms ringing in real time while ten thousand are armed, then a heap of them falling due at once. */
async function alarmLateness(address, headers) {
  const references = await logSteadily(address, headers, 150, 100)
  const waiting = await armTenThousand(references)
  const worker = start(TASKS, ['worker'], { SMTP_URL: 'smtp://127.0.0.1:9' })
  await pause(3000)
  const first = await pool.query('select min(alarm_at) as at from ticket where reference = any($1)', [
    references,
  ])
  const from = Number(first.rows[0].at)
  await forwardTo(address, headers, from - 3000)
  await pause(24_000)
  const idle = await lateness(references, from)
  note(`lateness of ${idle.count} alarms, about 6 a second, ${waiting} tickets armed`, idle.words)
  await burst(address, headers)
  worker.kill('SIGTERM')
}

/** Time until all alarms that fall due in one moment, of so many tickets, have rung. */
async function burst(address, headers, count = 1000, beside = '') {
  const { rows } = await pool.query(
    'select alarm_at as at from ticket where alarm_at is not null order by alarm_at offset $1 limit 1',
    [count],
  )
  const rung = async () =>
    (
      await pool.query(
        "select count(*)::int as rung from entry where kind in ('rungRang', 'overdrawn', 'idleRang')",
      )
    ).rows[0].rung
  const before = await rung()
  await forwardTo(address, headers, Number(rows[0].at))
  const started = Date.now()
  const left = async () =>
    (await pool.query('select count(*)::int as due from ticket where alarm_at <= $1', [rows[0].at])).rows[0]
      .due
  const due = await left()
  while ((await left()) && Date.now() - started < 120_000) await pause(50)
  note(
    `alarms of ${due} tickets due at one moment, until the last has rung${beside}`,
    `${((Date.now() - started) / 1000).toFixed(1)} s for ${(await rung()) - before} alarms`,
  )
}

/** Twenty thousand tickets armed, then ten thousand alarms due at once; a signal until the page is at the pager's gateway. */
async function ladders() {
  // Each has five to eight alarms, of which the first stands with it.
  await openTickets(20_000)
  const references = await logSteadily(address, headers, 150, 100)
  await pool.query('delete from graphile_worker._private_jobs')
  const [mail, gateway] = [await freePort(), await freePort()]
  const outside = { MAILBOX_PORT: String(mail), GATEWAY_PORT: String(gateway) }
  const urls = {
    SMTP_URL: `smtp://127.0.0.1:${mail}`,
    GATEWAY_URL: `http://127.0.0.1:${gateway}`,
    YARE_URL: address,
  }
  const standIns = start(TASKS, ['mailbox'], outside)
  const workers = [start(TASKS, ['worker'], urls)]
  await pause(4000)
  // What is overdue already has rung before anything is measured.
  const quiet = async () =>
    (
      await pool.query(
        'select count(*)::int as due from ticket where alarm_at <= (select max(at) from entry)',
      )
    ).rows[0].due
  for (let tries = 0; (await quiet()) && tries < 600; tries++) await pause(200)
  const first = await pool.query('select min(alarm_at) as at from ticket where reference = any($1)', [
    references,
  ])
  const from = Number(first.rows[0].at)
  // What falls due on the way there, thousands at once, has rung before anything is measured.
  await forwardTo(address, headers, from - 240_000)
  const ringing = async () => {
    const clock = await (await fetch(`${address}/api/clock`, { headers })).json()
    const { rows } = await pool.query('select count(*)::int as due from ticket where alarm_at <= $1', [
      clock.now,
    ])
    return rows[0].due > 5
  }
  for (let tries = 0; (await ringing()) && tries < 600; tries++) await pause(200)
  await forwardTo(address, headers, from - 3000)
  await pause(26_000)
  const late = await lateness(references, from)
  note(`lateness of ${late.count} alarms, ${await armed()} tickets armed, messages sent`, late.words)
  await signalToPage(address, headers)
  workers.push(start(TASKS, ['worker'], urls))
  const waiting = 'select count(*)::int as jobs from graphile_worker._private_jobs'
  const { rows: backlog } = await pool.query(waiting)
  await burst(address, headers, 7700, `, while ${backlog[0].jobs} messages wait`)
  // And once more on a desk that has told all that there was to tell.
  await pool.query('delete from graphile_worker._private_jobs where locked_at is null')
  await burst(address, headers, 5300)
  for (const one of [...workers, standIns]) one.kill('SIGTERM')
}

/** From the moment at which a monitor speaks until the page is at the gateway. */
async function signalToPage(address, headers) {
  const ladder = {
    ...{ id: 'page', name: 'Page at once', when: { fact: 'channel', op: 'is', value: 'signal' } },
    rungs: [
      {
        id: 'now',
        moment: { at: 'event', event: 'created' },
        actions: [
          { do: 'notify', tell: [{ to: 'person', person: 'per-lund' }], template: 'rung', urgent: true },
        ],
      },
    ],
  }
  await pool.query(
    `insert into edition (number, document, note, published_by, published_at)
      select number + 1, jsonb_set(document, '{ladders}', document->'ladders' || $1::jsonb), 'pages', published_by,
        published_at from edition order by number desc limit 1`,
    [JSON.stringify([ladder])],
  )
  await pool.query("select pg_notify('yare_edition', '')")
  await pause(500)
  const times = []
  for (let index = 0; index < 20; index++) {
    const id = `page-${Date.now()}-${index}`
    const began = Date.now()
    const answer = await fetch(`${address}/api/signals`, {
      method: 'POST',
      headers: { ...headers, 'content-type': 'application/cloudevents+json' },
      body: JSON.stringify({
        specversion: '1.0',
        id,
        source: '/bench',
        type: 'sound.link.down',
        subject: `bench mast ${index}`,
        organisation: 'merrow',
        data: { text: 'no answer' },
      }),
    })
    if (!answer.ok) throw new Error(await answer.text())
    for (;;) {
      const { rows } = await pool.query(
        "select count(*)::int as pages from standin_message where channel = 'pager'",
      )
      if (rows[0].pages > index || Date.now() - began > 10_000) break
      await pause(5)
    }
    times.push(Date.now() - began)
  }
  note('from a signal to the page at the gateway', `p50 ${median(times)} ms, most ${Math.max(...times)} ms`)
}

/** Copies open tickets with their clocks until there are so many. */
async function openTickets(count) {
  const open = async () =>
    (await pool.query("select count(*)::int as open from ticket where status_group <> 'done'")).rows[0].open
  while ((await open()) < count) {
    const missing = count - (await open())
    await pool.query(
      // A row made of JSON stands in the FROM, since it would be made once for each column in the SELECT.
      `with pattern as materialized (
         select ticket, nextval('ticket_reference') as fresh from ticket where status_group <> 'done' limit $1),
       copy as (
         insert into ticket select row.* from pattern, jsonb_populate_record((pattern.ticket), jsonb_build_object(
           'reference', fresh, 'state', (pattern.ticket).state || jsonb_build_object('reference', fresh))) as row)
       insert into clock select row.* from pattern join clock on clock.reference = (pattern.ticket).reference,
         jsonb_populate_record(clock, jsonb_build_object('reference', fresh)) as row`,
      [missing],
    )
  }
  await pool.query('analyze')
  return open()
}

const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]
async function timed(work) {
  const began = performance.now()
  await work()
  return performance.now() - began
}

/** How long one page of an address takes, asked one after another. */
async function page(title, url, headers) {
  const times = []
  for (let asked = 0; asked < 20; asked++)
    times.push(await timed(async () => (await fetch(url, { headers })).text()))
  const [first] = times
  note(
    title,
    `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms, the first ${first.toFixed(0)} ms`,
  )
}

/** Publishes a holiday for every calendar and lets all open tickets follow, while somebody works at the desk. */
async function adoption(address, headers) {
  const send = async (path, method, body) => {
    const answer = await fetch(address + path, { method, headers, body: JSON.stringify(body) })
    if (!answer.ok) throw new Error(`${path}: ${await answer.text()}`)
    return answer.json()
  }
  let draft = await send('/api/draft', 'GET')
  for (const before of draft.design.calendars) {
    const exceptions = [...before.exceptions, { date: '2027-03-05', name: 'Regatta', shut: 'all day' }]
    const after = { ...before, exceptions }
    draft = await send('/api/draft', 'PATCH', {
      changes: [{ list: 'calendars', id: before.id, before, after }],
    })
  }
  const worker = start(TASKS, ['worker'], { SMTP_URL: 'smtp://127.0.0.1:9' })
  await pause(2000)
  const began = performance.now()
  await send('/api/draft/publish', 'POST', { version: draft.version, note: 'Regatta', openTickets: 'follow' })
  const times = []
  let latest
  do {
    times.push(await timed(async () => (await fetch(`${address}/api/tickets?limit=50`, { headers })).text()))
    // As often as somebody who works at the desk.
    await pause(500)
    latest = (await send('/api/adoption', 'GET')).adoption
  } while (latest.state === 'running' && performance.now() - began < 300_000)
  const seconds = (performance.now() - began) / 1000
  note(
    `${latest.done} open tickets follow a changed calendar, with the database, progress shown`,
    `${seconds.toFixed(1)} s, ${Math.round(latest.done / seconds)} a second`,
  )
  note(
    'a page of the Desk meanwhile',
    `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms`,
  )
  worker.kill('SIGTERM')
}

// Whatever fails, nothing outlives the run.
process.on('exit', () => started.forEach((one) => one.kill('SIGKILL')))
let server
run('prepare', 'demo', '500')
const token = run('token', 'olin-brandt@commons.sound.example').trim()
const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' }
const port = await freePort()
const address = `http://127.0.0.1:${port}`
server = start('.output/server/index.mjs', [], { NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port) })
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
/** A portal of 500 items with 5 000 articles: what a visitor waits for. */
async function portal() {
  const words =
    'the gate scanner till receipt paper printer code line light quay boat crew screen camera cable'.split(
      ' ',
    )
  await pool.query(
    `insert into article (title, body, audience, changed_at, changed_by)
      select initcap($1::text[1 + n % 16]) || ' and ' || ($1::text[])[1 + n / 16 % 16] || ' ' || n,
        (select string_agg(($1::text[])[1 + (n * 7 + k * k) % 16] || ' ' || md5((n * 31 + k)::text), ' ') from generate_series(1, 120) as k),
        'requesters', 0, 'olin-brandt' from generate_series(1, 5000) as n`.replace(
      '$1::text[1',
      '($1::text[])[1',
    ),
    [words],
  )
  await pool.query(
    `insert into edition (number, document, note, published_by, published_at)
      select number + 1, document || jsonb_build_object('items', (select jsonb_agg(
          (document->'items'->0) || jsonb_build_object('id', 'many-' || n, 'portals', '[]'::jsonb,
            'name', 'Gate thing number ' || n, 'keywords', jsonb_build_array('thing', 'scanner')))
          from generate_series(1, 480) as n) || (document->'items')),
        'many items', published_by, published_at from edition order by number desc limit 1`,
  )
  await pool.query("select pg_notify('yare_edition', '')")
  await pool.query('analyze')
  await pause(2000)
  const signIn = await fetch(`${address}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({
      mail: 'ines-varga@merrow.sound.example',
      password: 'sound-of-hallin',
      portal: 'merrow',
    }),
  })
  const cookie = signIn.headers.get('set-cookie').split(';')[0]
  await page(
    'portal search over 500 items and 5 000 articles',
    `${address}/api/portals/merrow/search?words=scanner%20paper%20li`,
    { cookie },
  )
  await page('a portal page as HTML, warm, 500 items', `${address}/portal/merrow`, { cookie })
}
async function manyOpen() {
  for (const wanted of [10_000, 100_000]) {
    const open = await openTickets(wanted)
    await page(`a page of Deadlines, ${open} open tickets`, `${address}/api/clocks?limit=120`, headers)
    await page(`a page of the Desk, ${open} open tickets`, `${address}/api/tickets?limit=50`, headers)
  }
  await adoption(address, headers)
}
/** The Bench of whoever has most, and of somebody who has as much as one can work through. */
async function benches(open) {
  const { rows } = await pool.query(
    "select technician, count(*)::int as many from ticket where status_group in ('new', 'active') and technician is not null group by 1 order by 2 desc",
  )
  const usual = rows.toSorted((a, b) => Math.abs(a.many - 100) - Math.abs(b.many - 100))[0]
  for (const { technician, many } of [usual, rows[0]])
    await page(
      `a Bench of one with ${many} of ${open} open tickets`,
      `${address}/api/bench?person=${technician}`,
      headers,
    )
}

/** A technician's day on a desk of many open tickets: Bench, board, search, and a thousand tickets changed at once. */
async function theDay() {
  await benches(await openTickets(5_000))
  const open = await openTickets(10_000)
  const beside = `${open} open tickets`
  await page(`a board, ${beside}`, `${address}/api/tickets/board`, headers)
  await page(
    `a board in rows by technician, ${beside}`,
    `${address}/api/tickets/board?lanes=technician`,
    headers,
  )
  await page(`a search, ${beside}`, `${address}/api/search?words=gate%20scanner`, headers)
  const { rows } = await pool.query(
    "select reference from ticket where status_group <> 'done' and not held and priority <> 'p2' order by reference desc limit 1000",
  )
  const references = rows.map((one) => Number(one.reference))
  for (const trial of [true, false]) {
    const took = await timed(async () => {
      // As many at once as the page sends.
      for (let from = 0; from < references.length; from += 25)
        await fetch(`${address}/api/tickets/many`, {
          method: 'POST',
          headers,
          body: JSON.stringify({
            references: references.slice(from, from + 25),
            field: 'priority',
            value: 'p2',
            trial,
          }),
        }).then((answer) => answer.ok || Promise.reject(new Error(`many: ${answer.status}`)))
    })
    note(
      `${references.length} tickets ${trial ? 'looked at: what would follow' : 'given another priority, 25 at a time'}`,
      `${(took / 1000).toFixed(1)} s`,
    )
  }
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
  storm,
  portal,
  row: plainRow,
  tickets: () => tickets(address, headers),
  alarms: () => alarmLateness(address, headers),
  ladders,
  open: manyOpen,
  day: theDay,
  work: benchOrders,
  crowd: () => crowd({ pool, note, address, headers, openTickets, seconds: SECONDS }),
  attacks: () => attack({ note, token }),
  pages: () => pages({ note }),
  look: () => look({ note, address, openTickets }),
  directory: () => {
    const worker = start(TASKS, ['worker'], { SMTP_URL: 'smtp://127.0.0.1:9' })
    return directory({ pool, note, address, headers, worker })
  },
  million: () => million({ pool, note, address, headers, openTickets, seconds: SECONDS }),
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
