import { sql } from 'kysely'
import { likePattern } from '../db/likePattern'

/**
 * Whether a ticket fits what somebody typed: its number, words of its summary, its requester or organisation.
 * Signs that mean something to LIKE are taken as they are.
 * @param table name under which the ticket stands in the query
 */
export function textMatches(search: string | undefined, table = 'ticket') {
  const words = search?.trim()
  if (!words) return sql<boolean>`true`
  const column = (name: string) => sql.ref(`${table}.${name}`)
  const number = words.replace(/\s/g, '')
  const like = likePattern(words)
  return /^\d{1,15}$/.test(number)
    ? sql<boolean>`(${column('reference')} = ${Number(number)} or ${column('summary')} ilike ${like})`
    : sql<boolean>`(${column('summary')} ilike ${like}
        or ${column('requester')} in (select id from person where name ilike ${like})
        or ${column('organisation')} in (select id from organisation where name ilike ${like}))`
}
