import { sql, type RawBuilder } from 'kysely'
import type { Directory } from '../../core/design'
import type { ListName } from '../../core/directory'
import { isOneOf } from '../../core/lookup'
import { decide, type Actor, type NamedByTickets, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Database, Trx } from '../db/connection'
import { KEPT_LISTS } from '../db/directoryRows'
import { wholeState } from '../db/rows'
import type { Sweeping } from '../db/tables'
import { PAGE_PRIORITY } from '../delivery/outbox'
import { NO_WORK } from '../queries/workload'
import type { Desk } from './desk'
import { store, type Decision } from './store'

/** Tickets that are changed in one transaction: few enough that nobody at work on one of them has to wait long. */
const BATCH = 250
/** References that are looked through in one transaction. */
const STRETCH = 5000

const NAMED: readonly NamedByTickets[] = [
  'people',
  'sites',
  'organisations',
  'teams',
  'queues',
  'covers',
  'agreements',
  'equipment',
]

/**
 * Brings every ticket that names a thing of the directory to what that says now, a batch at a time in a worker. It goes
 * on where it was when a worker is killed; tickets that come in meanwhile are looked at too.
 */
export async function beginSweep(
  trx: Trx,
  about: { kind: 'followMerger' | 'fit'; list: ListName; from: string; into?: string } & object,
  person: string | null,
): Promise<void> {
  const { list, from } = about
  if (!isOneOf(NAMED, list)) return
  const until = await lastReference(trx)
  const { id } = await trx
    .insertInto('sweep')
    .values({
      about: JSON.stringify(about.kind === 'fit' ? { kind: 'fit' } : about),
      ...{ list, thing: about.into ?? from, asked_by: person, asked_at: deskNow() },
      ...{ state: 'running', total: 0, until },
    })
    .returning('id')
    .executeTakeFirstOrThrow()
  await nextBatch(trx, { id })
}

async function lastReference(trx: Trx): Promise<number> {
  const { last } = await trx
    .selectFrom('ticket')
    .select((e) => e.fn.max<number | null>('reference').as('last'))
    .executeTakeFirstOrThrow()
  return last ?? 0
}

/** Tickets that may name a thing; more than do, since what they say is looked through as a text. */
function namesIt(kind: Sweeping['kind'], list: NamedByTickets, id: string): RawBuilder<boolean> {
  if (kind === 'fit')
    return list === 'sites'
      ? sql<boolean>`status_group <> 'done' and site = ${id}`
      : sql<boolean>`status_group <> 'done' and (state->>'agreement') = ${id}`
  if (list === 'agreements') return sql<boolean>`(state->>'agreement') = ${id}`
  return sql<boolean>`strpos(state::text, ${JSON.stringify(id)}) > 0`
}

/** Where a sweep goes on. `isAgain` is the look that is taken once more, at what came in while another process did not know yet. */
export interface SweepBatch {
  id: number
  isAgain?: boolean
}

/** Time for every process to hear of what the directory says now. */
const HEARD = '30 seconds'

/** Brings the next tickets of a sweep to what the directory says, and queues the batch after them; all or nothing. */
export async function sweepBatch(desk: Desk, batch: SweepBatch): Promise<SweepBatch | undefined> {
  const directory = await directoryNow(desk, batch.id)
  const { changed, next } = await desk.db.transaction().execute(async (trx) => {
    const sweep = await trx
      .selectFrom('sweep')
      .selectAll()
      .where('id', '=', batch.id)
      .forUpdate()
      .executeTakeFirst()
    if (!sweep || (sweep.state !== 'running' && !batch.isAgain)) return { changed: [] }
    const { about, list, asked_by: person, looked_at: after } = sweep
    const until = batch.isAgain && after === 0 ? await lastReference(trx) : sweep.until
    const upTo = Math.min(after + STRETCH, until)
    const from = about.kind === 'fit' ? sweep.thing : about.from
    const named = namesIt(about.kind, list as NamedByTickets, from)
    // Counting looks through all of them, which nobody who merges something waits for.
    const total = after === 0 && !batch.isAgain ? await countOf(trx, named) : sweep.total
    const now = await standingNow(trx, list as NamedByTickets, about)
    const rows = await trx
      .selectFrom('ticket')
      .select(['state', 'because'])
      .where(named)
      .where('reference', '>', after)
      .where('reference', '<=', upTo)
      .orderBy('reference')
      .limit(BATCH)
      .forUpdate()
      .execute()
    const actor: Actor = person === null ? { system: 'directory' } : { person }
    const decisions: Decision[] = []
    for (const row of rows) {
      const before = wholeState(row)
      const decision = await decided(desk, before, now, actor, directory)
      if (decision) decisions.push(decision)
    }
    if (decisions.length) await store(trx, decisions)
    const last = rows.length === BATCH ? rows[rows.length - 1]!.state.reference : upTo
    const isEnd = last >= until
    const next = await goOn(trx, batch, isEnd)
    await trx
      .updateTable('sweep')
      .set((e) => ({
        ...{ total, until, looked_at: isEnd && !batch.isAgain ? 0 : last },
        done: e('done', '+', rows.length),
        ...(isEnd && { state: 'finished' as const, ended_at: deskNow() }),
      }))
      .where('id', '=', batch.id)
      .execute()
    await sql`select pg_notify('yare_adoption', '')`.execute(trx)
    return { changed: decisions.map(({ decided: one }) => one.state.reference), next }
  })
  for (const reference of changed) desk.announce(reference)
  return next
}

async function countOf(trx: Trx, named: RawBuilder<boolean>): Promise<number> {
  const { total } = await trx
    .selectFrom('ticket')
    .select((e) => e.fn.countAll<number>().as('total'))
    .where(named)
    .executeTakeFirstOrThrow()
  return total
}

/** What stays may have been merged into a third meanwhile: tickets name that one at once. */
async function standingNow(trx: Trx, list: NamedByTickets, about: Sweeping): Promise<Sweeping> {
  if (about.kind === 'fit') return about
  const { table, key } = KEPT_LISTS[list]
  const row = (await trx
    .selectFrom(table as 'team')
    .select('merged_into')
    .where(key as 'id', '=', (key === 'number' ? Number(about.into) : about.into) as string)
    .executeTakeFirst()) as { merged_into: string | null } | undefined
  return { ...about, into: row?.merged_into ?? about.into }
}

/** The directory with what the sweep is about as it is now: the work may be begun before this process heard of the change. */
async function directoryNow({ db, knowledge }: Desk, id: number): Promise<Directory> {
  const sweep = await db
    .selectFrom('sweep')
    .select(['about', 'list', 'thing'])
    .where('id', '=', id)
    .executeTakeFirst()
  if (sweep) {
    const list = sweep.list as ListName
    const { about, thing } = sweep
    await knowledge.renew([[list, thing], ...(about.kind === 'fit' ? [] : [[list, about.from] as const])])
  }
  return knowledge.directory()
}

/** What becomes of a ticket; undefined where it stays as it is. */
async function decided(
  desk: Desk,
  before: TicketState,
  about: Sweeping,
  actor: Actor,
  directory: Directory,
): Promise<Decision | undefined> {
  const context = { now: deskNow(), actor, work: NO_WORK }
  if (about.kind === 'fit') {
    const design = await desk.knowledge.editionOf(before)
    const result = decide(before, about, design, directory, context)
    return result.entries.length ? { before, design, decided: result } : undefined
  }
  const { editions, ...merger } = about
  const own = await desk.knowledge.editionOf(before)
  // One that keeps an earlier edition goes on keeping it: somebody has decided so. What is done follows none.
  const newer = editions?.before === before.edition ? await desk.knowledge.edition(editions.after) : own
  const adopted = decide(before, { kind: 'adopt' }, newer, directory, context)
  const design = adopted.entries.length ? newer : own
  const result = decide(adopted.state, merger, design, directory, context)
  if (!result.entries.length) return undefined
  const entries = [...adopted.entries, ...result.entries]
  const messages = [...adopted.messages, ...result.messages]
  return { before, design, decided: { ...result, entries, messages } }
}

async function goOn(trx: Trx, batch: SweepBatch, isEnd: boolean): Promise<SweepBatch | undefined> {
  if (isEnd && batch.isAgain) return undefined
  if (!isEnd) {
    await nextBatch(trx, batch)
    return batch
  }
  const again = { id: batch.id, isAgain: true }
  await nextBatch(trx, again, HEARD)
  return again
}

async function nextBatch(trx: Trx, batch: SweepBatch, later = '0 seconds'): Promise<void> {
  await sql`select graphile_worker.add_job('sweep', ${JSON.stringify(batch)}::json,
    run_at := now() + ${later}::interval, priority := ${PAGE_PRIORITY + 5})`.execute(trx)
}

/** How far the tickets are that follow a thing of the directory just now; undefined where none do. */
export async function sweepOf(db: Database, list: ListName, thing: string) {
  const rows = await db
    .selectFrom('sweep')
    .select(['total', 'done'])
    .where('list', '=', list)
    .where('thing', '=', thing)
    .where('state', '=', 'running')
    .execute()
  if (!rows.length) return undefined
  return rows.reduce((sum, one) => ({ total: sum.total + one.total, done: sum.done + one.done }), {
    total: 0,
    done: 0,
  })
}
