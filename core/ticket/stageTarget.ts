import { balance, dueAt, openPause, stageTarget } from '../clock'
import type { CompiledDesign } from '../design'
import type { StageTarget } from '../plan'
import type { Instant } from '../time'
import type { TicketState } from './state'

/** How the time of a stage stands, by its clock; undefined where none has run. */
export function targetOfStage(
  { clocks }: Pick<TicketState, 'clocks'>,
  design: CompiledDesign,
  { run, stage, now }: { run: number; stage: string; now: Instant },
): StageTarget | undefined {
  const clock = clocks.findLast((one) => one.target === stageTarget(run, stage))
  if (!clock || clock.outcome === 'cancelled') return undefined
  const hours = design.hoursOf(clock)
  const due = dueAt(clock, hours)
  return {
    ...(due !== undefined && { dueAt: due }),
    isLate: clock.outcome === undefined ? balance(clock, hours, now) < 0 : clock.outcome === 'missed',
    rests: clock.stoppedAt === undefined && openPause(clock) !== undefined,
  }
}
