import { stageTarget, type Clock, type Target } from '../clock'
import { isOpenStage, type Stage } from '../plan'
import { parseDuration } from '../time'
import type { Change } from './change'
import { calendarOfPlan, followedPlans, type Followed } from './planFollowed'
import type { Promised } from './promised'
import type { TicketState } from './state'

// A stage of a plan that may take only so long is a promise like any other: its clock runs while it is open.

/** What the plans of a ticket promise for the stages that are open. */
export const stagePromises = ({ state, design }: Pick<Change, 'state' | 'design'>): Map<string, Promised> =>
  new Map(
    followedPlans(state, design)
      .filter(({ run }) => run.ended === undefined)
      .flatMap((followed) => openStages(followed).map((stage) => promiseOf(followed, stage)))
      .map((promised) => [promised.target.target, promised]),
  )

const openStages = ({ plan, run }: Followed): Stage[] =>
  plan.stages.filter((stage) => isOpenStage(run, stage.id) && stage.takes !== undefined)

function promiseOf(followed: Followed, { id, name, takes = '', pauseIn = [], pauseWhen }: Stage): Promised {
  const { run, plan, edition } = followed
  const calendar = calendarOfPlan(followed)
  const target: Target = {
    ...{ target: stageTarget(run.id, id), label: `Stage ${name}`, granted: {}, calendar: { calendar } },
    // A stage that is entered again has its time anew.
    ...{ pauseIn, stopOn: 'condition', startsAnew: true },
    ...(pauseWhen && { pauseWhen }),
  }
  return {
    ...{ level: { id: plan.id }, target, granted: parseDuration(takes), hours: { calendar } },
    ...{ edition: edition.edition, since: run.stages[id]!.openedAt },
    why: [
      { is: 'planPromises', plan: plan.id },
      { is: 'stageTakes', plan: plan.id, stage: id, calendar },
    ],
  }
}

/** The running clocks of stages that are through: what they promised is kept, or missed. */
export function clocksThrough({ clocks, plans = [] }: Pick<TicketState, 'clocks' | 'plans'>): Clock[] {
  const through = new Set(
    plans.flatMap(({ id, stages }) =>
      Object.entries(stages).flatMap(([stage, { throughAt }]) =>
        throughAt === undefined ? [] : [stageTarget(id, stage)],
      ),
    ),
  )
  return clocks.filter(({ target, stoppedAt }) => stoppedAt === undefined && through.has(target))
}
