import type { Procedure } from '../work'
import { LONGEST_STEP, MOST_STEPS } from '../writing'
import type { Change } from './change'
import { Refused, type Command } from './command'
import { checkLine, personOf } from './work'

// Procedures that are followed on a ticket: the steps of an article, as they were when somebody began.

/** So many procedures are followed on one ticket. */
const MOST_PROCEDURES = 20

type Of<K extends Command['kind']> = Extract<Command, { kind: K }>

const followed = ({ state }: Change, article: number): Procedure | undefined =>
  state.procedures?.find((one) => one.article === article)

/**
 * Somebody begins to follow the steps of an article; who does so a second time finds it begun.
 * @throws Refused when it has none, or too many are followed
 */
export function beginProcedure(change: Change, { article, title, steps }: Of<'beginProcedure'>): void {
  personOf(change)
  if (followed(change, article)) return
  if (!steps.length) throw new Refused('invalid', 'This article has no steps to tick.')
  if ((change.state.procedures?.length ?? 0) >= MOST_PROCEDURES)
    throw new Refused('conflict', `At most ${MOST_PROCEDURES} procedures are followed on one ticket.`)
  const kept = steps
    .slice(0, MOST_STEPS)
    .map(({ id, text }) => ({ id, text: checkLine(text.slice(0, LONGEST_STEP), 'steps') }))
  change.enter({ kind: 'procedureBegun', article, title, steps: kept })
}

/**
 * A step is done, or not after all. Two people may tick at once: each tick is of one step.
 * @throws Refused when the procedure is not followed there, or has no such step
 */
export function tickStep(change: Change, { article, step, on }: Of<'tickStep'>): void {
  personOf(change)
  const procedure = followed(change, article)
  const found = procedure?.steps.find((one) => one.id === step)
  if (!procedure || !found)
    throw new Refused('missing', 'This step is not followed here any more; look at the ticket again.')
  if ((found.at !== undefined) === on) return
  const { title } = procedure
  change.enter({ kind: 'stepTicked', article, title, step, text: found.text, on })
}

/** It is not followed here any more; what was done stays in the record. @throws Refused when it is not followed */
export function leaveProcedure(change: Change, { article }: Of<'leaveProcedure'>): void {
  personOf(change)
  const procedure = followed(change, article)
  if (!procedure) throw new Refused('missing', 'This procedure is not followed here any more.')
  change.enter({ kind: 'procedureLeft', article, title: procedure.title })
}
