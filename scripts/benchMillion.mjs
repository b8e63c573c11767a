// A million tickets, ten thousand of them open: lists, search, the ticket page, changes seen elsewhere, fifty people.
import { together, whileTyping } from './benchSimilar.mjs'

const CLOSED = 1_000_000
const AT_ONCE = 20_000

/**
 * Closed tickets are copied until there are a million: without their messages and alarms, with words of their own that
 * are as common as words are (a few very often, most seldom; the same in every run).
 */
async function fill(pool) {
  // Half a million words of a made-up tongue, by Zipf's law: rank 1 / u.
  const words = `(select string_agg('w' || substr(md5((1 / (((fresh * 7919 + n * 104729) % 999983 + 1) / 999983.0))::int::text), 1, 7), ' ')
    from generate_series(1, 25) as n)`
  // Of the same sort: what requesters said besides the summary, ten words each.
  const codes = `array(select hashtext('w' || (1 / (((fresh * 7919 + n * 104729) % 999983 + 1) / 999983.0))::int)
    from generate_series(1, 10) as n)`
  await untilIndexed(pool)
  for (const index of ['ticket_likeness_terms', 'ticket_words_words', 'ticket_words_open', 'ticket_summary'])
    await pool.query(`drop index if exists ${index}`)
  for (;;) {
    const { rows } = await pool.query("select count(*)::int as done from ticket where status_group = 'done'")
    const missing = CLOSED - rows[0].done
    if (missing <= 0) break
    await pool.query(
      `with pattern as materialized (
         select ticket, nextval('ticket_reference') as fresh from
           (select ticket from ticket where status_group = 'done' and reference <= 600 limit 500) as sample (ticket),
           generate_series(1, $1) limit $2),
       copy as (
         insert into ticket select row.* from pattern, jsonb_populate_record((pattern.ticket), jsonb_build_object(
           'reference', fresh, 'changed_at', (pattern.ticket).changed_at - (fresh % 31000000) * 1000,
           'state', ((pattern.ticket).state - 'messages' - 'rang') || jsonb_build_object(
             'reference', fresh, 'messages', '[]'::jsonb, 'rang', '[]'::jsonb))) as row),
       likeness as (
         insert into ticket_likeness (reference, summary, said, item, site, requester, machine, logged_at, is_open, is_out)
           select fresh, own.summary, ${codes}, own.item, own.site, own.requester, own.machine,
             own.logged_at - (fresh % 31000000) * 1000, false, false
           from pattern join ticket_likeness as own on own.reference = (pattern.ticket).reference)
       insert into ticket_words (reference, title, body, is_open)
         select fresh, (pattern.ticket).summary || ' ' || (pattern.ticket).requester, ${words}, false from pattern`,
      [Math.ceil(AT_ONCE / 500), Math.min(missing, AT_ONCE)],
    )
    if ((CLOSED - missing) % 100_000 < AT_ONCE) console.log(`  ${CLOSED - missing} closed tickets`)
  }
  await pool.query(`insert into search_word select distinct word from (select reference, body from ticket_words limit 200000) as sample,
    regexp_split_to_table(body, ' ') as word where length(word) between 3 and 40 on conflict do nothing`)
  await pool.query(`insert into ticket_words (reference, title, body, is_open)
    select t.reference, t.summary || ' ' || t.requester, w.body, true from ticket t
    join lateral (select body from ticket_words where reference >= t.reference limit 1) w on true
    where t.status_group <> 'done' on conflict (reference) do nothing`)
  await pool.query(
    'create index ticket_likeness_terms on ticket_likeness using gin ((summary || said)) where not is_out',
  )
  await pool.query('create index ticket_words_words on ticket_words using gin (words)')
  await pool.query('create index ticket_words_open on ticket_words using gin (words) where is_open')
  await pool.query('create index ticket_summary on ticket using gin (summary gin_trgm_ops)')
  await pool.query('analyze')
}

/** What came last is searched a moment later. */
async function untilIndexed(pool) {
  for (;;) {
    const { rows } = await pool.query('select 1 from search_behind limit 1')
    if (!rows.length) return
    await new Promise((done) => setTimeout(done, 200))
  }
}

/** As the worker does within a minute, unless too few have come since the last time. */
async function untilCounted(pool) {
  for (let tries = 0; tries < 900; tries++) {
    const { rows } = await pool.query('select all_tickets from term_counting')
    if (rows[0]?.all_tickets > CLOSED * 0.9) return
    await new Promise((done) => setTimeout(done, 200))
  }
  throw new Error('nobody has counted the words of a million tickets')
}

const at = (times, share) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(share * times.length))]
const inWords = (times) =>
  `p50 ${at(times, 0.5).toFixed(0)} ms, p95 ${at(times, 0.95).toFixed(0)} ms, most ${Math.max(...times).toFixed(0)} ms`

async function timesOf(urls, headers) {
  const times = []
  for (const url of urls) {
    const began = performance.now()
    const answer = await fetch(url, { headers })
    await answer.text()
    if (!answer.ok) throw new Error(`${url}: ${answer.status}`)
    times.push(performance.now() - began)
  }
  return times
}

const VIEWS = [
  'view=open',
  'view=unassigned',
  'view=over',
  'view=done',
  'view=team',
  'view=open&sort=priority',
  'view=open&group=team',
  'view=open&sort=waiting',
  'view=done&sort=logged',
]
const WHERE = [
  { all: [{ fact: 'category', op: 'under', value: 'gates' }] },
  {
    all: [
      { fact: 'organisation', op: 'is', value: 'merrow' },
      { fact: 'hoursInStatus', op: 'greater', value: 24 },
    ],
  },
  {
    any: [
      { fact: 'form.gates', op: 'atLeast', value: 3 },
      { fact: 'priority', op: 'is', value: 'p2' },
    ],
  },
]
const SEARCHES = [
  'scanner',
  'scaner merow',
  'wifi crossing',
  'till receipts open',
  'in Networks',
  'boarding slow',
  '5000',
  'ines varga',
  'gate done',
  'petrel works',
]

/** How long until a change in one window is told to another. */
async function seenElsewhere(address, headers, references) {
  const abort = new AbortController()
  const stream = await fetch(`${address}/api/stream`, { headers, signal: abort.signal })
  const reader = stream.body.getReader()
  const heard = new Map()
  const decoder = new TextDecoder()
  void (async () => {
    for (;;) {
      const { value, done } = await reader.read().catch(() => ({ done: true }))
      if (done) return
      for (const reference of references)
        if (decoder.decode(value).includes(String(reference)) && !heard.has(reference))
          heard.set(reference, performance.now())
    }
  })()
  const times = []
  for (const reference of references) {
    const began = performance.now()
    await fetch(`${address}/api/tickets/${reference}/note`, {
      method: 'POST',
      headers,
      body: JSON.stringify({ text: 'Looked at it' }),
    })
    for (let tries = 0; !heard.has(reference) && tries < 200; tries++)
      await new Promise((done) => setTimeout(done, 5))
    times.push(heard.get(reference) - began)
  }
  abort.abort()
  return times
}

/**
 * Fifty people at once, each asking something about every two seconds, not all in the same moment: lists, pages of
 * tickets, benches, searches, and now and then a note.
 */
async function fifty(address, headers, references, people, seconds) {
  const times = []
  let failed = 0
  const end = performance.now() + seconds * 1000
  const pause = (ms) => new Promise((done) => setTimeout(done, ms))
  await Promise.all(
    Array.from({ length: 50 }, async (_, person) => {
      const reference = references[person % references.length]
      const note = { method: 'POST', body: JSON.stringify({ text: 'Looked at it' }) }
      const asks = [
        ['/api/tickets?limit=80'],
        [`/api/tickets/${reference}`],
        [`/api/bench?person=${people[person % people.length]}`],
        [`/api/tickets/${reference}`],
        ['/api/search?words=scanner%20slow&limit=8'],
        [`/api/tickets/${reference}/note`, note],
        ['/api/tickets?limit=80&view=unassigned'],
      ]
      await pause((person * 2000) / 50)
      for (let turn = person; performance.now() < end; turn++) {
        const [path, how] = asks[turn % asks.length]
        const began = performance.now()
        const answer = await fetch(address + path, { headers, ...how }).catch(() => undefined)
        await answer?.text()
        if (!answer?.ok) failed++
        times.push(performance.now() - began)
        await pause(Math.max(0, 2000 - (performance.now() - began)))
      }
    }),
  )
  return { times, failed }
}

export async function million({ pool, note, address, headers, openTickets, seconds, worker }) {
  const open = await openTickets(10_000)
  await fill(pool)
  await untilCounted(pool)
  await together({ address, headers, note, pool })
  worker.kill()
  const { rows } = await pool.query('select count(*)::int as all from ticket')
  note('tickets, of which are open', `${rows[0].all}, ${open}`)
  const own = await ownTickets(pool)
  const where = WHERE.map((one) => `view=open&where=${encodeURIComponent(JSON.stringify(one))}`)
  for (const query of [...VIEWS, ...where]) {
    const urls = Array.from({ length: 24 }, () => `${address}/api/tickets?limit=80&${query}`)
    note(
      `first page, ${decodeURIComponent(query).slice(0, 70)}`,
      inWords((await timesOf(urls, headers)).slice(4)),
    )
  }
  const searches = Array.from({ length: 12 }, () => SEARCHES).flat()
  note(
    'search',
    inWords(
      (
        await timesOf(
          searches.map((words) => `${address}/api/search?words=${encodeURIComponent(words)}&limit=12`),
          headers,
        )
      ).slice(SEARCHES.length),
    ),
  )
  const beside = [...own, ...own].map((one) => `${address}/api/tickets/${one}/beside`)
  note(
    'what stands beside a ticket: similar ones, articles, what else is open',
    inWords((await timesOf(beside, headers)).slice(own.length)),
  )
  await whileTyping({ address, note, inWords })
  note(
    'ticket page',
    inWords(
      (
        await timesOf(
          [...own, ...own].map((one) => `${address}/api/tickets/${one}`),
          headers,
        )
      ).slice(own.length),
    ),
  )
  note('a change told to another window', inWords(await seenElsewhere(address, headers, own.slice(0, 30))))
  await crowd({ pool, note, address, headers, openTickets, seconds })
}

/** Fifty people at once on ten thousand open tickets. */
export async function crowd({ pool, note, address, headers, openTickets, seconds }) {
  await openTickets(10_000)
  const own = await ownTickets(pool)
  for (const path of [
    '/api/tickets?limit=80',
    `/api/tickets/${own[0]}`,
    '/api/bench?person=tora-aas',
    '/api/bench?person=pia-lund',
  ]) {
    const urls = Array.from({ length: 12 }, () => `${address}${path}`)
    note(`${path} by itself, ten thousand open`, inWords((await timesOf(urls, headers)).slice(2)))
  }
  const { rows: everybody } = await pool.query("select id from person where role = 'technician' order by id")
  const people = await fifty(
    address,
    headers,
    own,
    everybody.map((one) => one.id),
    seconds,
  )
  note(
    'fifty people at once, each with a question every two seconds',
    `${people.times.length} questions, ${inWords(people.times)}, ${people.failed} failed`,
  )
}

/** Open tickets that have their whole record. */
async function ownTickets(pool) {
  const { rows } = await pool.query(
    "select reference from ticket where status_group <> 'done' and reference <= 700 order by reference desc limit 60",
  )
  return rows.map((one) => one.reference)
}
