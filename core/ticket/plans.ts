import { holds } from '../condition'
import type { CompiledDesign } from '../design'
import { ticketFacts } from '../facts'
import type { Alarm } from '../ladder'
import {
  findHolder,
  MOST_PLANS,
  momentAfter,
  nextMoment,
  nextSteps,
  openTasksOf,
  planTaskTerms,
  requiredOf,
  silentIn,
  type Plan,
  type PlanStep,
  type PlanTask,
  type PlanTime,
} from '../plan'
import type { Instant } from '../time'
import type { Because, Reason } from '../reason'
import type { Change } from './change'
import type { Actor } from './entry'
import {
  followedPlan,
  followedPlans,
  planTask,
  planTime,
  planWorld,
  plansRest,
  PLANS,
  taskText,
  type Followed,
} from './planFollowed'
import { askForm } from './forms'
import { askOutside } from './outside'
import { addresseesOf } from './recipients'
import { askForWord } from './seals'
import { bringChecklist } from './tasks'
import type { TicketState } from './state'

/**
 * What plans do by themselves: stages open, tasks with them, and what is through is. Asked once after every command, so
 * that no handler has to think of it; asking again changes nothing.
 * @returns whether anything has changed
 */
export function advancePlans(change: Change): boolean {
  const { state, design } = change
  if (!state.plans?.length || plansRest(state, design)) return false
  const from = change.entries.length
  for (const { id, ended } of state.plans) if (!ended) advance(change, id)
  return change.entries.length > from
}

function advance(change: Change, id: number): void {
  for (;;) {
    const followed = followedPlan(change.state, change.design, id)
    if (!followed) return
    const steps = nextSteps(followed.plan, followed.run, planWorld(change, followed))
    if (!steps.length) return
    for (const step of steps) takeStep(change, followed, step)
  }
}

type Of<D extends PlanStep['do']> = Extract<PlanStep, { do: D }>
type Steps = { [D in PlanStep['do']]: (change: Change, followed: Followed, step: Of<D>) => void }

const stageOf = ({ plan }: Followed, stage: string) => ({
  stage,
  name: plan.stages.find(({ id }) => id === stage)?.name ?? stage,
})

const STEPS: Steps = {
  openStage,
  passStage: (change, followed, { stage }) =>
    change.enter({ kind: 'stagePassed', run: followed.run.id, ...stageOf(followed, stage) }, PLANS),
  openTasks,
  endTask: (change, { run, plan }, { task }) =>
    change.enter(
      { kind: 'planTaskEnded', run: run.id, task, text: taskText(plan, task), how: 'done' },
      PLANS,
    ),
  stageThrough: (change, followed, { stage, letGo }) =>
    change.enter({ kind: 'stageThrough', run: followed.run.id, ...stageOf(followed, stage), letGo }, PLANS),
  end: (change, { run }) =>
    change.enter({ kind: 'planEnded', run: run.id, name: run.name, how: 'done' }, PLANS),
}

const takeStep = (change: Change, followed: Followed, step: PlanStep) =>
  (STEPS[step.do] as (change: Change, followed: Followed, step: PlanStep) => void)(change, followed, step)

function openStage(change: Change, followed: Followed, { stage }: Of<'openStage'>): void {
  const { run, plan, edition } = followed
  change.enter({ kind: 'stageOpened', run: run.id, ...stageOf(followed, stage) }, PLANS)
  const { name, checklists = [] } = plan.stages.find(({ id }) => id === stage) ?? { name: stage }
  for (const list of edition.design.checklists)
    // It comes once, also where the stage is entered again.
    if (checklists.includes(list.id) && !change.state.lists?.includes(list.id))
      bringChecklist(change, list, {
        because: change.because({ is: 'checklistOfStage', stage: name, checklist: list.name }),
        actor: PLANS,
      })
}

function openTasks(change: Change, followed: Followed, { tasks }: Of<'openTasks'>): void {
  const { run, plan } = followed
  const { directory, state } = change
  const lacking = tasks.filter(({ task }) => {
    const who = planTask(plan, task)?.who
    return who !== undefined && !findHolder(who, state, planWorld(change, followed))
  })
  change.enter(
    {
      kind: 'planTasksOpened',
      run: run.id,
      tasks: tasks.map((one) => ({ ...one, text: taskText(plan, one.task) })),
      ...(lacking.length && { lacking: lacking.map((one) => one.task) }),
    },
    PLANS,
  )
  for (const opened of tasks) {
    const task = planTask(plan, opened.task)
    if (task) begin(change, followed, task)
    if (task && opened.person !== undefined && planTaskTerms(task).endedBy === 'doer')
      change.tell([directory.people.get(opened.person)], 'planTask', { text: task.text })
  }
}

/** What a task does as soon as it opens. */
function begin(change: Change, followed: Followed, task: PlanTask): void {
  const found = (to: Parameters<typeof addresseesOf>[1]) => addresseesOf(change, to, change.now)
  planTaskTerms(task).begin?.(
    {
      tell: (to, template) => change.tell(to.flatMap(found), template, { text: task.text }),
      ask: (approving) => askForWord(change, followed, task, approving),
      askForm: () => askForm(change, followed, task),
      askOutside: (what) => askOutside(change, followed, task, what),
    },
    task,
  )
}

/** A plan begins on a ticket. */
export function beginPlan(change: Change, plan: Plan, because: Because, actor?: Actor): void {
  const { design, directory, state } = change
  const zone = directory.sites.get(state.site ?? '')?.zone ?? design.design.desk.zone
  change.enter(
    {
      ...{ kind: 'planBegan', run: state.sequence + 1, plan: plan.id, name: plan.name },
      ...{ edition: design.edition, zone, because },
    },
    actor,
  )
}

/** Why a plan cannot begin on a ticket; nothing where it can. */
export function whyNoPlan(
  { plans = [] }: TicketState,
  design: CompiledDesign,
  id: string,
): Reason | undefined {
  if (!design.findPlan(id)) return { is: 'noPlan', plan: id }
  const running = plans.filter((one) => !one.ended)
  if (running.some((one) => one.plan === id)) return { is: 'planUnderWay', plan: id }
  return running.length >= MOST_PLANS ? { is: 'plansAtMost', most: MOST_PLANS } : undefined
}

/** A plan begins where it can: something before may have begun it already. @returns its number */
export function beginIfFree(change: Change, id: string, because: Because, actor?: Actor): number | undefined {
  const { state, design } = change
  const plan = whyNoPlan(state, design, id) ? undefined : design.findPlan(id)
  if (!plan) return undefined
  beginPlan(change, plan, because, actor)
  return state.sequence + 1
}

/** The plans that begin by themselves with tickets such as this one: of its kind, and those that are for it. */
export function beginPlans(change: Change): void {
  const { state, design, now } = change
  // One that was accepted, taken back and accepted again has its plans already.
  const has = new Set((state.plans ?? []).map((one) => one.plan))
  const facts = ticketFacts(state, design, now)
  const ofKind = design.kind(state.kind).plans ?? []
  for (const plan of design.design.plans) {
    if (has.has(plan.id)) continue
    const isOfKind = ofKind.includes(plan.id)
    if (!isOfKind && !(plan.when && holds(plan.when, facts))) continue
    const why: Reason = isOfKind
      ? { is: 'planOfKind', plan: plan.id, kind: state.kind }
      : { is: 'planFor', plan: plan.id }
    beginPlan(change, plan, change.because(why), { system: 'triage' })
  }
}

/** Tasks of plans without which a ticket is not done, opened or not. */
export const requiredInPlans = (state: TicketState, design: CompiledDesign): PlanTask[] =>
  followedPlans(state, design).flatMap(({ plan, run }) => requiredOf(plan, run, ticketFacts(state, design)))

/** When a plan goes on by itself, or something in it is late; each rings once. */
export function planAlarms(state: TicketState, design: CompiledDesign): Alarm[] {
  if (!state.plans?.length || plansRest(state, design)) return []
  return followedPlans(state, design)
    .filter(({ run }) => !run.ended)
    .flatMap((followed) => {
      const { run, plan } = followed
      const time = planTime(state, design, followed, state.changedAt)
      const next = nextMoment(plan, run, time)
      // What is no longer for the request is neither late nor asked for.
      const open = openTasksOf(plan, run, time.facts)
      return [
        ...(next === undefined ? [] : [{ key: `plan:${run.id}:${next}`, at: next }]),
        ...lateOnes(run.id, open),
        ...reminders(run.id, open, time.hours),
      ]
    })
    .filter(({ key }) => !state.rang.includes(key))
}

type OpenTasks = ReturnType<typeof openTasksOf>

const lateOnes = (id: number, open: OpenTasks): Alarm[] =>
  open.flatMap(({ task, run: { due } }) =>
    due === undefined ? [] : [{ key: `late:${id}:${due}:${task.id}`, at: due }],
  )

/** Nobody is reminded of one thing more often than this. */
const MOST_REMINDERS = 10

/** Words and answers for which nobody has done anything for a while. */
function reminders(id: number, open: OpenTasks, hours: PlanTime['hours']): Alarm[] {
  return open.flatMap(({ task, run }) => {
    const { askedAt, reminded = 0 } = run
    if (task.do !== 'approval' && task.do !== 'form') return []
    if (task.remind === undefined || askedAt === undefined || reminded >= MOST_REMINDERS) return []
    if (task.do === 'approval' && !silentIn(task, run).length) return []
    const at = momentAfter(hours, askedAt, task.remind)
    return at === undefined ? [] : [{ key: `remind:${id}:${askedAt}:${task.id}`, at }]
  })
}

/** A plan has something to do though nothing has happened: it is done after the command, like everything else. */
export function ringPlan(change: Change, alarm: string): void {
  // Whatever keeps it from going on after all, it is not looked at again before something happens.
  if (!advancePlans(change)) change.enter({ kind: 'rungsPassed', alarms: [alarm] }, PLANS)
}

/** Something of a plan is late: whoever has it hears of it, or whoever leads the team that has it. */
export function ringLate(change: Change, alarm: string, id: number, task: string, dueAt: Instant): void {
  const { directory, state } = change
  const { run, plan } = followedPlan(state, change.design, id)!
  const { person, team } = run.tasks[task]!
  const asked = run.tasks[task]!.asked?.map((one) => one.person)
  const lead = directory.teams.get(team ?? state.team)?.lead
  const told = [...new Set([...(asked ?? [person]), ...(person === undefined ? [lead] : [])])].filter(
    (one): one is string => one !== undefined && directory.people.get(one)?.active === true,
  )
  const text = taskText(plan, task)
  change.enter({ kind: 'planTaskLate', alarm, run: id, task, text, dueAt, told }, { system: 'clock' })
  change.tell(
    told.map((one) => directory.people.get(one)),
    'planLate',
    { text },
  )
}
