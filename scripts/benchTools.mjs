import { execFileSync, spawn } from 'node:child_process'
import pg from 'pg'

// What all benches stand on: the throwaway database, processes that end with the run, and figures that are noted.
export const SECONDS = Number(process.argv[2] ?? 15)
export const TASKS = '.output/cli/tasks.mjs'
const env = { ...process.env, LOG_LEVEL: 'error' }
export const pool = new pg.Pool({ connectionString: process.env.DATABASE_URL, max: 16 })
export const figures = []
export const note = (name, value) => {
  figures.push([name, value])
  console.log(`${name}: ${value}`)
}
export const pause = (ms) => new Promise((done) => setTimeout(done, ms))

export const run = (...args) => execFileSync('node', [TASKS, ...args], { env, encoding: 'utf8' })
const started = []
export function start(file, args, more = {}) {
  const child = spawn('node', ['--max-semi-space-size=32', file, ...args], {
    env: { ...env, ...more },
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  started.push(child)
  return child
}

/** What is logged where it does not matter what. */
export const TICKET = JSON.stringify({
  item: 'gate-scanner',
  portal: 'merrow',
  requester: 'ines-varga',
  answers: { gates: 3, boardingStopped: false },
})

/** Copies open tickets with their clocks until there are so many. */
export async function openTickets(count) {
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

/** Puts desk time forward, in the database as ./yare's own clock does. */
export async function forwardTo(address, headers, instant) {
  const clock = await (await fetch(`${address}/api/clock`, { headers })).json()
  const ahead = instant - clock.now
  if (ahead <= 0) return
  await pool.query(
    "update setting set value = jsonb_set(value, '{offset}', to_jsonb((value->>'offset')::bigint + $1::bigint)) where key = 'desk-clock'",
    [ahead],
  )
  await pool.query("select pg_notify('yare_clock', '')")
}

/** A requester signs in at a portal. */
export async function visitorCookie(address) {
  const signIn = await fetch(`${address}/api/sign-in`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({
      mail: 'ines-varga@merrow.sound.example',
      password: 'sound-of-hallin',
      portal: 'merrow',
    }),
  })
  return signIn.headers.get('set-cookie').split(';')[0]
}

export const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]
export async function timed(work) {
  const began = performance.now()
  await work()
  return performance.now() - began
}

/** How long one page of an address takes, asked one after another. */
export async function page(title, url, headers) {
  const times = []
  for (let asked = 0; asked < 20; asked++)
    times.push(await timed(async () => (await fetch(url, { headers })).text()))
  const [first] = times
  note(
    title,
    `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms, the first ${first.toFixed(0)} ms`,
  )
}

// Whatever fails, nothing outlives the run.
process.on('exit', () => started.forEach((one) => one.kill('SIGKILL')))
