import type { FieldValue } from '../fields'
import { parseDuration, durationInWords } from '../time'
import {
  ladderOf,
  type Action,
  type Ladder,
  type LadderEvent,
  type Moment,
  type Recipient,
  type Rung,
} from './ladder'

/** Who a recipient is, for the screen. */
export const RECIPIENT_NAMES: Record<Recipient['to'], string> = {
  technician: 'the technician',
  team: 'the team',
  teamLead: 'the lead of the team',
  requester: 'the requester',
  watchers: 'those who watch it',
  siteManager: 'the manager of the site',
  agreementContact: 'the contact of the agreement',
  rota: 'whoever is on rota',
  person: 'a named person',
  answer: 'the address in an answer',
}

/** What a ladder can ring on, for the screen. */
export const EVENT_NAMES: Record<LadderEvent, string> = {
  created: 'it is there',
  assigned: 'somebody gets it',
  priorityRaised: 'its priority is raised',
  reopened: 'it is opened again',
  duePassed: 'a promise is overdrawn',
  deliveryFailed: 'a message could not be delivered',
  signalRepeated: 'its signal is repeated',
  majorIncident: 'it becomes a major incident',
}

const POINTS = {
  due: 'due',
  start: 'the ladder began',
  created: 'it was logged',
  reply: 'anybody last said anything',
  status: 'it came into its status',
}

/**
 * When a rung rings: “80 % of “Answer” is spent”, “30 minutes before “Answer” is due”, “as soon as somebody gets it”.
 * @param target what the target along which it climbs is called
 */
export function rungMomentInWords(target: string | undefined, moment: Moment): string {
  if (moment.at === 'share') return `${Math.round(moment.share * 100)} % of “${target}” is spent`
  if (moment.at === 'event') return `as soon as ${EVENT_NAMES[moment.event]}`
  const isBefore = moment.after.startsWith('-')
  const milliseconds = parseDuration(moment.after.replace(/^-/, ''))
  const point = moment.at === 'due' ? `“${target}” is due` : POINTS[moment.at]
  if (milliseconds === 0) return moment.at === 'due' ? point : `as soon as ${point}`
  const hours = moment.counted === 'working' ? ' of working time' : ''
  return `${durationInWords(milliseconds)}${hours} ${isBefore ? 'before' : 'after'} ${point}`
}

/** How often a rung rings again: “then every 10 minutes, 3 times”. */
export function repeatInWords({ repeat }: Pick<Rung, 'repeat'>): string {
  if (!repeat) return ''
  const every = durationInWords(parseDuration(repeat.every))
  const hours = repeat.counted === 'working' ? ' of working time' : ''
  return `then every ${every}${hours}${repeat.times === undefined ? ' until it stops' : `, ${repeat.times} times`}`
}

/** What actions are called, in their order on the screen. */
export const ACTION_NAMES: Record<Action['do'], string> = {
  notify: 'tell somebody',
  raisePriority: 'raise the priority',
  assign: 'give it to somebody',
  team: 'give it to another team',
  queue: 'move it to another queue',
  status: 'move it to another status',
  set: 'set a field',
  note: 'write a note',
  task: 'add a task',
  checklist: 'add a checklist',
  majorIncident: 'declare a major incident',
  call: 'call another system',
  setOff: 'set off another ladder',
}

/** How the things are called that an action names. */
export interface ActionVocabulary {
  person: (id: string) => string
  rota: (id: string) => string
  team: (id: string) => string
  queue: (id: string) => string
  priority: (id: string) => string
  status: (id: string) => string
  field: (name: string) => string
  fieldValue: (name: string, value: FieldValue) => string
  webhook: (id: string) => string
  checklist: (id: string) => string
  ladders: readonly Ladder[]
}

const PLACES = ['', 'the first', 'the second', 'the third']

/** A recipient in words: “the second on rota: Watch”. */
export function recipientInWords(one: Recipient, words: ActionVocabulary): string {
  if (one.to === 'person') return words.person(one.person)
  if (one.to === 'answer') return `the address in “${one.question}”`
  if (one.to === 'rota')
    return `${PLACES[one.place ?? 1] ?? `number ${one.place}`} on rota ${words.rota(one.rota)}`
  return RECIPIENT_NAMES[one.to]
}

type InWords = {
  [K in Action['do']]: (action: Extract<Action, { do: K }>, words: ActionVocabulary) => string
}

const IN_WORDS: InWords = {
  notify: ({ tell, urgent }, words) => {
    const whom = tell.map((one) => recipientInWords(one, words)).join(', ') || 'nobody'
    return `tell ${whom}${urgent ? ', urgently' : ''}`
  },
  raisePriority: ({ to }, words) =>
    to === undefined ? 'raise the priority by one' : `raise the priority to ${words.priority(to)}`,
  queue: ({ queue }, words) => `move it to the queue ${words.queue(queue)}`,
  team: ({ team }, words) => `give it to ${words.team(team)}`,
  assign: ({ to }, words) => `give it to ${recipientInWords(to, words)}`,
  set: ({ field, value }, words) =>
    value === null
      ? `empty “${words.field(field)}”`
      : `set “${words.field(field)}” to ${words.fieldValue(field, value)}`,
  status: ({ to }, words) => `move it to ${words.status(to)}`,
  note: ({ text }) => `note: ${text}`,
  task: ({ text }) => `add the task “${text}”`,
  checklist: ({ checklist }, words) => `add the checklist “${words.checklist(checklist)}”`,
  majorIncident: () => 'declare a major incident',
  call: ({ webhook }, words) => `call ${words.webhook(webhook)}`,
  setOff: ({ ladder }, words) => `set off “${ladderOf(words.ladders, ladder)?.name ?? ladder}”`,
}

/** What a rung does, in words. */
export function actionInWords(action: Action, words: ActionVocabulary): string {
  return (IN_WORDS[action.do] as (action: Action, words: ActionVocabulary) => string)(action, words)
}
