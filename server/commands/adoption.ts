import { sql } from 'kysely'
import { decide, misfitOf, Refused, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'
import type { LeftOut } from '../db/tables'
import type { Desk } from './desk'
import { PAGE_PRIORITY } from '../delivery/outbox'
import { lockedState } from './lockedState'
import { store, type Decision } from './store'
import { NO_WORK } from '../queries/workload'
import { oneAt } from '../../core/lookup'

/** Tickets that follow in one transaction: few enough that nobody at work on one of them has to wait long. */
const BATCH = 250

/** Batches at work at once: while one is decided another is stored. Each lane has its stretch of the references. */
const LANES = 2

/** Of the tickets that cannot follow, so many are named with why. */
const NAMED = 50

const openBefore = (db: Database | Trx, edition: number) =>
  db.selectFrom('ticket').where('status_group', '<>', 'done').where('edition', '<', edition)

async function countBefore(db: Database | Trx, edition: number): Promise<number> {
  const { count } = await openBefore(db, edition)
    .select((e) => e.fn.countAll<number>().as('count'))
    .executeTakeFirstOrThrow()
  return count
}

/** Where open tickets stand: how many keep an earlier edition, and how far the last adoption has come. */
export async function adoptionPage(desk: Desk) {
  const { edition } = await desk.knowledge.currentEdition()
  const adoption = await desk.db
    .selectFrom('adoption')
    .innerJoin('person', 'person.id', 'adoption.asked_by')
    .select(['edition', 'asked_at', 'state', 'total', 'done', 'left_behind', 'left_out', 'ended_at'])
    .select('person.name as asked_by')
    .orderBy('edition', 'desc')
    .limit(1)
    .executeTakeFirst()
  // While they follow, those that are left need not be counted anew.
  const waiting =
    adoption?.state === 'running' && adoption.edition === edition
      ? Math.max(0, adoption.total - adoption.done)
      : await countBefore(desk.db, edition)
  return { edition, waiting, adoption: adoption ?? null }
}

/** Lets every open ticket follow an edition: their number is taken down, and the work begins in a worker. */
export async function beginAdoption(trx: Trx, edition: number, person: string): Promise<void> {
  await trx
    .updateTable('adoption')
    .set({ state: 'calledOff', ended_at: deskNow() })
    .where('state', '=', 'running')
    .execute()
  const lanes = await lanesOf(trx, edition)
  const fresh = {
    asked_by: person,
    asked_at: deskNow(),
    state: 'running' as const,
    lanes_left: lanes.length,
    ended_at: null,
  }
  const counts = { total: await countBefore(trx, edition), done: 0, left_behind: 0, left_out: '[]' }
  await trx
    .insertInto('adoption')
    .values({ edition, ...fresh, ...counts })
    .onConflict((on) => on.column('edition').doUpdateSet({ ...fresh, ...counts }))
    .execute()
  for (const lane of lanes) await nextBatch(trx, lane)
  await notify(trx)
}

/**
 * Where each lane begins and ends: as many tickets to each. There is always one, which finds it when there is nothing
 * to do.
 */
export async function lanesOf(db: Database | Trx, edition: number): Promise<Batch[]> {
  const lane = sql<number>`ntile(${LANES}) over (order by reference)`
  const rows = await db
    .selectFrom(
      openBefore(db, edition)
        .select(['reference', lane.as('lane')])
        .as('open'),
    )
    .select((e) => e.fn.max('reference').as('until'))
    .groupBy('lane')
    .orderBy('lane')
    .execute()
  const ends = rows.length ? rows.map((row) => Number(row.until)) : [0]
  return ends.map((until, index) => ({ edition, after: index ? oneAt(ends, index - 1) : -1, until }))
}

/** @throws Refused when the edition is not the one in force any more */
export async function startAdoption(desk: Desk, edition: number, person: string) {
  await desk.db.transaction().execute(async (trx) => {
    const { current } = await trx
      .selectFrom('edition')
      .select((e) => e.fn.max('number').as('current'))
      .executeTakeFirstOrThrow()
    if (current !== edition)
      throw new Refused(
        'conflict',
        `Edition ${current} is in force now; look at it before open tickets follow it.`,
      )
    await beginAdoption(trx, edition, person)
  })
  return adoptionPage(desk)
}

/** Stops after the batch at work; tickets that follow already keep to it. */
export async function callOffAdoption(desk: Desk) {
  await desk.db.transaction().execute(async (trx) => {
    await trx
      .updateTable('adoption')
      .set({ state: 'calledOff', ended_at: deskNow() })
      .where('state', '=', 'running')
      .execute()
    await notify(trx)
  })
  return adoptionPage(desk)
}

/** Where a lane goes on. */
export interface Batch {
  edition: number
  /** Reference behind which it goes on. */
  after: number
  /** The last reference of its lane; a batch that was queued before 0.9.0 has none. */
  until?: number
}

/**
 * Brings the next tickets of a lane to an edition and queues the batch after them, all in one transaction: a worker
 * that is killed leaves either nothing done or the next batch waiting.
 * @returns the batch that was queued, if any
 */
export async function adoptBatch(desk: Desk, batch: Batch): Promise<Batch | undefined> {
  const { edition } = batch
  const [design, directory] = await Promise.all([desk.knowledge.edition(edition), desk.knowledge.directory()])
  const { changed, next } = await desk.db.transaction().execute(async (trx) => {
    const adoption = await trx
      .selectFrom('adoption')
      .select(['state', 'asked_by'])
      .where('edition', '=', edition)
      .executeTakeFirst()
    if (adoption?.state !== 'running') return { changed: [] }
    const rows = await nextTickets(trx, batch)
    const actor = { person: adoption.asked_by }
    const decisions: Decision[] = []
    const leftOut: LeftOut[] = []
    const context = { now: deskNow(), actor, work: NO_WORK }
    const adopt = (before: TicketState): Decision => ({
      ...{ before, design },
      decided: decide(before, { kind: 'adopt' }, design, directory, context),
    })
    for (const { state } of rows) {
      const before = { ...state, because: {} }
      const why = misfitOf(before, design)
      if (why) {
        leftOut.push({ reference: state.reference, why })
        continue
      }
      await desk.knowledge.editionOf(state)
      const decision = adopt(before)
      // Why it is sorted as it is, is not read before a rung that rings on the way sorts it otherwise.
      const isSorted = decision.decided.state.because !== before.because
      decisions.push(isSorted ? adopt(await lockedState(trx, state.reference)) : decision)
    }
    if (decisions.length) await store(trx, decisions)
    const last = rows[rows.length - 1]?.state.reference
    const next = rows.length < BATCH || last === undefined ? undefined : { ...batch, after: last }
    if (next) await nextBatch(trx, next)
    await noteProgress(trx, edition, decisions.length, leftOut, next === undefined)
    return { changed: decisions.map(({ decided }) => decided.state.reference), next }
  })
  for (const reference of changed) desk.announce(reference)
  return next
}

// A stretch of the primary key, which the database walks along; by remainders it would sort all tickets for each batch.
function nextTickets(trx: Trx, { edition, after, until = Number.MAX_SAFE_INTEGER }: Batch) {
  return openBefore(trx, edition)
    .select('state')
    .where('reference', '>', after)
    .where('reference', '<=', until)
    .orderBy('reference')
    .limit(BATCH)
    .forUpdate()
    .execute()
}

/** Last in the transaction, so that the lanes wait for each other as briefly as can be. */
async function noteProgress(trx: Trx, edition: number, done: number, leftOut: LeftOut[], isEnd: boolean) {
  const named = sql<string>`(select coalesce(jsonb_agg(one), '[]') from (
    select one from jsonb_array_elements(left_out || ${JSON.stringify(leftOut)}::jsonb) as one limit ${NAMED}) as named)`
  const { lanes_left } = await trx
    .updateTable('adoption')
    .set((e) => ({
      done: e('done', '+', done),
      left_behind: e('left_behind', '+', leftOut.length),
      left_out: named,
      lanes_left: e('lanes_left', '-', isEnd ? 1 : 0),
    }))
    .where('edition', '=', edition)
    .returning('lanes_left')
    .executeTakeFirstOrThrow()
  if (lanes_left === 0)
    await trx
      .updateTable('adoption')
      .set({ state: 'finished', ended_at: deskNow() })
      .where('edition', '=', edition)
      .where('state', '=', 'running')
      .execute()
  await notify(trx)
}

async function nextBatch(trx: Trx, batch: Batch): Promise<void> {
  // After pages and before all other messages: a heap of them must not keep promises from being put right.
  await sql`select graphile_worker.add_job('adopt', ${JSON.stringify(batch)}::json, priority := ${PAGE_PRIORITY + 5})`.execute(
    trx,
  )
}

async function notify(trx: Trx): Promise<void> {
  await sql`select pg_notify('yare_adoption', '')`.execute(trx)
}
