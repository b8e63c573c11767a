import type { Clock } from './clock'

// Targets of the stages of plans: their clocks run like all others, but no service level names them.

/** What a ladder climbs along, and what a list asks for, where it means the stages of plans. */
export const STAGES = 'stages'

const OF_STAGE = 'stage/'

/** The target of a stage of a plan that is under way. */
export const stageTarget = (run: number, stage: string): string => `${OF_STAGE}${run}/${stage}`

export const isStageTarget = (target: string): boolean => target.startsWith(OF_STAGE)

/** Whether a clock is of a target, or of a stage where those are meant. */
export const isOfTarget = ({ target }: Pick<Clock, 'target'>, meant: string | undefined): boolean =>
  target === meant || (meant === STAGES && isStageTarget(target))
