import { sql } from 'kysely'
import { CompiledDesign } from '../../core/design'
import { climbTrial } from '../../core/rehearsal'
import { misfitOf, Refused } from '../../core/ticket'
import { DAY } from '../../core/time'
import { withWords } from '../../core/explain'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'
import { draftPage } from './draft'
import { STATE_COLUMNS, wholeState } from '../db/rows'

const AHEAD = 30 * DAY

/**
 * What the draft's ladders would do for a ticket if nobody did anything from now on.
 * @throws Refused when there is no such ticket, or it could not follow the draft
 */
export async function ladderTrial(desk: Reading, reference: number) {
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  const refuse = (message: string) => new Refused('invalid', message, [{ field: 'reference', message }])
  if (!row) throw refuse(`There is no ticket ${reference}.`)
  const state = wholeState(row)
  if (state.held) throw refuse(`Ticket ${reference} is held in Arrivals; no ladder climbs for it yet.`)
  const [{ design }, directory] = await Promise.all([draftPage(desk), desk.knowledge.directory()])
  const own = await desk.knowledge.editionOf(state)
  const others = new Map(
    await Promise.all(
      [...new Set(state.clocks.map((clock) => clock.edition))].map(
        async (number) => [number, await desk.knowledge.edition(number)] as const,
      ),
    ),
  )
  const draft = new CompiledDesign(design, 0, (edition) => others.get(edition))
  const misfit = misfitOf(state, draft)
  if (misfit) throw refuse(`Ticket ${reference} could not follow the draft: ${misfit}.`)
  const now = deskNow()
  const steps = climbTrial(state, draft, directory, now, now + AHEAD)
  const reader = {
    language: 'en' as const,
    design: (edition: number) => draft.earlierEdition(edition),
    directory,
  }
  const names = new Set(steps.flatMap((step) => step.messages.map((one) => one.person)).filter(Boolean))
  return {
    reference,
    summary: state.summary,
    edition: own.edition,
    now,
    steps: steps.map(({ at, entries, messages }) => ({
      at,
      entries: withWords(entries, reader),
      messages: messages.map(({ person, address, channel, template, notBefore, why, urgent }) => ({
        ...{ person, address, template, notBefore, why, urgent },
        channel: channel ?? 'mail',
      })),
    })),
    people: Object.fromEntries([...names].map((id) => [id, directory.nameOf(id)])),
  }
}

/** How often each rung rang in a month, and what became of the promise that it warned of. */
export interface RungFigures {
  month: string
  ladder: string
  rung: string
  name: string
  rang: number
  kept: number
  missed: number
  /** Not over yet, or along no promise. */
  open: number
  acknowledged: number
}

const MONTHS = 6

/** Rungs by month, the newest first; a rung before the due moment has saved a promise that was kept after it. */
export async function ladderFigures(desk: Reading): Promise<RungFigures[]> {
  const now = deskNow()
  const { zone } = (await desk.knowledge.currentEdition()).design.desk
  const { rows } = await sql<RungFigures>`
    select to_char(to_timestamp(entry.at / 1000.0) at time zone ${zone}, 'YYYY-MM') as month,
      body->>'ladder' as ladder, body->>'rung' as rung, max(body->>'name') as name, count(*)::int as rang,
      count(*) filter (where outcome = 'kept')::int as kept,
      count(*) filter (where outcome = 'missed')::int as missed,
      count(*) filter (where outcome is null or outcome = 'cancelled')::int as open,
      count(*) filter (where exists (select 1 from entry as ack where ack.reference = entry.reference
        and ack.kind = 'acknowledged' and ack.sequence > entry.sequence
        and ack.body->'ladders' @> jsonb_build_array(jsonb_build_object('ladder', entry.body->>'ladder'))))::int as acknowledged
    from entry left join lateral (
      select clock.outcome from clock where clock.reference = entry.reference and clock.target = entry.body->>'target'
        and clock.started_at <= entry.at order by clock.started_at desc limit 1) as one on true
    where entry.kind = 'rungRang' and entry.at > ${now - MONTHS * 31 * DAY} and entry.at <= ${now}
    group by 1, 2, 3 order by 1 desc, 2, 3`.execute(desk.db)
  return rows
}
