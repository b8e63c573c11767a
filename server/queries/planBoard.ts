import { sql } from 'kysely'
import { numbersOf, planView, type Plan, type StageView, type TaskView } from '../../core/plan'
import type { CompiledDesign, Directory } from '../../core/design'
import { followedPlan, plansRest, planTime, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { expectedOf } from './plans'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** So many requests lie on the board of a plan at most, those first that have something due first. */
const MOST_LAID = 400

/** A request on the board of its plan. */
export interface PlanCard {
  reference: number
  run: number
  summary: string
  requester: string
  /** How many of its tasks are over, of how many. */
  settled: number
  all: number
  /** Who has what of it to do in this stage, the first due first. */
  has: { text: string; who: string; due: number | null; isLate: boolean }[]
  /** When it came into this stage, and until when that should be through; null before it opens. */
  since: number | null
  until: number | null
  isLate: boolean
  /** When all of it is expected to be done; null where nobody can say. */
  expected: number | null
}

/** A column: the requests of which that stage is open, or the next to open where none is. */
export interface PlanColumn {
  id: string
  number: string
  name: string
  late: number
  cards: PlanCard[]
}

/**
 * Requests under way by the stages of a plan.
 * @param wanted id of the plan; that with the most under way if left out
 */
export async function planBoard(desk: Reading, person: string, wanted?: string) {
  const [sight, edition, directory] = await Promise.all([
    sightOf(desk, person),
    desk.knowledge.currentEdition(),
    desk.knowledge.directory(),
  ])
  const running = desk.db
    .selectFrom('plan_run')
    .innerJoin('ticket', 'ticket.reference', 'plan_run.reference')
    .where('ended_at', 'is', null)
    .where('ticket.status_group', '<>', 'done')
    .where(seenSql(sight))
  const counts = await running
    .select((e) => ['plan', e.fn.countAll<number>().as('count'), e.fn.max('plan_run.name').as('name')])
    .groupBy('plan')
    .execute()
  const plans = edition.design.plans.map(({ id, name }) => ({ id, name }))
  // One that the edition in force has no more may still be under way.
  const gone = counts.filter((one) => !plans.some(({ id }) => id === one.plan))
  const all = [...plans, ...gone.map((one) => ({ id: one.plan, name: one.name }))].map((one) => ({
    ...one,
    count: Number(counts.find(({ plan }) => plan === one.id)?.count ?? 0),
  }))
  const fullest = [...all].sort((a, b) => b.count - a.count)[0]
  const chosen = all.find((one) => one.id === wanted) ?? fullest
  if (!chosen) return { plans: all, plan: null, columns: [], laid: 0 }
  const rows = await running
    .where('plan', '=', chosen.id)
    .select(['run', ...STATE_COLUMNS])
    .orderBy(sql`plan_run.due_at`, (order) => order.asc().nullsLast())
    .orderBy('plan_run.reference')
    .limit(MOST_LAID)
    .execute()
  const columns = new Columns(edition.findPlan(chosen.id))
  for (const { run, ...row } of rows) {
    const state = wholeState(row)
    columns.lay(state, run, await desk.knowledge.editionOf(state), directory)
  }
  return { plans: all, plan: chosen.id, columns: columns.filled, laid: rows.length }
}

/** The columns of a board, as requests are laid on it. */
class Columns {
  private readonly columns: PlanColumn[]

  constructor(plan: Plan | undefined) {
    const numbers = plan ? numbersOf(plan) : new Map<string, string>()
    this.columns = (plan?.stages ?? []).map(({ id, name }) => ({
      ...{ id, number: numbers.get(`stage ${id}`) ?? '', name, late: 0, cards: [] },
    }))
  }

  lay(state: TicketState, run: number, design: CompiledDesign, directory: Directory): void {
    const followed = followedPlan(state, design, run)
    if (!followed || plansRest(state, design)) return
    const view = planView(followed.plan, followed.run, planTime(state, design, followed, deskNow()))
    const expected = expectedOf(state, design, directory, followed)?.at ?? null
    const open = view.stages.filter((one) => one.stands === 'open')
    const next = view.stages.find((one) => one.stands === 'later')
    for (const stage of open.length ? open : next ? [next] : []) {
      const has = hasInStage(stage, directory)
      const isLate = stage.isLate || has.some((one) => one.isLate)
      const column = this.of(stage)
      column.late += Number(isLate)
      column.cards.push({
        ...{ reference: state.reference, run, summary: state.summary, expected, has, isLate },
        ...{ requester: directory.nameOf(state.requester), settled: view.settled, all: view.all },
        ...{ since: stage.openedAt ?? null, until: stage.dueAt ?? stage.from ?? null },
      })
    }
  }

  /** One that the plan in force has no more stands after the others. */
  private of({ id, name }: StageView): PlanColumn {
    const found = this.columns.find((one) => one.id === id)
    if (found) return found
    const made = { id, number: '', name, late: 0, cards: [] }
    this.columns.push(made)
    return made
  }

  get filled(): PlanColumn[] {
    return this.columns
  }
}

function hasInStage({ tasks }: StageView, directory: Directory): PlanCard['has'] {
  return tasks
    .filter((one) => one.stands === 'open')
    .map((task) => ({
      text: task.text,
      ...{ who: whoHasIt(task, directory), due: task.due ?? null, isLate: task.isLate },
    }))
    .sort((a, b) => (a.due ?? Infinity) - (b.due ?? Infinity))
}

function whoHasIt({ seal, person, team, address }: TaskView, directory: Directory): string {
  if (seal) {
    const turn = seal.asked.filter((one) => one.isTurn).map((one) => directory.nameOf(one.person))
    return turn.join(', ') || 'nobody'
  }
  if (address !== undefined) return address
  if (person !== undefined) return directory.nameOf(person)
  return team === undefined ? '' : (directory.teams.get(team)?.name ?? team)
}
