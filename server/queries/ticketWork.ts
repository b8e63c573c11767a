import type { CompiledDesign, Directory } from '../../core/design'
import { reasonInWords } from '../../core/explain'
import type { Reason } from '../../core/reason'
import { leadsTo, planMove, previewMessage, type MovePlan, type TicketState } from '../../core/ticket'
import { layoutFor, LINK_NAMES, shelfOf } from '../../core/work'
import { deskNow } from '../clock/deskClock'
import { isSeen, type Sight } from '../../core/rights'
import { plansOf } from './plans'
import { keptFor } from './checklists'
import type { Reading } from './reading'
import type { Caller } from '../base/caller'
import { STATE_COLUMNS, wholeState } from '../db/rows'

/** What a ticket page shows of work: moves, timers, time, fixed times, tasks, links and what it will take. */
export async function workOf(
  desk: Reading,
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  caller: Pick<Caller, 'id' | 'role' | 'teams'>,
) {
  const current = await desk.knowledge.currentEdition()
  const { checklists } = current.design
  const reader = await desk.knowledge.readerOf(state)
  const inWords = (reasons: readonly Reason[]) =>
    reasons.map((one) => reasonInWords(one, design.edition, reader))
  const planned = ({ will, wont, to, ...plan }: MovePlan) => ({
    ...plan,
    leads: to === undefined ? null : leadsTo(design, state, to),
    will: inWords(will),
    wont: inWords(wont),
  })
  const looking = { state, design, directory, person: caller.id, now: deskNow(), checklists }
  return {
    moves: (directory.may(caller.id, 'workTickets') ? shelfOf(current.design, caller) : []).map((move) => ({
      ...{ id: move.id, name: move.name, icon: move.icon ?? null, key: move.key ?? null },
      ...planned(planMove(looking, move)),
    })),
    /** The move made last, where it can be taken back. */
    lastMove: state.lastMove
      ? {
          ...{ sequence: state.lastMove.sequence, name: state.lastMove.name, at: state.lastMove.at },
          mine: state.lastMove.by === caller.id,
          sent: state.lastMove.sent === true,
        }
      : null,
    /** Which parts of the page somebody sees, in their order. */
    layout: layoutFor(current.design.layouts, caller),
    timers: state.timers ?? [],
    times: state.times ?? [],
    bookings: state.bookings ?? [],
    tasks: (state.tasks ?? []).map((one) => ({
      ...one,
      teamName: one.team === undefined ? null : (directory.teams.get(one.team)?.name ?? one.team),
    })),
    plans: plansOf(state, design, directory),
    articles: state.articles ?? [],
    /** Procedures that are followed on it; each step says who did it when. */
    procedures: (state.procedures ?? []).map(({ steps, ...one }) => ({
      ...one,
      steps: steps.map((step) => ({
        ...step,
        ...(step.by !== undefined && { name: directory.nameOf(step.by) }),
      })),
    })),
    links: await linksOf(desk, state, directory.sightOf(caller.id)),
    takes: await desk.estimates.of(state),
  }
}

/** The other tickets that a ticket is linked with, by name. */
async function linksOf(desk: Reading, { links = [] }: TicketState, sight: Sight) {
  if (!links.length) return []
  const rows = await desk.db
    .selectFrom('ticket')
    .select(['reference', 'summary', 'status_group', 'team', 'queue', 'technician'])
    .where(
      'reference',
      'in',
      links.map((one) => one.reference),
    )
    .execute()
  return links.map(({ reference, as }) => {
    const row = rows.find((one) => one.reference === reference)
    return {
      ...{ reference, as, words: LINK_NAMES[as] },
      summary: row && isSeen(sight, row) ? row.summary : '',
      isDone: row?.status_group === 'done',
    }
  })
}

/** Saved replies that somebody is offered, filled in for a ticket, and the checklists that can be added. */
export async function savedRepliesFor(
  desk: Reading,
  reference: number,
  caller: Pick<Caller, 'teams' | 'rights'>,
) {
  const { teams } = caller
  const row = await desk.db
    .selectFrom('ticket')
    .select(STATE_COLUMNS)
    .where('reference', '=', reference)
    .executeTakeFirst()
  if (!row) return undefined
  const state = wholeState(row)
  const [design, directory, current] = await Promise.all([
    desk.knowledge.editionOf(state),
    desk.knowledge.directory(),
    desk.knowledge.currentEdition(),
  ])
  const isFor = ({ team }: { team?: string }) => team === undefined || teams.includes(team)
  const { savedReplies, checklists } = current.design
  return {
    replies: savedReplies.filter(isFor).map(({ id, name, text }) => ({
      ...{ id, name },
      text: previewMessage(state, design, directory, deskNow(), { subject: '', body: text }).body,
    })),
    /** Those of the edition in force, and those that were kept from tickets. */
    checklists: [...checklists.filter(isFor), ...(await keptFor(desk, caller)).map((one) => one.list)].map(
      ({ id, name, tasks }) => ({ id, name, tasks: tasks.length }),
    ),
    /** The teams that can have something to do. */
    teams: [...directory.teams.values()]
      .filter(({ active }) => active !== false)
      .map(({ id, name }) => ({ id, name })),
    /** Plans of the ticket's edition that are not under way on it. */
    plans: design.design.plans
      .filter(({ id }) => !state.plans?.some((one) => one.plan === id && !one.ended))
      .map(({ id, name, stages }) => ({ id, name, stages: stages.length })),
  }
}
