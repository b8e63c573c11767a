import type { CompiledDesign, Directory } from '../../core/design'
import { answersInWords } from '../../core/intake'
import { planView, type PlanView, type TaskView } from '../../core/plan'
import { followedPlans, planTime, type TicketState } from '../../core/ticket'
import type { Language } from '../../core/words'
import { deskNow } from '../clock/deskClock'
import { STATE_COLUMNS, wholeState } from '../db/rows'
import type { Caller } from '../base/caller'
import type { Reading } from './reading'

/** A task with the name of whoever has it. */
export type TaskShown = TaskView & { who: string | null }
/** A plan as the page of a ticket shows it. */
export type PlanShown = Omit<PlanView, 'stages'> & {
  stages: (Omit<PlanView['stages'][number], 'tasks'> & { tasks: TaskShown[] })[]
}

/** The plans of a ticket as they stand, the oldest first. */
export function plansOf(state: TicketState, design: CompiledDesign, directory: Directory): PlanShown[] {
  return followedPlans(state, design).map((followed) => {
    const time = planTime(state, design, followed, deskNow())
    const view = planView(followed.plan, followed.run, time)
    return {
      ...view,
      stages: view.stages.map((stage) => ({
        ...stage,
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
        summary: design.said(state.summary),
        requester: directory.nameOf(state.requester),
        site: directory.sites.get(state.site ?? '')?.name ?? null,
        item: design.findItem(state.item)?.name ?? state.item,
        answers: answersInWords(
          design.form(design.item(state.item).form),
          design.questions,
          state.answers,
          design.nameOf(directory, state.attachments),
          language,
        ),
      }
    }),
  )
}

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
