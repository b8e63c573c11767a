import { termsOfType, type FieldValues } from '../fields'
import { canonicalJson } from '../json'
import { textsIn } from '../lookup'
import type { TaskRun } from '../plan'
import type { Change } from './change'
import type { Merger } from './entry'
import type { TicketState } from './state'
import type { Task } from '../work'

/**
 * A ticket that named one thing of the directory names the one that it was merged into. What was said, done and sent
 * stays as it was; whom it is for, who works on it and where it is from are told by the one that stays.
 */
export function followMerger(change: Change, { list, from, into, called }: Merger): void {
  const { state, design } = change
  const named = (names: string[]) => (names.length ? names : undefined)
  const questions = [...design.questions.values()].filter(({ type }) => termsOfType(type).list === list)
  const fields = design.design.fields.filter(({ type }) => termsOfType(type).list === list)
  const names = (values: FieldValues | undefined, of: readonly { name: string }[]) =>
    of.map((one) => one.name).filter((name) => naming(values?.[name], from))
  const merger = {
    ...{ list, from, into, called },
    answers: named(names(state.answers, questions)),
    fields: named(names(state.fields, fields)),
  }
  if (canonicalJson(afterMerger(state, merger)) === canonicalJson(partsOf(state, merger))) return
  change.enter({ kind: 'thingMerged', ...merger })
}

const naming = (value: unknown, from: string) => value === from || textsIn(value).includes(from)

/** The parts that a merger may change, as they are. */
const partsOf = (state: TicketState, merger: Merger): Partial<TicketState> =>
  Object.fromEntries(
    Object.keys(afterMerger(state, merger)).map((name) => [name, state[name as keyof TicketState]]),
  )

/** What of a ticket names the thing that stays, in place of the one that went into it. */
export function afterMerger(state: TicketState, merger: Merger): Partial<TicketState> {
  return { ...CHANGES[merger.list](state, merger), ...answersAfter(state, merger) }
}

type Changed = (state: TicketState, merger: Merger) => Partial<TicketState>
const put = <T>(value: T, { from, into }: Merger): T => (value === from ? (into as T) : value)
/** Each once. */
const putIn = (values: readonly string[], merger: Merger) => [
  ...new Set(values.map((one) => put(one, merger))),
]

const CHANGES: Record<Merger['list'], Changed> = {
  people: (state, merger) => ({
    ...peopleAfter(state, merger),
    ...workAfter(state, merger),
    ...plansAfter(state, merger),
  }),
  sites: ({ site, jobs }, merger) => ({
    site: put(site, merger),
    ...(jobs && {
      jobs: jobs.map((one) => ({ ...one, ...(one.site && { site: put(one.site, merger) }) })),
    }),
  }),
  organisations: ({ organisation }, merger) => ({ organisation: put(organisation, merger) }),
  teams: (state, merger) => ({ team: put(state.team, merger), ...teamsOfTasks(state, merger) }),
  queues: ({ queue }, merger) => ({ queue: put(queue, merger) }),
  covers: ({ cover }, merger) => ({ cover: put(cover, merger) }),
  agreements: ({ agreement }, merger) => ({
    agreement: agreement === Number(merger.from) ? Number(merger.into) : agreement,
  }),
  equipment: ({ equipment }, merger) =>
    equipment ? { equipment: { ...equipment, number: put(equipment.number, merger) } } : {},
}

function peopleAfter(state: TicketState, merger: Merger): Partial<TicketState> {
  const requester = put(state.requester, merger)
  const { others, watchers, major } = state
  return {
    requester,
    technician: put(state.technician, merger),
    ...(others && { others: putIn(others, merger).filter((one) => one !== requester) }),
    ...(watchers && { watchers: putIn(watchers, merger) }),
    ...(major && {
      major: {
        ...major,
        by: put(major.by, merger),
        children: major.children.map((one) => ({ ...one, requesters: putIn(one.requesters, merger) })),
      },
    }),
  }
}

function workAfter({ timers, times, bookings, tasks }: TicketState, merger: Merger): Partial<TicketState> {
  const of = <T extends { person?: string }>(list: readonly T[]): T[] =>
    list.map((one) => (one.person === merger.from ? { ...one, person: merger.into } : one))
  return {
    // Whose two timers ran has one, and it has run since the first of them.
    ...(timers && {
      timers: of([...timers].sort((a, b) => a.since - b.since)).filter(
        (one, at, all) => all.findIndex(({ person }) => person === one.person) === at,
      ),
    }),
    ...(times && { times: of(times) }),
    ...(bookings && { bookings: of(bookings) }),
    ...(tasks && { tasks: of(tasks) }),
  }
}

/** Who has the tasks of plans, and whose word is asked for or was said. */
function plansAfter({ plans }: TicketState, merger: Merger): Partial<TicketState> {
  return inTasks(plans, ({ person, asked, words, end, ...one }) => ({
    ...one,
    ...(person !== undefined && { person: put(person, merger) }),
    ...(end && { end: { ...end, ...(end.by !== undefined && { by: put(end.by, merger) }) } }),
    ...(asked && {
      asked: asked
        .map((who) => ({
          ...who,
          person: put(who.person, merger),
          ...(who.for && { for: { ...who.for, person: put(who.for.person, merger) } }),
        }))
        .filter((who, at, all) => all.findIndex((other) => other.person === who.person) === at),
    }),
    ...(words && { words: words.map((word) => ({ ...word, person: put(word.person, merger) })) }),
  }))
}

/** Whose tasks are a team's: of plans, and of checklists. */
function teamsOfTasks({ plans, tasks }: TicketState, merger: Merger): Partial<TicketState> {
  const merged = <T extends { team?: string }>({ team, ...one }: T) => ({
    ...one,
    ...(team !== undefined && { team: put(team, merger) }),
  })
  return { ...inTasks(plans, merged), ...(tasks && { tasks: tasks.map(merged) as Task[] }) }
}

const inTasks = (plans: TicketState['plans'], change: (task: TaskRun) => TaskRun): Partial<TicketState> =>
  plans
    ? {
        plans: plans.map((run) => ({
          ...run,
          tasks: Object.fromEntries(Object.entries(run.tasks).map(([id, one]) => [id, change(one)])),
        })),
      }
    : {}

function answersAfter({ answers, fields }: TicketState, merger: Merger): Partial<TicketState> {
  const changed = <T extends FieldValues>(values: T, names: readonly string[]): T => ({
    ...values,
    ...Object.fromEntries(
      names.map((name) => {
        const value = values[name]
        return [name, Array.isArray(value) ? putIn(textsIn(value), merger) : put(value, merger)]
      }),
    ),
  })
  return {
    ...(merger.answers && { answers: changed(answers, merger.answers) }),
    ...(merger.fields && fields && { fields: changed(fields, merger.fields) }),
  }
}
