import { bandOfBalance } from '../../core/clock'
import type { CompiledDesign } from '../../core/design'
import { calendarOfPlan, followedPlan, planTask } from '../../core/ticket'
import { parseDuration, type WorkingTime } from '../../core/time'
import type { BenchTicket, Work } from '../../core/work'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import { UNKNOWN_WORK, type Estimate } from './estimates'
import type { Reading } from './reading'

/** A promise that runs: when it falls due, how it stands, and in which hours what is left of it counts. */
export interface Owed {
  due: number
  left: number
  band: 'over' | 'close' | 'fine'
  hours: WorkingTime
}

/** Something on a bench: a ticket, or a task of a plan on one. */
export interface OnBench extends BenchTicket, Work {
  row: {
    reference: number
    summary: string
    category: string
    priority: string
    organisation: string | null
    site: string | null
  }
  design: CompiledDesign
  estimate: Pick<Estimate, 'takes'> & { from: Estimate['from'] | 'plan' }
  answer?: Owed
  solution?: Owed
  /** Of a task: what it says, and of which plan. */
  says?: { text: string; plan: string }
}

/** Most tasks of plans on one bench. */
const MOST_TASKS = 200

/**
 * The tasks of plans that are somebody's of these by name, each as work of its own: it is promised by when it is due, in the hours
 * of its plan. A word that is asked for is no work, and stands elsewhere.
 */
export async function planWorkOf(
  desk: Reading,
  people: readonly string[],
  now: number,
): Promise<{ person: string; work: OnBench }[]> {
  const rows = await desk.db
    .selectFrom('plan_task')
    .innerJoin('ticket', 'ticket.reference', 'plan_task.reference')
    .select(['plan_task.reference', 'run', 'task', 'text', 'opened_at', 'plan_task.due_at'])
    .select(['summary', 'category', 'priority', 'priority_order', 'organisation', 'site', 'edition'])
    .select(STATE_COLUMNS)
    .select('plan_task.person')
    .where('plan_task.person', 'in', people)
    .where('plan_task.kind', '<>', 'approval')
    .orderBy('opened_at')
    .orderBy('plan_task.reference')
    .orderBy('task')
    .limit(MOST_TASKS * people.length)
    .execute()
  const found = rows.map(async ({ state: kept, because, person, ...row }) => {
    const design = await desk.knowledge.edition(row.edition)
    const followed = followedPlan(wholeState({ state: kept, because }), design, row.run)
    if (!followed) return []
    const work = planTask(followed.plan, row.task)?.work
    const takes = work === undefined ? UNKNOWN_WORK : parseDuration(work)
    const hours = followed.edition.calendar(calendarOfPlan(followed))
    const owed = row.due_at === null ? undefined : owedOf(row.opened_at, row.due_at, { hours, design, now })
    const onBench: OnBench = {
      ...{ reference: row.reference, loggedAt: row.opened_at, priorityOrder: row.priority_order },
      ...{ row, design, takes, task: `${row.run} ${row.task}` },
      estimate: { takes, from: work === undefined ? 'unknown' : 'plan' },
      says: { text: row.text, plan: followed.run.name },
      ...(owed
        ? { band: owed.band, balance: owed.left, dueAt: owed.due, doneBy: owed.due, solution: owed }
        : { band: 'fine' }),
    }
    return [{ person: person ?? '', work: onBench }]
  })
  return (await Promise.all(found)).flat()
}

function owedOf(
  from: number,
  due: number,
  { hours, design, now }: { hours: WorkingTime; design: CompiledDesign; now: number },
): Owed {
  const left = now <= due ? hours.between(now, due) : -hours.between(due, now)
  const granted = hours.between(Math.min(from, due), due)
  return { due, left, band: bandOfBalance(left, granted, design.design.desk.closeFrom), hours }
}
