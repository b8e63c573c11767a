import type { Clock } from './clock'

// Targets of the stages of plans, and of partner desks: their clocks run like all others, but no service level names
// them.

/** What a ladder climbs along, and what a list asks for, where it means the stages of plans. */
export const STAGES = 'stages'
/** The same where it means what partner desks owe. */
export const PARTNERS = 'partners'

const OF = { [STAGES]: 'stage/', [PARTNERS]: 'partner/' }

/** The target of a stage of a plan that is under way. */
export const stageTarget = (run: number, stage: string): string => `${OF.stages}${run}/${stage}`

/** The target of what a partner owes while a ticket is exchanged with it. */
export const partnerTarget = (counterpart: number, promise: string): string =>
  `${OF.partners}${counterpart}/${promise}`

export const isStageTarget = (target: string): boolean => target.startsWith(OF.stages)
export const isPartnerTarget = (target: string): boolean => target.startsWith(OF.partners)

/** Whether no service level names a target. Of these a ticket may have several that one ladder climbs along. */
export const isBeyondLevels = (target: string): boolean => isStageTarget(target) || isPartnerTarget(target)

/** Whether a clock is of a target, or of a stage or a partner where those are meant. */
export const isOfTarget = ({ target }: Pick<Clock, 'target'>, meant: string | undefined): boolean =>
  target === meant ||
  (meant === STAGES && isStageTarget(target)) ||
  (meant === PARTNERS && isPartnerTarget(target))
