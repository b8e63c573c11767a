import { createHash } from 'node:crypto'
import { sql } from 'kysely'
import {
  actFor,
  FIRST_SUSPECTING,
  FIRST_WEIGHING,
  readyFor,
  sharedTerms,
  suspicionOf,
  type Burst,
  type Weighing,
} from '../../core/similar'
import { DAY, parseDuration } from '../../core/time'
import { statusOf } from '../../core/lifecycle'
import { Refused, type TicketState } from '../../core/ticket'
import { log } from '../base/log'
import { deskNow } from '../clock/deskClock'
import type { Database } from '../db/connection'
import { collectionOf } from '../queries/collection'
import { wordsByCode } from '../queries/compared'
import { rankedLike, readRow, type KeptRow, type Row } from '../queries/similar'
import { findState } from '../queries/ticketState'
import type { Desk } from './desk'
import { linkTickets } from './work'

/** So many new tickets are taken at once; those that say the very same are compared once. */
const BATCH = 500
/** What cannot be compared is tried again so often, a minute later each time. */
const MOST_TRIES = 3
/** So many are linked with one ticket by itself: of a storm the rest is counted, and gathered by whoever sees it. */
export const MOST_LINKED = 25
/** So many of a sort are named; all are counted. */
const MOST_NAMED = 300
/** What usually comes is looked for in this time, as far as that. */
const USUAL_IN = 90 * DAY
const MOST_USUAL = 5000
/** By so many of its words a sort is known. */
const TERMS = 2
/** What was suspected of a sort is not suspected anew as long as more of it comes, and this long after. */
const QUIET = DAY

const ACTOR = { system: 'likeness' } as const

/** New tickets that say the very same, the first of them first. */
interface Group {
  print: string
  first: Row
  all: Row[]
}

/**
 * Holds new tickets against those that are open, as the edition in force says: they are put under one, or linked with it, and
 * where more of a sort come than chance brings one cause is suspected. Any number of workers may do this at once; what was
 * begun when one was killed is done by the next.
 * @returns how many were taken
 */
export async function compareNew(desk: Desk): Promise<number> {
  const { design } = await desk.knowledge.currentEdition()
  const weighing = design.triage.similar ?? FIRST_WEIGHING
  return desk.db.transaction().execute(async (trx) => {
    const { rows } = await sql<
      KeptRow & { tries: number }
    >`with due as (delete from likeness_due where reference in (
        select reference from likeness_due where after <= now() order by reference limit ${BATCH} for update skip locked)
        returning reference, tries)
      select reference, tries, to_json(summary) as summary, to_json(said) as said, item, site, requester, machine, logged_at
      from due join ticket_likeness using (reference) where is_open and not is_out order by reference`.execute(
      trx,
    )
    const tries = new Map(rows.map((one) => [one.reference, one.tries]))
    for (const group of groupsOf(rows.map(readRow)))
      await compareGroup(desk, weighing, group).catch(async (error: Error) => {
        const ticket = group.first.reference
        log.warn({ error: error.message, ticket }, 'a new ticket could not be compared')
        const again = group.all
          .map((one) => one.reference)
          .filter((one) => (tries.get(one) ?? 0) < MOST_TRIES)
        await sql`insert into likeness_due (reference, tries, after)
          select reference, ${(tries.get(ticket) ?? 0) + 1}, now() + interval '1 minute'
          from unnest(${again}::bigint[]) as reference on conflict do nothing`.execute(trx)
      })
    return rows.length
  })
}

function groupsOf(rows: readonly Row[]): Group[] {
  const groups = new Map<string, Group>()
  for (const row of rows) {
    const said = JSON.stringify([row.item ?? null, [...row.summary].sort(), [...row.said].sort()])
    const print = createHash('sha256').update(said).digest('base64url')
    const group = groups.get(print)
    if (group) group.all.push(row)
    else groups.set(print, { print, first: row, all: [row] })
  }
  return [...groups.values()]
}

async function compareGroup(desk: Desk, weighing: Weighing, group: Group): Promise<void> {
  const known = await suspicionBy(desk.db, group.print)
  // More of what was told of already: it is counted, and costs no more than that.
  if (known) return addTo(desk.db, known, { rows: group.all, came: group.all })
  const { first } = group
  const { ready, ranked } = await rankedLike(desk, {
    ...{ compared: first, but: first.reference, openOnly: true, weighing },
  })
  const own = new Set(group.all.map((one) => one.reference))
  const others = ranked.filter((one) => !own.has(one.row.reference))
  const nearest = others.find((one) => one.row.at <= first.at && act(weighing, one, first))
  if (nearest) await linkWith(desk, weighing, group, nearest)
  else if (group.all.length > 1) {
    const [head, ...rest] = group.all
    await linkWith(desk, weighing, { ...group, all: rest }, { row: head!, likeness: 1 })
  }
  const suspects = weighing.suspects ?? FIRST_SUSPECTING
  const since = first.at - parseDuration(suspects.within)
  const same = others.filter((one) => one.likeness * 100 >= weighing.same && one.row.at >= since)
  const all = [...same.map((one) => one.row), ...group.all]
  if (suspects.count === 0 || all.length < suspects.count) return
  const collection = await collectionOf(desk.db)
  const shared = sharedTerms(ready, same[0] ? readyFor(same[0].row, weighing, collection) : ready)
  const usual = await usualOf(desk.db, [...new Set(shared)].slice(0, TERMS), since)
  const burst = suspicionOf(suspects, { count: all.length, within: parseDuration(suspects.within), ...usual })
  if (burst) await suspect(desk, { group, all, burst, shared })
}

const act = (weighing: Weighing, { row, likeness }: { row: Row; likeness: number }, { at }: Row) =>
  actFor(weighing, likeness, at - row.at)

/** How many of a sort had come, and in how long a time. */
async function usualOf(db: Database, terms: readonly number[], since: number) {
  const { rows } = await sql<{ before: number; oldest: number | null }>`select
    (select count(*)::int from (select 1 from ticket_likeness where (summary || said) @> ${[...terms]}::int[] and not is_out
      and logged_at < ${since} and logged_at >= ${since - USUAL_IN} limit ${MOST_USUAL}) as found) as before,
    (select logged_at from ticket_likeness order by reference limit 1) as oldest`.execute(db)
  const { before = 0, oldest } = rows[0] ?? {}
  return { before, span: Math.min(USUAL_IN, Math.max(0, since - (oldest ?? since))) }
}

/** What an open ticket is part of, as long as that is open too. */
async function openAbove(desk: Desk, { links = [] }: TicketState): Promise<TicketState | undefined> {
  const above = links.find((one) => one.as === 'parent')?.reference
  const state = above === undefined ? undefined : await findState(desk, above)
  if (!state) return undefined
  const kind = (await desk.knowledge.editionOf(state)).kind(state.kind)
  return statusOf(kind, state.status).group === 'done' ? undefined : state
}

/** What is part of something is not put under: what it is part of is. */
async function linkWith(
  desk: Desk,
  weighing: Weighing,
  { all, first }: Group,
  to: { row: Row; likeness: number },
): Promise<void> {
  const does = act(weighing, to, first)
  const near = does && (await findState(desk, to.row.reference))
  if (!near) return
  const target = (does === 'under' && (await openAbove(desk, near))) || near
  const { edition } = await desk.knowledge.currentEdition()
  const from = (does === 'under' ? weighing.under : weighing.links)!.from
  const why = { is: 'alike', to: near.reference, likeness: Math.round(to.likeness * 100), from } as const
  const left = MOST_LINKED - (target.links?.length ?? 0)
  for (const { reference } of all.slice(0, Math.max(0, left))) {
    if (reference === target.reference) continue
    const link = { to: target.reference, as: does === 'under' ? 'parent' : 'related', on: true } as const
    await linkTickets(desk, reference, { ...link, because: { edition, why: [why] } }, ACTOR).catch(
      unlessRefused,
    )
  }
}

function unlessRefused(error: unknown): void {
  if (!(error instanceof Refused)) throw error
}

interface Suspected {
  group: Group
  all: readonly Row[]
  burst: Burst
  shared: readonly number[]
}

/** Once for each sort: what comes after is added to what was told. */
async function suspect(desk: Desk, { group, all, burst, shared }: Suspected): Promise<void> {
  const oldest = all.reduce((first, one) => (one.at < first.at ? one : first))
  const known = await suspicionOfAny(desk.db, all)
  const { count, within, usual, chance } = burst
  if (known) return addTo(desk.db, known, { rows: all, came: group.all, burst })
  const state = await findState(desk, oldest.reference)
  if (!state) return
  const [design, directory] = await Promise.all([desk.knowledge.editionOf(state), desk.knowledge.directory()])
  const said = wordsByCode(state, design, directory)
  const words = [...new Set(shared)].flatMap((term) => said.get(term) ?? []).slice(0, 4)
  const now = deskNow()
  const { id } = await desk.db
    .insertInto('suspicion')
    .values({
      ...{ ticket: oldest.reference, print: group.print, words, began_at: oldest.at, last_at: now },
      ...{ count, span: within, usual, chance, settled_at: null, settled_by: null, cause: null },
    })
    .returning('id')
    .executeTakeFirstOrThrow()
  await addTo(desk.db, Number(id), { rows: all, came: [] })
  await desk
    .run(oldest.reference, { kind: 'suspectCause', count, within, usual, chance, words }, ACTOR)
    .catch(unlessRefused)
}

/** The suspicion that what says this belongs to, as long as more of it comes. */
async function suspicionBy(db: Database, print: string): Promise<number | undefined> {
  const row = await db
    .selectFrom('suspicion')
    .select('id')
    .where('print', '=', print)
    .where('last_at', '>=', deskNow() - QUIET)
    .orderBy('last_at', 'desc')
    .limit(1)
    .executeTakeFirst()
  return row && Number(row.id)
}

async function suspicionOfAny(db: Database, rows: readonly Row[]): Promise<number | undefined> {
  const row = await db
    .selectFrom('suspected')
    .innerJoin('suspicion', 'suspicion.id', 'suspected.suspicion')
    .select('suspicion.id')
    .where(
      'reference',
      'in',
      rows.map((one) => one.reference),
    )
    .where('last_at', '>=', deskNow() - QUIET)
    .orderBy('last_at', 'desc')
    .limit(1)
    .executeTakeFirst()
  return row && Number(row.id)
}

/**
 * Names tickets as of a sort, as far as it names any, and counts those that came last, as far as they are not named already.
 * @param came those that came last; the others are as old as the suspicion
 */
async function addTo(
  db: Database,
  suspicion: number,
  { rows, came, burst }: { rows: readonly Row[]; came: readonly Row[]; burst?: Burst },
): Promise<void> {
  const ids = (some: readonly Row[]) =>
    sql`unnest(${some.map((one) => one.reference)}::bigint[]) as reference`
  const { rows: fresh } = await sql`select reference from ${ids(came)}
    where reference not in (select reference from suspected)`.execute(db)
  await sql`insert into suspected (reference, suspicion) select reference, ${suspicion} from ${ids(rows)}
    limit greatest(0, ${MOST_NAMED} - (select count(*) from suspected where suspicion = ${suspicion}))
    on conflict do nothing`.execute(db)
  if (fresh.length)
    await sql`update suspicion set count = count + ${fresh.length}, last_at = ${deskNow()},
      usual = ${burst?.usual ?? sql`usual`}, chance = ${burst?.chance ?? sql`chance`} where id = ${suspicion}`.execute(
      db,
    )
}

/**
 * Somebody says whether tickets have one cause; what comes of it they do by hand.
 * @returns whether nobody had said so before
 */
export async function settleSuspicion(
  db: Database,
  id: number,
  { cause, by }: { cause: boolean; by: string },
): Promise<boolean> {
  const { numUpdatedRows } = await db
    .updateTable('suspicion')
    .set({ settled_at: deskNow(), settled_by: by, cause })
    .where('id', '=', id)
    .where('settled_at', 'is', null)
    .executeTakeFirst()
  return Number(numUpdatedRows) > 0
}
