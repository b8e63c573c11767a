import { sql } from 'kysely'
import type { Condition } from '../../core/condition'
import { decide, linesFor, Refused, type TicketState } from '../../core/ticket'
import type { Caller } from '../base/caller'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'
import { store, type Decision } from '../commands/store'
import type { Database, Trx } from '../db/connection'
import { PARTNERS_CHANGED } from '../db/knowledge'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { BacklogState, LeftOut } from '../db/tables'
import { CannotFilter, conditionSql } from '../queries/conditionSql'
import { sentPage } from '../queries/exchanged'
import { refuseUnseen, seenOfPartner } from '../queries/seenFields'
import { seenSql, sightOf } from '../queries/sight'
import { NO_WORK } from '../queries/workload'
import { notifyPartners, partnerOf } from './partners'

// Open tickets that a partner is asked to take all at once: looked at before, one after another in a worker, stopped and
// gone on with. Each is asked by the command by which somebody asks for one.

/** Tickets that are asked for in one transaction: few enough that nobody at work on one of them has to wait long. */
const BATCH = 50
/** Of those that could not be asked for, so many are named with why. */
const NAMED = 50
/** So many are looked at line by line at once. */
const SHOWN = 5
/** After pages and what is at work, before files of lists. */
const PRIORITY = 5

interface Asked {
  partner: string
  which: Condition
  person: string
}

/** Tickets that would go: open, taken on, as the condition says, seen by whoever asks, never exchanged with the partner. */
async function wanted(desk: Desk, db: Database | Trx, { partner, which, person }: Asked) {
  const current = await desk.knowledge.currentEdition()
  const condition = conditionSql(which, { now: deskNow(), calendars: current })
  const isNew = sql<boolean>`not exists (select from partner_ticket
    where partner_ticket.reference = ticket.reference and partner_ticket.partner = ${partner})`
  const open = db
    .selectFrom('ticket')
    .where(sql<boolean>`status_group <> 'done' and not held`)
    .where(sql<boolean>`${seenSql(await sightOf(desk, person))}`)
    .where(condition)
  return { open, fresh: open.where(isNew) }
}

/** @throws Refused where the pairing has ended, or there is none */
async function pairedNow(desk: Desk, id: string) {
  const { name, ended_at: ended } = await partnerOf(desk.db, id)
  if (ended !== null) throw new Refused('conflict', `The pairing with ${name} has ended.`)
  await desk.knowledge.renew(PARTNERS_CHANGED)
  return (await desk.knowledge.directory()).partners.get(id)!
}

/**
 * What would become of a backlog: how many tickets would go, how many were exchanged before, and of the next few what would
 * be said, line by line. Nothing goes.
 * @param after the ticket behind which it goes on
 * @throws Refused where the pairing has ended, or the condition asks for what whoever asks may not see
 */
export async function lookAtBacklog(
  desk: Desk,
  partner: string,
  { which, after = -1 }: { which: Condition; after?: number },
  caller: Pick<Caller, 'id' | 'role' | 'teams'>,
) {
  const { exchange } = await pairedNow(desk, partner)
  const [current, directory] = await Promise.all([
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  refuseUnseen(current, caller, { where: which })
  const { open, fresh } = await wanted(desk, desk.db, { partner, which, person: caller.id })
  const count = (e: typeof open) => e.select((each) => each.fn.countAll<number>().as('count'))
  const [all, goes, rows] = await Promise.all([
    count(open).executeTakeFirstOrThrow(),
    count(fresh).executeTakeFirstOrThrow(),
    fresh
      .select(STATE_COLUMNS)
      .where('reference', '>', after)
      .orderBy('reference')
      .limit(SHOWN + 1)
      .execute(),
  ])
  const shown = rows.slice(0, SHOWN).map(wholeState)
  const lines = async (state: TicketState) => {
    const design = await desk.knowledge.editionOf(state)
    const seen = seenOfPartner(directory, partner, current, caller, design)
    const asked = { state, design, directory, now: deskNow() }
    return {
      ...{ reference: state.reference, summary: state.summary },
      lines: linesFor(asked, { exchange }).map((line) =>
        sentPage(exchange, line, { seen, design, directory }),
      ),
    }
  }
  return {
    ...{ goes: Number(goes.count), before: Number(all.count) - Number(goes.count) },
    tickets: await Promise.all(shown.map(lines)),
    next: rows.length > SHOWN ? shown[SHOWN - 1]!.reference : null,
  }
}

/**
 * Lets a worker ask a partner to take all of a backlog.
 * @throws Refused where one is under way, nothing would go, or the pairing has ended
 */
export async function sendBacklog(
  desk: Desk,
  partner: string,
  which: Condition,
  caller: Pick<Caller, 'id' | 'role' | 'teams'>,
) {
  const { name } = await pairedNow(desk, partner)
  refuseUnseen(await desk.knowledge.currentEdition(), caller, { where: which })
  await desk.db.transaction().execute(async (trx) => {
    await lockBacklogs(trx, partner)
    await refuseSecond(trx, partner, name)
    const { fresh } = await wanted(desk, trx, { partner, which, person: caller.id })
    const { total, until } = await fresh
      .select((e) => [e.fn.countAll<number>().as('total'), e.fn.max('reference').as('until')])
      .executeTakeFirstOrThrow()
    if (!Number(total)) throw new Refused('conflict', `There is no ticket of that kind to send to ${name}.`)
    const { id } = await trx
      .insertInto('partner_backlog')
      .values({
        ...{ partner, which: JSON.stringify(which), person: caller.id, at: deskNow(), state: 'running' },
        ...{ until: Number(until), total: Number(total) },
      })
      .returning('id')
      .executeTakeFirstOrThrow()
    await nextBatch(trx, id)
    await notifyPartners(trx)
  })
  return backlogPage(desk, partner)
}

/** Who begins or goes on with a backlog of a partner waits for whoever does so at the same moment. */
const lockBacklogs = (trx: Trx, partner: string) =>
  sql`select pg_advisory_xact_lock(${4_290}, hashtext(${partner}))`.execute(trx)

async function refuseSecond(trx: Trx, partner: string, name: string): Promise<void> {
  const running = await trx
    .selectFrom('partner_backlog')
    .select('id')
    .where('partner', '=', partner)
    .where('state', '=', 'running')
    .executeTakeFirst()
  if (running)
    throw new Refused('conflict', `A backlog is on its way to ${name} already; wait for it, or stop it.`)
}

const nextBatch = (trx: Trx, id: number) =>
  sql`select graphile_worker.add_job('backlog', ${JSON.stringify({ id })}::json, priority := ${PRIORITY})`.execute(
    trx,
  )

/** The last backlog of a partner, how far it is and what became of it there; null where there was none. */
export async function backlogPage({ db }: { db: Database }, partner: string) {
  const row = await db
    .selectFrom('partner_backlog')
    .innerJoin('person', 'person.id', 'partner_backlog.person')
    .select(['state', 'at', 'total', 'asked', 'left_behind', 'left_out', 'why', 'ended_at', 'which'])
    .select('person.name as by')
    .where('partner', '=', partner)
    .orderBy('partner_backlog.id', 'desc')
    .limit(1)
    .executeTakeFirst()
  if (!row) return { backlog: null }
  const stands = await db
    .selectFrom('partner_ticket')
    .select((e) => ['stands', e.fn.countAll<number>().as('count')])
    .where('partner', '=', partner)
    .where('begun', '=', 'here')
    .where('asked_at', '>=', row.at)
    .groupBy('stands')
    .execute()
  const of = (stand: string) => Number(stands.find((each) => each.stands === stand)?.count ?? 0)
  const { left_behind: leftBehind, left_out: leftOut, ended_at: endedAt, ...rest } = row
  return {
    backlog: { ...rest, leftBehind, leftOut, endedAt, linked: of('linked'), refused: of('refused') },
  }
}

/** Stops a backlog after the tickets at work; those that were asked for go on. @throws Refused where none is under way */
async function stop(desk: Desk, partner: string): Promise<void> {
  await desk.db.transaction().execute(async (trx) => {
    const { numUpdatedRows } = await trx
      .updateTable('partner_backlog')
      .set({ state: 'stopped', ended_at: deskNow() })
      .where('partner', '=', partner)
      .where('state', '=', 'running')
      .executeTakeFirst()
    if (!numUpdatedRows) throw new Refused('conflict', 'It is not under way any more.')
    await notifyPartners(trx)
  })
}

/** Goes on where a backlog was stopped. @throws Refused where the last one was not, or the pairing has ended */
async function goOn(desk: Desk, partner: string): Promise<void> {
  const { name } = await pairedNow(desk, partner)
  await desk.db.transaction().execute(async (trx) => {
    await lockBacklogs(trx, partner)
    await refuseSecond(trx, partner, name)
    const last = await trx
      .selectFrom('partner_backlog')
      .select(['id', 'state'])
      .where('partner', '=', partner)
      .orderBy('id', 'desc')
      .limit(1)
      .executeTakeFirst()
    if (last?.state !== 'stopped') throw new Refused('conflict', 'There is no backlog that was stopped.')
    await end(trx, last.id, 'running')
    await nextBatch(trx, last.id)
    await notifyPartners(trx)
  })
}

export const BACKLOG_DEEDS = { stop, 'go-on': goOn } as const

const end = (trx: Trx, id: number, state: BacklogState, why: string | null = null) =>
  trx
    .updateTable('partner_backlog')
    .set({ state, why, ended_at: state === 'running' ? null : deskNow() })
    .where('id', '=', id)
    .execute()

/**
 * Asks the partner to take the next tickets of a backlog and queues the batch after them, all in one transaction: a worker
 * that is killed leaves either nothing done or the next batch waiting.
 * @returns whether there is more
 */
export async function backlogBatch(desk: Desk, id: number): Promise<boolean> {
  await desk.knowledge.renew(PARTNERS_CHANGED)
  const { changed, isMore } = await desk.db.transaction().execute(async (trx) => {
    const row = await trx
      .selectFrom('partner_backlog')
      .selectAll()
      .where('id', '=', id)
      .forUpdate()
      .executeTakeFirst()
    if (row?.state !== 'running') return { changed: [], isMore: false }
    const partner = (await desk.knowledge.directory()).partners.get(row.partner)
    const stuck = partner?.isPaired ? undefined : 'The pairing has ended.'
    const rows = stuck ?? (await nextTickets(desk, trx, row))
    if (typeof rows === 'string') {
      await end(trx, id, 'stopped', rows)
      await notifyPartners(trx)
      return { changed: [], isMore: false }
    }
    const { decisions, leftOut } = await askEach(desk, rows, row)
    if (decisions.length) await store(trx, decisions)
    const isMore = rows.length === BATCH
    await noteProgress(trx, id, { last: rows.at(-1)?.reference, asked: decisions.length, leftOut })
    if (isMore) await nextBatch(trx, id)
    else await end(trx, id, 'finished')
    await notifyPartners(trx)
    return { changed: decisions.map(({ decided }) => decided.state.reference), isMore }
  })
  for (const reference of changed) desk.announce(reference)
  return isMore
}

interface Row extends Asked {
  after: number
  until: number
}

/** The next tickets, locked; or why nothing goes on: an edition since may lack what the condition asks for. */
async function nextTickets(desk: Desk, trx: Trx, row: Row): Promise<TicketState[] | string> {
  try {
    const { fresh } = await wanted(desk, trx, row)
    const rows = await fresh
      .select(STATE_COLUMNS)
      .where('reference', '>', row.after)
      .where('reference', '<=', row.until)
      .orderBy('reference')
      .limit(BATCH)
      .forUpdate('ticket')
      .execute()
    return rows.map(wholeState)
  } catch (error) {
    if (error instanceof CannotFilter) return error.message
    throw error
  }
}

async function askEach(desk: Desk, states: readonly TicketState[], { partner, person }: Asked) {
  const directory = await desk.knowledge.directory()
  const decisions: Decision[] = []
  const leftOut: LeftOut[] = []
  for (const before of states) {
    const design = await desk.knowledge.editionOf(before)
    const context = { now: deskNow(), actor: { person }, work: NO_WORK }
    try {
      const decided = decide(before, { kind: 'askPartner', partner }, design, directory, context)
      decisions.push({ before, design, decided })
    } catch (error) {
      if (!(error instanceof Refused)) throw error
      leftOut.push({ reference: before.reference, why: error.message })
    }
  }
  return { decisions, leftOut }
}

const noteProgress = (
  trx: Trx,
  id: number,
  { last, asked, leftOut }: { last: number | undefined; asked: number; leftOut: readonly LeftOut[] },
) =>
  trx
    .updateTable('partner_backlog')
    .set((e) => ({
      ...(last !== undefined && { after: last }),
      asked: e('asked', '+', asked),
      left_behind: e('left_behind', '+', leftOut.length),
      left_out: sql<string>`(select coalesce(jsonb_agg(one), '[]') from (select one
        from jsonb_array_elements(left_out || ${JSON.stringify(leftOut)}::jsonb) as one limit ${NAMED}) as named)`,
    }))
    .where('id', '=', id)
    .execute()
