import type { CompiledDesign } from '../../core/design'
import type { WorkingTime } from '../../core/time'
import type { Knowledge } from '../commands/design'
import type { Database } from '../db/connection'

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
  technician: string | null
  organisation: string | null
  priority: string
}

/** Tickets re-read in one question. */
const TOGETHER = 5000

/**
 * The running clocks of the whole desk, kept by this process: a balance changes with every moment, so a list by
 * balance asks for all of them, and reading them anew each time would take longer than reckoning. What changes is
 * read again before the next list.
 */
export class RunningClocks {
  private kept: Map<number, KeptClock[]> | undefined
  private changed = new Set<number>()
  private reading: Promise<void> = Promise.resolve()

  constructor(
    private readonly db: Database,
    private readonly knowledge: Knowledge,
  ) {}

  /** These tickets are read again before the next list. */
  touch(references: Iterable<number>): void {
    for (const reference of references) this.changed.add(reference)
  }

  /** Everything may have changed: all is read again. */
  forget(): void {
    this.kept = undefined
  }

  /** All running clocks as they are now. */
  async all(): Promise<Iterable<KeptClock[]>> {
    // One reading at a time; who asks meanwhile waits for it.
    this.reading = this.reading.catch(() => undefined).then(() => this.refresh())
    await this.reading
    return this.kept!.values()
  }

  /** The running clocks of some tickets as they are now. */
  async of(references: readonly number[]): Promise<Map<number, KeptClock[]>> {
    await this.all()
    return new Map(references.map((one) => [one, this.kept!.get(one) ?? []]))
  }

  private async refresh(): Promise<void> {
    if (!this.kept) {
      this.changed.clear()
      this.kept = await this.read()
      return
    }
    const references = [...this.changed]
    this.changed.clear()
    try {
      for (let from = 0; from < references.length; from += TOGETHER) {
        const some = references.slice(from, from + TOGETHER)
        const fresh = await this.read(some)
        for (const reference of some) {
          const clocks = fresh.get(reference)
          if (clocks) this.kept.set(reference, clocks)
          else this.kept.delete(reference)
        }
      }
    } catch (error) {
      this.touch(references)
      throw error
    }
  }

  private async read(references?: number[]): Promise<Map<number, KeptClock[]>> {
    let question = this.db
      .selectFrom('clock')
      .innerJoin('ticket', 'ticket.reference', 'clock.reference')
      .select(['clock.reference', 'target', 'started_at', 'granted', 'paused', 'calendar', 'shift'])
      .select(['balance', 'balance_at', 'clock.due_at', 'clock.edition as hours_edition', 'ticket.edition'])
      .select(['team', 'technician', 'organisation', 'priority'])
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
        hours: editions.get(edition)!.hoursOf({ edition, calendar, shift: shift ?? undefined }),
        closeFrom: editions.get(row.edition)!.design.desk.closeFrom,
        edition: row.edition,
        team: row.team,
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
