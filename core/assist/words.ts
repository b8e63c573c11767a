import { durationInWords, isoDate, timeOfDay, type Instant } from '../time'
import { capital, listInWords } from '../words'
import { bytesInWords, factLines } from './facts'
import type { AssistDeed, AssistEnd, AssistMeans, AssistPaper, AssistSession } from './session'

const MEANS: Record<AssistMeans, string> = {
  see: 'see the screen',
  control: 'use mouse and keyboard',
  files: 'send and fetch files',
  restart: 'restart the machine',
}

/** What may be done, as a list. @example assistMeansInWords(['see', 'restart']) // 'see the screen and restart the machine' */
export const assistMeansInWords = (means: readonly AssistMeans[]): string =>
  listInWords(means.map((one) => MEANS[one]))

/** What its requester may read of a session, as it is called. */
export const ASSIST_PAPER_NAMES: Record<AssistPaper, string> = {
  report: 'the report',
  chat: 'what was said',
}

/** Why a session is over, as the end of a sentence. */
export const ASSIST_ENDS: Record<AssistEnd, string> = {
  done: 'it was ended',
  left: 'whoever sat at the machine ended it',
  refused: 'it was not agreed to',
  calledOff: 'it was called off',
  nobodyCame: 'nobody used the code in time',
  forgotten: 'nobody ended it, and nothing was heard of it any more',
  failed: 'the assist service could not carry it any more',
}

/** @example assistDeedInWords({ is: 'file', name: 'gate.log', size: 2048, to: 'desk' }) // 'fetched “gate.log”, 2 KiB' */
export function assistDeedInWords(deed: AssistDeed): string {
  switch (deed.is) {
    case 'restart':
      return 'the machine restarts'
    case 'lost':
      return 'the machine cannot be reached any more'
    case 'back':
      return 'the machine is back'
    case 'goesOn':
      return 'it goes on'
    case 'file':
      return `${deed.to === 'desk' ? 'fetched' : 'sent'} “${deed.name}”, ${bytesInWords(deed.size)}`
  }
}

type NameOf = (person: string) => string

/** Who was within, each with how long altogether. */
function staysOf({ people }: AssistSession, now: Instant): [person: string, length: number][] {
  const sums = new Map<string, number>()
  for (const { person, from, to = now } of people) sums.set(person, (sums.get(person) ?? 0) + to - from)
  return [...sums]
}

/**
 * A session in one line.
 * @example 'Assist session with Ines Varga: Tora Aas 17 minutes; it was ended'
 */
export function assistInWords(session: AssistSession, nameOf: NameOf, now: Instant): string {
  const who = staysOf(session, now).map(([person, length]) => `${nameOf(person)} ${durationInWords(length)}`)
  const stands =
    session.state === 'ended'
      ? ASSIST_ENDS[session.why!]
      : session.state === 'offered'
        ? 'waits for their word'
        : session.lostAt === undefined
          ? 'goes on'
          : 'the machine cannot be reached'
  const people = who.length ? `${listInWords(who)}; ` : ''
  return `Assist session with ${nameOf(session.guest)}: ${people}${stands}`
}

/** What somebody said in a session. */
export interface ChatLine {
  at: Instant
  /** Their name. */
  by: string
  text: string
}

interface Papers {
  nameOf: NameOf
  zone: string
}

const stamp = (at: Instant, zone: string) => `${isoDate(at, zone)} ${timeOfDay(at, zone)}`

/** What was said in a session, as a text file. */
export const chatPaper = (lines: readonly ChatLine[], zone: string): string =>
  lines.map(({ at, by, text }) => `${stamp(at, zone)}  ${by}: ${text}\n`).join('')

/**
 * The report of a session, as a text file.
 * @param events what happened in it, in words, oldest first
 */
export function reportPaper(
  reference: number,
  session: AssistSession,
  events: readonly { at: Instant; text: string }[],
  { nameOf, zone }: Papers,
): string {
  const { offeredAt, endedAt = session.heardAt, machine, allows, recorded, seen } = session
  const facts = seen ? factLines(seen.facts, zone, seen.at) : []
  const lines = [
    `Ticket ${reference}, assist session with ${nameOf(session.guest)}`,
    '',
    `Begun       ${stamp(offeredAt, zone)} (${zone}) by ${nameOf(session.host)}`,
    `Ended       ${stamp(endedAt, zone)}: ${session.why ? ASSIST_ENDS[session.why] : 'not yet'}`,
    `Machine     ${machine ? `${machine.number} ${machine.name}` : 'not known to the desk'}`,
    `Agreed to   ${session.agreedAt === undefined ? 'nothing' : assistMeansInWords(allows)}${recorded ? ', recorded' : ', not recorded'}`,
    ...staysOf(session, endedAt).map(
      ([person, length]) => `Within      ${nameOf(person)}, ${durationInWords(length)}`,
    ),
    ...(facts.length ? ['', `The machine, as it was ${stamp(seen!.at, zone)}`] : []),
    ...facts.map(({ label, says }) => `  ${label}: ${says}`),
    '',
    'What happened',
    ...events.map(({ at, text }) => `  ${stamp(at, zone)}  ${capital(text)}`),
  ]
  return `${lines.join('\n')}\n`
}
