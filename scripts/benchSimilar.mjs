import { pause, visitorCookie } from './benchTools.mjs'

// Tickets that are alike: what somebody is told while they write, and 300 that are answered and ended at once.
const ALIKE = 300
const AT_ONCE = 25
const SUMMARY = 'The windlass control panel shows fault 77'

/** What the help beside a portal's form takes, as it is asked while words are added. */
export async function whileTyping({ address, note, inWords }) {
  const cookie = await visitorCookie(address)
  const words = 'the gate scanner at the quay reads no codes since the rain this morning'.split(' ')
  const times = []
  for (let turn = 0; turn < 8; turn++)
    for (let have = 3; have <= words.length; have++) {
      const text = encodeURIComponent(words.slice(0, have).join(' '))
      const began = performance.now()
      const answer = await fetch(`${address}/api/portals/merrow/help?item=gate-scanner&words=${text}`, {
        headers: { cookie },
      })
      await answer.text()
      if (!answer.ok) throw new Error(`help while typing: ${answer.status}`)
      if (turn) times.push(performance.now() - began)
    }
  note('what is known, while a requester types', inWords(times))
}

/** As the dialog does it: found, then answered and ended a part at a time; and taken back. */
export async function together({ address, headers, note, pool }) {
  const send = async (path, body) => {
    const answer = await fetch(`${address}${path}`, {
      ...{ method: body ? 'POST' : 'GET', headers },
      ...(body && { body: JSON.stringify(body) }),
    })
    if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`)
    return answer.json()
  }
  let first
  for (let logged = 0; logged < ALIKE; logged++) {
    const { reference } = await send('/api/tickets', {
      ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga', summary: SUMMARY },
      answers: { gates: 3, boardingStopped: false },
    })
    first ??= reference
  }
  for (;;) {
    const { rows } = await pool.query('select 1 from search_behind limit 1')
    if (!rows.length) break
    await pause(200)
  }
  const began = performance.now()
  const { rows } = await send(`/api/tickets/${first}/similar`)
  note(`${rows.length} open ones that are like a ticket`, `${(performance.now() - began).toFixed(0)} ms`)
  const parts = []
  for (let from = 0; from < rows.length; from += AT_ONCE)
    parts.push(rows.slice(from, from + AT_ONCE).map((one) => one.reference))
  const fields = { solvedBy: 'tora-aas', remarks: 'The panel was started anew' }
  const solving = performance.now()
  let [done, undone] = [0, 0]
  const changed = (lines) => lines.filter((one) => one.changes)
  const before = new Map()
  for (const references of parts) {
    await send('/api/tickets/many', { references, field: 'reply', value: 'The panel was started anew.' })
    const { lines } = await send('/api/tickets/many', {
      references,
      field: 'status',
      value: 'solved',
      fields,
    })
    for (const one of changed(lines)) before.set(one.reference, one.before)
    done += changed(lines).length
  }
  note(`${done} answered and ended at once`, `${((performance.now() - solving) / 1000).toFixed(1)} s`)
  if (done !== ALIKE) throw new Error(`${done} were ended, not ${ALIKE}`)
  const undoing = performance.now()
  for (const references of parts) {
    const value = before.get(references[0])
    const { lines } = await send('/api/tickets/many', { references, field: 'status', value })
    undone += changed(lines).length
  }
  note(`${undone} of them taken back`, `${((performance.now() - undoing) / 1000).toFixed(1)} s`)
}
