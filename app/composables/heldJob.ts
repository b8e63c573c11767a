import {
  conflictInWords,
  conflictsOf,
  isRemark,
  remediesFor,
  troublesOf,
  Ways,
  type Conflict,
  type DispatchWords,
  type Hand,
  type Job,
  type Slot,
  type StandingJob,
} from '~~/core/dispatch'
import type { BookingState } from '~~/core/work'

export type Board = AnswerOf<'GET /api/dispatch/board'>
export type BoardPerson = Board['people'][number]
export type Visit = BoardPerson['visits'][number]
export type OpenJob = AnswerOf<'GET /api/dispatch/jobs'>['rows'][number]
export type WorkOf = AnswerOf<'GET /api/dispatch/work'>['people'][number]
export type Places = AnswerOf<'GET /api/dispatch/places'>

/** What is to be placed: one of the list, or one that stands on the board already. */
export interface Held {
  reference: number
  /** Of the job; 0 where it is a fixed time that was said on its ticket, which becomes one when it is moved. */
  id: number
  what: string
  /** As placing sees it. */
  job: Job
  /** Where it stands; nothing where it is open. */
  now?: { booking: number; person: string; from: number }
  /** Whoever has it does not know of it yet. */
  untold: boolean
  /** Its requester is told of it. */
  visit: boolean
  /** Who must be there, in words. */
  meets: string
  /** It is one of those that repeat. */
  repeats: boolean
}

interface Asks {
  skill: string | null
  site: string | null
  earliest: number | null
  latest: number | null
}

const asked = ({ skill, site, earliest, latest }: Asks, due: number | null): Partial<Job> => ({
  ...(skill !== null && { skill }),
  ...(site !== null && { site }),
  ...(earliest !== null && { earliest }),
  ...(latest !== null && { latest }),
  ...(due !== null && { due }),
})

/** A job of the list. */
export const heldOf = (row: OpenJob): Held => ({
  ...{ reference: row.reference, id: row.id, what: row.what, untold: false, visit: row.visit },
  repeats: row.series !== null,
  meets: row.meets,
  job: {
    ...{ id: `${row.reference}-${row.id}`, duration: row.takes },
    ...asked(row, row.due_at),
    ...(row.open && { open: row.open }),
  },
})

/** By which it is known on the board, and in its address. */
export const heldKey = ({ reference, id, now }: Pick<Held, 'reference' | 'id' | 'now'>): string =>
  id ? `${reference}-${id}` : `${reference}-t${now?.booking}`

/**
 * What can be moved of the board: what has not begun. Undefined where it is none, or out of one's reach.
 * @param isLeft whoever has begun it is not there any more
 */
export function heldVisit(visit: Visit, person: string, isLeft = false): Held | undefined {
  const { reference, job: id, start, end, booking, state } = visit
  const movable: readonly BookingState[] = isLeft ? ['booked', 'begun'] : ['booked']
  if (reference === null || !movable.includes(state)) return undefined
  const held = { reference, id: id ?? 0, now: { booking, person, from: start } }
  return {
    ...{ ...held, what: visit.what, untold: visit.untold, visit: visit.visit },
    repeats: visit.series !== null,
    meets: visit.meets,
    job: { id: heldKey(held), duration: end - start, ...asked(visit, visit.due) },
  }
}

/** Whoever is sent, or the requester, cannot be there. */
export const isDeclined = ({ state, answer, heard }: Pick<Visit, 'state' | 'answer' | 'heard'>) =>
  state === 'booked' && (answer === 'declined' || heard === 'suitsNot')

/** Somebody of the board as placing sees them. @param without a fixed time that is no obstacle, since it is moved */
export const handOf = ({ id, skills, site, free, visits, most }: BoardPerson, without?: Held): Hand => ({
  ...{ id, skills: new Set(skills), free },
  ...(site !== null && { base: site }),
  ...(most !== null && { most }),
  visits: visits
    .filter((one) => one.reference !== without?.reference || one.booking !== without.now?.booking)
    .map(({ site: where, ...one }) => ({ ...one, ...(where !== null && { site: where }) })),
})

/** By which names and times the board says what speaks against a place. */
export function boardWords(board: Board): DispatchWords {
  const visits = new Map(board.people.flatMap((one) => one.visits.map((each) => [each.id, each] as const)))
  const nameOf = (list: readonly { id: string; name: string }[], id: string) =>
    list.find((one) => one.id === id)?.name ?? id
  return {
    ...{ now: board.now, zone: board.zone },
    skill: (id) => nameOf(board.skills, id),
    site: (id) => nameOf(board.sites, id),
    visit: (id) => String(visits.get(id)?.reference ?? 'something else'),
  }
}

/** What cannot stay where it stands on the board, unless somebody has said why it does, with what can be done instead. */
export function troublesOn(board: Board, now: number) {
  const ways = new Ways(board.sites)
  const words = boardWords(board)
  const standing = new Map(
    board.people.map((person) => [
      person.id,
      person.visits.flatMap((visit): StandingJob[] => {
        const held = visit.insisted ? undefined : heldVisit(visit, person.id, true)
        const { site, ...at } = visit
        const begun = visit.state === 'begun'
        if (!held) return []
        // Nobody has said that a fixed time of a ticket is at its site: it may be a call.
        const { site: of, ...elsewhere } = held.job
        const job = held.id && of !== undefined ? held.job : elsewhere
        return [{ job, visit: { ...at, ...(site !== null && { site }) }, begun }]
      }),
    ]),
  )
  const hands = board.people.map((one) => handOf(one))
  return troublesOf(hands, standing, ways, now).flatMap((one) => {
    const person = board.people.find(({ id }) => id === one.hand)
    const visit = person?.visits.find(({ id }) => id === one.visit)
    const held = visit && heldVisit(visit, one.hand, one.isLeft)
    if (!person || !visit || !held) return []
    const says = one.conflicts.map((each) => conflictInWords(each, words))
    return [{ ...{ person, visit, isLeft: one.isLeft, says }, held: { ...held, job: one.job } }]
  })
}
export type TroubleOn = ReturnType<typeof troublesOn>[number]

/** Two ways out for something that cannot be with somebody at a time: who, and when. */
export function waysOut(board: Board, held: Held, person: string, start: number, now: number) {
  const hands = board.people.map((one) => handOf(one, held))
  const within = { start: board.from, end: board.to, now }
  const found = remediesFor(held.job, { hands, hand: person, ways: new Ways(board.sites) }, start, within)
  const named = (slot: Slot | undefined, is: 'other' | 'later') =>
    slot ? [{ is, slot, name: board.people.find(({ id }) => id === slot.hand)?.name ?? slot.hand }] : []
  return [...named(found.other, 'other'), ...named(found.later, 'later')]
}
export type WayOut = ReturnType<typeof waysOut>[number]

/** What speaks against something with somebody at a time, and what is only worth knowing. */
export function against(board: Board, held: Held, person: BoardPerson, start: number, now: number) {
  const hand = handOf(person, held)
  const ways = new Ways(board.sites)
  const found = conflictsOf({ job: held.job, hand, start, ways, now })
  const words = boardWords(board)
  const say = (list: readonly Conflict[]) => list.map((one) => conflictInWords(one, words))
  return {
    conflicts: say(found.filter((one) => !isRemark(one))),
    remarks: say(found.filter(isRemark)),
  }
}
