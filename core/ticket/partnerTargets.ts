import { partnerTarget, type Clock, type Target } from '../clock'
import { holds, type Facts } from '../condition'
import { ticketFacts } from '../facts'
import { isExchanged, withTheirs, type Owed, type TicketCounterpart } from '../partner'
import type { Reason } from '../reason'
import { DAY, parseDuration, type Instant } from '../time'
import type { Change } from './change'
import type { Promised } from './promised'
import { partnerFor } from './tellPartners'

// What a partner owes while a ticket is with it is a promise like any other: its clock runs from when they were asked
// until they have kept it.

/** A promise that a partner says of itself lies no further ahead than this. */
const MOST_AHEAD = 2 * 365 * DAY

type Asked = Pick<Change, 'state' | 'design' | 'directory' | 'now'>

/** Something that a partner owes us of this ticket, as its map has it now. */
interface Owing {
  one: TicketCounterpart
  owed: Owed
  target: string
  /** Facts of the ticket, and what the partner says of theirs. */
  facts: Facts
}

/** What partners owe of a ticket that we have asked them to take. */
function owing(asked: Asked): Owing[] {
  const { state, design, directory, now } = asked
  const open = (state.counterparts ?? []).filter((one) => one.begun === 'here' && isExchanged(one))
  if (!open.length) return []
  const facts = ticketFacts(state, design, now)
  return open.flatMap((one) =>
    (partnerFor(directory, one.partner)?.exchange.takes.owed ?? []).map((owed) => ({
      ...{ one, owed, target: partnerTarget(one.id, owed.id), facts: withTheirs(facts, one.theirs) },
    })),
  )
}

/** What partners promise of a ticket, as long as they have not kept it. */
export const partnerPromises = (asked: Asked): Map<string, Promised> =>
  new Map(
    owing(asked)
      .filter(({ owed, facts }) => !holds(owed.keptWhen, facts))
      .flatMap((one) => {
        const promised = promiseOf(asked, one)
        return promised ? [[one.target, promised] as const] : []
      }),
  )

/** The running clocks of what partners have kept, or missed. */
export function clocksKeptThere(asked: Asked): Clock[] {
  const kept = new Set(
    owing(asked)
      .filter(({ owed, facts }) => holds(owed.keptWhen, facts))
      .map(({ target }) => target),
  )
  return asked.state.clocks.filter(({ target, stoppedAt }) => stoppedAt === undefined && kept.has(target))
}

function promiseOf(asked: Asked, { one, owed, target, facts }: Owing): Promised | undefined {
  const { design } = asked
  const calendar = design.hasCalendar(owed.calendar) ? owed.calendar : design.design.desk.calendar
  const since = begunAt(asked, one, target)
  const why: Reason = { is: 'partnerOwes', partner: one.partner, name: one.name, owed: owed.name }
  const promised = (granted: number, reason: Reason, more: Partial<Target>): Promised => ({
    ...{ level: { id: one.partner }, granted, hours: { calendar }, edition: design.edition, since, facts },
    target: {
      ...{ target, label: owed.name, granted: {}, calendar: { calendar }, pauseIn: [] },
      // What they begin once more is owed once more.
      ...{ stopOn: 'condition', startsAnew: true, ...more },
    },
    why: [why, reason],
  })
  const due = dueSaid(asked, one, owed)
  // Whoever says by when says it anew where it is to be later.
  if (due !== undefined) {
    const hours = design.hoursOf({ edition: design.edition, calendar })
    const said: Reason = { is: 'partnerSaysDue', name: one.name, due, calendar }
    return promised(due > since ? hours.between(since, due) : 0, said, {})
  }
  const { priority } = asked.state
  const granted = owed.granted[priority]
  if (!granted) return undefined
  const { restsWhen } = owed
  const reason: Reason = { is: 'granted', priority, calendar }
  return promised(parseDuration(granted), reason, restsWhen ? { pauseWhen: restsWhen } : {})
}

/** From when it counts: since they were asked, or since it began once more. */
function begunAt({ state: { clocks }, now }: Asked, { askedAt }: TicketCounterpart, target: string): Instant {
  const last = clocks.findLast((one) => one.target === target)
  if (!last) return askedAt
  return last.stoppedAt === undefined ? last.startedAt : now
}

/** By when they say that they keep it; nothing of what is no moment, or lies too far ahead. */
function dueSaid({ now }: Asked, { theirs }: TicketCounterpart, { by }: Owed): Instant | undefined {
  const said = by === undefined ? undefined : theirs[by]
  const due = typeof said === 'string' ? Date.parse(said) : Number.NaN
  return Number.isFinite(due) && due - now <= MOST_AHEAD ? due : undefined
}
