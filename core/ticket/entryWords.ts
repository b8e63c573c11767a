import { targetNames } from '../clock'
import type { Design } from '../design'
import type { JobDeed } from '../dispatch'
import { statusNames } from '../lifecycle'
import type { FieldChange } from '../fields'
import { rungMomentInWords } from '../ladder'
import { durationInWords, signedBalance } from '../time'
import { faultInWords } from '../plan'
import { textOf, type Because } from '../reason'
import { listInWords } from '../words'
import { suspectedInWords } from '../similar'
import { LINK_NAMES, type FieldStep, type Task } from '../work'
import { ASSIST_WORDS } from './assistWords'
import { COUNTERPART_WORDS } from './counterpartWords'
import type { Entry, NamedByTickets } from './entry'
import { by, personName, type RecordNames } from './recordNames'

/** How a design calls what records name by ids. */
export function designNames({
  kinds,
  serviceLevels,
  plans,
  exchanges,
  ladders,
}: Design): Omit<RecordNames, 'people' | 'category'> {
  const named = (list: readonly { id: string; name: string }[]) =>
    Object.fromEntries(list.map((one) => [one.id, one.name]))
  return {
    statuses: statusNames(kinds),
    ended: kinds.flatMap(({ statuses }) =>
      statuses.flatMap(({ id, group }) => (group === 'done' ? [id] : [])),
    ),
    targets: targetNames({ serviceLevels, plans, exchanges }),
    ladders: named(ladders),
    levels: named(serviceLevels),
  }
}

/** One of what the directory lists. */
const THINGS: Record<NamedByTickets, string> = {
  people: 'person',
  sites: 'site',
  organisations: 'organisation',
  teams: 'team',
  queues: 'queue',
  covers: 'cover',
  agreements: 'agreement',
  equipment: 'piece of equipment',
}

type Of<K extends Entry['kind']> = Extract<Entry, { kind: K }>

const whatToDo = (tasks: readonly Task[]) => {
  const list = tasks[0]?.checklist
  return list === undefined ? `to do: ${tasks.map((one) => one.text).join('; ')}` : `the checklist “${list}”`
}

/** What stands in the conversation, among the messages or in the list of tasks. */
type Elsewhere = 'replied' | 'noted' | 'answered' | 'taskChanged' | 'messagesQueued' | 'messageDelivery'
type Words = { [K in Exclude<Entry['kind'], Elsewhere>]: (entry: Of<K>, names: RecordNames) => string }

const statusName = ({ statuses }: RecordNames, id: string) => statuses[id] ?? id
const targetName = ({ targets }: RecordNames, id: string) => `“${targets[id] ?? id}”`
const targetsIn = (names: RecordNames, ids: readonly string[]) =>
  listInWords(ids.map((one) => targetName(names, one)))
/** What a move did, step by step. */
const eachOf = ({ why }: Because) => why.map((one) => textOf({ edition: 0, why: [one] })).join(', ')

/** What the gate was told; who solved it and the remarks stand on the page themselves. */
function saidAtGate(changes: readonly FieldChange[]): string {
  const said = changes.filter((one) => !['solvedBy', 'remarks'].includes(one.field) && one.after !== null)
  // A reason speaks for itself; anything else says what it is.
  const words = said.map((one) =>
    one.field === 'reason' ? String(one.after) : `${one.name}: ${String(one.after)}`,
  )
  return words.length ? `: ${words.join('; ')}` : ''
}

/** Who moved a ticket on, or why it moved by itself; where it was done and is open again, that it was opened again. */
function moved(entry: Of<'statusMoved'>, names: RecordNames): string {
  const [from, to] = [statusName(names, entry.from), statusName(names, entry.to)]
  const isAgain = names.ended.includes(entry.from) && !names.ended.includes(entry.to)
  const why = entry.because ? textOf(entry.because) : ''
  // A rule of the lifecycle says itself to where it moves.
  if (why && 'system' in entry.actor && entry.actor.system === 'lifecycle')
    return `${isAgain ? 'opened again: ' : ''}${why}`
  const did = isAgain ? 'opened it again:' : 'moved it'
  const gate = saidAtGate(entry.fields)
  const because = why && !gate.includes(why) ? `: ${why}` : ''
  return `${by(entry, names)} ${did} from ${from} to ${to}${gate}${because}`
}

/** A change of a field: what it is called, what it was and what it is. */
function fieldInWords({ name, before, after }: FieldChange): string {
  const value = (one: FieldChange['after']) => (one === null ? 'nothing' : `“${String(one)}”`)
  return before === null ? `“${name}” is ${value(after)}` : `“${name}”: ${value(before)} → ${value(after)}`
}

/** When a rung rang, in words. */
export function rungWhen(
  { moment, target }: Pick<Of<'rungRang'>, 'moment' | 'target'>,
  { targets }: Pick<RecordNames, 'targets'>,
): string {
  if (moment.at === 'words') return moment.words
  return rungMomentInWords(target === undefined ? undefined : (targets[target] ?? target), moment)
}

const toldIn = ({ told }: { told: readonly string[] }, names: RecordNames) =>
  told.length ? `: told ${told.map((one) => personName(names, one)).join(', ')}` : ''

const JOB_DEEDS: Record<JobDeed, string> = {
  changed: 'changed what is to be placed:',
  placed: 'placed',
  moved: 'moved',
  freed: 'freed',
  told: 'told whoever has',
  split: 'split',
  suits: 'confirmed the time of',
  suitsNot: 'cannot be there at the time of',
  calledOff: 'called off',
}
const STEP_DONE: Record<FieldStep, string> = {
  onWay: 'is on the way to',
  begun: 'began',
  done: 'is done with',
}
const VERDICT_WORDS = { well: 'well done', fairly: 'fairly done', badly: 'badly done' } as const
const SEALED = { open: '', sealed: '; it is sealed', refused: '; it is refused' } as const
const OUTCOMES = { kept: 'kept', missed: 'missed', cancelled: 'called off' } as const

const WORDS: Words = {
  logged: (entry, names) => `${by(entry, names)} logged it (${entry.channel})`,
  sorted: (_, names) => `sorted: ${names.category}, first priority and team set`,
  accepted: (entry, names) =>
    `${by(entry, names)} accepted it${entry.level ? `, with the service level “${names.levels[entry.level] ?? entry.level}”` : ''}`,
  rejected: (entry, names) => `${by(entry, names)} turned it away: ${entry.text}`,
  heldAgain: (entry, names) => `${by(entry, names)} put it back into Arrivals: ${textOf(entry.why)}`,
  merged: (entry, names) => `${by(entry, names)} merged it into ${entry.into}; it is handled there`,
  tookIn: (entry, names) =>
    `${by(entry, names)} merged ${entry.from} into it: ${entry.summary}${entry.text ? ` (${entry.text.replace(/\n/g, '; ')})` : ''}`,
  clocksStarted: (entry) => `clocks started: ${entry.clocks.map((clock) => clock.label).join(', ')}`,
  clocksPaused: (entry, names) =>
    `${entry.byHand ? by(entry, names) : 'the desk'} paused ${targetsIn(names, entry.targets)}: ${textOf(entry.why)}`,
  clocksResumed: ({ targets, why }, names) =>
    `${targetsIn(names, targets)} ${targets.length > 1 ? 'go' : 'goes'} on: ${textOf(why)}`,
  resorted: (entry) => `${entry.field}: ${textOf(entry.because)}`,
  clockChanged: (entry) => `the promise became “${entry.label}”: ${textOf(entry.why)}`,
  clockExtended: (entry, names) =>
    `${by(entry, names)} extended ${targetName(names, entry.target)} by ${durationInWords(entry.by)}: ${entry.why}`,
  clockStopped: (entry, names) =>
    `${targetName(names, entry.target)}: promise ${OUTCOMES[entry.outcome]}, ${signedBalance(entry.balance)}${entry.because ? `: ${textOf(entry.because)}` : ''}`,
  clockReopened: (entry, names) => `${targetName(names, entry.target)} goes on: ${textOf(entry.why)}`,
  statusMoved: moved,
  fieldsSet: (entry, names) =>
    `${entry.because ? textOf(entry.because) : by(entry, names)}: ${entry.changes.map(fieldInWords).join('; ')}`,
  assigned: (entry) => textOf(entry.because),
  confirmed: (entry, names) => `${by(entry, names)} says that it is solved`,
  rated: (entry, names) =>
    `${by(entry, names)} found it ${VERDICT_WORDS[entry.verdict]}${entry.text ? `: ${entry.text}` : ''}`,
  overdrawn: (entry, names) => `${targetName(names, entry.target)} is overdrawn`,
  rungRang: (entry, names) => {
    const again = entry.time ? `, time ${entry.time + 1}` : ''
    const told = [...entry.told.map((one) => personName(names, one)), ...(entry.outside ?? [])]
    const lacks = entry.missing?.why.map((one) => textOf({ edition: 0, why: [one] })) ?? []
    const missing = lacks.length ? `; not found: ${lacks.join(', ')}` : ''
    return `ladder “${entry.name}” rang, ${rungWhen(entry, names)}${again}${told.length ? `: told ${told.join(', ')}` : ''}${missing}`
  },
  ladderBegan: (entry) => `ladder “${entry.name}” begins to climb`,
  ladderEnded: (entry, names) =>
    `ladder “${names.ladders[entry.ladder] ?? entry.ladder}” ends: ${textOf(entry.why)}`,
  chainStopped: (entry) => textOf(entry.why),
  acknowledged: (entry, names) =>
    `${by(entry, names)} has it (${{ application: 'said here', link: 'said in the message', pager: 'said on the pager' }[entry.via]})${entry.ladders.length ? '; the ladder climbs no further' : ''}`,
  watched: (entry, names) =>
    `${personName(names, entry.person)} ${entry.on ? 'watches it' : 'no longer watches it'}`,
  majorDeclared: (entry, names) => `${by(entry, names)} declared a major incident: ${entry.text}`,
  causeSuspected: (entry, names) =>
    `${suspectedInWords(entry)}: they may have one cause${toldIn(entry, names)}`,
  gathered: (entry) => `ticket ${entry.child} belongs to it`,
  followed: (entry) => `belongs to major incident ${entry.major} and ends with it`,
  majorUpdated: (entry, names) => `${by(entry, names)} told everybody it concerns: ${entry.text}`,
  majorHeard: (entry, names) =>
    `${by(entry, names)} told its requester how major incident ${entry.major} stands: ${entry.text}`,
  majorEnded: (entry, names) => `${by(entry, names)} ended the major incident: ${entry.text}`,
  signalRepeated: (entry) =>
    `reported again${entry.count > 1 ? `, ${entry.count} times` : ''}${entry.text ? `: ${entry.text}` : ''}`,
  signalCleared: (entry) => `the monitor says that it is over${entry.text ? `: ${entry.text}` : ''}`,
  calmRang: () => 'the fault has stayed away for as long as the signal map asks',
  idleRang: (entry, names) => `${textOf(entry.why)}${toldIn(entry, names)}`,
  bookingMissed: (entry, names) => `${textOf(entry.why)}${toldIn(entry, names)}`,
  editionAdopted: (entry, names) =>
    `follows edition ${entry.to} from here on, no more edition ${entry.from}${entry.hours.length ? `; other hours from now on for ${targetsIn(names, entry.hours)}` : ''}`,
  thingMerged: (entry, names) =>
    `${by(entry, names)} found that the ${THINGS[entry.list]} “${entry.called.from}” is “${entry.called.into}”; it stands under that from here on`,
  timerStarted: (entry, names) => `${personName(names, entry.person)} works on it`,
  timerDropped: (entry, names) => `${personName(names, entry.person)} dropped the timer`,
  timeRecorded: ({ record }, names) =>
    `${personName(names, record.person)} worked ${durationInWords(record.counted)}${record.what ? `: ${record.what}` : ''}`,
  timeDropped: (entry, names) => `${by(entry, names)} took a time record off`,
  procedureBegun: (entry, names) =>
    `${by(entry, names)} follows “${entry.title}”: ${entry.steps.length === 1 ? 'one step' : `${entry.steps.length} steps`}`,
  stepTicked: (entry, names) =>
    `${by(entry, names)} ${entry.on ? 'did' : 'took back'} “${entry.text}” of “${entry.title}”`,
  procedureLeft: (entry, names) => `${by(entry, names)} no longer follows “${entry.title}”`,
  articleAttached: (entry, names) => `${by(entry, names)} attached the article “${entry.title}”`,
  articleDetached: (entry, names) => `${by(entry, names)} took the article “${entry.title}” off`,
  articleMissed: (entry, names) => `${by(entry, names)} missed an article: ${entry.text}`,
  retitled: (entry, names) => `${by(entry, names)} called it “${entry.summary}”`,
  estimated: (entry, names) =>
    entry.takes === null
      ? `${by(entry, names)} left open how long it takes`
      : `${by(entry, names)} said that it takes ${durationInWords(entry.takes)}`,
  booked: ({ booking }, names) => `fixed time for ${personName(names, booking.person)}: ${booking.what}`,
  bookingChanged: ({ booking }) =>
    `fixed time “${booking.what}” ${{ booked: 'was moved', begun: 'has begun', finished: 'is over', calledOff: 'was called off' }[booking.state]}`,
  bookingAnswered: ({ booking: _, from: __, answer, ...entry }, names) =>
    `${by(entry, names)} ${{ accepted: 'comes', tentative: 'may come', declined: 'does not come' }[answer]} at the fixed time`,
  fieldStep: ({ what, step, ...entry }, names) => `${by(entry, names)} ${STEP_DONE[step]} “${what}”`,
  visitReported: ({ what, report, ...entry }, names) =>
    `${by(entry, names)} reported on “${what}”${report.words ? `: ${report.words}` : ''}`,
  ...ASSIST_WORDS,
  ...COUNTERPART_WORDS,
  jobWanted: ({ job, ...entry }, names) =>
    job.booking !== undefined
      ? `${by(entry, names)} plans “${job.what}” on the board`
      : `${by(entry, names)} wants somebody and a time for “${job.what}”, ${durationInWords(job.takes)}`,
  jobChanged: ({ job, did, ...entry }, names) => {
    const insisted = did === 'placed' || did === 'moved' ? job.insisted?.why : undefined
    return `${by(entry, names)} ${JOB_DEEDS[did]} “${job.what}”${insisted ? `, although something speaks against it: ${insisted}` : ''}`
  },
  tasksAdded: (entry, names) =>
    (entry.because && textOf(entry.because)) ?? `${by(entry, names)} added ${whatToDo(entry.tasks)}`,
  tasksOrdered: (entry, names) => `${by(entry, names)} put what is to do in another order`,
  taskLate: (entry, names) => `“${entry.text}” is late${toldIn(entry, names)}`,
  taskDropped: (entry, names) => `${by(entry, names)} took “${entry.text}” off the list`,
  planBegan: (entry) => `plan “${entry.name}” begins: ${textOf(entry.because)}`,
  stageOpened: (entry) => `stage “${entry.name}” opens`,
  stagePassed: (entry) => `stage “${entry.name}” is not for this request`,
  stageThrough: (entry) =>
    `stage “${entry.name}” is through${entry.letGo.length ? `; ${entry.letGo.length} of it let go` : ''}`,
  planTasksOpened: (entry) => `to do now: ${entry.tasks.map((one) => one.text).join('; ')}`,
  planTaskEnded: (entry, names) =>
    entry.how === 'notNeeded'
      ? `${by(entry, names)} says that “${entry.text}” is not needed: ${entry.why ?? ''}`
      : `${by(entry, names)} did “${entry.text}”`,
  planTaskReopened: (entry, names) => `${by(entry, names)} opened “${entry.text}” again`,
  planTaskGiven: (entry, names) =>
    entry.person === null
      ? `${by(entry, names)} gave “${entry.text}” back to its team`
      : `${by(entry, names)} gave “${entry.text}” to ${personName(names, entry.person)}`,
  outsideAsked: (entry) =>
    entry.as === 'call'
      ? `another system is asked for “${entry.text}”`
      : `a ticket of its own is asked for “${entry.text}”`,
  outsideFailed: (entry) => `“${entry.text}” was not done: ${faultInWords(entry.fault)}`,
  childLogged: (entry) => `“${entry.text}” is ticket ${entry.child}`,
  childOf: (entry) => `it is part of ticket ${entry.parent}`,
  formAsked: (entry) =>
    `“${entry.text}”: ${entry.address === undefined ? 'asked for' : `${entry.address} is asked`}${entry.alarm === undefined ? '' : ' once more'}`,
  formFilled: (entry, names) => `${entry.address ?? by(entry, names)} answered “${entry.text}”`,
  sealQueried: (entry, names) =>
    `${by(entry, names)} asks about “${entry.text}” before they say their word: ${entry.said}`,
  sealAnswered: (entry, names) =>
    `${personName(names, entry.person)} hears what was answered about “${entry.text}”`,
  sealAsked: (entry, names) =>
    entry.asked.length
      ? `“${entry.text}”: the word of ${listInWords(entry.asked.map((one) => personName(names, one.person)))} is asked for`
      : `“${entry.text}”: nobody can be asked`,
  sealReminded: (entry, names) => `“${entry.text}”: asked once more${toldIn(entry, names)}`,
  sealSaid: (entry, names) =>
    `${by(entry, names)} ${entry.for ? `said for ${personName(names, entry.for)} ` : 'said '}${entry.yes ? 'yes' : 'no'} to “${entry.text}”${entry.said ? `: ${entry.said}` : ''}${SEALED[entry.sealed]}`,
  planSentBack: (entry, names) => `${by(entry, names)} sent it back to “${entry.name}”: ${entry.said}`,
  planTaskLate: (entry, names) => `“${entry.text}” is late${toldIn(entry, names)}`,
  planAdopted: (entry, names) =>
    `${by(entry, names)} let the plan “${entry.name}” follow edition ${entry.to}; it followed ${entry.from}`,
  planEnded: (entry, names) =>
    entry.how === 'done'
      ? `plan “${entry.name}” is done`
      : `${entry.how === 'refused' ? 'plan ended, refused' : `${by(entry, names)} called the plan off`}: ${entry.why ?? ''}`,
  linked: (entry) =>
    `linked: ${LINK_NAMES[entry.as]} ${entry.to}${entry.because ? `, ${textOf(entry.because)}` : ''}`,
  unlinked: (entry) => `no longer linked: ${LINK_NAMES[entry.as]} ${entry.to}`,
  moveMade: (entry, names) =>
    `${by(entry, names)} made “${entry.name}”: ${eachOf(entry.did)}${entry.passedOver ? ` (not: ${eachOf(entry.passedOver)})` : ''}`,
  moveTakenBack: (entry, names) => `${by(entry, names)} took “${entry.name}” back`,
  rungsPassed: (entry) =>
    entry.because
      ? `a rung did not ring: ${textOf(entry.because)}`
      : `${entry.alarms.length} earlier ${entry.alarms.length === 1 ? 'rung' : 'rungs'} of its ladders lay in the past already and did not ring`,
}

/**
 * What an entry says in the history of its ticket; undefined for what stands elsewhere on the page (conversation,
 * messages).
 * @param entry with its reasons in words (`withWords` of `core/explain`)
 */
export function entryInWords(entry: Entry, names: RecordNames): string | undefined {
  const words = (WORDS as Partial<Record<Entry['kind'], (entry: never, names: RecordNames) => string>>)[
    entry.kind
  ]
  return words?.(entry as never, names)
}
