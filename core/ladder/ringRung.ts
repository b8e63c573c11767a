import { isBeyondLevels } from '../clock'
import type { Because } from '../reason'
import type { Change } from '../ticket/change'
import type { Instant } from '../time'
import type { Hands } from './action'
import { termsOf } from './actions/list'
import { climbOf, clockOfRun, readRungKey } from './alarms'
import type { Ladder, Rung } from './ladder'
import { rungMomentInWords } from './words'

/** A rung that rings, for what its actions do. */
export interface Ringing {
  change: Change
  rung: Rung
  dueAt: Instant
  /** What messages say of it: the moment where it tells something, else the name of the ladder. */
  said: string
  because: Because
  climb?: { ladder: string; run: string }
}

/** The ticket as a ringing rung finds it, and what can be done to it. */
export type HandsOf = (ringing: Ringing) => Hands

const LADDER = { system: 'ladder' }

/**
 * A rung rings: its record says who is told and what could not be done; then it does what it says. A rung that the
 * edition does not have is passed over with that as its reason.
 */
export function ringRung(
  change: Change,
  alarm: string,
  dueAt: Instant,
  { handsOf }: { handsOf: HandsOf },
): void {
  const key = readRungKey(alarm)
  const ladder = change.design.design.ladders.find((one) => one.id === key.ladder)
  const rung = ladder?.rungs.find((one) => one.id === key.rung)
  if (!ladder || !rung) return passOver(change, alarm)
  const run = change.state.ladders?.[ladder.id]
  change.depth = Math.max(change.depth, run?.depth ?? 0)
  const target = clockOfRun(change.state.clocks, ladder, key.run)?.target ?? ladder.target
  const hands = handsOf(ringingOf(change, ladder, rung, { dueAt, run: key.run }))
  const deeds = rung.actions.map((action) => termsOf(action).deed(hands, action))
  const told = deeds.flatMap((one) => one.told ?? [])
  const missing = deeds.flatMap((one) => one.missing ?? [])
  change.enter(
    {
      kind: 'rungRang',
      alarm,
      ladder: ladder.id,
      rung: rung.id,
      name: ladder.name,
      moment: rung.moment,
      ...(key.time > 0 && { time: key.time }),
      ...(target !== undefined && { target }),
      dueAt,
      told: [...new Set(told.flatMap((one) => ('id' in one ? one.id : [])))],
      outside: [...new Set(told.flatMap((one) => ('id' in one ? [] : one.address)))],
      ...(missing.length && { missing: change.because(...distinct(missing)) }),
    },
    LADDER,
  )
  for (const { run } of deeds) run?.()
}

function passOver(change: Change, alarm: string): void {
  const because = change.because({ is: 'rungGone', edition: change.design.edition })
  change.enter({ kind: 'rungsPassed', alarms: [alarm], because }, LADDER)
}

function ringingOf(
  change: Change,
  ladder: Ladder,
  rung: Rung,
  { dueAt, run: rings }: { dueAt: Instant; run: string },
): Ringing {
  const { design, state } = change
  const clock = clockOfRun(state.clocks, ladder, rings)
  const target = clock && isBeyondLevels(clock.target) ? clock.label : design.targetName(ladder.target)
  const moment = rungMomentInWords(target, rung.moment)
  const run = climbOf(state.ladders?.[ladder.id], clock)
  return {
    ...{ change, rung, dueAt },
    said: ['share', 'due'].includes(rung.moment.at) ? moment : ladder.name,
    because: change.because({ is: 'rung', ladder: ladder.id, rung: rung.id }),
    ...(ladder.acknowledgementStops && { climb: { ladder: ladder.id, run } }),
  }
}

/** Each reason once. */
const distinct = <T>(reasons: readonly T[]): T[] => [
  ...new Map(reasons.map((one) => [JSON.stringify(one), one])).values(),
]
