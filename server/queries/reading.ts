import type { CompiledDesign } from '../../core/design'
import type { Actor, Command, Decided } from '../../core/ticket'
import type { Workloads } from '../../core/triage'
import type { Database } from '../db/connection'
import type { Knowledge } from '../db/knowledge'
import type { Estimates } from './estimates'
import type { Learnt } from './learnt'
import type { OpenTickets } from './openTickets'
import type { RunningClocks } from './runningClocks'

/** What is needed to read: a desk without its way in. Queries take this, so that none of them can change anything. */
export interface Reading {
  readonly db: Database
  readonly knowledge: Knowledge
  readonly clocks: RunningClocks
  readonly open: OpenTickets
  readonly learnt: Learnt
  readonly estimates: Estimates
  /** What people have on their hands, and who helped these requesters last. */
  workOf(requesters: readonly string[]): Promise<Workloads>
  /** What a command would lead to if it were given now; nothing changes. */
  preview(
    reference: number,
    command: Exclude<Command, { kind: 'log' }>,
    actor: Actor,
  ): Promise<{ decided: Decided; design: CompiledDesign }>
}
