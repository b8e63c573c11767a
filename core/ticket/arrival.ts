import type { CompiledDesign, Directory } from '../design'
import { checkAnswers, fitsPattern, ownAnswers } from '../intake'
import { statusOf, turnedAwayStatus, type CompiledKind } from '../lifecycle'
import type { Reason } from '../reason'
import type { Instant } from '../time'
import { triage, type Sorted } from '../triage'
import { say } from '../words'
import type { Change } from './change'
import { endClock, runningClocks } from './clocks'
import { Refused, type Acceptance, type Command } from './command'
import { fieldChanges, firstFields } from './fields'
import { arrivalFacts, askerFacts } from '../facts'
import type { TicketState } from './state'
import { requestersOf } from './said'
import { checkText } from './text'
import { beginPlans } from './plans'
import { bringChecklists } from './tasks'
import { oneBy } from '../lookup'

/** Something that a held ticket lacks, for the person who decides whether to let it in. */
export interface Lack {
  /** `answer` can be asked of the requester. */
  what: 'answer' | 'organisation' | 'site' | 'cover' | 'category'
  text: string
}

/** What a held ticket lacks, in the order in which it matters; empty when nothing keeps it from being let in. */
export function lacksOf(
  state: TicketState,
  design: CompiledDesign,
  directory: Directory,
  now: Instant,
): Lack[] {
  const { organisation, site, cover } = state
  const lacks: Lack[] = unanswered(state, design, directory, now)
  const short = tooShallow(state.category, state, design)
  if (short) lacks.push({ what: 'category', text: short })
  const requester = directory.nameOf(state.requester)
  if (organisation === null)
    lacks.push({ what: 'organisation', text: `${requester} belongs to no organisation` })
  else if (cover === null)
    lacks.push({
      what: 'cover',
      text: directory.lastAgreement(organisation)
        ? 'its agreement had run out when it came in'
        : 'no agreement: a job that is paid for by itself',
    })
  if (site === null) lacks.push({ what: 'site', text: 'no site; the hours of the desk would count' })
  return lacks
}

function unanswered(
  { item, answers, requester, portal, agreement }: TicketState,
  design: CompiledDesign,
  directory: Directory,
  now: Instant,
): Lack[] {
  const person = directory.people.get(requester)
  const asker = person && askerFacts(person, portal, directory, now, agreement)
  const asked = {
    form: design.form(design.item(item).form),
    library: design.questions,
    asker,
    fits: fitsPattern,
  }
  // What was answered in a form that came later is none of this one.
  const own = ownAnswers(asked.form, answers)
  return checkAnswers(asked, own).map(({ question }) => ({
    what: 'answer',
    text: design.questions.get(question)?.label ?? question,
  }))
}

/** Why a category does not say enough for the portal; undefined when it does. */
function tooShallow(category: string, { portal }: TicketState, design: CompiledDesign): string | undefined {
  const wanted = (portal === null ? undefined : design.findPortal(portal))?.categoryLevels ?? 0
  const given = category.split('/').length
  // A branch that goes no deeper says all that can be said.
  const isLeaf = !design.design.categories.some(({ id }) => id.startsWith(`${category}/`))
  if (given >= wanted || isLeaf) return undefined
  return `its category, ${design.categoryPath(category)}, has ${given} of the ${wanted} levels that are wanted`
}

/**
 * Lets a held ticket in: triage decides anew with what the person chose, and its clocks begin.
 * @throws Refused when it is not held, or what was chosen cannot be
 */
export function accept(change: Change, choice: Acceptance): void {
  const { state, design, directory, now, context } = change
  if (!state.held) throw new Refused('conflict', `Ticket ${state.reference} is not held any more.`)
  checkChoice(change, choice)
  const kind = design.kind(choice.ticketKind ?? state.kind)
  const { level } = choice
  change.enter({ kind: 'accepted', ticketKind: kind.id, status: kind.first, ...(level && { level }) })
  firstFields(change)
  const requester = oneBy(directory.people, state.requester)
  const because = change.because({ is: 'acceptedWith', by: change.by })
  const chosen = (value: string | undefined): Sorted | undefined => (value && { value, because }) || undefined
  const values = triage(
    {
      item: state.item,
      facts: arrivalFacts(change.state, change.design),
      requester,
      now,
      work: context.work,
      agreement: state.agreement,
      picked: state.picked,
      chosen: { category: chosen(choice.category), priority: chosen(choice.priority) },
    },
    design,
    directory,
  )
  change.enter({ kind: 'sorted', values }, { system: 'triage' })
  bringChecklists(change)
  beginPlans(change)
  change.tell(requestersOf(change), 'confirmation')
  const technician = values.technician.value
  const isSelf = 'person' in context.actor && context.actor.person === technician
  if (technician && !isSelf) change.tell([directory.people.get(technician)], 'assigned')
}

function checkChoice({ state, design }: Change, { ticketKind, category, priority, level }: Acceptance): void {
  const problems: { field: string; message: string }[] = []
  const unknown = (field: string, id: string) =>
    problems.push({ field, message: `“${id}” is not among the choices of edition ${state.edition}` })
  if (ticketKind && !design.findKind(ticketKind)) unknown('ticketKind', ticketKind)
  if (category && !design.categories.has(category)) unknown('category', category)
  if (priority && !design.design.priorities.some((one) => one.id === priority && one.active))
    unknown('priority', priority)
  if (level && !design.design.serviceLevels.some((one) => one.id === level)) unknown('level', level)
  const short = tooShallow(category ?? state.category, state, design)
  if (short) problems.push({ field: 'category', message: `${short}; choose one below it` })
  if (problems.length) throw new Refused('invalid', 'It cannot be accepted like this.', problems)
}

/** Where a ticket goes that is not let in, or handled with another. */
const endOf = (kind: CompiledKind) => turnedAwayStatus(kind).id

/**
 * Turns a held ticket away; the requester is told why.
 * @throws Refused when it is not held, or nothing is said
 */
export function reject(change: Change, text: string): void {
  const { state, design } = change
  if (!state.held) throw new Refused('conflict', `Ticket ${state.reference} is not held any more.`)
  const words = checkText(text)
  change.enter({ kind: 'rejected', status: endOf(design.kind(state.kind)), text: words })
  change.tell(requestersOf(change), 'rejected', { text: words }, { written: words })
}

/**
 * Takes a ticket back into Arrivals; promises that it was given are called off.
 * @param why what the record says
 * @throws Refused when something has been done with it since it was accepted
 */
export function holdAgain(change: Change, why: Reason): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  const isUntouched =
    state.acceptedAt !== undefined && state.status === kind.first && state.repliedAt === null
  if (!state.rejected && !isUntouched)
    throw new Refused(
      'conflict',
      `Ticket ${state.reference} cannot go back into Arrivals: it was not turned away there, and work on it has begun.`,
    )
  change.enter({ kind: 'heldAgain', status: kind.first, why: change.because(why) })
}

/**
 * Ends a ticket that its requester no longer needs, whatever its gates ask: nobody works on it any more.
 * @throws Refused when it is done already
 */
export function withdraw(change: Change, text: string): void {
  const { state, design, directory } = change
  const kind = design.kind(state.kind)
  if (statusOf(kind, state.status).group === 'done')
    throw new Refused('conflict', say('en', 'problem.isDone'), [], 'isDone')
  const reason: Reason = { is: 'noLongerNeeded', by: state.requester }
  const because = change.because(reason)
  const remarks = text.trim() ? checkText(text) : change.say(reason)
  change.enter({
    kind: 'statusMoved',
    from: state.status,
    to: endOf(kind),
    fields: fieldChanges(change, { remarks }),
    because,
  })
  const technician = state.technician === null ? undefined : directory.people.get(state.technician)
  change.tell([technician], 'answered', { text: remarks })
}

/**
 * Ends a ticket since another takes it in; its own promises are called off.
 * @throws Refused when it is done, or was merged before
 */
export function mergeInto(change: Change, into: number): void {
  const { state, design } = change
  const kind = design.kind(state.kind)
  if (into === state.reference)
    throw new Refused('invalid', 'A ticket cannot be merged into itself.', [
      { field: 'into', message: 'give the number of another ticket' },
    ])
  if (state.mergedInto !== undefined)
    throw new Refused('conflict', `It was merged into ${state.mergedInto} before.`)
  if (statusOf(kind, state.status).group === 'done')
    throw new Refused('conflict', 'It is done; there is nothing to merge.')
  for (const clock of runningClocks(change)) endClock(change, clock, 'cancelled')
  change.enter({ kind: 'merged', into, status: endOf(kind) })
  change.tell(requestersOf(change), 'reply', (language) => ({
    text: say(language, 'message.merged', { reference: String(into) }),
  }))
}

/** @throws Refused when this ticket is done or merged itself, so that nobody would see to it */
export function takeIn(change: Change, command: Extract<Command, { kind: 'takeIn' }>): void {
  const { state, design } = change
  const { from, summary, requesters, text } = command
  if (state.mergedInto !== undefined)
    throw new Refused('invalid', `Ticket ${state.reference} is handled with ${state.mergedInto}.`, [
      { field: 'into', message: `merge it into ${state.mergedInto} instead` },
    ])
  if (statusOf(design.kind(state.kind), state.status).group === 'done')
    throw new Refused('invalid', `Ticket ${state.reference} is done.`, [
      { field: 'into', message: 'choose one that is open, or reopen it first' },
    ])
  change.enter({ kind: 'tookIn', from, summary, requesters, text })
}
