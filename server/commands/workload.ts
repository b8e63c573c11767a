import type { Database } from '../db/connection'
import { machineNow } from '../clock/deskClock'

const KEEP = 1000

/**
 * Open tickets by technician. Counting them for each new ticket would slow a busy desk down, so the
 * count is read once a second and kept up to date with what this process does in between.
 */
export class Workload {
  private counts = new Map<string, number>()
  private readAt = 0
  private reading: Promise<void> | undefined

  constructor(private readonly db: Database) {}

  async openCounts(): Promise<ReadonlyMap<string, number>> {
    if (machineNow() - this.readAt > KEEP) {
      this.reading ??= this.read().finally(() => (this.reading = undefined))
      await this.reading
    }
    return this.counts
  }

  /** Takes a change of this process into account until the next count. */
  moved(before: string | null, after: string | null): void {
    if (before === after) return
    if (before) this.counts.set(before, (this.counts.get(before) ?? 1) - 1)
    if (after) this.counts.set(after, (this.counts.get(after) ?? 0) + 1)
  }

  private async read(): Promise<void> {
    const rows = await this.db
      .selectFrom('ticket')
      .select(['technician', (e) => e.fn.countAll<number>().as('open')])
      .where('status_group', '<>', 'done')
      .where('technician', 'is not', null)
      .groupBy('technician')
      .execute()
    this.counts = new Map(rows.map((row) => [row.technician!, row.open]))
    this.readAt = machineNow()
  }
}
