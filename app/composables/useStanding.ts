import { bandOf, balance, grantedOf, openPause, type Clock } from '~~/core/clock'
import { durationInWords, hoursAndMinutes, shownBalance, signedBalance, type WorkingTime } from '~~/core/time'

export type Standing = 'fine' | 'close' | 'over' | 'paused' | 'kept' | 'missed' | 'cancelled'

export interface ClockStanding {
  standing: Standing
  /** Milliseconds left; negative when overdrawn. */
  left: number
  /** The balance as the ledger writes it: `+1:40`, `−0:25`, `3:10` while paused. */
  figure: string
  /** The word below it: `of 2:00`, `over`, `paused`, `kept`. */
  word: string
  sentence: string
}

/** How a clock stands at a moment, as figure, word and sentence. */
export function standingOf(clock: Clock, hours: WorkingTime, now: number, closeFrom?: number): ClockStanding {
  const left = balance(clock, hours, now)
  const granted = hoursAndMinutes(grantedOf(clock))
  const standing: Standing =
    clock.outcome ?? (openPause(clock) ? 'paused' : bandOf(clock, hours, now, closeFrom))
  const figure = standing === 'paused' ? signedBalance(left).replace('+', '') : signedBalance(left)
  const words: Record<Standing, string> = {
    fine: `of ${granted}`,
    close: `of ${granted}`,
    over: 'over',
    paused: left < 0 ? 'over, paused' : 'paused',
    kept: 'kept',
    missed: 'missed',
    cancelled: 'called off',
  }
  const state = { fine: 'fine', close: 'close to running out', over: 'overdrawn' } as Partial<
    Record<Standing, string>
  >
  const shown = shownBalance(left)
  const rest = left < 0 ? `overdrawn by ${durationInWords(-shown)}` : `${durationInWords(shown)} left`
  return {
    standing,
    left,
    figure,
    word: words[standing],
    sentence: `${clock.label}: ${rest}, ${state[standing] ?? words[standing]}`,
  }
}

/** The clock that a row shows: the running one that is due first, else a paused one, else the last. */
export function leadingClock(
  clocks: Clock[],
  dueOf: (clock: Clock) => number | undefined,
): Clock | undefined {
  const live = clocks.filter((clock) => clock.stoppedAt === undefined)
  const due = (clock: Clock) => dueOf(clock) ?? Number.POSITIVE_INFINITY
  return [...live].sort((a, b) => due(a) - due(b))[0] ?? clocks[clocks.length - 1]
}
