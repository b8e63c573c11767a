import { parseDuration, type Instant } from '../time'
import type { SeenFacts } from './facts'

/** What may be done on a machine once whoever sits at it agrees; to see its screen comes with all of them. */
/** So many groups of signs has the code that is read out: 31 to the power of 8 are more than 850 thousand million. */
export const ASSIST_CODE_GROUPS = 2

export const ASSIST_MEANS = ['see', 'control', 'files', 'restart'] as const
export type AssistMeans = (typeof ASSIST_MEANS)[number]

/** What of a session that is over its requester may read. */
export const ASSIST_PAPERS = ['report', 'chat'] as const
export type AssistPaper = (typeof ASSIST_PAPERS)[number]

/** How a desk holds assist sessions. */
export interface AssistRules {
  /** Where the service listens that carries them; the stand-in that ships with the application if left out. */
  service?: string
  /** What technicians may ask for; everything if left out. */
  offers?: AssistMeans[]
  /** How long a code can be used, as an ISO 8601 duration; half an hour if left out. */
  waits?: string
  /** After how long without a sign of life a session ends by itself; an hour if left out. */
  ends?: string
  /** What its requester may read of it afterwards; nothing but that it was if left out. */
  shows?: AssistPaper[]
}

/** How sessions are held where a design says nothing. Common practice, no source. */
export const PLAIN_ASSIST = {
  offers: ASSIST_MEANS,
  waits: 'PT30M',
  ends: 'PT1H',
  shows: [],
} as const satisfies { offers: readonly AssistMeans[]; waits: string; ends: string; shows: AssistPaper[] }

/** The rules of a desk with what it leaves out; durations in milliseconds. */
export function assistRules({ offers, waits, ends, shows, service }: AssistRules = {}) {
  return {
    ...(service !== undefined && { service }),
    offers: ['see' as const, ...(offers ?? PLAIN_ASSIST.offers).filter((one) => one !== 'see')],
    waits: parseDuration(waits ?? PLAIN_ASSIST.waits),
    ends: parseDuration(ends ?? PLAIN_ASSIST.ends),
    shows: [...(shows ?? PLAIN_ASSIST.shows)],
  }
}

/** Why a session is over. */
export type AssistEnd =
  | 'done'
  /** By whoever sat at the machine. */
  | 'left'
  | 'refused'
  | 'calledOff'
  /** Nobody used the code in time. */
  | 'nobodyCame'
  /** Nobody ended it, and no sign of life came any more. */
  | 'forgotten'
  /** The service could not carry it any more. */
  | 'failed'

/** What happened in a session besides that people came and went. */
export type AssistDeed =
  | { is: 'restart' }
  /** The machine could not be reached any more, and can again. */
  | { is: 'lost' }
  | { is: 'back' }
  /** A file went over; its size in bytes. */
  | { is: 'file'; name: string; size: number; to: 'machine' | 'desk' }
  /** It goes on: a sign of life where nothing else is one. */
  | { is: 'goesOn' }

/** Somebody of the desk within a session; still there without `to`. */
export interface AssistStay {
  person: string
  from: Instant
  to?: Instant
}

/** A look at somebody's machine from afar, on its ticket. */
export interface AssistSession {
  /** Its number on the ticket. */
  id: number
  /** By which the service knows it. */
  key: string
  /** Who began it. */
  host: string
  /** Whose machine it is: who is asked. */
  guest: string
  /** The piece of equipment, where it is known. */
  machine?: { number: string; name: string }
  allows: AssistMeans[]
  /** Whether the service records it. */
  recorded: boolean
  state: 'offered' | 'agreed' | 'ended'
  offeredAt: Instant
  /** Until when the code can be used. */
  until: Instant
  agreedAt?: Instant
  /** The last sign of life. */
  heardAt: Instant
  /** Since when the machine cannot be reached. */
  lostAt?: Instant
  endedAt?: Instant
  why?: AssistEnd
  seen?: SeenFacts
  people: AssistStay[]
  invited: string[]
  /** What its requester may read of it, decided as it ended. */
  shows: AssistPaper[]
  /** How many deeds were written down. */
  deeds: number
}

/** The session of a ticket that is not over; there is one at most. */
export const openAssist = (sessions: readonly AssistSession[] | undefined): AssistSession | undefined =>
  sessions?.find((one) => one.state !== 'ended')

/** Whether somebody of the desk is within. */
export const isWithin = ({ people }: Pick<AssistSession, 'people'>, person: string): boolean =>
  people.some((one) => one.person === person && one.to === undefined)

/**
 * When a session ends by itself if nothing more is heard of it.
 * @param ends without a sign of life for so many milliseconds
 */
export const assistEndsAt = (
  { state, until, heardAt }: Pick<AssistSession, 'state' | 'until' | 'heardAt'>,
  ends: number,
): Instant => (state === 'offered' ? until : heardAt + ends)
