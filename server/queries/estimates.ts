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

/** Of a ticket, what its estimate goes by. */
interface Estimated {
  item: string
  estimate?: number | null
}

/** By catalog item, in milliseconds. */
interface Medians {
  whole: ReadonlyMap<string, number>
  /** What was worked until the requester had their first answer. */
  answers: ReadonlyMap<string, number>
}

const KEEP = 10 * MINUTE
/** How many of the latest solved tickets of an item the median is taken of. */
const LATEST = 200
/** What is assumed where nothing is known: half an hour, of which five minutes are the answer. */
export const UNKNOWN_WORK = 30 * MINUTE
const UNKNOWN_ANSWER = 5 * MINUTE

/** How long tickets of each catalog item have taken: the median of what was worked on the latest that are done. */
export class Estimates {
  private kept: { at: number; medians: Promise<Medians> } | undefined

  constructor(
    private readonly db: Database,
    private readonly knowledge: Knowledge,
  ) {}

  async of(ticket: Estimated): Promise<Estimate> {
    return (await this.now()).of(ticket)
  }

  /** What is known now, to be asked for many tickets at once. */
  async now() {
    const { whole, answers } = await this.medians()
    return {
      of: (ticket: Estimated): Estimate => {
        if (ticket.estimate) return { takes: ticket.estimate, from: 'typed' }
        const median = whole.get(ticket.item)
        return median ? { takes: median, from: 'median' } : { takes: UNKNOWN_WORK, from: 'unknown' }
      },
      /** How much of a ticket is the work of answering, in milliseconds. */
      answerOf: ({ item }: Estimated): number => answers.get(item) ?? UNKNOWN_ANSWER,
    }
  }

  /** Read again every ten minutes. */
  private medians(): Promise<Medians> {
    if (!this.kept || machineNow() - this.kept.at > KEEP) {
      const medians = this.read()
      this.kept = { at: machineNow(), medians }
      medians.catch(() => (this.kept = undefined))
    }
    return this.kept.medians
  }

  private async read(): Promise<Medians> {
    // The items of the catalog are few; asking a million tickets for theirs is not.
    const items = (await this.knowledge.currentEdition()).design.items.map((one) => one.id)
    // Of two in the middle percentile_disc gives the lower, so that the median is one of the durations. A record that was
    // going on when the answer came counts up to then.
    const { rows } = await sql<{ item: string; takes: number; answer: number }>`
      select item, percentile_disc(0.5) within group (order by worked) as takes,
        percentile_disc(0.5) within group (order by coalesce(before, 0)) as answer
      from unnest(${items}::text[]) as items (item), lateral (
        select sum(counted)::bigint as worked,
          sum(least(counted, greatest(0, least(ends, answered) - starts)))::bigint as before from (
          select reference from ticket where ticket.item = items.item and status_group = 'done'
          order by changed_at desc limit ${LATEST}) as done
        join time_record using (reference)
        left join lateral (select min(stopped_at) as answered from clock
          where clock.reference = done.reference and target = 'respond') as first on true
        group by reference) as latest
      group by item`.execute(this.db)
    return {
      whole: new Map(rows.map((row) => [row.item, Number(row.takes)])),
      // Who answers first and notes the time later has worked on it all the same.
      answers: new Map(rows.map((row) => [row.item, Math.max(UNKNOWN_ANSWER, Number(row.answer))])),
    }
  }
}
