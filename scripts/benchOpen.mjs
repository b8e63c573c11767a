import { median, note, openTickets, page, pause, pool, start, TASKS, timed } from './benchTools.mjs'

// A desk of many open tickets: lists, the Bench, boards, search, and an edition that all of them follow.
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

export async function manyOpen({ address, headers }) {
  for (const wanted of [10_000, 100_000]) {
    const open = await openTickets(wanted)
    await page(`a page of Deadlines, ${open} open tickets`, `${address}/api/clocks?limit=120`, headers)
    await page(`a page of the Desk, ${open} open tickets`, `${address}/api/tickets?limit=50`, headers)
  }
  await adoption(address, headers)
}
/** The Bench of whoever has most, and of somebody who has as much as one can work through. */
async function benches(open, { address, headers }) {
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

/** Dispatch where each open ticket wants somebody: the list, and what everybody does in a day and in two weeks. */
async function dispatched(beside, { address, headers }) {
  await pool.query(`insert into job (reference, id, what, takes, meets, standing, untold, insisted)
    select reference, 1, summary, 1800000, '', 'open', false, '' from ticket where status_group <> 'done'
    on conflict do nothing`)
  await pool.query('analyze job')
  await page(
    `what is to be placed, ${beside} that all want somebody`,
    `${address}/api/dispatch/jobs`,
    headers,
  )
  for (const days of [1, 14])
    await page(
      `what everybody does in ${days === 1 ? 'a day' : 'two weeks'}, ${beside}`,
      `${address}/api/dispatch/work?days=${days}`,
      headers,
    )
  await pool.query('delete from job where id = 1')
}

/** A technician's day on a desk of many open tickets: Bench, board, search, and a thousand tickets changed at once. */
export async function theDay(server) {
  const { address, headers } = server
  await benches(await openTickets(5_000), server)
  const open = await openTickets(10_000)
  const beside = `${open} open tickets`
  await page(`a board, ${beside}`, `${address}/api/tickets/board`, headers)
  await page(
    `a board in rows by technician, ${beside}`,
    `${address}/api/tickets/board?lanes=technician`,
    headers,
  )
  await dispatched(beside, server)
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
