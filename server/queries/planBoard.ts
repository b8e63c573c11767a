import { sql } from 'kysely'
import {
  numbersOf,
  planView,
  standingStages,
  type Plan,
  type StageView,
  type TaskView,
} from '../../core/plan'
import type { CompiledDesign, Directory } from '../../core/design'
import { followedPlan, plansRest, planTime, type TicketState } from '../../core/ticket'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { expectedOf } from './plans'
import type { Reading } from './reading'
import { seenSql, sightOf } from './sight'

/** So many requests lie on the board of a plan at most. */
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
  /** How many stand here, those that are not laid out among them. */
  count: number
  /** How many of those laid out are late. */
  late: number
  cards: PlanCard[]
}

/**
 * Requests under way by the stages of a plan.
 * @param wanted id of the plan; that with the most under way if left out
 * @param most how many are laid out at most, those first that have something due first
 */
export async function planBoard(desk: Reading, person: string, wanted?: string, most = MOST_LAID) {
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
  const ofPlan = running.where('plan', '=', chosen.id)
  const standing = await ofPlan
    .select((e) => [sql<string>`unnest(stages)`.as('stage'), e.fn.countAll<string>().as('count')])
    .groupBy('stage')
    .execute()
  const rows = await ofPlan
    .select(['run', ...STATE_COLUMNS])
    .orderBy(sql`plan_run.due_at`, (order) => order.asc().nullsLast())
    .orderBy('plan_run.reference')
    .limit(most)
    .execute()
  const columns = new Columns(
    edition.findPlan(chosen.id),
    new Map(standing.map(({ stage, count }) => [stage, Number(count)])),
  )
  for (const { run, ...row } of rows) {
    const state = wholeState(row)
    columns.lay(state, run, await desk.knowledge.editionOf(state), directory)
  }
  return { plans: all, plan: chosen.id, columns: columns.filled, laid: rows.length }
}

/** The columns of a board, as requests are laid on it. */
class Columns {
  private readonly columns: PlanColumn[]

  constructor(
    plan: Plan | undefined,
    private readonly standing: ReadonlyMap<string, number>,
  ) {
    const numbers = plan ? numbersOf(plan) : new Map<string, string>()
    this.columns = (plan?.stages ?? []).map((stage) => this.empty(stage, numbers.get(`stage ${stage.id}`)))
  }

  lay(state: TicketState, run: number, design: CompiledDesign, directory: Directory): void {
    const followed = followedPlan(state, design, run)
    if (!followed || plansRest(state, design)) return
    const view = planView(followed.plan, followed.run, planTime(state, design, followed, deskNow()))
    const expected = expectedOf(state, design, directory, followed)?.at ?? null
    const standing = standingStages(followed.plan, followed.run)
    for (const stage of view.stages.filter(({ id }) => standing.includes(id))) {
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
    const made = this.empty({ id, name })
    this.columns.push(made)
    return made
  }

  private empty({ id, name }: Pick<StageView, 'id' | 'name'>, number = ''): PlanColumn {
    return { id, number, name, count: this.standing.get(id) ?? 0, late: 0, cards: [] }
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
