import { freePort } from '../cli/cluster.mjs'
import { forwardTo, median, note, openTickets, pause, pool, start, TASKS, TICKET } from './benchTools.mjs'

// Alarms: how late they ring while ten thousand are armed, and how long it takes from a signal to a page.
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
export async function alarmLateness(address, headers) {
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
export async function ladders({ address, headers }) {
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
