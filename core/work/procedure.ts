import type { Instant } from '../time'
import type { WrittenStep } from '../writing'

/** A step, and who did it when; nobody yet where nothing is said. */
export interface ProcedureStep extends WrittenStep {
  by?: string
  at?: Instant
}

/** The steps of an article that are ticked on a ticket; they stay as they were, whatever becomes of the article. */
export interface Procedure {
  article: number
  title: string
  steps: ProcedureStep[]
}

/** A procedure after one of its steps was ticked, or not after all. */
export const withTick = (
  procedure: Procedure,
  { step, on, by, at }: { step: number; on: boolean; by: string; at: Instant },
): Procedure => ({
  ...procedure,
  steps: procedure.steps.map(({ id, text, ...done }) =>
    id === step ? { id, text, ...(on && { by, at }) } : { id, text, ...done },
  ),
})
