import { sql, type RawBuilder } from 'kysely'
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

/** How many tickets of the last days each rule of Design decided something about; a rule that decided none is not there. */
export async function decidedPage(desk: Reading): Promise<{ days: number; rules: Record<string, number> }> {
  const { rows } = await sql<{ rule: string; count: number }>`
    select rule, count(*)::int as count from ticket, unnest(rules) as rule
    where logged_at > ${deskNow() - DECIDED_DAYS * DAY} group by rule`.execute(desk.db)
  return { days: DECIDED_DAYS, rules: Object.fromEntries(rows.map(({ rule, count }) => [rule, count])) }
}
