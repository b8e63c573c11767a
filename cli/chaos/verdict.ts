import { sql } from 'kysely'
import type { Database } from '../../server/db/connection'
import { audit } from '../../server/queries/audit'
import { healthOf } from '../../server/queries/health'
import { loadClock } from '../../server/clock/deskClock'
import type { Clients } from './clients'
import { oneAt } from '../../core/lookup'

const pause = (milliseconds: number) => new Promise<void>((done) => setTimeout(done, milliseconds))
/** Within this time after the last kill everything is done that was promised. */
const PATIENCE = 90_000

/** Lets what is tried again later be tried now, as if the time had gone by. */
const hurry = (db: Database) =>
  sql`update graphile_worker._private_jobs set run_at = now() where run_at > now() and locked_at is null`.execute(
    db,
  )

async function leftToDo(db: Database): Promise<string[]> {
  await loadClock(db)
  const health = await healthOf(db)
  const { rows } = await sql<{ failed: number; givenUp: string[] | null }>`select
    count(*) filter (where state = 'failed')::int as failed,
    array_agg(channel || ': ' || detail) filter (where state = 'givenUp' and not exists
      (select from outbox as next where next.after = outbox.key)) as "givenUp" from outbox
    where reference in (select reference from ticket where summary like 'Chaos %')`.execute(db)
  const { failed, givenUp } = oneAt(rows, 0)
  const left: [number, string][] = [
    [health.messagesWaiting, 'messages wait'],
    [health.mailWaiting, 'mails wait'],
    [health.alarmsLate, 'alarms are late'],
    [failed, 'messages failed'],
  ]
  // One that went its person's next way instead is not lost; that way is looked at itself.
  const lost = givenUp?.map((detail) => `a message was given up, ${detail}`) ?? []
  return [
    ...health.problems,
    ...lost,
    ...left.filter(([count]) => count).map(([count, what]) => `${count} ${what}`),
  ]
}

/** Waits until all is delivered, read and rung; gives what is not, in words. */
export async function untilQuiet(db: Database, patience = PATIENCE): Promise<string[]> {
  const ends = performance.now() + patience
  for (;;) {
    const left = await hurry(db)
      .then(() => leftToDo(db))
      .catch((error: Error) => [`the database: ${error.message}`])
    if (!left.length || performance.now() >= ends) return left
    await pause(500)
  }
}

/** Holds what the clients were told against what the desk has. @returns what is wrong, a line each */
export async function wrongs(db: Database, clients: Clients): Promise<string[]> {
  const { written } = clients
  const { differences, tickets } = await audit(db)
  const audited = differences.map(({ reference, what }) => `audit: ticket ${reference}, ${what}`)
  if (!tickets) audited.push('audit: no ticket was looked at')
  return [
    ...written.faults,
    ...audited,
    ...(await wrongTickets(db, clients)),
    ...(await wrongNotes(db, written.notes)),
    ...(await wrongMails(db, written.mails)),
    ...(await wrongSignals(db, written.signals)),
    ...(await wrongFiles(clients)),
  ]
}

async function wrongTickets(db: Database, clients: Clients): Promise<string[]> {
  const { rows } = await sql<{ summary: string; references: number[] }>`
    select summary, array_agg(reference) as references from ticket where summary like 'Chaos %' group by summary`.execute(
    db,
  )
  const found = new Map(rows.map((row) => [row.summary, row.references.map(Number)]))
  const wrong: string[] = []
  for (const [summary, references] of found)
    if (references.length > 1) wrong.push(`${summary}: logged as ${references.join(' and ')}`)
  for (const [key, { body, reference }] of clients.written.logged) {
    if (!found.get(`Chaos ${key}`)?.includes(reference)) wrong.push(`${key}: ticket ${reference} is lost`)
    const headers = { 'content-type': 'application/json', 'idempotency-key': key }
    const again = await clients.ask('/api/tickets', { method: 'POST', headers, body })
    if (again.status !== 200 || again.body.reference !== reference)
      wrong.push(`${key}: asked again, ${again.status} ${String(again.body.reference)} for ${reference}`)
  }
  return wrong
}

async function wrongNotes(db: Database, notes: ReadonlyMap<string, boolean>): Promise<string[]> {
  const { rows } = await sql<{
    text: string
    count: number
  }>`select body->>'text' as text, count(*)::int as count
    from entry where body->>'text' = any(${[...notes.keys()]}::text[]) group by 1`.execute(db)
  const counts = new Map(rows.map(({ text, count }) => [text, count]))
  return [...notes].flatMap(([text, isKnown]) => {
    const count = counts.get(text) ?? 0
    return count > 1 || (isKnown && count === 0) ? [`note “${text}” is there ${count} times`] : []
  })
}

async function wrongMails(db: Database, mails: ReadonlySet<string>): Promise<string[]> {
  const { rows } = await sql<{ id: string; outcomes: string[]; tickets: number }>`
    select message_id as id, array_agg(outcome) as outcomes, (select count(*)::int from ticket
      where summary = 'Mail ' || trim(both '<>' from message_id)) as tickets
    from mail_in where message_id like '<chaos-%' group by message_id`.execute(db)
  const found = new Map(rows.map((row) => [row.id, row]))
  return [...mails].flatMap((id) => {
    const { outcomes, tickets } = found.get(id) ?? { outcomes: ['lost'], tickets: 0 }
    // One beyond the hour's bound is kept for the lead; every other one is a ticket.
    const isFair = outcomes.length === 1 && tickets === (outcomes[0] === 'tooMany' ? 0 : 1)
    return isFair ? [] : [`mail ${id}: ${outcomes.join(', ')}, ${tickets} tickets`]
  })
}

async function wrongSignals(db: Database, signals: ReadonlyMap<string, number>): Promise<string[]> {
  const { rows } = await sql<{ subject: string; count: number }>`
    select one as subject, sum((state->'signal'->>'count')::int)::int as count from ticket
    join unnest(${[...signals.keys()]}::text[]) as one on strpos(state->'signal'->>'fault', one) > 0 group by 1`.execute(
    db,
  )
  const counts = new Map(rows.map(({ subject, count }) => [subject, count]))
  return [...signals].flatMap(([subject, sent]) => {
    // The last one may have been taken without the client being told.
    const count = counts.get(subject) ?? 0
    return count < sent || count > sent + 1 ? [`${subject}: ${sent} signals, counted ${count}`] : []
  })
}

async function wrongFiles(clients: Clients): Promise<string[]> {
  const wrong: string[] = []
  for (const [id, { reference, content }] of clients.written.files) {
    const { status, text } = await clients.ask(`/api/tickets/${reference}/attachments/${id}`)
    if (status !== 200 || text !== content) wrong.push(`file ${content}: ${status} ${text.slice(0, 40)}`)
  }
  return wrong
}

/** How often a message reached the outside more than once: it was sent, and the worker killed before it wrote so. */
export async function sentTwice(db: Database): Promise<{ messages: number; twice: number }> {
  const { rows } = await sql<{ messages: number; twice: number }>`select count(*)::int as messages,
    count(*) filter (where times > 1)::int as twice from standin_message`.execute(db)
  return oneAt(rows, 0)
}
