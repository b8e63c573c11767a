import type { CompiledDesign, Directory } from '../core/design'
import type { Answers } from '../core/intake'
import { oneAt, textsIn } from '../core/lookup'
import { isOpen, planTaskTerms, waitsFor, type PlanTask, type TaskRun } from '../core/plan'
import {
  followedPlans,
  plansRest,
  requiredInPlans,
  ticketAlarms,
  type Actor,
  type Command,
  type TicketState,
} from '../core/ticket'
import { HOUR, MINUTE, type Instant } from '../core/time'
import { Chance } from './chance'

/** What lives through the past of tickets. */
export interface Living {
  design: CompiledDesign
  directory: Directory
  stateOf(reference: number): TicketState
  plan(at: Instant, run: () => void): void
  apply(reference: number, at: Instant, actor: Actor, command: Command): void
  /** Rings what falls due until then. */
  ringUntil(reference: number, at: Instant): void
  /** Who of a team works at the earliest from a moment on. */
  worker(reference: number, from: Instant, team?: string): { id: string; at: Instant }
}

/** How the tasks of plans were done, by a chance of its own, so that it changes nothing of what else happens. */
export class PlansLived {
  private readonly chance = new Chance(79)
  private readonly planned = new Set<string>()

  constructor(private readonly living: Living) {}

  /** Whether something is still to do before the ticket can be done, or before the last stage of its plan. */
  keeps(reference: number, which?: 'before the last stage'): boolean {
    const { design } = this.living
    const state = this.living.stateOf(reference)
    if (plansRest(state, design)) return false
    const last = followedPlans(state, design).flatMap(({ plan }) => plan.stages.at(-1)?.tasks ?? [])
    const left = requiredInPlans(state, design)
    return left.some((task) => !which || !last.includes(task))
  }

  /** What has begun is done a while after, and so on until all of it is. */
  goOn(reference: number, at: Instant): void {
    const { design } = this.living
    this.living.ringUntil(reference, at)
    const state = this.living.stateOf(reference)
    if (plansRest(state, design)) return
    for (const { plan, run } of followedPlans(state, design))
      for (const task of plan.stages.flatMap((stage) => stage.tasks)) {
        const one = run.tasks[task.id]
        if (isOpen(one) && planTaskTerms(task).endedBy !== 'outside')
          this.planTask(reference, run.id, task, one, at)
      }
    for (const { key, at: next } of ticketAlarms(state, design))
      if (key.startsWith('plan:') && this.isNew(`${reference} ${key}`))
        this.living.plan(next + MINUTE, () => this.goOn(reference, next + MINUTE))
  }

  private isNew(key: string): boolean {
    return this.planned.size < this.planned.add(key).size
  }

  private planTask(reference: number, run: number, task: PlanTask, one: TaskRun, now: Instant): void {
    const openedAt = one.openedAt
    if (!this.isNew(`${reference} ${run} ${task.id} ${openedAt}`)) return
    const share = this.chance.happens(0.05) ? this.chance.between(1, 1.7) : this.chance.between(0.1, 0.85)
    const wanted = Math.max(now, openedAt + share * ((one.due ?? openedAt + 20 * HOUR) - openedAt))
    // What may be left often is not needed.
    const isLeft = !task.required && this.chance.happens(0.4)
    const person = task.do === 'approval' ? askedNow(task, one) : one.person
    const who = person
      ? { id: person, at: Math.round(wanted) }
      : this.living.worker(reference, wanted, one.team)
    this.living.plan(who.at, () => this.endTask(reference, run, task, { ...who, isLeft }))
  }

  private endTask(
    reference: number,
    run: number,
    task: PlanTask,
    who: { id: string; at: Instant; isLeft: boolean },
  ): void {
    const { design } = this.living
    this.living.ringUntil(reference, who.at)
    const state = this.living.stateOf(reference)
    const open = followedPlans(state, design).find((one) => one.run.id === run)?.run.tasks[task.id]
    if (plansRest(state, design) || !isOpen(open)) return
    // A ladder may have handed it on meanwhile.
    const person = task.do === 'approval' ? askedNow(task, open) : who.id
    const command: Command =
      task.do === 'form' && !who.isLeft
        ? { kind: 'fillForm', run, task: task.id, answers: answersTo(task.form, state) }
        : task.do === 'approval'
          ? { kind: 'saySeal', run, task: task.id, yes: true, text: oneAt(WORDS, reference % WORDS.length) }
          : {
              kind: 'changePlanTask',
              run,
              task: task.id,
              change: who.isLeft ? { notNeeded: 'There is one already.' } : { done: true },
            }
    this.living.apply(reference, who.at, { person: person ?? who.id }, command)
    this.goOn(reference, who.at)
  }
}

/** What somebody answers later on, by what was answered before. */
function answersTo(form: string, { reference, answers }: TicketState): Answers {
  if (form === 'first-day')
    return reference % 4
      ? { allWorks: true }
      : { allWorks: false, whatLacks: 'No sound on the bridge tablet.' }
  const needs = textsIn(answers.joinerNeeds)
  const name = String(answers.joinerName).toLowerCase().replace(/\s+/g, '.')
  return {
    ...{ berth: `Cabin ${10 + (reference % 40)}`, watch: oneAt(['day', 'night', 'none'], reference % 3) },
    ...(needs.includes('tablet') && { tabletPlace: 'The bridge, port side' }),
    joinerMail: `${name}@home.sound.example`,
  }
}

const WORDS = ['Yes.', '', 'Agreed; they are expected.', '', 'Fine with the watch list.']

/** Whose word an approval waits for first. */
const askedNow = ({ needs }: Extract<PlanTask, { do: 'approval' }>, { asked = [], words = [] }: TaskRun) =>
  waitsFor(needs, asked, words)[0]?.person
