import type { CompiledDesign, Directory } from '../../core/design'
import { answersInWords } from '../../core/intake'
import { planView, tasksOf, type PlanForecast, type PlanView, type TaskView } from '../../core/plan'
import {
  answeredLater,
  followedPlans,
  newerPlan,
  planForecast,
  planTime,
  runOfTask,
  type Followed,
  type TicketState,
} from '../../core/ticket'
import type { Language } from '../../core/words'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'

/** A task with the name of whoever has it. */
export type TaskShown = TaskView & { who: string | null }
/** A plan as the page of a ticket shows it. */
export type PlanShown = Omit<PlanView, 'stages'> & {
  stages: (Omit<PlanView['stages'][number], 'tasks'> & {
    tasks: TaskShown[]
    /** When it is expected to open and to be through; null where nobody can say, or it is over. */
    expected: { from: number; to: number } | null
  })[]
  expected: Expected | null
  /** The edition of the ticket, where that has the plan otherwise than it is followed. */
  newer: number | null
}

/** When a plan is expected to be done. */
export interface Expected {
  /** Null where it waits for something that nobody can date. */
  at: number | null
  /** What that is. */
  undated: string[]
  /** When it was expected as it began, and the task for which that is no longer so; null where none takes longer. */
  moved: { from: number; text: string | null; shown: boolean } | null
}

/** What is expected of a plan, in the words of its tasks. */
export function expectedOf(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  followed: Followed,
): (Expected & { stages: PlanForecast['stages'] }) | null {
  const found = planForecast(state, design, directory, followed, deskNow())
  if (!found) return null
  const task = (id: string) => tasksOf(followed.plan).find((one) => one.id === id)
  const { at, undated, moved, stages } = found
  const late = moved?.task === undefined ? undefined : task(moved.task)
  return {
    at: at ?? null,
    undated: undated.map((id) => design.said(task(id)?.text ?? id)),
    moved: moved
      ? { from: moved.from, text: late ? design.said(late.text) : null, shown: late?.shown === true }
      : null,
    stages,
  }
}

/** The plans of a ticket as they stand, the oldest first. */
export function plansOf(state: TicketState, design: CompiledDesign, directory: Directory): PlanShown[] {
  return followedPlans(state, design).map((followed) => {
    const time = planTime(state, design, followed, deskNow())
    const view = planView(followed.plan, followed.run, time)
    const found = expectedOf(state, design, directory, followed)
    const { stages: spans, ...expected } = found ?? { stages: undefined }
    return {
      ...view,
      expected: found && (expected as Expected),
      newer: newerPlan(state, design, followed) ? state.edition : null,
      stages: view.stages.map((stage) => ({
        ...stage,
        expected:
          (stage.stands === 'through' || stage.stands === 'passed' ? undefined : spans?.get(stage.id)) ??
          null,
        tasks: stage.tasks.map((task) => ({ ...task, who: whoHas(task, directory) })),
      })),
    }
  })
}

/** Whose a task is, by name: a person, or any of a team; nobody before it has begun. */
const whoHas = ({ person, team, seal }: TaskView, { people, teams }: Directory): string | null => {
  if (seal) return null
  if (person !== undefined) return people.get(person)?.name ?? person
  return team === undefined ? null : (teams.get(team)?.name ?? team)
}

/** Everybody who is named in the plans of a ticket. */
export const peopleInPlans = ({ plans = [] }: TicketState): string[] =>
  plans.flatMap(({ tasks }) =>
    Object.values(tasks).flatMap(({ person, end, asked = [], words = [] }) => [
      ...[person ?? [], end?.by ?? []].flat(),
      ...asked.flatMap((one) => [one.person, ...(one.for ? [one.for.person] : [])]),
      ...words.map((one) => one.person),
    ]),
  )

/** Most duties that are listed; nobody has more to do in plans. */
const MOST_DUTIES = 200

/**
 * What somebody has to do in plans: what is theirs by name, and what is any of their teams', the first due first. Whoever
 * is no one of the desk has what is theirs alone, and is told what the request says.
 */
export async function dutiesOf(
  desk: Reading,
  caller: Pick<Caller, 'id' | 'teams'>,
  language: Language = 'en',
) {
  const rows = await desk.db
    .selectFrom('plan_task')
    .innerJoin('ticket', 'ticket.reference', 'plan_task.reference')
    .innerJoin('plan_run', (join) =>
      join
        .onRef('plan_run.reference', '=', 'plan_task.reference')
        .onRef('plan_run.run', '=', 'plan_task.run'),
    )
    .select(['plan_task.reference', 'plan_task.run', 'task', 'person', 'plan_task.team', 'plan_task.kind'])
    .select(['text', 'required', 'opened_at', 'plan_task.due_at', 'plan_run.name as plan'])
    .select(STATE_COLUMNS)
    .where((e) =>
      e.or([
        e('person', '=', caller.id),
        ...(caller.teams.length
          ? [e.and([e('person', '=', ''), e('plan_task.team', 'in', [...caller.teams])])]
          : []),
      ]),
    )
    .orderBy('plan_task.due_at', (order) => order.asc().nullsLast())
    .orderBy('plan_task.reference')
    .orderBy('task')
    .limit(MOST_DUTIES)
    .execute()
  const directory = await desk.knowledge.directory()
  return Promise.all(
    rows.map(async ({ state: _, because: __, ...row }) => {
      const state = wholeState({ state: _, because: __ })
      const design = (await desk.knowledge.editionOf(state)).inLanguage(language)
      return {
        ...{
          reference: row.reference,
          run: row.run,
          task: row.task,
          do: row.kind,
          text: design.said(row.text),
        },
        ...{ plan: row.plan, required: row.required, openedAt: row.opened_at, due: row.due_at },
        isMine: row.person === caller.id,
        team: row.team ? (directory.teams.get(row.team)?.name ?? row.team) : null,
        ...aboutRequest(state, design, directory, language),
        /** What they wanted to know before they say their word. */
        queries: (runOfTask(state, row.run, row.task)?.queries ?? [])
          .filter((one) => one.person === caller.id)
          .map(({ text, answer }) => ({ text, answer: answer?.text ?? null })),
      }
    }),
  )
}

/** What a request says, for whoever has something to do for it and may not see its ticket: what was asked, and answered later. */
export const aboutRequest = (
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  language: Language,
) => ({
  summary: design.said(state.summary),
  requester: directory.nameOf(state.requester),
  site: directory.sites.get(state.site ?? '')?.name ?? null,
  item: design.findItem(state.item)?.name ?? state.item,
  answers: [
    ...answersInWords(
      design.form(design.item(state.item).form),
      design.questions,
      state.answers,
      design.nameOf(directory, state.attachments),
      language,
    ),
    ...answeredLater(state, design, directory, language)
      .filter((one) => one.shown)
      .flatMap((one) => one.answers),
  ],
})

/** Whether a task of a plan is somebody's own now, or their word is waited for. */
export async function isDutyOf(
  desk: Reading,
  person: string,
  { reference, run, task }: { reference: number; run: number; task: string },
): Promise<boolean> {
  const row = await desk.db
    .selectFrom('plan_task')
    .select('task')
    .where('reference', '=', reference)
    .where('run', '=', run)
    .where('task', '=', task)
    .where('person', '=', person)
    .executeTakeFirst()
  return row !== undefined
}

/** When all that is done for a request is expected to be; null where nothing is, or nobody can say. */
export function readyBy(state: TicketState, design: CompiledDesign, directory: Directory) {
  const all = followedPlans(state, design).flatMap(
    (followed) => expectedOf(state, design, directory, followed) ?? [],
  )
  const last = all.sort((a, b) => (b.at ?? Infinity) - (a.at ?? Infinity))[0]
  if (!last || last.at === null) return null
  const { moved } = last
  // What the requester does not see has no name for them.
  return {
    at: last.at,
    moved: moved && {
      from: moved.from,
      text: moved.shown ? moved.text : null,
      isLater: last.at > moved.from,
    },
  }
}

/** What requesters see of what is done for their request: the tasks of plans and of checklists that are shown, in their order. */
export const stepsShown = (state: TicketState, design: CompiledDesign) => [
  ...planSteps(state, design),
  ...(state.tasks ?? [])
    .filter((one) => one.shown && !one.notNeeded)
    .map(({ id, text, due, done }) => ({
      ...{ number: id, text: design.said(text), stands: done ? ('done' as const) : ('open' as const) },
      due: done ? null : (due ?? null),
      endedAt: done?.at ?? null,
    })),
]

function planSteps(state: TicketState, design: CompiledDesign) {
  return followedPlans(state, design).flatMap((followed) => {
    const { stages } = planView(followed.plan, followed.run, planTime(state, design, followed, deskNow()))
    return stages
      .filter((stage) => stage.stands !== 'passed')
      .flatMap(({ tasks }) => tasks)
      .filter((task) => task.shown && !['notForIt', 'notNeeded', 'letGo'].includes(task.stands))
      .map(({ number, text, stands, due, end }) => ({
        ...{ number, text, stands: stands as 'later' | 'open' | 'done' | 'refused' },
        due: stands === 'open' ? (due ?? null) : null,
        endedAt: end?.at ?? null,
      }))
  })
}
