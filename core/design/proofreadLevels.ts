import { messageOf } from '../error/messageOf'
import { canonicalJson } from '../json'
import { grantedFor, type ServiceLevel, type Target } from '../clock'
import { inWords, type Condition } from '../condition'
import { parseDuration } from '../time'
import { casesFacts } from './cases'
import { analyseLevels, type IdleLevel, type LevelAnalysis } from './levelAnalysis'
import type { Mend } from '../finding'
import { freeId } from '../naming'
import { addLast, makeOtherwise, putAbove } from './mends'
import type { Reader } from './reader'

/** Service levels: what each refers to, and what all of them together come to. */
export function serviceLevels(reader: Reader): void {
  const { design } = reader
  closeShare(reader)
  for (const level of design.serviceLevels) {
    const place = `service-levels/${level.id}`
    reader.condition(place, level.when)
    reader.reasons(place, level.when)
    if (isNever(level.when))
      reader.remark(place, 'conditionEmpty', 'is for no ticket yet, since nothing is asked; ask something')
    else if (!level.targets.some((target) => design.priorities.some((one) => grantedFor(target, one))))
      reader.remark(
        place,
        'levelWithoutTimes',
        'promises nothing: none of its targets has a time; write some',
      )
    for (const target of level.targets) {
      termsOf(reader, place, level, target)
      for (const [priority, duration] of Object.entries(target.granted)) {
        reader.refers(place, 'priority', priority)
        grantedTime(reader, place, target.label, duration)
      }
    }
  }
  together(reader)
  if (design.serviceLevels.length === 0)
    reader.remark('service-levels', 'nothingPromised', 'nothing is promised to anybody')
}

function closeShare(reader: Reader): void {
  const { closeFrom } = reader.design.desk
  if (closeFrom !== undefined && !(closeFrom > 0 && closeFrom < 1))
    reader.error(
      'service-levels',
      'shareOutOfRange',
      'the share from which a promise is close lies between 0 and 100 %',
    )
}

/** A condition that nobody has said anything in: it is for nothing. */
export const isNever = (condition: Condition) => 'any' in condition && condition.any.length === 0

const quoted = (names: readonly string[]): string =>
  names.length < 2
    ? names.map((one) => `“${one}”`).join('')
    : `${quoted(names.slice(0, -1))} and ${quoted(names.slice(-1))}`

/** What the levels come to; worked out anew only where what it goes by has changed. */
function analysed({ design, domains, cases, memory }: Reader): LevelAnalysis {
  const { serviceLevels: all, priorities } = design
  const facts = casesFacts(all.map((one) => one.when))
  const inputs = [all, priorities, cases, ...facts.map((fact) => domains[fact])]
  return memory.once('levels', inputs, () => analyseLevels(design, domains, cases))
}

/** Levels that decide nothing, priorities without a time, and tickets for which there is no level. */
function together(reader: Reader): void {
  const { design } = reader
  const { idle, untimed, gaps, unread } = analysed(reader)
  const levels = new Map(design.serviceLevels.map((one) => [one.id, one]))
  const label = (level: string, target: string) =>
    levels.get(level)?.targets.find((one) => one.target === target)?.label ?? target
  const nameOf = (id: string) => levels.get(id)?.name ?? id
  for (const one of idle) if (!isNever(levels.get(one.level)!.when)) idleLevel(reader, one, { label, nameOf })
  const numerals = new Map(design.priorities.map((one) => [one.id, one.numeral]))
  for (const { level, target, priorities } of untimed)
    reader.remark(
      `service-levels/${level}`,
      'priorityWithoutPromise',
      `“${label(level, target)}” promises nothing for priority ${priorities.map((one) => numerals.get(one)).join(', ')}, and no other level does; write a time`,
    )
  for (const level of unread)
    reader.remark(
      `service-levels/${level}`,
      'conditionTooWide',
      'asks so much at once that nobody can look through all of it; ask less, or make two levels of it',
    )
  gapsFound(reader, gaps)
}

function idleLevel(
  reader: Reader,
  { level, target, by }: IdleLevel,
  { label, nameOf }: Record<'label' | 'nameOf', (level: string, target: string) => string>,
): void {
  const place = `service-levels/${level}`
  const takers = quoted(by.map((one) => nameOf(one, '')))
  if (target !== undefined)
    reader.remark(
      place,
      'targetNeverApplies',
      by.length
        ? `“${label(level, target)}” never applies here: ${takers} above ${by.length === 1 ? 'promises' : 'promise'} it to every ticket that this level is for; take it out, or put this level above`
        : `“${label(level, target)}” never applies here: it has times only for priorities that cannot come to this level`,
      withoutTarget(reader, level, target),
    )
  else if (by.length)
    reader.error(
      place,
      'levelNeverApplies',
      `never applies: ${takers} above it ${by.length === 1 ? 'promises' : 'promise'} the same to every ticket that it is for; put this one above, or ask something there`,
      putAbove(reader.design, 'serviceLevels', level, by[0]!, `Put it above “${nameOf(by[0]!, '')}”`),
    )
  else if (!reader.hasLostReason(place))
    reader.error(place, 'levelForNothing', 'is for no ticket that there can be; change what it asks')
}

/** A level that promises one target less. */
function withoutTarget({ design }: Reader, id: string, target: string): Mend | undefined {
  const level = design.serviceLevels.find((one) => one.id === id)
  const left = level?.targets.filter((one) => one.target !== target)
  return level && left && makeOtherwise('serviceLevels', level, { targets: left }, 'Take the target out')
}

/** A level for tickets that have none: its targets are those of the last level, and its times are for the lead to say. */
function levelFor({ design }: Reader, gaps: readonly Condition[]): Mend {
  const id = freeId('level', (one) => design.serviceLevels.some((level) => level.id === one))
  const targets = (design.serviceLevels.at(-1)?.targets ?? []).map((one) => ({ ...one, granted: {} }))
  const when = gaps.length === 1 ? gaps[0]! : { any: [...gaps] }
  return addLast('serviceLevels', { id, name: 'All others', when, targets }, 'Add a level for them')
}

/** So many gaps are told one by one. */
const MOST_TOLD = 3

function gapsFound(reader: Reader, gaps: readonly Condition[]): void {
  if (!gaps.length) return
  const words = reader.vocabulary
  const told = gaps.slice(0, MOST_TOLD).map((when) => inWords(when, words))
  const more = gaps.length - told.length
  reader.remark(
    'service-levels',
    'ticketsUnpromised',
    `no level is for tickets where ${told.join('; or where ')}${more ? `; and ${more} more cases` : ''}; add a level for them, or one for all below the others`,
    levelFor(reader, gaps),
  )
}

/** The hours of a target, and when it begins, rests, ends and is called off. */
function termsOf(reader: Reader, place: string, level: ServiceLevel, target: Target): void {
  const { calendar, startWhen, pauseWhen, stopWhen, cancelWhen } = target
  if (typeof calendar === 'object') reader.refers(place, 'calendar', calendar.calendar)
  for (const condition of [startWhen, pauseWhen, stopWhen, cancelWhen]) {
    reader.condition(place, condition)
    // A target is for those tickets only that its level is for.
    if (condition && !isNever(condition)) reader.reasons(place, { all: [level.when, condition] })
  }
  if (target.stopOn === 'condition' && !stopWhen)
    reader.error(
      place,
      'stopConditionMissing',
      `“${target.label}” does not say what keeps it; choose a condition`,
    )
  holding(reader, place, level, target)
}

/** Conditions of a target that hold for all tickets of its level, or for none. */
function holding(reader: Reader, place: string, { when }: ServiceLevel, target: Target): void {
  const { label, startWhen, pauseWhen, stopWhen, cancelWhen } = target
  const share = (condition: Condition | undefined) =>
    condition && !isNever(condition)
      ? reader.share(`${place} ${target.target} ${canonicalJson(condition)}`, condition, when)
      : 'some'
  if (share(cancelWhen) === 'all')
    reader.error(place, 'alwaysCalledOff', `“${label}” is always called off; ask something there`)
  if (share(pauseWhen) === 'all')
    reader.error(place, 'alwaysPaused', `“${label}” always stands still; ask something there`)
  if (share(startWhen) === 'none')
    reader.error(place, 'neverBegins', `“${label}” never begins: no ticket of this level is as it asks`)
  if (target.stopOn === 'condition' && share(stopWhen) === 'none')
    reader.error(place, 'neverKept', `“${label}” can never be kept: no ticket of this level is as it asks`)
  for (const [condition, what] of [
    [pauseWhen, 'stands still'],
    [cancelWhen, 'is called off'],
  ] as const)
    if (share(condition) === 'none')
      reader.remark(
        place,
        'conditionNeverHolds',
        `“${label}” never ${what} by its condition: no ticket of this level is as it asks`,
      )
}

/** A time that is granted: readable, and some. */
export function grantedTime(reader: Reader, place: string, label: string, duration: string): void {
  try {
    if (parseDuration(duration) <= 0)
      reader.error(place, 'noTime', `“${label}” grants no time; give at least a minute`)
  } catch (error) {
    reader.error(place, 'durationUnreadable', `“${label}”: ${messageOf(error)}`)
  }
}
