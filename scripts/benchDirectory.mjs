// The directory of a large desk: lists, finders, changes, a file of everybody, merging two organisations. Part of
// scripts/bench.mjs.
const PEOPLE = 50_000
const SITES = 2000
const MACHINES = 20_000
const ASKED = 60

const pause = (ms) => new Promise((done) => setTimeout(done, ms))
const at = (times, share) => times[Math.min(times.length - 1, Math.floor(share * times.length))]
const words = (times) => {
  const sorted = [...times].sort((a, b) => a - b)
  return `p50 ${at(sorted, 0.5).toFixed(0)}, p95 ${at(sorted, 0.95).toFixed(0)}, most ${sorted.at(-1).toFixed(0)} ms`
}

async function fill(pool) {
  await pool.query(`
    insert into organisation (id, name) select 'org-' || n, 'Company ' || n from generate_series(1, 200) n;
    insert into site (id, name, organisation, zone, calendar) select 'place-' || n, 'Place ' || n, 'org-' || (n % 200 + 1),
      'Europe/London', 'desk' from generate_series(1, ${SITES}) n;
    insert into person (id, name, mail, role, zone, organisation, site, department)
      select 'body-' || n, (array['Ama','Bo','Cass','Dara','Elin','Frey','Gry','Hal'])[n % 8 + 1] || ' ' ||
        (array['Aune','Birk','Dulse','Holt','Lund','Moss','Rook','Vale'])[n / 8 % 8 + 1] || ' ' || n, 'body-' || n || '@bench.example',
        'requester', 'Europe/London', 'org-' || ((n % ${SITES} + 1) % 200 + 1), 'place-' || (n % ${SITES} + 1), 'Deck ' || n % 40
      from generate_series(1, ${PEOPLE}) n;
    insert into equipment (name, serial, organisation, site) select 'Machine ' || n, 'SN-' || n, 'org-' || (n % 200 + 1),
      'place-' || (n % ${SITES} + 1) from generate_series(1, ${MACHINES}) n;
    analyze;
    select pg_notify('yare_directory', '{"from":"bench","parts":[]}')`)
}

/** Measures what of the directory is asked, changed, read from a file and merged. */
export async function directory({ pool, address, headers, note, worker }) {
  await fill(pool)
  const ask = async (path, options = {}) => {
    const began = performance.now()
    const answer = await fetch(address + path, { headers, ...options })
    const body = await answer.text()
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${body.slice(0, 300)}`)
    return { body, ms: performance.now() - began }
  }
  const first = await ask('/api/directory/people?limit=50')
  note('the first page after all of the directory is read', `${first.ms.toFixed(0)} ms`)
  const asking = async (title, paths) => {
    const times = []
    for (let time = 0; time < ASKED; time++) times.push((await ask(paths(time))).ms)
    note(title, words(times))
  }
  for (const list of ['people', 'sites', 'equipment', 'organisations'])
    await asking(`a page of ${list}`, () => `/api/directory/${list}?limit=50`)
  const SOUGHT = ['Birk 1', 'moss', 'Vale 4999', 'body-77', 'ama dulse', 'deck 12', 'nobody of that name']
  await asking(
    'finding people',
    (n) => `/api/directory/people?limit=30&search=${encodeURIComponent(SOUGHT[n % SOUGHT.length])}`,
  )
  await asking(
    'finding equipment',
    (n) => `/api/directory/equipment?limit=30&search=${n % 2 ? 'SN-199' : `Machine%20${n}`}`,
  )
  await asking('finding sites', (n) => `/api/directory/sites?limit=30&search=Place%20${n}`)
  await asking(
    'choosing a person in a form',
    (n) => `/api/choices/person?search=${n % 8 === 7 ? '' : encodeURIComponent(SOUGHT[n % SOUGHT.length])}`,
  )
  await asking(
    'choosing a machine of an organisation',
    (n) => `/api/choices/equipment?organisation=org-${n + 1}`,
  )
  await asking('whoever calls, to log for them', (n) => `/api/intake?requester=body-${n + 1}`)
  await asking(
    'people of one organisation',
    (n) => `/api/directory/people?limit=50&where=organisation:org-${n + 1}`,
  )
  await asking('what names an organisation', (n) => `/api/directory/organisations/org-${n + 1}/uses`)
  const changes = []
  for (let time = 0; time < 20; time++)
    changes.push(
      (
        await ask(`/api/directory/people/body-${time + 1}`, {
          method: 'PATCH',
          body: JSON.stringify({ department: `Deck ${time}` }),
        })
      ).ms,
    )
  note('a change of one person', words(changes))
  const out = await ask('/api/directory/people/file?as=csv')
  note(
    `a CSV of ${PEOPLE} people out`,
    `${(out.ms / 1000).toFixed(1)} s, ${(out.body.length / 1e6).toFixed(1)} MB`,
  )
  const sender = { ...headers, 'content-type': 'application/octet-stream' }
  await file({
    ask,
    note,
    sender,
    body: out.body,
    what: `a CSV of ${PEOPLE} people, as they are`,
    take: false,
  })
  const lines = out.body.split('\r\n')
  const changed = [
    lines[0],
    ...lines.slice(1).map((line, at) => line.replace(/,Deck \d+,/, `,Quay ${at % 50},`)),
  ].join('\r\n')
  await file({
    ask,
    note,
    sender,
    body: changed,
    what: `the same with ${PEOPLE} other departments`,
    take: true,
  })
  const heads = 'name,mail,role,organisation'
  const fresh = [
    heads,
    ...Array.from(
      { length: PEOPLE },
      (_, n) => `New ${n},new-${n}@bench.example,requester,org-${(n % 200) + 1}`,
    ),
  ].join('\r\n')
  await file({ ask, note, sender, body: fresh, what: `a CSV of ${PEOPLE} people who are new`, take: true })
  const merge = await ask('/api/directory/organisations/org-1/merger', {
    method: 'POST',
    body: JSON.stringify({ into: 'org-2' }),
  })
  note('merging two organisations of 500 people each', `${merge.ms.toFixed(0)} ms`)
  worker.kill('SIGTERM')
}

/** Sends a file, and asks the Desk for its first page while a worker is at it. */
async function file({ ask, note, sender, body, what, take }) {
  const sent = await ask('/api/directory/people/file?as=csv', {
    method: 'POST',
    headers: sender,
    body,
  })
  const { id } = JSON.parse(sent.body)
  const until = async (states) => {
    const [began, times] = [performance.now(), []]
    let shown = 0
    for (;;) {
      const { state, problem, done } = JSON.parse((await ask(`/api/directory/files/${id}`)).body)
      if (state === 'failed') throw new Error(problem)
      if (done) shown++
      if (states.includes(state)) return { seconds: (performance.now() - began) / 1000, times, shown }
      times.push((await ask('/api/tickets?limit=50')).ms)
      await pause(200)
    }
  }
  const looked = await until(['looked'])
  note(
    `${what}: each line tried`,
    `${looked.seconds.toFixed(1)} s, progress seen ${looked.shown} times; a page of the Desk meanwhile ${words(looked.times)}`,
  )
  if (!take) return
  await ask(`/api/directory/files/${id}/take`, { method: 'POST', body: undefined })
  const taken = await until(['taken'])
  note(
    `${what}: taken in`,
    `${taken.seconds.toFixed(1)} s; a page of the Desk meanwhile ${words(taken.times)}`,
  )
}
