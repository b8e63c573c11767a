import {
  ASSIST_ENDS,
  assistEndsAt,
  assistMeansInWords,
  assistRules,
  isWithin,
  openAssist,
  type AssistDeed,
  type AssistEnd,
  type AssistSession,
} from '../assist'
import type { CompiledDesign } from '../design'
import { canonicalJson } from '../json'
import type { Alarm } from '../ladder'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { isDone } from './done'
import type { TicketState } from './state'
import { checkLine, enterTime, LONGEST, nextId, personOf } from './work'

// Looks at a requester's machine from afar: who asked for it, who agreed, who was within, and how it ended.

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

/** Most sessions of one ticket, and most things written down of one session. */
const MOST_SESSIONS = 100
const MOST_DEEDS = 300
/** A session without a sign of life for so long has one written down where it goes on, in milliseconds. */
const QUIET = 10 * 60_000

const SERVICE = { system: 'assist' }
const CLOCK = { system: 'clock' }

const rulesFor = ({ design }: Pick<Change, 'design'>) => assistRules(design.design.desk.assist)

/** @throws Refused where there is none */
function sessionOf({ state }: Change, id: number): AssistSession {
  const session = state.assists?.find((one) => one.id === id)
  if (!session) throw new Refused('missing', 'There is no such assist session on this ticket.')
  return session
}

/** @throws Refused where it is over, or waits for its requester */
function agreedOne(change: Change, id: number): AssistSession {
  const session = sessionOf(change, id)
  if (session.state === 'ended')
    throw new Refused('conflict', 'This assist session is over: begin another one.')
  if (session.state === 'offered')
    throw new Refused(
      'conflict',
      `${change.directory.nameOf(session.guest)} has not agreed yet: wait for their word.`,
    )
  return session
}

/**
 * Somebody of the desk would like to look at the requester's machine.
 * @throws Refused where a session goes on, the ticket is done or internal, or what is asked for is not offered here
 */
export function offerAssist(change: Change, asked: Of<'offerAssist'>): void {
  const { state, design, directory, now } = change
  const host = personOf(change)
  const open = openAssist(state.assists)
  if (open)
    throw new Refused('conflict', `${directory.nameOf(open.host)} has begun an assist session already.`)
  if (state.internal)
    throw new Refused('conflict', 'This ticket is internal: its requester hears nothing of it.')
  if (isDone(state, design))
    throw new Refused('conflict', 'This ticket is done; open it again to work on it.')
  if ((state.assists?.length ?? 0) >= MOST_SESSIONS)
    throw new Refused('conflict', `This ticket has had ${MOST_SESSIONS} assist sessions: log another one.`)
  const { service, offers, waits } = rulesFor(change)
  if (service === undefined)
    throw new Refused(
      'conflict',
      'No assist service is attached to this desk: a lead says where one listens, in Design under Moves.',
    )
  const not = asked.allows.filter((one) => !offers.includes(one))
  if (not.length)
    throw new Refused('invalid', 'This desk does not offer that.', [
      { field: 'allows', message: `leave out: ${assistMeansInWords(not)}` },
    ])
  const allows = offers.filter((one) => one === 'see' || asked.allows.includes(one))
  change.enter({
    ...{ kind: 'assistOffered', assist: nextId(change), key: asked.key, guest: state.requester, host },
    ...(asked.machine && { machine: asked.machine }),
    ...{ allows, recorded: asked.recorded, until: now + waits },
  })
  const means = assistMeansInWords(allows)
  change.tell([directory.people.get(state.requester)], 'assistOffered', {
    text: `${asked.join}\n\n${directory.nameOf(host)}: ${means}${asked.recorded ? ' (recorded)' : ''}`,
  })
}

/**
 * Whoever sits at the machine agrees, or does not.
 * @throws Refused where the session is over, or its code too old
 */
export function answerAssist(change: Change, { id, yes }: Of<'answerAssist'>): void {
  const session = sessionOf(change, id)
  if (session.state === 'agreed' && yes) return
  if (session.state !== 'offered' || change.now >= session.until)
    throw new Refused(
      'conflict',
      'This session is over. Ask the desk to begin another one.',
      [],
      'assistOver',
    )
  change.enter({ kind: 'assistAnswered', assist: id, yes })
  if (!yes) end(change, session, 'refused')
}

/** A colleague is asked to come into the session. @throws Refused where it is over, or they do not work here */
export function inviteAssist(change: Change, { id, person }: Of<'inviteAssist'>): void {
  const session = sessionOf(change, id)
  if (session.state === 'ended')
    throw new Refused('conflict', 'This assist session is over: begin another one.')
  const colleague = change.directory.people.get(person)
  if (!colleague?.active || !change.directory.may(person, 'workTickets'))
    throw new Refused('invalid', 'They cannot come into the session.', [
      { field: 'person', message: 'choose somebody who works on tickets' },
    ])
  if (session.invited.includes(person)) return
  change.enter({ kind: 'assistInvited', assist: id, person })
  change.tell([colleague], 'assistInvited', { text: change.directory.nameOf(session.guest) })
}

/** Somebody of the desk comes in. @throws Refused where it is over, or nobody has agreed yet */
export function joinAssist(change: Change, { id }: Of<'joinAssist'>): void {
  const person = personOf(change)
  if (isWithin(agreedOne(change, id), person)) return
  change.enter({ kind: 'assistJoined', assist: id, person })
}

/** Somebody of the desk has gone; the time they were within is time worked. */
export function leaveAssist(change: Change, { id, person }: Of<'leaveAssist'>): void {
  const session = sessionOf(change, id)
  if (session.state === 'agreed' && isWithin(session, person)) leave(change, session, person)
}

function leave(change: Change, { id }: AssistSession, person: string, until = change.now): void {
  const stay = sessionOf(change, id).people.findLast((one) => one.person === person && one.to === undefined)
  if (!stay) return
  const to = Math.max(stay.from, until)
  change.enter({ kind: 'assistLeft', assist: id, person, to })
  enterWithin(change, person, stay.from, Math.min(to, stay.from + LONGEST))
}

/** The time within is written down, unless a timer runs or that time was written down already. */
function enterWithin(change: Change, person: string, from: number, to: number): void {
  const { times = [], timers = [] } = change.state
  const isKnown =
    timers.some((one) => one.person === person) ||
    times.some((one) => one.person === person && one.from < to && one.to > from)
  if (to > from && !isKnown) enterTime(change, person, from, to, 'Assist session', false)
}

/** @throws Refused where more was written down of a session than anybody reads */
function refuseEndless({ deeds }: AssistSession): void {
  if (deeds >= MOST_DEEDS)
    throw new Refused('conflict', `More than ${MOST_DEEDS} things happened in this session: end it.`)
}

/** What a machine says of itself, as far as it is news. @throws Refused as `assistDid` */
export function seeMachine(change: Change, { id, facts }: Of<'seeMachine'>): void {
  const session = agreedOne(change, id)
  if (session.seen && canonicalJson(session.seen.facts) === canonicalJson(facts)) return
  refuseEndless(session)
  change.enter({ kind: 'assistSeen', assist: id, facts }, SERVICE)
}

/** Something happened in the session. @throws Refused where it is over, nobody has agreed, or too much was said */
export function assistDid(change: Change, { id, did }: Of<'assistDid'>): void {
  const session = agreedOne(change, id)
  if (did.is === 'goesOn' && change.now - session.heardAt < QUIET) return
  if (isNoNews(session, did)) return
  refuseEndless(session)
  const deed = did.is === 'file' ? { ...did, name: checkLine(did.name, 'name') } : did
  change.enter({ kind: 'assistDid', assist: id, did: deed })
}

const isNoNews = ({ lostAt }: AssistSession, { is }: AssistDeed): boolean =>
  (is === 'lost' && lostAt !== undefined) || (is === 'back' && lostAt === undefined)

/** The session is over, by whoever says so; it is over once. @throws Refused where there is none */
export function endAssist(change: Change, { id, why }: Of<'endAssist'>): void {
  const session = sessionOf(change, id)
  if (session.state === 'ended') return
  end(change, session, session.state === 'offered' && why === 'done' ? 'calledOff' : why)
}

/**
 * Everybody within has gone, and it is over.
 * @param until when the last sign of life came, where nobody was there any more at the end
 */
function end(
  change: Change,
  session: AssistSession,
  why: AssistEnd,
  until = change.now,
  alarm?: string,
): void {
  for (const { person, to } of session.people) if (to === undefined) leave(change, session, person, until)
  const body = {
    ...{ kind: 'assistEnded' as const, assist: session.id, why },
    ...{ shows: session.agreedAt === undefined ? [] : rulesFor(change).shows },
    ...(alarm !== undefined && { alarm }),
  }
  if (alarm === undefined) change.enter(body)
  else change.enter(body, CLOCK)
  const { directory } = change
  if (!NEWS.has(why) || change.by === session.host) return
  change.tell([directory.people.get(session.host)], 'assistEnded', {
    text: `${directory.nameOf(session.guest)}: ${ASSIST_ENDS[why]}`,
  })
}

/** How a session ends without its host, who hears of it. */
const NEWS: ReadonlySet<AssistEnd> = new Set(['refused', 'nobodyCame', 'forgotten', 'failed'])

/** A session of which nothing is heard any more ends by itself. */
export function assistAlarms({ assists, rang }: TicketState, { design }: CompiledDesign): Alarm[] {
  const open = openAssist(assists)
  if (!open) return []
  const at = assistEndsAt(open, assistRules(design.desk.assist).ends)
  const key = `assist:${open.id}:${at}`
  return rang.includes(key) ? [] : [{ key, at }]
}

/** Nobody came, or nobody ended it. */
export function ringAssist(change: Change, alarm: string, id: number): void {
  const session = sessionOf(change, id)
  end(change, session, session.state === 'offered' ? 'nobodyCame' : 'forgotten', session.heardAt, alarm)
}
