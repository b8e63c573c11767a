import { sql } from 'kysely'
import type { CompiledDesign } from '../../core/design'
import { statusOf } from '../../core/lifecycle'
import type { Decided, TicketState } from '../../core/ticket'
import { MAX_ATTEMPTS, told } from './outbox'

// Jobs between a ticket and those that do tasks of its plans. `store` gives them out with what they are about, so that
// neither can be without the other.

/** A ticket is to be logged for a task; `number` is of the asking. */
export interface ChildToLog {
  reference: number
  run: number
  task: string
  number: number
}

/** A ticket that does a task is done, or is to do again. */
export interface ChildHeard {
  reference: number
  child: number
}

export type ChildJob = { do: 'logChild'; payload: ChildToLog } | { do: 'hearOfChild'; payload: ChildHeard }

interface Decision {
  before?: TicketState
  decided: Decided
  design: CompiledDesign
}

/** What is to be done elsewhere, of what was decided for one ticket. */
export function jobsForChildren({ before, decided: { state, entries }, design }: Decision): ChildJob[] {
  const { reference, partOf } = state
  const wanted = entries.flatMap((entry): ChildJob[] =>
    entry.kind === 'outsideAsked' && entry.as === 'ticket'
      ? [{ do: 'logChild', payload: { reference, run: entry.run, task: entry.task, number: entry.sequence } }]
      : [],
  )
  const isHeard =
    partOf !== undefined && before !== undefined && isDone(before, design) !== isDone(state, design)
  return isHeard
    ? [...wanted, { do: 'hearOfChild', payload: { reference: partOf.parent, child: reference } }]
    : wanted
}

/** Whether nothing more is done on a ticket; of an older edition as that of today sees it. */
export function isDone({ kind, status, held }: TicketState, design: CompiledDesign): boolean {
  return held === undefined && statusOf(design.kind(kind), status).group === 'done'
}

/** The parts of a statement that give out such jobs. */
export function childJobs(jobs: readonly ChildJob[]) {
  if (!jobs.length) return undefined
  return {
    parts: sql`children as (insert into graphile_worker._private_jobs (task_id, payload, max_attempts)
      select (select id from graphile_worker._private_tasks where identifier = job."do"), job.payload, ${sql.lit(MAX_ATTEMPTS)}
      from json_to_recordset(${JSON.stringify(jobs)}::json) as job ("do" text, payload json) returning id)`,
    count: told('children'),
  }
}
