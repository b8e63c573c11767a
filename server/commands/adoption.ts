import { sql } from 'kysely'
import { decide, misfitOf, Refused } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'
import type { LeftOut } from '../db/tables'
import type { Desk } from './desk'
import { store, type Decision } from './store'

/** Tickets that follow in one transaction: few enough that nobody at work on one of them has to wait long. */
const BATCH = 250

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
  const [waiting, adoption] = await Promise.all([
    countBefore(desk.db, edition),
    desk.db
      .selectFrom('adoption')
      .innerJoin('person', 'person.id', 'adoption.asked_by')
      .select(['edition', 'asked_at', 'state', 'total', 'done', 'left_behind', 'left_out', 'ended_at'])
      .select('person.name as asked_by')
      .orderBy('edition', 'desc')
      .limit(1)
      .executeTakeFirst(),
  ])
  return { edition, waiting, adoption: adoption ?? null }
}

/** Lets every open ticket follow an edition: their number is taken down, and the work begins in a worker. */
export async function beginAdoption(trx: Trx, edition: number, person: string): Promise<void> {
  await trx
    .updateTable('adoption')
    .set({ state: 'calledOff', ended_at: deskNow() })
    .where('state', '=', 'running')
    .execute()
  const fresh = {
    asked_by: person,
    asked_at: deskNow(),
    state: 'running' as const,
    after: -1,
    ended_at: null,
  }
  const counts = { total: await countBefore(trx, edition), done: 0, left_behind: 0, left_out: '[]' }
  await trx
    .insertInto('adoption')
    .values({ edition, ...fresh, ...counts })
    .onConflict((on) => on.column('edition').doUpdateSet({ ...fresh, ...counts }))
    .execute()
  await nextBatch(trx, edition)
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

/**
 * Brings the next tickets to an edition and queues the batch after them, all in one transaction: a worker that is
 * killed leaves either nothing done or the next batch waiting.
 */
export async function adoptBatch(desk: Desk, edition: number): Promise<void> {
  const [design, directory] = await Promise.all([desk.knowledge.edition(edition), desk.knowledge.directory()])
  const changed = await desk.db.transaction().execute(async (trx) => {
    const adoption = await trx
      .selectFrom('adoption')
      .selectAll()
      .where('edition', '=', edition)
      .forUpdate()
      .executeTakeFirst()
    if (adoption?.state !== 'running') return []
    const rows = await openBefore(trx, edition)
      .select('state')
      .where('reference', '>', adoption.after)
      .orderBy('reference')
      .limit(BATCH)
      .forUpdate()
      .execute()
    const actor = { person: adoption.asked_by }
    const decisions: Decision[] = []
    const leftOut: LeftOut[] = []
    for (const { state } of rows) {
      const why = misfitOf(state, design)
      if (why) {
        leftOut.push({ reference: state.reference, why })
        continue
      }
      await desk.knowledge.editionOf(state)
      const context = { now: deskNow(), actor, openCounts: new Map<string, number>() }
      decisions.push({ decided: decide(state, { kind: 'adopt' }, design, directory, context), design })
    }
    if (decisions.length) await store(trx, decisions)
    const isLast = rows.length < BATCH
    await trx
      .updateTable('adoption')
      .set({
        after: rows[rows.length - 1]?.state.reference ?? adoption.after,
        done: adoption.done + decisions.length,
        left_behind: adoption.left_behind + leftOut.length,
        left_out: JSON.stringify([...adoption.left_out, ...leftOut].slice(0, NAMED)),
        ...(isLast && { state: 'finished' as const, ended_at: deskNow() }),
      })
      .where('edition', '=', edition)
      .execute()
    if (isLast) await notify(trx)
    else await nextBatch(trx, edition)
    return decisions.map(({ decided }) => decided.state.reference)
  })
  for (const reference of changed) desk.announce(reference)
}

async function nextBatch(trx: Trx, edition: number): Promise<void> {
  await sql`select graphile_worker.add_job('adopt', json_build_object('edition', ${edition}::int), queue_name := 'adopt')`.execute(
    trx,
  )
  await notify(trx)
}

async function notify(trx: Trx): Promise<void> {
  await sql`select pg_notify('yare_adoption', '')`.execute(trx)
}
