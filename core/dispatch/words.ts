import { durationInWords, hoursAndMinutes, momentInWords, timeOfDay, type Instant } from '../time'
import type { Conflict } from './conflict'
import type { WhyNot } from './placeAll'
import type { Slot } from './slots'

/** By which names and times what speaks for or against a place is said. */
export interface DispatchWords {
  now: Instant
  /** Zone in which times are read. */
  zone: string
  skill: (id: string) => string
  site: (id: string) => string
  /** What somebody does at a fixed time, by its id. */
  visit: (id: string) => string
}

type Say<K extends Conflict['is']> = (conflict: Extract<Conflict, { is: K }>, words: DispatchWords) => string
const CONFLICTS: { [K in Conflict['is']]: Say<K> } = {
  skill: ({ skill }, { skill: nameOf }) => `does not know ${nameOf(skill)}`,
  offShift: () => 'is off shift then',
  overlap: ({ visit, from, to }, words) =>
    `has ${words.visit(visit)} from ${timeOfDay(from, words.zone)} to ${timeOfDay(to, words.zone)}`,
  noWay: ({ visit, site, missing }, words) =>
    `${durationInWords(missing)} of the way ${visit ? `between it and ${words.visit(visit)}` : `from ${words.site(site)}`} ${missing === 60_000 ? 'is' : 'are'} missing`,
  shut: ({ next }, { zone, now }) =>
    `the site is shut then${next === null ? ', and not open long enough in this time' : `; it can begin at ${momentInWords(next, zone, now)}`}`,
  overLimit: ({ over }) => `it is ${durationInWords(over)} more fixed work than a day of theirs takes`,
  tooEarly: ({ earliest }, { zone, now }) => `it cannot begin before ${momentInWords(earliest, zone, now)}`,
  tooLate: ({ latest }, { zone, now }) => `it must have ended by ${momentInWords(latest, zone, now)}`,
  past: () => 'that time is past',
  overdue: ({ over }) => `the promise is over by ${durationInWords(over)} then`,
  wayUnknown: ({ from, to }, { site }) =>
    `nobody has said how long the way from ${site(from)} to ${site(to)} is; half an hour is taken`,
}

/** What speaks against a place, as a part of a sentence about whoever would have it. */
export function conflictInWords(conflict: Conflict, words: DispatchWords): string {
  return (CONFLICTS[conflict.is] as Say<Conflict['is']>)(conflict as never, words)
}

/**
 * Why a place is offered: what of it fits, what it moves, where they come from and until when they are free after it.
 * @param displaced what becomes of the work on their bench, where that is known
 * @example 'knows displays; nothing fixed before it; comes from Varnes Quay; moves 6028; free for 1:20 after it'
 */
export function slotInWords(
  slot: Slot,
  skill: string | undefined,
  words: DispatchWords,
  displaced?: DisplacedWords,
): string {
  const { from, way, detour, freeAfter, isFirst, isKnown } = slot
  const origin = from ? words.site(from.site) : ''
  const parts = [
    skill === undefined ? 'anybody can' : `knows ${words.skill(skill)}`,
    isFirst ? 'nothing fixed before it' : from?.visit ? `after ${words.visit(from.visit)}` : '',
    origin && way > 0 ? `comes from ${origin}${isKnown ? '' : ', half an hour assumed'}` : '',
    detour > 0 && detour !== way ? `${durationInWords(detour)} more way that day` : '',
    ...(displaced ? displacedParts(displaced) : []),
    freeAfter > 0 ? `free for ${hoursAndMinutes(freeAfter)} after it` : 'nothing free after it',
  ]
  return parts.filter(Boolean).join('; ')
}

/** Numbers of tickets on the bench of whoever would get it, of which some are out of the reach of whoever reads. */
export interface DisplacedWords {
  moved: Numbered
  broken: Numbered
}
export interface Numbered {
  seen: readonly number[]
  hidden: number
}
/** So many of them are named. */
const MOST_NAMED = 2

function displacedParts({ moved, broken }: DisplacedWords): string[] {
  const lateAre = broken.seen.length + broken.hidden > 1 ? 'are' : 'is'
  return [
    moved.seen.length + moved.hidden ? `moves ${numbersInWords(moved)}` : 'moves nothing',
    ...(broken.seen.length + broken.hidden ? [`${numbersInWords(broken)} ${lateAre} late then`] : []),
  ]
}

function numbersInWords({ seen, hidden }: Numbered): string {
  const named = seen.slice(0, MOST_NAMED).map(String)
  const more = seen.length - named.length + hidden
  if (!named.length) return `${more} of their own`
  if (more) return `${named.join(', ')} and ${more} more`
  return named.join(' and ')
}

type SayWhy<K extends WhyNot['is']> = (why: Extract<WhyNot, { is: K }>, words: DispatchWords) => string
const WHY_NOT: { [K in WhyNot['is']]: SayWhy<K> } = {
  noSkill: ({ skill }, { skill: nameOf }) => `nobody here knows ${nameOf(skill)}`,
  tooLong: ({ longest }) =>
    `it takes longer than anybody who knows it is free in one piece: ${hoursAndMinutes(longest)} at most`,
  shut: () => 'its site is not open long enough',
  noRoom: () => 'nobody could do it, even with nothing else to place',
  full: () => 'others took all that was free',
}

/** Why a job stays unplaced. */
export function whyNotInWords(why: WhyNot, words: DispatchWords): string {
  return (WHY_NOT[why.is] as SayWhy<WhyNot['is']>)(why as never, words)
}
