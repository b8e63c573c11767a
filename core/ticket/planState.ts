import type { PlanRun, TaskRun } from '../plan'
import { nameOfActor } from './actors'
import type { Entry } from './entry'
import type { TicketState } from './state'

// What the entries of plans make of a ticket.

export const PLAN_KINDS = [
  'planBegan',
  'stageOpened',
  'stagePassed',
  'stageThrough',
  'planTasksOpened',
  'planTaskEnded',
  'planTaskReopened',
  'planTaskGiven',
  'outsideAsked',
  'outsideFailed',
  'childLogged',
  'childOf',
  'formAsked',
  'formFilled',
  'sealAsked',
  'sealQueried',
  'sealAnswered',
  'sealReminded',
  'sealSaid',
  'planSentBack',
  'planTaskLate',
  'planAdopted',
  'planEnded',
] as const
type PlanKind = (typeof PLAN_KINDS)[number]
type Of<K extends Entry['kind']> = Extract<Entry, { kind: K }>
type Changed = Pick<TicketState, 'plans' | 'partOf'>
type Apply = { [K in PlanKind]: (state: TicketState, entry: Of<K>) => Changed & Partial<TicketState> }

/** The plan of an entry, changed. */
function inRun({ plans = [] }: TicketState, id: number, change: (run: PlanRun) => Partial<PlanRun>): Changed {
  return { plans: plans.map((run) => (run.id === id ? { ...run, ...change(run) } : run)) }
}

/** A task of it, changed. */
const inTask = (state: TicketState, run: number, task: string, change: (one: TaskRun) => Partial<TaskRun>) =>
  inRun(state, run, ({ tasks }) => {
    const before = tasks[task]
    return before ? { tasks: { ...tasks, [task]: { ...before, ...change(before) } } } : {}
  })

const without = <T>(record: Readonly<Record<string, T>>, names: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([name]) => !names.includes(name)))

export const PLAN_ENTRIES: Apply = {
  planBegan: ({ plans = [] }, { run, plan, name, edition, zone, at }) => ({
    plans: [...plans, { ...{ id: run, plan, name, edition, zone, beganAt: at }, stages: {}, tasks: {} }],
  }),
  stageOpened: (state, { run, stage, at }) =>
    inRun(state, run, ({ stages }) => ({ stages: { ...stages, [stage]: { openedAt: at } } })),
  stagePassed: (state, { run, stage, at }) =>
    inRun(state, run, ({ stages }) => ({
      stages: { ...stages, [stage]: { openedAt: at, throughAt: at, passed: true } },
    })),
  stageThrough: (state, { run, stage, letGo, at }) =>
    inRun(state, run, ({ stages, tasks }) => ({
      stages: { ...stages, [stage]: { ...stages[stage]!, throughAt: at } },
      ...(letGo.length && {
        tasks: {
          ...tasks,
          ...Object.fromEntries(letGo.map((id) => [id, { ...tasks[id]!, end: { how: 'letGo', at } }])),
        },
      }),
    })),
  planTasksOpened: (state, { run, tasks: opened, at }) =>
    inRun(state, run, ({ tasks }) => ({
      tasks: {
        ...tasks,
        ...Object.fromEntries(
          opened.map(({ task, text: _, ...holder }): [string, TaskRun] => [
            task,
            { openedAt: at, ...holder },
          ]),
        ),
      },
    })),
  planTaskEnded: (state, { run, task, how, why, at, actor }) =>
    inTask(state, run, task, () => ({
      end: { how, at, ...('person' in actor && { by: actor.person }), ...(why && { why }) },
    })),
  planTaskReopened: (state, { run, task }) => inTask(state, run, task, () => ({ end: undefined })),
  planTaskGiven: (state, { run, task, person, team }) =>
    inTask(state, run, task, (before) => ({
      person: person ?? undefined,
      team: team ?? before.team,
    })),
  outsideAsked: (state, { run, task, key, message, sequence }) =>
    inTask(state, run, task, () => ({
      outside: { number: sequence, key, ...(message !== undefined && { message }) },
    })),
  outsideFailed: (state, { run, task, fault, at }) =>
    inTask(state, run, task, ({ outside }) => ({
      outside: { number: 0, key: '', ...outside, fault: { ...fault, at } },
    })),
  childLogged: (state, { run, task, child, expected }) =>
    inTask(state, run, task, ({ outside }) => ({
      outside: {
        ...{ number: 0, key: '', ...outside, fault: undefined, ticket: child },
        ...(expected !== undefined && { expected }),
      },
    })),
  childOf: (_, { parent, run, task, items }) => ({ partOf: { parent, run, task, items } }),
  formAsked: (state, { run, task, address, alarm, at }) => ({
    ...inTask(state, run, task, ({ form, reminded = 0 }) => ({
      form: { ...form, ...(address !== undefined && { address }) },
      askedAt: at,
      ...(alarm !== undefined && { reminded: reminded + 1 }),
    })),
    ...(alarm !== undefined && { rang: [...state.rang, alarm] }),
  }),
  formFilled: (state, { run, task, answers, attachments = [], shown, at, actor }) => ({
    ...inTask(state, run, task, ({ form }) => ({
      form: { ...form, answered: Object.keys(answers).sort() },
      end: { how: 'done', at, ...('person' in actor && { by: actor.person }) },
    })),
    answers: { ...state.answers, ...answers },
    ...(attachments.length &&
      (shown
        ? { attachments: [...(state.attachments ?? []), ...attachments] }
        : { innerFiles: [...(state.innerFiles ?? []), ...attachments] })),
  }),
  sealAsked: (state, { run, task, asked, at }) =>
    inTask(state, run, task, ({ words = [] }) => ({ asked, words, askedAt: at })),
  sealQueried: (state, { run, task, said, at, actor }) =>
    inTask(state, run, task, ({ queries = [] }) => ({
      queries: [...queries, { person: nameOfActor({ actor }), text: said, at }],
    })),
  sealAnswered: (state, { run, task, person, said, at }) =>
    inTask(state, run, task, ({ queries = [] }) => ({
      queries: queries.map((one) =>
        one.person === person && !one.answer ? { ...one, answer: { text: said, at } } : one,
      ),
      // They have as long again to say their word.
      askedAt: at,
    })),
  sealReminded: (state, { run, task, alarm, at }) => ({
    ...inTask(state, run, task, ({ reminded = 0 }) => ({ askedAt: at, reminded: reminded + 1 })),
    rang: [...state.rang, alarm],
  }),
  sealSaid: (state, { run, task, yes, said, sealed, at, actor }) =>
    inTask(state, run, task, ({ words = [] }) => ({
      words: [...words, { person: nameOfActor({ actor }), yes, text: said, at }],
      ...(sealed !== 'open' && {
        end: { how: sealed === 'sealed' ? 'done' : 'refused', at, by: nameOfActor({ actor }) },
      }),
    })),
  planSentBack: (state, { run, stage, tasks: again, shut }) =>
    inRun(state, run, ({ stages, tasks, rounds = {} }) => ({
      stages: without(stages, [stage, ...shut]),
      tasks: without(tasks, again),
      rounds: { ...rounds, [stage]: (rounds[stage] ?? 1) + 1 },
      ended: undefined,
    })),
  planTaskLate: (state, { alarm }) => ({ rang: [...state.rang, alarm] }),
  planAdopted: (state, { run, name, to, dropped }) =>
    inRun(state, run, ({ tasks }) => ({ name, edition: to, tasks: without(tasks, dropped) })),
  planEnded: (state, { run, how, at }) => inRun(state, run, () => ({ ended: { how, at } })),
}
