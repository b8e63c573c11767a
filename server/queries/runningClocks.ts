import type { CompiledDesign } from '../../core/design'
import type { WorkingTime } from '../../core/time'
import type { Knowledge } from '../db/knowledge'
import type { Database } from '../db/connection'
import { Kept } from './kept'
import { oneBy } from '../../core/lookup'

/** One running clock, with all that its balance follows from. */
export interface KeptClock {
  reference: number
  target: string
  startedAt: number
  /** Milliseconds. */
  granted: number
  paused: boolean
  /** Milliseconds left at `balanceAt`. */
  balanceThen: number
  balanceAt: number
  dueAt: number | null
  hours: WorkingTime
  closeFrom: number | undefined
  edition: number
  team: string
  queue: string
  technician: string | null
  organisation: string | null
  priority: string
}

/** The running clocks of the whole desk: a balance changes with every moment, so a list by balance asks for all. */
export class RunningClocks extends Kept<KeptClock[]> {
  constructor(
    private readonly db: Database,
    private readonly knowledge: Knowledge,
  ) {
    super()
  }

  /** All running clocks as they are now. */
  async all(): Promise<Iterable<KeptClock[]>> {
    return (await this.now()).values()
  }

  /** The running clocks of some tickets as they are now. */
  async of(references: readonly number[]): Promise<Map<number, KeptClock[]>> {
    const kept = await this.now()
    return new Map(references.map((one) => [one, kept.get(one) ?? []]))
  }

  protected override async read(references?: number[]): Promise<Map<number, KeptClock[]>> {
    let question = this.db
      .selectFrom('clock')
      .innerJoin('ticket', 'ticket.reference', 'clock.reference')
      .select(['clock.reference', 'target', 'started_at', 'granted', 'paused', 'calendar', 'shift'])
      .select(['balance', 'balance_at', 'clock.due_at', 'clock.edition as hours_edition', 'ticket.edition'])
      .select(['team', 'queue', 'technician', 'organisation', 'priority'])
      .where('stopped_at', 'is', null)
    if (references) question = question.where('clock.reference', 'in', references)
    const rows = await question.execute()
    const editions = new Map<number, CompiledDesign>()
    for (const number of new Set(rows.flatMap((row) => [row.edition, row.hours_edition])))
      editions.set(number, await this.knowledge.edition(number))
    const found = new Map<number, KeptClock[]>()
    for (const row of rows) {
      const { calendar, hours_edition: edition, shift } = row
      const clock: KeptClock = {
        reference: row.reference,
        target: row.target,
        startedAt: row.started_at,
        granted: row.granted,
        paused: row.paused,
        balanceThen: row.balance,
        balanceAt: row.balance_at,
        dueAt: row.due_at,
        hours: oneBy(editions, edition).hoursOf({ edition, calendar, shift: shift ?? undefined }),
        closeFrom: oneBy(editions, row.edition).design.desk.closeFrom,
        edition: row.edition,
        team: row.team,
        queue: row.queue,
        technician: row.technician,
        organisation: row.organisation,
        priority: row.priority,
      }
      const others = found.get(row.reference)
      if (others) others.push(clock)
      else found.set(row.reference, [clock])
    }
    return found
  }
}

/** How much is left of a running clock, in milliseconds of its hours. */
export function leftOf({ paused, balanceThen, balanceAt, hours }: KeptClock, now: number): number {
  return paused ? balanceThen : balanceThen - hours.between(balanceAt, now)
}
