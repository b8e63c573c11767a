import { randomUUID } from 'node:crypto'
import { median, note, pool } from './benchTools.mjs'

/** A session as they are, and one that was very long. */
const EVENTS = [30, 100]
const TRIES = 60

/** What the entries of an assist session cost the page of their ticket: tickets alike, without a session and with one. */
export async function assist({ address, headers }) {
  const send = async (path, method, body) => {
    const answer = await fetch(`${address}${path}`, { method, headers, body: body && JSON.stringify(body) })
    if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`)
    return answer.json()
  }
  const logged = async () => {
    const { reference } = await send('/api/tickets', 'POST', {
      ...{ item: 'gate-scanner', portal: 'merrow', requester: 'ines-varga' },
      answers: { gates: 3, boardingStopped: false },
    })
    return reference
  }
  const tickets = [{ events: 0, reference: await logged(), times: [] }]
  for (const events of EVENTS)
    tickets.push({ events, reference: await withSession(await logged(), events), times: [] })
  for (let tried = 0; tried < TRIES; tried++)
    for (const { reference, times } of tickets) {
      const began = performance.now()
      await send(`/api/tickets/${reference}`, 'GET')
      times.push(performance.now() - began)
    }
  for (const { events, reference } of tickets) {
    const { entries } = await send(`/api/tickets/${reference}`, 'GET')
    if (entries.filter((one) => one.kind === 'assistDid').length !== events) throw new Error('no session')
  }
  const said = tickets.map(({ times }) => median(times).toFixed(1))
  note(
    `the page of a ticket without an assist session, with one of ${EVENTS.join(', and of ')} things`,
    `p50 ${said.join(', ')} ms`,
  )
}

/** A session as its entries have it, straight into the record: the service has no part in what is measured. @returns its ticket */
async function withSession(reference, events) {
  const { rows } = await pool.query(
    'select max(sequence) as last, max(at) as at from entry where reference = $1',
    [reference],
  )
  const [{ last, at }] = rows
  const bodies = [
    {
      kind: 'assistOffered',
      body: {
        ...{ assist: Number(last) + 1, key: randomUUID(), guest: 'ines-varga', host: 'tora-aas' },
        ...{ allows: ['see', 'control'], recorded: false, until: Number(at) + 1_800_000 },
      },
    },
    { kind: 'assistAnswered', body: { assist: Number(last) + 1, yes: true } },
    { kind: 'assistJoined', body: { assist: Number(last) + 1, person: 'tora-aas' } },
    ...Array.from({ length: events }, (_, one) => ({
      kind: 'assistDid',
      body: { assist: Number(last) + 1, did: { is: 'file', name: `log-${one}.txt`, size: 2048, to: 'desk' } },
    })),
    { kind: 'assistEnded', body: { assist: Number(last) + 1, why: 'done', shows: [] } },
  ]
  for (const [index, { kind, body }] of bodies.entries())
    await pool.query(
      `insert into entry (reference, sequence, at, actor, kind, version, body) values ($1, $2, $3, $4, $5, 1, $6)`,
      [reference, Number(last) + 1 + index, at, 'person:tora-aas', kind, JSON.stringify(body)],
    )
  return reference
}
