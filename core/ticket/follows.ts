import { balance, type Clock } from '../clock'
import type { CompiledDesign } from '../design'
import { readRungKey } from '../ladder'
import type { Instant } from '../time'
import { ticketAlarms } from './alarms'
import type { Decided } from './change'
import type { Entry } from './entry'
import type { TicketState } from './state'

/** What follows when something is done to a ticket, besides what was done. */
export interface Follows {
  /** How many promises begin, change, pause, go on or end. */
  promises: number
  /** Messages that go out: on which channel, and to whom (id of a person, or an address). */
  messages: { channel: string; to: string }[]
  /** Names of ladders that begin to climb. */
  ladders: string[]
  /** Promises that are over from then on, and were not before. */
  overdrawn: string[]
}

/** Which promises an entry is about. */
function promisesIn(entry: Entry): string[] {
  switch (entry.kind) {
    case 'clocksStarted':
      return entry.clocks.map((one) => one.target)
    case 'clocksPaused':
    case 'clocksResumed':
      return entry.targets
    case 'clockChanged':
    case 'clockExtended':
    case 'clockStopped':
    case 'clockReopened':
      return [entry.target]
    default:
      return []
  }
}

const runs = (clock: Clock) => clock.stoppedAt === undefined

function overIn(
  { clocks }: Pick<TicketState, 'clocks'>,
  design: CompiledDesign,
  now: Instant,
): Map<string, string> {
  const over = clocks.filter((one) => runs(one) && balance(one, design.hoursOf(one), now) < 0)
  return new Map(over.map((one) => [one.target, one.label]))
}

/** Ladders that have a rung before them. */
const climbing = (state: TicketState, design: CompiledDesign) =>
  new Set(
    ticketAlarms(state, design).flatMap(({ key }) =>
      key.startsWith('rung:') ? [readRungKey(key).ladder] : [],
    ),
  )

/**
 * What follows from a command, as the decider has decided it.
 * @param before the ticket as it was
 */
export function followsOf(
  before: TicketState,
  { entries, messages, state }: Decided,
  design: CompiledDesign,
  now: Instant,
): Follows {
  const was = overIn(before, design, now)
  const climbed = climbing(before, design)
  const begun = [...climbing(state, design)].filter((one) => !climbed.has(one))
  return {
    promises: new Set(entries.flatMap(promisesIn)).size,
    messages: messages.map(({ channel = 'mail', person, address }) => ({ channel, to: person || address })),
    ladders: begun.map((id) => design.design.ladders.find((one) => one.id === id)?.name ?? id),
    overdrawn: [...overIn(state, design, now)].flatMap(([target, label]) => (was.has(target) ? [] : [label])),
  }
}
