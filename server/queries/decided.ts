import { sql, type RawBuilder } from 'kysely'
import type { TicketsBy } from '../../core/design'
import { DAY } from '../../core/time'
import { ruleInWords } from '../../core/explain'
import { deskNow } from '../clock/deskClock'
import type { Reading } from './reading'

/** Of how many days tickets are counted by the rules that decided them. */
export const DECIDED_DAYS = 90

/** Whether a ticket of the last days is one that a rule decided something about. */
export const decidedBy = (rule: string, now: number): RawBuilder<boolean> =>
  sql<boolean>`(logged_at > ${now - DECIDED_DAYS * DAY} and rules @> array[${rule}]::text[])`

/** A rule by the names of the edition in force. */
export async function ruleNamed(desk: Reading, rule: string): Promise<string> {
  return ruleInWords(rule, await desk.knowledge.currentEdition())
}

/** How many tickets of the last days went by each rule and each thing of Design; what has none is not there. */
export async function decidedPage(desk: Reading): Promise<TicketsBy & { days: number }> {
  const since = deskNow() - DECIDED_DAYS * DAY
  const { rows } = await sql<{ rule: string; count: number }>`
    select rule, count(*)::int as count from ticket, unnest(rules) as rule
    where logged_at > ${since} group by rule`.execute(desk.db)
  const counts = await sql<Record<string, string | null> & { count: number }>`
    select item, kind, portal, priority, category, count(*)::int as count from ticket where logged_at > ${since}
    group by grouping sets ((item), (kind), (portal), (priority), (category))`.execute(desk.db)
  // Each line is of one column; the others are empty in it.
  const by = (column: string) =>
    Object.fromEntries(
      counts.rows.flatMap((row) => (row[column] === null ? [] : [[String(row[column]), row.count]])),
    )
  return {
    days: DECIDED_DAYS,
    rules: Object.fromEntries(rows.map((one) => [one.rule, one.count])),
    ...{ items: by('item'), kinds: by('kind'), portals: by('portal') },
    ...{ priorities: by('priority'), categories: by('category') },
  }
}
