import { hasFailed, isOpen, planTaskTerms, type EndedBy, type PlanTask } from '../plan'
import { MOST_PLANS } from '../plan'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { planTask, runningPlan, type Followed } from './planFollowed'
import { askForm } from './forms'
import { sendBack } from './planBack'
import { beginPlan } from './plans'
import { checkText } from './text'
import { personOf, workerOf } from './work'

// What people do with plans.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** @throws Refused where the edition has no such plan, or too many run already */
export function beginPlanByHand(change: Change, { plan: id }: Of<'beginPlan'>): void {
  const { state, design } = change
  const by = personOf(change)
  const plan = design.findPlan(id)
  if (!plan)
    throw new Refused('invalid', 'There is no such plan.', [
      { field: 'plan', message: `“${id}” is no plan of edition ${design.edition}; choose another` },
    ])
  const running = (state.plans ?? []).filter((one) => !one.ended)
  if (running.some((one) => one.plan === plan.id))
    throw new Refused('conflict', `“${plan.name}” is under way on this ticket already.`)
  if (running.length >= MOST_PLANS)
    throw new Refused('conflict', `A ticket has ${MOST_PLANS} plans under way at most.`)
  beginPlan(change, plan, change.because({ is: 'planByHand', by }))
}

/**
 * A task is done, not needed, or somebody else's.
 * @throws Refused where it has not opened, somebody was quicker, or it is not theirs
 */
export function changePlanTask(
  change: Change,
  { run: id, task: taskId, change: what }: Of<'changePlanTask'>,
): void {
  const person = personOf(change)
  const theirs = change.state.plans?.find((one) => one.id === id)?.tasks[taskId]?.person === person
  if (!theirs && !change.directory.may(person, 'workTickets'))
    throw new Refused('missing', 'This task is somebody else’s, or not there any more.')
  const followed = runningPlan(change, id)
  const { run, plan } = followed
  const task = planTask(plan, taskId)
  const one = run.tasks[taskId]
  if (!task || !one) throw new Refused('conflict', 'This task has not begun yet: its stage opens later.')
  if (run.ended && run.ended.how !== 'done')
    throw new Refused('conflict', 'The plan has ended; send it back if it is to go on.')
  if ('done' in what) return what.done ? end(change, followed, task, 'done') : reopen(change, followed, task)
  if ('notNeeded' in what) return end(change, followed, task, 'notNeeded', checkText(what.notNeeded))
  give(change, followed, task, what)
}

function end(
  change: Change,
  { run }: Followed,
  task: PlanTask,
  how: 'done' | 'notNeeded',
  why?: string,
): void {
  const { id, text } = task
  const { endedBy } = planTaskTerms(task)
  const before = run.tasks[id]!
  // What the outside has not done somebody may have done by hand.
  const isOthers = endedBy === 'desk' || (endedBy === 'outside' && !hasFailed(before))
  const isAnswered = endedBy === 'answers' && how === 'done'
  if (endedBy === 'asked' || isAnswered || (isOthers && how === 'done'))
    throw new Refused('conflict', `“${text}” cannot be ticked: ${WAYS[endedBy] ?? ''}.`)
  if (before.end)
    throw new Refused('conflict', `Somebody was quicker: “${text}” is ${ENDS[before.end.how]} already.`)
  change.enter({ kind: 'planTaskEnded', run: run.id, task: id, text, how, ...(why && { why }) })
}

const WAYS: Readonly<Partial<Record<EndedBy, string>>> = {
  asked: 'it takes the word of whoever is asked',
  desk: 'the desk ends it by itself',
  answers: 'it is over once its questions are answered',
  outside: 'it is over once what it asks for is done',
}
const ENDS = { done: 'done', notNeeded: 'not needed', letGo: 'let go', refused: 'refused' } as const

function reopen(change: Change, { run }: Followed, task: PlanTask): void {
  const { id, text } = task
  if (planTaskTerms(task).endedBy !== 'doer')
    throw new Refused('conflict', `“${text}” cannot be opened again; send its stage back.`)
  if (isOpen(run.tasks[id])) throw new Refused('conflict', `“${text}” is open already.`)
  change.enter({ kind: 'planTaskReopened', run: run.id, task: id, text })
}

function give(
  change: Change,
  followed: Followed,
  task: PlanTask,
  to: { person: string | null } | { team: string },
): void {
  const { run } = followed
  const { id, text } = task
  const one = run.tasks[id]!
  if (!isOpen(one)) throw new Refused('conflict', `“${text}” is not open any more.`)
  if ('team' in to) {
    const team = change.directory.teams.get(to.team)
    if (!team || team.active === false)
      throw new Refused('invalid', 'There is no such team.', [{ field: 'team', message: 'choose another' }])
    return change.enter({ kind: 'planTaskGiven', run: run.id, task: id, text, person: null, team: team.id })
  }
  const isForm = task.do === 'form'
  const person = to.person === null ? null : isForm ? thereIs(change, to.person) : workerOf(change, to.person)
  if ((one.person ?? null) === person) return
  change.enter({ kind: 'planTaskGiven', run: run.id, task: id, text, person })
  if (isForm) return askForm(change, followed, task)
  if (person !== null && person !== change.by)
    change.tell([change.directory.people.get(person)], 'planTask', { text })
}

/** Anybody of the directory may be asked to answer something. */
function thereIs({ directory }: Change, id: string): string {
  if (directory.people.get(id)?.active) return id
  throw new Refused('invalid', 'This person cannot be asked.', [
    { field: 'person', message: 'choose somebody who is there' },
  ])
}

/** A stage is entered again, with words for whoever does it. */
export function sendPlanBack(change: Change, { run, stage, tasks, text }: Of<'sendPlanBack'>): void {
  personOf(change)
  sendBack(change, runningPlan(change, run), stage, tasks, checkText(text))
}

/** A plan is called off; what was done stays done. */
export function endPlan(change: Change, { run: id, text }: Of<'endPlan'>): void {
  personOf(change)
  const { run } = runningPlan(change, id)
  if (run.ended) throw new Refused('conflict', 'The plan has ended already.')
  change.enter({ kind: 'planEnded', run: id, name: run.name, how: 'calledOff', why: checkText(text) })
}
