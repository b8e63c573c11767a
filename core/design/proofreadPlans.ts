import { factsOf, type Condition } from '../condition'
import { messageOf } from '../error/messageOf'
import { termsOfFact } from '../facts'
import { fieldOf } from '../fields'
import { isNamedType } from '../intake'
import {
  MOST_PLAN_TASKS,
  MOST_STAGES,
  numbersOf,
  planTaskTerms,
  stagesBefore,
  tasksOf,
  TIME_OF_DAY,
  type DayOf,
  type Doer,
  type Plan,
  type PlanReader,
  type PlanTask,
  type RoleInRequest,
  type Stage,
} from '../plan'
import { parseDuration } from '../time'
import { makeOtherwise } from './mends'
import { questionsIn } from './laterForms'
import { circlesOfTickets, passedOn } from './proofreadChildren'
import { recipient } from './proofreadLadders'
import { isNever } from './proofreadLevels'
import { forSome } from './proofreadMoves'
import type { Reader } from './reader'

/** Plans: what each refers to, and whether it can be gone through from its beginning to its end. */
export function plans(reader: Reader): void {
  for (const plan of reader.design.plans) planOf(reader, plan)
  circlesOfTickets(reader)
}

/** A plan while it is read: where each of its parts stands, and what it is called. */
interface Reading {
  reader: Reader
  plan: Plan
  stages: ReadonlyMap<string, Stage>
  tasks: ReadonlyMap<string, PlanTask>
  numbers: ReadonlyMap<string, string>
  /** The stages that are through before one opens, however far back. */
  before: ReadonlyMap<string, ReadonlySet<string>>
}

const placeOf = ({ plan }: Reading, task: PlanTask) => `plans/${plan.id}#${task.id}`
const placeOfStage = ({ plan }: Reading, stage: Stage) => `plans/${plan.id}#stage-${stage.id}`

function planOf(reader: Reader, plan: Plan): void {
  const place = `plans/${plan.id}`
  reader.condition(place, plan.when)
  reader.reasons(place, plan.when)
  forSome(reader, place, plan.when)
  atTime(reader, place, plan.when)
  if (plan.id === 'checklists' || plan.id === 'forms')
    reader.error(place, 'duplicateId', `“${plan.id}” is where the ${plan.id} stand; give it another id`)
  reader.refers(place, 'calendar', plan.hours)
  if (!plan.name.trim()) reader.error(place, 'nameMissing', 'has no name')
  if (!plan.stages.length)
    reader.remark(place, 'planEmpty', 'has no stage, so it is over as soon as it begins')
  sizeOf(reader, plan)
  const reading: Reading = {
    ...{ reader, plan },
    stages: new Map(plan.stages.map((one) => [one.id, one])),
    tasks: new Map(tasksOf(plan).map((one) => [one.id, one])),
    numbers: numbersOf(plan),
    before: stagesBeforeEach(plan),
  }
  doubles(reading)
  for (const stage of plan.stages) stageOf(reading, stage)
}

function sizeOf(reader: Reader, plan: Plan): void {
  const [stages, tasks] = [plan.stages.length, tasksOf(plan).length]
  const large = (count: number, most: number, what: string) => {
    if (count > most)
      reader.error(
        `plans/${plan.id}`,
        'planTooLarge',
        `has ${count} ${what}; nobody could read more than ${most}, so make two plans of it`,
      )
  }
  large(stages, MOST_STAGES, 'stages')
  large(tasks, MOST_PLAN_TASKS, 'tasks')
}

function doubles({ reader, plan }: Reading): void {
  for (const ids of [plan.stages.map(({ id }) => id), tasksOf(plan).map(({ id }) => id)])
    for (const id of new Set(ids.filter((one, at) => ids.indexOf(one) !== at)))
      reader.error(`plans/${plan.id}`, 'duplicateId', `“${id}” is there twice`)
}

/** For each stage all those before it; itself among them where they go in a circle. */
function stagesBeforeEach(plan: Plan): Map<string, Set<string>> {
  const direct = new Map(plan.stages.map((one) => [one.id, stagesBefore(plan, one)]))
  return new Map(plan.stages.map(({ id }) => [id, reach(id, (one) => direct.get(one) ?? [])]))
}

/** Everything that is reached from one, itself only where a way leads back. */
function reach(from: string, next: (id: string) => readonly string[]): Set<string> {
  const found = new Set<string>()
  const open = [...next(from)]
  for (let one = open.pop(); one !== undefined; one = open.pop()) {
    if (found.has(one)) continue
    found.add(one)
    open.push(...next(one))
  }
  return found
}

function stageOf(reading: Reading, stage: Stage): void {
  const { reader, plan, stages, before } = reading
  const place = placeOfStage(reading, stage)
  if (!stage.name.trim()) reader.error(place, 'nameMissing', 'has no name')
  for (const id of stage.after ?? [])
    if (!stages.has(id))
      reader.error(place, 'stageNeverOpens', 'comes after a stage that is not there; choose another')
  if (before.get(stage.id)?.has(stage.id))
    reader.error(
      place,
      'stageCircle',
      'can never open: it waits for stages that wait for it; change what it comes after',
    )
  for (const condition of [stage.when, stage.pauseWhen]) conditionOf(reading, place, condition)
  if (stage.from) day(reading, place, stage.from, 'stage')
  duration(reader, place, stage.takes)
  for (const id of stage.checklists ?? []) reader.refers(place, 'checklist', id)
  if (!stage.tasks.length) reader.remark(place, 'planEmpty', 'has nothing to do, so it is through at once')
  else if (!stage.tasks.some((one) => one.required) && isWaitedFor(plan, stage))
    reader.remark(
      place,
      'stagePassesAtOnce',
      'requires nothing, so what comes after it opens at the same moment; say what must be done',
    )
  for (const task of stage.tasks) taskOf(reading, stage, task)
}

/** Whether a stage waits until all that is required of this one is done. */
const isWaitedFor = (plan: Plan, { id }: Stage) =>
  plan.stages.some((one) => one.opensOn === undefined && stagesBefore(plan, one).includes(id))

/** A condition within a plan: for some ticket that the plan is for, and not of the time that passes. */
function conditionOf(reading: Reading, place: string, when: Condition | undefined): void {
  const { reader, plan } = reading
  if (!when) return
  reader.condition(place, when)
  reader.reasons(place, when)
  atTime(reader, place, when)
  if (isNever(when) || reader.hasLostReason(place)) return
  if (reader.share(place, when, plan.when) === 'none')
    reader.error(place, 'conditionNeverHolds', 'is for no request that has this plan; change what it asks')
}

/** Nobody asks again while time passes: what goes by it would be found out by chance. */
function atTime(reader: Reader, place: string, when: Condition | undefined): void {
  for (const fact of when ? factsOf(when) : [])
    if (termsOfFact(fact)?.known === 'time')
      reader.error(
        place,
        'factOfTime',
        `goes by “${termsOfFact(fact)?.name ?? fact}”, which changes while nothing happens; use a wait until a day`,
      )
}

/** A span of time that can be read, where there is one. */
export function duration(reader: Reader, place: string, text: string | undefined): void {
  if (text === undefined) return
  try {
    parseDuration(text)
  } catch (error) {
    reader.error(place, 'durationUnreadable', messageOf(error))
  }
}

/** A day that a plan goes by must be asked for, or a field, and be one. */
function day(reading: Reading, place: string, { fact, at, before }: DayOf, what: string): void {
  const { reader } = reading
  reader.fact(place, fact)
  duration(reader, place, before)
  if (at !== undefined && !TIME_OF_DAY.test(at))
    reader.error(place, 'dayUnreadable', `“${at}” is no time of day; write it as 06:00`)
  dayFact(reading, place, fact, what)
}

function dayFact({ reader, plan }: Reading, place: string, fact: string, what: string): void {
  const question = fact.startsWith('form.') ? reader.library.get(fact.slice(5)) : undefined
  const field = reader.design.fields.find((one) => one.name === fieldOf(fact))
  const type = question?.type ?? field?.type
  if (type !== undefined && type !== 'date' && type !== 'dateTime')
    reader.error(
      place,
      'dayNotAnswered',
      `goes by “${(question ?? field)?.label}”, which is no day; choose one that is`,
    )
  if (question) reader.reasons(place, { all: [...(plan.when ? [plan.when] : []), { fact, op: 'filled' }] })
  if (type === undefined && !question && !fact.startsWith('form.') && fieldOf(fact) === undefined)
    reader.error(
      place,
      'dayNotAnswered',
      `its ${what} goes by something that is no day; choose an answer or a field`,
    )
}

function taskOf(reading: Reading, stage: Stage, task: PlanTask): void {
  const { reader } = reading
  const place = placeOf(reading, task)
  if (!task.text.trim()) reader.error(place, 'textEmpty', 'does not say what is to do')
  conditionOf(reading, place, task.when)
  if (task.who) doer(reading, place, task.who)
  duration(reader, place, task.work)
  order(reading, stage, task)
  dueOf(reading, stage, task)
  carried(reading, stage, task)
  planTaskTerms(task).check?.(planReader(reading), place, task)
  if (task.do === 'approval') approvalOf(reading, stage, task)
}

/** What comes before a task: in its own stage, or the stage with which it begins early. */
function order(reading: Reading, stage: Stage, task: PlanTask): void {
  const { reader, before } = reading
  const place = placeOf(reading, task)
  const inStage = new Map(stage.tasks.map((one) => [one.id, one]))
  for (const id of task.after ?? [])
    if (!inStage.has(id))
      reader.error(place, 'taskCircle', 'comes after a task that is not in its stage; choose another')
  if (reach(task.id, (one) => inStage.get(one)?.after ?? []).has(task.id))
    reader.error(place, 'taskCircle', 'can never begin: it waits for tasks that wait for it')
  const { beginsWith } = task
  if (beginsWith !== undefined && beginsWith !== stage.id && !before.get(stage.id)?.has(beginsWith))
    reader.error(
      place,
      'taskBeforeStage',
      'begins with a stage that does not come before its own; choose an earlier one',
    )
}

/** When it is due must not lie before it can begin. */
function dueOf(reading: Reading, stage: Stage, task: PlanTask): void {
  const { reader } = reading
  const { due } = task
  const place = placeOf(reading, task)
  if (!due) return
  if ('within' in due) return duration(reader, place, due.within)
  day(reading, place, due.by, 'due time')
  const { from } = stage
  if (!from || from.fact !== due.by.fact || task.beginsWith !== undefined) return
  const isBefore = lengthOf(due.by.before) > lengthOf(from.before)
  const isSame = lengthOf(due.by.before) === lengthOf(from.before)
  if (isBefore || (isSame && (due.by.at ?? '00:00') < (from.at ?? '00:00')))
    reader.error(
      place,
      'dueBeforeBegin',
      'is due before its stage can open; let it begin with an earlier stage, or be due later',
    )
}

function lengthOf(text: string | undefined): number {
  if (text === undefined) return 0
  try {
    return parseDuration(text)
  } catch {
    return 0
  }
}

/** What may be left and is carried over has nothing that ever ends it but somebody's memory. */
function carried(reading: Reading, stage: Stage, task: PlanTask): void {
  const { reader, plan } = reading
  const isLeft = !task.required && plan.left === undefined && planTaskTerms(task).endedBy === 'doer'
  if (!isLeft || task.due || stage === plan.stages.at(-1)) return
  reader.remark(
    placeOf(reading, task),
    'carriedForEver',
    'may be left, is carried over and is never due, so nothing ends it; say by when it is due, or let go what is left',
    makeOtherwise('plans', plan, { left: 'letGo' }, 'Let go what is left of a stage'),
  )
}

function approvalOf(reading: Reading, stage: Stage, task: Extract<PlanTask, { do: 'approval' }>): void {
  const { reader, stages, before } = reading
  const place = placeOf(reading, task)
  if (!task.own && task.ask.length > 0 && task.ask.every(({ who }) => who.by === 'requester'))
    reader.error(
      place,
      'approvalOfRequester',
      'asks only whoever asks for it, and they may not say yes to their own request; ask somebody else, or allow it',
    )
  if (typeof task.needs === 'object' && task.needs.of > task.ask.length && task.ask.every(isOnePerson))
    reader.error(
      place,
      'approvalNeedsNone',
      `needs the word of ${task.needs.of}, but asks only ${task.ask.length}`,
    )
  const { refused } = task
  if (refused?.then !== 'back') return
  if (!stages.has(refused.stage))
    reader.error(
      place,
      'stageNeverOpens',
      'refused, it goes back to a stage that is not there; choose another',
    )
  else if (refused.stage !== stage.id && !before.get(stage.id)?.has(refused.stage))
    reader.error(place, 'stageNeverOpens', 'refused, it goes back to a stage that does not come before it')
}

const isOnePerson = ({ who }: { who: Doer }) => who.by !== 'team'

const planReader = (reading: Reading): PlanReader => ({
  error: (place, code, message) => reading.reader.error(place, code, message),
  refers: (place, what, id) => reading.reader.refers(place, what, id),
  recipient: (place, one) => recipient(reading.reader, place, one),
  doer: (place, one) => doer(reading, place, one),
  duration: (place, text) => duration(reading.reader, place, text),
  answered: (place, question) => answered(reading, place, question),
  byLink: (place, form) => byLink(reading.reader, place, form),
  day: (place, one) => day(reading, place, one, 'wait'),
  condition: (place, when) => conditionOf(reading, place, when),
  fact: (place, name) => reading.reader.fact(place, name),
  asks: (place, item, passes) => passedOn(reading.reader, place, item, passes),
})

/** Who does something: there, and found for every request. */
function doer(reading: Reading, place: string, one: Doer): void {
  const { reader } = reading
  if (one.by === 'team') {
    reader.refers(place, 'team', one.team)
    return nobodyIn(reader, place, one.team)
  }
  if (one.by === 'person') {
    reader.refers(place, 'person', one.person)
    return gone(reader, place, one.person)
  }
  if (one.by === 'rota') return reader.refers(place, 'rota', one.rota)
  if (one.by !== 'answer' && one.by !== 'managerOf') return unfilled(reader, place, one.by)
  const question = reader.library.get(one.question)
  if (question && question.type !== 'person')
    reader.error(place, 'taskForNobody', `“${question.label}” names no person; choose a question that does`)
  answered(reading, place, one.question)
}

/** An answer that requests of the plan give. */
function answered({ reader, plan }: Reading, place: string, question: string): void {
  reader.refers(place, 'question', question)
  if (reader.library.has(question))
    reader.reasons(place, {
      all: [...(plan.when ? [plan.when] : []), { fact: `form.${question}`, op: 'filled' }],
    })
}

/** Whoever answers by a link cannot look through the directory, and sends no files. */
function byLink(reader: Reader, place: string, id: string): void {
  for (const name of questionsIn(reader.forms.get(id) ?? { steps: [] })) {
    const question = reader.library.get(name)
    if (question && (isNamedType(question.type) || question.type === 'attachment'))
      reader.error(
        place,
        'linkCannotAnswer',
        `asks “${question.label}” of somebody who does not sign in, and so can choose nothing of the directory and send no file; ask a person of the directory, or leave the question out`,
      )
  }
}

function nobodyIn(reader: Reader, place: string, id: string): void {
  const { directory } = reader
  const team = directory.teams.get(id)
  if (!team || !reader.knowsPeople) return
  const isThere = (directory.membersOf.get(id) ?? []).some((one) => one.active && one.role !== 'requester')
  if (team.active === false || !isThere)
    reader.error(place, 'taskForNobody', `is for ${team.name}, in which nobody is; choose another team`)
}

function gone(reader: Reader, place: string, id: string): void {
  const person = reader.directory.people.get(id)
  if (person && !person.active)
    reader.error(place, 'taskForNobody', `is for ${person.name}, who has left; choose somebody else`)
}

/** Whom the directory says who each is, and for whom it does not. */
const UNFILLED: Partial<Record<RoleInRequest, (reader: Reader) => { what: string; names: string[] }>> = {
  siteManager: ({ directory }) => ({
    what: 'has nobody who looks after it',
    names: lacking(
      [...directory.sites.values()],
      ({ manager }) => directory.people.get(manager ?? '')?.active,
    ),
  }),
  accountContact: ({ directory }) => ({
    what: 'has no account contact',
    names: lacking(
      [...directory.organisations.values()],
      ({ contact }) => directory.people.get(contact ?? '')?.active,
    ),
  }),
}

const lacking = <T extends { name: string; active?: boolean }>(
  list: T[],
  has: (one: T) => boolean | undefined,
) => list.filter((one) => one.active !== false && !has(one)).map((one) => one.name)

function unfilled(reader: Reader, place: string, role: RoleInRequest): void {
  if (!reader.knowsPeople) return
  const found = UNFILLED[role]?.(reader)
  if (!found?.names.length) return
  const { names, what } = found
  const said = `${names.slice(0, 3).join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''}`
  reader.remark(
    place,
    'taskForNobody',
    `${said} ${names.length > 1 ? what.replace(/^has/, 'have').replace(/ it$/, ' them') : what}: for requests from there the team of the ticket gets it; name somebody in People and places`,
  )
}
