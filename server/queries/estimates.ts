import { sql } from 'kysely'
import { MINUTE } from '../../core/time'
import { machineNow } from '../clock/deskClock'
import type { Knowledge } from '../db/knowledge'
import type { Database } from '../db/connection'

/** How long a ticket takes, in milliseconds, and how that is known. */
export interface Estimate {
  takes: number
  from: 'typed' | 'median' | 'unknown'
}

const KEEP = 10 * MINUTE
/** How many of the latest solved tickets of an item the median is taken of. */
const LATEST = 200
/** What is assumed where nothing is known: half an hour. */
const UNKNOWN = 30 * MINUTE

/** How long tickets of each catalog item have taken: the median of what was worked on the latest that are done. */
export class Estimates {
  private kept: { at: number; medians: Promise<Map<string, number>> } | undefined

  constructor(
    private readonly db: Database,
    private readonly knowledge: Knowledge,
  ) {}

  async of(ticket: { item: string; estimate?: number | null }): Promise<Estimate> {
    if (ticket.estimate) return { takes: ticket.estimate, from: 'typed' }
    const median = (await this.medians()).get(ticket.item)
    return median ? { takes: median, from: 'median' } : { takes: UNKNOWN, from: 'unknown' }
  }

  /** By catalog item, in milliseconds. Read again every ten minutes. */
  medians(): Promise<Map<string, number>> {
    if (!this.kept || machineNow() - this.kept.at > KEEP) {
      const medians = this.read()
      this.kept = { at: machineNow(), medians }
      medians.catch(() => (this.kept = undefined))
    }
    return this.kept.medians
  }

  private async read(): Promise<Map<string, number>> {
    // The items of the catalog are few; asking a million tickets for theirs is not.
    const items = (await this.knowledge.currentEdition()).design.items.map((one) => one.id)
    // Of two in the middle percentile_disc gives the lower, so that the median is one of the durations.
    const { rows } = await sql<{ item: string; takes: number }>`
      select item, percentile_disc(0.5) within group (order by worked) as takes
      from unnest(${items}::text[]) as items (item), lateral (
        select sum(counted)::bigint as worked from (
          select reference from ticket where ticket.item = items.item and status_group = 'done'
          order by changed_at desc limit ${LATEST}) as done
        join time_record using (reference) group by reference) as latest
      group by item`.execute(this.db)
    return new Map(rows.map((row) => [row.item, Number(row.takes)]))
  }
}
