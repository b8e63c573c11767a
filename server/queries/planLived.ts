import { stagesLived, type LivedRun, type StageLived } from '../../core/plan'
import { targetOfStage } from '../../core/ticket'
import { DAY } from '../../core/time'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'

/** For how many days back plans are counted, and how many of them at most, the newest first. */
const DAYS = 90
const MOST = 500

/** How a plan went. */
export interface PlanLived {
  days: number
  /** How many requests had it. */
  count: number
  /** By the id of the stage. */
  stages: Record<string, StageLived>
}

/** How the stages of a plan of the edition in force went in the last requests that had it. */
export async function planLived(desk: Reading, id: string): Promise<PlanLived> {
  const edition = await desk.knowledge.currentEdition()
  const plan = edition.findPlan(id)
  const now = deskNow()
  const rows = await desk.db
    .selectFrom('plan_run')
    .innerJoin('ticket', 'ticket.reference', 'plan_run.reference')
    .select(['run', 'ticket.state'])
    .where('plan_run.plan', '=', id)
    .where('began_at', '>=', now - DAYS * DAY)
    .orderBy('began_at', 'desc')
    .limit(MOST)
    .execute()
  const runs = rows.flatMap(({ run, state }) =>
    (state.plans ?? [])
      .filter(({ id: number }) => number === run)
      .map((one): LivedRun => ({
        ...one,
        targetOf: (stage) => targetOfStage(state, edition, { run, stage, now }),
      })),
  )
  const own = plan?.hours
  const hours = edition.calendar(
    own !== undefined && edition.hasCalendar(own) ? own : edition.design.desk.calendar,
  )
  return { days: DAYS, count: runs.length, stages: stagesLived(runs, plan?.stages ?? [], hours, now) }
}
