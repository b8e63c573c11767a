import { inWords, type Vocabulary } from '../condition'
import type { Target } from './clock'

/** The calendars of a design, by name. */
type Calendars = readonly { id: string; name: string }[]

/** When a target begins, rests and ends, and whose hours count, in one sentence each. */
export function termsInWords(target: Target, calendars: Calendars, words: Vocabulary): string[] {
  const { startWhen, pauseIn, pauseWhen, stopWhen, cancelWhen, countsFrom } = target
  const rests = [
    ...(pauseIn.length ? [`the ticket is ${pauseIn.join(' or ')}`] : []),
    ...(pauseWhen ? [inWords(pauseWhen, words)] : []),
  ]
  return [
    `counts in the hours of ${hoursInWords(target, calendars)}`,
    ...(startWhen ? [`begins when ${inWords(startWhen, words)}`] : []),
    ...(rests.length ? [`stands still while ${rests.join(', or while ')}`] : []),
    keptInWords(target, stopWhen ? inWords(stopWhen, words) : undefined),
    ...(cancelWhen ? [`called off when ${inWords(cancelWhen, words)}`] : []),
    ...(countsFrom ? [`coming later, it counts from ${FROM[countsFrom]}`] : []),
  ]
}

const FROM = {
  logging: 'the logging without the pauses',
  loggingThroughPauses: 'the logging, pauses too',
  acceptance: 'its acceptance without the pauses',
}

function hoursInWords({ calendar, onShift }: Target, calendars: Calendars): string {
  const named = {
    site: 'the requester’s site',
    agreement: 'the agreement',
  }
  const hours =
    typeof calendar === 'string'
      ? named[calendar]
      : (calendars.find((one) => one.id === calendar.calendar)?.name ?? calendar.calendar)
  return onShift ? `${hours}, while its technician is on shift` : hours
}

function keptInWords({ stopOn, startsAnew }: Target, condition: string | undefined): string {
  if (stopOn === 'condition') return `kept when ${condition ?? '… (nothing is chosen yet)'}`
  if (stopOn === 'done') return 'kept by being done'
  if (stopOn === 'update') return 'kept by each update of the major incident, then begins anew'
  return startsAnew ? 'kept by each reply, then begins anew' : 'kept by the first reply'
}
