import type { StepTerms } from '../step'

export interface LadderStep {
  do: 'ladder'
  ladder: string
}

/** Lets a ladder begin. */
export const ladder: StepTerms<LadderStep> = {
  name: 'set off a ladder',
  field: { field: 'choice', key: 'ladder', label: 'which ladder', of: 'ladder' },
  fresh: (first) => ({ do: 'ladder', ladder: first.ladder }),
  outlook: (at, step) =>
    at.hasLadder(step.ladder)
      ? { will: { is: 'stepLadder', ladder: step.ladder } }
      : { wont: { is: 'noLadder', ladder: step.ladder } },
  deed: (at, step) => at.setOff(step.ladder),
  check: (reader, place, step) => reader.refers(place, 'ladder', step.ladder),
}
