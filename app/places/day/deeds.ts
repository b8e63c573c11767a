import { FIELD_STEPS, type FieldStep, type UsedPart } from '~~/core/work'
import type { Stop } from '~/composables/keptOnDevice'

/** A file that goes with a report; it has an id once it was sent. */
export interface WaitingFile {
  as: 'signature' | 'picture'
  name: string
  type: string
  content: Blob
  id?: string
}

/** What is said of a visit, with what is still on the device. */
export interface WaitingReport {
  words: string
  parts: UsedPart[]
  signedBy: string
  files: WaitingFile[]
}

/** What somebody did, that the desk does not have yet. */
export interface Deed {
  key: string
  reference: number
  booking: number
  /** Of the fixed time, for whoever reads of it later. */
  what: string
  at: number
  step?: FieldStep
  report?: WaitingReport
  /** Why the desk does not take it. */
  refused?: string
}

const STATE_AFTER = { onWay: undefined, begun: 'begun', done: 'finished' } as const

/** A stop as it is with what was done there and waits. */
export function withDeeds(stop: Stop, deeds: readonly Deed[]): Stop {
  const own = deeds.filter(
    (one) => one.reference === stop.reference && one.booking === stop.booking && one.refused === undefined,
  )
  return own.reduce<Stop>((now, { step, report, at }) => {
    if (step) return { ...now, steps: { ...now.steps, [step]: at }, state: STATE_AFTER[step] ?? now.state }
    if (!report) return now
    const { words, parts, signedBy } = report
    return { ...now, report: { words, parts, signedBy, at, signature: null, pictures: [] } }
  }, stop)
}

/** What comes next at a stop; nothing where it is over. */
export function nextStep({ steps, state, site, job }: Stop): FieldStep | undefined {
  if (state === 'finished' || steps.done !== undefined) return undefined
  if (state === 'begun' || steps.begun !== undefined) return 'done'
  return site && job !== null && steps.onWay === undefined ? 'onWay' : 'begun'
}

/** The steps of a stop that were taken, in their order. */
export const stepsTaken = ({ steps }: Pick<Stop, 'steps'>) =>
  FIELD_STEPS.flatMap((step) => {
    const at = steps[step]
    return at === undefined ? [] : [{ step, at }]
  })
