import { say } from '../words'
import type { CompiledDesign, Directory, Person } from '../design'
import {
  categoriesToPick,
  checkAnswers,
  fitsPattern,
  isPicked,
  titleLine,
  titleOf,
  unknownAnswers,
  type Answers,
  type CatalogItem,
} from '../intake'
import { triage, type TriageInput } from '../triage'
import { acknowledge } from './acknowledge'
import { Change, type Decided } from './change'
import { adoptEdition } from './adopt'
import { answerInvite } from './answerInvite'
import {
  answerAssist,
  assistDid,
  endAssist,
  inviteAssist,
  joinAssist,
  leaveAssist,
  offerAssist,
  seeMachine,
} from './assist'
import {
  askPartner,
  beginFromPartner,
  decideCounterpart,
  endCounterpart,
  hearPartner,
  partnerAnswered,
} from './counterparts'
import { tellPartners } from './tellPartners'
import { fieldStep, reportVisit } from './fieldWork'
import { accept, holdAgain, mergeInto, reject, takeIn, withdraw } from './arrival'
import { climb } from '../ladder'
import { handsOf } from './hands'
import { fitClocks } from './clocks'
import { attachArticle, missArticle } from './articles'
import { beginProcedure, leaveProcedure, tickStep } from './procedures'
import { assignTo } from './assign'
import { answer, answeredOf, note, reply } from './conversation'
import { extendByHand, pauseByHand, resumeByHand } from './clocksByHand'
import { Refused, type Command, type CommandContext } from './command'
import type { AboutEquipment, Channel } from './entry'
import { arrivalFacts, askerFacts } from '../facts'
import { recordDelivery } from './delivery'
import { firstFields, setFields } from './fields'
import {
  declareMajor,
  endMajor,
  endWithMajor,
  follow,
  gather,
  hearOfMajor,
  suspectCause,
  updateMajor,
} from './major'
import { followMerger } from './merger'
import { childLogged, childRefused, hearOfChild } from './children'
import { makeMove, undoMove } from './makeMove'
import { beginPlanByHand, changePlanTask, endPlan, sendPlanBack } from './planWork'
import { fillForm } from './forms'
import { askAgain } from './outside'
import { followPlanEdition } from './planEdition'
import { advancePlans, beginPlans } from './plans'
import { handSeal, querySeal, saySeal } from './seals'
import { resort } from './resort'
import { retitle } from './retitle'
import { ringNext } from './ring'
import { requestersOf } from './said'
import { clearSignal, repeatSignals } from './signal'
import type { TicketState } from './state'
import {
  addChecklist,
  addTasks,
  bringChecklists,
  bringWhereChanged,
  changeTask,
  dropTask,
  orderTasks,
} from './tasks'
import {
  changeJob,
  confirmVisit,
  freeJob,
  wantSeries,
  placeJob,
  planBooking,
  splitJob,
  tellJob,
  wantJob,
} from './jobs'
import { filesOf } from './text'
import { move } from './toStatus'
import { confirm, rate } from './verdict'
import {
  book,
  changeBooking,
  dropTime,
  estimate,
  link,
  recordTime,
  startTimer,
  stopTimer,
  stopTimersWhereDone,
} from './work'

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>
/** What a command does by itself; true where it has more of it to do once what followed is done. */
type Handler<C> = (change: Change, command: C) => unknown
type Handlers = { [K in Command['kind']]: Handler<Of<K>> }

const HANDLERS: Handlers = {
  log: logTicket,
  reply: reply,
  withdraw: (change, { text }) => withdraw(change, text),
  confirm: (change) => confirm(change),
  rate: (change, rating) => rate(change, rating),
  note: (change, command) => note(change, command),
  answer: answer,
  move: move,
  assign: assignTo,
  startTimer: (change) => startTimer(change),
  stopTimer: (change, command) => stopTimer(change, command),
  recordTime: (change, command) => recordTime(change, command),
  dropTime: (change, { id }) => dropTime(change, id),
  beginProcedure,
  tickStep,
  leaveProcedure,
  attachArticle: (change, { article, title, on }) => attachArticle(change, article, title, on),
  missArticle: (change, { text }) => missArticle(change, text),
  retitle: (change, { summary, from }) => retitle(change, summary, from),
  estimate: (change, { takes }) => estimate(change, takes),
  book: (change, command) => book(change, command),
  changeBooking: (change, command) => changeBooking(change, command),
  wantJob,
  wantSeries,
  changeJob,
  placeJob,
  planBooking,
  freeJob,
  tellJob,
  confirmVisit,
  answerInvite,
  fieldStep,
  reportVisit,
  offerAssist,
  answerAssist,
  inviteAssist,
  joinAssist,
  leaveAssist,
  seeMachine,
  assistDid,
  endAssist,
  askPartner,
  hearPartner,
  partnerAnswered,
  decideCounterpart,
  endCounterpart,
  splitJob,
  addTasks: (change, { tasks }) => addTasks(change, tasks),
  addChecklist: (change, { checklist }) => void addChecklist(change, checklist),
  changeTask: (change, command) => changeTask(change, command.id, command.change),
  dropTask: (change, { id }) => dropTask(change, id),
  orderTasks: (change, { order }) => orderTasks(change, order),
  beginPlan: beginPlanByHand,
  changePlanTask,
  fillForm,
  askAgain,
  childLogged,
  childRefused,
  hearOfChild,
  saySeal,
  querySeal,
  handSeal,
  sendPlanBack,
  endPlan,
  followPlanEdition,
  link,
  suspectCause,
  makeMove: (change, command) => makeMove(change, command),
  undoMove: (change, { sequence }) => undoMove(change, sequence),
  setFields: (change, command) => setFields(change, command),
  resort: (change, { field, value, from }) => resort(change, field, value, from),
  accept: (change, choice) => accept(change, choice),
  reject: (change, { text }) => reject(change, text),
  hold: (change) => holdAgain(change, { is: 'takenBack' }),
  merge: (change, { into }) => mergeInto(change, into),
  takeIn: (change, command) => takeIn(change, command),
  pauseClocks: (change, { targets, why }) => pauseByHand(change, targets, why),
  resumeClocks: (change, { targets }) => resumeByHand(change, targets),
  extendClock: (change, { target, by, why }) => extendByHand(change, target, by, why),
  ring: (change) => ringNext(change),
  repeatSignals: (change, { count, text }) => repeatSignals(change, count, text),
  clearSignal: (change, { text }) => clearSignal(change, text),
  adopt: (change) => adoptEdition(change),
  followMerger: (change, merger) => followMerger(change, merger),
  fit: () => undefined,
  recordDelivery: (change, command) => recordDelivery(change, command),
  acknowledge: (change, { message, via }) => acknowledge(change, message, via),
  watch: (change, { person, on }) => watch(change, person, on),
  declareMajor: (change, { text }) => declareMajor(change, text),
  gather: (change, { child, requesters }) => gather(change, child, requesters),
  follow: (change, { major, evenDone }) => follow(change, major, evenDone),
  updateMajor: (change, { text }) => updateMajor(change, text),
  endMajor: (change, { text }) => endMajor(change, text),
  hearOfMajor: (change, { major, text }) => hearOfMajor(change, major, text),
  endWithMajor: (change, { major, text }) => endWithMajor(change, major, text),
}

/** What can be done to a ticket only once somebody has let it in. */
const AFTER_ACCEPTANCE = new Set<Command['kind']>([
  'move',
  'assign',
  'resort',
  'pauseClocks',
  'resumeClocks',
  'extendClock',
  'declareMajor',
  'follow',
  'startTimer',
  'makeMove',
  'beginPlan',
  'offerAssist',
  'askPartner',
])

/**
 * Decides what a command leads to. Pure: the same input gives the same entries.
 * @param state the ticket, or undefined for `log`
 * @param design the edition that the ticket names; for `adopt` the newer one that it is to follow
 * @throws Refused when it cannot be done
 */
export function decide(
  state: TicketState | undefined,
  command: Command,
  design: CompiledDesign,
  directory: Directory,
  context: CommandContext,
): Decided {
  if ((state === undefined) !== (command.kind === 'log'))
    throw new Error(state ? 'this ticket is logged already' : 'there is no ticket to do this to')
  const change = new Change(state, design, directory, context)
  if (state?.held && AFTER_ACCEPTANCE.has(command.kind))
    throw new Refused('conflict', `Ticket ${state.reference} is held in Arrivals: accept it first.`)
  const handler = HANDLERS[command.kind] as Handler<Command>
  let isGoingOn: boolean
  do {
    const [before, from] = [change.isNew ? undefined : change.state, change.entries.length]
    isGoingOn = handler(change, command) === true
    followUp(change, before, from)
  } while (isGoingOn)
  return change.result
}

/**
 * What follows a command, whatever it was: clocks are fitted, ladders climb, and the timers of a ticket that is done stop.
 * Asking again changes nothing.
 * @param before the ticket as it was; undefined for a new one
 * @param from how many entries there were then
 */
export function followUp(change: Change, before: TicketState | undefined, from: number): void {
  bringWhereChanged(change, before, from)
  advancePlans(change)
  climb(change, before, from, { fitClocks, handsOf })
  // What a rung did may be what a plan waited for; each time something of it is over that was not before.
  for (;;) {
    const [last, seen] = [change.state, change.entries.length]
    if (!advancePlans(change)) break
    climb(change, last, seen, { fitClocks, handsOf })
  }
  bringWhereChanged(change, before, from)
  stopTimersWhereDone(change)
  tellPartners(change, before, from)
}

function logTicket(change: Change, command: Of<'log'>): void {
  const { design, directory, now } = change
  const item = design.findItem(command.item)
  const requester = directory.people.get(command.requester)
  if (!item)
    throw new Refused('invalid', 'There is no such catalog item.', [
      {
        field: 'item',
        message: `“${command.item}” is not in the catalog of edition ${design.edition}; choose another`,
      },
    ])
  if (!requester)
    throw new Refused('invalid', 'There is no such requester.', [
      { field: 'requester', message: `“${command.requester}” is not in the directory` },
    ])
  const isIncomplete = refuseWrongAnswers(change, command, item, requester)
  const kind = design.kind(item.kind)
  const { signal } = command
  const { organisation, site } = signal ?? whereOf(requester)
  const agreement = directory.agreementFor(organisation ?? undefined, now, command.agreement)
  const isHeld = isIncomplete || isHeldAt(design, command)
  change.enter({
    kind: 'logged',
    reference: command.reference,
    item: item.id,
    ticketKind: kind.id,
    portal: command.portal,
    channel: command.channel,
    summary: titleLine(command.summary) || titleOfNew(change, item, command.answers),
    answers: command.answers,
    requester: requester.id,
    organisation,
    site,
    cover: directory.coverOf(organisation, agreement),
    agreement: agreement?.number ?? null,
    edition: design.edition,
    status: kind.first,
    ...(isHeld && { held: true as const }),
    ...(command.internal && { internal: true as const }),
    ...(signal && { signal: signal.origin }),
    ...aboutEquipment(change, item, command.answers),
    ...(requester.department && { department: requester.department }),
    ...(command.picked && { picked: command.picked }),
    ...filesOf(command),
  })
  enterWithIt(change, command)
  firstFields(change)
  const { suggestion, picked } = command
  sortNew(change, requester, isHeld, { chosen: signal?.chosen, suggestion, picked })
  if (command.from) beginFromPartner(change, command.from)
}

/** Whose part a new ticket is, who else hears of it, and what was said with it. */
function enterWithIt(change: Change, { follower, said, partOf }: Of<'log'>): void {
  if (partOf) change.enter({ kind: 'childOf', ...partOf })
  if (partOf) change.enter({ kind: 'linked', to: partOf.parent, as: 'parent' })
  if (follower) change.enter({ kind: 'watched', person: follower, on: true })
  if (said) change.enter(answeredOf(said))
}

/** The first piece of equipment that an answer names, as rules may ask of it. */
function aboutEquipment({ design, directory, now }: Change, item: CatalogItem, answers: Answers) {
  const asked = design.form(item.form).steps.flatMap((step) => step.questions.map((one) => one.question))
  const name = asked.find((one) => design.questions.get(one)?.type === 'equipment' && answers[one])
  const found = name === undefined ? undefined : directory.equipment.get(String(answers[name]))
  if (!found) return {}
  const agreement = directory.agreement(found.agreement ?? null)
  const { number, maker, model, warrantyUntil = 0 } = found
  const equipment: AboutEquipment = {
    ...{ number: String(number), name: found.name },
    ...(maker && { maker }),
    ...(model && { model }),
    inWarranty: warrantyUntil > now,
    covered: agreement !== undefined && agreement.starts <= now && now < agreement.ends,
  }
  return { equipment }
}

const titleOfNew = ({ design, directory }: Change, item: CatalogItem, answers: Answers) =>
  titleOf(item, design.form(item.form), design.questions, answers, design.nameOf(directory))

const whereOf = ({ organisation, site }: Person) => ({
  organisation: organisation ?? null,
  site: site ?? null,
})

/** Whether a new ticket waits in Arrivals. What somebody at the desk enters, the desk has seen already. */
function isHeldAt(design: CompiledDesign, { portal, channel }: Of<'log'>): boolean {
  return channel !== 'desk' && portal !== null && design.findPortal(portal)?.holds === true
}

/**
 * A mail cannot answer a form: what it leaves out is asked in Arrivals. From everywhere else answers are whole.
 * @returns whether something that must be answered is not
 */
function refuseWrongAnswers(
  { design, directory, now }: Change,
  command: Of<'log'>,
  item: CatalogItem,
  requester: Person,
): boolean {
  const { answers, portal, channel, agreement } = command
  const asker = askerFacts(requester, portal, directory, now, agreement)
  const asked = { form: design.form(item.form), library: design.questions, asker, fits: fitsPattern }
  const all = checkAnswers(asked, answers)
  const isMissing = (name: string) => cannotAnswer(channel) && answers[name] === undefined
  const wrong = all.filter(({ question }) => !isMissing(question))
  const unpicked = pickProblem(design, command, item)
  const faults = [...wrong, ...unpicked]
  const problems = faults.length ? faults : unknownAnswers(asked, answers, design.nameOf(directory))
  if (problems.length)
    throw new Refused(
      'invalid',
      say('en', 'problem.answersWrong'),
      problems.map(({ question, message }) => ({ field: question, message })),
      'answersWrong',
    )
  // Nobody could be asked what a monitor leaves out, and a fault does not wait for an answer.
  return channel === 'mail' && all.length > 0
}

/** What is wrong with the category that a requester picked; whoever logs elsewhere leaves it to the desk, or knows it. */
function pickProblem(design: CompiledDesign, { picked, portal, channel }: Of<'log'>, item: CatalogItem) {
  const at = portal === null ? undefined : design.findPortal(portal)
  const choices = at ? categoriesToPick(design.design.categories, item, at) : []
  const isMeant = picked === undefined ? channel !== 'portal' || !choices.length : isPicked(choices, picked)
  return isMeant ? [] : [{ question: 'category', message: say('en', 'check.category') }]
}

const CANNOT_ANSWER: readonly Channel[] = ['mail', 'signal', 'partner']
const cannotAnswer = (channel: Channel) => CANNOT_ANSWER.includes(channel)

/** Triage decides on a new ticket; one that is held gets its clocks and its technician when it is accepted. */
function sortNew(
  change: Change,
  requester: Person,
  isHeld: boolean,
  more: Pick<TriageInput, 'chosen' | 'suggestion' | 'picked'>,
): void {
  const { design, directory, now, state } = change
  const { work } = change.context
  const facts = arrivalFacts(state, design)
  const { item, agreement } = state
  const values = triage({ item, facts, requester, now, work, agreement, ...more }, design, directory)
  if (isHeld) {
    const technician = { value: null, because: change.because({ is: 'held', portal: state.portal }) }
    change.enter({ kind: 'sorted', values: { ...values, technician } }, { system: 'triage' })
    change.tell(requestersOf(change), 'held')
    return
  }
  change.enter({ kind: 'sorted', values }, { system: 'triage' })
  bringChecklists(change)
  beginPlans(change)
  change.tell(requestersOf(change), 'confirmation')
  const technician = values.technician.value
  if (technician) change.tell([directory.people.get(technician)], 'assigned')
}

function watch(change: Change, person: string, on: boolean): void {
  const watches = (change.state.watchers ?? []).includes(person)
  if (!change.directory.people.has(person))
    throw new Refused('invalid', 'There is no such person.', [
      { field: 'person', message: 'choose somebody of the directory' },
    ])
  if (watches !== on) change.enter({ kind: 'watched', person, on })
}
