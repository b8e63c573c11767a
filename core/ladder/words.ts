import { parseDuration, durationInWords } from '../time'
import type { ActionVocabulary } from './action'
import { termsOf, type Action } from './actions/list'
import type { LadderEvent } from './event'
import type { Moment, Rung } from './ladder'

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
  return `then every ${every}${hours}${repeat.times === undefined ? ' until it stops' : `, ${repeat.times === 1 ? 'once' : `${repeat.times} times`}`}`
}

/** What a rung does, in words. */
export const actionInWords = (action: Action, words: ActionVocabulary): string =>
  termsOf(action).said(action, words)
