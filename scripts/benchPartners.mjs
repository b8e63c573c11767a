import { execFileSync } from 'node:child_process'
import pg from 'pg'
import { freePort } from '../cli/cluster.mjs'
import { median, note, openTickets, pause, pool, start, TASKS, timed } from './benchTools.mjs'

const PARTNER = 'varnes-harbour-works'
const BACKLOG = 10_000
const CHANGES = 60
/** The backlog is to be over by then, or something is wrong. */
const MOST_MINUTES = 30

/** Two desks on this machine, each with its server, its worker and its database: how soon one knows what the other does. */
export async function partners({ headers }) {
  // Before anything is exchanged: copies of what is exchanged would be nobody's.
  await openTickets(BACKLOG)
  const [here, there] = await twoDesks()
  const tickets = new pg.Pool({ connectionString: there.url, max: 4 })
  const said = execFileSync('node', [TASKS, 'link', here.address, there.address], { encoding: 'utf8' })
  const reference = Number(/ticket (\d+) went over/.exec(said)[1])
  await changes({ here, headers, tickets, reference })
  await backlog({ here, there, headers })
  await tickets.end()
}

async function twoDesks() {
  const ours = process.env.DATABASE_URL
  const theirs = ours.replace(/\/yare$/, '/harbour')
  await pool.query('create database harbour')
  const desks = []
  for (const url of [ours, theirs]) {
    const port = await freePort()
    const address = `http://127.0.0.1:${port}`
    const env = {
      ...{ DATABASE_URL: url, YARE_URL: address, YARE_PRIVATE_CALLS: 'all' },
      ...{ SMTP_URL: 'smtp://127.0.0.1:9', NITRO_HOST: '127.0.0.1', NITRO_PORT: String(port) },
    }
    if (url === theirs)
      execFileSync('node', [TASKS, 'prepare', 'harbour'], { env: { ...process.env, ...env } })
    start('.output/server/index.mjs', [], env)
    start(TASKS, ['worker'], env)
    desks.push({ url, address })
  }
  for (const { address } of desks) await untilHealthy(address)
  return desks
}

async function untilHealthy(address) {
  for (let tries = 0; tries < 100; tries++) {
    const isUp = await fetch(`${address}/api/health`).then(
      (answer) => answer.ok,
      () => false,
    )
    if (isUp) return
    await pause(100)
  }
  throw new Error(`${address} does not answer`)
}

async function asked(address, path, headers, body) {
  const method = body ? 'POST' : 'GET'
  const answer = await fetch(`${address}${path}`, { method, headers, body: body && JSON.stringify(body) })
  if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
  return answer.status === 204 ? undefined : answer.json()
}

/** From a reply at one desk to its entry at the other, with nothing else under way. */
async function changes({ here, headers, tickets, reference }) {
  const heard = async () =>
    Number((await tickets.query("select count(*) from entry where kind = 'answered'")).rows[0].count)
  // The first goes once the ticket is there.
  await pause(3000)
  const times = []
  for (let change = 0; change < CHANGES; change++) {
    const before = await heard()
    times.push(
      await timed(async () => {
        await asked(here.address, `/api/tickets/${reference}/reply`, headers, { text: `Change ${change}.` })
        while ((await heard()) === before) await pause(5)
      }),
    )
    await pause(200)
  }
  note(
    `a change at one desk is on the other (${CHANGES} replies)`,
    `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms`,
  )
}

/** A whole backlog, while both desks are looked at. */
async function backlog({ here, there, headers }) {
  const path = `/api/partners/${PARTNER}/backlog`
  const cookies = await Promise.all([
    signedIn(here.address, 'tora-aas@commons.sound.example'),
    signedIn(there.address, 'eskil-naust@harbour.sound.example'),
  ])
  const looks = [[], []]
  const began = performance.now()
  await asked(here.address, path, headers, { which: { all: [] } })
  let one
  do {
    await pause(1000)
    for (const [at, { address }] of [here, there].entries())
      looks[at].push(await timed(() => asked(address, '/api/tickets?limit=50', { cookie: cookies[at] })))
    one = (await asked(here.address, path, headers)).backlog
    if (performance.now() - began > MOST_MINUTES * 60_000) throw new Error(`not over: ${JSON.stringify(one)}`)
  } while (one.state === 'running' || one.linked + one.refused < one.asked)
  const seconds = (performance.now() - began) / 1000
  note(
    `a backlog of ${one.total} tickets is linked at the other desk`,
    `${seconds.toFixed(0)} s (${(one.asked / seconds).toFixed(0)} a second), ${one.refused} refused, ${one.leftBehind} left behind`,
  )
  const words = looks.map(
    (times) => `p50 ${median(times).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms`,
  )
  note(
    'the list of open tickets meanwhile, at the desk that sends, and at the one that takes',
    words.join('; '),
  )
}

async function signedIn(address, mail) {
  const answer = await fetch(`${address}/api/sign-in`, {
    ...{ method: 'POST', headers: { 'content-type': 'application/json', origin: address } },
    body: JSON.stringify({ mail, password: 'sound-of-hallin' }),
  })
  return answer.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
}
