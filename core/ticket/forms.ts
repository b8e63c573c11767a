import type { CompiledDesign, Directory } from '../design'
import { askerFacts } from '../facts'
import {
  answerFacts,
  answersInWords,
  checkAnswers,
  fitsPattern,
  unknownAnswers,
  type Answers,
  type Asked,
} from '../intake'
import { isSettled, type FormTask, type PlanTask, type TaskRun } from '../plan'
import type { Instant } from '../time'
import type { Language } from '../words'
import type { Change } from './change'
import { Refused, type Command } from './command'
import type { MessageLink } from './entry'
import { fieldsAnswered } from './fields'
import { followedPlans, linkTo, planTask, PLANS, runningPlan, runOfTask, type Followed } from './planFollowed'
import type { TicketState } from './state'
import { filesOf } from './text'

// Questions that a plan asks somebody else later on.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** The mail address of somebody who is not in the directory, where a task asks such a one and it is known. */
function addressOf({ to }: FormTask, { answers }: TicketState): string | undefined {
  if (!to) return undefined
  const said = 'address' in to ? to.address : answers[to.question]
  const address = typeof said === 'string' ? said.trim() : ''
  return /^[^\s@]+@[^\s@]+$/.test(address) ? address : undefined
}

/**
 * Whoever has the task is asked for the answers of its form, or whoever has the address that it names.
 * @param alarm by which they are asked once more
 */
export function askForm(change: Change, followed: Followed, task: PlanTask, alarm?: string): void {
  const one = runOfTask(change.state, followed.run.id, task.id)
  if (task.do !== 'form' || !one) return
  const { id, text } = task
  const address = addressOf(task, change.state)
  const person = change.directory.people.get(one.person ?? '')
  change.enter(
    {
      ...{ kind: 'formAsked', run: followed.run.id, task: id, text },
      ...(address !== undefined && { address }),
      ...(alarm !== undefined && { alarm }),
    },
    PLANS,
  )
  const told = address === undefined ? person : { address, name: address }
  change.tell([told], 'formAsked', { text }, { link: linkTo(change.state, 'form', followed.run.id, id) })
}

/** Nobody has answered for a while: whoever is asked is asked once more. */
export function remindOfForm(change: Change, alarm: string, run: number, taskId: string): void {
  const followed = runningPlan(change, run)
  const task = planTask(followed.plan, taskId)
  if (task) askForm(change, followed, task, alarm)
}

/** A form that is asked for by a plan. */
export interface FormAsked extends Followed {
  task: FormTask
  one: TaskRun
}

/** The form of a task, whether it is still to be answered or not. @throws Refused where it is not asked for */
function formAsked(
  state: TicketState,
  design: CompiledDesign,
  { run: id, task: taskId }: { run: number; task: string },
): FormAsked {
  const followed = followedPlans(state, design).find((one) => one.run.id === id)
  const task = followed && planTask(followed.plan, taskId)
  const one = followed?.run.tasks[taskId]
  if (task?.do !== 'form' || !one)
    throw new Refused('missing', 'These questions are not asked any more.', [], 'formGone')
  return { ...followed!, task, one }
}

/** What the form of a task asks, with what is known already: its conditions go by that as well. */
export function askedInForm(
  state: TicketState,
  directory: Directory,
  { edition, task }: FormAsked,
  now: Instant,
  language?: Language,
): Asked {
  const requester = directory.people.get(state.requester)
  const asker = requester ? askerFacts(requester, state.portal, directory, now, state.agreement) : {}
  return {
    form: (language ? edition.inLanguage(language) : edition).form(task.form),
    library: (language ? edition.inLanguage(language) : edition).questions,
    asker: { ...asker, ...answerFacts(state.answers) },
    fits: fitsPattern,
    ...(language && { language }),
  }
}

/**
 * Somebody answers the questions that a plan asks.
 * @throws Refused where they were answered already, it is not theirs to do, or something is wrong with an answer
 */
export function fillForm(change: Change, command: Of<'fillForm'>): void {
  const { state, design, directory, now } = change
  const { run, task: id, answers, link } = command
  const found = formToFill(state, design, directory, { ...command, by: change.by })
  const { task, one } = found
  runningPlan(change, run)
  const asked = askedInForm(state, directory, found, now)
  const wrong = checkAnswers(asked, answers)
  const problems = wrong.length ? wrong : unknownAnswers(asked, answers, design.nameOf(directory))
  if (problems.length)
    throw new Refused(
      'invalid',
      'Some answers need another look.',
      problems.map(({ question, message }) => ({ field: question, message })),
      'answersWrong',
    )
  const before = state.answers
  const address = link && one.form?.address
  change.enter({
    ...{ kind: 'formFilled', run, task: id, text: task.text, answers },
    ...filesOf(command),
    ...(task.shown && { shown: true as const }),
    ...(address !== undefined && { address }),
  })
  fieldsAnswered(change, before)
}

/** Who is about to answer the questions of a task, and by which link. */
interface Filling {
  run: number
  task: string
  by: string | null
  link?: MessageLink
}

/**
 * The questions of a task, for whoever is about to answer them.
 * @throws Refused where they were answered already, are not asked any more, or are somebody else's
 */
export function formToFill(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  filling: Filling,
): FormAsked {
  const found = formAsked(state, design, filling)
  mayFill(found, directory, filling)
  refuseUsed(found, directory, filling.link)
  return found
}

/** Whoever has the task answers it, whoever has its link, or somebody of the desk in their place. */
function mayFill({ one }: FormAsked, directory: Directory, { by, link }: Filling): void {
  const isTheirs = one.person === by && by !== null
  const isLinked = link !== undefined && (isTheirs || (by === null && one.form?.address !== undefined))
  const isForThem = link ? isLinked : by !== null && (isTheirs || directory.may(by, 'workTickets'))
  if (isForThem) return
  // Whoever could do it by a link knows that it was there.
  if (link) throw new Refused('forbidden', 'These questions were given to somebody else.', [], 'formOthers')
  throw new Refused('missing', 'These questions are not asked any more.', [], 'formGone')
}

/** A form is answered once. */
function refuseUsed({ one, run }: FormAsked, directory: Directory, link: MessageLink | undefined): void {
  if (one.end?.how === 'done')
    throw new Refused(
      'conflict',
      `These questions were answered already, by ${answeredBy(one, directory)}; nothing was changed.`,
      [],
      'formAnswered',
    )
  // The plan was sent back since, and asked anew.
  const isOld = link !== undefined && link.opened !== one.openedAt
  // What was carried over is still asked once all that was required is done.
  const isOver = run.ended !== undefined && run.ended.how !== 'done'
  if (isSettled(one) || isOver || isOld)
    throw new Refused('missing', 'These questions are not asked any more.', [], 'formGone')
}

/** Who answered: by name, or by the address that the link went to. */
export const answeredBy = ({ end, form }: TaskRun, directory: Directory): string =>
  end?.by ? directory.nameOf(end.by) : (form?.address ?? 'the desk')

/** Answers of a ticket that came later, in words, by the task that asked for them. */
export interface AnsweredLater {
  task: string
  text: string
  shown: boolean
  by: string
  at: Instant
  answers: ReturnType<typeof answersInWords>
}

/** What was answered once the ticket was there, the first first. */
export function answeredLater(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  language?: Language,
): AnsweredLater[] {
  return followedPlans(state, design)
    .flatMap(({ plan, run, edition }) =>
      Object.entries(run.tasks).flatMap(([id, one]): AnsweredLater[] => {
        const task = planTask(plan, id)
        if (task?.do !== 'form' || !one.end || !one.form?.answered) return []
        const said = language ? edition.inLanguage(language) : edition
        const names = design.nameOf(directory, [...(state.attachments ?? []), ...(state.innerFiles ?? [])])
        const own: Answers = Object.fromEntries(
          one.form.answered.flatMap((name) => {
            const answer = state.answers[name]
            return answer === undefined ? [] : [[name, answer]]
          }),
        )
        return [
          {
            ...{ task: id, text: said.said(task.text), shown: task.shown === true },
            ...{ by: answeredBy(one, directory), at: one.end.at },
            answers: answersInWords(said.form(task.form), said.questions, own, names, language),
          },
        ]
      }),
    )
    .sort((a, b) => a.at - b.at)
}
