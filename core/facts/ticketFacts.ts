import { CALENDARS, valueOf, type Calendars, type Facts, type FactValue } from '../condition'
import { fieldFacts } from '../fields'
import type { Directory } from '../design'
import type { Instant } from '../time'
import type { FactDesign, FactTicket } from './fact'
import { ARRIVAL_FACTS, FACTS, TIME_FACTS, TRIAGE_FACTS } from './list'

/** What an edition says of facts: a `CompiledDesign`. */
type Edition = FactDesign & Calendars

// What facts are read from: symbols, so that no rule can ask for them by name.
const STATE = Symbol('state')
const NOW = Symbol('now')

interface Source {
  [STATE]: FactTicket
  [CALENDARS]: Edition
  [NOW]: Instant
}

/**
 * Facts that are read from the ticket when a rule asks for them: most never are, and facts are made at every step.
 * @param base what these facts add to
 */
function readerOf(names: readonly string[], base: object | null = null): new () => Source {
  const facts = Object.create(base) as object
  for (const name of names) {
    const terms = FACTS[name]!
    const get = function (this: Source) {
      return terms.of(this[STATE], this[CALENDARS], this[NOW])
    }
    Object.defineProperty(facts, name, { get, enumerable: true })
  }
  function OfTicket() {}
  OfTicket.prototype = facts
  return OfTicket as unknown as new () => Source
}

const OfArrival = readerOf(ARRIVAL_FACTS)
const OfTicket = readerOf(TRIAGE_FACTS, OfArrival.prototype as object)
const OfMoment = readerOf(TIME_FACTS, OfTicket.prototype as object)

function read(
  Reader: new () => Source,
  state: FactTicket,
  design: Edition,
): Record<string, unknown> & Source {
  const facts = new Reader() as Record<string, unknown> & Source
  facts[STATE] = state
  facts[CALENDARS] = design
  for (const name in state.answers) facts[`form.${name}`] = state.answers[name]
  return facts
}

/** What is known about a ticket before triage has decided anything. */
export const arrivalFacts = (state: FactTicket, design: Edition): Facts =>
  read(OfArrival, state, design) as Facts

/** The facts of a state, which never change: they are asked for many times while one command is decided. */
interface Known {
  design: Edition
  facts: Facts
  /** With what has passed until a moment. */
  timed?: { now: Instant; facts: Facts }
}
const known = new WeakMap<FactTicket, Known>()

/**
 * What rules may ask of a ticket, in the words of its edition.
 * @param now what time has passed until; without it nothing is known of that
 */
export function ticketFacts(state: FactTicket, design: Edition, now?: Instant): Facts {
  let one = known.get(state)
  if (one?.design !== design)
    known.set(state, (one = { design, facts: withFields(read(OfTicket, state, design), state) }))
  if (now === undefined) return one.facts
  if (one.timed?.now !== now) {
    const facts = withFields(read(OfMoment, state, design), state)
    one.timed = { now, facts: Object.assign(facts, { now, [NOW]: now }) }
  }
  return one.timed.facts
}

const withFields = (facts: object, { fields }: FactTicket): Facts =>
  (fields ? Object.assign(facts, fieldFacts(fields)) : facts) as Facts

/** All facts that are known, written out: for whoever is told them. They are not the object's own, so a spread loses them. */
export function writtenOut(facts: Facts): Record<string, FactValue> {
  const all: Record<string, FactValue> = {}
  for (const name in facts) {
    const value = valueOf(facts, name)
    if (value !== undefined) all[name] = value
  }
  return all
}

/** Finds the agreement by which somebody of an organisation asks: a `Directory`. */
export type AgreementFinder = Pick<Directory, 'agreementFor' | 'coverOf'>

/**
 * What is known about somebody who asks, before anything is answered.
 * @param agreement number of the one by which they ask, where it was named
 */
export function askerFacts(
  requester: { id: string; organisation?: string; site?: string },
  portal: string | null,
  directory: AgreementFinder,
  now: Instant,
  agreement?: number | null,
): Facts {
  const { id, organisation = null, site = null } = requester
  const cover = directory.coverOf(
    organisation,
    directory.agreementFor(requester.organisation, now, agreement),
  )
  return { requester: id, organisation, site, cover, portal }
}
