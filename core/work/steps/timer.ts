import type { StepTerms } from '../step'

export interface TimerStep {
  do: 'timer'
  turn: 'on' | 'off'
}

/** Starts the timer of whoever makes the move, or stops it and keeps the time. */
export const timer: StepTerms<TimerStep> = {
  name: 'the timer',
  field: {
    ...{ field: 'options', key: 'turn', label: 'on or off' },
    options: { on: 'starts', off: 'stops, and the time is kept' },
  },
  fresh: () => ({ do: 'timer', turn: 'on' }),
  outlook: (at, { turn }) =>
    at.hasTimer === (turn === 'on') ? undefined : { will: { is: 'stepTimer', turn } },
  deed: (at, { turn }) => {
    if (turn === 'on' && !at.hasTimer) at.startTimer()
    else if (turn === 'off' && at.hasTimer) at.stopTimer()
  },
}
