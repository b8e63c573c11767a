import { machineSeen } from '../queries/assist'
import { seenSql, sightOf } from '../queries/sight'
import { sql } from 'kysely'
import type { Sight } from '../../core/rights'
import { oneAt } from '../../core/lookup'
import { periodOf } from '../../core/agreement'
import { messageOf } from '../../core/error/messageOf'
import { dayNumberOf } from '../../core/time'
import { Refused, type FieldProblem } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import type { Desk } from '../commands/desk'

/**
 * Notes that a piece of equipment was sent to a repair shop.
 * @throws Refused when it is away already, or there is no such thing
 */
export async function sendToRepair(
  desk: Desk,
  number: number,
  by: string,
  { shop, expected, reference }: { shop: string; expected?: string; reference?: number },
): Promise<void> {
  const [directory, edition] = await Promise.all([
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  if (!directory.equipment.has(String(number)))
    throw new Refused('missing', `There is no equipment ${number}.`)
  const problems: FieldProblem[] = []
  const until = endOfDay(expected, edition.design.desk.zone, problems)
  if (problems.length)
    throw new Refused('invalid', 'Some fields need another look.', [
      { field: 'expected', message: oneAt(problems, 0).message },
    ])
  const made = await desk.db
    .insertInto('repair')
    .values({
      equipment: number,
      shop: shop.trim(),
      sent_at: deskNow(),
      sent_by: by,
      expected_at: until,
      reference: reference ?? null,
      back_at: null,
      remarks: null,
    })
    // It is away at one place at most; whoever is second is told.
    .onConflict((on) => on.column('equipment').where('back_at', 'is', null).doNothing())
    .returning('id')
    .executeTakeFirst()
  if (!made) throw new Refused('conflict', `Equipment ${number} is at a repair shop already.`)
}

/** @throws Refused when it is not away */
export async function backFromRepair(
  desk: Desk,
  number: number,
  { remarks, cost }: { remarks?: string; cost?: number } = {},
): Promise<void> {
  const back = await desk.db
    .updateTable('repair')
    .set({ back_at: deskNow(), remarks: remarks?.trim() || null, cost: cost ?? null })
    .where('equipment', '=', number)
    .where('back_at', 'is', null)
    .returning('id')
    .executeTakeFirst()
  if (!back) throw new Refused('conflict', `Equipment ${number} is not at a repair shop.`)
}

function endOfDay(last: string | undefined, zone: string, problems: FieldProblem[]): number | null {
  if (!last) return null
  try {
    dayNumberOf(last)
    return periodOf({ first: last, last }, zone).ends
  } catch (error) {
    problems.push({ field: 'expected', message: messageOf(error) })
    return null
  }
}

const SHOWN = 50

/** What became of a machine: its repairs and its tickets, newest first. @throws Refused when there is no such thing */
export async function historyOf(desk: Desk, number: number, person: string) {
  const sight = await sightOf(desk, person)
  const directory = await desk.knowledge.directory()
  if (!directory.equipment.has(String(number)))
    throw new Refused('missing', `There is no equipment ${number}.`)
  const [repairs, tickets, sum, seen] = await Promise.all([
    desk.db
      .selectFrom('repair')
      .select(['id', 'shop', 'sent_at', 'sent_by', 'expected_at', 'reference', 'back_at', 'remarks', 'cost'])
      .where('equipment', '=', number)
      .orderBy('sent_at', 'desc')
      .limit(SHOWN)
      .execute(),
    desk.db
      .selectFrom('ticket')
      .select(['reference', 'summary', 'status_group', 'logged_at'])
      .where(sql<boolean>`facts->'equipment'->>'number' = ${String(number)}`)
      .where(seenSql(sight))
      .orderBy('reference', 'desc')
      .limit(SHOWN)
      .execute(),
    desk.db
      .selectFrom('repair')
      .select((e) => e.fn.sum<string | null>('cost').as('cost'))
      .where('equipment', '=', number)
      .executeTakeFirst(),
    seenOf(desk, number, sight),
  ])
  return {
    repairs: repairs.map(
      ({ sent_at: sentAt, sent_by: by, expected_at: expectedAt, back_at: backAt, cost, ...one }) => ({
        ...{ ...one, sentAt, expectedAt, backAt },
        by: directory.nameOf(by),
        cost: cost === null ? null : Number(cost),
      }),
    ),
    tickets: tickets.map(({ status_group: group, logged_at: loggedAt, ...one }) => ({
      ...one,
      group,
      loggedAt,
    })),
    /** What its repairs have cost together. */
    cost: Number(sum?.cost ?? 0),
    /** What it said of itself when somebody looked at it last. */
    seen,
  }
}

/** What a machine said of itself; its ticket is named to whoever may see it. */
async function seenOf(desk: Desk, number: number, sight: Sight) {
  const seen = await machineSeen(desk, String(number))
  if (!seen) return null
  const ticket = await desk.db
    .selectFrom('ticket')
    .select('reference')
    .where('reference', '=', seen.reference)
    .where(seenSql(sight))
    .executeTakeFirst()
  return { at: seen.at, facts: seen.facts, reference: ticket?.reference ?? null }
}
