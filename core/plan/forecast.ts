import { holds } from '../condition'
import type { Instant, WorkingTime } from '../time'
import { momentAfter, momentOf } from './day'
import { findHolder } from './doer'
import { stagesBefore, tasksOf, type Plan, type Stage } from './plan'
import { isSettled, type PlanRun } from './run'
import { isForIt, type PlanWorld } from './steps'
import { planTaskTerms, type PlanTask } from './tasks/list'
import type { WaitTask } from './tasks/wait'

/** What somebody takes for a task of which nothing is said, and for a word that is asked for, as ISO 8601 durations. */
export const ASSUMED = 'PT4H'

/** What is known besides how the plan stands. */
export interface ForecastWorld extends PlanWorld {
  /** The hours in which somebody works; those of the plan where nothing is known of them. */
  hoursOf?: (person: string) => WorkingTime | undefined
}

/** From when to when something is expected; what is over is as it was. */
export interface Span {
  from: Instant
  to: Instant
}

/** When a plan is expected to be done. */
export interface PlanForecast {
  /** When all that is required is done; left out where that waits for something that nobody can date. */
  at?: Instant
  /** Tasks that nobody can date, and on which it waits. */
  undated: string[]
  tasks: ReadonlyMap<string, Span>
  stages: ReadonlyMap<string, Span>
  /** The tasks that decide when it is done, the first first. */
  path: string[]
}

/** A moment, and the task that decides it. */
interface Reached {
  at: Instant
  by?: string
}
const NEVER = undefined
type Maybe = Reached | typeof NEVER

const later = (one: Reached, other: Reached) => (other.at >= one.at ? other : one)

/** The latest of some moments; never where one of them is. */
function latest(all: readonly Maybe[], from: Reached): Maybe {
  let found = from
  for (const one of all) {
    if (!one) return NEVER
    found = later(found, one)
  }
  return found
}

/** The soonest of some moments; never where all of them are. */
function soonest(all: readonly Maybe[]): Maybe {
  let found: Maybe = NEVER
  for (const one of all) if (one && (!found || one.at < found.at)) found = one
  return found
}

/**
 * When a plan is expected to be done: each task begins as soon as it can and takes what it is said to take, in the hours of
 * whoever has it. What is open for longer than that is expected at any moment.
 */
export function forecast(plan: Plan, run: PlanRun, world: ForecastWorld): PlanForecast {
  return new Forecasting(plan, run, world).all()
}

class Forecasting {
  private readonly tasks = new Map<string, { span: Span; by?: string } | null>()
  private readonly opened = new Map<string, Maybe | null>()
  private readonly ended = new Map<string, Maybe | null>()
  private readonly undated = new Set<string>()
  private readonly stageOf = new Map<string, Stage>()

  constructor(
    private readonly plan: Plan,
    private readonly run: PlanRun,
    private readonly world: ForecastWorld,
  ) {
    for (const stage of plan.stages) for (const { id } of stage.tasks) this.stageOf.set(id, stage)
  }

  all(): PlanForecast {
    const { plan, run, world } = this
    const began: Reached = { at: run.beganAt }
    const end = latest(
      plan.stages.map((stage) => this.through(stage)),
      began,
    )
    const tasks = new Map<string, Span>()
    for (const task of tasksOf(plan)) {
      const isMeant = isForIt(task, world.facts) && !this.isPassed(this.stageOf.get(task.id)!)
      const found = isMeant ? this.task(task) : undefined
      if (found) tasks.set(task.id, found.span)
    }
    const stages = new Map<string, Span>()
    for (const stage of plan.stages) {
      const [from, to] = [this.opens(stage), this.through(stage)]
      if (from && to) stages.set(stage.id, { from: from.at, to: to.at })
    }
    return {
      ...(end && { at: run.ended?.at ?? end.at }),
      undated: [...this.undated],
      ...{ tasks, stages },
      path: end ? this.pathTo(end) : [],
    }
  }

  private pathTo({ by }: Reached): string[] {
    const path: string[] = []
    for (let at = by; at !== undefined && !path.includes(at); at = this.tasks.get(at)?.by) path.push(at)
    return path.reverse()
  }

  /** Each is looked at once; what is reached again while it is looked at waits for itself. */
  private once(known: Map<string, Maybe | null>, id: string, look: () => Maybe): Maybe {
    const found = known.get(id)
    if (found !== undefined) return found ?? NEVER
    known.set(id, null)
    const reached = look()
    known.set(id, reached ?? null)
    return reached
  }

  /** When a stage opens. */
  private opens(stage: Stage): Maybe {
    return this.once(this.opened, stage.id, () => {
      const one = this.run.stages[stage.id]
      if (one) return { at: one.openedAt }
      const { now, facts } = this.world
      const ready = this.ready(stage)
      if (!ready) return NEVER
      if (stage.when && !holds(stage.when, facts)) return later({ at: now }, ready)
      if (!stage.from) return later({ at: now }, ready)
      const day = momentOf(stage.from, this.world)
      return day === undefined ? NEVER : later(later({ at: now }, ready), { at: day })
    })
  }

  /** When what comes before a stage is done as far as it must be. */
  private ready(stage: Stage): Maybe {
    const began: Reached = { at: this.run.beganAt }
    const before = stagesBefore(this.plan, stage).flatMap(
      (id) => this.plan.stages.find((one) => one.id === id) ?? [],
    )
    if (!before.length) return began
    const done = before.map((one) => soonest([this.through(one), this.begun(one, stage)]))
    return stage.join === 'any' ? soonest(done) : latest(done, began)
  }

  /** Of a stage that opens as soon as something is done: when the first of the stage before is. */
  private begun(before: Stage, { opensOn }: Stage): Maybe {
    if (opensOn !== 'first' || this.isPassed(before)) return NEVER
    const open = this.opens(before)
    const first = soonest(
      before.tasks.flatMap((task) => {
        const end = this.run.tasks[task.id]?.end
        if (end) return end.how === 'done' ? [{ at: end.at, by: task.id }] : []
        return isForIt(task, this.world.facts) ? [this.ends(task)] : []
      }),
    )
    return open && first && later(first, open)
  }

  private isPassed(stage: Stage): boolean {
    const one = this.run.stages[stage.id]
    return one ? one.passed !== undefined : stage.when !== undefined && !holds(stage.when, this.world.facts)
  }

  /** When all that a stage requires is done. */
  private through(stage: Stage): Maybe {
    return this.once(this.ended, stage.id, () => {
      const one = this.run.stages[stage.id]
      if (one?.throughAt !== undefined) return this.lastOf(stage, one.throughAt)
      const from = this.opens(stage)
      if (!from || this.isPassed(stage)) return from
      const required = stage.tasks.filter((task) => task.required && isForIt(task, this.world.facts))
      return latest(
        required.map((task) => this.ends(task)),
        from,
      )
    })
  }

  /** Of a stage that is through: the task that was done last. */
  private lastOf(stage: Stage, at: Instant): Reached {
    const last = stage.tasks
      .flatMap(({ id, required }) => {
        const end = required && this.run.tasks[id]?.end
        return end ? [{ id, at: end.at }] : []
      })
      .sort((a, b) => b.at - a.at)[0]
    if (last) this.task(stage.tasks.find(({ id }) => id === last.id)!)
    return { at, ...(last && { by: last.id }) }
  }

  private ends(task: PlanTask): Maybe {
    const found = this.task(task)
    return found && { at: found.span.to, by: task.id }
  }

  private task(task: PlanTask): { span: Span; by?: string } | undefined {
    const known = this.tasks.get(task.id)
    if (known !== undefined) return known ?? undefined
    this.tasks.set(task.id, null)
    const from = this.begins(task)
    const to = from && this.endOf(task, from.at)
    if (!from || to === undefined) {
      if (from) this.undated.add(task.id)
      return undefined
    }
    const found = { span: { from: from.at, to }, ...(from.by !== undefined && { by: from.by }) }
    this.tasks.set(task.id, found)
    return found
  }

  /** When a task begins: with its stage, or an earlier one, once those before it are settled. */
  private begins(task: PlanTask): Maybe {
    const stage = this.stageOf.get(task.id)!
    const before = (task.after ?? []).flatMap((id) => stage.tasks.find((one) => one.id === id) ?? [])
    const begun = this.run.tasks[task.id]
    if (begun) {
      // What came last before it decided when it began.
      const last = before
        .flatMap(({ id }) => this.run.tasks[id]?.end?.at ?? [])
        .reduce((most, at) => Math.max(most, at), -Infinity)
      const by = before.find(({ id }) => this.run.tasks[id]?.end?.at === last)?.id
      for (const one of before) if (this.run.tasks[one.id]) this.task(one)
      return { at: begun.openedAt, by: by ?? this.opensBy(stage, task) }
    }
    const early =
      task.beginsWith === undefined ? undefined : this.plan.stages.find(({ id }) => id === task.beginsWith)
    const open = soonest([this.opens(stage), ...(early && !this.isPassed(early) ? [this.opens(early)] : [])])
    const after = before.filter((one) => isForIt(one, this.world.facts)).map((one) => this.ends(one))
    return open && latest(after, later({ at: this.world.now }, open))
  }

  /** The task with which its stage opened. */
  private opensBy(stage: Stage, { beginsWith }: PlanTask): string | undefined {
    if (beginsWith !== undefined) return undefined
    const before = stagesBefore(this.plan, stage)
      .flatMap((id) => this.plan.stages.find((one) => one.id === id) ?? [])
      .flatMap((one) => this.through(one) ?? [])
    return before.sort((a, b) => b.at - a.at)[0]?.by
  }

  /** When a task ends that begins then; nothing where nobody can say. */
  private endOf(task: PlanTask, from: Instant): Instant | undefined {
    const { now } = this.world
    const one = this.run.tasks[task.id]
    if (one && isSettled(one)) return one.end!.at
    if (task.do === 'wait') return this.waited(task, from)
    const isAtOnce = planTaskTerms(task).endedBy === 'desk' || (task.do === 'call' && !one?.outside?.fault)
    if (isAtOnce) return Math.max(from, one ? now : from)
    const promised = one?.outside?.expected
    if (promised !== undefined) return Math.max(now, promised)
    const to = momentAfter(this.hoursFor(task), from, expectedSpan(task))
    return to === undefined ? undefined : Math.max(now, to)
  }

  /** When a wait is over: its day has come, and what it waits for is so now or nobody knows when it will be. */
  private waited({ until: day, holds: condition }: WaitTask, from: Instant): Instant | undefined {
    const until = day && momentOf(day, this.world)
    if ((day && until === undefined) || (condition && !holds(condition, this.world.facts))) return undefined
    return Math.max(from, this.world.now, until ?? from)
  }

  private hoursFor(task: PlanTask): WorkingTime {
    const { hours, hoursOf, request } = this.world
    const holder = this.run.tasks[task.id] ?? (task.who && findHolder(task.who, request, this.world))
    const person = holder && 'person' in holder ? holder.person : undefined
    return (person !== undefined && hoursOf?.(person)) || hours
  }
}

/** How long a task is expected to take: its work, or the time that it may take. */
const expectedSpan = ({ work, due }: PlanTask): string =>
  work ?? (due && 'within' in due ? due.within : ASSUMED)

/** Why a plan is expected at another time than as it began. */
export interface Moved {
  /** When it was expected as it began. */
  from: Instant
  /** The first task on the way that took, or takes, longer; nothing where the days of the request have changed. */
  task?: string
}

/**
 * Whether, and why, a plan is expected at another time than as it began.
 * @param least by how much it must differ, in milliseconds
 */
export function movedSince(
  plan: Plan,
  run: PlanRun,
  world: ForecastWorld,
  now: PlanForecast,
  least: number,
): Moved | undefined {
  if (now.at === undefined) return undefined
  const { ended: _, rounds: __, ...begun } = run
  const first = forecast(plan, { ...begun, stages: {}, tasks: {} }, { ...world, now: run.beganAt })
  if (first.at === undefined || Math.abs(now.at - first.at) < least) return undefined
  const task = now.path.find((id) => {
    const [was, is] = [first.tasks.get(id), now.tasks.get(id)]
    return was && is && is.to - was.to >= least && is.from - was.from < is.to - was.to
  })
  return { from: first.at, ...(task !== undefined && now.at > first.at && { task }) }
}
