import type { CompiledDesign } from '../design'
import { ticketFacts } from '../facts'
import { onRota } from '../ladder'
import { statusOf } from '../lifecycle'
import {
  isOpen,
  tasksOf,
  type ApprovalTask,
  type Plan,
  type PlanRun,
  type PlanTask,
  type PlanTime,
  type PlanWorld,
  type TaskRun,
} from '../plan'
import type { Instant } from '../time'
import type { Change } from './change'
import { Refused } from './command'
import type { MessageLink } from './entry'
import type { TicketState } from './state'
import { targetOfStage } from './stageTarget'

/** What plans do by themselves is done in this name. */
export const PLANS = { system: 'plans' }

/** A plan under way: how it stands, and what it says. */
export interface Followed {
  run: PlanRun
  plan: Plan
  /** The edition that has it. */
  edition: CompiledDesign
}

/** A plan that a ticket follows; nothing where its edition is not known. */
export function followedPlan(state: TicketState, design: CompiledDesign, id: number): Followed | undefined {
  const run = state.plans?.find((one) => one.id === id)
  const edition = run && design.earlierEdition(run.edition)
  const plan = run && edition?.findPlan(run.plan)
  return run && edition && plan && { run, plan, edition }
}

/** All plans that a ticket follows, the oldest first. */
export const followedPlans = (state: TicketState, design: CompiledDesign): Followed[] =>
  (state.plans ?? []).flatMap(({ id }) => followedPlan(state, design, id) ?? [])

/** On a ticket that nobody has let in, or that is done, plans rest. */
export const plansRest = (state: TicketState, design: CompiledDesign): boolean =>
  state.held !== undefined || statusOf(design.kind(state.kind), state.status).group === 'done'

/** The calendar in whose hours a plan goes on, of its edition. */
export const calendarOfPlan = ({ plan: { hours }, edition }: Pick<Followed, 'plan' | 'edition'>): string =>
  hours !== undefined && edition.hasCalendar(hours) ? hours : edition.design.desk.calendar

/** What is known of the request, and the hours in which its plan goes on. */
export function planTime(
  state: TicketState,
  design: CompiledDesign,
  followed: Followed,
  now: Instant,
): PlanTime {
  const { run, edition } = followed
  const hours = edition.calendar(calendarOfPlan(followed))
  return {
    ...{ now, facts: ticketFacts(state, design, now), hours, zone: run.zone },
    targetOf: (stage) => targetOfStage(state, design, { run: run.id, stage, now }),
  }
}

/** The request with its people, as its plan finds them. */
export const planWorld = (
  { state, design, directory, now }: Pick<Change, 'state' | 'design' | 'directory' | 'now'>,
  followed: Followed,
): PlanWorld => ({
  ...{ ...planTime(state, design, followed, now), request: state, directory },
  onRota: (id) => {
    const rota = followed.edition.design.rotas.find((one) => one.id === id)
    return rota && onRota(rota, now, directory.rotaFacts)
  },
})

/** An approval that waits for somebody's word. */
export interface OpenSeal extends Followed {
  task: ApprovalTask
  one: TaskRun
}

/** The approvals of a ticket that wait for somebody's word. */
export const openSeals = (state: TicketState, design: CompiledDesign): OpenSeal[] =>
  plansRest(state, design)
    ? []
    : followedPlans(state, design)
        .filter(({ run }) => !run.ended)
        .flatMap((followed) =>
          tasksOf(followed.plan).flatMap((task) => {
            const one = followed.run.tasks[task.id]
            return task.do === 'approval' && isOpen(one) && one.asked ? [{ ...followed, task, one }] : []
          }),
        )

/** A task of a plan by its id. */
export const planTask = (plan: Plan, id: string): PlanTask | undefined =>
  tasksOf(plan).find((one) => one.id === id)

/** What a task says, or its id where the plan has it no more. */
export const taskText = (plan: Plan, id: string): string => planTask(plan, id)?.text ?? id

/** The run of a task as it is now: a plan that is followed may be older than what was entered since. */
export const runOfTask = ({ plans = [] }: TicketState, run: number, task: string): TaskRun | undefined =>
  plans.find((one) => one.id === run)?.tasks[task]

/** The link by which a task is done once and without signing in, as long as it is open. */
export const linkTo = (
  state: TicketState,
  is: MessageLink['is'],
  run: number,
  task: string,
): MessageLink => ({
  ...{ is, run, task },
  opened: runOfTask(state, run, task)?.openedAt ?? 0,
})

/**
 * The plan that a command is about.
 * @throws Refused where it is not there, rests or has ended
 */
export function runningPlan({ state, design }: Pick<Change, 'state' | 'design'>, id: number): Followed {
  const followed = followedPlan(state, design, id)
  if (!followed) throw new Refused('missing', 'This plan is not on the ticket.')
  if (plansRest(state, design))
    throw new Refused('conflict', 'Its plan rests: the ticket is done, or nobody has let it in.')
  return followed
}
